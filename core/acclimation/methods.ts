import type { Assumptions } from '@/core/catalogue/assumptions';
import { CO2_G_PER_MOL, N_G_PER_MOL, dkhToMeqL } from '@/core/quantities/units';
import { floatConductanceWPerK, floatMinutes } from '@/core/heat/float';
import { WATER_J_PER_KG_K } from '@/core/heat/box';
import { AIR_CO2_ATM, dicFromPh, solveCarbonate } from '@/core/water/carbonate';
import { timesAcute } from '@/core/water/criteria';
import { waterTable } from '@/core/water/table';

/** The bag as it is opened: measured where measured, computed where not. */
export interface OpenedBag {
  waterL: number;
  tempC: number;
  pH: number;
  alkalinityMeqL: number;
  tanMgNL: number;
  salinity: number;
  ghDgh: number;
}

export interface TankWater {
  tempC: number;
  pH: number;
  khDkh: number;
  salinity: number;
  ghDgh: number;
}

export const methodIds = ['float-transfer', 'cups', 'drip'] as const;
export type MethodId = (typeof methodIds)[number];

/** What a person does and waits for. Timers run by themselves; hands need a press. */
export interface MethodStep {
  key: string;
  kind: 'wait' | 'hands';
  title: string;
  detail: string;
  minutes: number;
  caution?: string;
}

export interface MethodCourse {
  id: MethodId;
  name: string;
  steps: MethodStep[];
  minutes: Float64Array;
  nh3MgNL: Float64Array;
  pH: Float64Array;
  tempC: Float64Array;
  openAtMin: number;
  transferAtMin: number;
  peakNh3MgNL: number;
  peakTimesAcute: number;
  /** From opening on: ∫ times the acute criterion dt, and ∫ un-ionized dt. */
  criterionMin: number;
  nh3MinMgNL: number;
  phStep: number;
  tempStepC: number;
  salinityStep: number;
  ghStep: number;
  handsMin: number;
  newShare: number;
}

const DT_MIN = 0.25;
export const CUP_L = 0.12;

interface Vessel {
  volumeL: number;
  tempC: number;
  alkalinity: number; // mol/L
  dic: number; // mol/L
  tan: number; // mol/L
  salinity: number;
  gh: number;
}

type Event = { atMin: number; do: (v: Vessel, tank: Vessel) => void };

const mixIn = (v: Vessel, tank: Vessel, litres: number): void => {
  const share = litres / (v.volumeL + litres);
  for (const key of ['tempC', 'alkalinity', 'dic', 'tan', 'salinity', 'gh'] as const)
    v[key] += share * (tank[key] - v[key]);
  v.volumeL += litres;
};

/** Largest change within any five minutes, the last value being the tank's own. */
function largestStep(values: readonly number[], perMin: number): number {
  const width = Math.round(5 * perMin);
  let most = 0;
  for (let i = 0; i < values.length; i++)
    for (const j of [Math.min(values.length - 1, i + width)]) most = Math.max(most, Math.abs(values[j]! - values[i]!));
  return most;
}

interface Recipe {
  id: MethodId;
  name: string;
  steps: MethodStep[];
  openAtMin: number;
  transferAtMin: number;
  degasPerH: number;
  events: Event[];
  /** Litres of tank water a minute while dripping. */
  inflow: (minute: number) => number;
  handsMin: number;
}

const hand = (key: string, title: string, detail: string, minutes: number, caution?: string): MethodStep => ({
  key,
  kind: 'hands',
  title,
  detail,
  minutes,
  ...(caution ? { caution } : {}),
});
const wait = (key: string, title: string, detail: string, minutes: number): MethodStep => ({
  key,
  kind: 'wait',
  title,
  detail,
  minutes,
});

