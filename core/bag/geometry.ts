import { Refusal } from '@/core/quantities/refusal';
import { KPA_PER_ATM, ZERO_C_IN_K } from '@/core/quantities/units';
import { vapourPressureAtm } from '@/core/water/oxygen';

const positive = (name: string, ...values: number[]): void => {
  if (!values.every((v) => v > 0 && Number.isFinite(v))) throw new RangeError(`${name} must be more than 0.`);
};

/** Most a flat bag sealed on all sides holds, L. Robin 2004, the shorter side as w; about 7 % low for a square bag. cm. */
export function pillowVolumeL(sideCm: number, otherCm: number): number {
  positive('Bag width and height', sideCm, otherCm);
  const w = Math.min(sideCm, otherCm);
  const h = Math.max(sideCm, otherCm);
  return (w ** 3 * (h / (Math.PI * w) - 0.142 * (1 - 10 ** (-h / w)))) / 1000;
}

/** A flat tube of width w opens to a cylinder of circumference 2w. cm → cm and L. */
export function openTube(flatWidthCm: number, heightCm: number): { diameterCm: number; volumeL: number } {
  positive('Bag width and height', flatWidthCm, heightCm);
  return { diameterCm: (2 * flatWidthCm) / Math.PI, volumeL: (flatWidthCm ** 2 * heightCm) / Math.PI / 1000 };
}

/** Gas that is free to swell when pressure (kPa) and temperature change; dry, and saturated with water vapour. */
export function expandedL(v: { volumeL: number; fromKPa: number; toKPa: number; fromC: number; toC: number }): {
  dryL: number;
  moistL: number;
} {
  positive('Volume and pressures', v.volumeL, v.fromKPa, v.toKPa);
  const heat = (v.toC + ZERO_C_IN_K) / (v.fromC + ZERO_C_IN_K);
  const pw = (t: number): number => vapourPressureAtm(t) * KPA_PER_ATM;
  return {
    dryL: v.volumeL * (v.fromKPa / v.toKPa) * heat,
    moistL: (v.volumeL * (v.fromKPa - pw(v.fromC)) * heat) / (v.toKPa - pw(v.toC)),
  };
}

/** Gas at the ground that just fills what the water leaves of a bag at the lower pressure. */
export function mostGasAtGroundL(b: {
  bagL: number;
  waterL: number;
  groundKPa: number;
  lowKPa: number;
  tempC: number;
}): {
  dryL: number;
  moistL: number;
} {
  const room = b.bagL - b.waterL;
  if (room === 0) return { dryL: 0, moistL: 0 };
  if (!(room > 0)) throw new Refusal('water-fills-bag', { waterL: b.waterL, bagL: b.bagL });
  const pw = vapourPressureAtm(b.tempC) * KPA_PER_ATM;
  return { dryL: (room * b.lowKPa) / b.groundKPa, moistL: (room * (b.lowKPa - pw)) / (b.groundKPa - pw) };
}

/** How a filled bag stands: an upright cylinder on a square bottom. */
export interface StandingBag {
  diameterCm: number;
  waterDepthCm: number;
  /** Top of the gas, below the twisted neck. */
  shoulderCm: number;
  heightCm: number;
  holdsL: number;
  fillShare: number;
}

export function standingBag(b: {
  widthCm: number;
  heightCm: number;
  waterL: number;
  gasL: number;
  neckCm: number;
}): StandingBag {
  const { diameterCm } = openTube(b.widthCm, b.heightCm);
  const areaCm2 = (Math.PI * diameterCm ** 2) / 4;
  const holdsL = pillowVolumeL(b.widthCm, b.heightCm);
  const shoulderCm = ((b.waterL + b.gasL) * 1000) / areaCm2;
  return {
    diameterCm,
    waterDepthCm: (b.waterL * 1000) / areaCm2,
    shoulderCm,
    heightCm: shoulderCm + b.neckCm,
    holdsL,
    fillShare: (b.waterL + b.gasL) / holdsL,
  };
}

/**
 * Free surface between water and gas of a filled flat bag, m². Standing, it is the circle to which the tube opens, w²/π;
 * lying, the tube lies on its side, as long as it is filled, and the water's chord across it counts. Its width decides.
 * Nothing where there is no gas.
 */
export function freeSurfaceM2(b: { widthCm: number; waterL: number; gasL: number; lies: boolean }): number {
  positive('Bag width and water', b.widthCm, b.waterL);
  if (!(b.gasL > 0)) return 0;
  const r = b.widthCm / Math.PI;
  const circleCm2 = Math.PI * r * r;
  if (!b.lies) return circleCm2 / 1e4;
  const lengthCm = ((b.waterL + b.gasL) * 1000) / circleCm2;
  // Half the angle that the water fills: its segment is the share of the circle that water is of the whole.
  const share = b.waterL / (b.waterL + b.gasL);
  let low = 0;
  let high = Math.PI;
  for (let i = 0; i < 40; i++) {
    const half = (low + high) / 2;
    if (half - Math.sin(half) * Math.cos(half) < share * Math.PI) low = half;
    else high = half;
  }
  return (2 * r * Math.sin((low + high) / 2) * lengthCm) / 1e4;
}

/** A bottle of plain water of so many litres, cm: the litre bottle of the shops is 8.2 across and 27 high († common practice). */
export const bottleCm = (litres: number): { diameterCm: number; heightCm: number } => ({
  diameterCm: 8.2 * Math.cbrt(litres),
  heightCm: 27 * Math.cbrt(litres),
});
