import type { Job, JobResult } from '@/core/evaluate/job';
import type { Outcome } from '@/core/consignment/outcome';
import type { DayOption } from '@/core/choose/days';
import { HOUR } from '@/core/quantities/time';
import { houseInMemory } from '@/tests/house';
import { must, orderInput, said } from '@/tests/order';
import { allDuties } from './duties';
import type { House } from '@/server/house';
import { benchView } from './view';
import { calendarFeed } from './calendar';
import { weekView } from './week';
import { laterMs, putOff } from './put-off';
import { hold, lookForBetterDays, moveDay, release } from '@/server/day/day';
import { saveOrder } from '@/server/order/order';
import { recordEvent, tick } from '@/server/pack/events';

/** Wednesday 25 November 2026, 09:00 in Coimbra; handed over on Thursday at 19:00. */
let now = Date.parse('2026-11-25T09:00:00Z');
let house: House;
let code: string;
const id = (): string => house.consignments.byCode(code)!.document.id;
const task = (key: string) => benchView(house).tasks.find((t) => t.key === `${id()}-${key}`);

beforeEach(() => {
  now = Date.parse('2026-11-25T09:00:00Z');
  house = houseInMemory(() => now);
  code = must(saveOrder(house, orderInput(house))).code;
});
afterEach(() => house.db.close());

describe('today and tomorrow', () => {
  test('every task until tomorrow’s midnight, late ones first, each on its day', () => {
    const { tasks } = benchView(house);
    expect(tasks.map((t) => t.key)).toEqual(
      expect.arrayContaining(['supplies', 'draw-water', 'catch:7', 'seal', 'leave'].map((k) => `${id()}-${k}`)),
    );
    expect(tasks[0]!.state).toBe('late');
    expect(task('supplies')).toMatchObject({ day: 'today', state: 'due' });
    expect(task('seal')).toMatchObject({ day: 'tomorrow', title: `Bag ${code}` });
    expect(task('leave')!.state).toBe('leave');
    expect(task('hand-over')).toBeUndefined();
  });
  test('midnight makes tomorrow today', () => {
    now = Date.parse('2026-11-25T23:59:00Z');
    expect(task('seal')!.day).toBe('tomorrow');
    now += 2 * 60_000;
    expect(task('seal')!.day).toBe('today');
  });
  test('done tasks count since midnight; what is sealed wants no feed any more', () => {
    must(tick(house, code, 'moment:supplies', true));
    expect(task('supplies')).toBeUndefined();
    expect(benchView(house).doneToday).toBe(1);
    now = Date.parse('2026-11-26T17:00:00Z');
    expect(benchView(house).doneToday).toBe(0);
    must(recordEvent(house, code, 'sealedAt', new Date(now).toISOString()));
    expect(task('catch:7')).toBeUndefined();
    expect(task('leave')).toBeDefined();
    must(recordEvent(house, code, 'handedOverAt', new Date(now + HOUR).toISOString()));
    now += 2 * HOUR;
    expect(benchView(house).tasks).toEqual([]);
  });
  test('an hour to leave that has passed is late and can be ticked', () => {
    now = Date.parse('2026-11-26T18:50:00Z');
    expect(task('leave')).toMatchObject({ state: 'late', done: { kind: 'moment' } });
  });
  test('what comes is received: the tank a day ahead, and somebody at the door', () => {
    const incoming = must(saveOrder(house, { ...orderInput(house), direction: 'incoming' })).code;
    const duties = allDuties(house).filter((d) => d.code === incoming);
    expect(duties.map((d) => d.kind)).toEqual(['prepare-tank', 'kit', 'be-there']);
    expect(duties[0]!.href).toBe(`/consignments/${incoming}/receive`);
  });
});

describe('putting off', () => {
  test('the ways are a quarter of an hour, an hour, this evening, tomorrow morning', () => {
    const at = (l: 'quarter' | 'hour' | 'evening' | 'morning'): string =>
      new Date(laterMs(house, l)).toISOString().slice(0, 16);
    expect([at('quarter'), at('hour'), at('evening'), at('morning')]).toEqual([
      '2026-11-25T09:15',
      '2026-11-25T10:00',
      '2026-11-25T18:00',
      '2026-11-26T08:00',
    ]);
    now = Date.parse('2026-11-25T18:30:00Z');
    expect(at('evening')).toBe('2026-11-26T18:00');
  });
  test('moves the reminder and not the plan; it says when it was due, and can be brought back', () => {
    const late = benchView(house).tasks.find((t) => t.state === 'late')!;
    must(putOff(house, { id: late.key, later: 'hour' }));
    const shown = benchView(house).tasks.find((t) => t.key === late.key)!;
    expect(shown).toMatchObject({ state: 'due', atMs: now + HOUR, wasMs: late.atMs });
    expect(calendarFeed(house)).toContain(new Date(late.atMs).toISOString().replace(/[-:]|\.\d+/g, ''));
    must(putOff(house, { id: late.key, later: null }));
    expect(benchView(house).tasks.find((t) => t.key === late.key)).toMatchObject({ state: 'late', wasMs: null });
  });
  test('comes back by itself when its time is there', () => {
    const late = benchView(house).tasks.find((t) => t.state === 'late')!;
    must(putOff(house, { id: late.key, later: 'quarter' }));
    now += 16 * 60_000;
    expect(benchView(house).tasks.find((t) => t.key === late.key)!.state).toBe('late');
  });
  test('what is done, gone, or due later anyway is refused with a sentence', () => {
    expect(said(putOff(house, { id: 'nothing', later: 'hour' }))).toContain('done or removed');
    expect(said(putOff(house, { id: `${id()}-leave`, later: 'hour' }))).toContain('already due later');
    expect(putOff(house, { id: `${id()}-leave`, later: 'never' }).ok).toBe(false);
  });
});

