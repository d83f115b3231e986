import type { TankWeeks } from '@/server/quarantine/view';
import { KraftDefs, tornEdge } from '@/ui/drawings/kraft';
import { dayMonth } from '@/ui/format';
import { quarantineSigns } from '@/core/quarantine/signs';
import { DAY } from '@/core/quantities/time';

const LEFT = 112;
const WIDTH = 1232;
/** Words of two signs keep so far apart. */
const APART = 58;

type Mark = { ms: number; kind: 'change' | 'dose' | 'sign' | 'died' | 'move'; words: string };

/** What happened, and what is planned, as marks under the tape. */
function marksOf(q: TankWeeks): { past: Mark[]; ahead: Mark[] } {
  const past = q.entries.flatMap((e): Mark[] => {
    if (e.struck) return [];
    const ms = Date.parse(e.at);
    if (e.kind === 'change') return [{ ms, kind: 'change', words: '' }];
    if (e.kind === 'dose') return [{ ms, kind: 'dose', words: '' }];
    if (e.kind === 'move') return [{ ms, kind: 'move', words: '' }];
    if (e.kind === 'died') return [{ ms, kind: 'died', words: `${e.count} died` }];
    if (e.kind === 'look' && e.signs.length > 0)
      return [{ ms, kind: 'sign', words: quarantineSigns[e.signs[0]!.sign].words }];
    return [];
  });
  const ahead = q.duties.flatMap((d): Mark[] => {
    const kind = d.kind === 'water' ? 'change' : d.kind === 'dose' ? 'dose' : d.kind === 'move' ? 'move' : null;
    return kind && d.doneAt === null && d.waived === '' && d.dueMs > q.nowMs ? [{ ms: d.dueMs, kind, words: '' }] : [];
  });
  return { past, ahead };
}

/** Words under the tape, as far as they stand apart. */
function apart(marks: readonly Mark[], x: (ms: number) => number): Mark[] {
  const out: Mark[] = [];
  for (const m of [...marks].sort((a, b) => a.ms - b.ms)) {
    const last = out.at(-1);
    if (m.words !== '' && (!last || x(m.ms) - x(last.ms) > APART + last.words.length * 6)) out.push(m);
  }
  return out;
}

function Sign({ x, kind, ahead }: { x: number; kind: Mark['kind']; ahead: boolean }) {
  const y = 16;
  if (kind === 'change')
    return (
      <path
        d={`M${x - 7} ${y}q3.5 -6 7 0t7 0`}
        fill="none"
        stroke="var(--tide)"
        strokeWidth="2"
        opacity={ahead ? 0.6 : 1}
      />
    );
  if (kind === 'dose')
    return (
      <path
        d={`M${x} ${y - 8}l7 8l-7 8l-7 -8Z`}
        fill={ahead ? 'none' : 'var(--kraft-ink)'}
        stroke="var(--kraft-ink)"
        strokeWidth="1.6"
      />
    );
  if (kind === 'move')
    return (
      <path
        d={`M${x - 7} ${y}h12m-5 -5l5 5l-5 5`}
        fill="none"
        stroke="var(--ink-2)"
        strokeWidth="2"
        opacity={ahead ? 0.6 : 1}
      />
    );
  return (
    <circle
      cx={x}
      cy={y}
      r="4.5"
      fill={kind === 'died' ? 'var(--stop)' : 'none'}
      stroke={kind === 'died' ? 'var(--stop)' : 'var(--watch)'}
      strokeWidth="2"
    />
  );
}

/** How much of a treatment is in the water: what was, and the band it works in. */
function Dosed({ w, q, x, y }: { w: TankWeeks['water'][number]; q: TankWeeks; x: (ms: number) => number; y: number }) {
  const { bandFromMgL, bandToMgL, targetMgL } = w.medicine;
  const inMg = w.unit === 'mg/L';
  const top = Math.max(...w.levels.map((l) => l.level), inMg ? (bandToMgL ?? targetMgL ?? 0) : 1) * 1.15 || 1;
  const H = 46;
  const at = (v: number): number => y + H - (v / top) * H;
  const points = w.levels.map((l) => `${x(l.ms).toFixed(1)} ${at(l.level).toFixed(1)}`);
  return (
    <g>
      <text x="0" y={y + 16} className="t-name">
        {w.medicine.name.slice(0, 15)}
      </text>
      <text x="0" y={y + 32} className="t-note">
        {w.unit}
      </text>
      {inMg && bandFromMgL !== undefined && (
        <rect
          x={x(q.clockMs)}
          y={at(Math.min(top, bandToMgL ?? top))}
          width={x(q.endMs) - x(q.clockMs)}
          height={at(bandFromMgL) - at(Math.min(top, bandToMgL ?? top))}
          fill="var(--tide)"
          fillOpacity=".12"
        />
      )}
      <path d={`M${LEFT} ${y + H}H${WIDTH}`} stroke="var(--rule-strong)" />
      <path d={`M${points.join('L')}`} fill="none" stroke="var(--tide)" strokeWidth="2.2" strokeLinejoin="round" />
      {w.levels
        .filter((l) => l.measured)
        .map((l, i) => (
          <circle
            key={i}
            cx={x(l.ms)}
            cy={at(l.level)}
            r="3.5"
            fill="var(--surface)"
            stroke="var(--tide)"
            strokeWidth="1.6"
          />
        ))}
      <text x={Math.min(WIDTH - 50, x(q.nowMs) + 8)} y={at(w.now) - 5} className="t-num">
        {w.now.toFixed(w.now < 1 ? 2 : 1)}
      </text>
    </g>
  );
}

