import { Refusal } from '@/core/quantities/refusal';

/** A row by its id, or a sentence that says what is missing. */
export function row<T extends { id: string }>(rows: readonly T[], id: string, what: string): T {
  const found = rows.find((r) => r.id === id);
  if (!found) throw new Refusal('row-missing', { what, id });
  return found;
}
