'use client';

import { Button } from '@/ui/kit/button';
import { Plot, quiet, plainLine } from '@/ui/kit/plot';
import { Table } from '@/ui/kit/table';
import { useState } from 'react';
import { Line, ReferenceArea, ReferenceDot, ReferenceLine, XAxis, YAxis } from 'recharts';
import type { Otherwise } from '@/core/evaluate/what-if';
import type { BagView } from '@/server/bag/view';

type Hour = BagView['hours'][number];

/** A share in whole percents; the least are told as such. */
const percent = (x: number): string => (x > 0 && x < 0.01 ? 'under 1 %' : `${(100 * x).toFixed(0)} %`);

/** What is drawn, by limit; pH says what drives it. */
const panelsOf = ({ limits }: BagView, at: Hour) =>
  [
    {
      key: 'tempC',
      name: 'Water',
      note: `tolerates ${limits.tempMin} to ${limits.tempMax} for 24 h; ${percent(at.dose)} used`,
      unit: '°C',
      digits: 1,
      colour: 'var(--c-temp)',
      dash: '',
      lines: [limits.tempMin, limits.tempMax],
    },
    {
      key: 'oxygenMgL',
      name: 'Oxygen',
      note: `${limits.oxygenMgL.toFixed(1)} or more`,
      unit: 'mg/L',
      digits: 0,
      colour: 'var(--c-oxy)',
      dash: '9 4',
      lines: [limits.oxygenMgL],
    },
    {
      key: 'times',
      name: 'Ammonia',
      note: `under ${limits.times} × the acute criterion`,
      unit: '× acute',
      digits: 2,
      colour: 'var(--c-amm)',
      dash: '1.5 4',
      lines: [limits.times],
    },
    {
      key: 'pH',
      name: 'pH, by CO₂',
      note: `over ${limits.phFloor.toFixed(1)}; CO₂ ${at.co2.toFixed(0)} mg/L`,
      unit: '',
      digits: 2,
      colour: 'var(--c-co2)',
      dash: '9 4 2 4',
      lines: [limits.phFloor],
    },
  ] as const;

function Panel({
  panel,
  data,
  at,
  last,
  deadlineH,
  foot,
}: {
  panel: ReturnType<typeof panelsOf>[number];
  data: readonly Hour[];
  at: Hour;
  last: number;
  deadlineH: number;
  /** The lowest bears the hours. */
  foot: boolean;
}) {
  const values = data.map((r) => r[panel.key]);
  const otherwise = data.flatMap((r) => (r as Partial<Record<string, number>>)[`${panel.key}?`] ?? []);
  const all = [...values, ...otherwise, ...panel.lines];
  const pad = (Math.max(...all) - Math.min(...all)) * 0.12 || 0.1;
  return (
    <div className="grid grid-cols-[124px_1fr_84px] items-center border-b border-rule">
      <p className="py-1 leading-tight">
        <b style={{ color: panel.colour }}>{panel.name}</b>
        <br />
        <span className="mute text-12">{panel.note}</span>
      </p>
      <Plot data={data} height={foot ? 74 : 56} margin={{ top: 4, bottom: foot ? 0 : 4, left: 2, right: 6 }}>
        <XAxis
          dataKey="h"
          type="number"
          domain={[0, last]}
          hide={!foot}
          ticks={Array.from({ length: Math.floor(last / 12) + 1 }, (_, k) => k * 12)}
          height={20}
          {...quiet}
        />
        <YAxis hide domain={[Math.min(...all) - pad, Math.max(...all) + pad]} />
        {panel.key === 'tempC' && (
          <ReferenceArea y1={panel.lines[0]} y2={panel.lines[1]} fill="var(--tide)" fillOpacity={0.07} />
        )}
        {panel.lines.map((l) => (
          <ReferenceLine key={l} y={l} stroke={panel.colour} strokeOpacity={0.5} strokeWidth={1} />
        ))}
        <ReferenceLine x={deadlineH} stroke="var(--ink)" strokeDasharray="2 2" />
        <Line dataKey={panel.key} stroke={panel.colour} strokeWidth={2} strokeDasharray={panel.dash} {...plainLine} />
        {otherwise.length > 0 && (
          <Line dataKey={`${panel.key}?`} stroke="var(--ink)" strokeWidth={1.4} strokeDasharray="3 3" {...plainLine} />
        )}
        <ReferenceDot
          x={at.h}
          y={at[panel.key]}
          r={3.5}
          fill="var(--surface)"
          stroke={panel.colour}
          strokeWidth={1.6}
        />
      </Plot>
      <p className="pl-2 text-right" style={{ color: panel.colour }}>
        <b className="num text-16" data-testid={`hours-${panel.key}`}>
          {at[panel.key].toFixed(panel.digits)}
        </b>
        {'\u00a0'}
        <span className="u">{panel.unit}</span>
      </p>
    </div>
  );
}

