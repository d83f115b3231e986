import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { bearsFor24h, criticalC } from '@/core/catalogue/species-row';
import { doseOfCurve, harmPerH, thermalDose } from './thermal-dose';
import { ammoniaJudgeOf, thermalLimitsOf } from './tolerance';

const limits = { cold24C: 17, warm24C: 32, zC: 2 };
const curve = (n: number, of: (i: number) => number): Float64Array => Float64Array.from({ length: n }, (_, i) => of(i));

describe('temperature as a dose', () => {
  test('the anchors of the house: a day at the limit, 7.6 h one degree beyond, 2.4 h two, a quarter of an hour four, 43 h half a degree inside', () => {
    for (const [beyond, hours] of [
      [0, 24],
      [1, 7.59],
      [2, 2.4],
      [4, 0.24],
      [-0.5, 42.7],
    ] as const)
      expect(
        doseOfCurve(
          [
            [0, 32 + beyond],
            [90, 32 + beyond],
          ],
          limits,
        ).fatalH,
      ).toBeCloseTo(hours, 1);
  });
  test('a curve by its points, by its corners and by a million little pieces is the same dose', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 10, max: 36, noNaN: true }), { minLength: 2, maxLength: 12 }), (temps) => {
        const stepH = 0.5;
        const points = temps.map((t, i): [number, number] => [i * stepH, t]);
        const { dose, fatalH } = doseOfCurve(points, limits);
        let sum = 0;
        const PIECES = 400;
        for (let i = 1; i < temps.length; i++)
          for (let k = 0; k < PIECES; k++) {
            const t = temps[i - 1]! + ((temps[i]! - temps[i - 1]!) * (k + 0.5)) / PIECES;
            sum += (harmPerH(t, limits) * stepH) / PIECES;
          }
        expect(Math.abs(dose / sum - 1)).toBeLessThan(1e-3);
        const out = new Float64Array(temps.length);
        const first = thermalDose(Float64Array.from(temps), temps.length, stepH, limits, out);
        expect(out[temps.length - 1]).toBeCloseTo(dose, 9);
        if (fatalH === null) expect(first).toBeNull();
        else expect(first).toBeCloseTo(fatalH, 6);
      }),
      { numRuns: 60 },
    );
  });
  test('never heals: warmer cold, or cooler heat, never kills sooner, and more hours never do less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 28, max: 36, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        (t, less) => {
          const dose = (c: number): number =>
            doseOfCurve(
              [
                [0, c],
                [10, c],
              ],
              limits,
            ).dose;
          expect(dose(t - less)).toBeLessThanOrEqual(dose(t) + 1e-12);
          const out = new Float64Array(40);
          thermalDose(
            curve(40, () => t),
            40,
            0.5,
            limits,
            out,
          );
          for (let i = 1; i < 40; i++) expect(out[i]!).toBeGreaterThanOrEqual(out[i - 1]!);
        },
      ),
    );
  });
});

describe('what a species tolerates', () => {
  test('its critical figures less three degrees where they are known, else six below and four above its ease; comfort is no limit', () => {
    expect(bearsFor24h('nobody', [20, 28])).toEqual({ cold24C: 14, warm24C: 32 });
    expect(bearsFor24h('nobody', [3, 38])).toEqual({ cold24C: 0, warm24C: 40 });
    expect(bearsFor24h('zebra-danio', [18, 28])).toEqual({ cold24C: 9.2, warm24C: 38.7, observed: 'both' });
    expect(bearsFor24h('goldfish', [8, 24])).toEqual({ cold24C: 2, warm24C: 34, observed: 'warm' });
    for (const id of Object.keys(criticalC)) expect(row(catalogue.species, id, 'species').id).toBe(id);
    const cold = (id: string): number => row(catalogue.species, id, 'species').temp.cold24C;
    expect([cold('discus'), cold('ram-cichlid'), cold('clown-loach')]).toEqual([18.5, 18, 16.5]);
  });
  test('several in a bag: the warmest cold and the coldest warm limit, and the strictest judge of ammonia', () => {
    const of = (...ids: string[]) => ids.map((id) => row(catalogue.species, id, 'species'));
    expect(thermalLimitsOf(of('discus', 'goldfish'), a)).toEqual({ cold24C: 18.5, warm24C: 34, zC: 2 });
    expect(ammoniaJudgeOf(of('guppy', 'cherry-shrimp'))).toBe('fish');
    expect(ammoniaJudgeOf(of('nerite-snail'))).toBe('mollusc');
    expect(ammoniaJudgeOf(of('nerite-snail', 'guppy'))).toBe('both');
  });
});
