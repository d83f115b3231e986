import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue, LegKind } from '@/core/catalogue/schema';
import type { Consignment, Road } from '@/core/consignment/schema';
import { MIN } from '@/core/quantities/time';
import { wayOf } from './distance';
import { legsAsSeen, STOOD_MS } from './sightings';

export const legWords: Readonly<Record<LegKind, string>> = {
  room: 'Room',
  'own-car': 'Car',
  'parked-car': 'Parked car',
  counter: 'Counter',
  'van-unconditioned': 'Van',
  'van-conditioned': 'Heated van',
  depot: 'Depot',
  'aircraft-hold': 'Hold',
  ramp: 'Ramp',
  doorstep: 'Doorstep',
};

export interface Leg {
  kind: LegKind;
  label: string;
  startMs: number;
  endMs: number;
  /** Weather is taken from the origin, the destination, or from one to the other along the leg. */
  at: 'origin' | 'between' | 'destination';
  flight: boolean;
  /** Of a leg between: how far along the way it begins and ends, 0…1; the whole way where absent. */
  part?: readonly [from: number, to: number];
  /** Kept at so many degrees by whoever carries it; by its kind where absent. */
  heldC?: number;
}

/** Kinds in which a bag is carried or driven: its water moves. Hold, ramp and doorstep are at rest. */
export const movingKinds: readonly LegKind[] = ['own-car', 'van-unconditioned', 'van-conditioned'];

/** How much of the weather of the destination is felt at an instant of a leg, 0…1. */
export function destinationPart(l: Leg, ms: number): number {
  if (l.at !== 'between') return l.at === 'origin' ? 0 : 1;
  const [from, to] = l.part ?? [0, 1];
  const along = Math.min(1, Math.max(0, (ms - l.startMs) / (l.endMs - l.startMs)));
  return from + along * (to - from);
}

/** The instants everything else hangs on; what happened replaces what was planned. */
export interface KeyInstants {
  sealMs: number;
  /** The box is closed, with its packs, and leaves. */
  leaveMs: number;
  handOverMs: number;
  arriveMs: number;
  /** End of the delivery window, or the planned opening if that is later or there is no window. */
  deadlineMs: number;
  openMs: number;
}

/**
 * An evening at the bench: box after box, in the order of the consignment. How many bags there are in all, and how many
 * of them are sealed before the first of each box.
 */
export interface Packing {
  bags: number;
  before: Readonly<Record<string, number>>;
}

export function packingOf(c: Pick<Consignment, 'boxes' | 'bags'>): Packing {
  const before: Record<string, number> = {};
  let n = 0;
  for (const box of c.boxes) {
    before[box.id] = n;
    n += c.bags.filter((b) => b.boxId === box.id).length;
  }
  return { bags: c.bags.length, before };
}

/** Hours from the first bag's sealing to that of a box's first: the bench takes boxes in turn until the first is closed. */
export function boxSealedAtH(k: KeyInstants, packing: Packing, boxId: string, a: Assumptions): number {
  const bagging = Math.min(k.leaveMs, k.handOverMs) - k.sealMs - a.boxingMin * MIN;
  const share = (packing.before[boxId] ?? 0) / Math.max(1, packing.bags);
  return (Math.max(0, bagging) * share) / (60 * MIN);
}

/** `bags`: of the whole evening, where only some of them are looked at: they are sealed no later for that. */
export function keyInstants(
  c: Consignment,
  catalogue: Catalogue,
  a: Assumptions,
  bags: number = c.bags.length,
): KeyInstants {
  const service = row(catalogue.services, c.serviceId, 'service');
  const at = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso));
  const plannedHandOver = Date.parse(c.handOverAt);
  const leaveMs = plannedHandOver - service.driveMin * MIN;
  const packing = a.boxingMin + (a.packingMinPerBag * Math.max(1, bags)) / Math.max(1, a.packers);
  const handOverMs = at(c.actual.handedOverAt) ?? plannedHandOver;
  const plannedOpen = Date.parse(c.openingAt);
  const openMs = at(c.actual.openedAt) ?? plannedOpen;
  const arriveMs = at(c.actual.arrivedAt) ?? plannedArriveMs(c);
  const windowEnd = c.window ? Date.parse(c.window.endAt) : plannedOpen;
  const k = {
    sealMs: at(c.actual.sealedAt) ?? leaveMs - packing * MIN,
    leaveMs,
    handOverMs,
    arriveMs: Math.max(arriveMs, handOverMs + 10 * MIN),
    deadlineMs: c.actual.openedAt ? openMs : Math.max(windowEnd, plannedOpen),
    openMs,
  };
  const seen = wayAsSeen(c, catalogue, k);
  if (!seen || c.actual.arrivedAt) return k;
  // A box that comes later is delivered and opened later by as much; one that comes sooner waits for whoever opens it.
  const seenArriveMs = seen[seen.length - 1]!.endMs;
  const late = c.actual.openedAt ? 0 : Math.max(0, seenArriveMs - plannedArriveMs(c));
  return { ...k, arriveMs: seenArriveMs, deadlineMs: k.deadlineMs + late, openMs: k.openMs + late };
}

