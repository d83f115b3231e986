'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { stopRun } from '@/server/arrive/actions';
import { ChevronLeft } from 'lucide-react';
import { Link } from '@/ui/kit/link';
import { useMemo, useState } from 'react';
import { goesIn, pauseKey, runPosition, withExtraRound } from '@/core/acclimation/run';
import type { Concern } from '@/core/concerns/concern';
import { durationWords } from '@/core/quantities/words';
import type { RunView } from '@/server/arrive/run-view';
import { useAnnounce } from '@/ui/use-announce';
import { countdown, useNow } from '@/ui/use-now';
import { useTheme } from '@/ui/use-theme';
import { KraftDefs } from '@/ui/drawings/kraft';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock } from '@/ui/format';
import { Concerns } from '@/ui/kit/concerns';
import { press } from '@/ui/queue/store';
import { usePresses } from '@/ui/queue/use-queue';
import { skewOf } from '@/ui/skew';
import { useSave } from '@/ui/use-save';
import { useScanned } from '@/ui/use-scanned';
import { useAwakeScreen } from '@/ui/use-awake-screen';
import { Strip, VesselDrawing } from './lane-drawings';
import { InVessel, MeasureAgain } from './measure-again';
import { lastPressed, lanesWithPresses } from './pressed';

type RunLane = RunView['lanes'][number];

/** The step that is on, and its button; after the last, the way to the quarantine. */
function Now({
  step,
  code,
  shut,
  busy,
  finish,
}: {
  step: RunLane['steps'][number] | undefined;
  code: string;
  /** Bags that are still shut, by name. */
  shut: string;
  busy: boolean;
  finish: (key: string) => void;
}) {
  if (!step)
    return (
      <ButtonLink
        href={`/consignments/${code}/${shut === '' ? 'quarantine' : 'receive'}`}
        wet
        className="w-full"
        style={{ background: 'var(--hands-pale)', borderColor: 'var(--hands)', color: 'var(--hands)' }}
      >
        {shut === '' ? 'Start quarantine' : `Open next: ${shut}`}
      </ButtonLink>
    );
  const hands = step.kind === 'hands';
  return (
    <>
      <p
        className="flex items-center gap-3 font-head text-20 font-semibold"
        style={{ color: hands ? 'var(--hands)' : undefined }}
      >
        {hands && <StateMark mark="now" size={22} />}
        {step.title}
      </p>
      <p className="mb-3 text-15 text-ink-2">{step.detail}</p>
      {step.caution && <p className="caution mb-3">{step.caution}</p>}
      <Button
        wet
        className="w-full"
        style={
          hands
            ? {
                background: 'var(--hands-pale)',
                borderColor: 'var(--hands)',
                color: 'var(--hands)',
                borderWidth: 2,
                fontSize: 26,
              }
            : { background: 'none' }
        }
        disabled={busy}
        onClick={() => finish(step.key)}
      >
        {hands ? `Done: ${step.title.toLowerCase()}` : 'Continue without waiting'}
      </Button>
    </>
  );
}

/** What else can be done with a lane: take it in hand, take the last press back, stop it. */
function Beside({
  lane,
  timed,
  going,
  shared,
  busy,
  stop,
}: {
  lane: RunLane;
  /** A timer runs, or is paused. */
  timed: boolean;
  /** They are going in: nothing is mixed any more. */
  going: boolean;
  /** Others work here too. */
  shared: boolean;
  busy: boolean;
  stop: () => void;
}) {
  const last = lastPressed(lane);
  const pause = pauseKey(lane.done);
  const rounds = lane.steps.filter((s) => s.key.startsWith('pour+')).length;
  const more = !going && withExtraRound(lane.steps) !== null;
  return (
    <div className="mt-2 flex flex-wrap gap-3">
      {timed && (
        <Button
          className="min-h-16 flex-1"
          style={{ background: 'none' }}
          onClick={() =>
            press(
              { deed: 'pause', runId: lane.id, key: pause },
              `${pause.startsWith('pause') ? 'pause' : 'go on with'} ${lane.title}`,
            )
          }
        >
          {pause.startsWith('pause') ? 'Pause' : 'Go on'}
        </Button>
      )}
      {more && (
        <Button
          className="min-h-16 flex-1"
          style={{ background: 'none' }}
          onClick={() =>
            press({ deed: 'extraRound', runId: lane.id, nth: rounds + 1 }, `one more round for ${lane.title}`)
          }
        >
          One more round
        </Button>
      )}
      {last !== undefined && (
        <Button
          className="min-h-16 flex-1"
          style={{ background: 'none' }}
          onClick={() =>
            press({ deed: 'undoStep', runId: lane.id, key: last }, `undo the last press, ${lane.bagIds.join(' ')}`)
          }
        >
          Undo last press
        </Button>
      )}
      {shared && (
        <Button
          className="min-h-16 flex-1"
          style={{ background: 'none' }}
          onClick={() =>
            press(
              { deed: lane.taken?.mine ? 'letGo' : 'take', subject: `run:${lane.id}` },
              `take ${lane.bagIds.join(' ')} in hand`,
            )
          }
        >
          {lane.taken?.mine ? 'Release' : lane.taken ? 'Take this lane' : 'I take this'}
        </Button>
      )}
      <Button
        className="min-h-16"
        style={{ background: 'none' }}
        disabled={busy}
        onClick={() => {
          if (window.confirm('Stop this run? What was done stays in the journal.')) stop();
        }}
      >
        Stop
      </Button>
    </div>
  );
}

