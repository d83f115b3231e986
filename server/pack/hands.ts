import { cancelled } from '@/words/en/cancelled';
import { z } from 'zod';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { packingChecklist } from '@/core/duties/checklist';
import { reopened } from '@/core/duties/clock';
import { between, count, idText, text } from '@/core/quantities/shapes';
import { change, find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { FISH_BACK, tick } from './events';

/**
 * What hands find while they pack and the plan did not know: each in one press, the plan with its labels and its invoice
 * follows, and so does the stock. Every press names the state it makes, so that one that arrives twice makes it once.
 */

const countWhy = z.enum(['fewer', 'stays', 'more']);
type CountWhy = z.infer<typeof countWhy>;
const ofBag = { code: idText(20), bagId: idText(8) };
const ofLine = { ...ofBag, lineId: idText(8) };

const why: Record<CountWhy, string> = {
  fewer: 'fewer than ordered',
  stays: 'one in poor shape stays in its tank',
  more: 'more than planned',
};

type Told = NonNullable<Parameters<typeof change>[5]>;

/** One change of the plan by a press at the bench: over the newest state, since hands see what is, and not what was. */
function byHand(
  house: House,
  code: string,
  what: string,
  told: Told,
  edit: (c: Consignment) => Outcome<Consignment>,
): Outcome<null> {
  const r = change(house, code, null, what, edit, told);
  return r.ok ? { ok: true, value: null } : r;
}

const noBag = (bagId: string) => refuse('bag', `There is no bag ${bagId} any more.`);

const withBag = (c: Consignment, bagId: string, edit: (b: Bag) => Bag): Consignment => ({
  ...c,
  bags: c.bags.map((b) => (b.id === bagId ? edit(b) : b)),
});

/** A consignment with so many of a line in a bag; a line or a bag that nothing is left of goes. */
function counted(c: Consignment, bagId: string, lineId: string, n: number): Consignment {
  const had = c.bags.find((b) => b.id === bagId)?.animals.find((x) => x.lineId === lineId)?.count ?? 0;
  const animals = (b: Bag): Bag['animals'] =>
    b.animals.flatMap((x) => {
      if (x.lineId !== lineId) return [x];
      const { males, ...rest } = x;
      return n === 0 ? [] : [{ ...rest, count: n, ...(males !== undefined && males <= n ? { males } : {}) }];
    });
  const bags = c.bags.map((b) => (b.id === bagId ? { ...b, animals: animals(b) } : b));
  return {
    ...c,
    lines: c.lines.map((l) => (l.id === lineId ? { ...l, count: l.count - had + n } : l)).filter((l) => l.count > 0),
    bags: bags.filter((b) => b.animals.length > 0),
  };
}

/** Another count of animals in a bag: fewer than were ordered, or a bad one that stays. */
export function countBag(
  house: House,
  d: { code: string; bagId: string; lineId: string; count: number; why: CountWhy },
): Outcome<null> {
  return byHand(
    house,
    d.code,
    `the count of bag ${d.bagId}`,
    { kind: 'counted', subject: `bag ${d.bagId}: ${d.count}, ${why[d.why]}`, data: d },
    (c) => {
      const bag = c.bags.find((b) => b.id === d.bagId);
      if (!bag?.animals.some((x) => x.lineId === d.lineId))
        return refuse('bag', `These animals are not in bag ${d.bagId} any more.`);
      const next = counted(c, d.bagId, d.lineId, d.count);
      return next.bags.length === 0
        ? refuse('count', 'Nothing would be left to send. Cancel the order instead.')
        : { ok: true, value: next };
    },
  );
}

/** How many of the animals of a bag are males. */
export function sexBag(house: House, d: { code: string; bagId: string; lineId: string; males: number }): Outcome<null> {
  return byHand(
    house,
    d.code,
    `the sexes of bag ${d.bagId}`,
    { kind: 'sexed', subject: `bag ${d.bagId}: ${d.males} male`, data: d },
    (c) => ({
      ok: true,
      value: withBag(c, d.bagId, (b) => ({
        ...b,
        animals: b.animals.map((x) => (x.lineId === d.lineId ? { ...x, males: d.males } : x)),
      })),
    }),
  );
}

/** The name of a line that is new. */
function freeLine(c: Consignment): string {
  for (let n = c.lines.length + 1; ; n++) if (!c.lines.some((l) => l.id === `L${n}`)) return `L${n}`;
}

/** One animal of a bag is taken from another tank instead; `left` is how many of its own line the bag has then. */
export function swapOne(
  house: House,
  d: { code: string; bagId: string; lineId: string; tank: string; lotId: string | null; left: number },
): Outcome<null> {
  return byHand(
    house,
    d.code,
    `a swap in bag ${d.bagId}`,
    { kind: 'swapped', subject: `bag ${d.bagId}: one from tank ${d.tank}`, data: d },
    (c) => {
      const line = c.lines.find((l) => l.id === d.lineId);
      const bag = c.bags.find((b) => b.id === d.bagId);
      const had = bag?.animals.find((x) => x.lineId === d.lineId);
      if (!line || !bag || !had) return refuse('bag', `These animals are not in bag ${d.bagId} any more.`);
      if (had.count <= d.left) return { ok: true, value: c };
      const { lotId: _, ...rest } = line;
      const same = c.lines.find(
        (l) =>
          l.id !== line.id && l.speciesId === line.speciesId && l.tank === d.tank && l.lotId === (d.lotId ?? undefined),
      );
      const other = same ?? {
        ...rest,
        id: freeLine(c),
        tank: d.tank,
        count: 0,
        ...(d.lotId ? { lotId: d.lotId } : {}),
      };
      const n = had.count - d.left;
      const less = counted(c, d.bagId, d.lineId, d.left);
      const lines = same ? less.lines : [...less.lines, other];
      const put = (b: Bag): Bag['animals'] =>
        b.animals.some((x) => x.lineId === other.id)
          ? b.animals.map((x) => (x.lineId === other.id ? { ...x, count: x.count + n } : x))
          : [...b.animals, { lineId: other.id, count: n }];
      const bags = less.bags.some((b) => b.id === d.bagId) ? less.bags : [...less.bags, { ...bag, animals: [] }];
      return {
        ok: true,
        value: {
          ...less,
          lines: lines.map((l) => (l.id === other.id ? { ...l, count: l.count + n } : l)),
          bags: bags
            .map((b) => (b.id === d.bagId ? { ...b, animals: put(b) } : b))
            .sort((x, y) => order(c, x.id) - order(c, y.id)),
        },
      };
    },
  );
}

const order = (c: Consignment, bagId: string): number => c.bags.findIndex((b) => b.id === bagId);

/** A dose that was not planned: it goes into the plan of the bag, on its label, and into what is computed. */
export function doseBag(
  house: House,
  d: { code: string; bagId: string; treatmentId: string; times: number },
  at: string,
): Outcome<null> {
  const stored = find(house, d.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const given = { id: d.treatmentId, times: d.times };
  const had = c.bags.find((b) => b.id === d.bagId)?.treatments?.find((t) => t.id === d.treatmentId);
  if (had?.times === d.times) return { ok: true, value: null };
  const treatment = (catalogueOf(c, house).treatments ?? []).find((t) => t.id === d.treatmentId);
  if (!treatment) return refuse('treatment', 'This bottle is no longer in stock.');
  const told = { kind: 'dosed', subject: `bag ${d.bagId}: ${treatment.name}`, data: d };
  const r = byHand(house, d.code, `a dose in bag ${d.bagId}`, told, (x) =>
    x.bags.some((b) => b.id === d.bagId)
      ? {
          ok: true,
          value: withBag(x, d.bagId, (b) => ({
            ...b,
            treatments: [...(b.treatments ?? []).filter((t) => t.id !== d.treatmentId), given],
          })),
        }
      : noBag(d.bagId),
  );
  if (r.ok)
    house.facts.happened(c.id, {
      at,
      kind: 'dosed',
      subject: { kind: 'bag', id: d.bagId },
      note: `${treatment.name}, ${d.times} × the label, not planned`,
    });
  return r;
}

/** What stands on the label of a bag besides, remark by remark. */
const notesOf = (b: Bag | undefined): string[] =>
  (b?.labelNotes ?? '')
    .split(';')
    .map((x) => x.trim())
    .filter(Boolean);

/** Something about the animals that whoever opens the bag shall know: on the label, and a fact for any claim. */
export function blemish(house: House, d: { code: string; bagId: string; words: string }, at: string): Outcome<null> {
  const stored = find(house, d.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (notesOf(c.bags.find((b) => b.id === d.bagId)).includes(d.words)) return { ok: true, value: null };
  const told = { kind: 'seen', subject: `bag ${d.bagId}: ${d.words}` };
  const r = byHand(house, d.code, `a note on bag ${d.bagId}`, told, (x) =>
    x.bags.some((b) => b.id === d.bagId)
      ? {
          ok: true,
          value: withBag(x, d.bagId, (b) => ({ ...b, labelNotes: [...notesOf(b), d.words].join('; ') })),
        }
      : noBag(d.bagId),
  );
  if (r.ok)
    house.facts.told(c.id, {
      at,
      subject: { kind: 'bag', id: d.bagId },
      quantity: 'blemish',
      word: d.words,
      method: 'seen',
    });
  return r;
}

/** A bag leaks: it is bagged anew, and every step that closed it stands open again. */
export function leaks(house: House, d: { code: string; bagId: string }, at: string): Outcome<null> {
  return again(house, d, [`bag:${d.bagId}`], at, `bag ${d.bagId} leaked: new bag`);
}

/** The fish of a cancelled shipment are back in their tanks: when it stands again, its bags are open, and nothing over them is done. */
export function unpacked(house: House, code: string, at: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const { bags, id } = stored.value.document;
  if (!house.facts.ticks(id).has(FISH_BACK)) return { ok: true, value: null };
  for (const b of bags) {
    const r = again(house, { code, bagId: b.id }, [`bag:${b.id}`], at, cancelled.emptied(b.id));
    if (!r.ok) return r;
  }
  const told = tick(house, code, FISH_BACK, false, at);
  return told.ok ? { ok: true, value: null } : told;
}

/** A fish rolled over or gasped: clean water, and a new dose that is less; the watch begins with it. */
export function tooMuch(house: House, d: { code: string; bagId: string }, at: string): Outcome<null> {
  return again(house, d, [`sedate:${d.bagId}`], at, `bag ${d.bagId}: too much sedative, moved to clean water`);
}

/** Opens steps of a bag again, and with them whatever was closed over it. */
function again(
  house: House,
  { code, bagId }: { code: string; bagId: string },
  keys: readonly string[],
  at: string,
  words: string,
): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const ticks = house.facts.ticks(c.id);
  // The last one closed is the first one opened.
  const open = reopened(packingChecklist(c, catalogueOf(c, house)), keys, bagId).filter((k) => ticks.has(k));
  return house.db.transaction((): Outcome<null> => {
    for (const key of open.reverse()) {
      const r = tick(house, code, key, false, at, true);
      if (!r.ok) return r;
    }
    house.consignments.journal(c.id, at, 'mended', words);
    return { ok: true, value: null };
  })();
}

export const handShapes = [
  z.object({ deed: z.literal('count'), ...ofLine, count: count(5000, 'The animals of a bag'), why: countWhy }),
  z.object({ deed: z.literal('sexes'), ...ofLine, males: count(5000, 'The males of a bag') }),
  z.object({
    deed: z.literal('swap'),
    ...ofLine,
    tank: text(40).min(1, 'Name the tank.'),
    lotId: idText(60).nullable(),
    left: count(5000, 'How many stay'),
  }),
  z.object({ deed: z.literal('dose'), ...ofBag, treatmentId: idText(80), times: between(0.05, 20, 'Times the dose') }),
  z.object({ deed: z.literal('blemish'), ...ofBag, words: text(80).min(1, 'Write what you see.') }),
  z.object({ deed: z.literal('leaks'), ...ofBag }),
  z.object({ deed: z.literal('tooMuch'), ...ofBag }),
] as const;
