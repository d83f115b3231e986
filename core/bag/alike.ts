import type { Bag } from '@/core/consignment/schema';

/** What is done to one of them is done to all: everything but the name of a bag, and the box it lies in. */
const likeness = (b: Bag): string => JSON.stringify(Object.entries({ ...b, id: '' }).sort());

/** Bags that are alike in everything, in the order of the first of each: what a long row of bags is shown as. */
export function alike<T>(rows: readonly T[], bagOf: (row: T) => Bag): T[][] {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const key = likeness(bagOf(row));
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return [...groups.values()];
}

/** "A1", "A1 to A25" where the numbers run on, "A1, A3, B2" where they do not. */
export function namesOf(ids: readonly string[]): string {
  if (ids.length < 3) return ids.join(', ');
  const parts = ids.map((id) => /^(.*?)(\d+)$/.exec(id));
  const runs = parts.every((p, i) => p && p[1] === parts[0]![1] && Number(p[2]) === Number(parts[0]![2]) + i);
  if (runs) return `${ids[0]} to ${ids[ids.length - 1]}`;
  return ids.length > 6 ? `${ids.slice(0, 5).join(', ')} and ${ids.length - 5} more` : ids.join(', ');
}
