import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

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

/** The schema that this program writes. */
export const newestSchema = (): number => migrations().length;
