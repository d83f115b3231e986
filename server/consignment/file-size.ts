import { refuse, type Outcome } from '@/core/consignment/outcome';

/** A file that is larger than this is not a forecast or a consignment. */
export const LARGEST_FILE = 3_000_000;

export const tooLarge = (bytes: number): Outcome<never> =>
  refuse('file', `This file has ${(bytes / 1e6).toFixed(0)} MB; the limit is 3 MB. Nothing was changed.`);
