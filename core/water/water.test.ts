import fc from 'fast-check';
import { ammoniaIsExtrapolated, ammoniaPKa, unionizedFraction } from './ammonia';
import { activityOf, dicFromPh, solveCarbonate } from './carbonate';
import { carbonateConstants, seaBorateAndWater } from './carbonate-constants';
import { ammoniaCriteria, criterionPh, timesAcute } from './criteria';
import { oxygenMgLPerKPa, oxygenPartialKPa, oxygenSaturationAt1Atm } from './oxygen';
import { WaterTable } from './table';

describe('ammonia', () => {
  test('the table printed by Emerson et al. in 1975 is met within the 0.4 % of their rounded Kelvin offset', () => {
    for (const [t, pH, percent] of [
      [25, 8.0, 5.38],
      [20, 7.0, 0.396],
    ] as const) {
      expect(Math.abs((unionizedFraction(t, pH) * 100) / percent - 1)).toBeLessThan(0.005);
    }
  });
  test('8 mg N/L at 25 °C is 0.014 mg/L un-ionized at pH 6.5 and 0.43 at pH 8.0 (common practice arithmetic)', () => {
    expect(8 * unionizedFraction(25, 6.5)).toBeCloseTo(0.014, 3);
    expect(8 * unionizedFraction(25, 8)).toBeCloseTo(0.43, 2);
  });
  test('between fresh water and salinity 5 the pKa has no jump', () => {
    expect(ammoniaPKa(25, 4.9999)).toBeCloseTo(ammoniaPKa(25, 5), 5);
    expect(ammoniaPKa(25, 0.0001)).toBeCloseTo(ammoniaPKa(25, 0), 5);
    expect(ammoniaIsExtrapolated(25, 3)).toBe(true);
    expect(ammoniaIsExtrapolated(20, 35)).toBe(false);
  });
  test('outside 0–35 °C or salinity 42 it throws instead of guessing', () => {
    for (const [t, s] of [
      [-1, 0],
      [36, 0],
      [25, 43],
      [NaN, 0],
    ] as const)
      expect(() => ammoniaPKa(t, s)).toThrow(RangeError);
  });
});

describe('oxygen', () => {
  test('a litre of oxygen-filled headspace at 25 °C holds the water near 39 mg/L', () => {
    expect(oxygenPartialKPa(1, 101.325, 25) * oxygenMgLPerKPa(25)).toBeCloseTo(39.45, 1);
  });
  test('the remembered table of APHA 4500-O is met: 14.621, 11.288, 9.092, 8.263, 7.559 mg/L', () => {
    for (const [t, mgL] of [
      [0, 14.621],
      [10, 11.288],
      [20, 9.092],
      [25, 8.263],
      [30, 7.559],
    ] as const)
      expect(oxygenSaturationAt1Atm(t)).toBeCloseTo(mgL, 3);
  });
});

