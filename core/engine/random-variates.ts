import type { DelayPlace } from '@/core/calendar/legs';
import type { Cause } from './causes';
import { delaysOf, type Delays } from './delays';
import type { Prepared } from './prepare';
import { BLOCK, streamOf } from './random';
import { spreadOf } from '@/core/weather/forecast';
import type { Holiday } from '@/core/calendar/schema';
import type { Ambient, AmbientPiece } from '@/core/weather/ambient';

/** Hours between the points at which a forecast's error is drawn; straight lines between. */
const WEATHER_NODE_H = 6;

/** The luck of one draw. What is as planned is 0, or 1 where it multiplies. */
export interface VariateSet {
  delayH: number;
  place: DelayPlace;
  /** Normal numbers: of each leg, the air of its place and what the sun adds. */
  places: Float64Array;
  sun: Float64Array;
  /** Normal numbers: oxygen use of every species, by its place in `speciesIds`. */
  species: Float64Array;
  /** Times the power of every heat pack, box by box; 0 for a dud. */
  packs: Float64Array;
  /** Normal numbers: of every kind of pack, of every box, of every kind of box. */
  packKinds: Float64Array;
  boxes: Float64Array;
  boxKinds: Float64Array;
  /** Normal numbers: 24 h limits of every species, by its place in `speciesIds`. */
  coldLimits: Float64Array;
  warmLimits: Float64Array;
  /** Normal numbers: pH and hardness of a water that nobody measured. */
  water: Float64Array;
  /** Error of the forecast at either end, °C, at nodes `WEATHER_NODE_H` apart. */
  originErrorC: Float64Array;
  destinationErrorC: Float64Array;
}

/** Places in a draw's numbers, so that adding a pack, a box or a leg changes nobody else's luck; beyond, they are shared. */
export const PACK_SLOTS = 16;
const KIND_SLOTS = 32;
export const BOX_SLOTS = 24;
export const LEG_SLOTS = 12;

/** Place of a kind among the numbers of a draw: by its name alone, whatever else is on the shelf (FNV-1a). */
export function slotOfKind(id: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) h = Math.imul(h ^ id.charCodeAt(i), 0x01000193);
  return (h >>> 0) % KIND_SLOTS;
}

/** Apart from the seeds that anybody takes. */
const WATER_STREAM = 0x3f00000;
const LIMITS_STREAM = 0x3f80000;

const none = (): null => null;

/** Draws whose luck is kept. */
const KEPT_DRAWS = 4 * BLOCK;

/** Luck by the air of its journey: other packs and boxes on the same one meet the same. */
const known = new WeakMap<
  Ambient,
  { luck: RandomVariates; seed: number; holidays: readonly Holiday[]; species: number }[]
>();

export function variatesOf(p: Prepared, seed: number, holidays: readonly Holiday[], species: number): RandomVariates {
  let here = known.get(p.ambient);
  if (!here) known.set(p.ambient, (here = []));
  const same = here.find((x) => x.seed === seed && x.holidays === holidays && x.species === species);
  if (same) return same.luck;
  const luck = new RandomVariates(p, seed, delaysOf(p, holidays), species);
  here.push({ luck, seed, holidays, species });
  return luck;
}

/** Deals the luck of a journey: draw d of any alternative with the same seed meets the same. */
export class RandomVariates {
  private readonly nodes: number;
  private readonly dealt: VariateSet[] = [];
  /** What the forecast tells of its own spread, by place. */
  private readonly told: Record<string, (ms: number) => number | null> = {};

  constructor(
    private readonly p: Prepared,
    private readonly seed: number,
    private readonly delays: Delays,
    private readonly species: number,
  ) {
    this.nodes = Math.ceil(p.horizonH / WEATHER_NODE_H) + 2;
  }

  /** The luck of one draw; the first ones are kept, since many alternatives meet them. Not to be written into. */
  draw(index: number): VariateSet {
    if (index >= KEPT_DRAWS) return this.deal(index);
    return (this.dealt[index] ??= this.deal(index));
  }

  /** The random numbers of one draw, in an order that no alternative changes. */
  private deal(index: number): VariateSet {
    const { a } = this.p;
    const s = streamOf(this.seed, index);
    const normals = (n: number): Float64Array => {
      const out = new Float64Array(n);
      for (let i = 0; i < n; i++) out[i] = s.normal();
      return out;
    };
    const delayH = this.delays.hoursOf(s.uniform());
    const place = this.delays.placeOf(s.uniform());
    const packs = new Float64Array(PACK_SLOTS);
    for (let i = 0; i < PACK_SLOTS; i++) {
      const dud = s.uniform() < a.packDudShare;
      const strength = Math.exp(a.packSigma * s.normal());
      packs[i] = dud ? 0 : strength;
    }
    const packKinds = normals(KIND_SLOTS);
    const boxKinds = normals(KIND_SLOTS);
    const boxes = normals(BOX_SLOTS);
    const places = normals(LEG_SLOTS);
    const sun = normals(LEG_SLOTS);
    const species = normals(this.species);
    // A stream of its own: what was measured since meets the same of everything else.
    const unsure = streamOf(this.seed + WATER_STREAM, index);
    const water = Float64Array.of(unsure.normal(), unsure.normal());
    const limits = streamOf(this.seed + LIMITS_STREAM, index);
    const coldLimits = new Float64Array(this.species).map(() => limits.normal());
    const warmLimits = new Float64Array(this.species).map(() => limits.normal());
    const [originErrorC, destinationErrorC] = this.weather(s.normal);
    return {
      delayH,
      place,
      places,
      sun,
      species,
      packs,
      packKinds,
      boxes,
      boxKinds,
      coldLimits,
      warmLimits,
      water,
      originErrorC,
      destinationErrorC,
    };
  }

