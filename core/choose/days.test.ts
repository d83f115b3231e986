import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { hourlyOf } from '@/core/weather/days';
import { exampleConsignment } from '@/tests/example';
import { evaluate } from '@/core/evaluate/evaluate';
import { emptyCalendar, localDate, weekdayOf } from '@/core/calendar/calendar';
import { longestFast } from '@/core/calendar/departure';
import { betterDay, chooseDay, onDay, outlineDays, rankDays, type ChooseDay, type DayOption } from './days';
import { withOverrides } from '@/core/catalogue/assumptions';
import { HOUR } from '@/core/quantities/time';

const example = exampleConsignment();
const leeds = { name: 'Leeds', lat: 53.8, lon: -1.55, zone: 'Europe/London' };
const tartu = { name: 'Tartu', lat: 58.38, lon: 26.72, zone: 'Europe/Tallinn' };
const services = catalogue.services.filter((s) => s.live);
const rows = { ...catalogue, services };
const overnight = row(catalogue.services, 'northline-overnight', 'service');

/** Monday 19 October 2026, noon: clocks go back on the Sunday after. */
const noon = Date.parse('2026-10-19T11:00:00Z');
const days = (from: number, n: number, minC: number, maxC: number) =>
  Array.from({ length: n }, (_, i) => ({ date: localDate(from + i * 24 * HOUR, 'UTC'), minC, maxC }));
const forecast = (n: number): Forecast => ({
  source: 'typed by hand',
  madeAt: new Date(noon).toISOString(),
  shiftC: 0,
  places: [
    { name: 'Leeds', points: hourlyOf(days(noon, n, 8, 15), leeds) },
    { name: 'Tartu', points: hourlyOf(days(noon, n, 4, 11), tartu) },
  ],
});
const c: Consignment = {
  ...example,
  direction: 'outgoing',
  sender: { ...example.sender, place: leeds },
  receiver: { ...example.receiver, place: tartu },
  handOverAt: '2026-10-22T18:10:00.000Z',
  window: null,
  openingAt: '2026-10-23T12:00:00.000Z',
  actual: { sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null, bags: [], tanks: {} },
};
const asked: ChooseDay = { draws: 12, seed: 7, fromMs: noon, days: 9, calendar: emptyCalendar };
const run = (f: Forecast, options: ChooseDay = asked): DayOption[] => {
  const work = chooseDay(c, rows, f, options);
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
};
const outline = outlineDays(c, rows, forecast(16), asked);
const at = (date: string, serviceId: string, list = outline): DayOption =>
  list.find((d) => d.date === date && d.serviceId === serviceId)!;

describe('what is known at once', () => {
  test('is every day by every service, with nothing computed yet', () => {
    expect(outline).toHaveLength(9 * services.length);
    expect(outline.every((d) => d.chance === null)).toBe(true);
    expect(new Set(outline.map((d) => d.date)).size).toBe(9);
  });
  test('agrees with the comparison in all that it tells', () => {
    const full = run(forecast(16));
    for (const d of outline) {
      const same = at(d.date, d.serviceId, full);
      expect(same.handOverAt).toBe(d.handOverAt);
      expect(same.windowAt).toEqual(d.windowAt);
      expect(same.hoursInBag).toBe(d.hoursInBag);
      expect(same.outsideC).toEqual(d.outsideC);
      if (d.handOverAt) expect(same.chance).not.toBeNull();
      else expect(same.reason).toBe(d.reason);
    }
    expect(rankDays(outline.filter((d) => d.handOverAt)).length).toBe(full.filter((d) => d.chance !== null).length);
  });
  test('hours outside lie within the weather of both ends', () => {
    const d = at('2026-10-21', 'northline-overnight');
    expect(d.outsideC!.min).toBeGreaterThan(3);
    expect(d.outsideC!.max).toBeLessThan(24);
  });
});

