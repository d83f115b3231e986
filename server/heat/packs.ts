import { z } from 'zod';
import { id, version } from '@/core/quantities/shapes';
import { problemsOf, type Outcome } from '@/core/consignment/outcome';
import { boxSchema } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const packsInput = z.object({
  code: id(20),
  version,
  boxId: id(),
  packs: boxSchema.shape.packs,
  ventHoles: boxSchema.shape.ventHoles,
  bottle: boxSchema.shape.bottle,
  shiftC: z
    .number({ error: 'The shift must be a number.' })
    .min(-30, 'At most 30 °C colder.')
    .max(30, 'At most 30 °C warmer.'),
});
export type PacksInput = z.input<typeof packsInput>;

export function savePacks(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = packsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, boxId, packs, ventHoles, bottle, shiftC } = parsed.data;
  return change(house, code, version, 'the packs', (c) => ({
    ok: true,
    value: {
      ...c,
      boxes: c.boxes.map((b) => (b.id === boxId ? { ...b, packs, ventHoles, bottle: bottle ?? null } : b)),
      forecast: c.forecast ? { ...c.forecast, shiftC } : null,
    },
  }));
}
