'use client';

import { useState } from 'react';
import type { PracticeAnswer } from '@/core/practice/job';
import type { Dosing, WeeksCrate, WeeksChoices } from '@/core/practice/schema';
import type { CrateView } from '@/server/practice/practice';
import { keepPlay } from '@/server/practice/actions';
import { num, NumberField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';
import { CrateHead, Debrief, Pick, ScoreLine } from './frame';
import { usePlayDraft, usePractice } from './use-practice';

const luck = (): number => 1 + Math.floor(Math.random() * 9000);
type Lived = Extract<PracticeAnswer, { kind: 'lived' }>;

/** Day by day: what a test said, or nothing; everything, once it is over. */
function Days({ w, of, all }: { w: WeeksCrate; of: Lived | null; all: boolean }) {
  const days = of?.days ?? [];
  const limit = days[0]?.limitMgNL ?? 1;
  const most = Math.max(limit * 1.6, ...days.filter((d) => all || d.tested).map((d) => d.tanMgNL));
  const x = (d: number): number => 44 + (466 * d) / w.days;
  const y = (v: number): number => 150 - (136 * Math.min(most, v)) / most;
  return (
    <svg
      viewBox="0 0 590 186"
      className="w-full"
      role="img"
      aria-label={
        days.map((d) => `day ${d.day}: ${all || d.tested ? d.tanMgNL.toFixed(1) : 'not tested'}`).join(', ') ||
        'No day yet'
      }
    >
      <rect x="44" y="14" width="466" height={Math.max(0, y(limit) - 14)} fill="var(--stop)" opacity=".08" />
      <path d={`M44 ${y(limit)}H510`} stroke="var(--stop)" />
      <text x="516" y={y(limit) + 4} className="rb-s">
        criterion
      </text>
      <path d="M44 150H510" stroke="var(--rule-strong)" />
      {Array.from({ length: w.days }, (_, i) => (
        <text key={i} x={x(i + 1)} y="170" textAnchor="middle" className="rb-ax">
          {i + 1}
        </text>
      ))}
      <text x="38" y="154" textAnchor="end" className="rb-ax">
        0
      </text>
      <text x="0" y="30" className="rb-s">
        mg N/L
      </text>
      {all && (
        <path
          d={days.map((d, i) => `${i ? 'L' : 'M'}${x(d.day)} ${y(d.tanMgNL)}`).join('')}
          fill="none"
          stroke="var(--c-amm)"
          strokeWidth="2"
          strokeDasharray="1.5 4"
        />
      )}
      {days.map((d) =>
        all || d.tested ? (
          <g key={d.day}>
            <circle
              cx={x(d.day)}
              cy={y(d.tanMgNL)}
              r="5"
              fill={d.tested ? 'var(--c-amm)' : 'var(--surface)'}
              stroke="var(--c-amm)"
              strokeWidth="2"
            />
            <text x={x(d.day)} y={y(d.tanMgNL) - 10} textAnchor="middle" className="rb-fig" fill="var(--c-amm)">
              {d.tanMgNL.toFixed(1)}
            </text>
          </g>
        ) : (
          <text key={d.day} x={x(d.day)} y="140" textAnchor="middle" className="rb-s">
            ?
          </text>
        ),
      )}
    </svg>
  );
}

/** Weeks of a tank, a day a press. */
export function WeeksPlay({ v, w }: { v: CrateView; w: WeeksCrate }) {
  const [days, setDays] = useState<WeeksChoices['days']>([]);
  const [today, setToday] = useState<WeeksChoices['days'][number]>({ test: false, change: 0, feed: 1 });
  const [seed, setSeed] = useState(0);
  const ask = usePractice();
  const { save } = useSave();
  const a = usePlayDraft(ask, { kind: 'weeks', crate: v.crate, choices: { kind: 'weeks', days }, seed });
  const of = a?.kind === 'lived' ? a : null;
  const over = days.length >= w.days && of?.score;
  const pass = (): void => {
    const next = [...days, today];
    setDays(next);
    setToday({ ...today, change: 0 });
    if (next.length >= w.days)
      void save((press) => keepPlay(press, { crateId: v.crate.id, seed, choices: { kind: 'weeks', days: next } }));
  };
  const again = (s: number): void => {
    setSeed(s);
    setDays([]);
    setToday({ test: false, change: 0, feed: 1 });
  };
  const alive = of?.days.at(-1)?.alive ?? w.animals;
  return (
    <>
      <CrateHead
        v={v}
        right={
          over ? undefined : (
            <div className="flex items-center gap-4">
              <p className="text-right leading-tight">
                <b className="num text-34">{days.length + 1}</b> <span className="u">of {w.days} days</span>
                <span className={`c2 block ${alive < w.animals ? 'font-semibold !text-stop' : ''}`}>
                  {alive} of {w.animals} alive
                </span>
              </p>
              <Button tone="hands" className="!min-h-12 !px-6 !text-16" onClick={pass}>
                Next day
              </Button>
            </div>
          )
        }
      />
      <section className="work border-t border-rule-strong">
        {over && of?.score ? (
          <>
            <ScoreLine s={of.score} hoursWord="h of hands" />
            <div className="mt-4 max-w-3xl">
              <Days w={w} of={of} all />
            </div>
            <Debrief
              v={v}
              won={of.score.won}
              told={of.told}
              again={() => again(seed)}
              otherLuck={() => again(luck())}
            />
          </>
        ) : (
          <div className="grid gap-x-12 gap-y-6 lg:grid-cols-2">
            <div>
              <p className="max-w-prose text-16 leading-snug">{v.crate.story}</p>
              <div className="mt-4">
                <Pick
                  label="Test tonight"
                  value={today.test ? 'yes' : 'no'}
                  options={['no', 'yes']}
                  say={(x) => (x === 'yes' ? 'yes, 5 min' : 'no')}
                  choose={(x) => setToday({ ...today, test: x === 'yes' })}
                />
                <Pick
                  label="Change water first"
                  value={today.change}
                  options={[0, 0.3, 0.5, 0.7, 0.9]}
                  say={(x) => (x === 0 ? 'none' : `${Math.round(100 * x)} %`)}
                  choose={(x) => setToday({ ...today, change: x })}
                />
                <Pick
                  label="Feed"
                  value={today.feed}
                  options={[1, 0.5, 0]}
                  say={(x) => (x === 1 ? 'as usual' : x === 0 ? 'nothing' : 'half')}
                  choose={(x) => setToday({ ...today, feed: x })}
                />
              </div>
            </div>
            <div>
              <h2 className="mb-1">Ammonia, as far as you tested</h2>
              <Days w={w} of={of} all={false} />
              <p className="note">The water is clear.</p>
            </div>
          </div>
        )}
      </section>
    </>
  );
}

/** A dose measured out, once. */
export function DosingPlay({ v, d }: { v: CrateView; d: Dosing }) {
  const [ml, setMl] = useState('');
  const [moved, setMoved] = useState(false);
  const [tested, setTested] = useState(false);
  const [end, setEnd] = useState<Extract<PracticeAnswer, { kind: 'dosed' }> | null>(null);
  const ask = usePractice();
  const { save } = useSave();
  const amount = num(ml);
  const go = async (): Promise<void> => {
    const choices = { kind: 'dosing' as const, ml: amount, othersMoved: moved, tested };
    const r = await ask({ kind: 'dose', crate: v.crate, choices, seed: 0 });
    if (r.kind !== 'dosed') return;
    setEnd(r);
    void save((press) => keepPlay(press, { crateId: v.crate.id, seed: 0, choices }));
  };
  const again = (): void => setEnd(null);
  if (end)
    return (
      <>
        <CrateHead v={v} />
        <section className="work border-t border-rule-strong">
          <ScoreLine s={end.score} hoursWord="h" />
          <Debrief v={v} won={end.score.won} told={end.told} again={again} otherLuck={again} />
        </section>
      </>
    );
  return (
    <>
      <CrateHead
        v={v}
        right={
          <Button tone="hands" className="!min-h-12 !px-6 !text-16" disabled={!(amount > 0)} onClick={() => void go()}>
            Add the dose
          </Button>
        }
      />
      <section className="work grid gap-x-12 gap-y-6 border-t border-rule-strong lg:grid-cols-2">
        <div>
          <p className="max-w-prose text-16 leading-snug">{v.crate.story}</p>
          <ul className="mt-4">
            {[
              ['Sold as', `${d.labelL} L`],
              ['Inside, with the height of the water', `${d.insideCm[0]} × ${d.insideCm[1]} × ${d.insideCm[2]} cm`],
              ['Stones', `about ${d.stonesL} L`],
              ['Sand, of which 40 % is water', `${d.bedCm} cm deep`],
              [d.medicine, `${d.mgPerMl} mg per mL`],
              ['Wanted', `${d.targetMgL} mg/L, from ${d.bandFromMgL} to ${d.bandToMgL}`],
            ].map(([words, value]) => (
              <li key={words} className="flex min-h-10 items-center border-b border-rule">
                <span className="mr-auto">{words}</span> <b className="num">{value}</b>
              </li>
            ))}
          </ul>
        </div>
        <div>
          <NumberField label="How many millilitres" unit="mL" path="ml" value={ml} onChange={setMl} className="w-44" />
          <div className="mt-3">
            <Pick
              label={d.othersName}
              value={moved ? 'out' : 'stay'}
              options={['stay', 'out']}
              say={(x) => (x === 'out' ? 'moved out first' : 'stay')}
              choose={(x) => setMoved(x === 'out')}
            />
            <Pick
              label="Afterwards"
              value={tested ? 'test' : 'no'}
              options={['no', 'test']}
              say={(x) => (x === 'test' ? 'measure the copper' : 'trust the sum')}
              choose={(x) => setTested(x === 'test')}
            />
          </div>
          <p className="note mt-3">
            The medicine’s label, local law and a veterinarian come before any calculation. Wear gloves; not for fish
            that are eaten; keep from children.
          </p>
        </div>
      </section>
    </>
  );
}
