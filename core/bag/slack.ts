import { type ToleranceLimits } from '@/core/fish/tolerance';
import { thermalDose, type ThermalLimits } from '@/core/fish/thermal-dose';
import type { BagCurves } from './simulate';

/** Slack is what is left of the safe hours at the deadline, h; null where no limit is met. */
export const slackOf = (safeH: number | null, deadlineH: number): number | null =>
  safeH === null ? null : safeH - deadlineH;
/** Hours from the sealing to the first limit, by the slack that is left at the deadline. */
export const safeOf = (slackH: number | null, deadlineH: number): number | null =>
  slackH === null ? null : slackH + deadlineH;

export type Factor = 'oxygen' | 'carbon' | 'ammonia' | 'temperature';
export const factors: readonly Factor[] = ['ammonia', 'temperature', 'carbon', 'oxygen'];

export interface BagLimits extends ThermalLimits {
  /** Least oxygen pressure as the mean of the last `oxygenMeanH`. */
  oxygenKPa: number;
  oxygenMeanH: number;
  co2MgL: number;
  phFloor: number;
  phSoft: number;
  /** Most ammonia as times the acute criterion, the mean of the last `ammoniaMeanH`. */
  timesAcute: number;
  ammoniaMeanH: number;
}

/** The floor never lies above the source pH less `belowSource`: acid-water fish start below it. */
export const limitsFor = (
  t: ToleranceLimits,
  source: { pH: number; sea: boolean },
  band: ThermalLimits,
  a: { phFloorBelowSource: number; oxygenMeanH: number; ammoniaMeanH: number },
): BagLimits => ({
  oxygenKPa: t.oxygenKPa,
  oxygenMeanH: a.oxygenMeanH,
  co2MgL: source.sea ? t.seaCo2MgL : t.co2MgL,
  phFloor: Math.min(t.phFloor, source.pH - a.phFloorBelowSource),
  phSoft: source.pH - t.phFallSoft,
  timesAcute: t.timesAcute,
  ammoniaMeanH: a.ammoniaMeanH,
  cold24C: band.cold24C,
  warm24C: band.warm24C,
  zC: band.zC,
});

/** Safe hours by factor: from sealing to the first hard limit along the curves; null beyond the computed time. */
export type SafeHours = Record<Factor, number | null>;

/** Points that a mean over so many hours spans, the first left out; one at least. */
const meanWidth = (hours: number, stepH: number): number => Math.max(1, Math.round(hours / stepH));

/**
 * Trailing means of a curve over `width` steps, straight lines between its points; before the first full window there is
 * none, and NaN stands there.
 */
export function trailingMean(values: Float64Array, steps: number, width: number): Float64Array {
  const out = new Float64Array(steps).fill(NaN);
  let sum = 0;
  for (let i = 1; i < steps; i++) {
    sum += (values[i - 1]! + values[i]!) / 2;
    if (i > width) sum -= (values[i - width - 1]! + values[i - width]!) / 2;
    if (i >= width) out[i] = sum / width;
  }
  return out;
}

/** Hour at which a curve first lies above 0, with straight lines between its points; null where it never does. */
export function firstBeyond(values: ArrayLike<number>, stepH: number): number | null {
  for (let i = 0; i < values.length; i++) {
    const now = values[i]!;
    if (!(now > 0)) continue;
    if (i === 0) return 0;
    const before = values[i - 1]!;
    return (i - 1 + before / (before - now)) * stepH;
  }
  return null;
}

/** A curve by its points, straight lines between, or by the means of the steps that end at them. */
type Given = 'points' | 'step means';

/** Mean of a curve over the step that ends at a point. */
const stepMean = (values: Float64Array, given: Given, i: number): number =>
  given === 'points' ? (values[i - 1]! + values[i]!) / 2 : values[i]!;

