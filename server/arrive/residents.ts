import type { Group } from '@/core/acclimation/release';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import type { Lot } from '@/records/tank';
import type { House } from '@/server/house';
import { lookupOf } from '@/server/records/lookup';

/** Own tanks are known by their record, others by the name they have in the order. */
export const tankId = (house: House, name: string): string => lookupOf(house.records).find('tank', name) ?? name;

/** Who lives in a tank, with the lengths that are known: from the orders they came with, and from the stock list. */
export function residentsOf(house: House, tank: string): Group[] {
  const id = tankId(house, tank);
  const known = new Map(house.shelves().all.species.map((s) => [s.id, s]));
  const stays = house.ledger
    .staysIn(id)
    .filter((s) => s.count > 0)
    .flatMap((s): Group[] => {
      const c = s.code ? house.consignments.byCode(s.code)?.document : undefined;
      const species = known.get(s.speciesId) ?? c?.catalogue?.species.find((x) => x.id === s.speciesId);
      const lengthCm = c?.lines.find((l) => l.speciesId === s.speciesId)?.lengthCm ?? null;
      return species ? [{ species, count: s.count, lengthCm }] : [];
    });
  const lots = house.records.list('lot', 'active', 2000).flatMap((r): Group[] => {
    const lot = r.document as unknown as Lot;
    const species = known.get(lot.speciesId);
    const count = house.ledger.amount(r.id) ?? 0;
    return lot.tankId === id && species && count > 0 ? [{ species, count, lengthCm: lot.lengthCm ?? null }] : [];
  });
  return [...stays, ...lots];
}

/** The animals of some bags, kind by kind. */
export function groupsOf(c: Consignment, catalogue: Catalogue, bagIds: readonly string[]): Group[] {
  const out = new Map<string, Group>();
  for (const a of c.bags.filter((b) => bagIds.includes(b.id)).flatMap((b) => b.animals)) {
    const line = c.lines.find((l) => l.id === a.lineId);
    const species = line && catalogue.species.find((s) => s.id === line.speciesId);
    if (!species) continue;
    out.set(line.id, { species, count: (out.get(line.id)?.count ?? 0) + a.count, lengthCm: line.lengthCm });
  }
  return [...out.values()];
}
