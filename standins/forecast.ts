import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { hoursOfDays, type DayWeather } from '@/core/weather/diurnal';
import { sunHours } from '@/core/weather/sun';
import { DAY, HOUR } from '@/core/quantities/time';

/**
 * A simulated forecast service: a smooth climate by latitude and season, plus a weather of a few days' memory that is
 * always the same for the same place and day, plus the error of a forecast, which grows with the time ahead as the odds
 * reckon it and fades as the day comes near: asking again changes the answer. It makes no request to anybody.
 */
export interface ForecastPoint {
  at: string;
  tempC: number;
}

/** A new run of the forecast every six hours; between runs the answer stays. */
const RUN_H = 6;
const RUNS_A_DAY = 24 / RUN_H;

/** A repeatable number in 0…1 of two whole numbers (a mixing hash). */
function hash01(x: number, y: number): number {
  let h = (Math.imul(x, 0x9e3779b1) ^ Math.imul(y, 0x85ebca6b)) >>> 0;
  h = Math.imul(h ^ (h >>> 16), 0x7feb352d) >>> 0;
  h = Math.imul(h ^ (h >>> 15), 0x846ca68b) >>> 0;
  return ((h ^ (h >>> 16)) >>> 0) / 2 ** 32;
}

const keyOf = (lat: number, lon: number): number => Math.round(lat * 10) * 4001 + Math.round(lon * 10);

/** Error expected so many days ahead, °C: the same figures as in the odds. */
const spread = (days: number): number =>
  Math.min(a.forecastErrorMostC, a.forecastErrorC + a.forecastErrorCPerDay * Math.max(0, days));

/** Mean 0, spread 1, the same for the same numbers; days beside one another err alike. */
function unit(key: number, day: number, run: number): number {
  const of = (d: number): number => (hash01(key + 31 * d, run) - 0.5) * Math.sqrt(12);
  return (of(day) + of(day + 1)) / Math.SQRT2;
}

/**
 * Error of the forecast of a day as it was made at a run: what every run before the day has still to put right, added up.
 * What lies behind is known.
 */
function errorOf(key: number, day: number, madeRun: number): number {
  const dayRun = day * RUNS_A_DAY + RUNS_A_DAY / 2;
  const ahead = dayRun - madeRun;
  if (ahead <= 0) return 0;
  let error = unit(key, day, dayRun) * spread(0);
  for (let back = 1; back <= ahead; back++) {
    const more = spread(back / RUNS_A_DAY) ** 2 - spread((back - 1) / RUNS_A_DAY) ** 2;
    error += unit(key, day, dayRun - back) * Math.sqrt(more);
  }
  return error;
}

function dayWeather(lat: number, lon: number, midnightUtc: number): DayWeather {
  const dayNumber = Math.floor(midnightUtc / DAY);
  const key = keyOf(lat, lon);
  const yearDay = (dayNumber % 365.25) / 365.25;
  const away = Math.abs(lat);
  const season = Math.cos(2 * Math.PI * (yearDay - 20 / 365.25)) * (lat < 0 ? -1 : 1);
  const mean = 27 - 0.42 * Math.max(0, away - 8) - 0.17 * away * season;
  const spell = [0, 1, 2].reduce((s, back) => s + (hash01(key, dayNumber - back) - 0.5) * 3, 0);
  const range = 6 + 4 * hash01(key + 7, dayNumber);
  // Days run by the sun of the place, from its own midnight.
  const sun = sunHours({ lat, lon }, midnightUtc - (lon / 15) * HOUR);
  return { minC: mean + spell - range / 2, maxC: mean + spell + range / 2, ...sun };
}

/**
 * Hourly points for a place, from the start of the day before `fromMs` on, as told at `madeMs`. Past days are told as they
 * were.
 */
export function simulatedForecast(
  place: { lat: number; lon: number },
  fromMs: number,
  days: number,
  madeMs: number,
): ForecastPoint[] {
  const first = Math.floor(fromMs / DAY) * DAY - DAY;
  const key = keyOf(place.lat, place.lon);
  const madeRun = Math.floor(madeMs / (RUN_H * HOUR));
  const list = Array.from({ length: days + 2 }, (_, i) => {
    const day = dayWeather(place.lat, place.lon, first + i * DAY);
    const error = errorOf(key, Math.floor(first / DAY) + i, madeRun);
    return { ...day, minC: day.minC + error, maxC: day.maxC + error };
  });
  const solarOffset = Math.round(place.lon / 15) * HOUR;
  return hoursOfDays(list).map((tempC, i) => ({
    at: new Date(first - solarOffset + i * HOUR).toISOString(),
    tempC: Math.round(tempC * 10) / 10,
  }));
}
