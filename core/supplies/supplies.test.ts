import { catalogue } from '@/core/catalogue';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { exampleConsignment } from '@/tests/example';
import { BINDER, consignmentNeeds } from './needs';
import { bySoonest, outlook, shortfall, type ShelfRow } from './outlook';

const example = exampleConsignment();
const now = '2026-11-24T12:00:00.000Z';
const row = (id: string, amount: number | null, more: Partial<ShelfRow> = {}): ShelfRow => ({
  id,
  key: 'pack:heat-72h',
  amount,
  expires: null,
  lowMark: null,
  soldBy: null,
  ...more,
});
const need = (code: string, atIso: string, amount: number) => ({
  code,
  atIso,
  needs: [{ key: 'pack:heat-72h', amount }],
});

describe('what a set of packs lacks', () => {
  const four = [
    { packId: 'heat-72h', count: 3 },
    { packId: 'heat-40h', count: 1 },
    { packId: 'heat-72h', count: 1 },
  ];
  test('counts one type from lid and side together', () => {
    expect(shortfall(four, { 'heat-72h': 3, 'heat-40h': 1 })).toEqual([{ packId: 'heat-72h', short: 1 }]);
    expect(shortfall(four, { 'heat-72h': 4, 'heat-40h': 1 })).toEqual([]);
  });
  test('says nothing of what nobody counted, and never more than is wanted where others took too much', () => {
    expect(shortfall(four, {})).toEqual([]);
    expect(shortfall(four, { 'heat-72h': -2 })).toEqual([{ packId: 'heat-72h', short: 4 }]);
    expect(shortfall([], { 'heat-72h': -2 })).toEqual([]);
  });
});

describe('what a consignment takes from the shelf', () => {
  const needs = new Map(consignmentNeeds(example, catalogue, defaultAssumptions).map((n) => [n.key, n.amount]));

  test('two bags and four bands for each bag, a liner for each box', () => {
    const bags = example.bags.length;
    expect([...needs].filter(([k]) => k.startsWith('bag:')).reduce((n, [, v]) => n + v, 0)).toBe(2 * bags);
    expect(needs.get('band')).toBe(4 * bags);
    expect(needs.get('liner')).toBe(example.boxes.length);
  });

  test('the gas of every bag and what flushing loses, in litres', () => {
    const gas = example.bags.reduce((n, b) => n + b.gasL, 0);
    expect(needs.get('oxygen')).toBeCloseTo(1.3 * gas, 0);
  });

  test('a breather bag is not doubled and takes no oxygen; a binder takes a dose', () => {
    const bags = example.bags.map((b, i) => (i === 0 ? { ...b, bagTypeId: 'breather-18x30', binderMgN: 50 } : b));
    const changed = new Map(
      consignmentNeeds({ ...example, bags }, catalogue, defaultAssumptions).map((n) => [n.key, n.amount]),
    );
    expect(changed.get('bag:breather-18x30')).toBe(1);
    expect(changed.get('oxygen') ?? 0).toBeLessThan(needs.get('oxygen')!);
    expect(changed.get(BINDER)).toBe(1);
  });
});

