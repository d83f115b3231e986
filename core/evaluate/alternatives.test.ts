import { catalogue } from '@/core/catalogue';
import { row } from '@/core/catalogue/row';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { pillowVolumeL } from '@/core/bag/geometry';
import { miscounts } from '@/core/consignment/rules';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { changesFor } from '@/core/choose/advice';
import { planFor } from '@/core/choose/alternatives';
import type { Treatment } from '@/core/catalogue/treatment';
import { exampleConsignment } from '@/tests/example';
import type { Alternative } from './alternatives';
import { evaluate, noChoosers } from './evaluate';

const c = exampleConsignment();
const plansOf = (x: Consignment): Map<string, Alternative> => {
  const e = evaluate(x, catalogue, x.forecast, { draws: 0, choosers: { ...noChoosers, plans: true } });
  if (!e.ok) throw new Error(e.problems.map((p) => p.message).join(' '));
  return new Map(e.value.plans.map((p) => [p.goal, p]));
};
/** One bag with everything a hand can say of how it is made. */
const byHand: Bag = { ...c.bags[0]!, id: 'A1', layers: 3, closure: 'knot-bands', cover: 'shred', waterL: 1.23 };
const inOne = { ...c, bags: [byHand, ...c.bags.slice(1)] };

describe('plans of bags side by side', () => {
  const plans = plansOf(c);
  const [now, single] = [plans.get('now')!, plans.get('single')!];
  test('begin with the one in use, which changes nothing; every other says what it would change', () => {
    expect([...plans.keys()][0]).toBe('now');
    expect(now.bags).toEqual(c.bags);
    for (const p of plans.values()) expect(p.changes.length > 0).toBe(p.goal !== 'now');
  });
  test('each holds every animal; one a bag is one a bag, fewest has no more bags than any', () => {
    for (const p of plans.values()) expect(miscounts({ lines: c.lines, bags: p.bags })).toEqual([]);
    expect(single.bags.every((b) => b.animals.length === 1 && b.animals[0]!.count === 1)).toBe(true);
    const planned = [...plans.values()].filter((p) => p.goal !== 'now' && p.goal !== 'surest');
    const fewest = [...plans.values()].find((p) => p.goal === 'fewest' || p.also.includes('fewest'))!;
    for (const p of planned) expect(fewest.bags.length).toBeLessThanOrEqual(p.bags.length);
    expect(single.bags.length).toBe(c.lines.reduce((n, l) => n + l.count, 0));
  });
  test('every goal is served by one of them, and the surest is surer than any other', () => {
    const served = [...plans.values()].flatMap((p) => [p.goal, ...p.also]).sort();
    expect(served).toEqual(expect.arrayContaining(['now', 'lightest', 'surest', 'fewest', 'single']));
    expect(new Set(served).size).toBe(served.length);
    const surest = [...plans.values()].find((p) => p.goal === 'surest' || p.also.includes('surest'))!;
    for (const p of plans.values()) expect(p.chance).toBeLessThanOrEqual(surest.chance);
  });
  test('are computed like the plan itself', () => {
    const of = { ...c, bags: single.bags, boxes: single.boxes };
    const e = evaluate(of, catalogue, c.forecast, { stepH: 0.5 });
    if (!e.ok) throw new Error('refused');
    expect(single).toMatchObject({ slackH: e.value.overall.slackH, worstSlackH: e.value.overall.worstSlackH });
    expect(single.expected).toBe(e.value.risk!.expected);
    expect(single.kg).toBeCloseTo(
      e.value.boxes.reduce((s, b) => s + b.weights.totalKg, 0),
      6,
    );
  });
  test('no plan breaks the number rules of its species (common practice)', () => {
    for (const p of plans.values())
      for (const b of p.bags)
        for (const x of b.animals) {
          const line = c.lines.find((l) => l.id === x.lineId)!;
          const s = row(catalogue.species, line.speciesId, 'species');
          if (s.together === 'alone') expect(x.count).toBe(1);
          if (s.together === 'one-or-four') expect([2, 3]).not.toContain(x.count);
          expect(x.count).toBeLessThanOrEqual(a.mostInABag);
        }
  });
  test('a locked bag stays as it is; the others keep how their line is made, not how it is filled', () => {
    const locked = { ...inOne, bags: inOne.bags.map((b, i) => (i === 0 ? { ...b, locked: true } : b)) };
    const plan = planFor(locked, catalogue, 'single');
    expect(plan.bags.find((b) => b.id === 'A1')).toMatchObject({ waterL: 1.23, locked: true, animals: byHand.animals });
    expect(miscounts({ lines: c.lines, bags: plan.bags })).toEqual([]);
    expect(new Set(plan.bags.map((b) => b.id)).size).toBe(plan.bags.length);
    // A line keeps its letter, though one before it is locked as a whole.
    const whole = {
      ...c,
      bags: c.bags.map((b) => (b.animals[0]!.lineId === c.lines[0]!.id ? { ...b, locked: true } : b)),
    };
    for (const b of planFor(whole, catalogue, 'single').bags.filter((x) => !x.locked))
      expect(b.id[0]).toBe('ABCDEFG'[c.lines.findIndex((l) => l.id === b.animals[0]!.lineId)]);
    const alike = planFor(inOne, catalogue, 'lightest').bags.filter((b) => b.animals[0]!.lineId === c.lines[0]!.id);
    for (const b of alike) expect(b).toMatchObject({ layers: 3, closure: 'knot-bands', cover: 'shred' });
    expect(alike.some((b) => b.waterL === 1.23 || 'locked' in b)).toBe(false);
  });
  test('a box that stays of its kind keeps its packs, lining and holes; another is bare until its own are chosen', () => {
    const { boxTypeId } = planFor(c, catalogue, 'lightest').boxes[0]!;
    const as = (type: string): Consignment => ({
      ...c,
      boxes: c.boxes.map((b) => ({ ...b, boxTypeId: type, ventHoles: 5 })),
    });
    const kept = planFor(as(boxTypeId), catalogue, 'lightest');
    expect(kept.boxes[0]).toMatchObject({ packs: c.boxes[0]!.packs, ventHoles: 5 });
    expect(kept.opened).not.toContain('1');
    const other = planFor(as('box-cut'), catalogue, 'lightest');
    expect(other.boxes[0]).toMatchObject({ boxTypeId, packs: [], ventHoles: 0 });
    expect(other.opened).toContain('1');
  });
});

