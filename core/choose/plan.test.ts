import { packingOf } from '@/core/calendar/legs';
import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import type { Holiday } from '@/core/calendar/schema';
import type { Consignment } from '@/core/consignment/schema';
import { Draws, DRAW_STEP_H } from '@/core/engine/draws';
import { forward } from '@/core/engine/forward';
import { prepare, withBox } from '@/core/engine/prepare';
import { evaluate } from '@/core/evaluate/evaluate';
import { exampleConsignment } from '@/tests/example';
import { makingsOf } from './boxes';
import { candidatePlans, packless, packsCost, plansFor, thingsIn, type HeatPlan } from './packs';
import { sievePlans } from './sieve';
import {
  answerQuestion,
  cheapestSure,
  frontier,
  planConsignment,
  planning,
  type PlanAnswer,
  type BoxQuestion,
  type Question,
} from './plan';
import { planBy } from './plan-by';

const frost = exampleConsignment();
const shifted = (c: Consignment, shiftC: number): Consignment => ({
  ...c,
  bags: [],
  forecast: { ...c.forecast!, shiftC },
});
const heat = exampleConsignment('cool-water-by-car-in-heat');
const luck = { seed: 1, holidays: [] };
const prepared = (c: Consignment) => {
  const r = prepare(c, catalogue, c.forecast, { stepH: DRAW_STEP_H, beyondH: 72 });
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
/** The lean bags in their everyday box. */
const leanBox = (c: Consignment): Consignment => {
  const { consignment } = answerQuestion({
    kind: 'bags',
    consignment: c,
    catalogue,
    roomy: 1,
    unequal: false,
  }) as Extract<PlanAnswer, { kind: 'bags' }>;
  return consignment;
};

describe('which of several plans', () => {
  const any = fc.record({
    chance: fc.integer({ min: 0, max: 100 }).map((x) => x / 100),
    cost: fc.integer({ min: 1, max: 60 }),
  });
  test('the frontier holds what nothing beats in both, cheapest first (property)', () => {
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 12 }), (options) => {
        const kept = frontier(options);
        const beaten = (x: (typeof options)[number]): boolean =>
          options.some((y) => y.chance >= x.chance && y.cost <= x.cost && (y.chance > x.chance || y.cost < x.cost));
        for (const x of options)
          if (!beaten(x)) expect(kept.some((y) => y.chance === x.chance && y.cost === x.cost)).toBe(true);
        for (const x of kept) expect(beaten(x)).toBe(false);
        expect(kept.map((x) => x.cost)).toEqual(kept.map((x) => x.cost).sort((x, y) => x - y));
      }),
    );
  });
  test('the cheapest that reaches the chance; where none does a dearer one only for what it brings', () => {
    const plan = (chance: number, cost: number) => ({ chance, cost });
    expect(cheapestSure([plan(0.99, 30), plan(0.96, 20), plan(0.9, 5)], a)).toEqual(plan(0.96, 20));
    expect(cheapestSure([plan(0.8, 20), plan(0.9, 30)], a)).toEqual(plan(0.9, 30));
    // Twice the money for a point in a hundred is not worth it: a tenth more costs a point.
    expect(cheapestSure([plan(0.8, 20), plan(0.81, 40)], a)).toEqual(plan(0.8, 20));
  });
});

