import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { dueMs, allDuties } from '@/server/bench/duties';
import { openHouse } from '../house';
import { benchView } from '@/server/bench/view';
import { calendarFeed } from '@/server/bench/calendar';
import { dayView, fastView } from '@/server/day/view';
import { suppliesView } from '@/server/stock/supplies';
import { weekView } from '@/server/bench/week';
import { seedDemo } from './index';

const kept = process.env.KINDLY_NOW;
const folders: string[] = [];
afterAll(() => {
  folders.forEach((f) => rmSync(f, { recursive: true, force: true }));
  if (kept) process.env.KINDLY_NOW = kept;
  else delete process.env.KINDLY_NOW;
});

/**
 * The demo is laid around the moment somebody asks for it: here in the night in which clocks change. A weekday is laid by
 * the browser tests.
 */
describe('the demo laid in the night to summer time', () => {
  const now = '2027-03-28T00:40:00Z';
  const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-demo-'));
  folders.push(folder);
  process.env.KINDLY_NOW = now;
  seedDemo(folder, 0);
  const ms = Date.parse(now);
  const house = openHouse(folder, () => ms, 0);
  afterAll(() => house.db.close());

  test('has every consignment computed, one of each state on the Bench', () => {
    const all = house.consignments.list('all');
    // Nine that are told as stories, and a year of earlier journeys.
    expect(all).toHaveLength(9 + 14);
    for (const s of all) expect(s.result).not.toBeNull();
    const bench = benchView(house);
    expect(bench.empty).toBe(false);
    expect(new Set(bench.tasks.map((t) => t.state))).toEqual(new Set(['late', 'running', 'due', 'leave']));
    expect(bench.onTheWay.length).toBeGreaterThanOrEqual(5);
    expect(bench.quarantines).toHaveLength(2);
    expect(bench.doneToday).toBeGreaterThanOrEqual(0);
  });

  test('has each duty once, in the order in which it is due, and all that is open in the week', () => {
    const duties = allDuties(house);
    expect(new Set(duties.map((d) => d.id)).size).toBe(duties.length);
    expect([...duties].sort((x, y) => dueMs(x) - dueMs(y))).toEqual(duties);
    const week = weekView(house).flatMap((d) => d.duties.map((x) => x.key));
    for (const d of duties) if (dueMs(d) > ms && dueMs(d) < ms + 5 * 864e5) expect(week).toContain(d.id);
  });

  test('says when every tank fasts, offers ten days, has a shelf that runs out and a feed', () => {
    for (const { document: c } of house.consignments.planned()) {
      for (const f of fastView(house, c)) expect(f.feedMs).not.toBeNull();
      const days = dayView(house, c);
      expect(new Set(days.outline.map((d) => d.date)).size).toBe(10);
      expect(days.outline.some((d) => d.handOverAt !== null)).toBe(true);
    }
    expect(suppliesView(house).low.length).toBeGreaterThan(0);
    expect(calendarFeed(house)).toContain('BEGIN:VEVENT');
  });
});
