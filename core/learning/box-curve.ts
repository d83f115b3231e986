import { Matrix } from 'ml-matrix';
import type { TracePlace } from '@/core/consignment/trace';
import type { Prepared, PreparedBox } from '@/core/engine/prepare';
import { boxCurves, simulateBox } from '@/core/heat/box';
import type { PackCurve } from '@/core/heat/pack';
import { SHARED } from './figures';
import { heatModel, type BoxLoad, type HeatModel } from '@/core/heat/model';
import { climatesAsPlanned, meansOf } from '@/core/weather/ambient';
import { outdoors } from '@/core/weather/place-air';

/** Readings of one place in a box, hours from its sealing and °C. */
export interface BoxReadings {
  place: TracePlace;
  /** The bag it was with, by its place in the box; of the air and the outside −1. */
  bag: number;
  points: readonly { h: number; tempC: number }[];
  /** Name of what read them: each reads off as a whole by an error of its own. */
  instrument: string;
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
/** The air outside is off by pieces of so long, h († ours). */
const PIECE_H = 2;

/** One hour of one place. */
export interface Row {
  of: number;
  h: number;
  tempC: number;
}

/** A pack's curve whose rise, and whose fade at the end, last so many times as long. */
function shaped({ ratedW }: PackCurve, times: number): PackCurve {
  const end = ratedW.length - 1;
  if (end < 3) return { ratedW };
  const [fadesAtH] = ratedW[end - 1]!;
  return {
    ratedW: ratedW.map(([h, w], i): [number, number] =>
      i === 1 ? [Math.min(h * times, ratedW[2]![0]), w] : i === end ? [fadesAtH + (h - fadesAtH) * times, w] : [h, w],
    ),
  };
}

/**
 * The one box computed as often as a fit wants. `x`: the logarithms of its loss and of the strengths of its packs, and
 * after them, where they are given, how far sensors, clocks and the shape of packs are off, each in its own σ.
 */
export class Fit {
  readonly kinds: string[];
  private readonly models = new Map<number, HeatModel>();
  private readonly curves;
  private readonly load: BoxLoad;

  constructor(
    private readonly p: Prepared,
    private readonly box: PreparedBox,
    private readonly rows: readonly Row[],
    private readonly read: readonly BoxReadings[],
    private readonly dud: string | null,
    readonly outside: Float64Array,
  ) {
    this.load = { ...box.load, heatPacks: box.load.heatPacks.map((h) => ({ ...h })) };
    this.kinds = [...new Set(box.load.heatPacks.map((h) => h.kindId ?? ''))];
    this.curves = boxCurves(box.bags.length, p.steps);
  }

  private strengths(x: readonly number[]): void {
    let dudLeft = this.dud;
    const slower = 1 + this.p.a.learnPackShape * (x[1 + this.kinds.length + 2] ?? 0);
    this.load.heatPacks.forEach((h, i) => {
      h.curve = shaped(this.box.load.heatPacks[i]!.curve, slower);
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
    const [sensor = 0, clock = 0] = x.slice(1 + this.kinds.length);
    const lateH = (clock * p.a.learnClockMin) / 60;
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
        const h = Math.max(0, r.h - lateH);
        const i = Math.min(p.steps - 2, Math.max(0, Math.floor(h / p.stepH)));
        const part = Math.min(1, Math.max(0, h / p.stepH - i));
        const curve = of.place === 'air' ? c.airC : of.place === 'outside' ? meanC : c.bagC[of.bag]!;
        // The air outside is known by the mean of each step.
        out[j]! += share * (of.place === 'outside' ? curve[i]! : curve[i]! + part * (curve[i + 1]! - curve[i]!));
      });
    }
    if (sensor !== 0) out.forEach((v, j) => (out[j] = v + sensor * p.a.learnSensorC));
    return out;
  }
}

/**
 * What the air outside may be off in one piece of the journey, °C, as far as it goes with another piece. How much of an
 * error of the weather is felt is read off the journey itself: what a degree more outdoors does to the air of its places.
 */
function outsideCovariance(p: Prepared, steps: readonly number[], weatherSigmaC: number): Matrix {
  const { a } = p;
  const warmer = new Float64Array(p.ambient.meanC.length);
  meansOf(p.ambient.pieces, climatesAsPlanned(p.legs, a), () => 1, warmer);
  const at = steps.map((step) => {
    const { leg, toDestination } =
      p.ambient.pieces.find((x) => x.step === step) ?? p.ambient.pieces[p.ambient.pieces.length - 1]!;
    return {
      leg,
      toDestination,
      felt: warmer[step]! - p.ambient.meanC[step]!,
      ownC: outdoors(p.legs[leg]!.kind) ? 0 : a.placeSigmaC,
      h: step * p.stepH,
    };
  });
  const { sender, receiver } = p.consignment;
  const onePlace = sender.place.name === receiver.place.name;
  return new Matrix(
    at.map((x) =>
      at.map((y) => {
        const ends = onePlace ? 1 : (1 - x.toDestination) * (1 - y.toDestination) + x.toDestination * y.toDestination;
        const weather =
          x.felt * y.felt * weatherSigmaC ** 2 * ends * Math.exp(-Math.abs(x.h - y.h) / a.forecastErrorMemoryH);
        return x.leg === y.leg ? weather + x.ownC * y.ownC : weather;
      }),
    ),
  );
}

/** Slope of computed temperatures at the rows, °C/h, by the rows beside of the same instrument. */
function slopes(rows: readonly Row[], tempC: ArrayLike<number>): number[] {
  return rows.map((r, j) => {
    const beside = (k: number): number => (rows[k]?.of === r.of ? k : j);
    const [from, to] = [beside(j - 1), beside(j + 1)];
    return to > from ? (tempC[to]! - tempC[from]!) / (rows[to]!.h - rows[from]!.h) : 0;
  });
}

/**
 * Covariance of the readings about the computed curve: their scatter, each instrument as a whole and its clock, the air
 * outside, and packs that rise and fade faster or slower than their curve.
 */
export function covarianceOf(
  p: Prepared,
  fit: Fit,
  rows: readonly Row[],
  used: readonly BoxReadings[],
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
  const perHour = slopes(rows, base);
  const clockH = a.learnClockMin / 60;
  const slower = [...zero, 0, 0, 1];
  const shape = fit.at(slower).map((v, j) => v - base[j]!);
  // As much of it is the same on every journey, and told apart (`SHARED`).
  const own = 1 - SHARED ** 2;
  rows.forEach((r, i) =>
    rows.forEach((q, j) => {
      const same =
        used[r.of]!.instrument === used[q.of]!.instrument
          ? own * (a.learnSensorC ** 2 + clockH ** 2 * (perHour[i]! * perHour[j]!))
          : 0;
      C.set(i, j, C.get(i, j) + own * (shape[i]! * shape[j]!) + same + (i === j ? a.learnReadingC ** 2 : 0));
    }),
  );
  return C;
}
