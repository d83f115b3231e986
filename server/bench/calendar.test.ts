import ICAL from 'ical.js';
import { backwardSchedule } from '@/core/duties/schedule';
import { houseInMemory } from '@/tests/house';
import { exampleConsignment } from '@/tests/example';
import { catalogueOf } from '@/server/consignment/result';
import { cancel } from '@/server/order/order';
import { change } from '@/server/consignment/change';
import { calendarFeed } from './calendar';

/** Read by a general parser from the registry, not by our own eyes. */
interface Read {
  start: number;
  end: number;
  title: string;
  status: string;
  sequence: number;
}
const read = (text: string): Map<string, Read> =>
  new Map(
    new ICAL.Component(ICAL.parse(text)).getAllSubcomponents('vevent').map((v) => {
      const e = new ICAL.Event(v);
      return [
        e.uid,
        {
          start: e.startDate.toJSDate().getTime(),
          end: e.endDate.toJSDate().getTime(),
          title: e.summary,
          status: String(v.getFirstPropertyValue('status')),
          sequence: Number(v.getFirstPropertyValue('sequence')),
        },
      ];
    }),
  );

const example = exampleConsignment();
const c = {
  ...example,
  direction: 'outgoing' as const,
  actual: { ...example.actual, sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null },
};
const now = Date.parse(c.handOverAt) - 4 * 864e5;

test('a general parser reads the same times as the schedule; identifiers stay when the day moves; a cancelling says so', () => {
  const house = houseInMemory(() => now);
  house.consignments.insert(c, null, house.nowIso());
  const first = read(calendarFeed(house));
  const schedule = backwardSchedule(c, catalogueOf(c, house));
  expect(first.size).toBe(schedule.length + 1);
  for (const m of schedule) {
    const e = first.get(`${c.id}-${m.key}@kindly-crate`)!;
    expect(e.start).toBe(Math.floor(m.atMs / 1000) * 1000);
    expect(e.title).toBe(`${c.code}: ${m.title}`);
    expect(e.end).toBeGreaterThan(e.start);
  }

  const day = 864e5;
  const iso = (at: string): string => new Date(Date.parse(at) + day).toISOString();
  change(house, c.code, null, 'the day', (x) => ({
    ok: true,
    value: {
      ...x,
      handOverAt: iso(x.handOverAt),
      openingAt: iso(x.openingAt),
      window: x.window && { startAt: iso(x.window.startAt), endAt: iso(x.window.endAt) },
    },
  }));
  const moved = read(calendarFeed(house));
  expect([...moved.keys()].sort()).toEqual([...first.keys()].sort());
  for (const [uid, e] of moved) {
    expect(e.start - first.get(uid)!.start).toBe(day);
    expect(e.sequence).toBeGreaterThan(first.get(uid)!.sequence);
    expect(e.status).toBe('CONFIRMED');
  }

  cancel(house, c.code, 'ill');
  expect(new Set([...read(calendarFeed(house)).values()].map((e) => e.status))).toEqual(new Set(['CANCELLED']));
  house.db.close();
});
