import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { CholeskyDecomposition, determinant, inverse, Matrix } from 'ml-matrix';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Prepared } from '@/core/engine/prepare';
import { covarianceOf, Fit, hourly, type BoxReadings, type Row } from './box-curve';
import { MODEL_OFF, priorOf } from './figures';
import { ofTheKind, type Evidence, type Learned } from './gaussian-posterior';

/** The rows as the catalogue has them, whatever was learned or tested since: what evidence is told against. */
export const unlearned = (c: Catalogue): Catalogue => {
  const plain = <T extends { measured?: unknown }>(rows: readonly T[]): T[] =>
    rows.map((r) => (r.measured === undefined ? r : { ...r, measured: undefined }));
  return { ...c, species: plain(c.species), boxes: plain(c.boxes), packs: plain(c.packs) };
};

/**
 * What is known of kinds when a box is looked at: the logarithm of times the catalogue, and its spread. The readings are
 * looked at around it, since a box far from what was thought answers otherwise; it is taken out of the evidence again.
 */
export type Prior = (key: string) => { log: number; sigma: number };

/** What every journey of a house may be off by alike: its sensors, their clocks, and how fast packs rise; in their own σ. */
const modelOff = ['sensor', 'clock', 'shape'].map((k) => `${MODEL_OFF}${k}`);

/** Before anything was read: the catalogue. */
const priorKnown =
  (a: Assumptions): Prior =>
  (key) => ({ log: 0, sigma: priorOf(a)(key) });

/** After some of it was. */
export const knownFrom = (a: Assumptions, learned: readonly Pick<Learned, 'key' | 'factor' | 'sigma'>[]): Prior => {
  const by = new Map(learned.map((l) => [l.key, { log: Math.log(l.factor), sigma: l.sigma }]));
  return (key) => by.get(key) ?? priorKnown(a)(key);
};

export interface BoxEvidence {
  /** Of the kinds: the box, and every kind of heat pack in it. */
  evidence: Evidence;
  /** Hours that were read, after thinning. */
  hours: number;
  /** What the box at hand does, times what is reckoned, and its packs, as they lay there. */
  loss: number;
  packs: { id: string; strength: number }[];
  /** One of the packs was most likely a dud: its kind, or null. */
  dud: string | null;
  /** Scatter of the readings about the fitted curve, °C, and about what was reckoned. */
  scatterC: number;
  reckonedOffC: number;
  /** Water of every bag as fitted, °C, on the steps of the journey. */
  bagC: Float64Array[];
  /** The fitted curve of the first readings, °C by hour from sealing. */
  fitted: { h: number; tempC: number }[];
}

/** Evidence of a curve counts for so much of what its slopes say: they are taken at one point, and the world bends († ours, by simulated truths). */
const TEMPERED = 0.55;
/** Steps along the slopes until the curve itself meets the readings. */
const CHORDS = 3;
/** One way it may have been, fitted: where its figures lie, how sharply, and how well it fits. */
interface Solved {
  x: number[];
  precision: Matrix;
  cost: number;
  fit: Fit;
  dud: string | null;
  f: (x: readonly number[]) => number[];
  y: readonly number[];
}

/**
 * What whitened readings say around what is known. The slopes are taken there and not where each box by itself would fit best:
 * taken there, boxes that were off to the strong side would weigh more than those off to the weak one, and many of them
 * would add up to a bias.
 */
