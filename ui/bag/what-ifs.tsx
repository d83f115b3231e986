'use client';

import { useState } from 'react';
import { whatIfs, type Otherwise } from '@/core/evaluate/what-if';
import { factorColour, factorWords, slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { useEvaluation } from '@/ui/use-evaluation';
import type { BagStationProps } from '@/server/bag/view';

/** The same bag, one thing otherwise at a time: its slack at once, its curves over those of the plan when looked at. */
export function WhatIfs({
  p,
  bagId,
  shown,
  show,
}: {
  p: BagStationProps;
  bagId: string;
  shown: Otherwise | null;
  show: (x: Otherwise | null) => void;
}) {
  const [asked, setAsked] = useState(false);
  const { results, problem, finished } = useEvaluation(
    `what if ${p.code} ${p.version} ${bagId} ${asked}`,
    asked
      ? [
          {
            ...p.job,
            options: { draws: 0, stepH: 0.5, choosers: { packs: null, bags: false, whatIf: bagId, days: null } },
          },
        ]
      : [],
  );
  const rows = results[0]?.whatIf ?? [];
  const planned = rows.find((x) => x.what === 'planned');
  return (
    <section className="mt-3" aria-label="What if">
      <div className="flex items-center gap-3">
        <h3>What if …</h3>
        {!asked && (
          <Button tone="flat" className="ml-auto" onClick={() => setAsked(true)}>
            Compute
          </Button>
        )}
      </div>
      {asked && !finished && (
        <p className="note" role="status">
          Computing …
        </p>
      )}
      {problem && <p className="problem">{problem}</p>}
      {rows.length > 0 && (
        <ul className="border-t border-rule">
          {rows.map((x) => {
            const lost = planned && x.slackH !== null && planned.slackH !== null ? x.slackH - planned.slackH : null;
            return (
              <li key={x.what} className="border-b border-rule">
                <button
                  className="flex min-h-9 w-full items-center gap-2 text-left text-13"
                  aria-pressed={shown?.what === x.what}
                  disabled={x.what === 'planned'}
                  onClick={() => show(shown?.what === x.what ? null : x)}
                >
                  <span className={`min-w-0 flex-1 ${shown?.what === x.what ? 'font-semibold' : ''}`}>
                    {x.what === 'planned' ? 'as planned, without random variation' : whatIfs[x.what]}
                  </span>
                  {x.factor && <span style={{ color: factorColour[x.factor] }}>{factorWords[x.factor]}</span>}
                  <b className="num w-[92px] text-right">{slackWords(x.slackH)}</b>
                  <span className="num w-[76px] text-right text-ink-2">
                    {lost !== null && Math.abs(lost) >= 1 / 12
                      ? `${lost > 0 ? '+' : '−'}${slackWords(Math.abs(lost))}`
                      : ''}
                  </span>
                </button>
              </li>
            );
          })}
        </ul>
      )}
      {shown && <p className="note mt-1">Drawn over the plan in black dashes.</p>}
    </section>
  );
}
