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

export interface StoredQuarantine {
  id: string;
  consignmentId: string;
  tank: string;
  volumeL: number;
  startedAt: string;
  zone: string;
  animals: string;
}

export interface StoredDuty {
  quarantineId: string;
  key: string;
  day: number;
  dueAt: string;
  kind: string;
  title: string;
  detail: string;
  minutes: number;
  doneAt: string | null;
}

interface RunRow {
  id: string;
  consignment_id: string;
  bag_ids: string;
  method: string;
  steps: string;
  started_at: string;
}

/** All SQL of acclimation runs, quarantines and duties, and the settings. */
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

  const qColumns =
    'id, consignment_id AS consignmentId, tank, volume_l AS volumeL, started_at AS startedAt, zone, animals';
  const quarantines = db.prepare<[string], StoredQuarantine>(
    `SELECT ${qColumns} FROM quarantine WHERE started_at > ? ORDER BY started_at`,
  );
  const quarantinesOf = db.prepare<[string], StoredQuarantine>(
    `SELECT ${qColumns} FROM quarantine WHERE consignment_id = ? ORDER BY started_at, tank`,
  );
  const quarantineById = db.prepare<[string], StoredQuarantine>(`SELECT ${qColumns} FROM quarantine WHERE id = ?`);
  const insertQuarantine = db.prepare(
    `INSERT INTO quarantine (id, consignment_id, tank, volume_l, started_at, zone, animals) VALUES (@id, @consignmentId, @tank, @volumeL, @startedAt, @zone, @animals)`,
  );
  const dColumns =
    'quarantine_id AS quarantineId, key, day, due_at AS dueAt, kind, title, detail, minutes, done_at AS doneAt';
  const insertDuty = db.prepare(
    `INSERT INTO duty (quarantine_id, key, day, due_at, kind, title, detail, minutes) VALUES (@quarantineId, @key, @day, @dueAt, @kind, @title, @detail, @minutes)`,
  );
  const dutiesOf = db.prepare<[string], StoredDuty>(
    `SELECT ${dColumns} FROM duty WHERE quarantine_id = ? ORDER BY due_at`,
  );
  const doDuty = db.prepare(`UPDATE duty SET done_at = ?, by = ? WHERE quarantine_id = ? AND key = ?`);
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
    quarantinesSince: (iso: string): StoredQuarantine[] => quarantines.all(iso),
    /** The quarantines of a consignment, one a tank. */
    quarantinesOf: (consignmentId: string): StoredQuarantine[] => quarantinesOf.all(consignmentId),
    quarantine: (id: string): StoredQuarantine | null => quarantineById.get(id) ?? null,
    openQuarantine: (q: StoredQuarantine, duties: Omit<StoredDuty, 'doneAt' | 'quarantineId'>[]): void =>
      db.transaction(() => {
        insertQuarantine.run(q);
        for (const d of duties) insertDuty.run({ ...d, quarantineId: q.id });
      })(),
    dutiesOf: (quarantineId: string): StoredDuty[] => dutiesOf.all(quarantineId),
    setDuty: (quarantineId: string, key: string, at: string | null): void =>
      void doDuty.run(at, hand.by, quarantineId, key),
    setting: (key: string): string | null => settingOf.get(key)?.value ?? null,
    dropSetting: (key: string): void => void dropSetting.run(key),
    setSetting: (key: string, value: string): void => void setSetting.run(key, value),
  };
}
export type ArrivalRepository = ReturnType<typeof arrivalRepository>;
