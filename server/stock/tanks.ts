import { catalogue as shipped } from '@/core/catalogue';
import type { Species } from '@/core/catalogue/schema';
import type { Lot, TankRecord } from '@/records/tank';
import type { TankReading } from '@/server/db/ledger';
import type { House } from '@/server/house';
import { promises } from './settle';

export interface FishIn {
  lotId: string;
  species: Species;
  detail: string;
  amount: number | null;
  promised: { code: string; count: number }[];
}

export interface TankRow {
  id: string;
  tank: TankRecord;
  archived: boolean;
  fish: FishIn[];
  latest: TankReading | null;
}

/** Fish of every tank, by tank. */
function fishByTank(house: House): Map<string, FishIn[]> {
  const promised = promises(house);
  const out = new Map<string, FishIn[]>();
  for (const r of house.records.list('lot', 'active')) {
    const lot = r.document as unknown as Lot;
    const species = shipped.species.find((s) => s.id === lot.speciesId);
    if (!species) continue;
    const detail = [
      lot.size ?? '',
      lot.lengthCm ? `${lot.lengthCm} cm` : '',
      lot.sex === 'unsexed' ? '' : lot.sex,
      lot.grade ?? '',
    ]
      .filter(Boolean)
      .join(', ');
    const list = out.get(lot.tankId) ?? [];
    list.push({ lotId: r.id, species, detail, amount: r.amount, promised: promised.get(r.id) ?? [] });
    out.set(lot.tankId, list);
  }
  return out;
}

/** Own tanks with what is in them and how their water was last. */
export function tankRows(house: House, shown: 'active' | 'archived' = 'active'): TankRow[] {
  const fish = fishByTank(house);
  const latest = house.ledger.latestReadings();
  return house.records
    .list('tank', shown, 400)
    .map((r) => ({
      id: r.id,
      tank: r.document as unknown as TankRecord,
      archived: r.archivedAt !== null,
      fish: fish.get(r.id) ?? [],
      latest: latest.get(r.id) ?? null,
    }))
    .sort((x, y) => x.tank.name.localeCompare(y.tank.name, 'en', { numeric: true }));
}

/** One tank in full; null where there is none. */
export function tankView(house: House, id: string) {
  const r = house.records.byId(id);
  if (!r || r.kind !== 'tank') return null;
  return {
    record: r,
    tank: r.document as unknown as TankRecord,
    fish: fishByTank(house).get(id) ?? [],
    readings: house.ledger.readings(id, 120),
    readingCount: house.ledger.readingCount(id),
  };
}
