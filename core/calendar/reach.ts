/** How one drives: the figures of the house, or those of a file. */
export interface Driving {
  kmPerH: number;
  /** A rest of so many hours after so many of driving. */
  restEveryH: number;
  restH: number;
  /** At most so long a day; then a night indoors. */
  dayH: number;
  nightH: number;
}

/** Whole steps in a length, where an exact multiple is not rounded up by a binary fraction. */
const stepsIn = (length: number, step: number): number => Math.ceil(length / step - 1e-9);

/**
 * Hours of a drive: a rest each two hours or so, none where a night or the goal comes anyway, each day anew; at most so
 * many hours a day, then a night. Kilometres by road, more than 0.
 */
export function drivingHours(
  km: number,
  d: Driving,
): { driveH: number; rests: number; nights: number; totalH: number } {
  const driveH = km / d.kmPerH;
  const nights = Math.max(0, stepsIn(driveH, d.dayH) - 1);
  const restsOf = (hours: number): number => (hours > 1e-9 ? Math.max(0, stepsIn(hours, d.restEveryH) - 1) : 0);
  const rests = nights * restsOf(d.dayH) + restsOf(driveH - nights * d.dayH);
  return { driveH, rests, nights, totalH: driveH + rests * d.restH + nights * d.nightH };
}

const EARTH_KM = 6371.0;

/** Great circle between two places, km (haversine on a sphere, mean radius). Degrees. */
export function greatCircleKm(a: { lat: number; lon: number }, b: { lat: number; lon: number }): number {
  const rad = Math.PI / 180;
  const dLat = (b.lat - a.lat) * rad;
  const dLon = (b.lon - a.lon) * rad;
  const h = Math.sin(dLat / 2) ** 2 + Math.cos(a.lat * rad) * Math.cos(b.lat * rad) * Math.sin(dLon / 2) ** 2;
  return 2 * EARTH_KM * Math.asin(Math.min(1, Math.sqrt(h)));
}
