import type { Consignment } from '@/core/consignment/schema';
import { putBack } from '@/core/consignment/unproven';
import { upgraded, type Json } from '@/core/consignment/upgrade';
import { tankFigures } from '@/core/measurement/quantities';
import { DAY } from '@/core/quantities/time';
import type { Db } from './db';

/**
 * The second half of migration 13. Of figures that look filled in those are proved that were read in their own tank within a
 * day of the order: they stay measured. The rest counts as unknown.
 */
export function keepProven(db: Db): void {
  const setRow = db.prepare('UPDATE consignment SET document = ? WHERE id = ?');
  const read = db.prepare<[string, string, string, string], { quantity: string; value: number }>(
    `SELECT f.quantity, f.value FROM record t JOIN reading r ON r.tank_id = t.id JOIN reading_figure f ON f.reading_id = r.id
     WHERE t.kind = 'tank' AND json_extract(t.document, '$.name') = ? AND r.at BETWEEN ? AND ?
       AND NOT EXISTS (SELECT 1 FROM reading s WHERE s.strikes = r.id) AND f.quantity IN (SELECT value FROM json_each(?))`,
  );
  const rows = db.prepare<[], { id: string; document: string; at: string }>(
    'SELECT id, document, created_at AS at FROM consignment',
  );
  for (const { id, document, at } of rows.all()) {
    const now = upgraded(JSON.parse(document) as Json);
    if (!now.ok) continue;
    const c = now.value as unknown as Consignment;
    const near = (days: number): string => new Date(Date.parse(at) + days * DAY).toISOString();
    const tankOf = (where: string): string | undefined =>
      where === 'sourceWater' ? c.lines[0]?.tank : (c.waters ?? []).find((_, i) => where === `waters.${i}.water`)?.tank;
    const isProven = ({ where, figures }: NonNullable<Consignment['unproven']>[number]): boolean => {
      const tank = tankOf(where);
      if (tank === undefined || Number.isNaN(Date.parse(at))) return false;
      const found = read.all(tank, near(-1), near(1), JSON.stringify(tankFigures));
      return Object.entries(figures).every(([k, v]) => found.some((f) => f.quantity === k && f.value === v));
    };
    const proven = (c.unproven ?? []).filter(isProven);
    if (proven.length === 0) continue;
    const unproven = c.unproven!.filter((u) => !proven.includes(u));
    const kept = putBack({ ...c, unproven: proven });
    setRow.run(JSON.stringify(unproven.length > 0 ? { ...kept, unproven } : kept), id);
  }
}
