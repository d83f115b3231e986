import { conductivityOfR } from './insulation';

const CM_OF: Record<string, number> = {
  cm: 1,
  mm: 0.1,
  m: 100,
  in: 2.54,
  inch: 2.54,
  inches: 2.54,
  '"': 2.54,
  '″': 2.54,
  ft: 30.48,
  mil: 0.00254,
};

/**
 * A length as people type it, cm: "2.5", "25 mm", "1 in", "¾″" as 0.75 in. A wall or a side that cannot be what it says is
 * told as the slip it looks like; NaN where it is no length.
 */
export function typedCm(text: string, what: 'wall' | 'side' = 'wall'): { cm: number; note?: string } {
  const [, figure, unit = ''] = /^\s*([\d.,]+)\s*([a-z"″]*)\s*$/i.exec(text) ?? [];
  const n = figure === undefined ? NaN : Number(figure.replace(',', '.'));
  const per = unit === '' ? 1 : CM_OF[unit.toLowerCase()];
  if (per === undefined) return { cm: NaN, note: `“${text}” is not a length. Use cm, or add mm, in or mil.` };
  const cm = n * per;
  if (unit.toLowerCase() === 'mil')
    return { cm, note: `${text} is ${(10 * cm).toFixed(2)} mm: the film of a bag, no ${what} of a box. Millimetres?` };
  if (unit === '' && what === 'wall' && cm > 8)
    return { cm, note: `${cm} cm is a thick wall: is it ${cm} mm, ${(cm / 10).toFixed(1)} cm?` };
  if (unit === '' && what === 'side' && cm > 120)
    return { cm, note: `${cm} cm is a long side: is it ${cm} mm, ${(cm / 10).toFixed(0)} cm?` };
  if (what === 'wall' && cm > 0 && cm < 0.2) return { cm, note: `${(10 * cm).toFixed(2)} mm is film, not a wall.` };
  return { cm };
}

/** The best and the worst that walls are made of, W/(m K): below it nothing insulates, above it nothing is a wall. */
const BEST = 0.022;
const USUAL = 0.037;

/**
 * The conductivity that a stated R (ft² h °F/BTU) of a whole wall says, and a sentence where such a thickness cannot have
 * it: half-inch sheet sold as R-4 is nearer R-2. It is then taken as ordinary foam.
 */
export function judgedR(r: number, wallCm: number): { kWPerMK: number; note?: string } | null {
  if (!(r > 0) || !(wallCm > 0)) return null;
  const inches = wallCm / 2.54;
  const k = conductivityOfR(r / inches);
  if (k >= BEST) return { kWPerMK: k };
  const usual = (inches * conductivityOfR(1)) / USUAL;
  return {
    kWPerMK: USUAL,
    note: `${wallCm.toFixed(1)} cm of foam cannot be R-${r}: that would be ${k.toFixed(3)} W/m K, better than any. Used as ordinary foam, about R-${usual.toFixed(1)}.`,
  };
}
