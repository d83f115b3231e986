import { houseInMemory } from '@/tests/house';
import { bringHome, must, orderInput, readBag, said } from '@/tests/order';
import { startRun, finishStep } from '@/server/arrive/run';
import { methodComparisons } from '@/server/arrive/methods';
import { exportConsignment } from '@/server/consignment/files';
import { tryEvaluate } from '@/server/consignment/result';
import { stationOf } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { addRecord } from '@/tests/order';
import { leave } from './animals';
import { openQuarantine, setDuty } from './quarantine';
import { quarantineView, tankWeeks } from './view';

let now = 0;
let house: House;
let code = '';
const stored = () => house.consignments.byCode(code)!;
const tanks = () => quarantineView(stationOf(house, code)!).tanks;
const living = (id: string): string[] => tankWeeks(house, id)!.dwellers.map((d) => `${d.count} ${d.name}`);

/** Tetras into Q, guppies into R: arrived, counted, one tetra dead. */
beforeEach(() => {
  now = Date.parse('2026-11-24T12:00:00Z');
  house = houseInMemory(() => now);
  addRecord(house, 'tank', { name: 'Q', volumeL: '60', use: 'quarantine' });
  addRecord(house, 'tank', { name: 'Display', volumeL: '300', use: 'display' });
  const o = orderInput(house);
  const line = { ...o.lines[0]!, lengthCm: 3 };
  code = must(
    saveOrder(house, {
      ...o,
      lines: [line, { ...line, id: 'L2', speciesId: 'guppy', count: 6, into: 'R' }],
      otherTanks: [{ ...o.tank, name: 'R' }],
    }),
  ).code;
  bringHome(house, code, (ms) => (now = ms));
  const c = stored().document;
  const tetras = c.bags.find((b) => b.animals[0]!.lineId === 'L1')!;
  must(readBag(house, code, tetras.id, { alive: tetras.animals[0]!.count - 1, dead: 1, doubtful: 0 }));
});
afterEach(() => house.db.close());

describe('quarantine, tank by tank', () => {
  test('each receiving tank opens its own, with its own fish and not those of the other', () => {
    must(openQuarantine(house, code, 'Q'));
    must(openQuarantine(house, code, 'R'));
    expect(said(openQuarantine(house, code, 'R'))).toMatch(/already/);
    expect(tanks().map((t) => [t.tank, living(t.id!)])).toEqual([
      ['Q', ['7 Lemon tetra']],
      ['R', ['6 Guppy']],
    ]);
    expect(said(openQuarantine(house, code, 'Z'))).toMatch(/no receiving tank Z/);
  });

  test('is refused while a lane for that tank is still floating, and only for that tank', () => {
    const c = stored().document;
    const lanes = methodComparisons(house, c, must(tryEvaluate(house, c)), now);
    const lane = lanes.find((l) => l.tank.name === 'R')!;
    const run = must(startRun(house, c, lane, 'float-transfer'));
    must(finishStep(house, run, 'dim'));
    must(finishStep(house, run, 'place'));
    expect(said(openQuarantine(house, code, 'R'))).toMatch(/not transferred yet/);
    must(openQuarantine(house, code, 'Q'));
  });

  test('sea fish are not put into fresh water', () => {
    const o = orderInput(house);
    const sea = { tempC: 26, pH: 8.2, khDkh: 8, ghDgh: 60, salinity: 34, tanMgNL: 0 };
    now = Date.parse('2026-11-24T12:00:00Z');
    code = must(
      saveOrder(house, {
        ...o,
        lines: [{ ...o.lines[0]!, speciesId: 'ocellaris-clownfish', count: 2, lengthCm: 4 }],
        sourceWater: sea,
      }),
    ).code;
    expect(said(openQuarantine(house, code))).toMatch(/is a marine species: salinity 0 of tank Q/);
  });

  test('a task is ticked on its day and not before, with a line in the journal', () => {
    const id = must(openQuarantine(house, code, 'Q'));
    const duties = house.quarantines.dutiesOf(id);
    const later = duties.find((d) => d.day === 3)!;
    expect(said(setDuty(house, id, later.key, true))).toMatch(/not before that day/);
    const today = duties.find((d) => d.day === 1)!;
    must(setDuty(house, id, today.key, true));
    expect(house.consignments.journalOf(stored().document.id)[0]).toMatchObject({
      kind: 'duty done',
      subject: `Q: ${today.title}`,
    });
    expect(said(setDuty(house, id, 'nothing', true))).toMatch(/no longer exists/);
  });
});

describe('animals that leave', () => {
  const go = (more: object) =>
    leave(house, { speciesId: 'lemon-tetra', count: 2, how: 'died', into: '', note: '', ...more } as never);

  test('deaths, sales and moves are movements; what lives where is their sum', () => {
    const quarantineId = must(openQuarantine(house, code, 'Q'));
    must(go({ quarantineId }));
    must(go({ quarantineId, how: 'released', into: 'Display', count: 4, note: 'they were sold to the display' }));
    expect(living(quarantineId)).toEqual(['1 Lemon tetra']);
    const display = house.records.byKey('tank', 'Display')!.id;
    expect(house.ledger.staysIn(display).map((s) => [s.speciesId, s.count, s.code])).toEqual([
      ['lemon-tetra', 4, code],
    ]);
    const file = JSON.parse(must(exportConsignment(house, code)).text) as {
      movements: { count: number; to: { kind: string } }[];
    };
    expect(file.movements.map((m) => [m.count, m.to.kind])).toEqual([
      [7, 'tank'],
      [1, 'death'],
      [2, 'death'],
      [4, 'tank'],
    ]);
  });

  test('more than live there cannot leave: the count is told, not made to fit', () => {
    const quarantineId = must(openQuarantine(house, code, 'Q'));
    expect(said(go({ quarantineId, count: 8 }))).toMatch(/Only 7 of them are in tank Q/);
    expect(said(go({ quarantineId, how: 'released' }))).toMatch(/Choose the tank/);
    expect(said(go({ quarantineId, count: 0 }))).toMatch(/Enter how many/);
    expect(living(quarantineId)).toEqual(['7 Lemon tetra']);
  });

  test('a movement is never changed or deleted', () => {
    must(openQuarantine(house, code, 'Q'));
    expect(() => house.db.exec('DELETE FROM movement')).toThrow(/never deleted/);
    expect(() => house.db.exec('UPDATE movement SET amount = 1')).toThrow(/never changed/);
  });
});
