'use client';

import { ChevronLeft } from 'lucide-react';
import type { Concern } from '@/core/concerns/concern';
import type { PackRunView } from '@/server/pack/run-view';
import { KraftDefs } from '@/ui/drawings/kraft';
import { clock } from '@/ui/format';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Concerns } from '@/ui/kit/concerns';
import { useAnnounce } from '@/ui/use-announce';
import { useAwakeScreen } from '@/ui/use-awake-screen';
import { DropOffGate } from '../gate';
import { AllSteps, Changed } from './all-steps';
import { Bar } from './bar';
import { Else } from './else';
import { Side, Span } from './side';
import { missingStepsOf } from './steps';
import { StepNow } from './step-now';
import { StepStrip } from './tape';
import { useRun, type Run } from './use-run';
import { useHeard, usePedal, useSpoken } from './voice';

function Head({ run, title, back }: { run: Run; title: string; back: string }) {
  const { p, now, clock: k } = run;
  return (
    <header className="border-b border-rule bg-paper px-3 md:px-6">
      <div className="flex min-h-16 items-center gap-x-4">
        <ButtonLink href={back} aria-label="Back" className="min-h-16 !border-0 !bg-transparent !px-1">
          <ChevronLeft size={28} />
        </ButtonLink>
        <h1 className="text-20 md:text-22">{title}</h1>
        <span className="text-15 text-ink-2">
          <b className="num">{p.steps.filter((s) => s.at).length}</b> of {p.steps.length}
        </span>
        {k && (
          <span className="hide-s ml-auto text-18">
            {k.leaveMs >= now ? 'Leave in ' : 'Should have left '}
            <Span min={Math.abs(k.leaveMs - now) / 60_000} />
            {k.leaveMs >= now ? '' : ' ago'}
          </span>
        )}
        <b className={`num text-22 font-semibold md:text-34 ${k ? 'ml-auto md:ml-0' : 'ml-auto'}`}>
          {clock(now, run.zone)}
        </b>
      </div>
      <StepStrip steps={p.steps} on={run.step} many={run.many} />
    </header>
  );
}

/** Everything that leaves, with what is missing of it; after the last one what was handed over. */
function Gates({ run }: { run: Run }) {
  const { p, leaving } = run;
  return (
    <section className="space-y-8 px-3 py-4 md:px-6" aria-label="Drop-off">
      {leaving.map((c) => (
        <div key={c.code} className="max-w-[640px]">
          <h2 className="mb-2">
            {c.code} to {c.to}
          </h2>
          <DropOffGate code={c.code} zone={c.zone} leaveMs={c.leaveMs} missing={missingStepsOf(p.steps, c)} />
        </div>
      ))}
      {leaving.length === 0 && (
        <p className="text-20">
          {p.consignments.length > 0
            ? `Dropped off: ${p.consignments.map((c) => c.code).join(', ')}.`
            : 'No shipment leaves tonight.'}
        </p>
      )}
      {run.aside.size > 0 && (
        <Button className="min-h-16" onClick={run.takeUp}>
          Back to postponed steps ({run.aside.size})
        </Button>
      )}
    </section>
  );
}

/** The packing run: one step at a time for the hands, every clock beside it, the evening against the hour to leave. */
export function PackRun(
  stored: PackRunView & { fixed: boolean; title: string; back: string; concerns: readonly Concern[] },
) {
  const run = useRun(stored);
  const { p, step, now, timers, ways } = run;
  useAwakeScreen();
  usePedal(run.done);
  useSpoken(step ? `${step.title}. ${step.lines.join('. ')}` : 'Everything is packed.', ways.spoken);
  useHeard(ways.listens, (word) => (word === 'done' ? run.done() : run.takeBack()));
  const soonest = timers.find((t) => t.endsMs > now - 2000) ?? null;
  const said = useAnnounce(soonest ? soonest.endsMs - now : null, soonest?.step.id ?? '', ways.sound);
  const offBag = run.off && step?.bagId ? step.bagId : null;
  return (
    <div
      className="flex min-h-screen flex-col bg-surface"
      data-done={p.steps.filter((s) => s.at).length}
      data-step={step?.id ?? ''}
      onClick={(e) => {
        // A button that was touched keeps no focus: the pedal presses the large one again.
        if (e.detail > 0 && document.activeElement instanceof HTMLButtonElement) document.activeElement.blur();
      }}
    >
      <svg width="0" height="0" className="absolute">
        <KraftDefs />
      </svg>
      <Head run={run} title={stored.title} back={stored.back} />
      <Concerns list={stored.concerns} zone={run.zone} named wet sound={ways.sound} />
      <Changed p={p} />
      <div className="grid flex-1 lg:grid-cols-[1fr_minmax(0,430px)]">
        <div className="flex min-w-0 flex-col">
          <div className="flex-1">
            {offBag !== null && step && (
              <div className="px-3 py-4 md:px-6">
                <Else c={p.consignments.find((c) => c.code === step.code)!} bagId={offBag} others={p.others} />
              </div>
            )}
            {offBag === null && step && !run.atGate && (
              <StepNow
                step={step}
                p={p}
                now={now}
                tickedMs={run.tickedMs}
                many={run.many}
                first={run.first}
                choose={run.choose}
              />
            )}
            {(run.atGate || step === null) && <Gates run={run} />}
          </div>
          {!run.atGate && <Bar run={run} />}
        </div>
        <Side run={run} />
      </div>
      <AllSteps steps={p.steps} choose={run.choose} many={run.many} zone={run.zone} />
      <p className="sr-only" role="status">
        {said}
      </p>
    </div>
  );
}
