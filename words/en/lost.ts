/** Buttons and words where a hand tells who is dead or missing. */
export const lostWords = {
  title: 'Dead or missing',
  dead: 'Dead',
  jumped: 'Jumped out, dead',
  missing: 'Missing',
  found: 'All found again',
  less: 'One less',
  more: 'One more',
  empty: 'No animals are in this tank by your records.',
  body: 'Take a body out at once: it fouls the water. The reason can be added later.',
} as const;

/** More are told of than live there. */
export const onlyLiving = (living: number, tank: string): string =>
  `Only ${living} of them are in tank ${tank} by your records.`;