describe('held back', () => {
  const cell = (change: Partial<DayOption>): DayOption => ({
    date: '2026-12-01',
    serviceId: 'northline-overnight',
    serviceName: 'Northline Courier, overnight',
    handOverAt: '2026-12-01T19:10:00.000Z',
    windowAt: { startAt: '2026-12-02T09:00:00.000Z', endAt: '2026-12-02T12:00:00.000Z' },
    openingAt: '2026-12-02T12:00:00.000Z',
    verdict: 'go',
    chance: 0.98,
    standardError: 0.01,
    alive: 0.99,
    hoursInBag: 18,
    slackH: 20,
    worstSlackH: 12,
    outsideC: { min: 6, max: 12 },
    coveredH: null,
    packs: [],
    cost: 20,
    weightKg: 4,
    reason: '196 of 200 simulated trips good.',
    ...change,
  });
  const answers =
    (...days: DayOption[]) =>
    (_job: Job): Promise<Outcome<JobResult>> =>
      Promise.resolve({
        ok: true,
        value: {
          risk: null,
          fans: null,
          packs: {},
          warned: {},
          plans: [],
          advice: [],
          whatIf: [],
          reading: null,
          box: null,
          days,
        },
      });
  const holdIt = () =>
    must(
      hold(house, {
        code,
        version: house.consignments.byCode(code)!.version,
        reason: 'frost',
        best: { verdict: 'hold', chance: 0.4 },
      }),
    );

  test('nothing of it is due, and the calendar calls it tentative', () => {
    expect(allDuties(house).length).toBeGreaterThan(5);
    holdIt();
    expect(allDuties(house)).toEqual([]);
    expect(benchView(house).onTheWay).toEqual([]);
    expect(calendarFeed(house)).toContain('STATUS:TENTATIVE');
  });

  test('a better day gives exactly one task, once, and it goes when the day is taken', async () => {
    holdIt();
    now += 4 * HOUR;
    expect(await lookForBetterDays(house, answers(cell({})))).toBe(1);
    expect(await lookForBetterDays(house, answers(cell({})))).toBe(0);
    expect(benchView(house).tasks).toHaveLength(1);
    expect(benchView(house).tasks[0]).toMatchObject({
      title: `A better day for ${code}: Tue 1 Dec`,
      state: 'due',
      href: `/consignments/${code}/fast`,
      done: null,
    });
    expect(weekView(house).flatMap((d) => d.duties)).toHaveLength(1);
    const c = cell({});
    must(
      moveDay(house, {
        code,
        version: house.consignments.byCode(code)!.version,
        serviceId: c.serviceId,
        handOverAt: c.handOverAt,
        windowAt: c.windowAt,
        openingAt: c.openingAt,
        packs: [],
      }),
    );
    expect(house.consignments.byCode(code)!.document.held).toBeNull();
    expect(allDuties(house).some((d) => d.kind === 'better-day')).toBe(false);
    expect(allDuties(house).length).toBeGreaterThan(5);
  });

  test('no better day, no task; one that gets worse again takes its task back', async () => {
    holdIt();
    now += 4 * HOUR;
    await lookForBetterDays(house, answers(cell({ verdict: 'hold', chance: 0.6 })));
    expect(allDuties(house)).toEqual([]);
    now += 4 * HOUR;
    await lookForBetterDays(house, answers(cell({ verdict: 'care', chance: 0.85 })));
    expect(allDuties(house)).toHaveLength(1);
    now += 4 * HOUR;
    await lookForBetterDays(house, answers(cell({ verdict: 'hold', chance: 0.5 })));
    expect(allDuties(house)).toEqual([]);
  });

  test('looks with the real comparison, on the house’s own weather', async () => {
    holdIt();
    now += 4 * HOUR;
    expect(await lookForBetterDays(house)).toBe(1);
    expect(house.bench.look(id())!.at).toBe(new Date(now).toISOString());
  });

  test('let go, its plan stands again; sealed bags cannot be held', () => {
    holdIt();
    must(release(house, code));
    expect(allDuties(house).length).toBeGreaterThan(5);
    must(recordEvent(house, code, 'sealedAt', new Date(now).toISOString()));
    expect(
      said(hold(house, { code, version: house.consignments.byCode(code)!.version, reason: '', best: null })),
    ).toContain('sealed');
  });
});
