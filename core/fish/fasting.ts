import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Species } from '@/core/catalogue/schema';

/** Fasting classes: hours a gut takes to clear at the fish's usual temperature († common practice, assumptions). */
export type FastingClass = 'fry' | 'tiny-livebearer' | 'small-community' | 'cichlid-like' | 'cool-water-large' | 'none';

const parameter = {
  fry: 'fry',
  'tiny-livebearer': 'tinyLivebearer',
  'small-community': 'smallCommunity',
  'cichlid-like': 'cichlidLike',
  'cool-water-large': 'coolWaterLarge',
} as const satisfies Record<Exclude<FastingClass, 'none'>, string>;

export const fastingWords: Readonly<Record<FastingClass, string>> = {
  fry: 'fry fast half a day at most',
  'tiny-livebearer': 'tiny fish and small livebearers, one day',
  'small-community': 'small community fish, a day and a half',
  'cichlid-like': 'cichlids and larger community fish, two days',
  'cool-water-large': 'goldfish and large cool-water fish, four days',
  none: 'shrimp, snails and crabs need no fast',
};

/** Hours in which a gut clears at the usual temperature; animals that are not fasted are taken as half a day. */
export const clearingHours = (c: FastingClass, a: Assumptions): number =>
  c === 'none' ? a.fryClearingH : a[`${parameter[c]}ClearingH`];

/** Longest fast that is kind; longer is flagged. */
export const longestFastH = (c: FastingClass, a: Assumptions): number =>
  c === 'none' ? Infinity : a[`${parameter[c]}LongestH`];

/** Fish of one length: what its gut depends on. */
export type Fasting = Pick<Species, 'fasting' | 'usualC' | 'lengthCm'>;

/** A fish much shorter than its kind is sold is fry, whatever its kind; invertebrates stay what they are. */
export const classAt = (s: Fasting, lengthCm: number, a: Assumptions): FastingClass =>
  s.fasting !== 'none' && lengthCm < a.fryLengthShare * s.lengthCm ? 'fry' : s.fasting;

/**
 * Hours in which the gut of a fish of `lengthCm` clears at `tempC`: the class's, faster in warmer water (Q10), slower in
 * a bigger fish of its kind. More than 0 cm; 0–35 °C. Common practice.
 */
export const gutHours = (s: Fasting, lengthCm: number, tempC: number, a: Assumptions): number => {
  const c = classAt(s, lengthCm, a);
  const size = c === 'fry' ? 1 : (lengthCm / s.lengthCm) ** a.gutLengthExponent;
  return clearingHours(c, a) * size * a.gutQ10 ** ((s.usualC - tempC) / 10);
};

/** Hours without food that its gut asks for before sealing, whole; never more than is kind. */
export function plannedFastH(s: Fasting, lengthCm: number, tempC: number, a: Assumptions): number {
  const c = classAt(s, lengthCm, a);
  return c === 'none' ? 0 : Math.min(longestFastH(c, a), Math.round(gutHours(s, lengthCm, tempC, a)));
}

/** Schools of how long to fast, whatever the gut says (common practice; where a range is told, its middle). */
export const schools = {
  'one-day': { hours: 24, words: 'One day: tiny fish, small livebearers' },
  'day-before': { hours: 30, words: 'The day before and the day itself: shop stock' },
  'nearly-two-days': { hours: 42, words: 'A day and a half to two: community fish, most cichlids' },
  'couple-of-days': { hours: 48, words: 'A couple of days: big cichlids' },
  'four-days': { hours: 96, words: 'Four days: goldfish, large cool-water fish' },
  none: { hours: 0, words: 'No fast' },
} as const satisfies Record<string, { hours: number; words: string }>;
export type School = keyof typeof schools;
export const schoolIds = Object.keys(schools) as [School, ...School[]];
