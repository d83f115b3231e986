import type { Factor } from '@/core/bag/slack';
import type { TankStop } from '@/core/acclimation/tank-stops';
import { HOUR, MIN } from '@/core/quantities/time';
import type { Raised } from './severity';
import { timesOver } from './tank';

/** What is found of a shipment; ms, hours, counts. */
export type ShipmentFinding =
  | { code: 'cannot-leave'; why: string }
  | { code: 'miscounted'; of: string; ordered: number; bagged: number }
  | { code: 'held'; fromMs: number }
  | { code: 'fish-in-bags'; bagIds: string[]; tanks: string[]; safeUntilMs: number | null }
  | { code: 'not-handed-over'; leaveMs: number; opened: boolean }
  | { code: 'late'; lateH: number; leftH: number | null; help: string | null }
  | { code: 'unseen'; at: string; unseenH: number; leftH: number | null; help: string | null }
  | { code: 'overdue'; byMs: number }
  | { code: 'pack-fades'; pack: string; share: number }
  | { code: 'runs-out'; bagId: string; factor: Factor; shortH: number }
  | { code: 'forecast-old'; days: number }
  | { code: 'forecast-short'; endsMs: number }
  | { code: 'done-step-changed'; steps: string[] }
  | { code: 'residents'; tank: string; warnings: string[] }
  | { code: 'still-closed'; bagIds: string[]; openByMs: number | null }
  | { code: 'tank-harms'; of: TankStop['code']; tank: string; stop: TankStop }
  | { code: 'overweight'; of: string; kg: number; bookedKg: number }
  | { code: 'claim'; seller: string; byMs: number }
  | { code: 'timer'; of: string; step: string; bagIds: string[] };

/** What of a shipment is judged: how it stands, by plan, facts and the last evaluation. */
export interface ShipmentState {
  /** Coming to this house; else it leaves from here, or both. */
  incoming: boolean;
  cancelled: boolean;
  /** Closed bags of one that was cancelled, whose fish nobody told to be back; null where there is none. */
  bagged: { bagIds: readonly string[]; tanks: readonly string[]; sinceMs: number } | null;
  heldMs: number | null;
  /** Why its carrier does not take it on its day and hour; null where it does. */
  rests: string | null;
  miscounts: readonly { name: string; ordered: number; bagged: number }[];
  leaveMs: number;
  handedOverMs: number | null;
  arrivedMs: number | null;
  openedMs: number | null;
  /** End of the delivery window, or when it is to be opened. */
  deadlineMs: number;
  /** Packs were opened: they warm nobody tomorrow. */
  packsOpen: boolean;
  /** The last evaluation in short. */
  odds: {
    bagId: string | null;
    factor: Factor | null;
    worstSlackH: number | null;
    state: 'fine' | 'watch' | 'stop';
  } | null;
  /** As it was seen on the road; null where nobody saw it yet. */
  road: {
    at: string;
    lateMin: number;
    unseenSinceMs: number | null;
    holdsUntilMs: number | null;
    help: string | null;
  } | null;
  fading: { name: string; share: number; ms: number } | null;
  /** Days of a forecast that is told to be old. */
  forecastDays: number | null;
  /** The last hour of its forecast; null without one. */
  forecastEndsMs: number | null;
  /** Packing steps that were done and say something else since. */
  changedSteps: readonly string[];
  /** Receiving tanks whose residents do not go with what comes, in sentences; as long as none went in. */
  misfits: readonly { tank: string; warnings: string[] }[];
  closedBags: readonly string[];
  /** Receiving tanks that would harm what comes; nobody went in yet. */
  tanks: readonly { tank: string; stops: readonly TankStop[] }[];
  /** Boxes the scale found over their booked weight. */
  overweight: readonly { boxId: string; kg: number; bookedKg: number }[];
  /** Losses that the seller has not been told of, and until when he takes it; null where there is none. */
  claim: { seller: string; fromMs: number; byMs: number } | null;
  /** Clocks of its acclimation that ran out and wait for hands. */
  waiting: readonly { runId: string; step: string; bagIds: string[]; sinceMs: number }[];
}

