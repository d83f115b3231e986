import { z } from 'zod';
import { idText } from '@/core/quantities/shapes';
import { atClock, sameTimeLater } from '@/core/calendar/calendar';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { MIN } from '@/core/quantities/time';
import { allDuties, dueMs } from './duties';
import { profileOf, type House } from '@/server/house';

/** Ways to put a duty off. */
export const laters = ['quarter', 'hour', 'evening', 'morning'] as const;
export type Later = (typeof laters)[number];

const EVENING = '18:00';
const MORNING = '08:00';

/** The instant a duty is put off to; this evening is tomorrow's once it has passed. */
export function laterMs(house: House, later: Later): number {
  const now = house.nowMs();
  const { zone } = profileOf(house).place;
  if (later === 'quarter') return now + 15 * MIN;
  if (later === 'hour') return now + 60 * MIN;
  if (later === 'morning') return atClock(sameTimeLater(now, 1, zone), MORNING, zone);
  const evening = atClock(now, EVENING, zone);
  return evening > now ? evening : atClock(sameTimeLater(now, 1, zone), EVENING, zone);
}

/** A duty is named by its consignment, what it is, and the name of a tank. */
export const dutyId = idText(140);
const input = z.object({ id: dutyId, later: z.enum(laters).nullable() });
/** Puts a duty of the Bench off, or brings it back (`later` null). The plan does not move: only the reminder. */
export function putOff(house: House, asked: unknown): Outcome<null> {
  const parsed = input.safeParse(asked);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const duty = allDuties(house).find((d) => d.id === parsed.data.id);
  if (!duty || duty.doneAt) return refuse('id', 'This task is done or removed.');
  const until = parsed.data.later === null ? null : laterMs(house, parsed.data.later);
  if (until !== null && until <= dueMs(duty)) return refuse('id', 'It is already due later.');
  house.bench.putOff(duty.id, until === null ? null : new Date(until).toISOString(), house.nowIso());
  return { ok: true, value: null };
}
