/** Tolerance classes: what a bag may do to the fish in it. All † common practice, editable in a file. */
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

export const toleranceLimits: Readonly<Record<ToleranceClass, ToleranceLimits>> = {
  delicate: {
    oxygenKPa: 12,
    co2MgL: 80,
    phFallSoft: 1.5,
    phFloor: 6.0,
    nh3MgNL: 0.02,
    phStep: 0.7,
    tempStepC: 2,
    peakNh3MgNL: 0.05,
    salinityStep: 3,
    ghStep: 4,
  },
  ordinary: {
    oxygenKPa: 8,
    co2MgL: 150,
    phFallSoft: 2.0,
    phFloor: 5.8,
    nh3MgNL: 0.05,
    phStep: 1.0,
    tempStepC: 3,
    peakNh3MgNL: 0.1,
    salinityStep: 5,
    ghStep: 8,
  },
  hardy: {
    oxygenKPa: 5,
    co2MgL: 250,
    phFallSoft: 2.5,
    phFloor: 5.5,
    nh3MgNL: 0.1,
    phStep: 1.5,
    tempStepC: 4,
    peakNh3MgNL: 0.2,
    salinityStep: 8,
    ghStep: 12,
  },
};

/** Invertebrates feel steps more than fish of the same class. */
export const invertebrateSteps = { phStep: 0.4, salinityStep: 1.5, ghStep: 3 } as const;

const order: readonly ToleranceClass[] = ['delicate', 'ordinary', 'hardy'];
/** The most delicate of several classes decides a bag. */
export const mostDelicate = (classes: readonly ToleranceClass[]): ToleranceClass =>
  order.find((c) => classes.includes(c)) ?? 'ordinary';
