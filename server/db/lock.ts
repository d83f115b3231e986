import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import Database from 'better-sqlite3';
import { Trouble } from '@/server/trouble';

/** Who holds a data folder: one process at a time. */
export interface Holder {
  pid: number;
  at: string;
}

/** What holds a folder is a lock that SQLite takes of the system: it goes with its process, however that ends. */
const lockFile = (folder: string): string => path.join(folder, 'kindly.lock.db');
/** Beside it stands who took it, for people. */
const noteFile = (folder: string): string => path.join(folder, 'kindly.lock');

/** Folders that this very process holds; a number of a process may be another's too, in another container. */
const held = ((globalThis as { kindlyHolds?: Set<string> }).kindlyHolds ??= new Set<string>());

/** The lock, taken; null where somebody has it. */
function taken(folder: string): Database.Database | null {
  const db = new Database(lockFile(folder), { timeout: 0 });
  try {
    db.exec('BEGIN EXCLUSIVE');
    return db;
  } catch (error) {
    db.close();
    if ((error as { code?: string }).code === 'SQLITE_BUSY') return null;
    throw error;
  }
}

function noted(folder: string): Holder {
  try {
    const { pid, at } = JSON.parse(readFileSync(noteFile(folder), 'utf8')) as Partial<Holder>;
    return { pid: Number(pid) || 0, at: String(at) };
  } catch {
    return { pid: 0, at: '' };
  }
}

/** Who holds a folder now; null where nobody does, or whoever did is gone. */
export function holderOf(folder: string): Holder | null {
  if (!existsSync(lockFile(folder))) return null;
  const lock = taken(folder);
  lock?.close();
  return lock ? null : noted(folder);
}

/**
 * Takes a data folder for this process. Throws a sentence where another has it; a second look of the same process is no
 * other. Says how to give it back.
 */
export function takeLock(folder: string, nowIso: string): () => void {
  const lock = taken(folder);
  if (!lock) {
    if (held.has(path.resolve(folder))) return () => undefined;
    const by = noted(folder);
    throw new Trouble(
      `Kindly Crate already runs on ${folder} (process ${by.pid || 'that is just starting'}${by.at ? `, since ${by.at}` : ''}). Stop that one first, or set KINDLY_DATA to another folder.`,
    );
  }
  writeFileSync(noteFile(folder), JSON.stringify({ pid: process.pid, at: nowIso } satisfies Holder), { mode: 0o600 });
  held.add(path.resolve(folder));
  return () => {
    if (!lock.open) return;
    held.delete(path.resolve(folder));
    rmSync(noteFile(folder), { force: true });
    lock.close();
  };
}

/** Does something while this process holds a folder. */
export function whileHeld<T>(folder: string, nowIso: string, work: () => T): T {
  const giveBack = takeLock(folder, nowIso);
  try {
    return work();
  } finally {
    giveBack();
  }
}

/** The mark of a data folder, and of one that holds a demo: only a demo is ever made anew. */
const MARKER = 'kindly-crate-data.txt';
const DEMO_MARKER = 'kindly-crate-demo.txt';
const marks: Readonly<Record<string, string>> = {
  [MARKER]: 'This folder holds Kindly Crate data: database, photos and backups. Keep it together.\n',
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
