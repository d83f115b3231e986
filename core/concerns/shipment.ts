import type { Factor } from '@/core/bag/slack';
import type { FastConflict } from '@/core/calendar/fast';
import type { TankStop } from '@/core/acclimation/tank-stops';
import type { WaterFigure } from '@/core/measurement/quantities';
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
  | { code: 'step-skipped'; steps: string[] }
  | { code: 'opening-off'; openingMs: number; dueMs: number }
  | { code: 'too-heavy'; of: string; kg: number; mostKg: number; service: string }
  | { code: 'border-papers'; country: string }
  | { code: 'fast-conflict'; of: string; conflict: FastConflict }
  | { code: 'unknown-water'; of: string; figures: WaterFigure[]; factor: Factor | null }
  | { code: 'tank-in-weeks'; of: string; medicines: string[]; never: string | null }
  | { code: 'tank-small'; of: string; massG: number; volumeL: number }
  | { code: 'residents'; of: string; warnings: string[] }
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
  /** When it is to be opened, as planned. */
  openingMs: number;
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
  /** Packing steps that are done though something they rest on is not. */
  skippedSteps: readonly string[];
  /** When its service can be there at the earliest, and a day after its window; null where it leaves by itself. */
  due: { fromMs: number; toMs: number } | null;
  /** Boxes over what its service takes. */
  tooHeavy: readonly { boxId: string; kg: number; mostKg: number; service: string }[];
  /** The country whose border it passes without a certificate; null where it passes none, or has one. */
  borderTo: string | null;
  /** What other plans want of the tanks that fast for it. */
  fastConflicts: readonly FastConflict[];
  /** Figures that nobody read of a tank though they decide: of its own tanks before it leaves, of a receiving one once it is here. */
  unknown: readonly { tank: string; figures: WaterFigure[] }[];
  /** Receiving tanks in their weeks, with the medicines in them and what speaks against any; nobody went in yet. */
  inWeeks: readonly { tank: string; medicines: string[]; never: string | null }[];
  /** Receiving tanks of this house that are too small for all that would be in them. */
  tooSmall: readonly { tank: string; massG: number; volumeL: number }[];
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

/** Papers for a border take so long († ours). */
const PAPERS_MS = 5 * 24 * HOUR;

/** What of a water decides when a bag fails by this. */
const decidedBy: Record<Factor, readonly WaterFigure[]> = {
  ammonia: ['pH', 'tanMgNL', 'tempC'],
  carbon: ['tempC', 'khDkh'],
  oxygen: ['tempC'],
  temperature: ['tempC'],
};

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
  for (const { boxId, ...heavy } of s.tooHeavy)
    out.push({
      finding: { code: 'too-heavy', of: boxId, ...heavy },
      severity: 'now',
      sinceMs: null,
      times: heavy.kg / heavy.mostKg,
    });
  const opening = s.openingMs;
  if (s.due && !missed && (opening < s.due.fromMs || opening > s.due.toMs))
    out.push({
      finding: { code: 'opening-off', openingMs: opening, dueMs: s.due.fromMs },
      severity: 'today',
      sinceMs: null,
    });
  if (s.skippedSteps.length > 0)
    out.push({
      finding: { code: 'step-skipped', steps: [...s.skippedSteps] },
      severity: 'now',
      sinceMs: null,
      times: s.skippedSteps.length,
    });
  for (const conflict of s.fastConflicts)
    out.push({
      finding: { code: 'fast-conflict', of: conflict.tank, conflict },
      severity: conflict.level === 'stop' ? 'now' : 'today',
      sinceMs: null,
    });
  if (s.borderTo !== null && s.leaveMs - nowMs < PAPERS_MS)
    out.push({ finding: { code: 'border-papers', country: s.borderTo }, severity: 'today', sinceMs: null });
  // Where everything lasts whatever the water is, nobody has to read it.
  const factor = s.odds && s.odds.state !== 'fine' ? s.odds.factor : null;
  const wanted: readonly WaterFigure[] = factor ? decidedBy[factor] : [];
  for (const { tank, figures } of s.unknown) {
    const open = figures.filter((x) => wanted.includes(x));
    if (open.length > 0)
      out.push({
        finding: { code: 'unknown-water', of: tank, figures: open, factor },
        severity: 'today',
        sinceMs: null,
      });
  }
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
  const here = s.arrivedMs !== null;
  if (here && s.closedBags.length > 0)
    for (const { tank, figures } of s.unknown)
      out.push({
        finding: { code: 'unknown-water', of: tank, figures, factor: null },
        severity: 'now',
        sinceMs: s.arrivedMs,
      });
  for (const { tank, medicines, never } of s.inWeeks)
    out.push({
      finding: { code: 'tank-in-weeks', of: tank, medicines, never },
      severity: !here ? 'today' : never !== null || medicines.length > 0 ? 'stop' : 'now',
      sinceMs: null,
    });
  for (const { tank, massG, volumeL } of s.tooSmall)
    out.push({
      finding: { code: 'tank-small', of: tank, massG, volumeL },
      severity: here ? 'now' : 'today',
      sinceMs: null,
      times: massG / volumeL,
    });
  for (const { tank, warnings } of s.misfits)
    out.push({
      finding: { code: 'residents', of: tank, warnings },
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
