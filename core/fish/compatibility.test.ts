import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Species } from '@/core/catalogue/schema';
import { compatibility, type BagCircumstances } from './compatibility';
import { FRESH_TO, SEA_FROM, waterMisfit } from './water';

const base: Species = { ...row(catalogue.species, 'lemon-tetra', 'species'), flags: [], together: 'group' };
const kind = (id: string, change: Partial<Species> = {}): Species => ({ ...base, id, name: id, ...change });
const gas: BagCircumstances = { gasL: 2, sedated: false, breather: false };
const one = (s: Species, count = 1, at: Partial<BagCircumstances> = {}): string[] =>
  compatibility([{ species: s, count, lengthCm: s.lengthCm }], { ...gas, ...at }, a);
const two = (x: Species, xCm: number, y: Species, yCm: number): string[] =>
  compatibility(
    [
      { species: x, count: 1, lengthCm: xCm },
      { species: y, count: 1, lengthCm: yCm },
    ],
    gas,
    a,
  );

describe('the edges of every rule, on kinds that break no other', () => {
  test('one to a bag: one is well, two are told', () => {
    expect(one(kind('x', { together: 'alone' }), 1)).toEqual([]);
    expect(one(kind('x', { together: 'alone' }), 2)).toEqual(['x: one per bag.']);
  });

  test.each([
    [1, 0],
    [2, 1],
    [3, 1],
    [4, 0],
    [9, 0],
  ])('one, or four and more: %i raise %i sentences', (count, told) => {
    expect(one(kind('x', { together: 'one-or-four' }), count)).toHaveLength(told);
    expect(one(kind('x', { together: 'group' }), count)).toEqual([]);
  });

  test('a surface breather needs gas: none, or a film without any, is told; the least gas is enough', () => {
    const x = kind('x', { flags: ['labyrinth', 'breather-bag'] });
    expect(one(x, 1, { gasL: 0.1 })).toEqual([]);
    expect(one(x, 1, { gasL: 0 })).toHaveLength(1);
    expect(one(x, 1, { breather: true })).toHaveLength(1);
    expect(one(kind('y', { flags: ['breather-bag'] }), 1, { gasL: 0, breather: true })).toEqual([]);
  });

  test('film is for kinds that are marked for it', () => {
    expect(one(kind('x'), 1, { breather: true })).toHaveLength(1);
    expect(one(kind('x', { flags: ['breather-bag'] }), 1, { breather: true })).toEqual([]);
    expect(one(kind('x'), 1)).toEqual([]);
  });

  test('spines pierce an inflated bag, not one without gas', () => {
    const x = kind('x', { flags: ['spiny'] });
    expect(one(x)[0]).toMatch(/double or triple/);
    expect(one(x, 1, { gasL: 0 })).toEqual([]);
  });

  test.each(['dye-sensitive', 'invertebrate'] as const)('no sedative and no dye for a %s kind', (flag) => {
    const x = kind('x', { flags: [flag] });
    expect(one(x)).toEqual([]);
    expect(one(x, 1, { sedated: true })).toEqual(['No sedative for x.']);
    expect(one(x, 1, { dyed: true })).toEqual(['No dye for x.']);
    expect(one(x, 1, { sedated: true, dyed: true })).toHaveLength(2);
    expect(one(kind('y'), 1, { sedated: true, dyed: true })).toEqual([]);
  });
});