describe('the shelf against what is planned', () => {
  test('it bites at the first box it does not reach, and the list buys whole packs', () => {
    const [o] = outlook(
      [row('a', 5, { lowMark: 2, soldBy: 10 })],
      [need('KC-3', '2026-11-28T10:00:00.000Z', 4), need('KC-2', '2026-11-26T10:00:00.000Z', 4)],
      now,
    );
    expect(o).toMatchObject({
      onHand: 5,
      reserved: 8,
      free: -3,
      bites: { code: 'KC-3', atIso: '2026-11-28T10:00:00.000Z', short: 3 },
      low: true,
      buy: 10,
    });
  });

  test('a batch past its day is not used; the soonest use-by goes first', () => {
    const shelf = [
      row('old', 9, { expires: '2026-11-20' }),
      row('soon', 3, { expires: '2026-11-27' }),
      row('late', 2, { expires: '2027-05-01' }),
    ];
    const [o] = outlook(
      shelf,
      [need('KC-1', '2026-11-25T10:00:00.000Z', 3), need('KC-2', '2026-11-29T10:00:00.000Z', 2)],
      now,
    );
    expect(o).toMatchObject({ onHand: 5, bites: null });
    // A day later the second batch has passed too, and only two are left for the five wanted.
    const [later] = outlook(shelf, [need('KC-1', '2026-11-28T10:00:00.000Z', 5)], now);
    expect(later!.bites).toMatchObject({ short: 3 });
  });

  test('below its mark it is low though nothing bites; uncounted things neither warn nor are bought', () => {
    expect(outlook([row('a', 5, { lowMark: 6 })], [], now)[0]).toMatchObject({ bites: null, low: true, buy: 1 });
    expect(outlook([row('a', 9, { lowMark: 6 })], [need('KC-1', now, 4)], now)[0]).toMatchObject({
      bites: null,
      low: true,
      buy: 1,
    });
    expect(outlook([row('a', null, { lowMark: 6 })], [need('KC-1', now, 4)], now)[0]).toMatchObject({
      onHand: null,
      free: null,
      reserved: 4,
      bites: null,
      low: false,
      buy: 0,
    });
  });

  test('the list is not changed by looking ahead', () => {
    const shelf = [row('a', 5)];
    outlook(shelf, [need('KC-1', now, 4)], now);
    expect(shelf[0]!.amount).toBe(5);
  });

  test('a use-by day is a day of use: it counts until it ends', () => {
    const shelf = [row('a', 3, { expires: '2026-11-26' })];
    expect(outlook(shelf, [need('KC-1', '2026-11-26T23:00:00.000Z', 3)], now)[0]!.bites).toBeNull();
    expect(outlook(shelf, [need('KC-1', '2026-11-27T00:30:00.000Z', 3)], now)[0]!.bites).toMatchObject({ short: 3 });
    expect(outlook([row('a', 3, { expires: '2026-11-24' })], [], now)[0]!.onHand).toBe(3);
    expect(outlook([row('a', 3, { expires: '2026-11-23' })], [], now)[0]!.onHand).toBe(0);
  });

  test('exactly enough bites nobody, and exactly the mark is not low', () => {
    const [o] = outlook([row('a', 6, { lowMark: 2 })], [need('KC-1', now, 4)], now);
    expect(o).toMatchObject({ bites: null, low: false, buy: 0, free: 2, reserved: 4 });
  });

  test('the first consignment that goes short is named; what the later ones lack is bought too', () => {
    const [o] = outlook(
      [row('a', 1)],
      [
        need('KC-3', '2026-11-30T10:00:00.000Z', 2),
        need('KC-1', '2026-11-25T10:00:00.000Z', 1),
        need('KC-2', '2026-11-27T10:00:00.000Z', 3),
      ],
      now,
    );
    expect(o).toMatchObject({ bites: { code: 'KC-2', short: 3 }, buy: 5, free: -5 });
  });

  test('what is bought comes in whole packs: 5 in packs of 4 are 8, in packs of 5 are 5', () => {
    const buy = (soldBy: number): number => outlook([row('a', 1, { soldBy })], [need('KC-1', now, 6)], now)[0]!.buy;
    expect(buy(4)).toBe(8);
    expect(buy(5)).toBe(5);
    expect(buy(1)).toBe(5);
  });

  test('litres that add up to a whole by tenths are not one pack too many', () => {
    const needs = Array.from({ length: 10 }, (_, i) => need(`KC-${i}`, now, 0.1));
    expect(outlook([row('a', 0)], needs, now)[0]!.buy).toBe(1);
  });

  test('several batches are one type: the highest mark holds, and each type stands for itself', () => {
    const other = { ...row('c', 1), key: 'band' };
    const all = outlook([row('a', 2, { lowMark: 1 }), row('b', 2, { lowMark: 6 }), other], [], now);
    expect(all.map((o) => [o.key, o.onHand, o.low])).toEqual([
      ['pack:heat-72h', 4, true],
      ['band', 1, false],
    ]);
    expect(all[0]!.buy).toBe(2);
  });

  test('what is needed and stands on no shelf is told as uncounted, never as short', () => {
    expect(outlook([], [need('KC-1', now, 4)], now)).toEqual([
      { key: 'pack:heat-72h', onHand: null, reserved: 4, free: null, bites: null, low: false, buy: 0 },
    ]);
  });

  test('batches without a day come after all that have one', () => {
    const sorted = [
      row('none', 1),
      row('late', 1, { expires: '2027-05-01' }),
      row('soon', 1, { expires: '2026-12-01' }),
    ];
    expect(sorted.sort(bySoonest).map((r) => r.id)).toEqual(['soon', 'late', 'none']);
    expect(bySoonest({ expires: null }, { expires: null })).toBe(0);
  });
});
