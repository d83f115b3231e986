'use client';

import { useEffect, useState, useSyncExternalStore } from 'react';
import { unsentFindings, type HouseFinding } from '@/core/concerns/house';
import type { Raised } from '@/core/concerns/severity';
import { MIN } from '@/core/quantities/time';
import type { Deed } from '@/server/queue/deeds';
import { useShown } from '@/ui/shell/preferences';
import { isCut, isStopped, listen, presses, settlePress, type Press } from './store';

const none: readonly Press[] = [];

/** Every press that is not in the page yet, in its order; one that was refused changed nothing and is not among them. */
export function usePresses(): readonly Press[] {
  const shown = useShown();
  const list = useSyncExternalStore(listen, presses, () => none);
  useEffect(() => settlePress(shown), [shown]);
  return list.filter((p) => p.refused === null && (p.doneIn === null || p.doneIn > shown));
}

/** Those of one kind. */
export const ofDeed = <D extends Deed['deed']>(
  list: readonly Press[],
  deed: D,
): readonly (Press & { deed: Extract<Deed, { deed: D }> })[] =>
  list.filter((p): p is Press & { deed: Extract<Deed, { deed: D }> } => p.deed.deed === deed);

export function useQueueState(): { list: readonly Press[]; cut: boolean; stopped: string | null } {
  const list = useSyncExternalStore(listen, presses, () => none);
  const cut = useSyncExternalStore(listen, isCut, () => false);
  const stopped = useSyncExternalStore(listen, isStopped, () => null);
  return { list, cut, stopped };
}

/** Presses that have been on this phone for too long, looked at each minute while there are any. */
export function useUnsent(): Raised<HouseFinding>[] {
  const list = useSyncExternalStore(listen, presses, () => none);
  const waiting = list.filter((p) => p.refused === null && p.doneIn === null);
  const [now, setNow] = useState(0);
  const some = waiting.length > 0;
  useEffect(() => {
    if (!some) return;
    const look = setInterval(() => setNow(Date.now()), MIN);
    return () => clearInterval(look);
  }, [some]);
  return unsentFindings(
    waiting.map((p) => p.pressedMs),
    now,
  );
}
