import { row, type Catalogue, type LegKind } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { seriesOf, weatherAt, type WeatherSeries } from '@/core/weather/forecast';

/**
 * How a place of its own kind answers the weather: ambient = own + coupling · (weather − own). All † ours: a heated
 * room follows the weather little, a van without heating almost wholly, an aircraft hold hardly at all.
 */
export const legKindTable: Readonly<Record<LegKind, { label: string; ownC: number; coupling: number }>> = {
  room: { label: 'Room', ownC: 21, coupling: 0.05 },
  'own-car': { label: 'Car', ownC: 20, coupling: 0.25 },
  counter: { label: 'Counter', ownC: 18, coupling: 0.3 },
  'van-unconditioned': { label: 'Van', ownC: 15, coupling: 0.9 },
  'van-conditioned': { label: 'Heated van', ownC: 16, coupling: 0.25 },
  depot: { label: 'Depot', ownC: 14, coupling: 0.55 },
  'aircraft-hold': { label: 'Hold', ownC: 12, coupling: 0.05 },
  ramp: { label: 'Ramp', ownC: 15, coupling: 1 },
  doorstep: { label: 'Doorstep', ownC: 15, coupling: 1 },
};

export interface Leg {
  kind: LegKind;
  label: string;
  startMs: number;
  endMs: number;
  /** Weather is taken from the origin, the destination, or from one to the other along the leg. */
  at: 'origin' | 'between' | 'destination';
  flight: boolean;
}

const MIN = 60_000;
const HOUR = 60 * MIN;
/** From the first bag sealed to the door † common practice: bagging, standing for leaks, filling the box. */
export const PACKING_MIN_PER_BAG = 9;
const BOXING_MIN = 45;

/** The instants everything else hangs on; what happened replaces what was planned. */
export interface KeyInstants {
  sealMs: number;
  leaveMs: number;
  handOverMs: number;
  arriveMs: number;
  /** End of the delivery window, or the planned opening if that is later or there is no window. */
  deadlineMs: number;
  openMs: number;
}

export function keyInstants(c: Consignment, catalogue: Catalogue): KeyInstants {
  const service = row(catalogue.services, c.serviceId, 'service');
  const at = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso));
  const plannedHandOver = Date.parse(c.handOverAt);
  const leaveMs = plannedHandOver - service.driveMin * MIN;
  const packing = BOXING_MIN + PACKING_MIN_PER_BAG * Math.max(1, c.bags.length);
  const handOverMs = at(c.actual.handedOverAt) ?? plannedHandOver;
  const plannedOpen = Date.parse(c.openingAt);
  const openMs = at(c.actual.openedAt) ?? plannedOpen;
  const arriveMs = at(c.actual.arrivedAt) ?? (c.window ? Date.parse(c.window.startAt) : plannedOpen);
  const windowEnd = c.window ? Date.parse(c.window.endAt) : plannedOpen;
  return {
    sealMs: at(c.actual.sealedAt) ?? leaveMs - packing * MIN,
    leaveMs,
    handOverMs,
    arriveMs: Math.max(arriveMs, handOverMs + 10 * MIN),
    deadlineMs: c.actual.openedAt ? openMs : Math.max(windowEnd, plannedOpen),
    openMs,
  };
}

/** The journey as legs without gaps, from sealing to `untilMs`: after delivery the box waits where the service leaves it. */
export function legsOf(c: Consignment, catalogue: Catalogue, untilMs: number): Leg[] {
  const service = row(catalogue.services, c.serviceId, 'service');
  const k = keyInstants(c, catalogue);
  const legs: Leg[] = [];
  const add = (kind: LegKind, label: string, startMs: number, endMs: number, at: Leg['at']): void => {
    if (endMs > startMs) legs.push({ kind, label, startMs, endMs, at, flight: kind === 'aircraft-hold' });
  };
  const leaveMs = Math.min(k.leaveMs, k.handOverMs);
  add('room', 'Bench', k.sealMs, leaveMs, 'origin');
  add('own-car', 'Drive', Math.max(k.sealMs, leaveMs), k.handOverMs, 'origin');
  const total = service.legs.reduce((sum, l) => sum + l.share, 0);
  let from = Math.max(k.handOverMs, k.sealMs);
  const span = k.arriveMs - from;
  for (const l of service.legs) {
    const to = from + (span * l.share) / total;
    add(l.kind, l.label, from, to, l.at);
    from = to;
  }
  const waiting = legKindTable[service.waitsAt].label;
  add(service.waitsAt, waiting, Math.max(from, k.arriveMs), untilMs, 'destination');
  return legs;
}

export interface Ambient {
  tempC: Float64Array;
  pressureKPa: Float64Array;
  /** Hours from sealing for which some weather had to be repeated because the forecast does not reach. */
  uncoveredFromH: number | null;
}

/** Ambient along the legs, one value a step from sealing. Null with the name of a place that has no forecast. */
export function ambientAlong(
  c: Consignment,
  legs: readonly Leg[],
  time: { sealMs: number; steps: number; stepH: number; cabinKPa: number },
): { ok: true; value: Ambient } | { ok: false; missing: string } {
  if (!c.forecast) return { ok: false, missing: c.sender.place.name };
  const series = (name: string): WeatherSeries | null => seriesOf(c.forecast!, name);
  const origin = series(c.sender.place.name);
  const destination = series(c.receiver.place.name);
  if (!origin) return { ok: false, missing: c.sender.place.name };
  if (!destination) return { ok: false, missing: c.receiver.place.name };
  const out: Ambient = {
    tempC: new Float64Array(time.steps),
    pressureKPa: new Float64Array(time.steps).fill(101.325),
    uncoveredFromH: null,
  };
  let l = 0;
  for (let i = 0; i < time.steps; i++) {
    const ms = time.sealMs + i * time.stepH * HOUR;
    while (l < legs.length - 1 && ms >= legs[l]!.endMs) l++;
    const leg = legs[l]!;
    const a = weatherAt(origin, ms);
    const b = weatherAt(destination, ms);
    const share =
      leg.at === 'origin'
        ? 0
        : leg.at === 'destination'
          ? 1
          : Math.min(1, Math.max(0, (ms - leg.startMs) / (leg.endMs - leg.startMs)));
    const weather = a.tempC + share * (b.tempC - a.tempC);
    const kind = legKindTable[leg.kind];
    out.tempC[i] = kind.ownC + kind.coupling * (weather - kind.ownC);
    if (leg.flight) out.pressureKPa[i] = time.cabinKPa;
    const covered = (share === 1 || a.covered) && (share === 0 || b.covered);
    if (!covered && out.uncoveredFromH === null) out.uncoveredFromH = i * time.stepH;
  }
  return { ok: true, value: out };
}
