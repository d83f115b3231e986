import type { DelayPlace } from '@/core/calendar/legs';
import type { Cause } from './causes';
import type { Delays } from './delays';
import type { Prepared } from './prepare';
import { streamOf } from './random';

/** Hours between the points at which a forecast's error is drawn; straight lines between. */
export const WEATHER_NODE_H = 6;

/** The luck of one draw. What is as planned is 0, or 1 where it multiplies. */
export interface Drawn {
  delayH: number;
  place: DelayPlace;
  /** Normal numbers: own temperature and coupling of each leg. */
  legOwn: Float64Array;
  legCoupling: Float64Array;
  /** Times the oxygen use of every species, by its place in `speciesIds`. */
  speciesUse: Float64Array;
  /** Times the power of every heat pack, box by box; 0 for a dud. */
  packs: Float64Array;
  /** Normal numbers: of every kind of pack, of every box, of every kind of box. */
  packKinds: Float64Array;
  boxes: Float64Array;
  boxKinds: Float64Array;
  /** Error of the forecast at either end, °C, at nodes `WEATHER_NODE_H` apart. */
  originErrorC: Float64Array;
  destinationErrorC: Float64Array;
}

/** Places in a draw's numbers, so that adding a pack, a box or a leg changes nobody else's luck; beyond, they are shared. */
export const PACK_SLOTS = 16;
export const KIND_SLOTS = 32;
export const BOX_SLOTS = 24;
export const LEG_SLOTS = 12;

/** Place of a kind among the numbers of a draw: by its name alone, whatever else is on the shelf (FNV-1a). */
export function slotOfKind(id: string): number {
  let h = 0x811c9dc5;
  for (let i = 0; i < id.length; i++) h = Math.imul(h ^ id.charCodeAt(i), 0x01000193);
  return (h >>> 0) % KIND_SLOTS;
}

/** Deals the luck of a journey: draw d of any alternative with the same seed meets the same. */
export class Luck {
  private readonly nodes: number;

  constructor(
    private readonly p: Prepared,
    private readonly seed: number,
    private readonly delays: Delays,
    private readonly species: number,
  ) {
    this.nodes = Math.ceil(p.horizonH / WEATHER_NODE_H) + 2;
  }

  /** The random numbers of one draw, in an order that no alternative changes. */
  draw(index: number): Drawn {
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
    const legOwn = normals(LEG_SLOTS);
    const legCoupling = normals(LEG_SLOTS);
    const speciesUse = normals(this.species).map((z) => Math.exp(a.metabolismSigma * z));
    const originErrorC = this.weather(s.normal);
    const destinationErrorC = this.samePlace() ? originErrorC : this.weather(s.normal);
    return {
      delayH,
      place,
      legOwn,
      legCoupling,
      speciesUse,
      packs,
      packKinds,
      boxes,
      boxKinds,
      originErrorC,
      destinationErrorC,
    };
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
}

/** A draw with one thing as planned. */
export function asPlanned(d: Drawn, cause: Cause): Drawn {
  const none = (x: Float64Array): Float64Array => new Float64Array(x.length);
  const ones = (x: Float64Array): Float64Array => new Float64Array(x.length).fill(1);
  switch (cause) {
    case 'delay':
      return { ...d, delayH: 0 };
    case 'weather':
      return { ...d, originErrorC: none(d.originErrorC), destinationErrorC: none(d.destinationErrorC) };
    case 'places':
      return { ...d, legOwn: none(d.legOwn), legCoupling: none(d.legCoupling) };
    case 'fish':
      return { ...d, speciesUse: ones(d.speciesUse) };
    case 'packs':
      return { ...d, packs: ones(d.packs) };
    case 'box':
      return { ...d, boxes: none(d.boxes) };
    case 'packKind':
      return { ...d, packKinds: none(d.packKinds) };
    case 'boxKind':
      return { ...d, boxKinds: none(d.boxKinds) };
  }
}
