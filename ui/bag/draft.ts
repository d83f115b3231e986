import { closureWords, cornerWords, coverWords } from '@/core/bag/making';
import type { Bag, Dosed, Water } from '@/core/consignment/schema';
import type { Difference } from '@/records/field';
import { waterText, waterTyped, type WaterDraft } from '@/ui/fields/water';
import type { BagStationProps } from '@/server/bag/view';

/** The bags under the hands, and the shipping water as it is typed. */
export interface PlanDraft {
  bags: Bag[];
  water: WaterDraft;
  /** What goes into all the water. */
  drawn: Dosed[];
}

export const bagPlanOf = (p: Pick<BagStationProps, 'bags' | 'water' | 'drawn'>): PlanDraft => ({
  bags: p.bags,
  drawn: p.drawn,
  water: waterTyped(p.water),
});

export interface BagPlan {
  bags: Partial<Bag>[];
  sourceWater: Water;
  drawn?: Dosed[] | undefined;
}

const idsOf = (mine: BagPlan, theirs: BagPlan): string[] => [
  ...new Set([...mine.bags.map((b) => b.id!), ...theirs.bags.map((b) => b.id!)]),
];

const madeText = (b: Partial<Bag>): string =>
  [
    b.layers && `${b.layers} layers`,
    b.corners && cornerWords[b.corners],
    b.closure && closureWords[b.closure],
    b.cover && coverWords[b.cover],
    b.lies && 'lying',
    b.soft && 'soft',
    b.filledAfterH && `filled with oxygen after ${b.filledAfterH} h`,
    b.labelNotes && `label: ${b.labelNotes}`,
    b.locked && 'locked',
    ...(b.treatments ?? []).map((t) => `${t.times} × ${t.id}`),
  ]
    .filter(Boolean)
    .map((x) => `; ${x}`)
    .join('');

const bagText = (b: Partial<Bag> | undefined): string =>
  b?.animals
    ? `${b.animals.map((a) => `${a.count} of ${a.lineId}`).join(', ')}; ${b.waterL} L water, ${b.gasL} L gas, ${Math.round(100 * (b.oxygenFraction ?? 0))} %; ${b.bagTypeId}${madeText(b)}`
    : '';

const drawnText = (p: BagPlan): string =>
  [waterText(waterTyped(p.sourceWater)), ...(p.drawn ?? []).map((t) => `${t.times} × ${t.id}`)].join('; ');

/** Two plans bag by bag, where they differ. */
export const planDifferences = (mine: BagPlan, theirs: BagPlan): Difference[] =>
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
      mine: drawnText(mine),
      theirs: drawnText(theirs),
    },
  ].filter((d) => d.mine !== d.theirs);

/** My plan with what was taken of theirs. */
export const mixPlans = (mine: BagPlan, theirs: BagPlan, taken: ReadonlySet<string>): BagPlan => ({
  bags: idsOf(mine, theirs).flatMap((id) => (taken.has(id) ? theirs : mine).bags.find((b) => b.id === id) ?? []),
  sourceWater: taken.has('water') ? theirs.sourceWater : mine.sourceWater,
  ...((taken.has('water') ? theirs : mine).drawn ? { drawn: (taken.has('water') ? theirs : mine).drawn } : {}),
});
