import type { BenchTask, BenchView } from '@/server/bench/view';

export type Task = BenchTask;
export type BenchProps = BenchView & { fixed: boolean; zone: string };
