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

/** Critical (or lower lethal) temperatures of warm-acclimated fish, °C, from memory with their authors; most species have none known to us. */
export const criticalC: Readonly<Record<string, { minC?: number; maxC?: number; source: string }>> = {
  'zebra-danio': { minC: 6.2, maxC: 41.7, source: 'López-Olmeda & Sánchez-Vázquez 2011' },
  guppy: { minC: 12, maxC: 39, source: 'Chung 2001' },
  goldfish: { maxC: 37, source: 'Ford & Beitinger 2005' },
  koi: { maxC: 38, source: 'Chatterjee et al. 2004, carp' },
  angelfish: { minC: 11, maxC: 40, source: 'Pérez, Díaz & Espina 2003' },
  oscar: { minC: 12.9, source: 'Shafland & Pestrak 1982' },
  'jack-dempsey': { minC: 8, source: 'Shafland & Pestrak 1982' },
  'jewel-cichlid': { minC: 9.5, source: 'Shafland & Pestrak 1982' },
  'sailfin-molly': { minC: 9, maxC: 41, source: 'Fischer & Schlupp 2009' },
  'variatus-platy': { minC: 8, maxC: 40, source: 'Culumber & Monks 2014' },
  'green-chromis': { maxC: 37, source: 'Habary et al. 2017' },
};

/**
 * 24 h limits that the field knows better than the rule of the house, °C. From a study: half die in 96 h at 19.6 and at
 * 33.7 °C, which by the dose and what dies of it are these. The others are common practice, and as unsure as the rule.
 */
const corrected: Readonly<Record<string, { cold24C?: number; warm24C?: number; observed?: 'both'; source: string }>> = {
  'cardinal-tetra': { cold24C: 19.4, warm24C: 34, observed: 'both', source: 'Oliveira et al. 2008' },
  'clown-loach': { cold24C: 16.5, source: 'common practice: a night at 17 °C is survived' },
  discus: { cold24C: 18.5, source: 'common practice: boxes opened at 19 °C live' },
  'ram-cichlid': { cold24C: 18, source: 'common practice' },
  'marbled-hatchetfish': { cold24C: 17, source: 'common practice' },
  'dwarf-gourami': { cold24C: 18, source: 'common practice: chills more easily than its kin' },
  'fancy-goldfish': { cold24C: 4, warm24C: 32, source: 'common practice: kept out of doors from frost to summer' },
  'lined-seahorse': { cold24C: 12, source: 'common practice: a fish of temperate coasts' },
  'cleaner-shrimp': { cold24C: 18, warm24C: 31, source: 'common practice' },
};

/**
 * What a species bears for 24 h and is well 24 h later, °C, and which of the two limits somebody observed: its critical
 * minimum + 3 and maximum − 3 where they are known, or what the field knows; else 6 below and 4 above where it is at ease
 * (the rule of the house); never below 0 or above 40.
 */
export function bearsFor24h(
  id: string,
  ease: readonly [number, number],
): Pick<Species['temp'], 'cold24C' | 'warm24C' | 'observed'> {
  const critical = criticalC[id];
  const field = corrected[id];
  const cold = critical?.minC === undefined ? (field?.cold24C ?? ease[0] - 6) : critical.minC + 3;
  const warm = critical?.maxC === undefined ? (field?.warm24C ?? ease[1] + 4) : critical.maxC - 3;
  const tenth = (x: number): number => Math.round(x * 10) / 10;
  const seen = { cold: critical?.minC !== undefined, warm: critical?.maxC !== undefined };
  const observed =
    field?.observed ?? (seen.cold && seen.warm ? 'both' : seen.cold ? 'cold' : seen.warm ? 'warm' : null);
  return {
    cold24C: tenth(Math.max(0, cold)),
    warm24C: tenth(Math.min(40, warm)),
    ...(observed ? { observed } : {}),
  };
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
