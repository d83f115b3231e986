import { houseInMemory } from '@/tests/house';
import { bringHome, must, orderInput, readBag, said } from '@/tests/order';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import type { Digest } from '@/server/db/logbook';
import type { House } from '@/server/house';
import { saveTest } from '@/server/heat/home-test';
import { saveOrder } from '@/server/order/order';
import { setPractises } from '@/server/devices/devices';
import { ownAssumptions } from '@/server/settings/assumptions';
import { digestOf, settleLogbook } from './digest';
import { acceptLearned, learnedView, undoLearned } from './learned';
import { exportLogbook, heldView, logbookView, paysView } from './list';
import { compareView, storyView } from './story';
import { keepLogger, readLoggerDevice, strikeTrace, takeLaterBack, tellLater, type TraceInput } from './traces';

let now = 0;
let house: House;
let code = '';
const doc = () => house.consignments.byCode(code)!.document;
const id = () => doc().id;
const first = (): string => doc().bags[0]!.id;
const row = () => {
  settleLogbook(house, Infinity);
  return house.logbook.byId(id());
};
/** Every bag read: as warm as this, all alive but so many of the first. */
const read = (tempC: number, dead = 0): void =>
  doc().bags.forEach((b, i) => {
    const n = b.animals.reduce((s, x) => s + x.count, 0);
    must(readBag(house, code, b.id, { tempC, alive: n - (i === 0 ? dead : 0), dead: i === 0 ? dead : 0, doubtful: 0 }));
  });
const home = (): void => bringHome(house, code, (ms) => (now = ms));

beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house, { note: 'For the shop' }))).code;
});
afterEach(() => house.db.close());

/** A logger’s file of this box: hourly from the closing on, °C. */
const file = (tempC: (h: number) => number, hours = 15): TraceInput => ({
  code,
  boxId: doc().boxes[0]!.id,
  bagId: null,
  place: 'air',
  name: 'night.csv',
  text: [
    'time,temp',
    ...Array.from(
      { length: hours },
      (_, h) => `${new Date(Date.parse('2026-11-26T19:30:00Z') + h * 3600_000).toISOString()},${tempC(h).toFixed(2)}`,
    ),
  ].join('\n'),
  mapping: { time: 0, clock: null, temp: 1, zone: 'Europe/Lisbon', unit: 'C', order: 'ymd' },
});

describe('the logbook', () => {
  test('begins with the opening: what is under way stands in no line of it', () => {
    expect(row()).toBeNull();
    home();
    expect(row()).toMatchObject({
      code,
      season: 'Autumn',
      other: 'Nico Sarto',
      animals: 8,
      counted: 0,
      held: null,
      lost7: 0,
    });
    expect(row()!.hours).toBeCloseTo(17.5, 6);
    expect(row()!.cost).toBeGreaterThan(5);
  });
  test('counts follow whatever is told, and so does what is taken back', () => {
    home();
    read(22, 2);
    expect(row()).toMatchObject({ counted: 8, alive: 6, held: 0 });
    read(22, 0);
    expect(row()).toMatchObject({ counted: 8, alive: 8, held: 1 });
    expect(house.logbook.dueCount()).toBe(0);
  });
  test('who died later counts within seven and thirty days, and can be taken back', () => {
    home();
    read(22);
    now += 20 * 864e5;
    must(tellLater(house, { code, count: 1, day: 3 }));
    must(tellLater(house, { code, count: 2, day: 12 }));
    expect(row()).toMatchObject({ lost7: 1, lost30: 3, held: 1 });
    must(takeLaterBack(house, code));
    expect(row()).toMatchObject({ lost7: 1, lost30: 1 });
    expect(said(tellLater(house, { code, count: 20, day: 3 }))).toContain('Only 8 animals');
    expect(said(tellLater(house, { code, count: 1, day: 40 }))).toContain('in the future');
  });
  test('is found by words and narrowed by what survival hangs on; exported a cell is never a formula', () => {
    home();
    const found = (q: object) => logbookView(house, q).rows.map((r) => r.code);
    expect(found({ find: 'nico bilbao' })).toEqual([code]);
    expect(found({ find: 'lemon' })).toEqual([code]);
    expect(found({ find: 'goldfish' })).toEqual([]);
    expect(found({ species: 'lemon-tetra', season: 'Autumn', service: 'northline-overnight', losses: '' })).toEqual([
      code,
    ]);
    expect(found({ season: 'Summer' })).toEqual([]);
    expect(found({ losses: 'yes' })).toEqual([]);
    house.logbook.settle(id(), { ...digestOf(house, id())!, other: '=1+1' });
    const told = (q: object): string => {
      const file = exportLogbook(house, q);
      return 'text' in file ? file.text : '';
    };
    expect(told({})).toContain(`'=1+1`);
    expect(JSON.parse(told({ as: 'json' }))).toHaveLength(1);
  });
  test('a story holds what was predicted beside what was found, and two stand beside one another', () => {
    home();
    read(21);
    const s = storyView(house, code)!;
    expect(s.bags[0]!.found!.tempC).toBe(21);
    expect(s.bags[0]!.foretold!.tempC).toBeGreaterThan(5);
    expect(s.boxes[0]!.foretold.length).toBeGreaterThan(10);
    expect(s.boxes[0]!.fit!.hours).toBeGreaterThan(0);
    expect(storyView(house, 'KC-9999')).toBeNull();
    expect(compareView(house, `${code},KC-9999`)).toMatchObject({ a: { code }, b: null });
  });
});

