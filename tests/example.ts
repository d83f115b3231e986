import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readConsignment } from '@/core/consignment/file';
import type { Consignment } from '@/core/consignment/schema';

/** One of the shipped examples, read as a user's file would be. */
export function exampleConsignment(name = 'tropical-overnight-in-frost'): Consignment {
  const read = readConsignment(JSON.parse(readFileSync(path.join(process.cwd(), 'examples', `${name}.json`), 'utf8')));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.value;
}
