import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { keyInstants, legsOf, onTheWay, type Leg } from '@/core/calendar/legs';
import { legAt } from '@/core/calendar/sightings';
import type { Calendar } from '@/core/calendar/schema';
import type { Catalogue } from '@/core/catalogue/schema';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { evaluate, type Evaluation } from '@/core/evaluate/evaluate';
import { HOUR, MIN } from '@/core/quantities/time';

/** Shelves that somebody can clear in a depot: a heated room, or a cool hall out of the sun. */
const shelves = (a: Assumptions): readonly { heldC: number; words: string }[] => [
  { heldC: a.shelfWarmC, words: 'Call the depot: ask for a place in a heated room, away from the door' },
  { heldC: a.shelfCoolC, words: 'Call the depot: ask for a cool place, out of the sun and away from heaters' },
];

/** A leg of the road with where the box was seen. */
interface RoadLeg {
  label: string;
  kind: Leg['kind'];
  at: Leg['at'];
  startMs: number;
  endMs: number;
  plannedMs: number;
  seen: { at: string; words: string; method: string } | null;
}

/** Something that can still be done, and what it is worth. */
interface Help {
  id: 'collect' | 'shelf';
  words: string;
  /** Hours of the worst case that it gains; null where it lifts the limit beyond what is computed. */
  gainsH: number | null;
}

/** How the box stands on its way, as it is known at an instant. */
export interface RoadState {
  legs: RoadLeg[];
  /** The leg it is in; −1 before the first, `legs.length` once it is delivered. */
  leg: number;
  arriveMs: number;
  plannedArriveMs: number;
  deadlineMs: number;
  lateMin: number;
  /** Since when the next leg should have been seen; null where nothing is missed. */
  unseenSinceMs: number | null;
  state: Evaluation['overall']['state'];
  bagId: string | null;
  factor: Evaluation['overall']['factor'];
  worstSlackH: number | null;
  slackH: number | null;
  /** When the weakest bag reaches a limit in the worst tenth of runs; null where it outlasts what is computed. */
  holdsUntilMs: number | null;
  helps: Help[];
}

/** The consignment as somebody knows it who looks at an instant: what was not seen until then has not happened. */
export const asOf = (c: Consignment, ms: number): Consignment => ({
  ...c,
  actual: { ...c.actual, asOf: new Date(ms).toISOString() },
});

/** The legs between hand-over and delivery as they were planned when the box left. */
export function plannedRoad(c: Consignment, catalogue: Catalogue): Leg[] {
  const { scans: _, dueAt: __, asOf: ___, arrivedAt: ____, ...actual } = c.actual;
  const bare: Consignment = { ...c, actual: { ...actual, arrivedAt: null } };
  const k = keyInstants(bare, catalogue, withOverrides(c.assumptions));
  return onTheWay(bare, catalogue, k.handOverMs, k.arriveMs);
}

/** The journey with another end: fetched at an instant, and opened half an hour after it. */
const fetchedAt = (c: Consignment, ms: number): Consignment => {
  const iso = new Date(ms).toISOString();
  return {
    ...c,
    window: c.window ? { startAt: iso, endAt: iso } : null,
    openingAt: new Date(ms + 0.5 * HOUR).toISOString(),
    actual: { ...c.actual, dueAt: iso },
  };
};

/**
 * The rest of the road on a shelf that is asked for: what stands still from now on is kept at its warmth. The leg that the
 * box is in is cut in two, so that what lies behind stays as it was.
 */
function onShelf(c: Consignment, way: readonly Leg[], leg: number, nowMs: number, heldC: number): Consignment {
  const iso = (ms: number): string => new Date(ms).toISOString();
  const cut = way.flatMap((l, i) =>
    i === leg && l.startMs < nowMs
      ? [
          { ...l, endMs: nowMs },
          { ...l, startMs: nowMs },
        ]
      : [l],
  );
  const seen = cut.filter((l) => l.startMs <= nowMs);
  return {
    ...c,
    road: {
      serviceId: c.serviceId,
      legs: cut.map((l) => ({
        kind: l.kind,
        label: l.label,
        at: l.at,
        hours: Math.min(336, Math.max(0.01, (l.endMs - l.startMs) / HOUR)),
        ...(l.startMs >= nowMs && isStore(l) ? { heldC } : l.heldC === undefined ? {} : { heldC: l.heldC }),
      })),
    },
    actual: {
      ...c.actual,
      scans: seen.map((l, n) => ({ leg: n, at: iso(l.startMs), words: l.label, method: 'seen' })),
    },
  };
}

const isStore = (l: Pick<Leg, 'kind'>): boolean => l.kind === 'depot' || l.kind === 'counter';

const gain = (was: number | null, is: number | null): number | null =>
  is === null ? null : was === null ? 0 : is - was;

