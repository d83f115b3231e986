import {
  closeSync,
  existsSync,
  openSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import { Trouble } from '@/server/trouble';

/** Who holds a data folder: one server at a time. */
export interface Holder {
  pid: number;
  /** When that process began, as the system tells it: a number that was given to another process is not its own. */
  began: string;
  at: string;
}

export const lockFile = (folder: string): string => path.join(folder, 'kindly.lock');

/** When a process began; empty where the system does not tell, null where there is no such process. */
export function beganOf(pid: number): string | null {
  try {
    process.kill(pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return null;
  }
  const stat = `/proc/${pid}/stat`;
  // The name of a program may hold anything, brackets too: what follows the last one counts. The twentieth is its start.
  return existsSync(stat) ? (readFileSync(stat, 'utf8').split(') ').pop()!.split(' ')[19] ?? '') : '';
}

/** Who holds a folder now; null where nobody does, or whoever did is gone. */
export function holderOf(folder: string): Holder | null {
  let told: Holder;
  try {
    told = JSON.parse(readFileSync(lockFile(folder), 'utf8')) as Holder;
  } catch {
    return null;
  }
  const began = beganOf(told.pid);
  return began === null || began !== told.began ? null : told;
}

const isOurs = (h: Holder | null): boolean => h?.pid === process.pid;

/** Takes a lock away whose holder is gone; one that was made in this very moment stays. */
function removeStale(file: string): void {
  if (!existsSync(file)) return;
  const was = readFileSync(file, 'utf8');
  const aside = `${file}.${process.pid}`;
  renameSync(file, aside);
  if (readFileSync(aside, 'utf8') !== was) renameSync(aside, file);
  else rmSync(aside);
}

/**
 * Takes a data folder for this process; a lock whose process is gone is taken over. Throws a sentence where another
 * server has it. Says how to give it back.
 */
export function takeLock(folder: string, nowIso: string): () => void {
  const file = lockFile(folder);
  const held = holderOf(folder);
  if (held && !isOurs(held))
    throw new Trouble(
      `Kindly Crate already runs on ${folder} (process ${held.pid}, since ${held.at}). Stop that one first, or set KINDLY_DATA to another folder.`,
    );
  if (!held) removeStale(file);
  const mine: Holder = { pid: process.pid, began: beganOf(process.pid) ?? '', at: nowIso };
  try {
    // Made only if it is not there: of two that start at once one loses.
    const fd = openSync(file, held ? 'w' : 'wx', 0o600);
    writeSync(fd, JSON.stringify(mine));
    closeSync(fd);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST')
      throw new Trouble(`Another Kindly Crate is just starting on ${folder}. Wait for it, or stop it first.`);
    throw error;
  }
  return () => {
    if (isOurs(holderOf(folder))) rmSync(file, { force: true });
  };
}

/** The mark by which a folder is known to be ours: only such a one is ever removed as a whole. */
const MARKER = 'kindly-crate-data.txt';
export const isOurFolder = (folder: string): boolean => existsSync(path.join(folder, MARKER));
export function markFolder(folder: string): void {
  if (!isOurFolder(folder))
    writeFileSync(
      path.join(folder, MARKER),
      'This folder holds the data of a Kindly Crate: its database, photos and backups. Keep it whole.\n',
      { mode: 0o600 },
    );
}

/** A folder of an earlier version has no mark yet, but its database and nothing that is not ours. */
export const looksOurs = (folder: string, names: readonly string[]): boolean =>
  isOurFolder(folder) ||
  (names.includes('kindly-crate.db') &&
    names.every((n) => /^(kindly-crate\.db.*|photos|backups|kindly\.lock)$/.test(n)) &&
    statSync(path.join(folder, 'kindly-crate.db')).isFile());
