import { z } from 'zod';
import { bagReadingSchema, problemsOf, refuse, waterSchema, type Outcome } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const readingsInput = z.object({
  code: z.string(),
  version: z.number(),
  bags: z.array(bagReadingSchema.omit({ at: true })),
  tank: waterSchema,
  otherTanks: z.record(z.string(), waterSchema).optional(),
});
export type ReadingsInput = z.input<typeof readingsInput>;

/** Measurements and the look through the film, bag by bag; older readings stay in the journal. */
export function saveReadings(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = readingsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, bags, tank, otherTanks } = parsed.data;
  const at = house.nowIso();
  const r = change(house, code, version, 'the arrival readings', (c) => {
    for (const [i, b] of bags.entries()) {
      const bag = c.bags.find((x) => x.id === b.bagId);
      if (!bag) return refuse(`bags.${i}.bagId`, `There is no bag ${b.bagId}.`);
      const animals = bag.animals.reduce((n, x) => n + x.count, 0);
      if (b.alive + b.dead + b.doubtful !== animals)
        return refuse(
          `bags.${i}.alive`,
          `Bag ${b.bagId} left with ${animals} animals; alive, dead and doubtful make ${b.alive + b.dead + b.doubtful}.`,
        );
    }
    return {
      ok: true,
      value: {
        ...c,
        actual: { ...c.actual, bags: bags.map((b) => ({ ...b, at })), tank, ...(otherTanks ? { otherTanks } : {}) },
      },
    };
  });
  if (r.ok) house.consignments.journal(r.value.document.id, at, 'measured', 'arrival', { bags, tank, otherTanks });
  return r;
}
