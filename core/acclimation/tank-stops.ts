import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Species } from '@/core/catalogue/schema';
import { FRESH_TO, SEA_FROM } from '@/core/fish/water';
import { unionizedMgNL } from '@/core/water/ammonia';
import { chronicMgNL, SEA_CHRONIC_NH3_MGNL, SEA_JUDGED_FROM } from '@/core/water/criteria';
import type { MethodId } from './vessel';

/** What of a tank would harm animals within a day, with its figures: °C, salinity, mg N/L. */
export type TankStop =
  | { code: 'sea' | 'fresh'; name: string; salinity: number }
  | { code: 'cold' | 'warm'; name: string; tempC: number; limitC: number }
  | { code: 'ammonia'; tanMgNL: number; limitMgNL: number; pH: number; changeL: number | null }
  | { code: 'nitrite'; mgL: number; limitMgL: number; changeL: number | null };

/** A receiving tank as far as animals that go in are harmed by it. */
export interface TankState {
  tempC: number;
  pH: number;
  salinity: number;
  /** Total ammonia, mg N/L; not judged where it is a guess or absent. */
  tanMgNL?: number;
  /** Nitrite, mg/L; judged in fresh water only: the chloride of the sea keeps it out (common practice). */
  nitriteMgL?: number;
  guessed?: readonly string[];
  volumeL?: number;
}

/** An animal as far as a tank may harm it. */
export interface Tenant {
  name: string;
  water: Species['water'] | string;
  /** What it bears for 24 h, °C. */
  temp: Pick<Species['temp'], 'cold24C' | 'warm24C'>;
}

/** A change aims at this share of the limit († ours), so that one change is enough. */
const CHANGE_TO = 0.8;

const changeTo = (volumeL: number | undefined, value: number, limit: number): number | null =>
  volumeL === undefined ? null : Math.ceil(volumeL * (1 - (CHANGE_TO * limit) / value));

/**
 * What of a tank would harm these animals: salinity and temperature outside what they bear for a day, total ammonia over
 * the chronic criterion of its pH and temperature (US EPA 2013; in sea water un-ionized, see `SEA_CHRONIC_NH3_MGNL`), and
 * nitrite.
 * Empty where nothing does. What nobody measured of its ammonia stops nobody.
 */
export function tankStops(
  tank: TankState,
  animals: readonly Tenant[],
  { nitriteStopMgL }: Pick<Assumptions, 'nitriteStopMgL'>,
): TankStop[] {
  const { tempC, pH, salinity, tanMgNL = 0, nitriteMgL = 0, volumeL } = tank;
  const stops: TankStop[] = [];
  const worst = <T>(list: readonly T[], by: (x: T) => number): T | undefined =>
    list.length === 0 ? undefined : list.reduce((x, y) => (by(y) > by(x) ? y : x));
  const fresh = animals.find((s) => s.water === 'fresh' && salinity > FRESH_TO);
  if (fresh) stops.push({ code: 'sea', name: fresh.name, salinity });
  const marine = animals.find((s) => s.water === 'marine' && salinity < SEA_FROM);
  if (marine) stops.push({ code: 'fresh', name: marine.name, salinity });
  const cold = worst(animals, (s) => s.temp.cold24C);
  if (cold && tempC < cold.temp.cold24C)
    stops.push({ code: 'cold', name: cold.name, tempC, limitC: cold.temp.cold24C });
  const warm = worst(animals, (s) => -s.temp.warm24C);
  if (warm && tempC > warm.temp.warm24C)
    stops.push({ code: 'warm', name: warm.name, tempC, limitC: warm.temp.warm24C });
  if (animals.length > 0 && salinity < SEA_JUDGED_FROM && nitriteMgL >= nitriteStopMgL)
    stops.push({
      code: 'nitrite',
      mgL: nitriteMgL,
      limitMgL: nitriteStopMgL,
      changeL: changeTo(volumeL, nitriteMgL, nitriteStopMgL),
    });
  if (animals.length === 0 || tank.guessed?.includes('tanMgNL')) return stops;
  const free = salinity >= SEA_JUDGED_FROM ? unionizedMgNL(tanMgNL, Math.min(35, Math.max(0, tempC)), pH, salinity) : 0;
  const limitMgNL =
    salinity < SEA_JUDGED_FROM ? chronicMgNL(pH, tempC) : free > 0 ? (tanMgNL * SEA_CHRONIC_NH3_MGNL) / free : Infinity;
  if (tanMgNL > limitMgNL)
    stops.push({
      code: 'ammonia',
      tanMgNL,
      limitMgNL,
      pH,
      changeL: changeTo(volumeL, tanMgNL, limitMgNL),
    });
  return stops;
}

/** A way that brings the tank to the salinity of the bag first is not stopped by it. */
export const stopsOf = (stops: readonly TankStop[], method: MethodId): TankStop[] =>
  stops.filter((s) => method !== 'pinhole' || (s.code !== 'sea' && s.code !== 'fresh'));
