'use client';

import type { EveningClock } from '@/core/duties/clock';
import type { PackRunView } from '@/server/pack/run-view';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { Timers } from './timers';
import type { Run } from './use-run';

/** Hours and minutes, units in the text’s own face. */
export function Span({ min }: { min: number }) {
  const m = Math.max(0, Math.round(min));
  return (
    <span className="whitespace-nowrap">
      {m >= 60 && (
        <>
          <b className="num">{Math.floor(m / 60)}</b>
          {'\u00a0'}
          <span className="u">h</span>{' '}
        </>
      )}
      <b className="num">{m >= 60 ? String(m % 60).padStart(2, '0') : m}</b>
      {m < 60 && <span className="u">min</span>}
    </span>
  );
}

/** Leave by, what is left, and openly how late it gets. */
function EveningClockView({ k, now, zone }: { k: EveningClock; now: number; zone: string }) {
  return (
    <div className="border-b border-rule py-3" aria-label="The evening’s clock">
      <p className="flex items-baseline gap-3">
        <b className="num text-34 font-semibold leading-none">{clock(k.leaveMs, zone)}</b>
        <b className="font-head text-18">leave by</b>
        <span className="ml-auto text-15">
          {k.leaveMs >= now ? 'in ' : ''}
          <Span min={Math.abs(k.leaveMs - now) / 60_000} />
          {k.leaveMs >= now ? '' : ' ago'}
        </span>
      </p>
      <p className="mt-1 text-15">
        Left to do <Span min={k.leftMin} />, ready at <b className="num">{clock(k.readyMs, zone)}</b>
        {k.lateMin > 0 && (
          <b style={{ color: 'var(--stop)' }}>
            , <Span min={k.lateMin} /> late
          </b>
        )}
        .
      </p>
      {k.lateMin > 0 && (
        <ul className="mt-1 text-13" aria-label="What can be skipped">
          {k.mayWait.map((w) => (
            <li key={w.id}>
              Can be skipped: <b>{w.title}</b>, <Span min={w.minutes} />. {w.why}
            </li>
          ))}
          {k.mayWait.length === 0 && <li>No remaining step can be skipped. See plan B at drop-off.</li>}
        </ul>
      )}
    </div>
  );
}

/** What may be switched while the run goes. */
function Switches({ run }: { run: Run }) {
  const { ways } = run;
  const all: readonly (readonly [words: string, on: boolean, set: (on: boolean) => void])[] = [
    ['Sound', ways.sound, ways.setSound],
    ['Read aloud', ways.spoken, ways.setSpoken],
    ...(ways.canHear ? [['Listen', ways.listens, ways.setListens] as const] : []),
  ];
  return (
    <div className="flex flex-wrap gap-2 py-3">
      <Button className="min-h-16" onClick={() => run.toGate(!run.atGate)} aria-pressed={run.atGate}>
        {run.atGate ? 'Back to the steps' : 'To the drop-off'}
      </Button>
      {all.map(([words, on, set]) => (
        <Button key={words} className="min-h-16" aria-pressed={on} onClick={() => set(!on)}>
          {words} {on ? 'on' : 'off'}
        </Button>
      ))}
      <Button className="min-h-16" onClick={() => ways.setDown(!ways.down)}>
        {ways.down ? 'Lights up' : 'Lights down'}
      </Button>
    </div>
  );
}

const paceWords = ({ pace }: PackRunView): string =>
  pace.bag.from > 0 ? `learned from ${pace.bag.from} bags` : 'by the usual time';

/** Beside the step: the evening against the hour to leave, every clock, and what may be switched. */
export function Side({ run }: { run: Run }) {
  const { p, now, zone } = run;
  return (
    <aside className="min-w-0 border-t border-rule px-3 md:px-6 lg:border-l lg:border-t-0">
      {run.clock && <EveningClockView k={run.clock} now={now} zone={zone} />}
      <Timers timers={run.timers} now={now} many={run.many} sealed={run.sealed} look={run.choose} />
      <Switches run={run} />
      <p className="note pb-3">
        Any key, a foot pedal or space presses the large button. A bag takes about{' '}
        <b className="num">{p.pace.bag.minutes.toFixed(0)}</b> min here, a box{' '}
        <b className="num">{p.pace.box.minutes.toFixed(0)}</b>, {paceWords(p)}.
      </p>
    </aside>
  );
}
