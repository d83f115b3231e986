import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { packs } from '@/core/catalogue/gear';
import { simulateBag, type BagContents } from '@/core/bag/simulate';
import { simulateBox } from '@/core/heat/box';
import { type BoxLoad } from '@/core/heat/model';
import { fish as fishes, oneBag } from '@/tests/one-bag';
import { thermalDose } from '@/core/fish/thermal-dose';
import { solve } from './ode-model';

const AT_H = [24, 48, 72];
const HOURS = 72;
const STEP_H = 1 / 12;
const STEPS = HOURS * 12 + 1;

const pack = (id: string, nearBag = -1): BoxLoad['heatPacks'][number] => {
  const p = packs.find((x) => x.id === id)!;
  return { curve: p, massG: p.massG, strength: 1, nearBag };
};
const fish = (count: number, massG: number, usualC = 25, hoursSinceMeal = 36) =>
  fishes(count, massG, { clearingH: 36, usualC, hoursSinceMeal });
const bag = (x: Partial<BagContents>): BagContents =>
  oneBag({ waterL: 1.4, gasL: 2.8, pH: 7.3, tanMgNL: 0.1, animals: [fish(1, 9)], ...x });
const box = (bags: readonly BagContents[], startC: number, x: Partial<BoxLoad> = {}): BoxLoad => ({
  shell: { insideCm: [38, 28, 36], wallCm: 3, kWPerMK: 0.036 },
  lossFactor: 1,
  leakLPerH: 4,
  ventHoles: 0,
  bags: bags.map((b, i) => ({ waterL: b.waterL, volumeL: b.waterL + b.gasL, startC, atWall: i / 2 })),
  heatPacks: [],
  coldPacks: [],
  bottle: null,
  startAirC: 21,
  ...x,
});
const sea = { salinity: 34, pH: 8.1, alkalinityMeqL: 2.6, tanMgNL: 0.05 };

interface Case {
  name: string;
  bags: BagContents[];
  load: BoxLoad;
  ambientC: (h: number) => number;
  breaksH?: number[];
  pressureKPa?: (h: number) => number;
  kL?: (h: number) => number;
}

const winter = [bag({}), bag({ animals: [fish(4, 1.1)], waterL: 0.9, gasL: 1.7 })];
const legs = (h: number): number => (h < 2.02 ? 21 : h < 9.37 ? 8 : h < 30.21 ? -2 : h < 33.4 ? 14 : 3);
const cases: Case[] = [
  {
    name: 'two bags in frost with a 72 h pack that breathes',
    bags: winter,
    load: box(winter, 25, { heatPacks: [pack('heat-72h', 0)], ventHoles: 2 }),
    ambientC: (h) => 4 + 5 * Math.sin(h / 4),
  },
  {
    name: 'legs that jump, a flight, and two kinds of pack',
    bags: winter,
    load: box(winter, 25, { heatPacks: [pack('heat-40h', 1), pack('heat-20h')], ventHoles: 4 }),
    ambientC: legs,
    breaksH: [2.02, 9.37, 12, 18, 30.21, 33.4],
    pressureKPa: (h) => (h >= 12 && h < 18 ? 75.26 : 101.325),
  },
  {
    name: 'a starved pack in a box that leaks 3 L/h',
    bags: winter,
    load: box(winter, 24, { heatPacks: [pack('heat-72h')], leakLPerH: 3 }),
    ambientC: (h) => 10 - 4 * Math.cos(h / 5),
  },
  {
    name: 'air-filled bags in heat',
    bags: [bag({ oxygenFraction: 0.2095, animals: [fish(1, 1.5)] })],
    load: box([bag({})], 22, {}),
    ambientC: (h) => 26 + 6 * Math.sin((h - 8) / 3.8),
  },
  {
    name: 'sea water, delicate load, a warm bottle',
    bags: [bag({ ...sea }), bag({ ...sea, animals: [fish(1, 2.4), fish(2, 0.6)] })],
    load: box([bag({}), bag({})], 25.5, { bottle: { litres: 1, startC: 45 } }),
    ambientC: (h) => 15 + 5 * Math.sin(h / 6),
  },
  {
    name: 'cool-water fish with a cold pack in a hot car',
    bags: [bag({ animals: [fish(1, 40, 18, 12)], waterL: 3, gasL: 6, surfaceM2: 0.025 })],
    load: box([bag({ waterL: 3, gasL: 6 })], 17, { coldPacks: [{ massKg: 0.5, startC: -5 }] }),
    ambientC: (h) => 24 + 4 * Math.sin(h / 4),
  },
  {
    name: 'soft acid water, freshly fed, one bag',
    bags: [bag({ pH: 6.2, alkalinityMeqL: 0.4, animals: [fish(6, 0.5, 25, 6)] })],
    load: box([bag({})], 27, { heatPacks: [pack('heat-40h', 0)], ventHoles: 2 }),
    ambientC: () => 12,
  },
  {
    name: 'bags that stand in the room for two hours before they are boxed with two packs',
    bags: winter,
    load: box(winter, 25, { heatPacks: [pack('heat-20h', 0), pack('heat-40h', 1)], ventHoles: 4, closedAtH: 2.13 }),
    ambientC: (h) => (h < 2.13 ? 19 : 3),
    breaksH: [2.13],
  },
  {
    name: 'four packs that starve one another in a tight box, and then cold',
    bags: winter,
    load: box(winter, 24, { heatPacks: [0, 1, 0, 1].map((b) => pack('heat-40h', b)), leakLPerH: 5 }),
    ambientC: (h) => 8 + 6 * Math.cos(h / 9),
  },
  {
    name: 'dense bags, driven and at rest by turns, with a binder at its rate',
    bags: [
      bag({
        animals: [fish(20, 3)],
        waterL: 4,
        gasL: 8,
        surfaceM2: 0.025,
        binder: { capacityMgN: 900, kind: 'chemical' },
      }),
      bag({ animals: [fish(12, 2)], waterL: 2, gasL: 4, binder: { capacityMgN: 500, kind: 'ion-exchange' } }),
    ],
    load: box([bag({ waterL: 4, gasL: 8 }), bag({ waterL: 2, gasL: 4 })], 24, {
      ballast: { litres: 1.5, count: 2, startC: 20 },
    }),
    ambientC: (h) => 21 + 3 * Math.sin(h / 5),
    breaksH: [10, 34],
    kL: (h) => (h < 10 || h >= 34 ? 0.5 : 0.2),
  },
];

