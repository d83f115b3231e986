import { ZERO_C_IN_K } from '@/core/quantities/units';

/** The range in which water chemistry is computed at all; outside it a reason, never a number. */
export const WATER_RANGE = { minC: 0, maxC: 35, maxSalinity: 42 } as const;

/** Kelvin of a water temperature. Throws RangeError outside 0–35 °C or salinity 0–42 (a caller's bug). */
export function checkedKelvin(tempC: number, salinity = 0): number {
  if (!(tempC >= WATER_RANGE.minC && tempC <= WATER_RANGE.maxC))
    throw new RangeError(`Water chemistry is known from 0 to 35 °C, not at ${tempC} °C.`);
  if (!(salinity >= 0 && salinity <= WATER_RANGE.maxSalinity))
    throw new RangeError(`Water chemistry is known from salinity 0 to 42, not at ${salinity}.`);
  return tempC + ZERO_C_IN_K;
}
