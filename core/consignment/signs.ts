/** Something that is seen through the film or in the box before anything is opened (W45, W53; common practice †). */
export interface ArrivalSign {
  words: string;
  of: 'bag' | 'box';
  /** What it means for the hands; nothing where it is only told. */
  so?: string;
  /** Whoever shows it goes first, with the least handling. */
  weak?: boolean;
  /** How it was packed, told to whoever packed it: no sign of the animals. Of one group only one is so. */
  packed?: 'layers' | 'water' | 'inside' | 'pack' | 'lining' | 'copper';
}

export const arrivalSigns = {
  side: { of: 'bag', words: 'on its side', so: 'This bag first, with the least handling.', weak: true },
  fast: { of: 'bag', words: 'breathes fast', so: 'This bag first, with the least handling.', weak: true },
  still: {
    of: 'bag',
    words: 'still and pale',
    so: 'Still and pale in a soft bag is not dead: do not poke. Many recover within minutes.',
  },
  torn: { of: 'bag', words: 'torn fin or scale', so: 'Lift it by hand or cup, not by net.' },
  spots: {
    of: 'bag',
    words: 'spots or dust',
    so: 'Use a separate treatment tank; nets and cups for it only.',
  },
  fuzz: {
    of: 'bag',
    words: 'fuzz or wounds',
    so: 'Use a separate treatment tank; nets and cups for it only.',
  },
  cloudy: { of: 'bag', words: 'cloudy water', so: 'Ammonia is high: transfer soon after opening.' },
  slime: { of: 'bag', words: 'slimy water' },
  flat: { of: 'bag', words: 'flat bag', so: 'Oxygen may have run out: this bag first.', weak: true },
  leaked: { of: 'bag', words: 'leaked', so: 'Little water left: this bag first.', weak: true },
  dyed: { of: 'bag', words: 'dyed water', so: 'Something was dosed: ask what, add nothing else.' },
  fewer: { of: 'bag', words: 'fewer than on the label', so: 'Photograph the closed bag with its label.' },
  stowaway: { of: 'bag', words: 'a stowaway', so: 'Into quarantine, not into the display tank.' },
  other: { of: 'bag', words: 'not as ordered', so: 'Photograph the closed bag with its label.' },
  oneLayer: { of: 'bag', words: 'one bag', packed: 'layers' },
  twoLayers: { of: 'bag', words: 'two bags, one in another', packed: 'layers' },
  threeLayers: { of: 'bag', words: 'three bags', packed: 'layers' },
  waterThird: { of: 'bag', words: 'a third water', packed: 'water' },
  waterHalf: { of: 'bag', words: 'half water', packed: 'water' },
  waterMost: { of: 'bag', words: 'mostly water', packed: 'water' },
  paperRound: { of: 'bag', words: 'wrapped in paper', packed: 'inside' },
  coverIn: { of: 'bag', words: 'cover for the fish inside', packed: 'inside' },
  lidPack: { of: 'box', words: 'pack under the lid', packed: 'pack' },
  bagPack: {
    of: 'box',
    words: 'pack against a bag',
    packed: 'pack',
    so: 'Packs against bags burn or suffocate: tell the sender.',
  },
  noPack: { of: 'box', words: 'no pack', packed: 'pack' },
  foam: { of: 'box', words: 'foam all round', packed: 'lining' },
  noFoam: { of: 'box', words: 'no foam', packed: 'lining' },
  noCopper: { of: 'box', words: 'no copper in its water', packed: 'copper' },
  copper: {
    of: 'box',
    words: 'copper in its water',
    packed: 'copper',
    so: 'No reducing binder in this water; snails, shrimp, crabs and corals out of it soon.',
  },
  copperUnknown: {
    of: 'box',
    words: 'copper unknown',
    packed: 'copper',
    so: 'Ask the seller about copper and its type; until then no reducing binder.',
  },
  warmPacks: { of: 'box', words: 'packs still warm' },
  coldPacks: { of: 'box', words: 'packs cold' },
  wetPaper: { of: 'box', words: 'wet paper', so: 'A bag leaks: find it.' },
  crushed: {
    of: 'box',
    words: 'crushed or open',
    so: 'Photograph it before taking anything out; the carrier will ask.',
  },
} as const satisfies Record<string, ArrivalSign>;
export type SignId = keyof typeof arrivalSigns;
export const signIds = Object.keys(arrivalSigns) as [SignId, ...SignId[]];

/** What else cannot be so where one of a group was pressed: a box has one kind of lining. */
export const rivalsOf = (sign: SignId): SignId[] => {
  const { of, packed } = arrivalSigns[sign] as ArrivalSign;
  if (!packed || packed === 'inside') return [];
  return signIds.filter(
    (s) => s !== sign && (arrivalSigns[s] as ArrivalSign).packed === packed && arrivalSigns[s].of === of,
  );
};

/** One look: what was seen, or that it was seen no more. */
export interface SeenSign {
  sign: SignId;
  at: string;
  by: string;
  /** Struck out since: it stays told, as a slip. */
  struck: boolean;
}

/** What is seen now, each once. */
export const signsNow = (seen: readonly SeenSign[]): SignId[] => [
  ...new Set(seen.filter((s) => !s.struck).map((s) => s.sign)),
];

/** What they mean for the hands, each sentence once. */
export const soWhat = (now: readonly SignId[]): string[] => [
  ...new Set(now.flatMap((s) => ('so' in arrivalSigns[s] ? [(arrivalSigns[s] as ArrivalSign).so!] : []))),
];

/**
 * How a bag is taken by what was seen of its animals (W45): the weak with the least handling; the ill the same, and into a
 * tank of their own; the drugged soon into clean water. In the order in which they are opened.
 */
export const paths = ['weak', 'ill', 'drugged', 'usual'] as const;
export type Path = (typeof paths)[number];

export const pathOf = (now: readonly SignId[], sedated: boolean): Path =>
  now.some((s) => s === 'spots' || s === 'fuzz')
    ? 'ill'
    : now.some((s) => (arrivalSigns[s] as ArrivalSign).weak)
      ? 'weak'
      : sedated
        ? 'drugged'
        : 'usual';

/** Copper is in the water of a box, or may be: what was told of it. */
export const copperIn = (now: readonly SignId[]): boolean => now.includes('copper') || now.includes('copperUnknown');

/** Bags in the order in which they are opened: the weak ones first, the others as they lie (W45). */
export const openingOrder = <B extends { id: string }>(
  bags: readonly B[],
  now: (bagId: string) => readonly SignId[],
): B[] => {
  const weak = (b: B): boolean => now(b.id).some((s) => (arrivalSigns[s] as ArrivalSign).weak);
  return [...bags.filter(weak), ...bags.filter((b) => !weak(b))];
};
