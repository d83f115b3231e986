import fc from 'fast-check';
import { cases } from '@/tests/cases';
import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { packs } from '@/core/catalogue/gear';
import { inSineAmbient, lumpC, secondsToReach } from './analytic';
import { simulateBox } from './box';
import { type BoxLoad } from './model';
import { advance, propagator, systemOf } from './exponential';
import { floatMinutes } from './float';
import { burnStep, IRON_KJ_PER_G, lightPacks, ratedPowerW } from './pack';

const STEP_H = 1 / 12;
/** A moulded box on its own, without a carton. */
const shell = { insideCm: [26, 21, 21] as const, wallCm: 2.3, kWPerMK: 0.036, cartonCm: 0 };
const small: BoxLoad = {
  shell: { ...shell, insideCm: [26, 21, 21] },
  lossFactor: 1,
  leakLPerH: 3,
  ventHoles: 0,
  bags: [
    { waterL: 1.5, volumeL: 4, startC: 24.5, atWall: 0.5 },
    { waterL: 1.5, volumeL: 4, startC: 24.5, atWall: 0.5 },
  ],
  heatPacks: [],
  coldPacks: [],
  bottle: null,
  startAirC: 21,
};
const ambient = (hours: number, f: (h: number) => number): Float64Array =>
  Float64Array.from({ length: hours * 12 + 1 }, (_, i) => f(i * STEP_H));
const curve = (id: string) => packs.find((p) => p.id === id)!;
const heat = (id: string, nearBag = -1): BoxLoad['heatPacks'][number] => ({
  curve: curve(id),
  massG: curve(id).massG,
  strength: 1,
  nearBag,
});
const run = (load: BoxLoad, outside: Float64Array) => simulateBox(load, outside, outside.length, STEP_H, a);

describe('the exact stepper', () => {
  test('one lump follows Newton’s law', () => {
    const { A, ambientGain } = systemOf({ heatJPerK: [20000], links: [], toAmbient: [[0, 0.5]] });
    const p = propagator(A, 1, 5);
    const b = Float64Array.of(ambientGain[0]! * 5);
    const out = new Float64Array(1);
    advance(p, Float64Array.of(25), b, b, out);
    expect(out[0]).toBeCloseTo(
      lumpC({ ambientC: 5, powerW: 0, uaWPerK: 0.5, heatJPerK: 20000, startC: 25 }, 5 * 3600),
      9,
    );
  });
  test('a stiff system of any step stays stable', () => {
    const { A, ambientGain } = systemOf({ heatJPerK: [1, 50000], links: [[0, 1, 5]], toAmbient: [[0, 2]] });
    const b = ambientGain.map((g) => g * 10);
    const x = new Float64Array(2);
    advance(propagator(A, 2, 500), Float64Array.of(30, 30), b, b, x);
    expect(x[0]).toBeCloseTo(10, 6);
    expect(x[1]).toBeCloseTo(10, 6);
  });
  test('a bag in a sine ambient swings as the analytic answer says', () => {
    const heat = 12558;
    const { A, ambientGain } = systemOf({ heatJPerK: [heat], links: [], toAmbient: [[0, 0.4]] });
    const p = propagator(A, 1, STEP_H);
    let x: Float64Array = Float64Array.of(20);
    const at = (i: number): Float64Array =>
      Float64Array.of(ambientGain[0]! * (10 + 6 * Math.sin((2 * Math.PI * i * STEP_H) / 24)));
    for (let i = 0; i < 48 * 12; i++) {
      const next = new Float64Array(1);
      advance(p, x, at(i), at(i + 1), next);
      x = next;
    }
    expect(x[0]).toBeCloseTo(
      inSineAmbient({
        meanC: 10,
        amplitudeK: 6,
        periodS: 86400,
        phaseRad: 0,
        tauS: heat / 0.4,
        startC: 20,
        seconds: 48 * 3600,
      }).tempC,
      2,
    );
  });
  test('what loses nothing warms in a straight line', () => {
    const l = { ambientC: 0, powerW: 5, uaWPerK: 0, heatJPerK: 5000, startC: 20 };
    expect(lumpC(l, 3600)).toBeCloseTo(23.6, 12);
    expect(secondsToReach(l, 23.6)).toBeCloseTo(3600, 9);
    expect(secondsToReach(l, 19)).toBeNull();
    expect(secondsToReach({ ...l, powerW: 0 }, 21)).toBeNull();
    expect(() => lumpC({ ...l, heatJPerK: 0 }, 1)).toThrow(RangeError);
  });
  test('a temperature that is never reached is null', () => {
    expect(secondsToReach({ ambientC: 10, powerW: 0, uaWPerK: 1, heatJPerK: 1, startC: 20 }, 5)).toBeNull();
  });
});

