import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, said } from '@/tests/order';
import { bagLabel } from '@/core/papers/bag-label';
import { MIN } from '@/core/quantities/time';
import { undo } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { doDeed, type Deed } from '@/server/queue/deeds';
import { journalView } from '@/server/room/journal-view';
import { tick } from './events';
import { gateFindings, missingAtGate } from './gate';
import { packRunView } from './run-view';

let now = Date.parse('2026-11-26T15:00:00Z');
let house: House;
let code = '';
let lot = '';
const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
const c = () => house.consignments.byCode(code)!.document;
const does = (deed: Deed, agoMs = 0) => doDeed(house, deed, agoMs, who);
const bag = () => c().bags[0]!;
const line = () => c().lines[0]!;
const of = () => ({ code, bagId: bag().id, lineId: bag().animals[0]!.lineId });
const ticks = () => house.facts.ticks(c().id);

beforeEach(() => {
  now = Date.parse('2026-11-26T15:00:00Z');
  house = houseInMemory(() => now);
  const tankId = addRecord(house, 'tank', { name: '7', volumeL: '100', use: 'stock' });
  const other = addRecord(house, 'tank', { name: '8', volumeL: '100', use: 'stock' });
  lot = addRecord(house, 'lot', { speciesId: 'lemon-tetra', tankId, count: '30' });
  addRecord(house, 'lot', { speciesId: 'lemon-tetra', tankId: other, count: '5' });
  const input = orderInput(house);
  code = must(saveOrder(house, { ...input, lines: [{ ...input.lines[0]!, lotId: lot }] })).code;
});
afterEach(() => house.db.close());

describe('closing a bag', () => {
  test('seals the first bag at the instant of the press; the only one taken back takes the sealing back', () => {
    must(does({ deed: 'tick', code, key: `bag:${bag().id}`, done: true }, 4 * MIN));
    expect(c().actual.sealedAt).toBe(new Date(now - 4 * MIN).toISOString());
    expect(house.ledger.amount(lot)).toBe(22);
    must(does({ deed: 'tick', code, key: `bag:${bag().id}`, done: false }));
    expect(c().actual.sealedAt).toBeNull();
    expect(house.ledger.amount(lot)).toBe(30);
  });
  test('an instant that a hand told stays, whatever is ticked', () => {
    must(does({ deed: 'event', code, name: 'sealedAt' }, 30 * MIN));
    const told = c().actual.sealedAt;
    must(does({ deed: 'tick', code, key: `bag:${bag().id}`, done: true }));
    must(does({ deed: 'tick', code, key: `bag:${bag().id}`, done: false }));
    expect(c().actual.sealedAt).toBe(told);
  });
  test('twice, by two helpers, is once: the first instant stands and nobody is refused', () => {
    must(does({ deed: 'tick', code, key: 'labels', done: true }, 5 * MIN));
    must(does({ deed: 'tick', code, key: 'labels', done: true }));
    expect(ticks().get('labels')).toBe(new Date(now - 5 * MIN).toISOString());
    expect(house.facts.of(c().id).events.filter((e) => e.kind === 'ticked')).toHaveLength(1);
  });
});

