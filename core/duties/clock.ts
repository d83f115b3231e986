import type { CheckItem } from './item';
import { minutesOf, type Pace } from './pace';

/** A step of the evening: which consignment it is of, and what its place gains. */
export interface EveningStep extends CheckItem {
  code: string;
  /** Names it among all steps of the evening. */
  id: string;
  /** A bag that is sealed later than the plan has it: hours in the bag that it is spared. */
  gainsH?: number;
}

export const stepId = (code: string, key: string): string => `${code} ${key}`;

/** Steps that stand open and may not wait, in their order, by name. */
export const openSteps = <S extends EveningStep>(
  steps: readonly S[],
  isDone: (step: S) => boolean,
): { key: string; words: string }[] =>
  steps.filter((s) => !s.mayWait && !isDone(s)).map((s) => ({ key: s.key, words: s.title }));

/** Keys of the steps that have to be done before this one. */
export const before = (step: Pick<CheckItem, 'after' | 'needs'>): readonly string[] => [
  ...new Set([...(step.after?.keys ?? []), ...(step.needs ?? [])]),
];

/** The instant of a step that is done, ms; null where it is not. */
export type TickedMs = (code: string, key: string) => number | null;

/** When the clock of a step has run out; null while what it runs from is not done, −∞ where it has none. */
export function clockMs(step: Pick<EveningStep, 'after' | 'code'>, tickedMs: TickedMs): number | null {
  if (!step.after) return -Infinity;
  const told = step.after.keys.map((k) => tickedMs(step.code, k));
  return told.some((t) => t === null) ? null : Math.max(...(told as number[])) + step.after.minutes * 60_000;
}

/** When a step may be done; null while one before it is not done, −∞ where none is. */
export const readyMs = (step: Pick<EveningStep, 'after' | 'needs' | 'code'>, tickedMs: TickedMs): number | null =>
  before(step).some((k) => tickedMs(step.code, k) === null) ? null : clockMs(step, tickedMs);

/**
 * The keys that stand open again once these do, themselves first: what was closed over them, but no other bag, which has
 * had its own look.
 */
export function reopened(steps: readonly CheckItem[], keys: readonly string[], bagId: string): string[] {
  const open = new Set(keys);
  for (let had = -1; had < open.size;) {
    had = open.size;
    for (const s of steps)
      if ((s.bagId === undefined || s.bagId === bagId) && before(s).some((k) => open.has(k))) open.add(s.key);
  }
  return [...open];
}

/** The steps that rest on one and are done, in their order: they are taken back before it is. */
export const restingOn = <S extends CheckItem>(
  steps: readonly S[],
  key: string,
  isDone: (key: string) => boolean,
): S[] => steps.filter((s) => isDone(s.key) && before(s).includes(key));

/** How the evening stands against the clock. */
export interface EveningClock {
  /** Minutes of work that are left. */
  leftMin: number;
  /** When the first of them has to leave, and when it can by what is left. */
  leaveMs: number;
  readyMs: number;
  /** Minutes that it is late; 0 where it is not. */
  lateMin: number;
  /** What may be dropped, with what happens then. */
  mayWait: { id: string; title: string; why: string; minutes: number }[];
}

/** What is left to do × how long it takes here, and what waits for a clock, against the hour to leave. */
export function eveningClock(
  steps: readonly EveningStep[],
  tickedMs: TickedMs,
  pace: Pace,
  leaveMs: number,
  nowMs: number,
): EveningClock {
  const open = steps.filter((s) => tickedMs(s.code, s.key) === null);
  const leftMin = open.reduce((s, x) => s + minutesOf(x, pace), 0);
  // A stand that still runs holds the end up where it is longer than the work.
  let at = nowMs;
  const done = new Map<string, number>();
  for (const s of open) {
    const ready = readyMs(s, (code, key) => tickedMs(code, key) ?? done.get(stepId(code, key)) ?? null);
    at = Math.max(at, ready ?? at) + minutesOf(s, pace) * 60_000;
    done.set(s.id, at);
  }
  return {
    leftMin,
    leaveMs,
    readyMs: at,
    lateMin: open.length === 0 ? 0 : Math.max(0, Math.round((at - leaveMs) / 60_000)),
    mayWait: open.flatMap((s) =>
      s.mayWait ? [{ id: s.id, title: s.title, why: s.mayWait, minutes: minutesOf(s, pace) }] : [],
    ),
  };
}
