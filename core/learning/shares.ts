import jStat from 'jstat';

/** A share as it is known after some counts, drawn towards the usual one. */
export interface LearnedShare {
  share: number;
  /** The true one lies between these nine times in ten. */
  low: number;
  high: number;
  /** How much of it is own counts, 0…1. */
  weight: number;
  count: number;
  of: number;
}

/**
 * A share after k of n, where the usual one counts as so many cases: conjugate Beta, mean and the interval that leaves one
 * in twenty at either end (quantiles of the Beta distribution, jStat). `usual` between 0 and 1, `asCases` over 0.
 */
export function learnShare(k: number, n: number, usual: number, asCases: number): LearnedShare {
  if (!(usual > 0 && usual < 1 && asCases > 0 && k >= 0 && k <= n))
    throw new RangeError(`A share of ${k} in ${n} with ${usual} of ${asCases} before it cannot be.`);
  const a = usual * asCases + k;
  const b = (1 - usual) * asCases + n - k;
  return {
    share: a / (a + b),
    low: jStat.beta.inv(0.05, a, b),
    high: jStat.beta.inv(0.95, a, b),
    weight: n / (n + asCases),
    count: k,
    of: n,
  };
}

/** A standard error as it is known after some of them were seen: inverse gamma, the usual one counting as so many. */
export interface LearnedSpread {
  sigma: number;
  low: number;
  high: number;
  weight: number;
  from: number;
}

/**
 * Spread of an error after the squares of some were seen (each the mean of one journey), the usual one counting as so many
 * journeys; interval of nine in ten by the chi-square distribution.
 */
export function learnSpread(squares: readonly number[], usual: number, asCases: number): LearnedSpread {
  const free = asCases + squares.length;
  const sum = asCases * usual * usual + squares.reduce((s, x) => s + x, 0);
  return {
    sigma: Math.sqrt(sum / free),
    low: Math.sqrt(sum / jStat.chisquare.inv(0.95, free)),
    high: Math.sqrt(sum / jStat.chisquare.inv(0.05, free)),
    weight: squares.length / free,
    from: squares.length,
  };
}
