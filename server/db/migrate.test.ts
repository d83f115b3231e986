import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { putBack } from '@/core/consignment/unproven';
import { readFile } from '@/core/consignment/file';
import type { Consignment } from '@/core/consignment/schema';
import { houseInMemory } from '@/tests/house';
import { exampleConsignment } from '@/tests/example';
import { addRecord, must, orderInput } from '@/tests/order';
import { saveOrder } from '@/server/order/order';
import { keepProven } from './proven';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import { plainSurroundings, tryEvaluate } from '@/server/consignment/result';
import { undo } from '@/server/consignment/change';
import { openHouse, type House } from '../house';
import { searchView } from '@/server/records/view';
import { addSpecies } from '@/server/records/species';
import { ownAssumptions } from '@/server/settings/assumptions';
import { migrate } from './open';

const NOW = Date.parse('2026-11-24T15:20:00Z');
const folders: string[] = [];
const folder = (): string => {
  const f = mkdtempSync(path.join(os.tmpdir(), 'kindly-migrate-'));
  folders.push(f);
  return f;
};
afterAll(() => folders.forEach((f) => rmSync(f, { recursive: true, force: true })));

/** A document of version 1 or 2 in the names of version 3. */
const inPresentNames = <T>(old: T): T =>
  JSON.parse(
    JSON.stringify(old)
      .replaceAll('"hardMinC"', '"cold24C"')
      .replaceAll('"softMinC"', '"easeMinC"')
      .replaceAll('"softMaxC"', '"easeMaxC"')
      .replaceAll('"hardMaxC"', '"warm24C"'),
  ) as T;
const fixture = (): Buffer => gunzipSync(readFileSync('tests/fixtures/v1/demo.db.gz'));
/** A data folder as version 1 left it. */
const oldDemo = (): string => {
  const f = folder();
  writeFileSync(path.join(f, 'kindly-crate.db'), fixture());
  return f;
};
interface OldRow {
  id: string;
  code: string;
  document: string;
  version: number;
}
const oldRows = (f: string): OldRow[] => {
  const db = new Database(path.join(f, 'kindly-crate.db'), { readonly: true });
  const rows = db.prepare<[], OldRow>('SELECT id, code, document, version FROM consignment ORDER BY code').all();
  db.close();
  return rows;
};

test('data of the first schema are carried over: a copy is kept, stages are read, everything is found by the search', () => {
  const f = folder();
  const c = exampleConsignment();
  const old = new Database(path.join(f, 'kindly-crate.db'));
  old.exec(readFileSync(path.join(process.cwd(), 'server/db/migrations/0001-first.sql'), 'utf8'));
  old.pragma('user_version = 1');
  const { tanks: _tanks, ...actual } = c.actual;
  const opened = { ...c, version: 1, actual: { ...actual, tank: null, openedAt: c.openingAt } };
  old
    .prepare(
      `INSERT INTO consignment (id, code, direction, receiver, sender, hand_over_at, opening_at, document, result, version, created_at, updated_at)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, NULL, 3, 'x', '2026-11-20T10:00:00.000Z')`,
    )
    .run(c.id, c.code, c.direction, c.receiver.name, c.sender.name, c.handOverAt, c.openingAt, JSON.stringify(opened));
  old.close();

  const house = openHouse(f, () => NOW, 0);
  expect(readdirSync(f)).toContain('kindly-crate.db.before-0002');
  expect(house.consignments.list('past').map((s) => putBack(s.document))).toEqual([
    { ...c, actual: { ...c.actual, openedAt: c.openingAt } },
  ]);
  expect(house.consignments.list('open')).toEqual([]);
  expect(house.consignments.byCode(c.code)!.version).toBe(3);
  expect(searchView(house, c.receiver.name)[0]!.rows[0]!.name).toContain(c.code);
  expect(house.records.users(c.serviceId).map((u) => u.code)).toEqual([c.code]);
  house.db.close();
  // Opened again nothing is done twice.
  const again = openHouse(f, () => NOW, 0);
  expect(again.records.counts('service').active).toBe(5);
  again.db.close();
});

