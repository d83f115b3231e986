'use client';

import { useMoney } from '@/ui/shell/preferences';
import { Table } from '@/ui/kit/table';
import { Button } from '@/ui/kit/button';
import { hold, moveDay, release } from '@/server/day/actions';
import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import type { FastStationView } from '@/server/day/view';
import { wholePercent } from '@/core/quantities/words';
import type { DayOption, DayVerdict } from '@/core/choose/days';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, dayMonth, slackWords } from '@/ui/format';
import { useEvaluation } from '@/ui/use-evaluation';
import { useSave } from '@/ui/use-save';
import { WeatherChart } from './weather';

const RUNS = 200;
const marks: Record<DayVerdict, 'fine' | 'watch' | 'stop'> = { go: 'fine', care: 'watch', hold: 'stop' };
const words: Record<DayVerdict, string> = { go: 'go', care: 'with care', hold: 'hold' };
const ground: Record<DayVerdict, string> = { go: 'bg-fine-pale', care: 'bg-watch-pale', hold: 'bg-stop-pale' };

export type DayPickerProps = NonNullable<FastStationView['days']> & { code: string; version: number };

const noon = (date: string): number => Date.parse(`${date}T12:00:00Z`);
const degrees = (c: number): string => String(Math.round(c) || 0).replace('-', '−');

/** One day of one service: what it offers, or why it does not. */
function Cell({ c, day, on, choose }: { c: DayOption; day: string; on: boolean; choose: () => void }) {
  const goes = c.handOverAt !== null;
  const money = useMoney();
  const known = c.chance !== null;
  const verdict = !goes || known ? words[c.verdict] : 'not computed yet';
  return (
    <button
      type="button"
      aria-pressed={on}
      aria-label={`${c.serviceName}, ${day}: ${verdict}. ${c.reason}`}
      onClick={choose}
      className={`block min-h-[92px] w-full rounded-[3px] border-2 p-1.5 text-left text-12 leading-tight ${on ? 'border-ink' : 'border-transparent'} ${!goes ? 'bg-sunk text-ink-2' : known ? ground[c.verdict] : 'bg-paper'}`}
    >
      {goes ? (
        <>
          {known && (
            <span className="flex items-center gap-1">
              <StateMark mark={marks[c.verdict]} size={15} />
              <b className="num text-16">{wholePercent(c.chance!)}</b>
              <span className="text-ink-2">%</span>
            </span>
          )}
          <span
            className={`num mt-1 block ${c.coveredH !== null ? 'underline decoration-dotted underline-offset-2' : ''}`}
          >
            {degrees(c.outsideC!.min)} to {degrees(c.outsideC!.max)}
            {'\u00a0'}
            <span className="u">°C</span>
          </span>
          <span className="num block">
            {Math.round(c.hoursInBag!)}
            {'\u00a0'}
            <span className="u">h in the bag</span>
          </span>
          {c.cost !== null && c.cost > 0 && <span className="num block">{money(c.cost, 0)}</span>}
        </>
      ) : (
        <span>{c.reason.replace(`${c.serviceName} `, '')}</span>
      )}
    </button>
  );
}

/** Every day by every service, a cell each. */
function Grid({
  p,
  cells,
  open,
  choose,
}: {
  p: DayPickerProps;
  cells: readonly DayOption[];
  open: DayOption | null;
  choose: (c: DayOption) => void;
}) {
  const days = [...new Set(cells.map((c) => c.date))].sort();
  const services = [...new Map(p.outline.map((c) => [c.serviceId, c.serviceName])).entries()];
  return (
    <Table
      className="table-fixed min-w-[1120px]"
      cols={
        <>
          <col className="w-[112px] md:w-[150px]" />
        </>
      }
      head={
        <>
          <th />
          {days.map((d) => (
            <th key={d} className={[0, 6].includes(new Date(noon(d)).getUTCDay()) ? 'bg-sunk' : ''}>
              <b className="text-ink">{dayMonth(noon(d), 'UTC')}</b>
            </th>
          ))}
        </>
      }
    >
      {p.job.consignment.forecast && (
        <WeatherChart
          forecast={p.job.consignment.forecast}
          from={p.job.consignment.sender.place.name}
          to={p.there.name}
          days={days}
          zone={p.zone}
        />
      )}
      {services.map(([id, name]) => (
        <tr key={id} className="align-top">
          <th scope="row" className="sticky left-0 z-10 bg-surface !whitespace-normal !align-top text-13">
            <b className="text-ink">{name}</b>
          </th>
          {days.map((d) => {
            const c = cells.find((x) => x.date === d && x.serviceId === id);
            return (
              <td key={d} className="!p-0.5">
                {c && <Cell c={c} day={dayMonth(noon(d), 'UTC')} on={open === c} choose={() => choose(c)} />}
              </td>
            );
          })}
        </tr>
      ))}
    </Table>
  );
}

