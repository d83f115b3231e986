import { medicines, treatmentKinds, type Treatment, type TreatmentKind } from '@/core/catalogue/treatment';

/** What is in a tank beside the dose: who lives there, what is in its filter, what was given before. */
const surroundings = [
  'invertebrates',
  'scaleless',
  'plants',
  'filter',
  'carbon',
  'warm',
  'unsettled',
  'soft',
  'food-fish',
] as const;
type Surrounding = (typeof surroundings)[number];
/** Or a treatment that is still in the water. */
export type Beside = Surrounding | TreatmentKind | 'reducing';

/** How a conflict is met: refused for good, accepted with a reason, or only told. */
export type Grade = 'refuse' | 'reason' | 'tell';

export interface TreatmentConflict {
  beside: Beside;
  grade: Grade;
  words: string;
}

interface Row {
  doses: readonly (TreatmentKind | 'reducing' | 'lowers-oxygen' | 'harms-filter')[];
  beside: readonly Beside[];
  grade: Grade;
  words: string;
}

const copper: readonly TreatmentKind[] = ['copper', 'bound-copper'];

/** Every conflict that is known here (common practice; the label and a veterinarian stand above it). */
const conflictRows: readonly Row[] = [
  {
    doses: ['reducing'],
    beside: ['copper'],
    grade: 'refuse',
    words: 'A reducing conditioner or binder makes ionic copper poisonous. For ammonia, change water instead.',
  },
  {
    doses: ['copper'],
    beside: ['reducing'],
    grade: 'refuse',
    words: 'A reducing conditioner is still in the water and makes ionic copper poisonous. Change water first.',
  },
  {
    doses: ['reducing'],
    beside: ['bound-copper'],
    grade: 'reason',
    words: 'Some bound coppers break down in a reducing conditioner. Ask the maker first.',
  },
  {
    doses: ['bound-copper'],
    beside: ['reducing'],
    grade: 'reason',
    words: 'A reducing conditioner is still in the water; some bound coppers break down in it.',
  },
  {
    doses: copper,
    beside: ['invertebrates'],
    grade: 'refuse',
    words: 'Copper kills shrimp, snails and other invertebrates.',
  },
  {
    doses: copper,
    beside: ['scaleless'],
    grade: 'reason',
    words: 'Scaleless and armoured fish tolerate little copper. Ask a veterinarian.',
  },
  {
    doses: copper,
    beside: ['soft'],
    grade: 'reason',
    words: 'Copper is far more poisonous in soft water. Raise the hardness first.',
  },
  {
    doses: ['copper'],
    beside: ['bound-copper'],
    grade: 'refuse',
    words: 'Two types of copper in one tank cannot be measured separately.',
  },
  {
    doses: ['bound-copper'],
    beside: ['copper'],
    grade: 'refuse',
    words: 'Two types of copper in one tank cannot be measured separately.',
  },
  {
    doses: medicines,
    beside: ['carbon'],
    grade: 'reason',
    words: 'Carbon in the filter removes the medicine. Take it out first.',
  },
  {
    doses: medicines,
    beside: ['unsettled'],
    grade: 'reason',
    words: 'They have not settled yet. No medicine in the first two days.',
  },
  {
    doses: medicines,
    beside: ['food-fish'],
    grade: 'refuse',
    words: 'Do not treat animals that may be eaten. A veterinarian and the law decide.',
  },
  {
    doses: ['antibiotic', 'dye', 'harms-filter'],
    beside: ['filter'],
    grade: 'tell',
    words: 'It harms the filter. Test ammonia daily and keep a full tank of water ready.',
  },
  {
    doses: ['dye'],
    beside: ['scaleless'],
    grade: 'reason',
    words: 'Dyes are hard on scaleless and armoured fish: half the label dose at most, or none.',
  },
  {
    doses: ['dye', 'parasite'],
    beside: ['invertebrates'],
    grade: 'reason',
    words: 'Many of these harm shrimp and snails. Only if the label allows it.',
  },
  {
    doses: ['salt'],
    beside: ['plants'],
    grade: 'tell',
    words: 'Many plants do not tolerate salt. Take them out.',
  },
  {
    doses: ['salt'],
    beside: ['scaleless'],
    grade: 'reason',
    words: 'Scaleless and armoured fish tolerate little salt. Half, in small steps.',
  },
  {
    doses: ['lowers-oxygen'],
    beside: ['warm'],
    grade: 'tell',
    words: 'It lowers oxygen, and warm water holds little. Air stone day and night.',
  },
  {
    doses: ['antibiotic'],
    beside: copper,
    grade: 'reason',
    words: 'Give the antibiotic before copper; both together are too hard.',
  },
  {
    doses: copper,
    beside: ['antibiotic'],
    grade: 'reason',
    words: 'The antibiotic is still in the water. Finish it, change water, then copper.',
  },
  {
    doses: ['bacteria'],
    beside: ['antibiotic'],
    grade: 'tell',
    words: 'The antibiotic kills them. Wait until it is changed out.',
  },
];

const rank: Record<Grade, number> = { refuse: 0, reason: 1, tell: 2 };

/** What a dose is, as the table asks: its kind, and what its label says of it. */
const tagsOf = (t: Treatment): readonly string[] => [
  t.kind,
  ...(t.reducing ? ['reducing'] : []),
  ...(t.lowersOxygen ? ['lowers-oxygen'] : []),
  ...(t.harmsFilter ? ['harms-filter'] : []),
];

/** What speaks against giving this where these are, the worst first; each said once. */
export function conflictsOf(t: Treatment, beside: readonly Beside[]): TreatmentConflict[] {
  const tags = tagsOf(t);
  const out = new Map<string, TreatmentConflict>();
  for (const row of conflictRows) {
    if (!row.doses.some((d) => tags.includes(d))) continue;
    const met = row.beside.find((b) => beside.includes(b));
    if (met) out.set(row.words, { beside: met, grade: row.grade, words: row.words });
  }
  if (t.notFor?.invertebrates && beside.includes('invertebrates'))
    out.set('label', {
      beside: 'invertebrates',
      grade: 'refuse',
      words: `By its label ${t.name} is not for shrimp, snails and other invertebrates.`,
    });
  if (t.notFor?.scaleless && beside.includes('scaleless'))
    out.set('label2', {
      beside: 'scaleless',
      grade: 'reason',
      words: `By its label ${t.name} is not for scaleless or armoured fish.`,
    });
  return [...out.values()].sort((x, y) => rank[x.grade] - rank[y.grade]);
}

/** Every name that may stand beside a dose. */
export const allBeside: readonly Beside[] = [
  ...surroundings,
  ...(Object.keys(treatmentKinds) as TreatmentKind[]),
  'reducing',
];
