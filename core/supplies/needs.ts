import type { Assumptions } from '@/core/catalogue/assumptions';
import { bandsOf, layersOf } from '@/core/bag/making';
import { givenTo, stockOf } from '@/core/bag/treatments';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';

/** How many (or litres) of one type a consignment takes from the shelf. */
export interface Need {
  /** `bag:bag-18x40`, `box:box-m`, `pack:heat-72h`, or the kind alone where types do not matter. */
  key: string;
  amount: number;
}

export const BINDER = 'additive:binder';

/**
 * What packing a consignment takes from the shelf (common practice †, per the assumptions): every bag doubled but
 * breather bags, bands for each, one liner a box, boxes, packs, oxygen with what flushing loses, a dose of binder for
 * each bag that has one, and of every treatment what its label asks for the litres. Litres of oxygen at room pressure; everything else in pieces.
 */
export function consignmentNeeds(c: Consignment, catalogue: Catalogue, a: Assumptions): Need[] {
  const needs = new Map<string, number>();
  const add = (key: string, amount: number): void => {
    if (amount > 0) needs.set(key, (needs.get(key) ?? 0) + amount);
  };
  for (const bag of c.bags) {
    const type = row(catalogue.bags, bag.bagTypeId, 'bag');
    add(`bag:${bag.bagTypeId}`, layersOf(type, bag));
    // The house's own figure is for a doubled bag as usual, which takes four.
    add('band', (a.bandsPerBag * bandsOf(type, bag)) / 4);
    if (!type.breather && bag.oxygenFraction > 0.5 && !bag.filledElsewhere)
      add('oxygen', bag.gasL * a.oxygenFlushFactor);
    if (bag.binderMgN !== null) add(BINDER, 1);
    for (const g of givenTo(c, bag, catalogue)) add(`treatment:${g.treatment.id}`, stockOf(g, bag.waterL));
  }
  for (const box of c.boxes.filter((b) => c.bags.some((bag) => bag.boxId === b.id))) {
    add(`box:${box.boxTypeId}`, 1);
    add('liner', a.linersPerBox);
    for (const p of box.packs) add(`pack:${p.packId}`, p.count);
  }
  return [...needs].map(([key, amount]) => ({ key, amount: Math.round(amount * 10) / 10 }));
}

/** What hands have used already: bags that are closed, by their ids, and packs that were opened, by their type. */
export interface Used {
  bags: ReadonlySet<string>;
  packs: ReadonlyMap<string, number>;
}

/**
 * What of a cancelled consignment stays used: its closed bags with their bands, gas and doses, and opened packs. Boxes and
 * liners go back to the shelf.
 */
export function usedNeeds(c: Consignment, used: Used, catalogue: Catalogue, a: Assumptions): Need[] {
  const closed = { ...c, bags: c.bags.filter((b) => used.bags.has(b.id)) };
  return [
    ...consignmentNeeds(closed, catalogue, a).filter((n) => !/^(box:|pack:|liner$)/.test(n.key)),
    ...[...used.packs].map(([id, amount]) => ({ key: `pack:${id}`, amount })),
  ];
}
