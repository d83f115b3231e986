import { parentPort } from 'node:worker_threads';
import { doWork, type Kind } from './work';

/** Heavy work on a thread of the server, one piece after another: the same code as in the browser, so the same numbers. */
parentPort!.on('message', ({ kind, asks }: { kind: Kind; asks: never }) => {
  parentPort!.postMessage(doWork(kind, asks));
});
