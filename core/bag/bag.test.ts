import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { toleranceLimits, type ToleranceClass } from '@/core/fish/tolerance';
import { dkhToMeqL, N_G_PER_MOL, O2_G_PER_MOL, R_L_KPA } from '@/core/quantities/units';
import { carbonateConstants } from '@/core/water/carbonate-constants';
import { dicFromPh } from '@/core/water/carbonate';
import { timesAcute } from '@/core/water/criteria';
import { closedBag } from './closed';
import { freeSurfaceM2, mostGasAtGroundL, standingBag } from './geometry';
import { atRest, fish, oneBag } from '@/tests/one-bag';
import { simulateBag, type BagContents } from './simulate';
import { firstToFail, limitsFor, safeHours } from './slack';

const STEP_H = 1 / 12;
const steady = (hours: number, tempC: number): Float64Array =>
  new Float64Array(Math.round(hours / STEP_H) + 1).fill(tempC);

const oneFish = oneBag();
const run = (bag: BagContents, tempC: Float64Array, oxygenUse = 1, kL = 0.2, with_ = a) =>
  simulateBag(bag, { tempC, steps: tempC.length, stepH: STEP_H, ...atRest(tempC.length, kL), oxygenUse }, with_);
const ofClass = (tolerance: ToleranceClass, pH = 7.4) =>
  limitsFor(toleranceLimits(tolerance, a), { pH, sea: false }, { cold24C: 15, warm24C: 34, zC: 2 }, a);
const limits = ofClass('ordinary');
const safe = (bag: BagContents, tempC: Float64Array, use = 1, kL = 0.2, of = limits) =>
  safeHours(run(bag, tempC, use, kL), tempC, of, STEP_H);

describe('one fasted 12 g fish, 1 L of water and 2 L of oxygen at 25 °C', () => {
  const t = steady(120, 25);
  const c = run(oneFish, t);
  const at48 = 48 * 12;
  test('after two days it holds what an independent prototype of the same model found', () => {
    expect(c.co2MgL[at48]).toBeGreaterThan(74);
    expect(c.co2MgL[at48]).toBeLessThan(86);
    expect(c.pH[at48]).toBeGreaterThan(6.39);
    expect(c.pH[at48]).toBeLessThan(6.53);
    expect(c.tanMgNL[at48]).toBeCloseTo(10, 0);
    expect(c.nh3MgNL[at48]).toBeGreaterThan(0.01);
    expect(c.nh3MgNL[at48]).toBeLessThan(0.02);
  });
  test('CO2 fails first after about 99 hours, in a bad case after about 66', () => {
    expect(firstToFail(safe(oneFish, t))).toMatchObject({ factor: 'carbon' });
    expect(firstToFail(safe(oneFish, t))!.hours).toBeCloseTo(98, -0.5);
    expect(firstToFail(safe(oneFish, t, 1.47))!.hours).toBeCloseTo(66, -0.5);
  });
  test('with air instead of oxygen, oxygen is the limited by', () => {
    expect(firstToFail(safe({ ...oneFish, oxygenFraction: 0.21 }, t))!.factor).toBe('oxygen');
  });
});

test('a hardy cool-water sleeper with oxygen lives through 52.5 h (common practice, all alive)', () => {
  const t = steady(120, 18);
  const bag = oneBag({ waterL: 1.5, gasL: 3, animals: [fish(1, 15, { metabolismFactor: 0.6, usualC: 20 })] });
  const hours = firstToFail(safe(bag, t, 1.47, 0.2, { ...ofClass('hardy'), cold24C: 6 }));
  expect(hours === null || hours.hours > 52.5).toBe(true);
});

const bags = fc.record({
  count: fc.integer({ min: 1, max: 8 }),
  massG: fc.double({ min: 0.2, max: 30, noNaN: true }),
  waterL: fc.double({ min: 0.3, max: 5, noNaN: true }),
  gasL: fc.double({ min: 0.3, max: 8, noNaN: true }),
  dKH: fc.double({ min: 1, max: 15, noNaN: true }),
  tempC: fc.double({ min: 10, max: 30, noNaN: true }),
});
const bagOf = (b: {
  count: number;
  massG: number;
  waterL: number;
  gasL: number;
  dKH: number;
  tempC: number;
}): BagContents => ({
  ...oneFish,
  waterL: b.waterL,
  gasL: b.gasL,
  pH: 7,
  alkalinityMeqL: dkhToMeqL(b.dKH),
  animals: [fish(b.count, b.massG, { clearingH: 36 })],
});

