import type { Assumptions } from '@/core/catalogue/assumptions';
import { WATER_J_PER_KG_K } from './model';

/** Conductance of a bag afloat, W/K: wetted film about 4·V^⅔ of the water, h about 150 W/m²K. */
export const floatConductanceWPerK = (waterL: number, a: Assumptions): number =>
  a.floatWPerM2K * 4 * (waterL / 1000) ** (2 / 3);

/**
 * Minutes for a floating bag to come within `withinC` of the tank: Newton's law with a conductance that the water in
 * the bag (which moves only by itself) lowers as the temperatures meet. 0 when it is there already.
 */
export function floatMinutes(waterL: number, bagC: number, tankC: number, a: Assumptions, withinC = 0.5): number {
  if (!(waterL > 0)) throw new RangeError('Water volume must be more than 0 L.');
  const gap = Math.abs(bagC - tankC);
  if (gap <= withinC) return 0;
  const tauS = (waterL * WATER_J_PER_KG_K) / floatConductanceWPerK(waterL, a);
  return (tauS * Math.log(gap / withinC)) / 60;
}
