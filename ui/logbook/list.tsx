'use client';

import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import { Download } from 'lucide-react';
import type { LogbookView } from '@/server/logbook/list';
import { StateMark } from '@/ui/drawings/state-mark';
import { dayMonth } from '@/ui/format';
import { ButtonLink } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { Pages } from '@/ui/records/pages';
import { Tabs } from '@/ui/shell/tabs';
import { Filters } from './filters';
import { Left } from './still-loading';

/** A day as a logbook has it: with its year. */
const dayYear = (iso: string, zone: string): string =>
  `${dayMonth(Date.parse(iso), zone)} ${new Date(iso).getUTCFullYear()}`;

function Line({
  r,
  v,
  chosen,
  pick,
}: {
  r: LogbookView['rows'][number];
  v: LogbookView;
  chosen: boolean;
  pick: () => void;
}) {
  return (
    <tr>
      <td className="no-print">
        <input type="checkbox" className="size-5" aria-label={`Compare ${r.code}`} checked={chosen} onChange={pick} />
      </td>
      <td>
        <Link className="row-link !text-16" href={`/logbook/${r.code}`}>
          {r.code}
        </Link>
      </td>
      <td data-head="When" className="whitespace-nowrap">
        {dayYear(r.handOverAt, v.zone)}
      </td>
      <td data-head="With">
        <span>
          {r.direction === 'incoming' ? 'from ' : r.direction === 'own-move' ? 'moved to ' : 'to '}
          <b>{r.other}</b>, {r.town}
        </span>
      </td>
      <td data-head="Service">{r.service}</td>
      <td data-head="In the bag" className="r num whitespace-nowrap">
        {r.hours.toFixed(0)}
        {'\u00a0'}
        <span className="u">h</span>
        {r.lateH !== null && r.lateH > 6 && <span className="text-watch"> +{r.lateH.toFixed(0)}</span>}
      </td>
      <td data-head="Arrived alive" className="r whitespace-nowrap">
        <span className="inline-flex items-center gap-1.5">
          {r.counted > 0 && <StateMark mark={r.alive < r.counted ? 'stop' : 'fine'} size={15} />}
          <b className="num">{r.counted > 0 ? `${r.alive} of ${r.counted}` : 'not counted'}</b>
        </span>
      </td>
      <td data-head="Later" className="r num">
        {r.lost30 > 0 ? `−${r.lost30}` : ''}
      </td>
      <td data-head="Predicted" className="r num whitespace-nowrap">
        {r.chance === null ? '' : `${Math.floor(100 * r.chance)} %`}
      </td>
      <td data-head="Cost" className="r num">
        {r.cost > 0 ? r.cost.toFixed(2) : ''}
      </td>
    </tr>
  );
}

/** Every consignment that was opened: what was foretold, what came. */
export function Logbook({ v }: { v: LogbookView }) {
  const [chosen, setChosen] = useState<string[]>([]);
  const pick = (code: string): void =>
    setChosen((now) => (now.includes(code) ? now.filter((c) => c !== code) : [...now, code].slice(-2)));
  const query = (over: Record<string, string>): string => {
    const { filter: f } = v;
    const all = {
      find: f.find,
      species: f.speciesId,
      service: f.serviceId,
      season: f.season,
      packs: f.packs,
      hours: f.hours,
      density: f.density,
      losses: f.losses,
      with: f.other,
      ...over,
    };
    return new URLSearchParams(Object.entries(all).filter(([, x]) => x)).toString();
  };
  const lost = v.counted - v.alive;
  return (
    <>
      <section className="chead flex-wrap gap-y-2 py-2">
        <h1>Logbook</h1>
        <p className="c1 mr-auto">
          <b className="num">{v.count.toLocaleString('en')}</b> {v.count === 1 ? 'consignment' : 'consignments'},{' '}
          <b className="num">{v.animals.toLocaleString('en')}</b> animals
          {v.counted > 0 && (
            <>
              ; of <span className="num">{v.counted.toLocaleString('en')}</span> counted{' '}
              <b className={lost > 0 ? 'num text-stop' : 'num text-fine'}>{lost === 0 ? 'none' : lost}</b> lost
            </>
          )}
        </p>
        <form className="find no-print" role="search" action="/logbook">
          <input
            name="find"
            defaultValue={v.filter.find}
            placeholder="A name, a fish, a town"
            aria-label="Find in the logbook"
          />
        </form>
        <a className="btn no-print" href={`/logbook/export?${query({ as: 'csv' })}`} download>
          <Download size={16} aria-hidden="true" /> CSV
        </a>
        <a className="btn no-print" href={`/logbook/export?${query({ as: 'json' })}`} download>
          JSON
        </a>
        {chosen.length === 2 && (
          <ButtonLink tone="go" href={`/logbook/compare?of=${chosen.join(',')}`}>
            Compare {chosen.join(' and ')}
          </ButtonLink>
        )}
      </section>
      <Tabs at="/logbook" />
      <section className="work">
        <Left n={v.left} />
        <Filters v={v} />
        <Table
          className="rows-at-390"
          head={
            <>
              <th className="no-print w-8">
                <span className="sr-only">Compare</span>
              </th>
              <th>Code</th>
              <th>When</th>
              <th>With</th>
              <th>Service</th>
              <th className="r">In the bag</th>
              <th className="r">Arrived alive</th>
              <th className="r">Later</th>
              <th className="r">Predicted</th>
              <th className="r">Cost {v.currency}</th>
            </>
          }
        >
          {v.rows.map((r) => (
            <Line key={r.code} r={r} v={v} chosen={chosen.includes(r.code)} pick={() => pick(r.code)} />
          ))}
        </Table>
        {v.rows.length === 0 && (
          <p className="note py-6">
            {v.left > 0
              ? 'Nothing yet.'
              : Object.values(v.filter).some(Boolean)
                ? 'No entry matches.'
                : 'The logbook starts with the first box opened. Until then, try practice.'}
          </p>
        )}
        {v.pages > 1 && (
          <nav className="no-print mt-4 flex items-center gap-3" aria-label="Pages">
            <Pages
              page={v.page}
              pages={v.pages}
              at={(n) => `/logbook?${query({ page: String(n) })}`}
              words={['Later', 'Earlier']}
            />
          </nav>
        )}
      </section>
    </>
  );
}