describe('laws', () => {
  test('oxygen, carbon and nitrogen balance: what the fish used is what came out', () => {
    fc.assert(
      fc.property(bags, (b) => {
        const bag = bagOf(b);
        const t = steady(24, b.tempC);
        const c = run(bag, t);
        const k = carbonateConstants(b.tempC);
        const n = t.length - 1;
        // The first point is what was entered, before the gas took its share: the balance begins at the next.
        const first = 1;
        const gasMol = (i: number): number => (c.gasL[i]! * (101.325 - pw(b.tempC))) / (R_L_KPA * (b.tempC + 273.15));
        const co2Mol = (i: number): number => c.co2MgL[i]! / 44009;
        const co2Gas = (i: number): number => co2Mol(i) * k.gasPerWater * c.gasL[i]!;
        const inert = gasMol(0) * (1 - bag.oxygenFraction - (0.00042 * (1 - bag.oxygenFraction)) / (1 - 0.20946));
        const oxygenWater = (i: number): number => (c.oxygenMgL[i]! / 1000 / O2_G_PER_MOL) * b.waterL;
        const oxygenAll = (i: number): number => gasMol(i) - inert - co2Gas(i) + oxygenWater(i);
        const used = oxygenAll(first) - oxygenAll(n);
        const h = (i: number): number => 10 ** -c.pH[i]!;
        const dic = (i: number): number => co2Mol(i) * (1 + k.K1 / h(i) + (k.K1 * k.K2) / h(i) ** 2) * b.waterL;
        const carbonGained = dic(n) + co2Gas(n) - dic(first) - co2Gas(first);
        // The curves are read with the formulas, the bag with their table, each constant within 2·10⁻⁵: of all there is.
        const all = dic(n) + co2Gas(n) + gasMol(n);
        expect(Math.abs(carbonGained - a.respiratoryQuotient * used)).toBeLessThan(2e-4 * all);
        const nitrogen = ((c.tanMgNL[n]! - c.tanMgNL[first]!) / 1000 / N_G_PER_MOL) * b.waterL;
        expect(nitrogen / used).toBeGreaterThan(a.ammoniaQuotientFasted * 0.98);
        expect(nitrogen / used).toBeLessThan(a.ammoniaQuotientFasted + a.ammoniaQuotientMeal);
      }),
      { numRuns: 40 },
    );
  });
  test('more fish never lengthen the oxygen, CO2 or ammonia hours', () => {
    fc.assert(
      fc.property(bags, (b) => {
        const t = steady(60, b.tempC);
        const few = safe(bagOf(b), t);
        const more = safe(bagOf({ ...b, count: b.count + 1 }), t);
        for (const f of ['oxygen', 'carbon', 'ammonia'] as const)
          expect(more[f] ?? Infinity).toBeLessThanOrEqual((few[f] ?? Infinity) + 1e-9);
      }),
      { numRuns: 40 },
    );
  });
  test('after a day less water holds more ammonia, softer water is more acid, air leaves less oxygen', () => {
    fc.assert(
      fc.property(bags, (b) => {
        const t = steady(24, b.tempC);
        const end = (change: Partial<BagContents>) => {
          const c = run({ ...bagOf(b), ...change }, t);
          return { tan: c.tanMgNL[288]!, pH: c.pH[288]!, oxygen: c.oxygenMgL[288]! };
        };
        const { waterL, alkalinityMeqL } = bagOf(b);
        const as = end({});
        // Where nothing is left to breathe all bags are alike.
        fc.pre(as.oxygen > 0.5);
        expect(end({ waterL: waterL / 2 }).tan).toBeGreaterThan(as.tan);
        expect(end({ alkalinityMeqL: alkalinityMeqL / 2 }).pH).toBeLessThan(as.pH);
        expect(end({ oxygenFraction: 0.21 }).oxygen).toBeLessThan(as.oxygen);
      }),
      { numRuns: 40 },
    );
  });
  test('half the step moves the pH by less than 0.02 and the oxygen by less than 0.5 %', () => {
    const steps = 72 * 48 + 1;
    const tempC = new Float64Array(steps).fill(25);
    const fine = simulateBag(oneFish, { tempC, steps, stepH: 1 / 48, ...atRest(steps), oxygenUse: 1 }, a);
    const c = run(oneFish, steady(72, 25));
    for (const h of [6, 24, 72]) {
      expect(Math.abs(fine.pH[h * 48]! - c.pH[h * 12]!)).toBeLessThan(0.02);
      expect(Math.abs(fine.oxygenMgL[h * 48]! / c.oxygenMgL[h * 12]! - 1)).toBeLessThan(0.005);
    }
  });
  test('a binder takes ammonia up at its rate and as long as it lasts: at rate 0 nothing, at 10 nearly all', () => {
    const t = steady(48, 25);
    const bound = (rate: number, kind: 'chemical' | 'ion-exchange' = 'chemical') =>
      run({ ...oneFish, binder: { capacityMgN: 5, kind } }, t, 1, 0.2, { ...a, binderUptakePerH: rate });
    const free = run(oneFish, t);
    const at12 = 12 * 12;
    expect(bound(0).tanMgNL[at12]).toBeCloseTo(free.tanMgNL[at12]!, 9);
    expect(bound(2).tanMgNL[at12]).toBeLessThan(0.1 * free.tanMgNL[at12]!);
    expect(bound(10).tanMgNL[at12]).toBeLessThan(0.3 * bound(2).tanMgNL[at12]!);
    // What is held up at a rate k under a source s is s/k.
    const perH = (free.tanMgNL[at12]! - free.tanMgNL[at12 - 12]!) / 1;
    expect(bound(2).tanMgNL[at12]! / (perH / 2)).toBeCloseTo(1, 1);
    expect(free.tanMgNL[48 * 12]! - bound(2).tanMgNL[48 * 12]!).toBeCloseTo(5, 1);
    // An ion exchanger leaves the alkalinity that came with the ammonia; a chemical binder takes it.
    expect(bound(2, 'ion-exchange').alkalinityMeqL[at12]).toBeCloseTo(free.alkalinityMeqL[at12]!, 6);
    expect(bound(2).alkalinityMeqL[at12]).toBeLessThan(free.alkalinityMeqL[at12]! - 0.1);
  });
  test('pH at hour 0 is the one that was entered; what the gas changes of it is told', () => {
    const c = run({ ...oneFish, pH: 6.6 }, steady(6, 25));
    expect(c.pH[0]).toBe(6.6);
    expect(c.settledPh).toBeGreaterThan(6.8);
    expect(Math.abs(c.pH[1]! - c.settledPh)).toBeLessThan(0.1);
    expect(run({ ...oneFish, gasL: 0 }, steady(6, 25)).settledPh).toBeCloseTo(7.4, 4);
  });
  test('every tank of a bag keeps its own fast: a fed one beside a fasted one fouls by its own part', () => {
    const t = steady(24, 25);
    const tan = (...animals: BagContents['animals'][number][]): number => run({ ...oneFish, animals }, t).tanMgNL[288]!;
    const fasted = fish(1, 6);
    const fed = fish(1, 6, { hoursSinceMeal: 2 });
    expect(tan(fasted, fed) - (tan(fasted) + tan(fed))).toBeCloseTo(0, 1);
    expect(tan(fed)).toBeGreaterThan(1.3 * tan(fasted));
  });
  test('ammonia as times the acute criterion is that of criteria.ts, for every judge', () => {
    for (const judge of ['fish', 'mollusc', 'both'] as const)
      for (const salinity of [0, 12]) {
        const c = run({ ...oneFish, pH: 7.6, judge, salinity }, steady(30, 23));
        for (const i of [0, 30, 360]) {
          const w = { tanMgNL: c.tanMgNL[i]!, nh3MgNL: c.nh3MgNL[i]!, pH: c.pH[i]!, tempC: 23, salinity };
          expect(c.timesAcute[i]).toBeCloseTo(timesAcute(w, judge), 9);
        }
      }
  });
  test('near anoxia no fish breathes what is not there, and neither gas nor water falls below nothing', () => {
    const c = run({ ...oneFish, oxygenFraction: 0.2095, animals: [fish(6, 12)] }, steady(30, 26));
    expect(Math.min(...c.oxygenMgL)).toBeGreaterThanOrEqual(0);
    expect(c.oxygenMgL[360]).toBeLessThan(0.2);
    // Ammonia stops with breath.
    expect(c.tanMgNL[360]! - c.tanMgNL[300]!).toBeLessThan(0.5 * (c.tanMgNL[60]! - c.tanMgNL[0]!));
  });
  test('water outside 0 to 35 °C is marked, never extrapolated silently', () => {
    expect(run(oneFish, steady(2, 36)).outsideFromStep).toBe(0);
    expect(run(oneFish, steady(2, 25)).outsideFromStep).toBe(-1);
  });
});

