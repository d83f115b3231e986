/** What of the luck of a journey, and of what is not known before it, can lose it. */
export type Cause =
  | 'delay'
  | 'weather'
  | 'places'
  | 'fish'
  | 'packs'
  | 'box'
  | 'packKind'
  | 'boxKind'
  | 'water'
  | 'limits';
/** The luck of the road: it differs from journey to journey. */
export const luck: readonly Cause[] = ['delay', 'weather', 'places', 'fish', 'packs', 'box'];
/** What is not known about a kind until it was measured: the same on every journey. */
export const unknown: readonly Cause[] = ['packKind', 'boxKind', 'water', 'limits'];
export const causes: readonly Cause[] = [...luck, ...unknown];

/** Failing draws that are looked into for their cause; more only cost time. */
export const EXAMINED = 60;
/** Draws that tell what measuring a kind would be worth. */
export const MEASURED_DRAWS = 150;

export const noneSaved = (): Record<Cause, number> =>
  Object.fromEntries(causes.map((c) => [c, 0])) as Record<Cause, number>;
