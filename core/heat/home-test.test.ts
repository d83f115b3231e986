import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { streamOf } from '@/core/engine/random';
import { simulateBox } from './box';
import { fitTest, readingsFromText, t95, testProblem, type HomeTest } from './home-test';
import { boxConductance } from './insulation';

const shell = { insideCm: [38, 28, 36] as const, wallCm: 3, kWPerMK: 0.036 };
const kind = catalogue.packs.find((p) => p.id === 'heat-72h')!;
const pack = { curve: kind, massG: kind.massG };
const reckoned = boxConductance(shell, a).uaWPerK;

/** A logger that reads every 20 minutes with so much noise, in a box that loses `factor` times what is reckoned; with a pack of a strength where one is given. */
function logged(factor: number, seed: number, noiseC = 0.5, hours = 16, strength: number | null = null): HomeTest {
  const s = streamOf(seed, 7);
  const steps = hours * 12 + 2;
  const room = (h: number): number => 19 + 1.5 * Math.sin(h / 4);
  const means = Float64Array.from({ length: steps }, (_, i) => room((i + 0.5) / 12));
  const load = {
    shell,
    lossFactor: factor,
    leakLPerH: 4,
    ventHoles: 0,
    bags: [{ waterL: 2, volumeL: 2, startC: strength === null ? 40 : 20, atWall: 0 }],
    heatPacks: strength === null ? [] : [{ ...pack, strength, openedH: 0, nearBag: -1 }],
    coldPacks: [],
    bottle: null,
    startAirC: room(0),
  };
  const water = simulateBox(load, means, steps, 1 / 12, a).bagC[0]!;
  const readings = Array.from({ length: hours * 3 }, (_, k) => {
    const h = k / 3;
    return { h, waterC: water[k * 4]! + noiseC * s.normal(), roomC: room(h) };
  });
  return { shell, leakLPerH: 4, litres: 2, readings, ...(strength === null ? {} : { pack, lossFactor: factor }) };
}

describe('a box tested at home with a bottle of warm water', () => {
  test.each([0.7, 1, 1.4])(
    'a box that loses %s times what is calculated is found within 10 % under half a degree of noise',
    (factor) => {
      for (let seed = 1; seed <= 10; seed++) {
        const r = fitTest(logged(factor, seed), a);
        expect(r.uaWPerK / (factor * reckoned)).toBeGreaterThan(0.9);
        expect(r.uaWPerK / (factor * reckoned)).toBeLessThan(1.1);
        expect(r.scatterC).toBeGreaterThan(0.35);
        expect(r.scatterC).toBeLessThan(0.65);
      }
    },
  );
  test('intervals of nine in ten hold the truth in 83 to 97 of 100 seeds', () => {
    const held = Array.from({ length: 100 }, (_, seed) => fitTest(logged(1.2, 100 + seed), a)).filter(
      (r) => r.low < 1.2 && 1.2 < r.high,
    ).length;
    expect(held).toBeGreaterThanOrEqual(83);
    expect(held).toBeLessThanOrEqual(97);
  });
  test('a pack tested beside a bottle: its strength is found, and its intervals hold in 83 to 97 of 100 seeds', () => {
    const found = Array.from({ length: 100 }, (_, seed) => fitTest(logged(1.1, 300 + seed, 0.5, 24, 0.8), a));
    for (const r of found) expect(Math.abs(r.factor - 0.8)).toBeLessThan(0.1);
    const held = found.filter((r) => r.low < 0.8 && 0.8 < r.high).length;
    expect(held).toBeGreaterThanOrEqual(83);
    expect(held).toBeLessThanOrEqual(97);
  });
  test('more noise is a wider interval, more hours a narrower one', () => {
    expect(fitTest(logged(1, 3, 1), a).sigma).toBeGreaterThan(1.4 * fitTest(logged(1, 3, 0.5), a).sigma);
    expect(fitTest(logged(1, 3, 0.5, 24), a).sigma).toBeLessThan(fitTest(logged(1, 3, 0.5, 8), a).sigma);
  });
  test('the quantiles are those of the printed table of Student', () => {
    for (const [n, t] of [
      [4, 2.132],
      [6, 1.943],
      [10, 1.812],
      [30, 1.697],
      [120, 1.658],
    ] as const)
      expect(Math.abs(t95(n) - t)).toBeLessThan(0.01);
  });
  test('what cannot tell anything says why', () => {
    const t = logged(1, 1);
    expect(testProblem(t)).toBeNull();
    expect(testProblem({ ...t, litres: 0 })).toMatch(/litres/);
    expect(testProblem({ ...t, readings: t.readings.slice(0, 4) })).toMatch(/at least 6/);
    expect(testProblem({ ...t, readings: t.readings.slice(0, 8) })).toMatch(/at least 3 hours/);
    expect(testProblem({ ...t, readings: [...t.readings].reverse() })).toMatch(/order of time/);
    expect(testProblem({ ...t, readings: t.readings.map((r) => ({ ...r, roomC: r.waterC - 3 })) })).toMatch(
      /8 °C warmer/,
    );
    expect(() => fitTest({ ...t, readings: [] }, a)).toThrow(RangeError);
  });
});

describe('readings out of text', () => {
  test('hours or clock, commas or semicolons, a heading, the room once for all', () => {
    expect(readingsFromText('h, water, room\n0, 40, 19\n1.5, 38.2, 19.5', null).readings).toEqual([
      { h: 0, waterC: 40, roomC: 19 },
      { h: 1.5, waterC: 38.2, roomC: 19.5 },
    ]);
    expect(readingsFromText('0;40,5\n2;37,25', 20).readings).toEqual([
      { h: 0, waterC: 40.5, roomC: 20 },
      { h: 2, waterC: 37.25, roomC: 20 },
    ]);
    const clock = readingsFromText('2026-11-20 22:00;40;19\n2026-11-21 01:30;36;19', null);
    expect(clock.readings.map((r) => r.h)).toEqual([0, 3.5]);
  });
  test('a broken line is told by its number and nothing else is lost', () => {
    const { readings, problems } = readingsFromText('0, 40, 19\nlunch\n2, 36, 19', null);
    expect(readings).toHaveLength(2);
    expect(problems).toEqual(['Line 2 is not a reading: “lunch”. Hour, water, room.']);
  });
});
