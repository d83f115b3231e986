import { arrange } from '@/core/box/arrange';
import { suggestBoxes } from '@/core/choose/boxes';
import { catalogue } from '@/core/catalogue';
import { assumptionTable, defaultAssumptions } from '@/core/catalogue/assumptions';
import type { PackOption } from '@/core/choose/packs';
import { exampleConsignment } from '@/tests/example';
import { evaluate } from './evaluate';
import { planConsignment } from '@/core/choose/plan';
import { type Consignment } from '@/core/consignment/schema';

const c = exampleConsignment();
/** Curves alone, unless slack is asked for. */
const value = (x: Consignment, draws = 0) => {
  const r = evaluate(x, catalogue, x.forecast, { draws });
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const packOptions = (x: Consignment, draws = 0): PackOption[] => {
  const r = evaluate(x, catalogue, x.forecast, {
    draws: 0,
    choosers: { packs: { boxId: '1', draws }, bags: false, days: null },
  });
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value.packs['1']!;
};
const bagOne = (change: Partial<Consignment['bags'][number]>): Consignment => ({
  ...c,
  bags: c.bags.map((b, i) => (i === 0 ? { ...b, ...change } : b)),
});

describe('one evaluation', () => {
  const base = value(c);
  const first = base.bags[0]!;
  test('the same inputs give the same answer', () => {
    expect(value(c).overall).toEqual(base.overall);
  });
  test('in a bad case never promises more than the median, and both come from the draws of the chance', () => {
    for (const name of ['tropical-overnight-in-frost', 'cool-water-by-car-in-heat', 'marine-air-cargo']) {
      const e = value(exampleConsignment(name), 50);
      for (const b of e.bags) {
        expect(b.worstSlackH ?? Infinity).toBeLessThanOrEqual(b.slackH ?? Infinity);
        expect(b.chance).toBe(e.risk!.bags.find((x) => x.id === b.id)!.chance);
        // A tenth of the draws below the promise: then at least that share is lost before the end of the window.
        if (b.worstSlackH !== null && b.worstSlackH < 0) expect(b.chance).toBeLessThan(0.95);
      }
      expect(e.risk!.expected).toBeLessThanOrEqual(e.risk!.animals);
      // Within limits a few die all the same; beyond them not all do.
      expect(e.risk!.expected / e.risk!.animals).toBeGreaterThan(0.9 * e.risk!.chance);
    }
  });
  test('more fish, less water, less oxygen, less hardness: each alone shortens the hours it should', () => {
    const of = (x: Consignment) => value(x).bags[0]!;
    const more = of({
      ...bagOne({ animals: [{ lineId: 'L1', count: 8 }] }),
      lines: c.lines.map((l) => (l.id === 'L1' ? { ...l, count: 8 } : l)),
    });
    expect(more.safe.carbon!).toBeLessThan(first.safe.carbon!);
    expect(of(bagOne({ waterL: 1.2 })).safe.carbon!).toBeLessThan(first.safe.carbon!);
    expect(of(bagOne({ oxygenFraction: 0.21 })).safe.oxygen ?? Infinity).toBeLessThan(first.safe.oxygen ?? Infinity);
    const end = Math.round(base.deadlineH / base.stepH);
    expect(of({ ...c, sourceWater: { ...c.sourceWater, khDkh: 1 } }).curves.pH[end]!).toBeLessThan(
      first.curves.pH[end]!,
    );
  });
  test('a colder forecast and fewer packs make the water colder; a later opening costs its hoursto spare', () => {
    const coldest = (x: Consignment): number => {
      const e = value(x);
      return Math.min(...e.bags[0]!.tempC.subarray(0, Math.round(e.deadlineH / e.stepH)));
    };
    const now = coldest(c);
    expect(coldest({ ...c, forecast: { ...c.forecast!, shiftC: -6 } })).toBeLessThan(now - 1);
    expect(coldest({ ...c, boxes: c.boxes.map((b) => ({ ...b, packs: [] })) })).toBeLessThan(now - 1);
    const late = new Date(Date.parse(c.window!.endAt) + 6 * 3600_000).toISOString();
    const carbon = (e: typeof base): number => e.bags[0]!.safe.carbon! - e.deadlineH;
    expect(carbon(base) - carbon(value({ ...c, openingAt: late }))).toBeCloseTo(6, 1);
  });
  test('what is missing is said in a sentence', () => {
    const noBags = evaluate({ ...c, bags: [] }, catalogue, c.forecast);
    const noWeather = evaluate(c, catalogue, null);
    expect(!noBags.ok && noBags.problems[0]!.message).toMatch(/bag plan/);
    expect(!noWeather.ok && noWeather.problems[0]!.message).toMatch(/No forecast for Kraków/);
  });
  test('a file may override an assumption, and the default object names every one', () => {
    expect(value({ ...c, assumptions: { stressSettled: 2.6 } }).bags[0]!.safe.carbon!).toBeLessThan(first.safe.carbon!);
    expect(Object.keys(defaultAssumptions)).toEqual(Object.keys(assumptionTable));
    for (const row of Object.values(assumptionTable)) expect(row.why.length).toBeGreaterThan(10);
  });
});

describe('the door', () => {
  const pathsOf = (x: Consignment, options = {}): string[] => {
    const r = evaluate(x, catalogue, x.forecast, options);
    return r.ok ? [] : r.problems.map((p) => p.path);
  };
  test.each([
    ['water below nothing', bagOne({ waterL: -1 }), {}, 'bags.0.waterL'],
    [
      'a species nobody knows',
      { ...c, lines: c.lines.map((l) => ({ ...l, speciesId: 'kraken' })) },
      {},
      'lines.0.speciesId',
    ],
    [
      'a pack nobody knows',
      { ...c, boxes: [{ ...c.boxes[0]!, packs: [{ packId: 'sun', count: 1 }] }] },
      {},
      'boxes.0.packs',
    ],
    [
      'a pH that the hardness cannot hold',
      { ...c, sourceWater: { ...c.sourceWater, pH: 9.9, khDkh: 0.1 } },
      {},
      'sourceWater.pH',
    ],
    [
      'a pH far too low for the hardness',
      { ...c, sourceWater: { ...c.sourceWater, pH: 4.2, khDkh: 28 } },
      {},
      'sourceWater.pH',
    ],
    ['a share of 3', { ...c, assumptions: { packDudShare: 3 } }, {}, 'assumptions.packDudShare'],
    ['a step of two hours', c, { stepH: 2 }, 'options.stepH'],
    ['half a draw', c, { draws: 0.5 }, 'options.draws'],
  ] as [string, Consignment, object, string][])('%s is refused at its field', (_, x, options, path) => {
    expect(pathsOf(x, options)).toContain(path);
  });
  test('outside 0 to 35 °C the bag says so instead of computing on in silence', () => {
    const hot = {
      ...c,
      forecast: {
        ...c.forecast!,
        shiftC: 30,
        places: c.forecast!.places.map((p) => ({ ...p, points: p.points.map((x) => ({ ...x, tempC: 25 })) })),
      },
    };
    expect(
      value(hot)
        .bags.flatMap((b) => b.warnings)
        .join(' '),
    ).toMatch(/leaves 0 to 35 °C/);
  });
});

describe('what is noticed beside the figures', () => {
  test('tiny fish that must fast with slow ones are told to be fed apart', () => {
    const lines = [
      { ...c.lines[0]!, id: 'L1', speciesId: 'endler', count: 2, lengthCm: 2 },
      { ...c.lines[0]!, id: 'L2', speciesId: 'bristlenose', count: 1, lengthCm: 6 },
    ];
    const animals = lines.map((l) => ({ lineId: l.id, count: l.count }));
    const shared = value({ ...c, lines, bags: [{ ...c.bags[0]!, id: 'A1', boxId: '1', animals }] });
    expect(shared.bags[0]!.warnings.join(' ')).toMatch(
      /Endler.* fasts 4\d h .* more than the 36 h .* feed it separately/,
    );
    expect(
      value(c)
        .bags.flatMap((b) => b.warnings)
        .join(' '),
    ).not.toMatch(/feed it separately/);
  });
  test('species whose ease never meets are told to travel in separate boxes', () => {
    const lines = [
      { ...c.lines[0]!, id: 'L1', speciesId: 'discus', count: 1 },
      { ...c.lines[0]!, id: 'L2', speciesId: 'white-cloud', count: 4, lengthCm: 3 },
    ];
    const bags = lines.map((l, i) => ({
      ...c.bags[0]!,
      id: `A${i + 1}`,
      boxId: '1',
      animals: [{ lineId: l.id, count: l.count }],
    }));
    expect(value({ ...c, lines, bags }).notes.join(' ')).toMatch(/Discus.*White cloud.*separate boxes/);
  });
});

describe('what if', () => {
  test('a death fouls the bag: less oxygen and more ammonia than the living fish would have left', () => {
    const dead = evaluate(c, catalogue, c.forecast, { deaths: [{ bagId: c.bags[0]!.id, atH: 2 }] });
    const lived = value(c);
    if (!dead.ok) throw new Error();
    const end = Math.round(60 / lived.stepH);
    expect(dead.value.bags[0]!.curves.tanMgNL[end]!).toBeGreaterThan(lived.bags[0]!.curves.tanMgNL[end]!);
    expect(dead.value.bags[1]!.curves.tanMgNL[end]!).toBe(lived.bags[1]!.curves.tanMgNL[end]!);
  });
  test('a lining, a warm bottle and a winter wall each keep a box without packs warmer', () => {
    const bare = { ...c, boxes: c.boxes.map((b) => ({ ...b, packs: [], ventHoles: 0 })) };
    const coldest = (box: Partial<Consignment['boxes'][number]>): number => {
      const e = value({ ...bare, boxes: bare.boxes.map((b) => ({ ...b, ...box })) });
      return Math.min(...e.bags[0]!.tempC.subarray(0, Math.round(e.deadlineH / e.stepH)));
    };
    const base = coldest({ boxTypeId: 'box-m' });
    expect(coldest({ boxTypeId: 'box-m', lining: [{ name: 'XPS', thicknessCm: 2, kWPerMK: 0.029 }] })).toBeGreaterThan(
      base + 1,
    );
    expect(coldest({ boxTypeId: 'box-m', bottle: { litres: 2, startC: 45 } })).toBeGreaterThan(base + 0.5);
    expect(coldest({ boxTypeId: 'box-winter' })).toBeGreaterThan(base + 1);
  });
  test('the sun warms a box that waits on a doorstep by day, and no box in a depot', () => {
    const warmest = (waitsAt: 'doorstep' | 'depot', sun: number): number => {
      const services = catalogue.services.map((s) => (s.id === c.serviceId ? { ...s, waitsAt } : s));
      const r = evaluate({ ...c, assumptions: { clearSkyShare: sun } }, { ...catalogue, services }, c.forecast);
      if (!r.ok) throw new Error();
      return Math.max(...r.value.ambient.pointC.subarray(Math.ceil(r.value.deadlineH / r.value.stepH)));
    };
    expect(warmest('doorstep', 1)).toBeGreaterThan(warmest('doorstep', 0) + 1);
    expect(warmest('depot', 1)).toBe(warmest('depot', 0));
  });
  test('a town in the mountains has thinner air, and its bags hold less oxygen', () => {
    const high = { ...c, sender: { ...c.sender, place: { ...c.sender.place, altitudeM: 2200 } } };
    const [low, up] = [value(c), value(high)];
    expect(up.ambient.pressureKPa[0]!).toBeCloseTo(77.5, 0);
    expect(up.bags[0]!.curves.oxygenKPa[24]!).toBeLessThan(low.bags[0]!.curves.oxygenKPa[24]!);
  });
});

describe('choosers', () => {
  test('every set is tried once; a stock of two packs leaves only what two packs can make', () => {
    const all = packOptions(c);
    expect(new Set(all.map((o) => o.name)).size).toBe(all.length);
    const r = evaluate(c, catalogue, c.forecast, {
      stock: { 'heat-40h': 1, 'heat-72h': 1 },
      choosers: { packs: { boxId: '1', draws: 0 }, bags: false, days: null },
    });
    if (!r.ok) throw new Error();
    const own = JSON.stringify(c.boxes[0]!.packs);
    for (const o of r.value.packs['1']!)
      if (JSON.stringify(o.packs) !== own) {
        expect(o.packs.reduce((n, p) => n + p.count, 0)).toBeLessThanOrEqual(2);
        expect(o.packs.some((p) => p.packId === 'heat-20h' || p.packId === 'cold-500')).toBe(false);
      }
  });
  test('two workers with half the sets each find what one worker finds with all', () => {
    const part = (index: number): PackOption[] => {
      const r = evaluate(c, catalogue, c.forecast, {
        choosers: { packs: { boxId: '1', draws: 20, part: { index, of: 2 } }, bags: false, days: null },
      });
      if (!r.ok) throw new Error();
      return r.value.packs['1']!;
    };
    const both = [...part(0), ...part(1)];
    const one = packOptions(c, 20);
    const chanceOf = (list: PackOption[]) => new Map(list.map((o) => [o.name, o.chance]));
    for (const [name, chance] of chanceOf(one))
      if (chanceOf(both).has(name)) expect(chanceOf(both).get(name)).toBe(chance);
    expect(both.length).toBeGreaterThanOrEqual(one.length);
  });
  test('bag plans: every one has a reason, and more fish to the same bag never raises its chance', () => {
    const r = evaluate(c, catalogue, c.forecast, { choosers: { packs: null, bags: true, days: null } });
    if (!r.ok) throw new Error();
    for (const list of Object.values(r.value.bagPlans)) {
      expect(list.length).toBeGreaterThan(3);
      for (const o of list) {
        expect(o.reason.length).toBeGreaterThan(20);
        for (const q of list)
          if (q.type.id === o.type.id && q.waterL === o.waterL && q.perBag > o.perBag)
            expect(q.chance).toBeLessThanOrEqual(o.chance + 1e-9);
      }
    }
  });
  test('the best pack set is never worse in worst-case margin than no pack, up to a day', () => {
    const options = packOptions(c);
    const cap = (h: number | null): number => Math.min(24, h ?? 24);
    const none = options.find((o) => o.packs.length === 0)!;
    expect(cap(options[0]!.worstSlackH)).toBeGreaterThanOrEqual(cap(none.worstSlackH));
    expect(options[0]!.packs.length).toBeGreaterThan(0);
    for (const o of options) expect(o.reason.length).toBeGreaterThan(20);
  });
  test('in mild air no pack is taken', () => {
    const mild = {
      ...c,
      forecast: {
        ...c.forecast!,
        places: c.forecast!.places.map((p) => ({ ...p, points: p.points.map((x) => ({ ...x, tempC: 25 })) })),
      },
    };
    expect(packOptions(mild)[0]!.packs).toEqual([]);
  });
  test('a plan bags every animal once, alone where they must be, and fits its boxes', () => {
    const fighters = {
      ...c,
      lines: [{ ...c.lines[0]!, speciesId: 'siamese-fighter', count: 5, lengthCm: 5 }],
      bags: [],
    };
    const { consignment } = planConsignment({ consignment: fighters, catalogue, holidays: [] });
    expect(consignment.bags).toHaveLength(5);
    for (const b of consignment.bags) expect(b.animals[0]!.count).toBe(1);
    for (const box of consignment.boxes)
      expect(
        arrange(
          box,
          consignment.bags.filter((b) => b.boxId === box.id),
          catalogue,
          defaultAssumptions,
        ).problems,
      ).toEqual([]);
  });
  test('thirty bags go into as many boxes as they need', () => {
    const bags = Array.from({ length: 30 }, (_, i) => ({ ...c.bags[0]!, id: `A${i + 1}` }));
    const r = suggestBoxes({ ...c, bags }, catalogue, []);
    expect(r.boxes.length).toBeGreaterThan(1);
    for (const box of r.boxes)
      expect(
        arrange(
          box,
          r.bags.filter((b) => b.boxId === box.id),
          catalogue,
          defaultAssumptions,
        ).problems,
      ).toEqual([]);
  });
});

test('the margin of the whole is that of the bag it names, in the median and in the worst case alike', () => {
  const e = value(c);
  for (const draws of [0, 32]) {
    const r = evaluate(c, catalogue, c.forecast, { draws, stepH: 0.5 });
    if (!r.ok) throw new Error('refused');
    const { bagId, slackH, worstSlackH, factor } = r.value.overall;
    if (bagId === null) continue;
    const bag = r.value.bags.find((b) => b.id === bagId)!;
    expect([slackH, worstSlackH, factor]).toEqual([bag.slackH, bag.worstSlackH, bag.factor]);
    for (const b of r.value.bags) expect(b.worstSlackH ?? Infinity).toBeGreaterThanOrEqual(worstSlackH ?? Infinity);
  }
  expect(e.overall.bagId === null || e.bags.some((b) => b.id === e.overall.bagId)).toBe(true);
});
