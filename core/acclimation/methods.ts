import { Refusal } from '@/core/quantities/refusal';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { CO2_G_PER_MOL, KPA_PER_ATM, N_G_PER_MOL, O2_G_PER_MOL, ZERO_C_IN_K, dkhToMeqL } from '@/core/quantities/units';
import { oxygenStep } from '@/core/bag/oxygen';
import { METABOLISM_K } from '@/core/fish/metabolism';
import { OXYGEN_IN_AIR } from '@/core/water/oxygen';
import { floatConductanceWPerK } from '@/core/heat/float';
import { WATER_J_PER_KG_K } from '@/core/heat/model';
import { AIR_CO2_ATM, CARBONATE_RANGE, dicFromPh, solveCarbonate } from '@/core/water/carbonate';
import { timesAcute } from '@/core/water/criteria';
import { waterTable } from '@/core/water/table';
import { recipes } from './recipes';
import {
  cutShort,
  mixIn,
  type Floated,
  oneMoreRound,
  type MethodId,
  type MethodStep,
  type OpenedBag,
  type ReadSince,
  type Recipe,
  type TankWater,
  type Vessel,
} from './vessel';

export interface MethodCourse {
  id: MethodId;
  name: string;
  steps: MethodStep[];
  minutes: Float64Array;
  nh3MgNL: Float64Array;
  pH: Float64Array;
  tempC: Float64Array;
  /** pH at equal CO2: what the buffer alone makes; salinity; hardness. */
  bufferPh: Float64Array;
  salinity: Float64Array;
  ghDgh: Float64Array;
  openAtMin: number;
  transferAtMin: number;
  peakNh3MgNL: number;
  peakTimesAcute: number;
  /** From opening on: ∫ times the acute criterion dt, and ∫ un-ionized dt. */
  criterionMin: number;
  nh3MinMgNL: number;
  /** Dissolved oxygen, mg/L, and its least pressure while the bag is open, kPa. */
  oxygenMgL: Float64Array;
  leastOxygenKPa: number;
  /** In any five minutes: the whole step of pH, the part of it that another buffer makes (at equal CO2), the fall of CO2. */
  phStep: number;
  bufferStep: number;
  co2FallMgL: number;
  tempStepC: number;
  salinityStep: number;
  ghStep: number;
  handsMin: number;
  newShare: number;
  /** Why it cannot be used here; null when it can. */
  refused: string | null;
  /** It buys time and is never advised as a way into the tank. */
  rescue: boolean;
}

/** Minutes between two values of a course. */
export const COURSE_STEP_MIN = 0.25;

/** Largest difference between any two values no more than five minutes apart; the last are the tank's own. */
function largestStep(values: readonly number[], perMin: number): number {
  const width = Math.round(5 * perMin);
  let most = 0;
  for (let i = 0; i < values.length; i++)
    for (let j = i + 1; j <= Math.min(values.length - 1, i + width); j++)
      most = Math.max(most, Math.abs(values[j]! - values[i]!));
  return most;
}

/** Largest fall within five minutes. */
function largestFall(values: readonly number[], perMin: number): number {
  const width = Math.round(5 * perMin);
  let most = 0;
  for (let i = 0; i < values.length; i++)
    for (let j = i + 1; j <= Math.min(values.length - 1, i + width); j++)
      most = Math.max(most, values[i]! - values[j]!);
  return most;
}

/** pH of a water that has given its CO2 to the air: what a buffer by itself makes of it. Alkalinity and TAN in mol/L. */
export function equalCo2Ph(
  w: { alkalinity: number; tan: number; tempC: number; salinity: number },
  pCo2Atm = AIR_CO2_ATM,
): number {
  const k = table(w.salinity).at(Math.min(35, Math.max(0, w.tempC)));
  return solveCarbonate(w.alkalinity, w.tan, { co2: k.K0 * pCo2Atm }, k).pH;
}

/** Oxygen of water in equilibrium with air at the ground, mol/L. */
function airSaturated(k: ReturnType<ReturnType<typeof table>['at']>): number {
  return (k.oxygenMgLPerKPa * OXYGEN_IN_AIR * (KPA_PER_ATM - k.vapourKPa)) / 1000 / O2_G_PER_MOL;
}

const table = (salinity: number): ReturnType<typeof waterTable> => waterTable(Math.round(salinity * 10) / 10);

