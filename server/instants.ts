import { TZDate } from '@date-fns/tz';
import zoneAt from '@photostructure/tz-lookup';

/** A wall-clock time at a zone as an instant; daylight saving decides the offset. */
export function instantAt(localTime: string, zone: string): string {
  const [y, mo, d, h, mi] = localTime.split(/[-T:]/).map(Number) as [number, number, number, number, number];
  return new Date(new TZDate(y, mo - 1, d, h, mi, 0, zone).getTime()).toISOString();
}

/** An instant as a wall-clock time at a zone, "2026-11-24T19:45". */
export function localAt(ms: number, zone: string): string {
  const d = new TZDate(ms, zone);
  const two = (n: number): string => String(n).padStart(2, '0');
  return `${d.getFullYear()}-${two(d.getMonth() + 1)}-${two(d.getDate())}T${two(d.getHours())}:${two(d.getMinutes())}`;
}

/** A place whose clock was left empty, with the clock of its coordinates. */
export const zoned = <T extends { lat: number; lon: number; zone: string }>(place: T): T =>
  place.zone === '' && Math.abs(place.lat) <= 90 && Math.abs(place.lon) <= 180
    ? { ...place, zone: zoneAt(place.lat, place.lon) }
    : place;
