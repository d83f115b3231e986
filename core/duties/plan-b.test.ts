import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import { emptyCalendar } from '@/core/calendar/calendar';
import { evaluate, type Evaluation } from '@/core/evaluate/evaluate';
import { HOUR } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { planB } from './plan-b';

const c = exampleConsignment();
const a = withOverrides(c.assumptions);
const evaluated = (x = c): Evaluation => {
  const r = evaluate(x, catalogue, x.forecast, { draws: 50, stepH: 0.5 });
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const e = evaluated();
const now = e.instants.leaveMs;
const own = catalogue.services.find((s) => s.kind === 'own-car')!;
const b = planB(c, catalogue, emptyCalendar, e, now);

describe('plan B at the counter', () => {
  test('never offers the service that refused, none without live animals, and nothing that is past', () => {
    expect(b.ways.length).toBeGreaterThan(0);
    for (const w of b.ways) {
      expect(w.serviceId).not.toBe(c.serviceId);
      expect(catalogue.services.find((s) => s.id === w.serviceId)!.live).toBe(true);
      expect(w.handOverMs).toBeGreaterThanOrEqual(now);
      expect(w.arriveMs).toBeGreaterThan(w.handOverMs);
    }
  });

  test('one’s own car leaves at once and arrives as much later as it is driven, whatever hour it is', () => {
    const drive = (ms: number): number => {
      const way = planB(c, catalogue, emptyCalendar, e, ms).ways.find((w) => w.serviceId === own.id)!;
      expect(way.handOverMs).toBe(ms);
      return way.arriveMs - way.handOverMs;
    };
    expect(drive(now + 3 * HOUR)).toBe(drive(now));
  });

  test('a service that does not go there is no way out', () => {
    const courier = catalogue.services.find((s) => s.kind === 'courier' && s.live)!;
    const only = { ...courier, id: 'island', reach: { countries: 'IS' } };
    const there = { ...c, receiver: { ...c.receiver, place: { ...c.receiver.place, country: 'EE' } } };
    const far = planB(there, { ...catalogue, services: [...catalogue.services, only] }, emptyCalendar, e, now);
    expect(far.ways.map((w) => w.serviceId)).not.toContain('island');
  });

  test('a counter that cannot be reached any more is the next day’s', () => {
    const counter = b.ways.find((w) => w.serviceId !== own.id)!;
    const later = planB(c, catalogue, emptyCalendar, e, counter.handOverMs);
    expect(later.ways.find((w) => w.serviceId === counter.serviceId)!.handOverMs).toBeGreaterThan(counter.handOverMs);
  });

  test('the hours are those of the weakest bag, less the way back and the hands', () => {
    const bags = e.bags.map((x, i) => ({ ...x, worstSlackH: i === 0 ? 6 : 30, factor: 'oxygen' as const }));
    const told = planB(c, catalogue, emptyCalendar, { ...e, bags }, now);
    expect(told.bagId).toBe(bags[0]!.id);
    expect(told.holdsUntilMs).toBe(e.instants.deadlineMs + 6 * HOUR);
    expect(told.regasByMs).toBe(told.holdsUntilMs! - a.turnBackMin * 60_000);
    expect(told.backByMs).toBe(told.holdsUntilMs! - (a.turnBackMin + a.packingMinPerBag) * 60_000);
    // Where warmth ends first, new oxygen helps nothing.
    const warm = planB(
      c,
      catalogue,
      emptyCalendar,
      { ...e, bags: bags.map((x) => ({ ...x, factor: 'temperature' as const })) },
      now,
    );
    expect(warm.regasByMs).toBeNull();
  });
});
