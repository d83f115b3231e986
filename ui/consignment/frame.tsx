'use client';

import { MoreHorizontal } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useSelectedLayoutSegment } from 'next/navigation';
import type { FrameView } from '@/server/consignment/station';
import { StateMark } from '@/ui/drawings/state-mark';
import { gravest } from '@/core/concerns/concern';
import { Button } from '@/ui/kit/button';
import { Concerns } from '@/ui/kit/concerns';
import { press } from '@/ui/queue/store';
import { useLookAgain } from '@/ui/use-look-again';
import { Ribbon } from '@/ui/ribbon/ribbon';
import { Chance } from './chance';
import { Heading } from './heading';
import { Stations } from './stations';

/** The menu loads once the page stands; until then its button looks the same. */
const ConsignmentMenu = dynamic(() => import('./menu').then((m) => m.ConsignmentMenu), {
  ssr: false,
  loading: () => (
    <span className="btn" aria-hidden="true">
      <MoreHorizontal size={18} />
    </span>
  ),
});

/** Stations that show the whole ribbon; the others have their own long pictures. */
const FULL: readonly string[] = ['order', 'fast', 'bag', 'send'];

/** Heading, ribbon and stations over the one that is open. */
export function ShipmentFrame({ view: v, children }: { view: FrameView; children: React.ReactNode }) {
  const open = useSelectedLayoutSegment() ?? '';
  useLookAgain(v.oddsFollow, v);
  // Fast says it with its way out.
  const concerns = v.concerns.filter((c) => !(open === 'fast' && c.finding.code === 'held'));
  const worst = gravest(v.concerns);
  return (
    <>
      <Heading
        code={v.code}
        line1={
          <>
            {v.what} <b>{v.who}</b>
          </>
        }
        line2={v.when}
        overall={v.overall}
        worst={worst}
        oddsFollow={v.oddsFollow}
        problem={v.problem}
        chance={<Chance {...v.chance} />}
        actions={
          <ConsignmentMenu
            code={v.code}
            version={v.version}
            archived={v.archived}
            cancelled={v.cancelled !== null}
            left={v.left}
          />
        }
      />
      <Concerns list={concerns} zone={v.ribbon.zone} here={`/consignments/${v.code}/${open}`} />
      {v.cancelled && (
        <p
          className="mx-3 mb-2 flex flex-wrap items-center gap-x-2 gap-y-3 border border-rule-strong bg-surface px-3 py-2 md:mx-6"
          role="status"
        >
          <StateMark mark="stop" size={16} />
          <span className="min-w-0 flex-1 basis-60">
            <b>Cancelled</b> {v.cancelled.day}
            {v.cancelled.reason && `: ${v.cancelled.reason}`}. Fish and unused supplies are released.
          </span>
          {v.concerns.some((c) => c.finding.code === 'fish-in-bags') && (
            <Button
              tone="go"
              className="ml-auto max-md:min-h-16"
              onClick={() =>
                press({ deed: 'tick', code: v.code, key: 'moment:fish-back', done: true }, 'Fish are back')
              }
            >
              Fish are back in their tanks
            </Button>
          )}
        </p>
      )}
      <Ribbon {...v.ribbon} full={FULL.includes(open)} />
      <Stations code={v.code} list={v.stations} open={open} />
      <section className="work">{children}</section>
    </>
  );
}
