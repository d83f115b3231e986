import type { Assumptions } from '@/core/catalogue/assumptions';
import type { PackType } from '@/core/catalogue/schema';
import { ratedPowerW, type PackCurve } from './pack';

export type PackVerdict = 'early' | 'fine' | 'slow' | 'dud' | 'hot';

export interface Proof {
  verdict: PackVerdict;
  /** What a good one of its kind reads at that age in that room, °C. */
  expectedC: number;
  words: string;
}

/** Shares of the warmth that is expected, below which a pack is slow or a dud, and above which it is not what it says († ours). */
const SLOW = 0.65;
const DUD = 0.35;
const HOT = 1.6;
/** Sooner than this nothing is told, min, and less warmth than this is within what a thermometer knows, °C († ours). */
const EARLY_MIN = 15;
const LEAST_K = 4;

/**
 * Surface of a good pack that has lain open for some minutes in a room, °C: a plate that warms by its rated power and
 * loses to the air, in steps of a minute. Only what the rating says; wrapped, not in hand.
 */
export function expectedSurfaceC(
  pack: PackCurve & Pick<PackType, 'massG'>,
  ageMin: number,
  roomC: number,
  a: Assumptions,
): number {
  const heatJPerK = pack.massG * a.packHeatJPerGK;
  let above = 0;
  for (let min = 0; min < ageMin; min++) {
    const powerW = ratedPowerW(pack, (min + 0.5) / 60);
    const settled = powerW / a.packPlateWPerK;
    above = settled + (above - settled) * Math.exp((-60 * a.packPlateWPerK) / heatJPerK);
  }
  return roomC + above;
}

const say: Record<PackVerdict, string> = {
  early: 'too early: measure again',
  fine: 'as it should be',
  slow: 'slow: shake it, lay it flat in air, measure again in 20 minutes; then use another',
  dud: 'failed: use another, keep this one out of the box',
  hot: 'much hotter than expected: is it another type?',
};

/** Judges a surface reading against what the pack should read at that age and room, never against one figure for all. */
export function proofOf(
  pack: Pick<PackType, 'ratedW' | 'massG'>,
  read: { surfaceC: number; ageMin: number; roomC: number },
  a: Assumptions,
): Proof {
  const expectedC = expectedSurfaceC(pack, read.ageMin, read.roomC, a);
  const wanted = expectedC - read.roomC;
  const share = (read.surfaceC - read.roomC) / Math.max(LEAST_K, wanted);
  const verdict: PackVerdict =
    share > HOT && read.surfaceC - expectedC > LEAST_K
      ? 'hot'
      : wanted < LEAST_K || (read.ageMin < EARLY_MIN && share < SLOW)
        ? 'early'
        : share >= SLOW
          ? 'fine'
          : share < DUD
            ? 'dud'
            : 'slow';
  return { verdict, expectedC, words: `about ${expectedC.toFixed(0)} °C expected now: ${say[verdict]}` };
}
