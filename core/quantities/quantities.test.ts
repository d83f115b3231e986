import { wilson } from './wilson';
import fc from 'fast-check';
import { expNear, logNear } from './fast-math';
import * as u from './units';

describe('units there and back', () => {
  const any = fc.double({ min: 0.01, max: 500, noNaN: true });
  test('Fahrenheit, °dKH and ppm come back as they went', () => {
    fc.assert(
      fc.property(any, (x) => {
        expect(u.fahrenheitToC(u.celsiusToF(x))).toBeCloseTo(x, 9);
        expect(u.meqLToDkh(u.dkhToMeqL(x))).toBeCloseTo(x, 9);
        expect(u.ppmCaCO3ToMeqL(u.meqLToPpmCaCO3(x))).toBeCloseTo(x, 9);
      }),
    );
  });
  test('the figures of the trade: a dKH is 0.357 meq/L, a milliequivalent 50 ppm, six drops of 17.9 pass 100', () => {
    expect(u.dkhToMeqL(1)).toBeCloseTo(0.357, 3);
    expect(u.meqLToPpmCaCO3(1)).toBeCloseTo(50.04, 2);
    expect(6 * u.dghToPpmCaCO3(1)).toBeGreaterThan(100);
    expect(5 * u.dghToPpmCaCO3(1)).toBeLessThan(100);
    // "3 lb per 100 US gallons" is 0.36 %, and 0.30 % is 2.5 lb: trade arithmetic to catch.
    expect(u.poundsPer100GalToGPerL(3) / 10).toBeCloseTo(0.36, 2);
    expect(u.percentToPoundsPer100Gal(0.3)).toBeCloseTo(2.5, 1);
    // 3 mil are 0.076 mm, not 3 mm.
    expect(3 * u.MM_PER_MIL).toBeCloseTo(0.076, 3);
  });
});

describe('small steps', () => {
  test('the series stay within what they promise, and meet the library where they end', () => {
    fc.assert(
      fc.property(fc.double({ min: -0.5, max: 0.5, noNaN: true }), (x) => {
        expect(Math.abs(expNear(x) / Math.exp(x) - 1)).toBeLessThan(2e-9);
        expect(Math.abs(logNear(x) - Math.log1p(x))).toBeLessThan(3e-9);
      }),
      { numRuns: 500 },
    );
    expect(expNear(5)).toBe(Math.exp(5));
  });
});

describe('the interval of a share (Wilson 1927)', () => {
  test('agrees with its roots: the share lies z standard errors from either end', () => {
    const z = 1.6448536;
    for (const [k, n] of [
      [2, 31],
      [5, 10],
      [30, 31],
    ] as const) {
      const { low, high } = wilson(k, n);
      for (const p of [low, high]) expect(Math.abs(k / n - p)).toBeCloseTo(z * Math.sqrt((p * (1 - p)) / n), 9);
    }
  });
  test('none of ten is not none for ever; of nothing, nothing is known', () => {
    expect(wilson(0, 10).low).toBe(0);
    expect(wilson(0, 10).high).toBeCloseTo(0.213, 3);
    expect(wilson(0, 0)).toEqual({ low: 0, high: 1 });
  });
});
