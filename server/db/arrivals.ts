import type { MethodStep } from '@/core/acclimation/vessel';
import type { Db } from './db';
import type { Hand } from './hand';

export interface StoredRun {
  id: string;
  consignmentId: string;
  bagIds: string[];
  method: string;
  steps: MethodStep[];
  startedAt: string;
  done: Record<string, string>;
}

interface RunRow {
  id: string;
  consignment_id: string;
  bag_ids: string;
  method: string;
  steps: string;
  started_at: string;
}

/** All SQL of acclimation runs, and the settings. */
export function arrivalRepository(db: Db, hand: Hand = { by: '' }) {
  const runColumns = 'id, consignment_id, bag_ids, method, steps, started_at';
  const runsOf = db.prepare<[string], RunRow>(
    `SELECT ${runColumns} FROM run WHERE consignment_id = ? AND stopped_at IS NULL ORDER BY started_at`,
  );
  const allRuns = db.prepare<[string], RunRow>(
    `SELECT ${runColumns} FROM run WHERE stopped_at IS NULL AND started_at > ? ORDER BY started_at`,
  );
  const runById = db.prepare<[string], RunRow>(`SELECT ${runColumns} FROM run WHERE id = ?`);
  const stepsOf = db.prepare<[string], { step_key: string; done_at: string; by: string }>(
    `SELECT step_key, done_at, by FROM run_step WHERE run_id = ?`,
  );
  const insertRun = db.prepare(
    `INSERT INTO run (id, consignment_id, bag_ids, method, steps, started_at) VALUES (?, ?, ?, ?, ?, ?)`,
  );
  const changeSteps = db.prepare(`UPDATE run SET steps = ? WHERE id = ?`);
  const stopRun = db.prepare(`UPDATE run SET stopped_at = ? WHERE id = ? AND stopped_at IS NULL`);
  const stoppedAt = db.prepare<[string], { at: string | null }>(`SELECT stopped_at AS at FROM run WHERE id = ?`);
  const stepDone = db.prepare(`INSERT OR IGNORE INTO run_step (run_id, step_key, done_at, by) VALUES (?, ?, ?, ?)`);
  const stepUndo = db.prepare(`DELETE FROM run_step WHERE run_id = ? AND step_key = ?`);

  const settingOf = db.prepare<[string], { value: string }>(`SELECT value FROM setting WHERE key = ?`);
  const dropSetting = db.prepare(`DELETE FROM setting WHERE key = ?`);
  const setSetting = db.prepare(
    `INSERT INTO setting (key, value) VALUES (?, ?) ON CONFLICT (key) DO UPDATE SET value = excluded.value`,
  );

  const toRun = (r: RunRow): StoredRun => ({
    id: r.id,
    consignmentId: r.consignment_id,
    bagIds: JSON.parse(r.bag_ids) as string[],
    method: r.method,
    steps: JSON.parse(r.steps) as MethodStep[],
    startedAt: r.started_at,
    done: Object.fromEntries(stepsOf.all(r.id).map((s) => [s.step_key, s.done_at])),
  });

  return {
    runsOf: (consignmentId: string): StoredRun[] => runsOf.all(consignmentId).map(toRun),
    runsSince: (iso: string): StoredRun[] => allRuns.all(iso).map(toRun),
    run: (id: string): StoredRun | null => {
      const r = runById.get(id);
      return r ? toRun(r) : null;
    },
    insertRun: (r: Omit<StoredRun, 'done'>): void =>
      void insertRun.run(
        r.id,
        r.consignmentId,
        JSON.stringify(r.bagIds),
        r.method,
        JSON.stringify(r.steps),
        r.startedAt,
      ),
    changeSteps: (id: string, steps: readonly MethodStep[]): void => void changeSteps.run(JSON.stringify(steps), id),
    isStopped: (id: string): boolean => (stoppedAt.get(id)?.at ?? null) !== null,
    stopRun: (id: string, at: string): void => void stopRun.run(at, id),
    finishStep: (runId: string, key: string, at: string): void => void stepDone.run(runId, key, at, hand.by),
    reopenStep: (runId: string, key: string): void => void stepUndo.run(runId, key),
    setting: (key: string): string | null => settingOf.get(key)?.value ?? null,
    dropSetting: (key: string): void => void dropSetting.run(key),
    setSetting: (key: string, value: string): void => void setSetting.run(key, value),
  };
}
export type ArrivalRepository = ReturnType<typeof arrivalRepository>;
