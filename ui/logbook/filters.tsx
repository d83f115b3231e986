'use client';

import { useRouter } from 'next/navigation';
import type { LogbookView } from '@/server/logbook/list';

const label = 'flex flex-col gap-0.5 text-12 text-ink-3';

/** What the logbook is narrowed by; each choice is asked for at once. */
export function Filters({ v }: { v: LogbookView }) {
  const router = useRouter();
  const { filter, options } = v;
  const choose = (name: string, value: string): void => {
    const now = new URLSearchParams(window.location.search);
    if (value) now.set(name, value);
    else now.delete(name);
    now.delete('page');
    router.push(`/logbook?${now.toString()}`);
  };
  const select = (name: string, words: string, value: string, of: [string, string][]) => (
    <label className={label}>
      {words}
      <select className="in !w-auto max-w-52" value={value} onChange={(e) => choose(name, e.target.value)}>
        <option value="">all</option>
        {of.map(([id, n]) => (
          <option key={id} value={id}>
            {n}
          </option>
        ))}
      </select>
    </label>
  );
  const narrowed = Object.values(filter).some(Boolean);
  return (
    <div className="no-print mb-3 flex flex-wrap items-end gap-3" role="group" aria-label="Filter">
      {select('species', 'Species', filter.speciesId, options.species)}
      {select('service', 'Service', filter.serviceId, options.service)}
      {select('with', 'With', filter.other, options.with)}
      {select('season', 'Season', filter.season, options.season)}
      {select('packs', 'Packs', filter.packs, options.packs)}
      {select('hours', 'Hours in the bag', filter.hours, options.hours)}
      {select('density', 'Fish per litre', filter.density, options.density)}
      {select('losses', 'Losses', filter.losses, [
        ['yes', 'with losses'],
        ['no', 'all alive'],
      ])}
      {narrowed && (
        <button className="btn flat" onClick={() => router.push('/logbook')}>
          Show all
        </button>
      )}
    </div>
  );
}
