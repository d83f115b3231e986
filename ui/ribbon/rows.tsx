import { capital } from '@/core/quantities/words';
import { factorColour, factorDash, factorWords, slackWords } from '@/ui/format';
import { ROW_H, ROWS_Y, type Drawing } from './drawing';
import { RIGHT } from './scale';

/** What is used of each limit on the way, and the slack that is left of it: only the shortest bar is filled. */
export function Rows({ d }: { d: Drawing }) {
  const { data, s, path, deadlineI, deadlineX } = d;
  return (
    <>
      {data.rows.map((r, i) => {
        const cy = ROWS_Y + 7 + i * ROW_H;
        const colour = factorColour[r.factor];
        const first = i === 0 && r.slackH !== null;
        const x1 = r.slackH === null ? RIGHT : Math.min(RIGHT, s.x(data.deadlineMs! + r.slackH * 3600_000));
        const leaves = r.slackH === null || s.x(data.deadlineMs! + r.slackH * 3600_000) > RIGHT - 1;
        const bad = r.slackH !== null && r.slackH < 0;
        const failX = bad ? s.x(data.deadlineMs! + r.slackH! * 3600_000) : deadlineX;
        const sparkTop = (u: number): number => cy + 5 - Math.min(1.15, u) * 11;
        const hours = [];
        if (!bad)
          for (let h = 1; h < (leaves ? 999 : r.slackH!); h++) {
            const hx = s.x(data.deadlineMs! + h * 3600_000);
            if (hx >= x1 - 4) break;
            if (s.perHour >= 5 || h % 6 === 0)
              hours.push(
                <path
                  key={h}
                  d={`M${hx} ${cy + 5}v${h % 6 === 0 ? -10 : -4}`}
                  stroke={first ? 'var(--surface)' : colour}
                  strokeOpacity={first ? 0.8 : 0.7}
                  strokeWidth=".9"
                />,
              );
          }
        return (
          <g key={r.factor}>
            <text x="32" y={cy + 4} className={`rb-n ${first ? 'b' : ''}`} style={{ fill: first ? colour : undefined }}>
              {r.factor === 'carbon' ? 'CO₂ and pH' : capital(factorWords[r.factor])}
            </text>
            <path
              d={path(
                r.used,
                0,
                Math.min(
                  deadlineI,
                  Math.round((failX - s.x(data.sealMs!)) / Math.max(0.01, (s.perHour * data.stepMs) / 3600_000)),
                ),
                sparkTop,
              )}
              fill="none"
              stroke={colour}
              strokeWidth="1.4"
              strokeDasharray={factorDash[r.factor]}
            />
            <circle cx={s.x(data.sealMs!)} cy={sparkTop(r.used[0] ?? 0)} r="2.2" fill={colour} />
            {bad ? (
              <path
                d={`M${failX} ${cy - 6}V${cy + 6}M${failX} ${cy}H${deadlineX}`}
                stroke="var(--stop)"
                strokeWidth="3"
              />
            ) : (
              <path
                d={`M${deadlineX} ${cy - 5}H${leaves ? x1 - 7 : x1}${leaves ? `L${x1} ${cy}L${x1 - 7} ${cy + 5}` : `V${cy + 5}`}H${deadlineX}Z`}
                fill={first ? colour : 'none'}
                fillOpacity={first ? 1 : 0}
                stroke={colour}
                strokeWidth="1"
              />
            )}
            {hours}
            <text
              x={Math.max(x1, deadlineX) + 8 > RIGHT - 40 ? RIGHT + 12 : Math.max(x1, deadlineX) + 8}
              y={cy + 4}
              className="rb-fig"
              fill={bad ? 'var(--stop)' : colour}
            >
              {slackWords(r.slackH)}
              {r.bagId && x1 < 1046 ? (
                <tspan className="rb-s" dx="8" style={{ fill: 'var(--ink-3)' }}>
                  {first ? `limits bag ${r.bagId}` : `bag ${r.bagId}`}
                </tspan>
              ) : null}
            </text>
          </g>
        );
      })}
    </>
  );
}
