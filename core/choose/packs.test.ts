import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import type { Consignment } from '@/core/consignment/schema';
import { runToEnd } from '@/core/engine/run-to-end';
import { prepare, type Prepared } from '@/core/engine/prepare';
import { exampleConsignment } from '@/tests/example';
import { candidatePlans, choosePacks, planName, ventHolesFor, type PackSet } from './packs';

const heat = catalogue.packs.filter((p) => p.kind === 'heat');
const cold = catalogue.packs.filter((p) => p.kind === 'cold');
const count = (packs: PackSet): number => packs.reduce((n, p) => n + p.count, 0);
const all = candidatePlans(catalogue, null, a);

describe('sets of packs that are tried', () => {
  test('nothing is one of them, and none stands there twice', () => {
    const keys = all.map((p) => JSON.stringify([p.packs, p.bottle]));
    expect(keys).toContain(JSON.stringify([[], null]));
    expect(new Set(keys).size).toBe(keys.length);
  });
  test('every mix of one to three heat packs lies under the lid', () => {
    // n kinds, repeats allowed: n + n(n+1)/2 + n(n+1)(n+2)/6. Of many kinds those nearest to the usual hours are mixed.
    const n = 3;
    const lid = all.filter(
      (p) => !p.bottle && p.packs.length > 0 && p.packs.every((x) => !x.at) && count(p.packs) <= 3,
    );
    const warm = lid.filter((p) => p.packs.every((x) => heat.some((h) => h.id === x.packId)));
    expect(warm).toHaveLength(n + (n * (n + 1)) / 2 + (n * (n + 1) * (n + 2)) / 6);
  });
  test('heat and cold are never mixed, and no set has more than four', () => {
    for (const p of all) {
      const kinds = new Set(p.packs.map((x) => (cold.some((k) => k.id === x.packId) ? 'cold' : 'heat')));
      expect(kinds.size).toBeLessThanOrEqual(1);
      expect(count(p.packs)).toBeLessThanOrEqual(4);
    }
  });
  test('of many kinds the usual ones are mixed, or those that the shelf has', () => {
    const kindsOf = (stock: Record<string, number> | null): string[] =>
      [...new Set(candidatePlans(catalogue, stock, a).flatMap((p) => p.packs.map((x) => x.packId)))].filter((id) =>
        heat.some((h) => h.id === id),
      );
    expect(kindsOf(null).sort()).toEqual(['heat-20h', 'heat-40h', 'heat-72h']);
    expect(kindsOf({ 'heat-30h': 5, 'heat-96h': 5 }).sort()).toEqual(['heat-30h', 'heat-96h']);
  });
  test('a cold pack is tried in paper and in a towel', () => {
    const cool = all.filter((p) => p.packs.some((x) => cold.some((k) => k.id === x.packId)));
    expect(cool.filter((p) => p.packs[0]!.inTowel).length).toBe(cool.length / 2);
  });
  test('what is not in stock is not offered; a bottle needs no shelf', () => {
    const one = candidatePlans(catalogue, { [heat[0]!.id]: 1 }, a);
    expect(new Set(one.flatMap((p) => p.packs.map((x) => x.packId)))).toEqual(new Set([heat[0]!.id]));
    expect(Math.max(...one.map((p) => count(p.packs)))).toBe(1);
    expect(one.some((p) => p.bottle !== null)).toBe(true);
    expect(candidatePlans(catalogue, {}, a).every((p) => p.packs.length === 0)).toBe(true);
  });
  test('two at the lid and one at the side are three of the shelf', () => {
    const id = heat[0]!.id;
    for (const p of candidatePlans(catalogue, { [id]: 2 }, a)) expect(count(p.packs)).toBeLessThanOrEqual(2);
  });
});

