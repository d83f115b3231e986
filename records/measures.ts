import { z } from 'zod';
import { above0, named } from '@/core/quantities/shapes';

/** A measure of the house: a scoop, a squirt, a marked bucket, weighed or measured out once. */
export const measureSchema = z.object({
  name: named(24, 'Name the measure.').refine((name) => /^\p{L}[\p{L} -]*$/u.test(name), {
    error: 'A measure is called by letters: scoop, blue bucket.',
  }),
  amount: above0(1000, 'What it holds'),
  unit: z.enum(['L', 'mL', 'g'], { error: 'Choose litres, millilitres or grams.' }),
});
export type Measure = z.infer<typeof measureSchema>;

export const measuresSchema = z
  .array(measureSchema)
  .max(40, 'Forty measures are the most.')
  .refine((list) => new Set(list.map((m) => folded(m.name))).size === list.length, {
    error: 'Two measures have one name.',
  });

const folded = (name: string): string => name.toLowerCase().replace(/\s+/g, ' ').trim();

/** "2 scoops" of grams, "half" not: the amount in a unit of ours, where a measure of that name holds such; null otherwise. */
export function byOwnMeasure(count: number, name: string, unit: string, own: readonly Measure[]): number | null {
  const asked = folded(name);
  const m = own.find((x) => [folded(x.name), `${folded(x.name)}s`].includes(asked));
  if (!m) return null;
  if (m.unit === unit) return count * m.amount;
  if (m.unit === 'mL' && unit === 'L') return (count * m.amount) / 1000;
  if (m.unit === 'L' && unit === 'mL') return count * m.amount * 1000;
  if (m.unit === 'g' && unit === 'kg') return (count * m.amount) / 1000;
  return null;
}
