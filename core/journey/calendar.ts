import { TZDate } from '@date-fns/tz';
import { z } from 'zod';
import type { Service } from '@/core/catalogue/schema';

/** A day on which nobody works in a country, as an open library gives them: they come in as data. */
export const holidaySchema = z.object({
  date: z.iso.date('Write the date as 2026-12-25.'),
  name: z.string().min(1),
  /** Name of the place whose zone and country it holds for. */
  place: z.string().min(1),
});
export type Holiday = z.infer<typeof holidaySchema>;

/** Days on which live animals are not sent, whoever the carrier: peak season, frost warnings, strikes. */
export const embargoSchema = z.object({
  from: z.iso.date(),
  to: z.iso.date(),
  /** One service, or all of them. */
  serviceId: z.string().nullable(),
  reason: z.string().min(1),
});
export type Embargo = z.infer<typeof embargoSchema>;

export const calendarSchema = z.object({
  holidays: z.array(holidaySchema).max(2000),
  embargoes: z.array(embargoSchema).max(200),
});
export type Calendar = z.infer<typeof calendarSchema>;

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

/** Whether a service hands over (takes) or delivers on the local day of an instant; Monday to Friday unless it says so. */
export function serves(
  service: Service,
  doing: 'takes' | 'delivers',
  ms: number,
  place: { name: string; zone: string },
  holidays: readonly Holiday[],
): boolean {
  const all = service.kind === 'own-car' ? [1, 2, 3, 4, 5, 6, 7] : MONDAY_TO_FRIDAY;
  const days = (doing === 'takes' ? service.takesOn : service.deliversOn) ?? all;
  if (!days.includes(weekdayOf(ms, place.zone))) return false;
  return service.kind === 'own-car' || holidayOn(ms, place, holidays) === null;
}