/** How long hands have been waited for: a phone that slept tells it on waking. */
const waitingWords = (ms: number): string =>
  ms < 2 * 60_000 ? 'waiting for you' : `has waited for you for ${durationWords(ms)}`;

function Lane({
  lane,
  now,
  p,
  first,
  sound,
}: {
  lane: RunLane;
  now: number;
  p: RunView & { fixed: boolean };
  first: boolean;
  sound: boolean;
}) {
  const { save, busy, problems } = useSave();
  const at = runPosition({ startedAtMs: lane.startedMs, steps: lane.steps, doneAtMs: lane.done }, now);
  const step = lane.steps[at.index];
  const next = lane.steps[at.index + 1];
  const said = useAnnounce(at.remainingMs, `${lane.id}:${step?.key}`, sound);
  const opened = lane.done.open !== undefined;
  return (
    <section
      className={`border-b border-rule px-3 py-4 md:px-6 ${first ? 'border-l-[6px] border-l-[var(--hands-mark)] bg-surface' : ''}`}
      aria-label={`Bags ${lane.bagIds.join(' ')}`}
      data-of={lane.bagIds.join(' ')}
      data-presses={Object.keys(lane.done).length}
    >
      <div className="flex flex-wrap items-center gap-x-8 gap-y-3">
        <VesselDrawing lane={lane} open={opened} />
        <div className="w-[150px]">
          <p className="font-head text-28 font-bold leading-tight">{lane.title}</p>
          <p className="text-18">{lane.methodName}</p>
          <p className="mute">{lane.animals}</p>
          {lane.taken && (
            <p className="mt-1 text-15 font-semibold" data-testid="taken">
              {lane.taken.mine ? 'Yours' : `Taken by ${lane.taken.by}`}
            </p>
          )}
        </div>
        <div className="min-w-[280px] flex-1">
          {at.finished ? (
            <p className="font-head text-34">{lane.title} across</p>
          ) : (
            <>
              <p
                className="num text-104 font-semibold leading-none tracking-tighter max-[420px]:!text-[92px] max-[350px]:!text-[76px]"
                style={{ color: first ? '#E2A55C' : 'var(--ink-2)' }}
                data-testid="timer"
                data-ends={at.endsAtMs ?? ''}
                role="timer"
              >
                {at.remainingMs !== null ? countdown(at.remainingMs) : 'now'}
              </p>
              <p className="mt-2 text-18 text-ink-2">
                {at.pausedMs !== null
                  ? `Paused at ${clock(at.pausedMs, p.zone)}: close the valve.`
                  : step!.kind === 'wait'
                    ? `${step!.title}${next ? `, then ${next.title.toLowerCase()}` : ''}`
                    : waitingWords(now - at.startedAtMs)}
              </p>
              <InVessel lane={lane} now={now} zone={p.zone} />
              {opened && !goesIn(step?.key ?? 'net') && <MeasureAgain lane={lane} code={p.code} />}
            </>
          )}
          <p className="sr-only" role="status">
            {said}
          </p>
        </div>
        <div className="w-full md:w-[376px]">
          <Now
            step={step}
            code={p.code}
            shut={p.shut.names}
            busy={busy}
            finish={(key) =>
              press({ deed: 'step', runId: lane.id, key }, `${step?.title ?? key}, ${lane.bagIds.join(' ')}`)
            }
          />
          <Beside
            lane={lane}
            timed={step?.kind === 'wait' || at.pausedMs !== null}
            going={at.finished || goesIn(step!.key)}
            shared={p.shared && !at.finished}
            busy={busy}
            stop={() => void save((press) => stopRun(press, lane.id))}
          />
          {problems[0] && (
            <p className="problem mt-2" role="alert">
              {problems[0].message}
            </p>
          )}
        </div>
      </div>
      <Strip lane={lane} at={at} now={now} />
    </section>
  );
}

