import { Refusal } from '@/core/quantities/refusal';
import { expNear } from '@/core/quantities/fast-math';
import { daviesFactors, type CarbonateConstants } from './carbonate-constants';

/**
 * pH is solved from the alkalinity balance, never mixed:
 *   alkalinity = [HCO3] + 2[CO3] + [B(OH)4] + [OH] − [H] + [NH3]
 * in mol/L. `gamma1`, `gamma2` are activity coefficients (1 for the ideal solution), h the activity of H+.
 */
export interface Activity {
  gamma1: number;
  gamma2: number;
}
const IDEAL: Activity = { gamma1: 1, gamma2: 1 };

export interface CarbonateState {
  pH: number;
  /** Dissolved CO2*, mol/L. */
  co2: number;
  hco3: number;
  co3: number;
  /** Dissolved inorganic carbon, mol/L. */
  dic: number;
  nh3: number;
}

/** What is known of the carbon: CO2* itself, or the total carbon per litre of water with `gasRatio` litres of gas beside it. */
export type CarbonKnown = { co2: number } | { total: number; gasRatio?: number };

/** What the balance is solved for at the door, mol/L: waters beyond it are not fish waters. */
export const CARBONATE_RANGE = { minAlkalinity: -0.005, maxAlkalinity: 0.02, maxTan: 0.01, maxCarbon: 0.2 } as const;

const beyond = (what: string, perL: number, from: number, to: number, unit: string): Refusal =>
  new Refusal('beyond-chemistry', { what, value: perL * 1000, from: from * 1000, to: to * 1000, unit });

/**
 * Activity of H+, mol/L, of one water. Bracketed Newton on ln h: the balance falls monotonically with h, so a root in
 * pH −1…15 is always kept between two bounds and no input makes it diverge. Allocates nothing; checks nothing
 * (callers do). `fixedCo2` below 0 means that `total` carbon is shared with `gas` = gasRatio · gasPerWater instead.
 */
export function hydrogenActivity(
  alkalinity: number,
  tan: number,
  fixedCo2: number,
  total: number,
  gas: number,
  k: CarbonateConstants,
  gamma1: number,
  gamma2: number,
  guess: number,
): number {
  let low = 1e-15;
  let high = 10;
  let h = guess > low && guess < high ? guess : 1e-7;
  const K1 = k.K1 / gamma1;
  const K1K2 = (k.K1 * k.K2) / gamma2;
  const Ka = k.Ka * gamma1;
  const Kw = k.Kw / gamma1;
  const { KB, borate: totalBorate } = k;
  for (let i = 0; i < 200; i++) {
    const perH = 1 / h;
    const b = K1 * perH;
    const c = K1K2 * perH * perH;
    const perShare = 1 / (1 + b + c + gas);
    const co2 = fixedCo2 >= 0 ? fixedCo2 : total * perShare;
    const perAmmonia = 1 / (Ka + h);
    const nh3 = tan * Ka * perAmmonia;
    const oh = Kw * perH;
    const hydrogen = h / gamma1;
    const charge = b + 2 * c;
    let residual = co2 * charge + oh - hydrogen + nh3 - alkalinity;
    // derivative with respect to ln h
    let slope = -co2 * (b + 4 * c) - oh - hydrogen - nh3 * h * perAmmonia;
    if (fixedCo2 < 0) slope += co2 * charge * charge * perShare;
    if (totalBorate > 0) {
      const perBorate = 1 / (KB + h);
      const borate = totalBorate * KB * perBorate;
      residual += borate;
      slope -= borate * h * perBorate;
    }
    if (residual > 0) low = h;
    else high = h;
    const x = -residual / slope;
    let next = h * expNear(x);
    if (!(next > low && next < high)) next = Math.sqrt(low * high);
    const moved = next > h ? next - h : h - next;
    h = next;
    // Newton squares its error: after a step of 10⁻⁵ what is left is below 10⁻⁹.
    if (moved <= 1e-5 * h) break;
  }
  return h;
}

