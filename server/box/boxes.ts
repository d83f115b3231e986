import { z } from 'zod';
import { idText, version } from '@/core/quantities/shapes';
import { arrange, arrangementSentence, misfitName, type ArrangementProblem } from '@/core/box/arrange';
import { withOverrides } from '@/core/catalogue/assumptions';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { bagSchema, boxSchema, type Bag, type Box, type Consignment } from '@/core/consignment/schema';
import { changesTo } from '@/core/choose/changes';
import { boxSets, type BoxSet } from '@/core/choose/box-sets';
import { warmBoxes } from '@/core/choose/plan';
import { row } from '@/core/catalogue/row';
import { change, find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';

const boxesInput = z.object({
  code: idText(20),
  version,
  boxes: z.array(boxSchema),
  /** Box of every bag. */
  inBox: z.record(idText(8), idText(8)),
  /** Where hands stand bags now; null gives one back to the plan. Others stay as they are. */
  spots: z.record(idText(8), bagSchema.shape.spot.unwrap().nullable()).optional(),
});
export type BoxesInput = z.input<typeof boxesInput>;

/**
 * Boxes, and which bag stands in which. A bag too tall for the lid is refused with its centimetres; a bag that did not
 * fit before does not stand in the way of mending it.
 */
export function saveBoxes(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = boxesInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, boxes, inBox, spots = {} } = parsed.data;
  return change(house, code, version, 'the boxes', (c) => {
    const bags = c.bags.map((b): Bag => {
      const boxId = inBox[b.id] ?? b.boxId;
      const { spot, ...rest } = b;
      const now = spots[b.id] === undefined ? (boxId === b.boxId ? spot : undefined) : (spots[b.id] ?? undefined);
      return { ...rest, boxId, ...(now ? { spot: now } : {}) };
    });
    const next = { ...c, boxes, bags };
    const catalogue = catalogueOf(next, house);
    if (boxes.some((b) => !catalogue.boxes.some((t) => t.id === b.boxTypeId)))
      return refuse('boxes', 'Choose a box from the list.');
    const misfits = (x: Consignment): (ArrangementProblem & { boxId: string })[] =>
      x.boxes.flatMap((box) =>
        arrange(
          box,
          x.bags.filter((b) => b.boxId === box.id),
          catalogue,
          withOverrides(x.assumptions),
        ).problems.map((p) => ({ ...p, boxId: box.id })),
      );
    const before = new Set(misfits(c).map((m) => `${m.bagId} ${m.code}`));
    const fresh = misfits(next).filter((m) => !before.has(`${m.bagId} ${m.code}`));
    if (fresh.length === 0) return { ok: true, value: next };
    // What gives way can be taken on: the path names what a hand would have to accept.
    return {
      ok: false,
      problems: fresh.map((m) => ({
        path: m.gives ? `gives.${m.boxId}.${misfitName(m)}` : 'boxes',
        message: arrangementSentence(m),
      })),
    };
  });
}

export interface BoxSetRow extends BoxSet {
  /** "2 × Middle foam box". */
  name: string;
  /** It is what stands in the plan. */
  inUse: boolean;
  /** What taking it would change. */
  changes: string[];
}

/** Sets of boxes from the shelf for the bags as they are, least chargeable weight first; nothing is changed. */
export function findBoxes(house: House, code: string): Outcome<BoxSetRow[]> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (c.bags.length === 0) return refuse('code', 'No bags planned yet.');
  const catalogue = catalogueOf(c, house);
  const kinds = (boxes: readonly Box[]): string =>
    boxes
      .map((b) => b.boxTypeId)
      .sort()
      .join();
  const bagsIn = (s: BoxSet): Bag[] => c.bags.map(({ spot: _, ...b }) => ({ ...b, boxId: s.inBox[b.id]! }));
  const { holidays } = house.calendar(c);
  // Of another kind, a box is warmed by packs of its own: those of the one it stands for may cook it.
  const warmed = (s: BoxSet): BoxSet => {
    const isSame = (b: Box): boolean => c.boxes.some((x) => x.id === b.id && x.boxTypeId === b.boxTypeId);
    const boxes = s.boxes.map((b): Box =>
      isSame(b) ? b : { id: b.id, boxTypeId: b.boxTypeId, packs: [], ventHoles: 0 },
    );
    const order = { consignment: { ...c, boxes, bags: bagsIn(s) }, catalogue, holidays };
    return {
      ...s,
      boxes: warmBoxes(
        order,
        boxes.filter((b) => !isSame(b)).map((b) => b.id),
        0,
      ),
    };
  };
  const now = kinds(c.boxes.filter((b) => c.bags.some((x) => x.boxId === b.id)));
  return {
    ok: true,
    value: boxSets(c, catalogue)
      .slice(0, 5)
      .map(warmed)
      .map((s) => {
        const count = new Map<string, number>();
        for (const b of s.boxes) count.set(b.boxTypeId, (count.get(b.boxTypeId) ?? 0) + 1);
        const name = [...count].map(([id, n]) => `${n} × ${row(catalogue.boxes, id, 'box').name}`).join(' + ');
        return {
          ...s,
          name,
          inUse: kinds(s.boxes) === now,
          changes: changesTo(c, { boxes: s.boxes, bags: bagsIn(s) }, catalogue),
        };
      }),
  };
}
