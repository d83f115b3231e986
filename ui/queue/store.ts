'use client';

import { openDB, type IDBPDatabase } from 'idb';
import type { Outcome } from '@/core/consignment/outcome';
import type { Deed } from '@/server/queue/deeds';
import { newPress } from '@/ui/presses';

/**
 * Presses of this phone: each is written down before it is sent, and leaves once the server has answered it. They go one
 * after another; what cannot be done stays until somebody has seen why.
 */
export interface Press {
  n: number;
  press: string;
  deed: Deed;
  /** What was pressed, for whoever looks at the queue. */
  words: string;
  pressedMs: number;
  /** Why it was refused; null while it waits. */
  refused: string | null;
  /** The state of the house that it is in; null until the server has it. */
  doneIn: number | null;
  /** The picture of a `photo`; nothing else has bytes. */
  picture?: Blob;
}

type Told = { outcome: Outcome<unknown>; n: number };

const STORE = 'presses';
/** A browser whose storage hangs does not hold up hands. */
const KEEP_MS = 1000;
const AGAIN_MS = [300, 700, 1500, 2500] as const;

let list: readonly Press[] = [];
let db: Promise<IDBPDatabase | null> | null = null;
let kept: Promise<void> = Promise.resolve();
let last = 0;
let sending = false;
let failures = 0;
let stopped: string | null = null;
const listeners = new Set<() => void>();
const done = new Set<() => void>();

const tell = (next: readonly Press[]): void => {
  list = next;
  for (const l of listeners) l();
};
const patch = (n: number, p: Partial<Press>): void => tell(list.map((x) => (x.n === n ? { ...x, ...p } : x)));

/** A browser that keeps nothing (a private window) has a queue as long as its page. */
const database = (): Promise<IDBPDatabase | null> =>
  (db ??= openDB('kindly-crate', 1, {
    upgrade: (d) => void d.createObjectStore(STORE, { keyPath: 'n' }),
  }).catch(() => null));

const keep = async (p: Press): Promise<void> => {
  const d = await database();
  await d?.put(STORE, p).catch(() => undefined);
};
const forget = async (n: number): Promise<void> => {
  const d = await database();
  await d?.delete(STORE, n).catch(() => undefined);
};

const sendDeed = (p: Press): Promise<Response> =>
  fetch('/queue', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ press: p.press, deed: p.deed, agoMs: Date.now() - p.pressedMs }),
    // What is under way arrives though its page is closed.
    keepalive: true,
    signal: AbortSignal.timeout(15_000),
  });

/** A picture is its own body, and may take longer. */
const sendPicture = (p: Press, { code, kind, id }: Extract<Deed, { deed: 'photo' }>): Promise<Response> => {
  const ago = String(Date.now() - p.pressedMs);
  return fetch(`/photos?${new URLSearchParams({ press: p.press, code, kind, id, ago }).toString()}`, {
    method: 'POST',
    body: p.picture ?? new Blob(),
    signal: AbortSignal.timeout(60_000),
  });
};

/** An answer of the queue; that to a picture names no state, and is in whatever state comes next. */
const toldBy = (json: unknown): Told | null =>
  json === null ? null : 'outcome' in (json as object) ? (json as Told) : { outcome: json as Told['outcome'], n: 0 };

/** Sends what waits, the oldest first; the next only once the one before is answered. */
async function drain(): Promise<void> {
  if (sending) return;
  sending = true;
  try {
    for (;;) {
      const head = list.find((p) => p.refused === null && p.doneIn === null);
      if (!head) return;
      const answer = await (head.deed.deed === 'photo' ? sendPicture(head, head.deed) : sendDeed(head)).catch(
        () => null,
      );
      if (answer?.status === 403) {
        // It is not for whoever holds this phone: later it would not be either.
        const refused = await answer.text();
        await keep({ ...head, refused });
        patch(head.n, { refused });
        continue;
      }
      if (answer?.status === 401) {
        stopped = await answer.text();
        tell([...list]);
        return;
      }
      const told = answer?.ok ? toldBy(await answer.json().catch(() => null)) : null;
      if (!told) {
        const wait = AGAIN_MS[Math.min(failures, AGAIN_MS.length - 1)]!;
        failures++;
        tell([...list]);
        setTimeout(() => void drain(), wait);
        return;
      }
      failures = 0;
      stopped = null;
      if (told.outcome.ok) {
        await forget(head.n);
        patch(head.n, { doneIn: told.n });
        for (const l of done) l();
      } else {
        const refused = told.outcome.problems[0]?.message ?? 'The server refused it.';
        await keep({ ...head, refused });
        patch(head.n, { refused });
      }
    }
  } finally {
    sending = false;
  }
}

/** Presses something: it is written down, and sent as soon as it can be. */
export function press(deed: Deed, words: string, picture?: Blob): void {
  const n = (last = Math.max(Date.now(), last + 1, ...list.map((p) => p.n + 1)));
  const p: Press = {
    n,
    press: newPress(),
    deed,
    words,
    pressedMs: Date.now(),
    refused: null,
    doneIn: null,
    ...(picture ? { picture } : {}),
  };
  // Written down first, shown then: what is seen as pressed outlives a phone that dies in the next moment.
  kept = kept.then(async () => {
    await Promise.race([keep(p), new Promise((r) => setTimeout(r, KEEP_MS))]);
    tell([...list, p]);
    void drain();
  });
}

/** Somebody has seen why it could not be done. */
export function dismiss(n: number): void {
  tell(list.filter((p) => p.n !== n));
  void forget(n);
}

/** What is done in a state that is shown already is no longer laid over it. */
export function settlePress(n: number): void {
  if (list.some((p) => p.doneIn !== null && p.doneIn <= n)) tell(list.filter((p) => p.doneIn === null || p.doneIn > n));
}

let begun = false;
/** What waited from before, a page that was closed or a night, is sent first. */
export async function begin(): Promise<void> {
  if (begun) return void drain();
  begun = true;
  window.addEventListener('online', () => void drain());
  const before = ((await (await database())?.getAll(STORE).catch(() => [])) ?? []) as Press[];
  const here = new Set(list.map((p) => p.n));
  tell([...before.filter((p) => !here.has(p.n)), ...list].sort((a, b) => a.n - b.n));
  void drain();
}

export const presses = (): readonly Press[] => list;
/** The network does not carry presses now. */
export const isCut = (): boolean => failures > 1;
/** Why the house takes none from this phone; null while it does. */
export const isStopped = (): string | null => stopped;
export const listen = (l: () => void): (() => void) => {
  listeners.add(l);
  return () => void listeners.delete(l);
};
/** Called when the server has taken a press. */
export const whenDone = (l: () => void): (() => void) => {
  done.add(l);
  return () => void done.delete(l);
};
