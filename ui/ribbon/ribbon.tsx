import type { RibbonData } from '@/server/consignment/view';
import { KraftDefs } from '@/ui/drawings/kraft';
import { clock, factorWords, one, slackWords, weekday } from '@/ui/format';
import { LANE_Y, ROW_H, ROWS_Y, TAPE_H, TAPE_Y, ribbonMomentsOf, placedLabels, ribbonDrawing } from './drawing';
import { Lane } from './lane';
import { Moments } from './moments';
import { Looked, scrubbing } from './scrub';
import { Rows } from './rows';
import { Tape } from './tape';

export interface RibbonProps {
  data: RibbonData;
  zone: string;
  there: { name: string; zone: string };
  full: boolean;
}

/** One time axis from last feed to quarantine, the same clock on every station. */
export function Ribbon({ data, zone, there, full }: RibbonProps) {
  const d = ribbonDrawing(data, zone);
  const { s, nowX, until, shown, deadlineX } = d;
  const height = full ? ROWS_Y + 4 * ROW_H + 8 : 92;
  const moments = ribbonMomentsOf(data, zone, there);
  // The flag stays in the picture where now is at its edge.
  const flagX = Math.min(1280 - 38, Math.max(38, nowX));
  const summary = shown
    ? `Bag ${data.bagId}: water ${one(Math.min(...until))} to ${one(Math.max(...until))} °C until the end of the window; ${data.rows.map((r) => `${factorWords[r.factor]} margin ${slackWords(r.slackH)}`).join(', ')}.`
    : 'Nothing is computed yet.';
  const figuresAt = (ms: number): string => {
    const i = shown ? Math.round((ms - data.sealMs!) / data.stepMs) : -1;
    const at = `${weekday(ms, zone)} ${clock(ms, zone)}`;
    return i < 0 || i >= data.tempC.length
      ? at
      : `${at}, water ${one(data.tempC[i]!)}, outside ${one(data.ambientC[i]!)} °C`;
  };
  const nights = d.ticks.filter((t) => t.hour === 18 || (s.perHour < 4.5 && t.midnight));
  return (
    <>
      <svg
        viewBox={`0 0 1280 ${height}`}
        className="hidden w-full md:block"
        role="img"
        aria-label={`Time ribbon. ${summary}`}
        style={{ overflow: 'visible' }}
        {...scrubbing(s, data.nowMs)}
      >
        <KraftDefs />
        {nights.map((t) => {
          const [a, b] = d.middle(t.ms, t.ms + 12 * 3600_000);
          return b > a ? (
            <rect
              key={t.ms}
              x={a}
              y={TAPE_Y + TAPE_H}
              width={b - a}
              height={height - TAPE_Y - TAPE_H}
              fill="var(--night)"
            />
          ) : null;
        })}
        {placedLabels(moments, s.x, nowX).map((m) => (
          <g key={m.label}>
            <path
              d={`M${m.x} ${TAPE_Y - 1}L${Math.max(m.at + 4, Math.min(m.x, m.at + 30))} 24`}
              stroke="var(--ink-3)"
              fill="none"
            />
            <text x={m.at} y="19" className={`rb-l ${m.strong ? 'b' : ''}`}>
              {m.label}
            </text>
          </g>
        ))}
        <Tape d={d} />
        {full && shown && (
          <g>
            <Lane d={d} />
            <path d={`M24 ${ROWS_Y - 5}H1280`} className="hair" />
            <Rows d={d} />
            <path d={`M${deadlineX} ${LANE_Y}V${height}`} stroke="var(--ink)" strokeDasharray="2 2" strokeWidth="1.2" />
          </g>
        )}
        <g>
          <path d={`M${nowX} ${TAPE_Y - 4}V${height}`} stroke="var(--ink)" strokeWidth="1.8" />
          <path d={`M${flagX - 36} 7h72v19H${nowX + 6}l-6 8l-6 -8H${flagX - 36}Z`} fill="var(--ink)" />
          <text x={flagX} y="21" textAnchor="middle" className="flag-t">
            now {clock(data.nowMs, zone)}
          </text>
        </g>
        <Looked s={s} from={full ? TAPE_Y + TAPE_H + 2 : TAPE_Y - 4} to={height} words={full ? figuresAt : null} />
      </svg>
      <Moments moments={moments} data={data} zone={zone} />
    </>
  );
}
