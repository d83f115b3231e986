import { invertebrateSteps, toleranceLimits, type ToleranceClass } from '@/core/fish/tolerance';
import type { MethodCourse } from './methods';

export interface Judged {
  course: MethodCourse;
  burden: number;
  /** Each part of the burden: 1 is as much as this class should bear. */
  parts: { ammonia: number; peak: number; pH: number; temperature: number; salinity: number; hardness: number; hands: number };
}

export interface Recommendation {
  ranked: Judged[];
  /** True when the runner-up is within 10 %: either will do. */
  either: boolean;
  reason: string;
}

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
 * judged on salinity, fresh on hardness.
 */
export function recommend(courses: readonly MethodCourse[], tolerance: ToleranceClass, invertebrate: boolean, marine: boolean): Recommendation {
  const t = toleranceLimits[tolerance];
  const steps = invertebrate ? invertebrateSteps : t;
  const ranked = courses
    .map((course) => {
      const parts = {
        ammonia: course.criterionMin / 60,
        peak: course.peakNh3MgNL / t.peakNh3MgNL,
        pH: course.phStep / steps.phStep,
        temperature: course.tempStepC / t.tempStepC,
        salinity: marine ? course.salinityStep / steps.salinityStep : 0,
        hardness: marine ? 0 : course.ghStep / steps.ghStep,
        hands: course.handsMin / 120,
      };
      return { course, parts, burden: Math.hypot(...Object.values(parts)) };
    })
    .sort((x, y) => x.burden - y.burden);
  const [best, second] = ranked as [Judged, Judged];
  const either = second.burden < best.burden * 1.1;
  const heaviest = (Object.keys(names) as (keyof Judged['parts'])[]).reduce((m, k) => (second.parts[k] - best.parts[k] > second.parts[m] - best.parts[m] ? k : m));
  const price = (Object.keys(names) as (keyof Judged['parts'])[]).reduce((m, k) => (best.parts[k] > best.parts[m] ? k : m));
  const figure = (j: Judged, k: keyof Judged['parts']): string => {
    switch (k) {
      case 'ammonia': return `${j.course.criterionMin.toFixed(0)} criterion-minutes of ammonia`;
      case 'peak': return `a peak of ${j.course.peakNh3MgNL.toFixed(3)} mg/L un-ionized`;
      case 'pH': return `a pH step of ${j.course.phStep.toFixed(1)} in five minutes`;
      case 'temperature': return `a step of ${j.course.tempStepC.toFixed(1)} °C in five minutes`;
      case 'salinity': return `a salinity step of ${j.course.salinityStep.toFixed(1)}`;
      case 'hardness': return `a hardness step of ${j.course.ghStep.toFixed(0)} °dGH`;
      case 'hands': return `${j.course.handsMin} minutes of hands`;
    }
  }; // prettier-ignore
  const reason = either
    ? `${best.course.name} and ${second.course.name.toLowerCase()} weigh the same here, within a tenth: take the one you know.`
    : `Least burden here: ${figure(best, price)} is the most it asks of them; ${second.course.name.toLowerCase()} would cost ${figure(second, heaviest)}.`;
  return { ranked, either, reason };
}
