import { spawn, type ChildProcess } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import Database from 'better-sqlite3';
import { zipSync } from 'fflate';
import { must, orderInput } from '@/tests/order';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { moveDemoAside } from '@/cli/data';
import { backUp, backupsOf, flawsOf, packed, restore, backupsToKeep } from './backup';
import { examine } from './doctor';
import { holderOf, markDemo, takeLock } from './lock';

const now = Date.parse('2026-11-24T12:00:00Z');
const iso = (ms = now): string => new Date(ms).toISOString();
let folder: string;
let house: House | null;
beforeEach(() => {
  folder = path.join(mkdtempSync(path.join(os.tmpdir(), 'kindly-data-')), 'own');
  house = openHouse(folder, () => now, 0);
});
afterEach(() => {
  if (house?.db.open) house.db.close();
  rmSync(path.dirname(folder), { recursive: true, force: true });
});
const order = (): string => must(saveOrder(house!, orderInput(house!))).code;
const codes = (): string[] => {
  const h = openHouse(folder, () => now, 0);
  const list = h.consignments.list().map((s) => s.document.code);
  h.db.close();
  return list;
};

describe('a data folder', () => {
  test('is for its owner alone, and has its mark', () => {
    const mode = (name: string): string => (statSync(path.join(folder, name)).mode & 0o777).toString(8);
    expect(mode('.')).toBe('700');
    expect(['kindly-crate.db', 'kindly-crate-data.txt'].map(mode)).toEqual(['600', '600']);
    for (const name of readdirSync(folder)) expect(mode(name)).toBe('600');
  });
  test('that is removed or replaced is noticed; put back it is well again', () => {
    expect(house!.gone()).toBeNull();
    renameSync(folder, `${folder}-away`);
    expect(house!.gone()).toContain('was removed while Kindly Crate ran');
    mkdirSync(folder);
    writeFileSync(path.join(folder, 'kindly-crate.db'), 'another');
    expect(house!.gone()).toContain('was replaced');
    rmSync(folder, { recursive: true });
    renameSync(`${folder}-away`, folder);
    expect(house!.gone()).toBeNull();
  });
});

/** Another process that holds a folder as a server does, until it is ended. */
async function another(of: string): Promise<ChildProcess> {
  const child = spawn('node', [
    '-e',
    `const db = new (require('better-sqlite3'))(process.argv[1]); db.exec('BEGIN EXCLUSIVE'); console.log('held'); setInterval(() => {}, 1000)`,
    path.join(of, 'kindly.lock.db'),
  ]);
  await new Promise((r) => child.stdout.once('data', r));
  writeFileSync(path.join(of, 'kindly.lock'), JSON.stringify({ pid: child.pid, at: iso() }));
  return child;
}
const killed = (child: ChildProcess): Promise<unknown> => {
  const gone = new Promise((r) => child.once('exit', r));
  child.kill('SIGKILL');
  return gone;
};

describe('one server a folder', () => {
  test('this process holds it; its own second look does not take it from it', () => {
    const give = takeLock(folder, iso());
    expect(holderOf(folder)?.pid).toBe(process.pid);
    takeLock(folder, iso())();
    expect(holderOf(folder)?.pid).toBe(process.pid);
    give();
    expect(holderOf(folder)).toBeNull();
  });
  test('another that lives is named and stays; what it held when it was killed is free at once, whatever it left', async () => {
    const child = await another(folder);
    expect(() => takeLock(folder, iso())).toThrow(`already runs on ${folder} (process ${child.pid}`);
    expect(holderOf(folder)?.pid).toBe(child.pid);
    // The same number of a process in another container is not this one.
    writeFileSync(path.join(folder, 'kindly.lock'), JSON.stringify({ pid: process.pid, at: iso() }));
    expect(() => takeLock(folder, iso())).toThrow('already runs');
    writeFileSync(path.join(folder, 'kindly.lock'), 'torn');
    expect(() => takeLock(folder, iso())).toThrow('already runs');
    await killed(child);
    expect(existsSync(path.join(folder, 'kindly.lock'))).toBe(true);
    expect(holderOf(folder)).toBeNull();
    takeLock(folder, iso())();
  });
});

