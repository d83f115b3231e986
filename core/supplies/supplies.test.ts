import { catalogue } from '@/core/catalogue';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { exampleConsignment } from '@/tests/example';
import { BINDER, consignmentNeeds } from './needs';
import { bySoonest, outlook, shortfall, type ShelfRow } from './stock-forecast';

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

describe('what a shipment takes from the shelf', () => {
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

  test('oxygen that somebody else fills leaves one’s own cylinder alone', () => {
    const shop = { ...example, bags: example.bags.map((b) => ({ ...b, filledElsewhere: true })) };
    const keys = consignmentNeeds(shop, catalogue, defaultAssumptions).map((n) => n.key);
    expect(keys).not.toContain('oxygen');
    expect(keys).toContain('band');
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

  test('worked by hand: one bag of each kind, in one of two boxes', () => {
    const bag = { ...example.bags[0]!, bagTypeId: 'bag-18x40', gasL: 2, oxygenFraction: 0.95, binderMgN: null };
    const c = {
      ...example,
      bags: [
        { ...bag, id: 'A1', boxId: '1' },
        { ...bag, id: 'A2', boxId: '1', binderMgN: 20, oxygenFraction: 0.5 },
        { ...bag, id: 'A3', boxId: '1', bagTypeId: 'breather-18x30', gasL: 0 },
      ],
      boxes: [
        {
          id: '1',
          boxTypeId: 'box-m',
          packs: [
            { packId: 'heat-72h', count: 2 },
            { packId: 'heat-40h', count: 0 },
          ],
          ventHoles: 4,
        },
        { id: '2', boxTypeId: 'box-s', packs: [{ packId: 'heat-72h', count: 1 }], ventHoles: 2 },
      ],
    };
    // Half oxygen is no oxygen of the cylinder; box 2 is empty and is not packed; a doubled bag four bands, film two.
    expect(
      Object.fromEntries(consignmentNeeds(c, catalogue, defaultAssumptions).map((n) => [n.key, n.amount])),
    ).toEqual({
      'bag:bag-18x40': 4,
      'bag:breather-18x30': 1,
      band: 10,
      oxygen: 2.6,
      [BINDER]: 1,
      'box:box-m': 1,
      liner: 1,
      'pack:heat-72h': 2,
    });
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

  test('the first shipment that goes short is named; what the later ones lack is bought too', () => {
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

describe('looking ahead', () => {
  const later = '2026-12-20T12:00:00.000Z';
  test('consignments take in the order of their days, however they are listed; of two at once the first listed', () => {
    const take = (a: [string, string], b: [string, string]) =>
      outlook([row('1', 1)], [need(a[0], a[1], 1), need(b[0], b[1], 1)], now)[0]!.bites!.code;
    expect(take(['KC-2', later], ['KC-1', now])).toBe('KC-2');
    expect(take(['KC-1', now], ['KC-2', later])).toBe('KC-2');
    expect(take(['KC-1', now], ['KC-2', now])).toBe('KC-2');
  });
  test('what else a shipment takes does not count against this', () => {
    const mixed = {
      code: 'KC-1',
      atIso: now,
      needs: [
        { key: 'liner', amount: 9 },
        { key: 'pack:heat-72h', amount: 1 },
      ],
    };
    const [packs] = outlook([row('1', 3)], [mixed], now);
    expect(packs).toMatchObject({ reserved: 1, free: 2, bites: null });
  });
  test('what spoils before the last planned day is not left then', () => {
    // Five now, three of them until the 30th; one is taken on the 20th: two that keep are left, under the mark of three.
    const [x] = outlook(
      [row('1', 3, { expires: '2026-12-10', lowMark: 3 }), row('2', 2)],
      [need('KC-1', later, 1)],
      now,
    );
    expect(x).toMatchObject({ onHand: 5, low: true, buy: 2 });
    // A consignment in the past moves nothing: the day that counts is today.
    const [y] = outlook(
      [row('1', 3, { expires: '2026-12-10', lowMark: 3 })],
      [need('KC-1', '2026-11-01T12:00:00.000Z', 0)],
      now,
    );
    expect(y).toMatchObject({ onHand: 3, low: false, buy: 0 });
  });
  test('a batch nobody counted lies beside one that was: only the counted one is taken', () => {
    const [x] = outlook([row('1', null), row('2', 2)], [need('KC-1', now, 3)], now);
    expect(x).toMatchObject({ onHand: 2, bites: { short: 1 }, buy: 1 });
  });
  test('without a mark nothing is low; the mark of a type nobody counted warns of nothing', () => {
    expect(outlook([row('1', 0)], [], now)[0]).toMatchObject({ low: false, buy: 0 });
    expect(outlook([row('1', null, { lowMark: 5 })], [], now)[0]).toMatchObject({ low: false, buy: 0 });
  });
});

test('a shelf that was used up beyond its count holds nothing, and never less', () => {
  const [o] = outlook([row('a', -2), row('b', 3)], [need('KC-1', '2026-11-28T10:00:00.000Z', 4)], now);
  expect(o).toMatchObject({ onHand: 3, bites: { short: 1 } });
  expect(outlook([row('a', -2)], [], now)[0]).toMatchObject({ onHand: 0, free: 0 });
});
