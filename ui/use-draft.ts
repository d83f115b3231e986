'use client';

import { useState } from 'react';
import { followed, isDirty, kept, type DraftState } from './draft';

/** A form's draft over a stored document; see `followed` for what happens when somebody else saves meanwhile. */
export function useDraft<D>(stored: D, version: number | null) {
  const [state, setState] = useState<DraftState<D>>({ stored, version, draft: stored });
  const now = followed(state, stored, version);
  if (now !== state) setState(now);
  return {
    draft: now.draft,
    version: now.version,
    dirty: isDirty(now),
    setDraft: (next: D | ((d: D) => D)): void =>
      setState((s) => ({ ...s, draft: typeof next === 'function' ? (next as (d: D) => D)(s.draft) : next })),
    kept: (): void => setState(kept),
    /** Throws away what is typed. */
    reset: (): void => setState((s) => ({ ...s, draft: s.stored })),
  };
}
