import { houseInMemory } from '@/tests/house';
import { must, orderInput, readBag } from '@/tests/order';
import { tryEvaluate } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { methodComparisons } from './methods';
import { tellSign } from './signs';

const now = Date.parse('2026-11-27T10:00:00Z');
let house: House;
let code = '';
const c = () => house.consignments.byCode(code)!.document;
const lanes = () => methodComparisons(house, c(), must(tryEvaluate(house, c())), now);
const laneOf = (id: string) => lanes().find((l) => l.bagIds.includes(id))!;

beforeEach(() => {
  house = houseInMemory(() => now);
  const o = orderInput(house);
  code = must(
    saveOrder(house, { ...o, direction: 'incoming', lines: [{ ...o.lines[0]!, count: 100, tank: 'theirs' }] }),
  ).code;
  must(recordEvent(house, code, 'arrivedAt', new Date(now).toISOString()));
});
afterEach(() => house.db.close());

test('bags of one line are many, and what is read of one tells of those that are computed like it', () => {
  const ids = c().bags.map((b) => b.id);
  expect(ids.length).toBeGreaterThan(2);
  const [first, second] = [laneOf(ids[0]!), laneOf(ids[1]!)];
  expect(first.bagIds).toEqual(second.bagIds);
  must(readBag(house, code, ids[0]!, { tempC: 15, pH: 6, tanMgNL: 9 }));
  const after = laneOf(ids[1]!);
  expect(after.bagIds).toContain(ids[0]);
  expect(after.opened).toMatchObject({ tempC: 15, pH: 6, tanMgNL: 9 });
  // One was read, the others were not: nothing of the sample is kept as theirs.
  expect(after.measured).toBe(1);
  expect(c().actual.bags.map((b) => b.bagId)).toEqual([ids[0]]);
});

test('two that were read and differ go apart; the others go with the worse of them', () => {
  const ids = lanes().find((l) => l.bagIds.length > 2)!.bagIds;
  must(readBag(house, code, ids[0]!, { pH: 6, tanMgNL: 9 }));
  must(readBag(house, code, ids[1]!, { pH: 6.9, tanMgNL: 3 }));
  expect(laneOf(ids[0]!).bagIds).not.toContain(ids[1]);
  expect(laneOf(ids[2]!).bagIds).toContain(ids[0]);
});

test('a bag with dead animals is counted with the ammonia they give, unless it was measured', () => {
  const [id] = c().bags.map((b) => b.id) as [string];
  const before = laneOf(id).opened.tanMgNL;
  must(readBag(house, code, id, { alive: c().bags[0]!.animals[0]!.count - 3, dead: 3 }));
  const after = laneOf(id).opened.tanMgNL;
  expect(after).toBeGreaterThan(before);
  must(readBag(house, code, id, { tanMgNL: 1 }));
  expect(laneOf(id).opened.tanMgNL).toBe(1);
});

test('a bag whose fish lie on their side is a lane of its own, and the first', () => {
  const id = c().bags.at(-1)!.id;
  must(tellSign(house, { code, kind: 'bag', id, sign: 'side', on: true }, new Date(now).toISOString()));
  expect(lanes()[0]!.bagIds).toEqual([id]);
  expect(lanes()[0]!.path).toBe('weak');
});
