import { DAY } from '@/core/quantities/time';
import type { Raised } from './severity';

/** What is found of the house: its shelf and its backups. */
export type HouseFinding =
  | { code: 'supply-short'; of: string; left: number; shipment: string; bitesMs: number }
  | { code: 'supply-negative'; of: string; left: number }
  | { code: 'backup-old'; days: number | null };

/** A kind of supply as far as somebody may run out of it: pieces or litres. */
export interface SupplyState {
  name: string;
  /** What the shelf says; less than nothing says that somebody counts anew. */
  onHand: number | null;
  /** The shipment that finds none left, and when. */
  bites: { ms: number; code: string } | null;
}

/** What runs out so soon is bought today († ours). */
const SOON_MS = 2 * DAY;
const BACKUP_MS = DAY;

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
    if (s.bites && s.bites.ms - nowMs < SOON_MS)
      return [
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
    return [];
  });

/** A house whose last backup is older than a day, or that has none though it has shipments. */
export function backupFindings(lastMs: number | null, hasWork: boolean, nowMs: number): Raised<HouseFinding>[] {
  if (!hasWork || (lastMs !== null && nowMs - lastMs <= BACKUP_MS)) return [];
  const days = lastMs === null ? null : Math.floor((nowMs - lastMs) / DAY);
  return [
    { finding: { code: 'backup-old', days }, severity: 'know', sinceMs: lastMs === null ? null : lastMs + BACKUP_MS },
  ];
}
