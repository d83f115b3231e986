import { N_G_PER_MOL, NH3_G_PER_MOL } from '@/core/quantities/units';
import { checkedKelvin } from './range';

/** Salinity from which the sea-water fit is used; below it the two are blended linearly in pKa. */
const SEA_FIT_FROM_SALINITY = 5;

/**
 * pKa of ammonium.
 * Fresh water: Emerson, Russo, Lund & Thurston 1975, with T = t + 273.15 throughout (the table printed in 1975
 * comes out with 273.2, 0.4 % more NH3). Salinity 5 and more: Johansson & Wedborg 1980 in linear form
 * (from memory; fitted 5–25 °C, other fits give 8–27 % more NH3). Between salinity 0 and 5 neither is fitted:
 * linear blend in pKa. Valid 0–35 °C, salinity 0–42; RangeError outside.
 */
export function ammoniaPKa(tempC: number, salinity = 0): number {
  const kelvin = checkedKelvin(tempC, salinity);
  const fresh = 0.09018 + 2729.92 / kelvin;
  if (salinity === 0) return fresh;
  const sea = (s: number): number => 10.0423 - 0.0315536 * tempC + 0.003071 * s;
  if (salinity >= SEA_FIT_FROM_SALINITY) return sea(salinity);
  const share = salinity / SEA_FIT_FROM_SALINITY;
  return fresh + share * (sea(SEA_FIT_FROM_SALINITY) - fresh);
}

/** True where the ammonia fit is used outside the range it was measured in (sea water outside 5–25 °C, or S 0–5). */
export const ammoniaIsExtrapolated = (tempC: number, salinity: number): boolean =>
  salinity > 0 && (salinity < SEA_FIT_FROM_SALINITY || tempC < 5 || tempC > 25);

/** Share of total ammonia that is un-ionized, 0…1. pH any finite number; temperature and salinity as ammoniaPKa. */
export const unionizedFraction = (tempC: number, pH: number, salinity = 0): number =>
  1 / (1 + 10 ** (ammoniaPKa(tempC, salinity) - pH));

/** Un-ionized ammonia, mg N/L, of total ammonia nitrogen in mg N/L. */
export const unionizedMgNL = (tanMgNL: number, tempC: number, pH: number, salinity = 0): number =>
  tanMgNL * unionizedFraction(tempC, pH, salinity);

/** The same amount expressed as NH3 instead of as N. */
export const asNH3 = (mgNL: number): number => (mgNL * NH3_G_PER_MOL) / N_G_PER_MOL;
