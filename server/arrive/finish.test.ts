import { houseInMemory } from '@/tests/house';
import { addRecord, must, orderInput, pathsOf, readBag, readTank, said } from '@/tests/order';
import { benchView } from '@/server/bench/view';
import { tryEvaluate } from '@/server/consignment/result';
import { journalView } from '@/server/room/journal-view';
import type { House } from '@/server/house';
import { saveOrder } from '@/server/order/order';
import { recordEvent } from '@/server/pack/events';
import { moveIn, openQuarantine } from '@/server/quarantine/quarantine';
import { doDeed } from '@/server/queue/deeds';
import { tankView } from '@/server/stock/tanks';
import { finishArrival, goOnArriving, outcomeOf, tellCertificate } from './finish';
import { methodComparisons } from './methods';
import { residentsOf, tankId } from './residents';
import { finishStep, startRun } from './run';
import { runView } from './run-view';
import { setWays, tryWays } from './method-settings';

const who = { name: 'Ana', role: 'helper' as const, sessionId: 's1', device: 'a phone' };
let now = 0;
let house: House;
let code = '';
const c = () => house.consignments.byCode(code)!.document;
const outcome = () => outcomeOf(house, c());
const lanes = () => methodComparisons(house, c(), must(tryEvaluate(house, c())), now);
const tasks = (): string[] =>
  benchView(house)
    .tasks.filter((t) => t.key.startsWith('arrival:'))
    .map((t) => t.title);
const into = (bagId: string, tank: string) => doDeed(house, { deed: 'into', code, bagId, tank }, 0, who);
const across = (): void => {
  for (const lane of lanes()) {
    const id = must(startRun(house, c(), lane, 'straight'));
    for (const s of house.arrivals.run(id)!.steps) must(finishStep(house, id, s.key));
  }
};

/** Sixteen tetras came from elsewhere, in two bags or more. */
beforeEach(() => {
  now = Date.parse('2026-11-27T10:00:00Z');
  house = houseInMemory(() => now);
  addRecord(house, 'tank', { name: 'Q', volumeL: '60', use: 'quarantine' });
  addRecord(house, 'tank', { name: 'Ward', volumeL: '40', use: 'quarantine' });
  const o = orderInput(house);
  const line = { ...o.lines[0]!, tank: 'theirs' };
  code = must(
    saveOrder(house, { ...o, direction: 'incoming', lines: [line, { ...line, id: 'L2', speciesId: 'guppy' }] }),
  ).code;
  must(recordEvent(house, code, 'arrivedAt', new Date(now).toISOString()));
});
afterEach(() => house.db.close());

test('what is here wants to be opened, then to be finished, then nothing but its looks', () => {
  expect(tasks()).toEqual([`${code} arrived: look, measure, open`]);
  expect(said(finishArrival(house, code))).toMatch(/not transferred yet/);
  now += 40 * 60_000;
  across();
  expect(tasks()).toEqual([`Finish the arrival of ${code}`]);
  expect(said(finishArrival(house, code))).toMatch(/Say where they stay: .*tank Q/);
  must(moveIn(house, code, 'Q'));
  expect(said(moveIn(house, code, 'Q'))).toMatch(/are already there/);
  must(finishArrival(house, code));
  expect(tasks()).toEqual([]);
  expect(benchView(house).tasks.some((t) => t.title.startsWith('First look'))).toBe(true);
  must(goOnArriving(house, code));
  expect(tasks()).toHaveLength(1);
});

test('a bag that is sent elsewhere joins that tank, and its animals move in there', () => {
  const [first, second] = c().bags.map((b) => b.id) as [string, string];
  must(into(first, 'Ward'));
  expect(c().otherTanks?.map((t) => t.name)).toEqual(['Ward']);
  expect(lanes().find((l) => l.bagIds.includes(first))!.tank.name).toBe('Ward');
  expect(lanes().find((l) => l.bagIds.includes(second))!.tank.name).toBe('Q');
  expect(said(into(first, 'Nowhere'))).toMatch(/no tank Nowhere/);
  // A second tank that is not there takes the first one back with it.
  const before = c();
  const split = doDeed(house, { deed: 'into', code, bagId: second, tank: 'Ward', half: 'Nowhere' }, 0, who);
  expect(said(split)).toMatch(/no tank Nowhere/);
  expect(c()).toEqual(before);
  across();
  must(openQuarantine(house, code, 'Ward'));
  must(moveIn(house, code, 'Q'));
  const n = (id: string): number => c().bags.find((b) => b.id === id)!.animals[0]!.count;
  const living = (tank: string): number => residentsOf(house, tank).reduce((s, g) => s + g.count, 0);
  expect(living('Ward')).toBe(n(first));
  expect(living('Ward') + living('Q')).toBe(16);
  expect(said(into(second, 'Ward'))).toMatch(/being transferred/);
});

