import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { bagCurves, simulateBag, type BagContents } from '@/core/bag/simulate';
import { firstToFail, limitsFor, safeHours } from '@/core/bag/slack';
import { compareMethods } from '@/core/acclimation/methods';
import { toleranceLimits, type ToleranceClass } from '@/core/fish/tolerance';
import { simulateBox } from '@/core/heat/box';
import { type BoxLoad } from '@/core/heat/model';
import { floatMinutes } from '@/core/heat/float';
import { dkhToMeqL } from '@/core/quantities/units';
import { atRest, fish, oneBag } from '@/tests/one-bag';

/**
 * Trade experience (common practice, no published source) against one default object of assumptions: nothing in it is
 * moved from case to case. Only box, load and ambient vary, inside ranges that each case states.
 */
const STEP_H = 1 / 12;

/** Water at the end of a night, °C: bags of 24 to 25 °C filled in a warm room. */
function arrives(x: {
  insideCm: [number, number, number];
  wallCm: number;
  bags: number;
  waterL: number;
  outsideC: number;
  hours: number;
  pack: string | null;
  startC?: number;
}): number {
  const each = x.waterL / x.bags;
  const p = x.pack === null ? null : row(catalogue.packs, x.pack, 'pack');
  const load: BoxLoad = {
    shell: { insideCm: x.insideCm, wallCm: x.wallCm, kWPerMK: 0.036, cartonCm: 0 },
    lossFactor: 1,
    leakLPerH: 3,
    ventHoles: p ? 2 : 0,
    bags: Array.from({ length: x.bags }, () => ({
      waterL: each,
      volumeL: each * 2.7,
      startC: x.startC ?? 24.5,
      atWall: 0.5,
    })),
    heatPacks: p ? [{ curve: p, massG: p.massG, strength: 1, nearBag: 0 }] : [],
    coldPacks: [],
    bottle: null,
    startAirC: 21,
  };
  const steps = Math.round(x.hours / STEP_H) + 1;
  const heat = simulateBox(load, new Float64Array(steps).fill(x.outsideC), steps, STEP_H, a);
  return heat.bagC.reduce((s, c) => s + c[steps - 1]!, 0) / x.bags;
}

describe('overnight in frost, a small moulded box: outside about 30×25×25 cm, 3 L, near 4 °C', () => {
  const small = { insideCm: [25.4, 20.4, 20.4] as [number, number, number], wallCm: 2.3, bags: 2, waterL: 3 };
  const nights = [
    { outsideC: 3, hours: 11.5 },
    { outsideC: 4, hours: 12 },
    { outsideC: 5, hours: 13 },
  ];
  test.each(nights)('$outsideC °C outside, $hours h: 10 to 12 °C without a pack', (night) => {
    const t = arrives({ ...small, ...night, pack: null });
    expect(t).toBeGreaterThan(10);
    expect(t).toBeLessThan(12);
  });
  test.each(nights)(
    '$outsideC °C outside, $hours h: the saying is 22 to 23 °C with one 20 h+ pack; ours is up to a degree and a bit warmer',
    (night) => {
      const t = arrives({ ...small, ...night, pack: 'heat-20h' });
      expect(t).toBeGreaterThan(21.5);
      expect(t).toBeLessThan(24.5);
    },
  );
  test('larger boxes come out where they come out: warmer without a pack, and no longer heated by one alone', () => {
    const middle = { insideCm: [38, 28, 36] as [number, number, number], wallCm: 3, bags: 4, waterL: 7 };
    const large = { insideCm: [52, 36, 38] as [number, number, number], wallCm: 3.5, bags: 6, waterL: 12 };
    const night = { outsideC: 4, hours: 12 };
    const bare = [small, middle, large].map((b) => arrives({ ...b, ...night, pack: null }));
    const one = [small, middle, large].map((b) => arrives({ ...b, ...night, pack: 'heat-20h' }));
    expect(bare[1]!).toBeGreaterThan(bare[0]!);
    expect(bare[2]!).toBeGreaterThan(bare[1]!);
    // The same pack lifts a larger box less.
    expect(one[2]! - bare[2]!).toBeLessThan(one[1]! - bare[1]!);
    expect(one[1]! - bare[1]!).toBeLessThan(one[0]! - bare[0]!);
  });
});

const sleeper = [fish(1, 15, { metabolismFactor: 0.6, usualC: 20 })];
/** One in ten breathes more than this, times the mean. */
const ONE_IN_TEN = Math.exp(1.2816 * a.metabolismSigma);
const limitsOf = (tolerance: ToleranceClass, cold24C: number, warm24C: number) =>
  limitsFor(toleranceLimits(tolerance, a), { pH: 7.4, sea: false }, { cold24C, warm24C, zC: a.harmZC }, a);
const bag = (x: Partial<BagContents>): BagContents =>
  oneBag({ waterL: 1.5, gasL: 3, alkalinityMeqL: dkhToMeqL(6), animals: sleeper, ...x });
const run = (b: BagContents, tempC: number, hours: number, oxygenUse = 1) => {
  const steps = Math.round(hours / STEP_H) + 1;
  const t = new Float64Array(steps).fill(tempC);
  return { t, c: simulateBag(b, { tempC: t, steps, stepH: STEP_H, ...atRest(steps), oxygenUse }, a, bagCurves(steps)) };
};