/** The weeks of a tank as a tape: behind deep, ahead pale, today framed; what happened under it, and what is in the water. */
export function QuarantineTimeline({ q }: { q: TankWeeks }) {
  const span = Math.max(DAY, q.endMs - q.clockMs);
  const x = (ms: number): number => LEFT + (Math.min(Math.max(ms - q.clockMs, 0), span) / span) * (WIDTH - LEFT);
  const days = Math.round(span / DAY);
  const each = days <= 32 ? 1 : days <= 70 ? 5 : 10;
  const dayW = (WIDTH - LEFT) / days;
  const { past, ahead } = marksOf(q);
  const height = 118 + q.water.length * 58;
  const today = LEFT + (q.day - 1) * dayW;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="weeks hidden w-full md:block"
      role="img"
      aria-label={`Day ${q.day} of ${q.ofDays}, ${q.phase.title}. ${q.phases.map((p) => p.title).join(', then ')}.`}
    >
      <KraftDefs />
      {q.phases.map((p, i) => (
        <text key={p.id} x={x(p.fromMs) + 2} y="14" className={p.state === 'now' ? 't-name' : 't-note'}>
          {x(p.toMs) - x(p.fromMs) > 40 && p.title.slice(0, Math.floor((x(p.toMs) - x(p.fromMs)) / 7.5))}
          {i === 0 && x(p.toMs) - x(p.fromMs) <= 40 && p.title.slice(0, 6)}
        </text>
      ))}
      <text x="0" y="44" className="t-name">
        Day
      </text>
      <text x="0" y="60" className="t-note">
        of {q.ofDays}
      </text>
      <rect x={LEFT} y="22" width={WIDTH - LEFT} height="38" fill="url(#kraft-ahead)" />
      <rect x={LEFT} y="22" width={Math.max(0, x(q.nowMs) - LEFT)} height="38" fill="url(#kraft-past)" />
      <path d={`M${LEFT} 22H${WIDTH}M${LEFT} 60H${WIDTH}`} stroke="var(--kraft-deep)" />
      <path d={tornEdge(WIDTH, 22, 38, 'left')} fill="none" stroke="var(--kraft-deep)" />
      {q.phases.slice(1).map((p) => (
        <path key={p.id} d={`M${x(p.fromMs)} 16V66`} stroke="var(--ink-2)" strokeWidth="1.4" />
      ))}
      {Array.from({ length: days }, (_, i) => i + 1).map((d) => (
        <g key={d}>
          {d < days && <path d={`M${LEFT + d * dayW} ${d % 7 === 0 ? 46 : 53}V60`} stroke="var(--kraft-deep)" />}
          {(d % each === 0 || (each === 1 && d === 1)) && Math.abs(d - q.day) >= (each === 1 ? 1 : 2) && (
            <text x={LEFT + (d - 0.5) * dayW} y="46" textAnchor="middle" className="tape-t" style={{ fontSize: 13 }}>
              {d}
            </text>
          )}
        </g>
      ))}
      {q.day <= days && (
        <>
          <rect
            x={today - 1}
            y="19"
            width={Math.max(26, dayW) + 2}
            height="44"
            fill="var(--kraft-pale)"
            fillOpacity=".55"
            stroke="var(--ink)"
            strokeWidth="2.4"
          />
          <text
            x={today + Math.max(26, dayW) / 2}
            y="47"
            textAnchor="middle"
            className="tape-t"
            style={{ fontSize: 17, fontWeight: 800 }}
          >
            {q.day}
          </text>
        </>
      )}
      <g transform="translate(0 70)">
        <text x="0" y="20" className="t-note">
          Water, dose, signs
        </text>
        {past.map((m, i) => (
          <Sign key={i} x={x(m.ms)} kind={m.kind} ahead={false} />
        ))}
        {ahead.map((m, i) => (
          <Sign key={i} x={x(m.ms)} kind={m.kind} ahead />
        ))}
        {apart(past, x).map((m) => (
          <text key={m.ms} x={Math.min(x(m.ms) + 8, WIDTH - m.words.length * 6.5)} y="36" className="t-note">
            {m.words}
          </text>
        ))}
      </g>
      {q.water.map((w, i) => (
        <Dosed key={w.medicine.id} w={w} q={q} x={x} y={112 + i * 58} />
      ))}
      <path d={`M${x(q.nowMs)} 62V${height}`} stroke="var(--ink)" strokeWidth="1.4" />
      <title>{`${dayMonth(q.clockMs, q.zone)} to ${dayMonth(q.endMs, q.zone)}`}</title>
    </svg>
  );
}
