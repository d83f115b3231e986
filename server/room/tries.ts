/** Wrong tries that cost nothing: everybody mistypes. */
const FREE = 3;
const FIRST_WAIT_MS = 2000;
const LONGEST_WAIT_MS = 15 * 60_000;
/** Wrong codes in a row, from anywhere, after which every open code is closed: somebody is guessing. */
export const GUESSED = 10;

/** Counts wrong tries by where they come from: after some free ones each must wait twice as long as the one before. */
export function tries() {
  const wrong = new Map<string, { n: number; until: number }>();
  let inARow = 0;
  return {
    /** How long whoever asks from there has to wait, ms; 0 where a try may be made. */
    waitMs: (from: string, nowMs: number): number => Math.max(0, (wrong.get(from)?.until ?? 0) - nowMs),
    /** Remembers a wrong try; true where so many came in a row that somebody is guessing. */
    missed: (from: string, nowMs: number): boolean => {
      const n = (wrong.get(from)?.n ?? 0) + 1;
      const wait = n <= FREE ? 0 : Math.min(LONGEST_WAIT_MS, FIRST_WAIT_MS * 2 ** (n - FREE - 1));
      if (wrong.size > 5000) wrong.clear();
      wrong.set(from, { n, until: nowMs + wait });
      inARow++;
      if (inARow < GUESSED) return false;
      inARow = 0;
      return true;
    },
    right: (from: string): void => {
      wrong.delete(from);
      inARow = 0;
    },
  };
}
export type Tries = ReturnType<typeof tries>;
