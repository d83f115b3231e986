'use client';

import type { LaneView } from '@/server/arrive/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { TextField } from '@/ui/fields/fields';

/** What of the tank would harm them, above every way; a reason lets a hand start all the same. */
export function TankStops({
  stops,
  because,
  setBecause,
}: {
  stops: LaneView['stops'];
  because: string;
  setBecause: (words: string) => void;
}) {
  if (stops.length === 0) return null;
  return (
    <section role="alert" aria-label="Stop" className="mb-4 border-2 border-stop bg-stop-pale">
      <ul className="bg-stop px-4 py-3 text-surface">
        {stops.map((s) => (
          <li key={s.harm} className="flex items-start gap-3 py-1">
            <StateMark mark="stop" size={24} />
            <b className="font-head text-18">{s.harm}</b>
          </li>
        ))}
      </ul>
      <div className="px-4 py-3">
        {[...new Set(stops.map((s) => s.instead))].map((x) => (
          <p key={x} className="text-16 font-semibold">
            {x}
          </p>
        ))}
        <details className="mt-2">
          <summary className="flex min-h-16 cursor-pointer items-center text-15">Start anyway, with a reason</summary>
          <TextField label="Start anyway, because" path="because" problems={[]} value={because} onChange={setBecause} />
        </details>
      </div>
    </section>
  );
}
