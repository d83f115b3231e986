import { tornEdge } from '@/ui/drawings/kraft';
import { dayMonth, weekday } from '@/ui/format';
import { TAPE_H, TAPE_Y, type Drawing } from './drawing';
import { EDGE_L, EDGE_R, LEFT, RIGHT } from './scale';

/** The tape: what is past deep, what is to come pale; legs, window, and the hours under it. */
export function Tape({ d }: { d: Drawing }) {
  const { data, zone, s, ticks, nowX, middle, deadlineX } = d;
  const bigWindow = data.windowMs ? middle(data.windowMs.start, data.windowMs.end) : null;
  return (
    <>
      {/* tape: past deep, coming pale */}
      <rect x={EDGE_L} y={TAPE_Y} width={EDGE_R - EDGE_L + 24} height={TAPE_H} fill="url(#kraft-ahead)" />
      {nowX > EDGE_L && <rect x={EDGE_L} y={TAPE_Y} width={nowX - EDGE_L} height={TAPE_H} fill="url(#kraft-past)" />}
      <path d={`${tornEdge(EDGE_L, TAPE_Y, TAPE_H, 'left')}`} stroke="var(--paper)" strokeWidth="3" fill="none" />
      <path
        d={`M${EDGE_L} ${TAPE_Y}H1280M${EDGE_L} ${TAPE_Y + TAPE_H}H1280`}
        stroke="var(--kraft-deep)"
        strokeOpacity=".6"
      />
      {data.windowMs && bigWindow && bigWindow[1] > bigWindow[0] && (
        <rect
          x={bigWindow[0]}
          y={TAPE_Y}
          width={bigWindow[1] - bigWindow[0]}
          height={TAPE_H}
          fill="url(#window-hatch)"
        />
      )}
      {data.legs.map((l, i) => {
        const [a, b] = middle(l.startMs, Math.min(l.endMs, data.deadlineMs ?? l.endMs));
        if (b <= a) return null;
        const fits = b - a > l.label.length * 6.6 + 8 && !(data.windowMs && l.startMs >= data.windowMs.start);
        return (
          <g key={i}>
            <path
              d={`M${a} ${TAPE_Y}V${TAPE_Y + TAPE_H}`}
              stroke="var(--kraft-ink)"
              strokeOpacity=".45"
              strokeWidth="1.4"
            />
            {fits && (
              <text x={(a + b) / 2} y={TAPE_Y + 21} textAnchor="middle" className="tape-t">
                {l.label}
              </text>
            )}
          </g>
        );
      })}
      <path
        d={`M${deadlineX} ${TAPE_Y}V${TAPE_Y + TAPE_H}`}
        stroke="var(--kraft-ink)"
        strokeOpacity=".6"
        strokeWidth="1.4"
      />
      {data.lastFeedMs && (
        <text
          x={(EDGE_L + LEFT) / 2}
          y={TAPE_Y + 21}
          textAnchor="middle"
          className="tape-t"
        >{`Fast, ${Math.round(((data.sealMs ?? s.startMs) - data.lastFeedMs) / 3600_000)} h`}</text>
      )}
      {RIGHT - deadlineX > 130 && (
        <text x={(deadlineX + RIGHT) / 2} y={TAPE_Y + 21} textAnchor="middle" className="tape-t">
          Quarantine, day 1
        </text>
      )}
      <text x={(RIGHT + EDGE_R) / 2 + 8} y={TAPE_Y + 21} textAnchor="middle" className="tape-t">
        days 2 to 28
      </text>
      {[LEFT, RIGHT].map((x) => (
        <path
          key={x}
          d={`M${x - 6} ${TAPE_Y - 1}L${x} ${TAPE_Y + 7}L${x + 6} ${TAPE_Y - 1}ZM${x - 6} ${TAPE_Y + TAPE_H + 1}L${x} ${TAPE_Y + TAPE_H - 7}L${x + 6} ${TAPE_Y + TAPE_H + 1}Z`}
          fill="var(--paper)"
          stroke="var(--kraft-deep)"
          strokeOpacity=".5"
        />
      ))}
      {ticks.map((t) => (
        <g key={t.ms}>
          <path d={`M${s.x(t.ms)} ${TAPE_Y + TAPE_H}v4`} stroke="var(--ink-3)" />
          <text x={s.x(t.ms)} y={TAPE_Y + TAPE_H + 17} textAnchor="middle" className={`rb-ax ${t.midnight ? 'b' : ''}`}>
            {t.midnight ? dayMonth(t.ms, zone).replace(/ \w+$/, '') : String(t.hour).padStart(2, '0')}
          </text>
        </g>
      ))}
      {data.lastFeedMs && (
        <text x={EDGE_L + 20} y={TAPE_Y + TAPE_H + 17} textAnchor="middle" className="rb-ax">
          {weekday(data.lastFeedMs, zone)}
        </text>
      )}
      {['d7', 'd14', 'd21'].map((day, i) => (
        <text
          key={day}
          x={s.x(s.endMs + (6 + 7 * i) * 864e5)}
          y={TAPE_Y + TAPE_H + 17}
          textAnchor="middle"
          className="rb-ax"
        >
          {day}
        </text>
      ))}
    </>
  );
}
