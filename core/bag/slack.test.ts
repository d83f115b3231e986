import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { toleranceLimits } from '@/core/fish/tolerance';
import type { BagCurves } from './simulate';
import {
  factors,
  firstBeyond,
  firstToFail,
  limitsFor,
  safeHours,
  trailingMean,
  usedShare,
  type BagLimits,
  type SafeHours,
} from './slack';

const limits: BagLimits = {
  oxygenKPa: 5,
  co2MgL: 100,
  phFloor: 5.5,
  phSoft: 6.5,
  timesAcute: 0.5,
  oxygenMeanH: 0.5,
  ammoniaMeanH: 0.5,
  cold24C: 18,
  warm24C: 30,
  zC: 2,
};
/** Curves that keep well within every limit for n steps, but where a test says otherwise. */
function calm(n: number, change: Partial<Record<keyof BagCurves, number[]>> = {}): BagCurves {
  const level = { oxygenKPa: 20, co2MgL: 10, pH: 7, timesAcute: 0.01 } as Partial<Record<keyof BagCurves, number>>;
  const points = Object.fromEntries(
    (['oxygenKPa', 'co2MgL', 'pH', 'timesAcute'] as const).map((k) => [
      k,
      Float64Array.from({ length: n }, (_, i) => change[k]?.[i] ?? level[k]!),
    ]),
  ) as unknown as BagCurves;
  const { oxygenKPa } = points;
  return { ...points, oxygenMeanKPa: oxygenKPa.map((v, i) => (v + oxygenKPa[Math.max(0, i - 1)]!) / 2) };
}
const at = (n: number, ...values: number[]): Float64Array =>
  Float64Array.from({ length: n }, (_, i) => values[i] ?? 24);
const hours = (curves: BagCurves, tempC: Float64Array, stepH = 0.5): SafeHours =>
  safeHours(curves, tempC, limits, stepH);

describe('limits of a bag', () => {
  const t = toleranceLimits('ordinary', a);
  const band = { cold24C: 16, warm24C: 31, zC: 2 };
  test('are those of its class and of its band, the acid ones by the water it came from', () => {
    expect(limitsFor(t, { pH: 7.4, sea: false }, band, a)).toEqual({
      oxygenKPa: t.oxygenKPa,
      oxygenMeanH: 0.5,
      co2MgL: t.co2MgL,
      timesAcute: t.timesAcute,
      ammoniaMeanH: 1,
      phFloor: t.phFloor,
      phSoft: 7.4 - t.phFallSoft,
      ...band,
    });
    expect(limitsFor(t, { pH: 8.1, sea: true }, band, a).co2MgL).toBe(60);
  });
  test('from acid water the floor lies below the source, never at it', () => {
    expect(limitsFor(t, { pH: 5.2, sea: false }, band, a).phFloor).toBeCloseTo(4.9, 12);
  });
});

