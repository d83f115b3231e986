import { chmodSync, closeSync, existsSync, mkdirSync, openSync, rmSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { Trouble } from '@/server/trouble';
import { markFolder } from './lock';
import { databaseFile } from './watch';
import type { Db } from './db';
import { keepProven } from './proven';
import { doseInPresentNames, placesInPresentNames } from './present-names';
import { migrations } from './schema';
import { howToGoOn } from './backup';
import { factsApart } from './facts-apart';

/** The folder that holds everything a person entered; KINDLY_DATA moves it. */
export const dataFolder = (): string =>
  process.env.KINDLY_DATA ?? path.join(/* turbopackIgnore: true */ process.cwd(), 'data', 'own');

/** What a migration does that SQL cannot, after its SQL, in the same transaction. */
const afterwards: Readonly<Record<number, (db: Db) => void>> = {
  4: factsApart,
  7: doseInPresentNames,
  13: keepProven,
  14: placesInPresentNames,
};

/** A whole copy of a database as it is, made by SQLite itself: nothing of a running log is missed. */
function keepCopy(db: Db, to: string): void {
  rmSync(to, { force: true });
  db.prepare('VACUUM INTO ?').run(to);
}

/**
 * Brings a database to the newest schema: a copy first, then everything in one transaction with foreign keys off, as
 * SQLite wants it where tables are rebuilt, and a check of every key before it is kept. What fails leaves the file as it was.
 */
export function migrate(db: Db, file: string, after = afterwards): void {
  const at = db.pragma('user_version', { simple: true }) as number;
  const all = migrations();
  if (at > all.length)
    throw new Trouble(
      `This data was written by a newer Kindly Crate (schema ${at}, here ${all.length}). Update the program.`,
    );
  const due = all.filter((m) => m.number > at);
  if (due.length === 0) return;
  if (at > 0 && file !== ':memory:' && existsSync(file))
    keepCopy(db, `${file}.before-${String(at + 1).padStart(4, '0')}`);
  db.pragma('foreign_keys = OFF');
  try {
    db.transaction(() => {
      for (const m of due) {
        db.exec(m.sql());
        after[m.number]?.(db);
        db.pragma(`user_version = ${m.number}`);
      }
      const broken = db.pragma('foreign_key_check') as { table: string; parent: string }[];
      if (broken[0])
        throw new Error(
          `The data are inconsistent: ${broken.length} rows of ${broken[0].table} point at ${broken[0].parent} rows that are missing. Nothing was changed.`,
        );
    })();
  } finally {
    db.pragma('foreign_keys = ON');
  }
}

/** The data folder, for its owner alone. */
export function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    // What others could read was made so by an earlier version.
    chmodSync(folder, 0o700);
  } catch {
    throw new Trouble(`Cannot write to ${folder}: check its permissions, or set KINDLY_DATA to another folder.`);
  }
}

/** Opens (and makes, and migrates) the database of a data folder, or one in memory: empty, or from what was serialized. */
export function openDatabase(folder: string | null, kept: Buffer | null = null): Db {
  let file = ':memory:';
  if (folder !== null) {
    makeFolder(folder);
    file = databaseFile(folder);
    // Where something of a house lies, an empty one beside it would look as if all were lost.
    const goOn = howToGoOn(folder);
    if (goOn) throw new Trouble(goOn);
    // SQLite gives its log the rights of its file: it is there, for its owner alone, before SQLite opens it.
    closeSync(openSync(file, 'a', 0o600));
    chmodSync(file, 0o600);
    markFolder(folder);
  }
  const db = new Database(kept ?? file);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 4000');
  migrate(db, file);
  return db;
}
