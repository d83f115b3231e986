import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { exampleConsignment } from '@/tests/example';
import { openHouse } from '../house';
import { searchView } from '@/server/records/view';

test('data of the first schema are carried over: a copy is kept, stages are read, everything is found by the search', () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-migrate-'));
  const c = exampleConsignment();
  const old = new Database(path.join(folder, 'kindly-crate.db'));
  old.exec(readFileSync(path.join(process.cwd(), 'server/db/migrations/0001-first.sql'), 'utf8'));
  old.pragma('user_version = 1');
  const opened = { ...c, actual: { ...c.actual, openedAt: c.openingAt } };
  old
    .prepare(
      `INSERT INTO consignment (id, code, direction, receiver, sender, hand_over_at, opening_at, document, result, version, created_at, updated_at)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, NULL, 3, 'x', 'x')`,
    )
    .run(c.id, c.code, c.direction, c.receiver.name, c.sender.name, c.handOverAt, c.openingAt, JSON.stringify(opened));
  old.close();

  const house = openHouse(folder, () => Date.parse('2026-11-24T12:00:00Z'), 0);
  expect(readdirSync(folder)).toContain('kindly-crate.db.before-0002');
  expect(house.consignments.list('past').map((s) => s.document)).toEqual([opened]);
  expect(house.consignments.list('open')).toEqual([]);
  expect(house.consignments.byCode(c.code)!.version).toBe(3);
  expect(searchView(house, c.receiver.name)[0]!.rows[0]!.name).toContain(c.code);
  expect(house.records.users(c.serviceId).map((u) => u.code)).toEqual([c.code]);
  house.db.close();
  // Opened again nothing is done twice.
  const again = openHouse(folder, () => Date.parse('2026-11-24T12:00:00Z'), 0);
  expect(again.records.counts('service').active).toBe(5);
  again.db.close();
  rmSync(folder, { recursive: true, force: true });
});
