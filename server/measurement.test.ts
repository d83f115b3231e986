import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import fc from 'fast-check';
import { readFile } from '@/core/consignment/file';
import type { Water } from '@/core/consignment/schema';
import { toldFigures } from '@/core/measurement/quantities';
import { quantities, tankFigures, waterFigures, waterQuantities, type TankFigure } from '@/core/measurement/quantities';
import { cases } from '@/tests/cases';
import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, readBag, readTank, said } from '@/tests/order';
import { arrive, ownTanks } from '@/tests/weeks';
import type { Outcome } from '@/core/consignment/outcome';
import { undo } from '@/server/consignment/change';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import { tryEvaluate } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { tell } from '@/server/quarantine/tell';
import { tankWeeks } from '@/server/quarantine/view';
import { doDeed } from '@/server/queue/deeds';
import { importCsv, readingsCsv } from '@/server/records/csv';
import { saveReading } from '@/server/stock/readings';
import { waterOf } from '@/ui/fields/water';
import { boxHasCome } from './arrive/register-arrival';
import { receiveView } from './arrive/view';
import { countAsMeasured, saveOrder } from './order/order';
import { orderDraftOf } from './order/view';

let now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());
const document = (code: string) => house.consignments.byCode(code)!.document;

const who = { name: 'Ana', role: 'owner' as const, sessionId: 's1', device: 'a phone' };

describe('a figure has one range', () => {
  /** Every door through which somebody can tell a figure of a water, and the figures it asks for. */
  const doors: [name: string, asks: readonly TankFigure[], tell: (k: TankFigure, v: number) => string][] = [
    ['the order', toldFigures, (k, v) => said(saveOrder(house, orderInput(house, { sourceWater: { [k]: v } })))],
    [
      'the receiving tank of an order',
      toldFigures,
      (k, v) => said(saveOrder(house, orderInput(house, { tank: { name: 'Q', volumeL: 60, [k]: v } }))),
    ],
    [
      'a tank’s page',
      tankFigures,
      (k, v) => {
        const tankId = addRecord(house, 'tank', { name: `T${k} ${v}`, volumeL: '60', use: 'stock' });
        return said(saveReading(house, { tankId, at: '', [k]: String(v) }));
      },
    ],
    [
      'a file of readings',
      tankFigures,
      (k, v) => {
        const name = `F${k} ${v}`;
        addRecord(house, 'tank', { name, volumeL: '60', use: 'stock' });
        const text = `Tank,When,${quantities[k].label}\n${name},2026-11-24 08:00,${v}\n`;
        return must(importCsv(house, 'reading', { text, mapping: null, commit: false }))
          .problems.map((p) => p.message)
          .join(' ');
      },
    ],
    [
      'a receiver of the address book',
      waterFigures,
      (k, v) => {
        try {
          addRecord(house, 'receiver', {
            name: `R ${k} ${v}`,
            placeId: 'place-bilbao-es',
            tanks: [{ name: 'Q', volumeL: '60', residents: '', [k]: String(v) }],
          });
          return '';
        } catch (e) {
          return (e as Error).message;
        }
      },
    ],
    ['a bag on arrival', waterQuantities, (k, v) => said(readBag(house, come(), 'A1', { [k]: v }))],
    ['a tank on arrival', waterQuantities, (k, v) => said(readTank(house, come(), 'Q1', { [k]: v }))],
    [
      'a test in quarantine',
      tankFigures,
      (k, v) => {
        const told = { kind: 'test' as const, figures: { [k]: v }, how: 'drops' as const, sure: true };
        return said(doDeed(house, { deed: 'quarantine', quarantineId: weeks(), told }, 0, who));
      },
    ],
  ];
  let coming = '';
  const come = (): string => {
    if (coming && house.consignments.byCode(coming)) return coming;
    const tankId = addRecord(house, 'tank', { name: 'Q1', volumeL: '60', use: 'quarantine' });
    const animals = [{ speciesId: 'lemon-tetra', count: 6 }];
    return (coming = must(boxHasCome(house, { way: 'shop', animals, hours: null, tankId, from: '' })).code);
  };
  let quarantine = '';
  const weeks = (): string => {
    if (quarantine && house.quarantines.byId(quarantine)) return quarantine;
    now = Date.parse('2026-11-27T10:00:00Z');
    ownTanks(house);
    return (quarantine = must(openQuarantine(house, arrive(house), 'Q')));
  };
  // What is no figure of itself: it contradicts the others, or no animal of the order lives in it.
  const alone = /cannot be right|higher than this|does not go with/;
  test.each(doors)('%s takes what is possible and refuses what is not', (_, asks, tellIt) => {
    for (const k of asks) {
      const { min, max } = quantities[k];
      for (const v of [min, max])
        expect(`${k} ${v} ${tellIt(k, v).replace(alone, '')}`).not.toMatch(/at (least|most)|Between/);
      for (const v of [min - 0.5, max + 0.5]) expect(`${k} ${v}: ${tellIt(k, v)}`).toMatch(/at least|at most/);
    }
  });
});

