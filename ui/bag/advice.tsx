'use client';

import { useState } from 'react';
import { counted } from '@/core/quantities/words';
import type { Handled } from '@/core/bag/by-hand';
import { one, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useEvaluation } from '@/ui/use-evaluation';
import type { Job } from '@/core/evaluate/job';

/** Up to so many are told. */
const TOLD = 6;

/** What would help, each a press with what it does; looked for when somebody asks, and again after a change. */
export function AdviceList({
  planKey,
  job,
  handle,
}: {
  /** Stands for the plan under the hands. */
  planKey: string;
  job: Omit<Job, 'options'>;
  handle: (what: string | null, done: Handled) => void;
}) {
  const [asked, setAsked] = useState<string | null>(null);
  const looked = asked === planKey;
  const { results, progress, problem, finished } = useEvaluation(
    `advice ${looked ? planKey : ''}`,
    looked
      ? [{ ...job, options: { stepH: 0.5, choosers: { packs: null, bags: false, advice: true, days: null } } }]
      : [],
  );
  const list = results[0]?.advice ?? [];
  const step = progress[0];
  return (
    <section className="mt-6" aria-label="What would help">
      <div className="flex items-center gap-3">
        <h3>What would help</h3>
        {!looked && (
          <Button type="button" tone="flat" onClick={() => setAsked(planKey)}>
            {asked ? 'Look again' : 'Find improvements'}
          </Button>
        )}
        {looked && !finished && (
          <span className="mute text-13" role="status">
            {step?.stage === 'advice' ? `${step.done + 1} of ${step.of} tried` : 'Computing …'}
          </span>
        )}
      </div>
      {problem && <p className="problem">{problem}</p>}
      {looked && finished && list.length === 0 && !problem && (
        <p className="note">No single change gains an hour, or saves weight without losing a day.</p>
      )}
      {list.length > 0 && (
        <ul className="border-t border-rule">
          {list.slice(0, TOLD).map((x) => (
            <li key={x.said} className="flex items-center gap-3 border-b border-rule py-1 text-13">
              <span className="min-w-0 flex-1">
                {x.said}
                {x.mends > 0 && <span className="text-ink-2"> Fixes {counted(x.mends, 'warning')}.</span>}
              </span>
              <span className="w-[150px] shrink-0 text-right">
                <b style={{ color: x.gainsH >= 0 ? 'var(--fine)' : 'var(--stop)' }}>
                  {x.gainsH >= 0 ? '+' : '−'}
                  <span className="num">{slackWords(Math.abs(x.gainsH))}</span>
                </b>
                <span className="text-ink-2">
                  , <span className="num">{one(Math.abs(x.savesKg))}</span> kg {x.savesKg >= 0 ? 'less' : 'more'}
                </span>
              </span>
              <Button type="button" onClick={() => handle(null, { bags: x.bags, said: x.said })}>
                Apply
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p className="note mt-1">
        Hours are for the weakest bag in a bad case (1 trip in 10). Nothing is saved until you save.
      </p>
    </section>
  );
}