function around(
  f: (x: readonly number[]) => number[],
  y: readonly number[],
  { middle, prior }: { middle: readonly number[]; prior: readonly number[] },
  fit: Fit,
  dud: string | null,
): Solved {
  const J = new Matrix(y.length, prior.length);
  prior.forEach((s, c) => {
    const step = 0.1 * s;
    const up = f(middle.map((v, i) => (i === c ? v + step : v)));
    const down = f(middle.map((v, i) => (i === c ? v - step : v)));
    up.forEach((v, r) => J.set(r, c, (v - down[r]!) / (2 * step)));
  });
  const P = J.transpose().mmul(J);
  const step = inverse(P).mmul(J.transpose());
  // The same slopes, followed to where the bent curve itself meets the readings.
  let x = [...middle];
  const first = f(middle);
  let rest = y.map((v, i) => v - first[i]!);
  for (let round = 0; round < CHORDS; round++) {
    const move = step.mmul(Matrix.columnVector(rest)).to1DArray();
    x = x.map((v, i) => middle[i]! + Math.min(3 * prior[i]!, Math.max(-3 * prior[i]!, v + move[i]! - middle[i]!)));
    const at = f(x);
    rest = y.map((v, i) => v - at[i]!);
  }
  return {
    x,
    precision: P,
    cost: rest.reduce((s, v) => s + v * v, 0),
    fit,
    dud,
    f,
    y,
  };
}

/** Where one box by itself fits best: least squares over the whitened readings (Levenberg and Marquardt, library). */
function bestFit({ f, y, x }: Solved, prior: readonly number[]): number[] {
  return levenbergMarquardt(
    { x: y.map((_, i) => i), y: [...y] },
    (q) => {
      const v = f(q);
      return (i) => v[i]!;
    },
    {
      initialValues: [...x],
      gradientDifference: prior.map((s) => 0.1 * s),
      damping: 0.01,
      maxIterations: 6,
      errorTolerance: 1e-3,
      improvementThreshold: 1e-3,
    },
  ).parameterValues;
}

/**
 * Several ways it may have been as one piece of evidence: what each says, by its odds and its fit (Laplace). Their information is
 * averaged, and not their figures: two ways that say opposite things then say little, and never less than nothing.
 */
function mixed(
  ways: readonly { way: Solved; odds: number }[],
  { middle, prior }: { middle: readonly number[]; prior: readonly number[] },
): { precision: number[][]; pull: number[]; likeliest: Solved } {
  const least = Math.min(...ways.map((w) => w.way.cost));
  const raw = ways.map((w) => (w.odds * Math.exp(-(w.way.cost - least) / 2)) / Math.sqrt(determinant(w.way.precision)));
  const sum = raw.reduce((t, v) => t + v, 0);
  const weights = raw.map((v) => v / sum);
  const n = middle.length;
  const A = Matrix.zeros(n, n);
  const h = Matrix.zeros(n, 1);
  ways.forEach(({ way }, k) => {
    A.add(Matrix.sub(way.precision, Matrix.diag(prior.map((s) => s ** -2))).mul(TEMPERED * weights[k]!));
    const own = way.precision.mmul(Matrix.columnVector(way.x));
    h.add(Matrix.sub(own, Matrix.columnVector(middle.map((m, i) => m / prior[i]! ** 2))).mul(TEMPERED * weights[k]!));
  });
  const likeliest = ways[weights.indexOf(Math.max(...weights))]!.way;
  return { precision: A.to2DArray(), pull: h.to1DArray(), likeliest };
}

/** Solves L z = v for a lower triangular L: readings that hang together become ones that do not. */
function whiten(L: Matrix, v: ArrayLike<number>): number[] {
  const z: number[] = [];
  for (let i = 0; i < v.length; i++) {
    let s = v[i]!;
    for (let j = 0; j < i; j++) s -= L.get(i, j) * z[j]!;
    z.push(s / L.get(i, i));
  }
  return z;
}

/** How far the forecast may be off in the middle of the journey, °C: it grows with how old it was by then. */
const weatherSigmaOf = (p: Prepared): number => {
  const leadH = (p.instants.sealMs - Date.parse(p.forecast.madeAt)) / 3600_000 + p.openH / 2;
  return Math.min(p.a.forecastErrorMostC, p.a.forecastErrorC + (p.a.forecastErrorCPerDay * Math.max(0, leadH)) / 24);
};

const last = (p: Prepared): number => (p.steps - 1) * p.stepH;

/**
 * What readings of one box tell of its kind and of the kinds of its packs. Generalised least squares (Levenberg and
 * Marquardt, library) over the loss of the box and the strength of each kind of pack, each drawn towards what is known of it;
 * what readings are off together (an instrument as a whole, the weather, the climate of a leg) is in their covariance. What the
 * readings alone say is what is left when the first is taken out again. `p` was prepared with `unlearned` rows, and so
 * were `others`: other ways the journey may have gone, with their odds against it. Readings before the box was closed or
 * after its opening tell nothing; null where none is left.
 */
