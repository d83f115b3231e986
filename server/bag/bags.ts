import { z } from 'zod';
import { id, version } from '@/core/quantities/shapes';
import { suggestBags } from '@/core/choose/bags';
import { suggestBoxes } from '@/core/choose/boxes';
import { problemsOf, type Outcome } from '@/core/consignment/outcome';
import { bagSchema, waterSchema, type Box } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const bagsInput = z.object({
  code: id(20),
  version,
  bags: z.array(bagSchema),
  sourceWater: waterSchema,
});
export type BagsInput = z.input<typeof bagsInput>;

/** Bags and shipping water as edited at the Bag station. */
export function saveBags(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = bagsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, bags, sourceWater } = parsed.data;
  return change(house, code, version, 'the bags', (c) => ({ ok: true, value: { ...c, bags, sourceWater } }));
}

/** A bag plan as the core would make it, in place of the present one; boxes follow. */
export function replanBags(house: House, code: string, version: number): Outcome<string[]> {
  let reasons: string[] = [];
  const r = change(house, code, version, 'the suggested bag plan', (c) => {
    const made = suggestBags(c, catalogueOf(c, house), c.boxes[0]!.id);
    reasons = made.reasons;
    const boxed = suggestBoxes({ ...c, bags: made.bags }, catalogueOf(c, house), c.boxes[0]!.packs);
    // Only the bags are planned anew: packs, their places and holes, lining and bottles stay as they are.
    const boxes = boxed.boxes.map((b): Box => {
      const was = c.boxes.find((x) => x.id === b.id) ?? c.boxes[0]!;
      return { ...was, id: b.id, boxTypeId: b.boxTypeId };
    });
    return { ok: true, value: { ...c, bags: boxed.bags, boxes } };
  });
  return r.ok ? { ok: true, value: reasons } : r;
}
