import { z } from 'zod';
import { id, version } from '@/core/quantities/shapes';
import { arrange, arrangementSentence, type ArrangementProblem } from '@/core/box/arrange';
import { withOverrides } from '@/core/catalogue/assumptions';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { boxSchema, type Consignment } from '@/core/consignment/schema';
import { change } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const boxesInput = z.object({
  code: id(20),
  version,
  boxes: z.array(boxSchema),
  /** Box of every bag. */
  inBox: z.record(id(8), id(8)),
});
export type BoxesInput = z.input<typeof boxesInput>;

/**
 * Boxes, and which bag stands in which. A bag too tall for the lid is refused with its centimetres; a bag that did not
 * fit before does not stand in the way of mending it.
 */
export function saveBoxes(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = boxesInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, boxes, inBox } = parsed.data;
  return change(house, code, version, 'the boxes', (c) => {
    const next = { ...c, boxes, bags: c.bags.map((b) => ({ ...b, boxId: inBox[b.id] ?? b.boxId })) };
    const catalogue = catalogueOf(next, house);
    if (boxes.some((b) => !catalogue.boxes.some((t) => t.id === b.boxTypeId)))
      return refuse('boxes', 'Choose a box from the list.');
    const misfits = (x: Consignment): ArrangementProblem[] =>
      x.boxes.flatMap(
        (box) =>
          arrange(
            box,
            x.bags.filter((b) => b.boxId === box.id),
            catalogue,
            withOverrides(x.assumptions),
          ).problems,
      );
    const before = new Set(misfits(c).map((m) => `${m.bagId} ${m.code}`));
    const fresh = misfits(next).filter((m) => !before.has(`${m.bagId} ${m.code}`));
    if (fresh.length === 0) return { ok: true, value: next };
    return { ok: false, problems: fresh.map((m) => ({ path: 'boxes', message: arrangementSentence(m) })) };
  });
}
