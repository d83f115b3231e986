import { z } from 'zod';
import { idText, version } from '@/core/quantities/shapes';
import { problemsOf, type Outcome } from '@/core/consignment/outcome';
import { bagSchema, dosedSchema, waterSchema } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const bagsInput = z.object({
  code: idText(20),
  version,
  bags: z.array(bagSchema),
  sourceWater: waterSchema,
  drawn: z.array(dosedSchema).max(12).optional(),
});
export type BagsInput = z.input<typeof bagsInput>;

/** Bags and shipping water as edited at the Bag station. */
export function saveBags(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = bagsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, bags, sourceWater, drawn } = parsed.data;
  return change(house, code, version, 'the bags', (c) => {
    const next = { ...c, bags, sourceWater };
    if (drawn) next.drawn = drawn.length > 0 ? drawn : undefined;
    return { ok: true, value: next };
  });
}
