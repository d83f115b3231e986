import type { Choices, Crate, Score } from '@/core/practice/schema';
import type { Db } from './db';
import type { Hand } from './hand';

export interface StoredPlay {
  crateId: string;
  at: string;
  by: string;
  seed: number;
  choices: Choices;
  score: Score;
}

/** All SQL of practice: crates of one’s own, and how each was played. Nothing else of the house reads these tables. */
export function practiceRepository(db: Db, hand: Hand = { by: '' }) {
  const crates = db.prepare<[], { document: string }>(`SELECT document FROM practice_crate ORDER BY at DESC, id`);
  const crate = db.prepare<[string], { document: string }>(`SELECT document FROM practice_crate WHERE id = ?`);
  const put = db.prepare(
    `INSERT INTO practice_crate (id, document, at) VALUES (?, ?, ?) ON CONFLICT (id) DO UPDATE SET document = excluded.document`,
  );
  const drop = db.prepare(`DELETE FROM practice_crate WHERE id = ?`);
  const plays = db.prepare<[], Omit<StoredPlay, 'choices' | 'score'> & { choices: string; score: string }>(
    `SELECT crate_id AS crateId, at, by, seed, choices, score FROM practice_play ORDER BY id`,
  );
  const insert = db.prepare(
    `INSERT INTO practice_play (crate_id, at, by, seed, choices, score) VALUES (?, ?, ?, ?, ?, ?)`,
  );
  return {
    crates: (): Crate[] => crates.all().map((r) => JSON.parse(r.document) as Crate),
    crate: (id: string): Crate | null => {
      const r = crate.get(id);
      return r ? (JSON.parse(r.document) as Crate) : null;
    },
    keepCrate: (c: Crate, at: string): void => void put.run(c.id, JSON.stringify(c), at),
    dropCrate: (id: string): boolean => drop.run(id).changes > 0,
    plays: (): StoredPlay[] =>
      plays.all().map((r) => ({
        ...r,
        choices: JSON.parse(r.choices) as Choices,
        score: JSON.parse(r.score) as Score,
      })),
    keepPlay: (p: Omit<StoredPlay, 'by'>): void =>
      void insert.run(p.crateId, p.at, hand.by, p.seed, JSON.stringify(p.choices), JSON.stringify(p.score)),
  };
}
export type PracticeRepository = ReturnType<typeof practiceRepository>;
