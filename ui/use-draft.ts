'use client';

import { useEffect, useRef, useState } from 'react';
import { clashesOf, followed, isDirty, kept, taking, type Clash, type DraftState } from './draft';

interface Written<D> {
  version: number | null;
  draft: D;
  /** What it was typed over. */
  stored?: D;
  /** Its page was left by a way of the application: a new form is offered it, and does not begin with it. */
  left?: boolean;
}

/** Kept by the device and not by the tab: a browser that was closed, or a phone whose battery died, still has it. */
function read<D>(place: string): Written<D> | null {
  try {
    return JSON.parse(localStorage.getItem(place) ?? 'null') as Written<D> | null;
  } catch {
    return null;
  }
}
function write<D>(place: string, what: Written<D> | null): void {
  try {
    if (what) localStorage.setItem(place, JSON.stringify(what));
    else localStorage.removeItem(place);
  } catch {
    // A device that keeps nothing has the draft as long as its page.
  }
}

export interface DraftKeeping {
  dirty: boolean;
  /** What was typed before a reload stands here again. */
  restored: boolean;
  /** Throws away what is typed; it can be brought back. */
  reset: () => void;
  /** Brings back what was thrown away last; null where nothing was. */
  bringBack: (() => void) | null;
  /** Fields that somebody else saved differently while they were typed here. */
  clashes: Clash[];
}

/** A form's draft over a stored document; see `followed` for what happens when somebody else saves meanwhile. */
export function useDraft<D>(stored: D, version: number | null, name: string) {
  const [state, setState] = useState<DraftState<D>>({ stored, version, draft: stored });
  const now = followed(state, stored, version);
  if (now !== state) setState(now);
  const [restored, setRestored] = useState(false);
  const [thrown, setThrown] = useState<DraftState<D> | null>(null);
  const place = `draft ${name}`;
  // What is half filled in outlives the page, over the version it was begun on.
  const looked = useRef('');
  useEffect(() => {
    if (looked.current !== place) {
      looked.current = place;
      const before = read<D>(place);
      if (before?.left)
        return queueMicrotask(() =>
          setThrown({ stored: before.stored ?? stored, version: before.version, draft: before.draft }),
        );
      if (before)
        return queueMicrotask(() => {
          setState((s) => ({ stored: before.stored ?? s.stored, version: before.version, draft: before.draft }));
          setRestored(true);
        });
    }
    const aside = now.version === null ? thrown : null;
    write(place, isDirty(now) ? { ...now } : aside && { ...aside, left: true });
  }, [place, now, thrown, stored]);
  // A new form that is left with something typed in it keeps that to itself: the next one begins empty, and is offered it.
  const last = useRef(now);
  useEffect(() => {
    last.current = now;
  });
  useEffect(
    () => () => {
      const { current } = last;
      if (current.version === null && isDirty(current)) write(place, { ...current, left: true });
    },
    [place],
  );
  const dirty = isDirty(now);
  return {
    draft: now.draft,
    version: now.version,
    dirty,
    restored: restored && dirty,
    clashes: clashesOf(now, stored, version),
    setDraft: (next: D | ((d: D) => D)): void =>
      setState((s) => ({ ...s, draft: typeof next === 'function' ? (next as (d: D) => D)(s.draft) : next })),
    kept: (): void => {
      setThrown(null);
      setState(kept);
    },
    reset: (): void => {
      if (dirty) setThrown(now);
      setRestored(false);
      setState({ stored, version, draft: stored });
    },
    bringBack: thrown
      ? (): void => {
          setState(thrown);
          setThrown(null);
        }
      : null,
    /** Settles what clashes: the fields that are named stand as the other saved them, the rest as typed. Answers the result. */
    settle: (theirs: ReadonlySet<string>): { draft: D; version: number | null } => {
      const draft = taking(now, stored, theirs);
      setState({ stored, version, draft });
      return { draft, version };
    },
  };
}
