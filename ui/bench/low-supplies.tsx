'use client';

import { Link } from '@/ui/kit/link';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayMonth } from '@/ui/format';

export interface LowSupply {
  key: string;
  name: string;
  left: number;
  bites: { ms: number; code: string } | null;
}

/** Supplies that run out, the soonest first; nothing where nothing does. */
export function RunningLow({ low, zone }: { low: readonly LowSupply[]; zone: string }) {
  if (low.length === 0) return null;
  return (
    <section className="mt-6" aria-label="Supplies running low">
      <div className="mb-1 flex items-baseline border-b border-rule-strong pb-1">
        <h2>Supplies running low</h2>
        <Link className="ml-auto text-13 font-semibold text-tide" href="/supplies/shopping">
          Shopping list
        </Link>
      </div>
      <ul>
        {low.map((s) => (
          <li key={s.key} className="flex min-h-10 items-center gap-2.5 border-b border-rule text-13">
            <StateMark mark={s.bites ? 'stop' : 'watch'} size={15} />
            <b>{s.name}</b>
            <span className="num">{s.left}</span> left
            <span className="ml-auto text-right text-ink-2">
              {s.bites ? (
                <>
                  runs out <b className="text-stop">{dayMonth(s.bites.ms, zone)}</b>,{' '}
                  <span className="whitespace-nowrap">{s.bites.code}</span>
                </>
              ) : (
                'below minimum'
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
