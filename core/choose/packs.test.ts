import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { candidatePlans, planName, ventHolesFor, type PackSet } from './packs';

const heat = catalogue.packs.filter((p) => p.kind === 'heat');
const cold = catalogue.packs.filter((p) => p.kind === 'cold');
const count = (packs: PackSet): number => packs.reduce((n, p) => n + p.count, 0);
const all = candidatePlans(catalogue, null, a);

describe('sets of packs that are tried', () => {
  test('nothing is one of them, and none stands there twice', () => {
    const keys = all.map((p) => JSON.stringify([p.packs, p.bottle]));
    expect(keys).toContain(JSON.stringify([[], null]));
    expect(new Set(keys).size).toBe(keys.length);
  });
  test('every mix of one to three heat packs lies under the lid', () => {
    // n kinds, repeats allowed: n + n(n+1)/2 + n(n+1)(n+2)/6.
    const n = heat.length;
    const lid = all.filter(
      (p) => !p.bottle && p.packs.length > 0 && p.packs.every((x) => !x.at) && count(p.packs) <= 3,
    );
    const warm = lid.filter((p) => p.packs.every((x) => heat.some((h) => h.id === x.packId)));
    expect(warm).toHaveLength(n + (n * (n + 1)) / 2 + (n * (n + 1) * (n + 2)) / 6);
  });
  test('heat and cold are never mixed, and no set has more than four', () => {
    for (const p of all) {
      const kinds = new Set(p.packs.map((x) => (cold.some((k) => k.id === x.packId) ? 'cold' : 'heat')));
      expect(kinds.size).toBeLessThanOrEqual(1);
      expect(count(p.packs)).toBeLessThanOrEqual(4);
    }
  });
  test('what is not on the shelf is not offered; a bottle needs no shelf', () => {
    const one = candidatePlans(catalogue, { [heat[0]!.id]: 1 }, a);
    expect(new Set(one.flatMap((p) => p.packs.map((x) => x.packId)))).toEqual(new Set([heat[0]!.id]));
    expect(Math.max(...one.map((p) => count(p.packs)))).toBe(1);
    expect(one.some((p) => p.bottle !== null)).toBe(true);
    expect(candidatePlans(catalogue, {}, a).every((p) => p.packs.length === 0)).toBe(true);
  });
  test('two at the lid and one at the side are three of the shelf', () => {
    const id = heat[0]!.id;
    for (const p of candidatePlans(catalogue, { [id]: 2 }, a)) expect(count(p.packs)).toBeLessThanOrEqual(2);
  });
});

describe('holes beside the packs (common practice)', () => {
  const holes = (n: number, id = heat[0]!.id): number =>
    ventHolesFor(n > 0 ? [{ packId: id, count: n }] : [], catalogue);
  test('two for each heat pack, eight at most, none for cold or for none', () => {
    expect([0, 1, 2, 3, 4, 5].map((n) => holes(n))).toEqual([0, 2, 4, 6, 8, 8]);
    expect(holes(2, cold[0]!.id)).toBe(0);
  });
  test('every set that is tried has its holes', () => {
    for (const p of all) expect(p.ventHoles).toBe(ventHolesFor(p.packs, catalogue));
  });
});

describe('the name of a set', () => {
  const name = (packs: PackSet, bottle: { litres: number; startC: number } | null = null): string =>
    planName({ packs, bottle }, catalogue);
  test('is its packs, the longest-lived first, and what stands at the side', () => {
    expect(name([])).toBe('No pack');
    expect(name([{ packId: 'heat-72h', count: 3 }])).toBe('3 × 72 h');
    expect(
      name([
        { packId: 'heat-40h', count: 1 },
        { packId: 'heat-72h', count: 1 },
      ]),
    ).toBe('1 × 72 h + 1 × 40 h');
    expect(
      name([
        { packId: 'heat-72h', count: 1, at: 'side' },
        { packId: 'heat-72h', count: 2 },
      ]),
    ).toBe('3 × 72 h (1 side)');
    expect(name([], { litres: 1.5, startC: 45 })).toBe('1.5 L bottle');
  });
  test('no two sets that are tried share one', () => {
    const names = all.map((p) => planName(p, catalogue));
    expect(new Set(names).size).toBe(names.length);
  });
});
