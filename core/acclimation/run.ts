import { hand } from './steps';
import type { MethodStep } from './vessel';

/** What the server keeps of a run: when it started and when each hand step was done. Timers are never stored. */
export interface RunRecord {
  startedAtMs: number;
  steps: readonly MethodStep[];
  /**
   * Instants at which steps were finished by hand, in order of the steps. A timer cut short counts too; pauses stand among
   * them as "pause:1" and "goon:1".
   */
  doneAtMs: Readonly<Record<string, number>>;
}

export interface RunPosition {
  /** Index of the running step; equal to the number of steps when all is done. */
  index: number;
  startedAtMs: number;
  /** When a running timer ends; null for a hand step, while it is paused, or when all is done. */
  endsAtMs: number | null;
  remainingMs: number | null;
  /** Since when it is paused; null while it goes on. */
  pausedMs: number | null;
  finished: boolean;
}

const PAUSE = /^(pause|goon):(\d+)$/;
/** A press that is no step: a pause, or its end. */
export const isPause = (key: string): boolean => PAUSE.test(key);

/** Pauses of a run, from and to; the last one without an end while it lasts. */
function pausesOf(done: RunRecord['doneAtMs']): { n: number; fromMs: number; toMs: number | null }[] {
  return Object.keys(done)
    .flatMap((key) => {
      const m = PAUSE.exec(key);
      return m?.[1] === 'pause' ? [Number(m[2])] : [];
    })
    .sort((a, b) => a - b)
    .map((n) => ({ n, fromMs: done[`pause:${n}`]!, toMs: done[`goon:${n}`] ?? null }));
}

/** The key of the press that pauses a run, or lets it go on. */
export function pauseKey(done: RunRecord['doneAtMs']): string {
  const last = pausesOf(done).at(-1);
  return last && last.toMs === null ? `goon:${last.n}` : `pause:${(last?.n ?? 0) + 1}`;
}

/** How long of a span was paused, ms. */
export function pausedWithin(done: RunRecord['doneAtMs'], fromMs: number, toMs: number): number {
  return pausesOf(done).reduce(
    (ms, p) => ms + Math.max(0, Math.min(p.toMs ?? toMs, toMs) - Math.max(p.fromMs, fromMs)),
    0,
  );
}

/** When a timer of so many minutes that began at an instant ends: pauses in it put it off. */
function endOf(done: RunRecord['doneAtMs'], fromMs: number, minutes: number, nowMs: number): number {
  let end = fromMs + minutes * 60_000;
  for (const p of pausesOf(done)) {
    const to = p.toMs ?? nowMs;
    if (p.fromMs < end && to > fromMs) end += to - Math.max(p.fromMs, fromMs);
  }
  return end;
}

/**
 * Where a run stands at an instant: a pure function of what was stored, so that a reload, a dead battery or a killed
 * server loses no timer and two browsers agree. A timer ends by itself; a hand step waits for its press.
 */
export function runPosition(run: RunRecord, nowMs: number): RunPosition {
  const open = pausesOf(run.doneAtMs).at(-1);
  const pausedMs = open && open.toMs === null ? open.fromMs : null;
  let at = run.startedAtMs;
  for (let i = 0; i < run.steps.length; i++) {
    const step = run.steps[i]!;
    const done = run.doneAtMs[step.key];
    if (done !== undefined) {
      at = Math.max(at, done);
      continue;
    }
    const here = { index: i, startedAtMs: at, pausedMs, finished: false };
    if (step.kind === 'hands') return { ...here, endsAtMs: null, remainingMs: null };
    const ends = endOf(run.doneAtMs, at, step.minutes, nowMs);
    if (pausedMs !== null && nowMs < ends) return { ...here, endsAtMs: null, remainingMs: ends - nowMs };
    if (nowMs < ends) return { ...here, endsAtMs: ends, remainingMs: ends - nowMs };
    at = ends;
  }
  return {
    index: run.steps.length,
    startedAtMs: at,
    endsAtMs: null,
    remainingMs: null,
    pausedMs: null,
    finished: true,
  };
}

/** A step of the release: they are going in, and nothing is mixed any more. */
export const goesIn = (key: string): boolean => ['dip', 'sample10', 'net', 'after', 'refill'].includes(key);

/** Where the release begins: nothing is mixed in from here on. */
const releaseAt = (steps: readonly MethodStep[]): number => {
  const opened = steps.findIndex((s) => s.key === 'open');
  return steps.findIndex((s, i) => i > opened && (goesIn(s.key) || s.key === 'dim'));
};

/**
 * One more round of cups or drops before the release: the last round once more, half poured off first. Null where the way
 * has no rounds. Every key stays the name of one press.
 */
export function withExtraRound(steps: readonly MethodStep[]): MethodStep[] | null {
  const end = releaseAt(steps);
  const mixes = (s: MethodStep): boolean => /^(cup|drip|look|rest)\d/.test(s.key);
  const first = steps.findIndex((s, i) => i < end && /^(cup|drip)\d/.test(s.key));
  if (end < 0 || first < 0) return null;
  const poured = steps.findLastIndex((s, i) => i < end && s.key.startsWith('pour'));
  const round = steps.slice(Math.max(poured + 1, first), end).filter(mixes);
  const n = steps.filter((s) => s.key.startsWith('pour') && s.key.includes('+')).length + 1;
  const bare = (key: string): string => key.replace(/\+\d+$/, '');
  const again = [hand('pour', 'Pour off half', 'Through a net, never into the tank. One round more.', 1), ...round].map(
    (s) => ({ ...s, key: `${bare(s.key)}+${n}` }),
  );
  return [...steps.slice(0, end), ...again, ...steps.slice(end)];
}
