import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { cups, dropsToMlPerMin, dripMinutes } from './dilution';
import { compareMethods } from './methods';
import type { OpenedBag, TankWater } from './recipes';
import { recommend } from './recommend';
import { runPosition, type RunRecord } from './run';

const after48h: OpenedBag = { waterL: 1, tempC: 23, pH: 6.5, alkalinityMeqL: 2.5, tanMgNL: 10, salinity: 0, ghDgh: 8 };
const tank: TankWater = { tempC: 25, pH: 7.8, khDkh: 8, salinity: 0, ghDgh: 12 };
const by = (list: ReturnType<typeof compareMethods>) => Object.fromEntries(list.map((m) => [m.id, m]));

describe('trade arithmetic (common practice)', () => {
  test('four 120 mL cups, halve, four more: 59 % tank water in a 1 L bag, 74 % in half a litre', () => {
    for (const [ml, share] of [
      [1000, 0.59],
      [500, 0.74],
    ] as const) {
      const first = cups({ volumeMl: ml, cupMl: 120, count: 4, start: 1, inflow: 0, mode: 'add_only' })!;
      const second = cups({
        volumeMl: first.volumeMl / 2,
        cupMl: 120,
        count: 4,
        start: first.concentration,
        inflow: 0,
        mode: 'add_only',
      })!;
      expect(1 - second.concentration).toBeCloseTo(share, 2);
    }
    expect(by(compareMethods({ ...after48h, waterL: 1 }, tank, a)).cups!.newShare).toBeCloseTo(0.59, 2);
  });
  test('double, halve, double is 75 % tank water, and the drip does that', () => {
    expect(by(compareMethods(after48h, tank, a)).drip!.newShare).toBeCloseTo(0.75, 1);
  });
  test('two drops a second for an hour are 0.36 L', () => {
    expect((dropsToMlPerMin(2, 20) * 60) / 1000).toBeCloseTo(0.36);
    expect(dripMinutes(180, dropsToMlPerMin(2, 20), 0.5)).toBeCloseTo(30);
  });
});

describe('the methods on the water of a two-day bag', () => {
  const m = by(compareMethods(after48h, tank, a));
  test('straight across takes the least ammonia and the largest pH step', () => {
    for (const other of [m.cups!, m.drip!]) {
      expect(m['float-transfer']!.criterionMin).toBeLessThan(other.criterionMin);
      expect(m['float-transfer']!.phStep).toBeGreaterThan(other.phStep);
    }
    expect(m['float-transfer']!.phStep).toBeGreaterThan(1.2);
  });
  test('a stirred drip lets the ammonia turn toxic: its peak is many times that of the closed bag', () => {
    expect(m.drip!.peakNh3MgNL).toBeGreaterThan(4 * m.drip!.nh3MgNL[0]!);
  });
  test('the bag is as warm as the tank, within half a degree, when it is opened for transfer', () => {
    const t = m['float-transfer']!;
    expect(Math.abs(t.tempC[Math.round(t.openAtMin * 4)]! - tank.tempC)).toBeLessThan(0.55);
  });
  test('marine water opens without a jump where bag and tank are the same', () => {
    const same = compareMethods(
      { waterL: 1, tempC: 25, pH: 8, alkalinityMeqL: 2.8, tanMgNL: 0.1, salinity: 34, ghDgh: 60 },
      { tempC: 25, pH: 8, khDkh: 7.85, salinity: 34, ghDgh: 60 },
      a,
    );
    for (const x of same) expect(x.salinityStep).toBeLessThan(0.2);
  });
  test('a pH above what the hardness can hold is told, not computed', () => {
    expect(() => compareMethods({ ...after48h, pH: 11, alkalinityMeqL: 0.2 }, tank, a)).toThrow(
      /The bag’s pH 11 is higher .* measure both again/,
    );
  });
});

