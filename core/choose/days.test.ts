import { catalogue } from '@/core/catalogue';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { hourlyOf } from '@/core/weather/days';
import { exampleConsignment } from '@/tests/example';
import { emptyCalendar, localDate } from '@/core/calendar/calendar';
import { betterDay, chooseDay, onDay, outlineDays, rankDays, type ChooseDay, type DayOption } from './days';
import { withOverrides } from '@/core/catalogue/assumptions';

const HOUR = 3600_000;
const example = exampleConsignment();
const leeds = { name: 'Leeds', lat: 53.8, lon: -1.55, zone: 'Europe/London' };
const tartu = { name: 'Tartu', lat: 58.38, lon: 26.72, zone: 'Europe/Tallinn' };
const services = catalogue.services.filter((s) => s.live);
const rows = { ...catalogue, services };

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
      expect(at(date, 'northline-overnight').reason).toMatch(/takes nothing on this weekday/);
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
  test('hand-over comes before the last acceptance by the hour in hand, by the clock of each day', () => {
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
    expect(at('2026-10-19', 'own-car', short).coveredH).toBeNull();
    const beyond = at('2026-10-22', 'northline-overnight', short);
    expect(beyond.coveredH).toBe(0);
    const edge = at('2026-10-21', 'northline-overnight', short);
    expect(edge.coveredH).toBeGreaterThan(0);
    expect(edge.coveredH).toBeLessThan(edge.hoursInBag!);
    const full = at('2026-10-22', 'northline-overnight', run(forecast(3), { ...asked, days: 4 }));
    expect(full.reason).toContain('the forecast does not reach');
    expect(full.verdict).not.toBe('go');
  });
  test('of another town refuses the cell with its name', () => {
    const other = { ...forecast(3), places: [{ ...forecast(3).places[0]!, name: 'Graz' }] };
    expect(outlineDays(c, rows, other, asked).find((d) => d.serviceId === 'own-car')!.reason).toBe(
      'There is no forecast for Leeds.',
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
