import type { CarbonateConstants } from './carbonate-constants';

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

const LN10 = Math.LN10;

/**
 * Solves the water. Alkalinity, TAN in mol/L; alkalinity −0.005…0.05, TAN 0…0.01, carbon 0…0.1.
 * Bracketed Newton on ln h: the balance falls monotonically with h, so a root in pH −1…15 is always kept between
 * two bounds. Throws RangeError for negative or non-finite input. `guessPh` speeds up a run of steps.
 */
export function solveCarbonate(
  alkalinity: number,
  tan: number,
  carbon: CarbonKnown,
  k: CarbonateConstants,
  activity: Activity = IDEAL,
  guessPh = 7,
): CarbonateState {
  const fixed = 'co2' in carbon ? carbon.co2 : null;
  const total = 'co2' in carbon ? 0 : carbon.total;
  const gas = 'co2' in carbon ? 0 : (carbon.gasRatio ?? 0) * k.gasPerWater;
  if (!(tan >= 0 && (fixed ?? total) >= 0 && gas >= 0 && Number.isFinite(alkalinity)))
    throw new RangeError('Alkalinity, ammonia and carbon must be numbers, ammonia and carbon not below 0.');
  const { gamma1, gamma2 } = activity;
  let low = 1e-15;
  let high = 10;
  let h = 10 ** -Math.min(14, Math.max(0, guessPh));
  let co2 = 0;
  for (let i = 0; i < 200; i++) {
    const b = k.K1 / (h * gamma1);
    const c = (k.K1 * k.K2) / (h * h * gamma2);
    const share = 1 + b + c + gas;
    co2 = fixed ?? total / share;
    const nh3Ratio = (k.Ka * gamma1) / h;
    const nh3 = (tan * nh3Ratio) / (1 + nh3Ratio);
    const oh = k.Kw / (h * gamma1);
    const borate = k.borate === 0 ? 0 : (k.borate * k.KB) / (k.KB + h);
    const residual = co2 * (b + 2 * c) + borate + oh - h / gamma1 + nh3 - alkalinity;
    if (residual > 0) low = h;
    else high = h;
    // derivative with respect to ln h
    const carbonSlope =
      fixed !== null ? -co2 * (b + 4 * c) : -co2 * (b + 4 * c) + (co2 * (b + 2 * c) * (b + 2 * c)) / share;
    const slope =
      carbonSlope - oh - h / gamma1 - nh3 / (1 + nh3Ratio) - (k.borate === 0 ? 0 : (borate * h) / (k.KB + h));
    const x = -residual / slope;
    let next = Math.abs(x) < 1e-3 ? h * (1 + x + (x * x) / 2) : h * Math.exp(x);
    if (!(next > low && next < high)) next = Math.sqrt(low * high);
    const done = Math.abs(next - h) <= 1e-9 * h;
    h = next;
    if (done) break;
  }
  const hco3 = (co2 * k.K1) / (h * gamma1);
  const co3 = (co2 * k.K1 * k.K2) / (h * h * gamma2);
  const ratio = (k.Ka * gamma1) / h;
  return { pH: -Math.log(h) / LN10, co2, hco3, co3, dic: co2 + hco3 + co3, nh3: (tan * ratio) / (1 + ratio) };
}

/**
 * Dissolved inorganic carbon, mol/L, of a water with known alkalinity and pH.
 * Null where they contradict each other: the hydroxide (with ammonia and borate) alone exceeds the alkalinity.
 */
export function dicFromPh(alkalinity: number, pH: number, tan: number, k: CarbonateConstants): number | null {
  const h = 10 ** -pH;
  const nh3 = (tan * k.Ka) / (k.Ka + h);
  const borate = k.borate === 0 ? 0 : (k.borate * k.KB) / (k.KB + h);
  const carbonate = alkalinity - k.Kw / h + h - nh3 - borate;
  const b = k.K1 / h;
  const c = (k.K1 * k.K2) / (h * h);
  const co2 = carbonate / (b + 2 * c);
  return co2 < 0 ? null : co2 * (1 + b + c);
}

/** CO2 partial pressure of outdoor air, atm (about 420 ppm, 2024). */
export const AIR_CO2_ATM = 0.00042;
