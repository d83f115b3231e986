import { accessSync, constants, existsSync, statSync } from 'node:fs';
import Database from 'better-sqlite3';
import { backupsOf, flawsOf, howToGoOn, lastGoodBackup, freeBytes } from './backup';
import { holderOf, isOurFolder } from './lock';
import { newestSchema } from './schema';
import { databaseFile, shownPath } from './watch';

/** One thing that was looked at: well, to be minded, or wrong, in a sentence. */
export interface HealthFinding {
  what: string;
  state: 'fine' | 'watch' | 'stop';
  words: string;
}

const mb = (bytes: number): string =>
  bytes >= 1e9 ? `${(bytes / 1e9).toFixed(1)} GB` : `${(bytes / 1e6).toFixed(bytes < 1e7 ? 1 : 0)} MB`;

/** Less room than this is told; less than a tenth of it is wrong. */
const ROOM = 500e6;
const OLD_BACKUP_H = 50;

/** Looks a data folder over without changing anything in it. `unread` tells consignments that cannot be worked with. */
export function examine(
  folder: string,
  nowMs: number,
  unread: readonly { code: string; why: string }[] = [],
): HealthFinding[] {
  const out: HealthFinding[] = [];
  const say = (what: string, state: HealthFinding['state'], words: string): void =>
    void out.push({ what, state, words });
  const file = databaseFile(folder);
  if (!existsSync(folder)) return [{ what: 'Folder', state: 'stop', words: `There is no folder ${folder}.` }];
  if (!existsSync(file))
    return [
      {
        what: 'Folder',
        state: 'stop',
        words: howToGoOn(folder) ?? `There is no database in ${folder}; ./kindly start makes one.`,
      },
    ];

  let writable = true;
  try {
    accessSync(folder, constants.W_OK | constants.X_OK);
    accessSync(file, constants.W_OK);
  } catch {
    writable = false;
  }
  const open = (statSync(folder).mode & 0o077) | (statSync(file).mode & 0o077);
  if (!writable) say('Permissions', 'stop', 'This user cannot write here. Nothing can be saved.');
  else if (open)
    say('Permissions', 'watch', 'Others on this computer can read the data. The next start prevents that.');
  else say('Permissions', 'fine', 'Only you may read and write.');
  if (!isOurFolder(folder)) say('Folder', 'watch', 'The folder has no mark yet. The next start writes it.');

  const flaws = flawsOf(file);
  if (flaws.length === 0) say('Database', 'fine', `Intact, all links valid, ${mb(statSync(file).size)}.`);
  for (const flaw of flaws) say('Database', 'stop', flaw);
  if (flaws.length === 0) {
    const db = new Database(file, { readonly: true });
    const schema = db.pragma('user_version', { simple: true }) as number;
    db.close();
    say(
      'Schema',
      schema === newestSchema() ? 'fine' : 'watch',
      schema === newestSchema()
        ? `${schema}, the newest.`
        : `${schema}; the next start brings it to ${newestSchema()}, after a copy.`,
    );
  }
  if (unread.length === 0) say('Shipments', 'fine', 'All open shipments can be read.');
  for (const u of unread) say('Shipments', 'stop', `${u.code} cannot be read: ${u.why}`);

  const room = freeBytes(folder);
  say('Disk space', room < ROOM / 10 ? 'stop' : room < ROOM ? 'watch' : 'fine', `${mb(room)} free on its disk.`);

  const held = holderOf(folder);
  say(
    'Running',
    'fine',
    held
      ? `One server uses it, process ${held.pid}, since ${held.at.slice(0, 16).replace('T', ' ')} UTC.`
      : 'No server uses it.',
  );

  const kept = backupsOf(folder);
  const latest = kept[0];
  const good = lastGoodBackup(folder);
  if (!latest) say('Backups', 'watch', 'None yet. One is made a few seconds after each start.');
  else {
    const hours = (nowMs - Date.parse(latest.at)) / 3600_000;
    say(
      'Backups',
      !good ? 'stop' : hours > OLD_BACKUP_H ? 'watch' : 'fine',
      `${kept.length} kept, the latest of ${latest.at.slice(0, 16).replace('T', ' ')} UTC. ${good ? `Last intact one: ${shownPath(good.file)}` : 'None is intact.'}`,
    );
  }
  const year = new Date(nowMs).getUTCFullYear();
  const ahead = latest && Date.parse(latest.at) > nowMs + 3600_000;
  if (year < 2024 || year > 2099 || ahead)
    say(
      'Clock',
      'stop',
      `This computer’s clock shows ${new Date(nowMs).toISOString().slice(0, 16).replace('T', ' ')} UTC. Correct it first.`,
    );
  else say('Clock', 'fine', `${new Date(nowMs).toISOString().slice(0, 16).replace('T', ' ')} UTC.`);
  return out;
}
