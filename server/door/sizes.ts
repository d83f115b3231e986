/** Largest picture that is read, bytes; cameras of today stay under it. */
export const LARGEST_PHOTO = 15_000_000;
/** Largest body of a form, a list or a file: 3 MB with its wrapping. */
export const LARGEST_BODY = 4_000_000;