describe('the first hour beyond a limit', () => {
  test('nothing fails where nothing crosses, and a curve that touches its limit has not crossed it', () => {
    const none = { ammonia: null, temperature: null, carbon: null, oxygen: null };
    expect(hours(calm(8), at(8))).toEqual(none);
    expect(hours(calm(8, { oxygenKPa: Array(8).fill(5), co2MgL: Array(8).fill(100) }), at(8))).toEqual(none);
  });

  test.each<[string, Partial<Record<keyof BagCurves, number[]>>, Partial<SafeHours>]>([
    // Means of half an hour, which is one step: 9→7 is 8, 7→3 is 5, 3→3 is 3.
    [
      'oxygen as the mean of its last half hour',
      { oxygenKPa: [9, 7, 3.5, 2.5, 2.5] },
      { oxygen: 1 + (0.5 * 0.25) / 2.25 },
    ],
    ['ammonia as the mean of its window', { timesAcute: [0, 0.2, 0.6, 1, 1] }, { ammonia: 1 + (0.5 * 0.1) / 0.4 }],
    ['CO2 that rises from 60 to 140 crosses 100 halfway', { co2MgL: [20, 60, 140, 140] }, { carbon: 0.75 }],
    ['acid that falls from 6 to 5 crosses 5.5 halfway', { pH: [7, 6, 5, 5] }, { carbon: 0.75 }],
  ])('%s', (_, change, expected) => {
    const out = hours(calm(5, change), at(5));
    for (const f of factors)
      if (f in expected) expect(out[f]).toBeCloseTo(expected[f]!, 12);
      else expect(out[f]).toBeNull();
  });

  test('a day at its 24 h limit is all it tolerates, on either side; two degrees beyond a tenth of that (z = 2)', () => {
    const held = (tempC: number) => hours(calm(80), new Float64Array(80).fill(tempC)).temperature;
    for (const edge of [18, 30]) expect(held(edge)).toBeCloseTo(24, 3);
    for (const beyond of [16, 32]) expect(held(beyond)).toBeCloseTo(2.4, 3);
    expect(held(24)).toBeNull();
  });

  test('means are judged from their first full window on, CO2 and acid at once', () => {
    expect(hours(calm(5, { oxygenKPa: [1, 1, 9, 9, 9] }), at(5)).oxygen).toBe(0.5);
    expect(hours(calm(3, { co2MgL: [120, 9, 9] }), at(3)).carbon).toBe(0);
  });

  test('is the first, though the curve comes back and crosses again', () => {
    expect(hours(calm(6, { co2MgL: [60, 140, 60, 60, 140, 140] }), at(6)).carbon).toBeCloseTo(0.25, 12);
  });

  test('CO2 and acid are one factor: the sooner of the two counts', () => {
    const both = calm(5, { co2MgL: [10, 10, 90, 110, 110], pH: [7, 6, 5, 5, 5] });
    expect(hours(both, at(5)).carbon).toBeCloseTo(0.75, 12);
  });

  test('only the steps that are asked for are looked at', () => {
    const late = calm(10, { oxygenKPa: [20, 20, 20, 20, 20, 20, 1, 1, 1, 1] });
    expect(safeHours(late, at(10), limits, 1, 7).oxygen).toBeNull();
    expect(safeHours(late, at(10), limits, 1, 8).oxygen).not.toBeNull();
  });

  test('a trailing mean is the area of its window, and none before the first (against areas by hand)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 3, noNaN: true }), { minLength: 6, maxLength: 40 }),
        fc.integer({ min: 1, max: 4 }),
        (values, width) => {
          const means = trailingMean(Float64Array.from(values), values.length, width);
          values.forEach((_, i) => {
            if (i < width) return expect(means[i]).toBeNaN();
            const window = values.slice(i - width, i + 1);
            const area = window.slice(1).reduce((s, v, j) => s + (v + window[j]!) / 2, 0);
            expect(means[i]).toBeCloseTo(area / width, 9);
          });
          const over = firstBeyond(
            means.map((m) => m - 0.5),
            0.25,
          );
          const limit = { ...limits, timesAcute: 0.5, ammoniaMeanH: 0.25 * width };
          const found = safeHours(calm(values.length, { timesAcute: values }), at(values.length), limit, 0.25).ammonia;
          if (over === null) expect(found).toBeNull();
          else if (means[width]! > 0.5) expect(found).toBe(width * 0.25);
          else expect(found).toBeCloseTo(over, 6);
        },
      ),
      { numRuns: 80 },
    );
  });

  test('a tighter limit never gives more hours (property)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 30, noNaN: true }), { minLength: 5, maxLength: 30 }),
        fc.double({ min: 0.1, max: 8, noNaN: true }),
        (kpa, tighter) => {
          const curves = calm(kpa.length, { oxygenKPa: kpa });
          const wide = safeHours(curves, at(kpa.length), limits, 1).oxygen ?? Infinity;
          const tight = safeHours(curves, at(kpa.length), { ...limits, oxygenKPa: 5 + tighter }, 1).oxygen;
          expect(tight ?? Infinity).toBeLessThanOrEqual(wide + 1e-9);
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
    curves: calm(2, { oxygenKPa: [20, 10], co2MgL: [10, 50], pH: [7, 6.25], timesAcute: [0.1, 0.25] }),
    dose: [0, 0.5],
    limits,
  };
  test.each(['oxygen', 'ammonia', 'temperature', 'carbon'] as const)('%s at half its limit is a half', (factor) => {
    expect(usedShare(factor, bag, 1)).toBeCloseTo(0.5, 12);
  });
  test('the worse of CO2 and acid counts; no oxygen at all is a large figure, not an infinite one', () => {
    const gas = { ...bag, curves: calm(2, { co2MgL: [10, 90], pH: [7, 6.9] }) };
    const acid = { ...bag, curves: calm(2, { co2MgL: [10, 20], pH: [7, 5.8] }) };
    expect(usedShare('carbon', gas, 1)).toBeCloseTo(0.9, 12);
    expect(usedShare('carbon', acid, 1)).toBeCloseTo(0.8, 12);
    expect(usedShare('oxygen', { ...bag, curves: calm(1, { oxygenKPa: [0] }) }, 0)).toBeCloseTo(50, 12);
  });
});
