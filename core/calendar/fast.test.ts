import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { contentsOf } from '@/core/engine/contents';
import { crossChecks } from '@/core/consignment/rules';
import type { Consignment, OrderLine } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { clockWords, dayWords, emptyCalendar } from './calendar';
import { orderAdvice, whyNot } from './departure';
import { fastConflicts, fastOfTank, fastsOf, tankFasts, withHands, type TankFast } from './fast';
import {
  backwardSchedule,
  movedWords,
  receivingSchedule,
  scheduleOf,
  type ScheduleMoment,
} from '@/core/duties/schedule';
import { HOUR } from '@/core/quantities/time';

const example = exampleConsignment();
const places = {
  leeds: { name: 'Leeds', lat: 53.8, lon: -1.55, zone: 'Europe/London' },
  tartu: { name: 'Tartu', lat: 58.38, lon: 26.72, zone: 'Europe/Tallinn' },
  auckland: { name: 'Auckland', lat: -36.85, lon: 174.76, zone: 'Pacific/Auckland' },
  honolulu: { name: 'Honolulu', lat: 21.31, lon: -157.86, zone: 'Pacific/Honolulu' },
};
const species = (id: string) => catalogue.species.find((s) => s.id === id)!;
const line = (speciesId: string, tank = '4', change: Partial<OrderLine> = {}): OrderLine => ({
  id: `L-${tank}-${speciesId}`.slice(0, 8),
  speciesId,
  count: 4,
  lengthCm: species(speciesId).lengthCm,
  massG: null,
  sex: 'unsexed',
  tank,
  ...change,
});

/** One bag of one kind at its usual warmth: packing takes 45 + 9 min, the drive 28 min (the catalogue's figures). */
const order = (speciesId: string, from: keyof typeof places, handOverAt: string, change: Partial<Consignment> = {}) => {
  const only = line(speciesId);
  return {
    ...example,
    direction: 'outgoing',
    sender: { ...example.sender, place: places[from] },
    serviceId: 'northline-overnight',
    lines: [only],
    bags: [{ ...example.bags[0]!, animals: [{ lineId: only.id, count: 4 }] }],
    sourceWater: { ...example.sourceWater, tempC: species(speciesId).usualC },
    handOverAt,
    window: null,
    openingAt: new Date(Date.parse(handOverAt) + 16 * HOUR).toISOString(),
    actual: { sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null, bags: [], tanks: {} },
    ...change,
  } satisfies Consignment;
};
const said = (list: readonly ScheduleMoment[], zone: string): Record<string, string> =>
  Object.fromEntries(list.map((m) => [m.kind, `${dayWords(m.atMs, zone)} ${clockWords(m.atMs, zone)}`]));

