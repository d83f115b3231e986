import { runPosition } from '@/core/acclimation/run';
import type { StoredRun } from '@/server/db/arrivals';

/** Where a stored run stands at an instant. */
export const storedRunPosition = (run: StoredRun, nowMs: number): ReturnType<typeof runPosition> =>
  runPosition(
    {
      startedAtMs: Date.parse(run.startedAt),
      steps: run.steps,
      doneAtMs: Object.fromEntries(Object.entries(run.done).map(([k, v]) => [k, Date.parse(v)])),
    },
    nowMs,
  );
