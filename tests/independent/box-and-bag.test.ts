import { defaultAssumptions as a } from '@/core/catalogue/assumptions';
import { packs } from '@/core/catalogue/gear';
import { simulateBag, type BagContents } from '@/core/bag/simulate';
import { simulateBox, type BoxLoad } from '@/core/heat/box';
import { oneBag } from '@/tests/one-bag';
import { solve } from './ode-model';

const AT_H = [24, 48, 72];
const HOURS = 72;
const STEP_H = 1 / 12;
const STEPS = HOURS * 12 + 1;

const pack = (id: string, nearBag = -1): BoxLoad['heatPacks'][number] => {
  const p = packs.find((x) => x.id === id)!;
  return { curve: p, massG: p.massG, strength: 1, nearBag };
};
const fish = (count: number, massG: number, usualC = 25) => ({
  count,
  massG,
  metabolismFactor: 1,
  clearingH: 36,
  usualC,
});
const bag = (x: Partial<BagContents>): BagContents =>
  oneBag({ waterL: 1.4, gasL: 2.8, pH: 7.3, tanMgNL: 0.1, animals: [fish(1, 9)], hoursSinceMeal: 36, ...x });
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
    bags: [bag({ animals: [fish(1, 40, 18)], waterL: 3, gasL: 6, hoursSinceMeal: 12 })],
    load: box([bag({ waterL: 3, gasL: 6 })], 17, { coldPacks: [{ massKg: 0.5, startC: -5 }] }),
    ambientC: (h) => 24 + 4 * Math.sin(h / 4),
  },
  {
    name: 'soft acid water, freshly fed, one bag',
    bags: [bag({ pH: 6.2, alkalinityMeqL: 0.4, hoursSinceMeal: 6, animals: [fish(6, 0.5)] })],
    load: box([bag({})], 27, { heatPacks: [pack('heat-40h', 0)], ventHoles: 2 }),
    ambientC: () => 12,
  },
];

/** Mean of the ambient over every step, breaks included: what `ambientAlong` gives for real legs. */
function means(c: Case): Float64Array {
  const out = new Float64Array(STEPS);
  for (let i = 0; i < STEPS; i++)
    for (let s = 0; s < 400; s++) out[i] = out[i]! + c.ambientC((i + (s + 0.5) / 400) * STEP_H) / 400;
  return out;
}

describe('seven boxes over 72 h against a general-purpose solver (odex, Gragg–Bulirsch–Stoer)', () => {
  test.each(cases)('$name: bag within 0.05 °C, pH within 0.02, oxygen within 0.5 %', (c) => {
    const kPa = c.pressureKPa ?? (() => 101.325);
    const pressureKPa = Float64Array.from({ length: STEPS }, (_, i) => kPa(i * STEP_H));
    const heat = simulateBox(c.load, means(c), STEPS, STEP_H, a);
    const want = solve(
      { load: c.load, bags: c.bags, ambientC: c.ambientC, pressureKPa: kPa, breaksH: c.breaksH ?? [], atH: AT_H },
      a,
    );
    c.bags.forEach((b, i) => {
      const tempC = heat.bagC[i]!;
      const got = simulateBag(b, { tempC, steps: STEPS, stepH: STEP_H, pressureKPa, oxygenUse: 1 }, a);
      want.forEach((w, j) => {
        const at = AT_H[j]! * 12;
        expect(Math.abs(tempC[at]! - w.bagC[i]!)).toBeLessThan(0.05);
        expect(Math.abs(got.pH[at]! - w.pH[i]!)).toBeLessThan(0.02);
        expect(Math.abs(got.oxygenMgL[at]! / w.oxygenMgL[i]! - 1)).toBeLessThan(0.005);
        expect(Math.abs(got.tanMgNL[at]! / w.tanMgNL[i]! - 1)).toBeLessThan(0.005);
      });
    });
  });
});
