import { catalogue } from '@/core/catalogue';
import type { Consignment } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { Draws } from './draws';
import { forward } from './forward';
import { prepare, type Prepared } from './prepare';
import { identicalBags } from './identical-bags';

const c = exampleConsignment();
const line = { ...c.lines[0]!, id: 'L1', speciesId: 'guppy', lengthCm: 3.5, massG: null, count: 24 };
const singles = (change: (i: number) => object = () => ({})): Consignment => ({
  ...c,
  lines: [line],
  bags: Array.from({ length: 24 }, (_, i) => ({
    ...c.bags[0]!,
    id: `A${i + 1}`,
    boxId: '1',
    bagTypeId: 'bag-13x30',
    animals: [{ lineId: 'L1', count: 1 }],
    waterL: 0.3,
    gasL: 0.6,
    ...change(i),
  })),
});
const prepared = (x: Consignment): Prepared => {
  const p = prepare(x, catalogue, x.forecast, { stepH: 0.5, beyondH: 100 });
  if (!p.ok) throw new Error(p.problems.map((y) => y.message).join(' '));
  return p.value;
};
/** The same with a water so little different in each bag that none is a twin. */
const apart = prepared(singles((i) => ({ waterL: 0.3 + i * 1e-9 })));
const alike = prepared(singles());

describe('bags that fare alike', () => {
  test('are computed once: those of one box with the same water, animals, and place to a wall', () => {
    const twins = identicalBags(alike);
    expect([...twins].filter((t) => t < 0).length).toBeLessThan(8);
    twins.forEach((t, i) => expect(t).toBeLessThan(i));
    expect([...identicalBags(apart)].every((t) => t < 0)).toBe(true);
  });
  test('other litres, another box, a rule taken on: no twin', () => {
    const differ = (change: object): boolean =>
      identicalBags(prepared(singles((i) => (i === 23 ? change : {}))))[23]! < 0;
    expect(differ({ waterL: 0.31 })).toBe(true);
    expect(differ({ oxygenFraction: 0.21 })).toBe(true);
    expect(differ({ accepted: [{ rule: 'x', reason: 'y' }] })).toBe(true);
    const two = singles((i) => (i > 11 ? { boxId: '2' } : {}));
    const p = prepared({ ...two, boxes: [c.boxes[0]!, { ...c.boxes[0]!, id: '2' }] });
    expect([...identicalBags(p)].every((t, i) => t < 0 || t > 11 === i > 11)).toBe(true);
  });
  test('and what comes out is what comes out of each by itself, in the plan and in the draws', () => {
    const [x, y] = [forward(apart), forward(alike)];
    y.bags.forEach((b, i) => {
      expect(b.id).toBe(x.bags[i]!.id);
      for (const k of [40, 80, 120]) {
        expect(b.tempC[k]).toBeCloseTo(x.bags[i]!.tempC[k]!, 5);
        expect(b.curves.pH[k]).toBeCloseTo(x.bags[i]!.curves.pH[k]!, 5);
      }
    });
    const risk = (p: Prepared) => {
      const d = new Draws(p, 1);
      d.more(50);
      return d.result(false);
    };
    const [a, b] = [risk(apart), risk(alike)];
    expect(b.lost).toBe(a.lost);
    expect(b.expected).toBeCloseTo(a.expected, 6);
    expect(b.allAlive).toBeCloseTo(a.allAlive, 6);
    b.bags.forEach((r, i) => {
      expect(r).toMatchObject({ chance: a.bags[i]!.chance, factor: a.bags[i]!.factor });
      expect(r.worstSlackH ?? 99).toBeCloseTo(a.bags[i]!.worstSlackH ?? 99, 3);
    });
  });
});
