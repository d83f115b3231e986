import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { inverse, Matrix } from 'ml-matrix';
import type { Catalogue } from '@/core/catalogue/schema';
import type { TracePlace } from '@/core/consignment/trace';
import type { Prepared, PreparedBox } from '@/core/engine/prepare';
import { boxCurves, simulateBox } from '@/core/heat/box';
import { heatModel, type BoxLoad, type HeatModel } from '@/core/heat/model';
import { ofTheKind, type Evidence } from './information';

/** The rows as the catalogue has them, whatever was learned or tested since: what evidence is told against. */
export const unlearned = (c: Catalogue): Catalogue => {
  const plain = <T extends { measured?: unknown }>(rows: readonly T[]): T[] =>
    rows.map((r) => (r.measured === undefined ? r : { ...r, measured: undefined }));
  return { ...c, species: plain(c.species), boxes: plain(c.boxes), packs: plain(c.packs) };
};

/** Readings of one place in a box, hours from its sealing and °C. */
export interface Readings {
  place: TracePlace;
  /** The bag it was with, by its place in the box; of the air and the outside −1. */
  bag: number;
  points: readonly { h: number; tempC: number }[];
  /** An instrument of its own, which may read off as a whole: a logger. One reading of a thermometer is none. */
  logger: boolean;
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

/** Loss is a smooth thing: models are made this far apart and mixed no further than the nearest († as the draws do). */
const NODE = 0.02;

interface Row {
  of: number;
  h: number;
  tempC: number;
}

/** The one box computed as often as a fit wants: loss and strengths as factors, the air outside warmer by some. */
class Fit {
  readonly kinds: string[];
  private readonly models = new Map<number, HeatModel>();
  private readonly curves;
  private readonly meanC: Float64Array;
  private readonly load: BoxLoad;

  constructor(
    private readonly p: Prepared,
    private readonly box: PreparedBox,
    private readonly rows: readonly Row[],
    private readonly read: readonly Readings[],
    private readonly dud: string | null,
  ) {
    this.load = { ...box.load, heatPacks: box.load.heatPacks.map((h) => ({ ...h })) };
    this.kinds = [...new Set(box.load.heatPacks.map((h) => h.kindId ?? ''))];
    this.curves = boxCurves(box.bags.length, p.steps);
    this.meanC = new Float64Array(p.steps);
  }

  private modelAt(logLoss: number): HeatModel {
    const node = Math.round(logLoss / NODE);
    let m = this.models.get(node);
    if (!m) {
      this.load.lossFactor = this.box.load.lossFactor * Math.exp(node * NODE);
      this.models.set(node, (m = heatModel(this.load, this.p.stepH, this.p.a)));
    }
    return m;
  }

  /** Water of every bag with these numbers, on the steps of the journey. */
  bagsAt(x: readonly number[]): Float64Array[] {
    this.at(x);
    this.load.lossFactor = this.box.load.lossFactor * Math.exp(x[0]!);
    const { p } = this;
    return simulateBox(this.load, this.meanC, p.steps, p.stepH, p.a).bagC;
  }

