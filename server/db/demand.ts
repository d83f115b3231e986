import type { TankFast } from '@/core/calendar/fast';
import type { Consignment } from '@/core/consignment/schema';
import type { Db } from './db';

/** All SQL of what planned consignments ask of lots and tanks. Kept beside the plans, so that nobody parses them for it. */
export function demandRepository(db: Db) {
  const dropDemand = db.prepare(`DELETE FROM demand WHERE consignment_id = ?`);
  const dropFasts = db.prepare(`DELETE FROM tank_fast WHERE consignment_id = ?`);
  const want = db.prepare(`INSERT INTO demand (consignment_id, line_id, lot_id, tank, count) VALUES (?, ?, ?, ?, ?)`);
  const fast = db.prepare(`INSERT INTO tank_fast (consignment_id, tank, document) VALUES (?, ?, ?)`);
  const promised = db.prepare<[], { lotId: string; code: string; count: number }>(
    `SELECT d.lot_id AS lotId, c.code, d.count FROM demand d JOIN consignment c ON c.id = d.consignment_id
     WHERE d.lot_id <> '' ORDER BY c.hand_over_at`,
  );
  const fastsAt = db.prepare<[string, string], { document: string }>(
    `SELECT document FROM tank_fast WHERE tank = ? AND consignment_id <> ?`,
  );
  return {
    /** What a consignment asks from now on; nothing where it is not planned any more. */
    set: (id: string, asks: { lines: Consignment['lines']; fasts: readonly TankFast[] } | null): void => {
      dropDemand.run(id);
      dropFasts.run(id);
      for (const l of asks?.lines ?? []) want.run(id, l.id, l.lotId ?? '', l.tank, l.count);
      for (const f of asks?.fasts ?? []) fast.run(id, f.tank, JSON.stringify(f));
    },
    /** Animals of lots that planned consignments take, the soonest first. */
    promised: (): { lotId: string; code: string; count: number }[] => promised.all(),
    /** Fasts of a tank for other consignments than this one. */
    fastsAt: (tank: string, otherThan: string): TankFast[] =>
      fastsAt.all(tank, otherThan).map((r) => JSON.parse(r.document) as TankFast),
  };
}
export type DemandRepository = ReturnType<typeof demandRepository>;
