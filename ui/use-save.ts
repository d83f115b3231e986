'use client';

import { useRouter } from 'next/navigation';
import { useCallback, useState, useTransition } from 'react';
import type { Conflict, Outcome, Problem } from '@/core/consignment/outcome';

/**
 * Sends something to the server, keeps what was typed, and shows sentences where they belong. On success the page's
 * figures are fetched anew; `busy` lasts until they are here, so that a second press starts from them, `sending` only until
 * the answer.
 */
export function useSave() {
  const router = useRouter();
  const [sending, setSending] = useState(false);
  const [refreshing, startRefresh] = useTransition();
  const [problems, setProblems] = useState<Problem[]>([]);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const save = useCallback(
    async <T>(send: () => Promise<Outcome<T>>, then?: (value: T) => void): Promise<boolean> => {
      setSending(true);
      try {
        const answer = await send();
        setProblems(answer.ok ? [] : answer.problems);
        setConflict(answer.ok ? null : (answer.conflict ?? null));
        if (!answer.ok) return false;
        then?.(answer.value);
        startRefresh(() => router.refresh());
        return true;
      } catch {
        setProblems([
          { path: '', message: 'The server did not answer. Nothing was saved; what you typed is still here.' },
        ]);
        return false;
      } finally {
        setSending(false);
      }
    },
    [router],
  );
  return { save, busy: sending || refreshing, sending, problems, setProblems, conflict };
}

export const problemAt = (problems: readonly Problem[], path: string): string | undefined =>
  problems.find((p) => p.path === path)?.message;
