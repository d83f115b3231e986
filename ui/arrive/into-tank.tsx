'use client';

import type { ReceiveStationProps } from '@/server/arrive/view';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import { press } from '@/ui/queue/store';

/** Which tank the bags of a lane go into, and a second one where they are split: a press, kept for each bag. */
export function IntoTank({ p, lane }: { p: ReceiveStationProps; lane: ReceiveStationProps['lanes'][number] }) {
  const waiting = ofDeed(usePresses(), 'into')
    .filter((x) => lane.bagIds.includes(x.deed.bagId))
    .at(-1)?.deed;
  const [first, second] = waiting ? [waiting.tank, waiting.half ?? ''] : [lane.tanks[0]!, lane.tanks[1] ?? ''];
  const names = [...new Set([...p.tanks.map((t) => t.name), ...p.ownTanks])];
  const send = (tank: string, half: string): void => {
    for (const bagId of lane.bagIds)
      press(
        { deed: 'into', code: p.code, bagId, tank, half },
        `${bagId} into tank ${tank}${half ? `, half into ${half}` : ''}`,
      );
  };
  const disabled = lane.runId !== null;
  return (
    <p className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2 text-15">
      <label className="flex items-center gap-2">
        <span className="font-head font-semibold">Into tank</span>
        <select
          className="in min-h-12 !w-auto"
          value={first}
          disabled={disabled}
          onChange={(e) => send(e.target.value, second === e.target.value ? '' : second)}
        >
          {names.map((n) => (
            <option key={n}>{n}</option>
          ))}
        </select>
      </label>
      {names.length > 1 && (
        <label className="flex items-center gap-2">
          <span className="font-head font-semibold">half into</span>
          <select
            className="in min-h-12 !w-auto"
            value={second}
            disabled={disabled}
            onChange={(e) => send(first, e.target.value)}
          >
            <option value="">all into one tank</option>
            {names
              .filter((n) => n !== first)
              .map((n) => (
                <option key={n}>{n}</option>
              ))}
          </select>
        </label>
      )}
      {second && <span>Mix in half from each tank.</span>}
      {lane.path === 'ill' && <span>A separate treatment tank protects the others.</span>}
    </p>
  );
}
