import { presentAssumptions, presentSpecies, upgraded, type Json } from '@/core/consignment/upgrade';
import type { Db } from './db';

/** The second half of migration 7: rows that are no documents of the open format take its present names. */
export function inPresentNames(db: Db): void {
  const rewrite = (table: string, column: string, where: string, of: (json: Json) => Json): void => {
    const put = db.prepare(`UPDATE ${table} SET ${column} = ? WHERE rowid = ?`);
    const all = db.prepare<[], { rowid: number; text: string }>(
      `SELECT rowid, ${column} AS text FROM ${table} WHERE ${where}`,
    );
    for (const { rowid, text } of all.all()) put.run(JSON.stringify(of(JSON.parse(text) as Json)), rowid);
  };
  const isSpecies = `kind = 'species'`;
  rewrite('record', 'document', isSpecies, presentSpecies);
  const earlier = `record_id IN (SELECT id FROM record WHERE ${isSpecies})`;
  rewrite('record_revision', 'document', earlier, presentSpecies);
  rewrite('setting', 'value', `key = 'assumptions'`, presentAssumptions);
  rewrite('owed_prediction', 'asks', '1', (asks) => {
    const c = upgraded(asks.consignment as Json);
    const catalogue = asks.catalogue as Json & { species: { temp?: unknown }[] };
    return {
      ...asks,
      ...(c.ok ? { consignment: c.value } : {}),
      catalogue: { ...catalogue, species: catalogue.species.map(presentSpecies) },
    };
  });
}