describe('advice of one press', () => {
  const at = (x: Consignment) => {
    const e = evaluate(x, house, x.forecast, { choosers: { ...noChoosers, advice: true }, stepH: 0.5 });
    if (!e.ok) throw new Error(e.problems.map((p) => p.message).join(' '));
    return e.value;
  };
  const binder: Treatment = {
    id: 'bind',
    name: 'Binder',
    kind: 'binder',
    unit: 'mL',
    perL: 0.1,
    bindingTimes: 5,
    capacityMgN: 20,
  };
  const house = { ...catalogue, treatments: [binder] };
  /** Too many fish in too little water. */
  const dense = { ...c, bags: c.bags.map((b, i) => (i === 0 ? { ...b, waterL: b.waterL / 3, gasL: b.gasL / 2 } : b)) };
  test('each says what to do, gains hours or saves weight, and what it tells is what comes of it', () => {
    const e = at(dense);
    expect(e.advice.length).toBeGreaterThanOrEqual(2);
    const was = e.overall.worstSlackH!;
    for (const x of e.advice) {
      expect(x.gainsH >= 1 || x.savesKg >= 0.15 || x.mends > 0).toBe(true);
      expect(miscounts({ lines: c.lines, bags: x.bags })).toEqual([]);
      const then = evaluate({ ...dense, bags: x.bags }, house, c.forecast, { stepH: 0.5 });
      if (!then.ok) throw new Error('refused');
      expect(then.value.overall.worstSlackH).toBe(x.worstSlackH);
      expect(x.gainsH).toBeCloseTo(Math.min(72, x.worstSlackH ?? 72) - was, 9);
    }
    expect(e.advice.map((x) => x.gainsH)).toEqual([...e.advice.map((x) => x.gainsH)].sort((x, y) => y - x));
  });
  test('a bag that ammonia ends is offered the binder of the shelf, in the dose that binds, unless its label shuts them out', () => {
    const [first] = c.bags;
    const sour = (x: typeof house) => changesFor(c, first!.id, 'ammonia', x, a).find((y) => /Binder/.test(y.said));
    expect(sour(house)!.bags[0]!.treatments).toEqual([{ id: 'bind', times: 5 }]);
    expect(sour(catalogue as typeof house)).toBeUndefined();
    const shrimp = { ...c, lines: c.lines.map((l) => ({ ...l, speciesId: 'cherry-shrimp' })) };
    const shut = { ...house, treatments: [{ ...binder, notFor: { invertebrates: true } }] };
    expect(changesFor(shrimp, first!.id, 'ammonia', shut, a).some((y) => /Binder/.test(y.said))).toBe(false);
    expect(changesFor(shrimp, first!.id, 'ammonia', house, a).some((y) => /Binder/.test(y.said))).toBe(true);
  });
  test('air is offered to be oxygen, a bag short of oxygen to lie; a locked bag is left alone', () => {
    const airy = { ...c, bags: c.bags.map((b, i) => (i === 0 ? { ...b, oxygenFraction: 0.21 } : b)) };
    const said = changesFor(airy, c.bags[0]!.id, 'oxygen', catalogue, a).map((x) => x.said);
    expect(said).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Oxygen instead of air/),
        expect.stringMatching(/laid on its side/),
      ]),
    );
    const locked = { ...c, bags: c.bags.map((b) => ({ ...b, locked: true })) };
    expect(changesFor(locked, c.bags[0]!.id, 'oxygen', catalogue, a)).toEqual([]);
  });
  test('for a flight there must be room for what the gas swells: a tight bag is offered as much less', () => {
    const air = catalogue.services.find((s) => s.legs.some((l) => l.kind === 'aircraft-hold'))!;
    const holds = pillowVolumeL(18, 40);
    const tight = { ...c.bags[0]!, bagTypeId: 'bag-18x40', waterL: 1, gasL: holds - 1 };
    const of = (serviceId: string) =>
      changesFor({ ...c, serviceId, bags: [tight] }, tight.id, null, catalogue, a).find((x) => /aircraft/.test(x.said));
    const { gasL } = of(air.id)!.bags[0]!;
    // What is left swells by the ratio of the pressures and just fits.
    expect((gasL * 101.325) / a.cabinPressureKPa).toBeLessThan(holds - 1);
    expect(((gasL + 0.2) * 101.325) / a.cabinPressureKPa).toBeGreaterThan((holds - 1) * 0.97);
    expect(of(c.serviceId)).toBeUndefined();
  });
  test('four cichlids are not split into twos (never two or three)', () => {
    const line = { ...c.lines[0]!, speciesId: 'angelfish', count: 4 };
    const of = (count: number) => {
      const bags = [{ ...c.bags[0]!, animals: [{ lineId: line.id, count }] }];
      return changesFor({ ...c, lines: [{ ...line, count }], bags }, bags[0]!.id, null, catalogue, a).some((x) =>
        / in two/.test(x.said),
      );
    };
    expect([of(4), of(7), of(8), of(2)]).toEqual([false, false, true, true]);
  });
});

