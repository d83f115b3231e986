import { suggestBags } from '@/core/bag/plan';
import { suggestBoxes } from '@/core/box/plan';
import type { Catalogue } from '@/core/catalogue/schema';
import { comparePacks, ventHolesFor } from '@/core/heat/choose';
import type { Consignment } from './schema';

/** Room for the thickest heat pack is kept while boxes are chosen, before packs are. */
const KEEP_ROOM = [{ packId: 'heat-72h', count: 1 }];

/** A first plan for an order: bags, the boxes that take them, and the best pack set of every box. */
export function planConsignment(c: Consignment, catalogue: Catalogue): { consignment: Consignment; reasons: string[] } {
  const { bags, reasons } = suggestBags(c, catalogue, '1');
  const boxed = suggestBoxes({ ...c, bags }, catalogue, KEEP_ROOM);
  let planned: Consignment = { ...c, ...boxed };
  for (const box of planned.boxes) {
    const best = comparePacks(planned, box.id, catalogue)[0];
    const packs = best?.packs ?? [];
    const ventHoles = ventHolesFor(packs);
    planned = { ...planned, boxes: planned.boxes.map((b) => (b.id === box.id ? { ...b, packs, ventHoles } : b)) };
  }
  return { consignment: planned, reasons };
}
