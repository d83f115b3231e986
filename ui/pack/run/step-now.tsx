'use client';

import { readyMs } from '@/core/duties/clock';
import type { PackRunView } from '@/server/pack/run-view';
import { StateMark } from '@/ui/drawings/state-mark';
import { PhotoButton } from '@/ui/arrive/photo';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { countdown } from '@/ui/use-now';
import { Proving } from '../proving';
import { BagPicture } from './bag-figure';
import { IntoBox } from './into-box';
import { OtherSets } from './other-sets';
import { Scale } from './scale';
import type { RunStep, TickedMs } from './steps';

/** Figures stand out, so that a line is read from two metres. */
function Line({ text }: { text: string }) {
  const parts = text.split(/(\d+(?:[.,]\d+)?(?:\s?(?:L|mL|cm|mm|kg|g|mg|°C|%|min|h|drops?|pieces?)\b)?)/);
  return (
    <>
      {parts.map((p, i) =>
        i % 2 === 1 ? (
          <b key={i} className="num whitespace-nowrap">
            {p}
          </b>
        ) : (
          p
        ),
      )}
    </>
  );
}

/** What belongs to a step besides its lines: readings, the scale, numbers of bags. */
function Beside({ step, p, tickedMs }: { step: RunStep; p: PackRunView; tickedMs: TickedMs }) {
  const c = p.consignments.find((x) => x.code === step.code)!;
  const [kind, of = ''] = step.key.split(':');
  if (kind === 'in') return <IntoBox key={step.boxId} c={c} boxId={step.boxId!} tickedMs={tickedMs} />;
  if (kind === 'weigh') return <Scale key={step.id} c={c} boxId={of} practises={p.practises} />;
  if (kind === 'prove')
    return (
      <div className="mt-4 max-w-[720px]">
        <Proving c={c} typeId={of} practises={p.practises} />
        <OtherSets c={c} typeId={of} />
      </div>
    );
  if (kind === 'stand')
    return (
      <div className="mt-4">
        <h3 className="mb-2">One leaks: use a new bag</h3>
        <div className="flex flex-wrap gap-2">
          {c.bags
            .filter((b) => !b.drawn.breather && tickedMs(c.code, `bag:${b.id}`) !== null)
            .map((b) => (
              <Button
                key={b.id}
                className="min-h-16 min-w-20"
                onClick={() => press({ deed: 'leaks', code: c.code, bagId: b.id }, `bag ${b.id} leaks: a new one`)}
              >
                {b.id} leaks
              </Button>
            ))}
        </div>
      </div>
    );
  if (kind === 'lid' || kind === 'out')
    return (
      <p className="mt-4">
        <PhotoButton code={c.code} kind="box" id={of} taken={0} />
      </p>
    );
  return null;
}

/** The step that is on: what hands do, as large as it goes, with a drawing where there is one. */
export function StepNow({
  step,
  p,
  now,
  tickedMs,
  many,
  first,
  choose,
}: {
  step: RunStep;
  p: PackRunView;
  now: number;
  tickedMs: TickedMs;
  many: boolean;
  /** Steps that have to be done before it. */
  first: readonly RunStep[];
  choose: (id: string) => void;
}) {
  const c = p.consignments.find((x) => x.code === step.code)!;
  const bag = step.phase === 'bags' ? c.bags.find((b) => b.id === step.bagId) : undefined;
  const ready = readyMs(step, tickedMs);
  return (
    <section aria-label="Step" className="min-w-0 px-3 py-4 md:px-6">
      <h2 className="flex items-center gap-3 !text-26 md:!text-[38px] md:leading-tight" aria-live="polite">
        <StateMark mark="now" size={28} />
        <span>
          {step.title}
          {many && (
            <span className="ml-3 font-text text-18 font-normal text-ink-3">
              {step.code} to {c.to}
            </span>
          )}
        </span>
      </h2>
      {first.length > 0 && (
        <div className="mt-3">
          <h3 className="mb-2">First</h3>
          <div className="flex flex-wrap gap-2">
            {first.map((s) => (
              <Button key={s.id} className="min-h-16" onClick={() => choose(s.id)}>
                {s.title}
              </Button>
            ))}
          </div>
        </div>
      )}
      {ready !== null && ready > now && (
        <p className="mt-2 flex items-baseline gap-3">
          <span className="num text-[44px] font-semibold leading-none" style={{ color: 'var(--tide-dark)' }}>
            {countdown(ready - now)}
          </span>
          <span className="text-16">until {clock(ready, c.zone)}</span>
        </p>
      )}
      {step.gainsH !== undefined && step.gainsH >= 0.1 && (
        <p className="mt-1 text-15 text-ink-2">
          Sealed last, because it has the least time: saves <b className="num">{(step.gainsH * 60).toFixed(0)} min</b>{' '}
          in the bag.
        </p>
      )}
      <div className={`mt-3 gap-6 ${bag ? 'lg:grid lg:grid-cols-[minmax(0,440px)_1fr]' : ''}`}>
        {bag && (
          <div className="hidden lg:block">
            <BagPicture bag={bag.drawn} name={bag.id} />
          </div>
        )}
        <ol className="min-w-0 self-center">
          {step.lines.map((l) => (
            <li key={l} className="border-b border-rule py-2.5 text-20 md:text-22">
              <Line text={l} />
            </li>
          ))}
        </ol>
      </div>
      {step.caution && <p className="caution mt-3">{step.caution}</p>}
      <Beside step={step} p={p} tickedMs={tickedMs} />
    </section>
  );
}
