import type { Bag, Consignment, OrderLine, ReceivingTank } from './schema';
import { tankOfLine } from './waters';

/** The receiving tank of a bag: where a hand has sent it, or where its first line goes. */
export function tankOfBag(c: Consignment, bag: Bag): ReceivingTank {
  const line = c.lines.find((l) => l.id === bag.animals[0]?.lineId);
  return tankOfLine(c, c.actual.into?.[bag.id] ?? line?.into);
}

/** Every receiving tank of a bag: the first, and the second of one that is split. */
export function tanksOfBag(c: Consignment, bag: Bag): string[] {
  const first = tankOfBag(c, bag).name;
  const second = c.actual.half?.[bag.id];
  return second === undefined || second === first ? [first] : [first, second];
}

/** Animals of a line that came for a tank: by what was counted, as packed where nobody counted. */
export interface Came {
  line: OrderLine;
  /** By the label. */
  packed: number;
  /** Alive, or doubtful. */
  alive: number;
  dead: number;
}

/**
 * What came for a receiving tank, line by line. A bag of several lines that was counted as a whole tells nobody whose the
 * dead were: it counts as packed. A line that was never bagged counts as ordered.
 */
export function cameInto(c: Consignment, tank: string): Came[] {
  const out = new Map<string, Came>();
  const add = (line: OrderLine, packed: number, alive: number, dead: number): void => {
    const has = out.get(line.id) ?? { line, packed: 0, alive: 0, dead: 0 };
    out.set(line.id, { line, packed: has.packed + packed, alive: has.alive + alive, dead: has.dead + dead });
  };
  for (const bag of c.bags) {
    const tanks = tanksOfBag(c, bag);
    if (!tanks.includes(tank)) continue;
    // Of a split bag the first tank has the odd one, and what was dead.
    const part = (n: number): number =>
      tanks.length === 1 ? n : tank === tanks[0] ? Math.ceil(n / 2) : Math.floor(n / 2);
    const read = c.actual.bags.find((r) => r.bagId === bag.id);
    const counted = read !== undefined && (read.alive !== null || read.dead !== null || read.doubtful !== null);
    const alone = new Set(bag.animals.map((a) => a.lineId)).size === 1;
    const whole = bag.animals.reduce((n, a) => n + a.count, 0);
    for (const a of alone ? bag.animals.slice(0, 1) : bag.animals) {
      const line = c.lines.find((l) => l.id === a.lineId);
      if (!line) continue;
      const packed = alone ? whole : a.count;
      if (counted && alone) {
        const dead = read.dead ?? 0;
        // Who counted only the dead has seen that the others live.
        const alive = read.alive === null ? Math.max(0, packed - dead) : read.alive + (read.doubtful ?? 0);
        const mine = tank === tanks[0];
        const lost = packed - alive - dead;
        add(line, part(alive) + (mine ? dead + lost : 0), part(alive), mine ? dead : 0);
      } else add(line, part(packed), part(packed), 0);
    }
  }
  const bagged = new Set(c.bags.flatMap((b) => b.animals.map((a) => a.lineId)));
  for (const line of c.lines)
    if (!bagged.has(line.id) && tankOfLine(c, line.into).name === tank) add(line, line.count, line.count, 0);
  return c.lines.flatMap((l) => out.get(l.id) ?? []);
}

/** Bags of which no animal has to go anywhere: none came alive. Who counted only the dead has seen that the others live. */
export const isEmptied = (c: Consignment, bagId: string): boolean => {
  const r = c.actual.bags.find((b) => b.bagId === bagId);
  if (!r || r.dead === null || (r.doubtful ?? 0) > 0) return false;
  const packed = c.bags.find((b) => b.id === bagId)!.animals.reduce((n, x) => n + x.count, 0);
  return r.alive === null ? r.dead >= packed : r.alive === 0;
};
