import type { House } from '@/server/house';
import { lookForBetterDays } from './day';
import { pool } from '@/server/jobs/pool';

const kept = globalThis as unknown as { kindlyLookOut?: Promise<unknown> | undefined };

/** Looks for better days of what is held, on a thread and one look at a time; the Bench shows what was found at its next minute. */
export function lookOut(house: House): void {
  kept.kindlyLookOut ??= lookForBetterDays(house, (job) => pool().run('evaluate', job))
    .catch((error: unknown) => console.error('Looking for a better day failed.', error))
    .finally(() => {
      kept.kindlyLookOut = undefined;
    });
}
