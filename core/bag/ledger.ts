import type { Assumptions } from '@/core/catalogue/assumptions';
import { assumptionTable, type AssumptionName } from '@/core/catalogue/assumptions';
import { mealLevel, restingOxygenMmolH } from '@/core/fish/metabolism';
import { thermalDose } from '@/core/fish/thermal-dose';
import { O2_G_PER_MOL, R_L_KPA, ZERO_C_IN_K } from '@/core/quantities/units';
import { SEA_JUDGED_FROM } from '@/core/water/criteria';
import type { BagContents, BagCurves } from './simulate';
import type { BagLimits, Factor } from './slack';

/** One part of a figure: what, how much, and who says so. */
export interface LedgerRow {
  name: string;
  value: string;
  from: string;
}
export type Ledger = Record<Factor, LedgerRow[]>;

/** A bag as it was computed, on its clock. */
export interface Computed {
  curves: BagCurves;
  tempC: Float64Array;
  limits: BagLimits;
  stepH: number;
  deadlineH: number;
  /** Nobody measured its hardness. */
  guessedKh: boolean;
}

const grams = (mg: number): string =>
  mg >= 1000 ? `${(mg / 1000).toFixed(2)} g` : `${mg.toFixed(mg < 10 ? 1 : 0)} mg`;
const provenance = {
  published: 'published',
  practice: 'common practice †',
  ours: 'ours †',
  memory: 'from memory †',
  measured: 'measured',
} as const;
const by = (name: AssumptionName): string => {
  const { why, provenance: p } = assumptionTable[name];
  return `${why}: ${provenance[p]}`;
};

/** Mean of a curve from sealing to a step. */
const meanTo = (x: Float64Array, to: number): number => {
  let sum = 0;
  for (let i = 0; i <= to; i++) sum += x[i]!;
  return sum / (to + 1);
};

/** Which criterion judges the ammonia of a bag. */
const criterionOf = ({ salinity, judge }: BagContents): string =>
  salinity >= SEA_JUDGED_FROM
    ? 'sea water, un-ionized'
    : { fish: 'EPA 1999', mollusc: 'EPA 2013', both: 'the stricter of EPA 1999 and 2013' }[judge];

const endOf = (r: Computed): number => Math.min(r.tempC.length - 1, Math.round(r.deadlineH / r.stepH));

function oxygenRows(bag: BagContents, r: Computed, a: Assumptions): LedgerRow[] {
  const end = endOf(r);
  const { curves, tempC, limits } = r;
  const hours = end * r.stepH;
  const meanC = Math.min(35, Math.max(0, meanTo(tempC, end)));
  const inGas = (gasL: number, share: number, t: number): number =>
    ((101.325 * gasL) / (R_L_KPA * (t + ZERO_C_IN_K))) * share * O2_G_PER_MOL * 1000;
  const restingMg = bag.animals.reduce(
    (sum, f) => sum + f.count * f.metabolismFactor * restingOxygenMmolH(f.massG, meanC) * O2_G_PER_MOL,
    0,
  );
  const fedMost = Math.max(0, ...bag.animals.map((f) => mealLevel(f.hoursSinceMeal, f.clearingH)));
  const animals = bag.animals.reduce((n, f) => n + f.count, 0);
  const fishG = bag.animals.reduce((m, f) => m + f.count * f.massG, 0);
  return [
    {
      name: `In ${bag.gasL} L of gas, ${(100 * bag.oxygenFraction).toFixed(0)} % oxygen`,
      value: grams(inGas(bag.gasL, bag.oxygenFraction, tempC[0]!)),
      from: 'ideal gas law',
    },
    {
      name: `Dissolved in ${bag.waterL} L of water`,
      value: grams(curves.oxygenMgL[0]! * bag.waterL),
      from: 'Benson & Krause 1984, published',
    },
    ...(bag.tabletOxygenMg > 0 ? [{ name: 'In the tablet', value: grams(bag.tabletOxygenMg), from: 'its label' }] : []),
    ...(bag.refill
      ? [
          {
            name: `Refilled after ${bag.refill.afterH} h`,
            value: grams(inGas(bag.gasL, bag.refill.oxygenFraction, meanC)),
            from: by('filledElsewhereAfterH'),
          },
        ]
      : []),
    {
      name: `${animals} at rest, ${fishG.toFixed(fishG < 10 ? 1 : 0)} g at ${meanC.toFixed(1)} °C`,
      value: `${restingMg.toFixed(1)} mg/h`,
      from: 'Clarke & Johnston 1999, published; times the species factor',
    },
    {
      name: 'Handled, then calming down',
      value: `× ${a.stressAtSealing} to × ${a.stressSettled}${bag.sedated ? `, sedated × ${a.sedatedFactor}` : ''}`,
      from: by('stressAtSealing'),
    },
    ...(fedMost > 0.02
      ? [
          {
            name: `Food not yet digested (${(100 * fedMost).toFixed(0)} % of it)`,
            value: `+ ${(100 * a.mealOxygenShare * fedMost).toFixed(0)} %`,
            from: by('mealOxygenShare'),
          },
        ]
      : []),
    {
      name: `Pressure after ${hours.toFixed(0)} h, and the minimum`,
      value: `${curves.oxygenKPa[end]!.toFixed(1)} of ${limits.oxygenKPa} kPa`,
      from: `mean of ${(60 * limits.oxygenMeanH).toFixed(0)} min; tolerance is common practice †`,
    },
  ];
}