function HoursTable({ data }: { data: readonly Hour[] }) {
  return (
    <Table
      frame="max-h-64"
      head={
        <>
          <th>h</th>
          <th className="r">°C</th>
          <th className="r">O₂ mg/L</th>
          <th className="r">TAN mg N/L</th>
          <th className="r">NH₃ mg N/L</th>
          <th className="r">× acute</th>
          <th className="r">pH</th>
          <th className="r">CO₂ mg/L</th>
        </>
      }
    >
      {data
        .filter((r) => Math.round(r.h) % 6 === 0 && Math.abs(r.h - Math.round(r.h)) < 0.01)
        .map((r) => (
          <tr key={r.h} className="num">
            <td>{r.h.toFixed(0)}</td>
            <td className="r">{r.tempC.toFixed(1)}</td>
            <td className="r">{r.oxygenMgL.toFixed(1)}</td>
            <td className="r">{r.tan.toFixed(2)}</td>
            <td className="r">{r.nh3.toFixed(4)}</td>
            <td className="r">{r.times.toFixed(2)}</td>
            <td className="r">{r.pH.toFixed(2)}</td>
            <td className="r">{r.co2.toFixed(1)}</td>
          </tr>
        ))}
    </Table>
  );
}

/** Four small panels on one clock: water, oxygen, ammonia, pH; each with its limit. */
export function BagHours({
  view,
  deadlineH,
  other = null,
}: {
  view: BagView;
  deadlineH: number;
  /** The same bag otherwise, drawn over it. */
  other?: Otherwise | null;
}) {
  const [table, setTable] = useState(false);
  const last = Math.min(view.hours[view.hours.length - 1]?.h ?? 0, Math.ceil((deadlineH + 24) / 6) * 6);
  const data = view.hours
    .filter((r) => r.h <= last)
    .map((r) => {
      const k = Math.round(r.h * 2);
      return other
        ? {
            ...r,
            'tempC?': other.curves.tempC[k],
            'oxygenMgL?': other.curves.oxygenMgL[k],
            'times?': other.curves.times[k],
            'pH?': other.curves.pH[k],
          }
        : r;
    });
  const at = data.reduce((x, r) => (Math.abs(r.h - deadlineH) < Math.abs(x.h - deadlineH) ? r : x), data[0]!);
  const panels = panelsOf(view, at);
  const summary = `At ${at.h.toFixed(0)} h: ${at.tempC.toFixed(1)} °C, oxygen ${at.oxygenMgL.toFixed(0)} mg/L, un-ionized ammonia ${at.nh3.toFixed(3)} and total ${at.tan.toFixed(1)} mg N/L (${at.times.toFixed(2)} × the acute criterion), pH ${at.pH.toFixed(2)}, CO₂ ${at.co2.toFixed(0)} mg/L.`;
  return (
    <figure aria-label={summary}>
      {panels.map((panel, i) => (
        <Panel
          key={panel.key}
          panel={panel}
          data={data}
          at={at}
          last={last}
          deadlineH={deadlineH}
          foot={i === panels.length - 1}
        />
      ))}
      <figcaption className="flex items-center gap-3 pt-1 text-12 text-ink-3">
        <span>hours from sealing</span>
        <Button tone="flat" className="ml-auto !min-h-9" aria-expanded={table} onClick={() => setTable(!table)}>
          {table ? 'Hide the table' : 'Show as table'}
        </Button>
      </figcaption>
      {view.told.map((x) => (
        <p key={x} className="note mt-1">
          {x}
        </p>
      ))}
      {table && <HoursTable data={data} />}
    </figure>
  );
}
