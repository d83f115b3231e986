import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Box } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { arrange, arrangementSentence, innerCm } from './arrange';
import { boxWeights, outsideCm } from './weights';
import { chargeable } from './freight';
import { boxSets } from '@/core/choose/box-sets';
import { makingsOf, suggestBoxes } from '@/core/choose/boxes';

const c = exampleConsignment();
const bag = { ...c.bags[0]!, id: 'A1', boxId: '1', bagTypeId: 'bag-18x40', waterL: 1, gasL: 2 };
const box = (change: Partial<Box> = {}): Box => ({ id: '1', boxTypeId: 'box-m', packs: [], ventHoles: 0, ...change });

describe('room in a box', () => {
  test('packs under the lid take height, packs at the side take length, a lining takes both', () => {
    const room = (b: Box): number => arrange(b, [bag], catalogue, a).roomCm;
    const lid = box({ packs: [{ packId: 'heat-72h', count: 2 }] });
    const side = box({ packs: [{ packId: 'heat-72h', count: 2, at: 'side' }] });
    expect(room(box()) - room(lid)).toBeCloseTo(1.5 + a.packClearanceCm, 9);
    expect(room(side)).toBe(room(box()));
    const lining = [{ name: 'XPS', thicknessCm: 2, kWPerMK: 0.029 }];
    expect(innerCm(row(catalogue.boxes, 'box-m', 'box'), box({ lining }))).toEqual([34, 24, 32]);
    expect(room(box({ lining }))).toBe(32);
  });
  test('what stands at the side leaves fewer bags on the floor', () => {
    const bags = Array.from({ length: 8 }, (_, i) => ({ ...bag, id: `A${i}` }));
    const placed = (b: Box): number => arrange(b, bags, catalogue, a).placed.length;
    const side = box({ packs: [{ packId: 'heat-72h', count: 1, at: 'side' }], bottle: { litres: 1, startC: 45 } });
    expect(placed(side)).toBeLessThanOrEqual(placed(box()));
    for (const p of arrange(side, bags, catalogue, a).placed)
      expect(p.xCm + p.standing.diameterCm / 2).toBeLessThanOrEqual(
        38 - 1.5 - a.packClearanceCm - a.bottleFloorCm + 1e-6,
      );
  });
  test('every refusal says what to do', () => {
    expect(arrangementSentence({ code: 'too-wide', bagId: 'A1', diameterCm: 40, roomCm: 28 })).toMatch(/larger box/);
    expect(arrangementSentence({ code: 'no-room', bagId: 'A1' })).toMatch(/second one/);
    expect(arrangementSentence({ code: 'too-tall', bagId: 'A1', overCm: 2, heightCm: 38, roomCm: 36 })).toMatch(
      /2\.0 cm too tall/,
    );
  });
});

describe('weight and freight', () => {
  test('a bottle and every pack weigh', () => {
    const weigh = (b: Box): number => boxWeights({ ...c, bags: [bag] }, b, catalogue, a, () => 1).totalKg;
    expect(weigh(box({ bottle: { litres: 1.5, startC: 40 } })) - weigh(box())).toBeCloseTo(1.5, 9);
    expect(weigh(box({ packs: [{ packId: 'heat-72h', count: 3 }] })) - weigh(box())).toBeCloseTo(0.57, 9);
  });
  test('one big box for one bag is paid by its size (common practice)', () => {
    const sides = outsideCm(row(catalogue.boxes, 'box-l', 'box'));
    const f = chargeable({ sides, actual: 4, divisor: 5000, step: 0.5, minimum: 2, dimensionRounding: 'up' });
    expect(f.chargedBy).toBe('volume');
    expect(f.chargeable).toBeGreaterThan(20);
  });
});

describe('boxes for bags', () => {
  test('bags that are alike go into boxes in the order of their numbers: A1 to A9 before A10', () => {
    const bags = Array.from({ length: 60 }, (_, i) => ({ ...bag, id: `A${i + 1}`, waterL: 0.6, gasL: 1.2 }));
    const r = suggestBoxes({ ...c, bags }, catalogue, []);
    expect(r.boxes.length).toBeGreaterThan(1);
    const numbers = r.boxes.map((b) => r.bags.filter((x) => x.boxId === b.id).map((x) => Number(x.id.slice(1))));
    for (const inside of numbers) expect(Math.max(...inside) - Math.min(...inside)).toBe(inside.length - 1);
    for (const set of boxSets({ ...c, bags }, catalogue))
      for (const b of set.boxes) {
        const inside = bags.filter((x) => set.inBox[x.id] === b.id).map((x) => Number(x.id.slice(1)));
        expect(Math.max(...inside) - Math.min(...inside)).toBe(inside.length - 1);
      }
  });
  test('the smallest that takes them all, and never a winter wall as a matter of course', () => {
    const r = suggestBoxes({ ...c, bags: [{ ...bag, waterL: 0.6, gasL: 1.2 }] }, catalogue, []);
    expect(r.boxes).toHaveLength(1);
    expect(r.boxes[0]!.boxTypeId).toBe('box-s');
  });
  test('winter walls, lining and bottles are offered cheapest first, and only what takes the bags', () => {
    const made = (bags: (typeof bag)[]) => makingsOf({ ...c, bags }, box(), catalogue);
    const few = made([bag]);
    expect(new Set(few.map((m) => m.box.boxTypeId))).toEqual(new Set([box().boxTypeId, 'box-winter', 'box-winter-l']));
    expect(few.map((m) => m.cost)).toEqual([...few.map((m) => m.cost)].sort((x, y) => x - y));
    expect(few.some((m) => m.box.lining) && few.some((m) => m.box.ballast)).toBe(true);
    const many = made(Array.from({ length: 9 }, (_, i) => ({ ...bag, id: `A${i}` })));
    expect(many.map((m) => m.box.boxTypeId)).not.toContain('box-winter');
  });
  test('a lining and bottles weigh what they are made of', () => {
    const weigh = (b: Box): number => boxWeights({ ...c, bags: [] }, b, catalogue, a, () => 5).totalKg;
    // Middle box, 2 cm of 30 kg/m³ on 2 (38 × 28 + 38 × 36 + 28 × 36) cm²: 0.41 kg.
    const lining = [{ name: 'sheet', thicknessCm: 2, kWPerMK: 0.035 }];
    expect(weigh(box({ lining })) - weigh(box())).toBeCloseTo(0.6 * 0.688, 9);
    expect(weigh(box({ ballast: { litres: 1, count: 3 } })) - weigh(box())).toBeCloseTo(3, 9);
  });
  test('bottles stand in the gaps between the bags; what finds no place is told', () => {
    const at = (count: number) => arrange(box({ ballast: { litres: 1, count } }), [bag], catalogue, a);
    const three = at(3);
    expect(three.problems).toEqual([]);
    const circles = [
      ...three.placed.map((b) => ({ x: b.xCm, y: b.yCm, r: b.standing.diameterCm / 2 })),
      ...three.bottles.map((b) => ({ x: b.xCm, y: b.yCm, r: b.diameterCm / 2 })),
    ];
    for (const [i, p] of circles.entries())
      for (const q of circles.slice(i + 1)) expect(Math.hypot(p.x - q.x, p.y - q.y)).toBeGreaterThan(p.r + q.r - 1e-6);
    const many = at(20).problems;
    expect(many).toMatchObject([{ code: 'bottles', litres: 1 }]);
    expect(arrangementSentence(many[0]!)).toMatch(/bottles of 1 L find no room between the bags/);
    expect(at(20).placed).toEqual(three.placed);
  });
});
