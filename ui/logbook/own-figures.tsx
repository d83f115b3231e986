'use client';

import type { LearnedView } from '@/server/logbook/learned';
import { acceptLearned, undoLearned } from '@/server/logbook/actions';
import { dayMonth } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { Tabs } from '@/ui/shell/tabs';
import { useSave } from '@/ui/use-save';
import { Left } from './still-loading';

type Figure = LearnedView['figures'][number];
type Told = Figure['before'];

const groups: readonly [title: string, starts: readonly string[], words: string][] = [
  ['Boxes', ['box:'], 'Heat loss, from loggers, readings on arrival and home tests.'],
  ['Packs', ['pack:'], 'Heat output. One curve shows box and packs, so both change together.'],
  ['Fish', ['species:'], 'Oxygen use of a species, from its bag water on arrival.'],
  ['Services', ['delay:', 'legs:'], 'How often a service is late and how long its legs take.'],
  ['Your fish room', ['assumption:'], 'Forecast and packing times.'],
];

const say = (v: number, unit: Figure['unit']): string =>
  unit === '×'
    ? `× ${v.toFixed(2)}`
    : unit === '%'
      ? `${v.toFixed(1)} %`
      : unit === '°C'
        ? `${v.toFixed(1)} °C`
        : `${v.toFixed(1)} min`;

/** Before above after on one scale: where it stands, and between what it lies. */
function BeforeAfter({ f }: { f: Figure }) {
  const factor = f.unit === '×';
  const all = [f.before.low, f.before.high, f.after.low, f.after.high, f.before.value, f.after.value];
  const lo = Math.min(...all) * (factor ? 0.95 : 0.9);
  const hi = Math.max(...all) * (factor ? 1.05 : 1.1) + 1e-6;
  const x = (v: number): number =>
    factor ? (Math.log(v / lo) / Math.log(hi / lo)) * 296 + 2 : ((v - lo) / (hi - lo)) * 296 + 2;
  const line = (t: Told, y: number, colour: string, solid: boolean) => (
    <g>
      <path
        d={`M${x(t.low)} ${y}H${x(t.high)}`}
        stroke={colour}
        strokeWidth={solid ? 8 : 6}
        opacity={solid ? 0.45 : 0.3}
      />
      <path d={`M${x(t.value)} ${y - 7}V${y + 7}`} stroke={colour} strokeWidth="3" />
    </g>
  );
  return (
    <svg
      viewBox="0 0 300 44"
      className="h-11 w-full"
      role="img"
      aria-label={`Before ${say(f.before.value, f.unit)}, after ${say(f.after.value, f.unit)}, between ${say(f.after.low, f.unit)} and ${say(f.after.high, f.unit)}`}
    >
      {factor && lo < 1 && hi > 1 && <path d={`M${x(1)} 0V44`} stroke="var(--rule-strong)" strokeDasharray="2 3" />}
      {line(f.before, 11, 'var(--ink-3)', false)}
      {line(f.after, 32, 'var(--tide)', true)}
    </svg>
  );
}