describe('calendars', () => {
  test('the counter is closed at the weekend, and today’s has closed already for what needs a day', () => {
    for (const date of ['2026-10-24', '2026-10-25']) {
      expect(at(date, 'northline-overnight')).toMatchObject({ handOverAt: null, verdict: 'hold' });
      expect(at(date, 'northline-overnight').reason).toMatch(/takes no parcels on this weekday/);
      expect(at(date, 'own-car').handOverAt).not.toBeNull();
    }
  });
  test('Friday by courier stands over the weekend: three days in the bag, the clocks’ hour counted', () => {
    const thursday = at('2026-10-22', 'northline-overnight');
    const friday = at('2026-10-23', 'northline-overnight');
    expect(localDate(Date.parse(thursday.windowAt!.startAt), tartu.zone)).toBe('2026-10-23');
    expect(localDate(Date.parse(friday.windowAt!.startAt), tartu.zone)).toBe('2026-10-26');
    // Delivered at the same hour of the clock on Monday: two days and the hour that the clocks go back.
    expect(friday.hoursInBag! - thursday.hoursInBag!).toBeCloseTo(49, 6);
  });
  test('drop-off comes before the last acceptance by the hour in hand, by the clock of each day', () => {
    for (const date of ['2026-10-22', '2026-10-26'])
      expect(new Date(at(date, 'northline-overnight').handOverAt!).toISOString()).toBe(
        date === '2026-10-22' ? '2026-10-22T18:10:00.000Z' : '2026-10-26T19:10:00.000Z',
      );
  });
  test('a drive begins at the hour of the order, and delivers by the other end’s clock', () => {
    const { handOverMs } = onDay(
      c,
      services.find((s) => s.id === 'own-car')!,
      noon,
      withOverrides(),
      emptyCalendar,
    );
    expect(new Date(handOverMs).toISOString()).toBe('2026-10-19T18:10:00.000Z');
  });
});

describe('a forecast that does not reach', () => {
  test('is marked with the hours it covers, cautioned, and never told as a plain go', () => {
    const short = outlineDays(c, rows, forecast(3), asked);
    expect(at('2026-10-19', 'northline-overnight', short).coveredH).toBeNull();
    const beyond = at('2026-10-22', 'northline-overnight', short);
    expect(beyond.coveredH).toBe(0);
    const edge = at('2026-10-21', 'northline-overnight', short);
    expect(edge.coveredH).toBeGreaterThan(0);
    expect(edge.coveredH).toBeLessThan(edge.hoursInBag!);
    const full = at('2026-10-22', 'northline-overnight', run(forecast(3), { ...asked, days: 4 }));
    expect(full.reason).toContain('the forecast ends earlier');
    expect(full.verdict).not.toBe('go');
  });
  test('of another town refuses the cell with its name', () => {
    const other = { ...forecast(3), places: [{ ...forecast(3).places[0]!, name: 'Graz' }] };
    expect(outlineDays(c, rows, other, asked).find((d) => d.serviceId === 'own-car')!.reason).toBe(
      'No forecast for Leeds.',
    );
  });
});

describe('a better day than when it was held', () => {
  const day = (verdict: DayOption['verdict'], chance: number): DayOption => ({
    ...at('2026-10-22', 'northline-overnight'),
    verdict,
    chance,
  });
  test('is one with a better verdict, or surely surer at the same', () => {
    expect(betterDay([day('care', 0.9)], { verdict: 'hold', chance: 0.5 })).not.toBeNull();
    expect(betterDay([day('go', 0.96)], { verdict: 'care', chance: 0.9 })).not.toBeNull();
    expect(betterDay([day('care', 0.93)], { verdict: 'care', chance: 0.9 })).toBeNull();
    expect(betterDay([day('care', 0.95)], { verdict: 'care', chance: 0.9 })).not.toBeNull();
    expect(betterDay([day('care', 0.99)], { verdict: 'go', chance: 0.95 })).toBeNull();
  });
  test('is never a day that says hold, nor one that does not run', () => {
    expect(betterDay([day('hold', 0.7)], { verdict: 'hold', chance: 0.2 })).toBeNull();
    expect(betterDay([{ ...day('go', 0.99), handOverAt: null }], null)).toBeNull();
    expect(betterDay([], null)).toBeNull();
  });
});

