import { factors, type Factor } from '@/core/bag/slack';
import type { Cause } from './causes';
import { percentile } from './percentiles';

/** What the draws say of one bag. */
export interface BagRisk {
  id: string;
  animals: number;
  /** Share of draws in which it holds until that draw's own opening. */
  chance: number;
  /** Share of its animals that are expected alive then. */
  alive: number;
  /** Hours beyond the deadline, delays left out: the median of the draws and their tenth percentile; null is more than was computed. */
  slackH: number | null;
  worstSlackH: number | null;
  /** What fails first in most draws. */
  factor: Factor | null;
}

/** A bag's share of a risk: hours to its first failure in every draw, in how many it held, and what failed first. */
export function bagRisk(b: {
  id: string;
  animals: number;
  hours: readonly number[];
  held: number;
  alive: number;
  failedBy: Readonly<Record<Factor, number>>;
  deadlineH: number;
}): BagRisk {
  const hours = Float64Array.from(b.hours).sort();
  const slack = (share: number): number | null => {
    const h = percentile(hours, share) - b.deadlineH;
    return Number.isFinite(h) ? h : null;
  };
  const most = factors.reduce((x, f) => (b.failedBy[f] > b.failedBy[x] ? f : x));
  return {
    id: b.id,
    animals: b.animals,
    chance: hours.length > 0 ? b.held / hours.length : 0,
    alive: hours.length > 0 ? b.alive / hours.length : 0,
    slackH: slack(0.5),
    worstSlackH: slack(0.1),
    factor: b.failedBy[most] > 0 ? most : null,
  };
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
  /** Animals, how many of them are expected alive at opening, and the chance that all are (`core/bag/survival.ts`). */
  animals: number;
  expected: number;
  allAlive: number;
  /** Lost draws by what failed first. */
  byFactor: Record<Factor, number>;
  /** Lost draws by the bag that failed first. */
  byBag: Record<string, number>;
  /** Of the lost draws that were looked into, how many would have been saved had this one thing gone as planned. */
  byCause: { examined: number; saved: Record<Cause, number> };
  /** The chance if a kind were measured and turned out as told; null where it does not matter or was not looked into. */
  measured: { packs: number | null; boxes: number | null; water: number | null; limits: number | null };
  /** 10th percentile of each draw's coldest and 90th of its warmest bag water before opening, °C. */
  coldestC: number;
  warmestC: number;
}
