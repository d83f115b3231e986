import type { DayOption } from '@/core/choose/days';
import type { Accepted } from '@/core/concerns/concern';
import type { Severity } from '@/core/concerns/severity';
import type { Db } from './db';

/** The last look for a better day: nothing found where `found` is null. */
export interface BetterDay {
  at: string;
  found: DayOption | null;
}

/** All SQL of duties put off, of days looked for and of concerns accepted. */
export function benchRepository(db: Db) {
  const offs = db.prepare<[string], { duty_id: string; until: string }>(
    `SELECT duty_id, until FROM put_off WHERE until > ?`,
  );
  const off = db.prepare(
    `INSERT INTO put_off (duty_id, until, at) VALUES (?, ?, ?)
     ON CONFLICT (duty_id) DO UPDATE SET until = excluded.until, at = excluded.at`,
  );
  const on = db.prepare(`DELETE FROM put_off WHERE duty_id = ?`);
  const onAll = db.prepare(`DELETE FROM put_off WHERE duty_id LIKE ? || '-%'`);
  const lookOf = db.prepare<[string], { at: string; found: string | null }>(
    `SELECT at, found FROM better_day WHERE consignment_id = ?`,
  );
  const keepLook = db.prepare(
    `INSERT INTO better_day (consignment_id, at, found) VALUES (?, ?, ?)
     ON CONFLICT (consignment_id) DO UPDATE SET at = excluded.at, found = excluded.found`,
  );
  const accepted = db.prepare<[string], { id: string; severity: Severity; times: number | null; until: string }>(
    `SELECT concern_id AS id, severity, times, until FROM concern_accepted WHERE until > ?`,
  );
  const accept = db.prepare(
    `INSERT INTO concern_accepted (concern_id, severity, times, reason, until, at, by)
     VALUES (@id, @severity, @times, @reason, @until, @at, @by)`,
  );
  const dropLook = db.prepare(`DELETE FROM better_day WHERE consignment_id = ?`);
  return {
    /** Until when each duty is put off, of those put off beyond an instant. */
    putOffs: (sinceIso: string): Map<string, string> => new Map(offs.all(sinceIso).map((r) => [r.duty_id, r.until])),
    putOff: (dutyId: string, until: string | null, at: string): void =>
      void (until === null ? on.run(dutyId) : off.run(dutyId, until, at)),
    /** A plan that moved has new hours: nothing of it stays put off. */
    putOn: (consignmentId: string): void => void onAll.run(consignmentId),
    look: (consignmentId: string): BetterDay | null => {
      const r = lookOf.get(consignmentId);
      return r ? { at: r.at, found: r.found ? (JSON.parse(r.found) as DayOption) : null } : null;
    },
    keepLook: (consignmentId: string, look: BetterDay): void =>
      void keepLook.run(consignmentId, look.at, look.found ? JSON.stringify(look.found) : null),
    accepted: (sinceIso: string): Accepted[] =>
      accepted.all(sinceIso).map(({ until, ...a }) => ({ ...a, untilMs: Date.parse(until) })),
    accept: (a: {
      id: string;
      severity: Severity;
      times: number | null;
      reason: string;
      until: string;
      at: string;
      by: string;
    }): void => void accept.run(a),
    dropLook: (consignmentId: string): void => void dropLook.run(consignmentId),
  };
}
export type BenchRepository = ReturnType<typeof benchRepository>;
