import type { Species } from './schema';

/**
 * A row of the species tables. Columns: id, name, scientific name; water, kind, tolerance class; temperatures °C between which it
 * is at ease and the usual one; typical length cm and mass factor (mass g = factor × length³); fasting class; oxygen
 * use relative to an average teleost of that mass; rule for sharing a bag; flags; drawing.
 */
export type SpeciesRow = readonly [
  id: string,
  name: string,
  scientific: string,
  water: Species['water'],
  kind: Species['kind'],
  tolerance: Species['tolerance'],
  ease: readonly [minC: number, maxC: number],
  usualC: number,
  lengthCm: number,
  gPerCm3: number,
  fasting: Species['fasting'],
  metabolismFactor: number,
  together: Species['together'],
  flags: string,
  shape: Species['look']['shape'],
  body: string,
  accent: string,
];

/** Critical temperatures of warm-acclimated fish, °C, from memory with their authors; most species have none known to us. */
export const criticalC: Readonly<Record<string, { minC?: number; maxC?: number; source: string }>> = {
  'zebra-danio': { minC: 6.2, maxC: 41.7, source: 'López-Olmeda & Sánchez-Vázquez 2011' },
  guppy: { minC: 12, maxC: 39, source: 'Chung 2001' },
  goldfish: { maxC: 37, source: 'Ford & Beitinger 2005' },
  koi: { maxC: 38, source: 'Chatterjee et al. 2004, carp' },
};

/**
 * What a species bears for 24 h and is well 24 h later, °C: its critical minimum + 3 and maximum − 3 where they are known,
 * else 6 below and 4 above where it is at ease (the rule of the house); never below 0 or above 40.
 */
export function bearsFor24h(id: string, ease: readonly [number, number]): { cold24C: number; warm24C: number } {
  const known = criticalC[id];
  const cold = known?.minC === undefined ? ease[0] - 6 : known.minC + 3;
  const warm = known?.maxC === undefined ? ease[1] + 4 : known.maxC - 3;
  const tenth = (x: number): number => Math.round(x * 10) / 10;
  return { cold24C: tenth(Math.max(0, cold)), warm24C: tenth(Math.min(40, warm)) };
}

/** A row as the rest of the program reads it, every figure with its mark. */
export const speciesOfRow = ([
  id,
  name,
  scientific,
  water,
  kind,
  tolerance,
  ease,
  usualC,
  lengthCm,
  gPerCm3,
  fasting,
  metabolismFactor,
  together,
  flags,
  shape,
  body,
  accent,
]: SpeciesRow): Species => ({
  id,
  name,
  scientific,
  water,
  kind,
  tolerance,
  temp: { ...bearsFor24h(id, ease), easeMinC: ease[0], easeMaxC: ease[1] },
  usualC,
  lengthCm,
  gPerCm3,
  fasting,
  metabolismFactor,
  together,
  flags: flags.split(' ').filter(Boolean) as Species['flags'],
  look: { shape, body, accent },
  provenance: { other: 'memory', fasting: 'practice', together: 'practice', metabolismFactor: 'ours' },
});
