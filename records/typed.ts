import { byOwnMeasure, type OwnMeasure } from './own-measure';
import { salinityFromSg, specificGravity } from '@/core/water/seawater';
import {
  celsiusToF,
  CM_PER_INCH,
  dkhToMeqL,
  fahrenheitToC,
  GRAMS_PER_OUNCE,
  KG_PER_POUND,
  LITRES_PER_IMPERIAL_GALLON,
  LITRES_PER_US_GALLON,
  meqLToDkh,
  meqLToPpmCaCO3,
  MM_PER_MIL,
  ppmCaCO3ToMeqL,
} from '@/core/quantities/units';

/**
 * Figures as people type them. The house speaks °C, L, cm, g, kg, °d and salinity; a figure typed with another unit,
 * "76 F", "2 gal", "1.025 SG", is turned into it. A hydrometer is taken to be made for, and read at, 25 °C unless the
 * temperature it is made for stands beside it: "1.025 SG20", "1.026 SG60F".
 */
interface Other {
  /** Spellings, folded to small letters without spaces, degree signs and dots. */
  names: readonly string[];
  toOurs: (v: number) => number | null;
}

const times =
  (factor: number) =>
  (v: number): number =>
    v * factor;
/** Temperatures that hydrometers are made for, °C: none is usual, 25 is taken where none is told. */
const HYDROMETER_C = 25;
const hydrometer = (names: readonly string[], madeForC: number): Other => ({
  names,
  toOurs: (v) => salinityFromSg(v, madeForC, madeForC),
});
/** A cubic inch in cm³. */
const CM3_PER_IN3 = CM_PER_INCH ** 3;
const CM_PER_FOOT = 12 * CM_PER_INCH;

const hardness: readonly Other[] = [
  { names: ['ppm', 'mg/l', 'ppmcaco3'], toOurs: (v) => meqLToDkh(ppmCaCO3ToMeqL(v)) },
  { names: ['meq', 'meq/l'], toOurs: meqLToDkh },
];

const others: Readonly<Record<string, readonly Other[]>> = {
  '°C': [{ names: ['f', 'fahrenheit'], toOurs: fahrenheitToC }],
  L: [
    { names: ['gal', 'usgal', 'gallon', 'gallons'], toOurs: times(LITRES_PER_US_GALLON) },
    { names: ['ukgal', 'impgal'], toOurs: times(LITRES_PER_IMPERIAL_GALLON) },
    { names: ['ml'], toOurs: times(0.001) },
  ],
  cm: [
    { names: ['in', '"', '″', 'inch', 'inches'], toOurs: times(CM_PER_INCH) },
    { names: ['mm'], toOurs: times(0.1) },
  ],
  mm: [{ names: ['mil', 'mils'], toOurs: times(MM_PER_MIL) }],
  m: [{ names: ['ft', 'feet'], toOurs: times(CM_PER_FOOT / 100) }],
  g: [
    { names: ['oz'], toOurs: times(GRAMS_PER_OUNCE) },
    { names: ['kg'], toOurs: times(1000) },
    { names: ['mg'], toOurs: times(0.001) },
  ],
  kg: [
    { names: ['lb', 'lbs'], toOurs: times(KG_PER_POUND) },
    { names: ['oz'], toOurs: times(GRAMS_PER_OUNCE / 1000) },
    { names: ['g'], toOurs: times(0.001) },
  ],
  '°dKH': hardness,
  '°dGH': hardness,
  salinity: [
    hydrometer(['sg', 'sg25', 'sg25c'], HYDROMETER_C),
    hydrometer(['sg20', 'sg20c'], 20),
    hydrometer(['sg60f', 'sg60'], fahrenheitToC(60)),
  ],
  'cm³/kg': [{ names: ['in3/lb', 'in³/lb'], toOurs: times(CM3_PER_IN3 / KG_PER_POUND) }],
  h: [
    { names: ['min'], toOurs: times(1 / 60) },
    { names: ['d', 'day', 'days'], toOurs: times(24) },
  ],
  min: [{ names: ['h'], toOurs: times(60) }],
};

/** Digits that are kept of a converted figure. */
const tidy = (v: number): string => String(Number(v.toPrecision(5)));

/**
 * What was typed as a figure in our unit: "76 F" of °C is "24.444". Text without a unit, with our own, or with one that
 * is not known, nor a measure of the house, comes back as it was, for the reader of the field to judge.
 */
export function inOurUnit(text: string, unit: string, own: readonly OwnMeasure[] = []): string {
  const m = /^\s*([-+−]?\d+(?:[.,]\d+)?)\s*([^\d\s].*?)\s*$/.exec(text);
  if (!m) return text;
  const plain = (name: string): string => name.toLowerCase().replace(/[\s°.]/g, '');
  const name = plain(m[2]!);
  if (name === plain(unit)) return m[1]!;
  const found = others[unit]?.find((o) => o.names.includes(name));
  const count = Number(m[1]!.replace('−', '-').replace(',', '.'));
  if (!found) {
    const held = byOwnMeasure(count, m[2]!, unit, own);
    return held === null ? text : tidy(held);
  }
  const ours = found.toOurs(count);
  return ours === null || !Number.isFinite(ours) ? text : tidy(ours);
}

/** The same figure in the units used in the United States, to read beside ours; null where it has none. */
export function inUsUnits(value: number, unit: string): string | null {
  if (!Number.isFinite(value)) return null;
  const show = (v: number, digits: number, name: string): string => `${v.toFixed(digits)} ${name}`;
  switch (unit) {
    case '°C':
      return show(celsiusToF(value), 1, '°F');
    case 'L':
      return show(value / LITRES_PER_US_GALLON, value < 20 ? 2 : 1, 'gal');
    case 'cm':
      return show(value / CM_PER_INCH, 1, 'in');
    case 'mm':
      return show(value / MM_PER_MIL, 1, 'mil');
    case 'm':
      return show((value * 100) / CM_PER_FOOT, 0, 'ft');
    case 'g':
      return show(value / GRAMS_PER_OUNCE, 2, 'oz');
    case 'kg':
      return show(value / KG_PER_POUND, 1, 'lb');
    case '°dKH':
    case '°dGH':
      return show(meqLToPpmCaCO3(dkhToMeqL(value)), 0, 'ppm');
    case 'salinity':
      return value >= 0 && value <= 42 ? show(specificGravity(HYDROMETER_C, value, HYDROMETER_C), 4, 'SG') : null;
    case 'cm³/kg':
      return show((value * KG_PER_POUND) / CM3_PER_IN3, 0, 'in³/lb');
    default:
      return null;
  }
}
