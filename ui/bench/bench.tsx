'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Link } from '@/ui/kit/link';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useEffect, useEffectEvent, useState } from 'react';
import { clock, longDay } from '@/ui/format';
import { useNow } from '@/ui/use-now';
import { press as send } from '@/ui/queue/store';
import { usePresses } from '@/ui/queue/use-queue';
import { inField } from '@/ui/shell/keys';
import { useKeys } from '@/ui/shell/preferences';
import { Concerns } from '@/ui/kit/concerns';
import { OnTheWay } from './on-the-way';
import { Quarantines } from './quarantines';
import { Rail, type RailProps } from './rail';
import type { LaterChoice } from './laters';
import { stillDue } from './pressed';
import type { BenchProps, Task } from './types';
import { HOUR } from '@/core/quantities/time';
import { dayStates, deskWords } from '@/words/en/bench';

/** What most houses never see loads where it is. */
const UnreadList = dynamic(() => import('@/ui/consignment/unread').then((m) => m.UnreadList));
const RunningLow = dynamic(() => import('./low-supplies').then((m) => m.RunningLow));

/** Tags that are shown of a long day before the rest is asked for. */
const SHOWN = 9;

const countWords = (n: number, what: string): string =>
  n === 0 ? '' : n === 1 ? `One ${what} is` : `${n} ${what}s are`;

/** What was pressed last, and how to take it back. */
interface Last {
  words: string;
  task: Task;
  what: 'done' | 'put off';
}

const WEEK = 'ml-auto inline-flex min-h-9 items-center text-13 font-semibold text-tide underline';

/** What is late and only a desk waits for: one line that opens. */
function AtTheDesk({
  tasks,
  now,
  rail,
}: {
  tasks: Task[];
  now: number;
  rail: Omit<RailProps, 'id' | 'tasks' | 'fromMs' | 'now'>;
}) {
  return (
    <details className="mt-4 border-y border-rule">
      <summary className="flex min-h-11 cursor-pointer items-center text-15 font-semibold text-ink-2">
        {deskWords(tasks.map((t) => t.title))}
      </summary>
      <Rail id="duty" tasks={tasks} fromMs={now - HOUR} now={null} {...rail} />
    </details>
  );
}

