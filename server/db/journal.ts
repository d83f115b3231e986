import type { Db } from './db';
import type { Hand } from './hand';

/** A line of the journal of the house. */
export interface JournalEntry {
  at: string;
  by: string;
  /** Which table tells it. */
  source: 'event' | 'observation' | 'journal' | 'revision' | 'movement' | 'reading' | 'record' | 'house';
  what: string;
  subject: string;
  note: string;
  /** Code of the consignment, or empty. */
  code: string;
  href: string;
}

export interface JournalQuery {
  /** Null is everybody, empty is nobody's name. */
  by: string | null;
  /** A consignment by its code, or a tank by its id. */
  of: string | null;
  /** Only what is older than this instant. */
  before: string;
  limit: number;
}

/**
 * Every source of the journal, each with the time index it is read by: the newest lines of each are enough for the newest
 * of all, however much there is. A cross join keeps SQLite from beginning with the other table.
 */
const sources: readonly {
  source: JournalEntry['source'];
  at: string;
  by: string;
  of: string;
  select: string;
  from: string;
}[] = [
  {
    source: 'event',
    at: 't.recorded_at',
    by: 't.by',
    of: 'c.code',
    select: `t.kind AS what, t.subject_kind || ' ' || t.subject_id AS subject, t.note AS note, c.code AS code, '/consignments/' || c.code AS href`,
    from: 'event t CROSS JOIN consignment c ON c.id = t.consignment_id',
  },
  {
    source: 'observation',
    at: 't.recorded_at',
    by: 't.by',
    of: 'c.code',
    select: `CASE WHEN t.strikes IS NOT NULL THEN 'struck out ' || t.quantity ELSE t.quantity END AS what,
      t.subject_kind || ' ' || t.subject_id AS subject,
      CASE WHEN t.value IS NULL THEN t.word ELSE t.value || ' ' || t.unit END || CASE WHEN t.note = '' THEN '' ELSE ' ' || t.note END AS note,
      c.code AS code, '/consignments/' || c.code AS href`,
    from: 'observation t CROSS JOIN consignment c ON c.id = t.consignment_id',
  },
  {
    source: 'journal',
    at: 't.at',
    by: 't.by',
    of: 'c.code',
    select: `t.kind AS what, t.subject AS subject, '' AS note, c.code AS code, '/consignments/' || c.code AS href`,
    // What the facts tell themselves is not told twice.
    from: `journal t CROSS JOIN consignment c ON c.id = t.consignment_id AND t.kind NOT IN ('ticked', 'taken back', 'event', 'event taken back')`,
  },
  {
    source: 'revision',
    at: 't.at',
    by: 't.by',
    of: 'c.code',
    select: `t.what AS what, 'plan' AS subject, '' AS note, c.code AS code, '/consignments/' || c.code AS href`,
    from: 'revision t CROSS JOIN consignment c ON c.id = t.consignment_id',
  },
  {
    source: 'movement',
    at: 't.at',
    by: 't.by',
    of: 'c.code',
    select: `t.why AS what, COALESCE(NULLIF(t.species_id, ''), a.name, b.name, '') AS subject, CAST(t.amount AS TEXT) AS note, COALESCE(c.code, '') AS code,
      CASE WHEN c.code IS NULL THEN '' ELSE '/consignments/' || c.code END AS href`,
    from: `movement t LEFT JOIN consignment c ON c.id = t.consignment_id
      LEFT JOIN record a ON t.from_kind = 'record' AND a.id = t.from_id LEFT JOIN record b ON t.to_kind = 'record' AND b.id = t.to_id`,
  },
  {
    source: 'reading',
    at: 't.at',
    by: 't.by',
    of: 't.tank_id',
    select: `CASE WHEN t.strikes IS NULL THEN 'water read' ELSE 'reading struck out' END AS what, r.name AS subject, t.note AS note, '' AS code, '/tanks/' || t.tank_id AS href`,
    from: 'reading t CROSS JOIN record r ON r.id = t.tank_id',
  },
  {
    source: 'record',
    at: 't.changed_at',
    by: 't.by',
    of: `''`,
    select: `r.kind || ' changed' AS what, r.name AS subject, '' AS note, '' AS code, '' AS href`,
    from: 'record_revision t CROSS JOIN record r ON r.id = t.record_id',
  },
  {
    source: 'house',
    at: 't.at',
    by: 't.by',
    of: `''`,
    select: `t.what AS what, '' AS subject, '' AS note, '' AS code, t.href AS href`,
    from: 'deed t',
  },
];

/** All SQL of the journal of the whole house: what is written to it, and what it tells. It only grows. */
export function journalRepository(db: Db, hand: Hand) {
  const insert = db.prepare(`INSERT INTO deed (at, by, what, href) VALUES (?, ?, ?, ?)`);
  const union = (conditions: (s: (typeof sources)[number]) => string): string =>
    `SELECT * FROM (${sources
      .map(
        (s) =>
          `SELECT * FROM (SELECT ${s.at} AS at, ${s.by} AS by, '${s.source}' AS source, ${s.select} FROM ${s.from}
           WHERE ${s.at} < @before${conditions(s)} ORDER BY ${s.at} DESC LIMIT @limit)`,
      )
      .join(' UNION ALL ')}) ORDER BY at DESC LIMIT @limit`;
  /** `by`: everybody, somebody by name (each source has an index of those), or whoever has none. */
  const make = (by: 'all' | 'named' | 'nobody', code: boolean) =>
    db.prepare<[JournalQuery], JournalEntry>(
      union(
        (s) =>
          `${by === 'all' ? '' : ` AND ${s.by} = @by${by === 'named' ? ` AND ${s.by} <> ''` : ''}`}${code ? ` AND ${s.of} = @of` : ''}`,
      ),
    );
  const lists = new Map<string, ReturnType<typeof make>>();
  const names = db.prepare<[], { by: string }>(
    `SELECT name AS by FROM person UNION SELECT DISTINCT by FROM deed WHERE by <> '' ORDER BY 1`,
  );
  return {
    /** Writes down what was done to the house itself. */
    tell: (at: string, what: string, href = ''): void => void insert.run(at, hand.by, what, href),
    /** The newest lines of everything, or of a person, or of a consignment. */
    list: (w: JournalQuery): JournalEntry[] => {
      const by = w.by === null ? 'all' : w.by === '' ? 'nobody' : 'named';
      const key = `${by} ${w.of !== null}`;
      const list = lists.get(key) ?? make(by, w.of !== null);
      lists.set(key, list);
      return list.all(w);
    },
    /** Everybody who has, or had, a name here. */
    names: (): string[] => names.all().map((n) => n.by),
  };
}
export type JournalRepository = ReturnType<typeof journalRepository>;
