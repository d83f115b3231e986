import { Refusal } from '@/core/quantities/refusal';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Consignment } from '@/core/consignment/schema';
import { numberedPacks } from '@/core/heat/numbered';
import { consignmentNeeds, usedNeeds, type Need, type Used } from '@/core/supplies/needs';
import { bySoonest, type ShelfRow } from '@/core/supplies/stock-forecast';
import { typeIdOf, type Supply } from '@/records/supply';
import type { StoredRecord } from '@/server/db/records';
import type { House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';

/** The key by which a need finds the shelf: the type where types matter, the kind alone where they do not. */
export const shelfKey = (id: string, s: Supply): string =>
  s.kind === 'liner' || s.kind === 'band' || s.kind === 'oxygen' ? s.kind : `${s.kind}:${typeIdOf(id, s)}`;

export const shelfRow = (r: StoredRecord): ShelfRow => {
  const s = r.document as unknown as Supply;
  return {
    id: r.id,
    key: shelfKey(r.id, s),
    amount: r.amount,
    expires: s.expires ?? null,
    lowMark: s.lowMark ?? null,
    soldBy: s.soldBy ?? null,
  };
};

/** Bags that were closed and packs that were opened, as hands have told. */
export function usedOf(house: House, c: Consignment): Used {
  const ticks = house.facts.ticks(c.id);
  const packs = new Map<string, number>();
  for (const p of numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), withOverrides(c.assumptions)))
    if (p.opened > 0) packs.set(p.type.id, (packs.get(p.type.id) ?? 0) + p.opened);
  return { bags: new Set(c.bags.filter((b) => ticks.has(`bag:${b.id}`)).map((b) => b.id)), packs };
}

/**
 * What packing a consignment takes from the shelf; of a cancelled one what was used already. Nothing while its catalogue
 * rows are missing.
 */
export function needsOf(house: House, c: Consignment): Need[] {
  try {
    const a = withOverrides(c.assumptions);
    if (c.cancelled) return usedNeeds(c, usedOf(house, c), catalogueOf(c, house), a);
    return consignmentNeeds(c, catalogueOf(c, house), a);
  } catch (error) {
    if (error instanceof Refusal && error.reason === 'row-missing') return [];
    throw error;
  }
}

/** Whether the fish and the supplies of a consignment have left their tanks and shelves. */
const isPacked = (c: Consignment): boolean =>
  c.direction !== 'incoming' && !c.cancelled && (c.actual.sealedAt !== null || c.actual.handedOverAt !== null);

/** What a consignment should have taken of every tank's fish and every batch, given what it took before. */
function wanted(house: House, c: Consignment, had: ReadonlyMap<string, number>): Map<string, number> {
  const out = new Map<string, number>();
  if (!isPacked(c) && !c.cancelled) return out;
  const add = (id: string, amount: number): void => void out.set(id, (out.get(id) ?? 0) + amount);
  for (const l of c.cancelled ? [] : c.lines) {
    const lot = l.lotId ? house.records.byId(l.lotId) : null;
    if (lot && lot.amount !== null) add(lot.id, l.count);
  }
  const shelf = house.records.list('supply', 'all').map(shelfRow).sort(bySoonest);
  const day = (c.actual.sealedAt ?? c.actual.handedOverAt ?? c.cancelled!.at).slice(0, 10);
  for (const need of needsOf(house, c)) {
    // Only what somebody counts is counted down. What was taken stays taken; the rest comes from the soonest use-by.
    const rows = shelf.filter((r) => r.key === need.key && r.amount !== null);
    const good = rows.filter((r) => r.expires === null || r.expires >= day);
    let left = need.amount;
    const take = (r: ShelfRow, most: number): void => {
      const n = Math.min(left, most);
      if (n > 0) add(r.id, n);
      left -= Math.max(0, n);
    };
    for (const r of rows) take(r, had.get(r.id) ?? 0);
    for (const r of good) take(r, r.amount ?? 0);
    // More than there is: the count was wrong, and a count below nothing says so.
    const last = good[good.length - 1] ?? rows[rows.length - 1];
    if (last) take(last, left);
  }
  return out;
}

/**
 * Brings the ledger in step with a consignment: packing takes fish and supplies, taking the sealing back returns them,
 * cancelling returns what was not used, a changed plan moves the difference. Safe to call after any change.
 */
export function settleStock(house: House, c: Consignment): void {
  const had = house.ledger.takenBy(c.id);
  const want = wanted(house, c, had);
  const why = c.cancelled ? 'cancelled' : isPacked(c) ? 'packed' : 'not packed after all';
  for (const id of new Set([...had.keys(), ...want.keys()])) {
    const delta = (had.get(id) ?? 0) - (want.get(id) ?? 0);
    if (Math.abs(delta) > 1e-9) house.ledger.move(id, delta, why, house.nowIso(), c.id);
  }
}

/** Animals of a lot promised to consignments that are planned and not packed, by consignment. */
export function promises(house: House): Map<string, { code: string; count: number }[]> {
  const out = new Map<string, { code: string; count: number }[]>();
  for (const { lotId, code, count } of house.demand.promised())
    out.set(lotId, [...(out.get(lotId) ?? []), { code, count }]);
  return out;
}
