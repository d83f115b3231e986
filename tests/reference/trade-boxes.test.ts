import { evaluated } from '@/tests/journeys';
import { cases } from '@/tests/cases';
import { tradeBoxes, winterBoxes } from './trade-boxes';

/**
 * Boxes as experienced senders know them to end (common practice, no published source), on one default set of
 * assumptions: nothing is moved from case to case.
 */
const DRAWS = cases(400, 200);

describe('boxes of the trade end as it expects', () => {
  test.each(tradeBoxes.map((j) => [j.name, j] as const))('%s', (_, j) => {
    const e = evaluated(j, DRAWS);
    const r = e.risk!;
    expect(e.boxes[0]!.arrangement.problems).toEqual([]);
    const alive = r.expected / r.animals;
    expect(alive).toBeGreaterThanOrEqual(j.alive[0]);
    expect(alive).toBeLessThanOrEqual(j.alive[1]);
    if (j.coldestAboveC !== undefined) expect(r.coldestC).toBeGreaterThan(j.coldestAboveC);
  });
});

test('twelve well packed winter boxes, as a class: 95 to 99.5 % of the animals arrive alive', () => {
  const shares = winterBoxes.map((j) => {
    const e = evaluated(j, DRAWS / 2);
    expect(e.boxes[0]!.arrangement.problems).toEqual([]);
    return e.risk!.expected / e.risk!.animals;
  });
  const mean = shares.reduce((s, x) => s + x, 0) / shares.length;
  expect(mean).toBeGreaterThan(0.95);
  expect(mean).toBeLessThan(0.995);
  for (const x of shares) expect(x).toBeGreaterThan(0.9);
});