describe('holes beside the packs (common practice)', () => {
  const holes = (n: number, id = heat[0]!.id): number =>
    ventHolesFor(n > 0 ? [{ packId: id, count: n }] : [], catalogue);
  test('two for each heat pack, eight at most, none for cold or for none', () => {
    expect([0, 1, 2, 3, 4, 5].map((n) => holes(n))).toEqual([0, 2, 4, 6, 8, 8]);
    expect(holes(2, cold[0]!.id)).toBe(0);
  });
  test('every set that is tried has its holes', () => {
    for (const p of all) expect(p.ventHoles).toBe(ventHolesFor(p.packs, catalogue));
  });
});

describe('the name of a set', () => {
  const name = (packs: PackSet, bottle: { litres: number; startC: number } | null = null): string =>
    planName({ packs, bottle }, catalogue);
  test('is its packs, the longest-lived first, and what stands at the side', () => {
    expect(name([])).toBe('No pack');
    expect(name([{ packId: 'heat-72h', count: 3 }])).toBe('3 × 72 h');
    expect(
      name([
        { packId: 'heat-40h', count: 1 },
        { packId: 'heat-72h', count: 1 },
      ]),
    ).toBe('1 × 72 h + 1 × 40 h');
    expect(
      name([
        { packId: 'heat-72h', count: 1, at: 'side' },
        { packId: 'heat-72h', count: 2 },
      ]),
    ).toBe('3 × 72 h (1 side)');
    expect(name([], { litres: 1.5, startC: 45 })).toBe('1.5 L bottle');
  });
  test('no two sets that are tried share one', () => {
    const names = all.map((p) => planName(p, catalogue));
    expect(new Set(names).size).toBe(names.length);
  });
});

describe('one set for several boxes', () => {
  const c = exampleConsignment('tropical-overnight-in-frost');
  const prepared = (x: Consignment): Prepared => {
    const p = prepare(x, catalogue, x.forecast, { stepH: 0.5, beyondH: 72 });
    if (!p.ok) throw new Error(p.problems[0]!.message);
    return p.value;
  };
  const two: Consignment = {
    ...c,
    boxes: [
      { ...c.boxes[0]!, id: '1' },
      { ...c.boxes[0]!, id: '2', packs: [], ventHoles: 0 },
    ],
    bags: c.bags.flatMap((b) => [
      { ...b, boxId: '1' },
      { ...b, id: `${b.id}b`, boxId: '2' },
    ]),
  };
  const ranked = (x: Consignment) => runToEnd(choosePacks(prepared(x), { draws: 50, seed: 1 }));
  test('cost and weight are those of all, and both arriving is never surer than either', () => {
    const all = ranked(two);
    const alone = ranked({ ...two, boxes: [two.boxes[0]!], bags: two.bags.filter((b) => b.boxId === '1') });
    for (const o of all.filter((x) => !x.asItIs)) {
      const one = alone.find((x) => x.name === o.name);
      if (!one) continue;
      expect(o.cost).toBeCloseTo(2 * one.cost, 9);
      expect(o.massG).toBe(2 * one.massG);
      expect(o.chance!).toBeLessThanOrEqual(one.chance! + 1e-9);
      expect(o.coldestC).toBeLessThanOrEqual(one.coldestC + 0.3);
    }
    expect(all.length).toBeGreaterThan(10);
  });
  test('boxes that differ stand among them as they are; boxes that are alike under the name of their set', () => {
    const asItIs = ranked(two).filter((o) => o.asItIs);
    expect(asItIs).toHaveLength(1);
    expect(asItIs[0]!.name).toBe('As planned, box by box');
    const packs = (b: { packs: PackSet }): number => count(b.packs);
    expect(asItIs[0]!.things).toBe(packs(two.boxes[0]!) + packs(two.boxes[1]!) + (two.boxes[0]!.bottle ? 1 : 0));
    const alike = ranked({ ...two, boxes: two.boxes.map((b) => ({ ...two.boxes[0]!, id: b.id })) });
    expect(alike.some((o) => o.asItIs)).toBe(false);
    expect(alike.some((o) => o.name === planName(two.boxes[0]!, catalogue))).toBe(true);
  });
});
