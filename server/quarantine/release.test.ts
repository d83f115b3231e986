import { houseInMemory } from '@/tests/house';
import { addRecord, must, said } from '@/tests/order';
import { arrive, copper, dose, ownTanks, tested, well } from '@/tests/weeks';
import type { NewEntry } from '@/core/quarantine/schema';
import { DAY, HOUR } from '@/core/quantities/time';
import { allDuties } from '@/server/bench/duties';
import { benchView } from '@/server/bench/view';
import { calendarFeed } from '@/server/bench/calendar';
import type { House } from '@/server/house';
import { doDeed } from '@/server/queue/deeds';
import { saveRecord } from '@/server/records/records';
import { leave } from './animals';
import { moveIn, openQuarantine, setDuty } from './quarantine';
import { bringTowards, endQuarantine, releaseTank, releaseView } from './release';
import { tell } from './tell';
import { roundView, tankWeeks } from './view';

const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
let now = 0;
let house: House;
let code = '';
let id = '';
const q = () => tankWeeks(house, id)!;
const say = (told: NewEntry, at?: string) =>
  tell(house, { quarantineId: id, told, ...(at ? { at } : {}) }, house.nowIso());
beforeEach(() => {
  now = Date.parse('2026-11-27T10:00:00Z');
  house = houseInMemory(() => now);
  ownTanks(house);
  code = arrive(house);
  id = must(openQuarantine(house, code, 'Q'));
});
afterEach(() => house.db.close());

/** Lives good days: looked at, fed, tested, every other duty ticked. */
function live(days: number): void {
  for (let d = 0; d < days; d++) {
    must(say(well));
    must(say(tested({ tanMgNL: 0, nitriteMgL: 0, pH: 7.2, tempC: 25 })));
    for (const duty of house.quarantines.dutiesOf(id))
      if (
        duty.doneAt === null &&
        Date.parse(duty.dueAt) < now + 8 * HOUR &&
        !['test', 'dose', 'move', 'dip'].includes(duty.kind)
      )
        must(setDuty(house, id, duty.key, true));
    now += DAY;
  }
}

describe('release', () => {
  test('day 28 with nothing done offers none; after four good weeks they move, with warnings, order and what follows', () => {
    now += 28 * DAY;
    expect(said(releaseTank(house, { quarantineId: id, into: 'Display' }))).toMatch(
      /Not yet: .*ammonia and nitrite in band, 0 of 3/,
    );
    now -= 28 * DAY;
    live(28);
    now += HOUR;
    expect(q().gateOpen).toBe(true);
    expect(releaseView(house, house.quarantines.byId(id)!, 'Display').order[0]).toMatchObject({ name: 'Lemon tetra' });
    must(releaseTank(house, { quarantineId: id, into: 'Display' }));
    expect(house.ledger.staysIn(house.records.byKey('tank', 'Display')!.id)[0]!.count).toBe(8);
    expect(q()).toMatchObject({ dwellers: [] });
    expect(q().closedMs).not.toBeNull();
    const after = allDuties(house).filter((d) => d.id.includes('after-'));
    expect(after.map((d) => d.title).join()).toMatch(
      /Lights low.*Feed the residents of Display well.*Bleach, rinse and dry Q/,
    );
    expect(benchView(house).quarantines).toEqual([]);
    expect(said(say(well))).toMatch(/has ended/);
    expect(said(releaseTank(house, { quarantineId: id, into: 'Display' }))).toMatch(/already ended/);
  });
  test('under treatment it is refused until the medicine is out or somebody says why', () => {
    live(27);
    must(say(dose(copper, 1.2)));
    live(1);
    now += HOUR;
    expect(said(releaseTank(house, { quarantineId: id, into: 'Display' }))).toMatch(/no medicine left in the water/);
    must(say({ kind: 'waive', what: 'gate:treatment', reason: 'carbon ran for a week' }));
    must(releaseTank(house, { quarantineId: id, into: 'Display' }));
  });
  test('into itself or a tank in its weeks is refused', () => {
    expect(said(releaseTank(house, { quarantineId: id, into: 'Q' }))).toMatch(/are in this tank/);
    expect(said(releaseTank(house, { quarantineId: id, into: '' }))).toMatch(/Choose the tank/);
  });
  test('a death that empties the tank: the weeks are ended, and the gear is dried', () => {
    expect(said(endQuarantine(house, id))).toMatch(/8 are still in/);
    must(leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count: 8, how: 'died', into: '', note: 'all' }));
    expect(q().dwellers).toEqual([]);
    expect(q().entries[0]).toMatchObject({ kind: 'died', count: 8 });
    must(endQuarantine(house, id));
    expect(allDuties(house).some((d) => /Bleach/.test(d.title))).toBe(true);
  });
  test('some may go early to another tank only with a word why; a death is a sign', () => {
    const go = (note: string) =>
      leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count: 1, how: 'released', into: 'Display', note });
    expect(said(go(''))).toMatch(/not ready/);
    must(go('it is chased'));
    now += 5 * DAY;
    expect(q().clearDays).toBe(5);
    must(leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count: 1, how: 'died', into: '', note: '' }));
    expect(q().clearDays).toBe(0);
  });
  test('the water is brought to that of the display over days, with its litres', () => {
    const display = house.records.byKey('tank', 'Display')!.id;
    expect(said(bringTowards(house, { quarantineId: id, tank: 'Display' }))).toMatch(/never measured/);
    house.ledger.read({
      tankId: display,
      at: house.nowIso(),
      figures: { tempC: 28, pH: 7.2, salinity: 6 },
      note: '',
    });
    must(say(tested({ tempC: 25, salinity: 2, pH: 7.2 })));
    expect(must(bringTowards(house, { quarantineId: id, tank: 'Display' }))).toBe(3);
    const words = house.quarantines
      .dutiesOf(id)
      .filter((d) => d.key.startsWith('towards'))
      .map((d) => d.detail);
    expect(words[0]).toMatch(/From 2\.0 to 4\.0: 126 g of sea salt.*Heater to 26\.0/);
    expect(words.at(-1)).toMatch(/Heater to 28\.0/);
  });
});

