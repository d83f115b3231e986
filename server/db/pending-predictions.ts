import type { Prediction } from '@/core/consignment/prediction';
import type { Db } from './db';

/** All SQL of predictions that are still to be computed. */
export function pendingPredictionRepository(db: Db) {
  const owe = db.prepare(`INSERT INTO owed_prediction (consignment_id, moment, at, asks) VALUES (?, ?, ?, ?)`);
  const owed = db.prepare<[], { n: number; consignment_id: string; asks: string }>(
    `SELECT n, consignment_id, asks FROM owed_prediction ORDER BY n`,
  );
  const paid = db.prepare(`DELETE FROM owed_prediction WHERE n = ?`);
  return {
    /** A prediction that is computed later, with what it is computed from. */
    owe: (id: string, moment: Prediction['moment'], at: string, asks: unknown): void =>
      void owe.run(id, moment, at, JSON.stringify(asks)),
    all: (): { n: number; consignmentId: string; asks: unknown }[] =>
      owed.all().map((r) => ({ n: r.n, consignmentId: r.consignment_id, asks: JSON.parse(r.asks) as unknown })),
    /** False where it was paid already. */
    paid: (n: number): boolean => paid.run(n).changes === 1,
  };
}
export type PendingPredictionRepository = ReturnType<typeof pendingPredictionRepository>;