describe('schedules worked by hand', () => {
  test('autumn: clocks go back on 25 October 2026, so four days before 17:48 is 18:48 by the clock of then', () => {
    // Hand-over Monday 26 October 19:10 in Leeds; leave 18:42, sealed 17:48. 96 h earlier summer time still holds.
    const list = backwardSchedule(order('goldfish', 'leeds', '2026-10-26T19:10:00.000Z'), catalogue);
    expect(said(list, 'Europe/London')).toMatchObject({
      'last-feed': 'Thu 22 Oct 18:48',
      'water-change': 'Sat 24 Oct 18:48',
      supplies: 'Sun 25 Oct 17:48',
      'draw-water': 'Mon 26 Oct 15:48',
      catch: 'Mon 26 Oct 17:18',
      seal: 'Mon 26 Oct 17:48',
      leave: 'Mon 26 Oct 18:42',
      'hand-over': 'Mon 26 Oct 19:10',
    });
  });

  test('spring: clocks go forward on 29 March 2026, so two days before 17:48 is 16:48', () => {
    // Hand-over Monday 30 March 19:10 in Tartu, summer time (16:10 UTC).
    const list = backwardSchedule(order('goldfish', 'tartu', '2026-03-30T16:10:00.000Z'), catalogue);
    expect(said(list, 'Europe/Tallinn')).toMatchObject({
      'last-feed': 'Thu 26 Mar 16:48',
      'water-change': 'Sat 28 Mar 16:48',
      supplies: 'Sun 29 Mar 17:48',
      seal: 'Mon 30 Mar 17:48',
    });
  });

  test('across the date line each end keeps its own clock and day', () => {
    // Auckland Wednesday 25 November 15:00 (02:00 UTC); Honolulu delivers Wednesday 08:00 to 10:00 (18:00 to 20:00 UTC).
    const c = order('lemon-tetra', 'auckland', '2026-11-25T02:00:00.000Z', {
      receiver: { ...example.receiver, place: places.honolulu },
      window: { startAt: '2026-11-25T18:00:00.000Z', endAt: '2026-11-25T20:00:00.000Z' },
      openingAt: '2026-11-25T20:00:00.000Z',
    });
    expect(crossChecks(c)).toEqual([]);
    // Sealed 13:38; 36 h earlier is 01:38 on Tuesday, night: fed on Monday evening instead.
    expect(said(backwardSchedule(c, catalogue), 'Pacific/Auckland')).toMatchObject({
      'last-feed': 'Mon 23 Nov 21:00',
      'water-change': 'Mon 23 Nov 13:38',
      seal: 'Wed 25 Nov 13:38',
    });
    expect(said(receivingSchedule(c, catalogue), 'Pacific/Honolulu')).toEqual({
      kit: 'Tue 24 Nov 21:00',
      'prepare-tank': 'Tue 24 Nov 08:00',
      'be-there': 'Wed 25 Nov 08:00',
    });
  });

  test('over the date line a Friday evening is delivered on the Friday of the other end', () => {
    const service = catalogue.services.find((s) => s.id === 'northline-overnight')!;
    const ends = {
      sender: { ...example.sender, place: places.auckland },
      receiver: { ...example.receiver, place: places.honolulu },
    };
    // Friday 27 November 15:00 in Auckland is Thursday 16:00 in Honolulu.
    expect(whyNot(service, Date.parse('2026-11-27T02:00:00Z'), ends, emptyCalendar)).toBeNull();
    // Saturday in Auckland is Friday in Honolulu, but the counter in Auckland is what closes.
    expect(whyNot(service, Date.parse('2026-11-28T02:00:00Z'), ends, emptyCalendar)).toContain(
      'takes no parcels on Sat',
    );
  });

  test('sea water is mixed a day ahead for an incoming marine box, and the schedule is the receiver’s', () => {
    const marine = catalogue.species.find((s) => s.water === 'marine')!;
    const c = order(marine.id, 'leeds', '2026-11-25T18:00:00.000Z', {
      direction: 'incoming',
      receiver: { ...example.receiver, place: places.tartu },
    });
    // Opened 16 h after the hand-over: Thursday 12:00 in Tartu.
    expect(said(scheduleOf(c, catalogue), 'Europe/Tallinn')).toEqual({
      'mix-salt': 'Wed 25 Nov 10:00',
      kit: 'Thu 26 Nov 10:00',
      'prepare-tank': 'Wed 25 Nov 12:00',
      'be-there': 'Thu 26 Nov 12:00',
    });
  });
});

describe('what would fall into the night', () => {
  test('is done the evening before, and the moment says so', () => {
    // Leeds, sealed Monday 17:48: 36 h earlier is 05:48 on Sunday.
    const c = order('lemon-tetra', 'leeds', '2026-10-26T19:10:00.000Z');
    const feed = backwardSchedule(c, catalogue).find((m) => m.kind === 'last-feed')!;
    expect(said([feed], 'Europe/London')).toEqual({ 'last-feed': 'Sat 24 Oct 21:00' });
    expect(feed.detail).toContain('05:48 is at night');
    // 21:00 summer time to 17:48 winter time is 45.8 h, not 44.8.
    expect(feed.detail).toContain('nothing for 46 h');
  });

  test('but fry wait for the morning, since the longer fast would be unkind', () => {
    const c = order('lemon-tetra', 'leeds', '2026-10-26T19:10:00.000Z');
    const fry = { ...c, lines: [{ ...c.lines[0]!, lengthCm: 1 }] };
    const fast = fastsOf(fry, catalogue)[0]!;
    expect(`${dayWords(fast.feedMs!, 'Europe/London')} ${clockWords(fast.feedMs!, 'Europe/London')}`).toBe(
      'Mon 26 Oct 07:00',
    );
    expect(fast.tooLong).toEqual([]);
    expect(fast.tooShort).toEqual([{ name: 'Lemon tetra', wantsH: 12 }]);
  });

  test('hands work from seven until nine in the evening, both included', () => {
    const at = (clock: string): number => Date.parse(`2026-01-15T${clock}:00Z`);
    for (const [exact, done] of [
      ['07:00', '2026-01-15T07:00'],
      ['21:00', '2026-01-15T21:00'],
      ['21:01', '2026-01-15T21:00'],
      ['06:59', '2026-01-14T21:00'],
      ['00:00', '2026-01-14T21:00'],
    ] as const)
      expect(new Date(withHands(at(exact), 'Europe/London', a)).toISOString().slice(0, 16)).toBe(done);
  });

  test('moving the drop-off by any hours moves every task by them, unless it says that the hour would be night', () => {
    const zone = 'Europe/London';
    fc.assert(
      fc.property(
        fc.constantFrom('lemon-tetra', 'goldfish', 'honey-gourami', 'panda-cory', 'cherry-shrimp'),
        fc.integer({ min: -90, max: 400 }),
        fc.boolean(),
        (kind, hours, tub) => {
          const base = order(kind, 'leeds', '2026-10-26T19:10:00.000Z', { fasts: [{ tank: '4', tub }] });
          const later = (iso: string): string => new Date(Date.parse(iso) + hours * HOUR).toISOString();
          const moved = { ...base, handOverAt: later(base.handOverAt), openingAt: later(base.openingAt) };
          const before = backwardSchedule(base, catalogue);
          const after = backwardSchedule(moved, catalogue);
          expect(after.map((m) => m.key).sort()).toEqual(before.map((m) => m.key).sort());
          const words = movedWords(before, after, zone);
          for (const m of after) {
            const was = before.find((x) => x.key === m.key)!;
            const night = /night/.test(m.detail + was.detail);
            if (!night) expect(m.atMs - was.atMs).toBe(hours * HOUR);
            expect(words.has(m.key)).toBe(m.atMs !== was.atMs);
          }
        },
      ),
    );
  });
});

