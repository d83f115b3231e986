import { houseInMemory } from '@/tests/house';
import { krakowOrder as order, must, NOON as NOW, readBag, readTank, water } from '@/tests/order';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { extremesOf } from '@/core/weather/days';
import { simulatedForecast } from '@/standins/forecast';
import { exampleConsignment } from '@/tests/example';
import { openDatabase } from './db/open';
import { openHouse, type House } from './house';
import { tryEvaluate } from '@/server/consignment/result';
import { methodComparisons } from '@/server/arrive/methods';
import { storedRunPosition } from '@/server/arrive/position';
import { finishStep, startRun, undoStep } from '@/server/arrive/run';
import { openQuarantine } from '@/server/quarantine/quarantine';
import { undo } from '@/server/consignment/change';
import { saveOrder } from '@/server/order/order';
import { typeForecast } from '@/server/heat/forecast';
import { recordEvent } from '@/server/pack/events';
import { benchView } from '@/server/bench/view';

let now = NOW;
let house: House;
const stored = (code: string) => house.consignments.byCode(code)!;

beforeEach(() => {
  now = NOW;
  house = houseInMemory(() => now);
});
afterEach(() => house.db.close());

describe('arrival', () => {
  const arrive = (): string => {
    const { code } = must(saveOrder(house, order()));
    now = Date.parse('2026-11-27T10:00:00Z');
    must(recordEvent(house, code, 'arrivedAt', new Date(now).toISOString()));
    return code;
  };
  const lanes = (code: string) =>
    methodComparisons(house, stored(code).document, must(tryEvaluate(house, stored(code).document)), now);

  test('measured pH decides the methods', () => {
    const code = arrive();
    const c = stored(code).document;
    must(readTank(house, code, c.tank.name, water));
    const read = (pH: number): void => {
      for (const b of c.bags) must(readBag(house, code, b.id, { tempC: 21, pH, alive: b.animals[0]!.count }));
    };
    read(6.5);
    const acid = lanes(code)[0]!;
    read(7.2);
    expect(acid.measured).toBe(acid.bagIds.length);
    const step = (l: typeof acid): number => l.courses.find((m) => m.id === 'float-transfer')!.phStep;
    expect(step(acid)).toBeGreaterThan(step(lanes(code)[0]!));
  });
  test('a run waits for hands, its timer lives in stored instants, and only the running step can be pressed', () => {
    const code = arrive();
    const run = must(startRun(house, stored(code).document, lanes(code)[0]!, 'float-transfer'));
    expect(startRun(house, stored(code).document, lanes(code)[0]!, 'drip').ok).toBe(false);
    expect(finishStep(house, run, 'net').ok).toBe(false);
    must(finishStep(house, run, 'dim'));
    must(finishStep(house, run, 'place'));
    const at = storedRunPosition(house.arrivals.run(run)!, now);
    now += 60_000;
    expect(at.remainingMs! - storedRunPosition(house.arrivals.run(run)!, now).remainingMs!).toBe(60_000);
    must(undoStep(house, run));
    expect(storedRunPosition(house.arrivals.run(run)!, now).index).toBe(1);
  });
  test('day 1 opens four weeks of tasks that reach the Bench', () => {
    const code = arrive();
    must(openQuarantine(house, code));
    expect(openQuarantine(house, code).ok).toBe(false);
    const day = () => benchView(house).quarantines[0]!.day;
    expect(day()).toBe(1);
    expect(benchView(house).tasks.some((t) => t.done?.kind === 'duty')).toBe(true);
    now += 27 * 864e5;
    expect(day()).toBe(28);
  });
});

