import { supplyKinds, type Supply } from '@/records/supply';
import { outlook, type DatedNeed, type Outlook } from '@/core/supplies/outlook';
import type { StoredConsignment } from '@/server/db/consignments';
import type { StoredRecord } from '@/server/db/records';
import type { House } from '@/server/house';
import { needsOf, shelfKey, shelfRow } from './settle';

export interface Batch {
  id: string;
  name: string;
  batch: string | null;
  expires: string | null;
  expired: boolean;
  amount: number | null;
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

/**
 * Packs that a planned consignment may take: what is usable of each type less what those take that are packed before it;
 * types nobody counted are left out.
 */
export function packsFor(house: House, code: string): Record<string, number> {
  const shelf = house.records.list('supply', 'active').map(shelfRow);
  const planned = plannedNeeds(house);
  const before = planned.slice(
    0,
    Math.max(
      0,
      planned.findIndex((p) => p.code === code),
    ),
  );
  return Object.fromEntries(
    outlook(shelf, before, house.nowIso()).flatMap((o) =>
      o.key.startsWith('pack:') && o.free !== null ? [[o.key.slice('pack:'.length), o.free]] : [],
    ),
  );
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
      amount: r.amount,
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
