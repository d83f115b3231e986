'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { StateMark } from '@/ui/drawings/state-mark';
import type { LaneView } from '@/server/arrive/view';
import { TankStops } from './tank-stops';

const MethodChart = dynamic(() => import('./method-chart').then((m) => m.MethodChart), {
  ssr: false,
  loading: () => <div className="h-[190px]" />,
});

/** The best three ways side by side on this water, the others in a row each. */
export function Methods({
  code,
  lane,
  busy,
  start,
}: {
  code: string;
  lane: LaneView;
  busy: boolean;
  start: (method: string, because: string) => void;
}) {
  const [because, setBecause] = useState('');
  const begin = (method: string): void => start(method, because.trim());
  const mayNot = (m: { stopped: boolean }): boolean => busy || (m.stopped && because.trim() === '');
  return (
    <>
      <TankStops stops={lane.stops} because={because} setBecause={setBecause} />
      <p className="mb-3 text-15" data-testid="method-reason">
        {lane.reason}
      </p>
      {lane.asks.length > 0 && (
        <ul className="mb-3 border-l-4 border-[var(--watch-mark)] pl-3 text-15" aria-label="What to measure first">
          {lane.asks.map((x) => (
            <li key={x}>{x}</li>
          ))}
        </ul>
      )}
      <div className="grid gap-4 md:grid-cols-3 md:gap-0">
        {lane.methods.slice(0, SIDE_BY_SIDE).map((m, i) => (
          <article
            key={m.id}
            className={`flex flex-col p-3 ${i === 0 ? 'border-2 border-t-4 border-ink' : 'border border-rule md:border-l-0'}`}
          >
            <h3 className="mb-2 flex items-center gap-2">
              {i === 0 && !m.stopped ? (
                <span className="bg-ink px-2 py-1 text-13 text-[var(--on-ink)]">
                  {lane.either ? 'Either is fine' : 'Recommended'}
                </span>
              ) : (
                <span className="grid size-6 place-items-center rounded-full border border-rule-strong text-13">
                  {i + 1}
                </span>
              )}
              {m.name}
            </h3>
            <MethodChart lanes={lane.methods.slice(0, SIDE_BY_SIDE)} method={m} limit={lane.limitNh3} />
            <Table className="bagtable">
              {m.figures.map((f) => (
                <tr key={f.name}>
                  <td>{f.name}</td>
                  <td className="r whitespace-nowrap">
                    <StateMark mark={f.mark} size={14} /> <b className="num">{f.value}</b>
                    {'\u00a0'}
                    <span className="u">{f.unit}</span>
                  </td>
                </tr>
              ))}
            </Table>
            <p className="mt-auto pt-3">
              {lane.runId ? (
                <ButtonLink className="w-full min-h-16" href={`/consignments/${code}/run`}>
                  Go to the run
                </ButtonLink>
              ) : (
                <Button
                  tone={i === 0 && !m.stopped ? 'hands' : 'plain'}
                  className="min-h-16 w-full"
                  disabled={mayNot(m)}
                  onClick={() => begin(m.id)}
                >
                  {i === 0 ? `Start: ${m.name.toLowerCase()}` : `Use ${m.name.toLowerCase()}`}
                </Button>
              )}
            </p>
          </article>
        ))}
      </div>
      <OtherWays lane={lane} mayNot={mayNot} start={begin} />
      <p className="note mt-3">
        Direct transfer gives least ammonia and the largest pH step; slow mixing the reverse. Overall stress weighs both
        by how sensitive the fish are (weights † ours). Never pour bag water into the tank.
      </p>
    </>
  );
}

/** Figures of a method that is told in one row. */
const IN_SHORT = new Set(['Ammonia exposure', 'pH, any 5 min', 'Water, any 5 min', 'Time, hands on', 'Overall stress']);
/** Compared in full; the others follow as rows. */
const SIDE_BY_SIDE = 3;

/** The remaining methods on the same footing, a row each, and what cannot be used here with its reason. */
function OtherWays({
  lane,
  mayNot,
  start,
}: {
  lane: LaneView;
  mayNot: (m: { stopped: boolean }) => boolean;
  start: (method: string) => void;
}) {
  const shown = (m: LaneView['methods'][number]) => m.figures.filter((f) => IN_SHORT.has(f.name));
  const rest = lane.methods.slice(SIDE_BY_SIDE);
  const heads = rest[0] ? shown(rest[0]).map((f) => f.name) : [];
  return (
    <section className="mt-6" aria-label="Other methods">
      <h2 className="mb-1">Other methods, same water</h2>
      <Table
        reached={rest.every(mayNot)}
        className="min-w-[720px]"
        head={
          <>
            <th>Method</th>
            {heads.map((h) => (
              <th key={h} className="r">
                {h}
              </th>
            ))}
            <th />
          </>
        }
      >
        {rest.map((m) => (
          <tr key={m.id}>
            <td>
              <h3 className="whitespace-nowrap text-14">{m.name}</h3>
            </td>
            {shown(m).map((f) => (
              <td key={f.name} className="r whitespace-nowrap">
                <StateMark mark={f.mark} size={13} /> <b className="num">{f.value}</b>
                {'\u00a0'}
                <span className="u">{f.unit}</span>
              </td>
            ))}
            <td className="r">
              {!lane.runId && (
                <Button disabled={mayNot(m)} onClick={() => start(m.id)}>
                  Use this
                </Button>
              )}
            </td>
          </tr>
        ))}
        {lane.refused.map((m) => (
          <tr key={m.id}>
            <td>
              <h3 className="whitespace-nowrap text-14 text-ink-3">{m.name}</h3>
            </td>
            <td colSpan={m.may ? heads.length : heads.length + 1} className="text-ink-2">
              {m.why}
            </td>
            {m.may && (
              <td className="r">
                {!lane.runId && (
                  <Button disabled={mayNot(m)} onClick={() => start(m.id)}>
                    Use this
                  </Button>
                )}
              </td>
            )}
          </tr>
        ))}
      </Table>
    </section>
  );
}