/** So long after its hour a box that stands here was not handed over († ours): a queue at the counter is none. */
const LEAVES_MS = 30 * MIN;
/** A box that came stands so long before it is asked for († ours). */
const OPENS_MS = HOUR;
/** A clock that ran out waits so long for hands before others are told († ours). */
const WAITS_MS = 2 * MIN;
/** An old forecast matters so long before it leaves († ours). */
const FORECAST_MS = 48 * HOUR;

/** Before it leaves: what keeps it here, what would harm, what was missed. */
function beforeLeaving(s: ShipmentState, nowMs: number): Raised<ShipmentFinding>[] {
  if (s.handedOverMs !== null || s.arrivedMs !== null || s.openedMs !== null || s.incoming) return [];
  const out: Raised<ShipmentFinding>[] = [];
  const missed = nowMs > s.leaveMs + LEAVES_MS;
  if (missed)
    out.push({
      finding: { code: 'not-handed-over', leaveMs: s.leaveMs, opened: s.packsOpen },
      severity: 'now',
      sinceMs: s.leaveMs,
    });
  else if (s.rests) out.push({ finding: { code: 'cannot-leave', why: s.rests }, severity: 'stop', sinceMs: null });
  for (const { name, ordered, bagged } of s.miscounts)
    out.push({
      finding: { code: 'miscounted', of: name, ordered, bagged },
      severity: 'stop',
      sinceMs: null,
      times: Math.abs(ordered - bagged),
    });
  for (const { boxId, kg, bookedKg } of s.overweight)
    out.push({
      finding: { code: 'overweight', of: boxId, kg, bookedKg },
      severity: 'now',
      sinceMs: null,
      times: kg / bookedKg,
    });
  const soon = s.leaveMs - nowMs < FORECAST_MS && !missed;
  if (s.changedSteps.length > 0)
    out.push({
      finding: { code: 'done-step-changed', steps: [...s.changedSteps] },
      severity: 'now',
      sinceMs: null,
      times: s.changedSteps.length,
    });
  if (soon && s.forecastDays !== null)
    out.push({ finding: { code: 'forecast-old', days: s.forecastDays }, severity: 'today', sinceMs: null });
  if (soon && s.forecastEndsMs !== null && s.forecastEndsMs < s.deadlineMs)
    out.push({ finding: { code: 'forecast-short', endsMs: s.forecastEndsMs }, severity: 'today', sinceMs: null });
  return out;
}

/** Between hand-over and arrival: late, unseen, past its window, a pack that fades. */
function onTheRoad(s: ShipmentState, nowMs: number): Raised<ShipmentFinding>[] {
  if (s.arrivedMs !== null || s.openedMs !== null || (s.handedOverMs === null && !s.incoming)) return [];
  const left = (ms: number | null): number | null => (ms === null ? null : (ms - nowMs) / HOUR);
  const { road } = s;
  const out: Raised<ShipmentFinding>[] = [];
  if (road && road.unseenSinceMs !== null)
    out.push({
      finding: {
        code: 'unseen',
        at: road.at,
        unseenH: (nowMs - road.unseenSinceMs) / HOUR,
        leftH: left(road.holdsUntilMs),
        help: road.help,
      },
      severity: 'now',
      sinceMs: road.unseenSinceMs,
    });
  else if (road && road.lateMin > 0)
    out.push({
      finding: { code: 'late', lateH: road.lateMin / 60, leftH: left(road.holdsUntilMs), help: road.help },
      severity: 'now',
      sinceMs: nowMs - road.lateMin * MIN,
    });
  else if (nowMs > s.deadlineMs)
    out.push({ finding: { code: 'overdue', byMs: nowMs - s.deadlineMs }, severity: 'now', sinceMs: s.deadlineMs });
  if (s.fading)
    out.push({
      finding: { code: 'pack-fades', pack: s.fading.name, share: s.fading.share },
      severity: 'now',
      sinceMs: s.fading.ms,
    });
  return out;
}

