import { closureWords, cornerWords, coverWords } from '@/core/bag/making';
import type { Bag, WaterReading } from '@/core/consignment/schema';
import type { Difference } from '@/records/field';
import { num } from '@/ui/fields/fields';
import { waterKeys, waterText } from '@/ui/fields/water';
import type { BagStationProps } from '@/server/bag/view';

export interface Draft {
  id: string;
  boxId: string;
  bagTypeId: string;
  counts: Record<string, string>;
  waterL: string;
  gasL: string;
  oxygenPct: string;
  binder: string;
  sedated: boolean;
  /** How it is made; empty where it is done as usual. */
  layers: string;
  corners: string;
  closure: string;
  cover: string;
  lies: boolean;
}

/** A bag made as usual. */
export const asUsual = { layers: '', corners: '', closure: '', cover: '', lies: false } as const;

const draftOf = (b: Bag): Draft => ({
  id: b.id,
  boxId: b.boxId,
  bagTypeId: b.bagTypeId,
  counts: Object.fromEntries(b.animals.map((a) => [a.lineId, String(a.count)])),
  waterL: String(b.waterL),
  gasL: String(b.gasL),
  oxygenPct: String(Math.round(b.oxygenFraction * 100)),
  binder: b.binderMgN === null ? '' : String(b.binderMgN),
  sedated: b.sedated,
  layers: b.layers === undefined ? '' : String(b.layers),
  corners: b.corners ?? '',
  closure: b.closure ?? '',
  cover: b.cover ?? '',
  lies: b.lies ?? false,
});

export const bagOf = (d: Draft): Partial<Bag> => ({
  id: d.id,
  boxId: d.boxId,
  bagTypeId: d.bagTypeId,
  animals: Object.entries(d.counts)
    .filter(([, n]) => n.trim() !== '' && n.trim() !== '0')
    .map(([lineId, n]) => ({ lineId, count: num(n) })),
  waterL: num(d.waterL),
  gasL: num(d.gasL),
  oxygenFraction: num(d.oxygenPct) / 100,
  binderMgN: d.binder.trim() === '' ? null : num(d.binder),
  sedated: d.sedated,
  // What was typed before a reload by an older page may lack these.
  layers: d.layers ? num(d.layers) : undefined,
  corners: (d.corners || undefined) as Bag['corners'],
  closure: (d.closure || undefined) as Bag['closure'],
  cover: (d.cover || undefined) as Bag['cover'],
  lies: d.lies || undefined,
});

export type WaterDraft = Record<keyof WaterReading, string>;

export const planOf = (p: Pick<BagStationProps, 'bags' | 'water'>): { drafts: Draft[]; water: WaterDraft } => ({
  drafts: p.bags.map(draftOf),
  water: Object.fromEntries(waterKeys.map(([k]) => [k, String(p.water[k])])) as WaterDraft,
});

export interface Plan {
  bags: Partial<Bag>[];
  sourceWater: WaterReading;
}

const idsOf = (mine: Plan, theirs: Plan): string[] => [
  ...new Set([...mine.bags.map((b) => b.id!), ...theirs.bags.map((b) => b.id!)]),
];

const madeText = (b: Partial<Bag>): string =>
  [
    b.layers && `${b.layers} layers`,
    b.corners && cornerWords[b.corners],
    b.closure && closureWords[b.closure],
    b.cover && coverWords[b.cover],
    b.lies && 'lying',
  ]
    .filter(Boolean)
    .map((x) => `; ${x}`)
    .join('');

const bagText = (b: Partial<Bag> | undefined): string =>
  b?.animals
    ? `${b.animals.map((a) => `${a.count} of ${a.lineId}`).join(', ')}; ${b.waterL} L water, ${b.gasL} L gas, ${Math.round(100 * (b.oxygenFraction ?? 0))} %; ${b.bagTypeId}${madeText(b)}`
    : '';

/** Two plans bag by bag, where they differ. */
export const planDifferences = (mine: Plan, theirs: Plan): Difference[] =>
  [
    ...idsOf(mine, theirs).map((id) => ({
      path: id,
      label: `Bag ${id}`,
      mine: bagText(mine.bags.find((b) => b.id === id)),
      theirs: bagText(theirs.bags.find((b) => b.id === id)),
    })),
    {
      path: 'water',
      label: 'Shipping water',
      mine: waterText(mine.sourceWater),
      theirs: waterText(theirs.sourceWater),
    },
  ].filter((d) => d.mine !== d.theirs);

/** My plan with what was taken of theirs. */
export const mixPlans = (mine: Plan, theirs: Plan, taken: ReadonlySet<string>): Plan => ({
  bags: idsOf(mine, theirs).flatMap((id) => (taken.has(id) ? theirs : mine).bags.find((b) => b.id === id) ?? []),
  sourceWater: taken.has('water') ? theirs.sourceWater : mine.sourceWater,
});
