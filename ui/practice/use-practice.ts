'use client';

import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { PracticeAnswer, PracticeJob } from '@/core/practice/job';

/** One worker that stays awake while somebody practises; each question is answered once, by its number. */
export function usePractice(): (job: PracticeJob) => Promise<PracticeAnswer> {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef(new Map<number, (a: PracticeAnswer) => void>());
  const n = useRef(0);
  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
    },
    [],
  );
  return (job) => {
    if (!worker.current) {
      worker.current = new Worker(new URL('../../workers/practice.worker.ts', import.meta.url));
      worker.current.onmessage = ({ data }: MessageEvent<{ n: number; answer: PracticeAnswer }>): void => {
        waiting.current.get(data.n)?.(data.answer);
        waiting.current.delete(data.n);
      };
      worker.current.onerror = (): void => {
        for (const told of waiting.current.values())
          told({ kind: 'refused', why: 'This browser could not compute it.' });
        waiting.current.clear();
      };
    }
    const of = ++n.current;
    return new Promise((resolve) => {
      waiting.current.set(of, resolve);
      worker.current!.postMessage({ n: of, job });
    });
  };
}

/** The answer to the newest question of a kind; the one before stands until it is there. */
export function usePlayDraft(
  ask: (job: PracticeJob) => Promise<PracticeAnswer>,
  job: PracticeJob,
): PracticeAnswer | null {
  const [answer, setAnswer] = useState<PracticeAnswer | null>(null);
  const key = JSON.stringify(job.choices);
  const newest = useRef(key);
  const run = useEffectEvent((): void => {
    newest.current = key;
    void ask(job).then((a) => {
      if (newest.current === key) setAnswer(a);
    });
  });
  useEffect(() => run(), [key]);
  return answer;
}
