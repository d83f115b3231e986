import { localDate, sameTimeLater } from '@/core/journey/calendar';
import { backwardSchedule } from '@/core/journey/schedule';
import { profileOf, type House } from '../house';
import { catalogueOf } from '../result';

export interface WeekDuty {
  key: string;
  atMs: number;
  minutes: number;
  title: string;
  href: string;
  done: boolean;
}

export interface WeekDay {
  date: string;
  noonMs: number;
  /** Work of the day, minutes, what is done left out. */
  minutes: number;
  /** Boxes that are packed on it, and when each is at its counter. */
  boxes: number;
  counters: { atMs: number; code: string; service: string }[];
  duties: WeekDuty[];
}

const HOUR = 3600_000;

/** Seven days from today by the clock of the fish room: duties, hours of work, boxes, counter times. */
export function weekView(house: House, days = 7): WeekDay[] {
  const { zone } = profileOf(house).place;
  const now = house.nowMs();
  const list: WeekDay[] = Array.from({ length: days }, (_, i) => {
    const ms = sameTimeLater(now, i, zone);
    return { date: localDate(ms, zone), noonMs: ms, minutes: 0, boxes: 0, counters: [], duties: [] };
  });
  const dayOf = (ms: number): WeekDay | undefined => list.find((d) => d.date === localDate(ms, zone));
  const add = (duty: WeekDuty): void => {
    const day = dayOf(duty.atMs);
    if (!day) return;
    day.duties.push(duty);
    if (!duty.done) day.minutes += duty.minutes;
  };
  for (const { document: c } of house.consignments.live(new Date(now - 4 * 24 * HOUR).toISOString())) {
    if (c.direction === 'incoming' || c.actual.handedOverAt) continue;
    const catalogue = catalogueOf(c, house);
    const ticks = house.consignments.ticks(c.id);
    for (const m of backwardSchedule(c, catalogue)) {
      add({
        key: `${c.code}:${m.key}`,
        atMs: m.atMs,
        minutes: m.minutes,
        title: `${c.code}: ${m.title}`,
        href: `/consignments/${c.code}/fast`,
        done: ticks.has(`moment:${m.key}`),
      });
      if (m.kind === 'seal') {
        const day = dayOf(m.atMs);
        if (day) day.boxes += c.boxes.length;
      }
      if (m.kind === 'hand-over')
        dayOf(m.atMs)?.counters.push({
          atMs: m.atMs,
          code: c.code,
          service: catalogue.services.find((s) => s.id === c.serviceId)?.name ?? '',
        });
    }
  }
  for (const q of house.arrivals.quarantinesSince(new Date(now - 30 * 24 * HOUR).toISOString())) {
    const code = house.consignments.byId(q.consignmentId)?.document.code ?? '';
    for (const d of house.arrivals.dutiesOf(q.id))
      add({
        key: `${q.id}:${d.key}`,
        atMs: Date.parse(d.dueAt),
        minutes: d.minutes,
        title: `${q.tank}: ${d.title}`,
        href: `/consignments/${code}/quarantine`,
        done: d.doneAt !== null,
      });
  }
  for (const day of list) {
    day.duties.sort((x, y) => x.atMs - y.atMs);
    day.counters.sort((x, y) => x.atMs - y.atMs);
  }
  return list;
}
