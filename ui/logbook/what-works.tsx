import type { PaysView } from '@/server/logbook/list';
import { StateMark, type Mark } from '@/ui/drawings/state-mark';
import { Tabs } from '@/ui/shell/tabs';
import { Left } from './still-loading';

type Row = PaysView['groups'][number]['rows'][number];

/** Where the true share lies nine times in ten, and the share that was seen, on a line from none to all. */
function Interval({ r }: { r: Row }) {
  if (r.share === null) return <span className="note">no box fully counted</span>;
  const x = (v: number): number => 6 + 188 * v;
  const colour = r.verdict === 'worse' ? 'var(--stop)' : r.verdict === 'better' ? 'var(--fine)' : 'var(--ink-2)';
  return (
    <svg
      viewBox="0 0 200 20"
      className="h-5 w-full"
      role="img"
      aria-label={`9 times in 10 between ${Math.round(100 * r.low)} and ${Math.round(100 * r.high)} %`}
    >
      <path d="M6 10H194" stroke="var(--rule)" />
      {[0, 0.5, 1].map((v) => (
        <path key={v} d={`M${x(v)} 6V14`} stroke="var(--rule-strong)" />
      ))}
      <rect x={x(r.low)} y="7" width={Math.max(2, x(r.high) - x(r.low))} height="6" fill={colour} opacity=".3" />
      <circle cx={x(r.share)} cy="10" r="4.5" fill={colour} />
    </svg>
  );
}

const markOf = (verdict: string): Mark => (verdict === 'better' ? 'fine' : verdict === 'worse' ? 'stop' : 'ahead');

/** Survival by everything it may hang on, each with the number behind it; a verdict only where there is enough. */
export function Pays({ v }: { v: PaysView }) {
  const money = (x: number | null): string => (x === null ? '' : x.toFixed(2));
  return (
    <>
      <section className="chead flex-wrap gap-y-1 py-2">
        <h1>What works</h1>
        <p className="c2 mr-auto max-w-xl">
          A box counts as good when every bag was counted and no animal died. Boxes are counted, not animals, since a
          bag shares its fate. The bar shows where the true share is, 9 times in 10 (Wilson).
        </p>
        {v.cost.perBox !== null && (
          <p className="text-right">
            <b className="num text-28">{money(v.cost.perBox)}</b>
            {'\u00a0'}
            <span className="u">{v.currency} a box</span> <b className="num text-28">{money(v.cost.perAnimal)}</b>
            {'\u00a0'}
            <span className="u">a living animal</span>
          </p>
        )}
      </section>
      <Tabs at="/logbook/pays" />
      <section className="work">
        <Left n={v.left} />
        {v.groups.length === 0 && (
          <p className="note py-6">Nothing counted yet. Survivors are recorded at Receive or by the receiver.</p>
        )}
        <div className="grid gap-x-12 gap-y-8 lg:grid-cols-2">
          {v.groups.map((g) => (
            <section key={g.by} aria-label={g.words}>
              <h2 className="mb-1">{g.words}</h2>
              <ul>
                {g.rows.slice(0, 12).map((r) => (
                  <li
                    key={r.value}
                    className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule py-1.5 sm:grid-cols-[minmax(0,1fr)_minmax(90px,180px)_96px]"
                  >
                    <span className="flex min-w-0 items-center gap-2">
                      {r.verdict && <StateMark mark={markOf(r.verdict)} size={15} label={r.verdict} />}
                      <span className="truncate">{r.name}</span>
                    </span>
                    <span className="max-sm:order-3 max-sm:col-span-2">
                      <Interval r={r} />
                    </span>
                    <span className="text-right">
                      <b className="num">
                        {r.whole} of {r.boxes}
                      </b>
                      <span className="note block leading-tight">
                        {r.alive} of {r.counted} alive
                      </span>
                    </span>
                    {r.verdict !== null && r.verdict !== 'alike' ? (
                      <span className={`col-span-full text-12 ${r.verdict === 'worse' ? 'text-stop' : 'text-fine'}`}>
                        {r.verdict === 'worse' ? 'Fewer' : 'More'} good boxes than the rest, by more than chance.
                      </span>
                    ) : (
                      r.short > 0 && (
                        <span className="col-span-full text-12 text-ink-3">
                          No verdict yet: {r.short} more {r.short === 1 ? 'box' : 'boxes'} here or in the rest.
                        </span>
                      )
                    )}
                  </li>
                ))}
              </ul>
              {g.rows.length > 12 && <p className="note mt-1">and {g.rows.length - 12} more with fewer boxes.</p>}
            </section>
          ))}
        </div>
      </section>
    </>
  );
}
