/** How far the clock of the server is ahead of this device, ms; what a page told when it came fresh is remembered. */
const PLACE = 'server clock';
let first: number | null = null;
let best: number | null = null;
/** Two tellings that lie farther apart than this are of a clock that was set anew, ms. */
const SET_ANEW_MS = 60_000;

/** The worker that keeps pages marks one that it gave out without the server (`public/sw.js`). */
const wasKept = (): boolean => {
  const [page] = performance.getEntriesByType('navigation') as PerformanceNavigationTiming[];
  return page?.serverTiming?.some((t) => t.name === 'kept') ?? false;
};

/**
 * From the server’s clock as a page tells it. A page that was kept by the phone tells the time at which it was made: for that one
 * the difference of the last fresh page holds. A slow answer tells a time long past: the one that took least holds for all.
 */
export function skewOf(serverMs: number): number {
  if (typeof window === 'undefined') return 0;
  first ??= serverMs;
  const now = serverMs - Date.now();
  if (serverMs === first && wasKept()) {
    const told = Number(localStorage.getItem(PLACE) ?? NaN);
    return Number.isFinite(told) ? told : now;
  }
  best = best !== null && best > now && best - now < SET_ANEW_MS ? best : now;
  try {
    localStorage.setItem(PLACE, String(best));
  } catch {
    // A device that keeps nothing keeps no pages either.
  }
  return best;
}
