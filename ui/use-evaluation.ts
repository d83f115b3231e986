'use client';

import { useEffect, useEffectEvent, useState } from 'react';
import type { Job, JobReport, JobResult } from '@/core/evaluate/job';
import type { Progress } from '@/core/evaluate/evaluate';

export interface Running {
  /** The latest report of each worker; their sum is how far it is. */
  progress: (Progress | null)[];
  results: JobResult[];
  problem: string | null;
  finished: boolean;
}

const nothing: Running = { progress: [], results: [], problem: null, finished: false };

/**
 * Runs jobs in workers of this browser, one worker a job, and shows them as they come. `key` names what is computed:
 * a new key ends the old workers at once. An empty list computes nothing.
 */
export function useEvaluation(key: string, jobs: readonly Job[]): Running {
  const [state, setState] = useState<{ key: string; running: Running }>({ key, running: nothing });
  // The key stands for the jobs, which are made anew with every render.
  const start = useEffectEvent((): Worker[] => {
    const running: Running = {
      progress: jobs.map(() => null),
      results: [],
      problem: null,
      finished: jobs.length === 0,
    };
    const show = (change: Partial<Running>): void => {
      Object.assign(running, change);
      setState({ key, running: { ...running } });
    };
    return jobs.map((job, i) => {
      const worker = new Worker(new URL('../workers/evaluate.worker.ts', import.meta.url));
      worker.onmessage = ({ data }: MessageEvent<JobReport>): void => {
        if (data.kind === 'progress') show({ progress: running.progress.map((p, j) => (j === i ? data.progress : p)) });
        else if (data.kind === 'refused') show({ problem: data.problems[0]?.message ?? null, finished: true });
        else {
          const results = [...running.results, data.result];
          show({ results, finished: results.length === jobs.length });
        }
      };
      worker.onerror = (): void => show({ problem: 'This browser could not compute the odds.', finished: true });
      worker.postMessage(job);
      return worker;
    });
  });
  useEffect(() => {
    const workers = start();
    return () => workers.forEach((w) => w.terminate());
  }, [key]);
  return state.key === key ? state.running : nothing;
}
