'use client';

import { StateMark } from '@/ui/drawings/state-mark';
import { Link } from '@/ui/kit/link';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import type { BenchProps } from './types';

/** Marks of daily tests would hide the strip. */
const MOST_TESTS = 20;

/** The weeks of each tank as a strip, with what is open today. */
export function Quarantines({ p }: { p: BenchProps }) {
  const pressed = new Map(
    ofDeed(usePresses(), 'duty').map((x) => [`${x.deed.quarantineId} ${x.deed.key}`, x.deed.done]),
  );
  if (p.quarantines.length === 0) return null;
  return (
    <section className="mt-6">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2>Quarantine tanks</h2>
        <Link className="font-semibold text-tide" href="/quarantine">
          Walk the round
        </Link>
        <span className="mute ml-auto text-13">
          <span className="text-tide">≈</span> water change, ◇ test
        </span>
      </div>
      {p.quarantines.map((q) => {
        const today = q.duties.filter(
          (d) => d.day === q.day && ['water', 'test', 'feed', 'look', 'dose', 'move', 'dip', 'decide'].includes(d.kind),
        );
        const open = today.filter((d) => !(pressed.get(`${q.id} ${d.key}`) ?? d.doneAt));
        return (
          <div
            key={q.id}
            className="grid grid-cols-[112px_1fr] items-center gap-3 border-t border-rule py-2.5 md:grid-cols-[112px_292px_1fr]"
          >
            <a href={`/quarantine/${q.id}`}>
              <b className="font-head text-15">{q.tank}</b> day <b className="num">{q.day}</b>
              <br />
              <span className="note">
                {q.phase}. {q.animals}
              </span>
            </a>
            <svg viewBox="0 0 292 46" className="w-full" role="img" aria-label={`Day ${q.day} of ${q.ofDays}`}>
              <rect y="3" width="292" height="25" fill="url(#kraft-ahead)" />
              <rect y="3" width={((q.day - 1) * 292) / q.ofDays} height="25" fill="url(#kraft-past)" />
              <path d="M0 3H292M0 28H292" stroke="var(--kraft-deep)" />
              {q.duties
                .filter(
                  (d, _, all) =>
                    d.kind === 'test' && d.day > 7 && all.filter((x) => x.kind === 'test').length <= MOST_TESTS,
                )
                .map((d) => (
                  <path
                    key={d.key}
                    d={`M${((d.day - 0.5) * 292) / q.ofDays} 11l4 4.500l-4 4.500l-4 -4.500Z`}
                    fill={d.doneAt ? 'var(--kraft-ink)' : 'none'}
                    stroke="var(--kraft-ink)"
                  />
                ))}
              {q.duties
                .filter((d) => d.kind === 'water')
                .map((d) => (
                  <path
                    key={d.key}
                    d={`M${((d.day - 0.5) * 292) / q.ofDays - 5} 38q2.500 -4 5 0t5 0`}
                    fill="none"
                    stroke="var(--tide)"
                    strokeWidth="1.5"
                  />
                ))}
              <rect
                x={((q.day - 1) * 292) / q.ofDays}
                y="0"
                width={292 / q.ofDays}
                height="31"
                fill="none"
                stroke="var(--ink)"
                strokeWidth="2"
              />
            </svg>
            <ul className="col-span-2 md:col-span-1">
              {open.slice(0, 2).map((d) => (
                <li key={d.key}>
                  {['test', 'dose', 'move', 'dip'].includes(d.kind) ? (
                    <a className="flex min-h-9 items-center gap-2 text-13" href={`/quarantine/${q.id}`}>
                      <StateMark mark="ahead" size={18} /> {d.title}
                    </a>
                  ) : (
                    <label className="flex min-h-9 cursor-pointer items-center gap-2 text-13">
                      <input
                        type="checkbox"
                        className="size-5"
                        checked={false}
                        onChange={() =>
                          press({ deed: 'duty', quarantineId: q.id, key: d.key, done: true }, `${q.tank}: ${d.title}`)
                        }
                      />
                      {d.title}
                    </label>
                  )}
                </li>
              ))}
              {open.length === 0 && <li className="note">All done today</li>}
            </ul>
          </div>
        );
      })}
    </section>
  );
}
