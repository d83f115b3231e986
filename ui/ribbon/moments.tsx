'use client';

import { useState } from 'react';
import type { RibbonData } from '@/server/consignment/view';
import { clock, factorWords, slackWords, weekday } from '@/ui/format';
import type { RibbonMoment } from './drawing';

/** The ribbon as a list: on a phone, and for those who do not see the picture. */
export function Moments({ moments, data, zone }: { moments: readonly RibbonMoment[]; data: RibbonData; zone: string }) {
  const [open, setOpen] = useState(false);
  const next = moments.filter((m) => m.ms > data.nowMs).sort((a, b) => a.ms - b.ms)[0];
  return (
    <>
      <button
        className="flex min-h-12 w-full items-center gap-3 border-y border-rule px-3 text-left text-14 md:hidden"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        <span className="h-6 w-1 bg-[var(--kraft)]" aria-hidden="true" />
        {next ? (
          <span className="min-w-0 flex-1 truncate">
            next{' '}
            <span className="num">
              {weekday(next.ms, zone)} {clock(next.ms, zone)}
            </span>{' '}
            {next.label.replace(/ \d\d:\d\d$/, '')}
          </span>
        ) : (
          <span className="flex-1">The journey</span>
        )}
        <span className="font-semibold text-tide">{open ? 'Show less' : 'All hours'}</span>
      </button>
      <ol
        className={`border-b border-rule px-3 py-2 text-13 md:sr-only ${open ? '' : 'max-md:hidden'}`}
        aria-label="Timeline of this shipment"
      >
        {[...moments, { ms: data.nowMs, label: 'Now', strong: true }]
          .sort((a, b) => a.ms - b.ms)
          .map((m) => (
            <li key={m.label} className="flex gap-3 border-l-4 border-[var(--kraft)] py-0.5 pl-3">
              <span className="num w-[104px] shrink-0">
                {weekday(m.ms, zone)} {clock(m.ms, zone)}
              </span>
              <span className={m.label === 'Now' ? 'font-bold' : ''}>{m.label.replace(/ \d\d:\d\d$/, '')}</span>
            </li>
          ))}
        {data.rows[0] && data.rows[0].slackH !== null && (
          <li className="flex gap-3 border-l-4 border-[var(--kraft)] py-0.5 pl-3">
            <span className="w-[104px] shrink-0">First to fail</span>
            <b>
              {factorWords[data.rows[0].factor]}, margin {slackWords(data.rows[0].slackH)}
            </b>
          </li>
        )}
      </ol>
    </>
  );
}
