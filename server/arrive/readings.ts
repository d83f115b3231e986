import { z } from 'zod';
import { id, text, version } from '@/core/quantities/shapes';
import { bagReadingSchema, measuredWaterSchema } from '@/core/consignment/facts';
import { problemsOf, refuse, type Outcome, type Problem } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const readingsInput = z.object({
  code: id(20),
  version,
  bags: z.array(bagReadingSchema.omit({ at: true })),
  /** Of every receiving tank what was measured; a figure that nobody took is left out. */
  tanks: z.record(text(40), measuredWaterSchema),
});
export type ReadingsInput = z.input<typeof readingsInput>;

/** Counts must add up to what left: all three, or none. */
function miscounted(c: Consignment, b: ReadingsInput['bags'][number], i: number): Problem | null {
  const bag = c.bags.find((x) => x.id === b.bagId);
  if (!bag) return { path: `bags.${i}.bagId`, message: `There is no bag ${b.bagId}.` };
  const counts = [b.alive, b.dead, b.doubtful];
  if (counts.every((n) => n === null)) return null;
  const animals = bag.animals.reduce((n, x) => n + x.count, 0);
  const sum = counts.reduce((n: number, x) => n + (x ?? 0), 0);
  return sum === animals
    ? null
    : {
        path: `bags.${i}.alive`,
        message: `Bag ${b.bagId} left with ${animals} animals; alive, dead and doubtful make ${sum}.`,
      };
}

const isEmpty = (b: ReadingsInput['bags'][number]): boolean =>
  [b.tempC, b.pH, b.salinity, b.alive, b.dead, b.doubtful].every((v) => v === null) && b.note === '';

/**
 * Measurements and the look through the film, bag by bag, and the water of the tanks. What is new becomes a fact of its
 * own; what was told before stays, and what is emptied is struck out.
 */
export function saveReadings(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = readingsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, bags, tanks } = parsed.data;
  const at = house.nowIso();
  return change(
    house,
    code,
    version,
    'the arrival readings',
    (c) => {
      const problems = bags.flatMap((b, i) => miscounted(c, b, i) ?? []);
      if (problems.length > 0) return { ok: false, problems };
      const names = [c.tank, ...(c.otherTanks ?? [])].map((t) => t.name);
      const stranger = Object.keys(tanks).find((n) => !names.includes(n));
      if (stranger !== undefined) return refuse('tanks', `There is no receiving tank ${stranger}.`);
      const read = bags.filter((b) => !isEmpty(b)).map((b) => ({ ...b, at }));
      return { ok: true, value: { ...c, actual: { ...c.actual, bags: read, tanks } } };
    },
    { kind: 'measured', subject: 'arrival', data: { bags, tanks } },
  );
}
