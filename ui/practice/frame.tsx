'use client';

import { Link } from '@/ui/kit/link';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import type { Score } from '@/core/practice/schema';
import type { CrateView } from '@/server/practice/practice';
import { dropCrate } from '@/server/practice/actions';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { Button, ButtonLink } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** Title and story of a crate, over whatever is done with it. */
export function CrateHead({ v, right }: { v: CrateView; right?: ReactNode }) {
  const { crate } = v;
  return (
    <section className="chead flex-wrap gap-y-1 py-2">
      <h1 className="!whitespace-normal">{crate.title}</h1>
      {v.species && <FishIcon species={v.species} width={54} />}
      <p className="c2 mr-auto">
        Practice. Nothing here touches your real shipments.{' '}
        <Link className="font-semibold text-tide" href="/practice">
          All practice shipments
        </Link>
      </p>
      {right}
    </section>
  );
}

/** One choice among a few, as buttons that stay pressed. */
export function Pick<T extends string | number>({
  label,
  value,
  options,
  say,
  choose,
  note,
}: {
  label: string;
  value: T;
  options: readonly T[];
  say: (v: T) => ReactNode;
  choose: (v: T) => void;
  note?: ReactNode;
}) {
  if (options.length === 1)
    return (
      <p className="flex min-h-11 items-center border-b border-rule">
        <span className="mr-3 w-32 text-13 font-semibold">{label}</span>
        <span>{say(options[0]!)}</span>
        <span className="note ml-2">as planned</span>
      </p>
    );
  return (
    <fieldset className="border-b border-rule py-2">
      <legend className="float-left mr-3 w-32 pt-2 text-13 font-semibold">{label}</legend>
      <div className="flex flex-wrap gap-2">
        {options.map((o) => (
          <button
            key={o}
            type="button"
            aria-pressed={o === value}
            className={`min-h-9 rounded-[3px] border px-3 text-14 ${o === value ? 'border-tide bg-tide font-semibold text-surface' : 'border-rule-strong bg-surface'} ${options.length === 1 ? 'cursor-default' : ''}`}
            onClick={() => choose(o)}
          >
            {say(o)}
          </button>
        ))}
      </div>
      {note && <p className="note mt-1 clear-both">{note}</p>}
    </fieldset>
  );
}

/** Fish, hours and money, large: what came of it. */
export function ScoreLine({ s, hoursWord }: { s: Score; hoursWord: string }) {
  const big = (figure: ReactNode, unit: string, colour = '') => (
    <p className="leading-none">
      <b className={`num text-46 ${colour}`}>{figure}</b> <span className="u">{unit}</span>
    </p>
  );
  return (
    <div className="mt-5 flex flex-wrap items-end gap-x-10 gap-y-3" data-testid="score" data-won={s.won}>
      {big(s.alive, `of ${s.animals} alive`, s.alive < s.animals ? 'text-stop' : 'text-fine')}
      {s.hours !== null && big(Math.abs(s.hours).toFixed(1), hoursWord, s.hours < 0 ? 'text-stop' : '')}
      {big((s.spent + s.lost).toFixed(0), s.lost > 0 ? `euros, ${s.lost.toFixed(0)} of them fish` : 'euros')}
    </div>
  );
}

/** What happened and why, the rule behind it, and where to go on. */
export function Debrief({
  v,
  won,
  told,
  children,
  again,
  otherLuck,
}: {
  v: CrateView;
  won: boolean;
  told: readonly string[];
  children?: ReactNode;
  again: () => void;
  otherLuck: () => void;
}) {
  const router = useRouter();
  const { save, busy } = useSave();
  return (
    <div className="mt-4 grid gap-x-12 gap-y-5 lg:grid-cols-2">
      <section>
        <h2 className="mb-1 flex items-center gap-2">
          <StateMark mark={won ? 'fine' : 'stop'} size={22} /> {won ? 'Success: what worked' : 'Lost: what happened'}
        </h2>
        <ul>
          {told.map((t) => (
            <li key={t} className="border-b border-rule py-1.5">
              {t}
            </li>
          ))}
        </ul>
        {children}
      </section>
      <section>
        <h2 className="mb-1">The rule to remember</h2>
        <p className="max-w-prose border-l-4 border-tide bg-water-pale p-3 text-15">{v.crate.rule}</p>
        <p className="note mt-1">{v.crate.source}</p>
        <div className="mt-4 flex flex-wrap gap-3">
          <Button tone={won ? 'plain' : 'go'} onClick={again}>
            Try again
          </Button>
          <Button onClick={otherLuck}>With different luck</Button>
          {v.next && (
            <ButtonLink tone={won ? 'go' : 'plain'} href={`/practice/${v.next}`}>
              Next one
            </ButtonLink>
          )}
          <a className="btn" href={`/practice/${v.crate.id}/export`} download>
            Save as file
          </a>
          {v.own && (
            <Button
              disabled={busy}
              onClick={() =>
                void save(
                  (press) => dropCrate(press, v.crate.id),
                  () => router.push('/practice'),
                )
              }
            >
              Delete
            </Button>
          )}
        </div>
        {v.tries.length > 0 && (
          <p className="note mt-3">
            Tried {v.tries.length} {v.tries.length === 1 ? 'time' : 'times'}, won{' '}
            {v.tries.filter((t) => t.score.won).length}.
          </p>
        )}
      </section>
    </div>
  );
}
