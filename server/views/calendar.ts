import ical, { ICalEventStatus } from 'ical-generator';
import { backwardSchedule } from '@/core/journey/schedule';
import type { StoredConsignment } from '../db/consignments';
import { profileOf, type House } from '../house';
import { catalogueOf } from '../result';

const DAY = 864e5;
/** Days back that stay in the feed, so that what was cancelled or done is seen by a calendar that asks seldom. */
const LOOK_BACK_DAYS = 30;

interface Entry {
  /** The same for as long as the duty exists, whatever its time. */
  uid: string;
  atMs: number;
  minutes: number;
  title: string;
  detail: string;
  sequence: number;
  changedAt: string;
  cancelled: boolean;
}

function dutiesOf(house: House, s: StoredConsignment): Entry[] {
  const c = s.document;
  const entry = (key: string, atMs: number, minutes: number, title: string, detail: string): Entry => ({
    uid: `${c.id}-${key}@kindly-crate`,
    atMs,
    minutes,
    title,
    detail,
    sequence: s.version,
    changedAt: s.updatedAt,
    cancelled: c.cancelled != null,
  });
  const out =
    c.direction === 'incoming'
      ? []
      : backwardSchedule(c, catalogueOf(c, house)).map((m) =>
          entry(m.key, m.atMs, m.minutes, `${c.code}: ${m.title}`, m.detail),
        );
  const at = Date.parse(c.window?.startAt ?? c.openingAt);
  const until = Date.parse(c.window?.endAt ?? c.openingAt);
  const there = c.receiver.place.name;
  out.push(
    entry(
      'delivery',
      at,
      Math.max(10, (until - at) / 60_000),
      `${c.code}: delivery in ${there}`,
      `${c.sender.name} to ${c.receiver.name}.`,
    ),
  );
  return out;
}

/**
 * Every duty of what is planned, on its way or lately cancelled, and of the quarantine tanks, as an iCalendar feed
 * (RFC 5545). Identifiers stay when times move; the sequence counts the versions; what was cancelled says so.
 */
export function calendarFeed(house: House): string {
  const since = house.nowMs() - LOOK_BACK_DAYS * DAY;
  const consignments = house.consignments.list('all', 400).filter((s) => Date.parse(s.document.openingAt) > since);
  const quarantines = house.arrivals.quarantinesSince(new Date(since).toISOString()).flatMap((q) =>
    house.arrivals.dutiesOf(q.id).map((d): Entry => ({
      uid: `${q.id}-${d.key}@kindly-crate`,
      atMs: Date.parse(d.dueAt),
      minutes: d.minutes,
      title: `${q.tank}: ${d.title}`,
      detail: `${q.animals}. ${d.detail}`,
      sequence: 0,
      changedAt: d.doneAt ?? q.startedAt,
      cancelled: false,
    })),
  );
  const feed = ical({ name: profileOf(house).name, prodId: { company: 'Kindly Crate', product: 'duties' } });
  for (const e of [...consignments.flatMap((s) => dutiesOf(house, s)), ...quarantines])
    feed.createEvent({
      id: e.uid,
      start: new Date(e.atMs),
      end: new Date(e.atMs + Math.max(5, e.minutes) * 60_000),
      stamp: new Date(e.changedAt),
      summary: e.title,
      description: e.detail,
      sequence: e.sequence,
      status: e.cancelled ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
    });
  return feed.toString();
}
