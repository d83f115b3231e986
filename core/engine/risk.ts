import type { Factor } from '@/core/bag/slack';
import type { Cause } from './causes';

/** What the draws say of one bag. */
export interface BagRisk {
  id: string;
  animals: number;
  /** Share of draws in which it holds until that draw's own opening. */
  chance: number;
  /** Hours beyond the deadline, delays left out: the median of the draws and their tenth percentile; null is more than was computed. */
  slackH: number | null;
  worstSlackH: number | null;
  /** What fails first in most draws. */
  factor: Factor | null;
}

export interface Risk {
  draws: number;
  seed: number;
  /** Draws in which a bag met a hard limit before that draw's own opening. */
  lost: number;
  /** Share of draws in which none did, 0…1. */
  chance: number;
  /** Standard error of the chance; never 0 (two draws of each outcome are added, Agresti & Coull 1998). */
  standardError: number;
  bags: BagRisk[];
  /** Animals, and how many of them are expected within limits: Σ animals × chance of their bag. */
  animals: number;
  expected: number;
  /** Lost draws by what failed first. */
  byFactor: Record<Factor, number>;
  /** Lost draws by the bag that failed first. */
  byBag: Record<string, number>;
  /** Of the lost draws that were looked into, how many would have been saved had this one thing gone as planned. */
  byCause: { examined: number; saved: Record<Cause, number> };
  /** The chance if a kind were measured and turned out as told; null where it does not matter or was not looked into. */
  measured: { packs: number | null; boxes: number | null };
  /** 10th percentile of each draw's coldest and 90th of its warmest bag water before opening, °C. */
  coldestC: number;
  warmestC: number;
}