test('a bag that is split goes by half the water of each, and half of its animals live in each', () => {
  const [bag] = c().bags.map((b) => b.id) as [string];
  const n = c().bags[0]!.animals[0]!.count;
  must(readTank(house, code, 'Q', { tempC: 26, khDkh: 4, ghDgh: 6, pH: 7.2 }));
  must(doDeed(house, { deed: 'into', code, bagId: bag, tank: 'Q', half: 'Ward' }, 0, who));
  must(readTank(house, code, 'Ward', { tempC: 22, khDkh: 8, ghDgh: 14, pH: 7.8 }));
  const lane = lanes().find((l) => l.bagIds.includes(bag))!;
  expect(lane.tank).toMatchObject({ name: 'Q and Ward', tempC: 24, khDkh: 6, ghDgh: 10 });
  // They end in both: the step that is told is the larger one.
  const net = lane.courses.find((m) => m.id === 'straight')!;
  expect(net.ghStep).toBeCloseTo(Math.max(...[6, 14].map((gh) => Math.abs(gh - lane.opened.ghDgh))), 6);
  across();
  must(moveIn(house, code, 'Ward'));
  const living = (tank: string): number => residentsOf(house, tank).reduce((s, g) => s + g.count, 0);
  expect(living('Ward')).toBe(Math.floor(n / 2));
  must(moveIn(house, code, 'Q'));
  expect(living('Q') + living('Ward')).toBe(16);
  must(finishArrival(house, code));
});

test('all into one again: the second tank is taken back', () => {
  const [bag] = c().bags.map((b) => b.id) as [string];
  const both = (half?: string) => doDeed(house, { deed: 'into', code, bagId: bag, tank: 'Q', half }, 0, who);
  must(both('Ward'));
  must(both());
  expect(c().actual.half).toEqual({ [bag]: 'Ward' });
  must(both(''));
  expect(c().actual.half).toBeUndefined();
});

test('counted fewer or more than the label, the tank holds what was counted', () => {
  const [a, b] = c().bags;
  const of = (x: typeof a): number => x!.animals[0]!.count;
  must(readBag(house, code, a!.id, { alive: of(a) - 2, dead: 1, doubtful: 0 }));
  must(readBag(house, code, b!.id, { alive: of(b) + 1, dead: 0, doubtful: 0 }));
  across();
  must(moveIn(house, code, 'Q'));
  expect(house.ledger.staysOf(c().id).reduce((s, x) => s + x.count, 0)).toBe(16 - 2 + 1);
  const moved = house.ledger.carriedBy(c().id);
  expect(moved.filter((m) => m.to.kind === 'death').reduce((s, m) => s + m.count, 0)).toBe(1);
  expect(moved.find((m) => m.to.kind === 'outside')).toMatchObject({ count: 1 });
  expect(moved.find((m) => m.from.kind === 'outside')).toMatchObject({ count: 1 });
});

test('where none came alive there is nothing to open: the arrival can be closed', () => {
  // One dead, the others not counted, is a bag to be opened.
  must(readBag(house, code, c().bags[0]!.id, { dead: 1 }));
  expect(outcome().bags[0]!.state).toBe('waits');
  for (const b of c().bags) must(readBag(house, code, b.id, { alive: 0, dead: b.animals[0]!.count, doubtful: 0 }));
  expect(outcome().allAcross).toBe(true);
  must(finishArrival(house, code));
  expect(tasks()).toEqual([]);
});

test('what was read of an own tank stands among its readings, and is what the next arrival begins with', () => {
  const before = house.ledger.readings(tankId(house, 'Q')).length;
  must(readTank(house, code, 'Q', { tempC: 24.2, pH: 7.3 }));
  const kept = house.ledger.readings(tankId(house, 'Q'));
  expect(kept).toHaveLength(before + 1);
  expect(kept[0]).toMatchObject({ figures: { tempC: 24.2, pH: 7.3 }, note: `on arrival of ${code}` });
});

