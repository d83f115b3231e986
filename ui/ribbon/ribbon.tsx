import { capital } from '@/core/calendar/calendar';
import type { RibbonData } from '@/server/consignment/view';
import { clock, dayMonth, factorColour, factorDash, factorWords, one, slackWords, weekday } from '@/ui/format';
import { KraftDefs, tornEdge } from '@/ui/drawings/kraft';
import { EDGE_L, EDGE_R, LEFT, RIGHT, axisTicks, ribbonScale } from './scale';

export interface RibbonProps {
  data: RibbonData;
  zone: string;
  there: { name: string; zone: string };
  full: boolean;
}

const TAPE_Y = 36;
const TAPE_H = 33;
const LANE_Y = 95;
const LANE_H = 78;
const ROWS_Y = LANE_Y + LANE_H + 12;
const ROW_H = 17;

interface Moment {
  ms: number;
  label: string;
  strong?: boolean;
}

/** One time axis from last feed to quarantine, the same clock on every station. */
export function Ribbon({ data, zone, there, full }: RibbonProps) {
  const s = ribbonScale(data);
  const height = full ? ROWS_Y + 4 * ROW_H + 8 : 92;
  const hourOf = (ms: number): number =>
    Number(clock(ms, zone).slice(0, 2)) + (clock(ms, zone).endsWith(':00') ? 0 : 0.5);
  const ticks = axisTicks(s, hourOf);
  const nowX = s.x(data.nowMs);
  const middle = (a: number, b: number): [number, number] => [Math.max(LEFT, s.x(a)), Math.min(RIGHT, s.x(b))];
  const moments = (
    [
      data.lastFeedMs
        ? { ms: data.lastFeedMs, label: `Last feed ${weekday(data.lastFeedMs, zone)} ${clock(data.lastFeedMs, zone)}` }
        : null,
      data.sealMs ? { ms: data.sealMs, label: 'Bag' } : null,
      { ms: data.handOverMs, label: `Hand-over ${clock(data.handOverMs, zone)}`, strong: true },
      data.windowMs
        ? {
            ms: data.windowMs.start,
            label: `Delivery ${weekday(data.windowMs.start, there.zone)} ${clock(data.windowMs.start, there.zone)} to ${clock(data.windowMs.end, there.zone)} in ${there.name}`,
            strong: true,
          }
        : null,
      { ms: data.openMs, label: 'Open' },
    ] as (Moment | null)[]
  ).filter((m): m is Moment => m !== null);

  // Labels on one line, left to right, none over another.
  const placed: (Moment & { x: number; at: number })[] = [];
  let free = 24;
  for (const m of [...moments].sort((a, b) => a.ms - b.ms)) {
    const x = s.x(m.ms);
    const width = m.label.length * (m.strong ? 6.5 : 6.1);
    let at = Math.max(free, Math.min(x - 4, 1140 - width));
    if (at < nowX + 42 && at + width > nowX - 42) {
      if (!m.strong) continue;
      at = nowX + 42;
    }
    if (at > x + 190) continue;
    placed.push({ ...m, x, at });
    free = at + width + 14;
  }

  const all = [...data.tempC, ...data.ambientC];
  const shown = data.tempC.length > 0;
  const end = shown ? Math.min(data.tempC.length - 1, Math.floor((s.endMs - data.sealMs!) / data.stepMs)) : 0;
  const lo =
    Math.min(data.band.min, ...all.slice(0, 1), ...data.tempC.slice(0, end), ...data.ambientC.slice(0, end)) - 1;
  const hi = Math.max(data.band.max, ...data.tempC.slice(0, end), ...data.ambientC.slice(0, end)) + 1;
  const y = (t: number): number => LANE_Y + LANE_H - ((t - lo) / (hi - lo)) * LANE_H;
  const path = (values: number[], from: number, to: number, yOf: (v: number) => number): string => {
    let d = '';
    for (let i = from; i <= to; i++)
      d += `${i === from ? 'M' : 'L'}${s.x(data.sealMs! + i * data.stepMs).toFixed(1)} ${yOf(values[i]!).toFixed(1)}`;
    return d;
  };
  const deadlineI = shown ? Math.min(end, Math.round((data.deadlineMs! - data.sealMs!) / data.stepMs)) : 0;
  const deadlineX = data.deadlineMs ? s.x(data.deadlineMs) : RIGHT;
  const until = data.tempC.slice(0, deadlineI + 1);
  const warmest = shown ? until.indexOf(Math.max(...until)) : 0;
  const summary = shown
    ? `Bag ${data.bagId}: water ${one(Math.min(...until))} to ${one(Math.max(...until))} °C until the end of the window; ${data.rows.map((r) => `${factorWords[r.factor]} slack ${slackWords(r.slackH)}`).join(', ')}.`
    : 'Nothing is computed yet.';
  const bigWindow = data.windowMs ? middle(data.windowMs.start, data.windowMs.end) : null;

  return (
    <>
      <svg
        viewBox={`0 0 1280 ${height}`}
        className="hidden w-full md:block"
        role="img"
        aria-label={`Time ribbon. ${summary}`}
        style={{ overflow: 'visible' }}
      >
        <KraftDefs />
        {ticks
          .filter((t) => t.hour === 18 || (s.perHour < 4.5 && t.midnight))
          .map((t) => {
            const [a, b] = middle(t.ms, t.ms + 12 * 3600_000);
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
        {placed.map((m) => (
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
            <text
              x={s.x(t.ms)}
              y={TAPE_Y + TAPE_H + 17}
              textAnchor="middle"
              className={`rb-ax ${t.midnight ? 'b' : ''}`}
            >
              {t.midnight ? dayMonth(t.ms, zone).replace(/ \w+$/, '') : String(t.hour).padStart(2, '0')}
            </text>
          </g>
        ))}
        {data.lastFeedMs && (
          <text x={EDGE_L + 20} y={TAPE_Y + TAPE_H + 17} textAnchor="middle" className="rb-ax">
            {weekday(data.lastFeedMs, zone)}
          </text>
        )}
        {['d7', 'd14', 'd21'].map((d, i) => (
          <text
            key={d}
            x={s.x(s.endMs + (6 + 7 * i) * 864e5)}
            y={TAPE_Y + TAPE_H + 17}
            textAnchor="middle"
            className="rb-ax"
          >
            {d}
          </text>
        ))}

        {full && shown && (
          <g>
            <path d={`M24 ${LANE_Y - 4}H1280`} className="hair" />
            <text x="32" y={LANE_Y + 12} className="rb-n b">
              Bag water
            </text>
            <text x="32" y={LANE_Y + 28} className="rb-s">
              bag {data.bagId}
            </text>
            <text x="32" y={LANE_Y + 43} className="rb-s">
              safe {data.band.min} to {data.band.max} °C
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
            <path d={`M24 ${ROWS_Y - 5}H1280`} className="hair" />
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
                  <text
                    x="32"
                    y={cy + 4}
                    className={`rb-n ${first ? 'b' : ''}`}
                    style={{ fill: first ? colour : undefined }}
                  >
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
                        {first ? `first to fail, bag ${r.bagId}` : `bag ${r.bagId}`}
                      </tspan>
                    ) : null}
                  </text>
                </g>
              );
            })}
            <path d={`M${deadlineX} ${LANE_Y}V${height}`} stroke="var(--ink)" strokeDasharray="2 2" strokeWidth="1.2" />
          </g>
        )}
        <g>
          <path d={`M${nowX} ${TAPE_Y - 4}V${height}`} stroke="var(--ink)" strokeWidth="1.8" />
          <path d={`M${nowX - 36} 7h72v19h-30l-6 8l-6 -8h-30Z`} fill="var(--ink)" />
          <text x={nowX} y="21" textAnchor="middle" className="flag-t">
            now {clock(data.nowMs, zone)}
          </text>
        </g>
      </svg>
      <ol className="border-y border-rule px-3 py-2 text-13 md:sr-only" aria-label="Moments of this consignment">
        {[...moments, { ms: data.nowMs, label: 'Now', strong: true }]
          .sort((a, b) => a.ms - b.ms)
          .map((m) => (
            <li key={m.label} className="flex gap-3 border-l-4 border-[var(--kraft)] py-0.5 pl-3">
              <span className="num w-[104px] shrink-0">
                {weekday(m.ms, zone)} {clock(m.ms, zone)}
              </span>
              <span className={m.label === 'Now' ? 'font-bold' : ''}>{m.label.replace(/ \d\d:\d\d$/, '')}</span>
            </li>
          ))}
        {data.rows[0] && (
          <li className="flex gap-3 border-l-4 border-[var(--kraft)] py-0.5 pl-3">
            <span className="w-[104px] shrink-0">First to fail</span>
            <b>
              {factorWords[data.rows[0].factor]}, slack {slackWords(data.rows[0].slackH)}
            </b>
          </li>
        )}
      </ol>
    </>
  );
}