describe('a data folder of version 1', () => {
  const f = oldDemo();
  const before = oldRows(f);
  let house: House;
  beforeAll(() => (house = openHouse(f, () => NOW, 0)));
  afterAll(() => house.db.close());

  test('holds the same facts: instants, readings, ticks, counts, runs, tasks', () => {
    for (const row of before) {
      const old = JSON.parse(row.document) as Record<string, unknown> & {
        actual: { bags: unknown[]; tank: object | null; sealedAt: string | null; openedAt: string | null };
        tank: { name: string };
      };
      const stored = house.consignments.byCode(row.code)!;
      const { tank, bags, ...instants } = old.actual;
      expect(stored.document.actual).toMatchObject(instants);
      expect(stored.document.actual.bags).toEqual(bags);
      expect(stored.document.actual.tanks).toEqual(tank ? { [old.tank.name]: tank } : {});
      expect(stored.version).toBe(row.version);
      const { actual: _a, version: _v, ...plan } = old;
      // What looks filled in counts as unknown, and can be put back whole.
      expect(putBack(stored.document)).toMatchObject(inPresentNames(plan));
    }
    const kept = new Database(path.join(f, 'kindly-crate.db.before-0004'), { readonly: true });
    const n = (db: Database.Database, sql: string): number => (db.prepare(sql).get() as { n: number }).n;
    expect(n(house.db, `SELECT COUNT(*) AS n FROM event WHERE kind = 'ticked'`)).toBe(
      n(kept, 'SELECT COUNT(*) AS n FROM tick'),
    );
    for (const table of [
      'run',
      'run_step',
      'quarantine',
      'duty',
      'reading',
      'record',
      'movement',
      'holding',
      'journal',
    ])
      expect([table, n(house.db, `SELECT COUNT(*) AS n FROM ${table}`)]).toEqual([
        table,
        n(kept, `SELECT COUNT(*) AS n FROM ${table}`),
      ]);
    const amounts = (db: Database.Database) => db.prepare('SELECT record_id, amount FROM holding ORDER BY 1').all();
    expect(amounts(house.db)).toEqual(amounts(kept));
    kept.close();
  });

  test('is computed as the current engine computes the version-1 files', () => {
    for (const row of before) {
      const read = readFile(JSON.parse(row.document));
      if (!read.ok) throw new Error(JSON.stringify(read.problems));
      const figures = (c: Consignment) => {
        const e = must(tryEvaluate(plainSurroundings, c));
        return e.bags.map((b) => [b.id, b.slackH, b.worstSlackH, b.first?.factor ?? null, b.curves.pH[100]]);
      };
      expect(figures(putBack(house.consignments.byCode(row.code)!.document))).toEqual(
        figures(putBack(read.value.consignment)),
      );
    }
  });

  test('predicts nothing that was never kept', () => {
    for (const row of before) expect(house.facts.predictions(row.id)).toEqual([]);
  });

  test('no longer carries a copy of the forecast in every state of every plan', () => {
    const bytes = (sql: string): number => (house.db.prepare(sql).get() as { n: number }).n;
    expect(bytes('SELECT MAX(LENGTH(document)) AS n FROM revision')).toBeLessThan(12_000);
    expect(bytes('SELECT MAX(LENGTH(document)) AS n FROM consignment')).toBeLessThan(25_000);
    for (const { document } of house.consignments.list('all'))
      expect(document.forecast!.places.every((p) => p.points.length > 100)).toBe(true);
  });

  test('can still undo what was done before, the event with its plan', () => {
    const sealed = before.find((row) => {
      const c = house.consignments.byCode(row.code)!.document.actual;
      return c.handedOverAt !== null && c.arrivedAt === null;
    })!;
    expect(must(undo(house, sealed.code))).toBe('handed over');
    expect(house.consignments.byCode(sealed.code)!.document.actual).toMatchObject({ handedOverAt: null });
    expect(house.consignments.byCode(sealed.code)!.document.actual.sealedAt).not.toBeNull();
    expect(must(undo(house, sealed.code))).toBe('sealed');
    expect(house.consignments.byCode(sealed.code)!.document.actual.sealedAt).toBeNull();
  });

  test('is told whole in its files, byte for byte again after reading them elsewhere', () => {
    const other = houseInMemory(() => NOW);
    for (const row of before) {
      const first = must(exportConsignment(house, row.code)).text;
      must(importConsignment(other, first, 'ask'));
      expect(must(exportConsignment(other, row.code)).text).toBe(first);
    }
    other.db.close();
  });
});