describe('how long, and why', () => {
  const seal = Date.parse('2026-11-25T17:00:00Z');
  const base = order('lemon-tetra', 'leeds', '2026-11-25T19:00:00.000Z');
  const fast = (change: Partial<Consignment> = {}) => fastOfTank({ ...base, ...change }, catalogue, a, '4', seal);

  test('by the gut: class, warmth and size each give their reason', () => {
    expect(fast().why).toMatch(/^Small community fish, a day and a half/);
    const usual = species('lemon-tetra').usualC;
    const cool = fast({ sourceWater: { ...base.sourceWater, tempC: usual - 4 } });
    expect(cool.wantedH).toBeGreaterThan(fast().wantedH);
    expect(cool.why).toContain(`slower at ${usual - 4} °C than at the usual ${usual}`);
    const big = fast({ lines: [line('lemon-tetra', '4', { lengthCm: 6 })] });
    expect(big.wantedH).toBeGreaterThan(fast().wantedH);
    expect(big.why).toContain('slower in a fish of 6 cm');
  });

  test('a school outranks the gut, typed hours outrank the school, and both say what the gut would want', () => {
    const school = fast({ fasts: [{ tank: '4', school: 'one-day' }] });
    expect(school.wantedH).toBe(24);
    expect(school.tooShort).toEqual([{ name: 'Lemon tetra', wantsH: fast().wantedH }]);
    expect(school.why).toContain(`${fast().wantedH} h for digestion`);
    expect(fast({ fasts: [{ tank: '4', school: 'one-day', hours: 30 }] }).wantedH).toBe(30);
    expect(fast({ fasts: [{ tank: 'another', school: 'four-days' }] }).wantedH).toBe(fast().wantedH);
  });

  test('four days are too long for tetras, and the feed carries the warning', () => {
    const c = { ...base, fasts: [{ tank: '4', school: 'four-days' as const }] };
    const feed = backwardSchedule(c, catalogue).find((m) => m.kind === 'last-feed')!;
    expect(feed.warning).toContain('Lemon tetra tolerate 60 h at most');
  });

  test('shrimp need none; a tank of both follows the fish', () => {
    expect(fast({ lines: [line('cherry-shrimp')] })).toMatchObject({ feedMs: null, wantedH: 0, tooShort: [] });
    expect(fast({ lines: [line('cherry-shrimp'), line('lemon-tetra')] }).slowest).toBe('Lemon tetra');
  });

  test('no fast at all leaves a full gut in the bag: the engine includes it', () => {
    const none = { ...base, fasts: [{ tank: '4', school: 'none' as const }] };
    expect(contentsOf(none, none.bags[0]!, catalogue, a).animals[0]!.hoursSinceMeal).toBe(0);
    expect(contentsOf(base, base.bags[0]!, catalogue, a).animals[0]!.hoursSinceMeal).toBeCloseTo(
      fastsOf(base, catalogue)[0]!.hours,
      6,
    );
  });

  test('sealed later than planned, they have been without food for longer', () => {
    const sealedAt = new Date(Date.parse(base.handOverAt) + 2 * HOUR).toISOString();
    const late = { ...base, actual: { ...base.actual, sealedAt } };
    const more =
      contentsOf(late, late.bags[0]!, catalogue, a).animals[0]!.hoursSinceMeal -
      contentsOf(base, base.bags[0]!, catalogue, a).animals[0]!.hoursSinceMeal;
    expect(more).toBeCloseTo(2 + 82 / 60, 6);
    expect(fastsOf(late, catalogue)[0]!.feedMs).toBe(fastsOf(base, catalogue)[0]!.feedMs);
  });

  test('a bare tub for the last day: the fish move, and are caught from there', () => {
    const list = backwardSchedule({ ...base, fasts: [{ tank: '4', tub: true }] }, catalogue);
    const tub = list.find((m) => m.kind === 'tub')!;
    expect(list.find((m) => m.kind === 'seal')!.atMs - tub.atMs).toBe(24 * HOUR);
    expect(list.find((m) => m.kind === 'catch')!.title).toBe('Catch from the tub of tank 4');
  });
});