/** Hands-on minutes are † ours, counted from the steps. */
function recipes(bag: OpenedBag, tank: TankWater, a: Assumptions): Recipe[] {
  const toTank = Math.max(5, Math.ceil(floatMinutes(bag.waterL, bag.tempC, tank.tempC, a)));
  const none = (): number => 0;
  const place = hand('place', 'Float the closed bags', 'In shade, lights off. Do not open yet.', 1);
  const net = (key: string): MethodStep =>
    hand(
      key,
      'Net the fish across',
      'Count them against the label. No bag water goes into the tank.',
      2,
      'Cut tape only; no blade near the bag. Wet hands and mains do not meet: drip loops and a residual-current device.',
    );
  const settle = (to: number): MethodStep =>
    wait('float', 'Float closed', 'The bag warms or cools through its film.', to);

  const transfer: Recipe = {
    id: 'float-transfer',
    name: 'Float, then net across',
    openAtMin: toTank,
    transferAtMin: toTank + 2,
    degasPerH: a.degasLeftAlonePerH,
    events: [],
    inflow: none,
    handsMin: 4,
    steps: [place, settle(toTank), hand('open', 'Open the bag', 'Fish out at once.', 1), net('net')],
  };

  const cupsOpen = Math.min(15, toTank);
  const cupAt = [0, 5, 10, 15, 25, 30, 35, 40].map((m) => cupsOpen + m);
  const pourAt = cupsOpen + 20;
  const cups: Recipe = {
    id: 'cups',
    name: 'Cups of tank water',
    openAtMin: cupsOpen,
    transferAtMin: cupsOpen + 45,
    degasPerH: a.degasStirredPerH,
    inflow: none,
    handsMin: 14,
    events: [
      ...cupAt.map((atMin) => ({ atMin, do: (v: Vessel, t: Vessel): void => mixIn(v, t, CUP_L) })),
      { atMin: pourAt, do: (v: Vessel): void => void (v.volumeL /= 2) },
    ].sort((x, y) => x.atMin - y.atMin),
    steps: [
      place,
      settle(cupsOpen),
      hand('open', 'Open and clip the bag', 'Roll the edge down so that it floats open.', 1),
      ...[1, 2, 3, 4].flatMap((n) => [
        hand(`cup${n}`, `Pour cup ${n}`, 'Half a cup (120 mL) of tank water, down the side.', 1),
        wait(`rest${n}`, `Until ${n < 4 ? `cup ${n + 1}` : 'pouring off'}`, 'Leave the fish alone.', 4),
      ]),
      hand('pour', 'Pour off half', 'Into a bucket, through a net. Never into the tank.', 1),
      ...[5, 6, 7, 8].flatMap((n) => [
        wait(`rest${n}`, `Until cup ${n}`, 'Leave the fish alone.', 4),
        hand(`cup${n}`, `Pour cup ${n}`, 'Half a cup (120 mL) of tank water, down the side.', 1),
      ]),
      wait('rest9', 'Until netting', 'Leave the fish alone.', 5),
      net('net'),
    ],
  };

  const dripOpen = Math.min(15, toTank);
  const half = 30;
  const rate = bag.waterL / half;
  const drops = (rate * 1000 * a.dropsPerMl) / 60;
  const drip: Recipe = {
    id: 'drip',
    name: 'Slow drip',
    openAtMin: dripOpen,
    transferAtMin: dripOpen + 2 * half,
    degasPerH: a.degasStirredPerH,
    handsMin: 9,
    inflow: (m) => (m >= dripOpen ? rate : 0),
    events: [{ atMin: dripOpen + half, do: (v) => void (v.volumeL /= 2) }],
    steps: [
      place,
      settle(dripOpen),
      hand(
        'open',
        'Open, pour into a bucket',
        'Low bucket, covered, in the warm. Start the siphon.',
        3,
        'Start the siphon with a pump bulb or by filling the hose: never by mouth.',
      ),
      hand(
        'rate',
        'Set the drip',
        `${drops.toFixed(1)} drops a second double the water in ${half} minutes. Tap each drop to check.`,
        1,
      ),
      wait('drip1', 'Drip until doubled', `${(rate * 1000).toFixed(0)} mL a minute.`, half),
      hand('pour', 'Pour off half', 'Never into the tank.', 1),
      wait('drip2', 'Drip until doubled again', `${(rate * 1000).toFixed(0)} mL a minute.`, half),
      net('net'),
    ],
  };
  return [transfer, cups, drip];
}

