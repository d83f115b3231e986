import { Refusal } from '@/core/quantities/refusal';
import { CO2_G_PER_MOL, KPA_PER_ATM, N_G_PER_MOL, O2_G_PER_MOL, R_L_KPA, ZERO_C_IN_K } from '@/core/quantities/units';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { ammoniaQuotient, mealLevel, METABOLISM_K, restingOxygenMmolH } from '@/core/fish/metabolism';
import { expNear, logNear } from '@/core/quantities/fast-math';
import { activityOf, AIR_CO2_ATM, dicFromPh, hydrogenActivity } from '@/core/water/carbonate';
import { SEA_ACUTE_NH3_MGNL, SEA_JUDGED_FROM, type AmmoniaJudge } from '@/core/water/criteria';
import { OXYGEN_IN_AIR } from '@/core/water/oxygen';
import { WATER_RANGE } from '@/core/water/range';
import { oxygenStep, type OxygenStep } from './oxygen';
import { waterTable } from '@/core/water/table';

/** Animals of one kind and size in a bag. */
export interface BagAnimals {
  count: number;
  massG: number;
  /** Times the resting use of an average teleost of that mass. */
  metabolismFactor: number;
  clearingH: number;
  usualC: number;
  /** Hours since they ate, when they are sealed: every tank keeps its own fast. */
  hoursSinceMeal: number;
}

export interface BagContents {
  waterL: number;
  gasL: number;
  /** Dry oxygen fraction of the gas just after filling, 0…1: 0.21 air, 0.80 sloppy, 0.95 well flushed. */
  oxygenFraction: number;
  pH: number;
  alkalinityMeqL: number;
  tanMgNL: number;
  salinity: number;
  animals: readonly BagAnimals[];
  sedated: boolean;
  /** Hours on the clock of the journey when it is sealed: until then its water is as it was drawn. 0 where absent. */
  sealedAtH?: number;
  /** Whose acute criterion the ammonia is measured by. */
  judge: AmmoniaJudge;
  /** Free surface between water and gas as the bag stands or lies, m². */
  surfaceM2: number;
  /** Ammonia binder: capacity in mg N; a chemical binder takes the alkalinity with it, an ion exchanger leaves it. */
  binder: { capacityMgN: number; kind: 'chemical' | 'ion-exchange' } | null;
  /** Film area, m², and what passes it, mmol/(m² h kPa). Ordinary film: CO2 0 unless asked; breather film: both. */
  film: { areaM2: number; oxygenMmolPerM2HKPa: number; co2MmolPerM2HKPa: number };
  /** Oxygen that a tablet in the water still holds, mg; 0 without one. */
  tabletOxygenMg: number;
  /** A reducing conditioner was dosed: it takes a little oxygen at once. */
  reducer: boolean;
  /** Closed over air (or another gas) first: so many hours after its sealing its gas is pressed out and filled anew. */
  refill?: { afterH: number; oxygenFraction: number } | null;
  /** What-if: an animal of this mass, of this entry of `animals`, dies at this hour. */
  death: { atH: number; massG: number; kind: number } | null;
}

/** Everything the water does, one value a step. Step 0 is the first sealing of the journey; until its own it is as drawn. */
export interface BagCurves {
  oxygenKPa: Float64Array;
  /** Mean over the step that ends at a point: exact also where a step is long. */
  oxygenMeanKPa: Float64Array;
  oxygenMgL: Float64Array;
  co2MgL: Float64Array;
  pH: Float64Array;
  tanMgNL: Float64Array;
  nh3MgNL: Float64Array;
  /** Ammonia as times the acute criterion. */
  timesAcute: Float64Array;
  alkalinityMeqL: Float64Array;
  gasL: Float64Array;
  /** pH once the gas has taken its share of CO2, some minutes after sealing; the first point is the pH that was entered. */
  settledPh: number;
  /** Step from which the water left 0–35 °C, where no chemistry is known; −1 when it never did. */
  outsideFromStep: number;
}

/** Room for the curves of one bag; may be used again for the next. */
export function bagCurves(steps: number): BagCurves {
  const of = (): Float64Array => new Float64Array(steps);
  return {
    oxygenKPa: of(),
    oxygenMeanKPa: of(),
    oxygenMgL: of(),
    co2MgL: of(),
    pH: of(),
    tanMgNL: of(),
    nh3MgNL: of(),
    timesAcute: of(),
    alkalinityMeqL: of(),
    gasL: of(),
    settledPh: NaN,
    outsideFromStep: -1,
  };
}

