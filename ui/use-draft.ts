'use client';

import { useEffect, useRef, useState } from 'react';
import { followed, isDirty, kept, type DraftState } from './draft';

function readDraft<D>(place: string): { version: number | null; draft: D } | null {
  try {
    return JSON.parse(sessionStorage.getItem(place) ?? 'null') as { version: number | null; draft: D } | null;
  } catch {
    return null;
  }
}

/** A form's draft over a stored document; see `followed` for what happens when somebody else saves meanwhile. */
export function useDraft<D>(stored: D, version: number | null, name: string | null = null) {
  const [state, setState] = useState<DraftState<D>>({ stored, version, draft: stored });
  const now = followed(state, stored, version);
  if (now !== state) setState(now);
  const [restored, setRestored] = useState(false);
  // What is half filled in outlives a reload of this tab, over the version it was begun on.
  const looked = useRef(false);
  useEffect(() => {
    if (name === null) return;
    const place = `draft ${name}`;
    if (!looked.current) {
      looked.current = true;
      const before = readDraft<D>(place);
      if (before)
        return queueMicrotask(() => {
          setState((s) => ({ ...s, version: before.version, draft: before.draft }));
          setRestored(true);
        });
    }
    if (isDirty(now)) sessionStorage.setItem(place, JSON.stringify({ version: now.version, draft: now.draft }));
    else sessionStorage.removeItem(place);
  }, [name, now]);
  return {
    draft: now.draft,
    version: now.version,
    dirty: isDirty(now),
    /** What was typed before a reload stands here again. */
    restored: restored && isDirty(now),
    setDraft: (next: D | ((d: D) => D)): void =>
      setState((s) => ({ ...s, draft: typeof next === 'function' ? (next as (d: D) => D)(s.draft) : next })),
    kept: (): void => setState(kept),
    /** Throws away what is typed. */
    reset: (): void => setState((s) => ({ ...s, draft: s.stored })),
  };
}
