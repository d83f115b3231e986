import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { compatibility, type BagMate } from './compatibility';
import {
  classAt,
  clearingHours,
  gutHours,
  longestFastH,
  plannedFastH,
  schoolIds,
  schools,
  type FastingClass,
} from './fasting';
import { METABOLISM_K, restingOxygenMgKgH, restingOxygenMmolH } from './metabolism';

const of = (id: string, count = 1, lengthCm?: number): BagMate => {
  const species = row(catalogue.species, id, 'species');
  return { species, count, lengthCm: lengthCm ?? species.lengthCm };
};
const gas = { gasL: 2, sedated: false, breather: false };

describe('who shares a bag (common practice)', () => {
  test.each([
    ['a fighter with another', [of('siamese-fighter', 2)], gas, /one per bag/],
    ['three territorial fish', [of('yellow-labidochromis', 3)], gas, /never two or three/],
    ['a gourami in a bag without gas', [of('honey-gourami')], { ...gas, gasL: 0 }, /breathes at the surface/],
    ['a spiny catfish', [of('bronze-cory')], gas, /spines/],
    ['a sedated loach', [of('kuhli-loach')], { ...gas, sedated: true }, /No sedative/],
    ['a dyed shrimp', [of('cherry-shrimp', 5)], { ...gas, dyed: true }, /No dye/],
    ['an oscar with tetras', [of('oscar', 1, 14), of('neon-tetra', 6, 3)], gas, /swallows/],
    ['a clownfish with a platy', [of('ocellaris-clownfish'), of('platy')], gas, /do not share the same water/],
    ['a discus with a white cloud', [of('discus'), of('white-cloud')], gas, /no common comfortable temperature/],
    ['tiger barbs with angelfish', [of('tiger-barb', 6), of('angelfish')], gas, /nips the fins/],
    ['a crab with snails', [of('hermit-crab', 1, 4), of('turbo-snail', 1, 3)], gas, /Keep .* from snails/],
    ['a goldfish in breather film', [of('goldfish')], { ...gas, breather: true }, /breather film/],
    ['two sizes of one kind', [of('oscar', 1, 20), of('oscar', 1, 9)], gas, /even sizes/],
  ] as const)('%s is told', (_, company, at, words) => {
    expect(compatibility(company, at, a).join(' ')).toMatch(words);
  });
  test('six lemon tetras, and a lone fighter, raise nothing', () => {
    expect(compatibility([of('lemon-tetra', 6)], gas, a)).toEqual([]);
    expect(compatibility([of('siamese-fighter')], gas, a)).toEqual([]);
  });
});

describe('the catalogue', () => {
  test('forty and more, every class and water, invertebrates and a companion row for plants', () => {
    expect(catalogue.species.length).toBeGreaterThanOrEqual(160);
    for (const kind of ['fish', 'shrimp', 'snail', 'crab', 'urchin', 'star', 'clam', 'coral'] as const)
      expect(catalogue.species.some((s) => s.kind === kind)).toBe(true);
    for (const t of ['delicate', 'ordinary', 'hardy'] as const)
      for (const w of ['fresh', 'marine'] as const)
        expect(catalogue.species.some((s) => s.tolerance === t && s.water === w)).toBe(true);
  });
  test('masses are those of fish: 3 cm under 1 g, 12 cm goldfish 20 to 60 g, 24 h limits a fish can have', () => {
    for (const s of catalogue.species) {
      const mass = s.gPerCm3 * s.lengthCm ** 3;
      if (s.kind === 'fish' && s.lengthCm <= 3) expect(mass).toBeLessThan(1);
      expect(s.temp.cold24C).toBeGreaterThanOrEqual(0);
      expect(s.temp.warm24C).toBeLessThanOrEqual(40);
      expect(s.temp.cold24C).toBeLessThan(s.temp.easeMinC);
      expect(s.temp.warm24C).toBeGreaterThan(s.temp.easeMaxC);
    }
    const g = row(catalogue.species, 'goldfish', 'species');
    expect(g.gPerCm3 * 12 ** 3).toBeGreaterThan(20);
    expect(g.gPerCm3 * 12 ** 3).toBeLessThan(60);
  });
});

describe('metabolism and fasting', () => {
  test('warmth multiplies every mass alike, and mass goes with the power 0.8', () => {
    const factor = Math.exp(METABOLISM_K * (1 / 293.15 - 1 / 303.15));
    for (const g of [0.2, 5, 400]) expect(restingOxygenMmolH(g, 30) / restingOxygenMmolH(g, 20)).toBeCloseTo(factor, 9);
    expect(restingOxygenMmolH(100, 25) / restingOxygenMmolH(10, 25)).toBeCloseTo(10 ** 0.8, 9);
    expect(restingOxygenMgKgH(1, 25)).toBeGreaterThan(restingOxygenMgKgH(100, 25));
  });
  test('goldfish four days, fry half a day at most, shrimp none; longest is never shorter than planned', () => {
    const usual = (fasting: FastingClass) => ({ fasting, usualC: 24, lengthCm: 5 });
    expect(plannedFastH(usual('cool-water-large'), 5, 24, a)).toBe(96);
    expect(plannedFastH(usual('none'), 5, 24, a)).toBe(0);
    for (const c of ['fry', 'tiny-livebearer', 'small-community', 'cichlid-like', 'cool-water-large'] as const) {
      expect(longestFastH(c, a)).toBeGreaterThan(plannedFastH(usual(c), 5, 24, a));
      expect(clearingHours(c, { ...a, fryClearingH: 6 })).toBe(c === 'fry' ? 6 : clearingHours(c, a));
    }
  });
  test('a gut clears in half the time ten degrees warmer, slower in a big fish, and fry is fry whatever its kind', () => {
    const gourami = { fasting: 'small-community', usualC: 25, lengthCm: 5 } as const;
    expect(gutHours(gourami, 5, 15, a)).toBeCloseTo(2 * gutHours(gourami, 5, 25, a), 9);
    expect(gutHours(gourami, 8, 25, a)).toBeGreaterThan(gutHours(gourami, 5, 25, a));
    expect(gutHours(gourami, 8, 25, a)).toBeLessThan(1.2 * gutHours(gourami, 5, 25, a));
    expect(classAt(gourami, 1.5, a)).toBe('fry');
    expect(plannedFastH(gourami, 1.5, 25, a)).toBe(12);
    expect(classAt({ ...gourami, fasting: 'none' }, 1, a)).toBe('none');
  });
  test('cold water never asks for a longer fast than is kind', () => {
    const goldfish = { fasting: 'cool-water-large', usualC: 18, lengthCm: 12 } as const;
    expect(gutHours(goldfish, 12, 6, a)).toBeGreaterThan(longestFastH('cool-water-large', a));
    expect(plannedFastH(goldfish, 12, 6, a)).toBe(longestFastH('cool-water-large', a));
  });
  test('the schools are those of the trade: a day, a day and a bit, two days, four (common practice)', () => {
    const hours = schoolIds.map((s) => schools[s].hours);
    expect(hours).toEqual([24, 30, 42, 48, 96, 0]);
  });
});
