import type { Trace } from '@/core/consignment/trace';
import type { Evidence } from '@/core/learning/gaussian-posterior';
import type { LearnedFigure } from '@/core/learning/figures';
import type { Db } from './db';
import type { Hand } from './hand';

/** One line of the logbook: a consignment that was opened, in short. */
export interface LogbookRow {
  consignmentId: string;
  code: string;
  direction: string;
  handOverAt: string;
  openedAt: string;
  season: string;
  serviceId: string;
  other: string;
  town: string;
  hours: number;
  lateH: number | null;
  boxes: number;
  bags: number;
  animals: number;
  counted: number;
  alive: number;
  lost7: number;
  lost30: number;
  cost: number;
  chance: number | null;
  held: 0 | 1 | null;
}

/** One bag of it, with everything that survival is asked by. */
export interface LogbookBag {
  bagId: string;
  boxId: string;
  speciesId: string;
  serviceId: string;
  season: string;
  hours: string;
  density: string;
  packs: string;
  method: string;
  seller: string;
  animals: number;
  counted: number;
  alive: number;
}

export interface Digest extends LogbookRow {
  words: string;
  evidence: DigestEvidence[];
  lots: LogbookBag[];
}

/** What one consignment teaches: of kinds (Gaussian in the logarithm), and plain counts. */
export interface DigestEvidence {
  what: 'figures' | 'trip' | 'forecast';
  /** What was read, in words. */
  words: string;
  figures?: Evidence;
  /** How late it came, and its timed legs. */
  trip?: { serviceId: string; late: 0 | 1 | 2; trapped: boolean };
  /** Mean square of what the forecast was off, K². */
  squareC?: number;
}

/** What survival is asked by: a column of the bags. */
const asked = ['species_id', 'service_id', 'season', 'hours', 'density', 'packs', 'method', 'seller'] as const;
export type AskedBy = (typeof asked)[number];

interface Survival {
  value: string;
  consignments: number;
  /** Boxes in which every bag was counted, and in how many of them nobody had died. */
  boxes: number;
  whole: number;
  counted: number;
  alive: number;
}

export interface Filter {
  find: string;
  speciesId: string;
  serviceId: string;
  season: string;
  other: string;
  packs: string;
  density: string;
  hours: string;
  /** All, with losses, without. */
  losses: '' | 'yes' | 'no';
}

const columns = `consignment_id AS consignmentId, code, direction, hand_over_at AS handOverAt, opened_at AS openedAt, season,
  service_id AS serviceId, other, town, hours, late_h AS lateH, boxes, bags, animals, counted, alive, lost_7 AS lost7,
  lost_30 AS lost30, cost, chance, held`;

/**
 * Survival by everything it is asked by, in one pass over the bags, which come box by box: a box is whole where each of its bags
 * of that value was counted and none of them had a loss. Most boxes first.
 */
function survivalOf(bags: Iterable<(string | number)[]>): Record<AskedBy, Survival[]> {
  const all = asked.map(() => new Map<string, Survival & { last: string }>());
  let key = '';
  let box: (string | number)[][] = [];
  const close = (): void => {
    if (box.length === 0) return;
    const consignment = String(box[0]![0]);
    asked.forEach((_, k) => {
      const here = new Map<string, [animals: number, counted: number, alive: number]>();
      for (const r of box) {
        const v = String(r[5 + k]);
        const h = here.get(v);
        if (h) {
          h[0] += Number(r[2]);
          h[1] += Number(r[3]);
          h[2] += Number(r[4]);
        } else here.set(v, [Number(r[2]), Number(r[3]), Number(r[4])]);
      }
      for (const [value, [animals, counted, alive]] of here) {
        let s = all[k]!.get(value);
        if (!s)
          all[k]!.set(value, (s = { value, consignments: 0, boxes: 0, whole: 0, counted: 0, alive: 0, last: '' }));
        if (s.last !== consignment) s.consignments++;
        s.last = consignment;
        if (counted > 0 && counted >= animals) {
          s.boxes++;
          if (alive >= counted) s.whole++;
        }
        s.counted += counted;
        s.alive += alive;
      }
    });
    box = [];
  };
  for (const r of bags) {
    const next = `${r[0]} ${r[1]}`;
    if (next !== key) close();
    key = next;
    box.push(r);
  }
  close();
  return Object.fromEntries(
    asked.map((column, k) => [
      column,
      [...all[k]!.values()]
        .filter((s) => s.counted > 0)
        .map(({ last: _, ...s }) => s)
        .sort((x, y) => y.boxes - x.boxes || (x.value < y.value ? -1 : 1)),
    ]),
  ) as Record<AskedBy, Survival[]>;
}

