import fc from 'fast-check';
import type { Treatment } from '@/core/catalogue/treatment';
import { afterNewWater } from './new-water';

const copper: Treatment = {
  id: 'c',
  name: 'Copper',
  kind: 'copper',
  unit: 'mL',
  perL: 0.025,
  mgPerUnit: 10,
  targetMgL: 0.2,
  bandFromMgL: 0.15,
  bandToMgL: 0.25,
};
const { mgPerUnit: _, targetMgL: __, bandFromMgL: ___, bandToMgL: ____, ...byLabel } = copper;
/** What the tank comes to with a dose, by the mass that goes in. */
const comesTo = (left: number, mL: number, waterL: number): number => left + (mL * 10) / waterL;

describe('a change of water under medicine', () => {
  test('at its target the new litres get theirs, and the tank comes back to it', () => {
    const r = afterNewWater({ ...copper, perL: 0.02 }, 0.2, 80, 20);
    expect(r.left).toBeCloseTo(0.15, 10);
    expect(r.dose).toBeCloseTo(0.4, 10);
    expect(r.bringDown).toBeNull();
    expect(comesTo(r.left, r.dose, 80)).toBeCloseTo(0.2, 10);
  });
  test('after an overdose nothing is given for a change that leaves it over, and the change that brings it down is named', () => {
    const r = afterNewWater(copper, 0.5, 80, 20);
    expect(r).toMatchObject({ dose: 0, bringDown: { litres: expect.closeTo(48, 6), goes: 1 } });
    expect(r.left).toBeCloseTo(0.375, 10);
    // A change that goes below the target wants what is missing to it, and no drop more.
    const far = afterNewWater(copper, 0.5, 80, 60);
    expect(far.left).toBeCloseTo(0.125, 10);
    expect(comesTo(far.left, far.dose, 80)).toBeCloseTo(0.2, 10);
  });
  test('twenty times over is brought down in two goes that reach it', () => {
    const { bringDown } = afterNewWater(copper, 4, 80, 20);
    expect(bringDown!.goes).toBe(2);
    expect(4 * (1 - bringDown!.litres / 80) ** 2).toBeCloseTo(0.2, 10);
  });
  test('without a level on its label it is counted in times the label', () => {
    expect(afterNewWater(byLabel, 1, 80, 20)).toMatchObject({ left: 0.75, dose: 0.5, bringDown: null });
    expect(afterNewWater(byLabel, 2, 80, 20)).toMatchObject({ left: 1.5, dose: 0, bringDown: { litres: 40, goes: 1 } });
  });
  test('never, in any tank, does what is proposed bring it over its target', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0.01, max: 3, noNaN: true }),
        fc.double({ min: 10, max: 900, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.double({ min: 0.001, max: 0.2, noNaN: true }),
        (now, waterL, share, perL) => {
          const r = afterNewWater({ ...copper, perL }, now, waterL, share * waterL);
          expect(r.dose).toBeGreaterThanOrEqual(0);
          if (r.dose > 0) expect(comesTo(r.left, r.dose, waterL)).toBeLessThanOrEqual(0.2 * 1.02 + 1e-9);
          if (r.left > 0.2) expect(r.dose).toBe(0);
        },
      ),
    ));
});
