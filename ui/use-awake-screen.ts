'use client';

import { useEffect } from 'react';

/** Keeps the screen of a phone on while a run is looked at, where the browser lets a page do that. */
export function useAwakeScreen(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | null = null;
    let here = true;
    const take = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      const taken = await navigator.wakeLock.request('screen').catch(() => null);
      if (here) lock = taken;
      else void taken?.release();
    };
    const back = (): void => void take();
    back();
    document.addEventListener('visibilitychange', back);
    return () => {
      here = false;
      void lock?.release();
      document.removeEventListener('visibilitychange', back);
    };
  }, []);
}
