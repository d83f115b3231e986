import { exampleConsignment } from '@/tests/example';
import { cameOut } from './digest';

/** Who counts as alive: what was counted, told dead, and seen doubtful, by hand. */
const c = exampleConsignment();
const bag = c.bags[0]!;
const packed = bag.animals.reduce((n, x) => n + x.count, 0);
const found = (counts: { alive: number | null; dead: number | null; doubtful?: number | null }) =>
  cameOut(
    { ...c, actual: { ...c.actual, bags: [{ bagId: bag.id, ...counts } as (typeof c.actual.bags)[number]] } },
    bag,
  );

test('nobody counted: nothing is known, and nobody is taken for alive', () => {
  expect(found({ alive: null, dead: null })).toEqual({ animals: packed, counted: 0, alive: 0 });
  expect(cameOut({ ...c, actual: { ...c.actual, bags: [] } }, bag)).toEqual({ animals: packed, counted: 0, alive: 0 });
});
test('the dead are counted and not alive; the doubtful live until they are told dead', () => {
  expect(found({ alive: 3, dead: 2, doubtful: 1 })).toEqual({ animals: packed, counted: 6, alive: 4 });
  expect(found({ alive: 0, dead: packed })).toEqual({ animals: packed, counted: packed, alive: 0 });
});
test('who counted only the dead has seen the others live, and never fewer than none', () => {
  expect(found({ alive: null, dead: 1 })).toEqual({ animals: packed, counted: packed, alive: packed - 1 });
  expect(found({ alive: null, dead: packed + 3 }).alive).toBe(0);
});