describe('what the packing or the tank forbids', () => {
  const salt = { ...after48h, salinity: 30 };
  const refusedOf = (bag: OpenedBag, t: TankWater) => by(compareMethods(bag, t, a));
  test('breather film is never floated: its methods are marked and never recommended', () => {
    const m = refusedOf({ ...after48h, breather: true }, tank);
    for (const id of ['float-transfer', 'cups', 'degas', 'pinhole'] as const)
      expect(m[id]!.refused).toMatch(/never floated/);
    for (const id of ['drip', 'scoop', 'straight'] as const) expect(m[id]!.refused).toBeNull();
    expect(m.drip!.steps.some((x) => x.key === 'float')).toBe(false);
    const r = recommend(Object.values(m), 'ordinary', false, false, a);
    expect(r.ranked.every((j) => j.course.refused === null)).toBe(true);
  });
  test('matching the tank needs a difference in salinity and a tank without residents', () => {
    expect(refusedOf(salt, { ...tank, salinity: 34 }).pinhole!.refused).toBeNull();
    expect(refusedOf(salt, { ...tank, salinity: 30.5 }).pinhole!.refused).toMatch(/same salinity/);
    expect(refusedOf(salt, { ...tank, salinity: 34, residents: true }).pinhole!.refused).toMatch(/already live/);
  });
  test('a matched tank makes no salinity step, straight in makes all of it', () => {
    const m = refusedOf(salt, { ...tank, salinity: 34 });
    expect(m.pinhole!.salinityStep).toBeLessThan(0.01);
    expect(m.straight!.salinityStep).toBeCloseTo(4, 1);
  });
});

describe('figures of the methods', () => {
  const m = by(compareMethods(after48h, tank, a));
  test('10 L at 25 °C and a tank of 27 °C: the first litre makes 9 % tank water (common practice table)', () => {
    const big = by(compareMethods({ ...after48h, waterL: 10, tempC: 25 }, { ...tank, tempC: 27 }, a)).degas!;
    expect(1 - 10 / 11).toBeCloseTo(0.09, 2);
    // In four parts: 10, 15, 25 and 50 % of the bag, mixed one after the other: the bag has doubled.
    expect(big.newShare).toBeCloseTo(1 - 10 / 20, 6);
  });
  test('an air stone drives CO2 out and the pH up faster than a drip, a binder holds the ammonia down', () => {
    const at = (x: (typeof m)[string], min: number): number => x!.pH[Math.round((x!.openAtMin + min) * 4)]!;
    expect(at(m.degas!, 10)).toBeGreaterThan(at(m.drip!, 10));
    expect(m.scoop!.criterionMin).toBeLessThan(m['float-transfer']!.criterionMin);
    expect(m.straight!.tempStepC).toBeCloseTo(2, 1);
  });
});

describe('the recommendation', () => {
  test('after a long dense journey the fish go straight across; from equal and clean water anything will do', () => {
    const dense = recommend(
      compareMethods({ ...after48h, tanMgNL: 25, pH: 6.4 }, { ...tank, pH: 7.4 }, a),
      'hardy',
      false,
      false,
      a,
    );
    // With a binder or without: what is recommended does not wait in the opened water.
    expect(['float-transfer', 'scoop', 'straight']).toContain(dense.ranked[0]!.course.id);
    const mixing = dense.ranked.findIndex((j) => ['drip', 'cups', 'degas'].includes(j.course.id));
    expect(dense.ranked.findIndex((j) => j.course.id === 'float-transfer')).toBeLessThan(mixing);
    expect(dense.reason).toMatch(/criterion-minutes|weigh the same/);
  });
  test('shrimp from clean soft water into hard water are mixed slowly', () => {
    const shrimp = recommend(
      compareMethods({ ...after48h, tanMgNL: 0.2, pH: 6.8, ghDgh: 4 }, { ...tank, ghDgh: 14 }, a),
      'ordinary',
      true,
      false,
      a,
    );
    expect(shrimp.ranked[0]!.course.id).not.toBe('float-transfer');
  });
  test('the burden is the root of its squared parts', () => {
    for (const j of recommend(compareMethods(after48h, tank, a), 'ordinary', false, false, a).ranked)
      expect(j.burden).toBeCloseTo(Math.sqrt(Object.values(j.parts).reduce((s, x) => s + x * x, 0)), 9);
  });
});

