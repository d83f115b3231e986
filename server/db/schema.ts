import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import type { Db } from './db';

const MIGRATIONS = path.join(/* turbopackIgnore: true */ process.cwd(), 'server', 'db', 'migrations');

interface Migration {
  number: number;
  sql: () => string;
}

/** Every step of the schema, from the first on. */
export function migrations(): Migration[] {
  const list = readdirSync(MIGRATIONS)
    .filter((f) => f.endsWith('.sql'))
    .map((file) => ({
      file,
      number: Number(file.slice(0, 4)),
      sql: () => readFileSync(path.join(MIGRATIONS, file), 'utf8'),
    }))
    .sort((a, b) => a.number - b.number);
  list.forEach((m, i) => {
    if (m.number !== i + 1) throw new Error(`Migration ${i + 1} is missing: found ${m.file}.`);
  });
  return list;
}

/** What runs by itself in a database: triggers and views, as they were written. */
export const programsIn = (db: Db): string[] =>
  db
    .prepare<[], { sql: string }>(`SELECT sql FROM sqlite_master WHERE type IN ('trigger', 'view')`)
    .all()
    .map((r) => r.sql);

let programs: ReadonlySet<string> | null = null;

/** Those that a database has from us, whatever its schema. */
export function ourPrograms(): ReadonlySet<string> {
  if (programs) return programs;
  const db = new Database(':memory:');
  programs = new Set(
    migrations().flatMap((m) => {
      db.exec(m.sql());
      return programsIn(db);
    }),
  );
  db.close();
  return programs;
}

/** The schema that this program writes. */
export const newestSchema = (): number => migrations().length;