/** What can still be done, each computed in place of the road as it stands. */
function helpsOf(
  c: Consignment,
  catalogue: Catalogue,
  options: { calendar: Calendar },
  e: Evaluation,
  legs: readonly Leg[],
  leg: number,
  nowMs: number,
): Help[] {
  const out: Help[] = [];
  const worst = (x: Consignment): number | null | undefined => {
    const r = evaluate(x, catalogue, c.forecast, options);
    return r.ok ? r.value.overall.worstSlackH : undefined;
  };
  const depot = legs.findIndex((l, i) => i >= leg && l.at === 'destination' && isStore(l));
  const fetchMs =
    depot >= 0 ? Math.max(nowMs + e.assumptions.fetchAfterH * HOUR, legs[depot]!.startMs + 0.5 * HOUR) : Infinity;
  if (fetchMs < e.instants.arriveMs) {
    const w = worst(fetchedAt(c, fetchMs));
    if (w !== undefined)
      out.push({
        id: 'collect',
        words: `${c.direction === 'incoming' ? 'Collect it yourself' : `Call ${c.receiver.name}`}: at the ${legs[depot]!.label.toLowerCase()}, as soon as it arrives`,
        gainsH: gain(e.overall.worstSlackH, w),
      });
  }
  const stands = legs.some((l, i) => i >= leg && isStore(l) && l.heldC === undefined);
  for (const { heldC, words } of stands ? shelves(e.assumptions) : []) {
    const w = worst(onShelf(c, legs, leg, nowMs, heldC));
    if (w !== undefined) out.push({ id: 'shelf', words, gainsH: gain(e.overall.worstSlackH, w) });
  }
  return out
    .filter((h) => h.gainsH === null || h.gainsH >= e.assumptions.worthCallingH)
    .sort((x, y) => (y.gainsH ?? Infinity) - (x.gainsH ?? Infinity));
}

/**
 * The road as it is known at an instant: where the box is, how late, how long its bags hold, and what can still be done.
 * `c` with its scans and the newest forecast; a consignment that was handed over and not opened. Refuses with the sentence
 * of the evaluation where it cannot be computed.
 */
export function roadAt(c: Consignment, catalogue: Catalogue, calendar: Calendar, nowMs: number): Outcome<RoadState> {
  if (!c.actual.handedOverAt) return refuse('road', `${c.code} has not left yet.`);
  const a: Assumptions = withOverrides(c.assumptions);
  const scans = c.actual.scans ?? [];
  // Nobody follows it: it goes as planned until somebody says otherwise.
  const now = scans.length > 0 ? asOf(c, nowMs) : c;
  const r = evaluate(now, catalogue, c.forecast, { calendar });
  if (!r.ok) return r;
  const e = r.value;
  const planned = plannedRoad(c, catalogue);
  const k = keyInstants(now, catalogue, a);
  const way = legsOf(now, catalogue, k, k.deadlineMs).filter((l) => l.startMs >= k.handOverMs && l.endMs <= k.arriveMs);
  // Legs are told by their number on the road; where something was cut away, what is left keeps its own.
  const legs = way.map((l, n): RoadLeg => {
    const i =
      way.length === planned.length
        ? n
        : planned.findIndex((p) => p.kind === l.kind && p.label === l.label && p.at === l.at);
    const seen = scans.find((s) => s.leg === i) ?? null;
    return {
      label: l.label,
      kind: l.kind,
      at: l.at,
      startMs: l.startMs,
      endMs: l.endMs,
      plannedMs: planned[i]?.startMs ?? l.startMs,
      seen: seen && { at: seen.at, words: seen.words, method: seen.method },
    };
  });
  const delivered = c.actual.arrivedAt !== null || scans.some((s) => s.leg >= planned.length);
  const lastSeen = Math.max(0, ...scans.map((s) => s.leg));
  const leg = delivered ? way.length : scans.length > 0 ? lastSeen : legAt(way, nowMs);
  const plannedArriveMs = planned[planned.length - 1]?.endMs ?? k.arriveMs;
  // By the last sighting alone, without looking: when should the next one have come?
  const byScans = legsOf(c, catalogue, keyInstants(c, catalogue, a), k.deadlineMs).filter(
    (l) => l.startMs >= k.handOverMs,
  );
  const due = byScans[lastSeen + 1]?.startMs ?? k.arriveMs;
  const unseen = !delivered && scans.length > 0 && nowMs - due > a.askAfterMin * MIN ? due : null;
  const { bagId, factor, slackH, worstSlackH, state } = e.overall;
  const lateMin = delivered ? 0 : Math.max(0, Math.round((k.arriveMs - plannedArriveMs) / MIN));
  const worried = state !== 'fine' || lateMin >= a.lateFromMin || unseen !== null;
  return {
    ok: true,
    value: {
      legs,
      leg,
      arriveMs: k.arriveMs,
      plannedArriveMs,
      deadlineMs: k.deadlineMs,
      lateMin: lateMin >= a.lateFromMin ? lateMin : 0,
      unseenSinceMs: unseen,
      state,
      bagId,
      factor,
      slackH,
      worstSlackH,
      holdsUntilMs: worstSlackH === null ? null : e.instants.deadlineMs + worstSlackH * HOUR,
      helps: worried && !delivered ? helpsOf(now, catalogue, { calendar }, e, way, leg, nowMs) : [],
    },
  };
}
