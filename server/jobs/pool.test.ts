import type { Outcome } from '@/core/consignment/outcome';
import { exampleConsignment } from '@/tests/example';
import { must, said } from '@/tests/order';
import { BUSY, OVERTAKEN, Pool, type Thread } from './pool';

/** A thread that answers when it is told to. */
class Fake implements Thread {
  private listen: ((answer: Outcome<unknown>) => void) | null = null;
  private fail: ((error: Error) => void) | null = null;
  asked: unknown[] = [];
  ended = false;
  on(event: 'message' | 'error', listen: never): void {
    if (event === 'message') this.listen = listen;
    else this.fail = listen;
  }
  postMessage(work: unknown): void {
    this.asked.push((work as { asks: unknown }).asks);
  }
  terminate(): void {
    this.ended = true;
  }
  answer(value: unknown): void {
    this.listen!({ ok: true, value });
  }
  break(): void {
    this.fail!(new Error('broken'));
  }
}

const c = exampleConsignment();
const asks = (n: number) => ({
  kind: 'bags' as const,
  consignment: { ...c, note: String(n) },
  catalogue: null as never,
  roomy: n,
  unequal: false,
});
let threads: Fake[];
const made = (most = 2, patienceMs = 1000): Pool => {
  threads = [];
  return new Pool(
    () => {
      const t = new Fake();
      threads.push(t);
      return t;
    },
    most,
    patienceMs,
  );
};

describe('threads for heavy work', () => {
  test('never more at once than allowed; a thread that is done takes the next piece', async () => {
    const pool = made(2);
    const all = [1, 2, 3, 4].map((n) => pool.run('plan', asks(n)));
    expect(threads).toHaveLength(2);
    expect(pool.load).toEqual({ waiting: 2, running: 2 });
    threads[0]!.answer('first');
    expect(must((await all[0]) as Outcome<unknown>)).toBe('first');
    expect(threads).toHaveLength(2);
    expect(threads[0]!.asked).toHaveLength(2);
    threads[1]!.answer('second');
    threads[0]!.answer('third');
    threads[1]!.answer('fourth');
    expect((await Promise.all(all)).map((r) => must(r as Outcome<unknown>))).toEqual([
      'first',
      'second',
      'third',
      'fourth',
    ]);
    expect(pool.load).toEqual({ waiting: 0, running: 0 });
  });

  test('of one name the newest is done, and whoever waited for an older one is told', async () => {
    const pool = made(1);
    const first = pool.run('plan', asks(1), 'KC-1');
    const second = pool.run('plan', asks(2), 'KC-1');
    const other = pool.run('plan', asks(3), 'KC-2');
    const third = pool.run('plan', asks(4), 'KC-1');
    expect(said(await second)).toBe(OVERTAKEN);
    for (const value of ['a', 'b', 'c']) threads[0]!.answer(value);
    expect(await Promise.all([first, other, third])).toEqual(['a', 'b', 'c'].map((value) => ({ ok: true, value })));
    expect(threads[0]!.asked.map((x) => (x as { roomy: number }).roomy)).toEqual([1, 3, 4]);
  });

  test('a queue that is full refuses, and nothing that waits is lost', async () => {
    const pool = made(1);
    const taken = Array.from({ length: 49 }, (_, i) => pool.run('plan', asks(i)));
    expect(said(await pool.run('plan', asks(99)))).toBe(BUSY);
    for (let i = 0; i < 49; i++) threads[0]!.answer(i);
    expect((await Promise.all(taken)).map((r) => must(r as Outcome<unknown>))).toEqual(
      Array.from({ length: 49 }, (_, i) => i),
    );
  });

  test('what takes too long is stopped and its thread ended; the next piece gets a new one', async () => {
    const pool = made(1, 20);
    const slow = pool.run('plan', asks(1));
    expect(said(await slow)).toContain('was stopped');
    expect(threads[0]!.ended).toBe(true);
    const next = pool.run('plan', asks(2));
    expect(threads).toHaveLength(2);
    threads[0]!.answer('too late');
    threads[1]!.answer('well');
    expect(must((await next) as Outcome<unknown>)).toBe('well');
  });

  test('a thread that breaks fails its own piece alone', async () => {
    const pool = made(1);
    const bad = pool.run('plan', asks(1));
    const good = pool.run('plan', asks(2));
    threads[0]!.break();
    await expect(bad).rejects.toThrow('broken');
    threads[1]!.answer('well');
    expect(must((await good) as Outcome<unknown>)).toBe('well');
    expect(threads[0]!.ended).toBe(true);
  });
});