  /** Temperatures at the rows: `x` is the logarithm of loss, of each kind's strength, the shift outside, the error of each logger. */
  at(x: readonly number[]): Float64Array {
    const { p, box, kinds } = this;
    const shift = x[1 + kinds.length]!;
    for (let i = 0; i < p.steps; i++) this.meanC[i] = p.ambient.meanC[i]! + shift;
    let dudLeft = this.dud;
    this.load.heatPacks.forEach((h, i) => {
      const k = kinds.indexOf(h.kindId ?? '');
      h.strength = box.load.heatPacks[i]!.strength * Math.exp(x[1 + k]!);
      if (dudLeft !== null && h.kindId === dudLeft) {
        h.strength = 0;
        dudLeft = null;
      }
    });
    const low = Math.floor(x[0]! / NODE) * NODE;
    const out = new Float64Array(this.rows.length);
    // Between two models in proportion: the slope that the fit follows has no steps.
    for (const [node, share] of [
      [low, 1 - (x[0]! - low) / NODE],
      [low + NODE, (x[0]! - low) / NODE],
    ] as const) {
      if (share <= 0) continue;
      const c = simulateBox(this.load, this.meanC, p.steps, p.stepH, p.a, this.curves, false, this.modelAt(node));
      this.rows.forEach((r, j) => {
        const of = this.read[r.of]!;
        const curve = of.place === 'air' ? c.airC : of.place === 'outside' ? this.meanC : c.bagC[of.bag]!;
        const i = Math.min(p.steps - 2, Math.max(0, Math.floor(r.h / p.stepH)));
        const f = Math.min(1, Math.max(0, r.h / p.stepH - i));
        // The air outside is known by the mean of each step.
        const v = of.place === 'outside' ? curve[i]! : curve[i]! + f * (curve[i + 1]! - curve[i]!);
        out[j]! += share * v;
      });
    }
    let logger = 2 + kinds.length;
    this.read.forEach((of, q) => {
      if (!of.logger) return;
      const off = x[logger++]!;
      this.rows.forEach((r, j) => {
        if (r.of === q) out[j]! += off;
      });
    });
    return out;
  }
}

const last = (p: Prepared): number => (p.steps - 1) * p.stepH;

/**
 * What readings of one box tell of its kind and of the kinds of its packs. Least squares (Levenberg and Marquardt, library)
 * over the loss of the box, the strength of each kind, the air outside as a whole, and each logger's own error, each drawn
 * towards what is known of it; what the readings alone say is what is left when that is taken out again. `p` was prepared
 * with `unlearned` rows. Readings before the box was closed or after its opening tell nothing; null where none is left.
 */
export function evidenceOfBox(
  p: Prepared,
  boxIndex: number,
  readings: readonly Readings[],
  outsideSigmaC: number,
): BoxEvidence | null {
  const box = p.boxes[boxIndex]!;
  const { a } = p;
  const closedH = Math.max(0, box.load.closedAtH ?? 0);
  const untilH = Math.min(p.openH, last(p));
  const used = readings.filter((r) => r.place !== 'bag' || r.bag >= 0);
  const rows: Row[] = used.flatMap((r, of) => {
    const inside = r.points.filter((x) => x.h > closedH + 0.25 && x.h <= untilH + 1e-6);
    return (r.logger ? hourly(inside) : inside).map((x) => ({ of, ...x }));
  });
  if (!rows.some((r) => used[r.of]!.place !== 'outside')) return null;

  const ids = box.load.heatPacks.map((h) => h.kindId ?? '');
  const kinds = [...new Set(ids)];
  const own = kinds.map((k) => a.packSigma / Math.sqrt(ids.filter((id) => id === k).length));
  const prior = [
    Math.hypot(a.boxKindSigma, a.boxSigma),
    ...kinds.map((_, i) => Math.hypot(a.packKindSigma, own[i]!)),
    outsideSigmaC,
    ...used.filter((r) => r.logger).map(() => a.learnSensorC),
  ];
  const y = rows.map((r) => r.tempC / a.learnReadingC);
  const n = rows.length;

  const solve = (dud: string | null) => {
    const fit = new Fit(p, box, rows, used, dud);
    const f = (x: number[]): number[] => [
      ...Array.from(fit.at(x), (v) => v / a.learnReadingC),
      ...x.map((v, i) => v / prior[i]!),
    ];
    const { parameterValues: x } = levenbergMarquardt(
      { x: Array.from({ length: n + prior.length }, (_, i) => i), y: [...y, ...prior.map(() => 0)] },
      (q) => {
        const v = f(q);
        return (i) => v[i]!;
      },
      {
        initialValues: prior.map(() => 0),
        minValues: prior.map((s) => -5 * s),
        maxValues: prior.map((s) => 5 * s),
        gradientDifference: prior.map((s) => 0.05 * s),
        damping: 0.01,
        maxIterations: 12,
        errorTolerance: 1e-4,
        improvementThreshold: 1e-4,
      },
    );
    const at = f(x);
    const cost = at.reduce((s, v, i) => s + (v - (y[i] ?? 0)) ** 2, 0);
    return { x, f, at, cost, fit };
  };

  // That one pack of a kind was a dud is a guess that has to be much better than that none was.
  let best = solve(null);
  let dud: string | null = null;
  for (const k of kinds) {
    const count = ids.filter((id) => id === k).length;
    if (count < 2) continue;
    const other = solve(k);
    const odds = (count * a.packDudShare) / (1 - a.packDudShare);
    if (other.cost - 2 * Math.log(odds) < best.cost - 2) {
      best = other;
      dud = k;
    }
  }
  const { x, f } = best;

  const J = new Matrix(n + prior.length, prior.length);
  prior.forEach((s, c) => {
    const step = 0.05 * s;
    const up = f(x.map((v, i) => (i === c ? v + step : v)));
    const down = f(x.map((v, i) => (i === c ? v - step : v)));
    up.forEach((v, r) => J.set(r, c, (v - down[r]!) / (2 * step)));
  });
  const P = J.transpose().mmul(J);
  const sub = Array.from({ length: 1 + kinds.length }, (_, i) => i);
  const rest = Array.from({ length: prior.length - sub.length }, (_, i) => i + sub.length);
  const cross = P.selection(sub, rest);
  const S = P.selection(sub, sub).sub(cross.mmul(inverse(P.selection(rest, rest))).mmul(cross.transpose()));
  const pull = S.mmul(Matrix.columnVector(sub.map((i) => x[i]!)));
  const likelihood: Evidence = {
    keys: [`box:${box.box.boxTypeId}`, ...kinds.map((k) => `pack:${k}`)],
    precision: Matrix.sub(S, Matrix.diag(sub.map((i) => prior[i]! ** -2))).to2DArray(),
    pull: pull.to1DArray(),
  };
  const reckoned = best.fit.at(prior.map(() => 0));
  const off = (of: (j: number) => number): number =>
    Math.sqrt(rows.reduce((s, r, j) => s + (r.tempC - of(j)) ** 2, 0) / n);
  return {
    evidence: ofTheKind(likelihood, [a.boxSigma, ...own]),
    hours: n,
    loss: Math.exp(x[0]!),
    packs: kinds.map((id, i) => ({ id, strength: Math.exp(x[1 + i]!) })),
    dud,
    scatterC: off((j) => best.at[j]! * a.learnReadingC),
    reckonedOffC: off((j) => reckoned[j]!),
    bagC: best.fit.bagsAt(x),
    fitted: rows.flatMap((r, j) => (r.of === 0 ? [{ h: r.h, tempC: best.at[j]! * a.learnReadingC }] : [])),
  };
}
