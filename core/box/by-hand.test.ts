import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import type { Bag, Box } from '@/core/consignment/schema';
import { exampleConsignment } from '@/tests/example';
import { arrange, misfitName } from './arrange';
import { piecesOf, cutFrom } from './cutting';
import { tariffTo, freightPrice } from './freight';
import { weighBox } from './weighing';

const c = exampleConsignment();
const bag = (id: string, change: Partial<Bag> = {}): Bag => {
  const { spot: _, ...like } = c.bags[0]!;
  return { ...like, id, boxId: '1', bagTypeId: 'bag-18x40', waterL: 1, gasL: 2, ...change };
};
const box = (change: Partial<Box> = {}): Box => ({ id: '1', boxTypeId: 'box-m', packs: [], ventHoles: 0, ...change });

describe('bags where hands put them', () => {
  test('stay there, the others find their places round them, and a place in a wall is moved inside', () => {
    const put = arrange(box(), [bag('A1', { spot: { xCm: 20, yCm: 14 } }), bag('A2')], catalogue, a);
    expect(put.placed.find((p) => p.bagId === 'A1')).toMatchObject({ xCm: 20, yCm: 14, byHand: true });
    expect(put.problems).toEqual([]);
    const wall = arrange(box(), [bag('A1', { spot: { xCm: 0, yCm: 200 } })], catalogue, a).placed[0]!;
    const r = wall.standing.diameterCm / 2;
    expect(wall.xCm).toBeCloseTo(r, 9);
    expect(wall.yCm).toBeCloseTo(28 - r, 9);
  });
  test('one in another is said with its centimetres; a little gives way, much does not', () => {
    const at = (x: number) =>
      arrange(box(), [bag('A1', { spot: { xCm: 8, yCm: 8 } }), bag('A2', { spot: { xCm: x, yCm: 8 } })], catalogue, a);
    const { diameterCm } = at(30).placed[0]!.standing;
    expect(at(30).problems).toEqual([]);
    const little = at(8 + diameterCm - 1);
    expect(little.problems[0]).toMatchObject({ code: 'overlap', gives: true });
    expect((little.problems[0] as { cm: number }).cm).toBeCloseTo(1, 2);
    expect(at(8 + diameterCm / 2).problems[0]).toMatchObject({ code: 'overlap', gives: false });
  });
  test('what gives way can be taken on: it is told apart then, and pressed bags all find a floor', () => {
    const full = (n: number): Bag[] => Array.from({ length: n }, (_, i) => bag(`A${i}`));
    let n = 2;
    while (arrange(box(), full(n), catalogue, a).problems.length === 0) n++;
    const tight = arrange(box(), full(n), catalogue, a);
    const [misfit] = tight.problems;
    expect(misfit).toMatchObject({ code: 'no-room' });
    // With a larger give the same bags go in; by default it is the bags that decide.
    const soft = { ...a, softYields: 0.2 };
    const gives = arrange(box(), full(n), catalogue, soft).problems[0]!;
    expect(gives.gives).toBe(true);
    const accepted = [{ rule: misfitName(gives), reason: 'pressed' }];
    const done = arrange(box({ accepted }), full(n), catalogue, soft);
    expect(done).toMatchObject({ problems: [], pressed: true });
    expect(done.placed).toHaveLength(n);
    expect(done.takenOn.map(misfitName)).toEqual([misfitName(gives)]);
  });
  test('one a little too wide that was taken on stands there, pressed between the walls; not taken on it has no place', () => {
    const own = (cm: number) => ({
      name: '',
      build: 'cool' as const,
      insideCm: [60, cm, 40] as [number, number, number],
      wallCm: 3,
      kWPerMK: 0.025,
    });
    const wide = arrange(box({ own: own(40) }), [bag('A1')], catalogue, a).placed[0]!.standing.diameterCm;
    const narrow = own(wide * 0.97);
    const refused = arrange(box({ own: narrow }), [bag('A1')], catalogue, a);
    expect(refused.problems[0]).toMatchObject({ code: 'too-wide', gives: true });
    expect(refused.placed).toEqual([]);
    const accepted = [{ rule: 'too-wide A1', reason: 'pressed' }];
    const taken = arrange(box({ own: narrow, accepted }), [bag('A1')], catalogue, a);
    expect(taken.problems).toEqual([]);
    expect(taken.placed[0]!.standing.diameterCm).toBeLessThanOrEqual(wide * 0.97);
  });
  test('a bag a little too tall gives way, one far too tall does not', () => {
    const tall = (gasL: number) =>
      arrange(box(), [bag('A1', { gasL })], catalogue, a).problems.find((p) => p.code === 'too-tall');
    let gas = 2;
    while (!tall(gas) && gas < 20) gas += 0.05;
    expect(tall(gas)).toMatchObject({ gives: true });
    expect(tall(gas + 4)).toMatchObject({ gives: false });
  });
});

