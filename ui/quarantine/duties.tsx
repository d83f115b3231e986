'use client';

import { useState } from 'react';
import { changeDuty } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { TextField } from '@/ui/fields/fields';
import { clock, dayClock, dayMonth } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import { useSave } from '@/ui/use-save';
import { DAY } from '@/core/quantities/time';

type Duty = TankWeeks['duties'][number];
/** Done by what is told of them: taken back in the list of everything that was told. */
const told: readonly string[] = ['test', 'dose', 'move', 'dip'];

/** Where those of a transfer go next. */
export const otherTank = (q: Pick<TankWeeks, 'tank' | 'tankNow' | 'twin'>): string =>
  q.tankNow === q.tank ? q.twin || `${q.tank} 2` : q.tank;

/** Skip a duty with a reason, or put it a day further. */
function Change({ q, d, close }: { q: TankWeeks; d: Duty; close: () => void }) {
  const { save, busy, problems } = useSave();
  const [why, setWhy] = useState('');
  return (
    <div className="flex flex-wrap items-end gap-2 border-b border-rule bg-sunk px-2 py-2">
      <TextField
        className="min-w-[180px] flex-1"
        label="Reason for skipping"
        path="waived"
        problems={problems}
        value={why}
        onChange={setWhy}
      />
      <Button
        disabled={busy || why.trim() === ''}
        onClick={() => void save((p) => changeDuty(p, { quarantineId: q.id, key: d.key, waived: why }), close)}
      >
        Skip
      </Button>
      <Button
        disabled={busy}
        onClick={() => void save((p) => changeDuty(p, { quarantineId: q.id, key: d.key, days: 1 }), close)}
      >
        A day later
      </Button>
      {problems[0] && problems[0].path !== 'waived' && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </div>
  );
}

/** Today’s duties as large ticks, what was not done yet, and the next two days. */
export function Duties({ q: stored, tellOf }: { q: TankWeeks; tellOf: (kind: 'test' | 'dose') => void }) {
  const [open, setOpen] = useState<string | null>(null);
  const pressed = new Map(
    ofDeed(usePresses(), 'duty').map((p) => [`${p.deed.quarantineId} ${p.deed.key}`, p.deed.done ? p.pressedMs : null]),
  );
  const duties = stored.duties.map((d) => {
    const at = pressed.get(`${d.quarantineId} ${d.key}`);
    return at === undefined ? d : { ...d, doneAt: at === null ? null : new Date(at).toISOString() };
  });
  const { nowMs, zone } = stored;
  const wanted = duties.filter((d) => d.waived === '');
  const date = (ms: number): string => dayMonth(ms, zone);
  const today = wanted.filter((d) => date(d.dueMs) === date(nowMs));
  const late = wanted
    .filter((d) => !d.doneAt && d.dueMs < nowMs && !today.includes(d) && d.dueMs > nowMs - 7 * DAY)
    .slice(-5);
  const soon = wanted.filter((d) => d.dueMs > nowMs && !today.includes(d) && d.dueMs < nowMs + 2.2 * DAY);
  const skipped = duties.filter((d) => d.waived !== '');
  const act = (d: Duty): void => {
    const id = d.quarantineId;
    const words = `${stored.tank}: ${d.title}`;
    if (d.phase !== '' && (d.kind === 'test' || d.kind === 'dose')) return tellOf(d.kind);
    if (d.phase !== '' && d.kind === 'move')
      return press({ deed: 'quarantine', quarantineId: id, told: { kind: 'move', to: otherTank(stored) } }, words);
    if (d.phase !== '' && d.kind === 'dip')
      return press({ deed: 'quarantine', quarantineId: id, told: { kind: 'dip', seconds: 30, gPerL: 30 } }, words);
    press({ deed: 'duty', quarantineId: id, key: d.key, done: !d.doneAt }, words);
  };
  const row = (d: Duty, ahead = false) => (
    <li key={d.key}>
      <div className={`flex items-center border-b border-rule ${!d.doneAt && d.dueMs < nowMs ? 'bg-hands-pale' : ''}`}>
        <button
          className="flex min-h-16 flex-1 items-center gap-3 px-2 py-1.5 text-left"
          disabled={(ahead && d.kind !== 'move') || (d.doneAt !== null && told.includes(d.kind))}
          aria-pressed={d.doneAt !== null}
          onClick={() => act(d)}
        >
          <StateMark mark={d.doneAt ? 'done' : d.dueMs < nowMs ? 'now' : 'ahead'} size={24} />
          <span className={`num shrink-0 text-14 ${today.includes(d) ? 'w-[56px]' : 'w-[104px]'}`}>
            {today.includes(d) ? clock(d.dueMs, zone) : dayClock(d.dueMs, zone).replace(/ \w+,/, ',')}
          </span>
          <span className="flex-1">
            <b className="font-head text-15">{d.title}</b>
            <br />
            <span className="note">{d.detail}</span>
          </span>
          <span>
            <span className="num">{d.minutes}</span>
            <span className="ml-1 text-12 text-ink-2">min</span>
          </span>
        </button>
        {!d.doneAt && stored.closedMs === null && (
          <Button
            tone="flat"
            aria-expanded={open === d.key}
            aria-label={`Change: ${d.title}`}
            onClick={() => setOpen(open === d.key ? null : d.key)}
          >
            …
          </Button>
        )}
      </div>
      {open === d.key && <Change q={stored} d={d} close={() => setOpen(null)} />}
    </li>
  );
  return (
    <section className="mt-6" aria-label="Tasks">
      {late.length > 0 && (
        <>
          <h2 className="mb-1 text-stop">Not done yet</h2>
          <ol className="mb-4">{late.map((d) => row(d))}</ol>
        </>
      )}
      <h2 className="mb-1">
        Today in {stored.tank}, {date(nowMs)}
      </h2>
      <ol aria-label="Today">{today.map((d) => row(d))}</ol>
      {today.length === 0 && <p className="note py-2">Nothing due today.</p>}
      {soon.length > 0 && (
        <details className="mt-3">
          <summary className="flex min-h-11 cursor-pointer items-center font-head text-15 font-semibold">
            The next two days, {soon.length} tasks
          </summary>
          <ol>{soon.map((d) => row(d, true))}</ol>
        </details>
      )}
      {skipped.length > 0 && (
        <p className="note mt-2">
          Skipped:{' '}
          {skipped
            .slice(-4)
            .map((d) => `${d.title.toLowerCase()} (${d.waived})`)
            .join('; ')}
          .
        </p>
      )}
    </section>
  );
}
