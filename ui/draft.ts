/** What is typed over what is stored, and the version it was begun on. */
export interface DraftState<D> {
  stored: D;
  version: number | null;
  draft: D;
}

export const isDirty = <D>(s: DraftState<D>): boolean =>
  s.draft !== s.stored && JSON.stringify(s.draft) !== JSON.stringify(s.stored);

/**
 * Follows a newer stored version only while nothing is typed. What is typed keeps the version it was begun on, so that
 * saving it over somebody else's is refused with both shown, instead of lost.
 */
export const followed = <D>(s: DraftState<D>, stored: D, version: number | null): DraftState<D> =>
  version === s.version || isDirty(s) ? s : { stored, version, draft: stored };

/** What is typed has been saved: what the server made of it may take its place. */
export const kept = <D>(s: DraftState<D>): DraftState<D> => ({ ...s, stored: s.draft });
