import { doubtsOf } from '@/core/consignment/plausibility';
import type { NewEntry } from './schema';

/** Why a test looks like a slip; null where it does not. `copperTop` is where the copper that was given harms, mg/L. */
export function oddTest(
  figures: Extract<NewEntry, { kind: 'test' }>['figures'],
  copperTop: number,
  askTimes: number,
): string | null {
  const { copperMgL } = figures;
  if (copperMgL !== undefined && copperMgL > askTimes * copperTop)
    return `Copper ${copperMgL} mg/L is ${(copperMgL / copperTop).toFixed(0)} times the target. Check the decimal point.`;
  return doubtsOf(figures, { animals: null, marine: null })[0]?.words ?? null;
}