describe('the box', () => {
  test('its energy balance closes to 0.1 % of what passed, with packs', () => {
    const r = run(
      { ...small, ventHoles: 4, heatPacks: [heat('heat-40h', 0), heat('heat-72h')] },
      ambient(60, (h) => 6 + 5 * Math.sin(h / 5)),
    );
    const { packJ, lostJ, storedJ } = r.energy;
    expect(Math.abs(packJ - lostJ - storedJ)).toBeLessThan(0.001 * (Math.abs(packJ) + Math.abs(lostJ)));
  });
  test('the balance closes with cold packs and a warm bottle too', () => {
    const r = run(
      { ...small, coldPacks: [{ massKg: 0.5, startC: -5 }], bottle: { litres: 1, startC: 45 } },
      ambient(60, (h) => 24 + 6 * Math.sin(h / 5)),
    );
    const { packJ, lostJ, storedJ } = r.energy;
    expect(Math.abs(packJ - lostJ - storedJ)).toBeLessThan(0.001 * (Math.abs(packJ) + Math.abs(lostJ)));
  });
  test('where a pack lies matters: the bag beside it is the warmer one', () => {
    const near = (nearBag: number) =>
      run(
        { ...small, ventHoles: 2, heatPacks: [heat('heat-72h', nearBag)] },
        ambient(24, () => 6),
      );
    expect(near(0).bagC[0]![288]!).toBeGreaterThan(near(0).bagC[1]![288]! + 0.05);
    expect(near(1).bagC[1]![288]!).toBeGreaterThan(near(1).bagC[0]![288]! + 0.05);
  });
  test('a bag against the wall cools before one in the middle', () => {
    const bags = small.bags.map((b, i) => ({ ...b, atWall: i }));
    const r = run(
      { ...small, bags },
      ambient(12, () => 2),
    );
    expect(r.bagC[1]![72]!).toBeLessThan(r.bagC[0]![72]!);
  });
  test('more insulation of any kind never widens the swing where there is neither pack nor sun', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 6, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        fc.double({ min: 2, max: 12, noNaN: true }),
        (wallCm, liningCm, swingC) => {
          const swing = (lining: { thicknessCm: number; kWPerMK: number }[]): number => {
            // A lining takes its room from the inside; the carton stays as it is.
            const clear = (cm: number): number => cm - 2 * lining.reduce((sum, l) => sum + l.thicknessCm, 0);
            const insideCm = [clear(26), clear(21), clear(21)] as const;
            const shell = { insideCm, wallCm, kWPerMK: 0.036, lining };
            const outside = ambient(72, (h) => 15 + swingC * Math.sin(h / 4));
            // Begun at the mean of the ambient, so that only the swing is seen and no cooling down.
            const bags = small.bags.map((b) => ({ ...b, startC: 15 }));
            const c = run({ ...small, shell, bags, startAirC: 15 }, outside).bagC[0]!.subarray(36 * 12);
            return Math.max(...c) - Math.min(...c);
          };
          expect(swing([{ thicknessCm: liningCm, kWPerMK: 0.04 }])).toBeLessThanOrEqual(swing([]) + 1e-9);
        },
      ),
      { numRuns: 20 },
    );
  });
  test('a thicker wall never widens the swing without pack', () => {
    const swing = (wallCm: number): number => {
      const c = run(
        { ...small, shell: { ...small.shell, wallCm } },
        ambient(96, (h) => 15 + 10 * Math.sin(h / 4)),
      ).bagC[0]!.subarray(48 * 12);
      return Math.max(...c) - Math.min(...c);
    };
    expect(swing(3)).toBeLessThan(swing(2));
    expect(swing(5)).toBeLessThan(swing(3));
  });
  test('trade experience (common practice): a small box near 4 °C overnight arrives at 10–12 °C without a pack, at 22–23 °C with one 20 h pack', () => {
    // Outside 30 × 25 × 25 cm, 3 L in two bags, 12 h.
    const cold = ambient(12, () => 4);
    const without = run(small, cold).bagC[0]![144]!;
    const withPack = run({ ...small, ventHoles: 2, heatPacks: [heat('heat-20h')] }, cold).bagC[0]![144]!;
    expect(without).toBeGreaterThan(10);
    expect(without).toBeLessThan(12);
    expect(withPack).toBeGreaterThan(21.5);
    expect(withPack).toBeLessThan(24);
  });
  test('a bag without water is refused', () => {
    expect(() =>
      run(
        { ...small, bags: [{ waterL: 0, volumeL: 1, startC: 20, atWall: 0 }] },
        ambient(1, () => 10),
      ),
    ).toThrow(/more than 0/);
  });
});

