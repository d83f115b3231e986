import type { Consignment, FastChoice } from '@/core/consignment/schema';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { schools, type School } from '@/core/fish/fasting';
import { fastChoice, fastsOf, type Fast } from '@/core/calendar/fast';
import { dayWords } from '@/core/calendar/calendar';
import { outlineDays } from '@/core/choose/days';
import { forecastAge } from '@/core/weather/forecast';
import { isPast, scheduleOf } from '@/core/duties/schedule';
import type { Station } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';
import { feedPath } from '@/server/bench/feed-key';
import { dayJob, dayOptions } from './day';
import { fastedTanks } from './fasted';

export interface TankFastView extends Fast {
  /** What is in it for this order, in words. */
  fish: string;
  choice: FastChoice;
}

const schoolOptions: [School, string][] = (Object.keys(schools) as School[]).map((id) => [
  id,
  `${schools[id].words}${schools[id].hours > 0 ? `, ${schools[id].hours} h` : ''}`,
]);

/** Every source tank: how long it fasts, and why. */
export function fastView(house: House, c: Consignment): TankFastView[] {
  const catalogue = catalogueOf(c, house);
  return fastsOf(c, catalogue).map((f) => ({
    ...f,
    fish: c.lines
      .filter((l) => l.tank === f.tank)
      .map((l) => `${l.count} ${row(catalogue.species, l.speciesId, 'species').name}`)
      .join(', '),
    choice: fastChoice(c, f.tank) ?? { tank: f.tank },
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
/** The Fast station: which day, how each tank fasts, and everything before the box is sealed or here. */
export function fastStationView({ h, c, e, nowMs, catalogue, view }: Station) {
  const incoming = c.direction === 'incoming';
  const here = c.sender.place;
  /** Where this house's hands work on it. */
  const near = incoming ? c.receiver.place : here;
  const open = !c.actual.sealedAt && !c.cancelled;
  return {
    days: open && !incoming && e ? { ...dayView(h, c), zone: here.zone, there: c.receiver.place } : null,
    fasts: incoming ? null : { zone: here.zone, tanks: fastView(h, c), schools: schoolOptions, fixed: !open },
    schedule: {
      zone: near.zone,
      town: near.name,
      incoming,
      nowMs,
      feed: { all: feedPath(h), one: feedPath(h, c.code) },
      moments: scheduleOf(c, catalogue).map((m) => ({
        ...m,
        doneAt: view.ticks.get(`moment:${m.key}`) ?? null,
        past: isPast(c, m.kind),
      })),
    },
  };
}
export type FastStationView = ReturnType<typeof fastStationView>;