describe('backups', () => {
  test('seven days, four weeks, twelve months, and the very latest are kept (worked by hand)', () => {
    const days = Array.from({ length: 400 }, (_, i) => iso(now - i * 864e5));
    const kept = [...backupsToKeep(days)].sort().reverse();
    expect(kept.slice(0, 7)).toEqual(days.slice(0, 7));
    // Weeks end on Sundays: 22, 15 and 8 November; this week has its day already. Months: the last day of October and so on.
    expect(kept.map((k) => k.slice(0, 10))).toEqual([
      ...days.slice(0, 7).map((d) => d.slice(0, 10)),
      '2026-11-15',
      '2026-11-08',
      '2026-10-31',
      '2026-09-30',
      '2026-08-31',
      '2026-07-31',
      '2026-06-30',
      '2026-05-31',
      '2026-04-30',
      '2026-03-31',
      '2026-02-28',
      '2026-01-31',
      '2025-12-31',
    ]);
    expect(backupsToKeep([])).toEqual(new Set());
    const twice = [iso(), iso(now - 3600_000)];
    expect(backupsToKeep(twice)).toEqual(new Set([iso()]));
  });

  test('one of now is whole while others write; older ones go by the rule', async () => {
    const code = order();
    for (const h of [0, 1, 30]) await backUp(folder, house!.db, iso(now - (30 - h) * 3600_000));
    const kept = backupsOf(folder);
    expect(kept.map((k) => k.at)).toEqual([iso(), iso(now - 29 * 3600_000)]);
    expect(kept.every((k) => flawsOf(k.file).length === 0)).toBe(true);
    const db = new Database(kept[0]!.file, { readonly: true });
    expect(db.prepare('SELECT code FROM consignment').get()).toEqual({ code });
    db.close();
    expect(readdirSync(path.join(folder, 'backups')).every((n) => n.endsWith('.db'))).toBe(true);
  });

  test('everything in one file comes back with its photos, and what was there is kept', async () => {
    const first = order();
    mkdirSync(path.join(folder, 'photos'));
    const hash = '2cf24dba5fb0a30e26e83b2ac5b9e29e1b161e5c1fa7425e73043362938b9824';
    writeFileSync(path.join(folder, 'photos', `${hash}.jpg`), 'hello');
    const file = path.join(path.dirname(folder), 'all.zip');
    writeFileSync(file, await packed(folder, house!.db));
    const second = order();
    house!.db.close();
    rmSync(path.join(folder, 'photos'), { recursive: true });
    const r = restore(folder, file, iso());
    expect(r.photos).toBe(1);
    expect(readFileSync(path.join(folder, 'photos', `${hash}.jpg`), 'utf8')).toBe('hello');
    expect(codes()).toEqual([first]);
    expect(flawsOf(path.join(r.keptAt!, 'kindly-crate.db'))).toEqual([]);
    const kept = new Database(path.join(r.keptAt!, 'kindly-crate.db'));
    expect(kept.prepare('SELECT COUNT(*) AS n FROM consignment WHERE code = ?').get(second)).toEqual({ n: 1 });
    kept.close();
  });

  test('what is no backup is refused, while a server runs too, and nothing is touched', async () => {
    const code = order();
    house!.db.close();
    const bad = path.join(path.dirname(folder), 'bad');
    const refused = (content: string | Buffer): string => {
      writeFileSync(bad, content);
      try {
        restore(folder, bad, iso());
        return '';
      } catch (error) {
        return (error as Error).message;
      }
    };
    expect(refused('hello')).toContain('neither a database nor a packed folder');
    const whole = readFileSync(path.join(folder, 'kindly-crate.db'));
    const torn = Buffer.from(whole);
    torn.fill(0xa5, 4096, 40_960);
    expect(refused(torn)).toMatch(/was not used. It is damaged/);
    const other = new Database(path.join(path.dirname(folder), 'other.db'));
    other.exec('CREATE TABLE x (a)');
    other.close();
    expect(refused(readFileSync(path.join(path.dirname(folder), 'other.db')))).toContain('not from Kindly Crate');
    const armed = path.join(path.dirname(folder), 'armed.db');
    writeFileSync(armed, whole);
    const db = new Database(armed);
    db.exec('CREATE TRIGGER mine AFTER INSERT ON consignment BEGIN DELETE FROM record; END');
    db.pragma('journal_mode = DELETE');
    db.close();
    expect(refused(readFileSync(armed))).toContain('foreign code that would run on every write');
    const bomb = zipSync({ 'kindly-crate.db': new Uint8Array(80_000_000) }, { level: 9 });
    expect(bomb.length).toBeLessThan(200_000);
    expect(refused(Buffer.from(bomb))).toContain('would grow to 80 MB');
    const child = await another(folder);
    expect(refused(whole)).toContain('Stop that one first');
    await killed(child);
    expect(codes()).toEqual([code]);
  });
});

