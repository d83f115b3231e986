import type { BenchConsignment, BenchTank, BenchTask, BenchView } from '@/server/bench/view';

export type Task = BenchTask;
export type Travelling = BenchConsignment;
export type Tank = BenchTank;
export type BenchProps = BenchView & { fixed: boolean; zone: string };
