/** What is looked for in a quarantined animal (common practice), in the order in which eyes go over it. */
export const signNames = [
  'breathing',
  'flashing',
  'spots',
  'dust',
  'fuzz',
  'fins',
  'colour',
  'bloat',
  'faeces',
  'hiding',
  'stuck-moult',
  'planaria',
] as const;
export type QuarantineSign = (typeof signNames)[number];

export const bodyParts = ['gills', 'body', 'fins', 'tail', 'head', 'eyes', 'belly'] as const;
export type BodyPart = (typeof bodyParts)[number];

export const quarantineSigns: Readonly<
  Record<QuarantineSign, { words: string; of: 'fish' | 'invertebrate' | 'all'; so: string }>
> = {
  breathing: { words: 'fast breathing', of: 'fish', so: 'Test ammonia, nitrite and oxygen now, and air the water.' },
  flashing: { words: 'rubbing, flashing', of: 'fish', so: 'Look for dust or spots under a side light.' },
  spots: { words: 'white spots', of: 'fish', so: 'Count them and photograph; the same fish tomorrow.' },
  dust: { words: 'fine dust', of: 'fish', so: 'Spreads fast: veterinarian, or the label’s treatment, today.' },
  fuzz: { words: 'fuzz, cotton', of: 'all', so: 'Note where and how large. For shrimp a short salt dip is an option.' },
  fins: { words: 'frayed or clamped fins', of: 'fish', so: 'Any biting? Water first: test, change.' },
  colour: { words: 'pale or dark', of: 'all', so: 'Light, hiding places and water before anything else.' },
  bloat: { words: 'swollen', of: 'fish', so: 'No food for two days; separate if it stays.' },
  faeces: { words: 'white or stringy faeces', of: 'fish', so: 'Note who; a sample for a veterinarian.' },
  hiding: { words: 'apart, lying', of: 'all', so: 'Count again at lights-on.' },
  'stuck-moult': {
    words: 'stuck moult',
    of: 'invertebrate',
    so: 'Test GH and KH first; do not touch it.',
  },
  planaria: { words: 'flatworms', of: 'invertebrate', so: 'Set the trap tonight, with meat in it; empty it at dawn.' },
};
