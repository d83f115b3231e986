import { worstMean } from '@/core/bag/slack';
import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { forward } from './forward';
import { prepare, type Prepared } from './prepare';
import type { Consignment } from '@/core/consignment/schema';
import { benchBox } from '@/tests/bench-box';
import { delaysOf } from './delays';
import { exampleConsignment } from '@/tests/example';
import { Draws, DRAW_STEP_H } from './draws';
import { percentile } from './percentiles';
import { normalQuantile, normalShare, streamOf } from './random';

const prepared = (c: Consignment, stepH = DRAW_STEP_H, beyondH = 100): Prepared => {
  const p = prepare(c, catalogue, c.forecast, { stepH, beyondH });
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return p.value;
};
/** Draws to their opening; so many of them look for slack too. */
const drawn = (p: Prepared, n: number, seed = 1, slackDraws = 0) => {
  const d = new Draws(p, seed, null, [], slackDraws);
  d.more(n);
  return d.result();
};

describe('random numbers', () => {
  test('the quantile is the inverse of the share, to 10⁻⁸', () => {
    fc.assert(
      fc.property(fc.double({ min: 1e-6, max: 1 - 1e-6, noNaN: true }), (p) => {
        expect(Math.abs(normalShare(normalQuantile(p)) - p)).toBeLessThan(1e-8);
      }),
    );
    // The printed table of the normal distribution.
    expect(normalQuantile(0.9)).toBeCloseTo(1.2816, 4);
    expect(normalShare(1.96)).toBeCloseTo(0.975, 4);
    expect(() => normalQuantile(1)).toThrow(RangeError);
  });
  test('a stream is the same each time and its own for every draw and seed', () => {
    const first = (seed: number, draw: number): number => streamOf(seed, draw).uniform();
    expect(first(1, 0)).toBe(first(1, 0));
    const seen = new Set(Array.from({ length: 2000 }, (_, i) => first(1, i)));
    expect(seen.size).toBe(2000);
    expect(first(2, 0)).not.toBe(first(1, 0));
  });
  test('ten thousand normals have mean 0 and variance 1 within four standard errors', () => {
    const z = Array.from({ length: 10000 }, (_, i) => streamOf(7, i).normal());
    const mean = z.reduce((s, x) => s + x, 0) / z.length;
    expect(Math.abs(mean)).toBeLessThan(0.04);
    expect(Math.abs(z.reduce((s, x) => s + x * x, 0) / z.length - 1)).toBeLessThan(4 * Math.sqrt(2 / 10000));
  });
});

/** Nothing varies but the fish: warm room all the way, no delay. */
function onlyFish(): Consignment {
  const c = exampleConsignment();
  const still = {
    forecastErrorC: 0,
    forecastErrorCPerDay: 0,
    boxSigma: 0,
    boxKindSigma: 0,
    placeSigmaC: 0,
    placeSunSigma: 0,
    observedLimitSigmaC: 0,
    ruleLimitSigmaC: 0,
    packDudShare: 0,
    packSigma: 0,
    packKindSigma: 0,
  };
  const onTime = { courierOneDayLateShare: 0, courierTwoDaysLateShare: 0, courierLostWeekendShare: 0 };
  return {
    ...c,
    lines: [{ ...c.lines[0]!, id: 'L1', count: 1, massG: 26 }],
    bags: [
      { ...c.bags[0]!, id: 'A1', boxId: c.boxes[0]!.id, animals: [{ lineId: 'L1', count: 1 }], waterL: 0.8, gasL: 1.6 },
    ],
    boxes: [{ ...c.boxes[0]!, packs: [], ventHoles: 0 }],
    assumptions: { ...still, ...onTime },
    forecast: {
      ...c.forecast!,
      places: c.forecast!.places.map((p) => ({ ...p, points: p.points.map((x) => ({ ...x, tempC: 24 })) })),
    },
    openingAt: new Date(Date.parse(c.handOverAt) + 30 * 3600_000).toISOString(),
    window: null,
  };
}

