import { existsSync, readdirSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import Database from 'better-sqlite3';
import { emptyCalendar } from '@/core/calendar/calendar';
import { soundOf } from '@/server/consignment/sound';
import { backUp, flawsOf, packed, restore } from '@/server/db/backup';
import { consignmentRepository, type Unread } from '@/server/db/consignments';
import { examine, type HealthFinding } from '@/server/db/doctor';
import { factRepository } from '@/server/db/facts';
import { isDemoFolder, strangersIn, whileHeld } from '@/server/db/lock';
import { newestSchema } from '@/server/db/schema';
import { recordRepository } from '@/server/db/records';
import { databaseFile } from '@/server/db/watch';
import { shelvesOf } from '@/server/records/shelves';
import { Trouble } from '@/server/trouble';

/** Work on a data folder from the command line: nothing here migrates or changes what it reads. */

const opened = (folder: string): Database.Database => {
  if (!existsSync(databaseFile(folder))) throw new Trouble(`There is no database in ${folder}.`);
  return new Database(databaseFile(folder), { readonly: true });
};

/** Into the backups of the folder, or everything, photos too, into one file. Says what was made. */
export async function backupCommand(folder: string, file: string | undefined, nowIso: string): Promise<string> {
  const db = opened(folder);
  try {
    if (file === undefined) return `Kept: ${await backUp(folder, db, nowIso)}`;
    if (existsSync(file)) throw new Trouble(`${file} is there already: name another file.`);
    writeFileSync(file, await packed(folder, db), { mode: 0o600 });
    return `Database and photos: ${file}`;
  } finally {
    db.close();
  }
}

export function restoreCommand(folder: string, file: string, nowIso: string): string {
  const { keptAt, photos } = restore(folder, file, nowIso);
  const with_ = photos > 0 ? ` with ${photos} photos` : '';
  return `${file} is in place${with_}.${keptAt ? ` Earlier data are in ${keptAt}.` : ''}`;
}

/** Open consignments that cannot be worked with; none where the database itself is not whole or of another schema. */
function unreadOf(folder: string): Unread[] {
  const file = databaseFile(folder);
  if (!existsSync(file) || flawsOf(file).length > 0) return [];
  const db = opened(folder);
  try {
    if ((db.pragma('user_version', { simple: true }) as number) !== newestSchema()) return [];
    const records = recordRepository(db);
    const shelves = shelvesOf(records);
    const found = consignmentRepository(db, records, factRepository(db)).page('open', -1, 0);
    return soundOf({ shelves: () => shelves, calendar: () => emptyCalendar }, found).unread;
  } finally {
    db.close();
  }
}

const marks: Record<HealthFinding['state'], string> = { fine: 'ok     ', watch: 'mind   ', stop: 'WRONG  ' };

export function doctorCommand(folder: string, nowMs: number): { text: string; well: boolean } {
  const findings = examine(folder, nowMs, unreadOf(folder));
  return {
    text: findings.map((f) => `${marks[f.state]} ${f.what}: ${f.words}`).join('\n'),
    well: findings.every((f) => f.state !== 'stop'),
  };
}

/**
 * Moves a demo aside, so that another can be made in its place; says where to. Never a house of somebody’s own, nothing
 * with a name in it that this program never gave, and nothing that a server holds. Asks first, or wants --yes.
 */
export async function moveDemoAside(folder: string, yes: boolean, nowIso: string): Promise<string | null> {
  if (!existsSync(folder)) return null;
  const names = readdirSync(folder);
  if (names.length === 0) return null;
  const nothing = 'Nothing was moved. Name another folder with KINDLY_DATA.';
  if (!isDemoFolder(folder)) throw new Trouble(`${folder} is not a demo; it may be your own data. ${nothing}`);
  const strange = strangersIn(folder);
  if (strange.length > 0)
    throw new Trouble(`${folder} holds ${strange.slice(0, 3).join(', ')}, which is not from Kindly Crate. ${nothing}`);
  const aside = `${folder}.before-${nowIso.slice(0, 19).replaceAll(':', '-')}`;
  if (!yes) {
    if (!process.stdin.isTTY)
      throw new Trouble(`${path.resolve(folder)} would be moved to ${aside}; add --yes to confirm. Nothing was moved.`);
    const ask = createInterface({ input: process.stdin, output: process.stderr });
    const answer = await ask.question(`Move ${path.resolve(folder)} to ${aside}? Type yes: `);
    ask.close();
    if (answer.trim().toLowerCase() !== 'yes') throw new Trouble('Nothing was moved.');
  }
  whileHeld(folder, nowIso, () => renameSync(folder, aside));
  return aside;
}
