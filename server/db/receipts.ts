import type { Outcome } from '@/core/consignment/outcome';
import type { Db } from './db';

/** Answers that are larger than this are kept as "done" alone. */
const LARGEST = 20_000;
/** So many presses that never arrived are remembered: more than all phones of a house hold. */
const MOST_GIVEN_UP = 5000;

/** All SQL of receipts. */
export function receiptRepository(db: Db) {
  const of = db.prepare<[string], { answer: string | null }>(`SELECT answer FROM receipt WHERE key = ?`);
  const keep = db.prepare(`INSERT OR REPLACE INTO receipt (key, at, answer) VALUES (?, ?, ?)`);
  const drop = db.prepare(`DELETE FROM receipt WHERE key = ?`);
  const bound = db.prepare(
    `DELETE FROM receipt WHERE key IN (SELECT key FROM receipt WHERE answer IS NULL ORDER BY at DESC, key LIMIT -1 OFFSET ?)`,
  );
  const prune = db.prepare(`DELETE FROM receipt WHERE at < ?`);
  return {
    /** What was answered; `given-up` where nothing was done and nothing will be; null where the key is not known. */
    of: (key: string): Outcome<unknown> | 'given-up' | null => {
      const r = of.get(key);
      return !r ? null : r.answer === null ? 'given-up' : (JSON.parse(r.answer) as Outcome<unknown>);
    },
    keep: (key: string, at: string, answer: Outcome<unknown>): void => {
      const text = JSON.stringify(answer);
      keep.run(key, at, text.length > LARGEST ? '{"ok":true}' : text);
    },
    drop: (key: string): void => void drop.run(key),
    giveUp: (key: string, at: string): void => {
      keep.run(key, at, null);
      // Whoever only looks may ask for any press: what was given up is bounded, oldest first.
      bound.run(MOST_GIVEN_UP);
    },
    prune: (before: string): void => void prune.run(before),
  };
}
export type ReceiptRepository = ReturnType<typeof receiptRepository>;
