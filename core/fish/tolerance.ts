import type { Assumptions } from '@/core/catalogue/assumptions';
import type { AmmoniaJudge } from '@/core/water/criteria';
import type { ThermalLimits } from './thermal-dose';
import type { Species } from '@/core/catalogue/schema';

/** Tolerance classes: what a bag may do to the fish in it. The figures are assumptions († common practice). */
export type ToleranceClass = 'delicate' | 'ordinary' | 'hardy';

export interface ToleranceLimits {
  oxygenKPa: number;
  co2MgL: number;
  phFallSoft: number;
  phFloor: number;
  seaCo2MgL: number;
  /** Most ammonia in the closed bag, mean of an hour, times the acute criterion. */
  timesAcute: number;
  /** What a method may do after opening, used as weights: pH and °C in any 5 min, un-ionized mg N/L, salinity, dGH. */
  /** Step of pH at equal CO2, and fall of CO2, mg/L. */
  phStep: number;
  co2FallMgL: number;
  tempStepC: number;
  peakNh3MgNL: number;
  salinityStep: number;
  ghStep: number;
}

export const toleranceLimits = (c: ToleranceClass, a: Assumptions): ToleranceLimits => ({
  oxygenKPa: a[`${c}OxygenKPa`],
  co2MgL: a[`${c}Co2MgL`],
  phFallSoft: a[`${c}PhFallSoft`],
  phFloor: a[`${c}PhFloor`],
  seaCo2MgL: a[`${c}SeaCo2MgL`],
  timesAcute: a[`${c}TimesAcute`],
  phStep: a[`${c}PhStep`],
  co2FallMgL: a[`${c}Co2FallMgL`],
  tempStepC: a[`${c}TempStepC`],
  peakNh3MgNL: a[`${c}PeakNh3MgNL`],
  salinityStep: a[`${c}SalinityStep`],
  ghStep: a[`${c}GhStepDgh`],
});

/** Invertebrates feel steps more than fish of the same class. */
export const invertebrateSteps = (a: Assumptions): Pick<ToleranceLimits, 'phStep' | 'salinityStep' | 'ghStep'> => ({
  phStep: a.invertebratePhStep,
  salinityStep: a.invertebrateSalinityStep,
  ghStep: a.invertebrateGhStepDgh,
});

const order: readonly ToleranceClass[] = ['delicate', 'ordinary', 'hardy'];
/** The most delicate of several classes decides a bag. */
export const mostDelicate = (classes: readonly ToleranceClass[]): ToleranceClass =>
  order.find((c) => classes.includes(c)) ?? 'ordinary';

/** The day limits that a bag of several species has: the warmest cold and the coldest warm one. */
export const thermalLimitsOf = (species: readonly Pick<Species, 'temp'>[], a: Assumptions): ThermalLimits => ({
  cold24C: Math.max(...species.map((s) => s.temp.cold24C)),
  warm24C: Math.min(...species.map((s) => s.temp.warm24C)),
  zC: a.harmZC,
});

/** Whose criterion measures the ammonia of a bag: molluscs have their own, where mixed the stricter counts. */
export function ammoniaJudgeOf(species: readonly Pick<Species, 'kind'>[]): AmmoniaJudge {
  const molluscs = species.filter((s) => s.kind === 'snail' || s.kind === 'clam').length;
  return molluscs === 0 ? 'fish' : molluscs === species.length ? 'mollusc' : 'both';
}
