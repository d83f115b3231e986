import { createHash } from 'node:crypto';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  linkSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statfsSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { unzipSync, zipSync, type Zippable } from 'fflate';
import { LARGEST_PHOTO } from '@/core/consignment/file-size';
import { Trouble } from '@/server/trouble';
import type { Db } from './db';
import { flush, writeForGood } from './durable';
import { markFolder, noDemo, whileHeld } from './lock';
import { newestSchema, ourPrograms, programsIn } from './schema';
import { databaseFile, shownPath } from './watch';

/** Backups lie beside the data; each is a whole database, named by its instant. */
const folderOf = (folder: string): string => path.join(folder, 'backups');
const NAME = /^(\d{4}-\d{2}-\d{2})T(\d{2})-(\d{2})-(\d{2})Z\.db$/;
const nameAt = (iso: string): string => `${iso.slice(0, 19).replaceAll(':', '-')}Z.db`;

export interface KeptBackup {
  file: string;
  at: string;
  bytes: number;
}

/** Backups of a folder, the latest first. */
export function backupsOf(folder: string): KeptBackup[] {
  const here = folderOf(folder);
  if (!existsSync(here)) return [];
  return readdirSync(here)
    .flatMap((name): KeptBackup[] => {
      const m = NAME.exec(name);
      if (!m) return [];
      const file = path.join(here, name);
      return [{ file, at: `${m[1]}T${m[2]}:${m[3]}:${m[4]}.000Z`, bytes: statSync(file).size }];
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1));
}

const DAYS = 7;
const WEEKS = 4;
const MONTHS = 12;

/** Of instants those to keep: the latest of each of seven days, four weeks, twelve months, and the very latest. */
export function backupsToKeep(instants: readonly string[]): Set<string> {
  const latest = [...instants].sort().reverse();
  const keep = new Set<string>(latest.slice(0, 1));
  const each = (unit: (iso: string) => string, most: number): void => {
    const seen = new Set<string>();
    for (const iso of latest) {
      const u = unit(iso);
      if (seen.has(u)) continue;
      if (seen.size >= most) break;
      seen.add(u);
      keep.add(iso);
    }
  };
  each((iso) => iso.slice(0, 10), DAYS);
  // Weeks begin on Mondays: day 4 of the epoch was one.
  each((iso) => String(Math.floor((Date.parse(iso) / 864e5 + 3) / 7)), WEEKS);
  each((iso) => iso.slice(0, 7), MONTHS);
  return keep;
}

/** What is wrong with a database file; an empty list where nothing is. */
export function flawsOf(file: string): string[] {
  let db: Db;
  try {
    db = new Database(file, { readonly: true, fileMustExist: true });
  } catch (error) {
    return [`It cannot be opened: ${(error as Error).message}.`];
  }
  try {
    const integrity = (db.pragma('integrity_check(5)') as { integrity_check: string }[]).map((r) => r.integrity_check);
    if (integrity[0] !== 'ok') return [`It is damaged: ${integrity.join('; ')}.`];
    const schema = db.pragma('user_version', { simple: true }) as number;
    const table = db.prepare(`SELECT name FROM sqlite_master WHERE name = 'consignment'`).get();
    if (!table || schema < 1) return ['It is a database, but not from Kindly Crate.'];
    if (schema > newestSchema())
      return [`It was written by a newer Kindly Crate (schema ${schema}, here ${newestSchema()}). Update the program.`];
    const ours = ourPrograms();
    const foreign = programsIn(db).find((p) => !ours.has(p));
    if (foreign) return [`It holds foreign code that would run on every write (${foreign.slice(0, 60).trim()} …).`];
    const dangling = db.pragma('foreign_key_check') as { table: string; parent: string }[];
    return dangling.length > 0
      ? [`${dangling.length} rows of ${dangling[0]!.table} refer to rows of ${dangling[0]!.parent} that are missing.`]
      : [];
  } catch (error) {
    return [`It is damaged: ${(error as Error).message}.`];
  } finally {
    db.close();
  }
}

/** A whole copy by SQLite's online backup: others may write meanwhile. Kept only once it was opened and found whole. */
async function copyTo(db: Db, file: string): Promise<void> {
  const draft = `${file}.part`;
  rmSync(draft, { force: true });
  await db.backup(draft);
  // A backup is a file by itself: no log beside it.
  const made = new Database(draft);
  made.pragma('journal_mode = DELETE');
  made.close();
  const flaws = flawsOf(draft);
  if (flaws.length > 0) {
    rmSync(draft, { force: true });
    throw new Trouble(`The backup is damaged and was not kept. ${flaws.join(' ')}`);
  }
  chmodSync(draft, 0o600);
  renameSync(draft, file);
}

