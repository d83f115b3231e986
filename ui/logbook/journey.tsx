import type { StoryView } from '@/server/logbook/story';
import { KraftDefs, tornEdge } from '@/ui/drawings/kraft';
import { clock, dayMonth } from '@/ui/format';

type Box = StoryView['boxes'][number];
type Points = readonly (readonly [h: number, v: number])[];

const W = 1180;
const LEFT = 150;
const RIGHT = 1030;
const TAPE = 34;
const TOP = 106;
const H = 210;

/** Names at the ends of the lines, none over another. */
function endsOf(box: Box, untilH: number, y: (v: number) => number) {
  const inside = box.traces.filter((t) => t.place !== 'outside');
  const outside = box.traces.find((t) => t.place === 'outside');
  const ends: { at: number; words: string; colour: string; bold?: boolean }[] = [];
  const end = (c: Points, words: string, colour: string, bold = false): void => {
    const last = c.filter(([h]) => h >= 0 && h <= untilH).at(-1);
    if (last) ends.push({ at: y(last[1]), words, colour, bold });
  };
  end(box.foretold, `predicted, bag ${box.bagId}`, 'var(--ink-3)');
  for (const t of inside)
    end(t.points, t.place === 'bag' ? 'measured, on the bag' : 'measured, air in the box', 'var(--c-temp)', true);
  if (inside.length === 0 && box.read.length > 0) end(box.read, 'measured on arrival', 'var(--c-temp)', true);
  end(outside?.points ?? box.outside, outside ? 'outside, found' : 'outside, predicted', 'var(--c-amb)');
  ends.sort((a, b) => a.at - b.at);
  for (let i = 1; i < ends.length; i++) ends[i]!.at = Math.max(ends[i]!.at, ends[i - 1]!.at + 16);
  return ends;
}

/** The way as a tape of kraft: its legs, and the instants of what was planned and of what came. */
function Tape({ s, untilH, x }: { s: StoryView; untilH: number; x: (h: number) => number }) {
  return (
    <>
      <rect x={LEFT} y={TAPE} width={x(untilH) - LEFT} height="36" fill="url(#kraft-past)" />
      <path d={tornEdge(LEFT, TAPE, 36, 'left')} stroke="var(--paper)" strokeWidth="3" fill="none" />
      {s.legs.map((l, i) =>
        l.to > 0 && l.from < untilH ? (
          <g key={i}>
            <path d={`M${x(Math.max(0, l.from))} ${TAPE}v36`} stroke="var(--kraft-ink)" strokeOpacity=".35" />
            {x(Math.min(untilH, l.to)) - x(Math.max(0, l.from)) > l.label.length * 6.6 && (
              <text
                x={(x(Math.max(0, l.from)) + x(Math.min(untilH, l.to))) / 2}
                y={TAPE + 23}
                textAnchor="middle"
                className="tape-t"
              >
                {l.label}
              </text>
            )}
          </g>
        ) : null,
      )}
      {s.moments.map((m, i) => (
        <g key={m.words}>
          {m.planned !== null && m.planned <= untilH && (
            <path d={`M${x(m.planned)} ${TAPE + 36}v9`} stroke="var(--ink-3)" strokeWidth="2" />
          )}
          {m.actual !== null && (
            <>
              <path d={`M${x(m.actual)} ${TAPE - 8}V${TOP + H}`} stroke="var(--ink)" strokeWidth="1.4" />
              <text
                x={x(m.actual) + (i === 2 ? 4 : -4)}
                y={TAPE - 12 - (i === 1 ? 0 : 0)}
                textAnchor={i === 2 ? 'start' : i === 1 ? 'end' : 'start'}
                className="rb-l b"
              >
                {m.words} {clock(s.sealMs + m.actual * 3600_000, s.zone)}
              </text>
            </>
          )}
        </g>
      ))}
      <text x={LEFT - 12} y={TAPE + 16} textAnchor="end" className="rb-n b">
        Journey
      </text>
      <text x={LEFT - 12} y={TAPE + 32} textAnchor="end" className="rb-s">
        short ticks: planned
      </text>
    </>
  );
}

