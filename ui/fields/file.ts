/** A text on its way to the server: as a file, since as plain text no more than a million characters are read. */
export const sent = (text: string): Blob => new Blob([text], { type: 'text/plain' });

/** The text of a file, and in which writing it was where that was not the usual one. */
export interface ReadText {
  text: string;
  /** What was done to read it, to be told; empty for UTF-8. */
  said: string;
}

/**
 * Reads a file as spreadsheets of every age write it: UTF-8, UTF-16 with its mark, else the old Western writing
 * (windows-1252, which holds Latin-1).
 */
export function readText(bytes: Uint8Array): ReadText {
  const [a, b] = bytes;
  const decoded = (writing: string): string => new TextDecoder(writing).decode(bytes);
  if (a === 0xff && b === 0xfe) return { text: decoded('utf-16le'), said: 'Read as UTF-16.' };
  if (a === 0xfe && b === 0xff) return { text: decoded('utf-16be'), said: 'Read as UTF-16.' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), said: '' };
  } catch {
    return { text: decoded('windows-1252'), said: 'Read as Latin-1: check that accented letters are right.' };
  }
}

export const readFileText = async (file: File): Promise<ReadText> => readText(new Uint8Array(await file.arrayBuffer()));
