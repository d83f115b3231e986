import type { Factor } from '@/core/bag/slack';
import type { Outcome } from '@/core/consignment/schema';
import type { LowSupply } from './low';

export interface Task {
  key: string;
  atMs: number;
  state: 'late' | 'running' | 'due' | 'leave';
  day: 'today' | 'tomorrow';
  title: string;
  detail: string;
  warning: string | null;
  minutes: number;
  href: string;
  endsAtMs: number | null;
  totalMs: number | null;
  /** Put off by hand: when it was due before. */
  wasMs: number | null;
  done: { kind: 'moment'; code: string; key: string } | { kind: 'duty'; quarantineId: string; key: string } | null;
}
export interface Travelling {
  code: string;
  who: string;
  words: string;
  mark: 'fine' | 'watch' | 'stop';
  result: {
    sealMs: number;
    handOverMs: number;
    arriveMs: number;
    deadlineMs: number;
    legs: { label: string; startMs: number; endMs: number }[];
    slackH: number | null;
    worstSlackH: number | null;
    chance: number | null;
    draws: number;
    factor: Factor | null;
  };
}
export interface Tank {
  id: string;
  tank: string;
  animals: string;
  day: number;
  code: string;
  duties: { key: string; day: number; dueMs: number; kind: string; title: string; doneAt: string | null }[];
}
export interface BenchProps {
  nowMs: number;
  fixed: boolean;
  zone: string;
  tasks: Task[];
  onTheWay: Travelling[];
  quarantines: Tank[];
  doneToday: number;
  low: LowSupply[];
  putOff: (input: unknown) => Promise<Outcome<null>>;
  tick: (code: string, key: string, done: boolean) => Promise<Outcome<string | null>>;
  setDuty: (id: string, key: string, done: boolean) => Promise<Outcome<null>>;
}