const plannedArriveMs = (c: Consignment): number => Date.parse(c.window ? c.window.startAt : c.openingAt);

/** Legs from hand-over to delivery by what is known of the road; null where nothing is, and they are as planned. */
function wayAsSeen(c: Consignment, catalogue: Catalogue, k: KeyInstants): Leg[] | null {
  const { handedOverAt, arrivedAt, scans = [], dueAt, asOf } = c.actual;
  if (!handedOverAt || (scans.length === 0 && !dueAt && !asOf)) return null;
  const planned = onTheWay(c, catalogue, k.handOverMs, Math.max(plannedArriveMs(c), k.handOverMs + 10 * MIN));
  return legsAsSeen(planned, {
    scans: scans.map((s) => ({ leg: s.leg, ms: Date.parse(s.at) })),
    arrivedMs: arrivedAt ? k.arriveMs : null,
    dueMs: dueAt ? Date.parse(dueAt) : null,
    asOfMs: asOf ? Date.parse(asOf) : null,
  });
}

/** How long a box that has arrived stood where nobody saw it, ms; 0 where it was seen on its way, or was hardly late. */
export function stoodUnseenMs(c: Consignment, k: KeyInstants): number {
  const { arrivedAt, scans = [] } = c.actual;
  if (!arrivedAt || scans.length > 0) return 0;
  const later = k.arriveMs - k.handOverMs - (plannedArriveMs(c) - Date.parse(c.handOverAt));
  return later < STOOD_MS ? 0 : later;
}

/**
 * The journey as legs without gaps, from sealing to `untilMs`: after delivery the box waits where the service leaves it. One
 * that came late and was not seen on its way stood at `stoodAt`.
 */
export function legsOf(
  c: Consignment,
  catalogue: Catalogue,
  k: KeyInstants,
  untilMs: number,
  stoodAt: DelayPlace = 'hub',
): Leg[] {
  const service = row(catalogue.services, c.serviceId, 'service');
  const legs: Leg[] = [];
  const add = (
    kind: LegKind,
    label: string,
    startMs: number,
    endMs: number,
    at: Leg['at'],
    part?: Leg['part'],
  ): void => {
    if (endMs > startMs)
      legs.push({ kind, label, startMs, endMs, at, flight: kind === 'aircraft-hold', ...(part ? { part } : {}) });
  };
  const leaveMs = Math.min(k.leaveMs, k.handOverMs);
  add('room', 'Bench', k.sealMs, leaveMs, 'origin');
  add('own-car', 'Drive', Math.max(k.sealMs, leaveMs), k.handOverMs, 'origin');
  const from = Math.max(k.handOverMs, k.sealMs);
  const stoodMs = stoodUnseenMs(c, k);
  const arriveMs = k.arriveMs - stoodMs;
  const planned = onTheWay(c, catalogue, from, arriveMs);
  const way =
    stoodMs > 0
      ? legsHeldUp(planned, { handOverMs: from, arriveMs }, stoodMs, stoodAt)
      : (wayAsSeen(c, catalogue, k) ?? planned);
  legs.push(...way);
  const to = way[way.length - 1]?.endMs ?? from;
  add(service.waitsAt, legWords[service.waitsAt], Math.max(to, k.arriveMs), untilMs, 'destination');
  return legs;
}