describe('what nobody typed is nowhere', () => {
  /** Every figure of a water in whatever is stored or exported, by its path. */
  function figuresIn(x: unknown, at = ''): string[] {
    if (typeof x !== 'object' || x === null) return [];
    return Object.entries(x).flatMap(([k, v]) =>
      typeof v === 'number' && (tankFigures as string[]).includes(k) ? [`${at}.${k}`] : figuresIn(v, `${at}.${k}`),
    );
  }
  /** The catalogue, its limits and the weather travel along and are no waters. */
  const own = (code: string) => {
    const {
      catalogue: _c,
      forecast: _f,
      ...rest
    } = JSON.parse(must(exportConsignment(house, code)).text) as Record<string, unknown>;
    return rest;
  };
  test('after an order, an arrival and a quarantine with as little as possible', () => {
    const bare = { sourceWater: {}, tank: { name: 'Q', volumeL: 60 } };
    const { code } = must(saveOrder(house, orderInput(house, bare)));
    expect(figuresIn(own(code))).toEqual([]);
    expect(document(code).sourceWater).toEqual({});
    // It is computed all the same.
    expect(must(tryEvaluate(house, document(code))).risk?.chance).toBeGreaterThan(0);
    now = Date.parse('2026-11-27T10:00:00Z');
    ownTanks(house);
    const come = arrive(house);
    must(openQuarantine(house, come, 'Q'));
    for (const [table, column] of [
      ['reading_figure', 'quantity'],
      ['tank_figure', 'quantity'],
    ])
      expect(house.db.prepare(`SELECT ${column} FROM ${table}`).all()).toEqual([]);
    const observed = house.db.prepare('SELECT quantity FROM observation WHERE value IS NOT NULL').all() as {
      quantity: string;
    }[];
    expect(observed.filter((o) => (tankFigures as string[]).includes(o.quantity))).toEqual([]);
  });
  test('form, row, file and form again are the same, emptiness included (property)', () => {
    const ranges: Record<(typeof toldFigures)[number], [number, number]> = {
      tempC: [18, 28],
      pH: [6.6, 7.4],
      khDkh: [3, 9],
      ghDgh: [0, 30],
      salinity: [0, 2],
      tanMgNL: [0, 1],
      tdsMgL: [20, 600],
    };
    const water = fc.record(
      Object.fromEntries(
        toldFigures.map((k) => [k, fc.integer({ min: 10 * ranges[k][0], max: 10 * ranges[k][1] }).map((n) => n / 10)]),
      ),
      { requiredKeys: [] },
    ) as fc.Arbitrary<Water>;
    fc.assert(
      fc.property(water, water, (ours, theirs) => {
        const tank = { name: 'Q', volumeL: 60, ...theirs };
        const { code } = must(saveOrder(house, orderInput(house, { sourceWater: ours, tank })));
        const { text } = must(exportConsignment(house, code));
        const other = houseInMemory(() => now);
        must(importConsignment(other, text, 'ask'));
        const draft = orderDraftOf(other.consignments.byCode(code)!.document);
        other.db.close();
        expect(waterOf(draft.source)).toEqual(ours);
        expect(waterOf(draft.tanks[0]!)).toEqual(theirs);
      }),
      { numRuns: cases(40, 8) },
    );
  });
});

