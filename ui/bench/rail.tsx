'use client';

import { KraftDefs, tornEdge } from '@/ui/drawings/kraft';
import { clock } from '@/ui/format';
import type { LaterChoice } from './laters';
import { Tag } from './tag';
import type { Task } from './types';
import { HOUR } from '@/core/quantities/time';

const TOP = 4;
/** Heights of an hour on the tape: never so flat that its figures touch, never so long that a quiet day fills the wall. */
const HOUR_PX = { least: 15, most: 87 };

const heightOf = (t: Task): number =>
  t.state === 'leave' ? 74 : t.state === 'running' ? 88 : t.state === 'late' ? 80 : 66;
const colourOf: Record<Task['state'], string> = {
  late: 'var(--hands-mark)',
  running: 'var(--water-line)',
  due: 'var(--kraft-ink)',
  leave: 'var(--kraft-ink)',
};

export interface RailProps {
  id: string;
  tasks: Task[];
  fromMs: number;
  now: number | null;
  clockMs: number;
  zone: string;
  chosen: string | null;
  busy: boolean;
  onDone: (t: Task) => void;
  onLater: (t: Task, later: LaterChoice) => void;
}

/** One day as a rail of tape with tags hanging from their hours; `now` only where the needle stands on it. */
export function Rail(p: RailProps) {
  const heights = p.tasks.map(heightOf);
  const tops = heights.map((_, i) => heights.slice(0, i).reduce((s, h) => s + h + 8, 0));
  const height = Math.max(
    p.now === null ? 120 : 320,
    (tops[tops.length - 1] ?? 0) + (heights[heights.length - 1] ?? 0) + 10,
  );
  const lastMs = Math.max(p.fromMs + 4 * HOUR, ...p.tasks.map((t) => t.atMs + 0.7 * HOUR));
  const perHour = Math.min(HOUR_PX.most, Math.max(HOUR_PX.least, (height - TOP - 8) / ((lastMs - p.fromMs) / HOUR)));
  const y = (ms: number): number => Math.min(height - 12, Math.max(8, TOP + ((ms - p.fromMs) / HOUR) * perHour));
  // Every hour where there is room, else every second or third.
  const every = perHour >= 20 ? 1 : 2;
  const hours = Array.from({ length: 30 }, (_, i) => Math.ceil(p.fromMs / HOUR) * HOUR + i * HOUR).filter(
    (ms) => TOP + ((ms - p.fromMs) / HOUR) * perHour < height - 4,
  );
  return (
    <div className="relative grid grid-cols-[28px_1fr] gap-3 md:grid-cols-[40px_1fr] md:gap-[46px]">
      <svg
        className="absolute left-0 top-0 h-full w-full"
        aria-hidden="true"
        style={{ overflow: 'visible', pointerEvents: 'none' }}
      >
        <KraftDefs />
        <svg x="0" y="0" width="38" height="100%">
          <rect x="0" y="0" width="38" height="100%" fill="url(#kraft-ahead)" />
          {p.now !== null && <rect x="0" y="0" width="38" height={y(p.now)} fill="url(#kraft-past)" />}
          <path
            d={tornEdge(0, 0, 38, 'left').replace(/([ML])([\d.-]+) ([\d.-]+)/g, '$1$3 $2')}
            stroke="var(--paper)"
            strokeWidth="3"
            fill="none"
          />
          {hours.map((ms, i) => {
            const at = TOP + ((ms - p.fromMs) / HOUR) * perHour;
            return (
              <g key={ms}>
                <path d={`M28 ${at}h10M32 ${at + perHour / 2}h6`} stroke="var(--kraft-ink)" strokeOpacity=".6" />
                {i % every === 0 && (
                  <text x="4" y={at + 4} className="tape-t" style={{ fontFamily: 'var(--face-num)' }}>
                    {clock(ms, p.zone).slice(0, 2)}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
        <g className="hidden md:block">
          {p.tasks.map((t, i) => {
            const a = y(t.atMs);
            const b = tops[i]! + 20;
            return (
              <path
                key={t.key}
                d={`M38 ${a}C66 ${a} 60 ${b} 97 ${b}`}
                fill="none"
                stroke={colourOf[t.state]}
                strokeOpacity=".8"
              />
            );
          })}
        </g>
        {p.now !== null && (
          <path d={`M-24 ${y(p.now)}H44l-6 -4v8l6 -4`} stroke="var(--ink)" fill="var(--ink)" strokeWidth="1.6" />
        )}
      </svg>
      <span />
      <ol className="space-y-2">
        {p.tasks.map((t, i) => (
          <li key={t.key} id={`${p.id}-${t.key}`} style={{ minHeight: heights[i] }}>
            <div style={{ minHeight: heights[i] }} className="[&>.tag]:min-h-[inherit] [&]:min-h-[inherit]">
              <Tag
                t={t}
                first={i === 0}
                chosen={p.chosen === t.key}
                now={p.clockMs}
                zone={p.zone}
                busy={p.busy}
                onDone={() => p.onDone(t)}
                onLater={(later) => p.onLater(t, later)}
              />
            </div>
          </li>
        ))}
        {p.tasks.length === 0 && (
          <li className="note py-4">Nothing more to do. Plan the next shipment, or look after the tanks.</li>
        )}
      </ol>
    </div>
  );
}
