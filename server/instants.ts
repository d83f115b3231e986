import { TZDate } from '@date-fns/tz';
import zoneAt from '@photostructure/tz-lookup';

/** A wall-clock time at a zone as an instant; daylight saving decides the offset. */
export function instantAt(localTime: string, zone: string): string {
  const [y, mo, d, h, mi] = localTime.split(/[-T:]/).map(Number) as [number, number, number, number, number];
  return new Date(new TZDate(y, mo - 1, d, h, mi, 0, zone).getTime()).toISOString();
}

const LOCAL = /^20\d\d-\d{2}-\d{2}T\d{2}:\d{2}$/;

/** Why a wall-clock time is none: a day that no calendar has, or an hour that the clock skips; null where it is one. */
export function localProblem(localTime: string, zone: string): string | null {
  const ms = Date.parse(`${localTime}:00Z`);
  if (!LOCAL.test(localTime) || !Number.isFinite(ms) || new Date(ms).toISOString().slice(0, 16) !== localTime)
    return 'Enter a valid date and time.';
  return localAt(Date.parse(instantAt(localTime, zone)), zone) === localTime
    ? null
    : `Clocks go forward then: ${localTime.slice(11)} does not exist that night. Choose another time.`;
}

const WITH_ZONE = /^(\d{4}-\d{2}-\d{2})[T ](\d{2}:\d{2})(:\d{2}(?:\.\d{1,3})?)?(Z|[+-]\d{2}:?\d{2})$/;

/** An instant as typed: with a zone, or by the clock of the given one; noon where only a day is given. Null where it is none. */
export function typedInstant(typed: string, zone: string): string | null {
  const told = WITH_ZONE.exec(typed);
  if (told) {
    const [, day, clock, seconds = ':00', offset] = told;
    const ms = Date.parse(`${day}T${clock}${seconds}${offset}`);
    return localProblem(`${day}T${clock}`, 'UTC') === null && Number.isFinite(ms) ? new Date(ms).toISOString() : null;
  }
  const local = /^(\d{4}-\d{2}-\d{2})(?:[T ](\d{2}:\d{2}))?(?::\d{2})?$/.exec(typed);
  if (!local) return null;
  const at = `${local[1]}T${local[2] ?? '12:00'}`;
  return localProblem(at, zone) === null ? instantAt(at, zone) : null;
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