test('a new kit is one entry of the registry: phosphate is read at the tank, in quarantine and from a file', () => {
  now = Date.parse('2026-11-27T10:00:00Z');
  ownTanks(house);
  const id = must(openQuarantine(house, arrive(house), 'Q'));
  const test = { kind: 'test' as const, figures: { phosphateMgL: 0.5 }, how: 'drops' as const };
  must(tell(house, { quarantineId: id, told: test }, house.nowIso()));
  const { tankId } = house.quarantines.byId(id)!;
  expect(house.ledger.readings(tankId)[0]).toMatchObject({ figures: { phosphateMgL: 0.5 }, how: 'drops' });
  expect(tankWeeks(house, id)!.series.phosphateMgL).toHaveLength(1);
  now += 3600_000;
  must(saveReading(house, { tankId, at: '', phosphateMgL: '0,4', how: 'strip' }));
  const csv = readingsCsv(house);
  expect(csv.split('\n')[0]).toContain('Phosphate (mg/L)');
  const other = houseInMemory(() => now);
  ownTanks(other);
  must(importCsv(other, 'reading', { text: csv, mapping: null, commit: true }));
  const there = other.records.byKey('tank', 'Q')!.id;
  expect(other.ledger.readings(there).map((r) => [r.figures.phosphateMgL, r.how])).toEqual([
    [0.4, 'strip'],
    [0.5, 'drops'],
  ]);
  other.db.close();
});

test('the weeks go by what the tank was read for before they began, not by a pH that nobody measured', () => {
  now = Date.parse('2026-11-27T10:00:00Z');
  ownTanks(house);
  const tankId = house.records.byKey('tank', 'Q')!.id;
  house.ledger.read({ tankId, at: house.nowIso(), figures: { pH: 7.2, tempC: 24, tanMgNL: 3 }, note: '' });
  now += 3600_000;
  const id = must(openQuarantine(house, arrive(house), 'Q'));
  expect(tankWeeks(house, id)!.foretold).toMatchObject({ pH: 7.2, tempC: 24, measuredPh: true });
  // Ammonia of before is none of now.
  expect(tankWeeks(house, id)!.latest.tanMgNL).toBeUndefined();
});

test('shrimp with 90 mg/L of dissolved solids in the bag and 320 in the tank: the step stands in the comparison, and counts as hardness', () => {
  const tankId = addRecord(house, 'tank', { name: 'S1', volumeL: '40', use: 'quarantine' });
  const animals = [{ speciesId: 'cherry-shrimp', count: 10 }];
  const { code } = must(boxHasCome(house, { way: 'posted', animals, hours: 20, tankId, from: '' }));
  const [bag] = document(code).bags;
  const lane = () => receiveView(house, document(code), must(tryEvaluate(house, document(code))), []).lanes[0]!;
  const stepOf = () => Number(lane().methods[0]!.figures.find((f) => f.name.startsWith('Hardness'))!.value);
  const before = stepOf();
  must(readBag(house, code, bag!.id, { tdsMgL: 90 }));
  must(readTank(house, code, 'S1', { tdsMgL: 320 }));
  expect(lane().solids).toEqual({ bag: 90, tank: 320 });
  expect(lane().opened.ghDgh).toBeCloseTo(3, 6);
  expect(lane().tank.ghDgh).toBeCloseTo(320 / 30, 6);
  expect(stepOf()).toBeGreaterThan(before);
});

