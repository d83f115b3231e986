import { addRecord, must, orderInput, readBag, said } from '@/tests/order';
import type { Treatment } from '@/core/catalogue/treatment';
import type { Told } from '@/core/quarantine/schema';
import { templates } from '@/core/quarantine/templates';
import { allDuties } from '@/server/bench/duties';
import { benchView } from '@/server/bench/view';
import { calendarFeed } from '@/server/bench/calendar';
import { openHouse, type House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { doDeed } from '@/server/queue/deeds';
import { saveRecord } from '@/server/records/records';
import { leave } from './animals';
import { changeDuty, askLitres, keepPlan, setPlan } from './plan';
import { moveIn, openQuarantine, setDuty } from './quarantine';
import { bringTowards, endQuarantine, releaseTank, releaseView } from './release';
import { strike, tell } from './tell';
import { roundView, tankWeeks } from './view';

const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
const HOUR = 3600_000;
const DAY = 24 * HOUR;
let now = 0;
let house: House;
let code = '';
let id = '';
const q = () => tankWeeks(house, id)!;
const say = (told: Told, at?: string) => tell(house, { quarantineId: id, told, ...(at ? { at } : {}) }, house.nowIso());
const well: Told = { kind: 'look', signs: [], eaten: 'all' };
const figures = (f: Extract<Told, { kind: 'test' }>['figures'], sure?: boolean): Told => ({
  kind: 'test',
  figures: f,
  how: 'drops',
  ...(sure ? { sure } : {}),
});
const copper: Treatment = {
  id: 'cu',
  name: 'Sorrel',
  kind: 'copper',
  unit: 'mL',
  perL: 0.02,
  mgPerUnit: 10,
  targetMgL: 0.2,
  bandFromMgL: 0.15,
  bandToMgL: 0.25,
};
const binder: Treatment = { id: 'b', name: 'Binder', kind: 'binder', unit: 'mL', perL: 0.1, reducing: true };
const dose = (medicine: Treatment, amount: number, more: object = {}): Told => ({
  kind: 'dose',
  medicine,
  amount,
  ...more,
});

/** An arrival into Q that is home, counted alive. */
function arrive(speciesId = 'lemon-tetra'): string {
  const o = orderInput(house);
  const lines = [{ ...o.lines[0]!, speciesId, lengthCm: 3, tank: 'theirs' }];
  const c = must(saveOrder(house, { ...o, direction: 'incoming', lines })).code;
  must(recordEvent(house, c, 'arrivedAt', new Date(now).toISOString()));
  for (const b of house.consignments.byCode(c)!.document.bags)
    must(readBag(house, c, b.id, { alive: b.animals.reduce((k, a) => k + a.count, 0), dead: 0, doubtful: 0 }));
  return c;
}

beforeEach(() => {
  now = Date.parse('2026-11-27T10:00:00Z');
  house = openHouse(null, () => now, 0);
  addRecord(house, 'tank', { name: 'Q', volumeL: '60', use: 'quarantine', where: 'Rack 2' });
  addRecord(house, 'tank', { name: 'Display', volumeL: '300', use: 'display' });
  code = arrive();
  id = must(openQuarantine(house, code, 'Q'));
});
afterEach(() => house.db.close());

/** Lives good days: looked at, fed, tested, every other duty ticked. */
function live(days: number): void {
  for (let d = 0; d < days; d++) {
    must(say(well));
    must(say(figures({ tanMgNL: 0, nitriteMgL: 0, pH: 7.2, tempC: 25 })));
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

describe('what is told', () => {
  test('a look, a test and a change tick what was due that day, each with its instant; the test stands in the tank’s book too', () => {
    now += 5 * HOUR;
    must(say(well));
    must(say(figures({ tanMgNL: 0.2, pH: 7.1 })));
    const done = house.quarantines.dutiesOf(id).filter((d) => d.doneAt !== null);
    expect(new Set(done.map((d) => d.kind))).toEqual(new Set(['look', 'lights', 'feed', 'test']));
    expect(done.every((d) => d.day === 1)).toBe(true);
    expect(house.ledger.readings(house.records.byKey('tank', 'Q')!.id)[0]).toMatchObject({
      tanMgNL: 0.2,
      note: 'in quarantine',
    });
    expect(q().series.tanMgNL).toHaveLength(1);
  });
  test('a reading at the tank’s own page counts as a test', () => {
    house.ledger.read({
      tankId: q().tankId,
      at: house.nowIso(),
      tempC: 24,
      pH: null,
      khDkh: 5,
      ghDgh: null,
      salinity: null,
      tanMgNL: null,
      nitriteMgL: null,
      nitrateMgL: null,
      note: '',
      strikes: null,
    });
    now += HOUR;
    expect(q().latest).toMatchObject({ tempC: { value: 24 }, khDkh: { value: 5 } });
  });
  test('a slip is struck out, stays readable, and counts no more, here and in the tank’s book', () => {
    const n = must(say(figures({ tanMgNL: 5 })));
    must(strike(house, id, n));
    expect(q().entries[0]).toMatchObject({ n, struck: true });
    expect(q().latest.tanMgNL).toBeUndefined();
    expect(house.ledger.readings(q().tankId).find((r) => r.tanMgNL === 5)!.struckBy).not.toBeNull();
    expect(said(strike(house, id, n))).toMatch(/struck out already/);
    expect(() => house.db.exec('UPDATE quarantine_entry SET kind = 1')).toThrow(/never changed/);
  });
  test('through the queue of a phone, at the instant it was pressed', () => {
    now += 3 * HOUR;
    must(doDeed(house, { deed: 'quarantine', quarantineId: id, told: well }, 2 * HOUR, who));
    expect(q().entries[0]).toMatchObject({ kind: 'look', at: new Date(now - 2 * HOUR).toISOString() });
  });
  test.each<[string, Told, string | undefined, RegExp]>([
    ['a test of tomorrow', figures({ pH: 7 }), new Date(Date.parse('2026-12-20T12:00:00Z')).toISOString(), /future/],
    ['a test of before', figures({ pH: 7 }), '2026-11-01T12:00:00.000Z', /before the quarantine began/],
    ['an empty test', figures({}), undefined, /at least one figure/],
    ['copper ten times over', figures({ copperMgL: 20 }), undefined, /times what it should be/],
    ['a change of three tanks', { kind: 'change', litres: 200 }, undefined, /cannot be changed at once/],
    ['a waiver of nothing', { kind: 'waive', what: 'gate:moon', reason: 'x' }, undefined, /Nothing of this name/],
    ['a newcomer by hand', { kind: 'joined', code: 'KC-1' }, undefined, /where animals come and go/],
    ['a phase out of turn', { kind: 'phase', phase: 'copper' }, undefined, /comes next|last phase/],
  ])('%s is refused in words, and nothing is kept', (_, told, at, words) => {
    expect(said(say(told, at))).toMatch(words);
    expect(house.quarantines.entriesOf(id)).toEqual([]);
  });
  test('what was asked about is kept once it is so', () => {
    must(say(figures({ copperMgL: 20 }, true)));
    expect(q().latest.copperMgL!.value).toBe(20);
  });
});

describe('doses', () => {
  beforeEach(() => {
    now += 3 * DAY;
  });
  test('no medicine before the settling day, carbon out first, each with a reason or not at all', () => {
    now -= 3 * DAY;
    expect(said(say(dose(copper, 1.2)))).toMatch(/not settled yet/);
    must(say(dose(copper, 1.2, { reason: 'a veterinarian said so' })));
    expect(q().entries[0]).toMatchObject({ kind: 'dose', reason: 'a veterinarian said so' });
  });
  test('carbon in the filter is asked about, and told as an alarm once it is dosed', () => {
    must(say({ kind: 'carbon', in: true }));
    expect(said(say(dose(copper, 1.2)))).toMatch(/Carbon in the filter/);
    must(say(dose(copper, 1.2, { reason: 'it comes out tonight' })));
    expect(q().asks[0]).toMatchObject({ key: 'carbon', mark: 'stop' });
  });
  test('a reducing binder is refused while copper is there, whatever the reason; so is copper after the binder', () => {
    must(say(dose(copper, 1.2)));
    expect(said(say(dose(binder, 6, { reason: 'ammonia' })))).toMatch(/poisonous/);
    must(say({ kind: 'change', litres: 60 }));
    must(say(dose(binder, 6)));
    expect(said(say(dose(copper, 1.2, { reason: 'now' })))).toMatch(/still in the water/);
  });
  test('three times its label, or above its band, is asked about', () => {
    expect(said(say(dose(copper, 12)))).toMatch(/10 times its label/);
    expect(said(say(dose(copper, 2)))).toMatch(/come to 0\.33 mg\/L, above 0\.25/);
    must(say(dose(copper, 2, { sure: true })));
  });
  test('what is out of date asks for a reason; what was given leaves the shelf, by its batch', () => {
    expect(said(say(dose(copper, 1.2, { expires: '2025-01-01' })))).toMatch(/good until 2025/);
    const shelf = must(
      saveRecord(house, 'supply', {
        id: null,
        version: null,
        draft: {
          kind: 'treatment',
          name: 'Sorrel',
          count: '50',
          unit: 'mL',
          batch: 'B7',
          'label.kind': 'copper',
          'label.unit': 'mL',
          'label.perL': '0.02',
        },
      }),
    );
    const before = house.ledger.amount(shelf.id)!;
    must(say(dose({ ...copper, id: shelf.id }, 1.2, { batch: 'B7' })));
    expect(house.ledger.amount(shelf.id)).toBeCloseTo(before - 1.2, 9);
  });
  test('cycled media go in once, and never after medicine without a reason', () => {
    must(say({ kind: 'media' }));
    expect(said(say({ kind: 'media' }))).toMatch(/once already/);
    must(say(dose(copper, 1.2)));
    expect(q().media).toBe(1);
  });
});

describe('the plan', () => {
  const plan = (change: object = {}, version = q().version) =>
    setPlan(house, { quarantineId: id, version, plan: templates.observation!, waterL: null, twin: '', ...change });
  test('a longer phase has more duties, and what hands did, moved or skipped stays as it is', () => {
    const duties = () => house.quarantines.dutiesOf(id);
    const due = (day: number, kind: string) => duties().find((d) => d.day === day && d.kind === kind)!;
    must(changeDuty(house, { quarantineId: id, key: due(5, 'look').key, waived: 'away' }));
    must(changeDuty(house, { quarantineId: id, key: due(6, 'water').key, days: 1 }));
    const moved = due(7, 'water').key;
    const [settle, observe] = templates.observation!.phases;
    must(
      plan({
        plan: { ...templates.observation!, phases: [settle, { ...observe!, days: 40, changeEveryDays: 10 }] },
        waterL: 52,
      }),
    );
    expect(duties().filter((d) => d.kind === 'look')).toHaveLength(42);
    expect(due(5, 'look')).toMatchObject({ waived: 'away' });
    expect(duties().find((d) => d.key === moved)).toMatchObject({ moved: 1, day: 7 });
    expect(duties().some((d) => d.title === 'Change 16 L')).toBe(true);
    expect(q()).toMatchObject({ waterL: 52, waterMeasured: true });
    expect(allDuties(house).some((d) => d.id === `${id}-${due(5, 'look').key}`)).toBe(false);
  });
  test('changed by two people at once, the second is told; a plan without the phase that is on is refused', () => {
    const { version } = q();
    must(plan({}, version));
    expect(said(plan({}, version))).toMatch(/Somebody else has changed/);
    expect(said(plan({ plan: templates.transfer! }))).toMatch(/cannot be left out/);
    expect(said(plan({ waterL: 0 }))).toMatch(/more than 0/);
  });
  test('one’s own is kept under its name, and opens other weeks', () => {
    must(keepPlan(house, { ...templates.tub!, name: 'My tub' }));
    expect(q().plans.map((p) => p.id)).toContain('My tub');
  });
  test('litres by measures; stones that fill the tank are refused', () => {
    expect(must(askLitres({ lengthCm: 60, widthCm: 30, waterCm: 28 }))).toBeCloseTo(50.4, 6);
    expect(said(askLitres({ lengthCm: 10, widthCm: 10, waterCm: 10, ornamentsL: 3 }))).toMatch(/takes more room/);
    expect(askLitres({ lengthCm: 'x' }).ok).toBe(false);
  });
  test('a duty with a value is told, never only ticked; a change of water brings its litres and is taken back with its tick', () => {
    now += 5 * HOUR;
    const of = (kind: string) => house.quarantines.dutiesOf(id).find((d) => d.kind === kind)!;
    expect(said(setDuty(house, id, of('test').key, true))).toMatch(/with its figures/);
    now += DAY;
    must(setDuty(house, id, of('water').key, true));
    expect(q().entries[0]).toMatchObject({ kind: 'change', litres: 18 });
    must(setDuty(house, id, of('water').key, false));
    expect(q().entries[0]).toMatchObject({ struck: true });
    expect(of('water').doneAt).toBeNull();
  });
});

describe('phases', () => {
  test('the next begins once what is waited for is there, or with a reason; its duties come with it', () => {
    must(setPlan(house, { quarantineId: id, version: q().version, plan: templates.treated!, waterL: null, twin: '' }));
    expect(q().nextPhase).toMatchObject({ id: 'medicine' });
    expect(said(say({ kind: 'phase', phase: 'medicine' }))).toMatch(/Settle is not over: 2 days/);
    now += 2 * DAY;
    must(say({ kind: 'phase', phase: 'medicine' }));
    expect(q().phase.id).toBe('medicine');
    expect(house.quarantines.dutiesOf(id).filter((d) => d.kind === 'dose')).toHaveLength(5);
    expect(said(say({ kind: 'phase', phase: 'copper' }))).toMatch(/doses given \(0 of 3\)/);
    must(say({ kind: 'phase', phase: 'copper', reason: 'no sign of bacteria' }));
    expect(q().phase.id).toBe('copper');
  });
});

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
    expect(said(say(well))).toMatch(/have ended/);
    expect(said(releaseTank(house, { quarantineId: id, into: 'Display' }))).toMatch(/ended already/);
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
    expect(said(releaseTank(house, { quarantineId: id, into: 'Q' }))).toMatch(/live in this tank/);
    expect(said(releaseTank(house, { quarantineId: id, into: '' }))).toMatch(/Choose the tank/);
  });
  test('a death that empties the tank: the weeks are ended, and the gear is dried', () => {
    expect(said(endQuarantine(house, id))).toMatch(/8 still live/);
    must(leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count: 8, how: 'died', into: '', note: 'all' }));
    expect(q().dwellers).toEqual([]);
    expect(q().entries[0]).toMatchObject({ kind: 'died', count: 8 });
    must(endQuarantine(house, id));
    expect(allDuties(house).some((d) => /Bleach/.test(d.title))).toBe(true);
  });
  test('some may go early to another tank only with a word why; a death is a sign', () => {
    const go = (note: string) =>
      leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count: 1, how: 'released', into: 'Display', note });
    expect(said(go(''))).toMatch(/waits for more/);
    must(go('it is chased'));
    now += 5 * DAY;
    expect(q().clearDays).toBe(5);
    must(leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count: 1, how: 'died', into: '', note: '' }));
    expect(q().clearDays).toBe(0);
  });
  test('the water is brought to that of the display over days, with its litres', () => {
    const display = house.records.byKey('tank', 'Display')!.id;
    expect(said(bringTowards(house, { quarantineId: id, tank: 'Display' }))).toMatch(/Nobody has read/);
    house.ledger.read({
      tankId: display,
      at: house.nowIso(),
      tempC: 28,
      pH: 7.2,
      khDkh: null,
      ghDgh: null,
      salinity: 6,
      tanMgNL: null,
      nitriteMgL: null,
      nitrateMgL: null,
      note: '',
      strikes: null,
    });
    must(say(figures({ tempC: 25, salinity: 2, pH: 7.2 })));
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
  test('is told that all begin anew, then joins; the days, the duties and the gate are those of the newcomers', () => {
    live(10);
    const other = arrive('guppy');
    expect(said(openQuarantine(house, other, 'Q'))).toMatch(/all in, all out is safer/);
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
  test('two tanks are merged by moving all over, with a word why; the weeks there begin anew', () => {
    const other = arrive('guppy');
    addRecord(house, 'tank', { name: 'Q2', volumeL: '60', use: 'quarantine' });
    const doc = house.consignments.byCode(other)!.document;
    must(doDeed(house, { deed: 'into', code: other, bagId: doc.bags[0]!.id, tank: 'Q2' }, 0, who));
    for (const b of doc.bags.slice(1))
      must(doDeed(house, { deed: 'into', code: other, bagId: b.id, tank: 'Q2' }, 0, who));
    const second = must(openQuarantine(house, other, 'Q2'));
    live(3);
    const go = (note: string) =>
      leave(house, { quarantineId: second, speciesId: 'guppy', count: 8, how: 'released', into: 'Q', note });
    expect(said(go(''))).toMatch(/begin anew with a newcomer/);
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

test('every duty stands in the calendar under one identifier, on the Bench and in the week', () => {
  const feed = calendarFeed(house);
  const ids = [...feed.matchAll(/^UID:(.*)$/gm)].map((m) => m[1]);
  expect(new Set(ids).size).toBe(ids.length);
  const [first] = house.quarantines.dutiesOf(id);
  expect(feed.replaceAll('\r\n ', '')).toContain(`${id}-${first!.key}@kindly-crate`);
});

test('ammonia to come is told from who lives there, and learned from the tests', () => {
  const told = () => q().foretold!;
  expect(told()).toMatchObject({ shareFrom: 'no media in it', foodTold: false });
  const bare = told().curve.at(-1)!.mgNL;
  must(say({ kind: 'media' }));
  expect(told().curve.at(-1)!.mgNL).toBeLessThan(bare);
  must(say(figures({ tanMgNL: 0.1, pH: 7.4, tempC: 25 })));
  now += DAY;
  must(say(figures({ tanMgNL: 0.1, pH: 7.4, tempC: 25 })));
  expect(told()).toMatchObject({ shareFrom: 'learned from 1 pair of tests', measuredPh: true });
  expect(told().share).toBeGreaterThan(0.5);
});
