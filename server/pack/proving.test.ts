import { withOverrides } from '@/core/catalogue/assumptions';
import { numberedPacks } from '@/core/heat/numbered';
import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput, said } from '@/tests/order';
import { changeBox } from '@/server/heat/box';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { readDevice, setPractises } from '@/server/devices/devices';
import { dudsHere, openPack, readPack, takeBackPack } from './proving';

let house: House;
let code: string;
let now = NOON;
beforeEach(() => {
  now = NOON;
  house = houseInMemory(() => now);
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
  expect(said(openPack(house, code, '9/heat-40h/1'))).toMatch(/no longer in the plan/);
  expect(said(readPack(house, { code, packId: '1/heat-40h/1', surfaceC: 400, roomC: 20 }))).toMatch(/Too hot/);
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
  expect(said(takeBackPack(house, code, first!.id))).toMatch(/Nothing recorded/);
  const { events, observations } = house.facts.of(house.consignments.byCode(code)!.document.id);
  expect(events.map((e) => e.kind)).toEqual(['activated', 'taken-back']);
  expect(observations.filter((o) => o.value === 21)).toHaveLength(1);
});

test('duds are counted by kind and batch over every shipment; practice does not count', () => {
  const [first, second, third] = packs();
  must(openPack(house, code, first!.id, '7C'));
  must(openPack(house, code, second!.id, '7C'));
  must(openPack(house, code, third!.id, '8A'));
  now += 45 * 60_000;
  must(readPack(house, { code, packId: first!.id, surfaceC: 45, roomC: 20 }));
  must(readPack(house, { code, packId: second!.id, surfaceC: 21, roomC: 20, method: 'infrared' }));
  must(readPack(house, { code, packId: third!.id, surfaceC: 21, roomC: 20, method: 'stand-in' }));
  now += 60_000;
  // Another in its place is another opening, and the dud that it replaced still counts.
  must(openPack(house, code, second!.id, '7C'));
  expect(dudsHere(house)).toMatchObject([{ typeId: 'heat-40h', batch: '7C', proved: 2, duds: 1, slow: 0 }]);
});

test('a stand-in reads what is computed of the pack, and only where it was chosen', () => {
  const [first] = packs();
  const point = { code, kind: 'infrared' as const, subject: { kind: 'pack' as const, id: first!.id } };
  expect(said(readDevice(house, point))).toMatch(/No device connected/);
  must(setPractises(house, true));
  expect(said(readDevice(house, point))).toMatch(/Nothing to read/);
  must(openPack(house, code, first!.id));
  now += 45 * 60_000;
  const told = must(readDevice(house, point));
  expect(told).toMatchObject({ method: 'stand-in' });
  const { surfaceC, tempC } = told.values;
  must(readPack(house, { code, packId: first!.id, surfaceC: surfaceC!, roomC: tempC!, method: 'stand-in' }));
  expect(packs()[0]!.readings[0]!.proof.verdict).toBe('fine');
  expect(must(readDevice(house, point)).values).toEqual(told.values);
  const scale = must(readDevice(house, { code, kind: 'scale', subject: { kind: 'box', id: '1' } }));
  expect(scale.values.weightKg).toBeGreaterThan(1);
  const probe = must(readDevice(house, { code, kind: 'probe', subject: { kind: 'bag', id: 'A1' } }));
  expect(Math.abs(probe.values.tempC! - 25)).toBeLessThan(1);
  const { tank } = house.consignments.byCode(code)!.document;
  const dipped = must(readDevice(house, { code, kind: 'probe', subject: { kind: 'tank', id: tank.name } }));
  expect(Math.abs(dipped.values.tempC! - tank.tempC!)).toBeLessThan(1);
  expect(Math.abs(dipped.values.pH! - tank.pH!)).toBeLessThan(0.3);
  expect(said(readDevice(house, { code, kind: 'probe', subject: { kind: 'tank', id: 'none' } }))).toMatch(/Nothing/);
  const logger = must(readDevice(house, { code, kind: 'logger', subject: { kind: 'box', id: '1' } }));
  expect(Math.abs(logger.values.tempC! - probe.values.tempC!)).toBeLessThan(1);
});