test('every released file is read without loss', () => {
  for (const name of ['tropical-overnight-in-frost', 'cool-water-by-car-in-heat', 'marine-air-cargo']) {
    const old = JSON.parse(readFileSync(`tests/fixtures/v1/${name}.json`, 'utf8')) as Record<string, unknown>;
    const read = readFile(old);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    const { actual: _a, version: _v, ...plan } = old;
    const whole = putBack(read.value.consignment);
    expect(whole).toMatchObject(inPresentNames(plan));
    // The shipped examples have gone on with the catalogue and the packs of their boxes; all else is the same.
    const now = exampleConsignment(name);
    expect({ ...whole, catalogue: null, boxes: now.boxes }).toEqual({ ...now, catalogue: null });
  }
});

/** What takes a migration back that only adds tables, columns and indexes. */
function takenBack(file: string): string {
  const sql = readFileSync(path.join('server/db/migrations', file), 'utf8');
  const all = (pattern: RegExp, undo: (m: RegExpMatchArray) => string): string[] =>
    [...sql.matchAll(pattern)].map(undo).reverse();
  return [
    ...all(/CREATE (?:UNIQUE )?INDEX (\w+)/g, (m) => `DROP INDEX ${m[1]};`),
    ...all(/CREATE TRIGGER (\w+)/g, (m) => `DROP TRIGGER ${m[1]};`),
    ...all(/ALTER TABLE (\w+)\s+ADD COLUMN (\w+)/g, (m) => `ALTER TABLE ${m[1]} DROP COLUMN ${m[2]};`),
    ...all(/CREATE TABLE (\w+)/g, (m) => `DROP TABLE ${m[1]};`),
    ...all(/ALTER TABLE (\w+) DROP COLUMN (\w+)/g, (m) => `ALTER TABLE ${m[1]} ADD COLUMN ${m[2]} REAL;`),
    ...all(/^DROP TABLE (\w+)/gm, (m) => `CREATE TABLE ${m[1]} (id TEXT);`),
    ...all(/^DROP TRIGGER (\w+)/gm, (m) => `CREATE TRIGGER ${m[1]} AFTER INSERT ON reading BEGIN SELECT 1; END;`),
  ].join('\n');
}

test('species and assumptions of one’s own, and what is still owed, take the names of the dose', () => {
  const f = folder();
  const house = openHouse(f, () => NOW, 0);
  const like = house.shelves().all.species[0]!;
  const { id } = must(addSpecies(house, 'Odd fish', like.id));
  const file = path.join(f, 'kindly-crate.db');
  house.db.close();
  const db = new Database(file);
  const old = (text: string): string =>
    text
      .replaceAll('"cold24C"', '"hardMinC"')
      .replaceAll('"easeMinC"', '"softMinC"')
      .replaceAll('"easeMaxC"', '"softMaxC"')
      .replaceAll('"warm24C"', '"hardMaxC"');
  const { document } = db.prepare('SELECT document FROM record WHERE id = ?').get(id) as { document: string };
  db.prepare('UPDATE record SET document = ? WHERE id = ?').run(old(document), id);
  db.prepare(`INSERT INTO setting (key, value) VALUES ('assumptions', ?)`).run(
    JSON.stringify({ insulationSigma: 0.07, nh3MeanH: 3, packDudShare: 0.05, depotOwnC: 10, legOwnSigmaC: 1 }),
  );
  for (const file of [
    '0014-places.sql',
    '0015-concerns.sql',
    '0016-arrivals.sql',
    '0013-figures.sql',
    '0012-logbook.sql',
    '0011-quarantine.sql',
    '0010-senders.sql',
    '0009-people.sql',
    '0008-certificates.sql',
  ])
    db.exec(takenBack(file));
  db.pragma('user_version = 6');
  db.close();
  const again = openHouse(f, () => NOW, 0);
  expect(again.records.byId(id)!.document.temp).toEqual(like.temp);
  expect(again.shelves().all.species.find((s) => s.id === id)!.temp).toEqual(like.temp);
  expect(ownAssumptions(again)).toEqual({
    boxKindSigma: 0.07,
    packDudShare: 0.05,
    placeSigmaC: 1,
    depotLagH: 0,
    depotHeatedToC: 10,
    depotColdCoupling: 0.55,
    depotCooledToC: 10,
    depotWarmCoupling: 0.55,
    depotSunK: 0,
  });
  again.db.close();
});

