import { defaultAssumptions, type Assumptions } from '@/core/catalogue/assumptions';
import { guessOf, someFish, type KeptSpecies } from '@/core/consignment/assume';
import type { Water } from '@/core/consignment/schema';
import { toldFigures } from '@/core/measurement/quantities';
import { quantities, waterFigures, type WaterFigure } from '@/core/measurement/quantities';
import { DAY } from '@/core/quantities/time';
import { dayMonth } from '@/ui/format';
import { num } from './fields';

/** A water as it is typed, by figure; beside one that was copied from a reading stands when that was, as `tempCAt`. */
export type WaterDraft = Record<string, string>;

const typedIn = (w: WaterDraft, k: string): boolean => (w[k] ?? '').trim() !== '';

/** Typed text as numbers: an empty field is no figure, and what is no number the schema tells of beside its field. */
export function waterOf(w: WaterDraft): Water {
  const known = toldFigures.filter((k) => typedIn(w, k));
  const copied = known.filter((k) => w[`${k}At`]);
  return {
    ...(Object.fromEntries(known.map((k) => [k, num(w[k]!)])) as Water),
    ...(copied.length > 0 ? { readAt: Object.fromEntries(copied.map((k) => [k, w[`${k}At`]!])) } : {}),
  };
}

/** The figures of a water as they were typed. */
export const waterTyped = ({ readAt = {}, ...w }: Water): WaterDraft => ({
  ...Object.fromEntries(toldFigures.flatMap((k) => (w[k] === undefined ? [] : [[k, String(w[k])]]))),
  ...Object.fromEntries(Object.entries(readAt).map(([k, at]) => [`${k}At`, at])),
});

/** One figure typed over: it is a copy no longer. */
export const typedOver = (w: WaterDraft, k: string, v: string): WaterDraft => ({ ...w, [k]: v, [`${k}At`]: '' });

/** What an empty field is computed with: shown pale, never kept. */
export const waterExpected = (
  k: WaterFigure,
  w: WaterDraft,
  kept: KeptSpecies = someFish,
  a: Assumptions = defaultAssumptions,
): string => `${round(k, guessOf(k, waterOf(w), kept, a).value)}?`;

const round = (k: WaterFigure, v: number): string => String(Number(v.toFixed(quantities[k].digits)));

/** What is told beside a water that nobody measured; null where it was. */
export function guessedWords(
  w: WaterDraft,
  kept: KeptSpecies = someFish,
  a: Assumptions = defaultAssumptions,
): string | null {
  const parts = waterFigures.flatMap((k) => {
    if (typedIn(w, k)) return [];
    const { label, unit } = quantities[k];
    const g = guessOf(k, waterOf(w), kept, a);
    const range = g.sigma > 0 ? ` (${round(k, g.low)} to ${round(k, g.high)})` : '';
    return [`${label} ${round(k, g.value)}${unit ? ` ${unit}` : ''}${range}`];
  });
  return parts.length > 0 ? `Not measured. Typical values are used: ${parts.join(', ')}. A test settles it.` : null;
}

/** That figures were copied from readings, when the oldest was read, and whether it counts by then; null where none was. */
export function copiedWords(
  w: WaterDraft,
  zone: string,
  usedMs: number,
  a: Assumptions = defaultAssumptions,
): string | null {
  const read = waterFigures.flatMap((k) => (typedIn(w, k) && w[`${k}At`] ? [Date.parse(w[`${k}At`]!)] : []));
  if (read.length === 0) return null;
  const oldest = Math.min(...read);
  const old = usedMs - oldest > a.readingGoodDays * DAY;
  return `Copied from the tank’s readings, the oldest of ${dayMonth(oldest, zone)}.${
    old ? ` More than ${a.readingGoodDays} days old by then: it counts as a guess. Measure again.` : ''
  }`;
}

export const waterText = (w: Partial<Record<WaterFigure, string | number>>): string =>
  waterFigures.map((k) => `${quantities[k].label} ${w[k] ?? ''}`).join(', ');
