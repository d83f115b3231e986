'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { recordEvent } from '@/server/pack/actions';
import { press } from '@/ui/queue/store';
import { usePresses } from '@/ui/queue/use-queue';
import type { PackRunView } from '@/server/pack/run-view';
import type { SendView } from '@/server/pack/view';
import { durationWords } from '@/core/quantities/words';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayClock } from '@/ui/format';
import { skewOf } from '@/ui/skew';
import { useMemo, type ReactNode } from 'react';
import { DropOffGate } from './gate';
import { Proving } from './proving';
import { missingStepsOf, sealedMsOf, waitedFor, withPresses, type RunStep } from './run/steps';
import { useMe } from '@/ui/shell/preferences';
import { useSave } from '@/ui/use-save';
import { useScanned } from '@/ui/use-scanned';

/** One step: a wet-hands button, and under it what is told or warned of at that step. */
function Step({ run, i, isNext }: { run: PackRunView; i: RunStep; isNext: boolean }) {
  const c = run.consignments[0]!;
  const [first] = i.at ? [] : waitedFor(i, run.steps);
  return (
    <li
      data-of={i.bagId}
      className={`flex flex-wrap items-stretch border-b border-rule ${isNext ? 'bg-hands-pale' : ''}`}
    >
      <button
        className="flex min-h-16 min-w-0 flex-1 basis-52 items-center gap-4 px-2 py-2 text-left"
        aria-pressed={i.at !== null}
        disabled={first !== undefined}
        aria-label={i.at ? `Undo: ${i.title}` : i.title}
        onClick={() =>
          press({ deed: 'tick', code: c.code, key: i.key, done: !i.at }, i.at ? `${i.title}: undone` : i.title)
        }
      >
        <StateMark mark={i.at ? 'done' : isNext ? 'now' : 'ahead'} size={26} />
        <span className="min-w-0 flex-1">
          <b className={`font-head text-16 ${i.at ? 'text-ink-3' : ''}`}>{i.title}</b>
          {first && <span className="ml-2 text-13 text-ink-2">after “{first.title}”</span>}
          <br />
          <span className="note">{i.detail}</span>
        </span>
        {i.was && (
          <span className="note max-w-56 shrink-0 text-right" style={{ color: 'var(--watch)' }}>
            changed since: it said “{i.was.slice(0, 60)}…”
          </span>
        )}
        {i.at && (
          <span className="shrink-0 text-right text-15 text-ink-3">
            <span className="num">{clock(Date.parse(i.at), c.zone)}</span>
            {i.by && <span className="block text-13">{i.by}</span>}
          </span>
        )}
        {!i.at && i.taken && (
          <span className="shrink-0 text-13 font-semibold">{i.taken.mine ? 'Yours' : `Taken by ${i.taken.by}`}</span>
        )}
      </button>
      {run.shared && !i.at && (
        <Button
          tone="flat"
          className="ml-auto min-h-16 min-w-16"
          aria-label={`${i.taken?.mine ? 'Let go' : 'I take'}: ${i.title}`}
          onClick={() =>
            press(
              { deed: i.taken?.mine ? 'letGo' : 'take', subject: `step:${c.code}:${i.key}` },
              `take ${i.title} in hand`,
            )
          }
        >
          {i.taken?.mine ? 'Let go' : i.taken ? 'Take this step' : 'I take it'}
        </Button>
      )}
      {!i.at && i.key.startsWith('prove:') && (
        <div className="w-full">
          <Proving c={c} typeId={i.key.slice('prove:'.length)} practises={run.practises} />
        </div>
      )}
      {i.caution && !i.at && <p className="caution mx-2 mb-2 w-full">{i.caution}</p>}
    </li>
  );
}

/** The owner’s papers; for whoever packs the ones that hold no price. */
function Papers({ code }: { code: string }) {
  if (useMe().role === 'owner')
    return (
      <ButtonLink className="ml-3" href={`/consignments/${code}/papers`}>
        Papers
      </ButtonLink>
    );
  return (
    <span className="ml-3 flex flex-wrap gap-2">
      {[
        ['bags', 'Bag labels'],
        ['boxes', 'Box labels'],
        ['card', 'Card'],
      ].map(([kind, words]) => (
        <a key={kind} className="btn" href={`/consignments/${code}/papers/pdf?kinds=${kind}`}>
          {words}
        </a>
      ))}
    </span>
  );
}

