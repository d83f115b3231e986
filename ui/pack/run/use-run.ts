'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { eveningClock, readyMs } from '@/core/duties/clock';
import type { PackRunView } from '@/server/pack/run-view';
import { press } from '@/ui/queue/store';
import { usePresses } from '@/ui/queue/use-queue';
import { skewOf } from '@/ui/skew';
import { useNow } from '@/ui/use-now';
import { useTheme } from '@/ui/use-theme';
import { lastDone, nextOf, sealedMsOf, tickedMsOf, timersOf, waitedFor, withPresses, type RunStep } from './steps';
import { useEar } from './voice';

/** A press this soon after the step changed under the finger was meant for the one before, ms († ours). */
const SETTLES_MS = 600;
/** An own press that shows later than this is pressed once more by whoever waits for it, ms († ours). */
const PROMPT_MS = 300;

/**
 * Tells whether a step has stood long enough to be pressed: another phone may have done the one before it just now,
 * or a slow screen showed this hand's own press so late that it was pressed twice.
 */
function useSettled(id: string): { own: () => void; isSettled: () => boolean } {
  const ownMs = useRef(-Infinity);
  const changedMs = useRef(-Infinity);
  const shown = useRef(id);
  useEffect(() => {
    if (shown.current === id) return;
    shown.current = id;
    const now = performance.now();
    changedMs.current = now - ownMs.current < PROMPT_MS ? -Infinity : now;
  }, [id]);
  return {
    own: () => (ownMs.current = performance.now()),
    isSettled: () => performance.now() - changedMs.current > SETTLES_MS,
  };
}

/** How the run is driven and lit: of this screen alone. */
function useWays() {
  const [down, setDown] = useTheme(false);
  const [sound, setSound] = useState(false);
  const [spoken, setSpoken] = useState(false);
  const [listens, setListens] = useState(false);
  return { down, setDown, sound, setSound, spoken, setSpoken, listens, setListens, canHear: useEar() };
}

/** The packing run as this screen drives it: what is on, what is next, what is late, and what a press does. */
export function useRun(stored: PackRunView & { fixed: boolean }) {
  const presses = usePresses();
  const skewMs = useMemo(() => skewOf(stored.nowMs), [stored.nowMs]);
  const p = withPresses(stored, presses, skewMs);
  const now = useNow(p.nowMs, stored.fixed);
  const ways = useWays();
  const [chosen, setChosen] = useState<string | null>(null);
  const [aside, setAside] = useState<ReadonlySet<string>>(new Set());
  const [off, setOff] = useState(false);
  const [atGate, toGate] = useState(false);

  const tickedMs = tickedMsOf(p.steps);
  const leaving = p.consignments.filter((c) => c.handedOverAt === null);
  const here = p.steps.filter((s) => leaving.some((c) => c.code === s.code));
  const step: RunStep | null = here.find((s) => s.id === chosen && s.at === null) ?? nextOf(here, tickedMs, now, aside);
  const ready = step ? readyMs(step, tickedMs) : null;
  const first = step && ready === null ? waitedFor(step, here) : [];
  const last = lastDone(p.steps);
  const settled = useSettled(step?.id ?? '');
  const takeBack = (): void => {
    if (last) press({ deed: 'tick', code: last.code, key: last.key, done: false }, `${last.title}: undone`);
  };
  return {
    p,
    now,
    ways,
    tickedMs,
    step,
    /** Its clock has not run out. */
    waits: ready !== null && ready > now,
    /** Steps that have to be done before the one that is on. */
    first,
    last,
    takeBack,
    timers: timersOf(here, tickedMs),
    sealed: leaving.flatMap((c) => {
      const ms = sealedMsOf(p.steps, c);
      return ms === null ? [] : [{ code: c.code, ms, zone: c.zone }];
    }),
    leaving,
    many: p.consignments.length > 1,
    zone: p.consignments[0]?.zone ?? 'UTC',
    clock:
      leaving.length > 0 ? eveningClock(here, tickedMs, p.pace, Math.min(...leaving.map((c) => c.leaveMs)), now) : null,
    atGate,
    toGate,
    /** Something is off with the animals of the bag that is on. */
    off,
    setOff,
    aside,
    putAside: (): void => {
      settled.own();
      if (step) setAside(new Set([...aside, step.id]));
      setChosen(null);
    },
    takeUp: (): void => setAside(new Set()),
    choose: (id: string): void => {
      settled.own();
      setChosen(id);
      toGate(false);
      setOff(false);
      window.scrollTo({ top: 0 });
    },
    /** The press of the large button. */
    done: (): void => {
      if (!step || first.length > 0 || atGate || !settled.isSettled()) return;
      settled.own();
      setChosen(null);
      setOff(false);
      press({ deed: 'tick', code: step.code, key: step.key, done: true }, step.title);
    },
  };
}
export type Run = ReturnType<typeof useRun>;
