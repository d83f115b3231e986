import { defaultAssumptions, type Assumptions } from '@/core/catalogue/assumptions';
import type { WaterReading } from '@/core/consignment/schema';
import { guessable, guessesFor, guessRange, withGuesses, type Guessable } from '@/core/consignment/guess';
import { num } from './fields';

/** A figure of a water; which of them were guessed is no figure. */
export type WaterKey = Exclude<keyof WaterReading, 'guessed'>;

/** The figures of a water as they stand in every form: key, name, unit, decimals. */
export const waterKeys = [
  ['tempC', 'Temperature', '°C', 1],
  ['pH', 'pH', '', 1],
  ['khDkh', 'KH', '°dKH', 0],
  ['ghDgh', 'GH', '°dGH', 0],
  ['salinity', 'Salinity', '', 0],
  ['tanMgNL', 'Ammonia', 'mg N/L', 1],
] as const satisfies readonly (readonly [WaterKey, string, string, number])[];

const mayBeGuessed = (k: WaterKey): k is Guessable => (guessable as readonly string[]).includes(k);

/**
 * Typed text as numbers. What was left empty and may be guessed stands at what is usual and says so; what else is empty is
 * no number, and the schema says so beside its field.
 */
export function waterNumbers(w: Partial<Record<WaterKey, string>>, a: Assumptions = defaultAssumptions): WaterReading {
  const guessed = guessable.filter((k) => (w[k] ?? '').trim() === '');
  const figures = Object.fromEntries(waterKeys.map(([k]) => [k, num(w[k] ?? '')])) as unknown as WaterReading;
  return guessed.length > 0 ? withGuesses({ ...figures, guessed }, a) : figures;
}

/** The figures of a water as they were typed: what was guessed was not. */
export const waterTyped = (w: WaterReading): Record<WaterKey, string> =>
  Object.fromEntries(
    waterKeys.map(([k]) => [k, mayBeGuessed(k) && w.guessed?.includes(k) ? '' : String(w[k])]),
  ) as Record<WaterKey, string>;

/** What an empty field is reckoned with. */
export const waterExpected = (
  k: WaterKey,
  w: Partial<Record<WaterKey, string>>,
  a: Assumptions = defaultAssumptions,
): string => (mayBeGuessed(k) ? `${guessesFor(num(w.salinity ?? ''), a)[k]}?` : '');

/** What is told beside a water that nobody measured; null where it was. */
export function guessedWords(w: Partial<Record<WaterKey, string>>, a: Assumptions = defaultAssumptions): string | null {
  const parts = waterKeys.flatMap(([k, name, unit]) => {
    if (!mayBeGuessed(k) || (w[k] ?? '').trim() !== '') return [];
    const salinity = num(w.salinity ?? '');
    const value = `${name} ${guessesFor(salinity, a)[k]}${unit ? ` ${unit}` : ''}`;
    if (k !== 'pH' && k !== 'khDkh') return [value];
    const [low, high] = guessRange(k, salinity, a);
    return [`${value} (${low.toFixed(k === 'pH' ? 1 : 0)} to ${high.toFixed(k === 'pH' ? 1 : 0)})`];
  });
  return parts.length > 0
    ? `Not measured, reckoned with what is usual, and the odds with its spread: ${parts.join(', ')}. A strip tells it.`
    : null;
}

export const waterText = (w: Partial<Record<WaterKey, string | number>>): string =>
  waterKeys.map(([k, label]) => `${label} ${w[k] ?? ''}`).join(', ');
