import { houseInMemory } from '@/tests/house';
import { must, NOON, orderInput, said } from '@/tests/order';
import { undo } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { doWork, firstPlan, type Thinker } from '@/server/jobs/work';
import { planAhead, saveOrder } from '@/server/order/order';
import { setCount } from '@/server/records/records';
import { recordEvent } from '@/server/pack/events';
import { comparePlans, takePlan } from './compare';
import { makePlan, progressOf, stopPlan, toPlan } from './plan';

jest.setTimeout(30_000);
let house: House;
afterEach(() => house.db.close());
const PRESS = 'a'.repeat(32);

/** A thread that answers one question after another, and lets the rest of the house have its turn between. */
const thread = (before: () => void = () => undefined): Thinker => ({
  run: (kind, asks) =>
    new Promise((resolve) =>
      setImmediate(() => {
        before();
        resolve(doWork(kind, asks));
      }),
    ),
});
const documentOf = (code: string) => house.consignments.byCode(code)!.document;

describe('whole plans of an order', () => {
  test('are compared by chance and cost, taken after what they change was told, and undone', async () => {
    house = houseInMemory(() => NOON, 50, thread());
    const { code } = must(saveOrder(house, orderInput(house)));
    const before = documentOf(code);
    const { version } = house.consignments.byCode(code)!;
    // A hand has taken all packs out.
    const bare = before.boxes.map((b) => ({ ...b, packs: [], bottle: null, ventHoles: 3 }));
    must(takePlan(house, { code, version, bags: before.bags, boxes: bare }));
    const c = must(await comparePlans(house, PRESS, code));
    expect(documentOf(code).boxes).toEqual(bare);
    const best = c.options[c.options.length - 1]!;
    expect(best.changes.join(' ')).toMatch(/Packs of box 1: no pack → /);
    expect(best.changes.join(' ')).toMatch(/Holes of box 1: 3, set by hand, → /);
    // What is in use has no packs to pay.
    expect(c.now.cost).toBeLessThan(best.cost);
    must(takePlan(house, { code, version: version + 1, bags: best.bags, boxes: best.boxes }));
    expect(documentOf(code)).toMatchObject({ bags: best.bags, boxes: best.boxes });
    expect(must(await comparePlans(house, PRESS, code)).options.some((o) => o.changes.length === 0)).toBe(true);
    expect(must(undo(house, code))).toBe('the whole plan');
    expect(documentOf(code).boxes).toEqual(bare);
  });
  test('no plan is made over bags that a hand has locked', async () => {
    house = houseInMemory(() => NOON);
    const { code } = must(saveOrder(house, orderInput(house)));
    const { bags, boxes } = documentOf(code);
    const { version } = house.consignments.byCode(code)!;
    must(takePlan(house, { code, version, bags: bags.map((b, i) => ({ ...b, locked: i === 0 })), boxes }));
    expect(said(await comparePlans(house, PRESS, code))).toMatch(new RegExp(`${bags[0]!.id} is locked. Unlock first`));
  });
  test('what the shelf has too little of is told beside each', async () => {
    house = { ...houseInMemory(() => NOON, 20), firstPlan };
    const { code } = must(saveOrder(house, orderInput(house)));
    const { bags } = documentOf(code);
    const kind = bags[0]!.bagTypeId;
    const name = catalogueOf(documentOf(code), house).bags.find((b) => b.id === kind)!.name;
    must(setCount(house, kind, '1'));
    const told = must(await comparePlans(house, PRESS, code)).options[0]!;
    const layers = told.bags.filter((b) => b.bagTypeId === kind).length * 2;
    expect(told.lacks).toEqual([`${name}: ${layers} needed, 1 free`]);
  });
  test('a plan that was looked at before somebody else changed the order is not taken', async () => {
    house = houseInMemory(() => NOON);
    const { code } = must(saveOrder(house, orderInput(house)));
    const { bags, boxes } = documentOf(code);
    const { version } = house.consignments.byCode(code)!;
    must(takePlan(house, { code, version, bags, boxes: boxes.map((b) => ({ ...b, ventHoles: 1 })) }));
    expect(said(takePlan(house, { code, version, bags, boxes }))).toMatch(/Someone else changed this shipment/);
    expect(said(takePlan(house, { code, version: version + 1, bags: [{}], boxes }))).not.toBe('');
    expect(said(await comparePlans(house, PRESS, 'KC-9999'))).toMatch(/no shipment KC-9999/);
  });
  test('nothing is planned again once the bags are sealed', async () => {
    house = houseInMemory(() => NOON);
    const { code } = must(saveOrder(house, orderInput(house)));
    const { bags, boxes } = documentOf(code);
    must(recordEvent(house, code, 'sealedAt', new Date(NOON).toISOString()));
    const { version } = house.consignments.byCode(code)!;
    expect(said(await comparePlans(house, PRESS, code))).toMatch(/The bags are sealed/);
    expect(said(takePlan(house, { code, version, bags, boxes }))).toMatch(/The bags are sealed/);
  });
});

describe('a plan in the making', () => {
  test('tells how far it is, and nothing once it is done', async () => {
    const seen: ReturnType<typeof progressOf>[] = [];
    house = houseInMemory(() => NOON, 20);
    const thinker = thread(() => seen.push(progressOf(PRESS)));
    house = { ...house, thinker };
    const made = must(await planAhead(house, orderInput(house), PRESS))!;
    expect(made.bags.length).toBeGreaterThan(0);
    expect(seen[0]).toEqual({ done: 0, of: 1 });
    expect(seen.some((x) => x !== null && x.done > 0 && x.of > 1)).toBe(true);
    expect(progressOf(PRESS)).toBeNull();
  });
  test('told to stop it is finished as planned, without odds', async () => {
    house = houseInMemory(() => NOON, 20);
    const { code } = must(saveOrder(house, orderInput(house)));
    const c = { ...documentOf(code), bags: [] };
    let asked = 0;
    const thinker = thread(() => {
      asked++;
      stopPlan(PRESS);
    });
    const plan = must(await makePlan(thinker, toPlan(house, c), 20, PRESS));
    expect(plan.curve.map((o) => o.chance)).toEqual([null]);
    expect(plan.consignment.bags.length).toBeGreaterThan(0);
    // The question under way, then the two of a plan without odds.
    expect(asked).toBe(3);
    stopPlan('b'.repeat(32));
  });
  test('what the core refuses comes as its sentence', async () => {
    house = houseInMemory(() => NOON);
    const { code } = must(saveOrder(house, orderInput(house)));
    const c = documentOf(code);
    const empty = { ...catalogueOf(c, house), species: [] };
    expect(
      said(await makePlan(thread(), { ...toPlan(house, { ...c, bags: [] }), catalogue: empty }, 0, PRESS)),
    ).toMatch(/lemon-tetra/);
    expect(progressOf(PRESS)).toBeNull();
  });
});
