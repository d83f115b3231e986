'use client';

import Link from 'next/link';
import { useEffect, useState } from 'react';
import type { Outcome } from '@/core/consignment/schema';
import { KraftDefs, tornEdge } from '@/ui/drawings/kraft';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, factorColour, factorWords, longDay, slackWords, weekday } from '@/ui/format';
import { useSave } from '@/ui/use-save';
import { RunningLow, type LowSupply } from './low';
import type { Factor } from '@/core/bag/slack';

export interface Task {
  key: string;
  atMs: number;
  state: 'late' | 'running' | 'due' | 'leave';
  title: string;
  detail: string;
  minutes: number;
  href: string;
  endsAtMs: number | null;
  totalMs: number | null;
  done: { kind: 'moment'; code: string; key: string } | { kind: 'duty'; quarantineId: string; key: string } | null;
}
export interface Travelling {
  code: string;
  who: string;
  words: string;
  mark: 'fine' | 'watch' | 'stop';
  result: {
    sealMs: number;
    handOverMs: number;
    arriveMs: number;
    deadlineMs: number;
    legs: { label: string; startMs: number; endMs: number }[];
    slackH: number | null;
    worstSlackH: number | null;
    chance: number | null;
    draws: number;
    factor: Factor | null;
  };
}
export interface Tank {
  id: string;
  tank: string;
  animals: string;
  day: number;
  code: string;
  duties: { key: string; day: number; dueMs: number; kind: string; title: string; doneAt: string | null }[];
}
export interface BenchProps {
  nowMs: number;
  fixed: boolean;
  zone: string;
  tasks: Task[];
  onTheWay: Travelling[];
  quarantines: Tank[];
  doneToday: number;
  low: LowSupply[];
  tick: (code: string, key: string, done: boolean) => Promise<Outcome<string | null>>;
  setDuty: (id: string, key: string, done: boolean) => Promise<Outcome<null>>;
}

const HOUR = 3600_000;
const RAIL_TOP = 4;
const PER_HOUR = 87;
const two = (n: number): string => String(n).padStart(2, '0');

/** The time now, kept in step with the server's clock. */
export function useNow(serverMs: number, fixed: boolean): number {
  const [now, setNow] = useState(serverMs);
  useEffect(() => {
    if (fixed) return;
    const skew = serverMs - Date.now();
    const t = setInterval(() => setNow(Date.now() + skew), 500);
    return () => clearInterval(t);
  }, [serverMs, fixed]);
  return fixed ? serverMs : now;
}

export const countdown = (ms: number): string => {
  const s = Math.max(0, Math.ceil(ms / 1000));
  return s >= 3600
    ? `${Math.floor(s / 3600)}:${two(Math.floor(s / 60) % 60)}:${two(s % 60)}`
    : `${two(Math.floor(s / 60))}:${two(s % 60)}`;
};

function Tag({
  t,
  now,
  zone,
  onDone,
  busy,
  first,
}: {
  t: Task;
  now: number;
  zone: string;
  onDone: () => void;
  busy: boolean;
  first: boolean;
}) {
  const late = t.state === 'late';
  const minutesLate = Math.round((now - t.atMs) / 60000);
  if (t.state === 'leave')
    return (
      <Link href={t.href} className="tag !border-ink !bg-ink !py-3 text-[var(--on-ink)]">
        <span className="flex-1">
          <span className="num text-[22px] font-semibold">{clock(t.atMs, zone)}</span>{' '}
          <b className="ml-1 font-head text-[19px]">{t.title}</b>
          <br />
          <span className="text-[13px] opacity-80">{t.detail}</span>
        </span>
        <span className="num text-[13px]">
          in {Math.floor((t.atMs - now) / HOUR)} h {two(Math.max(0, Math.floor(((t.atMs - now) % HOUR) / 60000)))}
        </span>
      </Link>
    );
  return (
    <div
      className={`tag ${late ? '!border-[var(--hands-mark)] !bg-hands-pale' : t.state === 'running' ? '!border-[var(--water-line)] !bg-[var(--water-pale)]' : ''}`}
      data-state={t.state}
    >
      <span className="absolute left-2.5 top-4 size-2.5 rounded-full border-[1.5px] border-rule-strong bg-surface" />
      <Link href={t.href} className="min-w-0 flex-1">
        <span className="num text-[16px] font-semibold">{clock(t.atMs, zone)}</span>{' '}
        <b className="ml-1 font-head text-[15.5px]">{t.title}</b>
        {late && (
          <span className="ml-2 inline-flex items-center gap-1 text-[13px] font-semibold text-stop">
            <StateMark mark="stop" size={14} />{' '}
            {minutesLate < 120 ? `${minutesLate} min` : `${Math.round(minutesLate / 60)} h`} late
          </span>
        )}
        {t.state === 'running' && <span className="ml-2 text-[13px] text-tide">running</span>}
        <br />
        <span className="note line-clamp-2">{t.detail}</span>
        {t.endsAtMs && t.totalMs && (
          <span className="mt-1.5 block h-[3px] bg-[var(--water-2)]">
            <span
              className="block h-full bg-tide"
              style={{ width: `${Math.min(100, (1 - (t.endsAtMs - now) / t.totalMs) * 100)}%` }}
            />
          </span>
        )}
      </Link>
      {t.endsAtMs ? (
        <span
          className="num text-[42px] font-medium leading-none tracking-tighter text-[var(--tide-dark)]"
          data-testid="bench-timer"
        >
          {countdown(t.endsAtMs - now)}
        </span>
      ) : t.state === 'running' ? (
        <Link className="btn go" href={t.href}>
          Go on
        </Link>
      ) : late ? (
        <button className={`btn ${first ? 'hands' : ''}`} disabled={busy} onClick={onDone}>
          Done
        </button>
      ) : (
        <button className="btn flat" disabled={busy} onClick={onDone} aria-label={`Done: ${t.title}`}>
          <span className="num text-ink">{t.minutes}</span>
          <span className="u">min</span>
        </button>
      )}
    </div>
  );
}

