import { withOverrides } from '@/core/catalogue/assumptions';
import type { BoxType, Catalogue } from '@/core/catalogue/schema';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';
import { arrange, outsideCm } from '@/core/box/arrange';

const volume = (t: Catalogue['boxes'][number]): number => outsideCm(t).reduce((p, s) => p * s, 1);

/** Cut sheet and winter walls are chosen for a reason, never as a matter of course. */
const isEveryday = (t: BoxType): boolean => t.id !== 'box-cut' && t.wallCm < THICK_CM;

/** Walls from here on are for winter. */
const THICK_CM = 5;

/** Boxes with winter walls that take all these bags, smallest first. */
export function winterBoxes(box: Box, bags: readonly Bag[], c: Consignment, catalogue: Catalogue): BoxType[] {
  const a = withOverrides(c.assumptions);
  return catalogue.boxes
    .filter((t) => t.wallCm >= THICK_CM)
    .filter((t) => arrange({ ...box, boxTypeId: t.id }, bags, catalogue, a).problems.length === 0)
    .sort((x, y) => volume(x) - volume(y));
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
    boxes.push({ id, boxTypeId: type.id, packs, ventHoles: packs.length > 0 ? 2 : 0 });
    bags.push(...put.map((b) => ({ ...b, boxId: id })));
    left = left.filter((b) => !put.includes(b));
  }
  if (boxes.length === 0) boxes.push({ id: '1', boxTypeId: types[0]!.id, packs, ventHoles: 0 });
  return { boxes, bags: c.bags.map((b) => bags.find((x) => x.id === b.id) ?? b) };
}
