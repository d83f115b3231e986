import { placesAsSet, presentAssumptions, presentSpecies, upgraded, type Json } from '@/core/consignment/upgrade';
import type { Db } from './db';

/** Rows that are no documents of the open format, written anew one by one. */
function rewrite(db: Db, table: string, column: string, where: string, of: (json: Json) => Json): void {
  const put = db.prepare(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`);
  const all = db.prepare<[], { rowid: number; text: string }>(
    `SELECT rowid, ${column} AS text FROM ${table} WHERE ${where}`,
  );
  for (const { rowid, text } of all.all()) put.run(JSON.stringify(of(JSON.parse(text) as Json)), rowid);
}

/** What a prediction that is still owed is computed from, in the present format. */
const owedAsNow = (asks: Json): Json => {
  const c = upgraded(asks.consignment as Json);
  return c.ok ? { ...asks, consignment: c.value } : asks;
};

/** The second half of migration 7: temperature as a dose. */
export function doseInPresentNames(db: Db): void {
  const isSpecies = `kind = 'species'`;
  rewrite(db, 'record', 'document', isSpecies, presentSpecies);
  const earlier = `record_id IN (SELECT id FROM record WHERE ${isSpecies})`;
  rewrite(db, 'record_revision', 'document', earlier, presentSpecies);
  rewrite(db, 'setting', 'value', `key = 'assumptions'`, presentAssumptions);
  rewrite(db, 'owed_prediction', 'asks', '1', (asks) => {
    const catalogue = asks.catalogue as Json & { species: { temp?: unknown }[] };
    return { ...owedAsNow(asks), catalogue: { ...catalogue, species: catalogue.species.map(presentSpecies) } };
  });
}

/** The second half of migration 14: places that follow the seasons. */
export function placesInPresentNames(db: Db): void {
  rewrite(db, 'setting', 'value', `key = 'assumptions'`, placesAsSet);
  rewrite(db, 'owed_prediction', 'asks', '1', owedAsNow);
}
