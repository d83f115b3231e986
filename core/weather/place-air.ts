import type { Leg } from '@/core/calendar/legs';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { LegKind } from '@/core/catalogue/schema';

/**
 * How the air of a place follows the weather (handbook: a place has a season). It lags the air outdoors; below the warmth
 * it is heated to, and above what it is cooled to, only a share of the rest is felt.
 */
export interface PlaceClimate {
  /** Time constant, h; 0 follows at once. */
  lagH: number;
  /** Below this it is heated, and the share `coldCoupling` of what is missing is felt; 1 where nothing heats. */
  heatedToC: number;
  coldCoupling: number;
  /** Above this it is cooled, and the share `warmCoupling` of the rest is felt; 1 where nothing cools. */
  cooledToC: number;
  warmCoupling: number;
}

/** Air of a place whose lagged outdoor temperature is so many °C, without the sun. */
export const conditionedC = (laggedC: number, p: PlaceClimate): number =>
  laggedC < p.heatedToC
    ? p.heatedToC - p.coldCoupling * (p.heatedToC - laggedC)
    : laggedC > p.cooledToC
      ? p.cooledToC + p.warmCoupling * (laggedC - p.cooledToC)
      : laggedC;

/**
 * Lagged temperature at the end of a piece in which the air outdoors goes straight from one °C to another: the exact
 * solution of dL/dt = (T − L)/τ.
 */
export function laggedAfter(laggedC: number, fromC: number, toC: number, hours: number, lagH: number): number {
  if (!(lagH > 0)) return toC;
  if (!(hours > 0)) return laggedC;
  const behindC = ((toC - fromC) / hours) * lagH;
  return toC - behindC + (laggedC - fromC + behindC) * Math.exp(-hours / lagH);
}

/** Irradiance on the level from a clear sky, W/m² (Kasten & Czeplak 1980), for the sine of the sun's height; 0 at night. */
export const clearSkyWPerM2 = (sineOfHeight: number): number => Math.max(0, 910 * sineOfHeight - 30);

/** The irradiance at which the gain of a place in the sun is given, W/m². */
export const GAIN_AT_WPERM2 = 800;

/** What assumptions call the kinds of place that are indoors, or stand on a ramp; a doorstep is the weather itself. */
const parameter = {
  room: 'room',
  'own-car': 'ownCar',
  'parked-car': 'parkedCar',
  counter: 'counter',
  'van-unconditioned': 'vanUnconditioned',
  'van-conditioned': 'vanConditioned',
  depot: 'depot',
  'aircraft-hold': 'aircraftHold',
  ramp: 'ramp',
} as const satisfies Record<Exclude<LegKind, 'doorstep'>, string>;

/** Neither walls nor heating: the air outdoors. */
export const outdoors = (kind: LegKind): boolean => kind === 'doorstep' || kind === 'ramp';

/** The air of the place of a leg, and what sun of 800 W/m² adds to it, K: one that is kept at a temperature is as good as a heated van. */
export function climateOf(l: Pick<Leg, 'kind' | 'heldC'>, a: Assumptions): PlaceClimate & { sunK: number } {
  if (l.kind === 'doorstep') return { lagH: 0, heatedToC: 0, coldCoupling: 1, cooledToC: 0, warmCoupling: 1, sunK: 0 };
  const of = parameter[l.heldC === undefined ? l.kind : 'van-conditioned'];
  return {
    lagH: a[`${of}LagH`],
    heatedToC: l.heldC ?? a[`${of}HeatedToC`],
    coldCoupling: a[`${of}ColdCoupling`],
    cooledToC: l.heldC ?? a[`${of}CooledToC`],
    warmCoupling: a[`${of}WarmCoupling`],
    sunK: a[`${of}SunK`],
  };
}
