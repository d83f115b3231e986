import type { z } from 'zod';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { LARGEST_FILE, tooLarge } from '@/core/consignment/file-size';

/** What a press tells, read by its schema before anything is done with it; what it cannot be is refused by its field. */
export function parseInput<S extends z.ZodType, T>(
  schema: S,
  given: unknown,
  work: (read: z.output<S>) => Outcome<T>,
): Outcome<T> {
  const read = schema.safeParse(given);
  return read.success ? work(read.data) : { ok: false, problems: problemsOf(read.error) };
}

/** A text as a browser sends it: as a file, since of plain text no action reads more than a million characters. */
export type SentText = string | Blob;

/** The text of a file that was sent, up to the 3 MB that are promised. */
export async function sentText(sent: unknown): Promise<Outcome<string>> {
  if (typeof sent !== 'string' && !(sent instanceof Blob)) return refuse('file', 'No file arrived. Choose it again.');
  const size = typeof sent === 'string' ? sent.length : sent.size;
  if (size > LARGEST_FILE) return tooLarge(size);
  return { ok: true, value: typeof sent === 'string' ? sent : await sent.text() };
}
