'use client';

import { Line, ReferenceArea, ReferenceDot, ReferenceLine, XAxis, YAxis } from 'recharts';
import { Plot, quiet, plainLine } from '@/ui/kit/plot';
import type { MethodView } from '@/server/arrive/view';

/** Un-ionized ammonia and pH of one method; all methods of a lane share their scales. */
export function MethodChart({
  method,
  lanes,
  limit,
}: {
  method: MethodView;
  lanes: readonly MethodView[];
  limit: number;
}) {
  const data = method.minutes.map((m, i) => ({ m, nh3: method.nh3[i], pH: method.pH[i] }));
  const last = Math.max(...lanes.map((l) => l.minutes[l.minutes.length - 1]!));
  const top = Math.max(limit * 1.15, ...lanes.flatMap((l) => l.nh3)) * 1.05;
  const pHs = lanes.flatMap((l) => l.pH);
  const peak = data.reduce((x, d) => ((d.nh3 ?? 0) > (x.nh3 ?? 0) ? d : x), data[0]!);
  return (
    <figure
      aria-label={`${method.name}: un-ionized ammonia peaks at ${peak.nh3?.toFixed(3)} mg N/L after ${peak.m.toFixed(0)} minutes.`}
    >
      <Plot data={data} height={108} margin={{ top: 8, right: 8, left: 0, bottom: 0 }}>
        <XAxis dataKey="m" type="number" domain={[0, last]} hide />
        <YAxis
          domain={[0, top]}
          width={40}
          {...quiet}
          ticks={[0, limit / 2, limit]}
          tickFormatter={(v: number) => (v === 0 ? '0' : v.toFixed(limit < 0.1 ? 3 : 2).replace(/^0/, ''))}
        />
        <ReferenceArea y1={limit} y2={top} fill="var(--stop)" fillOpacity={0.09} />
        <ReferenceLine y={limit} stroke="var(--stop)" strokeOpacity={0.6} />
        <ReferenceLine
          x={method.openAtMin}
          stroke="var(--ink-3)"
          label={{ value: 'open', position: 'insideTopRight', fontSize: 12, fill: 'var(--ink-3)' }}
        />
        <ReferenceLine x={method.transferAtMin} stroke="var(--ink)" strokeDasharray="2 2" />
        <Line dataKey="nh3" stroke="var(--c-amm)" strokeWidth={2.2} strokeDasharray="1.5 4" {...plainLine} />
        <ReferenceDot
          x={peak.m}
          y={peak.nh3 ?? 0}
          r={3.5}
          fill="var(--surface)"
          stroke="var(--c-amm)"
          label={{
            value: (peak.nh3 ?? 0).toFixed(3),
            position: peak.m > last * 0.7 ? 'left' : 'right',
            fontSize: 13,
            fontWeight: 700,
            fill: 'var(--c-amm)',
            fontFamily: 'var(--face-num)',
            dy: -11,
            paintOrder: 'stroke',
            stroke: 'var(--surface)',
            strokeWidth: 3,
          }}
        />
      </Plot>
      <div className="border-t border-rule">
        <Plot data={data} height={83} margin={{ top: 6, right: 8, left: 0, bottom: 0 }}>
          <XAxis dataKey="m" type="number" domain={[0, last]} height={18} {...quiet} tickCount={5} />
          <YAxis
            domain={[Math.floor(Math.min(...pHs) * 2) / 2, Math.ceil(Math.max(...pHs) * 2) / 2]}
            width={40}
            {...quiet}
            tickCount={3}
          />
          <ReferenceLine x={method.transferAtMin} stroke="var(--ink)" strokeDasharray="2 2" />
          <Line dataKey="pH" stroke="var(--c-co2)" strokeWidth={2} strokeDasharray="9 4 2 4" {...plainLine} />
        </Plot>
      </div>
      <figcaption className="mb-1 text-12 text-ink-3">
        <span style={{ color: 'var(--c-amm)' }}>NH₃, mg N/L</span> over{' '}
        <span style={{ color: 'var(--c-co2)' }}>pH</span>, minutes
      </figcaption>
    </figure>
  );
}
