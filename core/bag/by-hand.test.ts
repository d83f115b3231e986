import fc from 'fast-check';
import type { Bag } from '@/core/consignment/schema';
import { groupIdentical, namesOf } from './bag-groups';
import { miscounts } from '@/core/consignment/rules';
import {
  addBag,
  changeBags,
  countOf,
  duplicateBags,
  mergeBags,
  moveAnimals,
  oneEach,
  removeBags,
  splitBag,
  spreadEvenly,
} from './by-hand';

const bag = (id: string, animals: Record<string, number>, more: Partial<Bag> = {}): Bag => ({
  id,
  boxId: '1',
  bagTypeId: 'bag-20x40',
  animals: Object.entries(animals).map(([lineId, count]) => ({ lineId, count })),
  waterL: 1,
  gasL: 2,
  oxygenFraction: 0.95,
  sedated: false,
  binderMgN: null,
  ...more,
});
const counts = (bags: readonly Bag[]): string[] =>
  bags.map((b) => `${b.id}:${b.animals.map((x) => `${x.count}${x.lineId}`).join('+')}`);
const two = [bag('A1', { a: 5 }), bag('A2', { a: 2, b: 1 })];

describe('bags changed by hand', () => {
  test('animals move, joining their like or beside others; what is left empty goes, and is told', () => {
    expect(counts(moveAnimals(two, { fromId: 'A1', toId: 'A2', lineId: 'a', count: 2 }).bags)).toEqual([
      'A1:3a',
      'A2:4a+1b',
    ]);
    expect(counts(moveAnimals(two, { fromId: 'A2', toId: 'A1', lineId: 'b', count: 1 }).bags)).toEqual([
      'A1:5a+1b',
      'A2:2a',
    ]);
    const all = moveAnimals(two, { fromId: 'A1', toId: 'A2', lineId: 'a', count: 99 });
    expect(counts(all.bags)).toEqual(['A2:7a+1b']);
    expect(all.said).toBe('5 animals from A1 to A2; A1 is empty and removed.');
  });
  test('nothing that is not there moves', () => {
    for (const move of [
      { fromId: 'A1', toId: 'A9', lineId: 'a', count: 1 },
      { fromId: 'A1', toId: 'A2', lineId: 'b', count: 1 },
      { fromId: 'A1', toId: 'A2', lineId: 'a', count: 0 },
      { fromId: 'A1', toId: 'A1', lineId: 'a', count: 1 },
    ])
      expect(moveAnimals(two, move).bags).toBe(two);
  });
  test('a bag is split into bags filled alike, the odd animal in the first', () => {
    const r = splitBag(two, 'A1');
    expect(counts(r.bags)).toEqual(['A1:3a', 'A3:2a', 'A2:2a+1b']);
    expect(r.bags[1]).toMatchObject({ waterL: 1, gasL: 2, bagTypeId: 'bag-20x40' });
    expect(counts(splitBag(two, 'A2', 3).bags.slice(1))).toEqual(['A2:1a', 'A3:1a', 'A4:1b']);
    expect(splitBag([bag('A1', { a: 1 })], 'A1').said).toMatch(/Nothing to split/);
  });
  test('one each, together again, evenly', () => {
    expect(counts(oneEach(two, ['A1']).bags)).toEqual(['A1:1a', 'A3:1a', 'A4:1a', 'A5:1a', 'A6:1a', 'A2:2a+1b']);
    expect(counts(mergeBags(two, ['A2', 'A1']).bags)).toEqual(['A1:7a+1b']);
    expect(counts(spreadEvenly(two, ['A1', 'A2']).bags)).toEqual(['A1:4a', 'A2:3a+1b']);
    expect(mergeBags(two, ['A1']).bags).toBe(two);
    expect(oneEach([bag('A1', { a: 1 })], ['A1']).bags).toHaveLength(1);
  });
  test('more bags than animals: none is left empty', () => {
    const few = [bag('A1', { a: 1 }), bag('A2', { a: 1 }), bag('A3', { a: 1 })];
    const moved = moveAnimals(few, { fromId: 'A1', toId: 'A2', lineId: 'a', count: 1 }).bags;
    expect(counts(spreadEvenly(moved, ['A2', 'A3']).bags)).toEqual(['A2:2a', 'A3:1a']);
  });
  test('a locked bag is touched by nothing but its key', () => {
    const bags = [bag('A1', { a: 5 }, { locked: true }), bag('A2', { a: 2 })];
    for (const r of [
      moveAnimals(bags, { fromId: 'A2', toId: 'A1', lineId: 'a', count: 1 }),
      splitBag(bags, 'A1'),
      mergeBags(bags, ['A1', 'A2']),
      oneEach(bags, ['A1']),
      spreadEvenly(bags, ['A1', 'A2']),
      removeBags(bags, ['A1', 'A2']),
    ]) {
      expect(r.bags).toBe(bags);
      expect(r.said).toMatch(/locked/);
    }
    const r = changeBags(bags, ['A1', 'A2'], { waterL: 2 });
    expect(r.bags.map((b) => b.waterL)).toEqual([1, 2]);
    expect(r.said).toBe('A1 is locked. Unlock it first.');
    expect(changeBags(bags, ['A1'], { locked: undefined }).bags[0]).not.toHaveProperty('locked');
  });
  test('a bag more is made like the last of its line, without its lock', () => {
    const bags = [bag('A1', { a: 5 }, { waterL: 3, locked: true }), bag('B1', { b: 2 })];
    const r = addBag(bags, 'a', 2, bag('A1', {}));
    expect(r.bags[2]).toMatchObject({ id: 'A2', waterL: 3, animals: [{ lineId: 'a', count: 2 }] });
    expect(r.bags[2]).not.toHaveProperty('locked');
    expect(addBag([], 'a', 2, bag('A1', {})).bags).toHaveLength(1);
  });
  test('what has no bag, and what has too many, is counted', () => {
    const lines = [
      { id: 'a', count: 8 },
      { id: 'b', count: 1 },
      { id: 'c', count: 2 },
    ];
    expect(miscounts({ bags: [...two, bag('C1', { c: 3 })], lines })).toEqual([
      { lineId: 'a', ordered: 8, bagged: 7 },
      { lineId: 'c', ordered: 2, bagged: 3 },
    ]);
  });
  test('whatever hands do, no animal is lost or made but by taking a bag away', () => {
    const bags = fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 0, max: 4 })), {
      minLength: 1,
      maxLength: 6,
    });
    const deed = fc.record({ what: fc.integer({ min: 0, max: 4 }), i: fc.nat(9), j: fc.nat(9), n: fc.nat(9) });
    fc.assert(
      fc.property(bags, fc.array(deed, { maxLength: 12 }), (rows, deeds) => {
        let now: readonly Bag[] = rows.map(([a, b], i) => bag(`A${i + 1}`, b > 0 ? { a, b } : { a }));
        const sums = (bs: readonly Bag[]): string =>
          JSON.stringify(
            ['a', 'b'].map((l) => bs.flatMap((x) => x.animals).reduce((s, x) => s + (x.lineId === l ? x.count : 0), 0)),
          );
        const before = sums(now);
        for (const { what, i, j, n } of deeds) {
          const id = now[i % now.length]!.id;
          const to = now[j % now.length]!.id;
          const ids = now.filter((_, k) => (k + n) % 2 === 0).map((b) => b.id);
          if (what === 0) now = moveAnimals(now, { fromId: id, toId: to, lineId: n % 2 ? 'a' : 'b', count: n }).bags;
          if (what === 1) now = splitBag(now, id, n).bags;
          if (what === 2) now = mergeBags(now, ids).bags;
          if (what === 3) now = spreadEvenly(now, ids).bags;
          if (what === 4) now = oneEach(now, [id]).bags;
        }
        expect(sums(now)).toBe(before);
        expect(new Set(now.map((b) => b.id)).size).toBe(now.length);
        expect(now.every((b) => countOf(b) > 0)).toBe(true);
      }),
      { numRuns: 200 },
    );
  });
});

