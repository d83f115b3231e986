'use client';

import { QUARANTINE_DAYS } from '@/core/quarantine/plan';
import type { QuarantineTank } from '@/server/quarantine/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayMonth } from '@/ui/format';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';

type DutyView = QuarantineTank['duties'][number];

const sign: Record<string, string> = { water: '≈', test: '◇', feed: '·', look: '○', lights: '☾', release: '▸' };
const WIDTH = 1232;
const DAY = WIDTH / QUARANTINE_DAYS;

/** Four weeks as a tape of days: behind deep, ahead pale, today framed. */
function Tape({ q }: { q: QuarantineTank }) {
  const days = Array.from({ length: QUARANTINE_DAYS }, (_, i) => i + 1);
  return (
    <>
      <svg
        viewBox={`0 0 ${WIDTH} 74`}
        className="hidden w-full md:block"
        role="img"
        aria-label={`Day ${q.day} of ${QUARANTINE_DAYS}`}
      >
        <rect width={WIDTH} height="38" y="4" fill="url(#kraft-ahead)" />
        <rect width={Math.max(0, q.day - 1) * DAY} height="38" y="4" fill="url(#kraft-past)" />
        <path d={`M0 4H${WIDTH}M0 42H${WIDTH}`} stroke="var(--kraft-deep)" />
        {days.map((d) => (
          <g key={d}>
            <path d={`M${d * DAY} ${d % 7 === 0 ? 4 : 34}V42`} stroke="var(--kraft-deep)" />
            <text
              x={(d - 0.5) * DAY}
              y="29"
              textAnchor="middle"
              className="tape-t"
              style={{ fontSize: d === q.day ? 17 : 13 }}
            >
              {d}
            </text>
            <text
              x={(d - 0.5) * DAY}
              y="62"
              textAnchor="middle"
              style={{ fill: 'var(--tide)', font: '600 15px var(--face-text)' }}
            >
              {q.duties
                .filter((x) => x.day === d && ['water', 'test', 'release'].includes(x.kind))
                .map((x) => sign[x.kind])
                .join(' ')}
            </text>
          </g>
        ))}
        <rect x={(q.day - 1) * DAY} y="1" width={DAY} height="44" fill="none" stroke="var(--ink)" strokeWidth="2.4" />
      </svg>
      <p className="note mb-4 hidden md:block">
        {sign.water} water change, {sign.test} test, {sign.release} release
      </p>
    </>
  );
}

/** A tank's four weeks, with today's duties as large ticks. */
export function Duties({ q: stored, zone, nowMs }: { q: QuarantineTank; zone: string; nowMs: number }) {
  const pressed = new Map(
    ofDeed(usePresses(), 'duty').map((p) => [`${p.deed.quarantineId} ${p.deed.key}`, p.deed.done ? p.pressedMs : null]),
  );
  const q = {
    ...stored,
    duties: stored.duties.map((d) => {
      const at = pressed.get(`${d.quarantineId} ${d.key}`);
      return at === undefined ? d : { ...d, doneAt: at === null ? null : new Date(at).toISOString() };
    }),
  };
  const today = q.duties.filter((d) => d.day === q.day);
  const late = q.duties.filter((d) => d.day < q.day && !d.doneAt).slice(-6);
  const soon = q.duties.filter((d) => d.day > q.day && d.day <= q.day + 2);
  const rowOf = (d: DutyView, ahead = false) => (
    <li key={d.key} className={`border-b border-rule ${!d.doneAt && d.dueMs < nowMs ? 'bg-hands-pale' : ''}`}>
      <button
        className="flex min-h-16 w-full items-center gap-4 px-2 py-1.5 text-left"
        disabled={ahead}
        aria-pressed={d.doneAt !== null}
        onClick={() =>
          press({ deed: 'duty', quarantineId: d.quarantineId, key: d.key, done: !d.doneAt }, `${q.tank}: ${d.title}`)
        }
      >
        <StateMark mark={d.doneAt ? 'done' : d.dueMs < nowMs ? 'now' : 'ahead'} size={24} />
        <span className="num w-[104px] text-14">
          {d.day === q.day
            ? clock(d.dueMs, zone)
            : `${dayMonth(d.dueMs, zone).replace(/ \w+$/, '')} ${clock(d.dueMs, zone)}`}
        </span>
        <span className="flex-1">
          <b className="font-head text-15">{d.title}</b>
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
    <>
      <Tape q={q} />
      <div className="grid gap-8 lg:grid-cols-2">
        <section>
          <h2 className="mb-1">Today, {dayMonth(nowMs, zone)}</h2>
          <ol>{today.map((d) => rowOf(d))}</ol>
          {today.length === 0 && <p className="note py-3">Nothing today.</p>}
        </section>
        <section>
          {late.length > 0 && (
            <>
              <h2 className="mb-1 text-stop">Not done yet</h2>
              <ol className="mb-5">{late.map((d) => rowOf(d))}</ol>
            </>
          )}
          <h2 className="mb-1">The next two days</h2>
          <ol>{soon.map((d) => rowOf(d, true))}</ol>
        </section>
      </div>
    </>
  );
}
