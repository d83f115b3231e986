import type { Assumptions } from '@/core/catalogue/assumptions';
import { SEA_JUDGED_FROM } from '@/core/water/criteria';

/** Figures of a water that may be left unmeasured. */
export const guessable = ['pH', 'khDkh', 'ghDgh', 'tanMgNL'] as const;
export type Guessable = (typeof guessable)[number];

/** What stands in for a figure that nobody measured (°dKH, °dGH, mg N/L), and how far waters lie from it. */
export interface Guesses extends Record<Guessable, number> {
  phSigma: number;
  /** Of the logarithm of the carbonate hardness. */
  khSigma: number;
}

/** What is usual of fresh water, and of the sea from where it is judged as sea. */
export const guessesFor = (salinity: number, a: Assumptions): Guesses =>
  salinity >= SEA_JUDGED_FROM
    ? {
        pH: a.guessSeaPh,
        khDkh: a.guessSeaKhDkh,
        ghDgh: a.guessSeaGhDgh,
        tanMgNL: a.guessTanMgNL,
        phSigma: a.guessSeaPhSigma,
        khSigma: a.guessSeaKhSigma,
      }
    : {
        pH: a.guessPh,
        khDkh: a.guessKhDkh,
        ghDgh: a.guessGhDgh,
        tanMgNL: a.guessTanMgNL,
        phSigma: a.guessPhSigma,
        khSigma: a.guessKhSigma,
      };

/** Nine in ten of waters lie between these: what a guess is told with. */
export function guessRange(what: 'pH' | 'khDkh', salinity: number, a: Assumptions): [number, number] {
  const g = guessesFor(salinity, a);
  const z = 1.645;
  return what === 'pH'
    ? [g.pH - z * g.phSigma, g.pH + z * g.phSigma]
    : [g.khDkh * Math.exp(-z * g.khSigma), g.khDkh * Math.exp(z * g.khSigma)];
}

/** A water whose guessed figures stand at what is usual by these assumptions; what was measured stays. */
export function withGuesses<W extends { salinity: number; guessed?: Guessable[] | undefined }>(
  w: W,
  a: Assumptions,
): W {
  const usual = guessesFor(w.salinity, a);
  return { ...w, ...Object.fromEntries((w.guessed ?? []).map((k) => [k, usual[k]])) };
}
