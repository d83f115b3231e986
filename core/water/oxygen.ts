import { KPA_PER_ATM } from '@/core/quantities/units';
import { checkedKelvin } from './range';

/** Dry mole fraction of oxygen in air, as Benson & Krause 1984 use it. */
export const OXYGEN_IN_AIR = 0.20946;

/** Water vapour pressure over fresh water, atm. Benson & Krause 1984 (APHA 4500-O). 0–35 °C. */
export function vapourPressureAtm(tempC: number): number {
  const T = checkedKelvin(tempC);
  return Math.exp(11.8571 - 3840.7 / T - 216961 / (T * T));
}

/** Second-virial coefficient θ of Benson & Krause 1984, per atm. */
export const oxygenTheta = (tempC: number): number => 0.000975 - 1.426e-5 * tempC + 6.436e-8 * tempC * tempC;

/** Oxygen in water in equilibrium with moist air at 1 atm, mg/L. Benson & Krause 1984. 0–35 °C, salinity 0–42. */
export function oxygenSaturationAt1Atm(tempC: number, salinity = 0): number {
  const T = checkedKelvin(tempC, salinity);
  return Math.exp(
    -139.34411 +
      1.575701e5 / T -
      6.642308e7 / T ** 2 +
      1.2438e10 / T ** 3 -
      8.621949e11 / T ** 4 -
      salinity * (1.7674e-2 - 10.754 / T + 2140.7 / T ** 2),
  );
}

/** The same at another total pressure in atm (not reduced to sea level). */
export function oxygenSaturation(tempC: number, salinity: number, pressureAtm: number): number {
  const pw = vapourPressureAtm(tempC);
  if (!(pressureAtm > pw)) throw new RangeError(`At ${pressureAtm} atm the water would boil.`);
  const theta = oxygenTheta(tempC);
  return (
    (oxygenSaturationAt1Atm(tempC, salinity) * (pressureAtm - pw) * (1 - theta * pressureAtm)) /
    ((1 - pw) * (1 - theta))
  );
}

/** mg O2 per litre and kPa of oxygen: Henry's law drawn from the saturation formula. */
export const oxygenMgLPerKPa = (tempC: number, salinity = 0): number =>
  oxygenSaturationAt1Atm(tempC, salinity) / (OXYGEN_IN_AIR * (1 - vapourPressureAtm(tempC)) * KPA_PER_ATM);

/** Oxygen partial pressure, kPa, of a water-saturated gas with dry oxygen fraction x (0…1) at a total pressure in kPa. */
export const oxygenPartialKPa = (xDry: number, pressureKPa: number, tempC: number): number =>
  xDry * (pressureKPa - vapourPressureAtm(tempC) * KPA_PER_ATM);
