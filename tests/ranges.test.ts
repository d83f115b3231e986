import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { closedBag } from '@/core/bag/closed';
import { openTube } from '@/core/bag/geometry';
import { isaPressureKPa } from '@/core/quantities/atmosphere';
import { chargeable } from '@/core/box/freight';
import { lengthOfClass, sizeClasses } from '@/core/fish/size';
import { restingOxygenMmolH } from '@/core/fish/metabolism';
import { floatMinutes } from '@/core/heat/float';
import { hourlyOf } from '@/core/weather/days';
import { ammoniaCriteria } from '@/core/water/criteria';

/** Outside what it is known for, a public function gives a reason and never a number. */
const bag = {
  tempC: 25,
  waterL: 1,
  gasL: 2,
  alkalinityMeqL: 2,
  pH: 7,
  co2AddedMmol: 0,
  tanAddedMmol: 0,
  gasPco2Atm: 0,
};
const box = {
  sides: [40, 30, 30] as [number, number, number],
  actual: 5,
  divisor: 5000,
  step: 0.5,
  minimum: 1,
  dimensionRounding: 'up' as const,
};
const town = { lat: 50, lon: 10, zone: 'Europe/Berlin' };

test.each<[string, () => unknown, RegExp]>([
  ['a fish without mass', () => restingOxygenMmolH(0, 25), /more than 0 g/],
  ['a fish of no known mass', () => restingOxygenMmolH(NaN, 25), /more than 0 g/],
  ['boiling water', () => restingOxygenMmolH(5, 99), /99/],
  ['a species without a length', () => lengthOfClass('small', 0), /more than 0 cm/],
  ['a bag without water', () => closedBag({ ...bag, waterL: 0 }), /more than 0 L/],
  ['a bag of less than no gas', () => closedBag({ ...bag, gasL: -1 }), /not below 0/],
  ['a bag without width', () => openTube(0, 30), /width and height/],
  ['the air at 20 km', () => isaPressureKPa(20_000), /20000 m/],
  ['floating no water', () => floatMinutes(0, 20, 25, a), /more than 0 L/],
  ['ammonia in ice', () => ammoniaCriteria(7, -5), /0 to 40 °C/],
  ['ammonia at pH 20', () => ammoniaCriteria(20, 25), /pH 20/],
  ['a box of negative weight', () => chargeable({ ...box, actual: -1 }), /cannot be -1/],
  ['weather of no day', () => hourlyOf([], town), /There must be a day/],
])('%s is refused with its reason', (_what, work, reason) => {
  expect(work).toThrow(RangeError);
  expect(work).toThrow(reason);
});

test('a floating bag that is warm enough already needs no minute', () => {
  expect(floatMinutes(1, 25, 25.4, a)).toBe(0);
  expect(floatMinutes(1, 18, 25, a)).toBeGreaterThan(floatMinutes(1, 22, 25, a));
});

test('length classes grow, to half a centimetre for fish, to a millimetre for small fry', () => {
  const lengths = sizeClasses.map((s) => lengthOfClass(s, 5));
  expect(lengths).toEqual([3.5, 5, 6.5, 8]);
  expect(lengthOfClass('small', 2.5)).toBe(1.8);
});