const LOG10_E = Math.LOG10E;
const MG_O2_PER_MOL = 1000 * O2_G_PER_MOL;
const MOL_PER_MG_O2 = 1 / MG_O2_PER_MOL;
const MG_CO2_PER_MOL = 1000 * CO2_G_PER_MOL;
const MG_N_PER_MOL = 1000 * N_G_PER_MOL;

export interface BagConditions {
  /** Water temperature at each step, °C. */
  tempC: Float64Array;
  /** Number of points to compute; no more than tempC and pressureKPa hold. */
  steps: number;
  stepH: number;
  pressureKPa: Float64Array;
  /** How fast oxygen crosses the free surface over the step that begins at each point, m/h: at rest or moving. */
  gasTransferMPerH: Float64Array;
  /** Times everybody's oxygen use: 1 central. */
  oxygenUse: number;
  /** In a draw: times the oxygen use of each entry of `animals`; absent otherwise. */
  useOfKind?: Float64Array;
}

/** Whether pH and alkalinity of a bag can be true together; what cannot is refused by `simulateBag`. */
export function holds(
  bag: Pick<BagContents, 'salinity' | 'alkalinityMeqL' | 'pH' | 'tanMgNL'>,
  tempC: number,
  a: Assumptions,
): boolean {
  const activity = activityOf(tempC, bag.salinity, bag.alkalinityMeqL / 1000, a.activityCorrection > 0);
  const tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  return dicFromPh(bag.alkalinityMeqL / 1000, bag.pH, tan, waterTable(bag.salinity).at(tempC), activity) !== null;
}

/** Before it is sealed the water is what it is at its sealing. */
function asDrawn(out: BagCurves, sealed: number): void {
  for (const curve of Object.values(out)) if (curve instanceof Float64Array) curve.fill(curve[sealed]!, 0, sealed);
}

const AT_LEAST_PH = 10 ** -6.5;
const PER_MIDDLE = 10 ** 7.204;
/** Slope of the 2013 criterion with temperature. */
const PER_C = -0.036 * Math.LN10;

/** `timesAcute` of criteria.ts for an acidity in mol/L: the same forms without a power a step (tested against it). */
function timesAcuteOf(tanMgNL: number, hPlus: number, tempC: number, fish: boolean, mollusc: boolean): number {
  const acid = (hPlus > AT_LEAST_PH ? AT_LEAST_PH : hPlus) * PER_MIDDLE;
  const high = 1 / (1 + acid);
  const low = acid * high;
  let acute = Infinity;
  if (fish) acute = 0.411 * high + 58.4 * low;
  if (mollusc) {
    const warm = Math.min(51.93, 23.12 * Math.exp(PER_C * (tempC - 20)));
    acute = Math.min(acute, 0.7249 * (0.0114 * high + 1.6181 * low) * warm);
  }
  return tanMgNL / acute;
}

/** Oxygen, mmol/h, that decay takes and nitrogen it gives, some hours after a death: it sets in after a lag. */
export function decayShare(hoursDead: number, tempC: number, a: Assumptions): number {
  if (hoursDead <= 0) return 0;
  return (1 - Math.exp(-hoursDead / a.deadLagH)) * a.deadQ10 ** ((tempC - 25) / 10);
}

/** CO2 of the gas after flushing: as air holds it, times the share of air that was left; mole fraction. */
const fillCo2 = (oxygenFraction: number): number =>
  AIR_CO2_ATM * Math.min(1, (1 - oxygenFraction) / (1 - OXYGEN_IN_AIR));

/**
 * The closed bag. State: oxygen in gas and in water (the water lags the gas through its free surface), nitrogen in the
 * gas, total carbon, alkalinity, total ammonia, what is left of binder and tablet, and the guts of each kind. Gas and
 * water share carbon in equilibrium; pH is solved at every step, the first point being the pH that was entered. The bag is
 * limp: the gas stays at the pressure around it and its volume follows. What the fish use and give is taken at the middle
 * of a step, so the balances are of second order in it, and falls as oxygen does near anoxia; balances of oxygen, carbon
 * and nitrogen are exact. A bag without gas (breather film) exchanges oxygen with the air outside through its film.
 * Waters outside 0–35 °C are computed at the nearer edge from there on and marked (`outsideFromStep`).
 * Step up to 30 min. Throws RangeError for no water, no gas below 0, or alkalinity and pH that contradict each other.
 * Writes into `out` and allocates nothing per step.
 */
