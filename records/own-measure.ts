/** A measure of the house: a scoop, a squirt, a marked bucket, weighed or measured out once. */
export interface OwnMeasure {
  name: string;
  amount: number;
  unit: 'L' | 'mL' | 'g';
}

/** Names are told apart by their letters alone. */
export const folded = (name: string): string => name.toLowerCase().replace(/\s+/g, ' ').trim();

/** "2 scoops" of grams, "half" not: the amount in a unit of ours, where a measure of that name holds such; null otherwise. */
export function byOwnMeasure(count: number, name: string, unit: string, own: readonly OwnMeasure[]): number | null {
  const asked = folded(name);
  const m = own.find((x) => [folded(x.name), `${folded(x.name)}s`].includes(asked));
  if (!m) return null;
  if (m.unit === unit) return count * m.amount;
  if (m.unit === 'mL' && unit === 'L') return (count * m.amount) / 1000;
  if (m.unit === 'L' && unit === 'mL') return count * m.amount * 1000;
  if (m.unit === 'g' && unit === 'kg') return (count * m.amount) / 1000;
  return null;
}
