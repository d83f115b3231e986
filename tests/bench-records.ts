import { mkdtempSync, rmSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { Consignment } from '@/core/consignment/schema';
import { kinds } from '@/records';
import { exampleConsignment } from '@/tests/example';
import { openHouse, type House } from '@/server/house';
import { orderChoices, receiverOptions } from '@/server/order/view';
import { benchView } from '@/server/bench/view';
import { calendarFeed } from '@/server/bench/calendar';
import { dayView, fastView } from '@/server/day/view';
import { weekView } from '@/server/bench/week';
import { consignmentList } from '@/server/consignment/list';
import { evidenceOf } from '@/core/learning/gaussian-posterior';
import { DAY } from '@/core/quantities/time';
import { learnedView } from '@/server/logbook/learned';
import { heldView, logbookView, paysView } from '@/server/logbook/list';
import { listView, searchView } from '@/server/records/view';
import { suppliesView } from '@/server/stock/supplies';
import { tankRows, tankView } from '@/server/stock/tanks';
import { backUp } from '@/server/db/backup';
import { tick } from '@/server/pack/events';
import { journalView } from '@/server/room/journal-view';
import { enterByCode, invite, knownBy } from '@/server/room/people';
import { tries } from '@/server/room/tries';
import { once } from '@/server/write';
import { resultOf } from '@/server/consignment/result';

/**
 * Ten years of a busy fish room, made by a generator: 10,000 past consignments and 1,000,000 tank readings, 2,000
 * receivers, 400 tanks. Every list and search of the server is timed on it; the aim is 100 ms each.
 */
const CONSIGNMENTS = Number(process.env.KINDLY_CONSIGNMENTS ?? 10_000);
/** Consignments of the weeks to come: a house that sends 30 in two weeks, or 200 a week where asked. */
const OPEN = Number(process.env.KINDLY_OPEN ?? 30);
const READINGS = Number(process.env.KINDLY_READINGS ?? 1_000_000);
const RECEIVERS = 2_000;
const TANKS = 400;
const NOW = Date.parse('2026-11-24T15:20:00Z');

const say = (line: string): void => void process.stdout.write(`${line}\n`);
/** A fixed sequence, the same on every machine. */
let seed = 1;
const random = (): number => {
  seed = (seed * 48271) % 2147483647;
  return seed / 2147483647;
};
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
const uuid = (i: number): string => `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`;
const given = ['Ilse', 'Nico', 'Marta', 'Tomás', 'Żaneta', 'Rory', 'Anke', 'Hanne', 'Lidia', 'Ιωάννα', '東', 'Omar'];
const family = ['Tamm', 'Sarto', 'Quill', 'Eyre', 'Łoś', 'Fenn', 'Roelfs', 'Voll', 'Brzoza', 'Παππά', '京子', 'Haddad'];

function fill(house: House): void {
  const at = new Date(NOW).toISOString();
  const insert = (kind: keyof typeof kinds, id: string, document: Record<string, unknown>): void => {
    const k = kinds[kind];
    const name = `${String(document.name ?? id)}`;
    const links = Object.values(document).filter((v): v is string => typeof v === 'string' && v.startsWith('place-'));
    house.records.insert(
      {
        id,
        kind,
        key: `${name} ${id}`,
        name,
        document,
        links,
        finding: { href: `/${k.slug}/${id}`, name, detail: '', more: String(document.phone ?? '') },
      },
      at,
    );
  };
  const places = house.records
    .list('place')
    .map((r) => ({ id: r.id, place: r.document as Consignment['sender']['place'] }));
  house.db.transaction(() => {
    for (let i = 0; i < RECEIVERS; i++)
      insert('receiver', `receiver-${i}`, {
        name: `${pick(given)} ${pick(family)} ${i}`,
        phone: `+49 30 ${1000000 + i}`,
        address: `Lane ${i}`,
        placeId: pick(places).id,
        collection: 'depot',
        tanks: [{ name: 'Q', residents: false, tempC: 25, pH: 7 }],
        note: '',
      });
    for (let i = 0; i < TANKS; i++) {
      insert('tank', `tank-${i}`, { name: `T${i}`, volumeL: 120, use: 'stock' });
      insert('lot', `lot-${i}`, {
        tankId: `tank-${i}`,
        speciesId: pick(house.shelves().offered.species).id,
        sex: 'unsexed',
        lengthCm: 4,
      });
      house.ledger.move(`lot-${i}`, 40, 'counted', at);
    }
  })();
  const example = exampleConsignment();
  const result = resultOf(house, example);
  house.db.transaction(() => {
    for (let i = 0; i < CONSIGNMENTS; i++) {
      const handOver = NOW - (i < OPEN ? -((i % 9) + 1) * DAY : 10 * DAY + (i / CONSIGNMENTS) * 3600 * DAY);
      const iso = (h: number): string => new Date(handOver + h * 3600_000).toISOString();
      const open = i < OPEN;
      const to = pick(places).place;
      house.consignments.insert(
        {
          ...example,
          id: uuid(i),
          code: `KC-${String(1000 + i)}`,
          receiver: { name: `${pick(given)} ${pick(family)}`, phone: `+49 30 ${i}`, address: `Lane ${i}`, place: to },
          receiverId: `receiver-${i % RECEIVERS}`,
          lines: example.lines.map((l) => ({ ...l, lotId: `lot-${i % TANKS}` })),
          handOverAt: iso(0),
          window: { startAt: iso(14), endAt: iso(17) },
          openingAt: iso(16),
          actual: open
            ? { ...example.actual, sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null }
            : { ...example.actual, sealedAt: iso(-2), handedOverAt: iso(0), arrivedAt: iso(14), openedAt: iso(16) },
        },
        result,
        at,
      );
    }
  })();
  for (let from = 0; from < READINGS; from += 100_000)
    house.db.transaction(() => {
      for (let i = from; i < from + 100_000; i++)
        house.ledger.read({
          tankId: `tank-${i % TANKS}`,
          at: new Date(NOW - (READINGS - i) * 320_000).toISOString(),
          figures: {
            tempC: 24 + random() * 2,
            pH: 7 + random() / 2,
            khDkh: 5,
            ghDgh: 8,
            salinity: 0,
            tanMgNL: 0,
            nitrateMgL: 12,
          },
          note: '',
        });
    })();
  house.db.exec('ANALYZE');
}

/** Ten years of lines as the digest makes them: three bags each, a reading in every tenth. */
function keepLogbook(house: House): void {
  const ids = house.db
    .prepare<[], { id: string; code: string }>(`SELECT id, code FROM consignment WHERE stage = 'opened'`)
    .all();
  const seasons = ['Winter', 'Spring', 'Summer', 'Autumn'];
  house.db.transaction(() =>
    ids.forEach(({ id, code }, i) => {
      const service = pick(['northline-overnight', 'northline-two-day', 'sable-air']);
      const at = new Date(NOW - i * 0.36 * DAY).toISOString();
      const alive = random() < 0.07 ? 8 : 10;
      const lot = (n: number) => ({
        bagId: `A${n}`,
        boxId: '1',
        speciesId: pick(['guppy', 'lemon-tetra', 'angelfish', 'panda-cory', 'cherry-shrimp', 'goldfish']),
        serviceId: service,
        season: seasons[i % 4]!,
        hours: pick(['12 to 24 h', '36 to 48 h']),
        density: pick(['under 5 g/L', '5 to 10 g/L', '10 to 20 g/L']),
        packs: pick(['no pack', '2 × 40 h heat pack', '3 × 72 h heat pack']),
        method: '',
        seller: '',
        animals: 10,
        counted: 10,
        alive,
      });
      house.logbook.settle(id, {
        consignmentId: id,
        code,
        direction: 'outgoing',
        handOverAt: at,
        openedAt: at,
        season: seasons[i % 4]!,
        serviceId: service,
        other: `${pick(given)} ${pick(family)}`,
        town: 'Tartu',
        hours: 20,
        lateH: 0,
        boxes: 1,
        bags: 3,
        animals: 30,
        counted: 30,
        alive: 3 * alive,
        lost7: 0,
        lost30: 0,
        cost: 60,
        chance: 0.9 + 0.1 * random(),
        held: alive === 10 ? 1 : 0,
        words: `${code} tamm tartu guppy`.toLowerCase(),
        evidence:
          i % 10 === 0
            ? [
                {
                  what: 'figures',
                  words: 'a box',
                  figures: evidenceOf(`box:${pick(['box-s', 'box-m', 'box-l'])}`, 1.1, 0.2),
                },
              ]
            : [],
        lots: [lot(1), lot(2), lot(3)],
      });
    }),
  )();
}

function time(name: string, work: () => unknown): void {
  work();
  const times = Array.from({ length: 7 }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  }).sort((a, b) => a - b);
  const ms = times[3]!;
  say(
    `${ms < 100 ? '  ' : '! '}${name.padEnd(72)} ${ms.toFixed(1).padStart(8)} ms   (slowest ${times[6]!.toFixed(1)})`,
  );
}