test('water that contradicts itself, and no water, are refused', () => {
  expect(() => run({ ...oneFish, waterL: 0 }, steady(1, 25))).toThrow(/more than 0/);
  expect(() => run({ ...oneFish, pH: 11, alkalinityMeqL: 0.1 }, steady(1, 25))).toThrow(/Measure both/);
  expect(dicFromPh(0.0001, 11, 0, carbonateConstants(25))).toBeNull();
});

test('the pH floor never lies above the source pH less 0.3', () => {
  expect(ofClass('delicate', 5.5).phFloor).toBeCloseTo(5.2);
});

test('ammonia counts as the mean of its last hour, from the first full hour on: a spike is no failure, a plateau is', () => {
  const t = steady(12, 25);
  const curves = run(oneFish, t);
  const times = (f: (h: number) => number): void =>
    curves.timesAcute.forEach((_, i) => (curves.timesAcute[i] = f(i * STEP_H)));
  const at = (): number | null => safeHours(curves, t, limits, STEP_H).ammonia;
  times((h) => (Math.abs(h - 6) < 0.01 ? 3 : 0));
  expect(at()).toBeNull();
  times((h) => (h > 6 ? 1 : 0)); // twice the limit: the mean of an hour crosses after half of it
  expect(at()).toBeCloseTo(6.5, 0.5);
  times(() => 0.6);
  expect(at()).toBe(1);
});

