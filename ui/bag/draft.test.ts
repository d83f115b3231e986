import type { Bag } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { mixPlans, planDifferences, bagPlanOf, type BagPlan } from './draft';
import { waterOf } from '@/ui/fields/water';

const c = exampleConsignment();
const mine: BagPlan = { bags: c.bags, sourceWater: c.sourceWater };

test('the water of a plan put into fields and read back is the same', () => {
  const plan = bagPlanOf({ bags: c.bags, water: c.sourceWater, drawn: [] });
  expect(plan.bags).toEqual(c.bags);
  expect(waterOf(plan.water)).toEqual(c.sourceWater);
});

test('how a bag is made is told where two plans differ; what is left as usual is not said', () => {
  const made = { layers: 3, corners: 'taped', closure: 'gooseneck', cover: 'shred', lies: true } as const;
  const rows = planDifferences({ ...mine, bags: [{ ...c.bags[0]!, ...made }] }, { ...mine, bags: [c.bags[0]!] });
  expect(rows[0]!.mine).toMatch(/3 layers; both corners folded up and taped; .*neck.*; lying$/);
  expect(rows[0]!.theirs).not.toMatch(/;[^;]*layers/);
});

describe('two plans', () => {
  const theirs: BagPlan = {
    bags: [
      { ...mine.bags[0]!, waterL: 9 },
      { ...(mine.bags[1] as Bag), id: 'Z9' },
    ],
    sourceWater: { ...mine.sourceWater, pH: 6.1 },
  };
  test('are told apart bag by bag, with bags that only one of them has', () => {
    const rows = planDifferences(mine, theirs);
    expect(rows.map((r) => r.path)).toEqual([c.bags[0]!.id, c.bags[1]!.id, 'Z9', 'water']);
    expect(rows[0]!.theirs).toContain('9 L water');
    expect(rows.find((r) => r.path === 'Z9')!.mine).toBe('');
    expect(rows.find((r) => r.path === c.bags[1]!.id)!.theirs).toBe('');
    expect(rows.find((r) => r.path === 'water')!.theirs).toContain('pH 6.1');
    expect(planDifferences(mine, mine)).toEqual([]);
  });
  test('are mixed by what is taken: theirs where taken, mine elsewhere, a bag that they removed gone', () => {
    const [first, second] = c.bags.map((b) => b.id) as [string, string];
    expect(mixPlans(mine, theirs, new Set())).toEqual(mine);
    expect(mixPlans(mine, theirs, new Set([first, second, 'Z9', 'water']))).toEqual(theirs);
    const mixed = mixPlans(mine, theirs, new Set([first]));
    expect(mixed.bags.map((b) => [b.id, b.waterL])).toEqual([
      [first, 9],
      [second, mine.bags[1]!.waterL],
    ]);
    expect(mixed.sourceWater).toEqual(mine.sourceWater);
  });
});
