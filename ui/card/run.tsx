import { useEffect, useMemo, useRef, useState } from 'react';
import { goesIn, pauseKey, pausedWithin, withExtraRound } from '@/core/acclimation/run';
import {
  done,
  groupsIn,
  lastPress,
  addRound,
  pause,
  cardPosition,
  readAgain,
  stepBack,
  stop,
  type CardRun,
} from '@/core/card/card-record';
import { cardCourse } from '@/core/card/lanes';
import { stepText, type StepText } from '@/core/card/words';
import { bagNames } from '@/core/acclimation/lanes';
import { SEA_FROM } from '@/core/fish/water';
import { Figure } from './fields';
import { useHere, type Here } from './words';

const two = (n: number): string => String(Math.floor(n)).padStart(2, '0');
const countdown = (ms: number): string => {
  const s = Math.max(0, Math.ceil(ms / 1000));
  return s >= 3600 ? `${Math.floor(s / 3600)}:${two((s % 3600) / 60)}:${two(s % 60)}` : `${two(s / 60)}:${two(s % 60)}`;
};

/** Hands are told once they have waited so long, and a phone that slept is told on waking. */
const WAITED_MS = 2 * 60_000;

function textOf({ data, told }: Here, run: CardRun, i: number): StepText {
  const step = run.steps[i];
  const bags = data.bags.filter((b) => run.bagIds.includes(b.id));
  if (!step) return [''];
  const tank = data.tanks.find((t) => run.tank.startsWith(t.name)) ?? data.tanks[0]!;
  return stepText(
    step,
    {
      method: run.method,
      closure: bags[0]?.foretold.closure,
      waterL: run.waterL,
      salinity: run.salinity,
      tolerance: bags[0]?.foretold.tolerance ?? 'delicate',
      tank: { name: run.tank, salinity: tank.salinity },
      groups: groupsIn(bags),
    },
    told.language,
    data.assumptions,
  );
}

/** The sequence as a tape: what is past is deep, hands are dots. */
function Tape({ run, now }: { run: CardRun; now: number }) {
  const at = cardPosition(run, now);
  const all = run.steps.reduce((n, s) => n + s.minutes, 0) || 1;
  const step = run.steps[at.index];
  const inStep = step ? Math.min(step.minutes, Math.max(0, (now - at.startedAtMs) / 60_000)) : 0;
  const past = run.steps.slice(0, at.index).reduce((n, s) => n + s.minutes, 0) + inStep;
  return (
    <div className="tape" aria-hidden>
      {run.steps.map((s, i) => (
        <i key={s.key} className={`${s.kind} ${i < at.index ? 'past' : ''}`} style={{ flexGrow: s.minutes }} />
      ))}
      <b style={{ left: `${(past / all) * 100}%` }} />
    </div>
  );
}

