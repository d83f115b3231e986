import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { CholeskyDecomposition, determinant, inverse, Matrix } from 'ml-matrix';
import { climateOf } from '@/core/calendar/legs';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Catalogue } from '@/core/catalogue/schema';
import type { TracePlace } from '@/core/consignment/trace';
import type { Prepared, PreparedBox } from '@/core/engine/prepare';
import { normalQuantile } from '@/core/engine/random';
import { meansOf } from '@/core/weather/ambient';
import { boxCurves, simulateBox } from '@/core/heat/box';
import { heatModel, type BoxLoad, type HeatModel } from '@/core/heat/model';
import { ofTheKind, type Evidence, type Learned } from './information';

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
export type Known = (key: string) => { log: number; sigma: number };

/** Before anything was read: the catalogue. */
export const priorKnown =
  (a: Assumptions): Known =>
  (key) => ({ log: 0, sigma: key.startsWith('box:') ? a.boxKindSigma : a.packKindSigma });

/** After some of it was. */
export const knownFrom = (a: Assumptions, learned: readonly Pick<Learned, 'key' | 'factor' | 'sigma'>[]): Known => {
  const by = new Map(learned.map((l) => [l.key, { log: Math.log(l.factor), sigma: l.sigma }]));
  return (key) => by.get(key) ?? priorKnown(a)(key);
};

/** Readings of one place in a box, hours from its sealing and °C. */
export interface Readings {
  place: TracePlace;
  /** The bag it was with, by its place in the box; of the air and the outside −1. */
  bag: number;
  points: readonly { h: number; tempC: number }[];
  /** Name of what read them: each reads off as a whole by an error of its own. */
  instrument: string;
}

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

/** Means of each hour: a logger of minutes tells no more of a box than one of hours. */
export function hourly(points: readonly { h: number; tempC: number }[]): { h: number; tempC: number }[] {
  const by = new Map<number, { h: number; sum: number; n: number }>();
  for (const p of points) {
    const k = Math.floor(p.h);
    const b = by.get(k) ?? { h: 0, sum: 0, n: 0 };
    by.set(k, { h: b.h + p.h, sum: b.sum + p.tempC, n: b.n + 1 });
  }
  return [...by.values()].map((b) => ({ h: b.h / b.n, tempC: b.sum / b.n }));
}

/** Loss is a smooth thing: models are made this far apart, in its logarithm, and mixed in between († ours). */
const NODE = 0.02;
/** Evidence of a curve counts for so much of what its slopes say: they are taken at one point, and the world bends († ours, by simulated truths). */
const TEMPERED = 0.85;
/** Steps along the slopes until the curve itself meets the readings. */
const CHORDS = 3;
/** The air outside is off by pieces of so long, h († ours). */
const PIECE_H = 2;

interface Row {
  of: number;
  h: number;
  tempC: number;
}

/** The one box computed as often as a fit wants: its loss and the strengths of its packs as factors, `x` their logarithms. */
class Fit {
  readonly kinds: string[];
  private readonly models = new Map<number, HeatModel>();
  private readonly curves;
  private readonly load: BoxLoad;

  constructor(
    private readonly p: Prepared,
    private readonly box: PreparedBox,
    private readonly rows: readonly Row[],
    private readonly read: readonly Readings[],
    private readonly dud: string | null,
    readonly outside: Float64Array,
  ) {
    this.load = { ...box.load, heatPacks: box.load.heatPacks.map((h) => ({ ...h })) };
    this.kinds = [...new Set(box.load.heatPacks.map((h) => h.kindId ?? ''))];
    this.curves = boxCurves(box.bags.length, p.steps);
  }

  private strengths(x: readonly number[]): void {
    let dudLeft = this.dud;
    this.load.heatPacks.forEach((h, i) => {
      h.strength = this.box.load.heatPacks[i]!.strength * Math.exp(x[1 + this.kinds.indexOf(h.kindId ?? '')]!);
      if (dudLeft !== null && h.kindId === dudLeft) {
        h.strength = 0;
        dudLeft = null;
      }
    });
  }

  private modelAt(node: number): HeatModel {
    let m = this.models.get(node);
    if (!m) {
      this.load.lossFactor = this.box.load.lossFactor * Math.exp(node * NODE);
      this.models.set(node, (m = heatModel(this.load, this.p.stepH, this.p.a)));
    }
    return m;
  }

  /** Water of every bag with these numbers, on the steps of the journey. */
  bagsAt(x: readonly number[]): Float64Array[] {
    const { p } = this;
    this.strengths(x);
    this.load.lossFactor = this.box.load.lossFactor * Math.exp(x[0]!);
    return simulateBox(this.load, this.outside, p.steps, p.stepH, p.a).bagC;
  }

