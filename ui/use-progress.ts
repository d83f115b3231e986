'use client';

import { useEffect, useState } from 'react';

export interface PlanProgress {
  done: number;
  of: number;
}

const EVERY_MS = 600;

/** How far the plan of a press is, asked for every now and then; null where none is being made. */
export function usePlanProgress(press: string | null): { progress: PlanProgress | null; stop: () => void } {
  const [seen, setSeen] = useState<{ press: string; progress: PlanProgress | null } | null>(null);
  useEffect(() => {
    if (press === null) return;
    const timer = setInterval(() => {
      fetch(`/plan/${press}`)
        .then((r) => r.json() as Promise<PlanProgress | null>)
        .then(
          (progress) => setSeen({ press, progress }),
          () => undefined,
        );
    }, EVERY_MS);
    return () => clearInterval(timer);
  }, [press]);
  const stop = (): void => {
    if (press !== null) void fetch(`/plan/${press}`, { method: 'POST' }).catch(() => undefined);
  };
  return { progress: press !== null && seen?.press === press ? seen.progress : null, stop };
}