describe('the store', () => {
  test('survives being closed and opened, and refuses data of a newer program', () => {
    const folder = mkdtempSync(path.join(os.tmpdir(), 'kindly-'));
    try {
      const first = openHouse(folder, () => NOW);
      const { code } = must(saveOrder(first, order()));
      first.db.close();
      const second = openHouse(folder, () => NOW);
      expect(second.consignments.byCode(code)!.document.receiver.name).toBe('Zofia Łęcka');
      second.db.pragma('user_version = 99');
      second.db.close();
      expect(() => openDatabase(folder)).toThrow(/newer Kindly Crate/);
      expect(existsSync(path.join(folder, 'kindly-crate.db'))).toBe(true);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
  test('tables are strict and foreign keys hold', () => {
    expect(() =>
      house.db.exec(
        "INSERT INTO put_off VALUES ('x', 'y', 'z'); INSERT INTO better_day VALUES ('nobody', 'now', NULL)",
      ),
    ).toThrow(/FOREIGN KEY/);
    expect(() => house.db.exec("INSERT INTO setting VALUES ('a', x'00')")).toThrow(/TEXT/);
  });
});

describe('the simulated forecast service', () => {
  const day = 864e5;
  const at = Date.parse('2027-01-15T00:00:00Z');
  /** Mean of the target day as told so many days before it. */
  const told = (lat: number, lon: number, daysAhead: number, target = at): number => {
    const points = simulatedForecast({ lat, lon }, target, 1, target + day / 2 - daysAhead * day).slice(24, 48);
    return points.reduce((s, x) => s + x.tempC, 0) / points.length;
  };
  test('tells everybody the same until its next run, and is colder in the north in winter', () => {
    const mean = (lat: number): number => {
      const p = simulatedForecast({ lat, lon: 20 }, at, 5, at);
      return p.reduce((s, x) => s + x.tempC, 0) / p.length;
    };
    const here = { lat: 50, lon: 20 };
    expect(simulatedForecast(here, at, 3, at)).toEqual(simulatedForecast(here, at, 3, at + 5 * 3600_000));
    expect(simulatedForecast(here, at, 3, at)).not.toEqual(simulatedForecast(here, at, 3, at + 7 * 3600_000));
    expect(mean(60)).toBeLessThan(mean(40));
    expect(mean(-35)).toBeGreaterThan(20);
  });
  test('errs the more the further ahead, by the figures of the odds, and asking again comes nearer', () => {
    const rms = (daysAhead: number): number => {
      let sum = 0;
      let n = 0;
      for (let lat = -50; lat <= 60; lat += 5)
        for (let lon = -170; lon <= 170; lon += 20) {
          sum += (told(lat, lon, daysAhead) - told(lat, lon, -2)) ** 2;
          n++;
        }
      return Math.sqrt(sum / n);
    };
    const { forecastErrorC, forecastErrorCPerDay } = defaultAssumptions;
    for (const days of [1, 4, 8]) {
      const expected = forecastErrorC + forecastErrorCPerDay * days;
      expect(rms(days) / expected).toBeGreaterThan(0.85);
      expect(rms(days) / expected).toBeLessThan(1.15);
    }
    expect(told(50, 20, -1)).toBe(told(50, 20, -3));
  });
});

test('extremes of the days typed by hand become the forecast; places they do not name are filled and said so', () => {
  const house = houseInMemory(() => Date.parse('2027-01-10T12:00:00Z'));
  const c = { ...exampleConsignment(), direction: 'outgoing' as const };
  house.consignments.insert(c, null, house.nowIso());
  const days = [11, 12, 13, 14].map((d) => ({ date: `2027-01-${d}`, minC: -9, maxC: -2 }));
  const typed = (places: unknown) => typeForecast(house, { code: c.code, version: 1, places });
  expect(typed([{ name: 'Nowhere', days }])).toMatchObject({ ok: false, problems: [{ path: 'places' }] });
  expect(typed([{ name: c.sender.place.name, days: [{ ...days[0]!, minC: 5 }] }])).toMatchObject({
    ok: false,
    problems: [{ path: 'places.0.days.0.minC', message: 'The lowest is above the highest.' }],
  });
  expect(typed([{ name: c.sender.place.name, days: [days[0], days[2]] }])).toMatchObject({ ok: false });
  const done = typed([{ name: c.sender.place.name, days }]);
  if (!done.ok) throw new Error(JSON.stringify(done.problems));
  const { forecast } = done.value.document;
  expect(forecast!.source).toBe(`typed by hand; simulated forecast service for ${c.receiver.place.name}`);
  expect(extremesOf(forecast!.places[0]!.points, c.sender.place.zone)[1]).toMatchObject({ date: '2027-01-12' });
  expect(undo(house, c.code)).toEqual({ ok: true, value: 'the forecast' });
  expect(house.consignments.byCode(c.code)!.document.forecast).toEqual(c.forecast);
  house.db.close();
});
