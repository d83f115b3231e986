import { concernsOf, gravest, sortConcerns, type Concern } from '@/core/concerns/concern';
import type { Severity } from '@/core/concerns/severity';
import { backupFindings, clockFindings, diskFindings, supplyFindings } from '@/core/concerns/house';
import { DAY, MIN } from '@/core/quantities/time';
import { liveConsignments } from '@/server/bench/duties';
import { backupsOf, freeBytes } from '@/server/db/backup';
import { stageOf, type StoredConsignment } from '@/server/db/consignments';
import { soundOf } from '@/server/consignment/sound';
import type { House } from '@/server/house';
import { suppliesView, type SupplyType } from '@/server/stock/supplies';
import { shipmentConcerns } from './shipments';
import { quarantineConcerns, residentConcerns, weeksOf } from './tanks';

const ordered = (house: House, list: readonly Concern[]): Concern[] =>
  sortConcerns(list, house.bench.accepted(house.nowIso()), house.nowMs());

/** The soonest batch in stock that is past its date, of what planned shipments need. */
function expiredOf(t: SupplyType): { batch: string; expires: string } | null {
  if (!(t.reserved > 0)) return null;
  const old = t.batches.find((b) => b.expired && !b.archived && (b.amount ?? 0) > 0);
  return old ? { batch: old.batch ?? '', expires: old.expires! } : null;
}

/** Stock, disk and backups. */
function ofHouse(house: House, live: StoredConsignment[]): Concern[] {
  const leaving = live.filter((s) => s.document.direction !== 'incoming' && stageOf(s.document) === 'planned');
  const short = suppliesView(house, leaving)
    .groups.flatMap((g) => g.types)
    .filter((t) => t.low || expiredOf(t))
    .map((t) => ({
      name: t.name,
      onHand: t.batches.some((b) => b.over > 0) ? -t.batches.reduce((n, b) => n + b.over, 0) : t.onHand,
      bites: t.bites && { ms: Date.parse(t.bites.atIso), code: t.bites.code },
      expired: expiredOf(t),
    }));
  const kept = house.folder ? backupsOf(house.folder)[0] : undefined;
  return [
    ...supplyFindings(short, house.nowMs()).flatMap((f) =>
      concernsOf(
        { kind: 'house', id: '', name: 'Stock' },
        f.finding.code === 'supply-short' ? '/supplies/shopping' : '/supplies',
        [f],
      ),
    ),
    ...concernsOf(
      { kind: 'house', id: '', name: 'Clock' },
      '/settings',
      clockFindings(house.consignments.lastJournalMs(), house.nowMs()),
    ),
    ...(house.folder
      ? concernsOf({ kind: 'house', id: '', name: 'Data' }, '/settings', [
          ...backupFindings(kept ? Date.parse(kept.at) : null, house.consignments.any(), house.nowMs()),
          ...diskFindings(freeBytes(house.folder) / 1e9),
        ])
      : []),
  ];
}

const known = new WeakMap<House, { key: string; list: Concern[] }>();

/**
 * Everything that wants a hand or a decision in this house, the gravest first: found again after every change, and each
 * minute. What stands in the middle of a change is not kept: it may be taken back.
 */
export function allConcerns(house: House): Concern[] {
  const changes = house.db.prepare<[], { n: number }>('SELECT total_changes() AS n').get()!.n;
  const key = `${changes}:${Math.floor(house.nowMs() / MIN)}`;
  const kept = known.get(house);
  if (kept?.key === key) return kept.list;
  const live = liveConsignments(house).sound;
  const lately = new Date(house.nowMs() - 7 * DAY).toISOString();
  const list = ordered(house, [
    ...[...live, ...soundOf(house, house.consignments.cancelled(lately)).sound].flatMap((s) =>
      shipmentConcerns(house, s),
    ),
    ...quarantineConcerns(
      house,
      house.quarantines.live().map((q) => weeksOf(house, q)),
    ),
    ...residentConcerns(house),
    ...ofHouse(house, live),
  ]);
  if (!house.db.inTransaction) known.set(house, { key, list });
  return list;
}

/** Waits for hands or harms at this moment, whatever hands are busy with. */
const URGENT: readonly string[] = ['timer', 'still-closed', 'tank-harms', 'harms-animals', 'over-dose', 'ammonia'];

/**
 * What is said over a run of these shipments: what stops them or wants hands now, and of others what cannot wait. `shown` is
 * what the run shows by itself.
 */
export const concernsInRun = (house: House, codes: readonly string[], shown: readonly string[] = []): Concern[] =>
  allConcerns(house).filter((c) => {
    const own = c.subject.kind === 'shipment' && codes.includes(c.subject.id);
    return (
      (c.severity === 'stop' || c.severity === 'now') &&
      (own ? !shown.includes(c.finding.code) : URGENT.includes(c.finding.code))
    );
  });

/** How many stop or want hands now, for the navigation of every page. */
export function concernCount(house: House): { grave: number; worst: Severity | null } {
  const list = allConcerns(house);
  const grave = list.filter((c) => c.severity === 'stop' || c.severity === 'now').length;
  return { grave, worst: gravest(list) };
}

/** What one shipment wants, for its heading; `rests` as its page computed it. */
export const concernsOfShipment = (house: House, stored: StoredConsignment, rests: string | null): Concern[] =>
  ordered(house, shipmentConcerns(house, stored, rests));

/** What one tank wants, whether in quarantine or not. */
export const concernsOfTank = (house: House, tankId: string): Concern[] =>
  allConcerns(house).filter((c) => c.subject.kind === 'tank' && c.subject.id === tankId);
