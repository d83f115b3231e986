import { oddTest } from './copper-plausibility';

/** Each limit on both sides: what a kit reads is taken, what no living tank has is asked about. */
const TOP = 0.25;
test.each([
  ['a copper of three times what harms', { copperMgL: 0.75 }, { copperMgL: 0.76 }, /Copper 0.76 mg\/L is 3 times/],
  ['the least pH', { pH: 5 }, { pH: 4.9 }, /pH 4.9 is hardly survivable/],
  ['the highest pH', { pH: 9 }, { pH: 9.1 }, /pH 9.1 is hardly survivable/],
  ['ammonia', { tanMgNL: 8 }, { tanMgNL: 8.1 }, /8.1 mg N\/L of ammonia/],
  ['nitrite', { nitriteMgL: 10 }, { nitriteMgL: 10.1 }, /Nitrite 10.1 mg\/L/],
  ['warmth', { tempC: 34 }, { tempC: 34.1 }, /in °C/],
])('%s', (_, taken, asked, words) => {
  expect(oddTest(taken, TOP, 3)).toBeNull();
  expect(oddTest(asked, TOP, 3)).toMatch(words);
});
