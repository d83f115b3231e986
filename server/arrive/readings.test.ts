import { houseInMemory } from '@/tests/house';
import { bringHome, must, orderInput, readBag, readTank, said } from '@/tests/order';
import { airIn, unstruck } from '@/core/consignment/project-facts';
import { tryEvaluate } from '@/server/consignment/result';
import { undo } from '@/server/consignment/change';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { bagViews } from '@/server/bag/view';
import { doDeed } from '@/server/queue/deeds';

import { tellReadings } from './readings';
import { laneViews } from './view';

const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
let now = 0;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const facts = () => house.facts.of(stored().document.id).observations;
const first = (): string => stored().document.bags[0]!.id;
const animalsOf = (id: string): number =>
  stored()
    .document.bags.find((b) => b.id === id)!
    .animals.reduce((n, a) => n + a.count, 0);
const bag = (figures: object, note?: string) => readBag(house, code, first(), figures, note);
const tank = (figures: object, name = 'Q') => readTank(house, code, name, figures);
/** As a phone sends it, from the queue. */
const sent = (of: object, sure = false, agoMs = 0) =>
  doDeed(house, { deed: 'readings', code, of: [of], sure }, agoMs, who);
const ofTemp = () => unstruck(facts()).flatMap((o) => (o.quantity === 'tempC' ? [o.value] : []));

beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
  bringHome(house, code, (ms) => (now = ms));
});
afterEach(() => house.db.close());

