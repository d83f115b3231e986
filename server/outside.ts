/** The one place where the server meets the outside world; all of it is simulated. */
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { simulatedForecast } from '@/standins/forecast';

/** Forecast for both ends of a journey, from a day before the given instant. */
export function fetchForecast(c: Consignment, fromMs: number, nowMs: number, days = 10): Forecast {
  const ends = [c.sender.place, c.receiver.place];
  const unique = ends.filter((p, i) => ends.findIndex((q) => q.name === p.name) === i);
  return {
    source: 'simulated forecast service',
    madeAt: new Date(nowMs).toISOString(),
    shiftC: c.forecast?.shiftC ?? 0,
    places: unique.map((p) => ({ name: p.name, points: simulatedForecast(p, fromMs, days) })),
  };
}
