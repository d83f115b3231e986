/** What changed last, and by which press: whoever made it has its figures already. */
export interface HouseChange {
  /** Counts on from the start of this server. */
  n: number;
  press: string;
}

/** Tells whoever listens that something of the house has changed. It carries no data: a screen asks anew for its own. */
export function changes() {
  const listeners = new Set<(c: HouseChange) => void>();
  // A server that was started anew counts on from its own instant, so that its first number is new to every screen.
  let last: HouseChange = { n: Date.now(), press: '' };
  return {
    last: (): HouseChange => last,
    tell: (press = ''): void => {
      last = { n: last.n + 1, press };
      for (const l of listeners) l(last);
    },
    listen: (l: (c: HouseChange) => void): (() => void) => {
      listeners.add(l);
      return () => void listeners.delete(l);
    },
  };
}
export type Changes = ReturnType<typeof changes>;
