import { causes, type Cause } from './causes';
import { bagCurves, simulateBag, type BagCurves } from '@/core/bag/simulate';
import { factors, firstToFail, safeHours, type Factor } from '@/core/bag/slack';
import type { Prepared } from './prepare';
import { boxCurves, heatModel, simulateBox, type BoxCurves, type BoxLoad, type HeatModel } from '@/core/heat/box';
import { delaysOf, type Delays } from './delays';
import type { Holiday } from '@/core/calendar/schema';
import { normalQuantile, streamOf } from './random';

/** Draws are computed on a half-hour step: within 0.1 °C and one point of chance of the five-minute one (tested). */
export const DRAW_STEP_H = 0.5;
/** Hours between the points at which a forecast's error is drawn; straight lines between. */
const WEATHER_NODE_H = 6;
/** Failing draws that are looked into for their cause; more only cost time. */
const EXAMINED = 60;

/** Points of a percentile: the curve below which that share of the draws lies. */
export interface Fan {
  stepH: number;
  p10: Float64Array;
  p25: Float64Array;
  p50: Float64Array;
  p75: Float64Array;
  p90: Float64Array;
}

export interface Risk {
  draws: number;
  seed: number;
  /** Draws in which a bag met a hard limit before that draw's own opening. */
  lost: number;
  /** Share of draws in which none did, 0…1. */
  chance: number;
  /** Standard error of the chance; never 0 (two draws of each outcome are added, Agresti & Coull 1998). */
  standardError: number;
  /** Lost draws by what failed first. */
  byFactor: Record<Factor, number>;
  /** Lost draws by the bag that failed first. */
  byBag: Record<string, number>;
  /** Of the lost draws that were looked into, how many would have been saved had this one thing gone as planned. */
  byCause: { examined: number; saved: Record<Cause, number> };
  /** 10th percentile of each draw's coldest and 90th of its warmest bag water before opening, °C. */
  coldestC: number;
  warmestC: number;
}

interface Drawn {
  delayH: number;
  /** Error of the forecast at either end, °C, at nodes `WEATHER_NODE_H` apart. */
  originErrorC: Float64Array;
  destinationErrorC: Float64Array;
  /** Times the oxygen use of every species, by its place in `speciesIds`. */
  speciesUse: Float64Array;
  /** Times the power of every heat pack, box by box; 0 for a dud. */
  packStrength: Float64Array;
  /** Level of insulation, 0 … INSULATION_LEVELS; the last is as planned. */
  insulation: number;
}

interface Outcome {
  lost: boolean;
  factor: Factor | null;
  bag: number;
  coldestC: number;
  warmestC: number;
}

/** Most packs a journey's random numbers are laid out for, so that adding a pack changes nobody else's luck. */
const PACK_SLOTS = 16;
/** Insulation is drawn from this many equally likely levels, so that each needs its heat model only once. */
const INSULATION_LEVELS = 32;

/**
 * Seeded Monte Carlo over one prepared journey. `more(n)` computes further draws, `result()` sums up what there is.
 * Varies: error of the weather (grows with lead time, fades with a memory, its own at either end), delay, oxygen use
 * of every species, strength and duds of packs, insulation. Common random numbers: draw d of any alternative with the
 * same seed meets the same of each. Buffers are made once and used again.
 */
export class Draws {
  private readonly speciesIds: string[];
  private readonly speciesOf: Int32Array[] = [];
  private readonly boxes: BoxCurves[];
  private readonly bag: BagCurves;
  private readonly meanC: Float64Array;
  private readonly use: Float64Array[];
  private readonly loads: BoxLoad[];
  /** Heat models by box and level of insulation; the last level is the planned one. */
  private readonly models: (HeatModel | undefined)[][];
  private readonly delays: Delays;
  private readonly nodes: number;
  private readonly bagIds: string[];
  private readonly outcomes: Outcome[] = [];
  /** Bag water of the followed bag in every draw, one row a draw, up to the planned opening. */
  private readonly followed: Float32Array[] = [];
  private readonly followedSteps: number;
  private readonly outside: Float32Array[] = [];