describe('what hands find', () => {
  test('one fewer: bag, order, label, invoice and stock follow, in one press that can be undone', () => {
    must(does({ deed: 'tick', code, key: `bag:${bag().id}`, done: true }));
    must(does({ deed: 'count', ...of(), count: 7, why: 'fewer' }));
    must(does({ deed: 'count', ...of(), count: 7, why: 'fewer' }));
    expect([line().count, bag().animals[0]!.count]).toEqual([7, 7]);
    expect(house.ledger.amount(lot)).toBe(23);
    expect(bagLabel(c(), bag(), catalogueOf(c(), house)).animals[0]!.count).toBe(7);
    expect(packRunView(house, [code], null).steps.find((s) => s.key === 'labels')!.detail).toContain('7 Lemon tetra');
    expect(must(undo(house, code))).toContain('the count of bag');
  });
  test('none left of an order cannot be sent', () => {
    expect(said(does({ deed: 'count', ...of(), count: 0, why: 'stays' }))).toContain('Cancel the order');
    expect(line().count).toBe(8);
  });
  test('one from another tank: the bag keeps its number, each tank gives its own', () => {
    const view = packRunView(house, [code], null);
    const from = view.others.find((o) => o.tank === '8')!;
    must(does({ deed: 'tick', code, key: `bag:${bag().id}`, done: true }));
    must(does({ deed: 'swap', ...of(), tank: '8', lotId: from.lotId, left: 7 }));
    must(does({ deed: 'swap', ...of(), tank: '8', lotId: from.lotId, left: 7 }));
    expect(c().lines.map((l) => [l.tank, l.count])).toEqual([
      ['7', 7],
      ['8', 1],
    ]);
    expect(bag().animals.map((x) => x.count)).toEqual([7, 1]);
    expect([house.ledger.amount(lot), house.ledger.amount(from.lotId)]).toEqual([23, 4]);
  });
  test('sexes are counted into the label; more males than animals are refused', () => {
    must(does({ deed: 'sexes', ...of(), males: 3 }));
    const step = packRunView(house, [code], null).steps.find((s) => s.key === `bag:${bag().id}`)!;
    expect(step.detail).toContain('3 male, 5 female');
    expect(bagLabel(c(), bag(), catalogueOf(c(), house)).animals[0]!.sexes).toEqual({ males: 3, females: 5 });
    expect(said(does({ deed: 'sexes', ...of(), males: 9 }))).toContain('more males than animals');
  });
  test('a blemish goes on the label and into the facts, once', () => {
    must(does({ deed: 'blemish', code, bagId: bag().id, words: 'torn fin' }));
    must(does({ deed: 'blemish', code, bagId: bag().id, words: 'torn fin' }));
    expect(bag().labelNotes).toBe('torn fin');
    expect(house.facts.of(c().id).observations.filter((o) => o.quantity === 'blemish')).toMatchObject([
      { word: 'torn fin', method: 'seen', subject: { kind: 'bag', id: bag().id } },
    ]);
    // Seen at the packing, it is no reading of the arrival.
    expect(c().actual.bags).toEqual([]);
  });
  test('a dose that was not planned goes on the label, into the steps and into the facts, once', () => {
    addRecord(house, 'supply', {
      name: 'Calm drops',
      kind: 'treatment',
      unit: 'mL',
      'label.kind': 'conditioner',
      'label.unit': 'mL',
      'label.perL': '0.2',
    });
    const bottle = packRunView(house, [code], null).consignments[0]!.bottles.find((t) => t.name === 'Calm drops')!;
    must(does({ deed: 'dose', code, bagId: bag().id, treatmentId: bottle.id, times: 1 }));
    must(does({ deed: 'dose', code, bagId: bag().id, treatmentId: bottle.id, times: 1 }));
    expect(bag().treatments).toEqual([{ id: bottle.id, times: 1 }]);
    expect(bagLabel(c(), bag(), catalogueOf(c(), house)).treated.join(' ')).toContain('Calm drops');
    expect(house.facts.of(c().id).events.filter((e) => e.kind === 'dosed')).toHaveLength(1);
    expect(JSON.stringify(packRunView(house, [code], null).steps)).toContain('of Calm drops');
  });
  test('a dose of a bottle that is not in stock is refused', () =>
    expect(said(does({ deed: 'dose', code, bagId: bag().id, treatmentId: 'nothing', times: 1 }))).toContain(
      'no longer in stock',
    ));

  test('a bag that leaks stands open again, and with it everything that was closed over it', () => {
    const keys = packRunView(house, [code], null).steps.map((s) => s.key);
    for (const key of keys) must(tick(house, code, key, true));
    must(does({ deed: 'leaks', code, bagId: bag().id }));
    const box = bag().boxId;
    const opened = [
      `bag:${bag().id}`,
      'stand',
      `in:${bag().id}`,
      ...['fill', 'lid', 'out', 'weigh'].map((k) => `${k}:${box}`),
      'papers',
    ];
    expect(new Set(keys.filter((k) => !ticks().has(k)))).toEqual(new Set(opened));
    expect(journalView(house, {}).lines.some((l) => /leaked/.test(l.words))).toBe(true);
  });
});

describe('the order of the work', () => {
  const does_ = (key: string, done = true) => does({ deed: 'tick', code, key, done });
  test('nothing is closed while what it holds is open, whoever presses', () => {
    const box = bag().boxId;
    for (const key of [`fill:${box}`, `lid:${box}`, `out:${box}`, `weigh:${box}`, 'papers'])
      expect([key, said(does_(key))]).toEqual([key, expect.stringContaining('Do that first')]);
    expect([...ticks().keys()]).toEqual([]);
  });
  test('what was closed over a step is taken back before it', () => {
    must(does_(`bag:${bag().id}`));
    must(does_('stand'));
    expect(said(does_(`bag:${bag().id}`, false))).toContain('Leak stand');
    must(does_('stand', false));
    must(does_(`bag:${bag().id}`, false));
  });
});