describe('the sieve of warmth', () => {
  const p = prepared(leanBox(shifted(frost, 0)));
  test('what it finds lost in every draw is lost in whole draws too, and its best is not', () => {
    const whole = (plan: HeatPlan): number => {
      const { packs, ventHoles, bottle } = plan;
      const d = new Draws(withBox(p, { ...p.boxes[0]!.box, packs, ventHoles, bottle }), 1, null, luck.holidays);
      d.more(24);
      return d.result(false).lost;
    };
    const none = { packs: [], ventHoles: 0, bottle: null };
    expect(sievePlans(p, [none], luck, 1)[0]!.lost).toBe(24);
    expect(whole(none)).toBe(24);
    const best = sievePlans(p, candidatePlans(catalogue, null, a), luck, 1)[0]!;
    // Warmth alone finds fewer lost than warmth and water together, but for its coarser loss.
    expect(whole(best.plan)).toBeGreaterThanOrEqual(best.lost - 1);
    expect(whole(best.plan)).toBeLessThan(12);
  });
  test('what is left early would not have been among the best: they are those of all looked at to the end', () => {
    for (const c of [frost, heat]) {
      const at = prepared(leanBox(shifted(c, c === heat ? -14 : 0)));
      const plans = plansFor(at, null);
      const looks = plans.map((plan) => {
        const { packs, ventHoles, bottle } = plan;
        return new Draws(withBox(at, { ...at.boxes[0]!.box, packs, ventHoles, bottle }), 1, null, []);
      });
      const score = (i: number, draws: number): number[] => {
        const { lost, dose } = looks[i]!.sieve(draws);
        return [lost, Math.ceil((dose / draws) * 10), thingsIn(plans[i]!), packsCost(plans[i]!, catalogue), dose];
      };
      const best = (of: number[], draws: number, keep: number): number[] =>
        of
          .map((i) => ({ i, score: score(i, draws) }))
          .sort((x, y) => x.score.reduce((d, v, k) => d || v - y.score[k]!, 0))
          .slice(0, keep)
          .map((x) => x.i);
      const all = plans.map((_, i) => i);
      expect(sievePlans(at, plans, luck, 5).map((x) => x.plan)).toEqual(
        best(best(all, 6, 8), 24, 5).map((i) => plans[i]),
      );
    }
  });
  test('a hot bottle is only for the cold', () => {
    const bottles = (c: Consignment): number =>
      plansFor(prepared(leanBox(shifted(c, 0))), null).filter((x) => x.bottle).length;
    expect(bottles(frost)).toBeGreaterThan(0);
    expect(bottles(heat)).toBe(0);
  });
  test('a box that needs no pack is found without trying any', () => {
    expect(packless(prepared(leanBox(shifted(frost, 0))), 50, luck)).toBeNull();
    expect(packless(prepared(leanBox(shifted(heat, 0))), 60, luck)).toMatchObject({ packs: [], lost: 0, draws: 60 });
  });
});