describe('the trade’s own bags (common practice), at rest and with one default set of assumptions', () => {
  const surface = (widthCm: number, waterL: number, gasL: number, lies = false): number =>
    freeSurfaceM2({ widthCm, waterL, gasL, lies });
  const lasts = (bag: BagContents, hours: number, tempC: number, tolerance: ToleranceClass, kL = 0.2) => {
    const first = firstToFail(safe(bag, steady(hours, tempC), 1, kL, { ...ofClass(tolerance), cold24C: 4 }));
    expect(first).toBeNull();
  };
  test('a cichlid of 300 g in 2.5 L of water under 9 L of oxygen in a wide bag, overnight', () => {
    const surfaceM2 = surface(38, 2.5, 9);
    lasts(
      oneBag({ waterL: 2.5, gasL: 9, surfaceM2, animals: [fish(1, 300, { metabolismFactor: 0.9 })] }),
      14,
      25,
      'hardy',
    );
  });
  test('three catfish of 2.6 g in 0.8 L with a litre of air, the hour from the shop', () => {
    const surfaceM2 = surface(15, 0.8, 1);
    const animals = [fish(3, 2.6, { metabolismFactor: 0.9, hoursSinceMeal: 20 })];
    lasts(oneBag({ waterL: 0.8, gasL: 1, oxygenFraction: 0.2095, surfaceM2, animals }), 1.5, 25, 'ordinary');
  });
  test('250 guppies in 5 L under 10 L of oxygen, a day', () => {
    const surfaceM2 = surface(38, 5, 10);
    lasts(oneBag({ waterL: 5, gasL: 10, surfaceM2, animals: [fish(250, 0.2, { clearingH: 24 })] }), 24, 24, 'hardy');
  });
  test('snails in a finger of water with air, two days', () => {
    const surfaceM2 = surface(18, 0.2, 1.5);
    const animals = [fish(6, 2, { metabolismFactor: 0.25 })];
    lasts(
      oneBag({ waterL: 0.2, gasL: 1.5, oxygenFraction: 0.2095, surfaceM2, animals, judge: 'mollusc', pH: 7.2 }),
      48,
      22,
      'hardy',
    );
  });
  test('the widest bag earns hours with the same water and gas, and so does one that lies', () => {
    const dense = (surfaceM2: number) => {
      const bag = oneBag({ waterL: 4, gasL: 8, surfaceM2, animals: [fish(40, 6)] });
      return safe(bag, steady(72, 25)).oxygen ?? 72;
    };
    expect(dense(surface(38, 4, 8))).toBeGreaterThan(dense(surface(28, 4, 8)) + 4);
    expect(dense(surface(28, 4, 8, true))).toBeGreaterThan(dense(surface(28, 4, 8)) + 1);
  });
});

