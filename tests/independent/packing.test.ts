import { pack3D } from 'binpackingjs/3d';
import { arrange, standingBagOf } from '@/core/box/arrange';
import { standAll } from '@/core/box/stand';
import { outsideCm } from '@/core/box/weights';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { boxSets } from '@/core/choose/box-sets';
import { chargeable } from '@/core/box/freight';
import type { Bag } from '@/core/consignment/schema';
import { cases } from '@/tests/cases';
import { exampleConsignment } from '@/tests/example';

/**
 * Best known radii of n equal circles in a unit square, to six places (Graham & Lubachevsky 1996; Specht's tables for n up
 * to 20; from memory). A square is the rectangle for which they are published.
 */
const BEST = [
  0.5, 0.292893, 0.254333, 0.25, 0.207107, 0.187681, 0.174458, 0.170541, 0.166667, 0.148204, 0.142399, 0.139959,
  0.133994, 0.129332, 0.127167, 0.125, 0.117197, 0.115521, 0.112265, 0.111382,
];

test('equal circles in a square: at 95 % of the best known radius all of up to twenty find a place, on average at 98 %', () => {
  const SIDE = 40;
  const ratios = BEST.map((r, i) => {
    const n = i + 1;
    const all = (share: number): boolean => {
      const list = Array.from({ length: n }, (_, k) => ({ id: `${k}`, r: SIDE * r * share, lying: null, spot: null }));
      return standAll(list, SIDE, SIDE).left.length === 0;
    };
    let share = 1;
    while (share > 0.5 && !all(share - 1e-5)) share -= 0.005;
    return share;
  });
  expect(Math.min(...ratios)).toBeGreaterThan(0.95);
  expect(ratios.reduce((s, x) => s + x, 0) / ratios.length).toBeGreaterThan(0.98);
  // None is better than what is known to be best.
  expect(Math.max(...ratios)).toBeLessThanOrEqual(1);
});

const SETS = cases(100, 36);

/** A repeatable number in 0…1 (a mixing hash). */
const unit = (seed: number): number => {
  let h = Math.imul(seed ^ (seed >>> 15), 0x2c1b3c6d);
  h = Math.imul(h ^ (h >>> 12), 0x297a2d39);
  return ((h ^ (h >>> 15)) >>> 0) / 2 ** 32;
};

test('sets of bags against a general packer of cuboids: never more boxes, in the median less to pay for', () => {
  const c = exampleConsignment();
  const service = row(catalogue.services, c.serviceId, 'service');
  const sizes = [
    ['bag-13x30', 0.4, 0.7],
    ['bag-18x40', 1, 2],
    ['bag-23x46', 1.8, 3.6],
  ] as const;
  let more = 0;
  const savings: number[] = [];
  for (let set = 0; set < SETS; set++) {
    const n = 6 + Math.floor(unit(set * 97 + 1) * 30);
    const bags = Array.from({ length: n }, (_, i): Bag => {
      const [bagTypeId, waterL, gasL] = sizes[Math.floor(unit(set * 97 + 7 * i + 3) * sizes.length)]!;
      return { ...c.bags[0]!, id: `A${i}`, boxId: '1', bagTypeId, waterL, gasL };
    });
    const packed = { ...c, bags, boxes: [{ id: '1', boxTypeId: 'box-l', packs: [], ventHoles: 0 }] };
    const [ours] = boxSets(packed, catalogue);
    // Each bag as the upright cuboid round it, as high as the box, so that none is stood on another.
    const theirs = catalogue.boxes
      .map((t) => {
        const [w, d, h] = t.insideCm;
        const items = bags.map((b) => {
          const s = standingBagOf(b, row(catalogue.bags, b.bagTypeId, 'bag'), a);
          return { name: b.id, width: s.diameterCm, height: h, depth: s.diameterCm, weight: 1, tall: s.heightCm };
        });
        if (items.some((x) => x.tall > h)) return null;
        let left = items;
        let count = 0;
        while (left.length > 0 && count < 20) {
          const r = pack3D({ bins: [{ name: 'box', width: w, height: h, depth: d, maxWeight: 1e6 }], items: left });
          const out = new Set(r.unfitItems.map((x) => x.name));
          if (out.size === left.length) return null;
          left = left.filter((x) => out.has(x.name));
          count++;
        }
        const each = chargeable({
          sides: outsideCm(t),
          actual: 0,
          divisor: service.divisor,
          step: service.stepKg,
          minimum: service.minimumKg,
          dimensionRounding: service.dimensionRounding ?? 'up',
        });
        return { count, kg: count * each.chargeable };
      })
      .filter((x) => x !== null);
    const best = theirs.reduce((x, y) => (y.kg < x.kg ? y : x));
    const fewest = Math.min(...theirs.map((x) => x.count));
    const least = Math.min(...boxSets(packed, catalogue).map((x) => x.boxes.length));
    if (least > fewest) more++;
    savings.push(best.kg - ours!.chargeableKg);
    // Nobody stands beyond the lid, or in two boxes.
    for (const box of ours!.boxes) {
      const inside = bags.filter((b) => ours!.inBox[b.id] === box.id);
      expect(arrange(box, inside, catalogue, a).problems).toEqual([]);
    }
  }
  savings.sort((x, y) => x - y);
  expect(more).toBe(0);
  expect(savings[SETS / 2]).toBeGreaterThan(0);
});