describe('planning together', () => {
  test('in hard frost walls and bottles of water save what no pack could in the everyday box', () => {
    const cold = shifted(frost, 0);
    const plain = answerQuestion({
      kind: 'box',
      consignment: leanBox(cold),
      catalogue,
      packing: packingOf(cold),
      holidays: [],
      draws: 100,
      plainFirst: true,
      like: null,
    }) as Extract<PlanAnswer, { kind: 'box' }>;
    const everyday = plain.ways[0]!;
    const plan = planConsignment({ consignment: cold, catalogue, holidays: [] }, 100);
    const best = plan.curve[plan.curve.length - 1]!;
    expect(everyday.option.chance!).toBeLessThan(a.wantedChance);
    expect(best.chance!).toBeGreaterThanOrEqual(a.wantedChance);
    // The plan taken is the cheapest of those that reach it, and says why it is not the plain one.
    const enough = plan.curve.filter((o) => o.chance! >= a.wantedChance);
    expect(plan.consignment.boxes).toEqual(enough[0]!.consignment.boxes);
    expect(plan.reasons.join(' ')).toMatch(/of 100 simulated trips good, \d+ with/);
    for (const [i, o] of plan.curve.entries()) if (i > 0) expect(o.chance!).toBeGreaterThan(plan.curve[i - 1]!.chance!);
  });
  test('in mild weather the everyday box is fine, and nothing dearer is asked about', () => {
    const asked: Question[] = [];
    const plan = planning({ consignment: shifted(heat, 0), catalogue, holidays: [] }, 50);
    let step = plan.next();
    while (!step.done) {
      asked.push(...step.value);
      step = plan.next(step.value.map(answerQuestion));
    }
    expect(asked.map((q) => q.kind)).toEqual(['bags', 'box']);
    expect(step.value.curve).toHaveLength(1);
    expect(step.value.consignment.boxes[0]).toMatchObject({ packs: [] });
  });
  test('boxes with the same bags are asked about once, others of about the same warmth with what was found for the first', () => {
    const line = frost.lines[0]!;
    const big = { ...shifted(frost, 20), lines: [{ ...line, count: 100 }] };
    const asked: BoxQuestion[][] = [];
    const plan = planning({ consignment: big, catalogue, holidays: [] }, 20);
    let step = plan.next();
    while (!step.done) {
      const boxes = step.value.filter((q) => q.kind === 'box');
      if (boxes.length > 0) asked.push(boxes);
      step = plan.next(step.value.map(answerQuestion));
    }
    const { boxes, bags } = step.value.consignment;
    expect(boxes.length).toBeGreaterThan(3);
    const whole = evaluate(step.value.consignment, catalogue, big.forecast, { draws: 0, stepH: 0.5 });
    expect(whole.ok ? [] : whole.problems).toEqual([]);
    expect(bags.reduce((n, b) => n + b.animals[0]!.count, 0)).toBe(100);
    const all = asked.flat();
    expect(all.length).toBeLessThan(boxes.length);
    expect(all[0]!.like).toBeNull();
    for (const q of asked[1] ?? []) expect(q.like).not.toBeNull();
    // Alike in, alike out.
    const inBox = (id: string): string =>
      JSON.stringify(bags.filter((b) => b.boxId === id).map((b) => [b.animals[0]!.count, b.waterL]));
    for (const x of boxes) for (const y of boxes) if (inBox(x.id) === inBox(y.id)) expect(x.packs).toEqual(y.packs);
  });
  test('item is weighed in its own box, and in no other', () => {
    const line = frost.lines[0]!;
    const heavy = {
      id: 'P1',
      kind: 'plant' as const,
      name: 'Fern',
      amount: '',
      vessel: 'bag' as const,
      weightKg: 7,
      boxId: null,
    };
    const big = { ...shifted(frost, 20), lines: [{ ...line, count: 60 }], companions: [heavy] };
    const plan = planning({ consignment: big, catalogue, holidays: [] }, 0);
    let step = plan.next();
    const weighs: number[] = [];
    while (!step.done) {
      for (const q of step.value) if (q.kind === 'box') weighs.push(q.consignment.companions?.length ?? 0);
      step = plan.next(step.value.map(answerQuestion));
    }
    expect(step.value.consignment.boxes.length).toBeGreaterThan(1);
    expect(weighs.reduce((s, n) => s + n, 0)).toBe(1);
  });
  test('where nobody delivers for days, what is late is later still, and no plan is as sure', () => {
    const c = shifted(frost, 8);
    const open = Date.parse(c.openingAt);
    const holidays = [1, 2, 3, 4, 5, 6].map((days) => ({
      date: new Date(open + days * 24 * 3600_000).toISOString().slice(0, 10),
      name: 'Feast',
      place: c.receiver.place.name,
    }));
    const surest = (days: Holiday[]): number =>
      Math.max(...planConsignment({ consignment: c, catalogue, holidays: days }, 100).curve.map((o) => o.chance!));
    expect(surest(holidays)).toBeLessThan(surest([]));
  });
  test('answered elsewhere and out of order it is the same plan, and tells how far it is', async () => {
    const c = shifted(frost, 15);
    const told: string[] = [];
    const away = await planBy(
      planning({ consignment: c, catalogue, holidays: [] }, 20),
      async (q) => {
        for (let i = q.kind === 'box' ? 3 : 0; i > 0; i--) await Promise.resolve();
        return answerQuestion(q);
      },
      (done, of) => told.push(`${done}/${of}`),
    );
    expect(away).toEqual(planConsignment({ consignment: c, catalogue, holidays: [] }, 20));
    expect(told[0]).toBe('0/1');
    const [done, of] = told[told.length - 1]!.split('/');
    expect(done).toBe(of);
  });
  test('what is offered for a box takes its bags, lining and bottles included', () => {
    const c = leanBox(shifted(frost, 0));
    for (const { box } of makingsOf(c, c.boxes[0]!, catalogue))
      expect(prepared({ ...c, boxes: [box] }).boxes[0]!.arrangement.problems).toEqual([]);
  });
});