/** Conditions of a filter, each a question of the bags of a consignment where it is of bags. */
const where = (f: Filter): { sql: string; values: string[] } => {
  const parts: string[] = [];
  const given: string[] = [];
  const ofBags = (column: string, value: string): void => {
    if (!value) return;
    parts.push(`consignment_id IN (SELECT consignment_id FROM logbook_bag WHERE ${column} = ?)`);
    given.push(value);
  };
  ofBags('species_id', f.speciesId);
  ofBags('packs', f.packs);
  ofBags('density', f.density);
  ofBags('hours', f.hours);
  for (const [column, value] of [
    ['service_id', f.serviceId],
    ['season', f.season],
    ['other', f.other],
  ] as const)
    if (value) {
      parts.push(`${column} = ?`);
      given.push(value);
    }
  if (f.losses === 'yes') parts.push('counted > alive');
  if (f.losses === 'no') parts.push('counted > 0 AND counted = alive');
  for (const word of f.find.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 6)) {
    parts.push(`instr(words, ?) > 0`);
    given.push(word);
  }
  return { sql: parts.length > 0 ? `WHERE ${parts.join(' AND ')}` : '', values: given };
};

function bookStatements(db: Db) {
  const due = db.prepare<[number], { id: string }>(`SELECT consignment_id AS id FROM logbook_due LIMIT ?`);
  const dueCount = db.prepare<[], { n: number }>(`SELECT COUNT(*) AS n FROM logbook_due`);
  const isDue = db.prepare<[string], { one: 1 }>(`SELECT 1 AS one FROM logbook_due WHERE consignment_id = ?`);
  const settled = db.prepare(`DELETE FROM logbook_due WHERE consignment_id = ?`);
  const drop = db.prepare(`DELETE FROM logbook WHERE consignment_id = ?`);
  const dropBags = db.prepare(`DELETE FROM logbook_bag WHERE consignment_id = ?`);
  const put = db.prepare(
    `INSERT INTO logbook (consignment_id, code, direction, hand_over_at, opened_at, season, service_id, other, town, hours,
       late_h, boxes, bags, animals, counted, alive, lost_7, lost_30, cost, chance, held, words, evidence)
     VALUES (@consignmentId, @code, @direction, @handOverAt, @openedAt, @season, @serviceId, @other, @town, @hours, @lateH,
       @boxes, @bags, @animals, @counted, @alive, @lost7, @lost30, @cost, @chance, @held, @words, @evidence)`,
  );
  const putBag = db.prepare(
    `INSERT INTO logbook_bag (consignment_id, bag_id, box_id, species_id, service_id, season, hours, density, packs, method, seller,
       animals, counted, alive)
     VALUES (@consignmentId, @bagId, @boxId, @speciesId, @serviceId, @season, @hours, @density, @packs, @method, @seller,
       @animals, @counted, @alive)`,
  );
  const byId = db.prepare<[string], LogbookRow>(`SELECT ${columns} FROM logbook WHERE consignment_id = ?`);
  const all = db.prepare<[], LogbookRow>(`SELECT ${columns} FROM logbook ORDER BY hand_over_at DESC`);
  const foretold = db.prepare<[], { chance: number; held: 0 | 1; at: string; season: string }>(
    `SELECT chance, held, opened_at AS at, season FROM logbook WHERE chance IS NOT NULL AND held IS NOT NULL ORDER BY opened_at`,
  );
  const evidence = db.prepare<[], { code: string; evidence: string }>(
    `SELECT code, evidence FROM logbook WHERE evidence <> '[]' ORDER BY opened_at`,
  );
  const others = db.prepare<[], { other: string }>(`SELECT DISTINCT other FROM logbook ORDER BY other LIMIT 500`);
  const costs = db.prepare<[], { boxes: number; cost: number; alive: number; counted: number }>(
    `SELECT COALESCE(SUM(boxes), 0) AS boxes, COALESCE(SUM(cost), 0) AS cost,
       COALESCE(SUM(CASE WHEN counted > 0 THEN alive ELSE animals END), 0) AS alive, COALESCE(SUM(counted), 0) AS counted
     FROM logbook WHERE direction <> 'incoming'`,
  );
  const everyBag = db
    .prepare<[], (string | number)[]>(
      `SELECT consignment_id, box_id, animals, counted, alive, ${asked.join(', ')} FROM logbook_bag ORDER BY consignment_id, box_id`,
    )
    .raw();
  const values = Object.fromEntries(
    asked.map((column) => [
      column,
      db.prepare<[], { value: string }>(`SELECT DISTINCT ${column} AS value FROM logbook_bag ORDER BY 1`),
    ]),
  ) as unknown as Record<AskedBy, { all: () => { value: string }[] }>;

  return {
    due: (most: number): string[] => due.all(most).map((r) => r.id),
    isDue: (id: string): boolean => isDue.get(id) !== undefined,
    dueCount: (): number => dueCount.get()!.n,
    /** What is told of a consignment now; null takes its line away (it is not open any more, or was never). */
    settle: (id: string, d: Digest | null): void => {
      drop.run(id);
      dropBags.run(id);
      if (d) {
        const { lots, evidence: e, ...row } = d;
        put.run({ ...row, evidence: JSON.stringify(e) });
        for (const b of lots) putBag.run({ ...b, consignmentId: id });
      }
      settled.run(id);
    },
    byId: (id: string): LogbookRow | null => byId.get(id) ?? null,
    all: (): LogbookRow[] => all.all(),
    page: (
      f: Filter,
      limit: number,
      offset: number,
    ): { rows: LogbookRow[]; count: number; animals: number; alive: number; counted: number } => {
      const { sql, values: v } = where(f);
      const sums = db
        .prepare<string[], { count: number; animals: number; alive: number; counted: number }>(
          `SELECT COUNT(*) AS count, COALESCE(SUM(animals), 0) AS animals, COALESCE(SUM(alive), 0) AS alive, COALESCE(SUM(counted), 0) AS counted FROM logbook ${sql}`,
        )
        .get(...v)!;
      const rows = db
        .prepare<(string | number)[], LogbookRow>(
          `SELECT ${columns} FROM logbook ${sql} ORDER BY hand_over_at DESC LIMIT ? OFFSET ?`,
        )
        .all(...v, limit, offset);
      return { rows, ...sums };
    },
    survival: (): Record<AskedBy, Survival[]> => survivalOf(everyBag.iterate() as Iterable<(string | number)[]>),
    /** Everybody at the other end, by name. */
    others: (): string[] => others.all().map((r) => r.other),
    values: (by: AskedBy): string[] =>
      values[by]
        .all()
        .map((r) => r.value)
        .filter(Boolean),
    costs: () => costs.get()!,
    foretold: () => foretold.all(),
    evidence: (): { code: string; evidence: DigestEvidence[] }[] =>
      evidence.all().map((r) => ({ code: r.code, evidence: JSON.parse(r.evidence) as DigestEvidence[] })),
  };
}
/** What loggers read on the way: added, struck out as a whole, never changed. */
function traceStatements(db: Db) {
  const tracesOf = db.prepare<[string], { document: string }>(
    `SELECT document FROM trace WHERE consignment_id = ? AND struck_at IS NULL ORDER BY at, id`,
  );
  const putTrace = db.prepare(`INSERT OR IGNORE INTO trace (id, consignment_id, document, at) VALUES (?, ?, ?, ?)`);
  const strikeTrace = db.prepare(
    `UPDATE trace SET struck_at = ? WHERE id = ? AND consignment_id = ? AND struck_at IS NULL`,
  );
  const restoreTrace = db.prepare(`UPDATE trace SET struck_at = NULL WHERE id = ? AND consignment_id = ?`);

  return {
    traces: (id: string): Trace[] => tracesOf.all(id).map((r) => JSON.parse(r.document) as Trace),
    keepTrace: (id: string, t: Trace): void => void putTrace.run(t.id, id, JSON.stringify(t), t.at),
    strikeTrace: (id: string, traceId: string, at: string): boolean => strikeTrace.run(at, traceId, id).changes > 0,
    restoreTrace: (id: string, traceId: string): boolean => restoreTrace.run(traceId, id).changes > 0,
  };
}

