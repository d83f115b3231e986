import type { Assumptions } from '@/core/catalogue/assumptions';

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

/** Hours without food that we plan before sealing. */
export const plannedFastH = (c: FastingClass, a: Assumptions): number => (c === 'none' ? 0 : clearingHours(c, a));

/** Longest fast that is kind; longer is flagged. */
export const longestFastH = (c: FastingClass, a: Assumptions): number =>
  c === 'none' ? Infinity : a[`${parameter[c]}LongestH`];
