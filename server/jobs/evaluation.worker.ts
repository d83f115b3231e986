import { parentPort, workerData } from 'node:worker_threads';
import { runJob, type Job } from '@/core/evaluate/job';

/** A job on a thread of the server: the same code as in the browser, so the same numbers. */
for (const report of runJob(workerData as Job)) parentPort!.postMessage(report);
