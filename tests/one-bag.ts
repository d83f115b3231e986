import type { BagContents } from '@/core/bag/simulate';
import { dkhToMeqL } from '@/core/quantities/units';

/** One fasted fish of 12 g in a litre of water of 5 °dKH under two litres of oxygen: the bag that tests start from. */
export const oneBag = (change: Partial<BagContents> = {}): BagContents => ({
  waterL: 1,
  gasL: 2,
  oxygenFraction: 0.95,
  pH: 7.4,
  alkalinityMeqL: dkhToMeqL(5),
  tanMgNL: 0,
  salinity: 0,
  animals: [{ count: 1, massG: 12, metabolismFactor: 1, clearingH: 48, usualC: 25 }],
  hoursSinceMeal: 48,
  sedated: false,
  binder: null,
  film: { areaM2: 0.2, oxygenMmolPerM2HKPa: 0, co2MmolPerM2HKPa: 0 },
  tabletOxygenMg: 0,
  reducer: false,
  death: null,
  ...change,
});
