import { constants, setPriority } from 'node:os';
import { parentPort } from 'node:worker_threads';
import { doWork, type WorkKind } from './work';

// Whoever waits for a page goes first: on Linux this is the priority of this thread alone. Where it is not
// allowed it stays as it is.
if (process.platform === 'linux')
  try {
    setPriority(0, constants.priority.PRIORITY_BELOW_NORMAL);
  } catch {
    // As fast as the rest, then.
  }

/** Heavy work on a thread of the server, one piece after another: the same code as in the browser, so the same numbers. */
parentPort!.on('message', ({ kind, asks }: { kind: WorkKind; asks: never }) => {
  parentPort!.postMessage(doWork(kind, asks));
});
