/** A row by its id, or a sentence that says what is missing. */
export function row<T extends { id: string }>(rows: readonly T[], id: string, what: string): T {
  const found = rows.find((r) => r.id === id);
  if (!found) throw new RangeError(`There is no ${what} "${id}" in the catalogue.`);
  return found;
}
