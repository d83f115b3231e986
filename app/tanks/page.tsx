import Link from 'next/link';
import { profileOf } from '@/server/house';
import { benchView } from '@/server/views/bench';
import { house } from '@/server/wiring';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock, dayMonth } from '@/ui/format';

export default function TanksPage() {
  const h = house();
  const { quarantines, nowMs } = benchView(h);
  const zone = profileOf(h).place.zone;
  return (
    <>
      <section className="chead">
        <h1>Tanks</h1>
        <p className="c2 pt-2">Quarantine tanks with fish in them. Source and display tanks are named in orders.</p>
      </section>
      <section className="work border-t border-rule-strong">
        <div className="grid gap-x-10 gap-y-8 md:grid-cols-2">
          {quarantines.map((q) => {
            const next = q.duties.find((d) => !d.doneAt && d.dueMs > nowMs - 16 * 3600_000);
            const late = q.duties.filter((d) => !d.doneAt && d.dueMs < nowMs).length;
            return (
              <article key={q.id} className="border-t-2 border-ink pt-3">
                <div className="flex items-baseline gap-3">
                  <h2 className="text-[28px]">{q.tank}</h2>
                  <span>{q.animals}</span>
                  <span className="ml-auto">
                    day <b className="num text-[24px]">{q.day}</b>
                    <span className="u">of 28</span>
                  </span>
                </div>
                <p className="note">
                  from{' '}
                  <Link className="font-semibold text-tide" href={`/consignments/${q.code}/quarantine`}>
                    {q.code}
                  </Link>
                  , {q.volumeL} L, in since {dayMonth(Date.parse(q.startedAt), q.zone)}
                </p>
                <p className="mt-2 flex items-center gap-2">
                  <StateMark mark={late > 0 ? 'watch' : 'fine'} />
                  {late > 0 ? `${late} duties not ticked` : 'Nothing is late'}
                </p>
                {next && (
                  <p className="mt-1">
                    Next: <b>{next.title}</b>, {dayClock(next.dueMs, zone)}
                  </p>
                )}
              </article>
            );
          })}
        </div>
        {quarantines.length === 0 && (
          <p className="note">No tank is in quarantine. It opens from a consignment’s last station.</p>
        )}
      </section>
    </>
  );
}
