import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { emptyCalendar } from '@/core/calendar/calendar';
import { keyInstants } from '@/core/calendar/legs';
import type { Scan } from '@/core/consignment/facts';
import type { Consignment } from '@/core/consignment/schema';
import { HOUR, MIN } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { plannedRoad, roadAt, type RoadState } from './road';

const planned = exampleConsignment();
const LEFT = Date.parse(planned.handOverAt);
const iso = (ms: number): string => new Date(ms).toISOString();
const k = keyInstants(planned, catalogue, withOverrides(planned.assumptions));
const left: Consignment = {
  ...planned,
  actual: { ...planned.actual, sealedAt: iso(k.sealMs), handedOverAt: planned.handOverAt },
};
const legs = plannedRoad(left, catalogue);
const seen = (leg: number, ms: number): Scan => ({ leg, at: iso(ms), words: '', method: 'typed' });
const on = (of: typeof left, ms: number, scans: Scan[]): RoadState => {
  const c = scans.length > 0 ? { ...of, actual: { ...of.actual, scans } } : of;
  const r = roadAt(c, catalogue, emptyCalendar, ms);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};

const at = (ms: number, ...scans: Scan[]): RoadState => on(left, ms, scans);

describe('a box on its road', () => {
  test('that has not left has none', () => {
    const r = roadAt(planned, catalogue, emptyCalendar, LEFT);
    expect(r.ok ? '' : r.problems[0]!.message).toContain('has not left yet');
  });

  test('seen on time stands as planned, with nothing to do', () => {
    const r = on({ ...left, forecast: { ...left.forecast!, shiftC: 6 } }, legs[1]!.startMs + 5 * MIN, [
      seen(1, legs[1]!.startMs),
    ]);
    expect(r).toMatchObject({ leg: 1, lateMin: 0, unseenSinceMs: null, helps: [] });
    expect(r.arriveMs).toBeCloseTo(legs.at(-1)!.endMs, -3);
    expect(r.legs.map((l) => l.label)).toEqual(legs.map((l) => l.label));
  });

  test('seen late is late by as much, and its hours go down by as much', () => {
    const punctual = at(legs[1]!.startMs + MIN, seen(1, legs[1]!.startMs));
    const late = at(legs[1]!.startMs + 6 * HOUR + MIN, seen(1, legs[1]!.startMs + 6 * HOUR));
    expect(late.lateMin).toBeCloseTo(360, 0);
    expect(late.deadlineMs - punctual.deadlineMs).toBeCloseTo(6 * HOUR, -4);
    expect(late.worstSlackH!).toBeLessThan(punctual.worstSlackH! - 4);
  });

  test('not seen is asked about after its hour, and stays where it was seen until somebody looks', () => {
    const due = legs[2]!.startMs;
    const first = seen(1, legs[1]!.startMs);
    expect(at(due + 30 * MIN, first).unseenSinceMs).toBeNull();
    const missed = at(due + 5 * HOUR, first);
    expect(missed.unseenSinceMs).toBeCloseTo(due, -4);
    expect(missed.leg).toBe(1);
    expect(missed.lateMin).toBeCloseTo(300, -1);
  });

  test('collected at the depot gains the hours that it does not wait for the van', () => {
    const r = at(legs[2]!.startMs + 8 * HOUR, seen(1, legs[1]!.startMs));
    const collect = r.helps.find((h) => h.id === 'collect');
    expect(collect?.words).toContain(planned.receiver.name);
    expect(collect!.gainsH!).toBeGreaterThan(0.5);
  });

  test('a shelf warms what is still to come: asked for later, it gains less', () => {
    const cold = { ...left, forecast: { ...left.forecast!, shiftC: -10 } };
    const gains = (ms: number, leg: number): number => {
      const scans = legs.slice(1, leg + 1).map((l, i) => seen(i + 1, l.startMs));
      const r = roadAt({ ...cold, actual: { ...cold.actual, scans } }, catalogue, emptyCalendar, ms);
      if (!r.ok) throw new Error(r.problems[0]!.message);
      return Math.max(0, ...r.value.helps.flatMap((h) => (h.id === 'shelf' ? [h.gainsH ?? 99] : [])));
    };
    const stands = legs.findIndex((l, i) => i > 0 && l.kind === 'depot');
    const early = gains(legs[stands]!.startMs + MIN, stands);
    const late = gains(legs[stands]!.endMs - MIN, stands);
    expect(early).toBeGreaterThan(1);
    expect(late).toBeLessThan(early);
  });

  test('delivered wants nothing any more', () => {
    const r = at(LEFT + 90 * HOUR, seen(legs.length, LEFT + 40 * HOUR));
    expect(r).toMatchObject({ leg: r.legs.length, lateMin: 0, unseenSinceMs: null, helps: [] });
  });
});