/** The bag and the tank as vessels of total carbon; refuses a pH that its hardness cannot have. */
function vessels(bag: OpenedBag, tank: TankWater): { v: Vessel; t: Vessel } {
  const kBag = table(bag.salinity).at(bag.tempC);
  const kTank = table(tank.salinity).at(tank.tempC);
  const alkTank = dkhToMeqL(tank.khDkh) / 1000;
  const tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  const dic = dicFromPh(bag.alkalinityMeqL / 1000, bag.pH, tan, kBag);
  const dicTank = dicFromPh(alkTank, tank.pH, 0, kTank);
  if (dic === null) throw new Refusal('ph-above-hardness', { whose: 'The bag’s', pH: bag.pH });
  if (dicTank === null) throw new Refusal('ph-above-hardness', { whose: 'The tank’s', pH: tank.pH });
  if (dic > CARBONATE_RANGE.maxCarbon || dicTank > CARBONATE_RANGE.maxCarbon)
    throw new Refusal('ph-below-hardness', { pH: dic > CARBONATE_RANGE.maxCarbon ? bag.pH : tank.pH });
  const v: Vessel = {
    volumeL: bag.waterL,
    tempC: bag.tempC,
    alkalinity: bag.alkalinityMeqL / 1000,
    dic,
    tan,
    oxygen: bag.oxygenMgL === undefined ? airSaturated(kBag) : bag.oxygenMgL / 1000 / O2_G_PER_MOL,
    salinity: bag.salinity,
    gh: bag.ghDgh,
  };
  const t: Vessel = {
    volumeL: 1e6,
    tempC: tank.tempC,
    alkalinity: alkTank,
    dic: dicTank,
    tan: 0,
    oxygen: airSaturated(kTank),
    salinity: tank.salinity,
    gh: tank.ghDgh,
  };
  return { v, t };
}

/**
 * The water round the animals as somebody read it: what was read is so, what was not stays as computed. Where the pH was
 * not read but the hardness was, the carbon follows it, so that the pH stays.
 */
function takeRead(v: Vessel, f: ReadSince['figures'], computedPh: number): void {
  if (f.tempC !== undefined) v.tempC = f.tempC;
  if (f.salinity !== undefined) v.salinity = f.salinity;
  if (f.ghDgh !== undefined) v.gh = f.ghDgh;
  if (f.oxygenMgL !== undefined) v.oxygen = f.oxygenMgL / 1000 / O2_G_PER_MOL;
  if (f.tanMgNL !== undefined) v.tan = f.tanMgNL / 1000 / N_G_PER_MOL;
  if (f.khDkh !== undefined) v.alkalinity = dkhToMeqL(f.khDkh) / 1000;
  if (f.pH === undefined && f.khDkh === undefined) return;
  const pH = f.pH ?? computedPh;
  const dic = dicFromPh(v.alkalinity, pH, v.tan, table(v.salinity).at(Math.min(35, Math.max(0, v.tempC))));
  if (dic === null) throw new Refusal('ph-above-hardness', { whose: 'The bag’s', pH });
  if (dic > CARBONATE_RANGE.maxCarbon) throw new Refusal('ph-below-hardness', { pH });
  v.dic = dic;
}

type Series = ReturnType<typeof noSeries>;
const noSeries = () => ({
  minutes: [] as number[],
  nh3: [] as number[],
  pH: [] as number[],
  buffer: [] as number[],
  co2: [] as number[],
  oxygen: [] as number[],
  temp: [] as number[],
  salinity: [] as number[],
  gh: [] as number[],
});

/** After the net the fish are in the tank: that step counts too. */
function intoTheTank(series: Series, recipe: Recipe, bag: OpenedBag, tank: TankWater, t: Vessel): void {
  const kTank = table(tank.salinity).at(Math.min(35, Math.max(0, tank.tempC)));
  const tankCo2 = solveCarbonate(t.alkalinity, 0, { total: t.dic }, kTank).co2 * 1000 * CO2_G_PER_MOL;
  const tankBuffer = equalCo2Ph(t);
  for (let m = 0; m < 5 / COURSE_STEP_MIN; m++) {
    series.minutes.push(recipe.transferAtMin + (m + 1) * COURSE_STEP_MIN);
    series.nh3.push(0);
    series.pH.push(tank.pH);
    series.buffer.push(tankBuffer);
    series.co2.push(tankCo2);
    series.oxygen.push(t.oxygen * 1000 * O2_G_PER_MOL);
    series.temp.push(tank.tempC);
    series.salinity.push(recipe.matchesSalinity ? bag.salinity : tank.salinity);
    series.gh.push(tank.ghDgh);
  }
}

