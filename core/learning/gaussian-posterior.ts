import jStat from 'jstat';
import { inverse, Matrix } from 'ml-matrix';

/**
 * What some readings tell of figures of kinds: a Gaussian in the logarithm of each, which is times what the catalogue reckons.
 * Kept as information: `precision` (1/σ²) and `pull` (precision · mean), so that evidence adds up whatever it is of.
 */
export interface Evidence {
  /** What it tells of, such as "box:box-m" or "pack:heat-40h". */
  keys: string[];
  precision: number[][];
  pull: number[];
}

/** A figure of a kind as it is known: times what the catalogue reckons. */
export interface Learned {
  key: string;
  /** Middle, and the ends between which the true one lies nine times in ten. */
  factor: number;
  low: number;
  high: number;
  /** Spread of its logarithm. */
  sigma: number;
  /** How much of it is own readings, 0…1; the rest is the catalogue. */
  weight: number;
  /** Pieces of evidence. */
  from: number;
  /** They differ from one another by more than their errors: the spread was widened for it. */
  disagree: boolean;
  /** What was found before it was held within bounds; null where it lay there. */
  unbounded: number | null;
}

/** Standard normal quantile of an interval that holds nine in ten. */
export const Z90 = 1.6448536;
/** A learned figure stays between these, times the catalogue's († ours): beyond them something else is wrong. */
export const BOUNDS = { low: 0.4, high: 2.5 } as const;
/** Evidence that scatters more than chance would in one of so many cases is told as contradictory († ours). */
const DISAGREE = 0.005;

/**
 * What evidence of one piece tells of its kind, where pieces of a kind differ by `spread` (σ of the logarithm, by key):
 * (A⁻¹ + B)⁻¹, written so that directions of which nothing is told stay untold.
 */
export function ofTheKind(e: Evidence, spread: readonly number[]): Evidence {
  const A = new Matrix(e.precision);
  const B = Matrix.diag(spread.map((s) => s * s));
  const keep = inverse(Matrix.eye(spread.length).add(A.mmul(B)));
  const precision = keep.mmul(A);
  return {
    keys: e.keys,
    // Symmetric but for rounding.
    precision: precision.add(precision.transpose()).mul(0.5).to2DArray(),
    pull: keep.mmul(Matrix.columnVector(e.pull)).to1DArray(),
  };
}

/** What one piece of evidence tells of one key alone, everything else of it left open within the prior. */
function alone(
  e: Evidence,
  key: string,
  priorSigma: (key: string) => number,
): { mean: number; variance: number } | null {
  const i = e.keys.indexOf(key);
  const others = e.keys.map((_, j) => j).filter((j) => j !== i);
  const P = new Matrix(e.precision);
  let precision = P.get(i, i);
  let pull = e.pull[i]!;
  if (others.length > 0) {
    const rest = P.selection(others, others).add(Matrix.diag(others.map((j) => priorSigma(e.keys[j]!) ** -2)));
    const cross = P.selection([i], others).mmul(inverse(rest));
    precision -= cross.mmul(P.selection(others, [i])).get(0, 0);
    pull -= cross.mmul(Matrix.columnVector(others.map((j) => e.pull[j]!))).get(0, 0);
  }
  return precision > 1e-9 ? { mean: pull / precision, variance: 1 / precision } : null;
}

/** Whether pieces of evidence scatter about their common middle more than their errors allow (Cochran's Q), and by how much. */
function scatter(of: readonly { mean: number; variance: number }[]): number {
  if (of.length < 3) return 1;
  const weight = of.reduce((s, x) => s + 1 / x.variance, 0);
  const middle = of.reduce((s, x) => s + x.mean / x.variance, 0) / weight;
  const Q = of.reduce((s, x) => s + (x.mean - middle) ** 2 / x.variance, 0);
  const free = of.length - 1;
  return 1 - jStat.chisquare.cdf(Q, free) < DISAGREE ? Math.sqrt(Q / free) : 1;
}

/**
 * Everything that was read, joined: conjugate normal in the logarithm, drawn towards the catalogue by what is not known of a
 * kind (`priorSigma`), all kinds at once, since a box and the packs in it are told by the same curve. Exact for Gaussian
 * evidence. What the model itself leaves out (`floorSigma`) no number of pieces removes.
 */
export function learn(evidence: readonly Evidence[], priorSigma: (key: string) => number, floorSigma = 0): Learned[] {
  const keys = [...new Set(evidence.flatMap((e) => e.keys))].sort();
  if (keys.length === 0) return [];
  const at = new Map(keys.map((k, i) => [k, i]));
  const P = Matrix.diag(keys.map((k) => priorSigma(k) ** -2));
  const pull = Matrix.zeros(keys.length, 1);
  for (const e of evidence)
    e.keys.forEach((k, i) => {
      const r = at.get(k)!;
      pull.set(r, 0, pull.get(r, 0) + e.pull[i]!);
      e.keys.forEach((m, j) => {
        const c = at.get(m)!;
        P.set(r, c, P.get(r, c) + e.precision[i]![j]!);
      });
    });
  const covariance = inverse(P);
  const mean = covariance.mmul(pull);
  return keys.map((key, i) => {
    const own = evidence.filter((e) => e.keys.includes(key));
    const wider = scatter(own.flatMap((e) => alone(e, key, priorSigma) ?? []));
    const variance = Math.min(priorSigma(key) ** 2, covariance.get(i, i) * wider * wider + floorSigma ** 2);
    const sigma = Math.sqrt(variance);
    const found = Math.exp(mean.get(i, 0));
    const factor = Math.min(BOUNDS.high, Math.max(BOUNDS.low, found));
    return {
      key,
      factor,
      low: factor * Math.exp(-Z90 * sigma),
      high: factor * Math.exp(Z90 * sigma),
      sigma,
      weight: 1 - covariance.get(i, i) / priorSigma(key) ** 2,
      from: own.length,
      disagree: wider > 1,
      unbounded: factor === found ? null : found,
    };
  });
}

/** A figure that was found by itself, as evidence: a test at home. */
export const evidenceOf = (key: string, factor: number, sigma: number): Evidence => ({
  keys: [key],
  precision: [[sigma ** -2]],
  pull: [Math.log(factor) / sigma ** 2],
});
