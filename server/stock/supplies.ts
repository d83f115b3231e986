import { supplyKinds, typeIdOf, type Supply } from '@/records/supply';
import { outlook, type DatedNeed, type Outlook } from '@/core/supplies/stock-forecast';
import type { Consignment } from '@/core/consignment/schema';
import type { StoredConsignment } from '@/server/db/consignments';
import type { StoredRecord } from '@/server/db/records';
import type { House } from '@/server/house';
import { needsOf, shelfKey, shelfRow } from './settle';

interface Batch {
  id: string;
  name: string;
  batch: string | null;
  expires: string | null;
  expired: boolean;
  amount: number | null;
  over: number;
  archived: boolean;
}

/** A type on the shelf with its batches and how it stands against what is planned. */
export interface SupplyType extends Outlook {
  name: string;
  kind: Supply['kind'];
  unit: string;
  batches: Batch[];
  price: number | null;
}

export interface SupplyGroup {
  kind: Supply['kind'];
  title: string;
  types: SupplyType[];
}

const titles: Record<Supply['kind'], string> = {
  bag: 'Bags',
  box: 'Boxes',
  pack: 'Heat and cold packs',
  liner: 'Liners',
  band: 'Bands',
  oxygen: 'Oxygen',
  treatment: 'For the water',
  additive: 'Additives',
  other: 'Other things',
};

/** What every planned consignment takes, and when, the soonest first. */
const plannedNeeds = (house: House, planned = house.consignments.planned()): DatedNeed[] =>
  planned
    .map(({ document: c, result }) => ({
      code: c.code,
      atIso: new Date(result?.sealMs ?? Date.parse(c.handOverAt)).toISOString(),
      needs: needsOf(house, c),
    }))
    .sort((x, y) => (x.atIso < y.atIso ? -1 : 1));

/** What is left of each counted thing for a planned consignment, once those are packed that are packed before it. */
function freeFor(house: House, code: string): Map<string, number> {
  const shelf = house.records.list('supply', 'active').map(shelfRow);
  const planned = plannedNeeds(house);
  const before = planned.slice(
    0,
    Math.max(
      0,
      planned.findIndex((p) => p.code === code),
    ),
  );
  return new Map(
    outlook(shelf, before, house.nowIso()).flatMap((o) => (o.free === null ? [] : [[o.key, o.free] as const])),
  );
}

/** Packs that a planned consignment may take; types nobody counted are left out. */
export const packsFor = (house: House, code: string): Record<string, number> =>
  Object.fromEntries(
    [...freeFor(house, code)].flatMap(([key, free]) =>
      key.startsWith('pack:') ? [[key.slice('pack:'.length), free]] : [],
    ),
  );

/** What everything that is packed on the day of a consignment takes of one thing, and what is there of it now (null: nobody counted). */
export function eveningNeeds(
  house: House,
  c: Consignment,
  key: string,
): { here: number; evening: number; others: string[]; onHand: number | null } {
  const amountOf = (needs: DatedNeed['needs']): number => needs.reduce((s, n) => s + (n.key === key ? n.amount : 0), 0);
  const planned = plannedNeeds(house);
  const own = planned.find((p) => p.code === c.code);
  const day = own?.atIso.slice(0, 10);
  const same = planned.filter((p) => p.atIso.slice(0, 10) === day && p.code !== c.code && amountOf(p.needs) > 0);
  const here = amountOf(needsOf(house, c));
  const shelf = house.records.list('supply', 'active').map(shelfRow);
  return {
    here,
    evening: here + same.reduce((s, p) => s + amountOf(p.needs), 0),
    others: same.map((p) => p.code),
    onHand: outlook(shelf, [], house.nowIso()).find((o) => o.key === key)?.onHand ?? null,
  };
}

/** What the shelf has too little of for a consignment planned like this, in words; what nobody counted is never short. */
export function lacking(house: House, c: Consignment): string[] {
  const free = freeFor(house, c.code);
  const names = new Map(
    house.records
      .list('supply', 'active')
      .map((r) => [shelfKey(r.id, r.document as Supply), (r.document as Supply).name]),
  );
  return needsOf(house, c).flatMap(({ key, amount }) => {
    const left = Math.max(0, free.get(key) ?? Infinity);
    return amount > left + 1e-9 ? [`${names.get(key) ?? key}: ${amount} needed, ${left} free`] : [];
  });
}

/** The whole shelf against every planned consignment; they may be given where they were read already. */
export function suppliesView(
  house: House,
  stored?: StoredConsignment[],
): { groups: SupplyGroup[]; shopping: SupplyType[]; low: SupplyType[] } {
  const records = house.records.list('supply', 'active') as StoredRecord[];
  const planned = plannedNeeds(house, stored);
  const now = house.nowIso();
  const looks = new Map(outlook(records.map(shelfRow), planned, now).map((o) => [o.key, o]));
  const types = new Map<string, SupplyType>();
  for (const r of records) {
    const s = r.document as unknown as Supply;
    const key = shelfKey(r.id, s);
    const type = types.get(key) ?? {
      ...looks.get(key)!,
      name: s.name,
      kind: s.kind,
      unit: s.unit ?? '',
      batches: [],
      price: s.price ?? null,
    };
    type.batches.push({
      id: r.id,
      name: s.name,
      batch: s.batch ?? null,
      expires: s.expires ?? null,
      expired: s.expires !== undefined && s.expires < now.slice(0, 10),
      amount: r.amount === null ? null : Math.max(0, r.amount),
      /** So many more were used than were counted. */
      over: Math.max(0, -(r.amount ?? 0)),
      archived: r.archivedAt !== null,
    });
    types.set(key, type);
  }
  const all = [...types.values()];
  return {
    groups: supplyKinds
      .map(([kind]) => ({ kind, title: titles[kind], types: all.filter((t) => t.kind === kind) }))
      .filter((g) => g.types.length > 0),
    shopping: all.filter((t) => t.buy > 0).sort((x, y) => ((x.bites?.atIso ?? '9') < (y.bites?.atIso ?? '9') ? -1 : 1)),
    low: all.filter((t) => t.low),
  };
}

/** Batches of the shelf that have a name, by what they are of. */
export const batchesOf = (house: House): { typeId: string; batch: string }[] =>
  house.records.list('supply').flatMap((r) => {
    const s = r.document as unknown as Supply;
    return s.batch ? [{ typeId: typeIdOf(r.id, s), batch: s.batch }] : [];
  });
