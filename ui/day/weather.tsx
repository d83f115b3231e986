'use client';

import type { Forecast } from '@/core/consignment/schema';
import { midnightOf } from '@/core/weather/days';
import { weatherSeries, weatherAt } from '@/core/weather/forecast';
import { HOUR } from '@/core/quantities/time';

const HEIGHT = 96;
const PER_DAY = 100;
const SAMPLES = 16;

interface Line {
  /** As the forecast tells it, and where its last day is repeated. */
  told: string;
  repeated: string;
}

/** Air at both ends over the days of the table under it, on one scale; broken where the forecast does not reach. */
export function WeatherChart({
  forecast,
  from,
  to,
  days,
  zone,
}: {
  forecast: Forecast;
  from: string;
  to: string;
  days: readonly string[];
  zone: string;
}) {
  const ends = from === to ? [from] : [from, to];
  const starts = days.map((d) => midnightOf(d, zone));
  const samples = ends.map((name) => {
    const series = weatherSeries(forecast, name);
    return series
      ? starts.flatMap((ms, day) =>
          Array.from({ length: SAMPLES }, (_, i) => ({
            x: (day + i / SAMPLES) * PER_DAY,
            ...weatherAt(series, ms + (i * 24 * HOUR) / SAMPLES),
          })),
        )
      : [];
  });
  const all = samples.flat().map((s) => s.tempC);
  if (all.length === 0) return null;
  const step = Math.max(...all) - Math.min(...all) > 24 ? 10 : 5;
  const low = Math.floor(Math.min(...all) / step) * step;
  const high = Math.max(low + step, Math.ceil(Math.max(...all) / step) * step);
  const y = (c: number): number => 6 + ((high - c) / (high - low)) * (HEIGHT - 12);
  const lines = samples.map((list): Line => {
    let told = '';
    let repeated = '';
    list.forEach((s, i) => {
      const before = list[i - 1];
      const at = `${s.x.toFixed(1)} ${y(s.tempC).toFixed(1)}`;
      if (s.covered) told += `${before?.covered ? 'L' : 'M'}${at}`;
      else
        repeated +=
          before && !before.covered
            ? `L${at}`
            : `M${before ? `${before.x.toFixed(1)} ${y(before.tempC).toFixed(1)}L` : ''}${at}`;
    });
    return { told, repeated };
  });
  const colours = ['var(--ink)', 'var(--tide)'];
  const marks = Array.from({ length: Math.round((high - low) / step) + 1 }, (_, i) => low + i * step);
  return (
    <tr>
      <th className="sticky left-0 z-10 bg-surface !align-top !pb-0 !pt-1">
        <span className="flex h-[96px] justify-between gap-1">
          <span className="flex flex-col justify-center gap-1 text-13 leading-tight">
            {ends.map((name, i) => (
              <span key={name} className="flex items-center gap-1.5 !whitespace-normal font-normal text-ink">
                <i className="h-[3px] w-4 shrink-0" style={{ background: colours[i] }} aria-hidden="true" /> {name}
              </span>
            ))}
          </span>
          <svg width="34" height={HEIGHT} aria-hidden="true" className="shrink-0">
            {marks.map((c) => (
              <text key={c} x="34" y={y(c) + 4} textAnchor="end" className="rb-ax">
                {String(c).replace('-', '−')}°
              </text>
            ))}
          </svg>
        </span>
      </th>
      <td colSpan={days.length} className="!p-0 !align-top">
        <svg
          viewBox={`0 0 ${days.length * PER_DAY} ${HEIGHT}`}
          preserveAspectRatio="none"
          className="mt-1 h-[96px] w-full"
          role="img"
          aria-label={`Air in ${ends.join(' and ')} over the ten days, ${low} to ${high} °C`}
        >
          {marks.map((c) => (
            <path
              key={c}
              d={`M0 ${y(c)}H${days.length * PER_DAY}`}
              stroke={c === 0 ? 'var(--water-line)' : 'var(--grid)'}
              strokeWidth={c === 0 ? 1.5 : 1}
              vectorEffect="non-scaling-stroke"
            />
          ))}
          {days.map((d, i) => (
            <path key={d} d={`M${i * PER_DAY} 0V${HEIGHT}`} stroke="var(--rule)" vectorEffect="non-scaling-stroke" />
          ))}
          {lines.map((l, i) => (
            <g key={ends[i]} fill="none" stroke={colours[i]} strokeWidth="2">
              <path d={l.told} vectorEffect="non-scaling-stroke" />
              <path d={l.repeated} strokeDasharray="3 4" strokeOpacity=".7" vectorEffect="non-scaling-stroke" />
            </g>
          ))}
        </svg>
      </td>
    </tr>
  );
}
