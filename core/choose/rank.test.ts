import fc from 'fast-check';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { rankPacks, type Ranked } from './rank';

const set = (name: string, change: Partial<Ranked> = {}): Ranked => ({
  fits: true,
  chance: 0.95,
  standardError: 0.01,
  alive: 0.99,
  worstSlackH: a.wantedSlackH,
  missC: 0,
  things: 1,
  cost: 5,
  name,
  ...change,
});
const order = (...sets: Ranked[]): string[] => rankPacks(sets, { a }).map((s) => s.name);

describe('which set of packs is best', () => {
  test('what does not fit comes last, however good it would be', () => {
    expect(order(set('no', { fits: false, chance: 1 }), set('yes', { chance: 0.2 }))).toEqual(['yes', 'no']);
  });
  test('a surer set before a cheaper one', () => {
    expect(order(set('cheap', { chance: 0.8, cost: 1 }), set('sure', { chance: 0.95 }))).toEqual(['sure', 'cheap']);
  });
  test('a chance within half a standard error of the best is as good, one beyond it is not', () => {
    expect(order(set('best', { standardError: 0.04, cost: 9 }), set('close', { chance: 0.931 }))).toEqual([
      'close',
      'best',
    ]);
    expect(order(set('best', { standardError: 0.04, cost: 9 }), set('apart', { chance: 0.929 }))).toEqual([
      'best',
      'apart',
    ]);
  });
  test('a run of few draws has a wide error, and never less than one in a hundred is told apart', () => {
    expect(order(set('best', { standardError: 0.05, cost: 9 }), set('close', { chance: 0.93 }))).toEqual([
      'close',
      'best',
    ]);
    expect(order(set('best', { standardError: 0, cost: 9 }), set('close', { chance: 0.941 }))).toEqual([
      'close',
      'best',
    ]);
  });
  test('what was not run yet is not put behind what was', () => {
    expect(order(set('run', { cost: 9 }), set('not yet', { chance: null, standardError: null }))).toEqual([
      'not yet',
      'run',
    ]);
  });
  test('the best chance is that of the sets that fit', () => {
    const out = order(
      set('no', { fits: false, chance: 1 }),
      set('x', { chance: 0.9, cost: 9 }),
      set('y', { chance: 0.895 }),
    );
    expect(out).toEqual(['y', 'x', 'no']);
  });
  test('then worst-case margin as far as it is wanted; beyond that it buys nothing', () => {
    const w = a.wantedSlackH;
    expect(order(set('little', { worstSlackH: w - 2, cost: 1 }), set('enough', { worstSlackH: w }))).toEqual([
      'enough',
      'little',
    ]);
    expect(order(set('plenty', { worstSlackH: w + 20, cost: 9 }), set('enough', { worstSlackH: w }))).toEqual([
      'enough',
      'plenty',
    ]);
    expect(order(set('endless', { worstSlackH: null, cost: 9 }), set('little', { worstSlackH: w - 1 }))).toEqual([
      'endless',
      'little',
    ]);
  });
  test('then degrees outside the ease, then fewest things, then cost, then the name', () => {
    expect(order(set('two', { things: 2, cost: 1 }), set('one', { things: 1 }))).toEqual(['one', 'two']);
    expect(order(set('warm', { missC: 1, things: 0 }), set('mild', { things: 3 }))).toEqual(['mild', 'warm']);
    expect(order(set('warm', { missC: 2, cost: 1 }), set('mild', { missC: 1 }))).toEqual(['mild', 'warm']);
    expect(order(set('dear', { cost: 6 }), set('cheap', { cost: 5 }))).toEqual(['cheap', 'dear']);
    expect(order(set('b'), set('a'))).toEqual(['a', 'b']);
    expect(order(set('a'), set('b'))).toEqual(['a', 'b']);
  });
  test('nothing is recommended where draws tell that packs gain nothing, and only there', () => {
    const packs = set('packs', { worstSlackH: a.wantedSlackH });
    const bare = (change: Partial<Ranked>): Ranked => set('bare', { things: 0, worstSlackH: 3, ...change });
    expect(order(packs, bare({ chance: 0.946 }))).toEqual(['bare', 'packs']);
    expect(order(packs, bare({ chance: 0.944 }))).toEqual(['packs', 'bare']);
    expect(order(packs, bare({ chance: 0.95, missC: 1 }))).toEqual(['packs', 'bare']);
    expect(order(packs, bare({ chance: null }))).toEqual(['packs', 'bare']);
    expect(order({ ...packs, chance: null }, bare({ chance: 0.95 }))[0]).toBe('packs');
  });
  test('equally sure, the one with more alive is recommended; half a point is no difference, and the chance goes before', () => {
    const more = set('more', { alive: 0.97, cost: 9 });
    expect(order(set('fewer', { alive: 0.96 }), more)).toEqual(['more', 'fewer']);
    expect(order(set('as many', { alive: 0.966 }), more)).toEqual(['as many', 'more']);
    expect(order(set('surer', { chance: 0.99, alive: 0.9 }), more)).toEqual(['surer', 'more']);
    expect(order(set('bare', { things: 0, alive: 0.9 }), more)).toEqual(['more', 'bare']);
  });
  test('is the same whichever way the sets are handed in, and hands none of them away (property)', () => {
    const any = fc.record({
      fits: fc.boolean(),
      chance: fc.option(fc.integer({ min: 0, max: 20 }).map((x) => x / 20)),
      standardError: fc.constant(0.02),
      alive: fc.option(fc.integer({ min: 0, max: 20 }).map((x) => x / 20)),
      worstSlackH: fc.option(fc.integer({ min: 0, max: 60 })),
      missC: fc.integer({ min: 0, max: 4 }),
      things: fc.integer({ min: 0, max: 3 }),
      cost: fc.integer({ min: 1, max: 9 }),
      name: fc.uuid(),
    });
    fc.assert(
      fc.property(fc.uniqueArray(any, { selector: (x) => x.name, minLength: 1, maxLength: 8 }), (sets) => {
        const before = structuredClone(sets);
        expect(rankPacks([...sets].reverse(), { a })).toEqual(rankPacks(sets, { a }));
        expect(sets).toEqual(before);
        expect(rankPacks(sets, { a })).toHaveLength(sets.length);
      }),
    );
  });
});
