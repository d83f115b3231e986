import type { MethodStep } from './vessel';

/** What the server keeps of a run: when it started and when each hand step was done. Timers are never stored. */
export interface RunRecord {
  startedAtMs: number;
  steps: readonly MethodStep[];
  /** Instants at which steps were finished by hand, in order of the steps. A timer cut short counts too. */
  doneAtMs: Readonly<Record<string, number>>;
}

export interface RunPosition {
  /** Index of the running step; equal to the number of steps when all is done. */
  index: number;
  startedAtMs: number;
  /** When a running timer ends; null for a hand step or when all is done. */
  endsAtMs: number | null;
  remainingMs: number | null;
  finished: boolean;
}

/**
 * Where a run stands at an instant: a pure function of what was stored, so that a reload, a dead battery or a killed
 * server loses no timer and two browsers agree. A timer ends by itself; a hand step waits for its press.
 */
export function runPosition(run: RunRecord, nowMs: number): RunPosition {
  let at = run.startedAtMs;
  for (let i = 0; i < run.steps.length; i++) {
    const step = run.steps[i]!;
    const done = run.doneAtMs[step.key];
    if (done !== undefined) {
      at = Math.max(at, done);
      continue;
    }
    if (step.kind === 'hands') return { index: i, startedAtMs: at, endsAtMs: null, remainingMs: null, finished: false };
    const ends = at + step.minutes * 60_000;
    if (nowMs < ends) return { index: i, startedAtMs: at, endsAtMs: ends, remainingMs: ends - nowMs, finished: false };
    at = ends;
  }
  return { index: run.steps.length, startedAtMs: at, endsAtMs: null, remainingMs: null, finished: true };
}
