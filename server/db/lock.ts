import {
  closeSync,
  existsSync,
  openSync,
  readdirSync,
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

/** The mark of a data folder, and of one that holds a demo: only a demo is ever made anew. */
const MARKER = 'kindly-crate-data.txt';
const DEMO_MARKER = 'kindly-crate-demo.txt';
const marks: Readonly<Record<string, string>> = {
  [MARKER]: 'This folder holds the data of a Kindly Crate: its database, photos and backups. Keep it whole.\n',
  [DEMO_MARKER]: 'This folder holds a demo of Kindly Crate. ./kindly demo --fresh moves it aside and makes another.\n',
};
const mark = (folder: string, name: string): void => {
  if (!existsSync(path.join(folder, name))) writeFileSync(path.join(folder, name), marks[name]!, { mode: 0o600 });
};
export const isOurFolder = (folder: string): boolean => existsSync(path.join(folder, MARKER));
export const isDemoFolder = (folder: string): boolean => existsSync(path.join(folder, DEMO_MARKER));
export const markFolder = (folder: string): void => mark(folder, MARKER);
export const markDemo = (folder: string): void => mark(folder, DEMO_MARKER);
/** What was a demo is a house of one’s own from now on. */
export const noDemo = (folder: string): void => rmSync(path.join(folder, DEMO_MARKER), { force: true });

/** Names that this program gives, by the folder in which they lie within a data folder. */
const ours: Readonly<Record<string, RegExp>> = {
  '': /^(kindly-crate\.db.*|kindly-crate-(data|demo)\.txt|photos|backups|room|kindly\.lock.*)$/,
  photos: /^[0-9a-f]{64}\.jpg(\.part)?$/,
  backups: /^(\d{4}-\d{2}-\d{2}T[\d-]+Z\.db(\.part.*)?|before-restore-.*)$/,
};

/** Names in a data folder that this program never gave, with the folder they lie in. */
export const strangersIn = (folder: string): string[] =>
  Object.entries(ours).flatMap(([part, known]) => {
    const here = path.join(folder, part);
    if (!existsSync(here) || !statSync(here).isDirectory()) return [];
    return readdirSync(here)
      .filter((n) => !known.test(n))
      .map((n) => path.join(part, n));
  });
