import { withOverrides } from '@/core/catalogue/assumptions';
import { houseInMemory } from '@/tests/house';
import { said, must, NOON, orderInput } from '@/tests/order';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { undo } from '@/server/consignment/change';
import { saveTest } from './home-test';
import { changeBox } from './box';
import { saveRoad, type RoadInput } from './road';

let house: House;
let code: string;
beforeEach(() => {
  house = houseInMemory(() => NOON);
  code = must(saveOrder(house, orderInput(house))).code;
});
afterEach(() => house.db.close());

const stored = () => house.consignments.byCode(code)!;
const box = () => stored().document.boxes[0]!;
const change = (to: object) => changeBox(house, { code, version: stored().version, boxId: '1', box: to });

test('what is changed of a box is changed, what is not named stays, null takes it away', () => {
  must(change({ packs: [{ packId: 'heat-72h', count: 2, at: 'void', openedMin: 30 }], ventHoles: 3, ventMm: 9 }));
  must(change({ tape: 'all-round', lining: [{ name: 'Bubble wrap', thicknessCm: 0.4, kWPerMK: 0.045 }] }));
  expect(box()).toMatchObject({ ventHoles: 3, ventMm: 9, tape: 'all-round', packs: [{ at: 'void', openedMin: 30 }] });
  must(change({ tape: null, lining: null }));
  expect(box()).not.toHaveProperty('tape');
  expect(box()).not.toHaveProperty('lining');
  expect(box().ventMm).toBe(9);
  must(undo(house, code, stored().version));
  expect(box().tape).toBe('all-round');
});

test('own measures that leave no room for a bag, or are no measures, are refused with a sentence', () => {
  const own = { name: '', build: 'cut', insideCm: [34, 26, 30], wallCm: 1.9, kWPerMK: 0.037 };
  must(change({ own }));
  expect(box().own).toMatchObject({ build: 'cut' });
  expect(said(change({ own: { ...own, wallCm: 0 } }))).toMatch(/[Ww]all/);
  expect(said(change({ own: { ...own, build: 'straw' } }))).toMatch(/how it is built/);
  expect(
    said(
      change({
        own,
        lining: [
          { name: 'Foam', thicknessCm: 5, kWPerMK: 0.035 },
          { name: 'Foam', thicknessCm: 5, kWPerMK: 0.035 },
          { name: 'Foam', thicknessCm: 5, kWPerMK: 0.035 },
        ],
      }),
    ),
  ).toMatch(/no room/);
  expect(box().own).toMatchObject({ wallCm: 1.9 });
});

describe('legs by hand', () => {
  const legs: NonNullable<RoadInput['legs']> = [
    { kind: 'depot', label: '', at: 'origin', hours: 4 },
    { kind: 'van-unconditioned', label: 'Night van', at: 'between', hours: 6 },
    { kind: 'depot', label: '', at: 'destination', hours: 1 },
  ];
  const road = (of: RoadInput['legs']) => saveRoad(house, { code, version: stored().version, legs: of });
  test('are kept with their service, undone, and given back to it', () => {
    must(road(legs));
    expect(stored().document.road).toMatchObject({ serviceId: 'northline-overnight', legs });
    must(road(null));
    expect(stored().document.road).toBeUndefined();
    must(undo(house, code, stored().version));
    expect(stored().document.road?.legs).toHaveLength(3);
  });
  test('a leg without time, and more hours than there are, are refused beside the leg', () => {
    const zero = road([{ ...legs[0]!, hours: 0 }, legs[1]!]);
    expect(zero.ok ? '' : zero.problems[0]!.path).toBe('legs.0.hours');
    expect(said(road([{ ...legs[0]!, hours: -2 }, legs[1]!]))).toMatch(/needs hours/);
    expect(said(road([{ ...legs[0]!, hours: 30 }, legs[1]!]))).toMatch(
      /take 30\.0 h; from drop-off to delivery is 13\.0 h/,
    );
    expect(stored().document.road).toBeUndefined();
  });
});

describe('a test at home', () => {
  const boxType = () => house.shelves().offered.boxes.find((b) => b.id === box().boxTypeId)!;
  test('is kept as the house’s own figure of the kind and removed again', () => {
    must(saveTest(house, { kind: 'box', typeId: box().boxTypeId, found: { factor: 1.23456, sigma: 0.04 } }));
    expect(boxType().measured).toEqual({ factor: 1.2346, sigma: 0.04 });
    must(saveTest(house, { kind: 'box', typeId: box().boxTypeId, found: null }));
    expect(boxType().measured).toBeUndefined();
    must(saveTest(house, { kind: 'pack', typeId: 'heat-72h', found: { factor: 0.8, sigma: 0 } }));
    expect(house.shelves().offered.packs.find((p) => p.id === 'heat-72h')!.measured).toEqual({
      factor: 0.8,
      sigma: 0.001,
    });
  });
  test('what cannot be is refused, what is not in stock is told', () => {
    expect(said(saveTest(house, { kind: 'box', typeId: box().boxTypeId, found: { factor: 40, sigma: 0.1 } }))).toMatch(
      /ten times/,
    );
    expect(said(saveTest(house, { kind: 'box', typeId: 'gone', found: null }))).toMatch(/no longer in stock/);
    expect(withOverrides({}).boxKindSigma).toBeGreaterThan(0.04);
  });
});
