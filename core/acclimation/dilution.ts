import { dicFromPh, solveCarbonate } from '@/core/water/carbonate';
import { carbonateConstants } from '@/core/water/carbonate-constants';
import { dkhToMeqL } from '@/core/quantities/units';

/** Mass balance of a well mixed vessel: drips, overflow, cups. mL and minutes; any conservative concentration. */

const needs = (ok: boolean, sentence: string): void => {
  if (!ok) throw new RangeError(sentence);
};

/** Water dripped in, nothing let out. */
export function dripDilution(d: {
  startMl: number;
  mlPerMin: number;
  start: number;
  inflow: number;
  minutes: number;
}): {
  volumeMl: number;
  concentration: number;
  newShare: number;
} {
  needs(d.startMl > 0 && d.mlPerMin >= 0 && d.minutes >= 0, 'Volume must be more than 0, rate and time not below 0.');
  const added = d.mlPerMin * d.minutes;
  const volumeMl = d.startMl + added;
  return { volumeMl, concentration: (d.startMl * d.start + added * d.inflow) / volumeMl, newShare: added / volumeMl };
}

/** Water dripped in while as much overflows. */
export function overflow(d: { volumeMl: number; mlPerMin: number; start: number; inflow: number; minutes: number }): {
  concentration: number;
  newShare: number;
} {
  needs(d.volumeMl > 0 && d.mlPerMin >= 0 && d.minutes >= 0, 'Volume must be more than 0, rate and time not below 0.');
  const kept = Math.exp((-d.mlPerMin * d.minutes) / d.volumeMl);
  return { concentration: d.inflow + (d.start - d.inflow) * kept, newShare: 1 - kept };
}

const reachable = (share: number): boolean => {
  needs(share >= 0 && share <= 1, 'A share of new water lies between 0 and 1.');
  return share < 1;
};

/** Minutes of dripping until this share is new water; null for all of it. */
export const dripMinutes = (startMl: number, mlPerMin: number, newShare: number): number | null =>
  reachable(newShare) && mlPerMin > 0 ? ((startMl / mlPerMin) * newShare) / (1 - newShare) : null;

/** The same with overflow; null for all of it. */
export const overflowMinutes = (volumeMl: number, mlPerMin: number, newShare: number): number | null =>
  reachable(newShare) && mlPerMin > 0 ? (-volumeMl / mlPerMin) * Math.log(1 - newShare) : null;

export type CupMode = 'add_only' | 'discard_then_add' | 'add_then_discard';

/** Some cups of new water. Null where a cup to be taken out first is bigger than the vessel. */
export function cupDilution(c: {
  volumeMl: number;
  cupMl: number;
  count: number;
  start: number;
  inflow: number;
  mode: CupMode;
}): { volumeMl: number; concentration: number; newShare: number } | null {
  needs(c.volumeMl > 0 && c.cupMl >= 0 && c.count >= 0, 'Volume must be more than 0, cups not below 0.');
  if (c.mode === 'discard_then_add' && c.cupMl > c.volumeMl) return null;
  const volumeMl = c.mode === 'add_only' ? c.volumeMl + c.count * c.cupMl : c.volumeMl;
  const kept =
    c.mode === 'add_only'
      ? c.volumeMl / volumeMl
      : c.mode === 'discard_then_add'
        ? (1 - c.cupMl / c.volumeMl) ** c.count
        : (c.volumeMl / (c.volumeMl + c.cupMl)) ** c.count;
  return { volumeMl, concentration: c.inflow + (c.start - c.inflow) * kept, newShare: 1 - kept };
}

/** mL/min of a drip counted in drops a second. */
export const dropsToMlPerMin = (dropsPerS: number, dropsPerMl: number): number => {
  needs(dropsPerS >= 0 && dropsPerMl > 0, 'Drops a second cannot be below 0, drops a millilitre must be more.');
  return (dropsPerS * 60) / dropsPerMl;
};

export interface FreshWater {
  volumeL: number;
  alkalinityMeqL: number;
  pH: number;
  tempC: number;
}

/** Two fresh waters mixed without gas exchange: alkalinity, carbon and heat by volume, then pH solved. Null where a water's pH contradicts its alkalinity. */
export function mixedPh(
  a: FreshWater,
  b: FreshWater,
): {
  pH: number;
  alkalinityMeqL: number;
  dicMmolL: number;
  tempC: number;
  dic1MmolL: number;
  dic2MmolL: number;
  co2MolL: number;
} | null {
  const dic1 = dicFromPh(a.alkalinityMeqL / 1000, a.pH, 0, carbonateConstants(a.tempC));
  const dic2 = dicFromPh(b.alkalinityMeqL / 1000, b.pH, 0, carbonateConstants(b.tempC));
  if (dic1 === null || dic2 === null) return null;
  const volume = a.volumeL + b.volumeL;
  const mix = (x: number, y: number): number => (x * a.volumeL + y * b.volumeL) / volume;
  const tempC = mix(a.tempC, b.tempC);
  const alkalinityMeqL = mix(a.alkalinityMeqL, b.alkalinityMeqL);
  const total = mix(dic1, dic2);
  const state = solveCarbonate(alkalinityMeqL / 1000, 0, { total }, carbonateConstants(tempC));
  return {
    pH: state.pH,
    alkalinityMeqL,
    dicMmolL: total * 1000,
    tempC,
    dic1MmolL: dic1 * 1000,
    dic2MmolL: dic2 * 1000,
    co2MolL: state.co2,
  };
}

/** Water of a tank, as far as mixing it asks for. */
interface Mixed {
  tempC: number;
  pH: number;
  khDkh: number;
  ghDgh: number;
  salinity: number;
}

/**
 * Half of one water and half of another, as for animals that are split between two tanks: heat, buffer, hardness and salt by
 * halves; the pH of fresh waters solved from their carbon, that of sea waters, which hardly differ, as the mean.
 */
export function halfAndHalf(a: Mixed, b: Mixed): Mixed {
  const mean = (k: keyof Mixed): number => (a[k] + b[k]) / 2;
  const of = (w: Mixed): FreshWater => ({
    volumeL: 1,
    alkalinityMeqL: dkhToMeqL(w.khDkh),
    pH: w.pH,
    tempC: w.tempC,
  });
  const fresh = a.salinity < 1 && b.salinity < 1 ? mixedPh(of(a), of(b)) : null;
  return {
    tempC: mean('tempC'),
    pH: fresh?.pH ?? mean('pH'),
    khDkh: mean('khDkh'),
    ghDgh: mean('ghDgh'),
    salinity: mean('salinity'),
  };
}