/** Takes away what a backup that was ended half way left: drafts of copies. The folder is held by whoever does. */
export function clearDrafts(folder: string): void {
  for (const here of [folder, folderOf(folder)])
    if (existsSync(here))
      for (const name of readdirSync(here))
        if (/^(\d{4}-.*Z\.db|kindly-crate\.db\.packing)(\.part.*)?$/.test(name) && !NAME.test(name))
          rmSync(path.join(here, name), { force: true });
}

/** Keeps a backup of now, and lets go of those that are not kept any longer. */
export async function backUp(folder: string, db: Db, nowIso: string): Promise<string> {
  mkdirSync(folderOf(folder), { recursive: true, mode: 0o700 });
  const file = path.join(folderOf(folder), nameAt(nowIso));
  await copyTo(db, file);
  const kept = backupsOf(folder);
  const keep = backupsToKeep(kept.map((k) => k.at));
  for (const k of kept) if (!keep.has(k.at)) rmSync(k.file, { force: true });
  return file;
}

const PHOTOS = 'photos';
const photosOf = (folder: string): string[] => {
  const here = path.join(folder, PHOTOS);
  return existsSync(here) ? readdirSync(here).filter((n) => /^[0-9a-f]{64}\.jpg$/.test(n)) : [];
};

/** Everything of a data folder in one file: the database and the photos. */
export async function packed(folder: string, db: Db): Promise<Uint8Array> {
  const draft = path.join(folder, 'kindly-crate.db.packing');
  await copyTo(db, draft);
  const files: Zippable = { [DATABASE]: readFileSync(draft) };
  rmSync(draft, { force: true });
  // Pictures are compressed already.
  for (const name of photosOf(folder))
    files[`${PHOTOS}/${name}`] = [readFileSync(path.join(folder, PHOTOS, name)), { level: 0 }];
  return zipSync(files, { level: 6 });
}

const DATABASE = 'kindly-crate.db';
const PHOTO = /^photos\/([0-9a-f]{64})\.jpg$/;
/** A database that packs better than this was made to fill a disk († ours; of a demo it is 8). */
const SWELLS = 60;

/** What a backup file holds: a database alone, or one with its photos. Throws a sentence for any other file. */
function unpacked(file: string): { db: Uint8Array; photos: Map<string, Uint8Array> } {
  const bytes = new Uint8Array(readFileSync(file));
  const photos = new Map<string, Uint8Array>();
  if (Buffer.from(bytes.subarray(0, 15)).toString() === 'SQLite format 3') return { db: bytes, photos };
  let entries: Record<string, Uint8Array>;
  try {
    entries = unzipSync(bytes, {
      // Only what is ours, and nothing that swells: a database of ours packs to a tenth, a picture not at all.
      filter: (f) => {
        if (f.name !== DATABASE && !PHOTO.test(f.name)) return false;
        const most = f.name === DATABASE ? 1e6 + f.size * SWELLS : LARGEST_PHOTO;
        if (f.originalSize <= most) return true;
        throw new Trouble(
          `${file} is not a Kindly Crate backup: ${f.name} in it would grow to ${Math.round(f.originalSize / 1e6)} MB. Nothing was changed.`,
        );
      },
    });
  } catch (error) {
    if (error instanceof Trouble) throw error;
    throw new Trouble(`${file} is not a Kindly Crate backup: neither a database nor a packed folder.`);
  }
  const db = entries[DATABASE];
  if (!db) throw new Trouble(`${file} holds no Kindly Crate database.`);
  for (const [name, content] of Object.entries(entries)) {
    const hash = PHOTO.exec(name)?.[1];
    // A picture is named by what is in it: one that is not is damaged, or no picture of ours.
    if (hash && createHash('sha256').update(content).digest('hex') === hash) photos.set(`${hash}.jpg`, content);
  }
  return { db, photos };
}

/** Brings the log of a database that nobody holds into its file; one that is damaged keeps its log beside it. */
function settle(file: string): void {
  try {
    const db = new Database(file, { fileMustExist: true });
    db.pragma('wal_checkpoint(TRUNCATE)');
    db.close();
  } catch {
    // It is kept as it is.
  }
}