describe('the day to ship, as evaluated', () => {
  const c = example;
  const fromMs = Date.parse(c.handOverAt) - 4 * HOUR;
  const days = (calendar = emptyCalendar): DayOption[] => {
    const r = evaluate(c, catalogue, c.forecast, {
      stepH: 0.5,
      calendar,
      choosers: { packs: null, bags: false, days: { fromMs, days: 7, draws: 30 } },
    });
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value.days!;
  };
  const list = days();
  test('every day × service is there once, best first by verdict, each with a reason', () => {
    expect(list).toHaveLength(7 * catalogue.services.length);
    expect(new Set(list.map((d) => `${d.date} ${d.serviceId}`)).size).toBe(list.length);
    const rank = { go: 0, care: 1, hold: 2 };
    list.slice(1).forEach((d, i) => expect(rank[d.verdict]).toBeGreaterThanOrEqual(rank[list[i]!.verdict]));
    for (const d of list) expect(d.reason.length).toBeGreaterThan(20);
  });
  test('a service for dry goods, a weekend, a holiday and an embargo hold, and say why', () => {
    const dry = list.find((d) => d.serviceId === 'drayton-parcel')!;
    expect(dry).toMatchObject({ verdict: 'hold', chance: null });
    expect(dry.reason).toMatch(/does not take live animals/);
    const saturday = list.find(
      (d) => d.serviceId === 'northline-overnight' && weekdayOf(Date.parse(`${d.date}T12:00:00Z`), 'UTC') === 6,
    )!;
    expect(saturday.reason).toMatch(/takes no parcels on this weekday/);
    const date = localDate(fromMs + 24 * HOUR, c.sender.place.zone);
    const closed = days({
      holidays: [{ date, name: 'Founders’ Day', place: c.sender.place.name }],
      embargoes: [{ from: '2020-01-01', to: '2040-01-01', serviceId: 'sable-air', reason: 'peak season' }],
    });
    expect(closed.find((d) => d.date === date && d.serviceId === 'northline-overnight')!.reason).toMatch(
      /Founders’ Day/,
    );
    expect(
      closed.find((d) => d.serviceId === 'sable-air' && weekdayOf(Date.parse(`${d.date}T12:00:00Z`), 'UTC') < 6)!
        .reason,
    ).toMatch(/peak season|before the fish/);
  });
  test('drop-off stands fifty minutes before the cut-off; delivery rolls past a day that is not served', () => {
    const friday = Date.parse('2026-12-04T09:00:00Z');
    const at = onDay(c, overnight, friday, withOverrides(), emptyCalendar);
    expect(c.sender.place.zone).toBe('Europe/Warsaw');
    expect(new Date(at.handOverMs).toISOString()).toBe('2026-12-04T18:10:00.000Z'); // 19:10 in Kraków, cut-off 20:00
    expect(weekdayOf(at.startMs, c.receiver.place.zone)).toBe(1);
    expect(at.endMs - at.startMs).toBe(overnight.windowH * HOUR);
  });
});

describe('why a cell is shut', () => {
  const reason = (
    date: string,
    serviceId: string,
    change: Partial<ChooseDay> = {},
    cat: typeof catalogue = catalogue,
  ) => at(date, serviceId, outlineDays(c, cat, forecast(16), { ...asked, ...change })).reason;
  test('dry goods, a holiday of the sender’s town, an embargo, each by its name', () => {
    expect(reason('2026-10-21', 'drayton-parcel')).toBe('Drayton Parcels, dry goods does not take live animals.');
    const calendar = {
      holidays: [{ date: '2026-10-21', name: 'Founders’ Day', place: 'Leeds' }],
      embargoes: [{ from: '2026-10-22', to: '2026-10-22', serviceId: overnight.id, reason: 'storm' }],
    };
    expect(reason('2026-10-21', overnight.id, { calendar })).toBe('Founders’ Day in Leeds: no carrier takes parcels.');
    expect(reason('2026-10-21', 'own-car', { calendar })).toBe('');
    expect(reason('2026-10-22', overnight.id, { calendar })).toBe('Embargo: storm.');
    expect(reason('2026-10-23', overnight.id, { calendar })).toBe('');
    const works = {
      ...catalogue,
      services: catalogue.services.map((s) => (s.id === overnight.id ? { ...s, holidayRule: 'works' as const } : s)),
    };
    expect(reason('2026-10-21', overnight.id, { calendar }, works)).toBe('');
  });
  test('what has passed by a minute; at the minute it still goes', () => {
    // 20:00 in Leeds less the fifty minutes in hand.
    const last = Date.parse('2026-10-21T18:10:00Z');
    expect(reason('2026-10-21', overnight.id, { fromMs: last })).toBe('');
    expect(reason('2026-10-21', overnight.id, { fromMs: last + 60_000 })).toBe(
      'The counter closes before you can be there.',
    );
    expect(reason('2026-10-21', 'own-car', { fromMs: last + 60_000 })).toBe('This time has passed.');
  });
});