test('a tank that was matched to its bag goes back to its own salinity, a task a day', () => {
  const o = orderInput(house);
  const sea = { ...o.tank, name: 'Q', salinity: 35, pH: 8.1, khDkh: 7.5 };
  code = must(
    saveOrder(house, {
      ...o,
      direction: 'incoming',
      lines: [{ ...o.lines[0]!, speciesId: 'green-chromis', count: 2, tank: 'theirs' }],
      sourceWater: { ...sea, salinity: 28, pH: 8 },
      tank: sea,
    }),
  ).code;
  must(recordEvent(house, code, 'arrivedAt', new Date(now).toISOString()));
  for (const b of c().bags) must(readBag(house, code, b.id, { salinity: 28 }));
  for (const lane of lanes()) {
    const id = must(startRun(house, c(), lane, 'pinhole'));
    for (const s of house.arrivals.run(id)!.steps) {
      if (s.kind === 'hands') must(finishStep(house, id, s.key));
      else now += s.minutes * 60_000;
    }
  }
  const q = must(openQuarantine(house, code, 'Q'));
  const salt = house.quarantines.dutiesOf(q).filter((d) => d.title.startsWith('Salinity to'));
  expect(salt.map((d) => [d.day, d.title])).toEqual([
    [2, 'Salinity to 29.8'],
    [3, 'Salinity to 31.5'],
    [4, 'Salinity to 33.3'],
    [5, 'Salinity to 35.0'],
  ]);
});

describe('how it is done here', () => {
  test('what would change is told and nothing is kept; then it is kept for this arrival', () => {
    const bag = c().bags[0]!.id;
    const before = c();
    const effects = must(tryWays(house, { code, ways: { mixRounds: 1, airStoneAtHand: 0 } }, bag));
    const drip = effects.find((e) => e.id === 'drip')!;
    expect(drip.then!.minutes).toBeLessThan(drip.now!.minutes);
    expect(effects.find((e) => e.id === 'degas')!.then).toBeNull();
    expect(c()).toEqual(before);
    must(setWays(house, { code, ways: { mixRounds: 1 } }));
    expect(lanes()[0]!.courses.find((m) => m.id === 'drip')!.transferAtMin).toBe(drip.then!.minutes);
  });
  test.each([
    [{ cupL: 9 }, /Between 0.02 and 2 L/],
    [{ bagToAirWPerM2K: 3 }, /./],
  ])('%p is refused', (ways, words) => {
    const before = c().assumptions;
    expect(said(setWays(house, { code, ways }))).toMatch(words);
    expect(c().assumptions).toEqual(before);
  });
});

test('the certificate that came along is kept with the stay, changed and struck out; of what leaves it is refused', () => {
  must(tellCertificate(house, code, ' 2026-014 '));
  must(tellCertificate(house, code, '2026-015'));
  expect(outcome().certificate).toBe('2026-015');
  now += 40 * 60_000;
  across();
  must(moveIn(house, code, 'Q'));
  const stays = tankView(house, tankId(house, 'Q'))!.stays;
  expect(stays.map((s) => s.certificate)).toEqual(stays.map(() => '2026-015'));
  expect(stays.length).toBeGreaterThan(0);
  must(tellCertificate(house, code, ''));
  expect(outcome().certificate).toBe('');
  expect(said(tellCertificate(house, code, 'x'.repeat(90)))).toContain('At most');
  now = Date.parse('2026-11-24T10:00:00Z');
  const leaves = must(saveOrder(house, orderInput(house))).code;
  expect(said(tellCertificate(house, leaves, '1'))).toContain('under Papers');
});

test('of a dense lot ten are looked at: torn fins and length are facts like any other', () => {
  const [id] = c().bags.map((b) => b.id) as [string];
  must(readBag(house, code, id, { tornFins: 3, lengthCm: 2.8 }));
  expect(c().actual.bags.find((b) => b.bagId === id)).toMatchObject({ tornFins: 3, lengthCm: 2.8 });
  expect(said(readBag(house, code, id, { tornFins: 11 }))).not.toBe('');
});

test('in a run, what is read again moves the rest of its course, even where the figure is the one read before', () => {
  const lane = lanes()[0]!;
  const bag = lane.bagIds[0]!;
  must(readBag(house, code, bag, { tempC: 21 }));
  const id = must(
    startRun(
      house,
      c(),
      lanes().find((l) => l.bagIds.includes(bag))!,
      'cups',
    ),
  );
  for (const s of house.arrivals.run(id)!.steps) {
    must(finishStep(house, id, s.key));
    if (s.key === 'open') break;
  }
  const vessel = () => runView(house, code)!.lanes.find((r) => r.id === id)!.vessel!;
  const plain = vessel();
  expect(plain.read).toBeNull();
  now += 9 * 60_000;
  const of = (figures: object) => [{ kind: 'bag', id: bag, figures }];
  const again = (figures: object) =>
    doDeed(house, { deed: 'readings', code, of: of(figures), sure: false, again: true }, 0, who);
  must(again({ tempC: 21 }));
  const i = Math.round(plain.openAtMin + 9);
  expect(vessel().tempC[i]).toBe(21);
  expect(plain.tempC[i]!).toBeGreaterThan(21);
  expect(vessel().read).toMatchObject({ bagId: bag, figures: { tempC: 21 } });
  expect(said(again({ tempC: 60 }))).toMatch(/at most 35/);
  expect(said(again({ pH: 9.6 }))).toMatch(/pH 9\.6/);
});

