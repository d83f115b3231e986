import { sampleCurve } from './sample';

test('a curve is read at its own steps, between them, and never beyond its end', () => {
  const v = [0, 1, 2, 3, 4];
  expect(sampleCurve(v, { stepH: 0.5, everyH: 1, decimals: 2 })).toEqual([0, 2, 4]);
  expect(sampleCurve(v, { stepH: 0.5, everyH: 0.75, decimals: 2 })).toEqual([0, 1.5, 3]);
  expect(sampleCurve(v, { stepH: 0.5, everyH: 0.25, decimals: 2, untilH: 0.5 })).toEqual([0, 0.5, 1]);
  expect(sampleCurve([], { stepH: 1, everyH: 1, decimals: 0 })).toEqual([]);
});

test('the same curve at two steps of computation gives the same points: time is thinned, not indices', () => {
  const hour = (stepH: number) => Float64Array.from({ length: 1 + 6 / stepH }, (_, i) => 20 + i * stepH);
  const at = (stepH: number) => sampleCurve(hour(stepH), { stepH, everyH: 0.5, decimals: 3 });
  expect(at(1 / 12)).toEqual(at(0.25));
  expect(at(1 / 12)).toHaveLength(13);
});

test('a step of nothing is a bug of the caller', () => {
  expect(() => sampleCurve([1], { stepH: 0, everyH: 1, decimals: 0 })).toThrow(/more than 0 h/);
});
