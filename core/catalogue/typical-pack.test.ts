import { IRON_KJ_PER_G, ratedPowerW } from '@/core/heat/pack';
import { catalogue } from '.';
import { row } from './row';
import { typicalPack } from './typical-pack';

/** Watt hours under a curve. */
const heatWh = (ratedW: readonly (readonly [number, number])[]): number =>
  ratedW.slice(1).reduce((s, [h, w], i) => s + ((h - ratedW[i]![0]) * (w + ratedW[i]![1])) / 2, 0);

test.each([20, 40, 72])('a pack of %d h that only its hours tell of is like the one that was measured', (hours) => {
  const guess = typicalPack(hours);
  const known = row(catalogue.packs, `heat-${hours}h`, 'pack');
  expect(heatWh(guess.ratedW) / heatWh(known.ratedW)).toBeGreaterThan(0.8);
  expect(heatWh(guess.ratedW) / heatWh(known.ratedW)).toBeLessThan(1.25);
  expect(Math.max(...guess.ratedW.map(([, w]) => w))).toBeCloseTo(Math.max(...known.ratedW.map(([, w]) => w)), 0);
  expect(guess.surfaceC).toBeGreaterThan(known.surfaceC - 4);
  expect(guess.surfaceC).toBeLessThan(known.surfaceC + 4);
});

test.each([6, 24, 30, 60, 96, 200])(
  'the iron of a pack of %d h is what its heat takes, and it still warms at its hour',
  (h) => {
    const p = typicalPack(h);
    expect((p.ironG * IRON_KJ_PER_G) / 3.6).toBeCloseTo(heatWh(p.ratedW), -0.5);
    expect(ratedPowerW(p, 0.9 * h)).toBeGreaterThan(0.1 * Math.max(...p.ratedW.map(([, w]) => w)));
    p.ratedW.slice(1).forEach(([at], i) => expect(at).toBeGreaterThanOrEqual(p.ratedW[i]![0]));
  },
);

test('a peak that is known narrows the guess; no hours are none', () => {
  expect(typicalPack(40, 7).spread!).toBeLessThan(typicalPack(40).spread!);
  expect(Math.max(...typicalPack(40, 7).ratedW.map(([, w]) => w))).toBe(7);
  expect(() => typicalPack(0)).toThrow(RangeError);
});
