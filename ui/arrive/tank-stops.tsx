'use client';

import type { LaneView } from '@/server/arrive/view';
import { TextField } from '@/ui/fields/fields';
import { StateMark } from '@/ui/drawings/state-mark';

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
      {stops.map((s) => (
        <p key={s.harm} className="flex gap-2 px-4 pt-3 text-16">
          <StateMark mark="stop" size={20} /> <b>{s.harm}</b>
        </p>
      ))}
      <div className="px-4 pb-1 pt-1">
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
