import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Box } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { arrange, arrangementSentence, boxWeights, innerCm, outsideCm } from './arrange';
import { chargeable } from './freight';
import { suggestBoxes, winterBoxes } from '@/core/choose/boxes';

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
  test('the smallest that takes them all, and never a winter wall as a matter of course', () => {
    const r = suggestBoxes({ ...c, bags: [{ ...bag, waterL: 0.6, gasL: 1.2 }] }, catalogue, []);
    expect(r.boxes).toHaveLength(1);
    expect(r.boxes[0]!.boxTypeId).toBe('box-s');
  });
  test('winter walls are offered smallest first, and only those that take the bags', () => {
    const offered = winterBoxes(box(), [bag], c, catalogue).map((t) => t.id);
    expect(offered).toEqual(['box-winter', 'box-winter-l']);
    const many = Array.from({ length: 9 }, (_, i) => ({ ...bag, id: `A${i}` }));
    expect(winterBoxes(box(), many, c, catalogue).map((t) => t.id)).not.toContain('box-winter');
  });
});
