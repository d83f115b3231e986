import 'server-only';
import { backupsOf, clearDrafts } from './db/backup';
import { takeLock } from './db/lock';
import { dataFolder, makeFolder } from './db/open';
import { keepBackup } from './settings/backups';
import { pool } from './jobs/pool';
import { figuresOfThisEngine, payForetold } from './jobs/thinker';
import { openHouse, type House } from './house';
import { askAfterAll, howRoadsStand } from './road/road';
import { HOUR } from '@/core/quantities/time';

const kept = globalThis as unknown as { kindlyHouse?: House };

const ASKS_MS = 30_000;

/** One server holds a folder; it keeps a backup when it starts and once a day. */
function opened(folder: string): House {
  makeFolder(folder);
  const giveBack = takeLock(folder, new Date().toISOString());
  process.once('exit', giveBack);
  clearDrafts(folder);
  let h: House;
  try {
    h = openHouse(folder, undefined, undefined, pool());
    payForetold(h);
    figuresOfThisEngine(h);
  } catch (error) {
    giveBack();
    throw error;
  }
  const keep = async (): Promise<void> => {
    const kept = await keepBackup(h);
    if (!kept.ok) console.error(kept.problems[0]!.message);
  };
  // The start itself is not held up.
  setTimeout(() => void keep(), 5000).unref();
  setInterval(() => {
    payForetold(h);
    // By the machine’s own clock: a stopped one of tests and pictures makes no backups older or newer.
    const last = backupsOf(folder)[0];
    if (!last || Date.now() - Date.parse(last.at) >= 24 * HOUR) void keep();
  }, HOUR).unref();
  // Where boxes are is asked after twice a minute; a screen that shows one follows at once.
  let stood = '';
  setInterval(() => {
    if (h.gone()) return;
    const told = askAfterAll(h);
    const stands = howRoadsStand(h);
    if (told || stands !== stood) h.changes.tell();
    stood = stands;
  }, ASKS_MS).unref();
  return h;
}

/** The house of this server process: opened (and migrated) once. */
export function house(): House {
  kept.kindlyHouse ??= opened(dataFolder());
  return kept.kindlyHouse;
}
