import { existsSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { createInterface } from 'node:readline/promises';
import Database from 'better-sqlite3';
import { emptyCalendar } from '@/core/calendar/calendar';
import { soundOf } from '@/server/consignment/sound';
import { backUp, flawsOf, packed, restore } from '@/server/db/backup';
import { consignmentRepository, type Unread } from '@/server/db/consignments';
import { examine, type Finding } from '@/server/db/doctor';
import { factRepository } from '@/server/db/facts';
import { holderOf, looksOurs } from '@/server/db/lock';
import { newestSchema } from '@/server/db/open';
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
  return `${file} is in place${with_}.${keptAt ? ` What was there before lies in ${keptAt}.` : ''}`;
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

const marks: Record<Finding['state'], string> = { fine: 'ok     ', watch: 'mind   ', stop: 'WRONG  ' };

export function doctorCommand(folder: string, nowMs: number): { text: string; well: boolean } {
  const findings = examine(folder, nowMs, unreadOf(folder));
  return {
    text: findings.map((f) => `${marks[f.state]} ${f.what}: ${f.words}`).join('\n'),
    well: findings.every((f) => f.state !== 'stop'),
  };
}

/** Removes a demo folder that is ours and nobody holds; asks first, or wants --yes. */
export async function removeFolder(folder: string, yes: boolean): Promise<void> {
  if (!existsSync(folder)) return;
  const names = readdirSync(folder);
  if (names.length > 0 && !looksOurs(folder, names))
    throw new Trouble(
      `${folder} holds things that are not Kindly Crate’s: nothing was removed. Name another folder with KINDLY_DATA.`,
    );
  const held = holderOf(folder);
  if (held)
    throw new Trouble(`Kindly Crate runs on ${folder} (process ${held.pid}): stop it first. Nothing was removed.`);
  if (names.length > 0 && !yes) {
    if (!process.stdin.isTTY)
      throw new Trouble(
        `${path.resolve(folder)} would be removed with all that is in it: say so with --yes. Nothing was removed.`,
      );
    const ask = createInterface({ input: process.stdin, output: process.stderr });
    const answer = await ask.question(`Remove ${path.resolve(folder)} with all that is in it? Type yes: `);
    ask.close();
    if (answer.trim().toLowerCase() !== 'yes') throw new Trouble('Nothing was removed.');
  }
  rmSync(folder, { recursive: true, force: true });
}
