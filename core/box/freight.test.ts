import fc from 'fast-check';
import { chargeable, freightPrice, type DimensionRounding } from './freight';

const box = (
  sides: [number, number, number],
  actual: number,
  more: Partial<Parameters<typeof chargeable>[0]> = {},
): ReturnType<typeof chargeable> =>
  chargeable({ sides, actual, divisor: 6000, step: 0.5, dimensionRounding: 'none', ...more });

describe('chargeable weight by the rules of the trade (common practice)', () => {
  test('air cargo: 1 m³ counts as 166.67 kg by the divisor 6000', () => {
    const f = box([100, 100, 100], 40);
    expect(f.volume).toBe(1_000_000);
    expect(f.volumetric).toBeCloseTo(166.6667, 4);
    expect(f.chargeable).toBe(167);
    expect(f.chargedBy).toBe('volume');
  });
  test('express parcels: the same cube counts as 200 kg by 5000', () => {
    expect(box([100, 100, 100], 40, { divisor: 5000 }).chargeable).toBe(200);
  });
  test('in inches and pounds by 139: a foot cube counts as 13 lb', () => {
    expect(box([12, 12, 12], 8, { divisor: 139, step: 1 }).chargeable).toBe(13);
    expect(box([12, 12, 12], 8, { divisor: 166, step: 1 }).chargeable).toBe(11);
  });
  test('a heavy small box is paid by the scale', () => {
    expect(box([30, 20, 20], 9.2)).toMatchObject({
      volumetricRounded: 2,
      actualRounded: 9.5,
      chargeable: 9.5,
      chargedBy: 'weight',
    });
  });
  test('equal weights are charged by the scale, and a minimum lifts both', () => {
    expect(box([30, 20, 20], 2)).toMatchObject({ chargeable: 2, chargedBy: 'weight' });
    expect(box([30, 20, 20], 2, { minimum: 10 }).chargeable).toBe(10);
    expect(box([30, 20, 20], 12, { minimum: 10 }).chargeable).toBe(12);
  });
});

describe('rounding in the decimals that were typed', () => {
  test('what stands on a step stays on it: binary fractions never lift it', () => {
    for (const kg of [36, 0.3, 2.3, 4.6, 9.7]) expect(box([1, 1, 1], kg, { step: 0.1 }).actualRounded).toBe(kg);
    expect(box([60, 40, 54], 1, { divisor: 3600 }).volumetricRounded).toBe(36);
    expect(box([1, 1, 1], 36.000001).actualRounded).toBe(36.5);
  });
  test.each<[DimensionRounding, number]>([
    ['none', 40.5 * 30.4 * 20.2],
    ['nearest', 41 * 30 * 20],
    ['up', 41 * 31 * 21],
  ])('sides 40.5, 30.4, 20.2 rounded "%s"', (how, volume) => {
    expect(box([40.5, 30.4, 20.2], 1, { dimensionRounding: how }).volume).toBeCloseTo(volume, 9);
  });
  test('numbers written with an exponent are read as what they are', () => {
    expect(box([1e-7, 1, 1], 1).volume).toBeCloseTo(1e-7, 15);
    expect(box([1e21, 1, 1], 1, { divisor: 1 }).volume).toBe(1e21);
  });
  test('never less than either weight, never a step too much, for any box (property)', () => {
    const cm = fc.integer({ min: 10, max: 1500 }).map((x) => x / 10);
    fc.assert(
      fc.property(cm, cm, cm, fc.integer({ min: 1, max: 60_000 }), fc.constantFrom(0.1, 0.5, 1), (l, w, h, g, step) => {
        const kg = g / 1000;
        const f = box([l, w, h], kg, { step });
        const most = Math.max(kg, (l * w * h) / 6000);
        expect(f.chargeable).toBeGreaterThanOrEqual(most - 1e-9);
        expect(f.chargeable).toBeLessThan(most + step + 1e-9);
        expect(Math.abs(f.chargeable / step - Math.round(f.chargeable / step))).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('what is refused', () => {
  test.each([
    ['no divisor', { divisor: 0 }],
    ['a divisor below 0', { divisor: -1 }],
    ['no step', { step: 0 }],
  ])('%s', (_, more) => {
    expect(() => box([10, 10, 10], 1, more)).toThrow(/more than 0/);
  });
  test('a side of nothing, a weight below nothing, and what is no number', () => {
    expect(() => box([0, 10, 10], 1)).toThrow(/more than 0/);
    expect(() => box([10, 10, 10], -1)).toThrow(/cannot be -1/);
    expect(() => box([10, 10, 10], NaN)).toThrow(/cannot be NaN/);
    expect(() => box([10, Infinity, 10], 1)).toThrow(/cannot be Infinity/);
    expect(box([10, 10, 10], 0).actualRounded).toBe(0);
  });
});

describe('what a carrier takes', () => {
  const steps = [
    { toKg: 10, price: 22 },
    { toKg: 5, price: 14 },
    { toKg: 20, price: 31 },
  ];
  test.each([
    [0.5, 14],
    [5, 14],
    [5.5, 22],
    [10, 22],
    [20, 31],
    [22, 31 + 2 * 1.5],
  ])('%d kg cost %d by steps in any order and a price per kilogram beyond them', (kg, price) => {
    expect(freightPrice({ pricePerKg: 1.5, priceSteps: steps }, kg)).toBe(price);
  });
  test('without steps every kilogram counts; the minimum holds below it only', () => {
    expect(freightPrice({ pricePerKg: 2 }, 7.5)).toBe(15);
    expect(freightPrice({ pricePerKg: 2, minimumCharge: 30 }, 7.5)).toBe(30);
    expect(freightPrice({ pricePerKg: 2, minimumCharge: 30 }, 15.5)).toBe(31);
    expect(freightPrice({ pricePerKg: 2, priceSteps: [] }, 3)).toBe(6);
  });
  test('the row of the carrier is not turned about by asking', () => {
    const mine = [...steps];
    freightPrice({ pricePerKg: 1, priceSteps: mine }, 3);
    expect(mine).toEqual(steps);
  });
});
