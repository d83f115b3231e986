import { HOUR } from '@/core/quantities/time';

/** The ribbon's clock: hours in the middle, days folded at both ends. Pixels of the 1280 grid. */
export const LEFT = 196;
export const RIGHT = 1120;
export const EDGE_L = 34;
export const EDGE_R = 1256;

export interface RibbonScale {
  startMs: number;
  endMs: number;
  firstMs: number;
  lastMs: number;
  x: (ms: number) => number;
  /** Pixels an hour in the middle. */
  perHour: number;
}

/** Fits sealing to the deadline plus a day; 72 h when nothing else asks. The folds take the fast and the quarantine. */
export function ribbonScale(t: {
  sealMs: number | null;
  deadlineMs: number | null;
  lastFeedMs: number | null;
  nowMs: number;
}): RibbonScale {
  const known = t.sealMs !== null && t.deadlineMs !== null;
  const lead =
    known && t.nowMs < t.sealMs! && t.sealMs! - t.nowMs < 6 * HOUR ? t.sealMs! - t.nowMs + 0.8 * HOUR : 2 * HOUR;
  const startMs = known ? t.sealMs! - lead : t.nowMs - HOUR;
  const endMs = known ? t.deadlineMs! + 24 * HOUR : startMs + 72 * HOUR;
  const firstMs = Math.min(t.lastFeedMs ?? startMs - 48 * HOUR, startMs - 12 * HOUR);
  const lastMs = endMs + 27 * 24 * HOUR;
  const x = (ms: number): number => {
    if (ms < startMs) return Math.max(EDGE_L, LEFT - ((startMs - ms) / (startMs - firstMs)) * (LEFT - EDGE_L));
    if (ms > endMs) return Math.min(EDGE_R, RIGHT + ((ms - endMs) / (lastMs - endMs)) * (EDGE_R - RIGHT));
    return LEFT + ((ms - startMs) / (endMs - startMs)) * (RIGHT - LEFT);
  };
  return { startMs, endMs, firstMs, lastMs, x, perHour: (RIGHT - LEFT) / ((endMs - startMs) / HOUR) };
}

/** Instants of the axis: every sixth local hour where there is room, days in bold. */
export function axisTicks(
  s: RibbonScale,
  hourOf: (ms: number) => number,
): { ms: number; midnight: boolean; hour: number }[] {
  const step = s.perHour > 9 ? 6 : s.perHour > 4.5 ? 12 : 24;
  const out: { ms: number; midnight: boolean; hour: number }[] = [];
  for (let ms = Math.ceil(s.startMs / HOUR) * HOUR; ms <= s.endMs; ms += HOUR) {
    const hour = hourOf(ms);
    if (hour % step === 0) out.push({ ms, midnight: hour === 0, hour });
  }
  return out;
}