/** Hour at which the trailing mean of a curve first lies beyond its limit: above it, or below where `side` is −1. */
function meanBeyond(
  values: Float64Array,
  given: Given,
  limit: number,
  side: 1 | -1,
  width: number,
  stepH: number,
  steps: number,
): number | null {
  let sum = 0;
  let before = 0;
  for (let i = 1; i < steps; i++) {
    sum += stepMean(values, given, i);
    if (i > width) sum -= stepMean(values, given, i - width);
    if (i < width) continue;
    const over = side * (sum / width - limit);
    if (over > 0) return i === width ? width * stepH : (i - 1 + before / (before - over)) * stepH;
    before = over;
  }
  return null;
}

/**
 * The worst trailing mean of a curve, times its side: the highest for 1, minus the lowest for −1. Means are taken from the
 * first full window on; −Infinity where none is full.
 */
export function worstMean(
  values: Float64Array,
  given: Given,
  side: 1 | -1,
  meanH: number,
  stepH: number,
  steps: number,
): number {
  const width = meanWidth(meanH, stepH);
  let sum = 0;
  let worst = -Infinity;
  for (let i = 1; i < steps; i++) {
    sum += stepMean(values, given, i);
    if (i > width) sum -= stepMean(values, given, i - width);
    if (i >= width && (side * sum) / width > worst) worst = (side * sum) / width;
  }
  return worst;
}

/** CO2 over its limit or water more acid than its floor, whichever is sooner. */
function carbonBeyond(curves: BagCurves, l: BagLimits, stepH: number, steps: number): number | null {
  const perCo2 = 1 / l.co2MgL;
  let before = 0;
  for (let i = 0; i < steps; i++) {
    const gas = curves.co2MgL[i]! * perCo2 - 1;
    const acid = l.phFloor - curves.pH[i]!;
    const over = gas > acid ? gas : acid;
    if (over > 0) return i === 0 ? 0 : (i - 1 + before / (before - over)) * stepH;
    before = over;
  }
  return null;
}

/**
 * Reads the first hour beyond each hard limit off the curves: oxygen and ammonia as trailing means, judged from the first
 * full window on; temperature as a dose (`doseH` where it is known already); CO2 and acid at once. Nothing is allocated
 * but the answer.
 */
export const safeHours = (
  curves: BagCurves,
  tempC: Float64Array,
  l: BagLimits,
  stepH: number,
  steps = tempC.length,
  doseH = thermalDose(tempC, steps, stepH, l),
): SafeHours => ({
  ammonia: meanBeyond(curves.timesAcute, 'points', l.timesAcute, 1, meanWidth(l.ammoniaMeanH, stepH), stepH, steps),
  temperature: doseH,
  carbon: carbonBeyond(curves, l, stepH, steps),
  oxygen: meanBeyond(
    curves.oxygenMeanKPa,
    'step means',
    l.oxygenKPa,
    -1,
    meanWidth(l.oxygenMeanH, stepH),
    stepH,
    steps,
  ),
});

/** The first factor to fail and its hours; null when none fails within the computed time. */
export function firstToFail(safe: SafeHours): { factor: Factor; hours: number } | null {
  let first: { factor: Factor; hours: number } | null = null;
  for (const factor of factors) {
    const hours = safe[factor];
    if (hours !== null && (first === null || hours < first.hours)) first = { factor, hours };
  }
  return first;
}

/**
 * How much of a factor's limit is used at step i, 1 at the limit: pressures and amounts as their ratio, acid as the
 * share of the fall to the floor, temperature as the dose so far. Curves as they stand, not their means.
 */
export function usedShare(
  factor: Factor,
  b: { curves: BagCurves; dose: ArrayLike<number>; limits: BagLimits },
  i: number,
): number {
  const { curves, limits: l } = b;
  if (factor === 'oxygen') return l.oxygenKPa / Math.max(0.1, curves.oxygenKPa[i]!);
  if (factor === 'ammonia') return curves.timesAcute[i]! / l.timesAcute;
  if (factor === 'temperature') return b.dose[i]!;
  const pH0 = curves.pH[0]!;
  return Math.max(curves.co2MgL[i]! / l.co2MgL, (pH0 - curves.pH[i]!) / (pH0 - l.phFloor));
}
