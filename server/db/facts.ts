import type { Event, Facts, Observation, Subject } from '@/core/consignment/facts';
import { unstruck } from '@/core/consignment/project-facts';
import type { Prediction } from '@/core/consignment/prediction';
import type { Db } from './db';
import type { Hand } from './hand';

interface FactRow {
  n: number;
  at: string;
  subject_kind: string;
  subject_id: string;
  note: string;
  by: string;
  strikes: number | null;
}
interface ObservationRow extends FactRow {
  quantity: string;
  value: number | null;
  unit: string;
  word: string;
  method: string;
  photo: string | null;
}
type EventRow = FactRow & { kind: string };

const base = (r: FactRow) => ({
  n: r.n,
  at: r.at,
  subject: { kind: r.subject_kind, id: r.subject_id },
  note: r.note,
  by: r.by,
  strikes: r.strikes,
});
const toObservation = (r: ObservationRow): Observation =>
  ({
    ...base(r),
    quantity: r.quantity,
    value: r.value,
    unit: r.unit,
    word: r.word,
    method: r.method,
    photo: r.photo,
  }) as Observation;
const toEvent = (r: EventRow): Event => ({ ...base(r), kind: r.kind }) as Event;

const row = (f: Event | Observation) => ({
  n: f.n,
  at: f.at,
  subjectKind: f.subject.kind,
  subjectId: f.subject.id,
  note: f.note,
  by: f.by,
  strikes: f.strikes,
});

