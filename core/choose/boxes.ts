import { madeOf } from '@/core/box/box-construction';
import { withOverrides } from '@/core/catalogue/assumptions';
import { ballastBottle, linings, plannedLining } from '@/core/catalogue/gear';
import { row } from '@/core/catalogue/row';
import type { BoxType, Catalogue } from '@/core/catalogue/schema';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';
import { arrange } from '@/core/box/arrange';
import { liningM2, outsideCm } from '@/core/box/weights';
import { freightPrice, tariffTo } from '@/core/box/freight';
import { weighed } from '@/core/engine/forward';
import { counted } from '@/core/quantities/words';

const volume = (t: BoxType): number => outsideCm(t).reduce((p, s) => p * s, 1);

/** Cut sheet and winter walls are chosen for a reason, never as a matter of course. */
const isEveryday = (t: BoxType): boolean => t.id !== 'box-cut' && t.wallCm >= THIN_CM && t.wallCm < THICK_CM;

/** Thinner than this is a carton. */
const THIN_CM = 1;

/** Walls from here on are for winter. */
const THICK_CM = 5;

/** Room for the thickest heat pack is kept while boxes are chosen, before packs are. */
export const KEEP_ROOM: Box['packs'] = [{ packId: 'heat-72h', count: 1 }];

/** Bottles of plain water that are tried among the bags. */
const BOTTLES = [0, 4] as const;

/** A way to make a box warm before any pack: its kind, what lines it, and water for its warmth alone. */
export interface BoxConstruction {
  box: Box;
  /** Box, lining, bottles and freight, without packs. */
  cost: number;
}

/** "Winter foam box, double wall, foam sheet, 2 cm, 4 bottles of 1 L water". */
export function makingName(box: Box, catalogue: Catalogue): string {
  const words = [madeOf(catalogue, box).name, ...(box.lining ?? []).map((x) => x.name.toLowerCase())];
  if (box.ballast) words.push(`${counted(box.ballast.count, 'bottle')} of ${box.ballast.litres} L water`);
  return words.join(' + ');
}

/** What a box costs with all that is in it, and its freight; packs not counted. */
export function costOfBox(c: Consignment, box: Box, catalogue: Catalogue): { cost: number; kg: number } {
  const type = madeOf(catalogue, box);
  const service = row(catalogue.services, c.serviceId, 'service');
  const { freight, weights } = weighed(c, box, service, catalogue, withOverrides(c.assumptions));
  const lined = (box.lining ?? []).reduce((sum, x) => {
    const known = linings.find((y) => y.name === x.name);
    return sum + (known ? known.costPerM2 * liningM2(type) : 0);
  }, 0);
  const bottles = (box.ballast?.count ?? 0) * ballastBottle.cost;
  return {
    cost: type.cost + lined + bottles + freightPrice(tariffTo(service, c.receiver.place.country), freight.chargeable),
    kg: weights.totalKg,
  };
}

/**
 * Ways to make a box for some bags, cheapest first, freight included: as it is or with winter walls, with or without a
 * lining of foam sheet, with bottles of plain water in the gaps. Only what takes all bags under a pack.
 */
export function makingsOf(c: Consignment, first: Box, catalogue: Catalogue): BoxConstruction[] {
  const a = withOverrides(c.assumptions);
  const bags = c.bags.filter((b) => b.boxId === first.id);
  const thick = catalogue.boxes.filter((t) => t.wallCm >= THICK_CM && t.id !== first.boxTypeId);
  const types = [madeOf(catalogue, first), ...thick];
  const walls = [[], [plannedLining]];
  return types
    .flatMap((type) =>
      walls.flatMap((lining) =>
        BOTTLES.map((count): BoxConstruction => {
          // Its own measures, and how its lid is taped, are a hand's: they stay with the box itself.
          const { own, tape, ventMm } = first;
          const box: Box = {
            id: first.id,
            boxTypeId: type.id,
            packs: [],
            ventHoles: 0,
            ...(own && type === types[0] ? { own } : {}),
            ...(tape ? { tape } : {}),
            ...(ventMm ? { ventMm } : {}),
          };
          if (lining.length > 0) box.lining = lining.map(({ costPerM2: _, ...x }) => x);
          if (count > 0) box.ballast = { litres: ballastBottle.litres, count };
          return { box, ...costOfBox(c, box, catalogue) };
        }),
      ),
    )
    .filter(({ box }) => arrange({ ...box, packs: KEEP_ROOM }, bags, catalogue, a).problems.length === 0)
    .sort((x, y) => x.cost - y.cost);
}

/**
 * A suggested box with what a hand has made of the one that it stands for: how its lid is taped, how wide its holes are, and
 * its own measures where it is of the same kind and takes these bags in them.
 */
function byHand(c: Consignment, box: Box, bags: readonly Bag[], catalogue: Catalogue): Box {
  const was = c.boxes.find((b) => b.id === box.id);
  if (!was) return box;
  const { tape, ventMm, own } = was;
  const made: Box = { ...box, ...(tape ? { tape } : {}), ...(ventMm ? { ventMm } : {}) };
  const measured: Box = { ...made, ...(own && was.boxTypeId === box.boxTypeId ? { own } : {}) };
  const fits = arrange(measured, bags, catalogue, withOverrides(c.assumptions)).problems.length === 0;
  return fits ? measured : made;
}

/**
 * Boxes for a set of bags: the smallest single box that takes them all with room for packs; where none does, the
 * largest is filled and the rest goes into a next one. Bags that fit nowhere stay in the last box, to be refused there.
 */
export function suggestBoxes(c: Consignment, catalogue: Catalogue, packs: Box['packs']): { boxes: Box[]; bags: Bag[] } {
  const a = withOverrides(c.assumptions);
  const types = catalogue.boxes.filter(isEveryday).sort((x, y) => volume(x) - volume(y));
  const boxes: Box[] = [];
  const bags: Bag[] = [];
  let left = [...c.bags];
  while (left.length > 0) {
    const id = String(boxes.length + 1);
    const fits = (typeId: string): ReturnType<typeof arrange> =>
      arrange({ id, boxTypeId: typeId, packs, ventHoles: 0 }, left, catalogue, a);
    const single = types.find((t) => fits(t.id).problems.length === 0);
    const type = single ?? types[types.length - 1]!;
    const refused = new Set(fits(type.id).problems.map((p) => p.bagId));
    const taken = single ? left : left.filter((b) => !refused.has(b.id));
    const put = taken.length > 0 ? taken : left;
    boxes.push(byHand(c, { id, boxTypeId: type.id, packs, ventHoles: packs.length > 0 ? 2 : 0 }, put, catalogue));
    bags.push(...put.map((b) => ({ ...b, boxId: id })));
    left = left.filter((b) => !put.includes(b));
  }
  if (boxes.length === 0) boxes.push({ id: '1', boxTypeId: types[0]!.id, packs, ventHoles: 0 });
  return { boxes, bags: c.bags.map((b) => bags.find((x) => x.id === b.id) ?? b) };
}