describe('a cell worked by hand', () => {
  const cell = at('2026-10-21', overnight.id);
  test('its window is the promise of the service, opened at its end; the bag is counted from the first one sealed', () => {
    expect(cell.windowAt).toEqual({ startAt: '2026-10-22T08:10:00.000Z', endAt: '2026-10-22T11:10:00.000Z' });
    expect(cell.openingAt).toBe(cell.windowAt!.endAt);
    // 14 h and 3 h of the service, 28 min drive, 45 min boxing, 9 min a bag.
    expect(cell.hoursInBag).toBeCloseTo(17 + (28 + 45 + 9 * c.bags.length) / 60, 9);
  });
  test('the price is freight and packs, the packs as they are', () => {
    expect(cell.packs).toEqual(c.boxes.map((b) => ({ boxId: b.id, packs: b.packs })));
    const packs = c.boxes.flatMap((b) => b.packs);
    const bare = at(
      '2026-10-21',
      overnight.id,
      outlineDays({ ...c, boxes: c.boxes.map((b) => ({ ...b, packs: [] })) }, rows, forecast(16), asked),
    );
    const packG = packs.reduce((n, x) => n + x.count * row(catalogue.packs, x.packId, 'pack').massG, 0);
    expect(packG).toBeGreaterThan(0);
    expect(cell.weightKg! - bare.weightKg!).toBeCloseTo(packG / 1000, 9);
    expect(cell.cost! - bare.cost!).toBeCloseTo(
      packs.reduce((n, x) => n + x.count * row(catalogue.packs, x.packId, 'pack').cost, 0),
      9,
    );
    expect(bare.cost).toBeGreaterThan(0);
  });
  test('a cell that is shut has no figures', () => {
    expect(at('2026-10-24', overnight.id)).toMatchObject({ cost: null, weightKg: null, hoursInBag: null, packs: [] });
  });
});

