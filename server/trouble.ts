/** What a database or a disk can run into, as sentences with what to do. */
const sentences: Readonly<Record<string, string>> = {
  SQLITE_FULL: 'The disk is full: nothing was saved. Make room, then press again; what you typed is still here.',
  SQLITE_READONLY:
    'The data folder may not be written to: nothing was saved. Check the permissions of the folder, then press again.',
  SQLITE_CANTOPEN:
    'The data cannot be opened: nothing was saved. Check that the data folder is there and may be written to.',
  SQLITE_CORRUPT:
    'The file of the data is damaged: nothing was saved. Stop Kindly Crate, keep a copy of the folder, and run ./kindly doctor.',
  SQLITE_NOTADB:
    'The file of the data is no database any more: nothing was saved. Stop Kindly Crate, keep a copy of the folder, and run ./kindly doctor.',
  SQLITE_IOERR:
    'The disk did not take it: nothing was saved. Check the disk, then press again; what you typed is still here.',
  SQLITE_BUSY: 'Another program holds the data: nothing was saved. Press again in a moment.',
  ENOSPC: 'The disk is full: nothing was saved. Make room, then press again; what you typed is still here.',
  EACCES: 'The data folder may not be written to: nothing was saved. Check the permissions of the folder.',
  EROFS: 'The disk may only be read: nothing was saved. Check the disk, then press again.',
};

/** A sentence that was made for people, thrown where the data could not be opened. */
export class Trouble extends Error {}

/** The sentence of an error that is known; null for one that nobody expected. */
export function troubleOf(error: unknown): string | null {
  if (error instanceof Trouble) return error.message;
  const code = (error as { code?: unknown } | null)?.code;
  if (typeof code !== 'string') return null;
  const name = Object.keys(sentences).find((k) => code === k || code.startsWith(`${k}_`));
  return name ? sentences[name]! : null;
}