/** The day as a rail of tape with tags hanging from it, late and running first. */
function DayRail({ p, now }: { p: BenchProps; now: number }) {
  const { save, busy, problems } = useSave();
  const [last, setLast] = useState<Task | null>(null);
  const flip = (t: Task, done: boolean): void =>
    void save(
      () =>
        t.done!.kind === 'moment'
          ? p.tick(t.done!.code, `moment:${t.done!.key}`, done)
          : p.setDuty(t.done!.quarantineId, t.done!.key, done),
      () => setLast(done ? t : null),
    );
  const [all, setAll] = useState(false);
  const shown = all ? p.tasks : p.tasks.slice(0, 9);
  const first = Math.floor(now / HOUR) * HOUR - HOUR * 0.7;
  const heights = shown.map((t) =>
    t.state === 'leave' ? 74 : t.state === 'running' ? 88 : t.state === 'late' ? 80 : 66,
  );
  const tops = heights.map((_, i) => heights.slice(0, i).reduce((s, h) => s + h + 8, 0));
  const height = Math.max(430, (tops[tops.length - 1] ?? 0) + (heights[heights.length - 1] ?? 0) + 10);
  const y = (ms: number): number => Math.min(height - 12, Math.max(8, RAIL_TOP + ((ms - first) / HOUR) * PER_HOUR));
  const late = p.tasks.filter((t) => t.state === 'late').length;
  const running = p.tasks.filter((t) => t.state === 'running').length;
  const leave = p.tasks.find((t) => t.state === 'leave');
  const word = (n: number, what: string): string => (n === 0 ? '' : n === 1 ? `One ${what} is` : `${n} ${what}s are`);
  return (
    <section className="min-w-0 px-3 pb-8 pt-4 md:px-6">
      <div className="flex items-baseline gap-4">
        <h1 className="text-[34px] font-extrabold" style={{ fontStretch: '80%' }}>
          {longDay(now, p.zone)}
        </h1>
        <Link className="ml-auto text-[13px] font-semibold text-tide underline" href="/week">
          The week
        </Link>
        <span className="text-[13px] font-semibold text-tide">{p.doneToday} done since this morning</span>
      </div>
      <p className="mb-4 text-[15px] text-ink-2">
        {[
          word(late, 'job') && `${word(late, 'job')} late.`,
          word(running, 'timer') && `${word(running, 'timer')} running.`,
          leave && `Leave by ${clock(leave.atMs, p.zone)}.`,
        ]
          .filter(Boolean)
          .join(' ') || 'Nothing needs hands just now.'}
      </p>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
      {last && (
        <p className="note mb-2" role="status">
          Done: {last.title}.{' '}
          <button className="font-semibold text-tide" onClick={() => flip(last, false)}>
            Undo
          </button>
        </p>
      )}
      <div className="relative grid grid-cols-[28px_1fr] gap-3 md:grid-cols-[40px_1fr] md:gap-[46px]">
        <svg
          className="absolute left-0 top-0 h-full w-full"
          aria-hidden="true"
          style={{ overflow: 'visible', pointerEvents: 'none' }}
        >
          <KraftDefs />
          <svg x="0" y="0" width="38" height="100%">
            <rect x="0" y="0" width="38" height="100%" fill="url(#kraft-ahead)" />
            <rect x="0" y="0" width="38" height={y(now)} fill="url(#kraft-past)" />
            <path
              d={tornEdge(0, 0, 38, 'left').replace(/([ML])([\d.-]+) ([\d.-]+)/g, '$1$3 $2')}
              stroke="var(--paper)"
              strokeWidth="3"
              fill="none"
            />
            {Array.from({ length: 24 }, (_, i) => Math.ceil(first / HOUR) * HOUR + i * HOUR).map((ms) => {
              const at = RAIL_TOP + ((ms - first) / HOUR) * PER_HOUR;
              return (
                <g key={ms}>
                  <path d={`M28 ${at}h10M32 ${at + PER_HOUR / 2}h6`} stroke="var(--kraft-ink)" strokeOpacity=".6" />
                  <text x="4" y={at + 4} className="tape-t" style={{ fontFamily: 'var(--face-num)' }}>
                    {clock(ms, p.zone).slice(0, 2)}
                  </text>
                </g>
              );
            })}
          </svg>
          <g className="hidden md:block">
            {shown.map((t, i) => {
              const a = y(t.atMs);
              const b = tops[i]! + 20;
              return (
                <path
                  key={t.key}
                  d={`M38 ${a}C66 ${a} 60 ${b} 97 ${b}`}
                  fill="none"
                  stroke={
                    t.state === 'late'
                      ? 'var(--hands-mark)'
                      : t.state === 'running'
                        ? 'var(--water-line)'
                        : 'var(--kraft-ink)'
                  }
                  strokeOpacity=".8"
                />
              );
            })}
          </g>
          <path d={`M-24 ${y(now)}H44l-6 -4v8l6 -4`} stroke="var(--ink)" fill="var(--ink)" strokeWidth="1.6" />
        </svg>
        <span />
        <ol className="space-y-2">
          {shown.map((t, i) => (
            <li key={t.key} style={{ minHeight: heights[i] }} className="md:[&>*]:min-h-[inherit]">
              <div style={{ minHeight: heights[i] }} className="[&>.tag]:min-h-[inherit] [&]:min-h-[inherit]">
                <Tag t={t} first={i === 0} now={now} zone={p.zone} busy={busy} onDone={() => flip(t, true)} />
              </div>
            </li>
          ))}
          {shown.length === 0 && (
            <li className="note py-4">No job in the next hours. Plan the next consignment, or look after the tanks.</li>
          )}
        </ol>
      </div>
      {p.tasks.length > shown.length && (
        <button className="btn flat mt-2" onClick={() => setAll(true)}>
          Show {p.tasks.length - shown.length} more
        </button>
      )}
    </section>
  );
}

