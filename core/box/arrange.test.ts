import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Bag, Box } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { arrange, boxWeights, companionsIn, innerCm, outsideCm } from './arrange';

const c = exampleConsignment();
const bag = (id: string, change: Partial<Bag> = {}): Bag => ({
  ...c.bags[0]!,
  id,
  boxId: '1',
  bagTypeId: 'bag-18x40',
  waterL: 1,
  gasL: 2,
  ...change,
});
const box = (change: Partial<Box> = {}): Box => ({ id: '1', boxTypeId: 'box-m', packs: [], ventHoles: 0, ...change });

describe('bags on the floor of a box', () => {
  test('none overlaps another, none stands in a wall, and each is placed or refused once (property)', () => {
    const sizes = fc.constantFrom(['bag-13x30', 0.4, 0.7], ['bag-18x40', 1, 2], ['bag-23x46', 2, 3.5] as const);
    fc.assert(
      fc.property(
        fc.array(sizes, { minLength: 1, maxLength: 14 }),
        fc.constantFrom('box-s', 'box-m', 'box-l'),
        (chosen, boxTypeId) => {
          const bags = chosen.map(([bagTypeId, waterL, gasL], i) =>
            bag(`A${i}`, { bagTypeId: String(bagTypeId), waterL: Number(waterL), gasL: Number(gasL) }),
          );
          const { placed, problems } = arrange(box({ boxTypeId }), bags, catalogue, a);
          const [w, d] = innerCm(row(catalogue.boxes, boxTypeId, 'box'), box({ boxTypeId }));
          for (const p of placed) {
            const r = p.standing.diameterCm / 2;
            expect(Math.min(p.xCm - r, p.yCm - r, w - p.xCm - r, d - p.yCm - r)).toBeGreaterThan(-1e-5);
            for (const q of placed)
              if (p !== q)
                expect(Math.hypot(p.xCm - q.xCm, p.yCm - q.yCm)).toBeGreaterThan(r + q.standing.diameterCm / 2 - 1e-5);
          }
          const nowhere = problems.filter((x) => x.code !== 'too-tall').map((x) => x.bagId);
          expect([...placed.map((p) => p.bagId), ...nowhere].sort()).toEqual(bags.map((b) => b.id).sort());
        },
      ),
      { numRuns: 60 },
    );
  });
  test('the first stands in the corner; the same bags stand the same way whatever their order', () => {
    const bags = [bag('A1'), bag('A2'), bag('A3', { bagTypeId: 'bag-13x30', waterL: 0.4, gasL: 0.7 })];
    const one = arrange(box(), bags, catalogue, a);
    const r = one.placed[0]!.standing.diameterCm / 2;
    expect([one.placed[0]!.xCm, one.placed[0]!.yCm]).toEqual([r, r]);
    expect(arrange(box(), [...bags].reverse(), catalogue, a)).toEqual(one);
  });
  test('what is too tall says by how much, and clear height is then below nothing', () => {
    const { problems, clearCm, roomCm } = arrange(
      box({ boxTypeId: 'box-s' }),
      [bag('A1', { waterL: 1.5, gasL: 3.5 })],
      catalogue,
      a,
    );
    const tall = problems.find((p) => p.code === 'too-tall')!;
    expect(tall).toMatchObject({ bagId: 'A1', roomCm });
    expect(clearCm).toBeCloseTo(-(tall as { overCm: number }).overCm, 9);
  });
  test('a wider bag than the box is refused as that, and takes no floor from the others', () => {
    const wide = bag('A1', { bagTypeId: 'bag-38x66', waterL: 6, gasL: 12 });
    const { placed, problems } = arrange(box({ boxTypeId: 'box-s' }), [wide, bag('A2')], catalogue, a);
    expect(problems.some((p) => p.code === 'too-wide' && p.bagId === 'A1')).toBe(true);
    expect(placed.map((p) => p.bagId)).toEqual(['A2']);
  });
});

describe('what a box weighs', () => {
  const weights = (bags: Bag[], b = box()) =>
    boxWeights({ ...c, bags, companions: undefined }, b, catalogue, a, () => 2);
  test('its parts make its whole: water 1 kg a litre, animals by their mass', () => {
    const w = weights([bag('A1', { animals: [{ lineId: 'L1', count: 5 }] }), bag('A2', { animals: [] })]);
    expect(w.waterKg).toBe(2);
    expect(w.fishKg).toBeCloseTo(0.01, 12);
    expect(w.totalKg).toBeCloseTo(w.waterKg + w.fishKg + w.boxKg + w.restKg, 12);
  });
  test('bags of another box weigh nothing in this one', () => {
    expect(weights([bag('A1', { boxId: '2' })]).waterKg).toBe(0);
  });
  test('a bag is doubled, breather film is not', () => {
    const film = row(catalogue.bags, 'breather-18x30', 'bag');
    const plain = row(catalogue.bags, 'bag-18x40', 'bag');
    const rest = (id: string): number => weights([bag('A1', { bagTypeId: id })]).restKg;
    expect(rest('bag-18x40') - rest('breather-18x30')).toBeCloseTo((2 * plain.gramsEach - film.gramsEach) / 1000, 12);
  });
  test('what travels along lies in its own box, bags of it in the first, buckets beside', () => {
    const x = {
      id: 'K1',
      kind: 'plant',
      name: 'fern',
      amount: '1',
      vessel: 'bag',
      weightKg: 0.3,
      boxId: null,
    } as const;
    const two = { boxes: [box(), box({ id: '2' })] };
    expect(companionsIn({ ...two, companions: [x] }, '1')).toHaveLength(1);
    expect(companionsIn({ ...two, companions: [x] }, '2')).toHaveLength(0);
    expect(companionsIn({ ...two, companions: [{ ...x, boxId: '2' }] }, '2')).toHaveLength(1);
    expect(companionsIn({ ...two, companions: [{ ...x, vessel: 'bucket' }] }, '1')).toHaveLength(0);
  });
  test('outside is inside, two walls and the carton of half a centimetre', () => {
    const type = row(catalogue.boxes, 'box-m', 'box');
    expect(outsideCm(type)).toEqual(type.insideCm.map((cm) => Math.round((cm + 2 * type.wallCm + 1) * 10) / 10));
  });
});