  constructor(
    private readonly p: Prepared,
    readonly seed: number,
    private readonly followBagId: string | null = null,
    holidays: readonly Holiday[] = [],
    /** Only whether a draw is lost is wanted: a bag too cold or hot spares the chemistry of all. */
    private readonly onlyLost = false,
  ) {
    const bags = p.boxes.flatMap((b) => b.bags);
    this.bagIds = bags.map((b) => b.bag.id);
    this.speciesIds = [...new Set(p.consignment.lines.map((l) => l.speciesId))];
    this.speciesOf = bags.map((b) => Int32Array.from(b.species, (s) => this.speciesIds.indexOf(s.id)));
    this.use = bags.map((b) => new Float64Array(b.species.length));
    this.boxes = p.boxes.map((b) => boxCurves(b.bags.length, p.steps));
    this.bag = bagCurves(p.steps);
    this.meanC = new Float64Array(p.steps);
    this.loads = p.boxes.map((b) => ({ ...b.load, heatPacks: b.load.heatPacks.map((h) => ({ ...h })) }));
    this.models = p.boxes.map(() => new Array<HeatModel | undefined>(INSULATION_LEVELS + 1));
    this.delays = delaysOf(p, holidays);
    this.nodes = Math.ceil(p.horizonH / WEATHER_NODE_H) + 2;
    this.followedSteps = Math.min(p.steps, Math.ceil(p.openH / p.stepH) + 1);
  }

  get count(): number {
    return this.outcomes.length;
  }

  more(n: number): void {
    for (let i = 0; i < n; i++) {
      const drawn = this.draw(this.outcomes.length);
      this.outcomes.push(this.run(drawn, true));
    }
  }

  /** The random numbers of one draw, in an order that no alternative changes. */
  private draw(index: number): Drawn {
    const { a } = this.p;
    const s = streamOf(this.seed, index);
    const delayH = this.delays.hoursOf(s.uniform());
    const insulation = Math.floor(s.uniform() * INSULATION_LEVELS);
    const packStrength = new Float64Array(PACK_SLOTS);
    for (let i = 0; i < PACK_SLOTS; i++) {
      const dud = s.uniform() < a.packDudShare;
      const strength = Math.exp(a.packStrengthSigma * s.normal());
      packStrength[i] = dud ? 0 : strength;
    }
    const originErrorC = this.weather(s.normal);
    const destinationErrorC = this.samePlace() ? originErrorC : this.weather(s.normal);
    const speciesUse = Float64Array.from(this.speciesIds, () => Math.exp(a.metabolismSigma * s.normal()));
    return { delayH, originErrorC, destinationErrorC, speciesUse, packStrength, insulation };
  }

  private samePlace(): boolean {
    const { sender, receiver } = this.p.consignment;
    return sender.place.name === receiver.place.name;
  }

  /** An error of the forecast over the journey: first-order autoregressive, with a spread that grows by lead time. */
  private weather(normal: () => number): Float64Array {
    const { a, forecast, instants } = this.p;
    const keep = Math.exp(-WEATHER_NODE_H / a.forecastErrorMemoryH);
    const fresh = Math.sqrt(1 - keep * keep);
    const leadH = (instants.sealMs - Date.parse(forecast.madeAt)) / 3600_000;
    const out = new Float64Array(this.nodes);
    let z = normal();
    for (let i = 0; i < this.nodes; i++) {
      if (i > 0) z = keep * z + fresh * normal();
      const days = Math.max(0, leadH + i * WEATHER_NODE_H) / 24;
      out[i] = z * Math.min(a.forecastErrorMostC, a.forecastErrorC + a.forecastErrorCPerDay * days);
    }
    return out;
  }