/** The cell that is looked at, in words, with the way to take it. */
function Chosen({
  c,
  zone,
  there,
  busy,
  ship,
}: {
  c: DayOption;
  zone: string;
  there: DayPickerProps['there'];
  busy: boolean;
  ship: () => void;
}) {
  return (
    <div
      className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2 border-t-2 border-ink pt-3"
      data-testid="day-chosen"
    >
      {(c.chance !== null || !c.handOverAt) && <StateMark mark={marks[c.verdict]} size={22} />}
      <div className="min-w-0 flex-1 basis-[270px]">
        <p className="text-18 font-semibold">
          {c.chance === null && c.handOverAt
            ? 'Not computed yet'
            : c.verdict === 'hold'
              ? 'Hold'
              : c.verdict === 'go'
                ? 'Go'
                : 'Go with care'}
          : {c.serviceName}, {dayMonth(noon(c.date), 'UTC')}
        </p>
        <p>{c.reason}</p>
        {c.handOverAt && (
          <p className="note">
            Drop-off {clock(Date.parse(c.handOverAt), zone)}, delivery{' '}
            {dayMonth(Date.parse(c.windowAt!.startAt), there.zone)} {clock(Date.parse(c.windowAt!.startAt), there.zone)}{' '}
            to {clock(Date.parse(c.windowAt!.endAt), there.zone)} in {there.name};{' '}
            {c.chance !== null && `${slackWords(c.worstSlackH)} to spare in a bad case (1 in 10), `}
            {c.weightKg!.toFixed(1)} kg.
          </p>
        )}
      </div>
      {c.handOverAt && c.chance !== null && (
        <Button tone="go" className="!min-h-11" disabled={busy} onClick={ship}>
          Use this day
        </Button>
      )}
    </div>
  );
}

/** The next ten days by every live service as one picture: weather, chance, hours in the bag, price, and the verdict with its reason. */
export function DayPicker(p: DayPickerProps) {
  const { code, version, zone, there } = p;
  const [asked, setAsked] = useState(false);
  const [chosen, setChosen] = useState<{ date: string; serviceId: string } | null>(null);
  const [said, setSaid] = useState<string[]>([]);
  const { save, busy, problems } = useSave();
  const run = useEvaluation(asked ? `days ${code}:${version}` : 'idle', asked ? [p.job] : []);
  const computed = run.results[0]?.days ?? null;
  const cells = computed ?? p.outline;
  const progress = run.progress[0];
  const best = computed?.find((c) => c.handOverAt !== null && c.verdict !== 'hold') ?? null;
  const open = cells.find((c) => c.date === chosen?.date && c.serviceId === chosen.serviceId) ?? best;
  const top = computed?.find((c) => c.handOverAt !== null) ?? null;
  const holdBack = (): void =>
    void save(
      (press) =>
        hold(press, {
          code,
          version,
          reason: top && top.verdict === 'hold' ? 'none of the ten days is good enough' : '',
          best: top ? { verdict: top.verdict, chance: top.chance } : null,
        }),
      () => setSaid([]),
    );
  const ship = (c: DayOption): void =>
    void save(
      (press) =>
        moveDay(press, {
          code,
          version,
          serviceId: c.serviceId,
          handOverAt: c.handOverAt!,
          windowAt: c.windowAt!,
          openingAt: c.openingAt!,
          packs: c.packs,
        }),
      (moved) => {
        setSaid(moved.length > 0 ? moved : ['This is the current day.']);
        setChosen(null);
        setAsked(false);
      },
    );
  return (
    <section className="mb-8" aria-label="Which day">
      {p.held && (
        <div className="mb-4 flex flex-wrap items-center gap-3 border-2 border-ink bg-paper px-3 py-2" role="status">
          <StateMark mark="watch" size={18} />
          <p className="min-w-0 flex-1">
            <b>Waiting since {p.held.since}</b>
            {p.held.reason && `: ${p.held.reason}`}. Nothing is due. When a better day appears, it shows on the Bench.
          </p>
          <Button disabled={busy} onClick={() => save((press) => release(press, code))}>
            Stop holding
          </Button>
        </div>
      )}
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="mr-auto">Which day, by which service</h2>
        {(!asked || (computed && !run.problem)) && (
          <>
            {!p.held && (
              <Button disabled={busy} onClick={holdBack}>
                Wait for a better day
              </Button>
            )}
            {!asked && (
              <Button tone="go" onClick={() => setAsked(true)}>
                Compare the next ten days
              </Button>
            )}
          </>
        )}
        {asked && !computed && !run.problem && (
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
            <Button onClick={() => setAsked(false)}>Stop</Button>
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
      <Grid p={p} cells={cells} open={open} choose={(c) => setChosen({ date: c.date, serviceId: c.serviceId })} />
      {open && <Chosen c={open} zone={zone} there={there} busy={busy} ship={() => ship(open)} />}
      {problems[0] && <p className="problem">{problems[0].message}</p>}
      <Basis p={p} computed={computed !== null} repeats={cells.some((c) => c.coveredH !== null)} />
    </section>
  );
}

/** What the figures rest on, and how far it reaches. */
function Basis({ p, computed, repeats }: { p: DayPickerProps; computed: boolean; repeats: boolean }) {
  return (
    <p className="note mt-2">
      {computed && `${RUNS} simulated trips each, same boxes, packs chosen for each day. `}
      Weather: {p.weather.source},{' '}
      <span className={p.weather.old ? 'font-semibold text-watch' : ''}>
        {p.weather.words}
        {p.weather.old ? ': old' : ''}
      </span>
      ;{' '}
      <Link className="font-semibold text-tide" href={`/consignments/${p.code}/heat#forecast`}>
        bring your own
      </Link>
      . Less certain further ahead
      {repeats ? '. Beyond its end the last day is repeated: broken lines, dotted figures' : ''}.
    </p>
  );
}
