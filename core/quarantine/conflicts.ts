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

export interface Conflict {
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
    words: 'A reducing conditioner or binder turns ionic copper poisonous. Change water for ammonia instead.',
  },
  {
    doses: ['copper'],
    beside: ['reducing'],
    grade: 'refuse',
    words: 'A reducing conditioner is still in the water: ionic copper turns poisonous in it. Change it out first.',
  },
  {
    doses: ['reducing'],
    beside: ['bound-copper'],
    grade: 'reason',
    words: 'Some bound coppers let go in a reducing conditioner: ask the maker of this one first.',
  },
  {
    doses: ['bound-copper'],
    beside: ['reducing'],
    grade: 'reason',
    words: 'A reducing conditioner is still in the water: some bound coppers let go in it.',
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
    words: 'Scaleless and armoured fish bear little copper: a veterinarian decides.',
  },
  {
    doses: copper,
    beside: ['soft'],
    grade: 'reason',
    words: 'In soft water copper is far more poisonous: raise the hardness first.',
  },
  {
    doses: ['copper'],
    beside: ['bound-copper'],
    grade: 'refuse',
    words: 'Two kinds of copper in one water cannot be measured apart.',
  },
  {
    doses: ['bound-copper'],
    beside: ['copper'],
    grade: 'refuse',
    words: 'Two kinds of copper in one water cannot be measured apart.',
  },
  {
    doses: medicines,
    beside: ['carbon'],
    grade: 'reason',
    words: 'Carbon in the filter takes the medicine out: take it out first.',
  },
  {
    doses: medicines,
    beside: ['unsettled'],
    grade: 'reason',
    words: 'They have not settled yet: no medicine in the first day or two.',
  },
  {
    doses: medicines,
    beside: ['food-fish'],
    grade: 'refuse',
    words: 'Nothing that may be eaten is treated here: a veterinarian and the law decide.',
  },
  {
    doses: ['antibiotic', 'dye', 'harms-filter'],
    beside: ['filter'],
    grade: 'tell',
    words: 'It harms the filter: test ammonia every day and keep a whole tank of water ready.',
  },
  {
    doses: ['dye'],
    beside: ['scaleless'],
    grade: 'reason',
    words: 'Dyes are hard on scaleless and armoured fish: half of the label at most, or none.',
  },
  {
    doses: ['dye', 'parasite'],
    beside: ['invertebrates'],
    grade: 'reason',
    words: 'Many of these harm shrimp and snails: only where its label names them.',
  },
  {
    doses: ['salt'],
    beside: ['plants'],
    grade: 'tell',
    words: 'Many plants do not bear salt: take them out.',
  },
  {
    doses: ['salt'],
    beside: ['scaleless'],
    grade: 'reason',
    words: 'Scaleless and armoured fish bear little salt: half, by small steps.',
  },
  {
    doses: ['lowers-oxygen'],
    beside: ['warm'],
    grade: 'tell',
    words: 'It lowers oxygen, and warm water holds little: an air stone, day and night.',
  },
  {
    doses: ['antibiotic'],
    beside: copper,
    grade: 'reason',
    words: 'The antibiotic comes before the copper: together they are hard to bear.',
  },
  {
    doses: copper,
    beside: ['antibiotic'],
    grade: 'reason',
    words: 'The antibiotic is still in the water: finish it, change, then copper.',
  },
  {
    doses: ['bacteria'],
    beside: ['antibiotic'],
    grade: 'tell',
    words: 'The antibiotic kills them: wait until it is changed out.',
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
export function conflictsOf(t: Treatment, beside: readonly Beside[]): Conflict[] {
  const tags = tagsOf(t);
  const out = new Map<string, Conflict>();
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