function carbonRows(_bag: BagContents, r: Computed, a: Assumptions): LedgerRow[] {
  const end = endOf(r);
  const { curves, limits } = r;
  const hours = end * r.stepH;
  return [
    { name: 'Produced per oxygen used', value: `× ${a.respiratoryQuotient} mol`, from: by('respiratoryQuotient') },
    {
      name: 'Alkalinity buffering the pH',
      value: `${curves.alkalinityMeqL[0]!.toFixed(2)} to ${curves.alkalinityMeqL[end]!.toFixed(2)} meq/L`,
      from: r.guessedKh ? 'not measured: typical value †; ammonia adds to it' : 'as entered; ammonia adds to it',
    },
    {
      name: `pH at sealing, after ${hours.toFixed(0)} h, and its lower limit`,
      value: `${curves.pH[0]!.toFixed(2)}, ${curves.pH[end]!.toFixed(2)}, ${limits.phFloor.toFixed(2)}`,
      from: 'Plummer & Busenberg 1982, Weiss 1974, published',
    },
    {
      name: 'Carbon dioxide then, and the limit',
      value: `${curves.co2MgL[end]!.toFixed(0)} of ${limits.co2MgL} mg/L`,
      from: 'tolerance is common practice †',
    },
  ];
}

function ammoniaRows(bag: BagContents, r: Computed, a: Assumptions): LedgerRow[] {
  const end = endOf(r);
  const { curves, tempC, limits } = r;
  const hours = end * r.stepH;
  return [
    {
      name: 'Produced per oxygen used, fasted',
      value: `× ${a.ammoniaQuotientFasted} mol N`,
      from: by('ammoniaQuotientFasted'),
    },
    ...(bag.binder
      ? [
          {
            name: `Binder (${bag.binder.kind})`,
            value: `takes up to ${bag.binder.capacityMgN.toFixed(1)} mg N`,
            from: 'its label',
          },
        ]
      : []),
    {
      name: `Total ammonia at sealing and after ${hours.toFixed(0)} h`,
      value: `${curves.tanMgNL[0]!.toFixed(2)}, ${curves.tanMgNL[end]!.toFixed(2)} mg N/L`,
      from: 'summed hour by hour',
    },
    {
      name: `Un-ionized of it, at pH ${curves.pH[end]!.toFixed(2)} and ${tempC[end]!.toFixed(1)} °C`,
      value: `${curves.nh3MgNL[end]!.toFixed(4)} mg N/L`,
      from: 'Emerson 1975, published',
    },
    {
      name: 'Times the acute criterion then, and the limit',
      value: `${curves.timesAcute[end]!.toFixed(2)} of ${limits.timesAcute}`,
      from: `${criterionOf(bag)}, published; mean of an hour`,
    },
  ];
}

function temperatureRows(_bag: BagContents, r: Computed): LedgerRow[] {
  const end = endOf(r);
  const { tempC, limits, stepH } = r;
  const hours = end * stepH;
  const dose = new Float64Array(end + 1);
  thermalDose(tempC, end + 1, stepH, limits, dose);
  const upTo = tempC.subarray(0, end + 1);
  return [
    {
      name: 'Coldest and warmest water',
      value: `${Math.min(...upTo).toFixed(1)} to ${Math.max(...upTo).toFixed(1)} °C`,
      from: 'heat balance of the box',
    },
    {
      name: 'Tolerated for 24 h',
      value: `${limits.cold24C} to ${limits.warm24C} °C`,
      from: 'species page; without observed limits 6 °C below and 4 °C above comfortable †',
    },
    {
      name: 'One degree further is tolerated for',
      value: `${(100 * 10 ** (-1 / limits.zC)).toFixed(0)} % of the time`,
      from: by('harmZC'),
    },
    {
      name: `Cold or heat stress used after ${hours.toFixed(0)} h`,
      value: `${(100 * dose[end]!).toFixed(0)} %`,
      from: 'summed from sealing, without recovery',
    },
  ];
}

/**
 * What the hours of a bag are made of, limit by limit, as planned and without chance: amounts at sealing and at the end of
 * the window, rates at the mean temperature, and the source of each. Reads the computed curves; computes no hour anew.
 */
export const ledgerOf = (bag: BagContents, r: Computed, a: Assumptions): Ledger => ({
  oxygen: oxygenRows(bag, r, a),
  carbon: carbonRows(bag, r, a),
  ammonia: ammoniaRows(bag, r, a),
  temperature: temperatureRows(bag, r),
});
