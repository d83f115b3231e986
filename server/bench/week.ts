import { localDate, sameTimeLater } from '@/core/calendar/calendar';
import { allDuties, dueMs } from './duties';
import { profileOf, type House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';

interface WeekDuty {
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

/** Seven days from today by the clock of the fish room: duties, hours of work, boxes, counter times. */
export function weekView(house: House, days = 7): WeekDay[] {
  const { zone } = profileOf(house).place;
  const now = house.nowMs();
  const list: WeekDay[] = Array.from({ length: days }, (_, i) => {
    const ms = sameTimeLater(now, i, zone);
    return { date: localDate(ms, zone), noonMs: ms, minutes: 0, boxes: 0, counters: [], duties: [] };
  });
  const dayOf = (ms: number): WeekDay | undefined => list.find((d) => d.date === localDate(ms, zone));
  for (const d of allDuties(house)) {
    const day = dayOf(dueMs(d));
    if (!day) continue;
    day.duties.push({
      key: d.id,
      atMs: dueMs(d),
      minutes: d.minutes,
      title: d.kind === 'quarantine' || d.kind === 'better-day' ? d.title : `${d.code}: ${d.title}`,
      href: d.href,
      done: d.doneAt !== null,
    });
    if (d.doneAt === null && d.kind !== 'be-there') day.minutes += d.minutes;
    if (d.kind !== 'hand-over' && d.kind !== 'seal') continue;
    const c = house.consignments.byCode(d.code)!.document;
    if (d.kind === 'seal') day.boxes += c.boxes.length;
    else
      day.counters.push({
        atMs: d.atMs,
        code: c.code,
        service: catalogueOf(c, house).services.find((s) => s.id === c.serviceId)?.name ?? '',
      });
  }
  for (const day of list) {
    day.duties.sort((x, y) => x.atMs - y.atMs);
    day.counters.sort((x, y) => x.atMs - y.atMs);
  }
  return list;
}
