import { orderAdvice, departure } from '@/core/calendar/departure';
import { doorProblems } from '@/core/consignment/validate';
import { catalogue } from '@/core/catalogue';
import { houseInMemory } from '@/tests/house';
import { exampleConsignment } from '@/tests/example';
import { COUNT } from '@/records/csv';
import { addRecord, must, orderInput, said } from '@/tests/order';
import { saveBags } from '@/server/bag/bags';
import { benchView } from '@/server/bench/view';
import { boxView } from '@/server/box/view';
import { catalogueOf, tryEvaluate } from '@/server/consignment/result';
import { frameView, stationOf } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { importCsv, undoImport } from '@/server/records/csv';
import { removeRecord } from '@/server/records/records';
import { saveReading } from '@/server/stock/readings';
import { checkOrder } from './advice';
import { saveOrder } from './order';
import { orderChoices } from './view';

let now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());
const stored = (code: string) => house.consignments.byCode(code)!;

describe('an order that changes', () => {
  test('keeps the bags that hands have made, and says what of them changed', () => {
    const { code } = must(saveOrder(house, orderInput(house)));
    const c = stored(code).document;
    const bags = c.bags.map((b) => ({ ...b, gasL: b.gasL + 0.4 }));
    must(saveBags(house, { code, version: 1, bags, sourceWater: c.sourceWater }));
    const o = orderInput(house, { code, version: 2 });
    const r = must(saveOrder(house, { ...o, lines: [{ ...o.lines[0]!, count: 11 }] }));
    expect(stored(code).document.bags.slice(0, bags.length)).toEqual(bags);
    expect(r.reasons.join(' ')).toMatch(/3 Lemon tetra more/);
  });

  test('of which some animals have no bag says so in the heading and on the Bench', () => {
    now = Date.parse('2026-11-26T08:00:00Z');
    const { code } = must(saveOrder(house, orderInput(house)));
    const c = stored(code).document;
    const [first, ...rest] = c.bags;
    const fewer = { ...first!, animals: [{ ...first!.animals[0]!, count: first!.animals[0]!.count - 2 }] };
    must(saveBags(house, { code, version: 1, bags: [fewer, ...rest], sourceWater: c.sourceWater }));
    expect(frameView(stationOf(house, code)!).concerns[0]).toMatchObject({
      severity: 'stop',
      finding: { code: 'miscounted', of: 'Lemon tetra', ordered: 8, bagged: 6 },
    });
    expect(benchView(house).concerns.map((x) => x.id)).toContain(`shipment:${code}:miscounted:Lemon tetra`);
    const onBench = benchView(house).onTheWay.find((x) => x.code === code)!;
    expect(onBench.mark).toBe('stop');
  });

  test('that is an own move may have begun already; one that is sent may not', () => {
    const past = {
      handOverLocal: '2026-11-24T08:00',
      windowStartLocal: '',
      windowEndLocal: '',
      openingLocal: '2026-11-25T09:00',
    };
    must(saveOrder(house, orderInput(house, { ...past, direction: 'own-move', serviceId: 'own-car' })));
    expect(said(saveOrder(house, orderInput(house, past)))).toMatch(/in the past/);
  });
});

describe('what is said to an order', () => {
  const c = () => stored(must(saveOrder(house, orderInput(house))).code).document;
  const advice = (handOverAt: string) => {
    const base = c();
    const services = catalogueOf(base, house).services.map((s) =>
      s.id === base.serviceId
        ? {
            ...s,
            counters: [
              { days: [1, 2, 3, 4], cutOff: '19:30' },
              { days: [5], cutOff: '17:30', last: '17:30' },
            ],
          }
        : s,
    );
    const day = new Date(handOverAt);
    return orderAdvice(
      { ...base, handOverAt, window: null, openingAt: new Date(day.getTime() + 30 * 3600_000).toISOString() },
      { ...catalogueOf(base, house), services },
      house.calendar(base),
      now,
    ).map((x) => x.message);
  };
  test('a drop-off after the last acceptance of that weekday is told, whatever else speaks against the day', () => {
    expect(advice('2026-11-27T18:55:00.000Z').join(' ')).toMatch(/until 17:30 that day; 18:55 is too late/);
  });

  test('the reasons of the earliest day are told of that day, not of a later one that was chosen', () => {
    const base = c();
    const at = (handOverAt: string) =>
      departure({ ...base, handOverAt }, catalogueOf(base, house), house.calendar(base), now).sentence;
    expect(at('2026-11-26T19:00:00.000Z')).toMatch(
      /Leaves .* Thu 26 Nov .*, because the Lemon tetra of tank 7 must fast/,
    );
    const later = at('2026-12-01T19:00:00.000Z');
    expect(later).toMatch(/^Leaves Coimbra on Tue 1 Dec at 19:00; Northline/);
    expect(later).toMatch(/would be the earliest, because the Lemon tetra/);
    expect(later.split('. ')[0]).not.toMatch(/because/);
  });

  test('an order that has no code yet is told as this order, and a wish for the counter as a sentence', () => {
    must(saveOrder(house, orderInput(house)));
    const o = orderInput(house, {
      handOverLocal: '2026-11-27T16:00',
      windowStartLocal: '2026-11-30T09:00',
      windowEndLocal: '2026-11-30T12:00',
      openingLocal: '2026-11-30T10:30',
    });
    const r = must(checkOrder(house, o));
    const text = [r.sentence, ...r.advice.map((x) => x.message)].join(' ');
    expect(text).toMatch(/this order/);
    expect(text).not.toMatch(/KC-0000|it is got/);
  });
});

