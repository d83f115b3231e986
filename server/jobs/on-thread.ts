import { Worker } from 'node:worker_threads';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Job, JobReport, JobResult } from '@/core/evaluate/job';

/** Longest a job may take before its thread is ended. */
const PATIENCE_MS = 60_000;

/** Runs a job on a thread of its own, so that the server goes on answering meanwhile. */
export function onThread(job: Job): Promise<Outcome<JobResult>> {
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('./evaluation.worker.ts', import.meta.url), { workerData: job });
    const finish = (outcome: Outcome<JobResult>): void => {
      clearTimeout(timer);
      resolve(outcome);
      void worker.terminate();
    };
    const timer = setTimeout(
      () => finish(refuse('draws', 'This took more than a minute and was stopped.')),
      PATIENCE_MS,
    );
    worker.on('message', (report: JobReport) => {
      if (report.kind === 'done') finish({ ok: true, value: report.result });
      if (report.kind === 'refused') finish({ ok: false, problems: report.problems });
    });
    worker.once('error', (error) => {
      clearTimeout(timer);
      reject(error);
    });
  });
}