function RunLane({ run }: { run: CardRun }) {
  const here = useHere();
  const { w, p, now, tell, figure } = here;
  const at = cardPosition(run, now);
  const step = run.steps[at.index];
  const [title, detail, caution] = textOf(here, run, at.index);
  const [next] = textOf(here, run, at.index + 1);
  const opened = run.doneAtMs.open;
  const { data, told } = here;
  const course = useMemo(() => cardCourse(data, told, run), [data, told, run]);
  const minute =
    opened === undefined || !course
      ? null
      : course.openAtMin + (now - opened - pausedWithin(run.doneAtMs, opened, now)) / 60_000;
  const i =
    minute === null
      ? 0
      : Math.max(0, Math.min(course!.tempC.length - 1, Math.round(minute), Math.round(course!.transferAtMin)));
  const waited = now - at.startedAtMs;
  const timed = step?.kind === 'wait';
  const goes = step && goesIn(step.key);
  const held = pauseKey(run.doneAtMs).startsWith('goon');
  return (
    <div className="run" data-run={run.bagIds.join(' ')}>
      <div>
        <p className="who">
          <b>{bagNames(run.bagIds).replace(' to ', '–')}</b> {p.methods[run.method].name}, {run.tank}
        </p>
        {timed ? (
          <p className="timer" role="timer">
            {countdown(at.remainingMs ?? 0)}
          </p>
        ) : (
          step && (
            <p className="waits">{waited > WAITED_MS ? w.run.waited(Math.floor(waited / 60_000)) : w.run.waits}</p>
          )
        )}
        <Tape run={run} now={now} />
        {minute !== null && course && step && !goes && (
          <p data-testid="water">
            {w.run.now(figure(course.tempC[i]!, 1), figure(course.pH[i]!, 1))}{' '}
            {course.read && !course.problem && w.run.readAt(here.clock(course.read.atMs))}{' '}
            {course.problem && <b className="watch">{w.ways.contradiction} </b>}
            {course.wantsRound ? (
              <b className="watch">{w.run.notNear(figure(course.left.tempC, 1), figure(course.left.pH, 1))}</b>
            ) : (
              course.enoughMin !== null && minute >= course.enoughMin && w.run.enough
            )}
          </p>
        )}
        {course && step && !goes && (
          <div className="figures">
            {(['tempC', 'pH', ...(run.salinity >= SEA_FROM ? (['salinity'] as const) : [])] as const).map((k) => (
              <Figure
                key={`${k} ${course.read?.atMs ?? 0}`}
                of={run.bagIds[0]!}
                named={`${w.figures[k]}, ${w.run.again}`}
                figure={k}
                value={null}
                placeholder={k === 'salinity' ? '' : figure(course[k][i]!, 1)}
                expected={{ animals: null, marine: run.salinity >= SEA_FROM }}
                keep={(v) => v !== null && tell((t, ms) => readAgain(t, run.bagIds[0]!, k, v, ms))}
              />
            ))}
          </div>
        )}
      </div>
      <div>
        {step ? (
          <>
            <p className="step">{title}</p>
            {detail && <p>{detail}</p>}
            {caution && <p className="caution">{caution}</p>}
            <button
              type="button"
              className={timed ? 'big' : 'hands big'}
              onClick={() => tell((t, ms) => done(t, run.id, step.key, ms))}
            >
              {timed ? w.run.skip : w.run.done(title)}
            </button>
            {next && <p>{w.run.then(next)}</p>}
          </>
        ) : (
          <p className="step">{w.run.across}</p>
        )}
        <p className="beside">
          {(timed || held) && (
            <button type="button" onClick={() => tell((t, ms) => pause(t, run.id, ms))}>
              {held ? w.run.goOn : w.run.pause}
            </button>
          )}
          {step && !goes && withExtraRound(run.steps) && (
            <button type="button" onClick={() => tell((t, ms) => addRound(t, run.id, ms))}>
              {w.run.round}
            </button>
          )}
          {lastPress(run) !== null && (
            <button type="button" onClick={() => tell((t, ms) => stepBack(t, run.id, ms))}>
              {w.run.back}
            </button>
          )}
          {step && (
            <button
              type="button"
              onClick={() => window.confirm(w.run.stopSure) && tell((t, ms) => stop(t, run.id, ms))}
            >
              {w.run.stop}
            </button>
          )}
        </p>
      </div>
    </div>
  );
}

/** Three short tones and a shake; a browser lets a page sound only after a first press on it. */
function alarm(sound: AudioContext | null): void {
  navigator.vibrate?.([300, 150, 300]);
  if (!sound) return;
  for (const at of [0, 0.35, 0.7]) {
    const tone = sound.createOscillator();
    const loud = sound.createGain();
    tone.frequency.value = 880;
    loud.gain.setValueAtTime(0.25, sound.currentTime + at);
    loud.gain.exponentialRampToValueAtTime(0.001, sound.currentTime + at + 0.3);
    tone.connect(loud).connect(sound.destination);
    tone.start(sound.currentTime + at);
    tone.stop(sound.currentTime + at + 0.3);
  }
}

/** Calls hands when a timer has ended: each wait of each run once. */
function useAlarms(runs: readonly CardRun[], now: number, sound: AudioContext | null): void {
  const before = useRef<Map<string, number> | null>(null);
  useEffect(() => {
    const at = new Map(runs.map((r) => [r.id, cardPosition(r, now).index]));
    const was = before.current;
    before.current = at;
    if (!was) return;
    const ended = runs.some((r) => {
      const [from, to] = [was.get(r.id), at.get(r.id)!];
      return (
        from !== undefined &&
        to > from &&
        r.steps[from]?.kind === 'wait' &&
        r.doneAtMs[r.steps[from]!.key] === undefined
      );
    });
    if (ended) alarm(sound);
  }, [runs, now, sound]);
}

/** What goes on: timers first, since they call. */
export function Runs() {
  const { told, now, w } = useHere();
  const [sound, setSound] = useState<AudioContext | null>(null);
  const top = useRef<HTMLElement>(null);
  const begun = useRef(told.runs.length);
  // Whoever has begun a way looks at its timer next.
  useEffect(() => {
    if (told.runs.length > begun.current) top.current?.scrollIntoView({ block: 'start' });
    begun.current = told.runs.length;
  }, [told.runs.length]);
  const going = told.runs.filter((r) => !cardPosition(r, now).finished);
  useAlarms(told.runs, now, sound);
  if (told.runs.length === 0) return null;
  const over = told.runs.filter((r) => cardPosition(r, now).finished);
  return (
    <section ref={top} className="runs" aria-label={w.run.title}>
      <p className="beside">
        <button
          type="button"
          aria-pressed={sound !== null}
          onClick={() => setSound((s) => (s ? null : new AudioContext()))}
        >
          {sound ? w.run.soundOff : w.run.soundOn}
        </button>
      </p>
      {[...going, ...over].map((r) => (
        <RunLane key={r.id} run={r} />
      ))}
    </section>
  );
}
