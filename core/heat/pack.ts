import type { Assumptions } from '@/core/catalogue/assumptions';
import { expNear } from '@/core/quantities/fast-math';
import { R_L_KPA, KPA_PER_ATM, ZERO_C_IN_K } from '@/core/quantities/units';

/** Complete oxidation 4 Fe + 3 O2 → 2 Fe2O3, ΔH −824.2 kJ/mol Fe2O3 (CRC/NIST, from memory): an upper bound. */
const FE_G_PER_MOL = 55.845;
export const IRON_KJ_PER_G = 824.2 / (2 * FE_G_PER_MOL);
const IRON_O2_G_PER_G = (1.5 * 31.998) / (2 * FE_G_PER_MOL);
const IRON_O2_MOL_PER_G = 1.5 / (2 * FE_G_PER_MOL);
/** Dry air, the reference of a pack's rating. */
export const OXYGEN_IN_AIR_DRY = 0.2095;

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

/** Rated power at a clock; the last value holds on. */
export function ratedPowerW(curve: PackCurve, clockH: number): number {
  const points = curve.ratedW;
  for (let i = 1; i < points.length; i++) {
    const [h1, w1] = points[i]!;
    if (clockH <= h1) {
      const [h0, w0] = points[i - 1]!;
      return clockH < h0 ? 0 : w0 + ((w1 - w0) * (clockH - h0)) / (h1 - h0);
    }
  }
  return points[points.length - 1]?.[1] ?? 0;
}

/** Oxygen, L/h at a temperature, that one watt of burning iron takes. */
const oxygenLPerHPerW = (tempC: number): number =>
  ((3600 / 1000 / IRON_KJ_PER_G) * IRON_O2_MOL_PER_G * R_L_KPA * (tempC + ZERO_C_IN_K)) / KPA_PER_ATM;

/** All packs of a box at work: flat arrays, one entry a pack. */
export interface BurningPacks {
  curves: readonly { hours: Float64Array; watts: Float64Array }[];
  /** How far each has burnt, in hours of its rated life. */
  clockH: Float64Array;
  /** Stretch of its curve that each is on. */
  stretch: Int32Array;
  /** Times the rated power; 0 for a dud. */
  strength: Float64Array;
  /** Mean power over the last step, W. */
  powerW: Float64Array;
  /** ln Q10 / 10, and the bounds of the temperature factor. */
  perC: number;
  ratedC: number;
  least: number;
  most: number;
  /** L/h of oxygen a watt, in air as rated: what warmer air loses by expanding, 3 % for 10 °C, is left out. */
  litresPerW: number;
}

/** Packs that have lain open on the bench for their time. */
export function lightPacks(
  packs: readonly { curve: PackCurve; strength: number; openedH?: number }[],
  a: Assumptions,
): BurningPacks {
  return {
    curves: packs.map((p) => ({
      hours: Float64Array.from(p.curve.ratedW, (x) => x[0]),
      watts: Float64Array.from(p.curve.ratedW, (x) => x[1]),
    })),
    clockH: Float64Array.from(packs, (p) => p.openedH ?? a.packBenchMin / 60),
    stretch: new Int32Array(packs.length).fill(1),
    strength: Float64Array.from(packs, (p) => p.strength),
    powerW: new Float64Array(packs.length),
    perC: Math.log(a.packQ10) / 10,
    ratedC: a.packRatedC,
    least: a.packFactorMin,
    most: a.packFactorMax,
    litresPerW: oxygenLPerHPerW(a.packRatedC),
  };
}

/** Rated power of pack q at a clock that only goes forward. */
function ratedNow(p: BurningPacks, q: number, clockH: number): number {
  const { hours, watts } = p.curves[q]!;
  let i = p.stretch[q]!;
  while (i < hours.length && hours[i]! < clockH) i++;
  p.stretch[q] = i;
  if (i >= hours.length) return watts[watts.length - 1]!;
  const h0 = hours[i - 1]!;
  return watts[i - 1]! + ((watts[i]! - watts[i - 1]!) * (clockH - h0)) / (hours[i]! - h0);
}

/** The air of a box as packs and leaks share it. */
export interface BoxAir {
  oxygen: number;
  litres: number;
  freshLPerH: number;
  tempC: number;
}

/** Of a litre of oxygen that burns, what the air drawn in for it does not bring back: V dx/dt = q(0.2095 − x) − use(1 − 0.2095). */
const NOT_REPLACED = 1 - OXYGEN_IN_AIR_DRY;

/**
 * One step of all packs in a box: they share the box's air. dclock/dt = f, power = strength · rated(clock) · f with
 * f = (oxygen/0.2095) · temperature factor. The air's oxygen relaxes exponentially between what the packs burn, made up
 * by air drawn in, and what leaks and vents bring. Oxygen goes with heat: a pack that gives none takes none, a starved one
 * rests and goes on when air returns. Writes each pack's mean power and the air's new oxygen, and moves the clocks on.
 * Second order in the step. Allocates nothing.
 */
export function burnStep(packs: BurningPacks, air: BoxAir, stepH: number): void {
  const warm = expNear(packs.perC * (air.tempC - packs.ratedC));
  const factor = warm > packs.most ? packs.most : warm < packs.least ? packs.least : warm;
  const n = packs.clockH.length;
  const before = (air.oxygen / OXYGEN_IN_AIR_DRY) * factor;
  let ratedW = 0;
  for (let q = 0; q < n; q++) {
    packs.powerW[q] = packs.strength[q]! * ratedNow(packs, q, packs.clockH[q]! + (before * stepH) / 2);
    ratedW += packs.powerW[q]!;
  }
  const takesPerH = (ratedW * factor * packs.litresPerW * NOT_REPLACED) / OXYGEN_IN_AIR_DRY / air.litres;
  const bringsPerH = air.freshLPerH / air.litres;
  const rate = takesPerH + bringsPerH;
  const settled = rate > 0 ? (bringsPerH * OXYGEN_IN_AIR_DRY) / rate : air.oxygen;
  const fade = expNear(-rate * stepH);
  const mean = rate > 0 ? settled + ((air.oxygen - settled) * (1 - fade)) / (rate * stepH) : air.oxygen;
  air.oxygen = settled + (air.oxygen - settled) * fade;
  const f = (mean / OXYGEN_IN_AIR_DRY) * factor;
  for (let q = 0; q < n; q++) {
    packs.powerW[q] = packs.powerW[q]! * f;
    packs.clockH[q] = packs.clockH[q]! + f * stepH;
  }
}
