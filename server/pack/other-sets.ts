import { withOverrides } from '@/core/catalogue/assumptions';
import type { PackOption } from '@/core/choose/packs';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { numberedPacks } from '@/core/heat/numbered';
import { change, find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import { packOptionsOf } from '@/server/consignment/view';
import type { House } from '@/server/house';
import { shelfRow } from '@/server/stock/settle';

/** Another set of packs for a box, from what lies on the shelf. It holds no price: packers look at it. */
export interface OtherSet {
  name: string;
  state: PackOption['state'];
  worstSlackH: number | null;
  ventHoles: number;
}

/** So many are shown. */
const MOST = 5;

/**
 * Packs of each kind that the box may have: its own good ones, and what lies on the shelf; without a limit where nobody
 * counts. Of the kind of which hands say that none is left only the good ones, whatever the shelf is said to hold.
 */
function allowed(house: House, c: Consignment, boxId: string, without: string): (typeId: string) => number {
  const packs = numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), withOverrides(c.assumptions));
  const rows = house.records.list('supply', 'active').map(shelfRow);
  return (typeId) => {
    const own = packs.filter((p) => p.boxId === boxId && p.type.id === typeId);
    const good = own.filter((p) => {
      const verdict = p.readings[p.readings.length - 1]?.proof.verdict;
      return verdict !== 'dud' && verdict !== 'slow';
    }).length;
    if (typeId === without) return good;
    const shelf = rows.filter((r) => r.key === `pack:${typeId}`);
    return shelf.some((r) => r.amount === null)
      ? Infinity
      : good + shelf.reduce((s, r) => s + Math.max(0, r.amount ?? 0), 0);
  };
}

/** Sets that can still be had, the best first. `without`: the kind of which none is left. */
function setsFor(house: House, code: string, boxId: string, without: string): Outcome<PackOption[]> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (!c.boxes.some((b) => b.id === boxId)) return refuse('boxId', 'This box no longer exists.');
  const limit = allowed(house, c, boxId, without);
  const countOf = (o: PackOption, typeId: string): number =>
    o.packs.reduce((n, p) => n + (p.packId === typeId ? p.count : 0), 0);
  const can = (o: PackOption): boolean => o.packs.every((p) => countOf(o, p.packId) <= limit(p.packId));
  const options = packOptionsOf(house, stored.value, boxId).filter((o) => o.fits && can(o));
  return {
    ok: true,
    value: [...options].sort((x, y) => (y.worstSlackH ?? Infinity) - (x.worstSlackH ?? Infinity)).slice(0, MOST),
  };
}

export function otherSets(house: House, code: string, boxId: string, without: string): Outcome<OtherSet[]> {
  const r = setsFor(house, code, boxId, without);
  return r.ok
    ? {
        ok: true,
        value: r.value.map(({ name, state, worstSlackH, ventHoles }) => ({ name, state, worstSlackH, ventHoles })),
      }
    : r;
}

/** Takes one of them by its name: it is looked up again, so that nothing else can be put in. */
export function takeOtherSet(house: House, code: string, boxId: string, without: string, name: string): Outcome<null> {
  const r = setsFor(house, code, boxId, without);
  if (!r.ok) return r;
  const set = r.value.find((o) => o.name === name);
  if (!set) return refuse('set', 'These packs are no longer available. Look again.');
  const done = change(
    house,
    code,
    null,
    `the packs of box ${boxId}`,
    (c) => ({
      ok: true,
      value: {
        ...c,
        boxes: c.boxes.map((b) =>
          b.id === boxId ? { ...b, packs: [...set.packs], ventHoles: set.ventHoles, bottle: set.bottle } : b,
        ),
      },
    }),
    { kind: 'mended', subject: `box ${boxId}: ${set.name}, as no other pack was left` },
  );
  return done.ok ? { ok: true, value: null } : done;
}