describe('what was measured on arrival', () => {
  test('becomes facts, each with its unit; what nobody took becomes none', () => {
    const before = facts().length;
    must(bag({ tempC: 19.5 }));
    must(tank({ tempC: 25, pH: 7.4, oxygenMgL: 8.1, tdsMgL: 210 }));
    expect(
      facts()
        .slice(before)
        .map((o) => [o.subject.kind, o.subject.id, o.quantity, o.value, o.unit]),
    ).toEqual([
      ['bag', first(), 'tempC', 19.5, '°C'],
      ['tank', 'Q', 'tempC', 25, '°C'],
      ['tank', 'Q', 'pH', 7.4, ''],
      ['tank', 'Q', 'oxygenMgL', 8.1, 'mg/L'],
      ['tank', 'Q', 'tdsMgL', 210, 'mg/L'],
    ]);
  });

  test('told again unchanged it tells nothing again; one figure more is one fact more, with the instant of its press', () => {
    must(bag({ tempC: 19.5 }));
    const once = facts().length;
    now += 600_000;
    must(bag({ tempC: 19.5 }));
    expect(facts()).toHaveLength(once);
    now += 600_000;
    must(sent({ kind: 'bag', id: first(), figures: { pH: 6.6 } }, false, 120_000));
    expect(facts()).toHaveLength(once + 1);
    expect(facts().at(-1)).toMatchObject({ quantity: 'pH', value: 6.6, at: new Date(now - 120_000).toISOString() });
  });

  test('a figure typed over leaves the first one where it was', () => {
    must(bag({ tempC: 19.5 }));
    must(bag({ tempC: 18.9 }));
    expect(ofTemp()).toEqual([19.5, 18.9]);
    expect(stored().document.actual.bags[0]!.tempC).toBe(18.9);
  });

  test('two phones at one bag, each with its own figure, lose nothing; nor do two at two', () => {
    const second = stored().document.bags[1]?.id ?? first();
    must(sent({ kind: 'bag', id: first(), figures: { tempC: 19.5 } }));
    must(sent({ kind: 'bag', id: first(), figures: { pH: 6.6 } }, false, 60_000));
    must(sent({ kind: 'bag', id: second, figures: { khDkh: 4, tanMgNL: 5 } }, false, 90_000));
    const read = (id: string) => stored().document.actual.bags.find((b) => b.bagId === id)!;
    expect(read(first())).toMatchObject({ tempC: 19.5, pH: 6.6 });
    expect(read(second)).toMatchObject({ khDkh: 4, tanMgNL: 5 });
  });

  test('undo strikes out what came with it and brings the reading of before back', () => {
    must(bag({ tempC: 19.5 }));
    must(bag({ tempC: 18.9 }));
    must(undo(house, code));
    expect(stored().document.actual.bags[0]!.tempC).toBe(19.5);
    expect(facts().some((o) => o.value === 18.9)).toBe(true);
  });

  test('a slip is taken back by an empty figure, of a bag and of a tank, and stays told', () => {
    must(bag({ tempC: 19.5 }, 'pale'));
    must(tank({ pH: 7.4 }));
    must(sent({ kind: 'bag', id: first(), figures: { tempC: null }, note: '' }));
    must(sent({ kind: 'tank', id: 'Q', figures: { pH: null } }));
    expect(stored().document.actual.bags).toEqual([]);
    expect(stored().document.actual.tanks).toEqual({});
    expect(facts().filter((o) => o.value === 19.5 || o.value === 7.4)).toHaveLength(2);
  });

  test('what looks odd is asked about once, and kept where it is so', () => {
    const n = animalsOf(first());
    const odd = { kind: 'bag', id: first(), figures: { alive: n + 2, dead: 0, doubtful: 0 } };
    const before = facts().length;
    expect(said(sent(odd))).toBe(`${first()}: ${n + 2} counted, ${n} on the label: 2 more than arrived?`);
    expect(said(sent({ kind: 'bag', id: first(), figures: { pH: 9.6 } }))).toMatch(/pH 9\.6 in a closed bag/);
    expect(facts()).toHaveLength(before);
    must(sent(odd, true));
    expect(stored().document.actual.bags[0]!.alive).toBe(n + 2);
  });

  test.each<[string, object, RegExp]>([
    ['a bag that is not there', { kind: 'bag', id: 'Z9', figures: { tempC: 20 } }, /no bag Z9/],
    [
      'a tank that is not there',
      { kind: 'tank', id: 'Elsewhere', figures: { tempC: 25 } },
      /no receiving tank Elsewhere/,
    ],
    ['boiling water', { kind: 'bag', id: 'A1', figures: { tempC: 60 } }, /at most 35/],
    ['half an animal', { kind: 'bag', id: 'A1', figures: { alive: 1.5 } }, /action is unknown/],
  ])('%s is refused and nothing is written', (_, of, words) => {
    const before = [facts().length, stored().version];
    expect(said(sent(of))).toMatch(words);
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
    must(bag({ tempC: 19.5, pH: 6.7 }));
    must(tank({ tempC: 25, pH: 7.4 }));
    for (const lane of laneViews(house, stored().document, evaluated(), [], now))
      for (const m of lane.methods) {
        expect(m.minutes.slice(0, 5)).toEqual([0, 1, 2, 3, 4]);
        expect(m.nh3).toHaveLength(m.minutes.length);
        expect(m.pH).toHaveLength(m.minutes.length);
        expect(m.minutes.at(-1)!).toBeGreaterThanOrEqual(m.transferAtMin);
      }
  });
});

test('what a stand-in has read is practice: it counts, and is never called a measurement', () => {
  const of = [{ kind: 'bag', id: first(), figures: { tempC: 20.5, pH: 6.6 } }];
  must(doDeed(house, { deed: 'readings', code, of, sure: false, method: 'stand-in' }, 0, who));
  must(bag({ khDkh: 4 }));
  expect(facts().map((o) => [o.quantity, o.method])).toEqual([
    ['tempC', 'stand-in'],
    ['pH', 'stand-in'],
    ['khDkh', 'typed'],
  ]);
});

test('the air of a box is told as a fact of its own; of a box that is not there it is refused', () => {
  const of = (id: string) => [{ kind: 'box' as const, id, figures: { tempC: 13.5 } }];
  const c = () => house.consignments.byCode(code)!.document;
  const at = new Date(house.nowMs()).toISOString();
  must(tellReadings(house, { code, sure: true, of: of(c().boxes[0]!.id) }, at));
  expect(airIn(house.facts.of(c().id).observations, c().boxes[0]!.id)).toBe(13.5);
  expect(said(tellReadings(house, { code, sure: true, of: of('Z') }, at))).toContain('no box Z');
});