/** Legs between hand-over and delivery as planned: set by hand, or the shares of the service. */
export function onTheWay(c: Consignment, catalogue: Catalogue, fromMs: number, arriveMs: number): Leg[] {
  const legs: Leg[] = [];
  if (c.road?.serviceId === c.serviceId) {
    byHand(c.road, fromMs, arriveMs, legs);
    return legs;
  }
  const service = row(catalogue.services, c.serviceId, 'service');
  const way = wayOf(service, c.sender.place, c.receiver.place, withOverrides(c.assumptions)).legs;
  const total = way.reduce((sum, l) => sum + l.share, 0);
  let startMs = fromMs;
  for (const { share, kind, label, at, part } of way) {
    const endMs = startMs + ((arriveMs - fromMs) * share) / total;
    if (endMs > startMs)
      legs.push({ kind, label, startMs, endMs, at, flight: kind === 'aircraft-hold', ...(part ? { part } : {}) });
    startMs = endMs;
  }
  return legs;
}

/** Legs that a hand has set, from hand-over on; the last lasts until delivery, and what comes after it is cut. */
function byHand(road: Road, handOverMs: number, arriveMs: number, legs: Leg[]): void {
  const between = road.legs.reduce((h, l) => h + (l.at === 'between' ? l.hours : 0), 0);
  let from = handOverMs;
  let gone = 0;
  road.legs.forEach((l, i) => {
    const last = i === road.legs.length - 1;
    const to = last ? arriveMs : Math.min(arriveMs, from + l.hours * 60 * MIN);
    const part = l.at === 'between' ? ([gone / between, (gone + l.hours) / between] as const) : undefined;
    if (l.at === 'between') gone += l.hours;
    if (to > from)
      legs.push({
        kind: l.kind,
        label: l.label || legWords[l.kind],
        startMs: from,
        endMs: to,
        at: l.at,
        flight: l.kind === 'aircraft-hold',
        ...(part ? { part } : {}),
        ...(l.heldC === undefined ? {} : { heldC: l.heldC }),
      });
    from = to;
  });
}

/** Where the hours of a delay are spent. */
export const delayPlaces = ['origin', 'hub', 'destination', 'door'] as const;
export type DelayPlace = (typeof delayPlaces)[number];

/**
 * Legs of a journey that is held up: in the last depot (or counter) of the origin, in a hub half way, in the last depot of
 * the destination, or where the box was delivered. A journey without such a leg is held up where it is, at the end of
 * what it has there. By car it stands in the car.
 */
export function legsHeldUp(
  legs: readonly Leg[],
  k: Pick<KeyInstants, 'handOverMs' | 'arriveMs'>,
  ms: number,
  where: DelayPlace,
): Leg[] {
  const later = (l: Leg): Leg => ({ ...l, startMs: l.startMs + ms, endMs: l.endMs + ms });
  const onTheWay = legs.filter((l) => l.startMs >= k.handOverMs && l.endMs <= k.arriveMs);
  const last = (test: (l: Leg) => boolean): number => legs.findLastIndex((l) => onTheWay.includes(l) && test(l));
  const hub = (l: Leg): Leg['kind'] => (l.kind === 'own-car' ? 'own-car' : 'depot');
  if (where === 'door' || onTheWay.length === 0) return [...legs];
  if (where === 'hub') {
    const i = last((l) => l.at === 'between');
    if (i >= 0) {
      const l = legs[i]!;
      const [from, to] = l.part ?? [0, 1];
      const half = (from + to) / 2;
      const middle = (l.startMs + l.endMs) / 2;
      const first: Leg = { ...l, endMs: middle, part: [from, half] };
      const held: Leg = {
        kind: hub(l),
        label: 'Held up',
        startMs: middle,
        endMs: middle + ms,
        at: 'between',
        flight: false,
        part: [half, half],
      };
      const rest: Leg = later({ ...l, startMs: middle, part: [half, to] });
      return [...legs.slice(0, i), first, held, rest, ...legs.slice(i + 1).map(later)];
    }
  }
  const end = where === 'destination' ? 'destination' : 'origin';
  const depot = last((l) => l.at === end && (l.kind === 'depot' || l.kind === 'counter'));
  const i = depot >= 0 ? depot : last((l) => l.at === end || l.at === 'between');
  if (i < 0) return [...legs];
  const l = legs[i]!;
  return [...legs.slice(0, i), { ...l, endMs: l.endMs + ms }, ...legs.slice(i + 1).map(later)];
}
