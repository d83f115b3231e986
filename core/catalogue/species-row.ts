import type { Species } from './schema';

/**
 * A row of the species tables. Columns: id, name, scientific name; water, kind, tolerance class; temperature band °C [hard,
 * soft, soft, hard] and the usual one; typical length cm and mass factor (mass g = factor × length³); fasting class; oxygen
 * use relative to an average teleost of that mass; rule for sharing a bag; flags; drawing.
 */
export type SpeciesRow = readonly [
  id: string,
  name: string,
  scientific: string,
  water: Species['water'],
  kind: Species['kind'],
  tolerance: Species['tolerance'],
  temp: readonly [number, number, number, number],
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

/** A row as the rest of the program reads it, every figure with its mark. */
export const speciesOfRow = ([
  id,
  name,
  scientific,
  water,
  kind,
  tolerance,
  temp,
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
  temp: { hardMinC: temp[0], softMinC: temp[1], softMaxC: temp[2], hardMaxC: temp[3] },
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