test('any bag and tank: every method has figures that are figures, or the contradiction in the readings is told', () => {
  const pH = fc.double({ min: 5, max: 9, noNaN: true });
  const tempC = fc.double({ min: 0, max: 35, noNaN: true });
  const salinity = fc.oneof(fc.constant(0), fc.double({ min: 0, max: 42, noNaN: true }));
  const hard = fc.double({ min: 0, max: 60, noNaN: true });
  const opened = fc.record({
    waterL: fc.double({ min: 0.05, max: 30, noNaN: true }),
    tempC,
    pH,
    alkalinityMeqL: fc.double({ min: 0, max: 8, noNaN: true }),
    tanMgNL: fc.double({ min: 0, max: 60, noNaN: true }),
    salinity,
    ghDgh: hard,
    breather: fc.boolean(),
  });
  const into = fc.record({ tempC, pH, khDkh: fc.double({ min: 0, max: 20, noNaN: true }), salinity, ghDgh: hard });
  let computed = 0;
  fc.assert(
    fc.property(opened, into, (b, t) => {
      let courses: ReturnType<typeof compareMethods>;
      try {
        courses = compareMethods(b, t, a);
      } catch (error) {
        expect((error as Error).message).toMatch(/measure/);
        return;
      }
      computed++;
      for (const m of courses) {
        const figures = [m.peakNh3MgNL, m.criterionMin, m.nh3MinMgNL, m.phStep, m.tempStepC, m.salinityStep, m.ghStep];
        for (const x of figures) expect(x >= 0 && Number.isFinite(x)).toBe(true);
        expect(m.newShare).toBeGreaterThanOrEqual(-1e-9);
        expect(m.newShare).toBeLessThanOrEqual(1);
      }
      const r = recommend(courses, 'delicate', true, t.salinity > 5, a);
      expect(r.ranked.length).toBeGreaterThanOrEqual(3);
      for (let i = 1; i < r.ranked.length; i++)
        expect(r.ranked[i]!.burden).toBeGreaterThanOrEqual(r.ranked[i - 1]!.burden);
    }),
    { numRuns: 60 },
  );
  expect(computed).toBeGreaterThan(15);
});

describe('a timed run', () => {
  const steps: RunRecord['steps'] = [
    { key: 'place', kind: 'hands', title: 'Place', detail: '', minutes: 1 },
    { key: 'float', kind: 'wait', title: 'Float', detail: '', minutes: 20 },
    { key: 'net', kind: 'hands', title: 'Net', detail: '', minutes: 2 },
  ];
  const MIN = 60_000;
  test('waits for hands, then counts down from the press, whoever asks and whenever', () => {
    const run = { startedAtMs: 0, steps, doneAtMs: { place: 5 * MIN } };
    expect(runPosition({ ...run, doneAtMs: {} }, 99 * MIN)).toMatchObject({ index: 0, remainingMs: null });
    expect(runPosition(run, 10 * MIN).remainingMs).toBe(15 * MIN);
    expect(runPosition(run, 11 * MIN).remainingMs).toBe(14 * MIN);
    expect(runPosition(run, 25 * MIN)).toMatchObject({ index: 2, remainingMs: null });
    expect(runPosition({ ...run, doneAtMs: { place: 5 * MIN, net: 30 * MIN } }, 31 * MIN).finished).toBe(true);
  });
  test('the remaining time falls by exactly the time that passes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1_100_000 }), fc.integer({ min: 0, max: 90_000 }), (t, gap) => {
        const run = { startedAtMs: 0, steps, doneAtMs: { place: 0 } };
        const [x, y] = [runPosition(run, t), runPosition(run, t + gap)];
        if (x.remainingMs !== null && y.remainingMs !== null) expect(x.remainingMs - y.remainingMs).toBe(gap);
      }),
    );
  });
  test('a timer cut short ends at the press', () => {
    expect(runPosition({ startedAtMs: 0, steps, doneAtMs: { place: 0, float: 3 * MIN } }, 4 * MIN).index).toBe(2);
  });
});
