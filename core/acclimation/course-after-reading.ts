import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Observation } from '@/core/consignment/facts';
import { waterQuantities, type WaterQuantity } from '@/core/measurement/quantities';
import { unstruck } from '@/core/consignment/project-facts';
import { toleranceLimits } from '@/core/fish/tolerance';
import { Refusal } from '@/core/quantities/refusal';
import { sampleCurve } from '@/core/quantities/sample';
import type { Compared } from './compare';
import { COURSE_STEP_MIN, courseOf, type MethodCourse } from './methods';
import { enoughFrom, WATCHED_FROM } from './recommend';
import { pausedWithin, withExtraRound, type RunRecord } from './run';
import type { Floated, MethodId, MethodStep, ReadSince, TankWater } from './vessel';

/** What is asked of a way that goes on: its bags, its steps, and its presses, ms. */
export interface Going {
  bagIds: readonly string[];
  method: MethodId;
  steps: readonly MethodStep[];
  doneAtMs: RunRecord['doneAtMs'];
}

/** The last that was read of the water since it was opened: when, in which bag, and its figures. */
export interface LastRead {
  atMs: number;
  bagId: string;
  figures: ReadSince['figures'];
}

/** The water round the animals, a value each minute of the course: °C, pH, mg N/L of un-ionized ammonia. */
export interface CourseNow {
  openAtMin: number;
  transferAtMin: number;
  tempC: number[];
  pH: number[];
  nh3MgNL: number[];
  /** From here on they may go across at once; null where not even at its end. */
  enoughMin: number | null;
  /** Of the water it began with. */
  salinity: number;
  /** How far from the tank they are at its end: K and units of pH, without a sign. */
  left: { tempC: number; pH: number };
  /** At its end their water is still too far from the tank’s in warmth: they float on. */
  floatsOn: boolean;
  /** One round more would bring them nearer: it has rounds, and its end is not near enough. */
  wantsRound: boolean;
  read: LastRead | null;
  /** Why what was read cannot be so, and the course stands without it; null where it goes on from it. */
  problem: string | null;
}

/** Minutes that each round added by hand takes, in their order. */
function roundsMore(steps: readonly MethodStep[]): number[] {
  const minutes = new Map<string, number>();
  for (const s of steps) {
    const n = /\+(\d+)$/.exec(s.key)?.[1];
    if (n !== undefined) minutes.set(n, (minutes.get(n) ?? 0) + (s.kind === 'wait' ? s.minutes : 0));
  }
  return [...minutes.values()].map((m) => Math.max(COURSE_STEP_MIN, m));
}

/** What was read of some bags after an instant: one reading for all that was told of a bag in the same moment. */
export function readAfter(
  observations: readonly Observation[],
  bagIds: readonly string[],
  afterMs: number,
): LastRead[] {
  const out = new Map<string, LastRead>();
  for (const o of unstruck(observations)) {
    const atMs = Date.parse(o.at);
    const isWater = (waterQuantities as readonly string[]).includes(o.quantity);
    if (o.subject.kind !== 'bag' || !bagIds.includes(o.subject.id) || !isWater) continue;
    if (o.value === null || atMs <= afterMs) continue;
    const key = `${o.at} ${o.subject.id}`;
    const one = out.get(key) ?? { atMs, bagId: o.subject.id, figures: {} };
    one.figures[o.quantity as WaterQuantity] = o.value;
    out.set(key, one);
  }
  return [...out.values()].sort((x, y) => x.atMs - y.atMs);
}

/** How long bags really warmed and floated, by the presses of a way that floats them; null where it does not, or nobody pressed. */
function floatedOf({ doneAtMs, steps }: Going, openedMs: number): Floated | null {
  const placed = doneAtMs.place;
  if (placed === undefined || !steps.some((s) => s.key === 'float')) return null;
  const minutes = (fromMs: number, toMs: number): number =>
    Math.max(0, (toMs - fromMs - pausedWithin(doneAtMs, fromMs, toMs)) / 60_000);
  const room = doneAtMs.room;
  return { warmedMin: room === undefined ? 0 : minutes(room, placed), floatedMin: minutes(placed, openedMs) };
}

/** What was told before an instant of bags, and all of anything else: the water that was opened, in the tank as it is now. */
export const asOpened = (observations: readonly Observation[], openedMs: number): Observation[] =>
  observations.filter((o) => o.subject.kind !== 'bag' || Date.parse(o.at) <= openedMs);

/**
 * The course of a way that goes on. Until something is read it is that of its lane; from a reading on it is computed anew
 * from what was read, for the bag of the most ammonia, with the rounds that were added. Null before the first bag is open,
 * or where its way is none of the lane’s.
 */
export function courseNow(
  lane: Compared<TankWater>,
  going: Going,
  observations: readonly Observation[],
  a: Assumptions,
): CourseNow | null {
  const openedMs = going.doneAtMs.open;
  const planned = lane.courses.find((m) => m.id === going.method);
  if (openedMs === undefined || !planned) return null;
  const floated = floatedOf(going, openedMs);
  const way = (o: { read?: ReadSince[]; rounds?: number[] }): MethodCourse =>
    courseOf(going.method, lane.opened, lane.tank, a, { ...o, ...(floated ? { floated } : {}) });
  const plain = floated ? way({}) : planned;
  const told = readAfter(observations, going.bagIds, openedMs);
  const minuteOf = (ms: number): number =>
    plain.openAtMin + (ms - openedMs - pausedWithin(going.doneAtMs, openedMs, ms)) / 60_000;
  const read = told.map((r) => ({ minute: minuteOf(r.atMs), figures: r.figures }));
  const rounds = roundsMore(going.steps);
  const from = (readings: ReadSince[]): MethodCourse =>
    readings.length + rounds.length === 0 ? plain : way({ read: readings, rounds });
  let problem: string | null = null;
  let course: MethodCourse;
  try {
    course = from(read);
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    problem = error.message;
    course = from([]);
  }
  const perMinute = (v: Float64Array, decimals: number): number[] =>
    sampleCurve(v, { stepH: COURSE_STEP_MIN / 60, everyH: 1 / 60, decimals });
  const end = course.minutes.findLastIndex((m) => m <= course.transferAtMin + 1e-9);
  const since = problem === null ? (read.at(-1)?.minute ?? course.openAtMin) : course.openAtMin;
  const enoughMin = enoughFrom(course, lane.who, a, Math.min(since, course.minutes[end]!));
  return {
    openAtMin: course.openAtMin,
    transferAtMin: course.transferAtMin,
    tempC: perMinute(course.tempC, 2),
    pH: perMinute(course.pH, 2),
    nh3MgNL: perMinute(course.nh3MgNL, 4),
    enoughMin,
    salinity: lane.opened.salinity,
    left: {
      tempC: Math.abs(lane.tank.tempC - course.tempC[end]!),
      pH: Math.abs(lane.tank.pH - course.pH[end]!),
    },
    floatsOn:
      Math.abs(lane.tank.tempC - course.tempC[end]!) > WATCHED_FROM * toleranceLimits(lane.who.tolerance, a).tempStepC,
    wantsRound: enoughMin === null && withExtraRound(going.steps) !== null,
    read: told.at(-1) ?? null,
    problem,
  };
}
