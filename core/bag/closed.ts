import { dicFromPh, solveCarbonate, type CarbonateState } from '@/core/water/carbonate';
import { carbonateConstants } from '@/core/water/carbonate-constants';

export interface ClosedBag {
  state: CarbonateState;
  dic0MmolL: number;
  co2GasMmol: number;
  alkalinityMmolL: number;
  pco2Atm: number;
}

/**
 * Respired CO2 and excreted ammonia shared between a fixed water and a fixed gas volume, in one step: the textbook
 * bag. Volumes in L, alkalinity meq/L, amounts mmol. Null where pH and alkalinity contradict each other.
 */
export function closedBag(b: {
  tempC: number;
  waterL: number;
  gasL: number;
  alkalinityMeqL: number;
  pH: number;
  co2AddedMmol: number;
  tanAddedMmol: number;
  gasPco2Atm: number;
}): ClosedBag | null {
  if (!(b.waterL > 0 && b.gasL >= 0)) throw new RangeError('Water volume must be more than 0 L, gas not below 0.');
  const k = carbonateConstants(b.tempC);
  const alkalinity0 = b.alkalinityMeqL / 1000;
  const dic0 = dicFromPh(alkalinity0, b.pH, 0, k);
  if (dic0 === null) return null;
  const gasHoldsMolPerAtm = b.gasL * k.K0 * k.gasPerWater;
  const carbon = dic0 * b.waterL + b.gasPco2Atm * gasHoldsMolPerAtm + b.co2AddedMmol / 1000;
  const tan = b.tanAddedMmol / 1000 / b.waterL;
  const state = solveCarbonate(alkalinity0 + tan, tan, { total: carbon / b.waterL, gasRatio: b.gasL / b.waterL }, k);
  return {
    state,
    dic0MmolL: dic0 * 1000,
    co2GasMmol: state.co2 * k.gasPerWater * b.gasL * 1000,
    alkalinityMmolL: (alkalinity0 + tan) * 1000,
    pco2Atm: state.co2 / k.K0,
  };
}