  /** Temperatures at the rows, °C. Between two models in proportion: the slope that a fit follows has no steps. */
  at(x: readonly number[], meanC: Float64Array = this.outside): Float64Array {
    const { p } = this;
    this.strengths(x);
    const low = Math.floor(x[0]! / NODE);
    const f = x[0]! / NODE - low;
    const out = new Float64Array(this.rows.length);
    for (const [node, share] of [
      [low, 1 - f],
      [low + 1, f],
    ] as const) {
      if (share <= 0) continue;
      const c = simulateBox(this.load, meanC, p.steps, p.stepH, p.a, this.curves, false, this.modelAt(node));
      this.rows.forEach((r, j) => {
        const of = this.read[r.of]!;
        const i = Math.min(p.steps - 2, Math.max(0, Math.floor(r.h / p.stepH)));
        const part = Math.min(1, Math.max(0, r.h / p.stepH - i));
        const curve = of.place === 'air' ? c.airC : of.place === 'outside' ? meanC : c.bagC[of.bag]!;
        // The air outside is known by the mean of each step.
        out[j]! += share * (of.place === 'outside' ? curve[i]! : curve[i]! + part * (curve[i + 1]! - curve[i]!));
      });
    }
    return out;
  }
}

/** What the air outside may be off in one piece of the journey, °C, as far as it goes with another piece. */
function outsideCovariance(p: Prepared, steps: readonly number[], weatherSigmaC: number): Matrix {
  const { a } = p;
  const at = steps.map((step) => {
    const piece = p.ambient.pieces.find((x) => x.step === step) ?? p.ambient.pieces[p.ambient.pieces.length - 1]!;
    return { ...piece, ...climateOf(p.legs[piece.leg]!, a), h: step * p.stepH };
  });
  const { sender, receiver } = p.consignment;
  const onePlace = sender.place.name === receiver.place.name;
  return new Matrix(
    at.map((x) =>
      at.map((y) => {
        const ends = onePlace ? 1 : (1 - x.toDestination) * (1 - y.toDestination) + x.toDestination * y.toDestination;
        const weather =
          x.coupling * y.coupling * weatherSigmaC ** 2 * ends * Math.exp(-Math.abs(x.h - y.h) / a.forecastErrorMemoryH);
        if (x.leg !== y.leg || x.coupling >= 1) return weather;
        const own = (1 - x.coupling) * (1 - y.coupling) * a.legOwnSigmaC ** 2;
        return weather + own + (x.weatherC - x.ownC) * (y.weatherC - y.ownC) * a.legCouplingSigma ** 2;
      }),
    ),
  );
}

/** Covariance of the readings about the computed curve: their scatter, each instrument as a whole, and the air outside. */
function covarianceOf(
  p: Prepared,
  fit: Fit,
  rows: readonly Row[],
  used: readonly Readings[],
  weatherSigmaC: number,
): Matrix {
  const { a } = p;
  const zero = [0, ...fit.kinds.map(() => 0)];
  const base = fit.at(zero);
  const per = Math.max(1, Math.round(PIECE_H / p.stepH));
  const untilH = rows.reduce((m, r) => Math.max(m, r.h), 0);
  const pieces = Math.ceil((untilH / p.stepH + 1) / per);
  const G = new Matrix(rows.length, pieces);
  for (let k = 0; k < pieces; k++) {
    const warmer = fit.outside.map((v, i) => (i >= k * per && i < (k + 1) * per ? v + 1 : v));
    fit.at(zero, warmer).forEach((v, j) => G.set(j, k, v - base[j]!));
  }
  const at = Array.from({ length: pieces }, (_, k) => Math.min(p.steps - 1, k * per + (per >> 1)));
  const half = G.mmul(outsideCovariance(p, at, weatherSigmaC)).mmul(G.transpose());
  // Symmetric but for rounding.
  const C = Matrix.add(half, half.transpose()).mul(0.5);
  rows.forEach((r, i) =>
    rows.forEach((q, j) => {
      const same = used[r.of]!.instrument === used[q.of]!.instrument ? a.learnSensorC ** 2 : 0;
      C.set(i, j, C.get(i, j) + same + (i === j ? a.learnReadingC ** 2 : 0));
    }),
  );
  return C;
}

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

/** Several ways it may have been as one Gaussian with their common middle and spread, each weighing by its odds and its fit (Laplace). */
function mixed(ways: readonly { way: Solved; odds: number }[]): {
  mean: number[];
  precision: Matrix;
  likeliest: Solved;
} {
  const least = Math.min(...ways.map((w) => w.way.cost));
  const raw = ways.map((w) => (w.odds * Math.exp(-(w.way.cost - least) / 2)) / Math.sqrt(determinant(w.way.precision)));
  const sum = raw.reduce((s, v) => s + v, 0);
  const weights = raw.map((v) => v / sum);
  const n = ways[0]!.way.x.length;
  const mean = Array.from({ length: n }, (_, i) => ways.reduce((s, w, k) => s + weights[k]! * w.way.x[i]!, 0));
  const C = Matrix.zeros(n, n);
  ways.forEach((w, k) => {
    const apart = Matrix.columnVector(w.way.x.map((v, i) => v - mean[i]!));
    C.add(inverse(w.way.precision).add(apart.mmul(apart.transpose())).mul(weights[k]!));
  });
  const best = weights.indexOf(Math.max(...weights));
  return { mean, precision: inverse(C), likeliest: ways[best]!.way };
}

