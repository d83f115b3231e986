import { statSync } from 'node:fs';
import path from 'node:path';

export const databaseFile = (folder: string): string => path.join(folder, 'kindly-crate.db');

/**
 * Watches that the open database is still the file in its folder: SQLite goes on writing into a file that was deleted or
 * replaced, and would say that all is well.
 */
export function watchFile(folder: string | null): () => string | null {
  if (folder === null) return () => null;
  const file = databaseFile(folder);
  const opened = statSync(file).ino;
  return () => {
    const now = statSync(file, { throwIfNoEntry: false });
    return now?.ino === opened
      ? null
      : `The data folder ${folder} was ${now ? 'replaced' : 'removed'} while Kindly Crate ran. Nothing is saved any more. Put it back and restart.`;
  };
}

/** A path as people read it: from where they stand, if it lies there. */
export function shownPath(file: string): string {
  const near = path.relative(/* turbopackIgnore: true */ process.cwd(), file);
  return near !== '' && !near.startsWith('..') ? near : file;
}
