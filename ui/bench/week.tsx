import { ButtonLink } from '@/ui/kit/button';
import { Link } from '@/ui/kit/link';
import type { WeekDay } from '@/server/bench/week';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayMonth } from '@/ui/format';

/** Hours of work that fill the bar of a day. */
const FULL_H = 6;

/** Work of each day, boxes to pack, and when the counters want them. */
export function Week({ days, feed, zone }: { days: WeekDay[]; feed: string; zone: string }) {
  const hours = (minutes: number): string =>
    minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`;
  return (
    <>
      <section className="chead flex-wrap">
        <h1>The week</h1>
        <p className="c2 mr-auto pt-2">Work by day, boxes to pack, and drop-off times.</p>
        <a className="btn" href={feed}>
          As a calendar
        </a>
        <ButtonLink href="/">Back to the Bench</ButtonLink>
      </section>
      <section className="work border-t border-rule-strong !px-0">
        <div className="grid gap-y-6 px-3 md:grid-cols-7 md:gap-y-0 md:px-6">
          {days.map((d, i) => (
            <section
              key={d.date}
              className={`min-w-0 ${i > 0 ? 'md:border-l md:border-rule md:pl-2.5' : ''} md:pr-2.5`}
              aria-label={dayMonth(d.noonMs, zone)}
            >
              <h2 className={i === 0 ? 'underline decoration-2 underline-offset-4' : ''}>{dayMonth(d.noonMs, zone)}</h2>
              <svg
                viewBox="0 0 140 14"
                className="mt-2 h-[14px] w-full"
                preserveAspectRatio="none"
                role="img"
                aria-label={`${hours(d.minutes)} of work`}
              >
                <rect width="140" height="14" fill="var(--sunk)" />
                <rect
                  width={Math.min(140, (d.minutes / 60 / FULL_H) * 140)}
                  height="14"
                  fill="var(--kraft)"
                  stroke="var(--kraft-ink)"
                  strokeWidth="0.5"
                />
              </svg>
              <p className="mt-1 flex flex-wrap items-baseline gap-x-3">
                <b className="num text-20">{hours(d.minutes)}</b>
                {d.boxes > 0 && <span>{d.boxes === 1 ? '1 box' : `${d.boxes} boxes`}</span>}
              </p>
              {d.counters.map((c) => (
                <p key={c.code} className="mt-1 bg-ink px-2 py-1.5 text-13 text-[var(--on-ink)]">
                  <b className="num">{clock(c.atMs, zone)}</b> {c.service},{' '}
                  <span className="whitespace-nowrap">{c.code}</span>
                </p>
              ))}
              <ol className="mt-2">
                {d.duties.map((x) => (
                  <li key={x.key} className="border-b border-rule">
                    <Link
                      href={x.href}
                      className={`flex min-h-9 items-start gap-2 py-1.5 text-13 leading-tight ${x.done ? 'text-ink-3' : ''}`}
                    >
                      {x.done ? (
                        <StateMark mark="done" size={14} />
                      ) : (
                        <span className="num w-11 shrink-0 font-semibold">{clock(x.atMs, zone)}</span>
                      )}
                      <span className="min-w-0">{x.title}</span>
                    </Link>
                  </li>
                ))}
              </ol>
              {d.duties.length === 0 && <p className="note mt-2">Nothing to do.</p>}
            </section>
          ))}
        </div>
      </section>
    </>
  );
}
