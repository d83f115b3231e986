'use client';

import { Button, ButtonLink } from '@/ui/kit/button';
import { Link } from '@/ui/kit/link';
import { durationWords } from '@/core/quantities/words';
import { HOUR } from '@/core/quantities/time';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock } from '@/ui/format';
import { countdown } from '@/ui/use-now';
import { LaterMenu } from './later';
import type { LaterChoice } from './laters';
import type { Task } from './types';

const two = (n: number): string => String(n).padStart(2, '0');

export interface TagProps {
  t: Task;
  now: number;
  zone: string;
  /** The one that the keys act on. */
  chosen: boolean;
  first: boolean;
  busy: boolean;
  onDone: () => void;
  onLater: (later: LaterChoice) => void;
}

/** A job as a tag on the rail: when, what, and what a press does. */
export function Tag({ t, now, zone, chosen, first, busy, onDone, onLater }: TagProps) {
  const late = t.state === 'late';
  const ring = chosen ? 'shadow-[inset_0_0_0_3px_var(--ink)]' : '';
  const left = t.atMs - now;
  if (t.state === 'leave')
    return (
      <div className={`tag !border-ink !bg-ink !py-3 text-[var(--on-ink)] ${ring}`} data-state="leave">
        <Link href={t.href} className="min-w-0 flex-1">
          <span className="num text-22 font-semibold">{clock(t.atMs, zone)}</span>{' '}
          <b className="ml-1 font-head text-18">{t.title}</b>
          <br />
          <span className="text-13 opacity-80">{t.detail}</span>
        </Link>
        <span className="num text-13">
          in {Math.floor(left / HOUR)} h {two(Math.max(0, Math.floor((left % HOUR) / 60000)))}
        </span>
      </div>
    );
  return (
    <div
      className={`tag ${t.endsAtMs ? '' : 'max-md:flex-wrap'} ${late ? '!border-[var(--hands-mark)] !bg-hands-pale' : t.state === 'running' ? '!border-[var(--water-line)] !bg-[var(--water-pale)]' : ''} ${ring}`}
      data-state={t.state}
    >
      <span className="absolute left-2.5 top-4 size-2.5 rounded-full border-[1.5px] border-rule-strong bg-surface" />
      <Link href={t.href} className="min-w-0 flex-1 max-md:basis-full">
        <span className="num text-16 font-semibold">{clock(t.atMs, zone)}</span>{' '}
        <b className="ml-1 font-head text-[15.5px]">{t.title}</b>
        {late && (
          <span className="ml-2 inline-flex items-center gap-1 text-13 font-semibold text-stop">
            <StateMark mark="stop" size={14} /> {durationWords(now - t.atMs)} late
          </span>
        )}
        {t.state === 'running' && <span className="ml-2 text-13 text-tide">running</span>}
        {t.wasMs !== null && <span className="ml-2 text-13 text-ink-3">put off from {clock(t.wasMs, zone)}</span>}
        <br />
        <span className="note line-clamp-2">
          {t.warning && <b className="text-watch">{t.warning} </b>}
          {t.state !== 'running' && `${t.minutes} min. `}
          {t.detail}
        </span>
        {t.endsAtMs && t.totalMs && (
          <span className="mt-1.5 block h-[3px] bg-[var(--water-2)]">
            <span
              className="block h-full bg-tide"
              style={{ width: `${Math.min(100, (1 - (t.endsAtMs - now) / t.totalMs) * 100)}%` }}
            />
          </span>
        )}
      </Link>
      {t.endsAtMs ? (
        <span
          className="num text-46 font-medium leading-none tracking-tighter text-[var(--tide-dark)]"
          data-testid="bench-timer"
        >
          {countdown(t.endsAtMs - now)}
        </span>
      ) : t.state === 'running' ? (
        <ButtonLink tone="go" href={t.href}>
          Go on
        </ButtonLink>
      ) : (
        <span className="ml-auto flex shrink-0 items-center">
          {t.canWait && <LaterMenu title={t.title} busy={busy} onLater={onLater} />}
          {t.done ? (
            <Button
              tone={late && first ? 'hands' : 'plain'}
              className="ml-1 max-md:min-h-16 max-md:min-w-24"
              disabled={busy}
              onClick={onDone}
              aria-label={`Done: ${t.title}`}
            >
              Done
            </Button>
          ) : (
            <ButtonLink className="ml-1 max-md:min-h-16 max-md:min-w-24" href={t.href}>
              Look
            </ButtonLink>
          )}
        </span>
      )}
    </div>
  );
}