describe('what pays', () => {
  const lot = (n: number, service: string, alive: number): Digest => ({
    ...digestOf(house, id())!,
    code: `KC-${1000 + n}`,
    serviceId: service,
    chance: 0.9,
    held: alive === 4 ? 1 : 0,
    lots: [{ ...digestOf(house, id())!.lots[0]!, bagId: 'A1', serviceId: service, animals: 4, counted: 4, alive }],
  });
  let made = 0;
  /** Lines of made-up consignments: copies of the one there is. */
  const lines = (of: readonly (readonly [service: string, alive: number])[]): void => {
    for (const [service, alive] of of) {
      const n = made++;
      const text = JSON.parse(must(exportConsignment(house, code)).text) as { code: string; id: string };
      text.code = `KC-${2000 + n}`;
      text.id = `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
      must(importConsignment(house, JSON.stringify(text), 'keep-both'));
      house.logbook.settle(text.id, { ...lot(n, service, alive), consignmentId: text.id });
    }
  };
  test('gives no verdict from five boxes, and one from many only where chance does not explain it', () => {
    home();
    read(22);
    settleLogbook(house, Infinity);
    lines([
      ...Array<readonly [string, number]>(5).fill(['sable-air', 4]),
      ...Array<readonly [string, number]>(12).fill(['northline-two-day', 1]),
    ]);
    const by = () => paysView(house).groups.find((g) => g.by === 'service_id')!.rows;
    expect(by().map((r) => [r.value, r.boxes, r.verdict])).toEqual([
      ['northline-two-day', 12, null],
      ['sable-air', 5, null],
      ['northline-overnight', 1, null],
    ]);
    expect(by()[1]).toMatchObject({ share: 1, short: 5 });
    lines([
      ...Array<readonly [string, number]>(14).fill(['sable-air', 4]),
      ...Array<readonly [string, number]>(14).fill(['northline-two-day', 1]),
    ]);
    const after = Object.fromEntries(by().map((r) => [r.value, r.verdict]));
    expect(after).toMatchObject({ 'northline-two-day': 'worse', 'sable-air': 'better' });
    const held = heldView(house);
    expect(held.n).toBe(45);
    expect(held.bins[0]).toMatchObject({ n: 45, held: 19 });
    expect(held.drift!.words).toContain('too hopeful');
  }, 60_000);
});

describe('loggers', () => {
  test('a file becomes readings of the box, told against the journey; read twice it is the same', () => {
    home();
    const kept = must(
      keepLogger(
        house,
        file(() => 23),
      ),
    );
    expect(kept.kept).toBe(15);
    expect(
      said(
        keepLogger(
          house,
          file(() => 23),
        ),
      ),
    ).toContain('already here');
    const late = must(keepLogger(house, { ...file(() => 22, 6), name: 'b.csv', shiftH: 8 }));
    expect(late.notes.join(' ')).toMatch(/begins 8.\d h after/);
    expect(said(keepLogger(house, { ...file(() => 22), boxId: '9' }))).toContain('does not exist');
    expect(said(keepLogger(house, { ...file(() => 22), text: 'nothing' }))).toContain('CSV');
    expect(said(keepLogger(house, { ...file(() => 22), place: 'bag' }))).toContain('which bag it was on');
    expect(storyView(house, code)!.boxes[0]!.traces).toHaveLength(2);
  });
  test('struck out it teaches nothing, brought back it does; what a stand-in read never does', () => {
    home();
    const { id: trace } = must(
      keepLogger(
        house,
        file((h) => 24 - 0.4 * h),
      ),
    );
    const learned = () => learnedView(house).figures.map((f) => f.key);
    expect(learned()).toContain('box:box-s');
    must(strikeTrace(house, code, trace));
    expect(learned()).not.toContain('box:box-s');
    must(strikeTrace(house, code, trace, true));
    expect(learned()).toContain('box:box-s');
    must(strikeTrace(house, code, trace));
    must(setPractises(house, true));
    const { notes } = must(readLoggerDevice(house, { code, boxId: doc().boxes[0]!.id, bagId: null, place: 'air' }));
    expect(notes[0]).toContain('Simulated readings');
    expect(learned()).not.toContain('box:box-s');
  });
  test('they travel with the file of the shipment', () => {
    home();
    must(
      keepLogger(
        house,
        file(() => 23),
      ),
    );
    const { text } = must(exportConsignment(house, code));
    const other = houseInMemory(() => now);
    must(importConsignment(other, text, 'ask'));
    expect(must(exportConsignment(other, code)).text).toBe(text);
    other.db.close();
  });
});

describe('learning', () => {
  const of = (key: string) => learnedView(house).figures.find((f) => f.key === key)!;
  const box = () => of(`box:${doc().boxes[0]!.boxTypeId}`);
  const measured = () => house.shelves().all.boxes.find((b) => b.id === doc().boxes[0]!.boxTypeId)!.measured;

  test('one typed arrival temperature moves the box a little, and its weight is told', () => {
    home();
    read(16);
    const f = box();
    expect(f.after.value).toBeGreaterThan(1.002);
    expect(f.after.value).toBeLessThan(1.2);
    expect(f.weight).toBeGreaterThan(0);
    expect(f.weight).toBeLessThan(0.4);
    expect(f.notes[0]).toMatch(/^Few data yet: \d+ % is from your readings/);
  });
  test('a logger tells more than one reading; accepted it is computed with, and undone it is not', () => {
    home();
    read(16);
    const one = box();
    must(
      keepLogger(
        house,
        file((h) => 22 - 0.9 * h),
      ),
    );
    const f = box();
    expect(f.weight).toBeGreaterThan(one.weight);
    expect(measured()).toBeUndefined();
    must(acceptLearned(house, { key: f.key, values: f.values }));
    expect(measured()).toEqual({ factor: f.values.factor, sigma: f.values.sigma });
    expect(box()).toMatchObject({ same: true, acceptedAt: expect.any(String) });
    // What is learned is told against the catalogue, not against itself.
    expect(box().after.value).toBeCloseTo(f.after.value, 9);
    must(undoLearned(house, f.key));
    expect(measured()).toBeUndefined();
    expect(said(undoLearned(house, f.key))).toContain('not in use');
  });
  test('what was read since it was shown is not taken unseen', () => {
    home();
    read(16);
    const { key, values } = box();
    must(
      keepLogger(
        house,
        file((h) => 22 - 0.9 * h),
      ),
    );
    expect(said(acceptLearned(house, { key, values }))).toContain('Look again');
  });
  test('a test at home weighs in, and one made since outranks what was accepted', () => {
    home();
    read(16);
    const before = box();
    must(saveTest(house, { kind: 'box', typeId: 'box-s', found: { factor: 0.8, sigma: 0.03 } }));
    const f = box();
    expect(f.after.value).toBeLessThan(before.after.value);
    expect(f.fromWords).toContain('test at home');
    must(acceptLearned(house, { key: f.key, values: f.values }));
    must(saveTest(house, { kind: 'box', typeId: 'box-s', found: { factor: 1.1, sigma: 0.03 } }));
    expect(measured()).toEqual({ factor: 1.1, sigma: 0.03 });
  });
  test('water of a bag tells how much its animals breathed: more ammonia than calculated, more use', () => {
    home();
    const reckoned = storyView(house, code)!.bags[0]!.foretold!;
    must(
      readBag(house, code, first(), {
        tempC: 20,
        tanMgNL: Math.min(45, reckoned.tanMgNL! * 2),
        pH: reckoned.pH! - 0.25,
      }),
    );
    const f = of('species:lemon-tetra');
    expect(f.after.value).toBeGreaterThan(1.1);
    must(acceptLearned(house, { key: f.key, values: f.values }));
    expect(house.shelves().all.species.find((s) => s.id === 'lemon-tetra')!.measured).toEqual({
      factor: f.values.factor,
      sigma: f.values.sigma,
    });
  });
  test('water that a stand-in read teaches nothing', () => {
    home();
    for (const [quantity, value] of [
      ['tempC', 20],
      ['tanMgNL', 40],
    ] as const)
      house.facts.read(id(), {
        at: house.nowIso(),
        subject: { kind: 'bag', id: first() },
        quantity,
        value,
        unit: '',
        method: 'stand-in',
        note: '',
      });
    expect(learnedView(house).figures.map((f) => f.key)).toEqual(['delay:northline-overnight']);
  });
  test('journeys tell how often a service is late; taken over it stands in its row, and nothing else of it moves', () => {
    home();
    const f = of('delay:northline-overnight');
    expect(f).toMatchObject({ from: 1, unit: '%' });
    must(acceptLearned(house, { key: f.key, values: f.values }));
    const service = house.shelves().all.services.find((s) => s.id === 'northline-overnight')!;
    expect(service.delay!.oneDay).toBeCloseTo(f.values.oneDay!, 9);
    expect(service.legs.length).toBeGreaterThan(0);
  });
  test('an assumption that was learned goes back to what a hand had there', () => {
    home();
    // Nobody ticked a bag: no minutes are told.
    expect(learnedView(house).figures.some((f) => f.key.startsWith('assumption:packing'))).toBe(false);
    expect(ownAssumptions(house)).toEqual({});
  });
});