/** The timed run: every lane with its own clock, in a dim room. Timers live on the server. */
export function RunScreen(p: RunView & { fixed: boolean; concerns: readonly Concern[] }) {
  const now = useNow(p.nowMs, p.fixed);
  const [down, setDown] = useTheme(true);
  const [sound, setSound] = useState(false);
  useAwakeScreen();
  useScanned();
  const presses = usePresses();
  const skewMs = useMemo(() => skewOf(p.nowMs), [p.nowMs]);
  const order = lanesWithPresses(p.lanes, presses, skewMs)
    .map((lane) => ({
      lane,
      at: runPosition({ startedAtMs: lane.startedMs, steps: lane.steps, doneAtMs: lane.done }, now),
    }))
    .sort(
      (a, b) => Number(a.at.finished) - Number(b.at.finished) || (a.at.remainingMs ?? -1) - (b.at.remainingMs ?? -1),
    );
  const first = order[0];
  return (
    <div className="min-h-screen bg-paper">
      <svg width="0" height="0" className="absolute">
        <KraftDefs />
      </svg>
      <header className="flex min-h-20 flex-wrap items-center gap-x-6 border-b border-rule px-3 md:px-6">
        <ButtonLink
          href={`/consignments/${p.code}/receive`}
          aria-label="Back to Receive"
          className="min-h-16 !border-0 !bg-transparent"
        >
          <ChevronLeft size={28} />
        </ButtonLink>
        <h1 className="text-22">{p.code} into the tanks</h1>
        {first && !first.at.finished && (
          <p className="hide-s flex items-center gap-3 text-18">
            <StateMark mark="now" size={20} />
            <b style={{ color: 'var(--hands)' }}>Next for you:</b>{' '}
            {first.lane.steps[first.at.index]!.kind === 'hands'
              ? `${first.lane.steps[first.at.index]!.title.toLowerCase()}, ${first.lane.bagIds.join(' ')}`
              : `${first.lane.steps[first.at.index + 1]?.title.toLowerCase()} in ${countdown(first.at.remainingMs ?? 0)}`}
          </p>
        )}
        <span className="ml-auto flex items-center gap-3">
          <Button
            className="min-h-16"
            style={{ background: 'none' }}
            aria-pressed={sound}
            onClick={() => setSound(!sound)}
          >
            Sound {sound ? 'on' : 'off'}
          </Button>
          <Button className="min-h-16" style={{ background: 'none' }} onClick={() => setDown(!down)}>
            {down ? 'Lights up' : 'Lights down'}
          </Button>
          <span className="num hide-s text-34 font-semibold">{clock(now, p.zone)}</span>
        </span>
      </header>
      <Concerns list={p.concerns} zone={p.zone} named wet sound={sound} />
      {p.shut.ids.length > 0 && order.length > 0 && (
        <p className="flex items-center gap-3 bg-watch-pale px-3 py-3 text-18 md:px-6" role="status" data-testid="shut">
          <StateMark mark="watch" size={22} />
          <span>
            Not opened yet: <b>{p.shut.names}</b>, {p.shut.animals} of {p.shut.of} animals.
          </span>
        </p>
      )}
      {order.map(({ lane }, i) => (
        <Lane key={lane.id} lane={lane} now={now} p={p} first={i === 0} sound={sound} />
      ))}
      {order.length === 1 && first && (
        <ol
          className="grid gap-x-10 px-3 py-4 md:grid-flow-col md:grid-cols-3 md:px-6"
          style={{ gridTemplateRows: `repeat(${Math.ceil(first.lane.steps.length / 3)}, auto)` }}
        >
          {first.lane.steps.map((x, i) => (
            <li
              key={x.key}
              className={`flex items-center gap-3 border-b border-rule py-2 text-15 ${i < first.at.index ? 'opacity-60' : ''}`}
            >
              <StateMark mark={i < first.at.index ? 'done' : i === first.at.index ? 'now' : 'ahead'} size={18} />
              <b className="font-head">{x.title}</b>
              <span className="num ml-auto">{x.minutes}</span>
              {'\u00a0'}
              <span className="u">min</span>
            </li>
          ))}
        </ol>
      )}
      {order.length === 0 && (
        <p className="px-6 py-10 text-18">
          No run in progress.{' '}
          <Link className="font-semibold text-tide" href={`/consignments/${p.code}/receive`}>
            Choose a method
          </Link>
          .
        </p>
      )}
    </div>
  );
}
