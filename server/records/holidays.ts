import Holidays from 'date-holidays';
import type { Calendar, Holiday } from '@/core/calendar/schema';
import type { Consignment } from '@/core/consignment/schema';

const cache = new Map<string, { date: string; name: string }[]>();

/** Public holidays of a country (and of a part of it) in a year, from the open library, in English. */
export function publicHolidays(country: string, year: number, region?: string): { date: string; name: string }[] {
  const key = `${country} ${region ?? ''} ${year}`;
  let days = cache.get(key);
  if (!days) {
    const book = new Holidays();
    if (region) book.init(country, region);
    else book.init(country);
    const known = book.getCountries()[country] !== undefined;
    const list = known ? book.getHolidays(year, 'en') : [];
    days = list
      .filter((h) => h.type === 'public')
      .flatMap((h) => {
        // Some last several days.
        const first = Date.parse(`${h.date.slice(0, 10)}T00:00:00Z`);
        const length = Math.max(1, Math.round((h.end.getTime() - h.start.getTime()) / 864e5));
        return Array.from({ length }, (_, i) => ({
          date: new Date(first + i * 864e5).toISOString().slice(0, 10),
          name: h.name,
        }));
      });
    cache.set(key, days);
  }
  return days;
}

/** The days on which nobody works at either end of a journey; none where a place does not name its country. */
export function calendarOf(c: Pick<Consignment, 'sender' | 'receiver' | 'handOverAt' | 'openingAt'>): Calendar {
  const from = new Date(Date.parse(c.handOverAt) - 20 * 864e5).getUTCFullYear();
  const to = new Date(Date.parse(c.openingAt) + 30 * 864e5).getUTCFullYear();
  const holidays: Holiday[] = [];
  const seen = new Set<string>();
  for (const { place } of [c.sender, c.receiver]) {
    if (!place.country || seen.has(place.name)) continue;
    seen.add(place.name);
    for (let year = from; year <= to; year++)
      for (const h of publicHolidays(place.country, year, place.region)) holidays.push({ ...h, place: place.name });
  }
  return { holidays, embargoes: [] };
}