describe('heat packs', () => {
  test('the area under each rated curve is the heat of its iron, within 3 %', () => {
    for (const p of packs.filter((x) => x.kind === 'heat')) {
      const joule = p.ratedW
        .slice(1)
        .reduce((s, [h, w], i) => s + ((w + p.ratedW[i]![1]) / 2) * (h - p.ratedW[i]![0]) * 3600, 0);
      expect(Math.abs(joule / 1000 / (p.ironG * IRON_KJ_PER_G) - 1)).toBeLessThan(0.03);
    }
  });
  const meanPower = (fresh: number): number => {
    const burning = lightPacks([{ curve: curve('heat-40h'), strength: 1 }], a);
    burning.clockH[0] = 2;
    const air = { oxygen: 0.2095, litres: 10, freshLPerH: fresh, tempC: 22 };
    for (let i = 0; i < 12; i++) burnStep(burning, air, 1 / 12);
    return burning.powerW[0]! / ratedPowerW(curve('heat-40h'), burning.clockH[0]!);
  };
  test('a 40 h pack gives about 80 % at 10 L/h of fresh air and near all at 20', () => {
    expect(meanPower(10)).toBeGreaterThan(0.68);
    expect(meanPower(10)).toBeLessThan(0.85);
    expect(meanPower(20)).toBeGreaterThan(0.82);
  });
  test('a sealed box stops its pack, and air wakes it again', () => {
    const sealed = run(
      { ...small, leakLPerH: 0, heatPacks: [heat('heat-72h')] },
      ambient(24, () => 10),
    );
    const vented = run(
      { ...small, leakLPerH: 0, ventHoles: 2, heatPacks: [heat('heat-72h')] },
      ambient(24, () => 10),
    );
    expect(sealed.packW[20 * 12]).toBeLessThan(0.3 * vented.packW[20 * 12]!);
    expect(sealed.packOxygen[20 * 12]).toBeLessThan(0.05);
  });
});