function One({ f, zone }: { f: Figure; zone: string }) {
  const { save, busy, problems } = useSave();
  return (
    <li className="grid items-center gap-x-6 gap-y-2 border-b border-rule py-3 md:grid-cols-[minmax(0,1fr)_300px_236px]">
      <div>
        <b className="font-head text-16">{f.name}</b> <span className="note">{f.what}</span>
        <p className="text-13">
          From {f.fromWords}; <span className="num">{Math.round(100 * f.weight)}</span> % of it is from your own data.
        </p>
        {f.notes.map((n) => (
          <p key={n} className="note">
            {n}
          </p>
        ))}
        {problems.map((p) => (
          <p key={p.message} className="problem" role="alert">
            {p.message}
          </p>
        ))}
      </div>
      <BeforeAfter f={f} />
      <div className="flex items-center justify-between gap-3 md:justify-end">
        <p className="text-right leading-tight">
          <span className="note">
            {f.same ? 'catalogue value' : 'now'} <span className="num">{say(f.before.value, f.unit)}</span>
          </span>
          <b className="num block text-18 text-tide">{say(f.after.value, f.unit)}</b>
          <span className="note num">
            {say(f.after.low, f.unit)} to {say(f.after.high, f.unit)}
          </span>
        </p>
        {f.same ? (
          <Button
            disabled={busy}
            title={f.acceptedAt ? `In use since ${dayMonth(Date.parse(f.acceptedAt), zone)}` : undefined}
            onClick={() => void save((press) => undoLearned(press, f.key))}
          >
            Undo
          </Button>
        ) : (
          <Button
            tone={f.ready ? 'go' : 'plain'}
            disabled={busy}
            onClick={() => void save((press) => acceptLearned(press, { key: f.key, values: f.values }))}
          >
            {f.acceptedAt ? 'Use the new value' : 'Use'}
          </Button>
        )}
      </div>
    </li>
  );
}

/** What the house has learned of its own boxes, packs, fish and carriers: each figure before and after, taken over by hand. */
export function LearnedPage({ v, zone }: { v: LearnedView; zone: string }) {
  const inUse = v.figures.filter((f) => f.same).length;
  return (
    <>
      <section className="chead flex-wrap gap-y-1 py-2">
        <h1>Your own figures</h1>
        <p className="c2 mr-auto max-w-2xl">
          Figures measured in your own boxes, packs and fish. Nothing changes until you press Use. With few readings
          they stay near the catalogue (conjugate normal in the logarithm; beta for shares).
        </p>
        <p className="text-right">
          <b className="num text-34">{inUse}</b> <span className="u">of {v.figures.length} in use</span>
        </p>
      </section>
      <Tabs at="/logbook/learned" />
      <section className="work">
        <Left n={v.left} />
        {v.figures.length === 0 && (
          <p className="note py-6">
            No readings yet. One thermometer reading on arrival is a start; a logger in the box is best.
          </p>
        )}
        {groups.map(([title, starts, words]) => {
          const of = v.figures.filter((f) => starts.some((s) => f.key.startsWith(s)));
          return of.length === 0 ? null : (
            <section key={title} className="mb-7" aria-label={title}>
              <h2>
                {title} <span className="note font-normal">{words}</span>
              </h2>
              <ul>
                {of.map((f) => (
                  <One key={f.key} f={f} zone={zone} />
                ))}
              </ul>
            </section>
          );
        })}
        {v.duds.length > 0 && (
          <section className="mb-7" aria-label="Failed packs by batch">
            <h2>
              Failed packs by batch <span className="note font-normal">Of packs tested at the bench.</span>
            </h2>
            <ul>
              {v.duds.map((d) => (
                <li key={d.key} className={`border-b border-rule py-2 ${d.many ? 'font-semibold text-stop' : ''}`}>
                  {d.name}. {d.words}
                  {d.many && ' Test each one, and open two more than you need.'}
                </li>
              ))}
            </ul>
          </section>
        )}
        {v.kept.length > 0 && (
          <section aria-label="In use without readings">
            <h2>In use, though its source was deleted</h2>
            <ul>
              {v.kept.map((f) => (
                <Kept key={f.key} k={f} />
              ))}
            </ul>
          </section>
        )}
      </section>
    </>
  );
}

function Kept({ k }: { k: LearnedView['kept'][number] }) {
  const { save, busy } = useSave();
  return (
    <li className="flex items-center gap-4 border-b border-rule py-2">
      <b>{k.name}</b> <span className="note mr-auto">{k.what}</span>
      <b className="num">{say(k.after.value, k.unit)}</b>
      <Button disabled={busy} onClick={() => void save((press) => undoLearned(press, k.key))}>
        Undo
      </Button>
    </li>
  );
}
