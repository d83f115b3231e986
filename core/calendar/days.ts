/** Weekdays as people write them: ISO numbers 1 Monday … 7 Sunday on the inside, "Mon–Thu, Sat" on the outside. */
export const weekdays = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** "Mon–Thu, Sat" of [1, 2, 3, 4, 6]; an empty text of no days. */
export function daysText(days: readonly number[]): string {
  const sorted = [...new Set(days)].sort((x, y) => x - y);
  const runs: number[][] = [];
  for (const d of sorted) {
    const last = runs[runs.length - 1];
    if (last && last[last.length - 1] === d - 1) last.push(d);
    else runs.push([d]);
  }
  const name = (d: number): string => weekdays[d - 1]!;
  return runs
    .map((r) => (r.length > 2 ? `${name(r[0]!)}–${name(r[r.length - 1]!)}` : r.map(name).join(', ')))
    .join(', ');
}

/** Reads "Mon-Thu, Sat", "monday to thursday" or "1-4, 6"; null where a word is not a weekday. */
export function parseDays(text: string): number[] | null {
  const days = new Set<number>();
  const day = (word: string): number => {
    const n = Number(word);
    if (Number.isInteger(n) && n >= 1 && n <= 7) return n;
    return word.length < 2
      ? 0
      : weekdays.findIndex((w) => word.toLowerCase().startsWith(w.toLowerCase().slice(0, Math.min(3, word.length)))) +
          1;
  };
  for (const part of text
    .split(/[,;+&]|\band\b/)
    .map((x) => x.trim())
    .filter(Boolean)) {
    const [from, to = from] = part.split(/\s*(?:[-–—]|\bto\b)\s*/) as [string, string?];
    const [a, b] = [day(from), day(to)];
    if (a === 0 || b === 0) return null;
    for (let d = a; ; d = (d % 7) + 1) {
      days.add(d);
      if (d === b) break;
    }
  }
  return [...days].sort((x, y) => x - y);
}
