import type { Entry, QuarantinePlan, NewEntry } from '@/core/quarantine/schema';
import { templates } from '@/core/quarantine/templates';
import type { Db } from './db';
import type { Hand } from './hand';

/** The weeks of one tank. */
export interface StoredQuarantine {
  id: string;
  /** Whose animals came first. */
  consignmentId: string;
  tank: string;
  /** Its record, or its name where it has none. */
  tankId: string;
  volumeL: number;
  /** Litres of water that are in it; nobody measured them where null. */
  waterL: number | null;
  /** The other tank of a transfer; none where empty. */
  twin: string;
  startedAt: string;
  zone: string;
  animals: string;
  plan: QuarantinePlan;
  version: number;
  closedAt: string | null;
}
type Row = Omit<StoredQuarantine, 'plan'> & { plan: string };

export interface StoredDuty {
  quarantineId: string;
  key: string;
  phase: string;
  day: number;
  dueAt: string;
  kind: string;
  title: string;
  detail: string;
  minutes: number;
  doneAt: string | null;
  /** Why it is not done; empty where it is wanted. */
  waived: string;
  moved: 0 | 1;
}
export type NewDuty = Omit<StoredDuty, 'quarantineId' | 'doneAt' | 'waived' | 'moved'>;

/** What was opened before there were plans: four weeks in one. */
const beforePlans: QuarantinePlan = {
  ...templates.observation!,
  phases: [{ ...templates.observation!.phases[1]!, days: 28 }],
};

