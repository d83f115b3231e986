import type { Entry, NewEntry } from '@/core/quarantine/schema';
import { DAY, HOUR } from '@/core/quantities/time';

/** What was told at an hour in UTC of a day, counted from the noon of the first. */
export function entriesFrom(t0: number): (day: number, hour: number, told: NewEntry) => Entry {
  let n = 0;
  return (day, hour, told) =>
    ({
      ...told,
      n: ++n,
      at: new Date(t0 + (day - 1) * DAY + (hour - 12) * HOUR).toISOString(),
      by: '',
      strikes: null,
    }) as Entry;
}
