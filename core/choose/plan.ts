import { suggestBags } from './bags';
import { withOverrides } from '@/core/catalogue/assumptions';
import { suggestBoxes, winterBoxes } from './boxes';
import type { Catalogue } from '@/core/catalogue/schema';
import { choosePacks, type PackOption } from './packs';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { BLOCK } from '@/core/engine/random';
import { drain } from '@/core/engine/drain';
import { prepare } from '@/core/engine/prepare';
import type { Box, Consignment } from '@/core/consignment/schema';
import { freightPrice } from '@/core/box/freight';
import { row } from '@/core/catalogue/row';
import { weighed } from '@/core/engine/forward';

/** Room for the thickest heat pack is kept while boxes are chosen, before packs are. */
const KEEP_ROOM = [{ packId: 'heat-72h', count: 1 }];

/** Sets looked at with draws, and how many: enough to tell a fair chance from a poor one while an order is saved. */
const SHORTLIST = 24;
const DRAWS = BLOCK;

/** A first plan for an order: bags, the boxes that take them, and the best pack set of every box. */
export function planConsignment(
  c: Consignment,
  catalogue: Catalogue,
  draws = DRAWS,
): { consignment: Consignment; reasons: string[] } {
  const { bags, reasons } = suggestBags(c, catalogue, '1');
  const boxed = suggestBoxes({ ...c, bags }, catalogue, KEEP_ROOM);
  let planned: Consignment = { ...c, ...boxed };
  for (const first of planned.boxes) {
    const best = heatedBox(planned, first, catalogue, draws);
    if (!best) continue;
    if (best.reason) reasons.push(best.reason);
    planned = { ...planned, boxes: planned.boxes.map((b) => (b.id === first.id ? best.box : b)) };
  }
  return { consignment: planned, reasons };
}

/** A kind of box with its best packs, and what it costs with its freight. */
interface Heated {
  box: Box;
  name: string;
  option: PackOption;
  cost: number;
}

/**
 * The box of some bags with its packs: the everyday one where that is fine; else of it and those with winter walls the
 * cheapest, freight included, that reaches the wanted chance; where none does, the surest. Null where nothing fits.
 */
function heatedBox(
  c: Consignment,
  first: Box,
  catalogue: Catalogue,
  draws: number,
): { box: Box; reason: string | null } | null {
  const { wantedChance } = withOverrides(c.assumptions);
  const service = row(catalogue.services, c.serviceId, 'service');
  const bags = c.bags.filter((b) => b.boxId === first.id);
  const heated = (boxTypeId: string): Heated | null => {
    const bare = { ...first, boxTypeId };
    const here = { ...c, boxes: c.boxes.map((b) => (b.id === first.id ? bare : b)) };
    const option = bestPacks(here, first.id, catalogue, draws);
    if (!option) return null;
    const { packs, ventHoles, bottle } = option;
    const box = { ...bare, packs, ventHoles, ...(bottle ? { bottle } : {}) };
    const type = row(catalogue.boxes, boxTypeId, 'box');
    const { freight } = weighed({ ...here, boxes: [box] }, box, service, catalogue, withOverrides(c.assumptions));
    return { box, name: type.name, option, cost: type.cost + option.cost + freightPrice(service, freight.chargeable) };
  };
  const everyday = heated(first.boxTypeId);
  // Without draws nothing tells what a thicker box would bring.
  if (everyday && (everyday.option.state === 'fine' || draws === 0)) return { box: everyday.box, reason: null };
  const winter = winterBoxes({ ...first, packs: KEEP_ROOM }, bags, c, catalogue).flatMap((t) => heated(t.id) ?? []);
  const all = [...(everyday ? [everyday] : []), ...winter];
  if (all.length === 0) return null;
  const sure = (x: Heated): number => x.option.chance ?? 0;
  const enough = all.filter((x) => sure(x) >= wantedChance);
  const best =
    enough.length > 0
      ? enough.reduce((x, y) => (y.cost < x.cost ? y : x))
      : // A larger or thicker box has to be worth its freight.
        all.reduce((x, y) => (sure(y) > sure(x) + worthIt(x, y) ? y : x));
  if (best === everyday) return { box: best.box, reason: null };
  const runs = (o: PackOption): string => `${o.draws - o.lost} of ${o.draws} runs`;
  const against = everyday ? `, ${runs(everyday.option)} in the everyday box` : '';
  return {
    box: best.box,
    reason: `${best.name} with ${best.option.name}: ${runs(best.option)} arrive within limits${against}.`,
  };
}

/** Points of chance that a dearer choice must bring: one for every tenth it costs more († ours). */
const worthIt = (x: Heated, y: Heated): number => Math.max(0, 0.1 * (y.cost / Math.max(1, x.cost) - 1));

/** The best pack set of a box; null where there is nothing to compute. */
function bestPacks(c: Consignment, boxId: string, catalogue: Catalogue, draws: number): PackOption | null {
  const only = { ...c, boxes: c.boxes.filter((b) => b.id === boxId), bags: c.bags.filter((b) => b.boxId === boxId) };
  const p = prepare(only, catalogue, c.forecast, { stepH: DRAW_STEP_H, beyondH: 72 });
  if (!p.ok) return null;
  // What does not fit is never proposed.
  return drain(choosePacks(p.value, { draws, seed: 1, shortlist: SHORTLIST })).find((o) => o.fits) ?? null;
}
