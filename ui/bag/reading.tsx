'use client';

import type { BagDetail, FactorHours } from '@/core/evaluate/reading';
import { factors, type Factor } from '@/core/bag/slack';
import { ChevronDown } from 'lucide-react';
import { capital } from '@/core/quantities/words';
import { factorColour, factorWords } from '@/ui/format';
import { useEvaluation } from '@/ui/use-evaluation';
import type { BagStationProps } from '@/server/bag/view';

const hours = (h: number | null, beyondH: number): string => (h === null ? `>${Math.floor(beyondH)}` : h.toFixed(0));

/** From a tenth to nine tenths of the draws, with the middle one, on a scale of the hours that were looked at. */
function Spread({
  x,
  beyondH,
  deadlineH,
  colour,
}: {
  x: FactorHours;
  beyondH: number;
  deadlineH: number;
  colour: string;
}) {
  const at = (h: number | null): number => 100 * Math.min(1, (h ?? beyondH) / beyondH);
  return (
    <svg viewBox="0 0 100 14" preserveAspectRatio="none" className="h-[14px] w-full" aria-hidden="true">
      <path d="M0 7H100" stroke="var(--rule-strong)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
      <path
        d={`M${at(x.tenth)} 7H${at(x.ninetieth)}`}
        stroke={colour}
        strokeWidth="5"
        vectorEffect="non-scaling-stroke"
      />
      <path d={`M${at(x.median)} 1V13`} stroke="var(--ink)" strokeWidth="2" vectorEffect="non-scaling-stroke" />
      <path
        d={`M${at(deadlineH)} 0V14`}
        stroke="var(--ink)"
        strokeWidth="1"
        strokeDasharray="2 2"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

function Limit({ factor, r, deadlineH }: { factor: Factor; r: BagDetail; deadlineH: number }) {
  const x = r.hours[factor];
  return (
    <details className="border-b border-rule">
      <summary className="readline min-h-11 cursor-pointer text-13">
        <b style={{ color: factorColour[factor] }}>{capital(factorWords[factor])}</b>
        <Spread x={x} beyondH={r.beyondH} deadlineH={deadlineH} colour={factorColour[factor]} />
        <span className="num text-right text-ink-2">{hours(x.tenth, r.beyondH)}</span>
        <b className="num text-right text-16">{hours(x.median, r.beyondH)}</b>
        <span className="num text-right text-ink-2">{hours(x.ninetieth, r.beyondH)}</span>
        <ChevronDown size={16} className="turns" aria-hidden="true" />
      </summary>
      <dl className="grid grid-cols-[1fr_auto] gap-x-4 pb-2 text-13">
        {r.ledger[factor].map((row) => (
          <div key={row.name} className="col-span-2 grid grid-cols-subgrid border-t border-rule py-1">
            <dt>
              {row.name}
              <span className="mute block text-12">{row.from}</span>
            </dt>
            <dd className="num text-right font-semibold">{row.value}</dd>
          </div>
        ))}
      </dl>
    </details>
  );
}

/** Safe hours by limit, each by itself with its spread, each opening to what it is made of and who says so. */
export function Reading({ p, bagId }: { p: BagStationProps; bagId: string }) {
  const { results, problem } = useEvaluation(`reading ${p.code} ${p.version} ${bagId}`, [
    { ...p.job, options: { draws: 0, stepH: 0.5, choosers: { packs: null, bags: false, reading: bagId, days: null } } },
  ]);
  const r = results[0]?.reading ?? null;
  return (
    <section className="mt-4" aria-label="Safe hours by limit">
      <div className="flex items-baseline gap-3">
        <h3>Safe hours, limit by limit</h3>
        <span className="mute ml-auto text-12">fail within so many hours, of {r?.draws ?? 200} runs</span>
      </div>
      {problem && <p className="problem">{problem}</p>}
      {!r && !problem && (
        <p className="note h-[176px]" role="status">
          Computing …
        </p>
      )}
      {r && (
        <div>
          <p className="readline border-b border-rule text-12 text-ink-3">
            <span>hours from sealing</span>
            <span />
            <span className="text-right">a tenth</span>
            <span className="text-right">half</span>
            <span className="text-right">9 tenths</span>
            <span />
          </p>
          {[...factors]
            .sort(
              (x, y) =>
                (r.hours[x].median ?? Infinity) - (r.hours[y].median ?? Infinity) ||
                (r.hours[x].tenth ?? Infinity) - (r.hours[y].tenth ?? Infinity),
            )
            .map((f) => (
              <Limit key={f} factor={f} r={r} deadlineH={p.deadlineH} />
            ))}
        </div>
      )}
    </section>
  );
}
