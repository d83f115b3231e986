/** Fasting classes: hours a gut takes to clear at the fish's usual temperature † (common practice). */
export type FastingClass = 'fry' | 'tiny-livebearer' | 'small-community' | 'cichlid-like' | 'cool-water-large' | 'none';

interface FastingRule {
  clearingH: number;
  /** Longest fast that is kind; longer is flagged. */
  longestH: number;
  word: string;
}

export const fastingRules: Readonly<Record<FastingClass, FastingRule>> = {
  fry: { clearingH: 12, longestH: 18, word: 'fry fast half a day at most' },
  'tiny-livebearer': { clearingH: 24, longestH: 36, word: 'tiny fish and small livebearers, one day' },
  'small-community': { clearingH: 36, longestH: 60, word: 'small community fish, a day and a half' },
  'cichlid-like': { clearingH: 48, longestH: 96, word: 'cichlids and larger community fish, two days' },
  'cool-water-large': { clearingH: 96, longestH: 168, word: 'goldfish and large cool-water fish, four days' },
  none: { clearingH: 12, longestH: 0, word: 'shrimp, snails and crabs need no fast' },
};

/** Hours without food that we plan before sealing. */
export const plannedFastH = (c: FastingClass): number => (c === 'none' ? 0 : fastingRules[c].clearingH);