/** Runs that arrive within limits, as a number of runs; nothing once the bags are open. */
const runWords = (r: { chance: number | null; draws: number }): string =>
  r.chance !== null && r.draws > 0 ? `${Math.round(r.chance * r.draws)} of ${r.draws} runs` : '';

/** Words that the now-needle would cross begin right of it. */
const clearOfNeedle = (x: number, words: string, needle: number): number =>
  x < needle + 4 && x + 6.4 * words.length > needle - 4 ? needle + 8 : x;

function OnTheWay({ p, now }: { p: BenchProps; now: number }) {
  const startMs = now - 20 * HOUR;
  const endMs = now + 66 * HOUR;
  const X = (ms: number): number =>
    158 + ((Math.min(endMs, Math.max(startMs, ms)) - startMs) / (endMs - startMs)) * 350;
  const days: number[] = [];
  for (let ms = Math.ceil(startMs / HOUR) * HOUR; ms < endMs; ms += HOUR)
    if (clock(ms, p.zone) === '12:00') days.push(ms);
  return (
    <section>
      <div className="flex items-center gap-3">
        <h2>Consignments on the way</h2>
        <span className="mute hide-s text-[13px]">hatched: window; after it: slack</span>
        <Link href="/consignments/new" className="btn go ml-auto">
          New consignment
        </Link>
      </div>
      <ul className="mt-2 md:hidden">
        {p.onTheWay.map((c) => (
          <li key={c.code} className="border-t border-rule py-2">
            <a href={`/consignments/${c.code}`} className="grid grid-cols-[1fr_auto] gap-x-3">
              <b className="font-head text-[16px]">{c.code}</b>
              <b className="num text-right text-[16px]">
                <StateMark mark={c.mark} size={15} /> {slackWords(c.result.slackH)}
              </b>
              <span className="note">{c.who}</span>
              <span
                className="text-right text-[12px]"
                style={{ color: c.result.factor ? factorColour[c.result.factor] : undefined }}
              >
                {c.result.factor ? `${factorWords[c.result.factor]} first` : ''}
              </span>
              <span className="note">{c.words}</span>
              <span className="note text-right">{runWords(c.result)}</span>
            </a>
          </li>
        ))}
      </ul>
      <div className="mt-2 hidden md:block">
        <svg
          viewBox={`0 0 616 ${24 + p.onTheWay.length * 56}`}
          className="w-full min-w-[560px]"
          role="list"
          aria-label="Consignments on the way"
        >
          {days.map((ms) => (
            <text key={ms} x={X(ms)} y="13" textAnchor="middle" className="rb-n b">
              {weekday(ms, p.zone)}
            </text>
          ))}
          {Array.from(
            { length: 4 },
            (_, i) => Math.floor(startMs / (24 * HOUR)) * 24 * HOUR + (18 + 24 * i) * HOUR,
          ).map((ms) => (
            <rect
              key={ms}
              x={X(ms)}
              y="20"
              width={Math.max(0, X(ms + 12 * HOUR) - X(ms))}
              height={p.onTheWay.length * 56}
              fill="var(--night)"
            />
          ))}
          {p.onTheWay.map((c, i) => {
            const y = 24 + i * 56;
            const r = c.result;
            const end = r.slackH === null ? endMs : r.deadlineMs + r.slackH * HOUR;
            const colour = r.factor ? factorColour[r.factor] : 'var(--fine)';
            return (
              <a
                key={c.code}
                href={`/consignments/${c.code}`}
                role="listitem"
                aria-label={`${c.code} ${c.who}. ${c.words}. Slack ${slackWords(r.slackH)}`}
              >
                <rect x="0" y={y} width="616" height="56" fill="transparent" />
                <path d={`M0 ${y}H616`} className="hair" />
                <text x="0" y={y + 22} className="rb-n b" style={{ fontSize: 14 }}>
                  {c.code}
                </text>
                <text x="0" y={y + 39} className="rb-s">
                  {c.who.length > 26 ? `${c.who.slice(0, 25)}…` : c.who}
                </text>
                <rect
                  x={X(r.sealMs)}
                  y={y + 10}
                  width={Math.max(0, X(r.deadlineMs) - X(r.sealMs))}
                  height="15"
                  fill="url(#kraft-ahead)"
                />
                {now > r.sealMs && (
                  <rect
                    x={X(r.sealMs)}
                    y={y + 10}
                    width={X(Math.min(now, r.deadlineMs)) - X(r.sealMs)}
                    height="15"
                    fill="url(#kraft-past)"
                  />
                )}
                {r.legs.map((l, j) => (
                  <path
                    key={j}
                    d={`M${X(Math.min(l.startMs, r.deadlineMs))} ${y + 10}v15`}
                    stroke="var(--kraft-ink)"
                    strokeOpacity=".4"
                  />
                ))}
                <rect
                  x={X(r.arriveMs)}
                  y={y + 10}
                  width={Math.max(0, X(r.deadlineMs) - X(r.arriveMs))}
                  height="15"
                  fill="url(#window-hatch)"
                />
                {end > r.deadlineMs && (
                  <path
                    d={`M${X(r.deadlineMs)} ${y + 11}H${X(end)}v13H${X(r.deadlineMs)}Z`}
                    fill={colour}
                    fillOpacity=".14"
                    stroke={colour}
                  />
                )}
                <text
                  x={clearOfNeedle(Math.min(X(r.sealMs), 320), c.words, X(now))}
                  y={y + 42}
                  className="rb-s"
                  style={{ fill: 'var(--ink-2)' }}
                >
                  {c.words}
                </text>
                <g transform={`translate(508 ${y + 9})`}>
                  <StateMark mark={c.mark} size={16} />
                </g>
                <text
                  x="612"
                  y={y + 22}
                  textAnchor="end"
                  className="rb-fig"
                  style={{ fontSize: 15, fill: 'var(--ink)' }}
                >
                  {r.slackH === null ? '> 5 d' : slackWords(r.slackH)}
                </text>
                <text x="612" y={y + 39} textAnchor="end" className="rb-s" style={{ fill: colour }}>
                  {r.factor ? `${factorWords[r.factor]} first` : 'nothing fails'}
                </text>
                <text x="612" y={y + 53} textAnchor="end" className="rb-s">
                  {runWords(r)}
                </text>
              </a>
            );
          })}
          <path d={`M${X(now)} 18V${24 + p.onTheWay.length * 56}`} stroke="var(--ink)" strokeWidth="1.6" />
        </svg>
      </div>
      {p.onTheWay.length === 0 && <p className="note py-2">Nothing is on the way.</p>}
    </section>
  );
}

