import type { Assumptions } from '@/core/catalogue/assumptions';

/** Tolerance classes: what a bag may do to the fish in it. The figures are assumptions († common practice). */
export type ToleranceClass = 'delicate' | 'ordinary' | 'hardy';

export interface ToleranceLimits {
  oxygenKPa: number;
  co2MgL: number;
  phFallSoft: number;
  phFloor: number;
  /** Un-ionized ammonia in the closed bag, running mean, mg N/L. EIFAC's long-term mark of 0.025 mg/L is published. */
  nh3MgNL: number;
  /** What a method may do after opening, used as weights: pH and °C in any 5 min, un-ionized mg N/L, salinity, dGH. */
  phStep: number;
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
  nh3MgNL: a[`${c}Nh3MgNL`],
  phStep: a[`${c}PhStep`],
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
