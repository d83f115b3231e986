import { Term } from '@/ui/kit/term';
import { ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { Link } from '@/ui/kit/link';
import { Pages } from '@/ui/records/pages';
import { Download } from 'lucide-react';
import type { ConsignmentListView } from '@/server/consignment/list';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayClock, factorWords, slackWords } from '@/ui/format';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { Tabs } from '@/ui/shell/tabs';
import { UnreadList } from './unread';
import { ImportFile } from './import-file';

const at = (q: Record<string, string>): string => `/consignments?${new URLSearchParams(q).toString()}`;

/** Consignments by how far they are, latest hand-over first, or those that hold the words. */
export function ConsignmentList({
  rows,
  unread,
  shelf,
  shelves,
  find,
  page,
  pages,
  counts,
  zone,
}: ConsignmentListView) {
  const arrivals = shelf === 'arrivals' && !find;
  return (
    <>
      <section className="chead relative flex-wrap gap-y-2 py-2">
        <h1 className="mr-auto">{arrivals ? 'Arrivals' : 'Shipments'}</h1>
        <form className="find" role="search" action="/consignments">
          <input name="find" defaultValue={find} placeholder="Find a shipment" aria-label="Find a shipment" />
        </form>
        <OwnerOnly>
          <ImportFile />
          <a className="btn" href="/consignments/export" download>
            <Download size={16} aria-hidden="true" /> Export
          </a>
          {!arrivals && (
            <ButtonLink href="/consignments/new" tone="go">
              New shipment
            </ButtonLink>
          )}
        </OwnerOnly>
        {arrivals && (
          <ButtonLink href="/arrivals/new" tone="go">
            New arrival
          </ButtonLink>
        )}
      </section>
      {!arrivals && <Tabs at="/consignments" />}
      <section className="work">
        <p className="no-print mb-3 flex flex-wrap items-center gap-x-5 gap-y-1 text-13">
          {find ? (
            <>
              {rows.length === 0 ? 'Nothing' : rows.length} found for “{find}”.{' '}
              <Link className="font-semibold text-tide" href="/consignments">
                Show the open ones
              </Link>
            </>
          ) : (
            !arrivals &&
            shelves.map(([id, label]) => (
              <Link
                key={id}
                href={at({ show: id })}
                aria-current={id === shelf ? 'page' : undefined}
                className={`inline-flex min-h-9 items-center ${id === shelf ? 'font-semibold text-ink underline decoration-2 underline-offset-8' : 'text-tide'}`}
              >
                {label}
                {'\u00a0'}
                <span className="u num">{counts[id].toLocaleString('en')}</span>
              </Link>
            ))
          )}
        </p>
        <UnreadList unread={unread} />
        <Table
          className="rows-at-390"
          head={
            <>
              <th>Code</th>
              <th>With</th>
              <th>Animals</th>
              <th>Drop-off</th>
              <th>Stage</th>
              <th className="r">
                <Term of="margin">Margin</Term>
              </th>
              <th className="r">
                <Term of="bad case">Bad case (1 in 10)</Term>
              </th>
              <th>
                <Term of="limited by">Limited by</Term>
              </th>
            </>
          }
        >
          {rows.map((s) => (
            <Row key={s.document.id} s={s} zone={zone} />
          ))}
        </Table>
        {rows.length === 0 && (
          <p className="note py-6">
            {find ? 'No shipment matches this code, name, fish or tank.' : 'No shipments.'}{' '}
            <Link className="font-semibold text-tide" href="/consignments/new">
              Make one
            </Link>
            .
          </p>
        )}
        {pages > 1 && (
          <nav className="no-print mt-4 flex items-center gap-3" aria-label="Pages">
            <Pages
              page={page}
              pages={pages}
              at={(n) => at({ show: shelf, page: String(n) })}
              words={['Later', 'Earlier']}
            />
          </nav>
        )}
      </section>
    </>
  );
}

function Row({ s, zone }: { s: ConsignmentListView['rows'][number]; zone: string }) {
  const c = s.document;
  const incoming = c.direction === 'incoming';
  const first = s.species;
  return (
    <tr className={s.stage === 'cancelled' ? 'text-ink-3' : ''}>
      <td>
        <Link className="row-link !text-16" href={`/consignments/${c.code}`}>
          {c.code}
        </Link>
      </td>
      <td data-head="With">
        <span>
          {incoming ? 'from ' : 'to '}
          <b>{incoming ? c.sender.name : c.receiver.name}</b>, {incoming ? c.sender.place.name : c.receiver.place.name}
        </span>
      </td>
      <td data-head="Animals">
        <span className="inline-flex items-center gap-2">
          {first && <FishIcon species={first} width={28} />}
          <span>
            <b className="num">{c.lines.reduce((n, l) => n + l.count, 0)}</b> in{' '}
            <span className="num">{c.bags.length}</span> {c.bags.length === 1 ? 'bag' : 'bags'}
          </span>
        </span>
      </td>
      <td data-head="Drop-off" className="whitespace-nowrap">
        {dayClock(Date.parse(c.handOverAt), zone)}
      </td>
      <td data-head="Stage">{s.stage}</td>
      <td data-head="Margin" className="r whitespace-nowrap">
        {s.result && s.stage !== 'cancelled' && (
          <span className="inline-flex items-center gap-1.5">
            <StateMark mark={s.result.state} size={15} /> <b className="num">{slackWords(s.result.slackH)}</b>
          </span>
        )}
      </td>
      <td data-head="Bad case (1 in 10)" className="r num whitespace-nowrap">
        {s.result ? slackWords(s.result.worstSlackH) : ''}
      </td>
      <td data-head="Limited by">
        {s.result?.factor
          ? `${factorWords[s.result.factor]}, ${s.result.bagId}`
          : s.result
            ? 'none'
            : 'not computed yet'}
      </td>
    </tr>
  );
}
