import { O2_G_PER_MOL } from '@/core/quantities/units';
import { checkedKelvin } from '@/core/water/range';
import type { Assumptions } from '@/core/catalogue/assumptions';

/**
 * Resting oxygen use of one teleost, mmol O2/h. Clarke & Johnston 1999, all teleosts:
 * ln R(50 g) = 15.7 − 5.02·1000/T, mass exponent 0.80. Mass above 0 g; 0–35 °C; RangeError outside.
 * Across species; a single species differs by a factor of 2–3 either way.
 */
export function restingOxygenMmolH(massG: number, tempC: number): number {
  if (!(massG > 0)) throw new RangeError(`A fish must weigh more than 0 g, not ${massG}.`);
  return Math.exp(15.7 - METABOLISM_K / checkedKelvin(tempC)) * (massG / 50) ** 0.8;
}

/** Slope of the same with temperature, kelvin: R(T)/R(T₀) = exp(5020 (1/T₀ − 1/T)), whatever the mass. */
export const METABOLISM_K = 5020;

/** The same per kilogram of fish: mg O2/(kg h). */
export const restingOxygenMgKgH = (massG: number, tempC: number): number =>
  (restingOxygenMmolH(massG, tempC) / (massG / 1000)) * O2_G_PER_MOL;

/** What is left of the last meal, 1 just after it … 0. Gut hours are hours corrected for temperature. */
export const mealLevel = (gutHours: number, clearingH: number): number => Math.exp((-3 * gutHours) / clearingH);

/** mol N excreted per mol O2 at a meal level. */
export const ammoniaQuotient = (meal: number, a: Assumptions): number =>
  a.ammoniaQuotientFasted + a.ammoniaQuotientMeal * meal;
