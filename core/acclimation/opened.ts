import { decayShare } from '@/core/bag/simulate';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Closure } from '@/core/catalogue/making';
import type { BagReading } from '@/core/consignment/facts';
import { restingOxygenMmolH } from '@/core/fish/metabolism';
import type { ToleranceClass } from '@/core/fish/tolerance';
import { dkhToMeqL } from '@/core/quantities/units';
import { SEA_JUDGED_FROM, type AmmoniaJudge } from '@/core/water/criteria';
import type { OpenedBag } from './vessel';

/** The water of a closed bag as it was computed: °C, pH, mEq/L, mg N/L, mg/L, a value every so many hours from an hour after sealing on. */
export interface Curves {
  fromH: number;
  stepH: number;
  tempC: ArrayLike<number>;
  pH: ArrayLike<number>;
  alkalinityMeqL: ArrayLike<number>;
  tanMgNL: ArrayLike<number>;
  oxygenMgL: ArrayLike<number>;
}

/** What is known of a bag before anybody opens it: what is in it, and its water as it was computed. */
export interface PredictedOpening {
  waterL: number;
  /** Of the water it was filled with. */
  salinity: number;
  ghDgh: number;
  breather: boolean;
  closure?: Closure;
  surfaceM2: number;
  animals: readonly { count: number; massG: number; metabolismFactor: number }[];
  judge?: AmmoniaJudge;
  tolerance: ToleranceClass;
  curves: Curves;
}

/** What a curve says so many hours after sealing: between two values in proportion, beyond its ends what it ends with. */
export function atHour({ fromH, stepH }: Curves, of: ArrayLike<number>, hours: number): number {
  const at = Math.min(of.length - 1, Math.max(0, (hours - fromH) / stepH));
  const i = Math.floor(at + 1e-9);
  const share = Math.max(0, at - i);
  return share < 1e-9 ? of[i]! : of[i]! + share * (of[i + 1]! - of[i]!);
}

/** What animals take and give once they are handled again: fasted by then, and as upset as at the sealing. */
function breathing(b: PredictedOpening, tempC: number, a: Assumptions): NonNullable<OpenedBag['animals']> {
  const t = Math.min(35, Math.max(0, tempC));
  const mmol = b.animals.reduce((s, x) => s + x.count * x.metabolismFactor * restingOxygenMmolH(x.massG, t), 0);
  return { useMolH: (mmol / 1000) * a.stressAtSealing, ammoniaPerOxygen: a.ammoniaQuotientFasted };
}

/** Ammonia that dead animals of so many grams have given by now, mg N: nobody knows when they died, so half the way is taken. */
function deadTanMgN(massG: number, hoursDead: number, tempC: number, a: Assumptions): number {
  let mgN = 0;
  for (let h = 0.5; h < hoursDead; h++) mgN += massG * a.deadTanMgNPerGH * decayShare(h, tempC, a);
  return mgN;
}

/** What dissolved solids that were read tell of the hardness of fresh water, °dGH; null where nobody read them, or in salt water. */
const hardnessBySolids = (r: BagReading | undefined, salinity: number, a: Assumptions): number | null =>
  r?.tdsMgL == null || (r.salinity ?? salinity) >= SEA_JUDGED_FROM ? null : Math.min(60, r.tdsMgL / a.tdsMgLPerDgh);

/**
 * A bag as it would be opened so many hours after it was sealed: measured where measured, as computed where not; what died
 * in it is counted with the ammonia it gives, where nobody measured that. Excreted ammonia brings one equivalent of
 * alkalinity a mole, whatever an ion exchanger took of it.
 */
export function openedFrom(
  b: PredictedOpening,
  hours: number,
  reading: BagReading | undefined,
  a: Assumptions,
): OpenedBag & { measured: boolean } {
  const computed = (of: Exclude<keyof Curves, 'fromH' | 'stepH'>): number => atHour(b.curves, b.curves[of], hours);
  const tempC = reading?.tempC ?? computed('tempC');
  const massG = Math.max(...b.animals.map((x) => x.massG));
  const tan =
    reading?.tanMgNL ?? computed('tanMgNL') + deadTanMgN((reading?.dead ?? 0) * massG, hours / 2, tempC, a) / b.waterL;
  return {
    waterL: b.waterL,
    tempC,
    pH: reading?.pH ?? computed('pH'),
    alkalinityMeqL: reading?.khDkh != null ? dkhToMeqL(reading.khDkh) : computed('alkalinityMeqL'),
    tanMgNL: tan,
    salinity: reading?.salinity ?? b.salinity,
    ghDgh: reading?.ghDgh ?? hardnessBySolids(reading, b.salinity, a) ?? b.ghDgh,
    breather: b.breather,
    oxygenMgL: reading?.oxygenMgL ?? computed('oxygenMgL'),
    ...(b.surfaceM2 > 0 ? { surfaceM2: b.surfaceM2 } : {}),
    animals: breathing(b, tempC, a),
    ...(b.judge ? { judge: b.judge } : {}),
    ...(b.closure ? { closure: b.closure } : {}),
    tolerance: b.tolerance,
    measured: reading?.pH != null,
  };
}