describe('one tank, two shipments', () => {
  const at = (iso: string): number => Date.parse(iso);
  const one: TankFast = {
    code: 'KC-0001',
    tank: '4',
    feedMs: at('2026-11-22T18:00:00Z'),
    sealMs: at('2026-11-24T06:00:00Z'),
    freeMs: at('2026-11-24T06:00:00Z'),
    longestH: 60,
  };
  const two = (feed: string, seal: string, change: Partial<TankFast> = {}): TankFast => ({
    ...one,
    code: 'KC-0002',
    feedMs: at(feed),
    sealMs: at(seal),
    freeMs: at(seal),
    ...change,
  });
  const told = (x: TankFast, y: TankFast) => fastConflicts([x], [y]);

  test('a day apart: one last feed serves both, told to each of them', () => {
    const o = two('2026-11-23T18:00:00Z', '2026-11-25T06:00:00Z');
    expect(told(one, o)).toEqual([
      {
        tank: '4',
        code: 'KC-0002',
        level: 'mind',
        why: 'serves-both',
        first: 'KC-0001',
        second: 'KC-0002',
        firstFeedMs: one.feedMs,
        secondFeedMs: o.feedMs,
        hours: 60,
        longestH: one.longestH,
        others: 0,
      },
    ]);
    expect(told(o, one)[0]).toMatchObject({ code: 'KC-0001', level: 'mind' });
  });
  test('further apart the fish that stay would hunger: a tub or another day', () => {
    const o = two('2026-11-23T18:00:00Z', '2026-11-25T18:00:00Z');
    expect(told(one, o)[0]).toMatchObject({ level: 'stop', why: 'breaks-fast', hours: 72, longestH: 60 });
    // From the move to the tub on, the tank may be fed again.
    expect(told({ ...one, freeMs: at('2026-11-23T06:00:00Z') }, o)).toEqual([]);
  });
  test('fed after the first are caught, or in another tank: nothing to say', () => {
    expect(told(one, two('2026-11-24T06:00:00Z', '2026-11-25T18:00:00Z'))).toEqual([]);
    expect(told(one, two('2026-11-23T18:00:00Z', '2026-11-25T06:00:00Z', { tank: '5' }))).toEqual([]);
    expect(told(one, { ...one })).toEqual([]);
  });
  test('of many over one tank the one that hungers longest is told, with how many more there are', () => {
    const day = (d: number, code: string) =>
      two(`2026-11-${d}T18:00:00Z`, `2026-11-${d + 2}T06:00:00Z`, { code: `KC-${code}` });
    const far = two('2026-11-23T18:00:00Z', '2026-11-25T18:00:00Z', { code: 'KC-0009' });
    expect(fastConflicts([one], [day(23, '0007'), far, day(23, '0008')])).toMatchObject([
      { code: 'KC-0009', others: 2, hours: 72 },
    ]);
    // Of two alike the older order, in whatever order they come.
    expect(fastConflicts([one], [day(23, '0008'), day(23, '0007')])).toMatchObject([{ code: 'KC-0007', others: 1 }]);
  });
  test('goldfish that leave later but fast longer decide for the tetras that leave sooner', () => {
    const goldfish = two('2026-11-21T18:00:00Z', '2026-11-25T18:00:00Z', { longestH: 168 });
    const secondFeedMs = at('2026-11-21T18:00:00Z');
    expect(told(one, goldfish)[0]).toMatchObject({ why: 'feeds-no-more', secondFeedMs, hours: 60, level: 'mind' });
  });
  test('comes out of two shipments as they are stored', () => {
    const first = order('lemon-tetra', 'leeds', '2026-11-24T19:00:00.000Z', { code: 'KC-0001' });
    const second = order('lemon-tetra', 'leeds', '2026-11-25T19:00:00.000Z', { code: 'KC-0002' });
    const found = fastConflicts(tankFasts(first, catalogue), tankFasts(second, catalogue));
    expect(found).toHaveLength(1);
    expect(found[0]!.code).toBe('KC-0002');
  });
});

test('a box that is opened before delivery starts is minded', () => {
  const c = order('lemon-tetra', 'leeds', '2026-11-24T19:00:00.000Z', {
    window: { startAt: '2026-11-25T09:00:00.000Z', endAt: '2026-11-25T12:00:00.000Z' },
    openingAt: '2026-11-25T08:00:00.000Z',
  });
  const advice = orderAdvice(c, catalogue, emptyCalendar, Date.parse('2026-11-20T12:00:00Z'));
  expect(advice.find((x) => x.path === 'openingLocal')?.message).toContain('before delivery starts');
});