/** When something was to happen and when it did, with what a press does about it. */
function Event({
  title,
  plannedMs,
  actualMs,
  zone,
  takeBack,
  busy,
  children,
}: {
  title: string;
  plannedMs: number;
  actualMs: number | null;
  zone: string;
  takeBack: () => void;
  busy: boolean;
  /** Shown until it has happened. */
  children: ReactNode;
}) {
  return (
    <div className="border-b border-rule pb-4">
      <h3>{title}</h3>
      <p className="note mb-2">
        planned {dayClock(plannedMs, zone)}
        {actualMs !== null && (
          <>
            , <b className="text-ink">happened {dayClock(actualMs, zone)}</b>
          </>
        )}
      </p>
      {actualMs === null ? (
        children
      ) : (
        <Button disabled={busy} onClick={takeBack}>
          Undo
        </Button>
      )}
    </div>
  );
}

/** When to leave, and how long that is. */
function Leave({ leaveMs, nowMs, zone }: { leaveMs: number; nowMs: number; zone: string }) {
  const minutes = Math.round((leaveMs - nowMs) / 60000);
  return (
    <p className="bg-ink px-4 py-3 text-[var(--on-ink)]">
      <span className="num text-28 font-semibold">{clock(leaveMs, zone)}</span>{' '}
      <b className="font-head text-18">Leave</b>
      <br />
      <span className="text-13">
        {minutes > 0
          ? `in ${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
          : `${durationWords(minutes * 60_000)} ago as planned`}
      </span>
    </p>
  );
}

/** The packing list in working order: one wet-hands button a line, each tick with its instant. */
export function SendStation(p: SendView) {
  const { save, busy, problems } = useSave();
  const presses = usePresses();
  const skewMs = useMemo(() => skewOf(p.run.nowMs), [p.run.nowMs]);
  const run = withPresses(p.run, presses, skewMs);
  const c = run.consignments[0]!;
  useScanned();
  const next = run.steps.find((i) => i.at === null && waitedFor(i, run.steps).length === 0);
  const takeBack = (name: 'sealedAt' | 'handedOverAt'): void =>
    void save((press) => recordEvent(press, p.code, p.version, name, false));
  const leftMs = c.handedOverAt === null ? null : Date.parse(c.handedOverAt);
  return (
    <div className="grid gap-8 lg:grid-cols-[1fr_360px]">
      <section className="order-2 min-w-0 lg:order-1">
        <div className="mb-2 flex flex-wrap items-baseline gap-3">
          <h2>Packing list</h2>
          <Papers code={p.code} />
          {leftMs === null && (
            <ButtonLink tone="go" href={`/consignments/${p.code}/pack`}>
              Packing run
            </ButtonLink>
          )}
          <span className="mute ml-auto text-13">
            <b className="num text-ink">{run.steps.filter((i) => i.at).length}</b> of {run.steps.length} done
          </span>
        </div>
        {c.accepted.length > 0 && (
          <ul className="mb-2 border-t border-rule text-13" aria-label="Risk accepted">
            {c.accepted.map((x) => (
              <li key={`${x.bag} ${x.rule}`} className="flex items-start gap-2 border-b border-rule py-1.5">
                <StateMark mark="watch" size={15} />
                <span>
                  <b>Bag {x.bag}.</b> {x.rule} <b>Risk accepted:</b> {x.reason}
                </span>
              </li>
            ))}
          </ul>
        )}
        <ol>
          {run.steps.map((i) => (
            <Step key={i.key} run={run} i={i} isNext={i === next} />
          ))}
        </ol>
      </section>
      <aside className="order-1 space-y-4 lg:order-2">
        {leftMs === null && <Leave leaveMs={c.leaveMs} nowMs={run.nowMs} zone={c.zone} />}
        <Event
          title="First bag sealed"
          plannedMs={p.sealPlanMs}
          actualMs={sealedMsOf(run.steps, c)}
          zone={c.zone}
          takeBack={() => takeBack('sealedAt')}
          busy={busy}
        >
          <Button
            wet
            tone={next?.key.startsWith('bag:') ? 'hands' : 'plain'}
            className="w-full"
            onClick={() => press({ deed: 'event', code: p.code, name: 'sealedAt' }, 'First bag sealed')}
          >
            First bag is sealed now
          </Button>
        </Event>
        <Event
          title="Drop-off"
          plannedMs={p.handOverPlanMs}
          actualMs={leftMs}
          zone={c.zone}
          takeBack={() => takeBack('handedOverAt')}
          busy={busy}
        >
          <DropOffGate code={p.code} zone={c.zone} leaveMs={c.leaveMs} missing={missingStepsOf(run.steps, c)} />
        </Event>
        {leftMs !== null && (
          <ul className="text-13" aria-label="At the counter">
            {c.counter.receipt && <li>Receipt {c.counter.receipt}</li>}
            {c.counter.takenBy && <li>Accepted by {c.counter.takenBy}</li>}
            {c.counter.note && <li>{c.counter.note}</li>}
          </ul>
        )}
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
        <p className="note">
          Hours in the bag count from the first bag sealed. The plan is then recomputed from what happened.
        </p>
      </aside>
    </div>
  );
}