/** How the water is at a minute. */
function keepState(
  s: Series,
  v: Vessel,
  now: { minute: number; nh3: number; pH: number; co2: number; oxygenMgL: number },
): void {
  s.minutes.push(now.minute);
  s.nh3.push(now.nh3);
  s.pH.push(now.pH);
  s.buffer.push(equalCo2Ph(v));
  s.co2.push(now.co2);
  s.oxygen.push(now.oxygenMgL);
  s.temp.push(v.tempC);
  s.salinity.push(v.salinity);
  s.gh.push(v.gh);
}

const curvesOf = (s: Series) => ({
  minutes: Float64Array.from(s.minutes),
  nh3MgNL: Float64Array.from(s.nh3),
  pH: Float64Array.from(s.pH),
  tempC: Float64Array.from(s.temp),
  bufferPh: Float64Array.from(s.buffer),
  salinity: Float64Array.from(s.salinity),
  ghDgh: Float64Array.from(s.gh),
  oxygenMgL: Float64Array.from(s.oxygen),
});

function run(
  recipe: Recipe,
  bag: OpenedBag,
  tank: TankWater,
  a: Assumptions,
  /** The tank they end in. */
  end: TankWater = tank,
  told: ReadSince[] = [],
): MethodCourse {
  const { v, t } = vessels(bag, tank);
  const steps = Math.max(1, Math.round(recipe.transferAtMin / COURSE_STEP_MIN));
  const series = noSeries();
  let criterionMin = 0;
  let nh3Min = 0;
  let peak = 0;
  let peakTimes = 0;
  let leastOxygenKPa = Infinity;
  let before: { times: number; nh3: number } | null = null;
  let old = 1;
  const events = [...recipe.events];
  let holds = v.volumeL;
  const { useMolH = 0, ammoniaPerOxygen = 0 } = bag.animals ?? {};
  const startC = bag.tempC;
  let pH = bag.pH;
  for (let i = 0; i <= steps; i++) {
    const minute = i * COURSE_STEP_MIN;
    const again = recipe.closedAgain;
    const underOxygen = again !== undefined && minute >= again.fromMin - 1e-9 && minute < again.toMin - 1e-9;
    const open = minute >= recipe.openAtMin - 1e-9;
    while (events.length > 0 && events[0]!.atMin <= minute + 1e-9) {
      const volumeL = v.volumeL;
      events.shift()!.do(v, t);
      if (v.volumeL > volumeL) old *= volumeL / v.volumeL;
    }
    holds = Math.max(holds, v.volumeL);
    // What was read at its minute, or after the last of them, is how the water is from there on.
    while (told.length > 0 && (told[0]!.minute <= minute + 1e-9 || i === steps)) takeRead(v, told.shift()!.figures, pH);
    const t35 = Math.min(35, Math.max(0, v.tempC));
    const k = table(v.salinity).at(t35);
    const state = solveCarbonate(v.alkalinity, v.tan, { total: v.dic }, k, undefined, pH);
    pH = state.pH;
    const nh3 = state.nh3 * 1000 * N_G_PER_MOL;
    const tanMgNL = v.tan * 1000 * N_G_PER_MOL;
    const times = timesAcute({ tanMgNL, nh3MgNL: nh3, pH, tempC: v.tempC, salinity: v.salinity }, bag.judge);
    const oxygenMgL = v.oxygen * 1000 * O2_G_PER_MOL;
    keepState(series, v, { minute, nh3, pH, co2: state.co2 * 1000 * CO2_G_PER_MOL, oxygenMgL });
    if (open) {
      if (before) {
        criterionMin += ((times + before.times) / 2) * COURSE_STEP_MIN;
        nh3Min += ((nh3 + before.nh3) / 2) * COURSE_STEP_MIN;
      }
      before = { times, nh3 };
      peak = Math.max(peak, nh3);
      peakTimes = Math.max(peakTimes, times);
      leastOxygenKPa = Math.min(leastOxygenKPa, oxygenMgL / k.oxygenMgLPerKPa);
    }
    // Over the coming quarter of a minute.
    const hours = COURSE_STEP_MIN / 60;
    const warming = recipe.warming && minute < recipe.warming.floatAtMin ? recipe.warming : null;
    if (warming) v.tempC += Math.sign(t.tempC - v.tempC) * Math.min(Math.abs(t.tempC - v.tempC), warming.cPerH * hours);
    else {
      const exchange = open ? recipe.exchange.open : recipe.exchange.closed;
      const perS = (floatConductanceWPerK(v.volumeL, a) * exchange) / (v.volumeL * WATER_J_PER_KG_K);
      v.tempC += (t.tempC - v.tempC) * (1 - Math.exp(-hours * 3600 * perS));
    }
    // The animals go on breathing; while the bag is closed its gas keeps what oxygen the water has.
    const wants = useMolH * hours * Math.exp(METABOLISM_K * (1 / (startC + ZERO_C_IN_K) - 1 / (t35 + ZERO_C_IN_K)));
    let used = wants;
    if (open) {
      const air = k.K0 * AIR_CO2_ATM;
      // Under its closed gas no CO2 leaves.
      if (!underOxygen) v.dic -= (state.co2 - air) * (1 - Math.exp(-recipe.degasPerH * hours));
      const oxygen = { waterMolL: v.oxygen, gasMol: Infinity, usedMol: 0, meanMolL: 0 };
      oxygenStep(oxygen, {
        waterL: v.volumeL,
        hours,
        refillPerH:
          recipe.aerationPerH ??
          (a.gasTransferRestMPerH * (bag.surfaceM2 ?? openSurfaceM2(v.volumeL)) * 1000) / v.volumeL,
        gasKPa: (underOxygen ? 1 : OXYGEN_IN_AIR) * (KPA_PER_ATM - k.vapourKPa),
        inertShare: 0,
        molPerLPerKPa: k.oxygenMgLPerKPa / 1000 / O2_G_PER_MOL,
        wantsMol: wants,
        halfKPa: a.oxygenHalfKPa,
        givenMol: 0,
      });
      v.oxygen = oxygen.waterMolL;
      used = oxygen.usedMol;
    }
    v.dic += (used * a.respiratoryQuotient) / v.volumeL;
    v.tan += (used * ammoniaPerOxygen) / v.volumeL;
    v.alkalinity += (used * ammoniaPerOxygen) / v.volumeL;
    const litres = recipe.inflow(minute) * COURSE_STEP_MIN;
    if (litres > 0) {
      old *= v.volumeL / (v.volumeL + litres);
      mixIn(v, t, litres);
      if (recipe.runsOver) v.volumeL = Math.min(v.volumeL, holds);
    }
  }
  intoTheTank(series, recipe, bag, end, end === tank ? t : vessels(bag, end).t);
  const perMin = 1 / COURSE_STEP_MIN;
  return {
    id: recipe.id,
    name: recipe.name,
    steps: recipe.steps,
    ...curvesOf(series),
    openAtMin: recipe.openAtMin,
    transferAtMin: recipe.transferAtMin,
    peakNh3MgNL: peak,
    peakTimesAcute: peakTimes,
    criterionMin,
    nh3MinMgNL: nh3Min,
    leastOxygenKPa,
    phStep: largestStep(series.pH, perMin),
    bufferStep: largestStep(series.buffer, perMin),
    co2FallMgL: largestFall(series.co2, perMin),
    tempStepC: largestStep(series.temp, perMin),
    salinityStep: largestStep(series.salinity, perMin),
    ghStep: largestStep(series.gh, perMin),
    handsMin: recipe.handsMin,
    newShare: 1 - old,
    refused: recipe.refused,
    rescue: recipe.rescue ?? false,
  };
}

