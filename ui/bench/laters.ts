/** Ways to put a duty off, as the server knows them. */
export const laterChoices = [
  ['quarter', 'In 15 minutes'],
  ['hour', 'In an hour'],
  ['evening', 'This evening, 18:00'],
  ['morning', 'Tomorrow morning, 8:00'],
] as const;
export type LaterChoice = (typeof laterChoices)[number][0];
