import { oddTest } from './doubt';

/** Each limit on both sides: what a kit reads is taken, what no living tank has is asked about. */
const TOP = 0.25;
test.each([
  ['a copper of three times what harms', { copperMgL: 0.75 }, { copperMgL: 0.76 }, /Copper 0.76 mg\/L is 3 times/],
  ['the least pH', { pH: 5 }, { pH: 4.9 }, /pH 4.9 with living fish/],
  ['the highest pH', { pH: 9.5 }, { pH: 9.6 }, /pH 9.6 with living fish/],
  ['ammonia', { tanMgNL: 8 }, { tanMgNL: 8.1 }, /Ammonia 8.1 mg N\/L/],
  ['nitrite', { nitriteMgL: 10 }, { nitriteMgL: 10.1 }, /Nitrite 10.1 mg\/L/],
  ['warmth', { tempC: 36 }, { tempC: 36.1 }, /Fahrenheit/],
])('%s', (_, taken, asked, words) => {
  expect(oddTest(taken, TOP, 3)).toBeNull();
  expect(oddTest(asked, TOP, 3)).toMatch(words);
});