/** Today and tomorrow as rails of tape with tags hanging from their hours, late and running first. */
function Days({ p, now }: { p: BenchProps; now: number }) {
  const router = useRouter();
  const keys = useKeys();
  const presses = usePresses();
  const [last, setLast] = useState<Last | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [all, setAll] = useState(false);
  const tasks = stillDue(p.tasks, presses);
  const paper = tasks.filter((t) => t.paper);
  const today = tasks.filter((t) => t.day === 'today' && !t.paper);
  const tomorrow = tasks.filter((t) => t.day === 'tomorrow');
  const shown = all ? today : today.slice(0, SHOWN);
  const order = [...shown, ...tomorrow];

  const press = (t: Task, done: boolean): void => {
    if (!t.done) return;
    for (const by of [t.done, ...t.same.flatMap((x) => x.done ?? [])])
      send(
        by.kind === 'moment'
          ? { deed: 'tick', code: by.code, key: `moment:${by.key}`, done }
          : { deed: 'duty', quarantineId: by.quarantineId, key: by.key, done },
        done ? t.title : `${t.title}: undone`,
      );
    setLast(done ? { words: `Done: ${t.title}.`, task: t, what: 'done' } : null);
  };
  const later = (t: Task, how: LaterChoice | null): void => {
    if (!t.canWait) return;
    for (const id of [t.key, ...t.same.map((x) => x.key)])
      send({ deed: 'putOff', id, later: how }, `put off ${t.title}`);
    setLast(how ? { words: `Put off: ${t.title}.`, task: t, what: 'put off' } : null);
  };
  const takeBack = (): void => {
    if (last?.what === 'done') press(last.task, false);
    else if (last) later(last.task, null);
  };

  const onKey = useEffectEvent((e: KeyboardEvent): void => {
    if (!keys || inField(e.target) || e.metaKey || e.ctrlKey || e.altKey) return;
    const at = order.findIndex((t) => t.key === chosen);
    const go = (i: number): void => {
      const t = order[Math.min(order.length - 1, Math.max(0, i))];
      if (!t) return;
      setChosen(t.key);
      document.getElementById(`duty-${t.key}`)?.scrollIntoView({ block: 'nearest' });
    };
    const t = order[at];
    // What was acted on leaves: the next one takes its place.
    const onward = (): void => setChosen(order[at + 1]?.key ?? order[at - 1]?.key ?? null);
    const key = e.key.length === 1 ? e.key.toLowerCase() : e.key;
    if (key === 'ArrowDown' || key === 'j') go(at + 1);
    else if (key === 'ArrowUp' || key === 'k') go(at < 0 ? 0 : at - 1);
    else if (key === 'd' && t?.done) {
      press(t, true);
      onward();
    } else if (key === 's' && t) later(t, e.shiftKey ? 'morning' : 'hour');
    else if (key === 'u') takeBack();
    else if (key === 'Enter' && t) router.push(t.href);
    else return;
    e.preventDefault();
  });
  useEffect(() => {
    const on = (e: KeyboardEvent): void => onKey(e);
    window.addEventListener('keydown', on);
    return () => window.removeEventListener('keydown', on);
  }, []);

  const late = today.filter((t) => t.state === 'late').length;
  const running = today.filter((t) => t.state === 'running').length;
  const leave = today.find((t) => t.state === 'leave');
  const rail = { clockMs: now, zone: p.zone, chosen, busy: false, onDone: (t: Task) => press(t, true), onLater: later };
  const tomorrowMs = tomorrow[0] ? Math.floor(tomorrow[0].atMs / HOUR) * HOUR - HOUR * 0.6 : 0;
  return (
    <section className="min-w-0 px-3 pb-8 pt-4 md:px-6" aria-label="Tasks">
      <div className="flex items-baseline gap-4">
        <h1 className="text-34 font-extrabold" style={{ fontStretch: '80%' }}>
          {longDay(now, p.zone)}
        </h1>
        <Link className={WEEK} href="/week">
          The week
        </Link>
        <span className="text-13 font-semibold text-tide">
          {p.doneToday + p.tasks.length - tasks.length} done today
        </span>
      </div>
      <div className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <p className="text-15 text-ink-2">
          {[
            countWords(late, 'job') && `${countWords(late, 'job')} late.`,
            countWords(running, 'timer') && `${countWords(running, 'timer')} running.`,
            leave && `Leave by ${clock(leave.atMs, p.zone)}.`,
          ]
            .filter(Boolean)
            .join(' ') || dayStates.calm}
        </p>
        {p.evening > 0 && (
          <ButtonLink className="ml-auto max-md:min-h-16" href="/evening">
            {p.evening > 1 ? `Pack the evening: ${p.evening} shipments` : 'Pack the evening'}
          </ButtonLink>
        )}
      </div>
      {last && (
        <p className="note mb-2 flex items-center gap-2" role="status">
          {last.words}
          <Button onClick={takeBack}>
            Undo <kbd className="ml-1.5">U</kbd>
          </Button>
        </p>
      )}
      <Rail id="duty" tasks={shown} fromMs={Math.floor(now / HOUR) * HOUR - HOUR * 0.7} now={now} {...rail} />
      {today.length > shown.length && (
        <Button tone="flat" className="mt-2" onClick={() => setAll(true)}>
          Show {today.length - shown.length} more today
        </Button>
      )}
      {paper.length > 0 && <AtTheDesk tasks={paper} now={now} rail={rail} />}
      {tomorrow.length > 0 && (
        <>
          <h2 className="mb-2 mt-7">Tomorrow, {longDay(tomorrow[0]!.atMs, p.zone)}</h2>
          <Rail id="duty" tasks={tomorrow} fromMs={tomorrowMs} now={null} {...rail} />
        </>
      )}
    </section>
  );
}

export function Bench(p: BenchProps) {
  const now = useNow(p.nowMs, p.fixed);
  return (
    <>
      <Concerns list={p.concerns} zone={p.zone} named />
      <div className="lg:grid lg:grid-cols-[617px_1fr]">
        <Days p={p} now={now} />
        <div className="border-rule bg-surface px-3 pb-8 pt-4 md:px-6 lg:min-h-[calc(100vh-45px)] lg:border-l">
          {p.unread.length > 0 && <UnreadList unread={p.unread} />}
          <OnTheWay p={p} now={now} />
          <Quarantines p={p} />
          {p.low.length > 0 && <RunningLow low={p.low} zone={p.zone} />}
        </div>
      </div>
    </>
  );
}