  private samePlace(): boolean {
    const { sender, receiver } = this.p.consignment;
    return sender.place.name === receiver.place.name;
  }

  /**
   * Errors of the forecast at both ends over the journey: first-order autoregressive, with a spread that grows by lead
   * time, or as the forecast itself tells. Dealt node by node, so that a longer look meets the same weather and then more of it.
   */
  private weather(normal: () => number): [origin: Float64Array, destination: Float64Array] {
    const { a, forecast, instants } = this.p;
    const keep = Math.exp(-WEATHER_NODE_H / a.forecastErrorMemoryH);
    const fresh = Math.sqrt(1 - keep * keep);
    const leadH = (instants.sealMs - Date.parse(forecast.madeAt)) / 3600_000;
    const ends = this.samePlace() ? 1 : 2;
    const { sender, receiver } = this.p.consignment;
    const told = [sender, receiver].map((x) => (this.told[x.place.name] ??= spreadOf(forecast, x.place.name) ?? none));
    const out = Array.from({ length: ends }, () => new Float64Array(this.nodes));
    const z = [0, 0];
    for (let i = 0; i < this.nodes; i++) {
      const days = Math.max(0, leadH + i * WEATHER_NODE_H) / 24;
      const spreadC = Math.min(a.forecastErrorMostC, a.forecastErrorC + a.forecastErrorCPerDay * days);
      for (let end = 0; end < ends; end++) {
        z[end] = i > 0 ? keep * z[end]! + fresh * normal() : normal();
        out[end]![i] = z[end]! * (told[end]!(instants.sealMs + i * WEATHER_NODE_H * 3600_000) ?? spreadC);
      }
    }
    return [out[0]!, out[ends - 1]!];
  }
}

/** A draw with one thing as planned. */
export function asPlanned(d: VariateSet, cause: Cause): VariateSet {
  const none = (x: Float64Array): Float64Array => new Float64Array(x.length);
  const ones = (x: Float64Array): Float64Array => new Float64Array(x.length).fill(1);
  switch (cause) {
    case 'delay':
      return { ...d, delayH: 0 };
    case 'weather':
      return { ...d, originErrorC: none(d.originErrorC), destinationErrorC: none(d.destinationErrorC) };
    case 'places':
      return { ...d, places: none(d.places), sun: none(d.sun) };
    case 'fish':
      return { ...d, species: none(d.species) };
    case 'packs':
      return { ...d, packs: ones(d.packs) };
    case 'box':
      return { ...d, boxes: none(d.boxes) };
    case 'packKind':
      return { ...d, packKinds: none(d.packKinds) };
    case 'boxKind':
      return { ...d, boxKinds: none(d.boxKinds) };
    case 'limits':
      return { ...d, coldLimits: none(d.coldLimits), warmLimits: none(d.warmLimits) };
    case 'water':
      return { ...d, water: none(d.water) };
  }
}

/** Errors of a forecast at its nodes as one value a step, at its middle: straight lines between. */
function bySteps(errorC: Float64Array, stepH: number): Float64Array {
  const perNode = WEATHER_NODE_H / stepH;
  return Float64Array.from({ length: Math.floor((errorC.length - 1) * perNode) }, (_, step) => {
    const at = (step + 0.5) / perNode;
    const n = Math.min(errorC.length - 2, Math.floor(at));
    return errorC[n]! + (at - n) * (errorC[n + 1]! - errorC[n]!);
  });
}

/** The errors of a draw by steps, which many alternatives meet. */
const stepped = new WeakMap<VariateSet, { stepH: number; originC: Float64Array; destinationC: Float64Array }>();

/** What the weather of a draw is warmer than forecast in a piece of the journey, °C. */
export function warmerBy(d: VariateSet, stepH: number): (piece: AmbientPiece) => number {
  let made = stepped.get(d);
  if (made?.stepH !== stepH) {
    made = { stepH, originC: bySteps(d.originErrorC, stepH), destinationC: bySteps(d.destinationErrorC, stepH) };
    stepped.set(d, made);
  }
  const { originC, destinationC } = made;
  const last = originC.length - 1;
  return ({ step, toDestination: to }) => {
    const i = step < last ? step : last;
    return originC[i]! + to * (destinationC[i]! - originC[i]!);
  };
}