test('one bag of four that was measured tells of its like, in the table as in the comparison', () => {
  const o = orderInput(house);
  const lines = [{ ...o.lines[0]!, count: 60, tank: 'theirs' }];
  const { code } = must(saveOrder(house, { ...o, direction: 'incoming', lines }));
  now = Date.parse('2026-11-27T10:00:00Z');
  const view = () => receiveView(house, document(code), must(tryEvaluate(house, document(code))), []);
  const [first, second] = document(code).bags.map((b) => b.id);
  must(readBag(house, code, first!, { tempC: 6 }));
  const other = view().bags.find((b) => b.id === second)!;
  expect(other).toMatchObject({ reading: null, inferredFrom: first, expectedC: 6 });
  expect(view().lanes.find((l) => l.bagIds.includes(second!))!.opened.tempC).toBe(6);
});

test('figures that an earlier version filled in are unknown, are told, and come back with a press; undo takes that back', () => {
  const { code } = must(saveOrder(house, orderInput(house)));
  const file = JSON.parse(must(exportConsignment(house, code)).text) as Record<string, unknown>;
  const guess = ['pH', 'khDkh', 'ghDgh', 'tanMgNL'];
  const tank = {
    name: 'Q',
    volumeL: 60,
    tempC: 25,
    salinity: 0,
    pH: 7.5,
    khDkh: 6,
    ghDgh: 10,
    tanMgNL: 0.2,
    guessed: guess,
  };
  const read = readFile({ ...file, version: 3, tank });
  const old = must<{ consignment: { sourceWater: Water; tank: Water; unproven?: unknown } }>(read as Outcome<never>);
  expect(old.consignment.sourceWater).toEqual({ tempC: 25, pH: 7.2, salinity: 0 });
  expect(old.consignment.tank).toEqual({ name: 'Q', volumeL: 60 });
  const later = houseInMemory(() => now);
  must(importConsignment(later, JSON.stringify({ ...file, version: 3, tank }), 'ask'));
  const at = () => later.consignments.byCode(code)!;
  expect(at().document.unproven).toHaveLength(2);
  must(countAsMeasured(later, code, at().version));
  expect(at().document.sourceWater).toMatchObject({ khDkh: 5, ghDgh: 8, tanMgNL: 0 });
  expect(at().document.unproven).toBeUndefined();
  must(undo(later, code));
  expect(at().document.sourceWater).not.toHaveProperty('khDkh');
  later.db.close();
});

/** Where the figures of a water are named one by one, and why they may be. */
const lists: Record<string, string> = {
  'core/measurement/quantities.ts': 'the registry',
  'core/calendar/perceptible-step.ts': 'the step of each that animals feel',
  'core/consignment/facts.ts': 'a bag’s reading, whose first figures must be there',
  'core/acclimation/lanes.ts': 'how near two waters are that are opened as one',
  'core/acclimation/dilution.ts': 'what mixes in proportion',
  'core/card/words/': 'their names in the languages of the card',
  'core/practice/crates-to-keep.ts': 'waters of invented crates',
  'server/demo/stories.ts': 'waters of the demo',
};
test('no other file lists the figures of a water by hand', () => {
  // Named as text, or as the key of something that is told; the variables of a computation are no list.
  const names = waterFigures.map((k) => new RegExp(`'${k}'|\\b${k}: ?(?:['\\d{[]|taken)`));
  const files = execFileSync('git', [
    'ls-files',
    '-co',
    '--exclude-standard',
    'core',
    'records',
    'server',
    'standins',
    'ui',
  ])
    .toString()
    .trim()
    .split('\n')
    .filter((f) => /\.tsx?$/.test(f) && !f.includes('.test.') && existsSync(f));
  const found = files.filter((f) => {
    const rows = readFileSync(f, 'utf8').split('\n');
    return rows.some((_, i) => {
      const near = rows.slice(i, i + 8).join('\n');
      return names.filter((n) => n.test(near)).length >= 5;
    });
  });
  const places = Object.keys(lists);
  expect(found.filter((f) => !places.some((p) => f.startsWith(p)))).toEqual([]);
  expect(places.filter((p) => !found.some((f) => f.startsWith(p)))).toEqual([]);
  expect(Object.keys(lists).length).toBeLessThanOrEqual(10);
});
