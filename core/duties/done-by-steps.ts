import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { packingChecklist } from './checklist';
import type { MomentKind } from './schedule';

/** The steps of the packing that make up a duty of the day. */
const stepsOf: Partial<Record<MomentKind, string>> = {
  'draw-water': 'water',
  'open-packs': 'pack:',
  'close-box': 'lid:',
};

/**
 * When a duty of the day was done by the steps of the packing: the instant of the last of them, or null while one is open.
 * One piece of work is ticked once, at the bench or in the list.
 */
export function doneBySteps(
  c: Consignment,
  catalogue: Catalogue,
  kind: MomentKind,
  ticks: ReadonlyMap<string, string>,
): string | null {
  const prefix = stepsOf[kind];
  if (prefix === undefined || ticks.size === 0) return null;
  const keys = packingChecklist(c, catalogue)
    .map((s) => s.key)
    .filter((k) => k.startsWith(prefix));
  const told = keys.map((k) => ticks.get(k));
  if (keys.length === 0 || told.some((t) => t === undefined)) return null;
  return (told as string[]).reduce((last, t) => (t > last ? t : last));
}