describe('who joins', () => {
  test('is told that all begin again, then joins; the days, the tasks and the gate are those of the newcomers', () => {
    live(10);
    const other = arrive(house, 'guppy');
    expect(said(openQuarantine(house, other, 'Q'))).toMatch(/All in, all out is safer/);
    must(openQuarantine(house, other, 'Q', { join: true }));
    expect(q()).toMatchObject({ day: 1, codes: [code, other] });
    expect(
      q()
        .dwellers.map((d) => d.name)
        .sort(),
    ).toEqual(['Guppy', 'Lemon tetra']);
    const ids = allDuties(house).map((d) => d.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(house.quarantines.of(house.consignments.byCode(other)!.document.id).map((x) => x.id)).toEqual([id]);
    expect(said(moveIn(house, other, 'Q'))).toMatch(/already/);
    // The last of one kind die, whoever brought them.
    must(leave(house, { quarantineId: id, speciesId: 'guppy', count: 1, how: 'died', into: '', note: '' }));
  });
  test('two tanks are merged by moving all over, with a word why; the weeks there begin again', () => {
    const other = arrive(house, 'guppy');
    addRecord(house, 'tank', { name: 'Q2', volumeL: '60', use: 'quarantine' });
    const doc = house.consignments.byCode(other)!.document;
    must(doDeed(house, { deed: 'into', code: other, bagId: doc.bags[0]!.id, tank: 'Q2' }, 0, who));
    for (const b of doc.bags.slice(1))
      must(doDeed(house, { deed: 'into', code: other, bagId: b.id, tank: 'Q2' }, 0, who));
    const second = must(openQuarantine(house, other, 'Q2'));
    live(3);
    const go = (note: string) =>
      leave(house, { quarantineId: second, speciesId: 'guppy', count: 8, how: 'released', into: 'Q', note });
    expect(said(go(''))).toMatch(/restarts with a newcomer/);
    must(go('one heater broke'));
    expect(q()).toMatchObject({ day: 1, codes: [code, other] });
    must(endQuarantine(house, second));
  });
});

test('a tank that is renamed keeps its weeks, under its new name', () => {
  const record = house.records.byKey('tank', 'Q')!;
  must(
    saveRecord(house, 'tank', {
      id: record.id,
      version: record.version,
      draft: { name: 'Ward', volumeL: '60', use: 'quarantine' },
    }),
  );
  expect(q()).toMatchObject({ tank: 'Ward' });
  expect(q().dwellers).toHaveLength(1);
  expect(roundView(house).tanks.map((t) => t.tank)).toEqual(['Ward']);
});

test('tanks are walked as they stand in the room, forty of them', () => {
  for (let i = 40; i >= 1; i--) {
    const name = `T${i}`;
    addRecord(house, 'tank', { name, volumeL: '40', use: 'quarantine', where: `Rack ${Math.ceil(i / 10)}` });
    house.quarantines.open(
      { ...house.quarantines.byId(id)!, id: `q${i}`, tank: name, tankId: house.records.byKey('tank', name)!.id },
      [],
    );
  }
  const walk = roundView(house).tanks.map((t) => t.tank);
  expect(walk.slice(0, 11)).toEqual(['T1', 'T2', 'T3', 'T4', 'T5', 'T6', 'T7', 'T8', 'T9', 'T10', 'Q']);
  expect(walk).toHaveLength(41);
});

test('every task stands in the calendar under one identifier, on the Bench and in the week', () => {
  const feed = calendarFeed(house);
  const ids = [...feed.matchAll(/^UID:(.*)$/gm)].map((m) => m[1]);
  expect(new Set(ids).size).toBe(ids.length);
  const [first] = house.quarantines.dutiesOf(id);
  expect(feed.replaceAll('\r\n ', '')).toContain(`${id}-${first!.key}@kindly-crate`);
});

test('ammonia to come is told from who lives there, and learned from the tests', () => {
  const told = () => q().foretold!;
  expect(told()).toMatchObject({ shareFrom: 'no filter media', foodTold: false });
  const bare = told().curve.at(-1)!.mgNL;
  must(say({ kind: 'media' }));
  expect(told().curve.at(-1)!.mgNL).toBeLessThan(bare);
  must(say(tested({ tanMgNL: 0.1, pH: 7.4, tempC: 25 })));
  now += DAY;
  must(say(tested({ tanMgNL: 0.1, pH: 7.4, tempC: 25 })));
  expect(told()).toMatchObject({ shareFrom: 'learned from 1 pair of tests', measuredPh: true });
  expect(told().share).toBeGreaterThan(0.5);
});