describe('two in one bag', () => {
  test('one kind in two sizes: told below the even share, whichever is named first', () => {
    const x = kind('x');
    expect(two(x, 10, x, 10 * a.evenSizeShare)).toEqual([]);
    expect(two(x, 10, x, 10 * a.evenSizeShare - 0.1)[0]).toMatch(/even sizes only/);
    expect(two(x, 10 * a.evenSizeShare - 0.1, x, 10)).toHaveLength(1);
  });

  test('a predator swallows what is shorter than its mouth’s share, and only a predator does', () => {
    const big = kind('big', { flags: ['predator'] });
    const small = kind('small');
    expect(two(big, 10, small, 10 * a.mouthShare)).toEqual([]);
    expect(two(big, 10, small, 10 * a.mouthShare - 0.1)[0]).toMatch(/big of 10 cm swallows small/);
    expect(two(small, 10 * a.mouthShare - 0.1, big, 10)).toHaveLength(1);
    expect(two(kind('meek'), 10, small, 1)).toEqual([]);
    // The small one may be the hunter: it does not swallow upwards.
    expect(two(kind('meek'), 10, kind('hunter', { flags: ['predator'] }), 1)).toEqual([]);
  });

  test('waters do not mix', () => {
    expect(two(kind('x', { water: 'marine' }), 5, kind('y', { water: 'fresh' }), 5)[0]).toMatch(/separate bags/);
    expect(two(kind('x', { water: 'marine' }), 5, kind('y', { water: 'marine' }), 5)).toEqual([]);
  });

  test('bands of ease that touch at one degree are one band', () => {
    const cold = kind('cold', { temp: { ...base.temp, easeMinC: 14, easeMaxC: 22 } });
    const warm = (from: number): Species => kind('warm', { temp: { ...base.temp, easeMinC: from, easeMaxC: 29 } });
    expect(two(cold, 5, warm(22), 5)).toEqual([]);
    expect(two(cold, 5, warm(22.5), 5)[0]).toMatch(/no common comfortable/);
    expect(two(warm(22.5), 5, cold, 5)).toHaveLength(1);
  });

  test('a nipper and long fins, in either order; one that is both does not nip itself', () => {
    const nips = kind('nips', { flags: ['nipper'] });
    const fins = kind('fins', { flags: ['long-finned'] });
    expect(two(nips, 5, fins, 5)).toEqual(['nips nips the fins of fins.']);
    expect(two(fins, 5, nips, 5)).toEqual(['nips nips the fins of fins.']);
    expect(two(kind('both', { flags: ['nipper', 'long-finned'] }), 5, kind('plain'), 5)).toEqual([]);
    expect(two(nips, 5, kind('plain'), 5)).toEqual([]);
  });

  test('a crab takes snails, a snail takes no crabs', () => {
    const crab = kind('crab', { kind: 'crab' });
    const snail = kind('snail', { kind: 'snail' });
    expect(two(crab, 5, snail, 3)).toEqual(['Keep crab from snails.']);
    expect(two(crab, 5, kind('fish', { kind: 'fish' }), 3)).toEqual([]);
  });

  test('three kinds are looked at pair by pair', () => {
    const sea = kind('sea', { water: 'marine' });
    const all = compatibility(
      [sea, kind('x'), kind('y')].map((species) => ({ species, count: 1, lengthCm: 5 })),
      gas,
      a,
    );
    expect(all).toHaveLength(2);
  });
});

describe('water an animal cannot live in', () => {
  const of = (water: Species['water']): Pick<Species, 'name' | 'water'> => ({ name: 'X', water });
  test.each([
    ['marine', SEA_FROM, false],
    ['marine', SEA_FROM - 0.5, true],
    ['marine', 35, false],
    ['fresh', FRESH_TO, false],
    ['fresh', FRESH_TO + 0.5, true],
    ['fresh', 0, false],
    ['brackish', 0, false],
    ['brackish', 35, false],
  ] as const)('%s at salinity %d: told %s', (water, salinity, told) => {
    const said = waterMisfit(of(water), salinity, 'tank 3');
    expect(said !== null).toBe(told);
    if (told) expect(said).toMatch(/salinity [\d.]+ of tank 3/);
  });
  test('the sea itself, about 35 g/kg, is sea, and drinking water is fresh', () => {
    expect(SEA_FROM).toBeLessThan(35);
    expect(FRESH_TO).toBeGreaterThan(0.5);
    expect(FRESH_TO).toBeLessThan(SEA_FROM);
  });
});
