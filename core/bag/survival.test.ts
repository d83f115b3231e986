import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { aliveShare, severityOf, shareBeyond, shareThatDies } from './survival';
import { factors, type BagLimits } from './slack';
import type { BagCurves } from './simulate';

test('at a limit one to eight in a hundred die, at s50 half, far beyond nearly all', () => {
  for (const f of factors) {
    expect(shareThatDies(f, 1, a)).toBeGreaterThan(0.01);
    expect(shareThatDies(f, 1, a)).toBeLessThan(0.085);
    expect(shareThatDies(f, 20, a)).toBeGreaterThan(0.999);
    expect(shareThatDies(f, 0, a)).toBe(0);
  }
  expect(shareBeyond(3, 3)).toBeCloseTo(0.5, 12);
});

test('more of anything never leaves more alive', () => {
  const severity = fc.record({
    oxygen: fc.double({ min: 0, max: 6, noNaN: true }),
    carbon: fc.double({ min: 0, max: 6, noNaN: true }),
    ammonia: fc.double({ min: 0, max: 6, noNaN: true }),
    temperature: fc.double({ min: 0, max: 6, noNaN: true }),
  });
  fc.assert(
    fc.property(severity, fc.constantFrom(...factors), fc.double({ min: 0, max: 2, noNaN: true }), (s, f, more) => {
      expect(aliveShare({ ...s, [f]: s[f] + more }, a)).toBeLessThanOrEqual(aliveShare(s, a) + 1e-12);
    }),
  );
});

test('severities are read off the curves: the worst half hour of oxygen, the worst hour of ammonia, the most CO2', () => {
  const of = (...v: number[]): Float64Array => Float64Array.from(v);
  const curves = {
    co2MgL: of(10, 60, 200, 50),
    oxygenMeanKPa: of(20, 16, 4, 12),
    timesAcute: of(0, 0.2, 0.6, 1),
  } as unknown as BagCurves;
  const limits = { oxygenKPa: 8, oxygenMeanH: 0.5, co2MgL: 100, timesAcute: 0.5, ammoniaMeanH: 1 } as BagLimits;
  expect(severityOf({ curves, dose: 0.7, limits }, 4, 0.5)).toEqual({
    temperature: 0.7,
    carbon: 2,
    oxygen: 2,
    // Mean of the last hour: (0.4 + 0.8)/2 over 0.5.
    ammonia: expect.closeTo(1.2, 12) as number,
  });
  // Only up to the opening.
  expect(severityOf({ curves, dose: 0.7, limits }, 2, 0.5).carbon).toBe(0.6);
});