/** All SQL of observations, events and predictions. They only grow. */
export function factRepository(db: Db, hand: Hand = { by: '' }) {
  const observations = db.prepare<[string], ObservationRow>(
    `SELECT n, at, subject_kind, subject_id, quantity, value, unit, word, method, note, photo, by, strikes
     FROM observation WHERE consignment_id = ? ORDER BY n`,
  );
  const events = db.prepare<[string], EventRow>(
    `SELECT n, at, kind, subject_kind, subject_id, note, by, strikes FROM event WHERE consignment_id = ? ORDER BY n`,
  );
  const observe = db.prepare(
    `INSERT INTO observation (consignment_id, n, at, subject_kind, subject_id, quantity, value, unit, word, method, note, photo, by, strikes, version, recorded_at)
     VALUES (@consignmentId, @n, @at, @subjectKind, @subjectId, @quantity, @value, @unit, @word, @method, @note, @photo, @by, @strikes, @version, @recordedAt)`,
  );
  const happen = db.prepare(
    `INSERT INTO event (consignment_id, n, at, kind, subject_kind, subject_id, note, by, strikes, version, recorded_at)
     VALUES (@consignmentId, @n, @at, @kind, @subjectKind, @subjectId, @note, @by, @strikes, @version, @recordedAt)`,
  );
  const last = db.prepare<[string, string], { n: number }>(
    `SELECT MAX(n) AS n FROM (
       SELECT MAX(n) AS n FROM observation WHERE consignment_id = ? UNION ALL SELECT MAX(n) FROM event WHERE consignment_id = ?)`,
  );
  const versionOf = db.prepare<[string], { version: number }>(`SELECT version FROM consignment WHERE id = ?`);
  const ticks = db.prepare<[string], { n: number; key: string; at: string; by: string; note: string }>(
    `SELECT e.n, e.subject_id AS key, e.at, e.by, e.note FROM event e
     WHERE e.consignment_id = ? AND e.kind = 'ticked'
       AND NOT EXISTS (SELECT 1 FROM event s WHERE s.consignment_id = e.consignment_id AND s.strikes = e.n) ORDER BY e.n`,
  );
  const ofVersion = db.prepare<[string, number, string, number], { n: number; table: 'observation' | 'event' }>(
    `SELECT n, 'observation' AS "table" FROM observation WHERE consignment_id = ? AND version = ?
     UNION ALL SELECT n, 'event' FROM event WHERE consignment_id = ? AND version = ?`,
  );
  const photoIn = db.prepare(
    `INSERT OR IGNORE INTO photo (hash, bytes, width, height, at) VALUES (@hash, @bytes, @width, @height, @at)`,
  );
  const withPacks = db.prepare<[], { id: string }>(
    `SELECT DISTINCT consignment_id AS id FROM observation WHERE quantity = 'surfaceC'`,
  );
  const predict = db.prepare(
    `INSERT INTO prediction (consignment_id, at, moment, engine, document) VALUES (?, ?, ?, ?, ?)`,
  );
  const predictions = db.prepare<[string], { document: string }>(
    `SELECT document FROM prediction WHERE consignment_id = ? ORDER BY id`,
  );

  const of = (id: string): Facts => ({
    observations: observations.all(id).map(toObservation),
    events: events.all(id).map(toEvent),
  });
  const next = (id: string): number => (last.get(id, id)?.n ?? 0) + 1;
  const append = (id: string, facts: Facts, version: number, recordedAt: string): void => {
    const rest = { consignmentId: id, version, recordedAt };
    for (const o of facts.observations)
      observe.run({
        ...row(o),
        quantity: o.quantity,
        value: o.value,
        unit: o.unit,
        word: o.word,
        method: o.method,
        photo: o.photo,
        ...rest,
      });
    for (const e of facts.events) happen.run({ ...row(e), kind: e.kind, ...rest });
  };

  /** Strikes out an event, or a reading (`quantity`): it stays written, and no longer stands. */
  const takeBack = (
    id: string,
    fact: Pick<Event, 'n' | 'subject'> & Partial<Pick<Observation, 'quantity' | 'unit' | 'method'>>,
    at: string,
    version = 0,
  ): void => {
    const { n: strikes, subject, quantity, unit = '', method = 'typed' } = fact;
    const base = { n: next(id), at, subject, note: '', by: hand.by, strikes };
    append(
      id,
      quantity === undefined
        ? { observations: [], events: [{ ...base, kind: 'taken-back' }] }
        : { observations: [{ ...base, quantity, value: null, unit, method, word: '', photo: null }], events: [] },
      version,
      at,
    );
  };

  return {
    of,
    append,
    /** The number of the next fact of a consignment. */
    next,
    keepPhoto: (p: { hash: string; bytes: number; width: number; height: number; at: string }): void =>
      void photoIn.run(p),
    /** A picture of something, as an observation of it; by whoever is named, with a state of the plan where it came with one. */
    seen: (
      id: string,
      p: { at: string; subject: Subject; photo: string },
      { by = hand.by, version = 0, recordedAt = p.at } = {},
    ): void =>
      append(
        id,
        {
          observations: [
            {
              ...p,
              n: next(id),
              quantity: 'photo',
              value: null,
              unit: '',
              word: '',
              method: 'seen',
              note: '',
              by,
              strikes: null,
            },
          ],
          events: [],
        },
        version,
        recordedAt,
      ),
    /** One thing that happened, told by hand; it stands by itself, whatever is undone of the plan. */
    happened: (id: string, e: Pick<Event, 'at' | 'kind' | 'subject' | 'note'>): void =>
      append(id, { observations: [], events: [{ ...e, n: next(id), by: hand.by, strikes: null }] }, 0, e.at),
    /** One figure that was read, told by hand; it stands by itself, whatever is undone of the plan. */
    read: (
      id: string,
      o: Pick<Observation, 'at' | 'subject' | 'quantity' | 'value' | 'unit' | 'method' | 'note'>,
    ): void =>
      append(
        id,
        { observations: [{ ...o, n: next(id), word: '', photo: null, by: hand.by, strikes: null }], events: [] },
        0,
        o.at,
      ),
    /** Something that was seen or told in words. */
    told: (id: string, o: Pick<Observation, 'at' | 'subject' | 'quantity' | 'word' | 'method'>): void =>
      append(
        id,
        {
          observations: [
            { ...o, n: next(id), value: null, unit: '', note: '', photo: null, by: hand.by, strikes: null },
          ],
          events: [],
        },
        0,
        o.at,
      ),
    /** Consignments of which packs were proved. */
    withPacks: (): string[] => withPacks.all().map((r) => r.id),
    /** Steps that are ticked, with their instants. */
    ticks: (id: string): Map<string, string> => new Map(ticks.all(id).map((t) => [t.key, t.at])),
    /** Who ticked what stands ticked, and what the step said then. */
    tickedBy: (id: string): Map<string, string> => new Map(ticks.all(id).map((t) => [t.key, t.by])),
    tickedAs: (id: string): Map<string, string> => new Map(ticks.all(id).map((t) => [t.key, t.note])),
    tick: (id: string, key: string, at: string, note = ''): void => {
      if (ticks.all(id).some((t) => t.key === key)) return;
      const subject = { kind: 'step' as const, id: key };
      append(
        id,
        {
          observations: [],
          events: [{ n: next(id), at, kind: 'ticked', subject, note, by: hand.by, strikes: null }],
        },
        versionOf.get(id)!.version,
        at,
      );
    },
    untick: (id: string, key: string, at: string): void => {
      for (const t of ticks.all(id).filter((x) => x.key === key))
        takeBack(id, { n: t.n, subject: { kind: 'step', id: key } }, at, versionOf.get(id)!.version);
    },
    takeBack,
    /**
     * Takes back what came with a state of the plan: what was told then is struck out, and what was struck out then is
     * told again. Ticks stay: each is taken back by its own press.
     */
    undo: (id: string, undone: number, version: number, at: string): void => {
      const all = of(id);
      const keys = new Set(ofVersion.all(id, undone, id, undone).map((f) => `${f.table} ${f.n}`));
      let n = next(id);
      const back = <T extends Event | Observation>(facts: T[], table: string, as: (f: T) => T): T[] => {
        const stands = new Set(unstruck(facts).map((f) => f.n));
        return facts
          .filter((f) => keys.has(`${table} ${f.n}`) && f.subject.kind !== 'step')
          .flatMap((f): T[] => {
            if (f.strikes === null) return stands.has(f.n) ? [{ ...as(f), n: n++, at, strikes: f.n }] : [];
            const struck = facts.find((x) => x.n === f.strikes)!;
            return [{ ...struck, n: n++ }];
          });
      };
      append(
        id,
        {
          observations: back(all.observations, 'observation', (o) => ({ ...o, value: null, word: '', photo: null })),
          events: back(all.events, 'event', (e) => ({ ...e, kind: 'taken-back' as const })),
        },
        version,
        at,
      );
    },
    predict: (id: string, p: Prediction): void => void predict.run(id, p.at, p.moment, p.engine, JSON.stringify(p)),
    predictions: (id: string): Prediction[] => predictions.all(id).map((r) => JSON.parse(r.document) as Prediction),
  };
}
export type FactRepository = ReturnType<typeof factRepository>;
