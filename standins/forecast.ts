import { getTimes } from 'suncalc';
import { hoursOfDays, type DayWeather } from '@/core/weather/diurnal';

/**
 * A simulated forecast service: a smooth climate by latitude and season, plus a weather of a few days' memory that is
 * always the same for the same place and day. It stands in for a real service and makes no request to anybody.
 */
export interface ForecastPoint {
  at: string;
  tempC: number;
}

const DAY = 864e5;

/** A repeatable number in 0…1 of two whole numbers (a mixing hash). */
function hash01(a: number, b: number): number {
  let x = (Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b)) >>> 0;
  x = Math.imul(x ^ (x >>> 16), 0x7feb352d) >>> 0;
  x = Math.imul(x ^ (x >>> 15), 0x846ca68b) >>> 0;
  return ((x ^ (x >>> 16)) >>> 0) / 2 ** 32;
}

function dayWeather(lat: number, lon: number, midnightUtc: number): DayWeather {
  const dayNumber = Math.floor(midnightUtc / DAY);
  const key = Math.round(lat * 10) * 4001 + Math.round(lon * 10);
  const yearDay = (dayNumber % 365.25) / 365.25;
  const away = Math.abs(lat);
  const season = Math.cos(2 * Math.PI * (yearDay - 20 / 365.25)) * (lat < 0 ? -1 : 1);
  const mean = 27 - 0.42 * Math.max(0, away - 8) - 0.17 * away * season;
  const spell = [0, 1, 2].reduce((s, back) => s + (hash01(key, dayNumber - back) - 0.5) * 3, 0);
  const range = 6 + 4 * hash01(key + 7, dayNumber);
  const times = getTimes(new Date(midnightUtc + DAY / 2), lat, lon);
  const solar = (d: Date | null, otherwise: number): number =>
    d ? ((d.getTime() - midnightUtc) / 3600_000 + lon / 15 + 48) % 24 : otherwise;
  const sunriseH = Math.min(10.5, solar(times.sunrise, times.alwaysUp ? 2 : 10.5));
  return {
    minC: mean + spell - range / 2,
    maxC: mean + spell + range / 2,
    sunriseH,
    sunsetH: Math.max(sunriseH + 3, Math.min(22, solar(times.sunset, times.alwaysUp ? 22 : 13.5))),
  };
}

/** Hourly points for a place, from the start of the day before `fromMs` on. */
export function simulatedForecast(place: { lat: number; lon: number }, fromMs: number, days: number): ForecastPoint[] {
  const first = Math.floor(fromMs / DAY) * DAY - DAY;
  const list = Array.from({ length: days + 2 }, (_, i) => dayWeather(place.lat, place.lon, first + i * DAY));
  const solarOffset = Math.round(place.lon / 15) * 3600_000;
  return hoursOfDays(list).map((tempC, i) => ({
    at: new Date(first - solarOffset + i * 3600_000).toISOString(),
    tempC: Math.round(tempC * 10) / 10,
  }));
}
