'use client';

import { useEffect, useEffectEvent, useState, type ReactNode } from 'react';
import type { PlayedJourney, SentBag } from '@/core/practice/job';
import { KraftDefs, tornEdge } from '@/ui/drawings/kraft';
import { StateMark } from '@/ui/drawings/state-mark';
import { clock, factorWords, weekday } from '@/ui/format';
import { Button } from '@/ui/kit/button';

const W = 1180;
const LEFT = 90;
const RIGHT = 1030;
const TAPE = 30;
const TOP = 92;
const H = 220;
/** The whole way in so many ms. */
const RUN_MS = 9000;

/** The bag that shows: the first that is lost, else the one nearest to its limits. */
function weakestOf(j: PlayedJourney): SentBag {
  const [first] = j.bags.filter((b) => b.lost).sort((x, y) => x.lost!.atH - y.lost!.atH);
  if (first) return first;
  const room = (b: SentBag): number => Math.min(...b.tempC.map((t) => Math.min(t - b.bears.coldC, b.bears.warmC - t)));
  return j.bags.reduce((x, b) => (room(b) < room(x) ? b : x));
}

/** Hours from sealing that have run; at the end at once where somebody wants no movement. */
function useRunning(j: PlayedJourney, on: boolean, done: () => void): [h: number, skip: () => void] {
  const [h, setH] = useState(0);
  const end = (): void => {
    setH(j.openH);
    done();
  };
  const ended = useEffectEvent(end);
  useEffect(() => {
    if (!on) return;
    const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
    const from = performance.now() - (still ? RUN_MS : 0);
    let frame = requestAnimationFrame(function step(now) {
      const at = (j.openH * (now - from)) / RUN_MS;
      if (at >= j.openH) return ended();
      setH(at);
      frame = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(frame);
  }, [j, on]);
  return [h, end];
}

const at = (c: readonly number[], h: number, stepH: number): number =>
  c[Math.min(c.length - 1, Math.max(0, Math.round(h / stepH)))]!;

function Figure({ words, value, unit, colour }: { words: string; value: string; unit: string; colour: string }) {
  return (
    <p className="leading-tight">
      <span className="block text-12 text-ink-3">{words}</span>
      <b className="num text-22" style={{ color: colour }}>
        {value}
      </b>
      {'\u00a0'}
      <span className="u">{unit}</span>
    </p>
  );
}

/** How late it is on the way, what the water of the bag is like, and who is past a limit by now. */
function Figures({ j, bag, h, children }: { j: PlayedJourney; bag: SentBag; h: number; children: ReactNode }) {
  const gone = j.bags.filter((b) => b.lost && b.lost.atH <= h);
  const ms = j.sealMs + h * 3600_000;
  const of = (c: readonly number[], places: number): string => at(c, h, j.stepH).toFixed(places);
  const cause = gone[0]?.lost?.factor;
  return (
    <div className="mb-1 flex flex-wrap items-end gap-x-8 gap-y-2">
      <p className="leading-none">
        <b className="num text-34">{h.toFixed(0)}</b>{' '}
        <span className="u">
          h after sealing, {weekday(ms, j.zone)} {clock(ms, j.zone)}
        </span>
      </p>
      <Figure words={`bag ${bag.id}, water`} value={of(bag.tempC, 1)} unit="°C" colour="var(--c-temp)" />
      <Figure words="oxygen" value={of(bag.oxygenKPa, 0)} unit="kPa" colour="var(--c-oxy)" />
      <Figure words="pH" value={of(bag.pH, 1)} unit="" colour="var(--c-co2)" />
      <Figure words="ammonia" value={of(bag.tanMgNL, 1)} unit="mg N/L" colour="var(--c-amm)" />
      <p className="ml-auto flex items-center gap-2" role="status">
        <StateMark mark={gone.length > 0 ? 'stop' : 'fine'} size={22} />
        {gone.length === 0
          ? 'all good'
          : `${gone.length === j.bags.length ? 'every bag is past its limit' : `${gone.length} of ${j.bags.length} bags past their limit`}: ${factorWords[cause as keyof typeof factorWords] ?? cause}`}
      </p>
      {children}
    </div>
  );
}

type Scale = (v: number) => number;

/** The tape under which everything runs: deep behind the needle, pale before it. */
function Tape({ j, h, x }: { j: PlayedJourney; h: number; x: Scale }) {
  return (
    <>
      <KraftDefs />
      <rect x={LEFT} y={TAPE} width={RIGHT - LEFT} height="34" fill="url(#kraft-ahead)" />
      <rect x={LEFT} y={TAPE} width={Math.max(0, x(h) - LEFT)} height="34" fill="url(#kraft-past)" />
      <path d={tornEdge(LEFT, TAPE, 34, 'left')} stroke="var(--surface)" strokeWidth="3" fill="none" />
      {j.legs.map((l, i) => (
        <g key={i}>
          <path d={`M${x(l.from)} ${TAPE}v34`} stroke="var(--kraft-ink)" strokeOpacity=".35" />
          {x(l.to) - x(l.from) > l.label.length * 6.8 && (
            <text x={(x(l.from) + x(l.to)) / 2} y={TAPE + 22} textAnchor="middle" className="tape-t">
              {l.label}
            </text>
          )}
        </g>
      ))}
      {j.openH - j.plannedOpenH > 0.5 && (
        <>
          <path d={`M${x(j.plannedOpenH)} ${TAPE - 6}V${TOP + H}`} stroke="var(--ink-3)" strokeDasharray="3 3" />
          <text x={x(j.plannedOpenH)} y={TAPE - 10} textAnchor="middle" className="rb-s">
            planned opening
          </text>
        </>
      )}
    </>
  );
}

/** What the bag bears for a day, and the lines of the scale. */
function Ground({ bag, ticks, y }: { bag: SentBag; ticks: readonly number[]; y: Scale }) {
  const { coldC, warmC } = bag.bears;
  return (
    <>
      <rect
        x={LEFT}
        y={y(warmC)}
        width={RIGHT - LEFT}
        height={Math.max(0, y(coldC) - y(warmC))}
        fill="var(--tide)"
        opacity=".07"
      />
      {ticks.map((t) => (
        <g key={t}>
          <path d={`M${LEFT} ${y(t)}H${RIGHT}`} stroke="var(--rule)" />
          <text x={LEFT - 8} y={y(t) + 4} textAnchor="end" className="rb-ax">
            {t}
          </text>
        </g>
      ))}
      <text x={RIGHT + 8} y={y(warmC) + 4} className="rb-s">
        {warmC.toFixed(0)} tolerated for 24 h
      </text>
      <text x={RIGHT + 8} y={y(coldC) + 4} className="rb-s">
        {coldC.toFixed(0)} tolerated for 24 h
      </text>
    </>
  );
}

/** The way as it runs: the tape, the water of the weakest bag, the air outside, and its figures. */
export function PlayedRoad({ j, running, done }: { j: PlayedJourney; running: boolean; done: () => void }) {
  const [ran, skip] = useRunning(j, running, done);
  const h = running ? ran : j.openH;
  const bag = weakestOf(j);
  const x: Scale = (hour) => LEFT + ((RIGHT - LEFT) * hour) / j.openH;
  const all = [...bag.tempC, ...j.outsideC, ...j.foretoldC, bag.bears.coldC, bag.bears.warmC];
  const lo = Math.floor((Math.min(...all) - 1) / 5) * 5;
  const hi = Math.ceil((Math.max(...all) + 1) / 5) * 5;
  const y: Scale = (v) => TOP + H - (H * (v - lo)) / (hi - lo);
  const path = (c: readonly number[], until: number): string =>
    c
      .map((v, i) => [i * j.stepH, v] as const)
      .filter(([hour]) => hour <= Math.min(until, j.openH) + 1e-9)
      .map(([hour, v], i) => `${i ? 'L' : 'M'}${x(hour).toFixed(1)} ${y(v).toFixed(1)}`)
      .join('');
  return (
    <section aria-label="The journey" data-testid="road" data-running={running}>
      <Figures j={j} bag={bag} h={h}>
        {running && <Button onClick={skip}>To the end</Button>}
      </Figures>
      <div className="overflow-x-auto">
        <svg
          viewBox={`0 0 ${W} ${TOP + H + 24}`}
          className="w-full min-w-[760px]"
          role="img"
          aria-label={`Water of bag ${bag.id} and the air outside, over ${j.openH.toFixed(0)} hours`}
        >
          <Tape j={j} h={h} x={x} />
          <Ground bag={bag} ticks={Array.from({ length: (hi - lo) / 5 + 1 }, (_, i) => lo + 5 * i)} y={y} />
          <path d={path(j.foretoldC, j.openH)} fill="none" stroke="var(--c-amb)" strokeDasharray="2 4" opacity=".8" />
          <path d={path(j.outsideC, h)} fill="none" stroke="var(--c-amb)" strokeWidth="1.8" strokeDasharray="6 3" />
          <path d={path(bag.tempC, h)} fill="none" stroke="var(--c-temp)" strokeWidth="3" strokeLinejoin="round" />
          {bag.lost && bag.lost.atH <= h && (
            <circle
              cx={x(bag.lost.atH)}
              cy={y(at(bag.tempC, bag.lost.atH, j.stepH))}
              r="6"
              fill="var(--stop)"
              stroke="var(--surface)"
              strokeWidth="2"
            />
          )}
          <path d={`M${x(h)} ${TAPE - 4}V${TOP + H}`} stroke="var(--ink)" strokeWidth="1.8" />
          <text x={LEFT} y={TOP + H + 18} className="rb-s">
            °C. Dashes: real outside air; dots: forecast; shaded: what they tolerate for 24 h.
          </text>
        </svg>
      </div>
    </section>
  );
}
