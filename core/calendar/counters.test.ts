import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import type { Service } from '@/core/catalogue/schema';
import { DAY } from '@/core/quantities/time';
import {
  atClock,
  clockWords,
  counterOn,
  dayWords,
  embargoOn,
  emptyCalendar,
  holidayOn,
  lastAcceptance,
  localDate,
  restsOnHolidays,
  serves,
  takingDays,
  weekdayOf,
} from './calendar';

const base = row(catalogue.services, 'northline-overnight', 'service');
const service = (change: Partial<Service> = {}): Service => ({
  ...base,
  cutOff: '19:00',
  counters: undefined,
  takesOn: undefined,
  deliversOn: undefined,
  embargoes: undefined,
  holidayRule: undefined,
  ...change,
});
const car = row(catalogue.services, 'own-car', 'service');
const lisbon = { name: 'Coimbra', zone: 'Europe/Lisbon' };
const friday = Date.parse('2026-11-27T12:00:00Z');

describe('counters and their last hour', () => {
  const s = service({
    counters: [
      { days: [1, 2, 3, 4], cutOff: '19:45', last: '18:30' },
      { days: [5], cutOff: '18:00' },
      { days: [6], cutOff: '12:00', last: '13:00' },
    ] as Service['counters'],
  });
  test.each([
    [1, '18:30'],
    [4, '18:30'],
    [5, '18:00'],
    [6, '12:00'],
    [7, '19:00'],
  ])('on weekday %i live animals are taken until %s', (weekday, until) => {
    expect(lastAcceptance(s, weekday)).toBe(until);
  });
  test('a day that no row names has the plain cut-off', () => {
    expect(counterOn(s, 7)).toEqual({ cutOff: '19:00' });
    expect(counterOn(service(), 3)).toEqual({ cutOff: '19:00' });
  });
  test('it takes on the days of its counters, on those that are named, else on weekdays', () => {
    expect(takingDays(s)).toEqual([1, 2, 3, 4, 5, 6]);
    expect(takingDays(service({ takesOn: [2, 4] }))).toEqual([2, 4]);
    expect(takingDays(service())).toBeUndefined();
    expect(takingDays(service({ counters: [] }))).toBeUndefined();
    const days = [0, 1, 2, 3].map((d) => serves(service(), 'takes', friday + d * DAY, lisbon, []));
    expect(days).toEqual([true, false, false, true]);
    expect(serves(s, 'takes', friday + DAY, lisbon, [])).toBe(true);
  });
  test('taking and delivering are two things', () => {
    const saturday = service({ deliversOn: [6] });
    expect(serves(saturday, 'delivers', friday + DAY, lisbon, [])).toBe(true);
    expect(serves(saturday, 'takes', friday + DAY, lisbon, [])).toBe(false);
    expect(serves(saturday, 'delivers', friday, lisbon, [])).toBe(false);
  });
});

describe('holidays', () => {
  const holidays = [{ date: '2026-11-27', name: 'Fair', place: 'Coimbra' }];
  test('rest on the local day of their own place only', () => {
    expect(holidayOn(friday, lisbon, holidays)?.name).toBe('Fair');
    expect(holidayOn(friday + DAY, lisbon, holidays)).toBeNull();
    expect(holidayOn(friday, { ...lisbon, name: 'Porto' }, holidays)).toBeNull();
    // Half past eleven at night in Halifax is the next day in Coimbra.
    const late = Date.parse('2026-11-28T00:30:00Z');
    expect(holidayOn(late, { name: 'Coimbra', zone: 'America/Halifax' }, holidays)?.name).toBe('Fair');
  });
  test('a carrier rests unless its row says that it works, a car never does', () => {
    expect(restsOnHolidays(service())).toBe(true);
    expect(restsOnHolidays(service({ holidayRule: 'works' } as Partial<Service>))).toBe(false);
    expect(restsOnHolidays(car)).toBe(false);
    expect(serves(service({ holidayRule: 'works' } as Partial<Service>), 'takes', friday, lisbon, holidays)).toBe(true);
    expect(serves(service(), 'takes', friday, lisbon, holidays)).toBe(false);
  });
});

describe('embargoes', () => {
  const heat = { from: '2026-07-01', to: '2026-08-31', reason: 'heat' };
  const calendar = (serviceId: string | null) => ({
    ...emptyCalendar,
    embargoes: [{ ...heat, from: '2026-12-20', to: '2026-12-27', reason: 'feast', serviceId }],
  });
  test.each([
    ['2026-06-30', null],
    ['2026-07-01', 'heat'],
    ['2026-08-31', 'heat'],
    ['2026-09-01', null],
  ])('its own holds from its first day to its last: %s', (date, reason) => {
    expect(embargoOn(service({ embargoes: [heat] } as Partial<Service>), date, emptyCalendar)?.reason ?? null).toBe(
      reason,
    );
  });
  test('one of the calendar holds for its service, or for all', () => {
    const s = service();
    expect(embargoOn(s, '2026-12-24', calendar(null))?.reason).toBe('feast');
    expect(embargoOn(s, '2026-12-24', calendar(s.id))?.reason).toBe('feast');
    expect(embargoOn(s, '2026-12-24', calendar('another'))).toBeNull();
    expect(embargoOn(s, '2026-12-28', calendar(null))).toBeNull();
    expect(embargoOn(s, '2026-12-19', calendar(null))).toBeNull();
  });
  test('an own car knows none', () => {
    expect(embargoOn(car, '2026-12-24', calendar(null))).toBeNull();
  });
});

describe('days and clocks of a place', () => {
  test('Sunday is the seventh day, Monday the first', () => {
    expect(weekdayOf(Date.parse('2026-11-29T12:00:00Z'), 'UTC')).toBe(7);
    expect(weekdayOf(Date.parse('2026-11-30T12:00:00Z'), 'UTC')).toBe(1);
  });
  test('are written with two digits where clocks do, and in the house’s order', () => {
    const ms = Date.parse('2026-01-05T08:05:00Z');
    expect(localDate(ms, 'UTC')).toBe('2026-01-05');
    expect(clockWords(ms, 'UTC')).toBe('08:05');
    expect(clockWords(ms, 'Asia/Kolkata')).toBe('13:35');
    expect(dayWords(ms, 'UTC')).toBe('Mon 5 Jan');
    expect(dayWords(friday, 'UTC')).toBe('Fri 27 Nov');
  });
  test('a clock time is that of the local day, whatever hour of it is asked', () => {
    const noon = Date.parse('2026-07-10T11:00:00Z');
    expect(new Date(atClock(noon, '19:45', 'Europe/Lisbon')).toISOString()).toBe('2026-07-10T18:45:00.000Z');
    const night = Date.parse('2026-07-09T23:30:00Z'); // half past midnight on the 10th in Lisbon
    expect(atClock(night, '19:45', 'Europe/Lisbon')).toBe(atClock(noon, '19:45', 'Europe/Lisbon'));
  });
});
