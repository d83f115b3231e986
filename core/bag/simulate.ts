import { CO2_G_PER_MOL, N_G_PER_MOL, O2_G_PER_MOL, R_L_KPA, ZERO_C_IN_K } from '@/core/quantities/units';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { ammoniaQuotient, gutHoursPerHour, mealLevel, restingOxygenMmolH } from '@/core/fish/metabolism';
import { AIR_CO2_ATM, dicFromPh, solveCarbonate } from '@/core/water/carbonate';
import { WATER_RANGE } from '@/core/water/range';
import { waterTable } from '@/core/water/table';

/** Animals of one kind and size in a bag. */
export interface BagAnimals {
  count: number;
  massG: number;
  /** Times the resting use of an average teleost of that mass. */
  metabolismFactor: number;
  clearingH: number;
  usualC: number;
}

export interface BagContents {
  waterL: number;
  gasL: number;
  /** Dry oxygen fraction of the gas just after filling, 0…1. */
  oxygenFraction: number;
  pH: number;
  alkalinityMeqL: number;
  tanMgNL: number;
  salinity: number;
  animals: readonly BagAnimals[];
  hoursSinceMeal: number;
  sedated: boolean;
  /** Ammonia binder: capacity in mg N; a chemical binder takes the alkalinity with it, an ion exchanger leaves it. */
  binder: { capacityMgN: number; kind: 'chemical' | 'ion-exchange' } | null;
}

/** Everything the water does, one value a step. Step 0 is the sealing. */
export interface BagCurves {
  oxygenKPa: Float64Array;
  oxygenMgL: Float64Array;
  co2MgL: Float64Array;
  pH: Float64Array;
  tanMgNL: Float64Array;
  nh3MgNL: Float64Array;
  gasL: Float64Array;
  /** Step from which the water left 0–35 °C, where no chemistry is known; −1 when it never did. */
  outsideFromStep: number;
}

interface Conditions {
  /** Water temperature at each step, °C; its length is the number of steps + 1. */
  tempC: Float64Array;
  stepH: number;
  pressureKPa: (step: number) => number;
  /** Times everybody's oxygen use: 1 central, 1.47 the one-in-ten worst case. */
  oxygenUse: number;
}

/**
 * The closed bag. State: oxygen in gas and in water (the water lags the gas), nitrogen in the gas, total carbon,
 * alkalinity, total ammonia, what is left of the binder, and the gut. Gas and water share carbon in equilibrium.
 * The bag is limp: the gas stays at the pressure around it and its volume follows. Exponential in the oxygen lag,
 * otherwise first order in the step; mass balances of oxygen, carbon and nitrogen are exact.
 * Waters outside 0–35 °C are computed at the nearer edge from there on and marked (`outsideFromStep`): every
 * species' hard temperature limit lies inside, so the bag has failed by then.
 * Throws RangeError for no water, no gas below 0, or alkalinity and pH that contradict each other.
 */