function run(recipe: Recipe, bag: OpenedBag, tank: TankWater, a: Assumptions): MethodCourse {
  const table = (s: number): ReturnType<typeof waterTable> => waterTable(Math.round(s * 10) / 10);
  const kBag = table(bag.salinity).at(bag.tempC);
  const kTank = table(tank.salinity).at(tank.tempC);
  const alkTank = dkhToMeqL(tank.khDkh) / 1000;
  const tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  const dic = dicFromPh(bag.alkalinityMeqL / 1000, bag.pH, tan, kBag);
  const dicTank = dicFromPh(alkTank, tank.pH, 0, kTank);
  if (dic === null) throw new RangeError('The bag’s pH is higher than its carbonate hardness can hold: measure again.');
  if (dicTank === null)
    throw new RangeError('The tank’s pH is higher than its carbonate hardness can hold: measure both again.');
  const v: Vessel = {
    volumeL: bag.waterL,
    tempC: bag.tempC,
    alkalinity: bag.alkalinityMeqL / 1000,
    dic,
    tan,
    salinity: bag.salinity,
    gh: bag.ghDgh,
  };
  const t: Vessel = {
    volumeL: 1e6,
    tempC: tank.tempC,
    alkalinity: alkTank,
    dic: dicTank,
    tan: 0,
    salinity: tank.salinity,
    gh: tank.ghDgh,
  };
  const steps = Math.round(recipe.transferAtMin / DT_MIN);
  const series = {
    minutes: [] as number[],
    nh3: [] as number[],
    pH: [] as number[],
    temp: [] as number[],
    salinity: [] as number[],
    gh: [] as number[],
  };
  let criterionMin = 0;
  let nh3Min = 0;
  let peak = 0;
  let peakTimes = 0;
  let old = 1;
  const events = [...recipe.events];
  let pH = bag.pH;
  for (let i = 0; i <= steps; i++) {
    const minute = i * DT_MIN;
    while (events.length > 0 && events[0]!.atMin <= minute + 1e-9) {
      const before = v.volumeL;
      events.shift()!.do(v, t);
      if (v.volumeL > before) old *= before / v.volumeL;
    }
    const k = table(v.salinity).at(Math.min(35, Math.max(0, v.tempC)));
    const state = solveCarbonate(v.alkalinity, v.tan, { total: v.dic }, k, undefined, pH);
    pH = state.pH;
    const nh3 = state.nh3 * 1000 * N_G_PER_MOL;
    const times = timesAcute({
      tanMgNL: v.tan * 1000 * N_G_PER_MOL,
      nh3MgNL: nh3,
      pH,
      tempC: v.tempC,
      salinity: v.salinity,
    });
    series.minutes.push(minute);
    series.nh3.push(nh3);
    series.pH.push(pH);
    series.temp.push(v.tempC);
    series.salinity.push(v.salinity);
    series.gh.push(v.gh);
    if (minute >= recipe.openAtMin - 1e-9) {
      criterionMin += times * DT_MIN;
      nh3Min += nh3 * DT_MIN;
      peak = Math.max(peak, nh3);
      peakTimes = Math.max(peakTimes, times);
    }
    // Over the coming quarter of a minute.
    const seconds = DT_MIN * 60;
    const afloat = recipe.id === 'drip' && minute >= recipe.openAtMin ? 0.15 : 1; // a bucket on the floor, insulated
    const tau = (v.volumeL * WATER_J_PER_KG_K) / (floatConductanceWPerK(v.volumeL, a) * afloat);
    v.tempC += (t.tempC - v.tempC) * (1 - Math.exp(-seconds / tau));
    if (minute >= recipe.openAtMin - 1e-9) {
      const air = k.K0 * AIR_CO2_ATM;
      const gone = (state.co2 - air) * (1 - Math.exp((-recipe.degasPerH * DT_MIN) / 60));
      v.dic -= gone;
    }
    const litres = recipe.inflow(minute) * DT_MIN;
    if (litres > 0) {
      old *= v.volumeL / (v.volumeL + litres);
      mixIn(v, t, litres);
    }
  }
  // After the net the fish are in the tank: that step counts too.
  for (let m = 0; m < 5 / DT_MIN; m++) {
    series.minutes.push(recipe.transferAtMin + (m + 1) * DT_MIN);
    series.nh3.push(0);
    series.pH.push(tank.pH);
    series.temp.push(tank.tempC);
    series.salinity.push(tank.salinity);
    series.gh.push(tank.ghDgh);
  }
  const perMin = 1 / DT_MIN;
  return {
    id: recipe.id,
    name: recipe.name,
    steps: recipe.steps,
    minutes: Float64Array.from(series.minutes),
    nh3MgNL: Float64Array.from(series.nh3),
    pH: Float64Array.from(series.pH),
    tempC: Float64Array.from(series.temp),
    openAtMin: recipe.openAtMin,
    transferAtMin: recipe.transferAtMin,
    peakNh3MgNL: peak,
    peakTimesAcute: peakTimes,
    criterionMin,
    nh3MinMgNL: nh3Min,
    phStep: largestStep(series.pH, perMin),
    tempStepC: largestStep(series.temp, perMin),
    salinityStep: largestStep(series.salinity, perMin),
    ghStep: largestStep(series.gh, perMin),
    handsMin: recipe.handsMin,
    newShare: 1 - old,
  };
}

/** Every method on the same water. Throws RangeError where a measured pH contradicts the carbonate hardness. */
export const compareMethods = (bag: OpenedBag, tank: TankWater, a: Assumptions): MethodCourse[] =>
  recipes(bag, tank, a).map((r) => run(r, bag, tank, a));

/** The CO2 that a measured pH stands for, mg/L. */
export function co2OfPh(bag: OpenedBag): number {
  const k = waterTable(bag.salinity).at(bag.tempC);
  const tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  const dic = dicFromPh(bag.alkalinityMeqL / 1000, bag.pH, tan, k);
  if (dic === null) return 0;
  return solveCarbonate(bag.alkalinityMeqL / 1000, tan, { total: dic }, k).co2 * 1000 * CO2_G_PER_MOL;
}