describe('the gate', () => {
  const hand = (because = '') => does({ deed: 'handOver', code, because, receipt: '', takenBy: '', clock: '' });
  const packed = () => {
    for (const s of packRunView(house, [code], null).steps) {
      now += 11 * MIN;
      must(does({ deed: 'tick', code, key: s.key, done: true }));
      if (s.key.startsWith('weigh:')) must(does({ deed: 'weigh', code, boxId: s.boxId!, kg: 2, method: 'typed' }));
    }
  };
  test('is open for what was done in its time; a day on which the courier rests wants a reason', () => {
    packed();
    expect(missingAtGate(house, house.consignments.byCode(code)!)).toEqual([]);
    now = Date.parse('2026-12-25T15:00:00Z');
    expect(missingAtGate(house, house.consignments.byCode(code)!).map((m) => m.words)).toEqual([
      expect.stringMatching(/25 Dec is Natal|Christmas/),
    ]);
    expect(said(hand())).toMatch(/One thing is missing/);
    must(hand('they are collected by the buyer'));
  });
  test('a plan below the mark of the house wants a reason', () => {
    packed();
    const stored = house.consignments.byCode(code)!;
    house.consignments.replace(
      stored.document,
      { ...stored.result!, chance: 0.7, draws: 200, worstSlackH: 4 },
      house.nowIso(),
    );
    expect(said(hand())).toMatch(/140 of 200 simulated trips good/);
    must(hand('the buyer knows'));
  });
});

describe('packs', () => {
  const heat = () => house.shelves().offered.packs.find((p) => p.kind === 'heat')!.id;
  beforeEach(() => {
    const stored = house.consignments.byCode(code)!;
    house.consignments.replace(
      { ...c(), boxes: c().boxes.map((b) => ({ ...b, packs: [{ packId: heat(), count: 2 }] })) },
      stored.result,
      house.nowIso(),
    );
  });
  const view = () => packRunView(house, [code], null).consignments[0]!;
  test('are opened together by their step, each with its instant; taken back together', () => {
    must(does({ deed: 'tick', code, key: `pack:${heat()}`, done: true }, 10 * MIN));
    const at = new Date(now - 10 * MIN).toISOString();
    expect(view().packs.map((p) => p.openedAt)).toEqual([at, at]);
    must(does({ deed: 'tick', code, key: `pack:${heat()}`, done: false }));
    expect(view().packs.map((p) => p.openedAt)).toEqual([null, null]);
  });
  test('a dud is named at the gate until another lies in its place; the same press twice opens one', () => {
    must(does({ deed: 'tick', code, key: `pack:${heat()}`, done: true }, 40 * MIN));
    const { id } = view().packs[0]!;
    must(does({ deed: 'readPack', code, packId: id, surfaceC: 21, roomC: 20, method: 'typed' }));
    const missing = () => gateFindings(house, house.consignments.byCode(code)!).map((m) => m.words);
    expect(missing()).toEqual([expect.stringMatching(/Pack 1 read 21 °C.*failed/)]);
    now += 60_000;
    must(does({ deed: 'openPack', code, packId: id, batch: '', nth: 2 }));
    must(does({ deed: 'openPack', code, packId: id, batch: '', nth: 2 }));
    expect(view().packs[0]).toMatchObject({ opened: 2, openedAt: new Date(now).toISOString() });
    expect(missing()).toEqual([]);
  });
});

test('the run holds no price, and tells what was changed on the desk after it was done', () => {
  must(tick(house, code, `bag:${bag().id}`, true));
  expect(packRunView(house, [code], null).steps.every((s) => s.was === null)).toBe(true);
  must(does({ deed: 'count', ...of(), count: 6, why: 'fewer' }));
  const view = packRunView(house, [code], null);
  expect(view.steps.filter((s) => s.was).map((s) => s.key)).toEqual([`bag:${bag().id}`]);
  expect(view.steps.find((s) => s.was)!.was).toContain('8 Lemon tetra');
  expect(JSON.stringify(view)).not.toMatch(/price|cost|charge/i);
});
