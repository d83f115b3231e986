import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Bag, Box } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { arrange, arrangementSentence, innerCm, type PlacedBag } from './arrange';
import { boxWeights, companionsIn, outsideCm } from './weights';

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
  test('item lies in its own box, bags of it in the first, buckets beside', () => {
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

describe('bags that lie', () => {
  const lying = (n: number, change: Partial<Bag> = {}): Bag[] =>
    Array.from({ length: n }, (_, i) => ({
      ...c.bags[0]!,
      id: `Y${i}`,
      bagTypeId: 'bag-18x40',
      waterL: 0.8,
      gasL: 1.6,
      lies: true,
      ...change,
    }));
  const at = (bags: Bag[], boxTypeId = 'box-l') =>
    arrange({ id: '1', boxTypeId, packs: [], ventHoles: 0 }, bags, catalogue, a);
  /** The rectangle a placed bag takes. */
  const rect = (p: PlacedBag) => {
    const half = (axis: 'x' | 'y'): number =>
      (p.lying ? (p.lying.along === axis ? p.lying.lengthCm : p.lying.acrossCm) : p.standing.diameterCm) / 2;
    return { x0: p.xCm - half('x'), x1: p.xCm + half('x'), y0: p.yCm - half('y'), y1: p.yCm + half('y') };
  };
  test('are as high as they are wide, and as long as they would stand', () => {
    const [p] = at(lying(1)).placed;
    expect(p!.lying).toMatchObject({ highCm: p!.standing.diameterCm, lengthCm: p!.standing.heightCm });
    const { clearCm, roomCm } = at(lying(1));
    expect(clearCm).toBeCloseTo(roomCm - p!.standing.diameterCm, 9);
    expect(clearCm).toBeGreaterThan(at(lying(1, { lies: false })).clearCm);
  });
  test('stay within the walls and never lie through one another or through a bag that stands', () => {
    const [l, w] = row(catalogue.boxes, 'box-l', 'box').insideCm;
    for (let n = 1; n < 6; n++) {
      const { placed } = at([...lying(n), ...lying(2, { lies: false }).map((b, i) => ({ ...b, id: `S${i}` }))]);
      placed.map(rect).forEach((r) => {
        expect(Math.min(r.x0, r.y0)).toBeGreaterThan(-1e-6);
        expect(r.x1).toBeLessThan(l + 1e-6);
        expect(r.y1).toBeLessThan(w + 1e-6);
      });
      // Lying against lying: their middles along the short side are at least a width apart where they overlap lengthwise.
      const flat = placed.filter((p) => p.lying);
      flat.forEach((p, i) =>
        flat.slice(i + 1).forEach((q) => {
          const [x, y] = [rect(p), rect(q)];
          const over = Math.min(x.x1, y.x1) - Math.max(x.x0, y.x0);
          const beside = Math.min(x.y1, y.y1) - Math.max(x.y0, y.y0);
          // Rounded ends may meet in the corner of their rectangles, by less than a radius.
          const r = Math.min(p.lying!.acrossCm, q.lying!.acrossCm) / 2;
          expect(Math.min(over, beside)).toBeLessThan(r);
        }),
      );
    }
  });
  test('one longer than the box is refused with its length; when the floor is full the next finds none', () => {
    expect(at(lying(1, { gasL: 12 }), 'box-s').problems[0]).toMatchObject({ code: 'too-long', bagId: 'Y0' });
    expect(arrangementSentence(at(lying(1, { gasL: 12 }), 'box-s').problems[0]!)).toMatch(
      /lies \d+\.\d cm long.*Let it stand/,
    );
    expect(at(lying(30)).problems.some((p) => p.code === 'no-room')).toBe(true);
  });
  test('film that breathes lies flat, five centimetres high, whatever else was said', () => {
    const film = catalogue.bags.find((b) => b.breather)!;
    const [p] = at(lying(1, { bagTypeId: film.id, gasL: 0, lies: false })).placed;
    expect(p!.lying!.highCm).toBe(5);
    expect(p!.lying!.lengthCm).toBeGreaterThan(p!.lying!.acrossCm);
  });
});
