'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { concernsOf, gravest, type Concern } from '@/core/concerns/concern';
import type { Severity } from '@/core/concerns/severity';
import { counted } from '@/core/quantities/words';
import { say } from '@/words/en/concerns';
import { ofDeed, usePresses, useUnsent } from '@/ui/queue/use-queue';
import { useAlarm } from '@/ui/use-announce';
import { ButtonLink } from './button';
import { StopBand } from './stop-band';

interface Shown {
  list: readonly Concern[];
  zone: string;
  /** Subjects are named: where those of several stand beside each other. */
  named?: boolean;
  /** The page one is on: what leads there has no button. */
  here?: string;
  /** As large as wet hands want it. */
  wet?: boolean;
  /** Sounds for what comes up while one looks: over runs, where eyes are elsewhere. */
  sound?: boolean | null;
  /** One of several on a page: another tells what only this phone knows. */
  part?: boolean;
}

type Open = Required<Omit<Shown, 'sound' | 'part'>>;

/** What only this phone knows has no page and no hours: it is gone once it is sent. */
const PHONE = 'phone';

/** So many that stop or want hands stand open; the rest are asked for. */
const OPEN = 4;
/** No page tells more that only wants to be known. */
const KNOWN = 3;

/** The reason is asked for once somebody wants to give one. */
const AcceptForm = dynamic(() => import('./accept-form').then((m) => m.AcceptForm), { ssr: false });

/** Takes a concern on with a reason, for some hours. */
function Accept({ c, title, dark, wet }: { c: Concern; title: string; dark: boolean; wet: boolean }) {
  const [open, setOpen] = useState(false);
  if (open) return <AcceptForm id={c.id} title={title} close={() => setOpen(false)} />;
  return (
    <button
      className={`${wet ? 'min-h-16 px-3' : 'min-h-11'} text-13 underline ${dark ? '' : 'text-ink-2'}`}
      aria-label={`Accept${dark ? ' risk' : ''}: ${title}`}
      onClick={() => setOpen(true)}
    >
      {dark ? 'Accept risk' : 'Accept'}
    </button>
  );
}

function Line({ c, zone, named, here, wet, dark }: Omit<Open, 'list'> & { c: Concern; dark: boolean }) {
  const s = say(c.finding, zone);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
      <div className="min-w-0 flex-1 basis-64">
        <p className={dark ? 'font-head text-18 font-semibold leading-tight' : 'font-semibold'}>
          {named && `${c.subject.kind === 'tank' ? 'Tank ' : ''}${c.subject.name}: `}
          {s.title}
        </p>
        <p className="text-14">
          {s.figures} <span className={c.severity === 'know' ? '' : 'font-semibold'}>{s.todo}</span>
        </p>
      </div>
      {c.href !== here && (
        <ButtonLink
          href={c.href}
          className={`${wet ? 'min-h-16' : 'min-h-11'} ${dark ? '!border-surface !bg-surface !text-stop' : ''}`}
        >
          {s.press}
        </ButtonLink>
      )}
      {c.severity !== 'know' && c.subject.id !== PHONE && <Accept c={c} title={s.title} dark={dark} wet={wet} />}
    </div>
  );
}

/** What is only for today, or to be known: a count that opens. */
function Fold({ list, zone, named, here, wet, words, alone = false }: Open & { words: string; alone?: boolean }) {
  if (list.length === 0) return null;
  return (
    <details className="border-b border-rule-strong" open={alone && list.length === 1}>
      <summary className="flex min-h-11 cursor-pointer items-center px-3 text-14 font-semibold text-ink-2 md:px-6">
        {words}
      </summary>
      <ul>
        {list.map((c) => (
          <li key={c.id} className="border-t border-rule px-3 py-2 md:px-6">
            <Line c={c} zone={zone} named={named} here={here} wet={wet} dark={false} />
          </li>
        ))}
      </ul>
    </details>
  );
}

/**
 * What is wrong, at the top of every page of its subject, with the same words and the same button everywhere: what harms
 * as a red band, what wants hands now as an amber line, the rest as a count.
 */
export function Concerns({ list, zone, named = false, here = '', wet = false, sound = null, part = false }: Shown) {
  const accepted = new Set(ofDeed(usePresses(), 'accept').map((p) => p.deed.id));
  const unsent = concernsOf({ kind: 'house', id: PHONE, name: 'This phone' }, here, useUnsent());
  const shown = [...(part ? [] : unsent), ...list.filter((c) => !accepted.has(c.id))];
  const of = (...severities: Severity[]): Concern[] => shown.filter((c) => severities.includes(c.severity));
  const grave = of('stop', 'now');
  useAlarm(
    sound === null ? [] : grave.map((c) => ({ id: c.id, words: `${c.subject.name}: ${say(c.finding, zone).title}` })),
    sound === true,
  );
  const today = of('today');
  const know = of('know');
  if (shown.length === 0) return null;
  const rest = { zone, named, here, wet };
  return (
    <section aria-label="Needs attention" className="mb-2" data-gravest={gravest(shown)}>
      <ul>
        {grave.slice(0, OPEN).map((c) =>
          c.severity === 'stop' ? (
            <li key={c.id} className="mb-px">
              <div role="alert">
                <StopBand className="px-3 md:px-6">
                  <Line c={c} {...rest} dark />
                </StopBand>
              </div>
            </li>
          ) : (
            <li
              key={c.id}
              className="mb-px border-l-[6px] border-watch-mark bg-watch-pale px-3 py-2 md:pl-[18px] md:pr-6"
            >
              <Line c={c} {...rest} dark={false} />
            </li>
          ),
        )}
      </ul>
      <Fold
        list={grave.slice(OPEN)}
        {...rest}
        words={`${counted(Math.max(0, grave.length - OPEN), 'more', 'more')} now`}
      />
      <Fold
        alone={grave.length === 0}
        list={[...today, ...know.slice(0, KNOWN)]}
        {...rest}
        words={[today.length > 0 ? `${today.length} to do today` : '', know.length > 0 ? `${know.length} to know` : '']
          .filter(Boolean)
          .join(', ')}
      />
    </section>
  );
}
