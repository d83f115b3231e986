import { spawnSync } from 'node:child_process';
import {
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import Database from 'better-sqlite3';
import { AFTERNOON } from '../demo';
import { powerCuts } from './power-cut';
import { readers } from './readers';
import { rights } from './rights';
import { sizes } from './sizes';
import { slow } from './slow';
import { actionsOfBuild, newPress, routesOfBuild, Server } from './client';

/**
 * The house under hard hands: `npm run hard` does everything, `npm run hard -- --short` what fits into CI, and a name does
 * one part of it. Every part says what it did and fails with what it found.
 */
const short = process.argv.includes('--short');
/** Longer than this is a hang; a shared machine of CI may stall by itself. */
const HANG_MS = short ? 30_000 : 2000;
const wanted = process.argv.slice(2).filter((a) => !a.startsWith('--'));
const found: string[] = [];
const wrong = (words: string): void => {
  if (found.length < 40) found.push(words);
};
let seed = Number(process.env.KINDLY_SEED ?? 20261126);
const random = (): number => {
  // Mulberry32: the same hard hands every time.
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
const wait = (ms: number): Promise<void> => new Promise((r) => setTimeout(r, ms));

/** Words that only a program says. */
const FOREIGN =
  /\b(NaN|undefined|TypeError|RangeError|Invalid input|expected|received|SQLITE|Sqlite|\[object)\b|\[object/;

const pagesOf = (): string[] =>
  routesOfBuild()
    // What is no page: pictures and feeds that need a name, streams, what only takes.
    .filter((r) => !/^\/(photos(\/.*)?|calendar\.ics|changes|queue|door\/.+)$|\/scale$/.test(r))
    .flatMap((r) =>
      r.includes('[code]')
        ? ['KC-0101', 'KC-0103', 'KC-0106'].map((code) => r.replace('[code]', code))
        : r.includes('[kind]')
          ? ['receivers', 'places', 'carriers', 'fish'].map((kind) => r.replace('[kind]', kind).replace('[id]', 'new'))
          : [
              r
                .replace('[id]', 'new')
                .replace('[number]', '2026-0001')
                .replace('[day]', '2026-11-24')
                .replace('[...code]', 'KC-0106/A1'),
            ],
    );

async function everyPageAnswers(s: Server, after: string): Promise<void> {
  for (const where of pagesOf()) {
    const { status } = await s.get(where);
    // What is printed is not there for everything: only what is sent from here has papers, a day may have none.
    const printed =
      /\/confirmation$|\/papers\/pdf$|\/losses$|\/card$|^\/papers\/|^\/(certificates|quarantine|practice)\/./.test(
        where,
      );
    if (status >= 400 && !(status === 404 && printed)) wrong(`${after}: ${where} answers ${status}`);
  }
}

/** Every server action with wrong types, huge and negative numbers, ids of others, old versions. */
async function fuzz(s: Server): Promise<string> {
  const each = short ? 8 : 300;
  const ids = ['KC-0101', 'KC-0103', 'KC-0106', 'KC-9999', 'KC-99999999999999999999', 'place-coimbra-pt', 'x', ''];
  const odd: (() => unknown)[] = [
    () => null,
    () => true,
    () => -1,
    () => 1e300,
    () => 0.1,
    () => Math.floor(random() * 1e12),
    () => pick(ids),
    () => 'x'.repeat(Math.floor(random() * 5000)),
    () => '\u0000\r\nATTENDEE:x',
    () => '2026-02-31T25:99:00Z',
    () => '1Z',
    () => '351239000142',
    () => pick(['toString', '__proto__', 'constructor', 'hasOwnProperty']),
    () => [],
    () => [pick(ids), 3, null],
    () => ({}),
    () => ({ code: pick(ids), version: pick([-1, 0, 1, 2, 1e9, 'x']), id: pick(ids) }),
    () => JSON.parse('{"__proto__":{"polluted":true},"code":"KC-0106"}') as unknown,
    () => Object.fromEntries(Array.from({ length: 40 }, (_, i) => [`k${i}`, i])),
    () => JSON.parse(`${'['.repeat(60)}${']'.repeat(60)}`) as unknown,
  ];
  let calls = 0;
  for (const name of s.names) {
    const reads = /^(checkOrder|findReceivers|ask[A-Z]\w*)$/.test(name);
    for (let i = 0; i < each; i++) {
      const args = Array.from({ length: Math.floor(random() * 5) }, () => pick(odd)());
      const press = random() < 0.9 ? [newPress()] : [pick(odd)()];
      const from = performance.now();
      const r = await s.call(name, ...(reads ? [] : press), ...args);
      calls++;
      const ms = performance.now() - from;
      const told = JSON.stringify(args).slice(0, 160);
      if (r.status !== 200) wrong(`${name}(${told}) answers ${r.status}`);
      else if (r.value === undefined) wrong(`${name}(${told}) gives no outcome: ${r.text.slice(0, 120)}`);
      if (ms > HANG_MS) wrong(`${name}(${told}) took ${Math.round(ms)} ms`);
      for (const p of r.value?.problems ?? [])
        if (FOREIGN.test(p.message.replaceAll(/“[^”]*”|"[^"]*"/g, ''))) wrong(`${name}(${told}) says: ${p.message}`);
    }
  }
  await everyPageAnswers(s, 'after the fuzz');
  return `${calls} calls of ${s.names.length} actions`;
}

/** Every route and action of the build with a name, an origin or a frame that is not ours. */
async function foreign(s: Server): Promise<string> {
  let tried = 0;
  const http = await import('node:http');
  const ask = (method: string, where: string, headers: Record<string, string>): Promise<number> =>
    new Promise((resolve, reject) => {
      const r = http.request(`${s.address}${where}`, { method, headers }, (answer) => {
        answer.resume();
        answer.on('end', () => resolve(answer.statusCode ?? 0));
      });
      r.on('error', reject);
      r.end(method === 'POST' ? '[]' : undefined);
    });
  for (const where of [...pagesOf(), '/photos/x', '/calendar.ics', '/icon.svg', '/_next/static/x.js']) {
    const status = await ask('GET', where, { host: 'rebound.example' });
    tried++;
    if (status !== 421) wrong(`${where} answers ${status} to a foreign host`);
    const framed = await ask('GET', where, {
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'iframe',
    });
    tried++;
    if (framed !== 403) wrong(`${where} answers ${framed} in a foreign frame`);
    const read = await ask('GET', where, {
      'sec-fetch-site': 'same-site',
      'sec-fetch-mode': 'no-cors',
      'sec-fetch-dest': 'script',
    });
    tried++;
    if (read !== 403) wrong(`${where} answers ${read} to a foreign page that reads it`);
  }
  for (const a of [...actionsOfBuild().map((x) => ({ 'next-action': x.id })), {}])
    for (const origin of ['http://evil.example', 'null', `http://127.0.0.1:${s.port + 1}`, '']) {
      const status = await ask('POST', '/', { ...a, ...(origin ? { origin } : {}), 'content-type': 'text/plain' });
      tried++;
      if (status !== 403) wrong(`an action answers ${status} to the origin "${origin}"`);
    }
  for (const where of [
    '/consignments/export',
    '/consignments/KC-0101/export',
    '/readings/export',
    '/settings/data/backup',
    '/health',
  ]) {
    const status = await ask('GET', where, {
      'sec-fetch-site': 'cross-site',
      'sec-fetch-mode': 'navigate',
      'sec-fetch-dest': 'document',
    });
    tried++;
    if (status !== 403) wrong(`${where} answers ${status} to a foreign page that leads there`);
  }
  for (const where of ['/consignments/%FF', '/%E0%A4%A', '/tanks/%']) {
    const status = await ask('GET', where, {});
    tried++;
    if (status !== 400) wrong(`${where} answers ${status}`);
  }
  for (const press of [{ toString: 1 }, [[[]]], 7, null]) {
    const r = await fetch(`${s.address}/queue`, {
      method: 'POST',
      headers: { origin: s.address, 'content-type': 'application/json' },
      body: JSON.stringify({ press, deed: { deed: 'tick' } }),
    });
    tried++;
    if (r.status !== 200 || !/has no key/.test(await r.text()))
      wrong(`a press ${JSON.stringify(press)} answers ${r.status}`);
  }
  const led = await ask('GET', '/', {
    'sec-fetch-site': 'cross-site',
    'sec-fetch-mode': 'navigate',
    'sec-fetch-dest': 'document',
  });
  if (led !== 200) wrong(`a link from elsewhere to the Bench answers ${led}`);
  return `${tried} requests`;
}

/** Kills under mixed writes: what was acknowledged is there, what was not is whole or not at all. */
async function kills(): Promise<string> {
  const times = short ? 2 : Number(process.env.KINDLY_KILLS ?? 200);
  const s = new Server(3462);
  s.prepare(true, AFTERNOON);
  let acknowledged = 0;
  const readings: string[] = [];
  const presses: { press: string; answer: string }[] = [];
  try {
    await s.start();
    const tank = /href="\/tanks\/([^"?]+)"/.exec((await s.get('/tanks')).text)?.[1];
    if (!tank) throw new Error('The demo has no tank.');
    for (let k = 0; k < times; k++) {
      let live = true;
      const hand = async (n: number): Promise<void> => {
        for (let i = 0; live; i++) {
          const press = newPress();
          const note = `kill ${k} hand ${n} ${i} ${press.slice(0, 6)}`;
          const at = new Date(Date.now() - 1000 - (k * 1000 + n * 100 + i) * 60_000).toISOString();
          const work = [
            () => s.call('saveReading', press, { tankId: decodeURIComponent(tank), at, tempC: '25', note }),
            () => s.call('tick', press, 'KC-0106', pick(['labels', 'water']), i % 2 === 0),
            () => s.call('addSpecies', press, `Odd fish ${press.slice(0, 10)}`, 'lemon-tetra'),
            () => s.call('setKeys', press, i % 2 === 0),
          ][i % 4]!;
          const r = await work().catch(() => null);
          if (!r?.value?.ok) continue;
          acknowledged++;
          presses.push({ press, answer: JSON.stringify(r.value) });
          if (i % 4 === 0) readings.push(note);
        }
      };
      const hands = [0, 1, 2, 3].map(hand);
      // In the midst of writes: on a busy machine the first answer takes longer than that.
      const before = acknowledged;
      for (let i = 0; acknowledged === before && i < 200; i++) await wait(50);
      await wait(100 + random() * 500);
      await s.kill();
      live = false;
      await Promise.all(hands);
      await s.start();
      const csv = (await s.get('/readings/export')).text;
      for (const note of readings.splice(0))
        if (!csv.includes(note)) wrong(`kill ${k}: an acknowledged reading is lost: ${note}`);
      for (const p of presses.splice(0)) {
        const now = JSON.stringify((await s.call('wasDone', p.press)).value);
        if (now !== p.answer) wrong(`kill ${k}: an acknowledged press is answered otherwise: ${now}`);
      }
    }
    await s.kill();
    const db = new Database(path.join(s.folder, 'kindly-crate.db'), { readonly: true });
    const whole = db.pragma('integrity_check') as { integrity_check: string }[];
    if (whole[0]!.integrity_check !== 'ok') wrong('the database is damaged after the kills');
    if ((db.pragma('foreign_key_check') as unknown[]).length > 0) wrong('keys point nowhere after the kills');
    // A press that made a species made its search entry and its receipt as well, or none of them.
    const half = db
      .prepare(
        `SELECT COUNT(*) AS n FROM record r WHERE r.kind = 'species' AND r.name LIKE 'Odd fish%' AND NOT EXISTS (SELECT 1 FROM finding f WHERE f.id = r.id)`,
      )
      .get() as { n: number };
    if (half.n > 0) wrong(`${half.n} species are half there`);
    db.close();
  } finally {
    await s.end();
  }
  return `${times} kills, ${acknowledged} acknowledged writes`;
}

/** Kills within a migration: the old file opens, or the new one, never something between. */
async function migrations(): Promise<string> {
  const times = short ? 3 : 50;
  const fixture = 'tests/fixtures/v1/demo.db.gz';
  const earlier = gunzipSync(readFileSync(fixture));
  const s = new Server(3463);
  try {
    for (let k = 0; k < times; k++) {
      rmSync(s.folder, { recursive: true, force: true });
      mkdirSync(s.folder, { recursive: true });
      const file = path.join(s.folder, 'kindly-crate.db');
      writeFileSync(file, earlier);
      const limit = 250 + Math.floor(random() * 900);
      s.cli(['prepare'], limit);
      const done = s.cli(['prepare']);
      if (done.status !== 0) wrong(`a migration killed after ${limit} ms does not open again: ${done.stderr.trim()}`);
      const db = new Database(file, { readonly: true });
      const n = (db.prepare('SELECT COUNT(*) AS n FROM consignment').get() as { n: number }).n;
      if (n === 0) wrong(`a migration killed after ${limit} ms lost its consignments`);
      db.close();
    }
  } finally {
    rmSync(s.folder, { recursive: true, force: true });
  }
  return `${times} kills within migrations`;
}

/** Twenty clients with writes while long simulations run: no error, and how long each waited. */
async function load(s: Server): Promise<string> {
  const seconds = short ? 6 : 60;
  const saves: number[] = [];
  const pages: number[] = [];
  const slowest: Record<string, number> = {};
  const timed = async (into: number[], work: () => Promise<{ status: number }>, what: string): Promise<void> => {
    const from = performance.now();
    const r = await work().catch((e: unknown) => ({ status: -1, e }));
    const ms = performance.now() - from;
    into.push(ms);
    if (ms > (slowest[what] ?? 0)) slowest[what] = Math.round(ms);
    if (r.status !== 200) wrong(`${what} answers ${r.status}`);
  };
  const where = [
    '/',
    '/consignments',
    '/consignments/KC-0106/bag',
    '/consignments/KC-0106/order',
    '/tanks',
    '/supplies',
    '/week',
  ];
  // `./kindly start` asks every page once when it begins, so that no person waits for the compiler.
  for (const page of where) await s.get(page);
  const until = Date.now() + seconds * 1000;
  const simulations = [1, 2, 3].map(async () => {
    while (Date.now() < until) await s.get('/consignments/KC-0106/chance?draws=5000').catch(() => null);
  });
  const client = async (n: number): Promise<void> => {
    await wait(random() * 4000);
    for (let i = 0; Date.now() < until; i++) {
      if ((n + i) % 3 === 2)
        await timed(
          saves,
          () => s.call('tick', newPress(), pick(['KC-0106', 'KC-0108']), pick(['labels', 'water']), i % 2 === 0),
          'a save',
        );
      else await timed(pages, () => s.get(where[(n + i) % where.length]!), where[(n + i) % where.length]!);
      // A person looks at what came: twenty of them ask five times a second together.
      await wait(2000 + random() * 4000);
    }
  };
  await Promise.all([...Array.from({ length: 20 }, (_, n) => client(n)), ...simulations]);
  const at = (list: number[], share: number): number =>
    Math.round([...list].sort((a, b) => a - b)[Math.floor(list.length * share)] ?? 0);
  return `${saves.length} saves: median ${at(saves, 0.5)} ms, p95 ${at(saves, 0.95)} ms; ${pages.length} pages: median ${at(pages, 0.5)} ms, p95 ${at(pages, 0.95)} ms; slowest ${Object.entries(
    slowest,
  )
    .map(([what, ms]) => `${what} ${ms}`)
    .join(', ')}`;
}

/** What disks and folders do: full, read-only, damaged, gone, held by another: each has its sentence, and nothing says "saved". */
async function trouble(): Promise<string> {
  const seen: string[] = [];
  const words = async (s: Server): Promise<string> =>
    ((await s.call('setKeys', newPress(), true)).value?.problems ?? []).map((p) => p.message).join(' ');
  const demand = (what: string, said: string, pattern: RegExp): void => {
    seen.push(what);
    if (!pattern.test(said)) wrong(`${what}: "${said.slice(0, 200)}"`);
  };

  const s = new Server(3464);
  s.prepare(true, AFTERNOON);
  try {
    await s.start();
    const second = s.cli(['prepare']);
    demand('a second server', second.stderr, /already runs/);
    const restored = s.cli(['restore', path.join(s.folder, 'kindly-crate.db')]);
    demand('a restore while it runs', restored.stderr, /Stop that one first/);
    const kept = s.cli(['backup']);
    demand('a backup while it runs', kept.stdout, /^Kept: /);
    renameSync(s.folder, `${s.folder}-away`);
    demand('a folder that was removed', await words(s), /removed while Kindly Crate ran/);
    demand('its health', (await s.get('/health')).text, /removed/);
    renameSync(`${s.folder}-away`, s.folder);
    demand('a folder that came back', await words(s), /^$/);
    await s.kill();

    const file = path.join(s.folder, 'kindly-crate.db');
    const whole = readFileSync(file);
    for (const x of ['-wal', '-shm']) rmSync(`${file}${x}`, { force: true });
    const torn = Buffer.from(whole);
    torn.fill(0xa5, 4096, 4096 * 40);
    writeFileSync(file, torn);
    const doctor = s.cli(['doctor']);
    demand('the doctor of a damaged file', doctor.stdout, /WRONG {3}Database: .*damaged/);
    demand('and its last good copy', doctor.stdout, /Last intact one: /);
    await s.start(8000).catch(() => null);
    // A machine that has much to do is slower to listen.
    let page = '';
    for (let i = 0; i < 60 && page === ''; i++)
      page = await s.get('/').then(
        (r) => r.text,
        () => wait(1000).then(() => ''),
      );
    demand('a page of a damaged file', page, /damaged|cannot open its data|could not be shown/);
    await s.kill();
    truncateSync(file, 512);
    const backups = path.join(s.folder, 'backups');
    const good = readdirSync(backups).find((f) => f.endsWith('.db'))!;
    const restoredNow = s.cli(['restore', path.join(backups, good)]);
    demand('a restore of the last good copy', restoredNow.stdout, /is in place/);
    await s.start();
    demand('the house after it', await words(s), /^$/);
    await s.kill();
    const newer = new Database(file);
    newer.pragma('user_version = 999');
    newer.close();
    const refused = s.cli(['prepare']);
    demand('data of a newer version', refused.stderr, /written by a newer Kindly Crate/);
  } finally {
    await s.end();
    rmSync(`${s.folder}-away`, { recursive: true, force: true });
  }

  // A disk of eight megabytes, where this machine lets us make one.
  const small = mkdtempSync(path.join(os.tmpdir(), 'kindly-small-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=8m', 'tmpfs', small]).status === 0) {
    const d = new Server(3465, {}, path.join(small, 'data'));
    try {
      d.prepare(true, AFTERNOON);
      await d.start();
      writeFileSync(path.join(small, 'ballast'), Buffer.alloc(1));
      const room = spawnSync('sh', ['-c', `dd if=/dev/zero of=${small}/ballast bs=64k 2>/dev/null; true`]);
      void room;
      let said = '';
      for (let i = 0; i < 200 && said === ''; i++)
        said = (
          (await d.call('addSpecies', newPress(), `Full ${i} ${'x'.repeat(60)}`, 'lemon-tetra')).value?.problems ?? []
        )
          .map((p) => p.message)
          .join(' ');
      demand('a full disk', said, /disk is full/);
      rmSync(path.join(small, 'ballast'));
      demand('a disk with room again', await words(d), /^$/);
      await d.kill();
      if (spawnSync('mount', ['-o', 'remount,ro', small]).status !== 0) seen.push('no read-only disk here');
      else {
        await d.start(6000).catch(() => null);
        demand('a disk that may only be read', (await d.get('/')).text, /Cannot write to/);
      }
    } finally {
      await d.kill();
      spawnSync('umount', [small]);
      rmSync(small, { recursive: true, force: true });
    }
  } else seen.push('no small disk here: mounting is not allowed');
  return seen.join(', ');
}

const parts: Record<string, () => Promise<string>> = {
  readers: async () => readers(short, { random, pick, wrong, foreign: FOREIGN, hangMs: HANG_MS }),
  'power-cut': async () => powerCuts(short, { random, wrong }),
  kills,
  migrations,
  trouble,
  rights: async () => rights({ wrong }),
  slow: async () => (short ? 'in the whole run' : slow({ wrong })),
  dates,
  laws,
};
/** What must hold on any day, on twelve dates of a year; CI tries one of them, drawn by its day. */
async function dates(): Promise<string> {
  if (short) return 'one of them among the unit tests';
  const r = spawnSync('npx', ['jest', 'server/demo'], {
    env: { ...process.env, KINDLY_DATES: 'all' },
    encoding: 'utf8',
  });
  if (r.status !== 0) wrong(`dates: ${r.stderr.slice(-2000)}`);
  return 'the demo laid on twelve dates';
}

/** Laws whose cases are few among the unit tests, with all their cases. */
async function laws(): Promise<string> {
  if (short) return 'some of their cases among the unit tests';
  const r = spawnSync(
    'node',
    ['scripts/unit.mjs', 'keep', 'orders', 'packing', 'any-order', 'truth', 'heat/heat', 'sentences', 'settle'],
    {
      env: { ...process.env, KINDLY_LONG: '1' },
      encoding: 'utf8',
    },
  );
  if (r.status !== 0) wrong(`laws: ${r.stderr.slice(-2000)}`);
  return 'every case';
}

const served: Record<string, (s: Server) => Promise<string>> = {
  foreign,
  load,
  sizes: (s) => sizes(s, { wrong }),
  fuzz,
};

async function main(): Promise<void> {
  const said = async (name: string, work: () => Promise<string>): Promise<void> => {
    if (wanted.length > 0 && !wanted.includes(name)) return;
    const from = performance.now();
    const before = found.length;
    const words = await work().catch((e: unknown) => {
      wrong(`${name}: ${String(e)}`);
      return 'broke off';
    });
    console.log(
      `${found.length > before ? 'FAILED' : 'ok    '}  ${name} (${Math.round((performance.now() - from) / 1000)} s): ${words}`,
    );
  };
  for (const [name, work] of Object.entries(parts)) await said(name, work);
  if (wanted.length === 0 || wanted.some((w) => w in served)) {
    const s = new Server(3461, { KINDLY_FROM: AFTERNOON });
    s.prepare(true, AFTERNOON);
    try {
      await s.start();
      for (const [name, work] of Object.entries(served)) await said(name, () => work(s));
    } finally {
      await s.end();
    }
  }
  for (const f of found) console.log(`  ${f}`);
  process.exitCode = found.length > 0 ? 1 : 0;
}
void main();
