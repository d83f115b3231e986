import { dkhToMeqL } from '@/core/quantities/units';
import { SALT_G_PER_L } from '@/core/acclimation/meeting';

/** Arithmetic of a tank’s own water: litres, shares, salt, buffer and drops. Litres and grams above 0 throughout. */

const needs = (ok: boolean, sentence: string): void => {
  if (!ok) throw new RangeError(sentence);
};

/**
 * Litres of water in a tank: inner length and width by the height of the water, cm, less what stones and ornaments take, L,
 * and what the grains of a bed take (`bedCm` deep; 40 % of a bed of gravel or sand is water, common practice).
 */
export function realLitres(t: {
  lengthCm: number;
  widthCm: number;
  waterCm: number;
  ornamentsL?: number;
  bedCm?: number;
}): number {
  needs(t.lengthCm > 0 && t.widthCm > 0 && t.waterCm > 0, 'Length, width and height of the water must be more than 0.');
  const bed = Math.min(t.bedCm ?? 0, t.waterCm) * 0.6;
  const litres = (t.lengthCm * t.widthCm * (t.waterCm - bed)) / 1000 - (t.ornamentsL ?? 0);
  needs(litres > 0, 'The contents take more room than the tank has.');
  return litres;
}

/** What is left of anything dissolved after so many litres were changed for clean water. */
export function afterChange(concentration: number, waterL: number, litres: number): number {
  needs(waterL > 0 && litres >= 0, 'Litres must be more than 0.');
  return concentration * Math.max(0, 1 - litres / waterL);
}

/** The share to change so that so much is left; 0 where nothing has to be. Never more than all. */
export const shareToReach = (now: number, wanted: number): number =>
  now <= wanted || now <= 0 ? 0 : Math.min(1, 1 - Math.max(0, wanted) / now);

/** mg that bring so many litres from one concentration to another, mg/L; 0 where it is there already. */
export function massFor(fromMgL: number, toMgL: number, waterL: number): number {
  needs(waterL > 0, 'Litres must be more than 0.');
  return Math.max(0, toMgL - fromMgL) * waterL;
}

/** What is left after so many hours of a half-life, h. */
export const decayed = (concentration: number, hours: number, halfLifeH: number | undefined): number =>
  halfLifeH === undefined || halfLifeH <= 0 ? concentration : concentration * 0.5 ** (Math.max(0, hours) / halfLifeH);

export interface SaltStep {
  fromGL: number;
  toGL: number;
  /** Salt that is dissolved, g; or litres changed for water without salt. */
  grams: number;
  litres: number;
  words: string;
}

const kilos = (g: number): string => (g >= 1000 ? `${(g / 1000).toFixed(2)} kg` : `${g.toFixed(0)} g`);

/**
 * Salt up or down by steps, g/L: up by pure salt (sodium chloride) dissolved first, down by water without salt. 1 g/L is
 * 0.1 %. A pound a hundred US gallons is 1.2 g/L: "3 lb a 100 gal" is 0.36 %, and 0.3 % is 2.5 lb (arithmetic).
 */
export function saltSteps(fromGL: number, toGL: number, stepGL: number, waterL: number): SaltStep[] {
  needs(waterL > 0 && stepGL > 0, 'Litres and the step must be more than 0.');
  needs(fromGL >= 0 && toGL >= 0, 'Salt cannot be below 0.');
  const n = Math.ceil(Math.abs(toGL - fromGL) / stepGL - 1e-9);
  return Array.from({ length: n }, (_, i): SaltStep => {
    const from = fromGL + ((toGL - fromGL) * i) / n;
    const to = fromGL + ((toGL - fromGL) * (i + 1)) / n;
    const up = to > from;
    const grams = up ? (to - from) * waterL : 0;
    const litres = up ? 0 : waterL * (1 - to / from);
    const words = up
      ? `${kilos(grams)} of pure salt for ${waterL.toFixed(0)} L, dissolved first, added over an hour: ${(from / 10).toFixed(2)} to ${(to / 10).toFixed(2)} %.`
      : `${litres.toFixed(1)} L out, same amount without salt in: ${(from / 10).toFixed(2)} to ${(to / 10).toFixed(2)} %.`;
    return { fromGL: from, toGL: to, grams, litres, words };
  });
}

/** Sea salt for so many litres of new water of a salinity, g. */
export const seaSaltG = (salinity: number, litres: number): number => salinity * SALT_G_PER_L * litres;

/** Sodium bicarbonate that raises the carbonate hardness of so many litres, g (84.007 g a mole; one equivalent each). */
export function bicarbonateG(fromDkh: number, toDkh: number, waterL: number): number {
  needs(waterL > 0, 'Litres must be more than 0.');
  return (dkhToMeqL(Math.max(0, toDkh - fromDkh)) * 84.007 * waterL) / 1000;
}

/** Hot and cold water for so many litres at a temperature; null where both are on one side of it. */
export function hotAndCold(
  litres: number,
  atC: number,
  hotC: number,
  coldC: number,
): { hotL: number; coldL: number } | null {
  if (!(hotC > atC && coldC < atC) && !(hotC >= atC && coldC <= atC && hotC > coldC)) return null;
  const hotL = (litres * (atC - coldC)) / (hotC - coldC);
  return { hotL, coldL: litres - hotL };
}
