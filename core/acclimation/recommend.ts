import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Path } from '@/core/consignment/signs';
import { invertebrateSteps, toleranceLimits, type ToleranceClass } from '@/core/fish/tolerance';
import { extremes } from './lanes';
import { compareMethods, type MethodCourse } from './methods';
import type { MethodId, OpenedBag, TankWater } from './vessel';

/** What is weighed of a way of opening; each is a share of what its animals bear. */
const weighed = ['ammonia', 'peak', 'oxygen', 'carbon', 'pH', 'temperature', 'salinity', 'hardness', 'hands'] as const;
export type StressPart = (typeof weighed)[number];

export interface Judged {
  course: MethodCourse;
  /** Root of the squared parts, those left out that are the same whatever one does. */
  burden: number;
  /** Each part of the burden: 1 is as much as this class should bear. */
  parts: Record<StressPart, number>;
}

export interface Recommendation {
  ranked: Judged[];
  /** Parts that are the same for every method, and so decide nothing. */
  common: StressPart[];
  /** The first is the one with the fewest hands, and nothing in it comes near what is borne. */
  simplest: boolean;
  /** True when the runner-up is within 10 %: either will do. */
  either: boolean;
  /** Where CO2 leaves faster (4 an hour instead of 2) another method comes first: its name. */
  flipsTo: string | null;
  reason: string;
}

/** From which share of what a class bears a part is watched, and how much all parts together may weigh († ours). */
export const WATCHED_FROM = 0.7;
const BORNE_IN_ALL = 1.5;
/** Parts whose shares differ by less than this over all methods are the same for all. */
const SAME_WITHIN = 0.05;
/** CO2 leaves dripped or poured water at 1 to 4 an hour: the upper end of what is told, against the default. */
const FAST_DEGAS_PER_H = 4;

/** How a share of what is borne is marked; 1 is all of it. */
export const shareMark = (share: number): 'fine' | 'watch' | 'stop' =>
  share < WATCHED_FROM ? 'fine' : share <= 1 ? 'watch' : 'stop';
export const burdenMark = (burden: number): 'fine' | 'watch' | 'stop' => shareMark(burden / BORNE_IN_ALL);

const names: Record<StressPart, string> = {
  ammonia: 'ammonia',
  peak: 'peak ammonia',
  oxygen: 'too little oxygen',
  carbon: 'the fall of CO₂',
  pH: 'the buffer’s step of pH',
  temperature: 'the temperature step',
  salinity: 'the salinity step',
  hardness: 'the hardness step',
  hands: 'time',
};

export interface TransferGroup {
  tolerance: ToleranceClass;
  invertebrate: boolean;
  /** Sea water has no hardness of its own to be judged by. */
  marine: boolean;
  /** By what was seen of them; as usual where absent. */
  path?: Path;
}

const partsOf = (m: MethodCourse, who: TransferGroup, a: Assumptions): Judged['parts'] => {
  const weak = who.path === 'weak' || who.path === 'ill';
  const t = toleranceLimits(weak ? 'delicate' : who.tolerance, a);
  const steps = who.invertebrate ? invertebrateSteps(a) : t;
  return {
    ammonia: m.criterionMin / a.burdenExposureMin,
    peak: m.peakNh3MgNL / t.peakNh3MgNL,
    oxygen: t.oxygenKPa / Math.max(0.1, m.leastOxygenKPa),
    carbon: m.co2FallMgL / t.co2FallMgL,
    pH: m.bufferStep / steps.phStep,
    temperature: m.tempStepC / t.tempStepC,
    salinity: m.salinityStep / steps.salinityStep,
    hardness: who.marine ? 0 : m.ghStep / steps.ghStep,
    hands: ((weak ? a.weakHandsTimes : 1) * m.handsMin) / a.burdenHandsMin,
  };
};

/** Ways that leave the animals in their own water for long. */
const stays: readonly MethodId[] = ['cups', 'drip', 'degas'];

/** What was seen of the animals, as it weighs here. */
const pathWords: Record<Path, string> = {
  weak: 'They are weak: treated as delicate, with the least handling. ',
  ill: 'They show signs of illness: use a separate treatment tank, with the least handling. ',
  drugged: 'They are in drugged water: move them to clean water soon. ',
  usual: '',
};