describe('a box of sheet foam', () => {
  test('its pieces are the volume of its walls, whatever the measures', () => {
    for (const [l, w, h, t] of [
      [34, 26, 30, 1.9],
      [50, 40, 35, 2.5],
      [20, 20, 20, 3],
    ] as const) {
      const cut = piecesOf([l, w, h], t).reduce((s, p) => s + (p.longMm * p.wideMm * p.count * t * 10) / 1000, 0);
      const walls = (l + 2 * t) * (w + 2 * t) * (h + 2 * t) - l * w * h;
      expect(cut).toBeCloseTo(walls, 6);
    }
  });
  test('lies on the sheets without overlap or overhang; too large a piece is said', () => {
    const sheet = { longMm: 1250, wideMm: 600 };
    const sheets = cutFrom(piecesOf([34, 26, 30], 1.9), sheet)!;
    expect(sheets.flatMap((s) => s.cuts)).toHaveLength(6);
    for (const s of sheets)
      for (const [i, p] of s.cuts.entries()) {
        expect(p.x + p.longMm).toBeLessThanOrEqual(sheet.longMm);
        expect(p.y + p.wideMm).toBeLessThanOrEqual(sheet.wideMm);
        for (const q of s.cuts.slice(i + 1))
          expect(p.x + p.longMm <= q.x || q.x + q.longMm <= p.x || p.y + p.wideMm <= q.y || q.y + q.wideMm <= p.y).toBe(
            true,
          );
      }
    expect(cutFrom(piecesOf([140, 70, 30], 2), sheet)).toBeNull();
  });
});

describe('booked, planned and weighed', () => {
  const sides = [60, 40, 40] as const;
  const by = (x: Partial<Parameters<typeof weighBox>[0]>) =>
    weighBox(
      { plannedKg: 17, bookedKg: null, scaleKg: null, ...x },
      { sides, divisor: 6000, stepKg: 0.5, minimumKg: 0, rounding: 'up' },
      a,
    );
  test('by hand: 60 × 40 × 40 cm ÷ 6000 is 16 kg, so that 17.02 kg on the scale pay 17.5', () => {
    expect(by({ scaleKg: 17.02 }).freight).toMatchObject({ volumetric: 16, chargeable: 17.5, chargedBy: 'weight' });
  });
  test('over the booked weight the refusal is told before the counter; a little is let pass', () => {
    const over = by({ bookedKg: 16, scaleKg: 17.1 });
    expect(over.mark).toBe('stop');
    expect(over.words.join()).toMatch(/1\.10 kg over the 16\.00 kg .* Book 17\.5 kg/);
    expect(by({ bookedKg: 17, scaleKg: 17.1 }).mark).toBe('watch');
    expect(by({ bookedKg: 18, scaleKg: 17.1 })).toMatchObject({ mark: 'fine', words: [] });
    // Before it was weighed the plan stands in.
    expect(by({ bookedKg: 16 }).mark).toBe('stop');
  });
  test('a scale that says much else than the plan asks what is in the bags', () => {
    expect(by({ scaleKg: 18.2 }).words.join()).toMatch(/1\.20 kg more than the plan/);
    expect(by({ scaleKg: 15 }).words.join()).toMatch(/2\.00 kg less/);
    expect(by({ scaleKg: 17.2 }).words).toEqual([]);
  });
});

test('a zone has its own price in place of steps, and the surcharge comes on top everywhere', () => {
  const service = {
    pricePerKg: 3,
    priceSteps: [{ toKg: 10, price: 20 }],
    surchargeShare: 0.1,
    zones: [{ countries: 'EE LV, lt', pricePerKg: 5, minimumCharge: 40 }],
  };
  expect(freightPrice(tariffTo(service, 'PT'), 8)).toBeCloseTo(22, 9);
  expect(freightPrice(tariffTo(service, undefined), 8)).toBeCloseTo(22, 9);
  expect(freightPrice(tariffTo(service, 'LT'), 8)).toBeCloseTo(44, 9);
  expect(freightPrice(tariffTo(service, 'EE'), 10)).toBeCloseTo(55, 9);
});
