/**
 * How grave: *stop* an animal is or will be harmed, nothing goes on without a reason; *now* within the hour; *today*; *know*.
 */
export const severities = ['stop', 'now', 'today', 'know'] as const;
export type Severity = (typeof severities)[number];

/** What is found of one subject, as data: what is said of it stands in `words/en/concerns.ts`. */
export interface Raised<F> {
  finding: F;
  severity: Severity;
  /** Since when, ms; null where nobody can say. */
  sinceMs: number | null;
  /** How bad within its severity, times what is allowed; what was accepted comes back once it grew by a fifth. */
  times?: number;
}
