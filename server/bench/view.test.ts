import { houseInMemory } from '@/tests/house';
import { addRecord, bringHome, must, orderInput } from '@/tests/order';
import type { OrderInput } from '@/server/order/input';
import type { House } from '@/server/house';
import { hold } from '@/server/day/day';
import { change } from '@/server/consignment/change';
import { cancel, saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { openQuarantine, setDuty } from '@/server/quarantine/quarantine';
import { setCount } from '@/server/records/records';
import { finishStep, startRun } from '@/server/arrive/run';
import { methodComparisons } from '@/server/arrive/methods';
import { evaluationOf } from '@/server/consignment/view';
import { benchView } from './view';
import { DAY, HOUR, MIN } from '@/core/quantities/time';

let now: number;
let house: House;
const at = (iso: string): void => void (now = Date.parse(iso));
const make = (more: Partial<OrderInput> = {}): string => must(saveOrder(house, orderInput(house, more))).code;
const way = (code: string) => benchView(house).onTheWay.find((x) => x.code === code);
const words = (code: string): string | undefined => way(code)?.words;
const event = (code: string, name: 'sealedAt' | 'handedOverAt' | 'arrivedAt' | 'openedAt', iso: string): void => {
  at(iso);
  must(recordEvent(house, code, name, iso));
};
beforeEach(() => {
  at('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

describe('what is on the way', () => {
  test('an order shows from 48 h before its drop-off, with what it is and for whom', () => {
    const code = make();
    at('2026-11-24T19:00:00Z');
    expect(way(code)).toBeUndefined();
    at('2026-11-24T19:01:00Z');
    expect(way(code)).toMatchObject({ who: 'to Nico Sarto, Bilbao', words: 'Leaves soon', travelling: false });
  });
  test('on the road on time, past its window by hours, here, opened, and gone once a quarantine is open', () => {
    const code = make();
    event(code, 'sealedAt', '2026-11-26T17:00:00.000Z');
    event(code, 'handedOverAt', '2026-11-26T19:00:00.000Z');
    expect(way(code)).toMatchObject({ words: 'On the way, on time', travelling: true });
    const { deadlineMs } = way(code)!.result;
    now = deadlineMs;
    expect(words(code)).toBe('On the way, on time');
    now = deadlineMs + 3 * HOUR;
    expect(words(code)).toBe('Past its delivery window');
    expect(way(code)!.mark).not.toBe('fine');
    event(code, 'arrivedAt', '2026-11-27T16:00:00.000Z');
    expect(words(code)).toBe('Arrived: measure and choose a method');
    event(code, 'openedAt', '2026-11-27T16:30:00.000Z');
    expect(words(code)).toBe('Opened, transferring now');
    must(openQuarantine(house, code));
    expect(way(code)).toBeUndefined();
  });
  test('what comes to us is told from whom, whenever, and which tank to prepare once it travels', () => {
    const code = make({ direction: 'incoming' });
    expect(way(code)).toMatchObject({ who: 'from Room, Coimbra', travelling: false, words: 'Leaves soon' });
    event(code, 'handedOverAt', '2026-11-26T19:00:00.000Z');
    expect(words(code)).toBe('Coming to you. Prepare tank Q');
  });
  test('what is held or cancelled is not on the way; the soonest end stands first', () => {
    const [a, b, c, d] = [
      make(),
      make({ openingLocal: '2026-11-27T09:30', windowEndLocal: '2026-11-27T10:00' }),
      make(),
      make(),
    ];
    at('2026-11-25T12:00:00Z');
    must(hold(house, { code: c, version: 1, reason: '', best: null }));
    must(cancel(house, d, ''));
    expect(benchView(house).onTheWay.map((x) => x.code)).toEqual([b, a]);
  });
  test('an old forecast and animals without a bag are told while it can be mended', () => {
    const code = make();
    at('2026-11-26T12:00:00Z');
    must(
      change(house, code, null, 'the forecast', (c) => ({
        ok: true,
        value: { ...c, forecast: { ...c.forecast!, madeAt: '2026-11-22T11:00:00.000Z' } },
      })),
    );
    const told = () =>
      benchView(house)
        .concerns.filter((x) => x.subject.id === code && x.finding.code !== 'border-papers')
        .map((x) => x.finding);
    expect(told()).toEqual([{ code: 'forecast-old', days: 4 }]);
    must(
      change(house, code, null, 'the bags', (c) => ({
        ok: true,
        value: { ...c, bags: c.bags.map((b) => ({ ...b, animals: [{ ...b.animals[0]!, count: 7 }] })).slice(0, 1) },
      })),
    );
    expect(told()).toMatchObject([{ code: 'miscounted', ordered: 8, bagged: 7 }, { code: 'forecast-old' }]);
    expect(way(code)!.mark).toBe('stop');
  });
});

describe('tasks as tags', () => {
  const tags = (code: string) => {
    const id = house.consignments.byCode(code)!.document.id;
    return new Map(
      benchView(house)
        .tasks.filter((t) => t.key.startsWith(id))
        .map((t) => [t.key.slice(id.length + 1), t]),
    );
  };
  test('a tag says whose it is, when, how long, where it leads and what ticks it', () => {
    const code = make();
    const feed = tags(code).get('water-change:7')!;
    expect(feed).toMatchObject({
      state: 'due',
      day: 'today',
      title: 'Large water change, tank 7',
      minutes: 40,
      href: `/consignments/${code}/fast`,
      endsAtMs: null,
      totalMs: null,
      wasMs: null,
      done: { kind: 'moment', code, key: 'water-change:7' },
    });
    expect(feed.detail).toMatch(new RegExp(`^${code}\\. `));
  });
  test('late to the minute; a day later it is past and gone', () => {
    const code = make();
    const { atMs } = tags(code).get('water-change:7')!;
    now = atMs;
    expect(tags(code).get('water-change:7')!.state).toBe('due');
    now = atMs + 1;
    expect(tags(code).get('water-change:7')!.state).toBe('late');
    now = atMs + DAY;
    expect(tags(code).has('water-change:7')).toBe(true);
    now = atMs + DAY + 1;
    expect(tags(code).has('water-change:7')).toBe(false);
  });
  test('two days are shown, each from its own midnight', () => {
    const code = make();
    at('2026-11-24T23:59:00Z');
    expect(tags(code).has('seal')).toBe(false);
    at('2026-11-25T00:00:00Z');
    expect(tags(code).get('seal')!.day).toBe('tomorrow');
    expect([...tags(code).values()].every((t) => t.atMs < Date.parse('2026-11-27T00:00:00Z'))).toBe(true);
    expect(tags(code).get('seal')).toMatchObject({ title: `Bag ${code}`, href: `/consignments/${code}/pack` });
  });
});

describe('hands that serve more than one', () => {
  const changes = () => benchView(house).tasks.filter((t) => t.title === 'Large water change, tank 7');
  test('a change of one tank for two shipments is one tag that ticks both; an hour apart it is two', () => {
    const first = make();
    const second = make({ handOverLocal: '2026-11-26T19:30' });
    expect(changes()).toHaveLength(1);
    const [tag] = changes();
    expect(tag).toMatchObject({ done: { code: first }, same: [{ done: { code: second } }] });
    expect(tag!.detail).toContain(`${first}, ${second}.`);
    must(cancel(house, second, ''));
    make({ handOverLocal: '2026-11-26T21:00', openingLocal: '2026-11-27T11:00' });
    expect(changes()).toHaveLength(2);
    expect(changes().every((t) => t.same.length === 0)).toBe(true);
  });
  test('what only a desk waits for is late on paper, what an animal waits for is not', () => {
    make();
    const of = (title: RegExp) => benchView(house).tasks.find((t) => title.test(t.title));
    const change = of(/Large water change/)!;
    now = change.atMs + MIN;
    expect(of(/Large water change/)).toMatchObject({ state: 'late', paper: false });
    const supplies = of(/^Order|supplies/i)!;
    now = supplies.atMs + HOUR;
    expect(of(/^Order|supplies/i)).toMatchObject({ state: 'late', paper: true });
  });
});

describe('quarantine on the Bench', () => {
  const home = (): { code: string; q: string } => {
    const code = make();
    bringHome(house, code, (ms) => void (now = ms));
    return { code, q: must(openQuarantine(house, code)) };
  };
  test('its days are counted by the clock of its tank, for four weeks', () => {
    const { code } = home();
    const day = (): number | undefined => benchView(house).quarantines[0]?.day;
    expect(benchView(house).quarantines).toMatchObject([{ code, tank: 'Q', day: 1 }]);
    // The tank stands in Bilbao: its second day begins at 23:00 UTC.
    at('2026-11-27T22:59:00Z');
    expect(day()).toBe(1);
    at('2026-11-27T23:00:00Z');
    expect(day()).toBe(2);
    at('2026-12-24T12:00:00Z');
    expect(day()).toBe(28);
    at('2026-12-25T12:00:00Z');
    // Weeks end by a hand, never by themselves.
    expect(day()).toBe(29);
  });
  test('a task of it is let go sixteen hours after, and counts as done today until midnight', () => {
    const { q } = home();
    const due = () => benchView(house).tasks.filter((t) => t.key.startsWith(q));
    const [first] = due();
    expect(first).toMatchObject({ done: { kind: 'duty', quarantineId: q } });
    expect(first!.detail).not.toMatch(/^KC-/);
    now = first!.atMs + 16 * HOUR;
    expect(due().some((t) => t.key === first!.key)).toBe(true);
    now += 1;
    expect(due().some((t) => t.key === first!.key)).toBe(false);
    now = first!.atMs;
    const was = benchView(house).doneToday;
    must(setDuty(house, q, (first!.done as { key: string }).key, true));
    expect(benchView(house).doneToday).toBe(was + 1);
    expect(due().some((t) => t.key === first!.key)).toBe(false);
  });
});

describe('what runs low', () => {
  test('with what is left, in whole numbers, and the shipment at which it bites; nothing where nobody counted', () => {
    const code = make();
    expect(benchView(house).low).toEqual([]);
    must(setCount(house, 'band', '1.2'));
    expect(benchView(house).low).toEqual([
      { key: 'band', name: expect.any(String), left: 1, bites: { ms: expect.any(Number), code } },
    ]);
    must(setCount(house, 'band', '1000'));
    expect(benchView(house).low).toEqual([]);
  });
  test('the soonest bite stands first; once it is packed it bites no more', () => {
    const later = make({
      handOverLocal: '2026-11-30T19:00',
      windowStartLocal: '',
      windowEndLocal: '',
      openingLocal: '2026-12-01T10:00',
    });
    const soon = make();
    must(setCount(house, 'liner', '1'));
    // None is a count as well.
    must(setCount(house, 'band', '0'));
    expect(benchView(house).low.map((x) => [x.key, x.bites?.code])).toEqual([
      ['band', soon],
      ['liner', later],
    ]);
    event(soon, 'sealedAt', '2026-11-26T17:00:00.000Z');
    expect(benchView(house).low.map((x) => x.bites?.code)).not.toContain(soon);
  });
});

test('a running acclimation is a task of its own: its step, its bags, its time left, and nothing once it is finished', () => {
  const code = make();
  event(code, 'sealedAt', '2026-11-26T17:00:00.000Z');
  event(code, 'handedOverAt', '2026-11-26T19:00:00.000Z');
  event(code, 'arrivedAt', '2026-11-27T10:00:00.000Z');
  const stored = house.consignments.byCode(code)!;
  const e = evaluationOf(house, stored);
  if (!e.ok) throw new Error(e.problems[0]!.message);
  const lane = methodComparisons(house, stored.document, e.value, now)[0]!;
  const id = must(startRun(house, stored.document, lane, 'float-transfer'));
  const task = () => benchView(house).tasks.find((t) => t.key === `run:${id}`);
  expect(task()).toMatchObject({
    state: 'running',
    day: 'today',
    endsAtMs: null,
    totalMs: null,
    atMs: now,
    wasMs: null,
    done: null,
  });
  expect(task()!.title).toBe(`Lights off over Q: ${lane.bagIds.join(' ')}`);
  expect(task()!.detail.startsWith(`${code}. `)).toBe(true);
  expect(task()!.href).toBe(`/consignments/${code}/run`);
  const begun = now;
  must(finishStep(house, id, 'dim'));
  must(finishStep(house, id, 'place'));
  const wait = lane.courses[0]!.steps.find((x) => x.kind === 'wait')!;
  expect(task()).toMatchObject({
    title: `Float closed, ${lane.bagIds.join(' ')}`,
    minutes: wait.minutes,
    endsAtMs: begun + wait.minutes * 60_000,
    atMs: begun + wait.minutes * 60_000,
    totalMs: wait.minutes * 60_000,
  });
  // It stands before what is merely due.
  expect(benchView(house).tasks[0]!.key).toBe(`run:${id}`);
  now += 2 * DAY;
  expect(task()).toBeUndefined();
});

test('a house with nothing in it is empty until its first order', () => {
  expect(benchView(house).empty).toBe(true);
  addRecord(house, 'tank', { name: '1', volumeL: '10', use: 'stock' });
  expect(benchView(house).empty).toBe(true);
  make();
  expect(benchView(house).empty).toBe(false);
});
