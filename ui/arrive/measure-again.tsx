'use client';

import { useState } from 'react';
import { pausedWithin } from '@/core/acclimation/run';
import { doubtsOf } from '@/core/consignment/plausibility';
import { SEA_FROM } from '@/core/fish/water';
import { unbelieved, type WaterQuantity } from '@/core/measurement/quantities';
import type { Problem } from '@/core/consignment/outcome';
import type { RunView } from '@/server/arrive/run-view';
import { NumberField, num } from '@/ui/fields/fields';
import { clock, one } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';

type RunLane = RunView['lanes'][number];

const asked: readonly (readonly [WaterQuantity, string, string])[] = [
  ['tempC', 'Water', '°C'],
  ['pH', 'pH', ''],
  ['salinity', 'Salinity', ''],
];
const nothing = { tempC: '', pH: '', salinity: '' } as Record<WaterQuantity, string>;

/** The water round the animals as it is computed now, from what was read of it, and whether it is near enough to the tank’s. */
export function InVessel({ lane, now, zone }: { lane: RunLane; now: number; zone: string }) {
  const v = lane.vessel;
  const opened = lane.done.open;
  if (!v || opened === undefined) return null;
  const min = v.openAtMin + (now - opened - pausedWithin(lane.done, opened, now)) / 60_000;
  const i = Math.max(0, Math.min(v.tempC.length - 1, Math.round(min), Math.round(v.transferAtMin)));
  return (
    <p className="mt-2 text-15 text-ink-2" data-testid="vessel">
      Computed now <b className="num">{one(v.tempC[i]!)}</b> °C, pH <b className="num">{one(v.pH[i]!)}</b>
      {v.read && !v.problem && (
        <>
          , on from{' '}
          {[
            v.read.figures.tempC !== undefined && `${one(v.read.figures.tempC)} °C`,
            v.read.figures.pH !== undefined && `pH ${one(v.read.figures.pH)}`,
          ]
            .filter(Boolean)
            .join(', ') || 'what was'}{' '}
          read in {v.read.bagId} at {clock(v.read.atMs, zone)}
        </>
      )}
      ; tank {v.tank.name} <span className="num">{one(v.tank.tempC)}</span> °C, pH{' '}
      <span className="num">{one(v.tank.pH)}</span>. {v.problem && <b className="text-watch">{v.problem} </b>}
      {v.wantsRound ? (
        <b className="text-watch">
          At the end it is still {one(v.left.tempC)} °C and pH {one(v.left.pH)} from the tank. Do one more round.
        </b>
      ) : v.floatsOn ? (
        <b className="text-watch">
          Not yet: still {one(v.left.tempC)} °C from the tank. Clip the bag to the rim and float it open.
        </b>
      ) : v.enoughMin === null ? null : min >= v.enoughMin ? (
        'Close enough: transfer them now.'
      ) : (
        `Close enough in ${Math.ceil(v.enoughMin - min)} min.`
      )}
    </p>
  );
}

/** The water round the animals, dipped once more in mid-way: what is left of the way is computed anew from it. */
export function MeasureAgain({ lane, code }: { lane: RunLane; code: string }) {
  const [typed, setTyped] = useState(nothing);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const [doubt, setDoubt] = useState<string | null>(null);
  const marine = (lane.vessel?.salinity ?? 0) >= SEA_FROM;
  const [bagId] = lane.bagIds as [string];
  const keep = (sure: boolean): void => {
    const figures = Object.fromEntries(
      asked.filter(([k]) => typed[k].trim() !== '').map(([k]) => [k, num(typed[k])]),
    ) as Partial<Record<WaterQuantity, number>>;
    const wrong = Object.entries(figures).flatMap(([k, v]): Problem[] => {
      const message = unbelieved(k as WaterQuantity, v);
      return message ? [{ path: k, message }] : [];
    });
    const odd = doubtsOf(figures, { animals: null, marine })[0]?.words ?? null;
    setProblems(wrong);
    setDoubt(sure || wrong.length > 0 ? null : odd);
    if (Object.keys(figures).length === 0 || wrong.length > 0 || (odd && !sure)) return;
    press(
      { deed: 'readings', code, of: [{ kind: 'bag', id: bagId, figures }], sure, again: true },
      `water of ${bagId} read again`,
    );
    setTyped(nothing);
  };
  return (
    <form
      className="mt-2 flex flex-wrap items-end gap-2"
      aria-label={`Measure ${bagId} again`}
      onSubmit={(e) => {
        e.preventDefault();
        keep(false);
      }}
    >
      {asked
        .filter(([k]) => k !== 'salinity' || marine)
        .map(([k, label, unit]) => (
          <NumberField
            key={k}
            className="w-24"
            label={label}
            unit={unit}
            path={k}
            problems={problems}
            value={typed[k]}
            onChange={(v) => setTyped((x) => ({ ...x, [k]: v }))}
          />
        ))}
      <Button className="min-h-16" style={{ background: 'none' }}>
        Measured again
      </Button>
      {doubt && (
        <span className="w-full text-15 text-watch" role="alert">
          {doubt}{' '}
          <Button type="button" tone="flat" onClick={() => keep(true)}>
            Value is right: save
          </Button>
        </span>
      )}
    </form>
  );
}
