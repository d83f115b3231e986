import { type ToleranceLimits } from '@/core/fish/tolerance';
import type { BagCurves } from './simulate';

export type Factor = 'oxygen' | 'carbon' | 'ammonia' | 'temperature';
export const factors: readonly Factor[] = ['ammonia', 'temperature', 'carbon', 'oxygen'];

export interface BagLimits {
  oxygenKPa: number;
  co2MgL: number;
  phFloor: number;
  phSoft: number;
  nh3MgNL: number;
  tempHardMinC: number;
  tempHardMaxC: number;
}

/** The floor never lies above the source pH less `belowSource`: acid-water fish start below it. */
export const limitsFor = (
  t: ToleranceLimits,
  sourcePh: number,
  band: { hardMinC: number; hardMaxC: number },
  belowSource: number,
): BagLimits => ({
  oxygenKPa: t.oxygenKPa,
  co2MgL: t.co2MgL,
  phFloor: Math.min(t.phFloor, sourcePh - belowSource),
  phSoft: sourcePh - t.phFallSoft,
  nh3MgNL: t.nh3MgNL,
  tempHardMinC: band.hardMinC,
  tempHardMaxC: band.hardMaxC,
});

/** Safe hours by factor: from sealing to the first hard limit along the curves; null beyond the computed time. */
export type SafeHours = Record<Factor, number | null>;

/** Hour at which a straight line from `before` (≤ 0) to `now` (> 0) crosses the limit, inside step i. */
const crossing = (i: number, before: number, now: number, stepH: number): number =>
  i === 0 ? 0 : (i - 1 + before / (before - now)) * stepH;

/**
 * Reads the first hour beyond each hard limit off the curves, with a straight line inside a step; ammonia as the
 * running mean over `nh3MeanH` (shorter at the start). Tank water starts at air saturation, so aerated water never
 * begins below an oxygen limit. One pass, nothing allocated but the answer; stops when everything has failed.
 */
export function safeHours(
  curves: BagCurves,
  tempC: Float64Array,
  limits: BagLimits,
  stepH: number,
  nh3MeanH: number,
  steps = tempC.length,
): SafeHours {
  const out: SafeHours = { ammonia: null, temperature: null, carbon: null, oxygen: null };
  const width = Math.max(1, Math.round(nh3MeanH / stepH));
  const perCo2 = 1 / limits.co2MgL;
  let sum = 0;
  let ammonia0 = 0;
  let temperature0 = 0;
  let carbon0 = 0;
  let oxygen0 = 0;
  for (let i = 0; i < steps; i++) {
    sum += curves.nh3MgNL[i]!;
    if (i >= width) sum -= curves.nh3MgNL[i - width]!;
    const ammonia = sum / (i < width ? i + 1 : width) - limits.nh3MgNL;
    const t = tempC[i]!;
    const under = limits.tempHardMinC - t;
    const over = t - limits.tempHardMaxC;
    const temperature = under > over ? under : over;
    const gas = curves.co2MgL[i]! * perCo2 - 1;
    const acid = limits.phFloor - curves.pH[i]!;
    const carbon = gas > acid ? gas : acid;
    const oxygen = limits.oxygenKPa - curves.oxygenKPa[i]!;
    if (ammonia > 0 && out.ammonia === null) out.ammonia = crossing(i, ammonia0, ammonia, stepH);
    if (temperature > 0 && out.temperature === null) out.temperature = crossing(i, temperature0, temperature, stepH);
    if (carbon > 0 && out.carbon === null) out.carbon = crossing(i, carbon0, carbon, stepH);
    if (oxygen > 0 && out.oxygen === null) out.oxygen = crossing(i, oxygen0, oxygen, stepH);
    ammonia0 = ammonia;
    temperature0 = temperature;
    carbon0 = carbon;
    oxygen0 = oxygen;
  }
  return out;
}

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
 * share of the fall to the floor, temperature as the distance from the middle of its band.
 */
export function usedShare(
  factor: Factor,
  b: { curves: BagCurves; tempC: ArrayLike<number>; limits: BagLimits },
  i: number,
): number {
  const { curves, limits: l } = b;
  if (factor === 'oxygen') return l.oxygenKPa / Math.max(0.1, curves.oxygenKPa[i]!);
  if (factor === 'ammonia') return curves.nh3MgNL[i]! / l.nh3MgNL;
  if (factor === 'temperature') {
    const half = (l.tempHardMaxC - l.tempHardMinC) / 2;
    return Math.abs(b.tempC[i]! - l.tempHardMinC - half) / half;
  }
  const pH0 = curves.pH[0]!;
  return Math.max(curves.co2MgL[i]! / l.co2MgL, (pH0 - curves.pH[i]!) / (pH0 - l.phFloor));
}
