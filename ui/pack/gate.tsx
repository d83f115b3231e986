'use client';

import { useState } from 'react';
import { askPlanB } from '@/server/pack/actions';
import type { PlanB } from '@/core/duties/plan-b';
import type { Missing } from '@/core/duties/skipped-steps';
import { StateMark } from '@/ui/drawings/state-mark';
import { TextField } from '@/ui/fields/fields';
import { ClockField } from '@/ui/fields/time-fields';
import { clock, dayClock, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';

/** What is left when the counter refuses: computed when somebody asks, which is before leaving. */
function PlanBView({ code, zone }: { code: string; zone: string }) {
  const [told, setTold] = useState<PlanB | null>(null);
  const [words, setWords] = useState('');
  const ask = async (): Promise<void> => {
    setWords('Computing …');
    const r = await askPlanB(code).catch(() => null);
    setWords(r === null ? 'Kindly Crate does not answer; plan B needs it.' : r.ok ? '' : r.problems[0]!.message);
    if (r?.ok) setTold(r.value);
  };
  if (!told)
    return (
      <p className="mt-3">
        <Button type="button" className="min-h-16 w-full" onClick={() => void ask()}>
          If the counter refuses: plan B
        </Button>
        {words && (
          <span role="status" className="note mt-1 block">
            {words}
          </span>
        )}
      </p>
    );
  const by = (ms: number | null, words: string) =>
    ms === null ? null : (
      <li className="flex items-baseline gap-3 border-b border-rule py-2">
        <b className="num w-36 shrink-0 text-18">{dayClock(ms, zone)}</b> <span>{words}</span>
      </li>
    );
  return (
    <section aria-label="Plan B" className="mt-4">
      <h3 className="mb-1">If the counter refuses or is closed</h3>
      <ul className="text-15">
        {by(told.regasByMs, `new oxygen in every bag by then, ${told.bagId} first: oxygen hours restart`)}
        {by(told.backByMs, 'opened and back in the tank by then')}
        {by(told.holdsUntilMs, `bag ${told.bagId} reaches a limit then; 1 trip in 10 sooner`)}
        {told.holdsUntilMs === null && <li className="py-2">Safe for the five days computed.</li>}
        {told.ways.map((w) => (
          <li key={w.serviceId} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-2">
            <StateMark
              mark={w.worstSlackH === null || w.worstSlackH >= 10 ? 'fine' : w.worstSlackH >= 0 ? 'watch' : 'stop'}
              size={16}
            />
            <b>{w.name}</b>
            <span>
              there by {dayClock(w.handOverMs, zone)}, delivered {dayClock(w.arriveMs, zone)}
            </span>
            <span className="ml-auto">
              margin in a bad case <b className="num">{slackWords(w.worstSlackH)}</b>
            </span>
          </li>
        ))}
        {told.ways.length === 0 && <li className="py-2">No other live service within three days.</li>}
      </ul>
    </section>
  );
}

/** The hand-over: what is missing by name, why it leaves all the same, what the counter said, and plan B. */
export function DropOffGate({
  code,
  zone,
  missing,
  leaveMs,
}: {
  code: string;
  zone: string;
  missing: readonly Missing[];
  leaveMs: number;
}) {
  const [because, setBecause] = useState('');
  const [receipt, setReceipt] = useState('');
  const [takenBy, setTakenBy] = useState('');
  const [clockTime, setClock] = useState('');
  const [told, setTold] = useState('');
  const leaves = missing.length > 0;
  return (
    <form
      aria-label={`Drop-off of ${code}`}
      onSubmit={(e) => {
        e.preventDefault();
        if (leaves && because.trim() === '') return setTold('Give a reason for sending it anyway.');
        setTold('');
        press(
          {
            deed: 'handOver',
            code,
            because: because.trim(),
            receipt: receipt.trim(),
            takenBy: takenBy.trim(),
            clock: clockTime,
          },
          `${code} dropped off`,
        );
      }}
    >
      {leaves ? (
        <>
          <p className="flex items-center gap-2 font-head text-18 font-semibold">
            <StateMark mark="stop" size={20} /> Missing: {missing.length}
          </p>
          <ul
            className="my-2 max-h-64 overflow-auto border-y border-rule text-15"
            tabIndex={0}
            aria-label="What is missing"
          >
            {missing.map((m, i) => (
              <li key={`${m.key} ${i}`} className="border-b border-rule py-1.5 last:border-0">
                {m.words}
              </li>
            ))}
          </ul>
          <TextField
            label="Drop off anyway, because"
            path="because"
            problems={[]}
            value={because}
            onChange={setBecause}
          />
        </>
      ) : (
        <p className="flex items-center gap-2 font-head text-18 font-semibold">
          <StateMark mark="fine" size={20} /> Nothing is missing. Leave by {clock(leaveMs, zone)}
        </p>
      )}
      <div className="my-3 grid grid-cols-2 gap-2">
        <TextField label="Receipt or booking" path="receipt" problems={[]} value={receipt} onChange={setReceipt} />
        <TextField label="Accepted by" path="takenBy" problems={[]} value={takenBy} onChange={setTakenBy} />
        <ClockField label="Time (empty: now)" path="clock" problems={[]} value={clockTime} onChange={setClock} />
      </div>
      {told && (
        <p className="problem mb-2" role="alert">
          {told}
        </p>
      )}
      <Button wet tone={leaves ? 'plain' : 'hands'} className="w-full">
        {leaves ? 'Dropped off anyway' : 'Dropped off now'}
      </Button>
      <PlanBView code={code} zone={zone} />
    </form>
  );
}