/**
 * Solves the water. mol/L: alkalinity −0.005…0.02, TAN 0…0.01, dissolved carbon or CO2* 0…0.2 (1 atm of CO2 is below
 * 0.08); with a gas the total holds its share too.
 * Throws RangeError outside or for what is not a number. `guessPh` speeds up a run of steps.
 */
export function solveCarbonate(
  alkalinity: number,
  tan: number,
  carbon: CarbonKnown,
  k: CarbonateConstants,
  activity: Activity = IDEAL,
  guessPh = 7,
): CarbonateState {
  const fixed = 'co2' in carbon ? carbon.co2 : -1;
  const total = 'co2' in carbon ? 0 : carbon.total;
  const gas = 'co2' in carbon ? 0 : (carbon.gasRatio ?? 0) * k.gasPerWater;
  const r = CARBONATE_RANGE;
  if (!(alkalinity >= r.minAlkalinity && alkalinity <= r.maxAlkalinity))
    throw beyond('Alkalinity', alkalinity, r.minAlkalinity, r.maxAlkalinity, 'meq/L');
  if (!(tan >= 0 && tan <= r.maxTan)) throw beyond('Ammonia', tan, 0, r.maxTan, 'mmol/L');
  // Of a bag with gas only what is dissolved is limited; the gas may hold many times that.
  const known = 'co2' in carbon ? carbon.co2 : carbon.total / (1 + gas);
  if (!(known >= 0 && known <= r.maxCarbon && gas >= 0)) throw beyond('Carbon', known, 0, r.maxCarbon, 'mmol/L');
  const { gamma1, gamma2 } = activity;
  const h = hydrogenActivity(alkalinity, tan, fixed, total, gas, k, gamma1, gamma2, 10 ** -guessPh);
  const b = k.K1 / (h * gamma1);
  const c = (k.K1 * k.K2) / (h * h * gamma2);
  const co2 = fixed >= 0 ? fixed : total / (1 + b + c + gas);
  const ratio = (k.Ka * gamma1) / h;
  return {
    pH: -Math.log10(h),
    co2,
    hco3: co2 * b,
    co3: co2 * c,
    dic: co2 * (1 + b + c),
    nh3: (tan * ratio) / (1 + ratio),
  };
}

/**
 * Dissolved inorganic carbon, mol/L, of a water with known alkalinity and pH.
 * Null where they contradict each other: the hydroxide (with ammonia and borate) alone exceeds the alkalinity.
 */
export function dicFromPh(
  alkalinity: number,
  pH: number,
  tan: number,
  k: CarbonateConstants,
  { gamma1, gamma2 }: Activity = IDEAL,
): number | null {
  const h = 10 ** -pH;
  const nh3Ratio = (k.Ka * gamma1) / h;
  const nh3 = (tan * nh3Ratio) / (1 + nh3Ratio);
  const borate = k.borate === 0 ? 0 : (k.borate * k.KB) / (k.KB + h);
  const carbonate = alkalinity - k.Kw / (h * gamma1) + h / gamma1 - nh3 - borate;
  const b = k.K1 / (h * gamma1);
  const c = (k.K1 * k.K2) / (h * h * gamma2);
  const co2 = carbonate / (b + 2 * c);
  return co2 < 0 ? null : co2 * (1 + b + c);
}

/**
 * Davies activities of a fresh water of this alkalinity: calcium bicarbonate, so ionic strength 1.5 × alkalinity.
 * The ideal solution for salt water, whose constants are by concentration already.
 */
export function activityOf(tempC: number, salinity: number, alkalinity: number, corrected: boolean): Activity {
  if (!corrected || salinity > 0) return IDEAL;
  const { gamma1, gamma2 } = daviesFactors(tempC, 1.5 * Math.max(0, alkalinity));
  return { gamma1, gamma2 };
}

/** CO2 partial pressure of outdoor air, atm (about 420 ppm, 2024). */
export const AIR_CO2_ATM = 0.00042;
