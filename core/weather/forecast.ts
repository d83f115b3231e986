import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Forecast } from '@/core/consignment/schema';

/** Air temperature of one place over time, ready to be asked. */
export interface WeatherSeries {
  atMs: readonly number[];
  tempC: readonly number[];
}

export function weatherSeries(forecast: Forecast, place: string): WeatherSeries | null {
  const found = forecast.places.find((p) => p.name === place);
  if (!found) return null;
  const points = found.points
    .map((p) => ({ ms: Date.parse(p.at), c: p.tempC + forecast.shiftC }))
    .sort((a, b) => a.ms - b.ms);
  return { atMs: points.map((p) => p.ms), tempC: points.map((p) => p.c) };
}

/** Linear between points; beyond the ends the day before or after is repeated, and `covered` is false. */
export function weatherAt(series: WeatherSeries, ms: number): { tempC: number; covered: boolean } {
  const first = series.atMs[0]!;
  const last = series.atMs[series.atMs.length - 1]!;
  const day = 864e5;
  let at = ms;
  const covered = ms >= first && ms <= last;
  if (!covered && last - first >= day) while (at < first) at += day;
  if (!covered && last - first >= day) while (at > last) at -= day;
  at = Math.min(last, Math.max(first, at));
  let low = 0;
  let high = series.atMs.length - 1;
  while (high - low > 1) {
    const mid = (low + high) >> 1;
    if (series.atMs[mid]! <= at) low = mid;
    else high = mid;
  }
  const span = series.atMs[high]! - series.atMs[low]!;
  const f = span > 0 ? (at - series.atMs[low]!) / span : 0;
  return { tempC: series.tempC[low]! + f * (series.tempC[high]! - series.tempC[low]!), covered };
}

/** Hours from a point that tells its spread within which that holds. */
const SPREAD_REACH_MS = 6 * 3600_000;

/** The spread that the forecast itself tells for a place and instant, °C; null where it tells none. Points need not be in order. */
export function spreadOf(forecast: Forecast, place: string): ((ms: number) => number | null) | null {
  const points = (forecast.places.find((p) => p.name === place)?.points ?? []).flatMap((p) =>
    p.spreadC === undefined ? [] : [{ ms: Date.parse(p.at), spreadC: p.spreadC }],
  );
  if (points.length === 0) return null;
  return (ms) => {
    const nearest = points.reduce((x, y) => (Math.abs(y.ms - ms) < Math.abs(x.ms - ms) ? y : x));
    return Math.abs(nearest.ms - ms) <= SPREAD_REACH_MS ? nearest.spreadC : null;
  };
}

export interface ForecastAge {
  hours: number;
  /** Older than a forecast is trusted; an assumption. */
  old: boolean;
  /** "made 3 h ago", "4 days old". */
  words: string;
}

/** How old a forecast is. Negative ages (a clock set back) count as new. */
export function forecastAge(madeAt: string, nowMs: number, a: Assumptions): ForecastAge {
  const hours = Math.max(0, (nowMs - Date.parse(madeAt)) / 3600_000);
  const days = Math.floor(hours / 24);
  const old = hours > a.forecastOldH;
  const words = hours < 1 ? 'made just now' : hours < 36 ? `made ${Math.round(hours)} h ago` : `${days} days old`;
  return { hours, old, words };
}