export function simulateBag(bag: BagContents, during: Conditions, a: Assumptions): BagCurves {
  if (!(bag.waterL > 0)) throw new RangeError('Water volume must be more than 0 L.');
  if (!(bag.gasL >= 0)) throw new RangeError('Gas volume cannot be less than 0 L.');
  const n = during.tempC.length;
  const out: BagCurves = {
    oxygenKPa: new Float64Array(n),
    oxygenMgL: new Float64Array(n),
    co2MgL: new Float64Array(n),
    pH: new Float64Array(n),
    tanMgNL: new Float64Array(n),
    nh3MgNL: new Float64Array(n),
    gasL: new Float64Array(n),
    outsideFromStep: -1,
  };
  const waterL = bag.waterL;
  const inRange = (t: number): number => Math.min(WATER_RANGE.maxC, Math.max(WATER_RANGE.minC, t));

  // At sealing.
  const table = waterTable(bag.salinity);
  const startC = inRange(during.tempC[0]!);
  const k = table.at(startC);
  let alkalinity = bag.alkalinityMeqL / 1000;
  let tan = bag.tanMgNL / 1000 / N_G_PER_MOL;
  const dic = dicFromPh(alkalinity, bag.pH, tan, k);
  if (dic === null) throw new RangeError('The pH is higher than this carbonate hardness can hold: measure both again.');

  const dryMol = (p: number, tempC: number, litres: number): number =>
    ((p - k.vapourKPa) * litres) / (R_L_KPA * (tempC + ZERO_C_IN_K));
  const gas0Mol = dryMol(during.pressureKPa(0), startC, bag.gasL);
  const airCo2 = AIR_CO2_ATM * (1 - bag.oxygenFraction);
  let oxygenGas = gas0Mol * bag.oxygenFraction;
  const inertGas = gas0Mol * (1 - bag.oxygenFraction - airCo2);
  let carbon = dic * waterL + gas0Mol * airCo2;
  // Tank water comes in equilibrium with air.
  let oxygenWater = (k.oxygenMgLPerKPa * 0.20946 * (during.pressureKPa(0) - k.vapourKPa)) / 1000 / O2_G_PER_MOL; // mol/L
  let binderMol = (bag.binder?.capacityMgN ?? 0) / 1000 / N_G_PER_MOL;
  let gasL = bag.gasL;
  let pH = bag.pH;
  // Free surface of an upright bag about as wide as its water is deep.
  const surfaceM2 = bag.gasL > 0 ? (waterL / 1000) ** (2 / 3) : 0;
  // Stress fades by the same factor every step: worked out once.
  const calmPerStep = 2 ** (-during.stepH / a.stressHalfTimeH);
  let stressOver = (a.stressAtSealing - a.stressSettled) * 2 ** (-during.stepH / 2 / a.stressHalfTimeH);
  const kinds = bag.animals.map((f) => ({
    ...f,
    gut: bag.hoursSinceMeal,
    // Metabolism is a product of mass and temperature: the mass part once.
    restingAtStart: f.count * f.metabolismFactor * restingOxygenMmolH(f.massG, startC),
  }));

  const restingAt50 = restingOxygenMmolH(50, startC);

  for (let i = 0; i < n; i++) {
    const actualC = during.tempC[i]!;
    if (out.outsideFromStep < 0 && inRange(actualC) !== actualC) out.outsideFromStep = i;
    const t = inRange(actualC);
    table.read(t, k);
    const warmer = restingOxygenMmolH(50, t) / restingAt50;
    const p = during.pressureKPa(i);
    const state = solveCarbonate(
      alkalinity,
      tan,
      { total: carbon / waterL, gasRatio: gasL / waterL },
      k,
      undefined,
      pH,
    );
    pH = state.pH;
    const co2Gas = state.co2 * k.gasPerWater * gasL;
    const gasMol = oxygenGas + inertGas + co2Gas;
    const oxygenGasKPa = gasMol > 0 ? (oxygenGas / gasMol) * (p - k.vapourKPa) : 0;
    gasL = gasMol > 0 ? (gasMol * R_L_KPA * (t + ZERO_C_IN_K)) / (p - k.vapourKPa) : 0;

    out.oxygenMgL[i] = oxygenWater * 1000 * O2_G_PER_MOL;
    out.oxygenKPa[i] = out.oxygenMgL[i]! / k.oxygenMgLPerKPa;
    out.co2MgL[i] = state.co2 * 1000 * CO2_G_PER_MOL;
    out.pH[i] = pH;
    out.tanMgNL[i] = tan * 1000 * N_G_PER_MOL;
    out.nh3MgNL[i] = state.nh3 * 1000 * N_G_PER_MOL;
    out.gasL[i] = gasL;
    if (i === n - 1) break;

    // Over the coming step.
    const h = during.stepH;
    const stress = (a.stressSettled + stressOver) * (bag.sedated ? a.sedatedFactor : 1) * during.oxygenUse;
    stressOver *= calmPerStep;
    let useMol = 0;
    let ammoniaMol = 0;
    for (const f of kinds) {
      const gutStep = h * gutHoursPerHour(t, f.usualC, a);
      const meal = mealLevel(f.gut + gutStep / 2, f.clearingH);
      f.gut += gutStep;
      const use = (f.restingAtStart * warmer * stress * (1 + a.mealOxygenShare * meal) * h) / 1000;
      useMol += use;
      ammoniaMol += use * ammoniaQuotient(meal, a);
    }
    // Oxygen: the fish draw on the water, the gas refills it.
    const refillPerH = (a.gasTransferMPerH * surfaceM2 * 1000) / waterL;
    const saturated = (oxygenGasKPa * k.oxygenMgLPerKPa) / 1000 / O2_G_PER_MOL;
    const usePerL = useMol / waterL / h;
    let next: number;
    if (refillPerH > 0) {
      const settled = saturated - usePerL / refillPerH;
      next = settled + (oxygenWater - settled) * Math.exp(-refillPerH * h);
    } else next = oxygenWater - usePerL * h;
    let drawn = (next - oxygenWater) * waterL + useMol;
    if (next < 0 || oxygenGas - drawn < 0) {
      // Nothing left to breathe: fish stop here, and so does what they excrete.
      const left = Math.max(0, oxygenGas + oxygenWater * waterL);
      const share = useMol > 0 ? Math.min(1, left / useMol) : 0;
      ammoniaMol *= share;
      useMol *= share;
      next = 0;
      drawn = useMol - oxygenWater * waterL;
    }
    oxygenWater = next;
    oxygenGas = Math.max(0, oxygenGas - drawn);
    carbon += useMol * a.respiratoryQuotient;
    // Ammonia brings one equivalent of alkalinity; the binder takes it up first.
    const bound = Math.min(binderMol, ammoniaMol + tan * waterL * (1 - Math.exp(-2 * h)));
    binderMol -= bound;
    const tanGain = ammoniaMol - bound;
    tan = Math.max(0, tan + tanGain / waterL);
    alkalinity += (bag.binder?.kind === 'chemical' ? tanGain : ammoniaMol) / waterL;
  }
  return out;
}