function Quarantines({ p }: { p: BenchProps }) {
  const { save, busy } = useSave();
  if (p.quarantines.length === 0) return null;
  return (
    <section className="mt-6">
      <div className="flex items-baseline">
        <h2>Quarantine tanks</h2>
        <span className="mute ml-auto text-[13px]">
          <span className="text-tide">≈</span> water change, ◇ test
        </span>
      </div>
      {p.quarantines.map((q) => {
        const today = q.duties.filter(
          (d) => d.day === q.day && ['water', 'test', 'feed', 'look', 'release'].includes(d.kind),
        );
        const open = today.filter((d) => !d.doneAt);
        return (
          <div
            key={q.id}
            className="grid grid-cols-[112px_1fr] items-center gap-3 border-t border-rule py-2.5 md:grid-cols-[112px_292px_1fr]"
          >
            <a href={`/consignments/${q.code}/quarantine`}>
              <b className="font-head text-[15px]">{q.tank}</b> day <b className="num">{q.day}</b>
              <br />
              <span className="note">{q.animals}</span>
            </a>
            <svg viewBox="0 0 292 46" className="w-full" role="img" aria-label={`Day ${q.day} of 28`}>
              <rect y="3" width="292" height="25" fill="url(#kraft-ahead)" />
              <rect y="3" width={((q.day - 1) * 292) / 28} height="25" fill="url(#kraft-past)" />
              <path d="M0 3H292M0 28H292M73 3V28M146 3V28M219 3V28" stroke="var(--kraft-deep)" />
              {q.duties
                .filter((d) => d.kind === 'test' && d.day > 7)
                .map((d) => (
                  <path
                    key={d.key}
                    d={`M${((d.day - 0.5) * 292) / 28} 11l4 4.500l-4 4.500l-4 -4.500Z`}
                    fill={d.doneAt ? 'var(--kraft-ink)' : 'none'}
                    stroke="var(--kraft-ink)"
                  />
                ))}
              {q.duties
                .filter((d) => d.kind === 'water')
                .map((d) => (
                  <path
                    key={d.key}
                    d={`M${((d.day - 0.5) * 292) / 28 - 5} 38q2.500 -4 5 0t5 0`}
                    fill="none"
                    stroke="var(--tide)"
                    strokeWidth="1.5"
                  />
                ))}
              <rect
                x={((q.day - 1) * 292) / 28}
                y="0"
                width={292 / 28}
                height="31"
                fill="none"
                stroke="var(--ink)"
                strokeWidth="2"
              />
            </svg>
            <ul className="col-span-2 md:col-span-1">
              {open.slice(0, 2).map((d) => (
                <li key={d.key}>
                  <label className="flex min-h-9 cursor-pointer items-center gap-2 text-[13px]">
                    <input
                      type="checkbox"
                      className="size-5"
                      disabled={busy}
                      checked={false}
                      onChange={() => save(() => p.setDuty(q.id, d.key, true))}
                    />
                    {d.title}
                  </label>
                </li>
              ))}
              {open.length === 0 && <li className="note">All done today</li>}
            </ul>
          </div>
        );
      })}
    </section>
  );
}

export function Bench(p: BenchProps) {
  const now = useNow(p.nowMs, p.fixed);
  return (
    <div className="lg:grid lg:grid-cols-[617px_1fr]">
      <DayRail p={p} now={now} />
      <div className="border-rule bg-surface px-3 pb-8 pt-4 md:px-6 lg:min-h-[calc(100vh-45px)] lg:border-l">
        <OnTheWay p={p} now={now} />
        <Quarantines p={p} />
        <RunningLow low={p.low} zone={p.zone} />
      </div>
    </div>
  );
}
