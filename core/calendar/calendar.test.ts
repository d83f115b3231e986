import { readFileSync } from 'node:fs';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { evaluate } from '@/core/evaluate/evaluate';
import { exampleConsignment } from '@/tests/example';
import { calendarSchema } from './schema';
import { localDate, sameTimeLater, serves, weekdayOf } from './calendar';
import type { DayOption } from '@/core/choose/days';
import { delaysOf } from '@/core/engine/delays';
import { HOUR } from '@/core/quantities/time';
import { keyInstants } from './legs';

const tartu = { name: 'Tartu', zone: 'Europe/Tallinn' };
const overnight = row(catalogue.services, 'northline-overnight', 'service');
const c = exampleConsignment();

describe('the calendar', () => {
  test('the same clock time a day later is 23 hours on across the spring change', () => {
    const ms = Date.parse('2026-03-28T08:00:00Z'); // Saturday 10:00 in Tartu, clocks go forward that night
    expect(sameTimeLater(ms, 1, tartu.zone) - ms).toBe(23 * HOUR);
    expect(sameTimeLater(Date.parse('2026-10-24T08:00:00Z'), 1, tartu.zone) - Date.parse('2026-10-24T08:00:00Z')).toBe(
      25 * HOUR,
    );
  });
  test('a date belongs to its zone: late evening in Halifax is the next day in Tartu', () => {
    const ms = Date.parse('2026-11-24T23:30:00Z');
    expect(localDate(ms, 'America/Halifax')).toBe('2026-11-24');
    expect(localDate(ms, tartu.zone)).toBe('2026-11-25');
    expect(weekdayOf(ms, tartu.zone)).toBe(3);
  });
  test('couriers rest at weekends and on the place’s own holidays; a car drives every day', () => {
    const friday = Date.parse('2026-11-27T10:00:00Z');
    const holidays = [{ date: '2026-11-27', name: 'Fair', place: 'Tartu' }];
    expect(serves(overnight, 'delivers', friday, tartu, [])).toBe(true);
    expect(serves(overnight, 'delivers', friday, tartu, holidays)).toBe(false);
    expect(serves(overnight, 'delivers', friday, { ...tartu, name: 'Graz' }, holidays)).toBe(true);
    expect(serves(overnight, 'delivers', friday + 24 * HOUR, tartu, [])).toBe(false);
    expect(serves(row(catalogue.services, 'own-car', 'service'), 'takes', friday + 24 * HOUR, tartu, holidays)).toBe(
      true,
    );
  });
  test('a calendar with a broken date is refused at its field', () => {
    const r = calendarSchema.safeParse({ holidays: [{ date: '25.12.', name: 'x', place: 'y' }], embargoes: [] });
    expect(r.success).toBe(false);
    expect(!r.success && r.error.issues[0]!.path).toEqual(['holidays', 0, 'date']);
  });
});

describe('the shipped calendar', () => {
  const calendar = calendarSchema.parse(JSON.parse(readFileSync('examples/calendar/winter.json', 'utf8')));
  const at = (fromMs: number, serviceId: string): DayOption => {
    const r = evaluate(c, catalogue, c.forecast, {
      stepH: 0.5,
      calendar,
      choosers: { packs: null, bags: false, days: { fromMs, days: 1, draws: 5 } },
    });
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value.days!.find((d) => d.serviceId === serviceId)!;
  };
  test('is read, holds in peak season for every carrier, and on one flight for one', () => {
    expect(at(Date.parse('2026-12-21T06:00:00Z'), 'northline-overnight').reason).toMatch(/peak season/);
    expect(at(Date.parse('2027-01-14T06:00:00Z'), 'sable-air').reason).toMatch(/no live animals on this flight/);
    expect(at(Date.parse('2027-01-14T06:00:00Z'), 'northline-overnight').chance).not.toBeNull();
  });
  test('a delivery that would fall on a holiday at the destination waits for the next working day', () => {
    const overnightTo = at(Date.parse('2027-01-14T06:00:00Z'), 'northline-overnight'); // Friday 15 January is a fair
    expect(localDate(Date.parse(overnightTo.windowAt!.startAt), 'Europe/Amsterdam')).toBe('2027-01-18');
  });
});

describe('delays', () => {
  const at = (iso: string) => {
    const moved = { ...c, openingAt: iso, window: null };
    return delaysOf({ consignment: moved, catalogue, a, instants: keyInstants(moved, catalogue, a) }, []);
  };
  test('due on a Tuesday a day late is 24 h; due on a Friday the fish wait until Monday, and lose weekends', () => {
    const tuesday = at('2026-12-01T10:00:00.000Z');
    expect(tuesday.list.map((d) => d.hours)).toEqual([24, 48]);
    const friday = at('2026-12-04T10:00:00.000Z');
    expect(friday.list[0]).toMatchObject({ hours: 72, words: 'the weekend lost' });
    expect(friday.list.reduce((s, d) => s + d.share, 0)).toBeGreaterThan(tuesday.list.reduce((s, d) => s + d.share, 0));
  });
  test('uniform numbers are shared out by the shares, the most of them on time', () => {
    const friday = at('2026-12-04T10:00:00.000Z');
    const late = friday.list.reduce((s, d) => s + d.share, 0);
    let hits = 0;
    for (let i = 0; i < 10000; i++) if (friday.hoursOf((i + 0.5) / 10000) > 0) hits++;
    expect(hits / 10000).toBeCloseTo(late, 3);
  });
});
