import { houseInMemory } from '@/tests/house';
import { must, said } from '@/tests/order';
import { binder } from '@/tests/medicines';
import { arrive, copper, dose, ownTanks, tested, well } from '@/tests/weeks';
import type { NewEntry } from '@/core/quarantine/schema';
import { templates } from '@/core/quarantine/templates';
import { DAY, HOUR } from '@/core/quantities/time';
import { allDuties } from '@/server/bench/duties';
import type { House } from '@/server/house';
import { doDeed } from '@/server/queue/deeds';
import { saveRecord } from '@/server/records/records';
import { changeDuty, askLitres, keepPlan, setPlan } from './plan';
import { openQuarantine, setDuty } from './quarantine';
import { strike, tell } from './tell';
import { tankWeeks } from './view';

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

describe('what is told', () => {
  test('a look, a test and a change tick what was due that day, each with its instant; the test stands in the tank’s book too', () => {
    now += 5 * HOUR;
    must(say(well));
    must(say(tested({ tanMgNL: 0.2, pH: 7.1 })));
    const done = house.quarantines.dutiesOf(id).filter((d) => d.doneAt !== null);
    expect(new Set(done.map((d) => d.kind))).toEqual(new Set(['look', 'lights', 'feed', 'test']));
    expect(done.every((d) => d.day === 1)).toBe(true);
    expect(house.ledger.readings(house.records.byKey('tank', 'Q')!.id)[0]).toMatchObject({
      figures: { tanMgNL: 0.2, pH: 7.1 },
      how: 'drops',
      note: 'in quarantine',
    });
    expect(q().series.tanMgNL).toHaveLength(1);
  });
  test('a reading at the tank’s own page counts as a test', () => {
    house.ledger.read({
      tankId: q().tankId,
      at: house.nowIso(),
      figures: { tempC: 24, khDkh: 5 },
      note: '',
    });
    now += HOUR;
    expect(q().latest).toMatchObject({ tempC: { value: 24 }, khDkh: { value: 5 } });
  });
  test('a slip is struck out, stays readable, and counts no more, here and in the tank’s book', () => {
    const n = must(say(tested({ tanMgNL: 5 })));
    must(strike(house, id, n));
    expect(q().entries[0]).toMatchObject({ n, struck: true });
    expect(q().latest.tanMgNL).toBeUndefined();
    expect(house.ledger.readings(q().tankId).find((r) => r.figures.tanMgNL === 5)!.struckBy).not.toBeNull();
    expect(said(strike(house, id, n))).toMatch(/already struck out/);
    expect(() => house.db.exec('UPDATE quarantine_entry SET kind = 1')).toThrow(/never changed/);
  });
  test('through the queue of a phone, at the instant it was pressed', () => {
    now += 3 * HOUR;
    must(doDeed(house, { deed: 'quarantine', quarantineId: id, told: well }, 2 * HOUR, who));
    expect(q().entries[0]).toMatchObject({ kind: 'look', at: new Date(now - 2 * HOUR).toISOString() });
  });
  test.each<[string, NewEntry, string | undefined, RegExp]>([
    ['a test of tomorrow', tested({ pH: 7 }), new Date(Date.parse('2026-12-20T12:00:00Z')).toISOString(), /future/],
    ['a test of before', tested({ pH: 7 }), '2026-11-01T12:00:00.000Z', /before the quarantine began/],
    ['an empty test', tested({}), undefined, /at least one figure/],
    ['copper ten times over', tested({ copperMgL: 20 }), undefined, /times the target/],
    ['a change of three tanks', { kind: 'change', litres: 200 }, undefined, /cannot be changed at once/],
    ['a waiver of nothing', { kind: 'waive', what: 'gate:moon', reason: 'x' }, undefined, /Nothing by this name/],
    ['a newcomer by hand', { kind: 'joined', code: 'KC-1' }, undefined, /where animals come and go/],
    ['a phase out of turn', { kind: 'phase', phase: 'copper' }, undefined, /comes next|last phase/],
  ])('%s is refused in words, and nothing is kept', (_, told, at, words) => {
    expect(said(say(told, at))).toMatch(words);
    expect(house.quarantines.entriesOf(id)).toEqual([]);
  });
  test('what was asked about is kept once it is so', () => {
    must(say(tested({ copperMgL: 20 }, true)));
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
    expect(q().concerns[0]).toMatchObject({ severity: 'now', finding: { code: 'carbon' } });
  });
  test('a reducing binder is refused while copper is there, whatever the reason; so is copper after the binder', () => {
    must(say(dose(copper, 1.2)));
    expect(said(say(dose(binder, 6, { reason: 'ammonia' })))).toMatch(/poisonous/);
    must(say({ kind: 'change', litres: 60 }));
    must(say(dose(binder, 6)));
    expect(said(say(dose(copper, 1.2, { reason: 'now' })))).toMatch(/still in the water/);
  });
  test('three times the label dose, or above its band, is asked about', () => {
    expect(said(say(dose(copper, 12)))).toMatch(/10 times the label dose/);
    expect(said(say(dose(copper, 2)))).toMatch(/come to 0\.33 mg\/L, above 0\.25/);
    // A tick is not enough for what harms: it wants a reason in words, as every dose on top of it does.
    expect(said(say(dose(copper, 2, { sure: true })))).toMatch(/Give a reason/);
    must(say(dose(copper, 2, { sure: true, reason: 'the vet told me to' })));
    expect(said(say(dose(copper, 0.1, { sure: true })))).toMatch(
      /^Stop\. Too much already.*Change \d+ L.*Give a reason/,
    );
  });
  test('what is out of date asks for a reason; what was given leaves the shelf, by its batch', () => {
    expect(said(say(dose(copper, 1.2, { expires: '2025-01-01' })))).toMatch(/expired on 2025/);
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
  test('a longer phase has more tasks, and what hands did, moved or skipped stays as it is', () => {
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
    expect(said(plan({}, version))).toMatch(/Someone else changed/);
    expect(said(plan({ plan: templates.transfer! }))).toMatch(/cannot be removed/);
    expect(said(plan({ waterL: 0 }))).toMatch(/more than 0/);
  });
  test('one’s own is kept under its name, and opens other weeks', () => {
    must(keepPlan(house, { ...templates.tub!, name: 'My tub' }));
    expect(q().plans.map((p) => p.id)).toContain('My tub');
  });
  test('litres by measures; stones that fill the tank are refused', () => {
    expect(must(askLitres({ lengthCm: 60, widthCm: 30, waterCm: 28 }))).toBeCloseTo(50.4, 6);
    expect(said(askLitres({ lengthCm: 10, widthCm: 10, waterCm: 10, ornamentsL: 3 }))).toMatch(/take more room/);
    expect(askLitres({ lengthCm: 'x' }).ok).toBe(false);
  });
  test('a task with a value is told, never only ticked; a change of water brings its litres and is taken back with its tick', () => {
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
  test('the next begins once what is waited for is there, or with a reason; its tasks come with it', () => {
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