/** All SQL of quarantines: their duties, and what was told of them, which only grows. */
export function quarantineRepository(db: Db, hand: Hand = { by: '' }) {
  const columns = `id, consignment_id AS consignmentId, tank, tank_id AS tankId, volume_l AS volumeL, water_l AS waterL, twin,
    started_at AS startedAt, zone, animals, plan, version, closed_at AS closedAt`;
  const live = db.prepare<[string], Row>(
    `SELECT ${columns} FROM quarantine WHERE closed_at IS NULL OR closed_at > ? ORDER BY started_at, tank`,
  );
  const since = db.prepare<[string], Row>(`SELECT ${columns} FROM quarantine WHERE started_at > ? ORDER BY started_at`);
  const byConsignment = db.prepare<[string], Row>(
    `SELECT ${columns} FROM quarantine JOIN quarantine_member m ON m.quarantine_id = id
     WHERE m.consignment_id = ? ORDER BY started_at, tank`.replace('consignment_id AS', 'quarantine.consignment_id AS'),
  );
  const byTank = db.prepare<[string], Row>(
    `SELECT ${columns} FROM quarantine WHERE tank_id = ? AND closed_at IS NULL ORDER BY started_at DESC LIMIT 1`,
  );
  const lastOfTank = db.prepare<[string], Row>(
    `SELECT ${columns} FROM quarantine WHERE tank_id = ? ORDER BY started_at DESC LIMIT 1`,
  );
  const one = db.prepare<[string], Row>(`SELECT ${columns} FROM quarantine WHERE id = ?`);
  const insert = db.prepare(
    `INSERT INTO quarantine (id, consignment_id, tank, tank_id, volume_l, water_l, twin, started_at, zone, animals, plan)
     VALUES (@id, @consignmentId, @tank, @tankId, @volumeL, @waterL, @twin, @startedAt, @zone, @animals, @plan)`,
  );
  const join = db.prepare(`INSERT OR IGNORE INTO quarantine_member VALUES (?, ?, ?)`);
  const members = db.prepare<[string], { consignmentId: string; joinedAt: string }>(
    `SELECT consignment_id AS consignmentId, joined_at AS joinedAt FROM quarantine_member WHERE quarantine_id = ? ORDER BY joined_at`,
  );
  const setPlan = db.prepare(
    `UPDATE quarantine SET plan = ?, water_l = ?, twin = ?, version = version + 1 WHERE id = ? AND version = ?`,
  );
  const rename = db.prepare(`UPDATE quarantine SET tank = ? WHERE id = ?`);
  const close = db.prepare(`UPDATE quarantine SET closed_at = ? WHERE id = ?`);

  const dutyColumns = `quarantine_id AS quarantineId, key, phase, day, due_at AS dueAt, kind, title, detail, minutes,
    done_at AS doneAt, waived, moved`;
  const insertDuty = db.prepare(
    `INSERT OR IGNORE INTO duty (quarantine_id, key, phase, day, due_at, kind, title, detail, minutes)
     VALUES (@quarantineId, @key, @phase, @day, @dueAt, @kind, @title, @detail, @minutes)`,
  );
  const dutiesOf = db.prepare<[string], StoredDuty>(
    `SELECT ${dutyColumns} FROM duty WHERE quarantine_id = ? ORDER BY due_at, key`,
  );
  const doDuty = db.prepare(`UPDATE duty SET done_at = ?, by = ? WHERE quarantine_id = ? AND key = ?`);
  const waiveDuty = db.prepare(`UPDATE duty SET waived = ?, by = ? WHERE quarantine_id = ? AND key = ?`);
  const moveDuty = db.prepare(`UPDATE duty SET due_at = ?, day = ?, moved = 1 WHERE quarantine_id = ? AND key = ?`);
  // What was done, waived or moved by a hand stays.
  const dropAhead = db.prepare(
    `DELETE FROM duty WHERE quarantine_id = ? AND due_at >= ? AND done_at IS NULL AND waived = '' AND moved = 0`,
  );

  const entries = db.prepare<[string], { n: number; at: string; document: string; by: string; strikes: number | null }>(
    `SELECT n, at, document, by, strikes FROM quarantine_entry WHERE quarantine_id = ? ORDER BY n`,
  );
  const tell = db.prepare(
    `INSERT INTO quarantine_entry (quarantine_id, at, kind, document, by, strikes, recorded_at) VALUES (?, ?, ?, ?, ?, ?, ?)`,
  );
  const plans = db.prepare<[], { name: string; document: string }>(
    `SELECT name, document FROM quarantine_plan ORDER BY name`,
  );
  const keepPlan = db.prepare(
    `INSERT INTO quarantine_plan VALUES (?, ?, ?) ON CONFLICT (name) DO UPDATE SET document = excluded.document, at = excluded.at`,
  );
  const dropPlan = db.prepare(`DELETE FROM quarantine_plan WHERE name = ?`);

  const toQuarantine = (r: Row): StoredQuarantine => {
    const plan = JSON.parse(r.plan) as QuarantinePlan;
    return { ...r, plan: plan.phases ? plan : beforePlans };
  };
  return {
    /** Those that go on, and those that ended since an instant. */
    live: (endedSince = '9'): StoredQuarantine[] => live.all(endedSince).map(toQuarantine),
    since: (iso: string): StoredQuarantine[] => since.all(iso).map(toQuarantine),
    of: (consignmentId: string): StoredQuarantine[] => byConsignment.all(consignmentId).map(toQuarantine),
    /** The one that goes on in a tank. */
    inTank: (tankId: string): StoredQuarantine | null => byTank.all(tankId).map(toQuarantine)[0] ?? null,
    lastIn: (tankId: string): StoredQuarantine | null => lastOfTank.all(tankId).map(toQuarantine)[0] ?? null,
    byId: (id: string): StoredQuarantine | null => one.all(id).map(toQuarantine)[0] ?? null,
    open: (q: Omit<StoredQuarantine, 'version' | 'closedAt'>, duties: readonly NewDuty[]): void =>
      db.transaction(() => {
        insert.run({ ...q, plan: JSON.stringify(q.plan) });
        join.run(q.id, q.consignmentId, q.startedAt);
        for (const d of duties) insertDuty.run({ ...d, quarantineId: q.id });
      })(),
    join: (id: string, consignmentId: string, at: string): void => void join.run(id, consignmentId, at),
    members: (id: string) => members.all(id),
    /** False where somebody else was quicker. */
    setPlan: (q: Pick<StoredQuarantine, 'id' | 'plan' | 'waterL' | 'twin'>, version: number): boolean =>
      setPlan.run(JSON.stringify(q.plan), q.waterL, q.twin, q.id, version).changes === 1,
    rename: (id: string, tank: string): void => void rename.run(tank, id),
    close: (id: string, at: string | null): void => void close.run(at, id),
    dutiesOf: (id: string): StoredDuty[] => dutiesOf.all(id),
    addDuties: (id: string, duties: readonly NewDuty[]): void =>
      duties.forEach((d) => void insertDuty.run({ ...d, quarantineId: id })),
    dropAhead: (id: string, fromIso: string): void => void dropAhead.run(id, fromIso),
    setDuty: (id: string, key: string, at: string | null): void => void doDuty.run(at, hand.by, id, key),
    waiveDuty: (id: string, key: string, why: string): void => void waiveDuty.run(why, hand.by, id, key),
    moveDuty: (id: string, key: string, dueAt: string, day: number): void => void moveDuty.run(dueAt, day, id, key),
    entriesOf: (id: string): Entry[] =>
      entries.all(id).map(({ document, ...e }) => ({ ...(JSON.parse(document) as NewEntry), ...e })),
    tell: (id: string, at: string, told: NewEntry, recordedAt: string, strikes: number | null = null): number =>
      Number(tell.run(id, at, told.kind, JSON.stringify(told), hand.by, strikes, recordedAt).lastInsertRowid),
    plans: (): QuarantinePlan[] => plans.all().map((p) => JSON.parse(p.document) as QuarantinePlan),
    keepPlan: (plan: QuarantinePlan, at: string): void => void keepPlan.run(plan.name, JSON.stringify(plan), at),
    dropPlan: (name: string): void => void dropPlan.run(name),
  };
}
export type QuarantineRepository = ReturnType<typeof quarantineRepository>;
