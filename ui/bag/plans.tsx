'use client';

import { useMoney } from '@/ui/shell/preferences';
import { useState } from 'react';
import type { Alternative } from '@/core/evaluate/alternatives';
import { takePlan } from '@/server/plan/actions';
import { OtherProblems } from '@/ui/fields/fields';
import { one, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { StateMark } from '@/ui/drawings/state-mark';
import { useEvaluation } from '@/ui/use-evaluation';
import { useSave } from '@/ui/use-save';
import { counted, expectedWords, wholePercent } from '@/core/quantities/words';
import type { BagStationProps } from '@/server/bag/view';

const names: Record<Alternative['goal'], [name: string, about: string]> = {
  now: ['In use', 'current plan'],
  lightest: ['Lightest', 'that allows a day of delay'],
  surest: ['Surest', 'largest margin'],
  fewest: ['Fewest bags', 'that allow a day of delay'],
  single: ['One a bag', 'each alone'],
};

/** Plans of bags for several ends, side by side with the one in use; one is looked at before it is taken. */
export function Plans({
  p,
  leave,
  taken,
}: {
  p: BagStationProps;
  leave: () => void;
  taken: (reasons: string[]) => void;
}) {
  const money = useMoney();
  const { save, busy, problems } = useSave();
  const [at, setAt] = useState<string | null>(null);
  const { results, progress, problem, finished } = useEvaluation(`plans ${p.code} ${p.version}`, [
    { ...p.job, options: { draws: 0, choosers: { packs: null, bags: false, plans: true, days: null } } },
  ]);
  const plans = results[0]?.plans ?? [];
  const chosen = plans.find((x) => x.goal === at);
  const step = progress[0];
  const take = (x: Alternative): void =>
    void save(
      (press) => takePlan(press, { code: p.code, version: p.version, bags: x.bags, boxes: x.boxes }),
      () => taken(x.reasons),
    );
  return (
    <section className="my-3 border-y-2 border-ink py-3" aria-label="Plans side by side">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto">Plans side by side</h2>
        <Button type="button" tone="flat" onClick={leave}>
          Close
        </Button>
      </div>
      {!finished && (
        <p className="note" role="status">
          Planning {step?.stage === 'plans' ? `${step.done + 1} of ${step.of}` : ''} …
        </p>
      )}
      {problem && <p className="problem">{problem}</p>}
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-3 lg:grid-cols-5">
        {plans.map((x) => (
          <button
            key={x.goal}
            type="button"
            className={`planpick ${x.goal === at ? 'chosen' : ''}`}
            aria-pressed={x.goal === at}
            disabled={x.goal === 'now'}
            onClick={() => setAt(x.goal)}
          >
            <b className="font-head text-15">{names[x.goal][0]}</b>
            <span className="mute text-12">
              {x.also.length > 0 ? `also ${x.also.map((g) => names[g][0].toLowerCase()).join(', ')}` : names[x.goal][1]}
            </span>
            <span className="text-13">
              <b className="num">{x.bags.length}</b> {x.bags.length === 1 ? 'bag' : 'bags'},{' '}
              <b className="num">{one(x.kg)}</b> kg
            </span>
            <span className="text-13">
              margin <b className="num">{slackWords(x.slackH)}</b>
            </span>
            <span className="text-13 text-ink-2">
              bad case (1 in 10) <span className="num">{slackWords(x.worstSlackH)}</span>
            </span>
            <span className="text-13">
              <b className="num">{expectedWords(x.expected, x.animals)}</b> expected alive; good in{' '}
              <span className="num">{wholePercent(x.chance)}</span> of 100 trips
            </span>
            <span className="text-13">
              <b className="num">{money(x.cost)}</b>
            </span>
          </button>
        ))}
      </div>
      {chosen && (
        <div className="mt-3">
          <h3 className="text-13 font-semibold">{names[chosen.goal][0]} would change</h3>
          <ul className="mb-2 list-disc pl-5 text-13">
            {chosen.changes.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ul>
          {p.bags.some((b) => b.locked) && (
            <p className="mb-2 flex items-center gap-2 text-13">
              <StateMark mark="watch" size={15} />
              {counted(p.bags.filter((b) => b.locked).length, 'locked bag')} stay as they are.
            </p>
          )}
          <Button tone="go" disabled={busy} onClick={() => take(chosen)}>
            Use this plan
          </Button>
        </div>
      )}
      <OtherProblems problems={problems} shown={() => false} />
    </section>
  );
}
