import { copyFileSync, existsSync, mkdirSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

const MIGRATIONS = path.join(/* turbopackIgnore: true */ process.cwd(), 'server', 'db', 'migrations');

/** The folder that holds everything a person entered; KINDLY_DATA moves it. */
export const dataFolder = (): string =>
  process.env.KINDLY_DATA ?? path.join(/* turbopackIgnore: true */ process.cwd(), 'data', 'own');

interface Migration {
  number: number;
  file: string;
}

function migrations(): Migration[] {
  const list = readdirSync(MIGRATIONS)
    .filter((f) => f.endsWith('.sql'))
    .map((file) => ({ number: Number(file.slice(0, 4)), file }))
    .sort((a, b) => a.number - b.number);
  list.forEach((m, i) => {
    if (m.number !== i + 1) throw new Error(`Migration ${i + 1} is missing: found ${m.file}.`);
  });
  return list;
}

/** Brings a database to the newest schema, in one transaction, with a copy of the file made first. */
function migrate(db: Db, file: string): void {
  const at = db.pragma('user_version', { simple: true }) as number;
  const all = migrations();
  if (at > all.length)
    throw new Error(
      `This data was written by a newer Kindly Crate (schema ${at}, here ${all.length}). Update the program.`,
    );
  const due = all.filter((m) => m.number > at);
  if (due.length === 0) return;
  if (at > 0 && file !== ':memory:' && existsSync(file)) {
    db.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(file, `${file}.before-${String(at + 1).padStart(4, '0')}`);
  }
  db.transaction(() => {
    for (const m of due) {
      db.exec(readFileSync(path.join(MIGRATIONS, m.file), 'utf8'));
      db.pragma(`user_version = ${m.number}`);
    }
  })();
}

/** Opens (and makes, and migrates) the database of a data folder, or one in memory for tests. */
export function openDatabase(folder: string | null): Db {
  let file = ':memory:';
  if (folder !== null) {
    try {
      mkdirSync(folder, { recursive: true });
    } catch {
      throw new Error(`Cannot write to ${folder}: check its permissions, or set KINDLY_DATA to another folder.`);
    }
    file = path.join(folder, 'kindly-crate.db');
  }
  const db = new Database(file);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  db.pragma('busy_timeout = 4000');
  migrate(db, file);
  return db;
}
