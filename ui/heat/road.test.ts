import { jointMoved, parted, without, type HandSetLeg } from './road';
import { moved, addPack } from './tray';

const legs: HandSetLeg[] = [
  { kind: 'depot', label: 'A', at: 'origin', hours: 3 },
  { kind: 'van-unconditioned', label: 'B', at: 'between', hours: 4 },
  { kind: 'depot', label: 'C', at: 'destination', hours: 2 },
];
const hours = (of: readonly HandSetLeg[]): number => of.reduce((h, l) => h + l.hours, 0);

describe('legs under the hand', () => {
  test('a joint gives one leg what it takes of the next, by quarters of an hour, and never all', () => {
    expect(jointMoved(legs, 0, 1.1).map((l) => l.hours)).toEqual([4, 3, 2]);
    expect(jointMoved(legs, 0, -99).map((l) => l.hours)).toEqual([0.25, 6.75, 2]);
    expect(jointMoved(legs, 1, 99).map((l) => l.hours)).toEqual([3, 5.75, 0.25]);
    expect(jointMoved(legs, 2, 1)).toEqual(legs);
  });
  test('parting and taking away keep the hours of the road', () => {
    expect(parted(legs, 1).map((l) => l.hours)).toEqual([3, 2, 2, 2]);
    expect(without(legs, 1).map((l) => [l.label, l.hours])).toEqual([
      ['A', 7],
      ['C', 2],
    ]);
    expect(without(legs, 0).map((l) => [l.label, l.hours])).toEqual([
      ['B', 7],
      ['C', 2],
    ]);
    expect(hours(without(parted(legs, 2), 3))).toBe(9);
    expect(without(legs.slice(0, 1), 0)).toHaveLength(1);
  });
});

describe('packs under the hand', () => {
  const set = [
    { packId: 'p', count: 2, openedMin: 60 },
    { packId: 'q', count: 1, at: 'side' as const },
  ];
  test('one more lies where it was put, one less is taken from under the lid first', () => {
    expect(addPack(set, 'q', 1)).toEqual([...set, { packId: 'q', count: 1 }]);
    expect(addPack(set, 'q', 1, 'side')[1]).toMatchObject({ count: 2, at: 'side' });
    expect(addPack(set, 'q', -1)).toEqual([set[0]]);
    expect(addPack(set, 'z', -1)).toBe(set);
  });
  test('carried to another place it keeps when it was opened, and joins what lies there', () => {
    const one = moved(set, { packId: 'p', from: 'lid', to: 'void', count: 1 });
    expect(one).toEqual([{ ...set[0]!, count: 1 }, set[1], { packId: 'p', count: 1, openedMin: 60, at: 'void' }]);
    expect(moved(one, { packId: 'p', from: 'void', to: 'lid', count: 1 })[0]).toEqual(set[0]);
    expect(moved(set, { packId: 'q', from: 'lid', to: 'side', count: 1 })).toBe(set);
  });
});
