import { concernsOf, type Concern } from '@/core/concerns/concern';
import { quarantineFindings, signsSeen, twinFindings } from '@/core/concerns/quarantine';
import { crowdFindings, promisedFindings, residentFindings, type TankCrowd } from '@/core/concerns/tank';
import { releaseWarnings } from '@/core/acclimation/release';
import type { Species } from '@/core/catalogue/schema';
import { quarantineStateOf, type QuarantineRecord, type QuarantineState } from '@/core/quarantine/course';
import type { Lot, TankRecord } from '@/records/tank';
import type { LatestFigures } from '@/server/db/ledger';
import type { StoredQuarantine } from '@/server/db/quarantines';
import type { House } from '@/server/house';
import { promises } from '@/server/stock/settle';
import { residentsOf } from '@/server/arrive/residents';
import { massOf } from './mass';
import { assumptionsHere, besideOf, dwellersOf, factsOf, tankNameOf } from '@/server/quarantine/facts';

/** Kinds of animals in every tank, by its identifier: of the stock list, and of those that were carried there. */
function kindsByTank(house: House): Map<string, Species[]> {
  const known = new Map(house.shelves().all.species.map((s) => [s.id, s]));
  const out = new Map<string, Species[]>();
  const add = (tank: string, speciesId: string): void => {
    const s = known.get(speciesId);
    if (s) out.set(tank, [...(out.get(tank) ?? []), s]);
  };
  for (const s of house.ledger.living()) add(s.tank, s.speciesId);
  for (const r of house.records.list('lot', 'active', 2000)) {
    const lot = r.document as unknown as Lot;
    if ((r.amount ?? 0) > 0) add(lot.tankId, lot.speciesId);
  }
  return out;
}

/** Who is in a tank of this house: what speaks against keeping them together, and what they weigh. */
function crowdOf(house: House, tank: TankRecord, volumeL: number | null): TankCrowd {
  // Each is asked against those that are longer, as a newcomer would be.
  const groups = residentsOf(house, tank.name).sort((x, y) => (x.lengthCm ?? 0) - (y.lengthCm ?? 0));
  const a = assumptionsHere(house);
  const warnings = groups.flatMap((g, i) => releaseWarnings([g], groups.slice(i + 1), a));
  return { warnings: [...new Set(warnings)], massG: massOf(groups), volumeL };
}

/** Lots of each tank with what was promised of them. */
function promisedByTank(house: House): Map<string, Parameters<typeof promisedFindings>[0]> {
  const promised = promises(house);
  const known = new Map(house.shelves().all.species.map((s) => [s.id, s.name]));
  const out = new Map<string, { name: string; there: number; promised: { code: string; count: number }[] }[]>();
  for (const r of house.records.list('lot', 'active', 2000)) {
    const lot = r.document as unknown as Lot;
    const of = promised.get(r.id);
    // What nobody counted is never short.
    if (!of || r.amount === null) continue;
    const row = { name: known.get(lot.speciesId) ?? lot.speciesId, there: r.amount, promised: of };
    out.set(lot.tankId, [...(out.get(lot.tankId) ?? []), row]);
  }
  return out;
}

export const readOf = (latest: LatestFigures | undefined) =>
  Object.fromEntries(
    (['tempC', 'pH', 'salinity', 'tanMgNL', 'nitriteMgL'] as const).flatMap((k) =>
      latest?.[k] ? [[k, { value: latest[k].value, ms: Date.parse(latest[k].at) }]] : [],
    ),
  );

/** A tank in quarantine with its record of that time and where it stands now. */
export interface TankWeeksInput {
  q: StoredQuarantine;
  f: QuarantineRecord;
  s: QuarantineState;
}

export function weeksOf(house: House, q: StoredQuarantine): TankWeeksInput {
  const f = factsOf(house, q);
  return { q, f, s: quarantineStateOf(f, house.nowMs()) };
}

/** What tanks in quarantine want, each with what was seen in those it shares water, net or animals with. */
export function quarantineConcerns(house: House, weeks: readonly TankWeeksInput[]): Concern[] {
  const a = assumptionsHere(house);
  return weeks.flatMap(({ q, f, s }) => {
    // Nothing of an empty tank harms anybody.
    if (dwellersOf(house, q).length === 0) return [];
    const name = tankNameOf(house, q);
    const twins = weeks.filter(
      (o) => o.q.id !== q.id && (q.twin === tankNameOf(house, o.q) || o.q.twin === name || o.q.twin === q.tank),
    );
    return concernsOf({ kind: 'tank', id: q.tankId, name }, `/quarantine/${q.id}`, [
      ...quarantineFindings(f, s, a, besideOf(house, q, f, s)),
      ...twins.flatMap((o) => twinFindings(tankNameOf(house, o.q), signsSeen(o.s))),
    ]);
  });
}

/** What tanks want by what was read of them and who is in them. */
export function residentConcerns(house: House): Concern[] {
  const a = assumptionsHere(house);
  const kinds = kindsByTank(house);
  const promised = promisedByTank(house);
  const latest = house.ledger.latestFigures();
  const weeks = new Map(house.quarantines.live().map((q) => [q.tankId, q]));
  return house.records.list('tank', 'active', 400).flatMap((r) => {
    const tank = r.document as unknown as TankRecord;
    const q = weeks.get(r.id);
    const volumeL = q?.waterL ?? tank.volumeL;
    const found = [
      ...crowdFindings(crowdOf(house, tank, volumeL ?? null), a.crowdedGPerL),
      ...promisedFindings(promised.get(r.id) ?? []),
      ...residentFindings(readOf(latest.get(r.id)), kinds.get(r.id) ?? [], house.nowMs(), a, {
        volumeL,
        judged: q !== undefined,
      }),
    ];
    return concernsOf({ kind: 'tank', id: r.id, name: tank.name }, q ? `/quarantine/${q.id}` : `/tanks/${r.id}`, found);
  });
}
