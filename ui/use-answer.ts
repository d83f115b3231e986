'use client';

import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { Job, JobReport, JobResult } from '@/core/evaluate/job';

export interface JobAnswer {
  /** What it is the answer to. */
  key: string;
  result: JobResult | null;
  problem: string | null;
}

/**
 * The answer to the newest job, from one worker that stays awake: what is typed faster than it is answered is skipped,
 * and the last answer stands until the next. `key` names a job.
 */
export function useAnswer(key: string, job: Job | null): JobAnswer | null {
  const [answer, setAnswer] = useState<JobAnswer | null>(null);
  const worker = useRef<Worker | null>(null);
  const running = useRef<string | null>(null);
  const waiting = useRef<{ key: string; job: Job } | null>(null);

  // The key stands for the job, which is made anew with every render.
  const ask = useEffectEvent((): void => {
    const begin = (next: { key: string; job: Job }): void => {
      running.current = next.key;
      worker.current!.postMessage(next.job);
    };
    const told = (of: Omit<JobAnswer, 'key'>): void => {
      setAnswer({ key: running.current!, ...of });
      running.current = null;
      const next = waiting.current;
      waiting.current = null;
      if (next) begin(next);
    };
    if (!worker.current) {
      const w = new Worker(new URL('../workers/evaluate.worker.ts', import.meta.url));
      w.onmessage = ({ data }: MessageEvent<JobReport>): void => {
        if (data.kind === 'done') told({ result: data.result, problem: null });
        if (data.kind === 'refused') told({ result: null, problem: data.problems[0]?.message ?? null });
      };
      w.onerror = (): void => told({ result: null, problem: 'This browser could not compute it.' });
      worker.current = w;
    }
    if (!job) return;
    if (running.current === null) begin({ key, job });
    else waiting.current = { key, job };
  });
  useEffect(() => ask(), [key]);

  useEffect(
    () => () => {
      worker.current?.terminate();
      worker.current = null;
      running.current = null;
    },
    [],
  );
  return answer;
}
