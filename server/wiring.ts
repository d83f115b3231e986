import 'server-only';
import { backupsOf } from './db/backup';
import { takeLock } from './db/lock';
import { dataFolder, makeFolder } from './db/open';
import { keepBackup } from './settings/backups';
import { pool } from './jobs/pool';
import { payForetold } from './jobs/thinker';
import { openHouse, type House } from './house';

const kept = globalThis as unknown as { kindlyHouse?: House };

const HOUR = 3600_000;

/** One server holds a folder; it keeps a backup when it starts and once a day. */
function opened(folder: string): House {
  makeFolder(folder);
  const giveBack = takeLock(folder, new Date().toISOString());
  process.once('exit', giveBack);
  let h: House;
  try {
    h = openHouse(folder, undefined, undefined, pool());
    payForetold(h);
  } catch (error) {
    giveBack();
    throw error;
  }
  const daily = (): void => {
    const last = backupsOf(folder)[0];
    // By the machine’s own clock: a stopped one of tests and pictures makes no backups older or newer.
    if (last && Date.now() - Date.parse(last.at) < 24 * HOUR) return;
    keepBackup(h).catch((error: unknown) => console.error('No backup was made.', error));
  };
  // The start itself is not held up.
  setTimeout(() => keepBackup(h).catch((error: unknown) => console.error('No backup was made.', error)), 5000).unref();
  setInterval(daily, HOUR).unref();
  return h;
}

/** The house of this server process: opened (and migrated) once. */
export function house(): House {
  kept.kindlyHouse ??= opened(dataFolder());
  return kept.kindlyHouse;
}