describe('cautions and verdicts', () => {
  const compute = (
    from: string,
    min: number,
    max: number,
    change: Partial<ChooseDay> = {},
    made = noon,
    date = from.slice(0, 10),
  ): DayOption => {
    const fromMs = Date.parse(from);
    const mild = (place: typeof leeds) => ({ name: place.name, points: hourlyOf(days(noon, 16, min, max), place) });
    const f = { ...forecast(1), madeAt: new Date(made).toISOString(), places: [mild(leeds), mild(tartu)] };
    const only = { ...rows, services: [overnight] };
    const work = chooseDay(c, only, f, { ...asked, fromMs, days: 1, fasted: c.lines.map((l) => l.tank), ...change });
    for (;;) {
      const step = work.next();
      if (step.done) return at(date, overnight.id, step.value);
    }
  };
  const wednesday = '2026-10-21T08:00:00Z';
  test('mild weather and nothing to mind is a plain go, with packs chosen for the day', () => {
    const d = compute(wednesday, 19, 23);
    expect(d).toMatchObject({ verdict: 'go', chance: 1, coveredH: null });
    expect(d.reason).toMatch(
      /^12 of 12 simulated trips good \(100 %\); bad case \(1 in 10\): (\d+ h|over two days) to spare\.$/,
    );
    expect(d.packs.map((x) => x.boxId)).toEqual(c.boxes.map((b) => b.id));
  });
  test('due on a Friday wants care, and says why', () => {
    const d = compute('2026-10-22T08:00:00Z', 19, 23);
    expect(d.verdict).toBe('care');
    expect(d.reason).toContain('; due on a Friday: one delay and the fish wait over the weekend.');
  });
  test('too little time to fast wants care; less than half of it holds the fish', () => {
    const fast = longestFast(c, catalogue, withOverrides())!;
    const seal = Date.parse('2026-10-21T18:10:00Z') - (28 + 45 + 9 * c.bags.length) * 60_000;
    const from = (hours: number) =>
      compute(new Date(seal - hours * HOUR).toISOString(), 19, 23, { fasted: [], days: 2 }, noon, '2026-10-21');
    const soon = compute(wednesday, 19, 23, { fasted: [] });
    expect(fast.hours).toBeGreaterThan(20);
    expect(soon.verdict).toBe('hold');
    expect(soon.reason).toContain(
      `need ${fast.hours} h without food, ${Math.floor((seal - Date.parse(wednesday)) / HOUR)} h are left`,
    );
    expect(from(fast.hours / 2 + 0.1).verdict).toBe('care');
    expect(from(fast.hours / 2 - 0.1).verdict).toBe('hold');
    // Never fewer than none: the counter still takes after the hour of bagging.
    expect(from(-1).reason).toContain(' 0 h are left');
  });
  test('at twenty below it is held, whatever the odds', () => {
    const d = compute(wednesday, -26, -22);
    expect(d.verdict).toBe('hold');
    expect(d.reason).toMatch(/−?-?2\d °C on the way/);
  });
  test('a forecast made long before says little', () => {
    const told = (hoursBefore: number) =>
      compute(wednesday, 19, 23, {}, Date.parse('2026-10-21T18:10:00Z') - hoursBefore * HOUR);
    expect(told(168).verdict).toBe('go');
    expect(told(168.5)).toMatchObject({ verdict: 'care' });
    expect(told(168.5).reason).toContain('the forecast is uncertain this far ahead');
  });
  test('frost that the best packs do not hold is a hold, with a chance below the mark', () => {
    const d = compute(wednesday, -19, -15);
    expect(d.chance).toBeLessThan(0.8);
    expect(d.verdict).toBe('hold');
    // Packs were taken nevertheless: the best of those tried.
    expect(d.packs.flatMap((x) => x.packs).length).toBeGreaterThan(0);
  });
  test('heat takes a cold pack or none, never a heat pack', () => {
    const d = compute(wednesday, 27, 33);
    const kinds = d.packs.flatMap((x) => x.packs.map((p) => row(catalogue.packs, p.packId, 'pack').kind));
    expect(kinds).not.toContain('heat');
  });
});

describe('the order of days', () => {
  const day = (verdict: DayOption['verdict'], chance: number | null, date: string, cost: number | null): DayOption => ({
    ...at('2026-10-22', overnight.id),
    verdict,
    chance,
    date,
    cost,
  });
  test('at the same chance the day with more alive, also where it is later', () => {
    const alive = (share: number, date: string) => ({ ...day('go', 0.96, date, 5), alive: share });
    const [first] = rankDays([alive(0.97, '2026-10-20'), alive(0.99, '2026-10-21')]);
    expect(first!.alive).toBe(0.99);
    const [same] = rankDays([alive(0.991, '2026-10-21'), alive(0.989, '2026-10-20')]);
    expect(same!.date).toBe('2026-10-20');
  });
  test('verdict, then whole points of chance, then the sooner day, then cost', () => {
    const sorted = [
      day('go', 0.962, '2026-10-20', 20),
      day('go', 0.958, '2026-10-20', 30),
      day('go', 0.958, '2026-10-20', null),
      day('go', 0.962, '2026-10-21', 5),
      day('go', 0.94, '2026-10-19', 1),
      day('care', 0.99, '2026-10-19', 1),
      day('hold', 0.99, '2026-10-18', 1),
      day('hold', 0, '2026-10-18', 1),
      day('hold', null, '2026-10-18', 1),
    ];
    expect(rankDays([...sorted].reverse())).toEqual(sorted);
    expect(rankDays(sorted)).toEqual(sorted);
  });
});