/** Mean of the ambient over every step, breaks included: what `ambientAlong` gives for real legs. */
function means(c: Case): Float64Array {
  const out = new Float64Array(STEPS);
  for (let i = 0; i < STEPS; i++)
    for (let s = 0; s < 400; s++) out[i] = out[i]! + c.ambientC((i + (s + 0.5) / 400) * STEP_H) / 400;
  return out;
}

/** A band narrow enough that every case does some harm. */
const bears = { cold24C: 14, warm24C: 29, zC: 2 };

describe('ten boxes over 72 h against a general-purpose solver (odex, Gragg–Bulirsch–Stoer)', () => {
  test.each(cases)(
    '$name: bag within 0.05 °C, pH within 0.02, oxygen and ammonia within 0.5 %, dose within 3 %',
    (c) => {
      const kPa = c.pressureKPa ?? (() => 101.325);
      const pressureKPa = Float64Array.from({ length: STEPS }, (_, i) => kPa(i * STEP_H));
      const gasTransferMPerH = Float64Array.from({ length: STEPS }, (_, i) => c.kL?.((i + 0.5) * STEP_H) ?? 0.2);
      const heat = simulateBox(c.load, means(c), STEPS, STEP_H, a);
      const want = solve(
        {
          load: c.load,
          bags: c.bags,
          ambientC: c.ambientC,
          pressureKPa: kPa,
          breaksH: c.breaksH ?? [],
          atH: AT_H,
          bears,
          ...(c.kL ? { kL: c.kL } : {}),
        },
        a,
      );
      c.bags.forEach((b, i) => {
        const tempC = heat.bagC[i]!;
        const got = simulateBag(
          b,
          { tempC, steps: STEPS, stepH: STEP_H, pressureKPa, gasTransferMPerH, oxygenUse: 1 },
          a,
        );
        const dose = new Float64Array(STEPS);
        thermalDose(tempC, STEPS, STEP_H, bears, dose);
        want.forEach((w, j) => {
          const at = AT_H[j]! * 12;
          expect(Math.abs(tempC[at]! - w.bagC[i]!)).toBeLessThan(0.05);
          expect(Math.abs(got.pH[at]! - w.pH[i]!)).toBeLessThan(0.02);
          expect(Math.abs(got.oxygenMgL[at]! / w.oxygenMgL[i]! - 1)).toBeLessThan(0.005);
          expect(Math.abs(got.tanMgNL[at]! / w.tanMgNL[i]! - 1)).toBeLessThan(0.005);
          expect(Math.abs(dose[at]! / w.dose[i]! - 1)).toBeLessThan(0.03);
        });
      });
    },
  );
});