/** A journey on its own clock: the tape with what was planned and what came, and under it what was foretold and what was found. */
export function JourneyChart({ s, box, lo, hi }: { s: StoryView; box: Box; lo?: number; hi?: number }) {
  const untilH = Math.max(box.untilH, ...s.moments.flatMap((m) => [m.planned ?? 0, m.actual ?? 0])) + 1;
  const x = (h: number): number => LEFT + ((RIGHT - LEFT) * h) / untilH;
  const values = [box.foretold, box.outside, ...box.traces.map((t) => t.points), box.read].flatMap((c) =>
    c.map(([, v]) => v),
  );
  const least = lo ?? Math.floor((Math.min(...values, 18) - 1) / 2) * 2;
  const most = hi ?? Math.ceil((Math.max(...values, 26) + 1) / 2) * 2;
  const y = (v: number): number => TOP + H - (H * (v - least)) / (most - least);
  const path = (c: Points): string =>
    c
      .filter(([h]) => h >= 0 && h <= untilH)
      .map(([h, v], i) => `${i ? 'L' : 'M'}${x(h).toFixed(1)} ${y(v).toFixed(1)}`)
      .join('');
  const step = most - least > 24 ? 10 : 5;
  const ticks = Array.from(
    { length: Math.floor(most / step) - Math.ceil(least / step) + 1 },
    (_, i) => (Math.ceil(least / step) + i) * step,
  );
  const hours = Array.from({ length: Math.floor(untilH / 6) + 1 }, (_, i) => i * 6);
  const inside = box.traces.filter((t) => t.place !== 'outside');
  const outside = box.traces.find((t) => t.place === 'outside')?.points ?? box.outside;
  return (
    <figure
      className="overflow-x-auto"
      aria-label={`Box ${box.id}: ${box.foretold.length > 0 ? 'predicted and measured temperatures' : 'found temperatures'}.`}
    >
      <svg
        viewBox={`0 0 ${W} ${TOP + H + 26}`}
        className="w-full min-w-[760px]"
        role="img"
        aria-label="The journey and its temperatures"
      >
        <KraftDefs />
        <Tape s={s} untilH={untilH} x={x} />
        {ticks.map((t) => (
          <g key={t}>
            <path d={`M${LEFT} ${y(t)}H${RIGHT}`} stroke="var(--rule)" />
            <text x={LEFT - 8} y={y(t) + 4} textAnchor="end" className="rb-ax">
              {t}
            </text>
          </g>
        ))}
        <text x="0" y={TOP + 14} className="rb-n b">
          Temperature
        </text>
        <text x="0" y={TOP + 32} className="rb-s">
          °C, box {box.id}
        </text>
        {hours.map((h) => (
          <text key={h} x={x(h)} y={TOP + H + 18} textAnchor="middle" className="rb-ax">
            {h % 24 === 0 || h === 0
              ? dayMonth(s.sealMs + h * 3600_000, s.zone)
              : clock(s.sealMs + h * 3600_000, s.zone)}
          </text>
        ))}
        <path d={path(outside)} fill="none" stroke="var(--c-amb)" strokeWidth="1.4" strokeDasharray="3 3" />
        <path d={path(box.foretold)} fill="none" stroke="var(--ink-3)" strokeWidth="1.6" strokeDasharray="7 4" />
        {box.fit && inside.length === 0 && (
          <path d={path(box.fit.curve)} fill="none" stroke="var(--c-temp)" strokeWidth="1" opacity=".6" />
        )}
        {inside.map((t) => (
          <path
            key={t.id}
            d={path(t.points)}
            fill="none"
            stroke="var(--c-temp)"
            strokeWidth="2.6"
            strokeLinejoin="round"
          />
        ))}
        {box.read.map(([h, v], i) => (
          <circle key={i} cx={x(h)} cy={y(v)} r="4" fill="var(--surface)" stroke="var(--c-temp)" strokeWidth="2" />
        ))}
        {endsOf(box, untilH, y).map((e) => (
          <text
            key={e.words}
            x={RIGHT + 10}
            y={e.at + 4}
            fill={e.colour}
            className={`rb-n ${e.bold ? 'b' : ''}`}
            style={{ fill: e.colour }}
          >
            {e.words}
          </text>
        ))}
      </svg>
    </figure>
  );
}
