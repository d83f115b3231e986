'use client';

import { useEffect, useEffectEvent } from 'react';
import { skewOf } from '@/ui/skew';

const LOOK_MS = 5_000;
const REFRESH_MS = 60_000;

/**
 * Keeps a page alive by the server's clock, told as it was when the page came. Calls `tick` every few seconds, and `wake`
 * every minute, when the local day turns, and as soon as the page is looked at again: after sleep, on coming back to its
 * tab, out of the browser's store of pages. Nothing while `off`.
 */
export function useAwake(p: {
  serverMs: number;
  off: boolean;
  dayOf: (ms: number) => string;
  tick: (ms: number) => void;
  wake: () => void;
}): void {
  const dayOf = useEffectEvent(p.dayOf);
  const tick = useEffectEvent(p.tick);
  const wake = useEffectEvent(p.wake);
  const { serverMs, off } = p;
  useEffect(() => {
    if (off) return;
    const skew = skewOf(serverMs);
    let seenMs = Date.now();
    let wokenMs = Date.now();
    let day = dayOf(serverMs);
    const rise = (): void => {
      wokenMs = Date.now();
      day = dayOf(wokenMs + skew);
      wake();
    };
    const look = (): void => {
      const ms = Date.now();
      tick(ms + skew);
      // A gap between two looks: the machine slept.
      const slept = ms - seenMs > 3 * LOOK_MS;
      seenMs = ms;
      if (slept || ms - wokenMs >= REFRESH_MS || dayOf(ms + skew) !== day) rise();
    };
    const back = (): void => {
      if (document.visibilityState === 'visible' && Date.now() - wokenMs > LOOK_MS) rise();
    };
    const timer = setInterval(look, LOOK_MS);
    document.addEventListener('visibilitychange', back);
    window.addEventListener('focus', back);
    window.addEventListener('pageshow', back);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', back);
      window.removeEventListener('focus', back);
      window.removeEventListener('pageshow', back);
    };
  }, [serverMs, off]);
}