  private modelOf(box: number, level: number): HeatModel {
    const made = this.models[box]![level];
    if (made) return made;
    const { a, stepH } = this.p;
    const load = this.loads[box]!;
    const z = level < INSULATION_LEVELS ? normalQuantile((level + 0.5) / INSULATION_LEVELS) : 0;
    load.lossFactor = Math.exp(a.insulationSigma * z);
    const model = heatModel(load, stepH, a);
    this.models[box]![level] = model;
    return model;
  }

  /** One journey with these numbers, to its own opening. */
  private run(d: Drawn, keep: boolean): Outcome {
    const { p } = this;
    const openH = Math.min(p.horizonH, p.openH + d.delayH);
    const steps = Math.min(p.steps, Math.max(2, Math.ceil(openH / p.stepH) + 1));
    const { meanC, originShare, destinationShare } = p.ambient;
    for (let i = 0; i < steps; i++) {
      const at = ((i + 0.5) * p.stepH) / WEATHER_NODE_H;
      const n = Math.min(this.nodes - 2, Math.floor(at));
      const f = at - n;
      const from = d.originErrorC[n]! + f * (d.originErrorC[n + 1]! - d.originErrorC[n]!);
      const to = d.destinationErrorC[n]! + f * (d.destinationErrorC[n + 1]! - d.destinationErrorC[n]!);
      this.meanC[i] = meanC[i]! + originShare[i]! * from + destinationShare[i]! * to;
    }
    let firstH = Infinity;
    const o: Outcome = { lost: false, factor: null, bag: -1, coldestC: Infinity, warmestC: -Infinity };
    let slot = 0;
    for (let b = 0; b < p.boxes.length; b++) {
      const load = this.loads[b]!;
      for (const pack of load.heatPacks) pack.strength = d.packStrength[slot++ % PACK_SLOTS]!;
      const model = this.modelOf(b, d.insulation);
      const curves = simulateBox(load, this.meanC, steps, p.stepH, p.a, this.boxes[b], false, model);
      for (let i = 0; i < curves.bagC.length; i++) {
        const tempC = curves.bagC[i]!;
        const { tempHardMinC, tempHardMaxC } = p.boxes[b]!.bags[i]!.limits;
        for (let s = 0; s < steps; s++) {
          const t = tempC[s]!;
          if (t < o.coldestC) o.coldestC = t;
          if (t > o.warmestC) o.warmestC = t;
          if (this.onlyLost && (t < tempHardMinC || t > tempHardMaxC) && s * p.stepH < openH) o.lost = true;
        }
      }
    }
    if (o.lost) return { ...o, factor: 'temperature' };
    let bagIndex = 0;
    for (let b = 0; b < p.boxes.length; b++)
      for (let i = 0; i < p.boxes[b]!.bags.length; i++, bagIndex++) {
        const bag = p.boxes[b]!.bags[i]!;
        const tempC = this.boxes[b]!.bagC[i]!;
        const use = this.use[bagIndex]!;
        const species = this.speciesOf[bagIndex]!;
        for (let j = 0; j < use.length; j++) use[j] = d.speciesUse[species[j]!]!;
        simulateBag(
          bag.contents,
          { tempC, steps, stepH: p.stepH, pressureKPa: p.ambient.pressureKPa, oxygenUse: 1, useOfKind: use },
          p.a,
          this.bag,
        );
        const first = firstToFail(safeHours(this.bag, tempC, bag.limits, p.stepH, p.a.nh3MeanH, steps));
        if (first && first.hours < openH && first.hours < firstH) {
          firstH = first.hours;
          o.lost = true;
          o.factor = first.factor;
          o.bag = bagIndex;
        }
        if (keep && bag.bag.id === this.followBagId)
          this.followed.push(Float32Array.from(tempC.subarray(0, this.followedSteps)));
      }
    if (keep && this.followBagId !== null)
      this.outside.push(Float32Array.from(this.meanC.subarray(0, this.followedSteps)));
    return o;
  }