export function evidenceOfBox(
  p: Prepared,
  boxIndex: number,
  readings: readonly BoxReadings[],
  known: Prior = priorKnown(p.a),
  others: readonly { p: Prepared; odds: number }[] = [],
): BoxEvidence | null {
  const box = p.boxes[boxIndex]!;
  const { a } = p;
  const closedH = Math.max(0, box.load.closedAtH ?? 0);
  const untilH = Math.min(p.openH, last(p));
  const used = readings.filter((r) => r.place !== 'bag' || r.bag >= 0);
  const rows: Row[] = used.flatMap((r, of) =>
    hourly(r.points.filter((x) => x.h > closedH + 0.25 && x.h <= untilH + 1e-6)).map((x) => ({ of, ...x })),
  );
  if (!rows.some((r) => used[r.of]!.place !== 'outside')) return null;

  const ids = box.load.heatPacks.map((h) => h.kindId ?? '');
  const kinds = [...new Set(ids)];
  const own = kinds.map((k) => a.packSigma / Math.sqrt(ids.filter((id) => id === k).length));
  const keys = [`box:${box.box.boxTypeId}`, ...kinds.map((k) => `pack:${k}`), ...modelOff];
  const so = keys.map(known);
  // Another box of its kind, and another journey: wind on it.
  const boxOwn = Math.hypot(a.boxSigma, a.learnWindSigma);
  const spread = [boxOwn, ...own, 0, 0, 0];
  const prior = so.map((k, i) => Math.hypot(k.sigma, spread[i]!));
  const middle = so.map((k) => k.log);
  const measured = rows.map((r) => r.tempC);

  const solve = (went: Prepared, dud: string | null): Solved => {
    const fit = new Fit(went, went.boxes[boxIndex]!, rows, used, dud, went.ambient.meanC);
    const covariance = covarianceOf(went, fit, rows, used, weatherSigmaOf(went));
    const L = new CholeskyDecomposition(covariance).lowerTriangularMatrix;
    const y = [...whiten(L, measured), ...middle.map((m, i) => m / prior[i]!)];
    const f = (x: readonly number[]): number[] => [...whiten(L, fit.at(x)), ...x.map((v, i) => v / prior[i]!)];
    return around(f, y, { middle, prior }, fit, dud);
  };

  // Where it stood, and whether a pack was a dud nobody saw: every way it may have been is fitted, and weighs by how well it fits.
  const duds = [
    { dud: null, odds: 1 },
    ...kinds.map((k) => ({
      dud: k,
      odds: (ids.filter((id) => id === k).length * a.packDudShare) / (1 - a.packDudShare),
    })),
  ];
  const ways = [{ p, odds: 1 }, ...others].flatMap((went) =>
    duds.map(({ dud, odds }) => ({ way: solve(went.p, dud), odds: went.odds * odds })),
  );
  const { precision, pull, likeliest } = mixed(ways, { middle, prior });
  const { dud, fit } = likeliest;
  const likelihood: Evidence = { keys, precision, pull };
  const here = bestFit(likeliest, prior);
  const fitted = fit.at(here);
  const reckoned = fit.at(prior.map(() => 0));
  const off = (of: Float64Array): number =>
    Math.sqrt(rows.reduce((s, r, j) => s + (r.tempC - of[j]!) ** 2, 0) / rows.length);
  return {
    evidence: ofTheKind(likelihood, spread),
    hours: rows.length,
    loss: Math.exp(here[0]!),
    packs: kinds.map((id, i) => ({ id, strength: Math.exp(here[1 + i]!) })),
    dud,
    scatterC: off(fitted),
    reckonedOffC: off(reckoned),
    bagC: fit.bagsAt(here),
    fitted: rows.flatMap((r, j) => (r.of === 0 ? [{ h: r.h, tempC: fitted[j]! }] : [])),
  };
}
