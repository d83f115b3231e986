import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { waterSchools } from '@/core/catalogue/making';
import { depthOf, filledBy, litresAt } from './filling';
import { pillowVolumeL } from './geometry';

const type = { widthCm: 20, heightCm: 40 };
const holds = a.bagFillShare * pillowVolumeL(20, 40);

describe('water by a school of filling (common practice)', () => {
  test('a tube 20 cm flat stands 12.7 cm wide: ten centimetres are 1.27 L', () => {
    expect(litresAt(type, 10)).toBeCloseTo((Math.PI * (40 / Math.PI / 2) ** 2 * 10) / 1000, 9);
    expect(depthOf(type, litresAt(type, 7))).toBeCloseTo(7, 9);
    expect(filledBy('ten-cm', type, [], a).waterL).toBe(1.25);
  });
  test('a third and half are shares of what the filled bag holds, and the rest is gas', () => {
    const third = filledBy('third', type, [], a);
    const half = filledBy('half', type, [], a);
    expect(third.waterL / holds).toBeCloseTo(1 / 3, 1);
    expect(half.waterL / holds).toBeCloseTo(1 / 2, 1);
    for (const f of [third, half]) expect(f.waterL + f.gasL).toBeCloseTo(holds, 1);
  });
  test('over the fin a deep fish wants more than a slim one of its length, and the longest decides', () => {
    const fin = (...fish: Parameters<typeof filledBy>[2]): number => filledBy('fin', type, fish, a).waterL;
    const [deep, slim] = [
      { shape: 'deep' as const, lengthCm: 9 },
      { shape: 'slim' as const, lengthCm: 9 },
    ];
    expect(fin(deep)).toBeGreaterThan(fin(slim));
    expect(fin(slim, deep)).toBe(fin(deep));
    expect(depthOf(type, fin(deep))).toBeCloseTo(6, 0);
    expect(depthOf(type, fin({ shape: 'slim', lengthCm: 2 }))).toBeCloseTo(3, 0);
  });
  test('snails stand in a finger of water, moist is less, and no school overfills the bag', () => {
    expect(filledBy('little', type, [], a).waterL).toBe(0.25);
    expect(filledBy('moist', type, [], a).waterL).toBe(0.05);
    for (const school of waterSchools) {
      const f = filledBy(school, { widthCm: 13, heightCm: 20 }, [{ shape: 'deep', lengthCm: 30 }], a);
      expect(f.waterL).toBeGreaterThan(0);
      expect(f.waterL + f.gasL).toBeLessThanOrEqual(a.bagFillShare * pillowVolumeL(13, 20) + 0.06);
    }
  });
  test('breather film is full of water and holds no gas, whatever the school', () => {
    for (const school of waterSchools)
      expect(filledBy(school, { ...type, breather: true }, [], a)).toEqual({
        waterL: expect.closeTo(holds, 1),
        gasL: 0,
      });
  });
});
