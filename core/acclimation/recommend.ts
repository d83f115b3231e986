import type { Assumptions } from '@/core/catalogue/assumptions';
import { invertebrateSteps, toleranceLimits, type ToleranceClass } from '@/core/fish/tolerance';
import type { MethodCourse } from './methods';

export interface Judged {
  course: MethodCourse;
  burden: number;
  /** Each part of the burden: 1 is as much as this class should bear. */
  parts: {
    ammonia: number;
    peak: number;
    pH: number;
    temperature: number;
    salinity: number;
    hardness: number;
    hands: number;
  };
}

export interface Recommendation {
  ranked: Judged[];
  /** True when the runner-up is within 10 %: either will do. */
  either: boolean;
  reason: string;
}

/** From which share of what a class bears a part is watched, and how much all parts together may weigh († ours). */
const WATCHED_FROM = 0.7;
const BORNE_IN_ALL = 1.5;

/** How a share of what is borne is marked; 1 is all of it. */
export const shareMark = (share: number): 'fine' | 'watch' | 'stop' =>
  share < WATCHED_FROM ? 'fine' : share <= 1 ? 'watch' : 'stop';
export const burdenMark = (burden: number): 'fine' | 'watch' | 'stop' => shareMark(burden / BORNE_IN_ALL);

const names: Record<keyof Judged['parts'], string> = {
  ammonia: 'ammonia',
  peak: 'peak ammonia',
  pH: 'the pH step',
  temperature: 'the temperature step',
  salinity: 'the salinity step',
  hardness: 'the hardness step',
  hands: 'time',
};

/**
 * Burden = √Σ(xᵢ/tolerable)² over ammonia exposure, peak, pH, temperature, salinity, hardness and hands-on time; the
 * least is recommended. The weights are † ours, by tolerance class; invertebrates feel steps more. Marine water is
 * judged on salinity, fresh on hardness. What the packing or the tank forbids is never ranked.
 */
export function recommend(
  courses: readonly MethodCourse[],
  tolerance: ToleranceClass,
  invertebrate: boolean,
  marine: boolean,
  a: Assumptions,
): Recommendation {
  const t = toleranceLimits(tolerance, a);
  const steps = invertebrate ? invertebrateSteps(a) : t;
  const ranked = courses
    .filter((course) => course.refused === null)
    .map((course) => {
      const parts = {
        ammonia: course.criterionMin / a.burdenExposureMin,
        peak: course.peakNh3MgNL / t.peakNh3MgNL,
        pH: course.phStep / steps.phStep,
        temperature: course.tempStepC / t.tempStepC,
        salinity: marine ? course.salinityStep / steps.salinityStep : 0,
        hardness: marine ? 0 : course.ghStep / steps.ghStep,
        hands: course.handsMin / a.burdenHandsMin,
      };
      return { course, parts, burden: Math.hypot(...Object.values(parts)) };
    })
    .sort((x, y) => x.burden - y.burden);
  const [best, second] = ranked as [Judged, Judged];
  const either = second.burden < best.burden * 1.1;
  // The two schools in figures: straight across against the best way of mixing.
  const acrossFirst =
    best.course.id === 'float-transfer' || best.course.id === 'scoop' || best.course.id === 'straight';
  const school = acrossFirst ? ['drip', 'cups', 'degas'] : ['float-transfer', 'straight'];
  const other = ranked.find((j) => school.includes(j.course.id)) ?? second;
  const figures = (j: Judged): string =>
    `${j.course.criterionMin < 10 ? j.course.criterionMin.toFixed(1) : j.course.criterionMin.toFixed(0)} criterion-minutes of ammonia with a pH step of ${j.course.phStep.toFixed(1)}`;
  const price = (Object.keys(names) as (keyof Judged['parts'])[]).reduce((m, k) =>
    other.parts[k] > other.parts[m] ? k : m,
  );
  const reason = either
    ? `${best.course.name} and ${second.course.name.toLowerCase()} weigh the same here, within a tenth: take the one you know.`
    : `${best.course.name} weighs least here: ${figures(best)}. ${other.course.name} would ask ${figures(other)}; ${names[price]} weighs most in it.`;
  return { ranked, either, reason };
}
