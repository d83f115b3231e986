import { houseInMemory } from '@/tests/house';
import { must, NOON, said } from '@/tests/order';
import type { House } from '@/server/house';
import { measuresOf, setMeasures } from './settings';

let house: House;
beforeEach(() => (house = houseInMemory(() => NOON)));
afterEach(() => house.db.close());

test('measures are kept as they were given, and refused ones leave those that were', () => {
  expect(measuresOf(house)).toEqual([]);
  const scoop = { name: 'scoop', amount: 4.5, unit: 'g' };
  must(setMeasures(house, [scoop]));
  expect(measuresOf(house)).toEqual([scoop]);
  expect(said(setMeasures(house, [scoop, { ...scoop, unit: 'pint' }]))).toMatch(/litres, millilitres or grams/);
  expect(measuresOf(house)).toEqual([scoop]);
  must(setMeasures(house, []));
  expect(measuresOf(house)).toEqual([]);
});
