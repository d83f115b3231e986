import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { keyInstants, legsOf, onTheWay, type Leg } from '@/core/calendar/legs';
import { legAt } from '@/core/calendar/seen';
import type { Calendar } from '@/core/calendar/schema';
import type { Catalogue } from '@/core/catalogue/schema';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { evaluate, type Evaluation } from '@/core/evaluate/evaluate';

const HOUR = 3600_000;
const MIN = 60_000;
/** A leg that should have been seen this long ago and was not is asked about, min († ours): depots scan in heaps. */
const UNSEEN_MIN = 60;
/** Later than this is told as late, min († ours). */
const LATE_MIN = 30;
/** Shelves that somebody can clear in a depot: a heated room, or a cool hall out of the sun, °C († ours). */
const SHELVES = [
  { heldC: 20, words: 'Call the depot: ask for a shelf in a heated room, away from the door' },
  { heldC: 15, words: 'Call the depot: ask for a cool place, out of the sun and away from heaters' },
] as const;
/** A help that gains less is none, h († ours). */
const WORTH_H = 0.5;
/** Somebody who is told now is at the counter so much later, h († ours). */
const FETCH_H = 1;

/** A leg of the road with where the box was seen. */
export interface RoadLeg {
  label: string;
  kind: Leg['kind'];
  at: Leg['at'];
  startMs: number;
  endMs: number;
  plannedMs: number;
  seen: { at: string; words: string; method: string } | null;
}

/** Something that can still be done, and what it is worth. */
export interface Help {
  id: 'collect' | 'shelf';
  words: string;
  /** Hours of the worst case that it gains; null where it lifts the limit beyond what is computed. */
  gainsH: number | null;
}

/** How the box stands on its way, as it is known at an instant. */
export interface Road {
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

/** The rest of the road on a shelf that is asked for: what stands still from now on is kept at its warmth. */
function onShelf(c: Consignment, catalogue: Catalogue, from: number, heldC: number): Consignment {
  const legs = plannedRoad(c, catalogue);
  return {
    ...c,
    road: {
      serviceId: c.serviceId,
      legs: legs.map((l, i) => ({
        kind: l.kind,
        label: l.label,
        at: l.at,
        hours: Math.min(336, Math.max(0.01, (l.endMs - l.startMs) / HOUR)),
        ...(i >= from && isStore(l) ? { heldC } : {}),
      })),
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
    if (!r.ok) return undefined;
    // Slack to one and the same instant: what is opened sooner has gained what it was spared.
    const { worstSlackH } = r.value.overall;
    return worstSlackH;
  };
  const depot = legs.findIndex((l, i) => i >= leg && l.at === 'destination' && isStore(l));
  const fetchMs = depot >= 0 ? Math.max(nowMs + FETCH_H * HOUR, legs[depot]!.startMs + 0.5 * HOUR) : Infinity;
  if (fetchMs < e.instants.arriveMs) {
    const w = worst(fetchedAt(c, fetchMs));
    if (w !== undefined)
      out.push({
        id: 'collect',
        words: `Call ${c.receiver.name}: collected at ${legs[depot]!.label.toLowerCase()} as soon as it is there`,
        gainsH: gain(e.overall.worstSlackH, w),
      });
  }
  const stands = legs.some((l, i) => i >= leg && isStore(l) && l.heldC === undefined);
  for (const { heldC, words } of stands ? SHELVES : []) {
    const w = worst(onShelf(c, catalogue, Math.max(0, leg), heldC));
    if (w !== undefined) out.push({ id: 'shelf', words, gainsH: gain(e.overall.worstSlackH, w) });
  }
  return out
    .filter((h) => h.gainsH === null || h.gainsH >= WORTH_H)
    .sort((x, y) => (y.gainsH ?? Infinity) - (x.gainsH ?? Infinity));
}

/**
 * The road as it is known at an instant: where the box is, how late, how long its bags hold, and what can still be done.
 * `c` with its scans and the newest forecast; a consignment that was handed over and not opened. Refuses with the sentence
 * of the evaluation where it cannot be computed.
 */
export function roadAt(
  c: Consignment,
  catalogue: Catalogue,
  calendar: Calendar,
  nowMs: number,
  draws?: number,
): Outcome<Road> {
  if (!c.actual.handedOverAt) return refuse('road', `${c.code} has not left yet.`);
  const a: Assumptions = withOverrides(c.assumptions);
  const scans = c.actual.scans ?? [];
  // Nobody follows it: it goes as planned until somebody says otherwise.
  const now = scans.length > 0 ? asOf(c, nowMs) : c;
  const r = evaluate(now, catalogue, c.forecast, { calendar, ...(draws === undefined ? {} : { draws }) });
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
  const unseen = !delivered && scans.length > 0 && nowMs - due > UNSEEN_MIN * MIN ? due : null;
  const { bagId, factor, slackH, worstSlackH, state } = e.overall;
  const lateMin = delivered ? 0 : Math.max(0, Math.round((k.arriveMs - plannedArriveMs) / MIN));
  const worried = state !== 'fine' || lateMin >= LATE_MIN || unseen !== null;
  return {
    ok: true,
    value: {
      legs,
      leg,
      arriveMs: k.arriveMs,
      plannedArriveMs,
      deadlineMs: k.deadlineMs,
      lateMin: lateMin >= LATE_MIN ? lateMin : 0,
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
