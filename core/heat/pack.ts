import type { Assumptions } from '@/core/catalogue/assumptions';
import { R_L_KPA, KPA_PER_ATM, ZERO_C_IN_K } from '@/core/quantities/units';

/** Complete oxidation 4 Fe + 3 O2 → 2 Fe2O3, ΔH −824.2 kJ/mol Fe2O3 (CRC/NIST, from memory): an upper bound. */
const FE_G_PER_MOL = 55.845;
export const IRON_KJ_PER_G = 824.2 / (2 * FE_G_PER_MOL);
export const IRON_O2_G_PER_G = (1.5 * 31.998) / (2 * FE_G_PER_MOL);
const IRON_O2_MOL_PER_G = 1.5 / (2 * FE_G_PER_MOL);
const OXYGEN_IN_AIR = 0.2095;

/** Heat and oxygen of a mass of iron burnt over some hours; the oxygen as litres of dry gas at t and 1 atm. */
export function ironBurn(
  ironG: number,
  hours: number,
  tempC: number,
): {
  heatKj: number;
  oxygenG: number;
  oxygenL: number;
  meanPowerW: number;
} {
  if (!(ironG > 0 && hours > 0)) throw new RangeError('Iron and hours must be more than 0.');
  const heatKj = ironG * IRON_KJ_PER_G;
  return {
    heatKj,
    oxygenG: ironG * IRON_O2_G_PER_G,
    oxygenL: (ironG * IRON_O2_MOL_PER_G * R_L_KPA * (tempC + ZERO_C_IN_K)) / KPA_PER_ATM,
    meanPowerW: (heatKj * 1000) / (hours * 3600),
  };
}

/** A heat pack as its rated power over its own clock: corner points of hours and watts, in air of 22 °C. */
export interface PackCurve {
  ratedW: readonly (readonly [hour: number, watt: number])[];
}

export function ratedPowerW(curve: PackCurve, clockH: number): number {
  const points = curve.ratedW;
  for (let i = 1; i < points.length; i++) {
    const [h1, w1] = points[i]!;
    if (clockH <= h1) {
      const [h0, w0] = points[i - 1]!;
      return clockH < h0 ? 0 : w0 + ((w1 - w0) * (clockH - h0)) / (h1 - h0);
    }
  }
  return 0;
}

/** Colder packs burn slower, within bounds. */
export const packTemperatureFactor = (airC: number, a: Assumptions): number =>
  Math.min(a.packFactorMax, Math.max(a.packFactorMin, a.packQ10 ** ((airC - a.packRatedC) / 10)));

/** Oxygen, L/h at the box's temperature, that one watt of burning iron takes. */
export const oxygenLPerHPerW = (tempC: number): number =>
  ((3600 / 1000 / IRON_KJ_PER_G) * IRON_O2_MOL_PER_G * R_L_KPA * (tempC + ZERO_C_IN_K)) / KPA_PER_ATM;

export interface BurningPack {
  curve: PackCurve;
  /** How far it has burnt, in hours of its rated life. */
  clockH: number;
}

/**
 * One step of all packs in a box: they share the box's air. dclock/dt = f, power = rated(clock)·f with
 * f = (oxygen/0.2095)·temperature factor. The air's oxygen relaxes exponentially between what the packs take and what
 * leaks and vents bring. Returns the mean power (W) and the new oxygen fraction; moves the clocks on. A starved pack
 * rests and goes on when air returns.
 */
export function burnStep(
  packs: BurningPack[],
  air: { oxygen: number; litres: number; freshLPerH: number; tempC: number },
  stepH: number,
  a: Assumptions,
): { powerW: number; oxygen: number } {
  if (packs.length === 0) return { powerW: 0, oxygen: air.oxygen };
  const factor = packTemperatureFactor(air.tempC, a);
  let ratedW = 0;
  for (const p of packs) ratedW += ratedPowerW(p.curve, p.clockH);
  const takesPerH = (ratedW * factor * oxygenLPerHPerW(air.tempC)) / OXYGEN_IN_AIR / air.litres;
  const bringsPerH = air.freshLPerH / air.litres;
  const rate = takesPerH + bringsPerH;
  const settled = rate > 0 ? (bringsPerH * OXYGEN_IN_AIR) / rate : air.oxygen;
  const fade = Math.exp(-rate * stepH);
  const oxygen = settled + (air.oxygen - settled) * fade;
  const mean = rate > 0 ? settled + ((air.oxygen - settled) * (1 - fade)) / (rate * stepH) : air.oxygen;
  const f = mean < a.packDormantOxygen ? 0 : (mean / OXYGEN_IN_AIR) * factor;
  let powerW = 0;
  for (const p of packs) {
    powerW += ratedPowerW(p.curve, p.clockH + (f * stepH) / 2) * f;
    p.clockH += f * stepH;
  }
  return { powerW, oxygen };
}