describe('carbonate system', () => {
  const any = fc.record({
    alk: fc.double({ min: 0, max: 0.01, noNaN: true }),
    tan: fc.double({ min: 0, max: 0.005, noNaN: true }),
    total: fc.double({ min: 0, max: 0.04, noNaN: true }),
    tempC: fc.double({ min: 0, max: 35, noNaN: true }),
    salinity: fc.double({ min: 0, max: 42, noNaN: true }),
    gasRatio: fc.double({ min: 0, max: 6, noNaN: true }),
  });
  test('every water in range is solved: pH finite, alkalinity and carbon close', () => {
    fc.assert(
      fc.property(any, (w) => {
        const k = carbonateConstants(w.tempC, w.salinity);
        const s = solveCarbonate(w.alk, w.tan, { total: w.total, gasRatio: w.gasRatio }, k);
        const h = 10 ** -s.pH;
        const borate = k.borate === 0 ? 0 : (k.borate * k.KB) / (k.KB + h);
        const alk = s.hco3 + 2 * s.co3 + k.Kw / h - h + s.nh3 + borate;
        expect(Number.isFinite(s.pH)).toBe(true);
        expect(Math.abs(alk - w.alk)).toBeLessThan(1e-9 + 1e-6 * w.alk);
        expect(Math.abs(s.dic + s.co2 * k.gasPerWater * w.gasRatio - w.total)).toBeLessThan(1e-12 + 1e-9 * w.total);
      }),
      { numRuns: 400 },
    );
  });
  test('CO2 given, up to 1 atm, is solved at every temperature and salinity, with Davies activities too', () => {
    const given = fc.record({
      alk: fc.double({ min: 0, max: 0.01, noNaN: true }),
      tan: fc.double({ min: 0, max: 0.005, noNaN: true }),
      atm: fc.double({ min: 0, max: 1, noNaN: true }),
      tempC: fc.double({ min: 0, max: 35, noNaN: true }),
      salinity: fc.oneof(fc.constant(0), fc.double({ min: 0, max: 42, noNaN: true })),
      corrected: fc.boolean(),
    });
    fc.assert(
      fc.property(given, (w) => {
        const k = carbonateConstants(w.tempC, w.salinity);
        const activity = activityOf(w.tempC, w.salinity, w.alk, w.corrected);
        const s = solveCarbonate(w.alk, w.tan, { co2: w.atm * k.K0 }, k, activity);
        const h = 10 ** -s.pH;
        const borate = k.borate === 0 ? 0 : (k.borate * k.KB) / (k.KB + h);
        const alk = s.hco3 + 2 * s.co3 + k.Kw / (h * activity.gamma1) - h / activity.gamma1 + s.nh3 + borate;
        expect(Number.isFinite(s.pH)).toBe(true);
        expect(Math.abs(alk - w.alk)).toBeLessThan(1e-9 + 1e-6 * w.alk);
      }),
      { numRuns: 400 },
    );
  });
  test('an activity correction lowers the pH of a hard water by less than a tenth', () => {
    const k = carbonateConstants(25);
    const at = (corrected: boolean): number =>
      solveCarbonate(0.003, 0, { total: 0.0033 }, k, activityOf(25, 0, 0.003, corrected)).pH;
    expect(at(false) - at(true)).toBeGreaterThan(0.01);
    expect(at(false) - at(true)).toBeLessThan(0.1);
  });
  test('beyond what fish waters are, a sentence instead of a number', () => {
    const k = carbonateConstants(25);
    for (const [alk, tan, total] of [
      [0.03, 0, 0.001],
      [0.001, 0.02, 0.001],
      [0.001, 0, 0.5],
      [NaN, 0, 0.001],
    ] as const)
      expect(() => solveCarbonate(alk, tan, { total }, k)).toThrow(/must lie between/);
  });
  test('CO2 up to 1 atm is solved', () => {
    const k = carbonateConstants(25);
    const s = solveCarbonate(0.002, 0, { co2: k.K0 }, k);
    expect(s.pH).toBeGreaterThan(4);
    expect(s.pH).toBeLessThan(5.5);
  });
  test('pH to carbon and back is the same pH', () => {
    const k = carbonateConstants(25, 34);
    const dic = dicFromPh(0.0025, 8.1, 0.0001, k)!;
    expect(solveCarbonate(0.0025, 0.0001, { total: dic }, k).pH).toBeCloseTo(8.1, 8);
  });
  test('a pH that the hardness cannot hold is null, negative input throws', () => {
    expect(dicFromPh(0.0001, 11, 0, carbonateConstants(25))).toBeNull();
    expect(() => solveCarbonate(0.001, -1, { total: 0.001 }, carbonateConstants(25))).toThrow(RangeError);
  });
  test('borate and water constants meet the check values of Dickson’s Guide 2007 at 25 °C, S 35 (from memory)', () => {
    const k = seaBorateAndWater(25, 35);
    expect(-k.pKB * Math.LN10).toBeCloseTo(-19.7964, 3);
    expect(-k.pKw * Math.LN10).toBeCloseTo(-30.434, 2);
  });
  test('sea water of 2.3 meq/L at 8.1 holds about 2 mmol/L of carbon', () => {
    const dic = dicFromPh(0.0023 * 1.023, 8.1, 0, carbonateConstants(25, 35))!;
    expect(dic * 1000).toBeGreaterThan(1.9);
    expect(dic * 1000).toBeLessThan(2.1);
  });
  test('the table of constants stays within 2e-5 of the formulas', () => {
    for (const s of [0, 12, 34]) {
      const table = new WaterTable(s);
      for (const t of [0, 0.05, 7.33, 24.95, 34.99, 35]) {
        const exact = carbonateConstants(t, s);
        const read = table.at(t);
        for (const key of ['K1', 'K2', 'Kw', 'Ka', 'K0', 'gasPerWater'] as const)
          expect(Math.abs(read[key] / exact[key] - 1)).toBeLessThan(2e-5);
      }
    }
  });
});

describe('criteria', () => {
  test('pH 7 and 20 °C give 17 and 1.9 mg N/L as the US EPA 2013 headline says', () => {
    const c = ammoniaCriteria(7, 20);
    expect(Math.round(c.acuteMgNL)).toBe(17);
    expect(c.chronicMgNL).toBeCloseTo(1.9, 1);
  });
  test('below pH 6.5 the criterion of 6.5 is used; sea water is judged on un-ionized', () => {
    expect(criterionPh(6)).toBe(6.5);
    expect(timesAcute({ tanMgNL: 5, nh3MgNL: 0.233, pH: 8, tempC: 25, salinity: 34 })).toBeCloseTo(1, 9);
  });
});