async function main(): Promise<void> {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-bench-'));
  try {
    let start = performance.now();
    const house = openHouse(folder, () => NOW);
    fill(house);
    say(
      `made ${CONSIGNMENTS} shipments, ${READINGS} readings, ${RECEIVERS} receivers, ${TANKS} tanks in ${((performance.now() - start) / 1000).toFixed(1)} s`,
    );
    house.db.close();
    start = performance.now();
    const again = openHouse(folder, () => NOW);
    say(`opened again in ${(performance.now() - start).toFixed(1)} ms; the aim below is 100 ms for each line`);
    time('consignments, open', () => consignmentList(again, {}));
    time('consignments, past, page 1', () => consignmentList(again, { show: 'past' }));
    time('consignments, past, page 190', () => consignmentList(again, { show: 'past', page: '190' }));
    time('consignments, search by name and town', () => consignmentList(again, { find: 'tamm tartu' }));
    time('consignments, search by a code', () => consignmentList(again, { find: 'KC-7431' }));
    time('search over everything, common word', () => searchView(again, 'sarto'));
    time('search over everything, one letter', () => searchView(again, 'e'));
    time('search over everything, nothing found', () => searchView(again, 'zzzzzz'));
    time('search over everything, two words, no accents', () => searchView(again, 'zaneta los'));
    time('receivers, page 1', () => listView(again, kinds.receiver, {}));
    time('receivers, search', () => listView(again, kinds.receiver, { find: 'παππα' }));
    time('fish of 400 tanks', () => listView(again, kinds.lot, {}));
    time('places', () => listView(again, kinds.place, {}));
    time('services', () => listView(again, kinds.service, {}));
    time('400 tanks with fish and last reading', () => tankRows(again));
    time('one tank of 2,500 readings', () => tankView(again, 'tank-7'));
    time(`supplies against ${OPEN} planned consignments`, () => suppliesView(again));
    time('everything the order form offers', () => orderChoices(again, null));
    time('people for a name that is typed', () => receiverOptions(again, 'tam'));
    time(`the Bench: tasks of ${OPEN} planned consignments`, () => benchView(again));
    time('the week', () => weekView(again));
    time('the calendar feed', () => calendarFeed(again));
    keepLogbook(again);
    say('the logbook below: its aim is 200 ms a line');
    time('the logbook, page 1', () => logbookView(again, {}));
    time('the logbook, by words, species and losses', () =>
      logbookView(again, { find: 'tamm', season: 'Winter', losses: 'no' }),
    );
    time('what pays, by everything', () => paysView(again));
    time('predicted and held', () => heldView(again));
    time('what is learned', () => learnedView(again));
    const planned = again.consignments.planned()[0]!.document;
    const code = invite(again, { name: 'Ana', role: 'helper' });
    const entered = code.ok
      ? enterByCode(again, tries(), { code: code.value.code, device: 'a phone', from: '' })
      : code;
    const cookie = entered.ok ? entered.value.cookie : '';
    time('the ten days at once, before any draw', () => dayView(again, planned));
    time('the fasts of its tanks and their conflicts', () => fastView(again, planned));
    time('the journal of the house, newest', () => journalView(again, {}));
    time('the journal of one shipment', () => journalView(again, { of: 'KC-7431' }));
    time('the journal of one person', () => journalView(again, { by: 'Ana' }));
    time('who asks: a cookie at the door', () => knownBy(again, cookie));
    let n = 0;
    time('a press of the packing list, with its journal and receipt', () =>
      once(again, `press-${String(n++).padStart(16, '0')}`, (h) => tick(h, planned.code, 'labels', n % 2 === 0), 'Ana'),
    );
    const size = statSync(path.join(folder, 'kindly-crate.db')).size;
    say(`the file has ${(size / 1e6).toFixed(0)} MB, the process ${(process.memoryUsage().rss / 1e6).toFixed(0)} MB`);
    start = performance.now();
    await backUp(folder, again.db, new Date(NOW).toISOString());
    say(`a backup, opened and found whole, in ${((performance.now() - start) / 1000).toFixed(1)} s`);
    again.db.close();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}
void main();
