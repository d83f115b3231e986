import ical, { ICalEventStatus } from 'ical-generator';
import { scheduleOf } from '@/core/duties/schedule';
import { DAY } from '@/core/quantities/time';
import type { StoredConsignment } from '@/server/db/consignments';
import { quarantineDuties, type BenchDuty } from './duties';
import { soundOf } from '@/server/consignment/sound';
import { profileOf, type House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';

/** Days back that stay in the feed, so that what was cancelled or done is seen by a calendar that asks seldom. */
const LOOK_BACK_DAYS = 14;

interface Entry {
  duty: Pick<BenchDuty, 'id' | 'atMs' | 'minutes' | 'title' | 'detail'>;
  sequence: number;
  changedAt: string;
  status: ICalEventStatus;
}

/** Every moment of a consignment, done or not, and its delivery. */
function entriesOf(house: House, s: StoredConsignment): Entry[] {
  const c = s.document;
  const status = c.cancelled
    ? ICalEventStatus.CANCELLED
    : c.held
      ? ICalEventStatus.TENTATIVE
      : ICalEventStatus.CONFIRMED;
  const entry = (duty: Entry['duty']): Entry => ({ duty, sequence: s.version, changedAt: s.updatedAt, status });
  const out = scheduleOf(c, catalogueOf(c, house)).map((m) =>
    entry({
      id: `${c.id}-${m.key}`,
      atMs: m.atMs,
      minutes: m.minutes,
      title: `${c.code}: ${m.title}`,
      detail: m.detail,
    }),
  );
  if (c.direction === 'incoming') return out;
  const at = Date.parse(c.window?.startAt ?? c.openingAt);
  const until = Date.parse(c.window?.endAt ?? c.openingAt);
  out.push(
    entry({
      id: `${c.id}-delivery`,
      atMs: at,
      minutes: Math.max(10, (until - at) / 60_000),
      title: `${c.code}: delivery in ${c.receiver.place.name}`,
      detail: `${c.sender.name} to ${c.receiver.name}.`,
    }),
  );
  return out;
}

/**
 * Every duty of what is planned, on its way or lately cancelled, and of the quarantine tanks, as an iCalendar feed
 * (RFC 5545). Identifiers stay when times move; the sequence counts the versions; what was cancelled says so, what is held
 * back is tentative. With a code, those of one consignment.
 */
export function calendarFeed(house: House, code: string | null = null): string {
  const since = house.nowMs() - LOOK_BACK_DAYS * DAY;
  const only = code === null ? null : house.consignments.byCode(code);
  const consignments = only
    ? [only]
    : soundOf(house, house.consignments.page('all', 400, 0)).sound.filter(
        (s) => Date.parse(s.document.openingAt) > since,
      );
  const tanks = only ? house.quarantines.of(only.document.id) : house.quarantines.live(new Date(since).toISOString());
  const quarantines = tanks.flatMap((q) =>
    quarantineDuties(house, q, '', new Map()).map((duty): Entry => ({
      duty,
      sequence: 0,
      changedAt: duty.doneAt ?? q.startedAt,
      status: ICalEventStatus.CONFIRMED,
    })),
  );
  const feed = ical({ name: profileOf(house).name, prodId: { company: 'Kindly Crate', product: 'duties' } });
  const entries = [...consignments.flatMap((s) => entriesOf(house, s)), ...quarantines];
  for (const e of entries.filter((x) => only || x.duty.atMs > since))
    feed.createEvent({
      id: `${e.duty.id}@kindly-crate`,
      start: new Date(e.duty.atMs),
      end: new Date(e.duty.atMs + Math.max(5, e.duty.minutes) * 60_000),
      stamp: new Date(e.changedAt),
      summary: e.duty.title,
      description: e.duty.detail,
      sequence: e.sequence,
      status: e.status,
    });
  return feed.toString();
}
