import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { toleranceLimits } from '@/core/fish/tolerance';
import type { BagCurves } from './simulate';
import { factors, firstToFail, limitsFor, safeHours, usedShare, type BagLimits, type SafeHours } from './slack';

const limits: BagLimits = {
  oxygenKPa: 5,
  co2MgL: 100,
  phFloor: 5.5,
  phSoft: 6.5,
  nh3MgNL: 0.1,
  tempHardMinC: 18,
  tempHardMaxC: 30,
};
/** Curves that keep well within every limit for n steps, but where a test says otherwise. */
function calm(n: number, change: Partial<Record<keyof BagCurves, number[]>> = {}): BagCurves {
  const level = { oxygenKPa: 20, co2MgL: 10, pH: 7, nh3MgNL: 0.01 } as Partial<Record<keyof BagCurves, number>>;
  return Object.fromEntries(
    (['oxygenKPa', 'co2MgL', 'pH', 'nh3MgNL'] as const).map((k) => [
      k,
      Float64Array.from({ length: n }, (_, i) => change[k]?.[i] ?? level[k]!),
    ]),
  ) as unknown as BagCurves;
}
const at = (n: number, ...values: number[]): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => values[i] ?? 24);
const hours = (curves: BagCurves, tempC: Float64Array, stepH = 0.5, meanH = 0.5): SafeHours =>
  safeHours(curves, tempC, limits, stepH, meanH);

describe('limits of a bag', () => {
  const t = toleranceLimits('ordinary', a);
  const band = { hardMinC: 16, hardMaxC: 31 };
  test('are those of its class and of its band, the acid ones by the water it came from', () => {
    expect(limitsFor(t, 7.4, band, 0.3)).toEqual({
      oxygenKPa: t.oxygenKPa,
      co2MgL: t.co2MgL,
      nh3MgNL: t.nh3MgNL,
      phFloor: t.phFloor,
      phSoft: 7.4 - t.phFallSoft,
      tempHardMinC: 16,
      tempHardMaxC: 31,
    });
  });
  test('from acid water the floor lies below the source, never at it', () => {
    expect(limitsFor(t, 5.2, band, 0.3).phFloor).toBeCloseTo(4.9, 12);
  });
});

describe('the first hour beyond a limit', () => {
  test('nothing fails where nothing crosses, and a curve that touches its limit has not crossed it', () => {
    const none = { ammonia: null, temperature: null, carbon: null, oxygen: null };
    expect(hours(calm(8), at(8))).toEqual(none);
    expect(hours(calm(8, { oxygenKPa: Array(8).fill(5), co2MgL: Array(8).fill(100) }), at(8, 18, 30))).toEqual(none);
  });

  test.each<[string, Partial<Record<keyof BagCurves, number[]>>, number[], Partial<SafeHours>]>([
    ['oxygen that falls from 7 to 3 crosses 5 halfway', { oxygenKPa: [9, 7, 3, 3] }, [], { oxygen: 0.75 }],
    ['CO2 that rises from 60 to 140 crosses 100 halfway', { co2MgL: [20, 60, 140, 140] }, [], { carbon: 0.75 }],
    ['acid that falls from 6 to 5 crosses 5.5 halfway', { pH: [7, 6, 5, 5] }, [], { carbon: 0.75 }],
    ['ammonia that rises from 0.05 to 0.15', { nh3MgNL: [0.02, 0.05, 0.15, 0.15] }, [], { ammonia: 0.75 }],
    ['cold', {}, [24, 20, 16, 16], { temperature: 0.75 }],
    ['heat', {}, [24, 28, 32, 32], { temperature: 0.75 }],
  ])('%s', (_, change, temps, expected) => {
    const out = hours(calm(4, change), at(4, ...temps));
    for (const f of factors)
      if (f in expected) expect(out[f]).toBeCloseTo(expected[f]!, 12);
      else expect(out[f]).toBeNull();
  });

  test('a limit that is broken at sealing fails at hour 0', () => {
    expect(hours(calm(3, { oxygenKPa: [2, 9, 9] }), at(3, 10)).oxygen).toBe(0);
    expect(hours(calm(3), at(3, 10)).temperature).toBe(0);
  });

  test('is the first, though the curve comes back and crosses again', () => {
    expect(hours(calm(6, { oxygenKPa: [7, 3, 7, 7, 3, 3] }), at(6)).oxygen).toBeCloseTo(0.25, 12);
  });

  test('CO2 and acid are one factor: the sooner of the two counts', () => {
    const both = calm(5, { co2MgL: [10, 10, 90, 110, 110], pH: [7, 6, 5, 5, 5] });
    expect(hours(both, at(5)).carbon).toBeCloseTo(0.75, 12);
  });

  test('only the steps that are asked for are looked at', () => {
    const late = calm(10, { oxygenKPa: [20, 20, 20, 20, 20, 20, 1, 1, 1, 1] });
    expect(safeHours(late, at(10), limits, 1, 1, 6).oxygen).toBeNull();
    expect(safeHours(late, at(10), limits, 1, 1, 7).oxygen).not.toBeNull();
  });

  test('ammonia is the mean of its last two hours, and of what there is before them (against a mean by hand)', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 0.3, noNaN: true }), { minLength: 12, maxLength: 40 }), (nh3) => {
        const stepH = 0.5;
        const mean = nh3.map((_, i) => {
          const last = nh3.slice(Math.max(0, i - 3), i + 1);
          return last.reduce((s, x) => s + x, 0) / last.length;
        });
        const out = safeHours(calm(nh3.length, { nh3MgNL: nh3 }), at(nh3.length), limits, stepH, 2).ammonia;
        const i = mean.findIndex((m) => m > 0.1 + 1e-9);
        if (i < 0) return expect(out === null || mean.some((m) => Math.abs(m - 0.1) < 1e-6)).toBe(true);
        const whole = i === 0 ? 0 : (i - 1 + (0.1 - mean[i - 1]!) / (mean[i]! - mean[i - 1]!)) * stepH;
        expect(out).toBeCloseTo(whole, 5);
      }),
      { numRuns: 60 },
    );
  });

  test('a tighter limit never gives more hours (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 30, noNaN: true }), { minLength: 5, maxLength: 30 }),
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        (kpa, tighter) => {
          const curves = calm(kpa.length, { oxygenKPa: kpa });
          const wide = safeHours(curves, at(kpa.length), limits, 1, 1).oxygen ?? Infinity;
          const tight = safeHours(curves, at(kpa.length), { ...limits, oxygenKPa: 5 + tighter }, 1, 1).oxygen;
          expect(tight ?? Infinity).toBeLessThanOrEqual(wide);
        },
      ),
    );
  });
});