/** What was learned and accepted. */
function learnedStatements(db: Db, hand: Hand) {
  const learnedNow = db.prepare<[], { key: string; figure: string; at: string; by: string }>(
    `SELECT key, figure, at, by FROM learned WHERE undone_at IS NULL ORDER BY key`,
  );
  const undoLearned = db.prepare(`UPDATE learned SET undone_at = ? WHERE key = ? AND undone_at IS NULL`);
  const insertLearned = db.prepare(`INSERT INTO learned (key, figure, at, by) VALUES (?, ?, ?, ?)`);

  return {
    learned: (): { figure: LearnedFigure; at: string; by: string }[] =>
      learnedNow.all().map((r) => ({ figure: JSON.parse(r.figure) as LearnedFigure, at: r.at, by: r.by })),
    accept: (f: LearnedFigure, at: string): void => {
      undoLearned.run(at, f.key);
      insertLearned.run(f.key, JSON.stringify(f), at, hand.by);
    },
    /** Takes back what was learned of a figure: the catalogue, or a test at home, holds again. */
    unlearn: (key: string, at: string): boolean => undoLearned.run(at, key).changes > 0,
  };
}

/** All SQL of the logbook, of what loggers read, and of what was learned. */
export const logbookRepository = (db: Db, hand: Hand = { by: '' }) => ({
  ...bookStatements(db),
  ...traceStatements(db),
  ...learnedStatements(db, hand),
});
export type LogbookRepository = ReturnType<typeof logbookRepository>;
