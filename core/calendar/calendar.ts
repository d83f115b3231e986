import type { Calendar, Holiday } from './schema';
import { TZDate } from '@date-fns/tz';
import type { Counter, Service } from '@/core/catalogue/schema';
import { weekdays } from './days';

export const emptyCalendar: Calendar = { holidays: [], embargoes: [] };

const MONDAY_TO_FRIDAY: readonly number[] = [1, 2, 3, 4, 5];

/** Local day of an instant, as 2026-11-24. */
export const localDate = (ms: number, zone: string): string => {
  const d = new TZDate(ms, zone);
  return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
};

/** ISO weekday of an instant in a zone: 1 Monday … 7 Sunday. */
export const weekdayOf = (ms: number, zone: string): number => new TZDate(ms, zone).getDay() || 7;

/** The same clock time some days later in a zone, across a change of the clocks. */
export function sameTimeLater(ms: number, days: number, zone: string): number {
  const d = new TZDate(ms, zone);
  d.setDate(d.getDate() + days);
  return d.getTime();
}

export const holidayOn = (
  ms: number,
  place: { name: string; zone: string },
  holidays: readonly Holiday[],
): Holiday | null => holidays.find((h) => h.place === place.name && h.date === localDate(ms, place.zone)) ?? null;

/** Own cars drive on holidays; carriers rest unless their row says that they work. */
export const restsOnHolidays = (service: Service): boolean =>
  service.kind !== 'own-car' && (service.holidayRule ?? 'rests') === 'rests';

/** Weekdays on which it takes parcels, where its rows say so. */
export const takingDays = (service: Service): number[] | undefined =>
  service.takesOn ??
  (service.counters?.length ? [...new Set(service.counters.flatMap((c) => c.days))].sort() : undefined);

/** Counter hours on a weekday; the plain cut-off where no row names the day. */
export const counterOn = (service: Service, weekday: number): Omit<Counter, 'days'> =>
  service.counters?.find((c) => c.days.includes(weekday)) ?? { cutOff: service.cutOff };

/** The latest clock time at which live animals are taken on a weekday, as 19:45. */
export function lastAcceptance(service: Service, weekday: number): string {
  const { cutOff, last } = counterOn(service, weekday);
  return last && last < cutOff ? last : cutOff;
}

/** An instant at a clock time on the local day of another instant. */
export function atClock(dayMs: number, clock: string, zone: string): number {
  const d = new TZDate(dayMs, zone);
  const [h, m] = clock.split(':').map(Number) as [number, number];
  return new TZDate(d.getFullYear(), d.getMonth(), d.getDate(), h, m, 0, zone).getTime();
}

/** An embargo that holds for a service on a local day: its own, or one of the calendar. Own cars know none. */
export function embargoOn(service: Service, date: string, calendar: Calendar): { reason: string } | null {
  if (service.kind === 'own-car') return null;
  const own = service.embargoes?.find((e) => e.from <= date && date <= e.to);
  return (
    own ??
    calendar.embargoes.find(
      (e) => (e.serviceId === null || e.serviceId === service.id) && e.from <= date && date <= e.to,
    ) ??
    null
  );
}

/** "Thu 26 Nov" on the local day of an instant. */
export function dayWords(ms: number, zone: string): string {
  const d = new TZDate(ms, zone);
  const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
  return `${weekdays[weekdayOf(ms, zone) - 1]} ${d.getDate()} ${months[d.getMonth()]}`;
}

/** "24 November 2026" at an instant in a zone: for papers that are kept. */
export const longDayWords = (ms: number, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', { timeZone: zone, day: 'numeric', month: 'long', year: 'numeric' }).format(ms);

/** "19:45" at an instant in a zone. */
export function clockWords(ms: number, zone: string): string {
  const d = new TZDate(ms, zone);
  return `${String(d.getHours()).padStart(2, '0')}:${String(d.getMinutes()).padStart(2, '0')}`;
}

/** Whether a service hands over (takes) or delivers on the local day of an instant; Monday to Friday unless it says so. */
export function serves(
  service: Service,
  doing: 'takes' | 'delivers',
  ms: number,
  place: { name: string; zone: string },
  holidays: readonly Holiday[],
): boolean {
  const all = service.kind === 'own-car' ? [1, 2, 3, 4, 5, 6, 7] : MONDAY_TO_FRIDAY;
  const days = (doing === 'takes' ? takingDays(service) : service.deliversOn) ?? all;
  if (!days.includes(weekdayOf(ms, place.zone))) return false;
  return !restsOnHolidays(service) || holidayOn(ms, place, holidays) === null;
}
