import { withOverrides } from '@/core/catalogue/assumptions';
import { numberedPacks } from '@/core/heat/numbered';
import { must, NOON, orderInput, said } from '@/tests/order';
import { changeBox } from '@/server/heat/box';
import { catalogueOf } from '@/server/consignment/result';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { openPack, readPack, takeBackPack } from './proving';

let house: House;
let code: string;
let now = NOON;
beforeEach(() => {
  now = NOON;
  house = openHouse(null, () => now, 0);
  code = must(saveOrder(house, orderInput(house))).code;
  const version = house.consignments.byCode(code)!.version;
  const packs = [
    { packId: 'heat-40h', count: 2 },
    { packId: 'heat-40h', count: 1, at: 'side' as const },
    { packId: 'cold-500', count: 1 },
  ];
  must(changeBox(house, { code, version, boxId: '1', box: { packs } }));
});
afterEach(() => house.db.close());

const packs = () => {
  const c = house.consignments.byCode(code)!.document;
  return numberedPacks(c, catalogueOf(c, house), house.facts.of(c.id), withOverrides(c.assumptions));
};

test('heat packs are numbered, cold ones are not; one that is not open cannot be read', () => {
  expect(packs().map((p) => [p.number, p.id, p.openedAt])).toEqual([
    [1, '1/heat-40h/1', null],
    [2, '1/heat-40h/2', null],
    [3, '1/heat-40h/3', null],
  ]);
  expect(said(readPack(house, { code, packId: '1/heat-40h/1', surfaceC: 40, roomC: 20 }))).toMatch(/Open it first/);
  expect(said(openPack(house, code, '9/heat-40h/1'))).toMatch(/no such pack/);
  expect(said(readPack(house, { code, packId: '1/heat-40h/1', surfaceC: 400, roomC: 20 }))).toMatch(/Hotter/);
});

test('a reading is judged at its own age; a dud is replaced, what it read stays a fact', () => {
  const [first, second] = packs();
  must(openPack(house, code, first!.id));
  must(openPack(house, code, second!.id));
  now += 45 * 60_000;
  must(readPack(house, { code, packId: first!.id, surfaceC: 45, roomC: 20 }));
  must(readPack(house, { code, packId: second!.id, surfaceC: 21, roomC: 20 }));
  expect(packs().map((p) => p.readings[0]?.proof.verdict)).toEqual(['fine', 'dud', undefined]);
  now += 60_000;
  must(openPack(house, code, second!.id));
  const replaced = packs()[1]!;
  expect(replaced.opened).toBe(2);
  expect(replaced.readings).toEqual([]);
  const { observations } = house.facts.of(house.consignments.byCode(code)!.document.id);
  expect(observations.filter((o) => o.quantity === 'surfaceC').map((o) => o.value)).toEqual([45, 21]);
});

test('a slip is taken back, the reading first and then the opening; both stay written', () => {
  const [first] = packs();
  must(openPack(house, code, first!.id));
  now += 45 * 60_000;
  must(readPack(house, { code, packId: first!.id, surfaceC: 21, roomC: 0 }));
  expect(packs()[0]!.readings).toMatchObject([{ surfaceC: 21, roomC: 0 }]);
  must(takeBackPack(house, code, first!.id));
  expect(packs()[0]).toMatchObject({ readings: [], opened: 1 });
  must(takeBackPack(house, code, first!.id));
  expect(packs()[0]).toMatchObject({ openedAt: null, opened: 0 });
  expect(said(takeBackPack(house, code, first!.id))).toMatch(/Nothing was told/);
  const { events, observations } = house.facts.of(house.consignments.byCode(code)!.document.id);
  expect(events.map((e) => e.kind)).toEqual(['activated', 'taken-back']);
  expect(observations.filter((o) => o.value === 21)).toHaveLength(1);
});
