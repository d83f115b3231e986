import { runPractice, type PracticeJob } from '@/core/practice/job';

/** Practice in the browser’s own worker: what was asked comes back with its number. */
self.onmessage = ({ data }: MessageEvent<{ n: number; job: PracticeJob }>): void => {
  self.postMessage({ n: data.n, answer: runPractice(data.job) });
};
