'use client';

import type { ReceiveStationProps } from '@/server/arrive/view';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import { press } from '@/ui/queue/store';

/** Which tank the bags of a lane go into: another one is a press, kept for each bag. */
export function IntoTank({ p, lane }: { p: ReceiveStationProps; lane: ReceiveStationProps['lanes'][number] }) {
  const waiting = ofDeed(usePresses(), 'into').filter((x) => lane.bagIds.includes(x.deed.bagId));
  const now = waiting[waiting.length - 1]?.deed.tank ?? lane.tank.name;
  const names = [...new Set([...p.tanks.map((t) => t.name), ...p.ownTanks])];
  return (
    <label className="mb-3 flex flex-wrap items-center gap-2 text-15">
      <span className="font-head font-semibold">Into tank</span>
      <select
        className="in !w-auto min-h-12"
        value={now}
        disabled={lane.runId !== null}
        onChange={(e) => {
          for (const bagId of lane.bagIds)
            press({ deed: 'into', code: p.code, bagId, tank: e.target.value }, `${bagId} into tank ${e.target.value}`);
        }}
      >
        {names.map((n) => (
          <option key={n}>{n}</option>
        ))}
      </select>
      {lane.path === 'ill' && <span className="text-15">A treatment tank of their own is kind to all the others.</span>}
    </label>
  );
}
