import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { WorkKind, Works } from './work';

/** What the pool needs of a thread. */
export interface Thread {
  on(event: 'message', listen: (answer: Outcome<unknown>) => void): unknown;
  on(event: 'error', listen: (error: Error) => void): unknown;
  postMessage(work: unknown): void;
  terminate(): unknown;
  unref?(): unknown;
}

interface Piece {
  kind: WorkKind;
  asks: unknown;
  /** Of one name only the newest is done. */
  name: string | null;
  answer: (r: Outcome<unknown>) => void;
  fail: (error: Error) => void;
}

/** Longest a piece may take before its thread is ended. */
const PATIENCE_MS = 60_000;
const MOST_WAITING = 48;

export const BUSY = 'Too much to compute right now. Try again in a moment.';
export const OVERTAKEN = 'A newer version replaced this.';

/** Where the refusals of the pool itself stand: the work was not done, and may be asked for again. */
const POOL = 'pool';
export const wasStopped = (r: Outcome<unknown>): boolean => !r.ok && r.problems[0]?.path === POOL;

/**
 * Threads for heavy work: at most as many as there are cores, kept for the next piece; a bounded queue, and of one name
 * the newest only. The page that saved goes on; the figures follow.
 */
export class Pool {
  private readonly idle: Thread[] = [];
  private readonly waiting: Piece[] = [];
  private readonly busy = new Map<Thread, { piece: Piece; timer: NodeJS.Timeout }>();
  private running = 0;

  constructor(
    private readonly make: () => Thread,
    // One core is left to whoever waits for a page.
    private readonly most = Math.max(1, Math.min(4, availableParallelism() - 1)),
    private readonly patienceMs = PATIENCE_MS,
  ) {}

  run<K extends WorkKind>(
    kind: K,
    asks: Works[K]['asks'],
    name: string | null = null,
  ): Promise<Outcome<Works[K]['gives']>> {
    return new Promise((resolve, reject) => {
      const older = name === null ? -1 : this.waiting.findIndex((p) => p.name === name);
      if (older >= 0) this.waiting.splice(older, 1)[0]!.answer(refuse(POOL, OVERTAKEN));
      if (this.waiting.length >= MOST_WAITING) return resolve(refuse(POOL, BUSY));
      this.waiting.push({ kind, asks, name, answer: resolve as Piece['answer'], fail: reject });
      this.next();
    });
  }

  /** How much is waiting and running. */
  get load(): { waiting: number; running: number } {
    return { waiting: this.waiting.length, running: this.running };
  }

  private next(): void {
    if (this.running >= this.most) return;
    const piece = this.waiting.shift();
    if (!piece) return;
    this.running++;
    const thread = this.idle.pop() ?? this.begin();
    const timer = setTimeout(() => {
      this.finish(thread, false);
      piece.answer(refuse(POOL, 'This took more than a minute and was stopped.'));
    }, this.patienceMs);
    this.busy.set(thread, { piece, timer });
    thread.postMessage({ kind: piece.kind, asks: piece.asks });
  }

  private begin(): Thread {
    const thread = this.make();
    thread.unref?.();
    thread.on('message', (answer) => {
      const at = this.busy.get(thread);
      if (!at) return;
      this.finish(thread, true);
      at.piece.answer(answer);
    });
    thread.on('error', (error) => {
      const at = this.busy.get(thread);
      if (!at) return;
      this.finish(thread, false);
      at.piece.fail(error);
    });
    return thread;
  }

  private finish(thread: Thread, well: boolean): void {
    clearTimeout(this.busy.get(thread)?.timer);
    this.busy.delete(thread);
    this.running--;
    if (well) this.idle.push(thread);
    else void thread.terminate();
    this.next();
  }
}

const kept = globalThis as unknown as { kindlyPool?: Pool };

/** The threads of this server. */
export const pool = (): Pool =>
  (kept.kindlyPool ??= new Pool(
    () => new Worker(new URL('./evaluation.worker.ts', import.meta.url)) as unknown as Thread,
  ));