/**
 * Means of the air outside with the climates of the legs as they are on the average of the draws: what follows the weather
 * nearly whole can follow it no more than whole, so that on average it follows a little less.
 */
function outsideMean(p: Prepared): Float64Array {
  const out = new Float64Array(p.ambient.meanC.length);
  const climates = p.legs.map((l) => {
    const { ownC, coupling } = climateOf(l, p.a);
    if (coupling >= 1) return { ownC, coupling };
    const n = 40;
    const follows = Array.from({ length: n }, (_, i) =>
      Math.min(1, Math.max(0, coupling + p.a.legCouplingSigma * normalQuantile((i + 0.5) / n))),
    );
    return { ownC, coupling: follows.reduce((s, v) => s + v, 0) / n };
  });
  meansOf(p.ambient.pieces, climates, null, out);
  return out;
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
export const weatherSigmaOf = (p: Prepared): number => {
  const leadH = (p.instants.sealMs - Date.parse(p.forecast.madeAt)) / 3600_000 + p.openH / 2;
  return Math.min(p.a.forecastErrorMostC, p.a.forecastErrorC + (p.a.forecastErrorCPerDay * Math.max(0, leadH)) / 24);
};

const last = (p: Prepared): number => (p.steps - 1) * p.stepH;

/**
 * What readings of one box tell of its kind and of the kinds of its packs. Generalised least squares (Levenberg and
 * Marquardt, library) over the loss of the box and the strength of each kind of pack, each drawn towards what is known of it;
 * what readings are off together (an instrument as a whole, the weather, the climate of a leg) is in their covariance. What the
 * readings alone say is what is left when the first is taken out again. `p` was prepared with `unlearned` rows;
 * `weatherSigmaC` is how far the forecast may be off. Readings before the box was closed or after its opening tell
 * nothing; null where none is left.
 */
export function evidenceOfBox(
  p: Prepared,
  boxIndex: number,
  readings: readonly Readings[],
  known: Known = priorKnown(p.a),
  weatherSigmaC = weatherSigmaOf(p),
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
  const keys = [`box:${box.box.boxTypeId}`, ...kinds.map((k) => `pack:${k}`)];
  const so = keys.map(known);
  const prior = so.map((k, i) => Math.hypot(k.sigma, i === 0 ? a.boxSigma : own[i - 1]!));
  const middle = so.map((k) => k.log);
  const measured = rows.map((r) => r.tempC);

  const outside = outsideMean(p);
  const solve = (dud: string | null): Solved => {
    const fit = new Fit(p, box, rows, used, dud, outside);
    const L = new CholeskyDecomposition(covarianceOf(p, fit, rows, used, weatherSigmaC)).lowerTriangularMatrix;
    const y = [...whiten(L, measured), ...middle.map((m, i) => m / prior[i]!)];
    const f = (x: readonly number[]): number[] => [...whiten(L, fit.at(x)), ...x.map((v, i) => v / prior[i]!)];
    return around(f, y, { middle, prior }, fit, dud);
  };

  // Whether one of the packs was a dud nobody saw: every way it may have been is fitted, and weighs by how well it fits.
  const none = solve(null);
  const ways = [
    { way: none, odds: 1 },
    ...kinds.map((k) => {
      const count = ids.filter((id) => id === k).length;
      return { way: solve(k), odds: (count * a.packDudShare) / (1 - a.packDudShare) };
    }),
  ];
  const { mean: x, precision: P, likeliest } = mixed(ways);
  const dud = likeliest.dud;
  const { fit } = likeliest;
  const likelihood: Evidence = {
    keys,
    precision: Matrix.sub(P, Matrix.diag(prior.map((s) => s ** -2)))
      .mul(TEMPERED)
      .to2DArray(),
    pull: P.mmul(Matrix.columnVector(x))
      .to1DArray()
      .map((v, i) => TEMPERED * (v - middle[i]! / prior[i]! ** 2)),
  };
  const here = bestFit(likeliest, prior);
  const fitted = fit.at(here);
  const reckoned = fit.at(prior.map(() => 0));
  const off = (of: Float64Array): number =>
    Math.sqrt(rows.reduce((s, r, j) => s + (r.tempC - of[j]!) ** 2, 0) / rows.length);
  return {
    evidence: ofTheKind(likelihood, [a.boxSigma, ...own]),
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