test('a box looked at alone is sealed no later than in its order, and its water is the same', () => {
  const c = shifted(frost, 10);
  const line = c.lines[0]!;
  const big = { ...c, bags: [], lines: [{ ...line, count: 60 }] };
  const { consignment: whole } = planConsignment({ consignment: big, catalogue, holidays: [] }, 0);
  expect(whole.boxes.length).toBeGreaterThan(1);
  const at = { stepH: 0.5, beyondH: 72 };
  const one = whole.boxes[1]!;
  const alone = { ...whole, boxes: [one], bags: whole.bags.filter((b) => b.boxId === one.id) };
  const [x, y, late] = [
    prepare(whole, catalogue, whole.forecast, at),
    prepare(alone, catalogue, whole.forecast, { ...at, packing: packingOf(whole) }),
    prepare(alone, catalogue, whole.forecast, at),
  ].map((p) => {
    if (!p.ok) throw new Error(p.problems.map((q) => q.message).join(' '));
    return p.value;
  });
  expect(y!.instants).toEqual(x!.instants);
  expect(late!.instants.sealMs).toBeGreaterThan(x!.instants.sealMs);
  const [whole1, alone1] = [forward(x!), forward(y!)];
  const id = alone.bags[0]!.id;
  const of = (f: typeof whole1) => f.bags.find((q) => q.id === id)!;
  expect([...of(alone1).tempC.slice(0, 60)]).toEqual([...of(whole1).tempC.slice(0, 60)]);
  for (const k of [20, 40, 60]) expect(of(alone1).curves.timesAcute[k]).toBe(of(whole1).curves.timesAcute[k]);
  // Until it is sealed its water is as it was drawn; from there on it goes as that of the first box did.
  const sealedH = y!.boxes[0]!.load.sealedAtH!;
  expect(sealedH).toBeGreaterThan(0.5);
  expect(of(alone1).curves.pH[Math.floor(sealedH / 0.5)]).toBe(of(alone1).curves.pH[0]);
  expect(of(alone1).curves.oxygenMgL[Math.floor(sealedH / 0.5) + 1]).not.toBe(of(alone1).curves.oxygenMgL[0]);
});

test('hundreds of bags: two at the bench seal the first half as late, and who is alone for long is told so', () => {
  const c = shifted(frost, 10);
  const many = { ...c, bags: [], lines: [{ ...c.lines[0]!, count: 300 }] };
  const { consignment: whole } = planConsignment({ consignment: many, catalogue, holidays: [] }, 0);
  const by = (packers: number) => {
    const p = prepare({ ...whole, assumptions: { packers } }, catalogue, whole.forecast, { stepH: 0.5, beyondH: 72 });
    if (!p.ok) throw new Error(p.problems[0]!.message);
    const k = p.value.instants;
    return { hours: (k.leaveMs - k.sealMs) / 3600_000 - a.boxingMin / 60, notes: forward(p.value).notes.join(' ') };
  };
  expect(by(1).hours).toBeCloseTo((whole.bags.length * a.packingMinPerBag) / 60, 9);
  expect(by(2).hours).toBeCloseTo(by(1).hours / 2, 9);
  expect(by(1).notes).toContain('one person packing');
  expect(by(6).notes).not.toContain('bench');
});
