/** The one place where the server meets the outside world; all of it is simulated. */
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { simulatedForecast } from '@/standins/forecast';
import { standIn } from '@/standins/devices';
import { scaleLines } from '@/standins/scale';
import { sightings } from '@/standins/tracking';

const SIMULATED = 'simulated forecast service';

/** A forecast that somebody brought, from a file or typed: it is never replaced unasked. */
const isOwnForecast = (f: Forecast): boolean => !f.source.startsWith(SIMULATED);

const ends = (c: Consignment): Consignment['sender']['place'][] => {
  const both = [c.sender.place, c.receiver.place];
  return both.filter((p, i) => both.findIndex((q) => q.name === p.name) === i);
};

/** Forecast for both ends of a journey, from a day before the given instant, as the service tells it now. */
export function fetchForecast(c: Consignment, fromMs: number, nowMs: number, days = 10): Forecast {
  return {
    source: SIMULATED,
    madeAt: new Date(nowMs).toISOString(),
    shiftC: c.forecast?.shiftC ?? 0,
    places: ends(c).map((p) => ({ name: p.name, points: simulatedForecast(p, fromMs, days, nowMs) })),
  };
}

/**
 * The forecast a plan goes by: the user's own where there is one, with ends it does not name filled from the service and
 * said so; else the service's. Hours beyond an own forecast are filled by its last day where they are computed.
 */
export function forecastFor(c: Consignment, fromMs: number, nowMs: number, days?: number): Forecast {
  const fetched = fetchForecast(c, fromMs, nowMs, days);
  const own = c.forecast;
  if (!own || !isOwnForecast(own)) return fetched;
  const missing = fetched.places.filter((p) => !own.places.some((q) => q.name === p.name));
  if (missing.length === 0) return own;
  return {
    ...own,
    source: `${own.source}; ${SIMULATED} for ${missing.map((p) => p.name).join(', ')}`.slice(0, 120),
    places: [...own.places, ...missing],
  };
}

/** Instruments to practise with; no real one is joined yet but by the files it writes. */
export const practiceDevice = standIn;

/** Where a carrier says a box is: a simulated one, to practise with. */
export const practiceCarrier = sightings;

/** What a scale sends while a box is set down on it. */
export const practiceScale = scaleLines;
