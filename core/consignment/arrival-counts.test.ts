import { exampleConsignment } from '@/tests/example';
import type { BagReading } from './facts';
import { nothingYet } from './project-facts';
import { cameInto, tankOfBag, tanksOfBag } from './arrival-counts';
import type { Bag, Consignment, OrderLine } from './schema';

const base = exampleConsignment();
const line = (id: string, count: number, into?: string): OrderLine => ({
  ...base.lines[0]!,
  id,
  count,
  ...(into ? { into } : {}),
});
const bag = (id: string, ...animals: [string, number][]): Bag => ({
  ...base.bags[0]!,
  id,
  animals: animals.map(([lineId, count]) => ({ lineId, count })),
});
const read = (bagId: string, alive: number | null, dead: number | null, doubtful: number | null): BagReading => ({
  bagId,
  at: '2026-11-27T10:00:00.000Z',
  tempC: null,
  pH: null,
  salinity: null,
  alive,
  dead,
  doubtful,
  note: '',
});
const of = (
  lines: OrderLine[],
  bags: Bag[],
  readings: BagReading[] = [],
  into?: Record<string, string>,
): Consignment => ({
  ...base,
  lines,
  bags,
  tank: { ...base.tank, name: 'Q' },
  otherTanks: [{ ...base.tank, name: 'R' }],
  actual: { ...nothingYet(), bags: readings, ...(into ? { into } : {}) },
});
const told = (c: Consignment, tank: string) => cameInto(c, tank).map((x) => [x.line.id, x.packed, x.alive, x.dead]);

describe('what came for a tank', () => {
  const two = [bag('A1', ['L1', 6]), bag('A2', ['L1', 4])];
  test('as packed where nobody counted, as counted where somebody did', () => {
    expect(told(of([line('L1', 10)], two), 'Q')).toEqual([['L1', 10, 10, 0]]);
    expect(told(of([line('L1', 10)], two, [read('A1', 4, 1, 1)]), 'Q')).toEqual([['L1', 10, 9, 1]]);
  });
  test('fewer or more than the label count as they were counted', () => {
    expect(told(of([line('L1', 10)], two, [read('A1', 5, 0, 0), read('A2', 6, 0, 0)]), 'Q')).toEqual([
      ['L1', 10, 11, 0],
    ]);
  });
  test('who counted only the dead has seen that the others live', () => {
    expect(told(of([line('L1', 10)], two, [read('A1', null, 2, null)]), 'Q')).toEqual([['L1', 10, 8, 2]]);
  });
  test('a bag of two lines tells nobody whose the dead were', () => {
    const mixed = of([line('L1', 3), line('L2', 2)], [bag('A1', ['L1', 3], ['L2', 2])], [read('A1', 4, 1, 0)]);
    expect(told(mixed, 'Q')).toEqual([
      ['L1', 3, 3, 0],
      ['L2', 2, 2, 0],
    ]);
  });
  test('a bag goes where a hand sent it, the others where the order says', () => {
    const c = of([line('L1', 10, 'R')], two, [], { A2: 'Q' });
    expect(tankOfBag(c, c.bags[0]!).name).toBe('R');
    expect(told(c, 'R')).toEqual([['L1', 6, 6, 0]]);
    expect(told(c, 'Q')).toEqual([['L1', 4, 4, 0]]);
  });
  test('a split bag: half for each tank, the odd one and the dead with the first; nothing is lost or doubled', () => {
    const c = {
      ...of([line('L1', 11)], [bag('A1', ['L1', 11])], [read('A1', 8, 2, 1)]),
    };
    const split = { ...c, actual: { ...c.actual, half: { A1: 'R' } } };
    expect(tanksOfBag(split, split.bags[0]!)).toEqual(['Q', 'R']);
    expect(told(split, 'Q')).toEqual([['L1', 7, 5, 2]]);
    expect(told(split, 'R')).toEqual([['L1', 4, 4, 0]]);
  });
  test('what was never bagged counts as ordered', () => {
    expect(told(of([line('L1', 7)], []), 'Q')).toEqual([['L1', 7, 7, 0]]);
  });
});
