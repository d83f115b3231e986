import { N_G_PER_MOL } from '@/core/quantities/units';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { restingOxygenMmolH } from '@/core/fish/metabolism';

/** Animals of one kind: how many, of which mass each, g. */
export interface Living {
  count: number;
  massG: number;
  metabolismFactor: number;
}

/** A meal, so many hours from now (before it where negative). */
export interface Meal {
  atH: number;
  foodG: number;
}

export interface Source {
  living: readonly Living[];
  tempC: number;
  waterL: number;
  /** Share of what is given that a filter takes up, 0 to 1. */
  filterShare: number;
}

/** Ammonia that unfed animals give, mg N/h: resting oxygen use, awake, by the quotient of fasted fish. */
export function unfedMgNH(s: Pick<Source, 'living' | 'tempC'>, a: Assumptions): number {
  const t = Math.min(35, Math.max(0, s.tempC));
  const mmol = s.living.reduce((n, l) => n + l.count * l.metabolismFactor * restingOxygenMmolH(l.massG, t), 0);
  return mmol * a.quarantineAwakeTimes * a.ammoniaQuotientFasted * N_G_PER_MOL;
}

/** Ammonia that a gram of food becomes, mg N (0.092 × its protein; Timmons and Ebeling, from memory). */
export const mgNPerFoodG = (a: Assumptions): number => 0.092 * a.foodProteinShare * 1000;

/** Of a meal so many hours ago, the share of its ammonia that has come out by now. */
const given = (hours: number, a: Assumptions): number => (hours <= 0 ? 0 : 1 - Math.exp((-3 * hours) / a.foodAmmoniaH));

/**
 * Total ammonia so many hours from now, mg N/L, from so much now: the animals give it evenly, a meal gives it over the hours
 * in which it is digested, and the filter takes its share. Exact: both integrals are known in closed form.
 */
export function tanAfter(startMgNL: number, hours: number, meals: readonly Meal[], s: Source, a: Assumptions): number {
  if (!(s.waterL > 0)) throw new RangeError('The tank must hold more than 0 L.');
  const food = meals.reduce((n, m) => n + m.foodG * mgNPerFoodG(a) * (given(hours - m.atH, a) - given(-m.atH, a)), 0);
  return startMgNL + ((1 - s.filterShare) * (unfedMgNH(s, a) * hours + food)) / s.waterL;
}

/** What a day adds where each day’s food is the same, mg N/L. */
export const dailyMgNL = (foodGADay: number, s: Source, a: Assumptions): number =>
  ((1 - s.filterShare) * (24 * unfedMgNH(s, a) + foodGADay * mgNPerFoodG(a))) / s.waterL;

export interface ChangePlan {
  everyDays: number;
  share: number;
  litres: number;
  /** What it comes to just before a change, once it has settled, mg N/L. */
  peakMgNL: number;
}

/** The most that is changed at once by plan (common practice: 80 to 90 % are routine under treatment). */
const MOST_SHARE = 0.9;

/**
 * The rarest change that holds total ammonia under a limit for good: a share of the water every so many days. Just before a
 * change it settles at what comes between two of them over the share. Null where not even 90 % twice a day do.
 */
export function changePlan(dailyMgNLs: number, limitMgNL: number, waterL: number): ChangePlan | null {
  for (const everyDays of [7, 5, 4, 3, 2, 1, 0.5]) {
    const comes = dailyMgNLs * everyDays;
    const share = Math.max(0.1, Math.ceil((comes / limitMgNL) * 20 - 1e-9) / 20);
    if (share <= MOST_SHARE) return { everyDays, share, litres: share * waterL, peakMgNL: comes / share };
  }
  return null;
}

/** Two readings between which no water was changed, and what was fed. */
export interface TestSpan {
  fromMgNL: number;
  toMgNL: number;
  hours: number;
  meals: readonly Meal[];
}

/**
 * The share that the filter takes, learned from readings: what was expected without one against what came. Each span
 * counts by what it could have shown; a guess of `priorMgNL` stands against them. Held between 0 and 1; null without spans.
 */
export function learnedShare(
  spans: readonly TestSpan[],
  guess: number,
  s: Source,
  a: Assumptions,
  priorMgNL = 0.5,
): { share: number; spans: number } | null {
  const bare = { ...s, filterShare: 0 };
  let weight = priorMgNL;
  let sum = guess * priorMgNL;
  let n = 0;
  for (const x of spans) {
    const expected = tanAfter(0, x.hours, x.meals, bare, a);
    if (expected < 0.02) continue;
    sum += Math.min(1.5, Math.max(-0.5, 1 - (x.toMgNL - x.fromMgNL) / expected)) * expected;
    weight += expected;
    n++;
  }
  return n === 0 ? null : { share: Math.min(1, Math.max(0, sum / weight)), spans: n };
}
