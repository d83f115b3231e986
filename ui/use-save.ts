'use client';

import { useRouter } from 'next/navigation';
import { wasDone } from '@/server/actions';
import { useCallback, useState, useTransition } from 'react';
import type { EditConflict, Outcome, Problem } from '@/core/consignment/outcome';
import { newPress } from './presses';

const LOOKS_MS = [300, 1000, 2000, 4000, 8000];

/** An answer was lost: nobody knows yet whether it was saved. The server is asked until it tells; null if it never does. */
async function truthOf<T>(press: string, tell: (message: string) => void): Promise<Outcome<T> | null> {
  tell('Not clear yet whether this was saved. Checking …');
  for (const ms of LOOKS_MS) {
    await new Promise((resolve) => setTimeout(resolve, ms));
    const known = await wasDone(press).catch(() => null);
    if (known) return known as Outcome<T>;
  }
  tell(
    'The server does not answer. It is not clear whether this was saved. Your entries are still here; check before you press again.',
  );
  return null;
}

/**
 * Sends something to the server, keeps what was typed, and shows sentences where they belong. On success the page's
 * figures are fetched anew; `busy` lasts until they are here, so that a second press starts from them, `sending` only until
 * the answer, `press` its name meanwhile.
 */
export function useSave() {
  const router = useRouter();
  const [press, setPress] = useState<string | null>(null);
  const sending = press !== null;
  const [refreshing, startRefresh] = useTransition();
  const [problems, setProblems] = useState<Problem[]>([]);
  const [conflict, setConflict] = useState<EditConflict | null>(null);
  const save = useCallback(
    async <T>(send: (press: string) => Promise<Outcome<T>>, then?: (value: T) => void): Promise<boolean> => {
      const press = newPress();
      setPress(press);
      const tell = (message: string): void => setProblems([{ path: '', message }]);
      try {
        const answer = await send(press).catch(() => truthOf<T>(press, tell));
        if (answer === null) return false;
        setProblems(answer.ok ? [] : answer.problems);
        setConflict(answer.ok ? null : (answer.conflict ?? null));
        // What somebody else saved meanwhile is fetched: what does not clash is put together by itself (`ui/draft.ts`).
        if (!answer.ok && answer.conflict) startRefresh(() => router.refresh());
        if (!answer.ok) return false;
        then?.(answer.value);
        startRefresh(() => router.refresh());
        return true;
      } finally {
        setPress(null);
      }
    },
    [router],
  );
  return { save, busy: sending || refreshing, sending, press, problems, setProblems, conflict };
}

export const problemAt = (problems: readonly Problem[], path: string): string | undefined =>
  problems.find((p) => p.path === path)?.message;