/**
 * One way on one water, with what was read since it began, with rounds of so many minutes more at its end, and opened as
 * soon as it really was.
 */
export function courseOf(
  id: MethodId,
  bag: OpenedBag,
  tank: TankWater,
  a: Assumptions,
  o: { end?: TankWater; read?: readonly ReadSince[]; rounds?: readonly number[]; floated?: Floated },
): MethodCourse {
  const planned = recipes(bag, tank, a).find((r) => r.id === id)!;
  const recipe = o.floated ? cutShort(planned, o.floated) : planned;
  return run((o.rounds ?? []).reduce(oneMoreRound, recipe), bag, tank, a, o.end, [...(o.read ?? [])]);
}

/** Free surface of an open bag or bucket of which nothing is told: about as wide as its water is deep. */
const openSurfaceM2 = (volumeL: number): number => (volumeL / 1000) ** (2 / 3);

/** Every method on the same water, those that the packing or the tank forbids marked. Throws RangeError where a measured pH contradicts the carbonate hardness. */
export const compareMethods = (
  bag: OpenedBag,
  tank: TankWater,
  a: Assumptions,
  end: TankWater = tank,
): MethodCourse[] => recipes(bag, tank, a).map((r) => run(r, bag, tank, a, end));

/** The CO2 that a measured pH stands for, mg/L. */
export function co2OfPh(bag: OpenedBag): number {
  const k = waterTable(bag.salinity).at(bag.tempC);
  const tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  const dic = dicFromPh(bag.alkalinityMeqL / 1000, bag.pH, tan, k);
  if (dic === null) return 0;
  return solveCarbonate(bag.alkalinityMeqL / 1000, tan, { total: dic }, k).co2 * 1000 * CO2_G_PER_MOL;
}
