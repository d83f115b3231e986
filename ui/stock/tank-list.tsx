import { ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { Link } from '@/ui/kit/link';
import type { TankListView } from '@/server/stock/tanks';
import { quantities, waterFigures } from '@/core/measurement/quantities';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock, dayMonth } from '@/ui/format';
import { GoneBar, ListTools, NothingYet } from '@/ui/records/list';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { Tabs } from '@/ui/shell/tabs';

const columns = waterFigures.filter((k) => k !== 'tanMgNL');

const uses = { stock: 'stock', quarantine: 'quarantine', display: 'display', purge: 'purging' } as const;

/** What swims where, how the water was last, and which tanks are in quarantine. */
export function TankList({ rows, counts, find, shown, gone, quarantines, nowMs, zone }: TankListView) {
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>Tanks</h1>
        <p className="c2 mr-auto max-w-[520px] pt-2">Fish, latest water, and quarantine by tank.</p>
        <OwnerOnly>
          <ButtonLink className="hide-s" href="/readings/import">
            Import readings
          </ButtonLink>
        </OwnerOnly>
        <ListTools slug="tanks" one="tank" find={find} shown={shown} />
      </section>
      <Tabs at="/tanks" />
      <section className="work">
        {gone && <GoneBar gone={gone} back="/tanks" />}
        <Table
          className="rows-at-390"
          head={
            <>
              <th>Tank</th>
              <th className="r">Litres</th>
              <th>For</th>
              <th>Fish</th>
              {columns.map((q) => (
                <th key={q} className="r">
                  {quantities[q].label}
                </th>
              ))}
              <th>Measured</th>
            </>
          }
        >
          {rows.map((t) => (
            <tr key={t.id}>
              <td>
                <Link className="row-link !text-20" href={`/tanks/${encodeURIComponent(t.id)}`}>
                  {t.tank.name}
                </Link>
              </td>
              <td className="r num" data-head="Litres">
                {t.tank.volumeL}
              </td>
              <td data-head="For">
                {uses[t.tank.use]}
                {t.tank.where && <span className="u">{t.tank.where}</span>}
              </td>
              <td data-head="Fish">
                {t.fish.map((f) => {
                  const promised = f.promised.reduce((n, p) => n + p.count, 0);
                  return (
                    <span key={f.lotId} className="mr-4 inline-flex items-center gap-1.5">
                      <FishIcon species={f.species} width={30} />
                      <span>
                        <b className="num">{f.amount ?? '?'}</b> {f.species.name}
                        {promised > 0 && <span className="u">{promised} promised</span>}
                      </span>
                    </span>
                  );
                })}
                {t.stays.map((f) => (
                  <span key={`${f.name} ${f.code}`} className="mr-4 inline-flex items-center gap-1.5">
                    {f.species && <FishIcon species={f.species} width={30} />}
                    <span>
                      <b className="num">{f.count}</b> {f.name}
                      {f.code && <span className="u">from {f.code}</span>}
                    </span>
                  </span>
                ))}
                {t.fish.length + t.stays.length === 0 && <span className="mute">none entered</span>}
              </td>
              {columns.map((q) => {
                const v = t.latest[q]?.value;
                return (
                  <td key={q} className="r num whitespace-nowrap" data-head={quantities[q].label}>
                    {v === undefined ? <span className="mute">–</span> : v.toFixed(quantities[q].digits)}
                    {v !== undefined && quantities[q].unit && <span className="u">{quantities[q].unit}</span>}
                  </td>
                );
              })}
              <td data-head="Measured" className="whitespace-nowrap">
                {Object.keys(t.latest).length > 0 ? (
                  dayMonth(Math.max(...Object.values(t.latest).map((x) => Date.parse(x.at))), zone)
                ) : (
                  <span className="mute">never</span>
                )}
              </td>
            </tr>
          ))}
        </Table>
        {rows.length === 0 && <NothingYet slug="tanks" words={find ? `No tank has “${find}”.` : 'No tank yet.'} />}
        {counts.archived > 0 && (
          <p className="mt-3 text-13">
            {shown === 'archived' ? (
              <Link className="font-semibold text-tide" href="/tanks">
                The {counts.active} in use
              </Link>
            ) : (
              <Link className="font-semibold text-tide" href="/tanks?shown=archived">
                {counts.archived} archived
              </Link>
            )}
          </p>
        )}
        <InWeeks quarantines={quarantines} nowMs={nowMs} zone={zone} />
      </section>
    </>
  );
}

/** Every tank in its weeks, and the way to walk them. */
function InWeeks({ quarantines, nowMs, zone }: Pick<TankListView, 'quarantines' | 'nowMs' | 'zone'>) {
  if (quarantines.length === 0) return null;
  return (
    <>
      <h2 className="mb-2 mt-8">
        In quarantine{' '}
        <Link className="ml-3 text-15 font-semibold text-tide" href="/quarantine">
          Walk the round
        </Link>
      </h2>
      <div className="grid gap-x-10 gap-y-8 md:grid-cols-2">
        {quarantines.map((q) => (
          <InQuarantine key={q.id} q={q} nowMs={nowMs} zone={zone} />
        ))}
      </div>
    </>
  );
}

function InQuarantine({ q, nowMs, zone }: { q: TankListView['quarantines'][number]; nowMs: number; zone: string }) {
  const next = q.duties.find((d) => !d.doneAt && d.dueMs > nowMs - 16 * 3600_000);
  const late = q.duties.filter((d) => !d.doneAt && d.dueMs < nowMs).length;
  return (
    <article className="border-t-2 border-ink pt-3">
      <div className="flex items-baseline gap-3">
        <h2 className="text-28">
          <Link href={`/quarantine/${q.id}`}>{q.tank}</Link>
        </h2>
        <span>{q.animals}</span>
        <span className="ml-auto">
          day <b className="num text-22">{q.day}</b>
          {'\u00a0'}
          <span className="u">of {q.ofDays}</span>
        </span>
      </div>
      <p className="note">
        from{' '}
        <Link className="font-semibold text-tide" href={`/consignments/${q.code}/quarantine`}>
          {q.code}
        </Link>
        , in since {dayMonth(Date.parse(q.startedAt), zone)}; {q.phase.toLowerCase()}
      </p>
      <p className="mt-2 flex items-center gap-2">
        <StateMark mark={late > 0 ? 'watch' : 'fine'} />
        {late > 0 ? `${late} tasks not done` : 'Nothing is late'}
      </p>
      {next && (
        <p className="mt-1">
          Next: <b>{next.title}</b>, {dayClock(next.dueMs, zone)}
        </p>
      )}
    </article>
  );
}