describe('tanks that are received into', () => {
  test('an own tank brings its litres and whether fish live in it', () => {
    const tank = addRecord(house, 'tank', { name: 'K4', volumeL: '120', use: 'stock' });
    addRecord(house, 'lot', { tankId: tank, speciesId: 'guppy', sex: 'unsexed', count: '4' });
    expect(orderChoices(house, null).tanks.find((t) => t.name === 'K4')).toMatchObject({
      volumeL: '120',
      residents: 'yes',
    });
  });
});

describe('lists from files', () => {
  test('a line that is told as wrong leaves nothing behind', () => {
    const text = 'What,Name,Counted in,How many\r\nOther,Good thing,pieces,3\r\nOther,Bad thing,pieces,-5';
    const mapping = ['kind', 'name', 'unit', COUNT];
    const report = must(importCsv(house, 'supply', { text, mapping, commit: true }));
    expect(report).toMatchObject({ added: 1 });
    expect(report.problems.map((p) => p.line)).toEqual([3]);
    const names = house.records.list('supply', 'all').map((r) => r.name);
    expect(names).toContain('Good thing');
    expect(names).not.toContain('Bad thing');
  });

  test('an import that can only partly be taken back is not taken back at all, and says why', () => {
    const text = 'Tank,Water,For\r\nX1,100,Stock\r\nX2,100,Stock';
    const report = must(importCsv(house, 'tank', { text, mapping: null, commit: true }));
    const [x1, x2] = ['X1', 'X2'].map((n) => house.records.byKey('tank', n)!.id);
    must(removeRecord(house, x1!));
    expect(said(undoImport(house, report.undo!))).toMatch(/Tank X1 cannot be undone.*Nothing of the import/);
    expect(house.records.byId(x2!)!.deletedAt).toBeNull();
    // It can be tried again once that is mended.
    expect(house.arrivals.setting(report.undo!)).not.toBeNull();
  });
});

test('a box lined until nothing fits is refused at its lining', () => {
  const e = exampleConsignment();
  const lining = Array.from({ length: 6 }, () => ({ name: 'Sheet', thicknessCm: 5, kWPerMK: 0.035 }));
  const problems = doorProblems({ ...e, boxes: [{ ...e.boxes[0]!, lining }] }, catalogue, {});
  expect(problems).toEqual([
    { path: 'boxes.0.lining', message: expect.stringMatching(/30 cm thick on each side.*no room/) as string },
  ]);
});

test('clearance under the packs, as the house has it, is kept free on Box', () => {
  const { code } = must(saveOrder(house, orderInput(house)));
  const s = stationOf(house, code)!;
  const withPack = { ...s.c, boxes: s.c.boxes.map((b) => ({ ...b, packs: [{ packId: 'heat-40h', count: 1 }] })) };
  const room = (packClearanceCm: number): number => {
    const c = { ...withPack, assumptions: { packClearanceCm } };
    return boxView(house, c, must(tryEvaluate(house, c))).views[0]!.arrangement.roomCm;
  };
  expect(room(1) - room(3.5)).toBeCloseTo(2.5, 9);
});

describe('a day on which its carrier does not take it, or leaves it standing', () => {
  const christmas = {
    handOverLocal: '2026-12-24T19:00',
    windowStartLocal: '2026-12-25T09:00',
    windowEndLocal: '2026-12-25T12:00',
    openingLocal: '2026-12-25T10:30',
  };
  const at = (): string => must(saveOrder(house, orderInput(house, christmas))).code;
  test('is never green: in the heading, on the Bench and in the list', () => {
    const code = at();
    expect(frameView(stationOf(house, code)!).concerns[0]).toMatchObject({
      severity: 'stop',
      finding: { code: 'cannot-leave', why: expect.stringMatching(/wait until .* for Christmas/) },
    });
    expect(frameView(stationOf(house, code)!).overall!.state).toBe('stop');
    expect(stored(code).result).toMatchObject({ state: 'stop', rests: expect.stringContaining('Christmas') });
    now = Date.parse('2026-12-24T10:00:00Z');
    expect(benchView(house).onTheWay.find((x) => x.code === code)!.mark).toBe('stop');
  });
  test('of another day or of one’s own car nothing is said', () => {
    expect(stored(must(saveOrder(house, orderInput(house))).code).result!.rests).toBeUndefined();
    const own = orderInput(house, {
      ...christmas,
      serviceId: 'own-car',
      windowStartLocal: '',
      windowEndLocal: '',
      openingLocal: '2026-12-26T19:00',
    });
    expect(stored(must(saveOrder(house, own)).code).result!.rests).toBeUndefined();
  });
  test('an hour after the counter takes nothing is told with it', () => {
    const late = orderInput(house, { handOverLocal: '2026-11-26T23:30' });
    expect(stored(must(saveOrder(house, late)).code).result!.rests).toMatch(/23:30 is too late/);
  });
});

test('a move of one’s own by a carrier is refused at its field', () =>
  expect(said(saveOrder(house, orderInput(house, { direction: 'own-move' })))).toMatch(/is a carrier/));

test('of a tank that was read in part the order is offered that part, and nothing besides', () => {
  const tankId = addRecord(house, 'tank', { name: '7', volumeL: '100', use: 'stock' });
  must(
    saveReading(house, {
      tankId,
      at: '',
      tempC: '24',
      pH: '6.4',
      khDkh: '',
      ghDgh: '',
      salinity: '',
      tanMgNL: '',
      nitrateMgL: '',
    }),
  );
  expect(orderChoices(house, null).tanks.find((t) => t.name === '7')!.water).toEqual({
    tempC: '24',
    pH: '6.4',
    tempCAt: house.nowIso(),
    pHAt: house.nowIso(),
  });
});
