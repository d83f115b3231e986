import { catalogue } from '@/core/catalogue';
import { pillowVolumeL } from '@/core/bag/geometry';
import { HORIZON_H, quickAnswer, type QuickQuestion } from './quick';

const asked = (change: Partial<QuickQuestion> = {}) => {
  const r = quickAnswer(
    {
      speciesId: 'neon-tetra',
      count: 20,
      lengthCm: 3,
      widthCm: 18,
      heightCm: 40,
      hours: 24,
      tempC: 25,
      gas: 'oxygen',
      fastedH: 48,
      ...change,
    },
    catalogue,
  );
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const bad = (x: { badH: number | null }): number => x.badH ?? Infinity;

describe('a bag asked about without an order', () => {
  test('fills what the bag holds, a third of it water, and says how deep and where to twist', () => {
    const a = asked();
    const holds = pillowVolumeL(18, 40);
    expect(a.waterL + a.gasL).toBeGreaterThan(0.6 * holds);
    expect(a.waterL + a.gasL).toBeLessThan(holds);
    expect(a.depthCm).toBeCloseTo((1000 * a.waterL) / (Math.PI * (18 / Math.PI) ** 2), 6);
    expect(a.twistCm).toBeGreaterThan(a.depthCm);
    expect(a.twistCm).toBeLessThan(40);
    expect(a.fishG).toBeCloseTo(20 * 0.351, 1);
  });
  test('a bad case is never longer than the middle one; what is asked for moves neither', () => {
    const a = asked();
    expect(bad(a)).toBeLessThan(a.safeH!);
    expect(asked({ hours: 48 })).toMatchObject({ safeH: a.safeH, badH: a.badH, waterL: a.waterL });
  });
  test('laws: more fish, warmer water, air instead of oxygen never last longer; a larger bag never shorter', () => {
    const a = asked();
    expect(a.twice).toMatchObject({ count: 40 });
    expect(bad(a.twice!)).toBeLessThan(bad(a));
    expect(bad(asked({ count: 30 }))).toBeLessThanOrEqual(bad(a));
    expect(bad(asked({ tempC: 28 }))).toBeLessThanOrEqual(bad(a));
    expect(bad(asked({ gas: 'air' }))).toBeLessThan(bad(a));
    expect(bad(asked({ widthCm: 23, heightCm: 46 }))).toBeGreaterThanOrEqual(bad(a));
    expect(bad(asked({ fastedH: 0 }))).toBeLessThanOrEqual(bad(a));
  });
  test('the trade’s own bags (common practice): ten neons in 18 × 40 cm stand two days, one small livebearer alone four', () => {
    expect(bad(asked({ count: 10 }))).toBeGreaterThan(48);
    expect(bad(asked({ speciesId: 'guppy', count: 1, widthCm: 13, heightCm: 30, tempC: 26 }))).toBeGreaterThan(96);
  });
  test('the smallest bag leaves a day to spare in a bad case, and a smaller one does not', () => {
    const a = asked();
    const { widthCm, heightCm } = catalogue.bags.find((b) => b.id === a.smallest!.id)!;
    expect(bad(asked({ widthCm, heightCm }))).toBeGreaterThanOrEqual(48);
    const smaller = catalogue.bags.filter((b) => !b.breather && b.widthCm < widthCm).at(-1)!;
    expect(bad(asked(smaller))).toBeLessThan(48);
    expect(asked({ hours: HORIZON_H, count: 400 }).smallest).toBeNull();
  });
  test('fish that fight are told of, also where twice as many would; a fish nobody knows is refused', () => {
    expect(asked({ speciesId: 'siamese-fighter', count: 2, lengthCm: 5 })).toMatchObject({ fights: true, twice: null });
    expect(asked({ speciesId: 'siamese-fighter', count: 1, lengthCm: 5 })).toMatchObject({
      fights: false,
      twice: null,
    });
    expect(quickAnswer({ ...({} as QuickQuestion), speciesId: 'unicorn' }, catalogue).ok).toBe(false);
  });
});
