import { refuse, type Outcome } from '@/core/consignment/outcome';
import { liveConsignments } from '@/server/bench/duties';
import { backUp, backupsOf } from '@/server/db/backup';
import { examine, type HealthFinding } from '@/server/db/doctor';
import type { House } from '@/server/house';
import { troubleOf } from '@/server/trouble';

/** Keeps a backup of now beside the data. */
export async function keepBackup(house: House): Promise<Outcome<string>> {
  if (!house.folder) return refuse('', 'Data are in memory only; nothing to back up.');
  const gone = house.gone();
  if (gone) return refuse('', gone);
  try {
    return { ok: true, value: await backUp(house.folder, house.db, new Date().toISOString()) };
  } catch (error) {
    return refuse('', troubleOf(error) ?? `No backup was made: ${(error as Error).message}`);
  }
}

/** The health of the data, and the backups there are. */
export function healthView(house: House): { findings: HealthFinding[]; backups: { at: string; mb: string }[] } {
  if (!house.folder) return { findings: [], backups: [] };
  return {
    findings: examine(house.folder, Date.now(), liveConsignments(house).unread),
    backups: backupsOf(house.folder).map((k) => ({ at: k.at, mb: (k.bytes / 1e6).toFixed(1) })),
  };
}
