import type { Movement } from '@/core/consignment/movements';
import { tankFigures, type Figures, type ReadingWay, type TankFigure } from '@/core/measurement/quantities';
import type { Db } from './db';
import type { Hand } from './hand';

/** Water of a tank as it was measured; what was not measured is not there. */
export interface TankReading {
  id: number;
  at: string;
  figures: Figures<TankFigure>;
  how: ReadingWay;
  note: string;
  /** Reading that struck this one out. */
  struckBy: number | null;
}
/** Of every figure of a tank what was read last, and when. */
export type LatestFigures = Partial<Record<TankFigure, { value: number; at: string }>>;

/** How the count of a record moved. */
export interface CountMove {
  at: string;
  delta: number;
  why: string;
  code: string | null;
}

/** Animals that live, or lived, in an own tank: from their first day there; gone where the count is 0. */
export interface Stay {
  tank: string;
  speciesId: string;
  code: string | null;
  since: string;
  lastLeft: string | null;
  count: number;
}

/** All SQL of what is counted and measured: movements and tank readings. Both only grow. */
export function ledgerRepository(db: Db, hand: Hand = { by: '' }) {
  const readings = db.prepare<[string, number], Omit<TankReading, 'figures'> & { figures: string }>(
    `SELECT r.id, r.at, r.how, r.note, s.id AS struckBy,
       (SELECT json_group_object(f.quantity, f.value) FROM reading_figure f WHERE f.reading_id = r.id) AS figures
     FROM reading r LEFT JOIN reading s ON s.strikes = r.id WHERE r.tank_id = ? ORDER BY r.at DESC, r.id DESC LIMIT ?`,
  );
  const latest = db.prepare<[], { tankId: string; quantity: TankFigure; value: number; at: string }>(
    `SELECT tank_id AS tankId, quantity, value, at FROM tank_figure`,
  );
  const readingCount = db.prepare<[string], { n: number }>(`SELECT COUNT(*) AS n FROM reading WHERE tank_id = ?`);
  const insertReading = db.prepare(
    `INSERT INTO reading (tank_id, at, how, note, strikes, by) VALUES (@tankId, @at, @how, @note, @strikes, @by)`,
  );
  const insertFigure = db.prepare(`INSERT INTO reading_figure (reading_id, quantity, value) VALUES (?, ?, ?)`);
  const sameReading = db.prepare<[string, string], { id: number }>(
    `SELECT id FROM reading WHERE tank_id = ? AND at = ? LIMIT 1`,
  );
  const tankOf = db.prepare<[number], { tankId: string }>(`SELECT tank_id AS tankId FROM reading WHERE id = ?`);

  const begin = db.prepare(`INSERT OR IGNORE INTO holding (record_id, amount) VALUES (?, 0)`);
  const move = db.prepare(
    `INSERT INTO movement (at, amount, species_id, from_kind, from_id, to_kind, to_id, why, consignment_id, by)
     VALUES (@at, @amount, @speciesId, @fromKind, @fromId, @toKind, @toId, @why, @consignmentId, @by)`,
  );
  const speciesOf = db.prepare<[string], { speciesId: string | null }>(
    `SELECT json_extract(document, '$.speciesId') AS speciesId FROM record WHERE id = ?`,
  );
  const amount = db.prepare<[string], { amount: number }>(`SELECT amount FROM holding WHERE record_id = ?`);
  const movements = db.prepare<[string, string], CountMove>(
    `SELECT m.at, m.delta, m.why, c.code AS code FROM (
       SELECT id, at, amount AS delta, why, consignment_id FROM movement WHERE to_kind = 'record' AND to_id = ?
       UNION ALL SELECT id, at, -amount, why, consignment_id FROM movement WHERE from_kind = 'record' AND from_id = ?
     ) m LEFT JOIN consignment c ON c.id = m.consignment_id ORDER BY m.id DESC LIMIT 60`,
  );
  const takenBy = db.prepare<[string], { recordId: string; taken: number }>(
    `SELECT CASE WHEN from_kind = 'record' THEN from_id ELSE to_id END AS recordId,
       SUM(CASE WHEN from_kind = 'record' THEN amount ELSE -amount END) AS taken
     FROM movement WHERE consignment_id = ? AND (from_kind = 'record' OR to_kind = 'record') GROUP BY 1`,
  );
  const carried = db.prepare<
    [string],
    Omit<Movement, 'from' | 'to'> & Record<'fromKind' | 'fromId' | 'toKind' | 'toId', string>
  >(
    `SELECT at, amount AS count, species_id AS speciesId, from_kind AS fromKind, from_id AS fromId, to_kind AS toKind,
       to_id AS toId, why, by FROM movement WHERE consignment_id = ? AND species_id <> '' ORDER BY id`,
  );
  const stayColumns = `SELECT s.tank, s.species_id AS speciesId, c.code, s.since, s.last_left AS lastLeft, s.count
     FROM stay s LEFT JOIN consignment c ON c.id = s.consignment_id`;
  const staysIn = db.prepare<[string], Stay>(`${stayColumns} WHERE s.tank = ? ORDER BY s.since DESC`);
  const living = db.prepare<[], Stay>(`${stayColumns} WHERE s.count > 0 ORDER BY s.since`);
  const staysOf = db.prepare<[string], Stay>(`${stayColumns} WHERE s.consignment_id = ? ORDER BY s.tank, s.species_id`);

  /** Own lots are records here; lots of another house are only names. */
  const own = (kind: string, id: string): string => (kind === 'lot' && amount.get(id) ? 'record' : kind);
  const told = (kind: string): Movement['from']['kind'] =>
    (kind === 'record' ? 'lot' : kind) as Movement['from']['kind'];
  const carriedBy = (consignmentId: string): Movement[] =>
    carried.all(consignmentId).map(({ fromKind, fromId, toKind, toId, ...m }) => ({
      at: m.at,
      count: m.count,
      speciesId: m.speciesId,
      from: { kind: told(fromKind), id: fromKind === 'consignment' ? '' : fromId },
      to: { kind: told(toKind), id: toKind === 'consignment' ? '' : toId },
      why: m.why,
      by: m.by,
    }));

  return {
    readings: (tankId: string, limit = 100): TankReading[] =>
      readings.all(tankId, limit).map((r) => ({ ...r, figures: JSON.parse(r.figures) as TankReading['figures'] })),
    /** Of every tank the last of each figure that was not struck out. */
    latestFigures: (): Map<string, LatestFigures> => {
      const out = new Map<string, LatestFigures>();
      for (const { tankId, quantity, value, at } of latest.all())
        out.set(tankId, { ...out.get(tankId), [quantity]: { value, at } });
      return out;
    },
    readingCount: (tankId: string): number => readingCount.get(tankId)!.n,
    hasReadingAt: (tankId: string, at: string): boolean => sameReading.get(tankId, at) !== undefined,
    tankOfReading: (id: number): string | null => tankOf.get(id)?.tankId ?? null,
    /** Keeps a reading; one that strikes another out has no figures. */
    read: (r: {
      tankId: string;
      at: string;
      figures: Partial<Record<TankFigure, number | null | undefined>>;
      how?: ReadingWay;
      note: string;
      strikes?: number;
    }): void =>
      db.transaction(() => {
        const { tankId, at, note } = r;
        const { lastInsertRowid: id } = insertReading.run({
          ...{ tankId, at, note, how: r.how ?? '', strikes: r.strikes ?? null, by: hand.by },
        });
        for (const q of tankFigures) if (r.figures[q] != null) insertFigure.run(id, q, r.figures[q]);
      })(),
    amount: (recordId: string): number | null => amount.get(recordId)?.amount ?? null,
    movements: (recordId: string): CountMove[] => movements.all(recordId, recordId),
    /** From now on it is counted, from nothing: a count of none moves nothing, and is one nevertheless. */
    begin: (recordId: string): void => void begin.run(recordId),
    /** More or fewer of a record: into or out of a consignment where one is named, else from or to outside. */
    move: (recordId: string, delta: number, why: string, at: string, consignmentId: string | null = null): void => {
      if (delta === 0) return;
      const record = { kind: 'record', id: recordId };
      const other = { kind: consignmentId === null ? 'outside' : 'consignment', id: consignmentId ?? '' };
      const [from, to] = delta < 0 ? [record, other] : [other, record];
      move.run({
        at,
        amount: Math.abs(delta),
        speciesId: speciesOf.get(recordId)?.speciesId ?? '',
        fromKind: from.kind,
        fromId: from.id,
        toKind: to.kind,
        toId: to.id,
        why,
        consignmentId,
        by: hand.by,
      });
    },
    /** Animals of a consignment that go from one end to another */
    carry: (consignmentId: string, m: Movement): void => {
      const id = (e: Movement['from']): string => (e.kind === 'consignment' ? consignmentId : e.id);
      move.run({
        at: m.at,
        amount: m.count,
        speciesId: m.speciesId,
        fromKind: own(m.from.kind, m.from.id),
        fromId: id(m.from),
        toKind: own(m.to.kind, m.to.id),
        toId: id(m.to),
        why: m.why,
        consignmentId,
        by: m.by,
      });
    },
    carriedBy,
    staysIn: (tank: string): Stay[] => staysIn.all(tank),
    /** Everything that lives in an own tank by what was carried there. */
    living: (): Stay[] => living.all(),
    staysOf: (consignmentId: string): Stay[] => staysOf.all(consignmentId),
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
