import { byNumber } from '@/core/quantities/words';
import { certificateOf } from '@/server/arrive/finish';
import type { Species } from '@/core/catalogue/schema';
import type { Lot, TankRecord } from '@/records/tank';
import type { LatestFigures, Stay } from '@/server/db/ledger';
import { benchView } from '@/server/bench/view';
import { profileOf, type House } from '@/server/house';
import { promises } from './settle';

export interface FishIn {
  lotId: string;
  species: Species;
  detail: string;
  amount: number | null;
  promised: { code: string; count: number }[];
}

/** Animals that were carried into a tank and live there. */
export interface StayIn {
  species: Species | null;
  name: string;
  count: number;
  since: string;
  code: string | null;
  /** That came along with them, by its number; told of one tank in full. */
  certificate?: string;
}

export interface TankRow {
  id: string;
  tank: TankRecord;
  archived: boolean;
  fish: FishIn[];
  stays: StayIn[];
  latest: LatestFigures;
}

/** Fish of every tank, by tank. */
function fishByTank(house: House): Map<string, FishIn[]> {
  const promised = promises(house);
  const { species } = house.shelves().all;
  const out = new Map<string, FishIn[]>();
  for (const r of house.records.list('lot', 'active')) {
    const lot = r.document as unknown as Lot;
    const kind = species.find((s) => s.id === lot.speciesId);
    if (!kind) continue;
    const detail = [
      lot.size ?? '',
      lot.lengthCm ? `${lot.lengthCm} cm` : '',
      lot.sex === 'unsexed' ? '' : lot.sex,
      lot.grade ?? '',
    ]
      .filter(Boolean)
      .join(', ');
    const list = out.get(lot.tankId) ?? [];
    list.push({ lotId: r.id, species: kind, detail, amount: r.amount, promised: promised.get(r.id) ?? [] });
    out.set(lot.tankId, list);
  }
  return out;
}

/** What lives in an own tank by what was carried there. */
const staysIn = (house: House, stays: readonly Stay[]): StayIn[] =>
  stays
    .filter((s) => s.count > 0)
    .map((s) => {
      const species = house.shelves().all.species.find((x) => x.id === s.speciesId) ?? null;
      return { species, name: species?.name ?? s.speciesId, count: s.count, since: s.since, code: s.code };
    });

/** Own tanks with what is in them and how their water was last. */
export function tankRows(house: House, shown: 'active' | 'archived' = 'active'): TankRow[] {
  const fish = fishByTank(house);
  const latest = house.ledger.latestFigures();
  const living = house.ledger.living();
  return house.records
    .list('tank', shown, 400)
    .map((r) => ({
      id: r.id,
      tank: r.document as unknown as TankRecord,
      archived: r.archivedAt !== null,
      fish: fish.get(r.id) ?? [],
      stays: staysIn(
        house,
        living.filter((s) => s.tank === r.id),
      ),
      latest: latest.get(r.id) ?? {},
    }))
    .sort((x, y) => byNumber(x.tank.name, y.tank.name));
}

/** One tank in full; null where there is none. */
export function tankView(house: House, id: string) {
  const r = house.records.byId(id);
  if (!r || r.kind !== 'tank') return null;
  return {
    record: r,
    tank: r.document as unknown as TankRecord,
    fish: fishByTank(house).get(id) ?? [],
    stays: staysIn(house, house.ledger.staysIn(id)).map((s) => {
      const from = s.code ? house.consignments.byCode(s.code)?.document.id : undefined;
      return { ...s, certificate: from ? certificateOf(house.facts.of(from).observations) : '' };
    }),
    readings: house.ledger.readings(id, 120),
    readingCount: house.ledger.readingCount(id),
  };
}

/** The list of tanks, or those that hold the words, and what is in quarantine. */
export function tankListView(house: House, asked: { find?: string; shown?: string; gone?: string }) {
  const { find = '', gone } = asked;
  const shown: 'active' | 'archived' = asked.shown === 'archived' ? 'archived' : 'active';
  const removed = gone ? house.records.byId(gone) : null;
  const found = find ? new Set(house.records.found('tank', find).map((r) => r.id)) : null;
  const { quarantines, nowMs } = benchView(house);
  return {
    rows: tankRows(house, shown).filter((t) => !found || found.has(t.id)),
    counts: house.records.counts('tank'),
    find,
    shown,
    gone: removed?.deletedAt ? { id: removed.id, name: removed.name } : null,
    quarantines,
    nowMs,
    zone: profileOf(house).place.zone,
  };
}
export type TankListView = ReturnType<typeof tankListView>;
