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

/** The floor lies never above the source pH less 0.3: acid-water fish start below it. */
export const limitsFor = (
  t: ToleranceLimits,
  sourcePh: number,
  band: { hardMinC: number; hardMaxC: number },
): BagLimits => ({
  oxygenKPa: t.oxygenKPa,
  co2MgL: t.co2MgL,
  phFloor: Math.min(t.phFloor, sourcePh - 0.3),
  phSoft: sourcePh - t.phFallSoft,
  nh3MgNL: t.nh3MgNL,
  tempHardMinC: band.hardMinC,
  tempHardMaxC: band.hardMaxC,
});

/** Hours from sealing to the first step beyond a limit, with a straight line inside the step; null if never. */
function firstBeyond(excess: (i: number) => number, steps: number, stepH: number): number | null {
  let before = excess(0);
  if (before > 0) return 0;
  for (let i = 1; i < steps; i++) {
    const now = excess(i);
    if (now > 0) return (i - 1 + before / (before - now)) * stepH;
    before = now;
  }
  return null;
}

/** Running mean over the last `windowH` hours, shorter at the start. */
export function runningMean(values: Float64Array, stepH: number, windowH: number): Float64Array {
  const width = Math.max(1, Math.round(windowH / stepH));
  const out = new Float64Array(values.length);
  let sum = 0;
  for (let i = 0; i < values.length; i++) {
    sum += values[i]!;
    if (i >= width) sum -= values[i - width]!;
    out[i] = sum / Math.min(i + 1, width);
  }
  return out;
}

/** Safe hours by factor: from sealing to the first hard limit along the curves; null beyond the computed time. */
export type SafeHours = Record<Factor, number | null>;

/**
 * Tank water reaches the bag's oxygen within the first hours: the oxygen limit is read from the curve as it stands,
 * which starts at air saturation and so never begins below a limit for aerated water.
 */
export function safeHours(
  curves: BagCurves,
  tempC: Float64Array,
  limits: BagLimits,
  stepH: number,
  nh3MeanH: number,
): SafeHours {
  const n = tempC.length;
  const nh3 = runningMean(curves.nh3MgNL, stepH, nh3MeanH);
  return {
    oxygen: firstBeyond((i) => limits.oxygenKPa - curves.oxygenKPa[i]!, n, stepH),
    carbon: firstBeyond(
      (i) => Math.max(curves.co2MgL[i]! / limits.co2MgL - 1, limits.phFloor - curves.pH[i]!),
      n,
      stepH,
    ),
    ammonia: firstBeyond((i) => nh3[i]! - limits.nh3MgNL, n, stepH),
    temperature: firstBeyond(
      (i) => Math.max(limits.tempHardMinC - tempC[i]!, tempC[i]! - limits.tempHardMaxC),
      n,
      stepH,
    ),
  };
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
