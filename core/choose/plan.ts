import { suggestBags } from './bags';
import { withOverrides } from '@/core/catalogue/assumptions';
import { suggestBoxes, winterBoxes } from './boxes';
import type { Catalogue } from '@/core/catalogue/schema';
import { choosePacks, type PackOption } from './packs';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { drain } from '@/core/engine/drain';
import { prepare } from '@/core/engine/prepare';
import type { Consignment } from '@/core/consignment/schema';

/** Room for the thickest heat pack is kept while boxes are chosen, before packs are. */
const KEEP_ROOM = [{ packId: 'heat-72h', count: 1 }];

/** Sets looked at with draws, and how many: enough to tell a fair chance from a poor one while an order is saved. */
const SHORTLIST = 24;
const DRAWS = 60;

/** A first plan for an order: bags, the boxes that take them, and the best pack set of every box. */
export function planConsignment(
  c: Consignment,
  catalogue: Catalogue,
  draws = DRAWS,
): { consignment: Consignment; reasons: string[] } {
  const { bags, reasons } = suggestBags(c, catalogue, '1');
  const boxed = suggestBoxes({ ...c, bags }, catalogue, KEEP_ROOM);
  const { dearerBoxGain } = withOverrides(c.assumptions);
  let planned: Consignment = { ...c, ...boxed };
  for (const first of planned.boxes) {
    let chosen = first;
    let best = bestPacks(planned, first.id, catalogue, draws);
    if (!best) continue;
    const bags = planned.bags.filter((b) => b.boxId === first.id);
    // An everyday box that no set of packs makes safe: winter walls, if they are worth their freight.
    if (best.state !== 'fine')
      for (const type of winterBoxes({ ...first, packs: KEEP_ROOM }, bags, planned, catalogue)) {
        const box = { ...first, boxTypeId: type.id };
        const other = bestPacks({ ...planned, boxes: [box] }, box.id, catalogue, draws);
        if (!other || (other.chance ?? 0) < (best.chance ?? 0) + dearerBoxGain) continue;
        const runs = (o: PackOption): string => `${o.draws - o.lost} of ${o.draws} runs`;
        reasons.push(
          `${type.name} with ${other.name}: ${runs(other)} arrive within limits, ${runs(best)} in the everyday box.`,
        );
        best = other;
        chosen = box;
      }
    const { packs, ventHoles, bottle } = best;
    const heated = { ...chosen, packs, ventHoles, ...(bottle ? { bottle } : {}) };
    planned = { ...planned, boxes: planned.boxes.map((b) => (b.id === first.id ? heated : b)) };
  }
  return { consignment: planned, reasons };
}

/** The best pack set of a box; null where there is nothing to compute. */
function bestPacks(c: Consignment, boxId: string, catalogue: Catalogue, draws: number): PackOption | null {
  const only = { ...c, boxes: c.boxes.filter((b) => b.id === boxId), bags: c.bags.filter((b) => b.boxId === boxId) };
  const p = prepare(only, catalogue, c.forecast, { stepH: DRAW_STEP_H, beyondH: 72 });
  if (!p.ok) return null;
  return drain(choosePacks(p.value, { draws, seed: 1, shortlist: SHORTLIST }))[0] ?? null;
}
