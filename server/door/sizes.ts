/** Largest body of a form, a list or a file: 3 MB with its wrapping. */
export const LARGEST_BODY = 4_000_000;
