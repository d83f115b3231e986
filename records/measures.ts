import { z } from 'zod';
import { above0, requiredText } from '@/core/quantities/shapes';
import { folded } from './own-measure';

const measureSchema = z.object({
  name: requiredText(24, 'Name the measure.').refine((name) => /^\p{L}[\p{L} -]*$/u.test(name), {
    error: 'Name the measure in letters: scoop, blue bucket.',
  }),
  amount: above0(1000, 'What it holds'),
  unit: z.enum(['L', 'mL', 'g'], { error: 'Choose litres, millilitres or grams.' }),
});
export const measuresSchema = z
  .array(measureSchema)
  .max(40, 'At most 40 measures.')
  .refine((list) => new Set(list.map((m) => folded(m.name))).size === list.length, {
    error: 'Two measures have the same name.',
  });
