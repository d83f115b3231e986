import { arrange } from '@/core/box/arrange';
import { freightPrice, tariffTo } from '@/core/box/freight';
import { outsideCm } from '@/core/box/weights';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';
import { byNumber } from '@/core/quantities/words';
import { weighed } from '@/core/engine/forward';

/** Boxes of the shelf for all bags, with what the carrier takes for them. */
export interface BoxSet {
  boxes: Box[];
  /** Box of every bag. */
  inBox: Record<string, string>;
  chargeableKg: number;
  /** Boxes and freight. */
  cost: number;
}

/** Fills one box: the widest bags first, then whatever still finds a floor; of bags that are alike one failure tells of all. */
function fill(box: Box, left: readonly Bag[], catalogue: Catalogue, a: ReturnType<typeof withOverrides>): Bag[] {
  const inside: Bag[] = [];
  const failed = new Set<string>();
  for (const bag of left) {
    const kind = [bag.bagTypeId, bag.waterL, bag.gasL, bag.lies, bag.soft].join();
    if (failed.has(kind)) continue;
    if (arrange(box, [...inside, bag], catalogue, a).problems.length === 0) inside.push(bag);
    else failed.add(kind);
  }
  return inside;
}

/** All bags in boxes of one kind, each then in the cheapest kind that takes what is in it; null where a bag fits in none. */
function setOf(c: Consignment, typeId: string, bags: readonly Bag[], catalogue: Catalogue): BoxSet | null {
  const a = withOverrides(c.assumptions);
  const service = row(catalogue.services, c.serviceId, 'service');
  const tariff = tariffTo(service, c.receiver.place.country);
  const inBox: Record<string, string> = {};
  const boxes: Box[] = [];
  let left = [...bags];
  let chargeableKg = 0;
  let cost = 0;
  while (left.length > 0) {
    // What hands made of a box goes with its number: packs, lining, bottles, tape; own measures are of its kind alone.
    const { own: _, accepted: __, declaredKg: ___, ...like } = c.boxes[boxes.length] ?? c.boxes[0]!;
    const first: Box = { ...like, id: String(boxes.length + 1), boxTypeId: typeId };
    const inside = fill(first, left, catalogue, a);
    if (inside.length === 0) return null;
    const alone = { ...c, bags: inside.map((b) => ({ ...b, boxId: first.id })) };
    const priced = (t: Catalogue['boxes'][number]) => {
      const box = { ...first, boxTypeId: t.id };
      const { freight } = weighed(alone, box, service, catalogue, a);
      return { box, kg: freight.chargeable, cost: t.cost + freightPrice(tariff, freight.chargeable) };
    };
    const best = catalogue.boxes
      .filter(
        (t) => t.id === typeId || arrange({ ...first, boxTypeId: t.id }, inside, catalogue, a).problems.length === 0,
      )
      .map(priced)
      .reduce((x, y) => (y.kg < x.kg || (y.kg === x.kg && y.cost < x.cost) ? y : x));
    boxes.push(best.box);
    for (const b of inside) inBox[b.id] = first.id;
    chargeableKg += best.kg;
    cost += best.cost;
    left = left.filter((b) => !inside.includes(b));
  }
  return { boxes, inBox, chargeableKg, cost };
}

/**
 * Sets of boxes for the bags as they are, least chargeable weight first, no bag beyond the lid; packs, lining and bottles as in
 * the box of the same number, as far as weight and room go: warmth is not looked at, and what warms a box of another kind
 * is chosen for it (`warmBoxes`).
 */
export function boxSets(c: Consignment, catalogue: Catalogue): BoxSet[] {
  const bags = c.bags
    .map(({ spot: _, ...b }) => b)
    .sort((x, y) => y.waterL + y.gasL - (x.waterL + x.gasL) || byNumber(x.id, y.id));
  const found = catalogue.boxes
    .filter((t) => outsideCm(t).every((s) => s > 0))
    .flatMap((t) => setOf(c, t.id, bags, catalogue) ?? []);
  const seen = new Set<string>();
  return found
    .sort((x, y) => x.chargeableKg - y.chargeableKg || x.cost - y.cost || x.boxes.length - y.boxes.length)
    .filter((s) => {
      const key = s.boxes
        .map((b) => b.boxTypeId)
        .sort()
        .join();
      return !seen.has(key) && seen.add(key);
    });
}
