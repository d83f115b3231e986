import type { Bag } from '@/core/consignment/schema';

/** Everything of a bag but its name: in another box it is as warm as others are not. */
const likeness = (b: Bag): string => JSON.stringify(Object.entries({ ...b, id: '' }).sort());

/** Bags that are alike in everything, in the order of the first of each: what a long row of bags is shown as. */
export function groupIdentical<T>(rows: readonly T[], bagOf: (row: T) => Bag): T[][] {
  const groups = new Map<string, T[]>();
  for (const row of rows) {
    const key = likeness(bagOf(row));
    const group = groups.get(key);
    if (group) group.push(row);
    else groups.set(key, [row]);
  }
  return [...groups.values()];
}

const parted = (id: string): [letters: string, number: number] => {
  const p = /^(.*?)(\d*)$/.exec(id)!;
  return [p[1]!, Number(p[2] || 0)];
};

/** Up to so many names or runs of names are told. */
const TOLD = 3;

/** "A1, A2", "A1 to A25" where the numbers run on, "A1, A3, B2 to B5 and 4 more" where they do not. */
export function namesOf(ids: readonly string[]): string {
  const sorted = [...ids].sort((x, y) => {
    const [[a, m], [b, n]] = [parted(x), parted(y)];
    return a < b ? -1 : a > b ? 1 : m - n;
  });
  const runs: string[][] = [];
  for (const id of sorted) {
    const run = runs[runs.length - 1];
    const [letters, n] = parted(id);
    const [before, m] = run ? parted(run[run.length - 1]!) : ['', NaN];
    if (run && before === letters && n === m + 1) run.push(id);
    else runs.push([id]);
  }
  const words = runs.flatMap((r) =>
    r.length > 2 ? [{ n: r.length, text: `${r[0]} to ${r[r.length - 1]}` }] : r.map((id) => ({ n: 1, text: id })),
  );
  const told = words.slice(0, words.length === TOLD + 1 ? TOLD + 1 : TOLD);
  const more = words.slice(told.length).reduce((n, w) => n + w.n, 0);
  return told.map((w) => w.text).join(', ') + (more > 0 ? ` and ${more} more` : '');
}
