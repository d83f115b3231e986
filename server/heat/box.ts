import { z } from 'zod';
import { idText, version } from '@/core/quantities/shapes';
import { problemsOf, type Outcome } from '@/core/consignment/outcome';
import { boxSchema } from '@/core/consignment/schema';
import { overlined } from '@/core/consignment/validate';
import { catalogueOf } from '@/server/consignment/result';
import { change } from '@/server/consignment/change';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const boxInput = z.object({
  code: idText(20),
  version,
  /** Null changes every box alike. */
  boxId: idText().nullable(),
  /** What of the box is changed; what is left out stays, null takes it away. */
  box: z.object({
    packs: boxSchema.shape.packs.optional(),
    ventHoles: boxSchema.shape.ventHoles.optional(),
    ventMm: boxSchema.shape.ventMm.nullable(),
    tape: boxSchema.shape.tape.nullable(),
    lining: boxSchema.shape.lining.nullable(),
    own: boxSchema.shape.own.nullable(),
    bottle: boxSchema.shape.bottle,
    ballast: boxSchema.shape.ballast,
  }),
  shiftC: z
    .number({ error: 'The shift must be a number.' })
    .min(-30, 'At most 30 °C colder.')
    .max(30, 'At most 30 °C warmer.')
    .optional(),
});
export type BoxInput = z.input<typeof boxInput>;

/** A box with some of it changed; what was taken away is no longer there. */
function changed<T extends object>(box: T, to: object): T {
  const next = { ...box, ...to };
  return Object.fromEntries(Object.entries(next).filter(([, v]) => v !== undefined && v !== null)) as T;
}

export function changeBox(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = boxInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, boxId, box, shiftC } = parsed.data;
  const what = 'packs' in box || Object.keys(box).length === 0 ? 'the packs' : 'the box';
  return change(house, code, version, what, (c) => {
    const next = {
      ...c,
      boxes: c.boxes.map((b) => (boxId === null || b.id === boxId ? changed(b, box) : b)),
      forecast: c.forecast && shiftC !== undefined ? { ...c.forecast, shiftC } : c.forecast,
    };
    const problems = overlined(next, catalogueOf(next, house));
    return problems.length > 0 ? { ok: false, problems } : { ok: true, value: next };
  });
}