describe('a restore that is interrupted', () => {
  /** Lets so many calls of a restore on the disk happen, and ends it in the next, as a kill would. */
  const dies = (after: number, run: () => unknown): boolean => {
    const calls = ['writeFileSync', 'renameSync', 'linkSync', 'rmSync', 'fsyncSync', 'mkdirSync'] as const;
    let left = after;
    const spies = calls.map((name) => {
      const real = fs[name] as (...args: unknown[]) => unknown;
      return jest.spyOn(fs, name).mockImplementation(((...args: unknown[]) => {
        if (left-- <= 0) throw new Error('killed');
        return real(...args);
      }) as never);
    });
    try {
      run();
      return false;
    } catch (error) {
      if ((error as Error).message !== 'killed') throw error;
      return true;
    } finally {
      for (const s of spies) s.mockRestore();
    }
  };

  test('at any call leaves the old house or the new one whole, and never an empty one', async () => {
    const first = order();
    const file = path.join(path.dirname(folder), 'one-file.zip');
    writeFileSync(file, await packed(folder, house!.db));
    const second = order();
    house!.db.close();
    const before = path.join(path.dirname(folder), 'before');
    cpSync(folder, before, { recursive: true });
    let kills = 0;
    for (let n = 0; ; n++) {
      rmSync(folder, { recursive: true });
      cpSync(before, folder, { recursive: true });
      const died = dies(n, () => restore(folder, file, iso()));
      expect([n, JSON.stringify(codes().sort())]).toEqual([
        n,
        expect.stringMatching(new RegExp(`^\\[("${first}"|"${first}","${second}")\\]$`)),
      ]);
      if (!died) break;
      kills++;
    }
    expect(kills).toBeGreaterThan(8);
    expect(codes()).toEqual([first]);
  });

  test('and a database that was removed is told, with how to go on: no empty house begins beside its backups', async () => {
    const code = order();
    const kept = await backUp(folder, house!.db, iso());
    house!.db.close();
    rmSync(path.join(folder, 'kindly-crate.db'));
    expect(() => openHouse(folder, () => now, 0)).toThrow(
      /a restore was interrupted.*kindly restore .*2026-11-24T12-00-00Z/,
    );
    expect(examine(folder, now)[0]!.words).toContain('./kindly restore');
    expect(existsSync(path.join(folder, 'kindly-crate.db'))).toBe(false);
    restore(folder, kept, iso());
    expect(codes()).toEqual([code]);
  });
});

describe('the doctor', () => {
  const states = (): Record<string, string> => Object.fromEntries(examine(folder, now).map((f) => [f.what, f.state]));
  test('finds a young house well but for its backups, and changes nothing', () => {
    const before = readFileSync(path.join(folder, 'kindly-crate.db'));
    expect(states()).toEqual({
      Permissions: 'fine',
      Database: 'fine',
      Schema: 'fine',
      Shipments: 'fine',
      'Disk space': 'fine',
      Running: 'fine',
      Backups: 'watch',
      Clock: 'fine',
    });
    expect(readFileSync(path.join(folder, 'kindly-crate.db')).equals(before)).toBe(true);
  });
  test('tells damage with the last whole backup, keys that point nowhere, another schema, a wrong clock', async () => {
    const kept = await backUp(folder, house!.db, iso());
    house!.db.pragma('foreign_keys = OFF');
    house!.db.exec(
      `INSERT INTO revision (consignment_id, version, document, what, at) VALUES ('gone', 1, '{}', 'x', 'x')`,
    );
    expect(examine(folder, now).find((f) => f.what === 'Database')!.words).toContain(
      '1 rows of revision refer to rows',
    );
    house!.db.exec(`DELETE FROM revision`);
    house!.db.pragma('user_version = 2');
    expect(states().Schema).toBe('watch');
    expect(examine(folder, Date.parse('2019-01-01T00:00:00Z')).find((f) => f.what === 'Clock')!.state).toBe('stop');
    house!.db.close();
    writeFileSync(path.join(folder, 'kindly-crate.db'), 'no database at all, but long enough to be looked at');
    const found = examine(folder, now);
    expect(found.find((f) => f.what === 'Database')!.state).toBe('stop');
    expect(found.find((f) => f.what === 'Backups')!.words).toContain(kept);
    expect(examine(`${folder}-none`, now)[0]!.words).toContain('There is no folder');
  });
});

describe('a demo that is made again', () => {
  const moved = (yes: boolean): Promise<string> =>
    moveDemoAside(folder, yes, iso()).then(
      (aside) => aside ?? '',
      (e: Error) => e.message,
    );
  const holds = (name: string): boolean => existsSync(path.join(folder, name));
  test('is moved aside whole, once it was said and nobody holds it', async () => {
    markDemo(folder);
    expect(await moved(false)).toContain('add --yes');
    const child = await another(folder);
    expect(await moved(true)).toContain('Stop that one first');
    await killed(child);
    const code = order();
    house!.db.close();
    const aside = await moved(true);
    expect(existsSync(folder)).toBe(false);
    expect(path.dirname(aside)).toBe(path.dirname(folder));
    renameSync(aside, folder);
    expect(codes()).toEqual([code]);
  });
  test('is never a house of somebody’s own, whatever is in it', async () => {
    const code = order();
    expect(await moved(true)).toContain('is not a demo');
    expect(codes()).toEqual([code]);
  });
  test('is never a folder with a name in it that is not ours, beside the data or among pictures and backups', async () => {
    markDemo(folder);
    for (const part of ['', 'photos', 'backups']) {
      mkdirSync(path.join(folder, part), { recursive: true });
      const name = path.join(part, 'thesis.odt');
      writeFileSync(path.join(folder, name), 'mine');
      expect(await moved(true)).toContain(`holds ${name}`);
      expect(holds(name)).toBe(true);
      rmSync(path.join(folder, name));
    }
    // What the program itself puts there is no stranger.
    await backUp(folder, house!.db, iso());
    expect(await moved(true)).toContain('.before-2026-11-24T12-00-00');
  });
});
