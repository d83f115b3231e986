import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, said } from '@/tests/order';
import type { Consignment } from '@/core/consignment/schema';
import type { House } from '@/server/house';
import { cancel, saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { setCount } from '@/server/records/records';
import { eveningNeeds } from './supplies';
import { needsOf, promises, settleStock, shelfKey, shelfRow } from './settle';

const now = Date.parse('2026-11-24T12:00:00Z');
let house: House;
beforeEach(() => (house = houseInMemory(() => now)));
afterEach(() => house.db.close());

/** Two batches of bands beside the one that the house begins with, which nobody counted. */
const batch = (count: string, expires = '', typeId?: string): string =>
  addRecord(house, 'supply', {
    kind: 'band',
    name: 'Bands',
    batch: `${count} ${expires}`,
    expires,
    count,
    ...(typeId ? { typeId } : {}),
  });
const ordered = (): Consignment => house.consignments.byCode(must(saveOrder(house, orderInput(house))).code)!.document;
const bands = (c: Consignment): number => needsOf(house, c).find((n) => n.key === 'band')!.amount;
const seal = (c: Consignment, at = '2026-11-26T17:00:00.000Z') => must(recordEvent(house, c.code, 'sealedAt', at));
const left = (...ids: string[]) => ids.map((id) => house.ledger.amount(id));

describe('batches', () => {
  test('the soonest use-by is taken first, then the next; what nobody counted is not', () => {
    const c = ordered();
    const n = bands(c);
    expect(n).toBeGreaterThan(3);
    const late = batch('100', '2027-05-01');
    const soon = batch('2', '2026-12-01');
    const never = batch('100');
    seal(c);
    expect(left(soon, late, never)).toEqual([0, 100 - (n - 2), 100]);
    expect(house.ledger.amount('band')).toBeNull();
  });
  test('one past its day is left; its last day is a day of use', () => {
    const c = ordered();
    const past = batch('100', '2026-11-25');
    const last = batch('100', '2026-11-26');
    seal(c);
    expect(left(past, last)).toEqual([100, 100 - bands(c)]);
  });
  test('more than there is shows as a count below nothing, at the last good batch, and at a stale one if there is no other', () => {
    const c = ordered();
    const n = bands(c);
    const soon = batch('1', '2026-12-01');
    const later = batch('1', '2027-01-01');
    seal(c);
    expect(left(soon, later)).toEqual([0, 1 - (n - 1)]);
    must(cancelled(c));
    expect(left(soon, later)).toEqual([1, 1]);
    must(setCount(house, soon, '0'));
    must(setCount(house, later, '0'));
    const d = ordered();
    for (const id of [soon, later])
      house.db
        .prepare(`UPDATE record SET document = json_set(document, '$.expires', '2026-01-01') WHERE id = ?`)
        .run(id);
    seal(d);
    expect(left(soon, later)).toEqual([0, -bands(d)]);
  });
  test('what was taken from a batch stays taken when a sooner one is bought afterwards', () => {
    const c = ordered();
    const first = batch('100', '2027-05-01');
    seal(c);
    const sooner = batch('100', '2026-12-01');
    settleStock(house, house.consignments.byCode(c.code)!.document);
    expect(left(first, sooner)).toEqual([100 - bands(c), 100]);
  });
  test('settling again moves nothing; every movement names its shipment and why', () => {
    const c = ordered();
    const id = batch('100');
    seal(c);
    const moves = () => house.db.prepare(`SELECT COUNT(*) AS n FROM movement`).get() as { n: number };
    const before = moves();
    settleStock(house, house.consignments.byCode(c.code)!.document);
    expect(moves()).toEqual(before);
    expect(house.ledger.takenBy(c.id).get(id)).toBe(bands(c));
    must(recordEvent(house, c.code, 'sealedAt', null));
    expect(left(id)).toEqual([100]);
    expect(house.ledger.takenBy(c.id).get(id) ?? 0).toBe(0);
  });
});

const cancelled = (c: Consignment) => cancel(house, c.code, '');

describe('fish', () => {
  const lot = (count: string): string =>
    addRecord(house, 'lot', {
      tankId: addRecord(house, 'tank', { name: '7', volumeL: '100', use: 'stock' }),
      speciesId: 'lemon-tetra',
      lengthCm: '3.2',
      sex: 'unsexed',
      count,
    });
  const of = (lotId: string): Consignment => {
    const o = orderInput(house);
    return house.consignments.byCode(must(saveOrder(house, { ...o, lines: [{ ...o.lines[0]!, lotId }] })).code)!
      .document;
  };
  test('promised while it is planned, taken once it is packed, back when it is cancelled', () => {
    const id = lot('20');
    const [a, b] = [of(id), of(id)];
    expect(
      promises(house)
        .get(id)!
        .map((p) => `${p.code} ${p.count}`)
        .sort(),
    ).toEqual([`${a.code} 8`, `${b.code} 8`]);
    seal(a);
    expect(house.ledger.amount(id)).toBe(12);
    expect(promises(house).get(id)).toEqual([{ code: b.code, count: 8 }]);
    must(cancelled(b));
    expect(promises(house).get(id)).toBeUndefined();
    must(cancelled(a));
    expect(house.ledger.amount(id)).toBe(20);
  });
  test('of a group that nobody counted nothing is counted down', () => {
    const id = lot('');
    const c = of(id);
    seal(c);
    expect(house.ledger.amount(id)).toBeNull();
    expect(house.ledger.takenBy(c.id).has(id)).toBe(false);
  });
  test('what comes to us takes nothing of ours', () => {
    const id = batch('100');
    const code = must(saveOrder(house, orderInput(house, { direction: 'incoming' }))).code;
    const c = house.consignments.byCode(code)!.document;
    seal(c);
    expect(left(id)).toEqual([100]);
  });
});

test('liners, bands and oxygen are one thing each; bags, boxes and packs by their type', () => {
  const row = (id: string) => house.records.byId(id)!;
  expect(shelfRow(row('band'))).toMatchObject({
    id: 'band',
    key: 'band',
    expires: null,
    amount: null,
  });
  const pack = house.records.list('supply').find((r) => r.document.kind === 'pack')!;
  expect(shelfRow(pack).key).toMatch(/^pack:/);
  for (const kind of ['liner', 'oxygen', 'band'] as const)
    expect(shelfKey('x', { kind, name: 'y', typeId: 'z' })).toBe(kind);
  expect(shelfKey('x', { kind: 'additive', name: 'y', typeId: 'binder' })).toBe('additive:binder');
  const own = batch('3', '2027-01-01');
  house.db
    .prepare(`UPDATE record SET document = json_set(document, '$.lowMark', 5, '$.soldBy', 10) WHERE id = ?`)
    .run(own);
  expect(shelfRow(row(own))).toMatchObject({ amount: 3, expires: '2027-01-01', lowMark: 5, soldBy: 10 });
  house.db
    .prepare(`UPDATE record SET document = json_remove(document, '$.lowMark', '$.soldBy', '$.expires') WHERE id = ?`)
    .run(own);
  expect(shelfRow(row(own))).toMatchObject({ expires: null, lowMark: null, soldBy: null });
});

test('a shipment whose rows are gone needs nothing; any other fault stays one', () => {
  const c = ordered();
  expect(needsOf(house, { ...c, bags: c.bags.map((b) => ({ ...b, bagTypeId: 'gone' })) })).toEqual([]);
  expect(() => needsOf(house, null as never)).toThrow(TypeError);
  expect(said(recordEvent(house, 'KC-9999', 'sealedAt', null))).toContain('no shipment');
});

describe('oxygen of an evening', () => {
  test('is that of every box packed the same day, against what is counted in the cylinder', () => {
    const first = ordered();
    const alone = eveningNeeds(house, first, 'oxygen');
    expect(alone).toMatchObject({ others: [], onHand: null });
    expect(alone.here).toBeGreaterThan(0);
    expect(alone.evening).toBe(alone.here);
    const second = ordered();
    must(setCount(house, 'oxygen', '500'));
    const both = eveningNeeds(house, first, 'oxygen');
    expect(both).toMatchObject({ here: alone.here, others: [second.code], onHand: 500 });
    expect(both.evening).toBeCloseTo(2 * alone.here, 6);
    must(cancelled(second));
    expect(eveningNeeds(house, first, 'oxygen').others).toEqual([]);
  });
});
