/** An assumption as its table writes it: the value, where it comes from, and why; and groups of them that are told alike. */
type Provenance = 'published' | 'memory' | 'practice' | 'ours' | 'measured';

export interface Assumption {
  value: number;
  provenance: Provenance;
  why: string;
}

export const practice = (value: number, why: string): Assumption => ({ value, provenance: 'practice', why });
export const published = (value: number, why: string): Assumption => ({ value, provenance: 'published', why });
export const ours = (value: number, why: string): Assumption => ({ value, provenance: 'ours', why });

type Class = 'delicate' | 'ordinary' | 'hardy';
/** One row for each tolerance class, delicate, ordinary, hardy. */
export const byClass = <K extends string>(name: K, [d, o, h]: readonly [number, number, number], why: string) =>
  ({
    [`delicate${name}`]: practice(d, `${why}, delicate`),
    [`ordinary${name}`]: practice(o, `${why}, ordinary`),
    [`hardy${name}`]: practice(h, `${why}, hardy`),
  }) as Record<`${Class}${K}`, Assumption>;

/**
 * How the air of a kind of place follows the weather (`core/weather/place-air.ts`): lag h, heated to °C and the share of
 * the cold that is felt there, cooled to °C and the share of the heat, and what an hour of full sun (800 W/m²) adds, K.
 * A share of 1 is a place that nothing heats or cools.
 */
export const placeAssumptions = <K extends string>(
  name: K,
  [lagH, heatedToC, coldShare, cooledToC, warmShare, sunK]: readonly [number, number, number, number, number, number],
  why: string,
) =>
  ({
    [`${name}LagH`]: ours(lagH, `${why}: hours it lags the air outdoors`),
    [`${name}HeatedToC`]: ours(heatedToC, `${why}: heated to`),
    [`${name}ColdCoupling`]: ours(coldShare, `${why}: share of the cold below that is felt; 1 is unheated`),
    [`${name}CooledToC`]: ours(cooledToC, `${why}: cooled to`),
    [`${name}WarmCoupling`]: ours(warmShare, `${why}: share of the heat above that is felt; 1 is uncooled`),
    [`${name}SunK`]: ours(sunK, `${why}: what sun of 800 W/m² adds`),
  }) as Record<`${K}${'LagH' | 'HeatedToC' | 'ColdCoupling' | 'CooledToC' | 'WarmCoupling' | 'SunK'}`, Assumption>;

export const delay = <K extends string>(name: K, one: number, two: number, weekend: number, why: string) =>
  ({
    [`${name}OneDayLateShare`]: ours(one, why),
    [`${name}TwoDaysLateShare`]: ours(two, why),
    [`${name}LostWeekendShare`]: ours(weekend, `${why}; only where the next day is not served`),
  }) as Record<`${K}${'OneDayLate' | 'TwoDaysLate' | 'LostWeekend'}Share`, Assumption>;

export const fast = <K extends string>(name: K, clearingH: number, longestH: number, why: string) =>
  ({
    [`${name}ClearingH`]: practice(clearingH, why),
    [`${name}LongestH`]: ours(longestH, `${why}; longer is flagged`),
  }) as Record<`${K}ClearingH` | `${K}LongestH`, Assumption>;
