import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Consignment, OrderLine } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { chooseBags, suggestBags } from './bags';

const c = exampleConsignment();
const first = c.lines[0]!;
const line = (speciesId: string, count: number, change: Partial<OrderLine> = {}): OrderLine => {
  const s = row(catalogue.species, speciesId, 'species');
  return { ...first, speciesId, count, lengthCm: s.lengthCm, massG: null, ...change };
};
const order = (...lines: OrderLine[]): Consignment => ({
  ...c,
  lines: lines.map((l, i) => ({ ...l, id: `L${i + 1}` })),
  bags: [],
});
const plans = (l: OrderLine) => {
  const o = order(l);
  return chooseBags(o, o.lines[0]!, catalogue);
};

describe('bag plans for a line', () => {
  test('every plan holds every animal, and no bag more than it says', () => {
    for (const p of plans(line('lemon-tetra', 23))) {
      expect(p.bags * p.perBag).toBeGreaterThanOrEqual(23);
      expect((p.bags - 1) * p.perBag).toBeLessThan(23);
    }
  });
  test('what travels alone is alone; cichlids are one, or four and more (common practice)', () => {
    expect(new Set(plans(line('siamese-fighter', 3)).map((p) => p.perBag))).toEqual(new Set([1]));
    expect(plans(line('angelfish', 9)).every((p) => p.perBag === 1 || p.perBag >= 4)).toBe(true);
  });
  test('a fish lies straight in its bag: none is narrower than the fish is long, where there is a wider one', () => {
    for (const cm of [4, 9, 15, 22])
      for (const p of plans(line('goldfish', 2, { lengthCm: cm }))) expect(p.type.widthCm).toBeGreaterThanOrEqual(cm);
  });
  test('a koi longer than every bag is wide gets the widest', () => {
    const widest = Math.max(...catalogue.bags.filter((b) => !b.breather).map((b) => b.widthCm));
    expect(new Set(plans(line('goldfish', 1, { lengthCm: widest + 10 })).map((p) => p.type.widthCm))).toEqual(
      new Set([widest]),
    );
  });
  test('water takes a third to a half of the filled bag, and gas the rest (common practice)', () => {
    for (const p of plans(line('lemon-tetra', 12))) {
      const share = p.waterL / (p.waterL + p.gasL);
      expect(share).toBeGreaterThan(0.3);
      expect(share).toBeLessThan(0.54);
    }
  });
  test('the first stands a day of delay in a bad case where any does, and is the lightest that does', () => {
    const all = plans(line('lemon-tetra', 12));
    expect(all[0]!.worstSlackH).toBeGreaterThanOrEqual(a.wantedSlackH);
    const load = (p: (typeof all)[0]): number => p.weightKg + p.bags * a.handsKgPerBag;
    for (const p of all.filter((x) => x.worstSlackH >= a.wantedSlackH))
      expect(load(p)).toBeGreaterThanOrEqual(load(all[0]!) - 1e-9);
    expect(all[0]!.reason).toMatch(/lightest plan that allows a day of delay/);
  });
  test('where none does, the most hours come first and the sentence says so', () => {
    const far = { ...c, openingAt: new Date(Date.parse(c.handOverAt) + 12 * 864e5).toISOString(), window: null };
    const l = { ...line('goldfish', 4, { lengthCm: 15, massG: 80 }), id: 'L1' };
    const all = chooseBags({ ...far, lines: [l], bags: [] }, l, catalogue);
    expect(all[0]!.worstSlackH).toBeLessThan(a.wantedSlackH);
    for (const p of all) expect(p.worstSlackH).toBeLessThanOrEqual(all[0]!.worstSlackH + 1e-9);
    expect(all[0]!.reason).toMatch(/no bag allows a full day of delay/);
  });
  test('the chance is a share, and falls with the animals in one bag and its water alike', () => {
    const all = plans(line('lemon-tetra', 20));
    for (const p of all) {
      expect(p.chance).toBeGreaterThanOrEqual(0);
      expect(p.chance).toBeLessThanOrEqual(1);
    }
    for (const p of all)
      for (const q of all)
        if (p.type.id === q.type.id && p.waterL === q.waterL && p.perBag < q.perBag)
          expect(p.chance).toBeGreaterThanOrEqual(q.chance - 1e-3);
  });
  test('the bad case is never better than the plan', () => {
    for (const p of plans(line('lemon-tetra', 16))) expect(p.worstSlackH).toBeLessThanOrEqual(p.slackH + 1e-9);
  });
});

describe('the bags of an order', () => {
  test('are lettered by line and numbered within it', () => {
    const { bags, reasons } = suggestBags(order(line('lemon-tetra', 12), line('siamese-fighter', 3)), catalogue, '1');
    expect(bags.filter((b) => b.id.startsWith('B')).map((b) => b.id)).toEqual(['B1', 'B2', 'B3']);
    expect(bags.filter((b) => b.id.startsWith('A')).every((b) => b.animals[0]!.lineId === 'L1')).toBe(true);
    expect(reasons).toHaveLength(2);
  });
  test('after Z come AA and AB', () => {
    const many = Array.from({ length: 28 }, () => line('siamese-fighter', 1));
    expect(
      suggestBags(order(...many), catalogue, '1')
        .bags.map((b) => b.id)
        .slice(25),
    ).toEqual(['Z1', 'AA1', 'AB1']);
  });
  test('hold every animal once and evenly, in clean new bags, whatever is ordered (property)', () => {
    const kinds = ['lemon-tetra', 'siamese-fighter', 'angelfish', 'goldfish', 'cherry-shrimp', 'ocellaris-clownfish'];
    fc.assert(
      fc.property(fc.constantFrom(...kinds), fc.integer({ min: 1, max: 40 }), (id, count) => {
        const { bags } = suggestBags(order(line(id, count)), catalogue, '7');
        const counts = bags.map((b) => b.animals[0]!.count);
        expect(counts.reduce((n, x) => n + x, 0)).toBe(count);
        expect(Math.min(...counts)).toBeGreaterThan(0);
        expect(Math.max(...counts) - Math.min(...counts)).toBeLessThanOrEqual(1);
        expect(bags.every((b) => b.boxId === '7' && !b.sedated && b.binderMgN === null)).toBe(true);
        expect(new Set(bags.map((b) => b.id)).size).toBe(bags.length);
      }),
      { numRuns: 12 },
    );
  });
});
