import { getTimes } from 'suncalc';
import { HOUR } from '@/core/quantities/time';

/** Daylight that stands in where the sun does not rise or set: hours from midnight († ours). */
const NIGHT_ALL_DAY = { sunriseH: 10.5, sunsetH: 13.5 };
const DAY_ALL_DAY = { sunriseH: 2, sunsetH: 22 };

/**
 * Sunrise and sunset of the day that begins at `midnightMs`, as hours from then, by the standard solar formulas; any
 * latitude. What is returned leaves at least three hours of day and some of night, so that a day's curve can be drawn.
 */
export function sunHours(
  place: { lat: number; lon: number },
  midnightMs: number,
  lengthH = 24,
): { sunriseH: number; sunsetH: number } {
  const times = getTimes(new Date(midnightMs + (lengthH / 2) * HOUR), place.lat, place.lon);
  if (!times.sunrise || !times.sunset) return times.alwaysUp ? DAY_ALL_DAY : NIGHT_ALL_DAY;
  // The library may give the sunrise of the day beside: the hour is what counts.
  const hours = (d: Date): number => ((((d.getTime() - midnightMs) / HOUR) % 24) + 24) % 24;
  const sunriseH = Math.min(12, Math.max(0.5, hours(times.sunrise)));
  const sunsetH = hours(times.sunset);
  return {
    sunriseH,
    sunsetH: Math.min(lengthH - 0.5, Math.max(sunriseH + 3, sunsetH < sunriseH ? sunsetH + 24 : sunsetH)),
  };
}
