import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue, LegKind } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';

export const legWords: Readonly<Record<LegKind, string>> = {
  room: 'Room',
  'own-car': 'Car',
  counter: 'Counter',
  'van-unconditioned': 'Van',
  'van-conditioned': 'Heated van',
  depot: 'Depot',
  'aircraft-hold': 'Hold',
  ramp: 'Ramp',
  doorstep: 'Doorstep',
};

const parameter = {
  room: 'room',
  'own-car': 'ownCar',
  counter: 'counter',
  'van-unconditioned': 'vanUnconditioned',
  'van-conditioned': 'vanConditioned',
  depot: 'depot',
  'aircraft-hold': 'aircraftHold',
  ramp: 'ramp',
  doorstep: 'doorstep',
} as const satisfies Record<LegKind, string>;

/** How a kind of place answers the weather: ambient = own + coupling · (weather − own). °C and a share. */
export const legClimate = (kind: LegKind, a: Assumptions): { ownC: number; coupling: number } => ({
  ownC: a[`${parameter[kind]}OwnC`],
  coupling: a[`${parameter[kind]}Coupling`],
});

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

export function keyInstants(c: Consignment, catalogue: Catalogue, a: Assumptions): KeyInstants {
  const service = row(catalogue.services, c.serviceId, 'service');
  const at = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso));
  const plannedHandOver = Date.parse(c.handOverAt);
  const leaveMs = plannedHandOver - service.driveMin * MIN;
  const packing = a.boxingMin + a.packingMinPerBag * Math.max(1, c.bags.length);
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
export function legsOf(c: Consignment, catalogue: Catalogue, k: KeyInstants, untilMs: number): Leg[] {
  const service = row(catalogue.services, c.serviceId, 'service');
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
  add(service.waitsAt, legWords[service.waitsAt], Math.max(from, k.arriveMs), untilMs, 'destination');
  return legs;
}
