import { sameTimeLater, serves } from '@/core/calendar/calendar';
import { keyInstants, onTheWay } from '@/core/calendar/legs';
import type { Holiday } from '@/core/calendar/schema';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { nothingYet } from '@/core/consignment/project-facts';
import type { Consignment } from '@/core/consignment/schema';
import { HOUR } from '@/core/quantities/time';
import { evidenceOf, ofTheKind, type Evidence } from './gaussian-posterior';
import { learnShare, type LearnedShare } from './shares';

/** So much later than the end of its window a box counts as a day late, h († ours): traffic is no delay. */
export const LATE_FROM_H = 6;

/** One journey of a service: how many working days late it came, and how long its legs took. */
export interface Trip {
  serviceId: string;
  /** Days of delivery missed: 0 on its day, 1, 2 or more. */
  late: 0 | 1 | 2;
  /** The next day was not served: what came late came after the weekend. */
  trapped: boolean;
  /** Hours late against the end of the window; under 0 before it. */
  lateH: number;
  /** Legs that were seen to begin and to end: which one, planned and as it was, h. */
  legs: { leg: number; plannedH: number; tookH: number }[];
}

/** How a journey went, by what happened; null where it was not handed over, or has not arrived. */
export function tripOf(
  c: Consignment,
  catalogue: Catalogue,
  a: Assumptions,
  holidays: readonly Holiday[],
): Trip | null {
  const { handedOverAt, arrivedAt, scans = [] } = c.actual;
  if (!handedOverAt || !arrivedAt || c.direction === 'own-move') return null;
  const service = row(catalogue.services, c.serviceId, 'service');
  const plan = { ...c, actual: nothingYet() };
  const k = keyInstants(plan, catalogue, a);
  const dueMs = c.window ? Date.parse(c.window.endAt) : Date.parse(c.openingAt);
  const cameMs = Date.parse(arrivedAt);
  const { place } = c.receiver;
  // Days on which it could have come after the one it was promised for.
  let missed = 0;
  let trapped = false;
  for (let day = 1; day < 15; day++) {
    const ms = sameTimeLater(dueMs, day, place.zone);
    const served = serves(service, 'delivers', ms, place, holidays);
    if (day === 1 && !served) trapped = true;
    if (ms > cameMs + 12 * HOUR) break;
    if (served && cameMs > dueMs + LATE_FROM_H * HOUR && cameMs >= ms - 18 * HOUR) missed++;
  }
  if (missed === 0 && cameMs > dueMs + LATE_FROM_H * HOUR) missed = 1;
  const planned = onTheWay(plan, catalogue, k.handOverMs, k.arriveMs);
  const began = new Map(scans.map((s) => [s.leg, Date.parse(s.at)]));
  if (!began.has(0)) began.set(0, Date.parse(handedOverAt));
  began.set(planned.length, cameMs);
  const legs = planned.flatMap((l, leg) => {
    const from = began.get(leg);
    const to = began.get(leg + 1);
    const plannedH = (l.endMs - l.startMs) / HOUR;
    // A leg in which a day was lost tells of the delay.
    if (from === undefined || to === undefined || !(to > from) || missed > 0 || !(plannedH > 0)) return [];
    return [{ leg, plannedH, tookH: (to - from) / HOUR }];
  });
  return {
    serviceId: c.serviceId,
    late: Math.min(2, missed) as 0 | 1 | 2,
    trapped,
    lateH: (cameMs - dueMs) / HOUR,
    legs,
  };
}

/** The usual shares of a service: those of its row, or of its kind. */
export interface UsualDelays {
  oneDay: number;
  twoDays: number;
  lostWeekend: number;
}

export interface LearnedDelays {
  trips: number;
  oneDay: LearnedShare;
  twoDays: LearnedShare;
  lostWeekend: LearnedShare;
}

const ends = (share: number): number => Math.min(0.99, Math.max(0.002, share));

/**
 * Shares of delay of a service after some journeys, drawn towards the usual ones (conjugate Beta, one a share). A box that
 * was to come before a day without delivery tells of lost weekends, any other of single days.
 */
export function learnDelays(trips: readonly Trip[], usual: UsualDelays, asTrips: number): LearnedDelays {
  const free = trips.filter((t) => !t.trapped);
  const trapped = trips.filter((t) => t.trapped);
  return {
    trips: trips.length,
    oneDay: learnShare(free.filter((t) => t.late === 1).length, free.length, ends(usual.oneDay), asTrips),
    twoDays: learnShare(free.filter((t) => t.late === 2).length, free.length, ends(usual.twoDays), asTrips),
    lostWeekend: learnShare(
      trapped.filter((t) => t.late > 0).length,
      trapped.length,
      ends(usual.oneDay + usual.lostWeekend),
      asTrips,
    ),
  };
}

/** What timed legs tell of how long each leg of a service takes, times what it is planned with; keys "leg:service:number". */
export const legEvidence = (trips: readonly Trip[], a: Assumptions): Evidence[] =>
  trips.flatMap((t) =>
    t.legs.map((l) =>
      // Instants are known to a quarter of an hour.
      ofTheKind(evidenceOf(`leg:${t.serviceId}:${l.leg}`, l.tookH / l.plannedH, Math.max(0.02, 0.25 / l.plannedH)), [
        a.learnLegOwnSigma,
      ]),
    ),
  );
