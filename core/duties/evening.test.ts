import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Consignment } from '@/core/consignment/schema';
import { MIN } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { before, eveningClock, readyMs, stepId, type EveningStep } from './clock';
import { eveningSteps, type Packed } from './evening';
import { doneOf, minutesOf, paceOf, usualPace } from './pace';

const a = withOverrides({});
const pace = usualPace(a);
const c = exampleConsignment();
const heat = catalogue.packs.find((p) => p.kind === 'heat')!;

/** A consignment of so many bags of one kind, in one box with a pack. */
const order = (code: string, bags: number, change: Partial<Consignment> = {}): Consignment => ({
  ...c,
  code,
  bags: Array.from({ length: bags }, (_, i) => ({ ...c.bags[0]!, id: `A${i + 1}` })),
  boxes: [{ ...c.boxes[0]!, packs: [{ packId: heat.id, count: 1 }] }],
  ...change,
});
const packed = (x: Consignment, slackH: Record<string, number | null> = {}): Packed => ({ c: x, catalogue, slackH });
const at = (steps: EveningStep[], code: string, key: string): number =>
  steps.findIndex((s) => s.id === stepId(code, key));
const nothing = (): null => null;

describe('the evening', () => {
  const two = [packed(order('KC-0001', 3)), packed(order('KC-0002', 2))];
  const steps = eveningSteps(two, pace);

  test('goes labels of all, water of all, bag by bag, stands, boxes; each shipment with all of its steps once', () => {
    const kinds = steps.map((s) => s.phase).filter((p) => p !== 'packs');
    const order = ['labels', 'water', 'bags', 'stand', 'boxes', 'papers'];
    const firsts = order.map((p) => kinds.indexOf(p as (typeof kinds)[number]));
    expect(firsts).toEqual([...firsts].sort((x, y) => x - y));
    expect(kinds.lastIndexOf('bags')).toBeLessThan(kinds.indexOf('boxes'));
    expect(new Set(steps.map((s) => s.id)).size).toBe(steps.length);
    for (const code of ['KC-0001', 'KC-0002'])
      expect(steps.filter((s) => s.code === code && s.key === 'papers')).toHaveLength(1);
  });

  test('seals the weakest bag last, whatever box it is of, and tells what that spares it', () => {
    const weak = eveningSteps(
      [packed(order('KC-0001', 3), { A1: 4, A2: 30, A3: 20 }), packed(order('KC-0002', 2), { A1: 50, A2: 11 })],
      pace,
    );
    const sealed = weak.filter((s) => s.key.startsWith('bag:')).map((s) => s.id);
    expect(sealed).toEqual(['KC-0002 bag:A1', 'KC-0001 bag:A2', 'KC-0001 bag:A3', 'KC-0002 bag:A2', 'KC-0001 bag:A1']);
    // Planned first, sealed fifth: four bags later.
    expect(weak.at(-1)!.gainsH).toBeUndefined();
    expect(weak[at(weak, 'KC-0001', 'bag:A1')]!.gainsH).toBeCloseTo((4 * a.packingMinPerBag) / 60, 6);
  });

  test('keeps the order of the plan where margin is alike or unknown', () => {
    const alike = eveningSteps([packed(order('KC-0001', 3), { A1: 20.1, A2: 20.2, A3: null })], pace);
    expect(alike.filter((s) => s.key.startsWith('bag:')).map((s) => s.bagId)).toEqual(['A3', 'A1', 'A2']);
  });

  test('doses a sedated bag one bag earlier, so that its watch runs beside the work', () => {
    const x = order('KC-0001', 3);
    const asleep = { ...x, bags: x.bags.map((b) => (b.id === 'A2' ? { ...b, sedated: true } : b)) };
    const keys = eveningSteps([packed(asleep)], pace)
      .filter((s) => s.phase === 'bags')
      .map((s) => s.key);
    expect(keys).toEqual(['sedate:A2', 'bag:A1', 'watch:A2', 'bag:A2', 'bag:A3']);
  });

  test('opens packs so that they lie open as long as the figures assume before the first lid', () => {
    const many = eveningSteps([packed(order('KC-0001', 8))], pace);
    const open = at(many, 'KC-0001', `pack:${heat.id}`);
    const lid = at(many, 'KC-0001', `lid:${c.boxes[0]!.id}`);
    const between = many.slice(open + 1, lid).reduce((s, x) => s + minutesOf(x, pace), 0);
    expect(between).toBeGreaterThanOrEqual(a.packBenchMin - minutesOf(many[open]!, pace));
    expect(between).toBeLessThan(a.packBenchMin + a.packingMinPerBag + 1);
  });

  test('cautions of the oxygen cylinder once, at the first bag', () => {
    const flames = steps.filter((s) => /feeds fire/.test(s.caution ?? ''));
    expect(flames.map((s) => s.id)).toEqual([steps.find((s) => s.key.startsWith('bag:'))!.id]);
  });

  test('no step comes before one that it waits for, in any evening', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            bags: fc.integer({ min: 1, max: 6 }),
            slack: fc.array(fc.integer({ min: -5, max: 90 }), { minLength: 6, maxLength: 6 }),
            sedated: fc.boolean(),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        (orders) => {
          const list = orders.map((o, n) => {
            const x = order(`KC-000${n + 1}`, o.bags);
            return packed(
              { ...x, bags: x.bags.map((b) => ({ ...b, sedated: o.sedated })) },
              Object.fromEntries(x.bags.map((b, i) => [b.id, o.slack[i]!])),
            );
          });
          const all = eveningSteps(list, pace);
          const place = new Map(all.map((s, i) => [s.id, i]));
          for (const s of all)
            for (const k of before(s)) expect(place.get(stepId(s.code, k))!).toBeLessThan(place.get(s.id)!);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('the clock of the evening', () => {
  const steps = eveningSteps([packed(order('KC-0001', 2))], pace);
  const now = Date.parse('2026-11-24T17:00:00Z');

  test('a timed step is ready so long after the last of what it waits for, and not before all are done', () => {
    const stand = steps.find((s) => s.key === 'stand')!;
    const ticks: Record<string, number> = { 'bag:A1': now };
    const ticked = (_: string, key: string): number | null => ticks[key] ?? null;
    expect(readyMs(stand, ticked)).toBeNull();
    ticks['bag:A2'] = now + 7 * MIN;
    expect(readyMs(stand, ticked)).toBe(now + (7 + a.leakStandMin) * MIN);
  });

  test('what is left is the sum of what is open; late is what passes the hour to leave', () => {
    const k = eveningClock(steps, nothing, pace, now + 60 * MIN, now);
    expect(k.leftMin).toBeCloseTo(
      steps.reduce((s, x) => s + minutesOf(x, pace), 0),
      6,
    );
    expect(k.readyMs - now).toBeGreaterThanOrEqual(k.leftMin * MIN - 1);
    expect(k.lateMin).toBe(Math.round((k.readyMs - now) / MIN - 60));
    expect(eveningClock(steps, () => now, pace, now - 60 * MIN, now)).toMatchObject({ leftMin: 0, lateMin: 0 });
  });

  test('only what has a reason may be dropped', () => {
    const food = {
      id: 'K1',
      kind: 'food' as const,
      name: 'Flakes',
      amount: '',
      vessel: 'bag' as const,
      weightKg: 0.1,
      boxId: null,
    };
    const withFood = eveningSteps([packed(order('KC-0001', 2, { companions: [food] }))], pace);
    const k = eveningClock(withFood, nothing, pace, now, now);
    expect(k.mayWait.map((w) => w.id)).toEqual(['KC-0001 along:K1']);
  });
});

describe('the pace', () => {
  const work = { of: 'bag', share: 1 } as const;
  test('is the usual one while nothing was done, and goes towards what was done with every bag', () => {
    expect(paceOf([], a).bag).toEqual({ minutes: a.packingMinPerBag, from: 0 });
    const fast = (n: number) =>
      paceOf(
        Array.from({ length: n }, () => ({ work, minutes: 5 })),
        a,
      ).bag.minutes;
    // Five of the usual nine and five of five minutes: seven.
    expect(fast(5)).toBeCloseTo(7, 10);
    expect(fast(100)).toBeLessThan(5.3);
    expect(fast(1)).toBeGreaterThan(fast(5));
  });
  test('pauses and lists that are ticked off at once are not work', () => {
    const steps = [
      { key: 'bag:1', work },
      { key: 'bag:2', work },
      { key: 'bag:3', work },
    ];
    const tick = (min: number): string => new Date(min * MIN).toISOString();
    const ticks = new Map([
      ['bag:1', tick(0)],
      ['bag:2', tick(8)],
      ['bag:3', tick(98)],
    ]);
    expect(doneOf(steps, ticks).map((d) => d.minutes)).toEqual([8, 90]);
    // One bag of eight minutes beside five of the usual nine; an hour and a half is a pause.
    expect(paceOf(doneOf(steps, ticks), a).bag).toEqual({ minutes: (8 + 5 * 9) / 6, from: 1 });
    expect(paceOf([{ work, minutes: 0.02 }], a).bag).toEqual({ minutes: a.packingMinPerBag, from: 0 });
  });
});