describe('what fails first', () => {
  test('is the least of the hours, and nothing where nothing fails', () => {
    expect(firstToFail({ ammonia: 40, temperature: 12, carbon: 30, oxygen: 90 })).toEqual({
      factor: 'temperature',
      hours: 12,
    });
    expect(firstToFail({ ammonia: null, temperature: null, carbon: null, oxygen: 5 })?.factor).toBe('oxygen');
    expect(firstToFail({ ammonia: null, temperature: null, carbon: null, oxygen: null })).toBeNull();
  });
  test('of two at the same hour it is the one that stands first in every list', () => {
    expect(firstToFail({ ammonia: 8, temperature: 8, carbon: 8, oxygen: 8 })?.factor).toBe(factors[0]);
  });
});

describe('how much of a limit is used', () => {
  const bag = {
    curves: calm(2, { oxygenKPa: [20, 10], co2MgL: [10, 50], pH: [7, 6.25], nh3MgNL: [0.01, 0.05] }),
    tempC: at(2, 24, 27),
    limits,
  };
  test.each([
    ['oxygen', 0.5],
    ['ammonia', 0.5],
    ['temperature', 0.5],
    ['carbon', 0.5],
  ] as const)('%s at half its limit is a half', (factor, share) => {
    expect(usedShare(factor, bag, 1)).toBeCloseTo(share, 12);
  });
  test('is 1 where the limit is met, on either side of the band', () => {
    const edge = { ...bag, curves: calm(1, { oxygenKPa: [5], co2MgL: [100], nh3MgNL: [0.1] }) };
    for (const f of ['oxygen', 'ammonia', 'carbon'] as const) expect(usedShare(f, edge, 0)).toBeCloseTo(1, 12);
    for (const t of [18, 30]) expect(usedShare('temperature', { ...edge, tempC: at(1, t) }, 0)).toBeCloseTo(1, 12);
    expect(usedShare('temperature', { ...edge, tempC: at(1, 24) }, 0)).toBe(0);
  });
  test('the worse of CO2 and acid counts; no oxygen at all is a large figure, not an infinite one', () => {
    const gas = { ...bag, curves: calm(2, { co2MgL: [10, 90], pH: [7, 6.9] }) };
    const acid = { ...bag, curves: calm(2, { co2MgL: [10, 20], pH: [7, 5.8] }) };
    expect(usedShare('carbon', gas, 1)).toBeCloseTo(0.9, 12);
    expect(usedShare('carbon', acid, 1)).toBeCloseTo(0.8, 12);
    expect(usedShare('oxygen', { ...bag, curves: calm(1, { oxygenKPa: [0] }) }, 0)).toBeCloseTo(50, 12);
  });
});
