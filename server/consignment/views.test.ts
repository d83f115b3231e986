import { methodIds } from '@/core/acclimation/vessel';
import type { Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { backwardSchedule } from '@/core/duties/schedule';
import { HOUR } from '@/core/quantities/time';
import { houseInMemory } from '@/tests/house';
import { exampleConsignment } from '@/tests/example';
import type { House } from '@/server/house';
import {
  catalogueOf,
  chanceOf,
  drawsOf,
  jobRows,
  resultOf,
  stepOf,
  tryEvaluate,
  usedRows,
  plainSurroundings,
} from './result';
import { exportConsignment, importConsignment } from './files';
import { recordEvent } from '@/server/pack/events';
import { bagStationView, bagViews } from '@/server/bag/view';
import { benchView } from '@/server/bench/view';
import { stationOf } from './station';
import { consignmentView, ribbonOf } from './view';
import { boxView } from '@/server/box/view';
import { heatView } from '@/server/heat/view';
import { laneViews } from '@/server/arrive/view';
import { weekView } from '@/server/bench/week';

const example = exampleConsignment('marine-air-cargo');
const handOver = Date.parse(example.handOverAt);
let now = handOver - 6 * HOUR;
let house: House;
const must = <T>(r: Outcome<T>): T => {
  if (!r.ok) throw new Error(r.problems.map((p) => p.message).join('; '));
  return r.value;
};
const shown = (code = example.code) => consignmentView(house, code)!;
const evaluated = (c: Consignment = example) => must(tryEvaluate(plainSurroundings, c));

beforeAll(() => {
  house = houseInMemory(() => now, 20);
  must(importConsignment(house, JSON.stringify(example), 'ask'));
});
afterAll(() => house.db.close());

describe('what the curves of a bag show and no limit says', () => {
  const toldWith = (assumptions: Consignment['assumptions'], pH = 6.6): string => {
    const frost = exampleConsignment();
    const c = { ...frost, sourceWater: { ...frost.sourceWater, pH, khDkh: 4 }, waters: [], assumptions };
    return bagViews(house, c, evaluated(c))[0]!.told.join(' ');
  };
  test('water rich in carbon dioxide loses it to the gas at once; what was measured stays the first point', () => {
    const [, measured, settled] = toldWith({}).match(/Measured pH ([\d.]+); .* settles at ([\d.]+) at once/)!;
    expect(Number(measured)).toBe(6.6);
    // pH 6.6 at 4 °dKH holds about 20 mg/L; twice as much gas as water takes most of it: more than a third of a unit up.
    expect(Number(settled)).toBeGreaterThan(6.9);
    expect(toldWith({})).toMatch(/carbon dioxide leaves it/);
  });
  test('ammonia above what fish bear for long is told with its hour, by the line that is assumed', () => {
    expect(toldWith({ longTermNh3MgNL: 0.0001 }, 8)).toMatch(/above 0.0001 mg N\/L from \d+ h on: .* not for weeks/);
    expect(toldWith({ longTermNh3MgNL: 5 }, 8)).not.toMatch(/Un-ionized/);
  });
});

describe('orders of many bags and boxes', () => {
  const many = (): Consignment => {
    const [first] = example.bags;
    const bags = Array.from({ length: 14 }, (_, i) => ({ ...first!, id: `M${i}`, boxId: i < 9 ? '1' : '2' }));
    const lines = example.lines.map((l) => ({ ...l, count: 60 }));
    return { ...example, lines, bags, boxes: [example.boxes[0]!, { ...example.boxes[0]!, id: '2' }] };
  };
  const station = (c: Consignment) => ({ ...stationOf(house, example.code)!, c, e: evaluated(c) });
  test('only the chosen bag comes with its hours; of few bags all do', () => {
    const hours = (chosen: string | null) =>
      bagStationView(station(many()), chosen)
        .views.filter((v) => v.hours.length > 0)
        .map((v) => v.bag.id);
    expect(hours('M11')).toEqual(['M11']);
    expect(hours(null)).toHaveLength(1);
    expect(bagStationView(station(example), null).views.every((v) => v.hours.length > 0)).toBe(true);
  });
  test('Heat looks at one box, the first where another is not there', () => {
    const heat = (asked: string | null) => heatView(station(many()), asked)!;
    expect(heat('2').boxes.map((b) => b.id)).toEqual(['2']);
    expect(heat('2').boxIds).toEqual(['1', '2']);
    for (const asked of [null, 'nine']) expect(heat(asked).boxId).toBe('1');
  });
  test('hundreds of bags are computed on quarter hours and with fewer draws, never with none', () => {
    const of = (n: number): Consignment => ({ ...example, bags: Array.from({ length: n }, () => example.bags[0]!) });
    expect([stepOf(of(5)), stepOf(of(200))]).toEqual([1 / 12, 1 / 4]);
    expect([drawsOf(of(5), 600), drawsOf(of(200), 600), drawsOf(of(2000), 600)]).toEqual([600, 200, 150]);
    expect(drawsOf(of(200), 20)).toBe(20);
  });
});

describe('the ribbon', () => {
  test('its rows stand tightest first, and what is used of a limit never leaves the drawing', () => {
    const v = shown();
    const r = ribbonOf(house, v.stored.document, v.evaluation, v.schedule, now, null);
    const slack = r.rows.map((x) => x.slackH ?? Infinity);
    // What fails first by the draws stands first, as in the heading; the others as planned.
    expect([...slack.slice(1)].sort((x, y) => x - y)).toEqual(slack.slice(1));
    expect(r.rows[0]!.factor).toBe(v.evaluation!.overall.factor);
    for (const row of r.rows) for (const u of row.used) expect(u >= 0 && u <= 1.2).toBe(true);
    expect(r.tempC.length).toBe(r.ambientC.length);
    expect(r.rows.map((x) => x.factor).sort()).toEqual(['ammonia', 'carbon', 'oxygen', 'temperature']);
  });
  test('a chosen bag is followed instead of the one that fails first', () => {
    const v = shown();
    const other = v.evaluation!.bags.find((b) => b.id !== v.evaluation!.overall.bagId)!.id;
    expect(ribbonOf(house, v.stored.document, v.evaluation, v.schedule, now, other).bagId).toBe(other);
  });
  test('without an evaluation there is still a clock', () => {
    const r = ribbonOf(house, example, null, [], now, null);
    expect(r.rows).toEqual([]);
    expect(r.handOverMs).toBe(handOver);
  });
});

describe('the stations', () => {
  test('the first that is not done is the one at work, and what happened moves it on', () => {
    const before = shown();
    expect(before.stations.filter((s) => s.mark === 'now')).toHaveLength(1);
    must(recordEvent(house, example.code, 'sealedAt', new Date(handOver - 2 * HOUR).toISOString()));
    must(recordEvent(house, example.code, 'handedOverAt', new Date(handOver).toISOString()));
    now = handOver + HOUR;
    const after = shown();
    for (const id of ['bag', 'heat', 'box', 'send'] as const)
      expect(after.stations.find((s) => s.id === id)!.mark).toBe('done');
    expect(after.nowStation).toBe('receive');
    must(recordEvent(house, example.code, 'handedOverAt', null));
    must(recordEvent(house, example.code, 'sealedAt', null));
    now = handOver - 6 * HOUR;
  });
  test('the state shown is never better than the chance that was stored', () => {
    const v = shown();
    const stored = chanceOf(v.stored.result)!;
    expect(stored.draws).toBe(20);
    if (stored.chance < v.evaluation!.assumptions.stopBelowChance) expect(v.evaluation!.overall.state).toBe('stop');
    else expect(v.evaluation!.overall.state).toBe(v.stored.result!.state);
  });
  test('nothing is shown of a code that is not there', () => {
    expect(consignmentView(house, 'KC-9999')).toBeNull();
  });
});

describe('Heat', () => {
  const e = evaluated();
  const heat = () => heatView(stationOf(house, example.code)!)!;
  test('every box has its sets ranked by margin, its own plan among them, every curve on one clock', () => {
    for (const box of heat().boxes) {
      expect(box.options.some((o) => o.name === box.chosen)).toBe(true);
      expect(box.options.every((o) => o.chance === null)).toBe(true);
      const lengths = new Set(box.options.map((o) => o.tempC.length));
      expect(lengths.size).toBe(1);
    }
  });
  test('the safe band is what every bag in it can stand', () => {
    const { band } = heat();
    for (const b of e.bags) {
      expect(band.min).toBeGreaterThanOrEqual(b.limits.cold24C);
      expect(band.max).toBeLessThanOrEqual(b.limits.warm24C);
    }
  });
});

describe('Box and Bag', () => {
  const e = evaluated();
  test('the fill order starts with absorbent and liner, and names every bag and every hole', () => {
    const view = boxView(house, example, e);
    const fill = view.views.flatMap((x) => x.fill.map((f) => f.words));
    expect(fill[0]).toMatch(/[Aa]bsorbent.*liner/);
    for (const b of example.bags) expect(fill.join(' ')).toContain(b.id);
    expect(fill.join(' ')).toContain(`${example.boxes[0]!.ventHoles} holes`);
    expect(view.views[0]!.packs.reduce((n, p) => n + p.count, 0)).toBe(
      example.boxes[0]!.packs.reduce((n, p) => n + p.count, 0),
    );
  });
  test('hours of a bag run from sealing past the window, and its worst tenth is never longer', () => {
    for (const b of bagViews(house, example, e)) {
      expect(b.hours[0]!.h).toBe(0);
      expect(b.hours[b.hours.length - 1]!.h).toBeGreaterThan(e.deadlineH);
      expect(b.worstSafeH ?? Infinity).toBeLessThanOrEqual((b.safeH ?? Infinity) + 1e-9);
    }
  });
});

describe('Receive', () => {
  test('every lane ranks what can be used and names what cannot; marks follow the overall stress', () => {
    const e = evaluated();
    for (const lane of laneViews(house, example, e, [], now)) {
      expect(lane.methods.length + lane.refused.length).toBe(methodIds.length);
      // The simplest may stand before those that weigh less.
      const burdens = lane.methods.slice(1).map((m) => m.burden);
      expect([...burdens].sort((x, y) => x - y)).toEqual(burdens);
      for (const m of lane.methods) for (const f of m.figures) if (f.heavy > 1.5) expect(f.mark).not.toBe('fine');
      for (const r of lane.refused) expect(r.why.length).toBeGreaterThan(15);
    }
  });
});

describe('what travels', () => {
  test('a file carries the rows it uses, a worker those and every pack that could be', () => {
    const used = usedRows(example, plainSurroundings);
    expect(used.packs.map((p) => p.id)).toEqual([
      ...new Set(example.boxes.flatMap((b) => b.packs.map((p) => p.packId))),
    ]);
    expect(jobRows(example, plainSurroundings).packs.length).toBe(catalogueOf(example, plainSurroundings).packs.length);
    const file = JSON.parse(must(exportConsignment(house, example.code)).text) as Consignment;
    expect(must(tryEvaluate(plainSurroundings, file)).overall.slackH).toBeCloseTo(evaluated().overall.slackH!, 9);
  });
  test('a row that came with a file outranks the shipped one', () => {
    const own = { ...usedRows(example, plainSurroundings) };
    own.species = own.species.map((s) => ({ ...s, metabolismFactor: 3 * s.metabolismFactor }));
    const hungry = evaluated({ ...example, catalogue: own });
    expect(hungry.bags[0]!.safe.carbon ?? Infinity).toBeLessThanOrEqual(evaluated().bags[0]!.safe.carbon ?? Infinity);
    expect(hungry.bags[0]!.curves.oxygenMgL[100]!).toBeLessThan(evaluated().bags[0]!.curves.oxygenMgL[100]!);
  });
  test('once the bags are open no odds are stored', () => {
    const actual = { ...example.actual, arrivedAt: example.window!.startAt, openedAt: example.openingAt };
    expect(resultOf({ ...plainSurroundings, draws: 20 }, { ...example, actual })!.chance).toBeNull();
  });
});

test('the Bench lists what leaves within two days, with its odds', () => {
  const [row] = benchView(house).onTheWay;
  expect(row!.code).toBe(example.code);
  // Six hours before it leaves the forecast of the example is more than a day old.
  expect(row!.words).toBe('Leaves soon');
  expect(benchView(house).concerns.map((c) => c.finding)).toContainEqual({ code: 'forecast-old', days: 1 });
  expect(row!.result.draws).toBe(20);
  now = handOver - 80 * HOUR;
  expect(benchView(house).onTheWay).toEqual([]);
  now = handOver - 6 * HOUR;
});

test('the week counts hours of what is not ticked, boxes on the day they are packed, and the counter’s hour', () => {
  const at = Date.parse(example.handOverAt) - 3 * 864e5;
  const week = houseInMemory(() => at);
  const plan: Consignment = {
    ...example,
    direction: 'outgoing',
    actual: { ...example.actual, sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null },
  };
  week.consignments.insert(plan, null, week.nowIso());
  const moments = backwardSchedule(plan, catalogueOf(plan, week)).filter((m) => m.atMs >= at);
  const days = weekView(week);
  expect(days).toHaveLength(7);
  expect(days.flatMap((d) => d.counters).map((c) => c.atMs)).toEqual([Date.parse(plan.handOverAt)]);
  expect(days.reduce((n, d) => n + d.boxes, 0)).toBe(plan.boxes.length);
  const work = (list: typeof days): number => list.reduce((n, d) => n + d.minutes, 0);
  expect(work(days)).toBeGreaterThanOrEqual(moments.reduce((n, m) => n + m.minutes, 0));
  week.facts.tick(plan.id, 'moment:seal', week.nowIso());
  const seal = moments.find((m) => m.kind === 'seal')!;
  expect(work(days) - work(weekView(week))).toBe(seal.minutes);
  week.db.close();
});
