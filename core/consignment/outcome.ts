import type { z } from 'zod';

/** A sentence beside a place in the input. */
export interface Problem {
  path: string;
  message: string;
}
/** Somebody saved in between: their state as the form would show it, and the version to save over. */
export interface EditConflict {
  version: number;
  theirs: unknown;
}
export type Outcome<T> = { ok: true; value: T } | { ok: false; problems: Problem[]; conflict?: EditConflict };

export const refuse = (path: string, message: string): { ok: false; problems: Problem[] } => ({
  ok: false,
  problems: [{ path, message }],
});

export const problemsOf = (error: z.ZodError): Problem[] =>
  error.issues.map((i) => ({ path: i.path.join('.'), message: i.message }));
