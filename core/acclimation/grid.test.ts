import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { gridCases, gridReport } from './grid';
import { methodIds } from './vessel';

const all = gridCases();

test('3,456 arrivals, no two alike, each with figures that the chemistry takes', () => {
  expect(all).toHaveLength(3456);
  expect(new Set(all.map((c) => JSON.stringify(c))).size).toBe(3456);
});

test('of a sample every one is answered, and many methods have their turn', () => {
  const some = all.filter((_, i) => i % 383 === 11);
  const r = gridReport(some, a);
  const firsts = methodIds.map((id) => r.first[id]);
  expect(firsts.reduce((x, n) => x + n, 0) + r.refused).toBe(some.length);
  expect(r.refused).toBe(0);
  expect(firsts.filter((n) => n > 0).length).toBeGreaterThanOrEqual(3);
  // None of them takes it all: it depends on the water.
  expect(Math.max(...firsts)).toBeLessThan(some.length * 0.75);
  expect(r.first.regas).toBe(0);
});
