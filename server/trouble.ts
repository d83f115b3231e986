/** What a database or a disk can run into, as sentences with what to do. */
const sentences: Readonly<Record<string, string>> = {
  SQLITE_FULL: 'Not saved: the disk is full. Free some space and press again. Your entries are still here.',
  SQLITE_READONLY: 'Not saved: no permission to write to the data folder. Check it, then press again.',
  SQLITE_CANTOPEN: 'Not saved: the data cannot be opened. Check that the data folder exists and is writable.',
  SQLITE_CORRUPT: 'Not saved: the data file is damaged. Stop Kindly Crate, copy the folder, and run ./kindly doctor.',
  SQLITE_NOTADB:
    'Not saved: the data file is no longer a database. Stop Kindly Crate, copy the folder, and run ./kindly doctor.',
  SQLITE_IOERR: 'Not saved: the disk refused it. Check the disk and press again. Your entries are still here.',
  SQLITE_BUSY: 'Not saved: another program is using the data. Press again in a moment.',
  ENOSPC: 'Not saved: the disk is full. Free some space and press again. Your entries are still here.',
  EACCES: 'Not saved: no permission to write to the data folder.',
  EROFS: 'Not saved: the disk is read-only. Check it and press again.',
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
