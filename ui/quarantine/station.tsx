'use client';

import { openQuarantine, setDuty } from '@/server/quarantine/actions';
import type { QuarantineView } from '@/server/quarantine/view';
import { QUARANTINE_DAYS } from '@/core/quarantine/plan';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayMonth } from '@/ui/format';
import { useSave } from '@/ui/use-save';

type DutyView = QuarantineView['duties'][number];

const sign: Record<string, string> = { water: '≈', test: '◇', feed: '·', look: '○', lights: '☾', release: '▸' };

/** Four weeks as a tape of days, today's duties as large ticks. */
export function QuarantineStation(p: QuarantineView) {
  const { save, busy, problems } = useSave();
  if (p.startedMs === null)
    return (
      <div className="max-w-[640px] space-y-4">
        <h2>Four weeks apart</h2>
        <p>
          Day 1 opens in tank {p.tank}, {p.volumeL} L, with a plan of daily duties that appear on the Bench: lights
          down, the fast after the journey, tests, looks, water changes, and the decision on day {QUARANTINE_DAYS}.
        </p>
        {p.running && (
          <p className="note">The timed sequence is still running. Open the quarantine when the fish are across.</p>
        )}
        <button className="btn hands wet" disabled={busy} onClick={() => save(() => openQuarantine(p.code))}>
          Open day 1 in tank {p.tank}
        </button>
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
        <p className="caution">
          Own net, siphon and heater for this tank; nothing returns to the display unless bleached and dried. Mains near
          water: residual-current device, drip loops. Never start a siphon by mouth. Medicines: label, local law, a
          veterinarian.
        </p>
      </div>
    );
  const days = Array.from({ length: QUARANTINE_DAYS }, (_, i) => i + 1);
  const W = 1232 / QUARANTINE_DAYS;
  const today = p.duties.filter((d) => d.day === p.day);
  const late = p.duties.filter((d) => d.day < p.day && !d.doneAt).slice(-6);
  const soon = p.duties.filter((d) => d.day > p.day && d.day <= p.day + 2);
  const rowOf = (d: DutyView) => (
    <li key={d.key} className={`border-b border-rule ${!d.doneAt && d.dueMs < p.nowMs ? 'bg-hands-pale' : ''}`}>
      <button
        className="flex min-h-14 w-full items-center gap-4 px-2 py-1.5 text-left"
        disabled={busy}
        aria-pressed={d.doneAt !== null}
        onClick={() => save(() => setDuty(d.quarantineId, d.key, !d.doneAt))}
      >
        <StateMark mark={d.doneAt ? 'done' : d.dueMs < p.nowMs ? 'now' : 'ahead'} size={24} />
        <span className="num w-[104px] text-[14px]">
          {d.day === p.day
            ? clock(d.dueMs, p.zone)
            : `${dayMonth(d.dueMs, p.zone).replace(/ \w+$/, '')} ${clock(d.dueMs, p.zone)}`}
        </span>
        <span className="flex-1">
          <b className="font-head text-[15px]">{d.title}</b>
          <br />
          <span className="note">{d.detail}</span>
        </span>
        <span>
          <span className="num">{d.minutes}</span>
          <span className="u">min</span>
        </span>
      </button>
    </li>
  );
  return (
    <div>
      <div className="mb-3 flex flex-wrap items-baseline gap-4">
        <h2>Tank {p.tank}</h2>
        <span>
          {p.animals}, in since {dayMonth(p.startedMs, p.zone)}, {p.volumeL} L
        </span>
        <span className="ml-auto font-head text-[15px]">
          Day <b className="num text-[34px]">{p.day}</b>
          <span className="u">of {QUARANTINE_DAYS}</span>
        </span>
      </div>
      <svg
        viewBox="0 0 1232 74"
        className="hidden w-full md:block"
        role="img"
        aria-label={`Day ${p.day} of ${QUARANTINE_DAYS}`}
      >
        <rect width="1232" height="38" y="4" fill="url(#kraft-ahead)" />
        <rect width={Math.max(0, p.day - 1) * W} height="38" y="4" fill="url(#kraft-past)" />
        <path d="M0 4H1232M0 42H1232" stroke="var(--kraft-deep)" />
        {days.map((d) => (
          <g key={d}>
            <path d={`M${d * W} ${d % 7 === 0 ? 4 : 34}V42`} stroke="var(--kraft-deep)" />
            <text
              x={(d - 0.5) * W}
              y="29"
              textAnchor="middle"
              className="tape-t"
              style={{ fontSize: d === p.day ? 17 : 13 }}
            >
              {d}
            </text>
            <text
              x={(d - 0.5) * W}
              y="62"
              textAnchor="middle"
              style={{ fill: 'var(--tide)', font: '600 15px var(--face-text)' }}
            >
              {p.duties
                .filter((x) => x.day === d && ['water', 'test', 'release'].includes(x.kind))
                .map((x) => sign[x.kind])
                .join(' ')}
            </text>
          </g>
        ))}
        <rect x={(p.day - 1) * W} y="1" width={W} height="44" fill="none" stroke="var(--ink)" strokeWidth="2.4" />
      </svg>
      <p className="note mb-4 hidden md:block">
        {sign.water} water change, {sign.test} test, {sign.release} release
      </p>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
      <div className="grid gap-8 lg:grid-cols-2">
        <section>
          <h2 className="mb-1">Today, {dayMonth(p.nowMs, p.zone)}</h2>
          <ol>{today.map(rowOf)}</ol>
          {today.length === 0 && <p className="note py-3">Nothing today.</p>}
        </section>
        <section>
          {late.length > 0 && (
            <>
              <h2 className="mb-1 text-stop">Not done yet</h2>
              <ol className="mb-5">{late.map(rowOf)}</ol>
            </>
          )}
          <h2 className="mb-1">The next two days</h2>
          <ol>{soon.map(rowOf)}</ol>
        </section>
      </div>
    </div>
  );
}