test('a stand-in that dips a tank of one’s own leaves no reading in its book', () => {
  const of = [{ kind: 'tank', id: 'Q', figures: { tempC: 24.5 } }];
  const read = () => house.ledger.readings(tankId(house, 'Q')).length;
  must(doDeed(house, { deed: 'readings', code, of, sure: false, method: 'stand-in' }, 0, who));
  expect([read(), c().actual.tanks.Q]).toEqual([0, { tempC: 24.5 }]);
  must(doDeed(house, { deed: 'readings', code, of: [{ ...of[0], figures: { tempC: 24.6 } }], sure: false }, 0, who));
  expect(read()).toBe(1);
});

describe('bags that are still closed', () => {
  /** The first lane goes across, press by press, a minute each. */
  const firstAcross = (): readonly string[] => {
    const [lane] = lanes();
    const id = must(startRun(house, c(), lane!, 'straight'));
    for (const s of house.arrivals.run(id)!.steps) {
      now += 60_000;
      must(finishStep(house, id, s.key));
    }
    return lane!.bagIds;
  };
  const shutBeside = (open: readonly string[]): string[] =>
    c()
      .bags.map((b) => b.id)
      .filter((id) => !open.includes(id));

  test('are named on the screen of the run until they are open, with their animals', () => {
    const shut = shutBeside(firstAcross());
    expect(shut.length).toBeGreaterThan(0);
    const view = runView(house, code)!.shut;
    expect(view.ids).toEqual(shut);
    const animals = c()
      .bags.filter((b) => shut.includes(b.id))
      .flatMap((b) => b.animals);
    expect(view).toMatchObject({ animals: animals.reduce((n, x) => n + x.count, 0), of: 16 });
    for (const lane of lanes().slice(1)) must(startRun(house, c(), lane, 'straight'));
    expect(runView(house, code)!.shut).toMatchObject({ ids: [], names: '', animals: 0 });
  });

  test('do not live in a tank because others do: no quarantine opens over them, but by a hand that knows', () => {
    const shut = shutBeside(firstAcross());
    expect(said(openQuarantine(house, code, 'Q'))).toContain(`${shut[0]!}`);
    expect(said(openQuarantine(house, code, 'Q'))).toMatch(/still closed/);
    expect(said(moveIn(house, code, 'Q'))).toMatch(/still closed/);
    must(openQuarantine(house, code, 'Q', { shut: true }));
  });

  test('a tank’s weeks begin on the day on which they went in, and no task is late when they are opened', () => {
    across();
    const net = now;
    now += 20 * 3600_000;
    const id = must(openQuarantine(house, code, 'Q'));
    const q = house.quarantines.byId(id)!;
    expect(Date.parse(q.startedAt)).toBe(net);
    const due = house.quarantines.dutiesOf(id).map((d) => Date.parse(d.dueAt));
    expect(due.length).toBeGreaterThan(10);
    expect(Math.min(...due)).toBeGreaterThanOrEqual(now);
  });
});

describe('a tank that would harm them', () => {
  test('stops the start, in words with the figures and the way out; a reason lets a hand go on, and is kept', () => {
    must(readTank(house, code, 'Q', { salinity: 34, tempC: 12, pH: 8.1, tanMgNL: 0 }));
    const [lane] = lanes();
    const stopped = startRun(house, c(), lane!, 'straight');
    expect(pathsOf(stopped)).toEqual(['because']);
    expect(said(stopped)).toMatch(/sea water \(salinity 34\).*another tank ready.*12 °C/s);
    expect(said(startRun(house, c(), lane!, 'straight', '   '))).toMatch(/^Stop/);
    expect(house.arrivals.runsOf(c().id)).toEqual([]);
    must(startRun(house, c(), lane!, 'straight', 'it is refilled while they float'));
    const told = journalView(house, { of: code }).lines;
    expect(told.some((l) => /acclimation started/.test(l.words))).toBe(true);
    expect(JSON.stringify(house.db.prepare('SELECT * FROM journal').all())).toContain(
      'it is refilled while they float',
    );
  });
});