/** Whether they go across before anything is mixed: drugged ones always, weak and ill ones where a way across is borne. */
function goesAcross(who: TransferGroup, ranked: readonly Judged[], telling: readonly StressPart[]): boolean {
  if (who.path === 'drugged') return true;
  if (who.path !== 'weak' && who.path !== 'ill') return false;
  return ranked.some((j) => !stays.includes(j.course.id) && telling.every((k) => j.parts[k] <= 1));
}

/** Going straight in is for the hardy and for film that may not float: never the simple way where floating is one. */
function simplestOf(ranked: readonly Judged[]): Judged | null {
  const floats = ranked.some((j) => j.course.id === 'float-transfer');
  return ranked
    .filter((j) => !(floats && j.course.id === 'straight'))
    .reduce<Judged | null>(
      (x, j) =>
        !x ||
        j.course.handsMin < x.course.handsMin ||
        (j.course.handsMin === x.course.handsMin && j.course.transferAtMin < x.course.transferAtMin)
          ? j
          : x,
      null,
    );
}

/**
 * Burden = √Σ(xᵢ/tolerable)² over ammonia exposure and peak, oxygen, the fall of CO2, the step of pH that another buffer
 * makes, temperature, salinity, hardness and hands-on time, without what is the same for all methods; the least comes
 * first. But the simplest comes first whatever the others score where every part of it is under 0.7 of what is borne. The
 * weights are † ours, by tolerance class; invertebrates feel steps more. What the packing or the tank forbids is never
 * ranked.
 */
export function recommend(courses: readonly MethodCourse[], who: TransferGroup, a: Assumptions): Recommendation {
  const allowed = courses.filter((course) => course.refused === null && !course.rescue);
  const parts = allowed.map((course) => partsOf(course, who, a));
  const spread = (k: StressPart): number => {
    const all = parts.map((p) => p[k]);
    return Math.max(...all) - Math.min(...all);
  };
  const common = weighed.filter((k) => k !== 'hands' && spread(k) < SAME_WITHIN);
  const telling = weighed.filter((k) => !common.includes(k));
  const ranked = allowed
    .map((course, i): Judged => {
      const of = parts[i]!;
      return { course, parts: of, burden: Math.hypot(...telling.map((k) => of[k])) };
    })
    .sort((x, y) => x.burden - y.burden);
  if (goesAcross(who, ranked, telling))
    ranked.sort((x, y) => +stays.includes(x.course.id) - +stays.includes(y.course.id));
  const plain = simplestOf(ranked);
  const simplest = plain !== null && telling.every((k) => plain.parts[k] < WATCHED_FROM);
  const near = (x: Judged, y: Judged): boolean => Math.max(x.burden, y.burden) < Math.min(x.burden, y.burden) * 1.1;
  if (simplest) ranked.splice(0, 0, ...ranked.splice(ranked.indexOf(plain), 1));
  const [best, second] = ranked as [Judged, Judged];
  const either = near(best, second);
  const reason = simplest
    ? `${best.course.name} is gentle in every respect and the least work: ${figures(best)}.`
    : either
      ? `${best.course.name} and ${second.course.name.toLowerCase()} are equally good here. Use the one you know.`
      : against(best, ranked, telling);
  return { ranked, common, simplest, either, flipsTo: null, reason: pathWords[who.path ?? 'usual'] + reason };
}

const figures = (j: Judged): string => {
  const { criterionMin: m, phStep, bufferStep } = j.course;
  return `${m < 10 ? m.toFixed(1) : m.toFixed(0)} min at the harmful ammonia level, pH step ${phStep.toFixed(1)} (${Math.min(bufferStep, phStep).toFixed(1)} from hardness, the rest from CO₂ leaving)`;
};

/** The best way of the other school: who nets across is told of mixing, who mixes of netting across. */
export function otherSchool(ranked: readonly Judged[]): Judged | null {
  const best = ranked[0];
  if (!best) return null;
  const across = ['float-transfer', 'scoop', 'straight', 'staged'];
  const school = across.includes(best.course.id) ? ['drip', 'cups', 'degas'] : ['float-transfer', 'straight'];
  return ranked.find((j) => school.includes(j.course.id)) ?? ranked[1] ?? null;
}

