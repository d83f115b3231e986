'use client';

import { useState } from 'react';
import type { MethodId } from '@/core/acclimation/vessel';
import type { OpenedTold } from '@/core/practice/job';
import type { OpeningCrate } from '@/core/practice/schema';
import type { CrateView } from '@/server/practice/practice';
import { keepPlay } from '@/server/practice/actions';
import { StateMark } from '@/ui/drawings/state-mark';
import { quantities, waterFigures, type WaterFigure } from '@/core/measurement/quantities';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';
import { CrateHead, Debrief, ScoreLine } from './frame';
import { usePlayDraft, usePractice } from './use-practice';

const figures = waterFigures.map((k) => {
  const { label, unit, digits } = quantities[k];
  return [k, label, unit, digits] as const;
});

/** Un-ionized ammonia of every way over the first hours, the chosen one in front. */
function Courses({ o }: { o: OpenedTold }) {
  const most = Math.max(0.02, ...o.ways.flatMap((w) => w.nh3MgNL));
  const until = Math.min(150, Math.max(...o.ways.map((w) => w.minutes.at(-1) ?? 0)));
  const x = (m: number): number => 44 + (470 * Math.min(until, m)) / until;
  const y = (v: number): number => 160 - (148 * v) / most;
  const best = o.ways[0];
  const shown = o.ways.filter((w) => w.id === o.chosen || w.id === best?.id);
  return (
    <svg
      viewBox="0 0 640 190"
      className="mt-3 w-full max-w-2xl"
      role="img"
      aria-label="Un-ionized ammonia over the minutes of each way"
    >
      {[0, 0.5, 1].map((t) => (
        <g key={t}>
          <path d={`M44 ${y(t * most)}H514`} stroke="var(--rule)" />
          <text x="38" y={y(t * most) + 4} textAnchor="end" className="rb-ax">
            {(t * most).toFixed(2)}
          </text>
        </g>
      ))}
      {o.ways.map((w) => (
        <path
          key={w.id}
          d={w.minutes.map((m, i) => `${i ? 'L' : 'M'}${x(m).toFixed(1)} ${y(w.nh3MgNL[i]!).toFixed(1)}`).join('')}
          fill="none"
          stroke="var(--c-amm)"
          strokeWidth={w.id === o.chosen ? 3 : 1.4}
          opacity={shown.includes(w) ? 1 : 0.25}
          strokeDasharray={w.id === o.chosen ? undefined : '2 4'}
        />
      ))}
      {shown.map((w, i) => (
        <text
          key={w.id}
          x="522"
          y={Math.max(14, y(w.nh3MgNL.at(-1) ?? 0)) + 14 * i}
          className="rb-s"
          style={{ fill: 'var(--c-amm)', fontWeight: w.id === o.chosen ? 700 : 400 }}
        >
          {w.name.length > 19 ? `${w.name.slice(0, 18)}…` : w.name}
        </text>
      ))}
      <text x="44" y="184" className="rb-s">
        un-ionized ammonia, mg N/L, over {until.toFixed(0)} min
      </text>
    </svg>
  );
}

/** Every way of opening, one of them chosen. */
function Ways({
  ways,
  method,
  choose,
}: {
  ways: readonly { id: MethodId; name: string }[];
  method: MethodId | null;
  choose: (id: MethodId) => void;
}) {
  return (
    <div>
      <h2 className="mb-1">How do you open it?</h2>
      <ul>
        {ways.map((w) => (
          <li key={w.id} className="border-b border-rule">
            <button
              type="button"
              aria-pressed={method === w.id}
              className={`flex min-h-11 w-full items-center gap-3 px-2 text-left ${method === w.id ? 'bg-tide font-semibold text-surface' : ''}`}
              onClick={() => choose(w.id)}
            >
              <span>{w.name}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** A bag at the door: measure as much as you like, then open it one way. */
export function OpeningPlay({ v, o }: { v: CrateView; o: OpeningCrate }) {
  const [measured, setMeasured] = useState<WaterFigure[]>([]);
  const [method, setMethod] = useState<MethodId | null>(null);
  const [seed, setSeed] = useState(0);
  const [end, setEnd] = useState<OpenedTold | null>(null);
  const ask = usePractice();
  const { save } = useSave();
  const a = usePlayDraft(ask, {
    kind: 'measure',
    crate: v.crate,
    choices: { kind: 'opening', measured, method: 'drip' },
    seed,
  });
  const known = a?.kind === 'measured' ? a : null;
  const go = async (): Promise<void> => {
    if (!method) return;
    const choices = { kind: 'opening' as const, measured, method };
    const r = await ask({ kind: 'open', crate: v.crate, choices, seed });
    if (r.kind !== 'opened') return;
    setEnd(r.opened);
    void save((press) => keepPlay(press, { crateId: v.crate.id, seed, choices }));
  };
  const again = (luck: number): void => {
    setSeed(luck);
    setEnd(null);
    setMethod(null);
    setMeasured([]);
  };
  if (end)
    return (
      <>
        <CrateHead v={v} />
        <section className="work border-t border-rule-strong">
          <ScoreLine s={end.score} hoursWord="h of hands" />
          <Debrief
            v={v}
            won={end.score.won}
            told={end.told}
            again={() => again(seed)}
            otherLuck={() => again(1 + Math.floor(Math.random() * 9000))}
          >
            <Courses o={end} />
            <ul className="mt-3">
              {end.ways.map((w) => (
                <li
                  key={w.id}
                  className={`flex items-center gap-2 border-b border-rule py-1 ${w.id === end.chosen ? 'font-semibold' : ''}`}
                >
                  <StateMark mark={w.times <= 0.7 ? 'fine' : w.times <= 1 ? 'watch' : 'stop'} size={15} />
                  <span className="mr-auto">{w.name}</span>
                  <span className="note">{w.part}</span>
                  <span className="num w-12 text-right">× {w.times.toFixed(1)}</span>
                </li>
              ))}
            </ul>
          </Debrief>
        </section>
      </>
    );
  return (
    <>
      <CrateHead
        v={v}
        right={
          <Button
            tone="hands"
            className="!min-h-12 !px-6 !text-16"
            disabled={!method || !known}
            onClick={() => void go()}
          >
            Open it
          </Button>
        }
      />
      <section className="work grid gap-x-12 gap-y-6 border-t border-rule-strong lg:grid-cols-2">
        <div>
          <p className="max-w-prose text-16 leading-snug">{v.crate.story}</p>
          <p className="mt-3">
            <b className="num">{o.animals}</b> animals in <b className="num">{o.waterL}</b> L. Your tank:{' '}
            {figures
              .filter(([k]) => !(k === 'salinity' && o.tank.salinity === 0))
              .map(([k, words, unit, places]) => `${words} ${o.tank[k].toFixed(places)}${unit ? ` ${unit}` : ''}`)
              .join(', ')}
            .
          </p>
          <h2 className="mb-1 mt-5">What you know of the bag</h2>
          <ul>
            {figures.map(([k, words, unit, places]) => (
              <li key={k} className="flex min-h-11 items-center gap-3 border-b border-rule">
                <span className="mr-auto">{words}</span>
                {known?.figures[k] !== undefined ? (
                  <span>
                    <b className="num text-18">{known.figures[k].toFixed(places)}</b> <span className="u">{unit}</span>
                  </span>
                ) : (
                  <Button onClick={() => setMeasured([...measured, k])}>Measure, 2 min</Button>
                )}
              </li>
            ))}
          </ul>
        </div>
        <Ways ways={known?.ways ?? []} method={method} choose={setMethod} />
      </section>
    </>
  );
}
