import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { freeId } from '@/core/bag/by-hand';
import { arrange } from '@/core/box/arrange';
import type { Bag, Box, Consignment, OrderLine } from '@/core/consignment/schema';
import { counted } from '@/core/quantities/words';
import { suggestBags } from './bags';
import { BLOCK } from '@/core/engine/random';
import type { Holiday } from '@/core/calendar/schema';
import { KEEP_ROOM, suggestBoxes } from './boxes';
import { warmBoxes } from './plan';

/** Animals of every line that have a bag. */
const baggedOf = (bags: readonly Bag[], lineId: string): number =>
  bags.flatMap((b) => b.animals).reduce((n, a) => n + (a.lineId === lineId ? a.count : 0), 0);

/** Takes animals out of the last bags of a line until it holds no more than are ordered; empty bags go. */
function lessen(bags: Bag[], line: OrderLine, name: string, said: string[]): Bag[] {
  let over = baggedOf(bags, line.id) - line.count;
  if (over <= 0) return bags;
  said.push(`${counted(over, 'animal')} fewer of ${name}: taken out of the last bags.`);
  return [...bags]
    .reverse()
    .flatMap((b) => {
      const animals = b.animals.flatMap((a) => {
        if (a.lineId !== line.id || over <= 0) return [a];
        const out = Math.min(over, a.count);
        over -= out;
        return a.count > out ? [{ ...a, count: a.count - out }] : [];
      });
      return animals.length > 0 ? [{ ...b, animals }] : [];
    })
    .reverse();
}

/** Stands new bags where there is room, and opens further boxes for the rest, each with what warms it. */
function stand(
  c: Consignment,
  kept: Bag[],
  fresh: Bag[],
  catalogue: Catalogue,
  holidays: readonly Holiday[],
): { boxes: Box[]; bags: Bag[] } {
  const a = withOverrides(c.assumptions);
  const bags = [...kept];
  const rest: Bag[] = [];
  for (const bag of fresh) {
    const box = c.boxes.find((b) => {
      const inside = bags.filter((x) => x.boxId === b.id);
      return arrange(b, [...inside, bag], catalogue, a).problems.length === 0;
    });
    if (box) bags.push({ ...bag, boxId: box.id });
    else rest.push(bag);
  }
  if (rest.length === 0) return { boxes: c.boxes, bags };
  const more = suggestBoxes({ ...c, bags: rest }, catalogue, KEEP_ROOM);
  const last = Math.max(...c.boxes.map((b) => Number(b.id) || 0));
  const renamed = (id: string): string => String(last + Number(id));
  const opened = more.boxes.map((b) => ({ ...b, id: renamed(b.id), packs: [], ventHoles: 0 }));
  const all = {
    ...c,
    boxes: [...c.boxes, ...opened],
    bags: [...bags, ...more.bags.map((b) => ({ ...b, boxId: renamed(b.boxId) }))],
  };
  const order = { consignment: all, catalogue, holidays };
  return {
    bags: all.bags,
    boxes: warmBoxes(
      order,
      opened.map((b) => b.id),
      BLOCK,
    ),
  };
}

/**
 * The bags of a plan under a changed order: what still fits stays as hands left it; animals that are gone leave their
 * bags, what is new gets bags of its own, and each change is told. Boxes and packs stay; new ones only where there is
 * no room. `before` is the consignment the bags were planned for.
 */
export function keepBags(
  before: Consignment,
  next: Consignment,
  catalogue: Catalogue,
  holidays: readonly Holiday[] = [],
): { consignment: Consignment; said: string[] } {
  const said: string[] = [];
  const same = (id: string): OrderLine | undefined => {
    const was = before.lines.find((l) => l.id === id);
    return next.lines.find((l) => l.id === id && l.speciesId === was?.speciesId);
  };
  let bags = before.bags.flatMap((b) => {
    const animals = b.animals.filter((a) => same(a.lineId));
    return animals.length > 0 ? [{ ...b, animals }] : [];
  });
  for (const line of next.lines) {
    const { name } = row(catalogue.species, line.speciesId, 'species');
    bags = lessen(bags, line, name, said);
    const was = before.lines.find((l) => l.id === line.id);
    if (was && was.lengthCm !== line.lengthCm && baggedOf(bags, line.id) > 0)
      said.push(`${name} are ${line.lengthCm} cm now, not ${was.lengthCm}. Their bags are unchanged: check them.`);
  }
  // What has no bag yet is planned by itself, as if it were the whole order.
  const missing = next.lines.flatMap((l) => {
    const count = l.count - baggedOf(bags, l.id);
    return count > 0 ? [{ ...l, count }] : [];
  });
  if (missing.length === 0) return { consignment: { ...next, bags }, said };
  const taken = new Set(bags.map((b) => b.id));
  const fresh = suggestBags({ ...next, lines: missing, bags: [] }, catalogue, next.boxes[0]!.id).bags.map((b) => {
    const id = taken.has(b.id) ? freeId(b.id, taken) : b.id;
    taken.add(id);
    return { ...b, id };
  });
  for (const l of missing) {
    const { name } = row(catalogue.species, l.speciesId, 'species');
    const own = fresh.filter((b) => b.animals.some((a) => a.lineId === l.id));
    said.push(`${l.count} ${name} more: ${own.map((b) => b.id).join(', ')} ${own.length === 1 ? 'is' : 'are'} new.`);
  }
  const placed = stand({ ...next, bags }, bags, fresh, catalogue, holidays);
  if (placed.boxes.length > next.boxes.length)
    said.push(`${counted(placed.boxes.length - next.boxes.length, 'box', 'boxes')} more, for lack of room.`);
  return { consignment: { ...next, ...placed }, said };
}