/** The two schools in figures: straight across against the best way of mixing. */
function against(best: Judged, ranked: readonly Judged[], telling: readonly StressPart[]): string {
  const other = otherSchool(ranked)!;
  const price = telling.reduce((m, k) => (other.parts[k] > other.parts[m] ? k : m), telling[0]!);
  return `${best.course.name} is gentlest here: ${figures(best)}. ${other.course.name} would mean ${figures(other)}; ${names[price]} is its main stress.`;
}

/**
 * From which minute of a course on the animals may go across at once: every step to the tank that is still left is under
 * 0.7 of what they bear at once. Null where that is not so to its end.
 */
export function enoughFrom(m: MethodCourse, who: TransferGroup, a: Assumptions, fromMin = m.openAtMin): number | null {
  const t = toleranceLimits(who.tolerance, a);
  const steps = who.invertebrate ? invertebrateSteps(a) : t;
  const last = m.minutes.length - 1;
  const near = (series: Float64Array, i: number, bears: number): boolean =>
    Math.abs(series[last]! - series[i]!) <= WATCHED_FROM * bears;
  const i = m.minutes.findIndex(
    (minute, k) =>
      minute >= fromMin &&
      minute <= m.transferAtMin &&
      near(m.tempC, k, t.tempStepC) &&
      near(m.bufferPh, k, steps.phStep) &&
      near(m.salinity, k, steps.salinityStep) &&
      (who.marine || near(m.ghDgh, k, steps.ghStep)),
  );
  return i < 0 ? null : m.minutes[i]!;
}

/** One method on several bags that are handled as one: every figure is that of the worst of them. */
export function worstOf(courses: readonly MethodCourse[]): MethodCourse {
  const most = (of: (m: MethodCourse) => number): number => Math.max(...courses.map(of));
  const heaviest = courses.reduce((x, m) => (m.criterionMin > x.criterionMin ? m : x));
  return {
    ...heaviest,
    criterionMin: most((m) => m.criterionMin),
    nh3MinMgNL: most((m) => m.nh3MinMgNL),
    peakNh3MgNL: most((m) => m.peakNh3MgNL),
    peakTimesAcute: most((m) => m.peakTimesAcute),
    leastOxygenKPa: Math.min(...courses.map((m) => m.leastOxygenKPa)),
    phStep: most((m) => m.phStep),
    bufferStep: most((m) => m.bufferStep),
    co2FallMgL: most((m) => m.co2FallMgL),
    tempStepC: most((m) => m.tempStepC),
    salinityStep: most((m) => m.salinityStep),
    ghStep: most((m) => m.ghStep),
    // What one of them forbids is forbidden to all.
    refused: courses.find((m) => m.refused !== null)?.refused ?? null,
  };
}

/** Every method on bags that are handled as one, and on every tank they end in. */
const compareAll = (bags: readonly OpenedBag[], tank: TankWater, a: Assumptions): MethodCourse[] => {
  const each = bags.flatMap((b) => (tank.ends ?? [tank]).map((end) => compareMethods(b, tank, a, end)));
  return each[0]!.map((_, i) => worstOf(each.map((courses) => courses[i]!)));
};

/**
 * Every method on the same water, ranked; and said where the order turns with how fast CO2 leaves stirred water, which
 * nobody knows better than from 1 to 4 an hour.
 */
export function adviseOpening(
  bags: readonly OpenedBag[],
  tank: TankWater,
  who: TransferGroup,
  a: Assumptions,
): { courses: MethodCourse[]; recommendation: Recommendation } {
  const ends = extremes(bags);
  const courses = compareAll(ends, tank, a);
  const recommendation = recommend(courses, who, a);
  const fast = recommend(compareAll(ends, tank, { ...a, degasStirredPerH: FAST_DEGAS_PER_H }), who, a);
  const then = fast.ranked[0]!.course;
  const flipsTo = then.id === recommendation.ranked[0]!.course.id ? null : then.name;
  const { reason } = recommendation;
  return {
    courses,
    recommendation: {
      ...recommendation,
      flipsTo,
      reason: flipsTo ? `${reason} If CO₂ leaves twice as fast, ${flipsTo.toLowerCase()} is recommended.` : reason,
    },
  };
}
