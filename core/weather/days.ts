import { localDate, sameTimeLater } from '@/core/calendar/calendar';
import { HOUR } from '@/core/quantities/time';
import { TZDate } from '@date-fns/tz';
import { hoursOfDays } from './diurnal';
import { sunHours } from './sun';

/** Coldest and warmest of a local day, °C. */
export interface DayExtremes {
  /** Local day, as 2026-11-24. */
  date: string;
  minC: number;
  maxC: number;
}

interface Place {
  lat: number;
  lon: number;
  zone: string;
}

export interface WeatherPoint {
  at: string;
  tempC: number;
}

/** The instant at which a local day begins. */
export function midnightOf(date: string, zone: string): number {
  const [y, m, d] = date.split('-').map(Number) as [number, number, number];
  return new TZDate(y, m - 1, d, 0, 0, 0, zone).getTime();
}

/**
 * Hours of consecutive local days from their extremes, dawn to dawn by the day's own sun; days on which clocks change have
 * 23 or 25. One day or more, each with its minimum not above its maximum, in the order of dates; RangeError otherwise.
 */
export function hourlyOf(days: readonly DayExtremes[], place: Place): WeatherPoint[] {
  if (days.length === 0) throw new RangeError('There must be a day.');
  const list = days.map((d, i) => {
    if (d.minC > d.maxC) throw new RangeError(`${d.date}: the minimum is above the maximum.`);
    const fromMs = midnightOf(d.date, place.zone);
    const toMs = sameTimeLater(fromMs, 1, place.zone);
    if (i > 0 && fromMs !== sameTimeLater(midnightOf(days[i - 1]!.date, place.zone), 1, place.zone))
      throw new RangeError(`${d.date} does not follow ${days[i - 1]!.date}.`);
    const lengthH = (toMs - fromMs) / HOUR;
    return { minC: d.minC, maxC: d.maxC, lengthH, ...sunHours(place, fromMs, lengthH) };
  });
  const firstMs = midnightOf(days[0]!.date, place.zone);
  return hoursOfDays(list).map((tempC, i) => ({
    at: new Date(firstMs + i * HOUR).toISOString(),
    tempC: Math.round(tempC * 10) / 10,
  }));
}

/** Extremes of every local day that has at least half its hours among the points. */
export function extremesOf(points: readonly WeatherPoint[], zone: string): DayExtremes[] {
  const days = new Map<string, number[]>();
  for (const p of points) {
    const date = localDate(Date.parse(p.at), zone);
    days.set(date, [...(days.get(date) ?? []), p.tempC]);
  }
  return [...days]
    .filter(([, list]) => list.length >= 12)
    .sort(([x], [y]) => (x < y ? -1 : 1))
    .map(([date, list]) => ({ date, minC: Math.min(...list), maxC: Math.max(...list) }));
}