describe('bags that are alike', () => {
  test('are one group, whatever the order of their figures; another litre makes another', () => {
    const row = [
      ...Array.from({ length: 25 }, (_, i) => bag(`A${i + 1}`, { a: 1 })),
      bag('B1', { a: 1 }, { waterL: 2 }),
    ];
    const { waterL, ...rest } = row[3]!;
    row[3] = { ...rest, waterL };
    expect(groupIdentical(row, (b) => b).map((g) => g.length)).toEqual([25, 1]);
  });
  test('are named shortly', () => {
    expect(namesOf(['A1', 'A2'])).toBe('A1, A2');
    expect(namesOf(['A3', 'A4', 'A5'])).toBe('A3 to A5');
    expect(namesOf(['A1', 'A3', 'B2'])).toBe('A1, A3, B2');
    expect(namesOf(['A1', 'A3', 'B2', 'B4', 'C1', 'C3', 'D1'])).toBe('A1, A3, B2 and 4 more');
    expect(namesOf(['A10', 'A2', 'A1', 'A3', 'B7'])).toBe('A1 to A3, A10, B7');
    expect(namesOf(['A1', 'A3', 'A5', 'A7'])).toBe('A1, A3, A5, A7');
  });
});

test('another like it: made and peopled alike under a free name, never locked; the counts are told as too many', () => {
  const two = [bag('A1', { a: 3 }, { layers: 3, locked: true }), bag('A2', { a: 2 })];
  const r = duplicateBags(two, ['A1', 'A2']);
  expect(counts(r.bags)).toEqual(['A1:3a', 'A3:3a', 'A2:2a', 'A4:2a']);
  expect(r.bags[1]).toMatchObject({ layers: 3 });
  expect(r.bags[1]).not.toHaveProperty('locked');
  expect(miscounts({ bags: r.bags, lines: [{ id: 'a', count: 5 }] as never })).toMatchObject([
    { ordered: 5, bagged: 10 },
  ]);
  expect(duplicateBags(two, ['Z9']).bags).toEqual(two);
});
