import { closeSync, fsyncSync, openSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** Written down for good: what is in a file, or which names a folder has. */
export function flush(file: string): void {
  const fd = openSync(file, 'r');
  try {
    fsyncSync(fd);
  } finally {
    closeSync(fd);
  }
}

/** A new file, for its owner alone, that is there whole or not at all, also after a power cut. */
export function writeForGood(file: string, content: Uint8Array): void {
  const part = `${file}.part`;
  writeFileSync(part, content, { mode: 0o600 });
  flush(part);
  renameSync(part, file);
  flush(path.dirname(file));
}
