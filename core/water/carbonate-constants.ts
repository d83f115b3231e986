import { KPA_PER_ATM, R_L_KPA, ZERO_C_IN_K } from '@/core/quantities/units';
import { ammoniaPKa } from './ammonia';
import { checkedKelvin } from './range';
import { densityKgM3 } from './seawater';

/** Below this salinity the sea-water constants are blended linearly in pK with the fresh-water ones (marked). */
const SEA_CONSTANTS_FROM_SALINITY = 19;

/** CO2 solubility, mol/(L atm). Weiss 1974. */
export function co2SolubilityMolLAtm(tempC: number, salinity = 0): number {
  const h = checkedKelvin(tempC, salinity) / 100;
  return Math.exp(
    -58.0931 + 90.5069 / h + 22.294 * Math.log(h) + salinity * (0.027766 - 0.025888 * h + 0.0050578 * h * h),
  );
}

/** CO2 solubility, mol/(kg atm). Weiss 1974. */
export function co2SolubilityMolKgAtm(tempC: number, salinity = 0): number {
  const h = checkedKelvin(tempC, salinity) / 100;
  return Math.exp(
    -60.2409 + 93.4517 / h + 23.3585 * Math.log(h) + salinity * (0.023517 - 0.023656 * h + 0.0047036 * h * h),
  );
}

/** Fresh water: pK1, pK2, pKH of Plummer & Busenberg 1982; pKw in the form of Nordstrom et al. 1990. */
export function freshConstants(tempC: number): { pK1: number; pK2: number; pKH: number; pKw: number } {
  const T = checkedKelvin(tempC);
  const lg = Math.log10(T);
  return {
    pK1: 356.3094 + 0.06091964 * T - 21834.37 / T - 126.8339 * lg + 1684915 / T ** 2,
    pK2: 107.8871 + 0.03252849 * T - 5151.79 / T - 38.92561 * lg + 563713.9 / T ** 2,
    pKH: -108.3865 - 0.01985076 * T + 6919.53 / T + 40.45154 * lg - 669365 / T ** 2,
    pKw: 283.971 - 13323 / T + 0.05069842 * T - 102.24447 * lg + 1119669 / T ** 2,
  };
}

/** Sea water, total scale, mol/kg: Lueker, Dickson & Keeling 2000. Fitted for salinity 19–43, 2–35 °C. */
export function seaCarbonicConstants(tempC: number, salinity: number): { pK1: number; pK2: number } {
  const T = checkedKelvin(tempC, salinity);
  return {
    pK1: 3633.86 / T - 61.2172 + 9.6777 * Math.log(T) - 0.011555 * salinity + 0.0001152 * salinity ** 2,
    pK2: 471.78 / T + 25.929 - 3.16967 * Math.log(T) - 0.01781 * salinity + 0.0001122 * salinity ** 2,
  };
}

/** Sea water, total scale, mol/kg: borate (Dickson 1990) and water (Millero 1995), as in Dickson's Guide 2007 (from memory †). */
export function seaBorateAndWater(tempC: number, salinity: number): { pKB: number; pKw: number } {
  const T = checkedKelvin(tempC, salinity);
  const s = Math.sqrt(salinity);
  const lnT = Math.log(T);
  const lnKB =
    (-8966.9 - 2890.53 * s - 77.942 * salinity + 1.728 * salinity * s - 0.0996 * salinity ** 2) / T +
    148.0248 +
    137.1942 * s +
    1.62142 * salinity -
    (24.4344 + 25.085 * s + 0.2474 * salinity) * lnT +
    0.053105 * s * T;
  const lnKw = 148.9652 - 13847.26 / T - 23.6521 * lnT + (118.67 / T - 5.977 + 1.0495 * lnT) * s - 0.01615 * salinity;
  return { pKB: -lnKB / Math.LN10, pKw: -lnKw / Math.LN10 };
}

/** Total borate of sea water, mol/kg: 0.000416 at salinity 35 (Uppström 1974, as in Dickson's Guide 2007, from memory †). */
const BORATE_MOL_KG_AT_35 = 0.000416;

/** Everything the carbonate balance needs at one temperature and salinity, in mol/L. */
export interface CarbonateConstants {
  K1: number;
  K2: number;
  Kw: number;
  Ka: number;
  KB: number;
  /** Total borate, mol/L. */
  borate: number;
  /** CO2 solubility, mol/(L atm). */
  K0: number;
  /** Litres of water that hold as much CO2* as one litre of gas in equilibrium with it. */
  gasPerWater: number;
}

const blend = (fresh: number, sea: number, share: number): number => fresh + share * (sea - fresh);

/** Constants by concentration (ideal solution in fresh water; total scale in sea water). */
export function carbonateConstants(tempC: number, salinity = 0): CarbonateConstants {
  const fresh = freshConstants(tempC);
  const K0 = co2SolubilityMolLAtm(tempC, salinity);
  const Ka = 10 ** -ammoniaPKa(tempC, salinity);
  const gasPerWater = KPA_PER_ATM / (K0 * R_L_KPA * (tempC + ZERO_C_IN_K));
  if (salinity === 0)
    return { K1: 10 ** -fresh.pK1, K2: 10 ** -fresh.pK2, Kw: 10 ** -fresh.pKw, Ka, KB: 0, borate: 0, K0, gasPerWater };
  const at = Math.max(salinity, SEA_CONSTANTS_FROM_SALINITY);
  const share = Math.min(1, salinity / SEA_CONSTANTS_FROM_SALINITY);
  const carbonic = seaCarbonicConstants(tempC, at);
  const other = seaBorateAndWater(tempC, at);
  const kgPerL = densityKgM3(tempC, salinity) / 1000;
  return {
    K1: 10 ** -blend(fresh.pK1, carbonic.pK1, share) * kgPerL,
    K2: 10 ** -blend(fresh.pK2, carbonic.pK2, share) * kgPerL,
    Kw: 10 ** -blend(fresh.pKw, other.pKw, share) * kgPerL * kgPerL,
    Ka,
    KB: 10 ** -other.pKB * kgPerL,
    borate: ((BORATE_MOL_KG_AT_35 * salinity) / 35) * kgPerL,
    K0,
    gasPerWater,
  };
}

/**
 * Davies activity correction (Davies 1962) applied to the fresh constants, so that pH is the activity of H+.
 * Dielectric constant: Malmberg & Maryott 1956. Ionic strength 0–0.5 mol/L.
 */
export function daviesFactors(tempC: number, ionicStrength: number): { A: number; gamma1: number; gamma2: number } {
  if (!(ionicStrength >= 0 && ionicStrength <= 0.5))
    throw new RangeError(`The Davies equation holds up to 0.5 mol/L, not ${ionicStrength}.`);
  const eps = 87.74 - 0.40008 * tempC + 9.398e-4 * tempC ** 2 - 1.41e-6 * tempC ** 3;
  const A = 1.82e6 / (eps * checkedKelvin(tempC)) ** 1.5;
  const root = Math.sqrt(ionicStrength);
  const log1 = -A * (root / (1 + root) - 0.3 * ionicStrength);
  return { A, gamma1: 10 ** log1, gamma2: 10 ** (4 * log1) };
}
