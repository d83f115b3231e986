/** Single-letter keys act only when no control has focus. */
export const inField = (t: EventTarget | null): boolean =>
  t instanceof HTMLElement && /^(INPUT|SELECT|TEXTAREA|BUTTON|SUMMARY|A)$/.test(t.tagName);

/** What the list of keys tells: everywhere, and on the Bench. */
export const keysEverywhere = [
  ['/', 'find'],
  ['1 to 8', 'open a station'],
  ['N', 'back to the Bench'],
  ['L', 'dim or brighten'],
  ['P', 'print'],
  ['?', 'these keys'],
] as const;
export const keysOfBench = [
  ['↓ ↑', 'choose a task; J and K too'],
  ['D', 'done'],
  ['S', 'later by an hour; with shift, tomorrow'],
  ['U', 'undo'],
  ['Enter', 'open its screen'],
] as const;
