'use client';

import { useEffect, useState } from 'react';
import { skewOf } from './skew';

const two = (n: number): string => String(n).padStart(2, '0');

/** The time now, kept in step with the server's clock. */
export function useNow(serverMs: number, fixed: boolean): number {
  const [now, setNow] = useState(serverMs);
  useEffect(() => {
    if (fixed) return;
    const skew = skewOf(serverMs);
    const t = setInterval(() => setNow(Date.now() + skew), 500);
    return () => clearInterval(t);
  }, [serverMs, fixed]);
  return fixed ? serverMs : now;
}

export const countdown = (ms: number): string => {
  const s = Math.max(0, Math.ceil(ms / 1000));
  return s >= 3600
    ? `${Math.floor(s / 3600)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`
    : `${two(Math.floor(s / 60))}:${two(s % 60)}`;
};