describe('a plan that opens another box', () => {
  // Big fish in one large box under a long and a short pack, in frost.
  const packs = [
    { packId: 'heat-72h', count: 1 },
    { packId: 'heat-40h', count: 1 },
  ];
  const hot = { ...c, boxes: c.boxes.map((b) => ({ ...b, boxTypeId: 'box-l', packs, ventHoles: 4 })) };
  test('warms it with packs of its own: no bag of it is cooked by those of another', () => {
    const all = [...plansOf(hot).values()].filter((p) => p.goal !== 'now');
    const other = all.filter((p) => p.boxes.some((b) => b.boxTypeId !== 'box-l'));
    expect(other.length).toBeGreaterThan(0);
    for (const p of all) {
      const e = evaluate({ ...hot, bags: p.bags, boxes: p.boxes }, catalogue, hot.forecast, { stepH: 0.5, draws: 0 });
      if (!e.ok) throw new Error('refused');
      for (const b of e.value.bags) expect([p.goal, Math.max(...b.tempC) < 36]).toEqual([p.goal, true]);
    }
  });
  test('one of its own kind keeps what a hand put into it', () => {
    for (const p of plansOf(hot).values())
      for (const b of p.boxes.filter((x) => x.id === '1' && x.boxTypeId === 'box-l')) expect(b.packs).toEqual(packs);
  });
});
