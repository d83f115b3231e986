import { amountFor } from '@/core/bag/treatments';
import type { Treatment } from '@/core/catalogue/treatment';
import { afterChange, shareToReach } from './water';

/** A medicine in a tank when water is changed: its levels in mg/L, or in times its label where no unit is told. */
export interface NewWater {
  /** What is left after the change. */
  left: number;
  /** What it is dosed to. */
  target: number;
  /** What the new litres want, in the unit of the dose; 0 where what is left is at its target or over it. */
  dose: number;
  /** Over its target now: the change that brings it down to it, in so many goes of at most nine tenths; null where it is not. */
  bringDown: { litres: number; goes: number } | null;
}

/** The most that is changed at once. */
const MOST_AT_ONCE = 0.9;
/** Within this of its target it stands there: no test kit tells less. */
const AT_TARGET = 1.02;

/** A share of the water that is to be gone, as litres of so many equal changes one after another: each dilutes what is left. */
export function inGoes(share: number, waterL: number): { litres: number; goes: number } {
  const goes = Math.max(1, Math.ceil(Math.log(1 - share) / Math.log(1 - MOST_AT_ONCE) - 1e-9));
  return { litres: waterL * (1 - (1 - share) ** (1 / goes)), goes };
}

/**
 * What a change of so many litres does to a medicine, and what is given for the new litres: never more than brings the
 * tank to its target, and nothing where it is over it. Litres above 0.
 */
export function afterNewWater(medicine: Treatment, now: number, waterL: number, litres: number): NewWater {
  const inMgL = medicine.mgPerUnit !== undefined;
  const target = inMgL ? (medicine.targetMgL ?? medicine.bandToMgL ?? now) : 1;
  const left = afterChange(now, waterL, litres);
  const share = now > target * AT_TARGET ? shareToReach(now, target) : 0;
  // A level of one unit: what brings the whole tank up by 1 mg/L, or by once the label.
  const perLevel = inMgL ? waterL / medicine.mgPerUnit! : amountFor({ treatment: medicine, times: 1 }, waterL);
  return {
    left,
    target,
    dose: Math.min(medicine.perL * litres, Math.max(0, target - left) * perLevel),
    bringDown: share === 0 ? null : inGoes(share, waterL),
  };
}