/** Keeps the database of a folder under another name too; where the disk knows no second name, as a copy. Says where. */
function keepBeside(folder: string, nowIso: string): string {
  const keptAt = path.join(folder, 'backups', `before-restore-${nameAt(nowIso).slice(0, -3)}`);
  mkdirSync(keptAt, { recursive: true, mode: 0o700 });
  const here = databaseFile(folder);
  settle(here);
  for (const end of ['', '-wal', '-shm']) {
    const to = path.join(keptAt, path.basename(here) + end);
    if (!existsSync(here + end)) continue;
    rmSync(to, { force: true });
    try {
      linkSync(here + end, to);
    } catch {
      copyFileSync(here + end, to);
    }
    flush(to);
  }
  flush(keptAt);
  return keptAt;
}

interface Restored {
  keptAt: string | null;
  photos: number;
}

const RESTORING = 'kindly-crate.db.restoring';

/**
 * Puts a backup in place of the data of a folder: checked first, refused while a server runs there. What was there is kept
 * beside it; the database changes by one renaming, so that whenever it is interrupted either the old one or the new one is
 * there, whole. Says where the old one lies.
 */
export function restore(folder: string, file: string, nowIso: string): Restored {
  if (!existsSync(file)) throw new Trouble(`There is no file ${file}.`);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  return whileHeld(folder, nowIso, () => restoreHeld(folder, file, nowIso));
}

function restoreHeld(folder: string, file: string, nowIso: string): Restored {
  const { db, photos } = unpacked(file);
  const draft = path.join(folder, RESTORING);
  writeFileSync(draft, db, { mode: 0o600 });
  const flaws = flawsOf(draft);
  if (flaws.length > 0) {
    rmSync(draft, { force: true });
    throw new Trouble(`${file} was not used. ${flaws.join(' ')}`);
  }
  flush(draft);
  // Pictures are only added: none that is here is taken away.
  const pictures = path.join(folder, PHOTOS);
  mkdirSync(pictures, { recursive: true, mode: 0o700 });
  for (const [name, content] of photos) {
    const to = path.join(pictures, name);
    if (!existsSync(to)) writeForGood(to, content);
  }
  const here = databaseFile(folder);
  const keptAt = existsSync(here) ? keepBeside(folder, nowIso) : null;
  // A log that could not be brought into the old database is no log of the new one; it lies beside the old one.
  for (const end of ['-wal', '-shm']) rmSync(here + end, { force: true });
  renameSync(draft, here);
  markFolder(folder);
  noDemo(folder);
  flush(folder);
  return { keptAt, photos: photos.size };
}

/** What lies in a folder without a database from which it can go on: an interrupted restore, its backups, its pictures. */
function remainsOf(folder: string): string[] {
  if (existsSync(databaseFile(folder)) || !existsSync(folder)) return [];
  const before = path.join(folder, 'backups');
  const restores = existsSync(before) ? readdirSync(before).filter((n) => n.startsWith('before-restore-')) : [];
  return [
    ...(existsSync(path.join(folder, RESTORING)) ? [path.join(folder, RESTORING)] : []),
    ...backupsOf(folder).map((k) => k.file),
    ...restores.map((n) => path.join(before, n, path.basename(databaseFile(folder)))).filter((f) => existsSync(f)),
    ...(existsSync(`${databaseFile(folder)}-wal`) ? [`${databaseFile(folder)}-wal`] : []),
    ...photosOf(folder)
      .slice(0, 1)
      .map((n) => path.join(folder, PHOTOS, n)),
  ];
}

/** How to go on where a database is missing and something of it lies there; null where the folder is simply new. */
export function howToGoOn(folder: string): string | null {
  const remains = remainsOf(folder);
  if (remains.length === 0) return null;
  const good = remains.find((f) => /\.(db|restoring)$/.test(f) && flawsOf(f).length === 0);
  return `There is no database in ${folder}, but ${shownPath(remains[0]!)} is there: a restore was interrupted, or the file was removed. ${
    good ? `Run ./kindly restore ${shownPath(good)}.` : 'Put the file back.'
  } To start empty, move the folder away first.`;
}

/** A backup that is whole, the latest; null where there is none. */
export const lastGoodBackup = (folder: string): KeptBackup | null =>
  backupsOf(folder).find((k) => flawsOf(k.file).length === 0) ?? null;

/** Room on the disk of a folder, in bytes. */
export const freeBytes = (folder: string): number => {
  const s = statfsSync(folder);
  return s.bavail * s.bsize;
};
