'use client';

import { useSyncExternalStore, type KeyboardEvent, type PointerEvent } from 'react';
import { LEFT, RIGHT, type RibbonScale } from './scale';

/** The instant that is looked at: one for all pictures on the ribbon's clock. */
let looked: number | null = null;
const listeners = new Set<() => void>();

function lookAt(ms: number | null): void {
  if (ms === looked) return;
  looked = ms;
  for (const tell of listeners) tell();
}

const useLookedAt = (): number | null =>
  useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => {
        listeners.delete(tell);
      };
    },
    () => looked,
    () => null,
  );

/** One step of a key or of the pointer. */
const STEP_MS = 600_000;
const WIDTH = 1280;

const onStep = (ms: number, s: RibbonScale): number =>
  Math.min(s.endMs, Math.max(s.startMs, Math.round(ms / STEP_MS) * STEP_MS));

/** What an SVG on the ribbon's clock needs to be looked along, by pointer and by keys. */
export function scrubbing(s: RibbonScale, nowMs: number) {
  return {
    onPointerMove: (e: PointerEvent<SVGSVGElement>): void => {
      const box = e.currentTarget.getBoundingClientRect();
      const x = ((e.clientX - box.left) / box.width) * WIDTH;
      lookAt(
        x < LEFT || x > RIGHT ? null : onStep(s.startMs + ((x - LEFT) / (RIGHT - LEFT)) * (s.endMs - s.startMs), s),
      );
    },
    onPointerLeave: (): void => lookAt(null),
    onKeyDown: (e: KeyboardEvent<SVGSVGElement>): void => {
      const steps = { ArrowLeft: -1, ArrowRight: 1, PageDown: -6, PageUp: 6 }[e.key];
      if (e.key === 'Escape') lookAt(null);
      if (steps === undefined) return;
      e.preventDefault();
      lookAt(onStep((looked ?? nowMs) + steps * STEP_MS, s));
    },
    tabIndex: 0,
  };
}

/** The line at the instant that is looked at, with its flag of figures. */
export function Looked({
  s,
  from,
  to,
  words,
}: {
  s: RibbonScale;
  from: number;
  to: number;
  /** What stands there at an instant; null draws the line alone. */
  words: ((ms: number) => string) | null;
}) {
  const ms = useLookedAt();
  if (ms === null || ms < s.startMs || ms > s.endMs) return null;
  const x = s.x(ms);
  const told = words?.(ms) ?? '';
  const width = told.length * 7.4 + 20;
  const at = Math.max(LEFT, Math.min(x - width / 2, WIDTH - width - 8));
  return (
    <g data-testid="looked" aria-hidden="true" pointerEvents="none">
      <path d={`M${x} ${from}V${to}`} stroke="var(--ink)" strokeWidth="1.2" />
      {told && (
        <>
          <rect x={at} y={from} width={width} height="20" rx="2" fill="var(--ink)" />
          <text x={at + width / 2} y={from + 14.5} textAnchor="middle" className="flag-t">
            {told}
          </text>
        </>
      )}
    </g>
  );
}
