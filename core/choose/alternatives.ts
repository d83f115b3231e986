import { letterOf, suggestBags, type Goal } from './bags';
import { KEEP_ROOM, suggestBoxes } from './boxes';
import type { Catalogue } from '@/core/catalogue/schema';
import { freeId } from '@/core/bag/by-hand';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';

/** How a hand makes a bag: what of it is no figure of the plan. */
const MADE = [
  'layers',
  'corners',
  'closure',
  'cover',
  'lies',
  'sedated',
  'binderMgN',
  'binderKind',
  'reducer',
  'treatments',
  'filledElsewhere',
  'filledAfterH',
  'soft',
  'labelNotes',
] as const satisfies readonly (keyof Bag)[];

function makingOf(bags: readonly Bag[], lineId: string): Partial<Bag> {
  const like = bags.find((b) => b.animals.length === 1 && b.animals[0]!.lineId === lineId);
  return like ? Object.fromEntries(MADE.flatMap((key) => (like[key] === undefined ? [] : [[key, like[key]]]))) : {};
}

/**
 * A plan of bags and boxes for one goal, beside the one in use. Locked bags stay as they are, and so does how the bags of
 * a line are made (layers, closure, cover, treatments). A box of the plan in use keeps its packs, holes, lining and bottles
 * where it stays of its kind; `opened` names the others, which are bare until what warms them is chosen (`warmBoxes`).
 */
export function planFor(
  c: Consignment,
  catalogue: Catalogue,
  goal: Goal,
  roomy = 1,
): { bags: Bag[]; boxes: Box[]; opened: string[]; reasons: string[] } {
  const locked = c.bags.filter((b) => b.locked);
  const held = (lineId: string): number =>
    locked.flatMap((b) => b.animals).reduce((n, x) => n + (x.lineId === lineId ? x.count : 0), 0);
  const lines = c.lines.flatMap((l) => (l.count > held(l.id) ? [{ ...l, count: l.count - held(l.id) }] : []));
  const taken = new Set(locked.map((b) => b.id));
  const made = suggestBags({ ...c, lines, bags: [] }, catalogue, c.boxes[0]!.id, { goal, roomy });
  const fresh = made.bags.map((b) => {
    // The letter of its line in the whole order, whatever of it is locked.
    const id = freeId(letterOf(c.lines.findIndex((l) => l.id === b.animals[0]!.lineId)), taken);
    taken.add(id);
    return { ...b, ...makingOf(c.bags, b.animals[0]!.lineId), id };
  });
  const { boxes, bags } = suggestBoxes({ ...c, bags: [...locked, ...fresh] }, catalogue, KEEP_ROOM);
  const same = (b: Box): Box | undefined => c.boxes.find((x) => x.id === b.id && x.boxTypeId === b.boxTypeId);
  return {
    bags,
    boxes: boxes.map((b): Box => {
      const was = same(b);
      if (!was) return { ...b, packs: [], ventHoles: 0 };
      const { own: _, ...kept } = was;
      return { ...kept, ...(b.own ? { own: b.own } : {}) };
    }),
    opened: boxes.filter((b) => !same(b)).map((b) => b.id),
    reasons: made.reasons,
  };
}
