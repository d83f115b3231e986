'use client';

import { useState } from 'react';
import type { Job } from '@/core/consignment/job';
import type { Outcome } from '@/core/consignment/schema';
import type { DayOption, Verdict } from '@/core/journey/choose-day';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayMonth, slackWords } from '@/ui/format';
import { useEvaluation } from '@/ui/use-evaluation';
import { useSave } from '@/ui/use-save';

const RUNS = 200;
const DAYS = 10;
const marks: Record<Verdict, 'fine' | 'watch' | 'stop'> = { go: 'fine', care: 'watch', hold: 'stop' };
const words: Record<Verdict, string> = { go: 'go', care: 'with care', hold: 'hold' };
const ground: Record<Verdict, string> = { go: 'bg-fine-pale', care: 'bg-watch-pale', hold: 'bg-stop-pale' };

/** The next ten days by every live service as one picture: weather, chance, hours in the bag, price, and the verdict with its reason. */
export function DayPicker({
  code,
  version,
  job,
  zone,
  there,
  nowMs,
  fasted,
  moveDay,
}: {
  code: string;
  version: number;
  job: Omit<Job, 'options'>;
  zone: string;
  there: { name: string; zone: string };
  nowMs: number;
  /** Tanks that fast already. */
  fasted: readonly string[];
  moveDay: (input: unknown) => Promise<Outcome<string[]>>;
}) {
  const [asked, setAsked] = useState(false);
  const [chosen, setChosen] = useState<DayOption | null>(null);
  const [said, setSaid] = useState<string[]>([]);
  const { save, busy, problems } = useSave();
  const run = useEvaluation(
    asked ? `days ${code}:${version}` : 'idle',
    asked
      ? [
          {
            ...job,
            options: {
              stepH: 0.5,
              worstCase: false,
              choosers: { packs: null, bags: false, days: { fromMs: nowMs, days: DAYS, draws: RUNS, fasted } },
            },
          },
        ]
      : [],
  );
  const cells = run.results[0]?.days ?? null;
  const progress = run.progress[0];
  const days = cells ? [...new Set(cells.map((c) => c.date))].sort() : [];
  const services = cells ? [...new Map(cells.map((c) => [c.serviceId, c.serviceName])).entries()] : [];
  const best = cells?.find((c) => c.handOverAt !== null && c.verdict !== 'hold') ?? null;
  const open = chosen ?? best;
  const at = (date: string): number => Date.parse(`${date}T12:00:00Z`);
  return (
    <section className="mb-8" aria-label="Which day">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto">Which day, by which service</h2>
        {!asked && (
          <button className="btn go" onClick={() => setAsked(true)}>
            Compare the next ten days
          </button>
        )}
        {asked && !cells && !run.problem && (
          <>
            <span className="note" role="status">
              {progress ? `${progress.done} of ${progress.of} looked at` : 'Starting …'}
            </span>
            <progress
              className="w-40 accent-[var(--tide)]"
              value={progress?.done ?? 0}
              max={progress?.of ?? 1}
              aria-label="Days compared"
            />
            <button className="btn" onClick={() => setAsked(false)}>
              Stop
            </button>
          </>
        )}
      </div>
      {run.problem && <p className="problem">{run.problem}</p>}
      {said.length > 0 && (
        <div className="mb-3 border border-rule-strong bg-paper p-3" role="status">
          <b>Moved.</b>
          <ul className="note">
            {said.map((x) => (
              <li key={x}>{x}</li>
            ))}
          </ul>
        </div>
      )}
      {cells && (
        <>
          <div className="overflow-x-auto">
            <table className="tbl table-fixed min-w-[1120px]">
              <colgroup>
                <col className="w-[150px]" />
              </colgroup>
              <thead>
                <tr>
                  <th />
                  {days.map((d) => (
                    <th key={d} className={[0, 6].includes(new Date(at(d)).getUTCDay()) ? 'bg-sunk' : ''}>
                      <b className="text-ink">{dayMonth(at(d), 'UTC')}</b>
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {services.map(([id, name]) => (
                  <tr key={id} className="align-top">
                    <th scope="row" className="!whitespace-normal !align-top text-[13px]">
                      <b className="text-ink">{name}</b>
                    </th>
                    {days.map((d) => {
                      const c = cells.find((x) => x.date === d && x.serviceId === id);
                      if (!c) return <td key={d} />;
                      const on = open === c;
                      return (
                        <td key={d} className="!p-0.5">
                          <button
                            type="button"
                            aria-pressed={on}
                            aria-label={`${name}, ${dayMonth(at(d), 'UTC')}: ${words[c.verdict]}. ${c.reason}`}
                            onClick={() => setChosen(c)}
                            className={`block min-h-[92px] w-full rounded-[3px] border-2 p-1.5 text-left text-[12px] leading-tight ${on ? 'border-ink' : 'border-transparent'} ${c.handOverAt ? ground[c.verdict] : 'bg-sunk text-ink-3'}`}
                          >
                            {c.handOverAt ? (
                              <>
                                <span className="flex items-center gap-1">
                                  <StateMark mark={marks[c.verdict]} size={15} />
                                  <b className="num text-[16px]">{Math.round(100 * (c.chance ?? 0))}</b>
                                  <span className="text-ink-2">%</span>
                                </span>
                                <span className="num mt-1 block">
                                  {c.outsideC!.min.toFixed(0).replace('-', '−')} to{' '}
                                  {c.outsideC!.max.toFixed(0).replace('-', '−')}
                                  <span className="u">°C</span>
                                </span>
                                <span className="num block">
                                  {Math.round(c.hoursInBag!)}
                                  <span className="u">h in the bag</span>
                                </span>
                                {c.cost !== null && c.cost > 0 && (
                                  <span className="num block">€ {c.cost.toFixed(0)}</span>
                                )}
                              </>
                            ) : (
                              <span>{c.reason.replace(`${name} `, '')}</span>
                            )}
                          </button>
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {open && (
            <div
              className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2 border-t-2 border-ink pt-3"
              data-testid="day-chosen"
            >
              <StateMark mark={marks[open.verdict]} size={22} />
              <div className="min-w-0 flex-1">
                <p className="text-[18px] font-semibold">
                  {words[open.verdict] === 'hold' ? 'Hold' : words[open.verdict] === 'go' ? 'Go' : 'Go with care'}:{' '}
                  {open.serviceName}, {dayMonth(at(open.date), 'UTC')}
                </p>
                <p>{open.reason}</p>
                {open.handOverAt && (
                  <p className="note">
                    Hand-over {clock(Date.parse(open.handOverAt), zone)}, delivery{' '}
                    {dayMonth(Date.parse(open.windowAt!.startAt), there.zone)}{' '}
                    {clock(Date.parse(open.windowAt!.startAt), there.zone)} to{' '}
                    {clock(Date.parse(open.windowAt!.endAt), there.zone)} in {there.name}; worst tenth{' '}
                    {slackWords(open.worstSlackH)} of slack, {open.weightKg!.toFixed(1)} kg.
                  </p>
                )}
              </div>
              {open.handOverAt && (
                <button
                  className="btn go !min-h-11"
                  disabled={busy}
                  onClick={() =>
                    save(
                      () =>
                        moveDay({
                          code,
                          version,
                          serviceId: open.serviceId,
                          handOverAt: open.handOverAt,
                          windowAt: open.windowAt,
                          openingAt: open.openingAt,
                          packs: open.packs,
                        }),
                      (moved) => {
                        setSaid(moved.length > 0 ? moved : ['It stands there already.']);
                        setChosen(null);
                        setAsked(false);
                      },
                    )
                  }
                >
                  Ship on this day
                </button>
              )}
            </div>
          )}
          {problems[0] && <p className="problem">{problems[0].message}</p>}
          <p className="note mt-2">
            {RUNS} runs of each, with the boxes as they are and packs chosen for each day; simulated forecast made now,
            which says less the further ahead it looks.
          </p>
        </>
      )}
    </section>
  );
}
