import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { stationOf } from '@/server/consignment/station';
import { undo } from '@/server/consignment/change';
import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput, said } from '@/tests/order';
import { saveFreight } from '@/server/papers/change';
import { costsHere } from '@/server/papers/costs';
import { findBoxes, saveBoxes, type BoxesInput } from './boxes';
import { freightView } from './freight-view';
import { scaleReadings } from './scale-readings';
import { weigh } from './weigh';

let house: House;
let code: string;
beforeAll(() => {
  house = houseInMemory(() => NOON);
  const line = {
    id: 'L1',
    speciesId: 'lemon-tetra',
    count: 30,
    lengthCm: 3.2,
    massG: null,
    sex: 'unsexed',
    tank: '7',
  } as const;
  code = must(saveOrder(house, orderInput(house, { lines: [line] }))).code;
});
afterAll(() => house.db.close());
const s = () => stationOf(house, code)!;
const input = (more: Partial<BoxesInput> = {}): BoxesInput => ({
  code,
  version: s().base.version,
  boxes: s().c.boxes,
  inBox: Object.fromEntries(s().c.bags.map((b) => [b.id, b.boxId])),
  ...more,
});

test('a bag stays where a hand put it until a hand gives it back; in another box it finds a place again', () => {
  // A roomy one, so that there is somewhere to put it.
  must(saveBoxes(house, input({ boxes: s().c.boxes.map((b) => ({ ...b, boxTypeId: 'box-l' })) })));
  const [bag] = s().c.bags;
  const spot = { xCm: 12, yCm: 12 };
  must(saveBoxes(house, input({ spots: { [bag!.id]: spot } })));
  expect(s().c.bags[0]!.spot).toEqual(spot);
  // Another save leaves it there.
  must(saveBoxes(house, input()));
  expect(s().c.bags[0]!.spot).toEqual(spot);
  must(saveBoxes(house, input({ spots: { [bag!.id]: null } })));
  expect(s().c.bags[0]!.spot).toBeUndefined();
  must(undo(house, code));
  expect(s().c.bags[0]!.spot).toEqual(spot);
  const boxes = [...s().c.boxes, { ...s().c.boxes[0]!, id: '2' }];
  must(saveBoxes(house, input({ boxes, inBox: { ...input().inBox, [bag!.id]: '2' } })));
  expect(s().c.bags[0]).not.toHaveProperty('spot');
  must(undo(house, code));
});

test('what gives way is refused by a name that a hand can take on; what does not, is refused as such', () => {
  const small = s().c.boxes.map((b) => ({ ...b, boxTypeId: 'box-flat', packs: [] }));
  const tried = saveBoxes(house, input({ boxes: small }));
  expect(tried.ok).toBe(false);
  const paths = tried.ok ? [] : tried.problems.map((p) => p.path);
  expect(paths.length).toBeGreaterThan(0);
  for (const p of paths) expect(p).toMatch(/^boxes$|^gives\.1\.\S+/);
});

test('other boxes are looked for without changing anything, least to pay for first, with what they would change', () => {
  const before = s().base.version;
  const sets = must(findBoxes(house, code));
  expect(s().base.version).toBe(before);
  sets.slice(1).forEach((x, i) => expect(x.chargeableKg).toBeGreaterThanOrEqual(sets[i]!.chargeableKg));
  const other = sets.find((x) => !x.inUse)!;
  expect(other.changes.length).toBeGreaterThan(0);
  const spots = Object.fromEntries(s().c.bags.map((b) => [b.id, null]));
  must(saveBoxes(house, input({ boxes: other.boxes, inBox: other.inBox, spots })));
  expect(must(findBoxes(house, code)).find((x) => x.inUse)!.name).toBe(other.name);
});

test('the scale is a fact of its own: read, held against the booked weight: undone, and never overwritten', () => {
  const { version } = s().base;
  must(saveFreight(house, { code, version, booking: {}, charges: {}, declared: [{ boxId: '1', kg: 2 }] }));
  const row = () => freightView(s(), s().e!).boxes[0]!;
  must(weigh(house, { code, boxId: '1', kg: 9.4 }));
  expect(row()).toMatchObject({ mark: 'stop', read: { kg: 9.4, method: 'typed' } });
  const paid = () => costsHere(s()).freight;
  const measured = paid();
  must(weigh(house, { code, boxId: '1', kg: 60, method: 'stand-in' }));
  // Nothing is paid by practice: what was measured before it still holds.
  expect(row().price).toBeGreaterThan(measured);
  expect(paid()).toBe(measured);
  must(weigh(house, { code, boxId: '1', kg: null }));
  must(weigh(house, { code, boxId: '1', kg: 9.6, method: 'stand-in' }));
  expect(row().read).toMatchObject({ kg: 9.6, method: 'stand-in' });
  must(weigh(house, { code, boxId: '1', kg: null }));
  expect(scaleReadings(house, s().c.id).get('1')).toMatchObject({ kg: 9.4 });
  must(weigh(house, { code, boxId: '1', kg: null }));
  expect(row().read).toBeNull();
  expect(said(weigh(house, { code, boxId: '1', kg: null }))).toMatch(/was not weighed/);
  expect(said(weigh(house, { code, boxId: '7', kg: 3 }))).toMatch(/no longer exists/);
  expect(said(weigh(house, { code, boxId: '1', kg: 900 }))).toMatch(/weight/i);
  expect(
    house.facts.of(s().c.id).observations.filter((o) => o.quantity === 'weightKg' && o.value !== null),
  ).toHaveLength(3);
});
