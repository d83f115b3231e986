import type { Db } from './open';

/** Water of a tank as it was measured; what was not measured is null. */
export interface TankReading {
  id: number;
  at: string;
  tempC: number | null;
  pH: number | null;
  khDkh: number | null;
  ghDgh: number | null;
  salinity: number | null;
  tanMgNL: number | null;
  nitriteMgL: number | null;
  nitrateMgL: number | null;
  note: string;
  /** Reading that struck this one out. */
  struckBy: number | null;
}

export interface Movement {
  at: string;
  delta: number;
  why: string;
  code: string | null;
}

/** All SQL of what is counted and measured: movements and tank readings. Both only grow. */
export function ledgerRepository(db: Db) {
  const readingColumns = `r.id, r.at, r.temp_c AS tempC, r.ph AS pH, r.kh_dkh AS khDkh, r.gh_dgh AS ghDgh, r.salinity,
    r.tan_mg_n_l AS tanMgNL, r.nitrite_mg_l AS nitriteMgL, r.nitrate_mg_l AS nitrateMgL, r.note, s.id AS struckBy`;
  const readingFrom = 'FROM reading r LEFT JOIN reading s ON s.strikes = r.id';
  const readings = db.prepare<[string, number], TankReading>(
    `SELECT ${readingColumns} ${readingFrom} WHERE r.tank_id = ? ORDER BY r.at DESC, r.id DESC LIMIT ?`,
  );
  const latest = db.prepare<[], TankReading & { tankId: string }>(
    `SELECT w.tank_id AS tankId, r.id, r.at, r.temp_c AS tempC, r.ph AS pH, r.kh_dkh AS khDkh, r.gh_dgh AS ghDgh, r.salinity,
       r.tan_mg_n_l AS tanMgNL, r.nitrite_mg_l AS nitriteMgL, r.nitrate_mg_l AS nitrateMgL, r.note, NULL AS struckBy
     FROM tank_water w JOIN reading r ON r.id = w.reading_id`,
  );
  const readingCount = db.prepare<[string], { n: number }>(`SELECT COUNT(*) AS n FROM reading WHERE tank_id = ?`);
  const insertReading = db.prepare(
    `INSERT INTO reading (tank_id, at, temp_c, ph, kh_dkh, gh_dgh, salinity, tan_mg_n_l, nitrite_mg_l, nitrate_mg_l, note, strikes)
     VALUES (@tankId, @at, @tempC, @pH, @khDkh, @ghDgh, @salinity, @tanMgNL, @nitriteMgL, @nitrateMgL, @note, @strikes)`,
  );
  const sameReading = db.prepare<[string, string], { id: number }>(
    `SELECT id FROM reading WHERE tank_id = ? AND at = ? LIMIT 1`,
  );
  const tankOf = db.prepare<[number], { tankId: string }>(`SELECT tank_id AS tankId FROM reading WHERE id = ?`);

  const move = db.prepare(`INSERT INTO movement (record_id, at, delta, why, consignment_id) VALUES (?, ?, ?, ?, ?)`);
  const amount = db.prepare<[string], { amount: number }>(`SELECT amount FROM holding WHERE record_id = ?`);
  const movements = db.prepare<[string], Movement>(
    `SELECT m.at, m.delta, m.why, c.code AS code FROM movement m LEFT JOIN consignment c ON c.id = m.consignment_id
     WHERE m.record_id = ? ORDER BY m.id DESC LIMIT 60`,
  );
  const takenBy = db.prepare<[string], { recordId: string; taken: number }>(
    `SELECT record_id AS recordId, -SUM(delta) AS taken FROM movement WHERE consignment_id = ? GROUP BY record_id`,
  );

  return {
    readings: (tankId: string, limit = 100): TankReading[] => readings.all(tankId, limit),
    /** Of every tank the last whole reading that was not struck out. */
    latestReadings: (): Map<string, TankReading> => new Map(latest.all().map((r) => [r.tankId, r])),
    readingCount: (tankId: string): number => readingCount.get(tankId)!.n,
    hasReadingAt: (tankId: string, at: string): boolean => sameReading.get(tankId, at) !== undefined,
    tankOfReading: (id: number): string | null => tankOf.get(id)?.tankId ?? null,
    read: (r: Omit<TankReading, 'id' | 'struckBy'> & { tankId: string; strikes: number | null }): void =>
      void insertReading.run(r),
    amount: (recordId: string): number | null => amount.get(recordId)?.amount ?? null,
    movements: (recordId: string): Movement[] => movements.all(recordId),
    move: (recordId: string, delta: number, why: string, at: string, consignmentId: string | null = null): void =>
      void move.run(recordId, at, delta, why, consignmentId),
    /** What a consignment has taken of each thing so far, put back not counted. */
    takenBy: (consignmentId: string): Map<string, number> =>
      new Map(
        takenBy
          .all(consignmentId)
          .filter((x) => Math.abs(x.taken) > 1e-9)
          .map((x) => [x.recordId, x.taken]),
      ),
  };
}
export type LedgerRepository = ReturnType<typeof ledgerRepository>;
