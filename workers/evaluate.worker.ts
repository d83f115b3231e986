import { runJob, type Job } from '@/core/evaluate/job';

/** A job in the browser's own worker. It is stopped by ending the worker: nothing of it is kept. */
self.onmessage = (event: MessageEvent<Job>): void => {
  for (const report of runJob(event.data)) self.postMessage(report);
};
