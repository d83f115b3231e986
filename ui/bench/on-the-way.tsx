'use client';

import { ButtonLink } from '@/ui/kit/button';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, factorColour, factorWords, slackWords, weekday } from '@/ui/format';
import type { BenchProps } from './types';
import { HOUR } from '@/core/quantities/time';

/** Runs that arrive within limits, as a number of runs; nothing once the bags are open. */
const runWords = (r: { chance: number | null; draws: number }): string =>
  r.chance !== null && r.draws > 0 ? `${Math.round(r.chance * r.draws)} of ${r.draws} trips` : '';

/** Words that the now-needle would cross begin right of it. */
const clearOfNeedle = (x: number, words: string, needle: number): number =>
  x < needle + 4 && x + 6.4 * words.length > needle - 4 ? needle + 8 : x;

/** One journey: its tape, the window, the slack after it. */
function Way({
  c,
  y,
  X,
  now,
  endMs,
}: {
  c: BenchProps['onTheWay'][number];
  y: number;
  X: (ms: number) => number;
  now: number;
  endMs: number;
}) {
  const r = c.result;
  const end = r.slackH === null ? endMs : r.deadlineMs + r.slackH * HOUR;
  const colour = r.factor ? factorColour[r.factor] : 'var(--fine)';
  return (
    <a
      href={`/consignments/${c.code}`}
      role="listitem"
      aria-label={`${c.code} ${c.who}. ${c.words}. Margin ${slackWords(r.slackH)}`}
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
      <text x="612" y={y + 22} textAnchor="end" className="rb-fig" style={{ fontSize: 15, fill: 'var(--ink)' }}>
        {r.slackH === null ? '> 2 d' : slackWords(r.slackH)}
      </text>
      <text x="612" y={y + 39} textAnchor="end" className="rb-s" style={{ fill: colour }}>
        {r.factor ? `${factorWords[r.factor]} first` : 'nothing fails'}
      </text>
      <text x="612" y={y + 53} textAnchor="end" className="rb-s">
        {runWords(r)}
      </text>
    </a>
  );
}

/** Each consignment on one clock: its journey, the window, the slack after it. */
export function OnTheWay({ p, now }: { p: BenchProps; now: number }) {
  const startMs = now - 20 * HOUR;
  const endMs = now + 66 * HOUR;
  const X = (ms: number): number =>
    158 + ((Math.min(endMs, Math.max(startMs, ms)) - startMs) / (endMs - startMs)) * 350;
  const days: number[] = [];
  for (let ms = Math.ceil(startMs / HOUR) * HOUR; ms < endMs; ms += HOUR)
    if (clock(ms, p.zone) === '12:00') days.push(ms);
  return (
    <section>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <h2>Shipments on the way</h2>
        <span className="mute hidden text-13 2xl:inline">hatched: delivery window; after it: time to spare</span>
        <span className="ml-auto flex flex-wrap gap-2">
          <ButtonLink href="/quick">Quick answer</ButtonLink>
          <ButtonLink href="/arrivals/new">New arrival</ButtonLink>
          <ButtonLink href="/consignments/new" tone="go">
            New shipment
          </ButtonLink>
        </span>
      </div>
      <ul className="mt-2 md:hidden">
        {p.onTheWay.map((c) => (
          <li key={c.code} className="border-t border-rule py-2">
            <a href={`/consignments/${c.code}`} className="grid grid-cols-[1fr_auto] gap-x-3">
              <b className="font-head text-16">{c.code}</b>
              <b className="num text-right text-16">
                <StateMark mark={c.mark} size={15} /> {slackWords(c.result.slackH)}
              </b>
              <span className="note">{c.who}</span>
              <span
                className="text-right text-12"
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
          aria-label="Shipments on the way"
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
          {p.onTheWay.map((c, i) => (
            <Way key={c.code} c={c} y={24 + i * 56} X={X} now={now} endMs={endMs} />
          ))}
          <path d={`M${X(now)} 18V${24 + p.onTheWay.length * 56}`} stroke="var(--ink)" strokeWidth="1.6" />
        </svg>
      </div>
      {p.onTheWay.length === 0 && <p className="note py-2">No shipment is on the way.</p>}
    </section>
  );
}
