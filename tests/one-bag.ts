import type { BagAnimals, BagContents } from '@/core/bag/simulate';
import { freeSurfaceM2 } from '@/core/bag/geometry';
import { dkhToMeqL } from '@/core/quantities/units';

/** So many alike fish, fasted for two days. */
export const fish = (count: number, massG: number, change: Partial<BagAnimals> = {}): BagAnimals => ({
  count,
  massG,
  metabolismFactor: 1,
  clearingH: 48,
  usualC: 25,
  hoursSinceMeal: 48,
  ...change,
});

/** One fasted fish of 12 g in a litre of water of 5 °dKH under two litres of oxygen, 20 cm wide: the bag that tests start from. */
export const oneBag = (change: Partial<BagContents> = {}): BagContents => ({
  waterL: 1,
  gasL: 2,
  oxygenFraction: 0.95,
  pH: 7.4,
  alkalinityMeqL: dkhToMeqL(5),
  tanMgNL: 0,
  salinity: 0,
  animals: [fish(1, 12)],
  sedated: false,
  judge: 'fish',
  surfaceM2: freeSurfaceM2({ widthCm: 20, waterL: 1, gasL: 2, lies: false }),
  binder: null,
  film: { areaM2: 0.2, oxygenMmolPerM2HKPa: 0, co2MmolPerM2HKPa: 0 },
  tabletOxygenMg: 0,
  reducer: false,
  death: null,
  ...change,
});

/** Air at the ground, and a bag at rest, for so many points. */
export const atRest = (steps: number, kL = 0.2): { pressureKPa: Float64Array; gasTransferMPerH: Float64Array } => ({
  pressureKPa: new Float64Array(steps).fill(101.325),
  gasTransferMPerH: new Float64Array(steps).fill(kL),
});
