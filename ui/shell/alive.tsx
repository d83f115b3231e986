'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { goWhole } from '@/ui/go-whole';
import { isOwnPress } from '@/ui/presses';
import { QueueBar } from '@/ui/queue/bar';
import { begin, whenDone } from '@/ui/queue/store';
import { bePatient } from './network-retry';
import { useShown } from './preferences';

/** Several changes at once are one look. */
const GATHER_MS = 200;
/** Where no stream comes through, the server is asked this often. */
const POLL_MS = 1500;

interface Change {
  n: number;
  press: string;
}

/**
 * Follows what others change while the page is looked at: within two seconds it stands here too. What is typed stays (`ui/draft.ts`).
 * A phone that was put out goes to the door.
 */
export function Alive() {
  const router = useRouter();
  useEffect(() => {
    bePatient();
    void begin();
    if (window.isSecureContext && 'serviceWorker' in navigator)
      void navigator.serviceWorker.register('/sw.js').catch(() => undefined);
    return whenDone(() => router.refresh());
  }, [router]);
  // A page that was kept, or stood through a night without network, is of an earlier state than the first that is told.
  const began = useRef(useShown());
  useEffect(() => {
    let seen = began.current;
    let stream: EventSource | null = null;
    let poll: ReturnType<typeof setInterval> | null = null;
    let gather: ReturnType<typeof setTimeout> | null = null;

    // What a phone kept of the house goes with its session.
    const out = (): void => {
      const gone =
        'caches' in window ? caches.keys().then((all) => Promise.all(all.map((k) => caches.delete(k)))) : null;
      void Promise.resolve(gone).finally(() => goWhole('/door'));
    };
    const heard = (c: Change): void => {
      const fresh = c.n !== seen;
      seen = c.n;
      // What was pressed here has fetched its figures itself.
      if (!fresh || isOwnPress(c.press)) return;
      gather ??= setTimeout(() => {
        gather = null;
        router.refresh();
      }, GATHER_MS);
    };
    const ask = async (): Promise<void> => {
      const answer = await fetch('/changes?now', { cache: 'no-store' }).catch(() => null);
      if (answer?.status === 401) out();
      else if (answer?.ok) heard((await answer.json()) as Change);
    };
    const close = (): void => {
      stream?.close();
      stream = null;
      if (poll) clearInterval(poll);
      poll = null;
    };
    const listen = (): void => {
      close();
      if (document.visibilityState !== 'visible') return;
      stream = new EventSource('/changes');
      stream.onmessage = (e) => {
        if (poll) clearInterval(poll);
        poll = null;
        heard(JSON.parse(e.data as string) as Change);
      };
      stream.addEventListener('out', out);
      // It tries again by itself; until it is there, or where it never comes, the server is asked.
      stream.onerror = () => {
        poll ??= setInterval(() => void ask(), POLL_MS);
        if (stream?.readyState === EventSource.CLOSED) void ask();
      };
    };
    listen();
    document.addEventListener('visibilitychange', listen);
    window.addEventListener('online', listen);
    return () => {
      close();
      if (gather) clearTimeout(gather);
      document.removeEventListener('visibilitychange', listen);
      window.removeEventListener('online', listen);
    };
  }, [router]);
  return <QueueBar />;
}