export function simulateBag(
  bag: BagContents,
  during: BagConditions,
  a: Assumptions,
  out: BagCurves = bagCurves(during.steps),
): BagCurves {
  if (!(bag.waterL > 0)) throw new RangeError('Water volume must be more than 0 L.');
  if (!(bag.gasL >= 0)) throw new RangeError('Gas volume cannot be less than 0 L.');
  const { tempC, steps, stepH: h, pressureKPa } = during;
  const waterL = bag.waterL;
  const perWaterL = 1 / waterL;
  const hasGas = bag.gasL > 0;
  const { minC, maxC } = WATER_RANGE;
  out.outsideFromStep = -1;

  // At sealing.
  const sealed = Math.min(steps - 1, Math.floor((bag.sealedAtH ?? 0) / h + 1e-6));
  const table = waterTable(bag.salinity);
  const startC = Math.min(maxC, Math.max(minC, tempC[sealed]!));
  const k = table.at(startC);
  let alkalinity = bag.alkalinityMeqL / 1000;
  let tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  const activity = activityOf(startC, bag.salinity, alkalinity, a.activityCorrection > 0);
  const { gamma1, gamma2 } = activity;
  const perGamma1 = 1 / gamma1;
  const perGamma2 = 1 / gamma2;
  const dic = dicFromPh(alkalinity, bag.pH, tan, k, activity);
  if (dic === null) throw new Refusal('ph-above-hardness', { whose: 'The water’s', pH: bag.pH });
  const gas0Mol = ((pressureKPa[sealed]! - k.vapourKPa) * bag.gasL) / (R_L_KPA * (startC + ZERO_C_IN_K));
  const airCo2 = fillCo2(bag.oxygenFraction);
  let inertGas = gas0Mol * (1 - bag.oxygenFraction - airCo2);
  let carbon = dic * waterL + gas0Mol * airCo2;
  const oxygen = {
    gasMol: gas0Mol * bag.oxygenFraction,
    // Tank water comes in equilibrium with air; mol/L.
    waterMolL: Math.max(
      0,
      (k.oxygenMgLPerKPa * OXYGEN_IN_AIR * (pressureKPa[sealed]! - k.vapourKPa) -
        (bag.reducer ? a.reducerOxygenMgL : 0)) *
        MOL_PER_MG_O2,
    ),
    usedMol: 0,
    meanMolL: 0,
  };
  let binderMol = (bag.binder?.capacityMgN ?? 0) / 1000 / N_G_PER_MOL;
  const bindsAlkalinity = bag.binder?.kind === 'chemical';
  // Of what was there at the start of a step, and of what comes over it, the binder takes these shares.
  const binderStep = 1 - Math.exp(-a.binderUptakePerH * h);
  const binderOfNew = a.binderUptakePerH > 0 ? 1 - binderStep / (a.binderUptakePerH * h) : 0;
  let tabletMol = bag.tabletOxygenMg / 1000 / O2_G_PER_MOL;
  const tabletStep = 1 - 2 ** (-h / a.tabletReleaseHalfTimeH);
  let gasL = bag.gasL;
  let co2GasMol = gas0Mol * airCo2;
  let hPlus = 10 ** -bag.pH;
  let hBefore = hPlus;
  let lnH = Math.log(hPlus);
  const refillPerM = (bag.surfaceM2 * 1000) / waterL;
  const sea = bag.salinity >= SEA_JUDGED_FROM;
  const fish = bag.judge !== 'mollusc';
  const mollusc = bag.judge !== 'fish';
  const breathing: OxygenStep = {
    waterL,
    hours: h,
    refillPerH: 0,
    gasKPa: 0,
    inertShare: 0,
    molPerLPerKPa: 0,
    wantsMol: 0,
    halfKPa: a.oxygenHalfKPa,
    givenMol: 0,
  };
  const filmOxygen = (bag.film.areaM2 * bag.film.oxygenMmolPerM2HKPa) / 1000; // mol/(h kPa)
  const filmCo2 = (bag.film.areaM2 * bag.film.co2MmolPerM2HKPa) / 1000;
  // Stress fades by the same factor every step: worked out once.
  const calmPerStep = 2 ** (-h / a.stressHalfTimeH);
  let stressOver = (a.stressAtSealing - a.stressSettled) * 2 ** (-h / 2 / a.stressHalfTimeH);
  const calm = (bag.sedated ? a.sedatedFactor : 1) * during.oxygenUse;
  // Metabolism is a product of mass and temperature: the mass part once, in mol/h.
  const kinds = bag.animals.length;
  const restingMol = new Float64Array(kinds);
  // What is left of the last meal, at the middle of the coming step, and how fast it goes, per hour at startC.
  const meal = new Float64Array(kinds);
  const mealPerH = new Float64Array(kinds);
  for (let j = 0; j < kinds; j++) {
    const f = bag.animals[j]!;
    const drawn = during.useOfKind ? during.useOfKind[j]! : 1;
    restingMol[j] = (f.count * f.metabolismFactor * drawn * restingOxygenMmolH(f.massG, startC)) / 1000;
    mealPerH[j] = (3 / f.clearingH) * a.gutQ10 ** ((startC - f.usualC) / 10);
    meal[j] = mealLevel(f.hoursSinceMeal, f.clearingH) * Math.exp((-mealPerH[j]! * h) / 2);
  }
  const gutPerC = Math.log(a.gutQ10) / 10;
  // Warmth of fish and guts relative to the start, carried from step to step.
  let warmer = 1;
  let gutWarmth = 1;
  let warmthOfC = startC;
  const death = bag.death;
  const refillAt = bag.refill && hasGas ? sealed + Math.round(bag.refill.afterH / h) : -1;
  let allAlive = true;

  for (let i = sealed; i < steps; i++) {
    const actualC = tempC[i]!;
    const t = actualC < minC ? minC : actualC > maxC ? maxC : actualC;
    if (t !== actualC && out.outsideFromStep < 0) out.outsideFromStep = i;
    table.read(t, k);
    const p = pressureKPa[i]!;
    const dryKPa = p - k.vapourKPa;
    const litresPerMol = (R_L_KPA * (t + ZERO_C_IN_K)) / dryKPa;
    if (i === refillAt) {
      const filledMol = bag.gasL / litresPerMol;
      const share = bag.refill!.oxygenFraction;
      const fresh = filledMol * fillCo2(share);
      carbon += fresh - co2GasMol;
      co2GasMol = fresh;
      oxygen.gasMol = filledMol * share;
      inertGas = filledMol - oxygen.gasMol - fresh;
    }
    const room = (oxygen.gasMol + inertGas + co2GasMol) * litresPerMol * perWaterL;
    // Water goes on as it went: the guess is on the line through the last two.
    const guess = (hPlus * hPlus) / hBefore;
    hBefore = hPlus;
    hPlus = hydrogenActivity(alkalinity, tan, -1, carbon * perWaterL, room * k.gasPerWater, k, gamma1, gamma2, guess);
    lnH += logNear(hPlus / hBefore - 1);
    const perH = 1 / hPlus;
    const b = k.K1 * perH * perGamma1;
    const c = k.K1 * k.K2 * perH * perH * perGamma2;
    const co2 = (carbon * perWaterL) / (1 + b + c + room * k.gasPerWater);
    co2GasMol = co2 * k.gasPerWater * room * waterL;
    const gasMol = oxygen.gasMol + inertGas + co2GasMol;
    gasL = gasMol * litresPerMol;
    // The first point is what was measured before the gas came to it.
    if (i === sealed) out.settledPh = lnH * -LOG10_E;
    const hNow = i === sealed ? 10 ** -bag.pH : hPlus;
    const Ka = k.Ka * gamma1;
    const oxygenMgL = oxygen.waterMolL * MG_O2_PER_MOL;
    const tanMgNL = tan * MG_N_PER_MOL;
    const nh3MgNL = (tanMgNL * Ka) / (Ka + hNow);
    out.oxygenMgL[i] = oxygenMgL;
    out.oxygenKPa[i] = oxygenMgL / k.oxygenMgLPerKPa;
    if (i === sealed) out.oxygenMeanKPa[i] = out.oxygenKPa[i]!;
    out.co2MgL[i] =
      (i === sealed ? dic / (1 + k.K1 / hNow / gamma1 + (k.K1 * k.K2) / hNow / hNow / gamma2) : co2) * MG_CO2_PER_MOL;
    out.pH[i] = i === sealed ? bag.pH : lnH * -LOG10_E;
    out.tanMgNL[i] = tanMgNL;
    out.nh3MgNL[i] = nh3MgNL;
    out.alkalinityMeqL[i] = alkalinity * 1000;
    out.timesAcute[i] = sea ? nh3MgNL / SEA_ACUTE_NH3_MGNL : timesAcuteOf(tanMgNL, hNow, t, fish, mollusc);
    out.gasL[i] = gasL;
    if (i === steps - 1) break;

    // Over the coming step, at its middle.
    const next = tempC[i + 1]!;
    const tNext = next < minC ? minC : next > maxC ? maxC : next;
    const middleC = (t + tNext) / 2;
    warmer *= expNear((METABOLISM_K * (middleC - warmthOfC)) / ((middleC + ZERO_C_IN_K) * (warmthOfC + ZERO_C_IN_K)));
    gutWarmth *= expNear(gutPerC * (middleC - warmthOfC));
    warmthOfC = middleC;
    const stress = (a.stressSettled + stressOver) * calm * warmer * h;
    stressOver *= calmPerStep;
    if (death && allAlive && (i + 0.5) * h >= death.atH) {
      const { count } = bag.animals[death.kind]!;
      restingMol[death.kind] = (restingMol[death.kind]! * (count - 1)) / count;
      allAlive = false;
    }
    let useMol = 0;
    let ammoniaMol = 0;
    for (let j = 0; j < kinds; j++) {
      const level = meal[j]!;
      meal[j] = level * expNear(-mealPerH[j]! * gutWarmth * h);
      const use = restingMol[j]! * stress * (1 + a.mealOxygenShare * level);
      useMol += use;
      ammoniaMol += use * ammoniaQuotient(level, a);
    }
    let carbonMol = useMol * a.respiratoryQuotient;
    if (death) {
      const share = decayShare((i + 0.5) * h - death.atH, middleC, a) * death.massG * h;
      const decayMol = (share * a.deadOxygenMgPerGH) / 1000 / O2_G_PER_MOL;
      useMol += decayMol;
      carbonMol += decayMol;
      ammoniaMol += (share * a.deadTanMgNPerGH) / 1000 / N_G_PER_MOL;
    }
    // Oxygen: the fish draw on the water; the gas, or the air through the film, refills it.
    const tablet = tabletMol * tabletStep;
    tabletMol -= tablet;
    const outsideKPa = OXYGEN_IN_AIR * dryKPa;
    breathing.molPerLPerKPa = k.oxygenMgLPerKPa * MOL_PER_MG_O2;
    breathing.wantsMol = useMol;
    breathing.givenMol = tablet;
    if (hasGas) {
      breathing.refillPerH = during.gasTransferMPerH[i]! * refillPerM;
      breathing.gasKPa = gasMol > 0 ? (oxygen.gasMol / gasMol) * dryKPa : 0;
      breathing.inertShare = gasMol > 0 ? 1 - oxygen.gasMol / gasMol : 0;
      if (filmOxygen > 0) oxygen.gasMol = Math.max(0, oxygen.gasMol + filmOxygen * h * (outsideKPa - breathing.gasKPa));
      oxygenStep(oxygen, breathing);
    } else {
      breathing.refillPerH = (filmOxygen * perWaterL) / breathing.molPerLPerKPa;
      breathing.gasKPa = outsideKPa;
      oxygen.gasMol = Infinity;
      oxygenStep(oxygen, breathing);
      oxygen.gasMol = 0;
    }
    out.oxygenMeanKPa[i + 1] = oxygen.meanMolL / breathing.molPerLPerKPa;
    // Who cannot breathe gives off nothing either.
    const share = useMol > 0 ? oxygen.usedMol / useMol : 1;
    ammoniaMol *= share;
    carbonMol *= share;
    carbon += carbonMol;
    if (filmCo2 > 0) {
      // Leaves exponentially with what the water and gas hold per kPa, so that no step overshoots.
      const perKPa = carbon / Math.max(1e-9, (co2 / k.K0) * KPA_PER_ATM);
      const over = (co2 / k.K0) * KPA_PER_ATM - AIR_CO2_ATM * p;
      carbon -= Math.min(carbon, over * perKPa * (1 - Math.exp((-filmCo2 * h) / perKPa)));
    }
    // Ammonia brings one equivalent of alkalinity; the binder takes it up at its rate, as long as it lasts.
    const bound = binderMol > 0 ? Math.min(binderMol, tan * waterL * binderStep + ammoniaMol * binderOfNew) : 0;
    binderMol -= bound;
    const tanGain = ammoniaMol - bound;
    tan += tanGain * perWaterL;
    if (tan < 0) tan = 0;
    alkalinity += (bindsAlkalinity ? tanGain : ammoniaMol) * perWaterL;
  }
  if (sealed > 0) asDrawn(out, sealed);
  return out;
}