describe('a migration that fails', () => {
  test('in its middle leaves the file as it was', () => {
    const f = oldDemo();
    const file = path.join(f, 'kindly-crate.db');
    const before = oldRows(f);
    const db = new Database(file);
    const fault = {
      4: () => {
        throw new Error('the disk is full');
      },
    };
    expect(() => migrate(db, file, fault)).toThrow('the disk is full');
    expect(db.pragma('user_version', { simple: true })).toBe(3);
    expect(db.prepare("SELECT name FROM sqlite_master WHERE name IN ('observation', 'forecast')").all()).toEqual([]);
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
    db.close();
    expect(oldRows(f)).toEqual(before);
    openHouse(f, () => NOW, 0).db.close();
  });

  test('because a row points at nothing is told and not kept', () => {
    const f = oldDemo();
    const file = path.join(f, 'kindly-crate.db');
    const db = new Database(file);
    db.pragma('foreign_keys = OFF');
    db.exec(`INSERT INTO run_step VALUES ('no-such-run', 'place', '2026-11-24T10:00:00.000Z')`);
    expect(() => migrate(db, file)).toThrow(/are inconsistent.*run_step.*Nothing was changed/);
    expect(db.pragma('user_version', { simple: true })).toBe(3);
    db.close();
  });

  test('the copy made before it is whole, running log and all', () => {
    const f = oldDemo();
    const file = path.join(f, 'kindly-crate.db');
    const writer = new Database(file);
    writer.pragma('journal_mode = WAL');
    writer.prepare(`UPDATE setting SET value = 'in the log' WHERE key = 'profile'`).run();
    const db = new Database(file);
    migrate(db, file);
    const copy = new Database(`${file}.before-0004`, { readonly: true });
    expect(copy.prepare(`SELECT value FROM setting WHERE key = 'profile'`).get()).toEqual({ value: 'in the log' });
    expect(copy.pragma('integrity_check', { simple: true })).toBe('ok');
    for (const x of [copy, db, writer]) x.close();
  });
});

test('figures that look filled in stay measured where their own tank was read within a day of the order', () => {
  const f = folder();
  const now = '2026-11-24T12:00:00.000Z';
  const house = openHouse(f, () => Date.parse(now), 0);
  const filled = { tempC: 24, pH: 6.8, khDkh: 5, ghDgh: 8, salinity: 0, tanMgNL: 0 };
  const tankId = addRecord(house, 'tank', { name: '7', volumeL: '60', use: 'stock' });
  house.ledger.read({ tankId, at: now, figures: filled, note: '' });
  const [read, unread] = ['7', '8'].map((tank) => {
    const o = orderInput(house, { sourceWater: filled });
    return must(saveOrder(house, { ...o, lines: [{ ...o.lines[0]!, tank }] })).code;
  });
  const back = (code: string) =>
    house.db.prepare(`UPDATE consignment SET document = json_set(document, '$.version', 3) WHERE code = ?`).run(code);
  back(read!);
  back(unread!);
  keepProven(house.db);
  expect(house.consignments.byCode(read!)!.document).toMatchObject({ sourceWater: filled });
  expect(house.consignments.byCode(unread!)!.document.sourceWater).toEqual({ tempC: 24, pH: 6.8, salinity: 0 });
  house.db.close();
});