describe('in the bag', () => {
  test.each([16, 18, 20])(
    'a hardy cool-water sleeper with oxygen lives through 52.5 h at %d °C, in a bad case too',
    (tempC) => {
      const { t, c } = run(bag({}), tempC, 60, ONE_IN_TEN);
      const limits = limitsOf('hardy', 6, 31);
      const first = firstToFail(safeHours(c, t, limits, STEP_H));
      expect(first === null || first.hours > 52.5).toBe(true);
    },
  );
  test('a goldfish of 40 g, alone, with oxygen, four days fasted, cool: two days without loss', () => {
    const gold = [fish(1, 40, { metabolismFactor: 0.9, clearingH: 96, usualC: 18, hoursSinceMeal: 96 })];
    const { t, c } = run(bag({ waterL: 3, gasL: 6, animals: gold, surfaceM2: 0.025 }), 15, 60, ONE_IN_TEN);
    const limits = limitsOf('hardy', 2, 30);
    const first = firstToFail(safeHours(c, t, limits, STEP_H));
    expect(first === null || first.hours > 48).toBe(true);
  });
  test('a posted journey leaves 4 to 12 mg N/L, a pH of 6.7 or less, and ammonia that does not bite until it is opened', () => {
    const animals = [fish(1, 12)];
    const b = bag({ waterL: 1, gasL: 2, animals, alkalinityMeqL: dkhToMeqL(5) });
    const { c } = run(b, 25, 48);
    const last = c.pH.length - 1;
    expect(c.tanMgNL[last]!).toBeGreaterThan(4);
    expect(c.tanMgNL[last]!).toBeLessThan(12);
    expect(c.pH[last]!).toBeLessThan(6.7);
    expect(c.nh3MgNL[last]!).toBeLessThan(0.025);
    const tank = { tempC: 25, pH: 7.8, khDkh: 8, salinity: 0, ghDgh: 10 };
    const opened = {
      waterL: 1,
      tempC: 25,
      pH: c.pH[last]!,
      alkalinityMeqL: dkhToMeqL(5) + c.tanMgNL[last]! / 14.007,
      tanMgNL: c.tanMgNL[last]!,
      salinity: 0,
      ghDgh: 8,
    };
    const m = Object.fromEntries(compareMethods(opened, tank, a).map((x) => [x.id, x]));
    // The prototype: direct transfer takes about none, with a pH step of 1.4 to 1.8; a drip a great deal.
    expect(m['float-transfer']!.phStep).toBeGreaterThan(1);
    expect(m['float-transfer']!.phStep).toBeLessThan(1.8);
    expect(m.drip!.criterionMin).toBeGreaterThan(10 * m['float-transfer']!.criterionMin);
  });
  test('float times: a bag of one litre 15 to 25 min, of ten litres about twice as long', () => {
    expect(floatMinutes(1, 22, 25, a)).toBeGreaterThan(15);
    expect(floatMinutes(1, 22, 25, a)).toBeLessThan(25);
    expect(floatMinutes(10, 22, 25, a) / floatMinutes(1, 22, 25, a)).toBeCloseTo(10 ** (1 / 3), 6);
  });
  test('an air-filled bag is the poor man’s way: oxygen fails first, and within a day', () => {
    const animals = [fish(1, 12)];
    const { t, c } = run(bag({ waterL: 1, gasL: 2, animals, oxygenFraction: 0.2095 }), 25, 60);
    const limits = limitsOf('ordinary', 18, 32);
    expect(firstToFail(safeHours(c, t, limits, STEP_H))).toMatchObject({ factor: 'oxygen' });
  });
  test('breather film keeps a few tiny fish in water alone, and not one large one', () => {
    const film = {
      areaM2: 0.065,
      oxygenMmolPerM2HKPa: a.breatherOxygenMmolPerM2HKPa,
      co2MmolPerM2HKPa: a.breatherCo2MmolPerM2HKPa,
    };
    const of = (massG: number, count: number): number => {
      const animals = [fish(count, massG, { clearingH: 36, usualC: 24 })];
      const { c } = run(bag({ waterL: 0.5, gasL: 0, animals, film }), 23, 48);
      return c.oxygenKPa[c.oxygenKPa.length - 1]!;
    };
    expect(of(0.3, 3)).toBeGreaterThan(8);
    // Less than the hardiest bear.
    expect(of(20, 1)).toBeLessThan(5);
  });
  test('an oxygen tablet adds what it holds, and no more', () => {
    const still = { animals: [fish(1, 0.001, { metabolismFactor: 1e-6 })] };
    const plain = run(bag(still), 25, 96).c;
    const tablet = run(bag({ ...still, tabletOxygenMg: 200 }), 25, 96).c;
    const held = (c: typeof plain): number => {
      const i = c.gasL.length - 1;
      return c.gasL[i]!;
    };
    // 200 mg of oxygen are 0.153 L of gas at 25 °C, less what stays dissolved.
    expect(held(tablet) - held(plain)).toBeGreaterThan(0.12);
    expect(held(tablet) - held(plain)).toBeLessThan(0.158);
  });
});