test('the free surface is the circle a standing bag opens to, and a chord along a lying one', () => {
  expect(freeSurfaceM2({ widthCm: 20, waterL: 1, gasL: 2, lies: false })).toBeCloseTo(0.0127, 4);
  expect(freeSurfaceM2({ widthCm: 38, waterL: 5, gasL: 9, lies: false })).toBeCloseTo(0.046, 3);
  // Half full, the chord is the diameter, along 3 L / 127 cm².
  expect(freeSurfaceM2({ widthCm: 20, waterL: 1.5, gasL: 1.5, lies: true })).toBeCloseTo((12.732 * 23.562) / 1e4, 5);
  expect(freeSurfaceM2({ widthCm: 20, waterL: 1, gasL: 0, lies: false })).toBe(0);
});

test('a closed bag with much gas may hold more carbon than its water could', () => {
  const bag = { tempC: 25, waterL: 0.5, gasL: 10, alkalinityMeqL: 2, pH: 7.2, tanAddedMmol: 0, gasPco2Atm: 0.0004 };
  const much = closedBag({ ...bag, co2AddedMmol: 250 })!;
  // Half a mole to the litre in all, of which the water holds its share by Henry's law.
  expect(much.co2GasMmol + much.state.dic * 500).toBeCloseTo(250 + much.dic0MmolL * 0.5 + 0.16, 0);
  expect(much.state.dic).toBeLessThan(0.05);
  expect(() => closedBag({ ...bag, gasL: 0, co2AddedMmol: 250 })).toThrow(RangeError);
});

test('a bag full of water holds no gas', () => {
  const full = { bagL: 3, waterL: 3, groundKPa: 101.325, lowKPa: 75, tempC: 25 };
  expect(mostGasAtGroundL(full)).toEqual({ dryL: 0, moistL: 0 });
  expect(() => mostGasAtGroundL({ ...full, waterL: 3.1 })).toThrow(/no room left/);
});

test('three litres in an 18 cm bag stand 11.5 cm wide', () => {
  const s = standingBag({ widthCm: 18, heightCm: 40, waterL: 1, gasL: 2, neckCm: 4 });
  expect(s.diameterCm).toBeCloseTo(11.46, 2);
  expect(s.heightCm).toBeCloseTo(3000 / ((Math.PI * 11.459 ** 2) / 4) + 4, 1);
});

function pw(t: number): number {
  return Math.exp(11.8571 - 3840.7 / (t + 273.15) - 216961 / (t + 273.15) ** 2) * 101.325;
}

test('a bag that is sealed later is the same bag, later', () => {
  const hours = 48;
  const late = 6.2;
  const first = run(oneFish, steady(hours, 24));
  const second = run({ ...oneFish, sealedAtH: late }, steady(hours, 24));
  const by = Math.floor(late / STEP_H + 1e-6);
  for (const curve of ['pH', 'oxygenMgL', 'co2MgL', 'tanMgNL', 'gasL', 'timesAcute'] as const) {
    expect(second[curve][by + 400]).toBeCloseTo(first[curve][400]!, 6);
    for (const i of [0, 30, by]) expect(second[curve][i]).toBe(first[curve][0]);
  }
});
