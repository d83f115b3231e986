import { houseInMemory } from '@/tests/house';
import { addRecord, bringHome, must, orderInput, readBag, readTank, said } from '@/tests/order';
import { allDuties } from '@/server/bench/duties';
import { exportConsignment, importConsignment } from '@/server/consignment/files';
import { stationOf } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { removeRecord } from '@/server/records/records';
import { leave, type LeaveInput } from './animals';
import { tankId } from '@/server/arrive/residents';
import { openQuarantine } from './quarantine';
import { quarantineView } from './view';

let now = 0;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const tank = () => quarantineView(stationOf(house, code)!).tanks[0]!;
const living = (name: string): number =>
  house.ledger.staysOf(stored().document.id).find((s) => s.tank === tankId(house, name))?.count ?? 0;
const input = (change: Partial<LeaveInput> = {}): LeaveInput => ({
  quarantineId: house.quarantines.of(stored().document.id)[0]!.id,
  speciesId: 'lemon-tetra',
  count: 1,
  how: 'died',
  into: '',
  note: '',
  ...change,
});

/** Lemon tetras arrived in Q, all counted alive. */
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  addRecord(house, 'tank', { name: 'Q', volumeL: '60', use: 'quarantine' });
  addRecord(house, 'tank', { name: 'Display', volumeL: '300', use: 'display' });
  code = must(saveOrder(house, orderInput(house))).code;
  bringHome(house, code, (ms) => (now = ms));
  const c = stored().document;
  must(readTank(house, code, c.tank.name, { tempC: 25, pH: 7.2 }));
  for (const b of c.bags)
    must(readBag(house, code, b.id, { tempC: 22, pH: 6.8, alive: b.animals.reduce((n, a) => n + a.count, 0) }));
  must(openQuarantine(house, code, 'Q'));
});
afterEach(() => house.db.close());

describe('animals leave a quarantine tank', () => {
  test('a death takes one from the count, is a fact with its instant, and is written in the journal', () => {
    const before = living(tank().tank);
    now += 3600_000;
    must(leave(house, input({ note: 'thin' })));
    expect(living(tank().tank)).toBe(before - 1);
    const event = house.facts.of(stored().document.id).events.at(-1)!;
    expect(event).toMatchObject({ kind: 'died', at: new Date(now).toISOString(), subject: { kind: 'tank' } });
    expect(event.note).toBe('1 Lemon tetra, thin');
    // Who lives there is told by the count of now, on every duty.
    const duties = allDuties(house).filter((d) => d.tank === 'Q');
    expect(duties.length).toBeGreaterThan(3);
    for (const d of duties) expect(d.detail).toMatch(new RegExp(`^${before - 1} Lemon tetra\\.`));
  });

  test('released animals live in the tank that was named, and no longer here', () => {
    const all = living(tank().tank);
    must(leave(house, input({ how: 'released', count: all, into: 'Display', note: 'early' })));
    expect(living('Display')).toBe(all);
    expect(living(tank().tank)).toBe(0);
    expect(house.facts.of(stored().document.id).events.at(-1)!.note).toMatch(/into Display/);
  });

  test('sold animals are gone, and the fact says that they moved', () => {
    const all = living(tank().tank);
    must(leave(house, input({ how: 'sold', count: 2 })));
    expect(living(tank().tank)).toBe(all - 2);
    expect(house.facts.of(stored().document.id).events.at(-1)!.kind).toBe('moved');
  });

  test.each<[string, Partial<LeaveInput>, RegExp]>([
    ['none', { count: 0 }, /Enter how many/],
    ['half an animal', { count: 1.5 }, /whole animals/],
    ['no kind', { speciesId: '' }, /Choose the animals/],
    ['a release to nowhere', { how: 'released', into: ' ' }, /Choose the tank/],
    ['an unknown way', { how: 'flew' as never }, /died, moved or were sold/],
    ['a quarantine that is gone', { quarantineId: 'x' }, /no longer exists/],
    ['a kind that never lived here', { speciesId: 'guppy' }, /Only 0 of them/],
    ['more than there are', { count: 500 }, /Only \d+ of them are in tank Q/],
  ])('%s is refused with a sentence and changes nothing', (_, change, words) => {
    const before = [living(tank().tank), house.facts.of(stored().document.id).events.length];
    expect(said(leave(house, input(change)))).toMatch(words);
    expect([living(tank().tank), house.facts.of(stored().document.id).events.length]).toEqual(before);
  });

  test('two that are told in one instant are two, and a file that tells of them again does not double them', () => {
    const before = living(tank().tank);
    must(leave(house, input()));
    must(leave(house, input()));
    expect(living(tank().tank)).toBe(before - 2);
    const { text } = must(exportConsignment(house, code));
    must(importConsignment(house, text, 'replace'));
    expect(living(tank().tank)).toBe(before - 2);
    expect(must(exportConsignment(house, code)).text).toBe(text);
  });

  test('a tank in which animals live is put away, never deleted; an empty one may go', () => {
    must(leave(house, input({ how: 'released', count: 3, into: 'Display', note: 'early' })));
    const gone = must(removeRecord(house, tankId(house, 'Display')));
    expect(gone).toMatchObject({ archived: true, words: expect.stringMatching(/used by 3 animals/) });
    const spare = addRecord(house, 'tank', { name: 'Spare', volumeL: '60', use: 'stock' });
    expect(must(removeRecord(house, spare)).archived).toBe(false);
  });

  test('the last ones may go, and one after them may not', () => {
    must(leave(house, input({ count: living(tank().tank) })));
    expect(said(leave(house, input()))).toMatch(/Only 0 of them/);
  });
});
