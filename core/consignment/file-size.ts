import { refuse, type Outcome } from './outcome';

/** The largest list, forecast, shipment or log that is read, bytes. */
export const LARGEST_FILE = 3_000_000;
/** The largest picture that is read, bytes. */
export const LARGEST_PHOTO = 15_000_000;

/** Refuses a file of so many bytes in words. */
export const tooLarge = (bytes: number): Extract<Outcome<never>, { ok: false }> =>
  refuse('file', `This file has ${(bytes / 1e6).toFixed(0)} MB; the limit is 3 MB. Nothing was changed.`);
