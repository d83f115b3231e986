'use client';

import { useEffect, useSyncExternalStore } from 'react';
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
