import type { Assumptions } from '@/core/catalogue/assumptions';

/** Figures of a water that may be left unmeasured. */
export const guessable = ['pH', 'khDkh', 'ghDgh', 'tanMgNL'] as const;
export type Guessable = (typeof guessable)[number];

/** What stands in for a figure that nobody measured: °dKH, °dGH, mg N/L. */
export const guessOf = (what: Guessable, a: Assumptions): number =>
  ({ pH: a.guessPh, khDkh: a.guessKhDkh, ghDgh: a.guessGhDgh, tanMgNL: a.guessTanMgNL })[what];

/** Nine in ten of waters lie between these: what a guess is told with. */
export function guessRange(what: 'pH' | 'khDkh', a: Assumptions): [number, number] {
  const z = 1.645;
  return what === 'pH'
    ? [a.guessPh - z * a.guessPhSigma, a.guessPh + z * a.guessPhSigma]
    : [a.guessKhDkh * Math.exp(-z * a.guessKhSigma), a.guessKhDkh * Math.exp(z * a.guessKhSigma)];
}
