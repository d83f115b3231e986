import { houseInMemory } from '@/tests/house';
import { addRecord, must, newArrival, orderInput, said } from '@/tests/order';
import { arrive, copper, dose, ownTanks } from '@/tests/weeks';
import type { NewEntry } from '@/core/quarantine/schema';
import { DAY, HOUR, MIN } from '@/core/quantities/time';
import { benchView } from '@/server/bench/view';
import { frameView, stationOf } from '@/server/consignment/station';
import type { House } from '@/server/house';
import { cancel, revive, saveOrder } from '@/server/order/order';
import { papersOf } from '@/server/papers/papers';
import { stepsOf } from '@/server/pack/steps';
import { recordEvent, tick } from '@/server/pack/events';
import { doDeed } from '@/server/queue/deeds';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { tell } from '@/server/quarantine/tell';
import { roundView, tankWeeks } from '@/server/quarantine/view';
import { saveReading } from '@/server/stock/readings';
import { concernCount, concernsInRun, concernsOfTank } from '.';

const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
let now = 0;
let house: House;
beforeEach(() => {
  now = Date.parse('2026-11-27T10:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());
const bench = () => benchView(house).concerns.map((c) => `${c.severity} ${c.finding.code}`);
const heading = (code: string) =>
  frameView(stationOf(house, code)!).concerns.map((c) => `${c.severity} ${c.finding.code}`);
const accept = (id: string, hours = 24) =>
  doDeed(house, { deed: 'accept', id, reason: 'a vet said so', hours }, 0, who);

describe('copper at twice the level, in the tank of a quarantine', () => {
  let id = '';
  const told = (what: NewEntry) => must(tell(house, { quarantineId: id, told: what }, house.nowIso()));
  const tankId = () => house.records.byKey('tank', 'Q')!.id;
  beforeEach(() => {
    ownTanks(house);
    id = must(openQuarantine(house, arrive(house), 'Q'));
    now += 3 * DAY;
    told(dose(copper, 2.4, { reason: 'a slip of the hand' }));
  });
  const pages = () => [
    tankWeeks(house, id)!.concerns,
    roundView(house).tanks[0]!.concerns,
    concernsOfTank(house, tankId()),
    benchView(house).concerns,
    concernsInRun(house, []),
  ];
  test('stands first on its page, the tank’s, the round, the Bench and over every run, also twelve days on', () => {
    for (const days of [0, 12]) {
      now += days * DAY;
      for (const list of pages())
        expect(list[0]).toMatchObject({ severity: 'stop', finding: { code: 'over-dose', of: 'copper' } });
    }
    expect(concernCount(house)).toMatchObject({ worst: 'stop' });
  });
  test('is gone from all of them once the water was changed', () => {
    const { finding } = pages()[0]![0]!;
    if (finding.code !== 'over-dose') throw new Error('no overdose');
    for (let i = 0; i < finding.goes; i++) told({ kind: 'change', litres: finding.changeL! });
    for (const list of pages()) expect(list.map((c) => c.finding.code)).not.toContain('over-dose');
  });
  test('accepted with a reason it is quiet for its hours and comes back; without a reason it is refused', () => {
    const c = pages()[0]![0]!;
    expect(said(doDeed(house, { deed: 'accept', id: c.id, reason: '', hours: 24 }, 0, who))).toMatch(/./);
    must(accept(c.id, 6));
    for (const list of pages()) expect(list.map((x) => x.id)).not.toContain(c.id);
    expect(said(accept(c.id))).toMatch(/already solved/);
    now += 6 * HOUR;
    expect(pages()[0]![0]!.id).toBe(c.id);
    expect(house.db.prepare('SELECT reason, by FROM concern_accepted').all()).toEqual([
      { reason: 'a vet said so', by: 'Ana' },
    ]);
  });
  test('accepted and then grown worse it comes back at once', () => {
    const c = pages()[0]![0]!;
    must(accept(c.id));
    expect(pages()[0]!.map((x) => x.id)).not.toContain(c.id);
    told(dose(copper, 2.4, { sure: true, reason: 'a slip of the hand' }));
    expect(pages()[0]![0]!.id).toBe(c.id);
  });
});

describe('a tank against those who are in it', () => {
  test('read too cold it stops on its own page and the Bench, and a warm reading clears it', () => {
    const tank = addRecord(house, 'tank', { name: 'T1', volumeL: '100', use: 'stock' });
    addRecord(house, 'lot', { speciesId: 'discus', tankId: tank, count: '4' });
    const read = (tempC: string) => must(saveReading(house, { tankId: tank, at: '', tempC }));
    expect(concernsOfTank(house, tank)).toMatchObject([{ severity: 'know', finding: { code: 'never-read' } }]);
    read('18');
    expect(concernsOfTank(house, tank)[0]).toMatchObject({
      severity: 'stop',
      finding: { code: 'harms-animals', of: 'cold' },
    });
    expect(bench()[0]).toBe('stop harms-animals');
    now += HOUR;
    read('28');
    expect(concernsOfTank(house, tank)).toEqual([]);
    now += 8 * DAY;
    expect(concernsOfTank(house, tank)).toMatchObject([
      { severity: 'know', finding: { code: 'read-long-ago', days: 8 } },
    ]);
  });
});

/** The steps that come before one, in their order, and itself. */
const keysTo = (h: House, code: string, key: string): string[] => {
  const steps = stepsOf(h, [h.consignments.byCode(code)!]);
  const of = (k: string): string[] => {
    const s = steps.find((x) => x.key === k)!;
    return [...[...(s.needs ?? []), ...(s.after?.keys ?? [])].flatMap(of), k];
  };
  return [...new Set(of(key))];
};

describe('a shipment', () => {
  test('never dropped off is no box on its way: it is told in its heading and on the Bench, until it is', () => {
    now = Date.parse('2026-11-24T12:00:00Z');
    const { code } = must(saveOrder(house, orderInput(house)));
    const leave = Date.parse(house.consignments.byCode(code)!.document.handOverAt);
    now = leave + 20 * MIN;
    expect(heading(code)).not.toContain('now not-handed-over');
    now = leave + 10 * DAY;
    expect(heading(code)).toContain('now not-handed-over');
    expect(bench()).toContain('now not-handed-over');
    expect(bench().join()).not.toMatch(/overdue/);
    expect(benchView(house).onTheWay.find((x) => x.code === code)?.words ?? '').not.toMatch(/window/);
    must(recordEvent(house, code, 'handedOverAt', new Date(leave).toISOString()));
    expect(heading(code)).toEqual(['now overdue']);
  });
  test('of which labels were printed before the order changed says so, until they are done again', () => {
    now = Date.parse('2026-11-24T12:00:00Z');
    const order = orderInput(house);
    const { code } = must(saveOrder(house, order));
    const { version } = house.consignments.byCode(code)!;
    must(tick(house, code, 'labels', true));
    expect(heading(code)).not.toContain('now done-step-changed');
    const lines = [{ ...order.lines[0]!, count: order.lines[0]!.count + 4 }];
    must(saveOrder(house, { ...order, lines, code, version }));
    expect(heading(code)).toContain('now done-step-changed');
    expect(bench()).toContain('now done-step-changed');
    must(tick(house, code, 'labels', false));
    expect(heading(code)).not.toContain('now done-step-changed');
    must(tick(house, code, 'labels', true));
    expect(heading(code)).not.toContain('now done-step-changed');
  });
  test('cancelled once bags are closed asks for the fish in them, keeps what was used, and stamps its papers', () => {
    now = Date.parse('2026-11-24T12:00:00Z');
    const { code } = must(saveOrder(house, orderInput(house)));
    const c = house.consignments.byCode(code)!.document;
    const bands = addRecord(house, 'supply', { kind: 'band', name: 'Bands', count: '100' });
    for (const key of ['labels', ...keysTo(house, code, `bag:${c.bags[0]!.id}`)]) must(tick(house, code, key, true));
    must(cancel(house, code, 'the receiver is ill'));
    expect(heading(code)).toEqual(['now fish-in-bags']);
    expect(bench()).toContain('now fish-in-bags');
    // One bag was closed: its bands stay used, those of the others are back.
    expect(house.ledger.amount(bands)).toBe(96);
    const { sheets } = must(papersOf(stationOf(house, code)!, { kinds: ['bags'], format: 'a6' }));
    expect(sheets.every((x) => x.words[0] === 'CANCELLED')).toBe(true);
    // Labels that share a sheet are cut apart: each says it.
    const shared = must(papersOf(stationOf(house, code)!, { kinds: ['bags'], format: 'a4x8' })).sheets;
    expect(shared.flatMap((x) => x.words).filter((x) => x === 'CANCELLED')).toHaveLength(c.bags.length);
    expect(said(tick(house, code, 'stand', true))).toMatch(/cancelled\. Undo the cancellation first/);
    must(tick(house, code, 'moment:fish-back', true));
    expect(heading(code)).toEqual([]);
    expect(bench()).not.toContain('now fish-in-bags');
    // Taken back, its bags are empty: they are to be filled again, and a second cancelling asks again.
    must(revive(house, code));
    expect(house.consignments.byCode(code)!.document.actual.sealedAt).toBeNull();
    expect([...house.facts.ticks(c.id).keys()].filter((k) => k.startsWith('bag:') || k.includes('fish'))).toEqual([]);
    must(tick(house, code, `bag:${c.bags[0]!.id}`, true));
    must(cancel(house, code, 'again'));
    expect(heading(code)).toEqual(['now fish-in-bags']);
  });
  test('that comes to residents of another size says so at its top, and no more in another tank', () => {
    const tank = addRecord(house, 'tank', { name: 'R', volumeL: '200', use: 'stock' });
    const lot = { speciesId: 'discus', tankId: tank, count: '4', lengthCm: '15' };
    addRecord(house, 'lot', lot);
    const free = addRecord(house, 'tank', { name: 'F', volumeL: '200', use: 'stock' });
    const into = (tankId: string) => must(newArrival(house, tankId)).code;
    expect(heading(into(tank))).toContain('now residents');
    expect(heading(into(free))).not.toContain('now residents');
  });
  test('over a stop its mark on the Bench is never green', () => {
    now = Date.parse('2026-11-24T12:00:00Z');
    const { code } = must(saveOrder(house, orderInput(house)));
    now = Date.parse(house.consignments.byCode(code)!.document.handOverAt) + HOUR;
    const row = benchView(house).onTheWay.find((x) => x.code === code);
    expect(row?.mark).not.toBe('fine');
  });
});
