import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { cupDilution, dropsToMlPerMin, dripMinutes } from './dilution';
import { compareMethods } from './methods';
import type { OpenedBag, TankWater } from './vessel';
import type { ToleranceClass } from '@/core/fish/tolerance';
import { adviseOpening, recommend, type TransferGroup, type Recommendation, type StressPart } from './recommend';
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
      const first = cupDilution({ volumeMl: ml, cupMl: 120, count: 4, start: 1, inflow: 0, mode: 'add_only' })!;
      const second = cupDilution({
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
      /The bag’s pH 11 is too high .* Measure both again/,
    );
  });
});

describe('what the packing or the tank forbids', () => {
  const salt = { ...after48h, salinity: 30 };
  const refusedOf = (bag: OpenedBag, t: TankWater) => by(compareMethods(bag, t, a));
  test('breather film is never floated: its methods are marked and never recommended', () => {
    const m = refusedOf({ ...after48h, breather: true }, tank);
    for (const id of ['float-transfer', 'cups', 'degas', 'pinhole'] as const)
      expect(m[id]!.refused).toMatch(/Never float/);
    for (const id of ['drip', 'scoop', 'straight'] as const) expect(m[id]!.refused).toBeNull();
    expect(m.drip!.steps.some((x) => x.key === 'float')).toBe(false);
    const r = recommend(Object.values(m), who('ordinary'), a);
    expect(r.ranked.every((j) => j.course.refused === null)).toBe(true);
  });
  test('matching the tank needs a difference in salinity and a tank without residents', () => {
    expect(refusedOf(salt, { ...tank, salinity: 34 }).pinhole!.refused).toBeNull();
    expect(refusedOf(salt, { ...tank, salinity: 30.5 }).pinhole!.refused).toMatch(/same salinity/);
    expect(refusedOf(salt, { ...tank, salinity: 34, residents: true }).pinhole!.refused).toMatch(
      /already in this tank/,
    );
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

const who = (tolerance: ToleranceClass, more: Partial<TransferGroup> = {}): TransferGroup => ({
  tolerance,
  invertebrate: false,
  marine: false,
  ...more,
});

describe('the ten situations of arrival (common practice), on one default set of assumptions', () => {
  const clean = { pH: 7.4, tanMgNL: 0.4, alkalinityMeqL: 2.5, ghDgh: 10 };
  const bag = (x: Partial<OpenedBag>): OpenedBag => ({ ...after48h, surfaceM2: 0.0127, oxygenMgL: 20, ...x });
  const advised = (b: OpenedBag, t: Partial<TankWater>, w: TransferGroup) =>
    adviseOpening([{ tolerance: w.tolerance, ...b }], { ...tank, ...t }, w, a).recommendation;
  const first = (r: Recommendation): string => r.ranked[0]!.course.id;
  const animals = (useMgH: number) => ({ useMolH: useMgH / 31998, ammoniaPerOxygen: 0.1 });

  test('from the shop round the corner, half an hour in the bag: the simplest', () => {
    const r = advised(
      bag({ ...clean, tempC: 24, oxygenMgL: 9, animals: animals(3) }),
      { pH: 7.6, khDkh: 8 },
      who('ordinary'),
    );
    expect(r.simplest).toBe(true);
    expect(first(r)).toBe('float-transfer');
  });
  test('a posted goldfish, 46 hours: float and across', () => {
    const r = advised(
      bag({ waterL: 3, tempC: 15, pH: 6.7, tanMgNL: 8, alkalinityMeqL: 3, surfaceM2: 0.025, animals: animals(6) }),
      { tempC: 17, pH: 7.6, khDkh: 9 },
      who('hardy'),
    );
    expect(first(r) === 'float-transfer' || r.either).toBe(true);
  });
  test('shrimp from GH 6 to GH 12: a drip', () => {
    const r = advised(bag({ ...clean, ghDgh: 6 }), { ghDgh: 12 }, who('ordinary', { invertebrate: true }));
    expect(first(r)).toBe('drip');
  });
  test('sea fish, 36 hours, equal water: either', () => {
    const sea = { salinity: 34, pH: 7.2, alkalinityMeqL: 2.6, tanMgNL: 1.5, ghDgh: 60, tempC: 25 };
    const r = advised(
      bag({ ...sea, animals: animals(2) }),
      { salinity: 34, pH: 8.1, khDkh: 7.3, ghDgh: 60 },
      who('ordinary', { marine: true }),
    );
    expect(r.either || r.simplest).toBe(true);
  });
  test('from 28 to 35 without residents: the tank is matched, with its litres of fresh water told', () => {
    const r = advised(
      bag({ salinity: 28, pH: 7.6, alkalinityMeqL: 2.4, tanMgNL: 0.8, ghDgh: 50 }),
      { salinity: 35, pH: 8.1, khDkh: 7.5, ghDgh: 60, volumeL: 100 },
      who('ordinary', { marine: true }),
    );
    expect(first(r)).toBe('pinhole');
    expect(r.ranked[0]!.course.steps.map((x) => x.detail).join(' ')).toContain('Take out 20 of its 100 L');
  });
  test('a dense farm bag: air stone and dilution first', () => {
    const r = advised(
      bag({
        waterL: 5,
        tempC: 24,
        pH: 6.2,
        tanMgNL: 15,
        alkalinityMeqL: 3.5,
        ghDgh: 8,
        surfaceM2: 0.046,
        oxygenMgL: 15,
        animals: animals(180),
      }),
      { pH: 7.6, khDkh: 8 },
      who('hardy'),
    );
    expect(first(r)).toBe('degas');
  });
  test('equal water: float', () => {
    const r = advised(
      bag({ ...clean, tempC: 23, alkalinityMeqL: 2.5, ghDgh: 12 }),
      { pH: 7.4, khDkh: 7 },
      who('delicate'),
    );
    expect(first(r)).toBe('float-transfer');
    expect(r.simplest).toBe(true);
  });
  test('from soft and acid to hard and alkaline: a drip', () => {
    const r = advised(
      bag({ pH: 5.8, alkalinityMeqL: 0.25, tanMgNL: 1, ghDgh: 2, tempC: 25 }),
      { pH: 8, khDkh: 12, ghDgh: 16 },
      who('ordinary'),
    );
    expect(first(r)).toBe('drip');
  });
  test('chilled to 8 °C, into 24 °C: warmed in stages', () => {
    const r = advised(bag({ ...clean, tempC: 8 }), { tempC: 24, pH: 7.6, khDkh: 7 }, who('ordinary'));
    expect(first(r)).toBe('staged');
    const m = r.ranked[0]!.course;
    expect(m.transferAtMin).toBeGreaterThan(120);
    expect(m.tempStepC).toBeLessThan(2);
  });
  test('brackish 12 to 2: never straight across', () => {
    const r = advised(
      bag({ salinity: 12, pH: 7.4, alkalinityMeqL: 2.5, tanMgNL: 1, ghDgh: 30 }),
      { salinity: 2, residents: true },
      who('ordinary'),
    );
    expect(['drip', 'cups', 'degas']).toContain(first(r));
    for (const j of r.ranked.filter((x) => ['straight', 'float-transfer', 'scoop'].includes(x.course.id)))
      expect(j.parts.salinity).toBeGreaterThan(1);
  });
});

describe('after opening', () => {
  test('of a climb of pH most is CO2 that leaves: the buffer’s part is the step at equal CO2', () => {
    const t = by(compareMethods(after48h, { ...tank, khDkh: 7 }, a))['float-transfer']!;
    expect(t.phStep).toBeGreaterThan(1.2);
    expect(t.bufferStep).toBeLessThan(0.2);
    expect(t.co2FallMgL).toBeGreaterThan(30);
  });
  test('a dense bag left alone runs out of oxygen, under an air stone it does not (as its own minute by minute says)', () => {
    const dense = {
      ...after48h,
      waterL: 4,
      oxygenMgL: 20,
      surfaceM2: 0.025,
      animals: { useMolH: 150 / 31998, ammoniaPerOxygen: 0.1 },
    };
    const m = by(compareMethods(dense, tank, a));
    expect(m.degas!.leastOxygenKPa).toBeGreaterThan(8);
    expect(m.cups!.leastOxygenKPa).toBeLessThan(1);
  });
  test('animals that wait go on giving CO2: the pH of their water climbs less than with nobody in it', () => {
    const at40 = (mgH: number): number => {
      const animals = { useMolH: mgH / 31998, ammoniaPerOxygen: 0.1 };
      return by(compareMethods({ ...after48h, animals }, tank, a)).drip!.pH[160]!;
    };
    expect(at40(20)).toBeLessThan(at40(0) - 0.05);
  });
  test('the overall stress is the root of its squared parts, without those that are the same for all', () => {
    const r = recommend(compareMethods(after48h, tank, a), who('ordinary'), a);
    for (const j of r.ranked) {
      const telling = Object.entries(j.parts).filter(([k]) => !r.common.includes(k as StressPart));
      expect(j.burden).toBeCloseTo(Math.sqrt(telling.reduce((s, [, x]) => s + x * x, 0)), 9);
    }
  });
  test('where the order turns with how fast CO2 leaves, the sentence says so', () => {
    const turns = [6, 20].flatMap((tanMgNL) =>
      [6.6, 7.4].map((pH) =>
        adviseOpening([{ ...after48h, tanMgNL, pH, ghDgh: 3 }], { ...tank, ghDgh: 14 }, who('ordinary'), a),
      ),
    );
    for (const { recommendation: r } of turns)
      if (r.flipsTo)
        expect(r.reason).toContain(`If CO₂ leaves twice as fast, ${r.flipsTo.toLowerCase()} is recommended.`);
      else expect(r.reason).not.toContain('twice as fast');
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
        expect((error as Error).message).toMatch(/[Mm]easure/);
        return;
      }
      computed++;
      for (const m of courses) {
        const figures = [
          m.peakNh3MgNL,
          m.criterionMin,
          m.nh3MinMgNL,
          m.phStep,
          m.bufferStep,
          m.co2FallMgL,
          m.tempStepC,
          m.salinityStep,
          m.ghStep,
        ];
        for (const x of figures) expect(x >= 0 && Number.isFinite(x)).toBe(true);
        expect(m.newShare).toBeGreaterThanOrEqual(-1e-9);
        expect(m.newShare).toBeLessThanOrEqual(1);
      }
      const r = recommend(courses, { tolerance: 'delicate', invertebrate: true, marine: t.salinity > 5 }, a);
      // A bag of breather film that no bucket holds can only be scooped or go straight in.
      expect(r.ranked.length).toBeGreaterThanOrEqual(2);
      for (let i = r.simplest ? 2 : 1; i < r.ranked.length; i++)
        expect(r.ranked[i]!.burden).toBeGreaterThanOrEqual(r.ranked[i - 1]!.burden);
    }),
    { numRuns: 30 },
  );
  expect(computed).toBeGreaterThan(8);
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
