'use client';

import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import type { RoundView } from '@/server/quarantine/view';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock } from '@/ui/format';
import { Button, ButtonLink } from '@/ui/kit/button';
import { Concerns } from '@/ui/kit/concerns';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import { LookForm, allWell } from './look-form';
import { lostWords } from '@/words/en/lost';
import { LostForm, missingIn } from './lost-form';
import { TestForm } from './test-form';

type Tank = RoundView['tanks'][number];

/** What else is open: ticked where a tick says all, else told on the page of the tank. */
function OpenDuty({ d, t, nowMs }: { d: Tank['open'][number]; t: Tank; nowMs: number }) {
  const words = (
    <>
      <StateMark mark={d.dueMs < nowMs ? 'now' : 'ahead'} size={22} />
      <span className="num w-12 text-14">{clock(d.dueMs, t.zone)}</span>
      <span className="flex-1">
        <b className="font-head text-15">{d.title}</b> <span className="note">{d.detail}</span>
      </span>
    </>
  );
  const className = 'flex min-h-14 w-full items-center gap-3 px-2 py-1 text-left';
  if (['dose', 'move', 'dip', 'decide'].includes(d.kind))
    return (
      <Link className={className} href={`/quarantine/${t.id}`}>
        {words}
      </Link>
    );
  return (
    <button
      className={className}
      onClick={() => press({ deed: 'duty', quarantineId: t.id, key: d.key, done: true }, `${t.tank}: ${d.title}`)}
    >
      {words}
    </button>
  );
}

/** One tank on the walk: well in one press, a test where one is due, whatever else is open as ticks. */
function Stop({
  t,
  n,
  nowMs,
  askTimes,
  next,
}: {
  t: Tank;
  n: number;
  nowMs: number;
  askTimes: number;
  /** Hands are here next. */
  next: boolean;
}) {
  const [open, setOpen] = useState<'look' | 'test' | 'lost' | null>(null);
  const presses = usePresses();
  const looked =
    ofDeed(presses, 'quarantine').some((p) => p.deed.quarantineId === t.id && p.deed.told.kind === 'look') ||
    t.lookedMs !== null;
  const pressed = new Map(ofDeed(presses, 'duty').map((p) => [`${p.deed.quarantineId} ${p.deed.key}`, p.deed.done]));
  const doneByLook = new Set(['look', 'feed', 'lights']);
  const left = t.open.filter((d) => !pressed.get(`${t.id} ${d.key}`) && !(looked && doneByLook.has(d.kind)));
  const test = left.find((d) => d.kind === 'test');
  const others = left.filter((d) => !doneByLook.has(d.kind) && d.kind !== 'test');
  const invertebrates = t.dwellers.length > 0 && t.dwellers.every((d) => d.species?.flags.includes('invertebrate'));
  const done = looked && left.length === 0;
  return (
    <li className={`border-t-2 py-4 ${done ? 'border-rule opacity-75' : 'border-ink'}`} data-tank={t.tank}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <span className="num w-6 text-15 text-ink-3">{n}</span>
        <StateMark mark={done ? 'done' : next ? 'now' : 'ahead'} size={26} />
        <h2 className="text-34 leading-none">{t.tank}</h2>
        <p className="flex min-w-0 flex-1 flex-wrap items-center gap-x-3">
          {t.dwellers.map((d) => (
            <span key={d.name} className="flex items-center gap-1">
              {d.species && <FishIcon species={d.species} />} <b>{d.count}</b> {d.name}
            </span>
          ))}
          {t.dwellers.length === 0 && <span className="note">tank is empty</span>}
        </p>
        <p className="mute">
          {t.where && `${t.where}. `}
          {t.phase}, day <b className="num text-18">{t.day}</b> of {t.ofDays}
        </p>
      </div>
      <Concerns list={t.concerns} zone={t.zone} wet part />
      <div className="mt-2 grid grid-cols-2 gap-2 md:grid-cols-[2fr_1fr_1fr_1fr_1fr]">
        <Button
          tone={next ? 'hands' : 'plain'}
          wet
          className="col-span-2 md:col-span-1"
          disabled={looked}
          onClick={() => allWell(t.id, t.tank)}
        >
          {looked ? `Looked at${t.lookedMs === null ? '' : ` ${clock(t.lookedMs, t.zone)}`}` : 'All well, all ate'}
        </Button>
        <Button wet aria-expanded={open === 'look'} onClick={() => setOpen(open === 'look' ? null : 'look')}>
          Record signs
        </Button>
        <Button
          wet
          tone={test && looked ? 'go' : 'plain'}
          aria-expanded={open === 'test'}
          onClick={() => setOpen(open === 'test' ? null : 'test')}
        >
          {test ? 'Test is due' : 'Test'}
        </Button>
        <Button wet aria-expanded={open === 'lost'} onClick={() => setOpen(open === 'lost' ? null : 'lost')}>
          {lostWords.title}
        </Button>
        <ButtonLink wet href={`/quarantine/${t.id}`}>
          Open tank
        </ButtonLink>
      </div>
      {open === 'look' && <LookForm id={t.id} tank={t.tank} invertebrates={invertebrates} done={() => setOpen(null)} />}
      {open === 'lost' && (
        <LostForm
          id={t.id}
          tank={t.tank}
          dwellers={t.dwellers}
          missing={missingIn(t.concerns)}
          done={() => setOpen(null)}
        />
      )}
      {open === 'test' && (
        <TestForm
          id={t.id}
          tank={t.tank}
          first={['tanMgNL', 'nitriteMgL', 'pH', 'tempC']}
          copperTop={t.copperTop}
          copperAskTimes={askTimes}
          done={() => setOpen(null)}
        />
      )}
      {others.length > 0 && (
        <ul className="mt-2">
          {others.map((d) => (
            <li key={d.key} className="border-b border-rule">
              <OpenDuty d={d} t={t} nowMs={nowMs} />
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

/** The evening’s walk through every tank in its weeks, one after another as they stand in the room. */
export function Round({ v }: { v: RoundView }) {
  const presses = usePresses();
  const looked = (t: Tank): boolean =>
    t.lookedMs !== null ||
    ofDeed(presses, 'quarantine').some((p) => p.deed.quarantineId === t.id && p.deed.told.kind === 'look');
  const left = v.tanks.filter((t) => !looked(t)).length;
  const next = v.tanks.find((t) => !looked(t))?.id;
  return (
    <>
      <Concerns list={[]} zone={v.tanks[0]?.zone ?? 'UTC'} wet />
      <section className="chead">
        <h1>Quarantine round</h1>
        <p className="mute">
          {v.tanks.length === 0
            ? 'No tank in quarantine.'
            : left === 0
              ? 'Every tank was looked at.'
              : `${left} of ${v.tanks.length} still to look at. Newest arrivals last, separate nets, wash hands between.`}
        </p>
      </section>
      <section className="work border-t border-rule-strong">
        <ol>
          {v.tanks.map((t, i) => (
            <Stop key={t.id} t={t} n={i + 1} nowMs={v.nowMs} askTimes={v.copperAskTimes} next={t.id === next} />
          ))}
        </ol>
        {v.tanks.length === 0 && (
          <p>
            Quarantine starts where an arrival ends: on the Quarantine page of its shipment.{' '}
            <ButtonLink href="/arrivals/new">New arrival</ButtonLink>
          </p>
        )}
      </section>
    </>
  );
}
