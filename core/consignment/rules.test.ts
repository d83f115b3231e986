import { exampleConsignment } from '@/tests/example';
import { crossChecks, miscounts, miscountWords } from './rules';
import type { Consignment } from './schema';

const c = exampleConsignment();
const bag = c.bags[0]!;
const line = c.lines[0]!;
const told = (change: Partial<Consignment>): string[] => crossChecks({ ...c, ...change }).map((p) => p.path);
const later = (iso: string, hours: number): string => new Date(Date.parse(iso) + hours * 36e5).toISOString();

describe('rules across the fields of a shipment', () => {
  test('the shipped example breaks none', () => expect(crossChecks(c)).toEqual([]));

  test.each<[string, string, Partial<Consignment>]>([
    ['two lines of one id', 'lines', { lines: [line, ...c.lines] }],
    ['two boxes of one id', 'boxes', { boxes: [...c.boxes, c.boxes[0]!] }],
    ['two bags of one id', 'bags', { bags: [...c.bags, { ...bag, animals: [] }] }],
    ['a bag in no box', 'bags.0.boxId', { bags: [{ ...bag, boxId: 'none' }, ...c.bags.slice(1)] }],
    ['a bag of what nobody ordered', 'bags.0.animals', { bags: [{ ...bag, animals: [{ lineId: 'L9', count: 1 }] }] }],
    ['a tank that is not described', 'lines.0.into', { lines: [{ ...line, into: 'Z' }, ...c.lines.slice(1)] }],
    ['an assumption beyond its range', 'assumptions.outcomeCut', { assumptions: { outcomeCut: 1e9 } as never }],
  ])('%s', (_, path, change) => expect(told(change)).toContain(path));

  test('more animals in bags than were ordered stand in the way of nothing: they are told beside the figures', () => {
    const inBags = c.bags.flatMap((b) => b.animals).reduce((n, a) => n + (a.lineId === line.id ? a.count : 0), 0);
    const of = (count: number): string[] => told({ lines: [{ ...line, count }, ...c.lines.slice(1)] });
    expect(of(inBags)).toEqual([]);
    expect(of(inBags - 1)).toEqual([]);
    expect(miscounts({ ...c, lines: [{ ...line, count: inBags - 1 }, ...c.lines.slice(1)] })).toEqual([
      { lineId: line.id, ordered: inBags - 1, bagged: inBags },
    ]);
    expect(told({ lines: [{ ...line, count: 1 }], bags: [] })).toEqual([]);
  });

  test('a line may go into the tank of the order, or into one that is described beside it', () => {
    const into = (name: string): Partial<Consignment> => ({ lines: [{ ...line, into: name }, ...c.lines.slice(1)] });
    expect(told(into(c.tank.name))).toEqual([]);
    expect(told({ ...into('R'), otherTanks: [{ ...c.tank, name: 'R' }] })).toEqual([]);
  });

  describe('what comes after what', () => {
    const h = c.handOverAt;
    test.each<[string, Partial<Consignment>, string[]]>([
      ['opened at the drop-off', { openingAt: h, window: null }, ['openingAt']],
      ['opened an hour after it', { openingAt: later(h, 1), window: null }, []],
      ['opened after exactly 14 days', { openingAt: later(h, 14 * 24), window: null }, []],
      ['opened after more', { openingAt: later(h, 14 * 24 + 1), window: null }, ['openingAt']],
      ['delivered at the drop-off', { window: { startAt: h, endAt: later(h, 3) } }, ['window.startAt']],
      ['a window of one instant', { window: { startAt: later(h, 3), endAt: later(h, 3) } }, []],
      ['a window that ends first', { window: { startAt: later(h, 3), endAt: later(h, 2) } }, ['window.endAt']],
    ])('%s', (_, change, paths) => expect(told(change)).toEqual(paths));
  });
});

describe('animals without a bag', () => {
  test('are none before any bag is planned, and none when all are in', () => {
    expect(miscounts({ ...c, bags: [] })).toEqual([]);
    expect(miscounts(c)).toEqual([]);
  });
  test('are counted by line', () => {
    const more = { ...c, lines: c.lines.map((l) => (l === line ? { ...l, count: l.count + 3 } : l)) };
    expect(miscounts(more)).toEqual([{ lineId: line.id, ordered: line.count + 3, bagged: line.count }]);
  });
  test('are worded, and so are too many', () => {
    expect(miscountWords({ lineId: 'a', ordered: 8, bagged: 6 }, 'Lemon tetra')).toBe(
      '2 of 8 Lemon tetra without a bag',
    );
    expect(miscountWords({ lineId: 'a', ordered: 8, bagged: 9 }, 'Lemon tetra')).toBe(
      '9 Lemon tetra bagged, 8 ordered',
    );
  });
});
