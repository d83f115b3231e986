import type { Assumptions } from '@/core/catalogue/assumptions';
import type { BagCurves } from './simulate';
import { factors, worstMean, type BagLimits, type Factor } from './slack';

/** How far each limit was passed at the worst, as a multiple of it; 1 is the limit itself. */
export type LimitExcess = Record<Factor, number>;

/** How steeply the share that dies rises with severity († ours). */
const STEEPNESS = 3;

const halfDies = (factor: Factor, a: Assumptions): number =>
  ({ temperature: a.doseHalfDies, oxygen: a.oxygenHalfDies, carbon: a.carbonHalfDies, ammonia: a.ammoniaHalfDies })[
    factor
  ];

/**
 * Share of animals that die of one factor at a severity of 0 or more: 1 − 2^(−(s/s50)³) († ours). Beyond a limit is not
 * dead: at the limit itself 1 to 8 % die, at s50 half.
 */
export const shareThatDies = (factor: Factor, severity: number, a: Assumptions): number =>
  shareBeyond(severity, halfDies(factor, a));

/** The same for anything that is borne up to a limit, of which half die at so many times that limit. */
export const shareBeyond = (severity: number, halfDiesAt: number): number =>
  severity > 0 ? 1 - 2 ** -((severity / halfDiesAt) ** STEEPNESS) : 0;

/** Share of animals alive, 0…1: what each factor leaves, multiplied. */
export function aliveShare(severity: Readonly<LimitExcess>, a: Assumptions): number {
  let alive = 1;
  for (const factor of factors) alive *= 1 - shareThatDies(factor, severity[factor], a);
  return alive;
}

/**
 * Severities of a bag over the first `steps` points of its curves: the dose of temperature by then, and the worst of oxygen, CO2 and
 * ammonia against their limits, by the same trailing means as these are judged by. Written into `out` where it is given.
 */
export function severityOf(
  b: { curves: BagCurves; dose: number; limits: BagLimits },
  steps: number,
  stepH: number,
  out: LimitExcess = { ammonia: 0, temperature: 0, carbon: 0, oxygen: 0 },
): LimitExcess {
  const { curves, limits: l } = b;
  out.temperature = b.dose;
  let most = 0;
  for (let i = 0; i < steps; i++) if (curves.co2MgL[i]! > most) most = curves.co2MgL[i]!;
  out.carbon = most / l.co2MgL;
  const leastKPa = -worstMean(curves.oxygenMeanKPa, 'step means', -1, l.oxygenMeanH, stepH, steps);
  out.oxygen = l.oxygenKPa / Math.max(0.01, leastKPa);
  out.ammonia = Math.max(0, worstMean(curves.timesAcute, 'points', 1, l.ammoniaMeanH, stepH, steps)) / l.timesAcute;
  return out;
}