describe('packs and the air of the box', () => {
  const anyBox = fc.record({
    packs: fc.array(fc.constantFrom('heat-20h', 'heat-40h', 'heat-72h'), { minLength: 0, maxLength: 4 }),
    more: fc.constantFrom('heat-20h', 'heat-40h', 'heat-72h'),
    leakLPerH: fc.double({ min: 0, max: 25, noNaN: true }),
    ventHoles: fc.integer({ min: 0, max: 4 }),
    outsideC: fc.double({ min: -15, max: 20, noNaN: true }),
    sideCm: fc.double({ min: 22, max: 50, noNaN: true }),
  });
  test('a pack more never gives less heat up to any hour, within 1 % (law, over any box)', () => {
    fc.assert(
      fc.property(anyBox, (b) => {
        const load = (ids: string[]): BoxLoad => ({
          ...small,
          shell: { ...small.shell, insideCm: [b.sideCm, b.sideCm, b.sideCm] },
          leakLPerH: b.leakLPerH,
          ventHoles: b.ventHoles,
          heatPacks: ids.map((id) => heat(id)),
        });
        const outside = ambient(60, () => b.outsideC);
        const given = (ids: string[]): number[] => {
          let sum = 0;
          return Array.from(run(load(ids), outside).packW, (w) => (sum += w));
        };
        const fewer = given(b.packs);
        const more = given([...b.packs, b.more]);
        fewer.forEach((x, i) => expect(more[i]!).toBeGreaterThanOrEqual(0.99 * x - 1e-9));
      }),
      { numRuns: cases(60, 24) },
    );
  });
  test('three packs in a tight box and four: the fourth costs at most half a degree later (it was six)', () => {
    const after = (n: number): number =>
      run(
        { ...small, heatPacks: Array.from({ length: n }, () => heat('heat-40h')) },
        ambient(30, () => 4),
      ).bagC[0]![360]!;
    expect(after(4)).toBeGreaterThan(after(3) - 0.5);
  });
  test('until the box is closed its bags stand in the room, and its packs are elsewhere', () => {
    const outside = ambient(20, (h) => (h < 2.04 ? 21 : -5));
    const late = run({ ...small, closedAtH: 2.04, heatPacks: [heat('heat-20h')], ventHoles: 2 }, outside);
    const at = (c: Float64Array, h: number): number => c[Math.round(h * 12)]!;
    // By hand: 6 · 6 V^⅔ W/K over 1.5 kg of water, towards 21 °C.
    const tauS = (1.5 * 4186) / (36 * 0.004 ** (2 / 3));
    expect(at(late.bagC[0]!, 2)).toBeCloseTo(21 + 3.5 * Math.exp(-7200 / tauS), 6);
    expect(at(late.packW, 1.9)).toBe(0);
    expect(at(late.packW, 2.1)).toBeGreaterThan(3);
    const soon = run({ ...small, heatPacks: [heat('heat-20h')], ventHoles: 2 }, outside);
    expect(at(soon.bagC[0]!, 2)).toBeGreaterThan(at(late.bagC[0]!, 2) + 1);
    // What is burnt later is there later.
    expect(at(late.bagC[0]!, 20)).toBeGreaterThan(at(soon.bagC[0]!, 20));
  });
  test('bottles of plain water slow the box down, and a carton keeps some of its warmth', () => {
    const cold = ambient(12, () => 4);
    const end = (x: Partial<BoxLoad>): number => run({ ...small, ...x }, cold).bagC[0]![144]!;
    expect(end({ ballast: { litres: 1, count: 2, startC: 21 } })).toBeGreaterThan(end({}) + 0.5);
    expect(end({ shell: { ...small.shell, cartonCm: 0.5 } })).toBeGreaterThan(end({}) + 0.1);
  });
});

test('a 1 kg bag, 3 °C away, floats 15–25 min to within half a degree, a 10 kg bag about twice as long', () => {
  const one = floatMinutes(1, 22, 25, a);
  expect(one).toBeGreaterThan(15);
  expect(one).toBeLessThan(25);
  expect(floatMinutes(10, 22, 25, a) / one).toBeGreaterThan(1.8);
  expect(floatMinutes(1, 25.2, 25, a)).toBe(0);
});
