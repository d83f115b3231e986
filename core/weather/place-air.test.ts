import fc from 'fast-check';
import { catalogue } from '@/core/catalogue';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { legKinds } from '@/core/catalogue/schema';
import { keyInstants, legsOf } from '@/core/calendar/legs';
import { HOUR } from '@/core/quantities/time';
import { exampleConsignment } from '@/tests/example';
import { ambientAlong, climatesAsPlanned, meansOf } from './ambient';
import { climateOf, conditionedC, laggedAfter } from './place-air';

const c = exampleConsignment();

/** The example in one weather all the way, °C at an hour of the day in UTC. */
function airIn(tempC: (h: number) => number, stepH = 0.25) {
  const k = keyInstants(c, catalogue, a);
  const from = k.sealMs - 72 * HOUR;
  const points = Array.from({ length: 240 }, (_, i) => ({
    at: new Date(from + i * HOUR).toISOString(),
    tempC: tempC(((from + i * HOUR) / HOUR) % 24),
  }));
  const forecast = { ...c.forecast!, shiftC: 0, places: c.forecast!.places.map((p) => ({ ...p, points })) };
  const steps = Math.round(30 / stepH);
  const legs = legsOf(c, catalogue, k, k.sealMs + 60 * HOUR);
  const r = ambientAlong(c, forecast, legs, { sealMs: k.sealMs, steps, stepH }, a);
  if (!r.ok) throw new Error(r.missing);
  return { air: r.value, legs };
}

test('what lags follows the exact solution: a step of weather is met by 63 % after one time constant', () => {
  expect(laggedAfter(10, 20, 20, 12, 12)).toBeCloseTo(10 + 10 * (1 - Math.exp(-1)), 12);
  expect(laggedAfter(10, 20, 25, 1, 0)).toBe(25);
  fc.assert(
    fc.property(
      ...([fc.double({ min: -30, max: 40, noNaN: true }), fc.double({ min: -30, max: 40, noNaN: true })] as const),
      fc.double({ min: 0.1, max: 24, noNaN: true }),
      (from, to, lagH) => {
        // Two halves are the whole.
        const middle = laggedAfter(5, from, (from + to) / 2, 1, lagH);
        expect(laggedAfter(middle, (from + to) / 2, to, 1, lagH)).toBeCloseTo(laggedAfter(5, from, to, 2, lagH), 9);
      },
    ),
  );
});

test('no place is colder than the street in winter, and none that is uncooled milder than its lagged air in summer', () => {
  for (const kind of legKinds)
    fc.assert(
      fc.property(fc.double({ min: -30, max: 45, noNaN: true }), (laggedC) => {
        const place = climateOf({ kind }, a);
        const at = conditionedC(laggedC, place);
        if (laggedC < Math.min(place.heatedToC, 10)) expect(at).toBeGreaterThanOrEqual(laggedC - 1e-9);
        expect(conditionedC(laggedC + 1, place)).toBeGreaterThanOrEqual(at - 1e-9);
        if (laggedC > place.cooledToC && place.warmCoupling === 1) expect(at).toBeCloseTo(laggedC, 9);
      }),
    );
});

test('figures of the trade: in 38 °C a van in the sun is hotter than the street, in −6 °C a hall is near 9 °C', () => {
  const van = climateOf({ kind: 'van-unconditioned' }, a);
  const hall = climateOf({ kind: 'depot' }, a);
  expect(conditionedC(38, van) + van.sunK * 0.6).toBeGreaterThan(38);
  expect(conditionedC(-6, hall)).toBeCloseTo(8.7, 6);
});

test('a heat wave reaches the box: by day a van is warmer than the mean of the street’s day', () => {
  const { air, legs } = airIn((h) => 31 + 7 * Math.sin(((h - 9) / 12) * Math.PI));
  const vans = air.pieces.filter((p) => legs[p.leg]!.kind.startsWith('van'));
  expect(vans.length).toBeGreaterThan(0);
  const warmest = Math.max(...vans.map((p) => air.meanC[p.step]!));
  expect(warmest).toBeGreaterThan(31 + 1);
});

test('steady weather is what it is: a place has lagged to it, whatever its time constant', () => {
  const { air, legs } = airIn(() => 5);
  for (const p of air.pieces) {
    const k = climateOf(legs[p.leg]!, a);
    if (p.share === 1) expect(air.meanC[p.step]! - p.sunK).toBeCloseTo(conditionedC(5, k), 6);
  }
});

test('means of coarse steps are those of fine ones, and what the weather is warmer is felt', () => {
  const weather = (h: number): number => 6 + 6 * Math.sin(((h - 9) / 12) * Math.PI);
  const [fine, coarse] = [airIn(weather, 0.25), airIn(weather, 0.5)];
  coarse.air.meanC.forEach((v, i) => {
    expect(v).toBeCloseTo((fine.air.meanC[2 * i]! + fine.air.meanC[2 * i + 1]!) / 2, 1);
  });
  const warmer = new Float64Array(coarse.air.meanC.length);
  meansOf(coarse.air.pieces, climatesAsPlanned(coarse.legs, a), () => 3, warmer);
  warmer.forEach((v, i) => {
    expect(v - coarse.air.meanC[i]!).toBeGreaterThan(0.1);
    expect(v - coarse.air.meanC[i]!).toBeLessThan(3 + 1e-9);
  });
});
