import { DAY, MIN } from '@/core/quantities/time';
import type { Raised } from './severity';

/** What is found of the house: its shelf and its backups. */
export type HouseFinding =
  | { code: 'supply-short'; of: string; left: number; shipment: string; bitesMs: number }
  | { code: 'supply-negative'; of: string; left: number }
  | { code: 'supply-expired'; of: string; batch: string; expires: string }
  | { code: 'backup-old'; days: number | null }
  | { code: 'disk-low'; freeGb: number }
  | { code: 'clock-back'; lastMs: number }
  | { code: 'unsent'; presses: number };

/** A kind of supply as far as somebody may run out of it: pieces or litres. */
export interface SupplyState {
  name: string;
  /** What the shelf says; less than nothing says that somebody counts anew. */
  onHand: number | null;
  /** The shipment that finds none left, and when. */
  bites: { ms: number; code: string } | null;
  /** A batch in stock that is past its date though planned shipments need this kind; null where there is none. */
  expired: { batch: string; expires: string } | null;
}

/** What runs out so soon is bought today († ours). */
const SOON_MS = 2 * DAY;
const BACKUP_MS = DAY;
/** Less free space than this may not hold a day's work and its backup, GB († ours). */
const DISK_GB = 1;

/** What the shelf wants: a count, or a purchase before somebody packs. */
export const supplyFindings = (list: readonly SupplyState[], nowMs: number): Raised<HouseFinding>[] =>
  list.flatMap((s): Raised<HouseFinding>[] => {
    if (s.onHand !== null && s.onHand < 0)
      return [
        {
          finding: { code: 'supply-negative', of: s.name, left: s.onHand },
          severity: 'today',
          sinceMs: null,
          times: -s.onHand,
        },
      ];
    const old: Raised<HouseFinding>[] = s.expired
      ? [{ finding: { code: 'supply-expired', of: s.name, ...s.expired }, severity: 'today', sinceMs: null }]
      : [];
    if (s.bites && s.bites.ms - nowMs < SOON_MS)
      return [
        ...old,
        {
          finding: {
            code: 'supply-short',
            of: s.name,
            left: s.onHand ?? 0,
            shipment: s.bites.code,
            bitesMs: s.bites.ms,
          },
          severity: 'today',
          sinceMs: null,
        },
      ];
    return old;
  });

/** A house whose last backup is older than a day, or that has none though it has shipments. */
export function backupFindings(lastMs: number | null, hasWork: boolean, nowMs: number): Raised<HouseFinding>[] {
  if (!hasWork || (lastMs !== null && nowMs - lastMs <= BACKUP_MS)) return [];
  const days = lastMs === null ? null : Math.floor((nowMs - lastMs) / DAY);
  return [
    { finding: { code: 'backup-old', days }, severity: 'know', sinceMs: lastMs === null ? null : lastMs + BACKUP_MS },
  ];
}

/** A disk that is nearly full, by its free gigabytes. */
export const diskFindings = (freeGb: number): Raised<HouseFinding>[] =>
  freeGb < DISK_GB ? [{ finding: { code: 'disk-low', freeGb }, severity: 'now', sinceMs: null }] : [];

/** A clock may run so far behind another († ours). */
const CLOCK_MS = 5 * MIN;

/** A clock that shows less than what was recorded last: it was set back, or ran ahead then. */
export const clockFindings = (lastMs: number | null, nowMs: number): Raised<HouseFinding>[] =>
  lastMs !== null && nowMs < lastMs - CLOCK_MS
    ? [{ finding: { code: 'clock-back', lastMs }, severity: 'now', sinceMs: null, times: (lastMs - nowMs) / CLOCK_MS }]
    : [];

/** Presses that stay on a phone so long want somebody to look for a network. */
const UNSENT_MS = 10 * MIN;

/** Presses of a phone that the house does not know of yet, by when each was pressed. */
export function unsentFindings(pressedMs: readonly number[], nowMs: number): Raised<HouseFinding>[] {
  const oldest = Math.min(...pressedMs);
  return nowMs - oldest < UNSENT_MS || pressedMs.length === 0
    ? []
    : [{ finding: { code: 'unsent', presses: pressedMs.length }, severity: 'now', sinceMs: oldest }];
}
