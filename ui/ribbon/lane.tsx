import { one } from '@/ui/format';
import { LANE_H, LANE_Y, type Drawing } from './drawing';
import { LEFT, RIGHT } from './scale';

/** Water of the bag that fails first and the air outside, in its safe band, with what was measured. */
export function Lane({ d }: { d: Drawing }) {
  const { data, s, y, path, lo, end, deadlineI, warmest } = d;
  return (
    <>
      <path d={`M24 ${LANE_Y - 4}H1280`} className="hair" />
      <text x="32" y={LANE_Y + 12} className="rb-n b">
        Bag water
      </text>
      <text x="32" y={LANE_Y + 28} className="rb-s">
        bag {data.bagId}
      </text>
      <text x="32" y={LANE_Y + 43} className="rb-s">
        tolerates {data.band.min} to {data.band.max} °C
      </text>
      <rect
        x={LEFT}
        y={y(data.band.max)}
        width={RIGHT - LEFT}
        height={y(data.band.min) - y(data.band.max)}
        fill="var(--band-safe)"
      />
      <path
        d={`M${LEFT} ${y(data.band.max)}H${RIGHT}M${LEFT} ${y(data.band.min)}H${RIGHT}`}
        stroke="var(--c-temp)"
        strokeOpacity=".5"
        strokeWidth=".8"
      />
      {[data.band.max, data.band.min].map((t) => (
        <text key={t} x={LEFT - 8} y={y(t) + 4} textAnchor="end" className="rb-ax">
          {t}
        </text>
      ))}
      {lo < 0 && (
        <>
          <path d={`M${LEFT} ${y(0)}H${RIGHT}`} stroke="var(--rule-strong)" strokeDasharray="1 3" />
          <text x={LEFT - 8} y={y(0) + 4} textAnchor="end" className="rb-ax">
            0
          </text>
        </>
      )}
      <path
        d={path(data.ambientC, 0, end, y)}
        fill="none"
        stroke="var(--c-amb)"
        strokeWidth="1.2"
        strokeDasharray="3 3"
      />
      <path d={path(data.tempC, 0, deadlineI, y)} fill="none" stroke="var(--c-temp)" strokeWidth="2.2" />
      <path
        d={path(data.tempC, deadlineI, end, y)}
        fill="none"
        stroke="var(--c-temp)"
        strokeWidth="1.6"
        strokeOpacity=".5"
      />
      {[warmest, deadlineI].map((i, j) => {
        const cx = s.x(data.sealMs! + i * data.stepMs);
        return (
          <g key={j}>
            <circle
              cx={cx}
              cy={y(data.tempC[i]!)}
              r="3.4"
              fill="var(--surface)"
              stroke="var(--c-temp)"
              strokeWidth="1.6"
            />
            <text
              x={j === 1 ? cx - 6 : cx}
              y={y(data.tempC[i]!) + (j === 1 || y(data.tempC[i]!) > LANE_Y + 20 ? 17 : -7)}
              textAnchor={j === 1 ? 'end' : 'middle'}
              className="rb-fig"
              fill="var(--c-temp)"
            >
              {one(data.tempC[i]!)}
            </text>
          </g>
        );
      })}
      {data.measured.map((m, i) => (
        <circle key={i} cx={s.x(m.ms)} cy={y(m.tempC)} r="3.2" fill="var(--c-temp)" />
      ))}
      {[
        { at: y(data.tempC[end]!), name: 'water, if late', fill: 'var(--c-temp)' },
        { at: y(data.ambientC[end]!), name: 'outside', fill: 'var(--c-amb)' },
      ].map((l, i, both) => (
        <text
          key={l.name}
          x={RIGHT + 12}
          y={Math.min(
            LANE_Y + LANE_H - 2,
            l.at + 4 + (Math.abs(both[0]!.at - both[1]!.at) < 15 ? (i === 0 ? -7 : 8) : 0),
          )}
          className="rb-s"
          style={{ fill: l.fill }}
        >
          {l.name}
        </text>
      ))}
    </>
  );
}