/** Until it is opened: a bag that does not last. */
function lasting(s: ShipmentState): Raised<ShipmentFinding>[] {
  const o = s.odds;
  if (s.openedMs !== null || !o || o.state !== 'stop' || o.bagId === null || o.factor === null) return [];
  const shortH = Math.max(0, -(o.worstSlackH ?? 0));
  const finding = {
    code: 'runs-out',
    bagId: o.bagId,
    factor: o.factor,
    shortH,
  } as const;
  // What is on its way no hand packs anew: it is opened first.
  return [
    { finding, severity: s.handedOverMs === null && !s.incoming ? 'stop' : 'now', sinceMs: null, times: 1 + shortH },
  ];
}

/** Where it is opened: bags that wait, a tank that harms, a clock that ran out. */
function atArrival(s: ShipmentState, nowMs: number): Raised<ShipmentFinding>[] {
  const out: Raised<ShipmentFinding>[] = [];
  if (s.arrivedMs !== null && s.closedBags.length > 0 && nowMs > s.arrivedMs + OPENS_MS) {
    const safeH = s.odds?.worstSlackH ?? null;
    out.push({
      finding: {
        code: 'still-closed',
        bagIds: [...s.closedBags],
        openByMs: safeH === null ? null : s.deadlineMs + safeH * HOUR,
      },
      severity: 'now',
      sinceMs: s.arrivedMs,
    });
  }
  for (const { tank, stops } of s.tanks)
    for (const stop of stops)
      out.push({
        finding: { code: 'tank-harms', of: stop.code, tank, stop },
        severity: s.arrivedMs === null ? 'today' : 'stop',
        sinceMs: null,
        times: timesOver(stop),
      });
  for (const { tank, warnings } of s.misfits)
    out.push({
      finding: { code: 'residents', tank, warnings },
      severity: s.arrivedMs === null ? 'today' : 'now',
      sinceMs: null,
      times: warnings.length,
    });
  // At a third of the seller's term it is for today, at two thirds for now; afterwards no hand changes it.
  if (s.claim && nowMs < s.claim.byMs) {
    const spent = (nowMs - s.claim.fromMs) / (s.claim.byMs - s.claim.fromMs);
    if (spent >= 1 / 3)
      out.push({
        finding: { code: 'claim', seller: s.claim.seller, byMs: s.claim.byMs },
        severity: spent >= 2 / 3 ? 'now' : 'today',
        sinceMs: s.claim.fromMs,
      });
  }
  for (const w of s.waiting)
    if (nowMs > w.sinceMs + WAITS_MS)
      out.push({
        finding: { code: 'timer', of: w.runId, step: w.step, bagIds: w.bagIds },
        severity: 'now',
        sinceMs: w.sinceMs,
      });
  return out;
}

/** What a shipment wants of hands. Of what was cancelled the fish that are still in bags; of what is held back only that. */
export function shipmentFindings(s: ShipmentState, nowMs: number): Raised<ShipmentFinding>[] {
  if (s.cancelled) {
    if (!s.bagged) return [];
    const safeH = s.odds?.worstSlackH ?? null;
    const safeUntilMs = safeH === null ? null : s.deadlineMs + safeH * HOUR;
    const finding: ShipmentFinding = {
      code: 'fish-in-bags',
      bagIds: [...s.bagged.bagIds],
      tanks: [...s.bagged.tanks],
      safeUntilMs,
    };
    return [
      {
        finding,
        severity: safeUntilMs !== null && nowMs > safeUntilMs ? 'stop' : 'now',
        sinceMs: s.bagged.sinceMs,
      },
    ];
  }
  if (s.heldMs !== null) return [{ finding: { code: 'held', fromMs: s.heldMs }, severity: 'know', sinceMs: s.heldMs }];
  return [...beforeLeaving(s, nowMs), ...onTheRoad(s, nowMs), ...lasting(s), ...atArrival(s, nowMs)];
}