  /** What would have saved a lost draw: each cause by itself set to what was planned. */
  private examine(): Risk['byCause'] {
    const saved: Record<Cause, number> = { delay: 0, weather: 0, fish: 0, packs: 0, insulation: 0 };
    let examined = 0;
    const calm = new Float64Array(this.nodes);
    const ones = new Float64Array(PACK_SLOTS).fill(1);
    for (let i = 0; i < this.outcomes.length && examined < EXAMINED; i++) {
      if (!this.outcomes[i]!.lost) continue;
      examined++;
      const d = this.draw(i);
      const asPlanned: Record<Cause, Drawn> = {
        delay: { ...d, delayH: 0 },
        weather: { ...d, originErrorC: calm, destinationErrorC: calm },
        fish: { ...d, speciesUse: new Float64Array(this.speciesIds.length).fill(1) },
        packs: { ...d, packStrength: ones },
        insulation: { ...d, insulation: INSULATION_LEVELS },
      };
      for (const cause of causes) if (!this.run(asPlanned[cause], false).lost) saved[cause]++;
    }
    return { examined, saved };
  }

  /** Sums up the draws so far. `withCauses` looks into the lost ones, at five more runs each. */
  result(withCauses = true): Risk {
    const n = this.outcomes.length;
    const lost = this.outcomes.filter((o) => o.lost);
    const byFactor = Object.fromEntries(factors.map((f) => [f, 0])) as Record<Factor, number>;
    const byBag: Record<string, number> = {};
    for (const o of lost) {
      byFactor[o.factor!]++;
      const id = this.bagIds[o.bag];
      if (id !== undefined) byBag[id] = (byBag[id] ?? 0) + 1;
    }
    const guarded = (n - lost.length + 2) / (n + 4);
    return {
      draws: n,
      seed: this.seed,
      lost: lost.length,
      chance: n > 0 ? 1 - lost.length / n : 0,
      standardError: Math.sqrt((guarded * (1 - guarded)) / (n + 4)),
      byFactor,
      byBag,
      byCause: withCauses
        ? this.examine()
        : { examined: 0, saved: { delay: 0, weather: 0, fish: 0, packs: 0, insulation: 0 } },
      coldestC: percentile(Float64Array.from(this.outcomes, (o) => o.coldestC).sort(), 0.1),
      warmestC: percentile(Float64Array.from(this.outcomes, (o) => o.warmestC).sort(), 0.9),
    };
  }

  /** Percentiles over the draws of the followed bag's water and of what the box stands in, to the planned opening. */
  fans(): { water: Fan; outside: Fan } | null {
    if (this.followed.length === 0) return null;
    return { water: this.fanOf(this.followed), outside: this.fanOf(this.outside) };
  }

  private fanOf(rows: readonly Float32Array[]): Fan {
    const points = rows.reduce((m, r) => Math.min(m, r.length), Infinity);
    const of = (): Float64Array => new Float64Array(points);
    const fan: Fan = { stepH: this.p.stepH, p10: of(), p25: of(), p50: of(), p75: of(), p90: of() };
    const column = new Float64Array(rows.length);
    for (let i = 0; i < points; i++) {
      for (let r = 0; r < rows.length; r++) column[r] = rows[r]![i]!;
      column.sort();
      fan.p10[i] = percentile(column, 0.1);
      fan.p25[i] = percentile(column, 0.25);
      fan.p50[i] = percentile(column, 0.5);
      fan.p75[i] = percentile(column, 0.75);
      fan.p90[i] = percentile(column, 0.9);
    }
    return fan;
  }
}

/** Percentile of sorted values, straight lines between ranks; NaN of nothing. */
export function percentile(sorted: Float64Array, share: number): number {
  if (sorted.length === 0) return NaN;
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  const high = Math.min(sorted.length - 1, low + 1);
  return sorted[low]! + (at - low) * (sorted[high]! - sorted[low]!);
}
