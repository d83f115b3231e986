import type { Consignment, FastChoice } from '@/core/consignment/schema';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/schema';
import { schools, type School } from '@/core/fish/fasting';
import { fastChoice, fastsOf, type Fast, type FastConflict } from '@/core/journey/fast';
import { dayWords } from '@/core/journey/calendar';
import { outlineDays } from '@/core/journey/choose-day';
import { forecastAge } from '@/core/weather/forecast';
import type { House } from '../house';
import { catalogueOf } from '../result';
import { dayJob, dayOptions } from '../usecases/day';
import { fastedTanks, tankConflicts } from '../usecases/fasted';

export interface TankFastView extends Fast {
  /** What is in it for this order, in words. */
  fish: string;
  choice: FastChoice;
  conflicts: FastConflict[];
}

export const schoolOptions: [School, string][] = (Object.keys(schools) as School[]).map((id) => [
  id,
  `${schools[id].words}${schools[id].hours > 0 ? `, ${schools[id].hours} h` : ''}`,
]);

/** Every source tank: how long it fasts and why, and where another shipment wants it fed. */
export function fastView(house: House, c: Consignment): TankFastView[] {
  const catalogue = catalogueOf(c, house);
  const conflicts = tankConflicts(house, c);
  return fastsOf(c, catalogue).map((f) => ({
    ...f,
    fish: c.lines
      .filter((l) => l.tank === f.tank)
      .map((l) => `${l.count} ${row(catalogue.species, l.speciesId, 'species').name}`)
      .join(', '),
    choice: fastChoice(c, f.tank) ?? { tank: f.tank },
    conflicts: conflicts.filter((x) => x.tank === f.tank),
  }));
}

/** The next ten days by every live service: what is known at once, and the job that computes the rest. */
export function dayView(house: House, c: Consignment) {
  const job = { ...dayJob(house, c), options: dayOptions(house.nowMs(), [...fastedTanks(house, c)]) };
  const forecast = job.consignment.forecast!;
  const { words, old } = forecastAge(forecast.madeAt, house.nowMs(), withOverrides(c.assumptions));
  return {
    job,
    outline: outlineDays(c, job.catalogue, forecast, {
      ...job.options.choosers!.days!,
      seed: 0,
      calendar: job.calendar,
    }),
    weather: { words, old, source: forecast.source },
    held: c.held ? { since: dayWords(Date.parse(c.held.at), c.sender.place.zone), reason: c.held.reason } : null,
  };
}