describe('Monte Carlo', () => {
  test('agrees with the analytic answer where only the fish vary: chance = Φ(ln u/σ), u the use that just lasts', () => {
    const c = onlyFish();
    const p = prepared(c);
    // Safe hours fall with use: halve until the use at which the bag lasts just to its opening is known.
    const lasts = (use: number): boolean => {
      const q = prepared({
        ...c,
        assumptions: { ...c.assumptions, stressAtSealing: 2 * use, stressSettled: 1.3 * use },
      });
      const first = forward(q).bags[0]!.first;
      return first === null || first.hours >= q.openH;
    };
    let low = 0.2;
    let high = 5;
    for (let i = 0; i < 30; i++) {
      const mid = Math.sqrt(low * high);
      if (lasts(mid)) low = mid;
      else high = mid;
    }
    const chance = normalShare(Math.log(low) / p.a.metabolismSigma);
    expect(chance).toBeGreaterThan(0.5);
    expect(chance).toBeLessThan(0.95);
    const r = drawn(p, 6_000);
    expect(Math.abs(r.chance - chance)).toBeLessThan(3 * r.standardError);
    expect(r.byCause.saved.fish).toBe(r.byCause.examined);
    expect(r.byCause.saved.delay).toBe(0);
  });
  test('the same seed gives the same answer to the last digit, another seed the same within its error', () => {
    const p = prepared(exampleConsignment('marine-air-cargo'));
    const one = drawn(p, 150);
    expect(drawn(p, 150)).toEqual(one);
    const two = new Draws(p, 1, null, [], 0);
    two.more(50);
    two.more(100);
    expect(two.result()).toEqual(one);
    const other = drawn(p, 150, 2);
    expect(Math.abs(other.chance - one.chance)).toBeLessThan(4 * Math.hypot(one.standardError, other.standardError));
  });
  test('the luck of a kind goes with its name: a shelf with other rows, or rows that were copied, gives the same', () => {
    const c = exampleConsignment('tropical-overnight-in-frost');
    const base = drawn(prepared(c), 100);
    const used = new Set(c.boxes.flatMap((b) => b.packs.map((p) => p.packId)));
    const other = structuredClone({
      ...catalogue,
      packs: catalogue.packs.filter((p) => used.has(p.id)).reverse(),
      boxes: catalogue.boxes.filter((b) => c.boxes.some((x) => x.boxTypeId === b.id)),
    });
    const p = prepare(c, other, c.forecast, { stepH: DRAW_STEP_H, beyondH: 100 });
    if (!p.ok) throw new Error(p.problems[0]!.message);
    expect(drawn(p.value, 100)).toEqual(base);
  });
  test('lost draws are all accounted for: by factor, by bag; the error is never 0', () => {
    const r = drawn(prepared(exampleConsignment('marine-air-cargo')), 120, 1, Infinity);
    const sum = (x: Record<string, number>): number => Object.values(x).reduce((s, v) => s + v, 0);
    expect(sum(r.byFactor)).toBe(r.lost);
    expect(sum(r.byBag)).toBe(r.lost);
    expect(r.chance).toBeCloseTo(1 - r.lost / 120, 12);
    expect(drawn(prepared(exampleConsignment('cool-water-by-car-in-heat')), 50).standardError).toBeGreaterThan(0);
  });
  test('the half-hour step of the draws is within 0.1 °C, 3 % of the least oxygen and one point of chance of the five-minute one', () => {
    for (const c of [
      benchBox,
      exampleConsignment('tropical-overnight-in-frost'),
      exampleConsignment('marine-air-cargo'),
    ]) {
      const fine = prepared(c, 1 / 12);
      const coarse = prepared(c);
      const [f, g] = [forward(fine), forward(coarse)];
      f.bags.forEach((b, i) => {
        const worst = (x: typeof b, stepH: number): number =>
          -worstMean(x.curves.oxygenMeanKPa, 'step means', -1, 0.5, stepH, Math.round(40 / stepH));
        expect(worst(g.bags[i]!, 0.5) / worst(b, 1 / 12)).toBeGreaterThan(0.97);
        expect(worst(g.bags[i]!, 0.5) / worst(b, 1 / 12)).toBeLessThan(1.03);
        // At the end of a half hour in which the outside jumps by ten degrees it may be a little more, and is gone in the next.
        const off = Array.from({ length: Math.min(g.steps, Math.floor(f.steps / 6)) }, (_, h) =>
          Math.abs(b.tempC[h * 6]! - g.bags[i]!.tempC[h]!),
        );
        expect(Math.max(...off)).toBeLessThan(0.15);
        expect(off.filter((x) => x > 0.1).length).toBeLessThanOrEqual(1);
      });
      if (c !== benchBox)
        expect(Math.abs(drawn(fine, 100).chance - drawn(coarse, 100).chance)).toBeLessThanOrEqual(0.01 + 1e-9);
    }
  });
  test('on common random numbers more duds never save a draw, and colder weather loses more in frost', () => {
    const c = exampleConsignment('tropical-overnight-in-frost');
    const lostWith = (x: Consignment): number => drawn(prepared(x), 200).lost;
    const base = lostWith(c);
    expect(base).toBeGreaterThan(0);
    expect(lostWith({ ...c, assumptions: { packDudShare: 0.5 } })).toBeGreaterThan(base);
    expect(lostWith({ ...c, forecast: { ...c.forecast!, shiftC: -8 } })).toBeGreaterThan(base);
  });
  test('a forecast that tells its own spread is believed: none leaves the outside as predicted, more widens the fan', () => {
    const c = exampleConsignment('tropical-overnight-in-frost');
    const still = { placeSigmaC: 0, placeSunSigma: 0 };
    const widthWith = (spreadC: number | null): number => {
      const places = c.forecast!.places.map((p) => ({
        ...p,
        points: p.points.map((x) => (spreadC === null ? x : { ...x, spreadC })),
      }));
      const p = prepared({ ...c, assumptions: { ...c.assumptions, ...still }, forecast: { ...c.forecast!, places } });
      const d = new Draws(p, 1, p.boxes[0]!.bags[0]!.bag.id);
      d.more(80);
      const { outside } = d.fans()!;
      return outside.p90.reduce((s, v, i) => s + v - outside.p10[i]!, 0) / outside.p90.length;
    };
    const [none, little, wide] = [widthWith(0), widthWith(null), widthWith(6)];
    expect(none).toBeLessThan(0.2);
    expect(little).toBeGreaterThan(none);
    expect(wide).toBeGreaterThan(2 * little);
  });
  test('once the box has arrived nothing can be late any more', () => {
    const c = exampleConsignment();
    const p = prepared({ ...c, actual: { ...c.actual, arrivedAt: c.window!.startAt } });
    const late = new Draws(p, 1);
    late.more(40);
    expect(late.result().byCause.saved.delay).toBe(0);
    expect(delaysOf(p, []).list).toEqual([]);
    expect(delaysOf(prepared(c), []).list.length).toBeGreaterThan(0);
  });
  test('fans are ordered and end at the planned opening', () => {
    const p = prepared(exampleConsignment());
    const d = new Draws(p, 1, p.boxes[0]!.bags[0]!.bag.id);
    d.more(120);
    const { water } = d.fans()!;
    expect(Math.abs((water.p50.length - 1) * water.stepH - p.openH)).toBeLessThanOrEqual(water.stepH);
    water.p50.forEach((v, i) => {
      expect(water.p10[i]!).toBeLessThanOrEqual(water.p25[i]!);
      expect(water.p25[i]!).toBeLessThanOrEqual(v);
      expect(v).toBeLessThanOrEqual(water.p75[i]!);
      expect(water.p75[i]!).toBeLessThanOrEqual(water.p90[i]!);
    });
  });
});

test('a percentile lies on the straight line between ranks', () => {
  expect(percentile(Float64Array.of(0, 10), 0.25)).toBe(2.5);
  expect(percentile(Float64Array.of(7), 0.9)).toBe(7);
  expect(percentile(new Float64Array(0), 0.5)).toBeNaN();
});
