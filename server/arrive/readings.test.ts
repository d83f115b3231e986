import { bringHome, must, orderInput, pathsOf, said } from '@/tests/order';
import { standing } from '@/core/consignment/facts';
import { tryEvaluate } from '@/server/consignment/result';
import { undo } from '@/server/consignment/change';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { bagViews } from '@/server/bag/view';
import { laneViews } from './view';
import { saveReadings, type ReadingsInput } from './readings';

let now = 0;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const facts = () => house.facts.of(stored().document.id).observations;
type BagInput = ReadingsInput['bags'][number];
const animalsOf = (id: string): number =>
  stored()
    .document.bags.find((b) => b.id === id)!
    .animals.reduce((n, a) => n + a.count, 0);
const bag = (change: Partial<BagInput> = {}): BagInput => {
  const id = stored().document.bags[0]!.id;
  return {
    bagId: id,
    tempC: null,
    pH: null,
    salinity: null,
    alive: null,
    dead: null,
    doubtful: null,
    note: '',
    ...change,
  };
};
const save = (bags: BagInput[], tanks: ReadingsInput['tanks'] = {}, version = stored().version) =>
  saveReadings(house, { code, version, bags, tanks });

beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = openHouse(null, () => now, 0);
  code = must(saveOrder(house, orderInput(house))).code;
  bringHome(house, code, (ms) => (now = ms));
});
afterEach(() => house.db.close());

describe('what was found on arrival', () => {
  test('becomes facts, each with its unit; what nobody took becomes none', () => {
    const before = facts().length;
    must(save([bag({ tempC: 19.5 })], { Q: { tempC: 25, pH: 7.4 } }));
    expect(
      facts()
        .slice(before)
        .map((o) => [o.subject.kind, o.subject.id, o.quantity, o.value, o.unit]),
    ).toEqual([
      ['bag', stored().document.bags[0]!.id, 'tempC', 19.5, '°C'],
      ['tank', 'Q', 'tempC', 25, '°C'],
      ['tank', 'Q', 'pH', 7.4, ''],
    ]);
  });

  test('an empty form is no reading at all', () => {
    const before = facts().length;
    must(save([bag()]));
    expect(facts()).toHaveLength(before);
    expect(stored().document.actual.bags).toEqual([]);
  });

  test('saved again unchanged it tells nothing anew; one figure more is one fact more, with its own instant', () => {
    must(save([bag({ tempC: 19.5 })]));
    const once = facts().length;
    now += 600_000;
    must(save([bag({ tempC: 19.5 })]));
    expect(facts()).toHaveLength(once);
    now += 600_000;
    must(save([bag({ tempC: 19.5, pH: 6.6 })]));
    expect(facts()).toHaveLength(once + 1);
    expect(facts().at(-1)).toMatchObject({ quantity: 'pH', value: 6.6, at: new Date(now).toISOString() });
  });

  test('a figure typed over leaves the first one where it was', () => {
    must(save([bag({ tempC: 19.5 })]));
    must(save([bag({ tempC: 18.9 })]));
    expect(
      standing(facts())
        .filter((o) => o.quantity === 'tempC')
        .map((o) => o.value),
    ).toEqual([19.5, 18.9]);
    expect(stored().document.actual.bags[0]!.tempC).toBe(18.9);
  });

  test('undo strikes out what came with it and brings the reading of before back', () => {
    must(save([bag({ tempC: 19.5 })]));
    must(save([bag({ tempC: 18.9 })]));
    must(undo(house, code));
    expect(stored().document.actual.bags[0]!.tempC).toBe(19.5);
    expect(facts().some((o) => o.value === 18.9)).toBe(true);
  });

  test('counts are all of them or none: what does not add up is told with both sums', () => {
    const n = animalsOf(bag().bagId);
    must(save([bag({ alive: n, dead: 0, doubtful: 0 })]));
    const wrong = save([bag({ alive: n, dead: 1, doubtful: 0 })]);
    expect(said(wrong)).toBe(`Bag ${bag().bagId} left with ${n} animals; alive, dead and doubtful make ${n + 1}.`);
    expect(pathsOf(wrong)).toEqual(['bags.0.alive']);
    must(save([bag({ alive: n - 2, dead: 1, doubtful: 1 })]));
  });

  test.each<[string, () => ReturnType<typeof save>, RegExp]>([
    ['a bag that is not there', () => save([bag({ bagId: 'Z9', tempC: 20 })]), /no bag Z9/],
    ['a tank that is not there', () => save([bag()], { Elsewhere: { tempC: 25 } }), /no receiving tank Elsewhere/],
    ['boiling water', () => save([bag({ tempC: 60 })]), /temperature/i],
    ['half an animal', () => save([bag({ alive: 1.5 })]), /whole animals/],
    ['an older state of the page', () => save([bag({ tempC: 20 })], {}, 1), /meanwhile/],
  ])('%s is refused and nothing is written', (_, act, words) => {
    const before = [facts().length, stored().version];
    expect(said(act())).toMatch(words);
    expect([facts().length, stored().version]).toEqual(before);
  });
});

describe('what the screens draw of it', () => {
  const evaluated = () => must(tryEvaluate(house, stored().document));

  test('bag curves have a point every half hour from the sealing on, and read what the engine computed', () => {
    const e = evaluated();
    const [view] = bagViews(house, stored().document, e);
    expect(view!.hours.map((h) => h.h)).toEqual(view!.hours.map((_, k) => k / 2));
    const perHour = Math.round(1 / e.stepH);
    for (const h of [0, 3, 11]) expect(view!.hours[2 * h]!.tempC).toBeCloseTo(e.bags[0]!.tempC[h * perHour]!, 2);
    expect(view!.hours.at(-1)!.h).toBeLessThanOrEqual(e.deadlineH + 48);
  });

  test('methods have a point a minute, to their end', () => {
    must(save([bag({ tempC: 19.5, pH: 6.7 })], { Q: { tempC: 25, pH: 7.4 } }));
    for (const lane of laneViews(house, stored().document, evaluated(), [], now))
      for (const m of lane.methods) {
        expect(m.minutes.slice(0, 5)).toEqual([0, 1, 2, 3, 4]);
        expect(m.nh3).toHaveLength(m.minutes.length);
        expect(m.pH).toHaveLength(m.minutes.length);
        expect(m.minutes.at(-1)!).toBeGreaterThanOrEqual(m.transferAtMin);
      }
  });
});
