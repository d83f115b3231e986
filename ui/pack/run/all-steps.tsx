'use client';

import type { PackRunView } from '@/server/pack/run-view';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock } from '@/ui/format';
import { press } from '@/ui/queue/store';
import type { RunStep } from './steps';

/** Every step in a list: what is done, by whom, what is in whose hands; any of them can be chosen. */
export function AllSteps({
  steps,
  choose,
  many,
  zone,
}: {
  steps: readonly RunStep[];
  choose: (id: string) => void;
  many: boolean;
  zone: string;
}) {
  return (
    <details className="border-t border-rule px-3 py-3 md:px-6">
      <summary className="flex min-h-16 cursor-pointer items-center font-head text-18 font-semibold">
        All steps: {steps.filter((s) => s.at).length} of {steps.length} done
      </summary>
      <ol>
        {steps.map((s) => (
          <li key={s.id} className="border-b border-rule">
            <button
              className="flex min-h-16 w-full items-center gap-3 text-left"
              aria-label={s.at ? `Undo: ${s.title}` : `Go to: ${s.title}`}
              onClick={() =>
                s.at
                  ? press({ deed: 'tick', code: s.code, key: s.key, done: false }, `${s.title}: undone`)
                  : choose(s.id)
              }
            >
              <StateMark mark={s.at ? 'done' : 'ahead'} size={20} />
              <span className="min-w-0 flex-1">
                <b className="font-head text-16">{s.title}</b>
                {many && <span className="ml-2 text-13 text-ink-3">{s.code}</span>}
                {s.was && <span className="problem block">Changed since it was done. It was: {s.was}</span>}
              </span>
              <span className="text-right text-13 text-ink-3">
                {s.at
                  ? `${clock(Date.parse(s.at), zone)} ${s.by}`
                  : s.taken
                    ? s.taken.mine
                      ? 'yours'
                      : s.taken.by
                    : ''}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </details>
  );
}

/** What changed on the desk while the run went, told before the hand-over. */
export function Changed({ p }: { p: PackRunView }) {
  const changed = p.steps.filter((s) => s.was !== null && s.at !== null);
  if (changed.length === 0 && p.gone.length === 0) return null;
  return (
    <div className="border-b border-rule px-3 py-3 md:px-6" role="status">
      <p className="flex items-center gap-2 font-semibold">
        <StateMark mark="watch" size={18} /> The plan changed after this was done:
      </p>
      <ul className="mt-1 text-15">
        {changed.map((s) => (
          <li key={s.id}>
            <b>{s.title}</b> ({s.code}) now says: {s.detail}
            {s.key === 'labels' && (
              <a
                className="ml-2 font-semibold text-tide underline"
                href={`/consignments/${s.code}/papers/pdf?kinds=bags`}
              >
                Print labels again
              </a>
            )}
          </li>
        ))}
        {p.gone.map((g) => (
          <li key={`${g.code} ${g.key}`}>
            {g.code}: “{g.key}” was done and is no longer in the plan.
          </li>
        ))}
      </ul>
    </div>
  );
}
