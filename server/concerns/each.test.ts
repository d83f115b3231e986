import type { Finding } from '@/core/concerns/concern';
import { before } from '@/core/duties/clock';
import type { NewEntry } from '@/core/quarantine/schema';
import { DAY, HOUR, MIN } from '@/core/quantities/time';
import { houseInMemory } from '@/tests/house';
import { binder } from '@/tests/medicines';
import { addRecord, must, newArrival, orderInput, readTank, said } from '@/tests/order';
import { arrive, copper, dose, ownTanks, tested, well } from '@/tests/weeks';
import { benchView } from '@/server/bench/view';
import { frameView, stationOf } from '@/server/consignment/station';
import { kinds } from '@/records';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { issueCertificate } from '@/server/papers/certificates';
import { tick } from '@/server/pack/events';
import { stepsOf } from '@/server/pack/steps';
import { doDeed } from '@/server/queue/deeds';
import { leave } from '@/server/quarantine/animals';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { tell } from '@/server/quarantine/tell';
import { roundView, tankWeeks } from '@/server/quarantine/view';
import { draftOfRecord, saveRecord } from '@/server/records/records';
import { saveReading } from '@/server/stock/readings';
import { concernsOfTank } from '.';

/** Every concern in a house where it is so, on each page of its subject, and gone once hands mended it. */
type Code = Finding['code'];
let now = 0;
let house: House;
beforeEach(() => {
  now = Date.parse('2026-11-27T10:00:00Z');
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());
const shown = (list: readonly { finding: Finding; severity: string }[], code: Code): string[] =>
  list.flatMap((c) => (c.finding.code === code ? [c.severity] : []));

/** A shipment’s heading and the Bench say the same. */
const ofShipment = (code: string, finding: Code): string[] => {
  const heading = shown(frameView(stationOf(house, code)!).concerns, finding);
  const bench = benchView(house).concerns.filter((c) => c.subject.id === code);
  expect(shown(bench, finding)).toEqual(heading);
  return heading;
};
/** A tank in its weeks: its page, the round, the tank’s own page and the Bench. */
const ofWeeks = (id: string, finding: Code): string[] => {
  const page = shown(tankWeeks(house, id)!.concerns, finding);
  const q = house.quarantines.byId(id)!;
  const round = roundView(house).tanks.find((t) => t.id === id)!.concerns;
  for (const list of [round, concernsOfTank(house, q.tankId), benchView(house).concerns])
    expect(shown(list, finding)).toEqual(page);
  return page;
};
const ofTank = (id: string, finding: Code): string[] => {
  const page = shown(concernsOfTank(house, id), finding);
  expect(shown(benchView(house).concerns, finding)).toEqual(page);
  return page;
};

describe('a tank in its weeks', () => {
  let id = '';
  const told = (what: NewEntry) => must(tell(house, { quarantineId: id, told: what }, house.nowIso()));
  const gone = (how: 'died', count = 1) =>
    must(leave(house, { quarantineId: id, speciesId: 'lemon-tetra', count, how, into: '', note: '' }));
  beforeEach(() => {
    ownTanks(house);
    id = must(openQuarantine(house, arrive(house), 'Q'));
    now += 3 * DAY;
  });
  test('whose filter nobody proved asks for a test, and not once cycled media is in', () => {
    expect(ofWeeks(id, 'filter-unproven')).toEqual(['today']);
    told({ kind: 'media' });
    expect(ofWeeks(id, 'filter-unproven')).toEqual([]);
  });
  test('in which one died asks for a test until there is one', () => {
    gone('died');
    expect(ofWeeks(id, 'died')).toEqual(['today']);
    now += MIN;
    told(tested({ tanMgNL: 0 }));
    expect(ofWeeks(id, 'died')).toEqual([]);
  });
  test('from which some are missing asks for them until they are found, dead or not', () => {
    const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
    const missing = (count: number) =>
      must(
        doDeed(
          house,
          { deed: 'quarantine', quarantineId: id, told: { kind: 'missing', count, name: 'Lemon tetra' } },
          0,
          who,
        ),
      );
    const death = (count: number, jumped: boolean) =>
      doDeed(house, { deed: 'death', quarantineId: id, speciesId: 'lemon-tetra', count, jumped }, 5 * MIN, who);
    missing(2);
    expect(ofWeeks(id, 'missing')).toEqual(['today']);
    now += HOUR;
    must(death(1, true));
    expect(ofWeeks(id, 'missing')).toEqual(['today']);
    must(death(1, false));
    expect([ofWeeks(id, 'missing'), ofWeeks(id, 'died')]).toEqual([[], ['today']]);
    expect(said(death(99, false))).toMatch(/Only 6 of them/);
    const told = { kind: 'missing', count: 99, name: 'Lemon tetra' };
    expect(said(doDeed(house, { deed: 'quarantine', quarantineId: id, told }, 0, who))).toMatch(/Only 6/);
    missing(1);
    now += HOUR;
    missing(0);
    expect(ofWeeks(id, 'missing')).toEqual([]);
    expect(tankWeeks(house, id)!.dwellers).toMatchObject([{ count: 6 }]);
  });
  test('in which nobody is left wants nothing', () => {
    expect(ofWeeks(id, 'filter-unproven')).toEqual(['today']);
    gone('died', 8);
    expect(tankWeeks(house, id)!.concerns).toEqual([]);
  });
  test('with too much ammonia two days ago asks to test again', () => {
    told(tested({ tanMgNL: 3, pH: 8, tempC: 26 }));
    expect(ofWeeks(id, 'ammonia')).toEqual(['stop']);
    now += 2 * DAY;
    expect([ofWeeks(id, 'ammonia'), ofWeeks(id, 'test-again')]).toEqual([[], ['today']]);
    told(tested({ tanMgNL: 0 }));
    expect(ofWeeks(id, 'test-again')).toEqual([]);
  });
  test('with two treatments that poison together stops until the water was changed', () => {
    told(dose(copper, 0.6));
    house.quarantines.tell(id, house.nowIso(), dose(binder, 5), house.nowIso());
    expect(ofWeeks(id, 'medicine-harms')).toEqual(['stop']);
    // Just as much as is asked for is enough.
    const { finding } = tankWeeks(house, id)!.concerns.find((c) => c.finding.code === 'medicine-harms')!;
    if (finding.code !== 'medicine-harms') throw new Error('no clash');
    now += MIN;
    for (let i = 0; i < finding.goes; i++) told({ kind: 'change', litres: finding.changeL });
    expect(ofWeeks(id, 'medicine-harms')).toEqual([]);
  });
  test('whose signs nobody saw gone keeps them on top, and its days end with what is open', () => {
    told({ kind: 'look', signs: [{ sign: 'spots' }], eaten: 'all' });
    now += 60 * DAY;
    expect(ofWeeks(id, 'sign')).toEqual(['today']);
    expect(ofWeeks(id, 'gate-broken')).toEqual(['today']);
    told(well);
    expect(ofWeeks(id, 'sign')).toEqual([]);
  });
  test('that others are about to join stops where medicine is in it, and not in another tank', () => {
    told(dose(copper, 0.6));
    const tank = house.records.byKey('tank', 'Q')!.id;
    const { code } = must(newArrival(house, tank));
    expect(ofShipment(code, 'tank-in-weeks')).toEqual(['stop']);
    const other = must(newArrival(house, house.records.byKey('tank', 'Display')!.id)).code;
    expect(ofShipment(other, 'tank-in-weeks')).toEqual([]);
  });
});

describe('a tank', () => {
  const tank = (volumeL: string) => addRecord(house, 'tank', { name: 'T1', volumeL, use: 'stock' });
  const lot = (tankId: string, speciesId: string, count: string, lengthCm: string) =>
    addRecord(house, 'lot', { speciesId, tankId, count, lengthCm });
  test('with nitrite over its mark stops until it was read lower', () => {
    const id = tank('100');
    lot(id, 'guppy', '10', '3');
    must(saveReading(house, { tankId: id, at: '', tempC: '25', pH: '7', nitriteMgL: '1.2' }));
    expect(ofTank(id, 'harms-animals')).toEqual(['stop']);
    now += HOUR;
    must(saveReading(house, { tankId: id, at: '', nitriteMgL: '0.1' }));
    expect(ofTank(id, 'harms-animals')).toEqual([]);
  });
  test('with more grams than litres bear is crowded, and with those who eat others it says so', () => {
    const id = tank('20');
    lot(id, 'guppy', '10', '3');
    expect([ofTank(id, 'crowded'), ofTank(id, 'tank-mates')]).toEqual([[], []]);
    lot(id, 'discus', '4', '14');
    expect([ofTank(id, 'crowded'), ofTank(id, 'tank-mates')]).toEqual([['today'], ['know']]);
  });
});

describe('a shipment that leaves', () => {
  beforeEach(() => {
    now = Date.parse('2026-11-24T12:00:00Z');
  });
  const order = (more = {}) => orderInput(house, more);
  const save = (more = {}, over = {}) => must(saveOrder(house, { ...order(more), ...over })).code;
  const version = (code: string) => house.consignments.byCode(code)!.version;
  test('over a border without a certificate, until one is made', () => {
    const code = save();
    expect(ofShipment(code, 'border-papers')).toEqual(['today']);
    must(issueCertificate(house, { code, kind: 'bred', lineIds: ['L1'], permit: '' }));
    expect(ofShipment(code, 'border-papers')).toEqual([]);
  });
  test('whose hand-over was moved without its delivery, until both fit', () => {
    const apart = { handOverLocal: '2026-12-03T19:00', windowStartLocal: '', windowEndLocal: '' };
    const code = save();
    expect(ofShipment(code, 'opening-off')).toEqual([]);
    save({ ...apart, openingLocal: '2026-12-03T21:00' }, { code, version: version(code) });
    expect(ofShipment(code, 'opening-off')).toEqual(['today']);
    save({ ...apart, openingLocal: '2026-12-04T12:00' }, { code, version: version(code) });
    expect(ofShipment(code, 'opening-off')).toEqual([]);
  });
  test('to where its service does not go is stopped', () => {
    const service = house.records.byId('northline-overnight')!;
    must(
      saveRecord(house, 'service', {
        id: service.id,
        version: service.version,
        draft: { ...draftOfRecord(kinds.service, service), 'reach.countries': 'PT' },
      }),
    );
    expect(ofShipment(save(), 'cannot-leave')).toEqual(['stop']);
  });
  test('of which a step was passed over that others rest on, until it is done', () => {
    const code = save();
    const steps = stepsOf(house, [house.consignments.byCode(code)!]);
    const first = steps.filter((s) => before(s).length === 0).map((s) => s.key);
    const needy = steps.find((s) => before(s).length > 0 && before(s).every((k) => first.includes(k)))!;
    house.facts.tick(house.consignments.byCode(code)!.document.id, needy.key, house.nowIso());
    expect(ofShipment(code, 'step-skipped')).toEqual(['now']);
    for (const key of before(needy)) must(tick(house, code, key, true));
    expect(ofShipment(code, 'step-skipped')).toEqual([]);
  });
});

describe('a shipment that came', () => {
  test('into a tank that nobody read asks for its water, and not once it is read', () => {
    const tank = addRecord(house, 'tank', { name: 'T1', volumeL: '100', use: 'stock' });
    const { code } = must(newArrival(house, tank));
    expect(ofShipment(code, 'unknown-water')).toEqual(['now']);
    must(readTank(house, code, 'T1', { tempC: 25, pH: 7.1 }));
    expect(ofShipment(code, 'unknown-water')).toEqual([]);
  });
  test('into a tank that its own reading shows to be too cold is stopped, whatever the order says', () => {
    const tank = addRecord(house, 'tank', { name: 'T1', volumeL: '100', use: 'stock' });
    const { code } = must(newArrival(house, tank));
    must(saveReading(house, { tankId: tank, at: '', tempC: '14', pH: '7' }));
    expect(ofShipment(code, 'tank-harms')).toEqual(['stop']);
    now += HOUR;
    must(saveReading(house, { tankId: tank, at: '', tempC: '25' }));
    expect(ofShipment(code, 'tank-harms')).toEqual([]);
  });
  test('into a tank too small for all of them says so', () => {
    const tank = addRecord(house, 'tank', { name: 'T1', volumeL: '5', use: 'stock' });
    const small = must(newArrival(house, tank, { animals: [{ speciesId: 'discus', count: 4, lengthCm: 14 }] })).code;
    expect(ofShipment(small, 'tank-small')).toEqual(['now']);
    const large = addRecord(house, 'tank', { name: 'T2', volumeL: '400', use: 'stock' });
    const fits = must(newArrival(house, large, { animals: [{ speciesId: 'discus', count: 4, lengthCm: 14 }] })).code;
    expect(ofShipment(fits, 'tank-small')).toEqual([]);
  });
});

test('a clock that was set back is told on the Bench', () => {
  now = Date.parse('2026-11-24T12:00:00Z');
  must(saveOrder(house, orderInput(house)));
  expect(shown(benchView(house).concerns, 'clock-back')).toEqual([]);
  now -= HOUR;
  expect(shown(benchView(house).concerns, 'clock-back')).toEqual(['now']);
});
