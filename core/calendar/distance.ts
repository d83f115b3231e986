import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Service } from '@/core/catalogue/schema';

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

export interface Spot {
  name: string;
  lat: number;
  lon: number;
  country?: string | undefined;
}

type Leg = Service['legs'][number] & { part?: readonly [from: number, to: number] };

/** How a service gets from one place to another: its hours, its legs, and why it does not where it does not. */
export interface Route {
  roadKm: number;
  /** From hand-over to the start of the window. */
  hours: number;
  legs: Leg[];
  /** Null where it goes there. */
  refused: string | null;
}

/** Own car by the rule of driving: days on the road, nights indoors. Shares are hours. */
function byCar(roadKm: number, a: Assumptions): Pick<Route, 'hours' | 'legs'> {
  const d = drivingHours(roadKm, {
    kmPerH: a.carKmPerH,
    restEveryH: a.carRestEveryH,
    restH: a.carRestH,
    dayH: a.carDayH,
    nightH: a.carNightH,
  });
  const legs: Leg[] = [];
  const perDay = a.carDayH + a.carRestH * Math.max(0, stepsIn(a.carDayH, a.carRestEveryH) - 1);
  let done = 0;
  for (let day = 0; day <= d.nights; day++) {
    const driven = Math.min(a.carDayH, d.driveH - done);
    const part = [done / d.driveH, (done + driven) / d.driveH] as const;
    const share = day < d.nights ? perDay : d.totalH - d.nights * (perDay + a.carNightH);
    const label = d.nights === 0 ? 'On the way' : `Day ${day + 1} on the road`;
    legs.push({ kind: 'own-car', label, at: 'between', share, part });
    if (day < d.nights)
      legs.push({ kind: 'room', label: 'Night indoors', at: 'between', share: a.carNightH, part: [part[1], part[1]] });
    done += driven;
  }
  return { hours: d.totalH, legs };
}

/**
 * The way of a service between two places. An own car with one leg drives by rule; a service with a reach refuses what
 * lies beyond it and takes a day more for every stretch it names; any other goes everywhere in its usual hours.
 */
export function wayOf(service: Service, from: Spot, to: Spot, a: Assumptions): Route {
  const roadKm = greatCircleKm(from, to) * a.detourFactor;
  const base = { roadKm, hours: service.usualH, legs: service.legs as Leg[], refused: null };
  // A few kilometres take what the order says they take.
  if (service.kind === 'own-car' && service.legs.length === 1 && roadKm >= 1) return { ...base, ...byCar(roadKm, a) };
  const { countries, mostKm, kmPerDay } = service.reach ?? {};
  const listed =
    countries
      ?.toUpperCase()
      .split(/[^A-Z]+/)
      .filter(Boolean) ?? [];
  const refused =
    listed.length > 0 && to.country && !listed.includes(to.country.toUpperCase())
      ? `${service.name} does not deliver to ${to.name} (${to.country.toUpperCase()}).`
      : mostKm !== undefined && roadKm > mostKm
        ? `${service.name} goes ${mostKm.toFixed(0)} km by road at most; ${to.name} is ${roadKm.toFixed(0)} km away.`
        : null;
  const later = kmPerDay === undefined ? 0 : 24 * Math.floor(roadKm / kmPerDay);
  return { ...base, hours: service.usualH + later, refused };
}

/** Hours of a plan that may be short of the way before it is told: traffic is not known to them. */
const SHORT_BY_H = 2;

/** Says where nobody drives a way in the hours that are planned for it; null where they do, or others carry it. */
export function drivenTooFast(service: Service, way: Route, to: string, plannedH: number): string | null {
  if (service.kind !== 'own-car' || plannedH >= way.hours - SHORT_BY_H) return null;
  return `By car ${to} is ${way.roadKm.toFixed(0)} km away: ${drivingWords(way)}. Planned: ${plannedH.toFixed(0)} h.`;
}

/** "53 h of driving: 6 days with 5 nights". */
export function drivingWords(way: Pick<Route, 'hours' | 'legs'>): string {
  const nights = way.legs.filter((l) => l.kind === 'room').length;
  const hours = `${way.hours.toFixed(0)} h driving`;
  return nights === 0 ? hours : `${hours}, ${nights + 1} days with ${nights} night${nights === 1 ? '' : 's'}`;
}
