'use client';

import { useState } from 'react';
import { Line, ReferenceArea, ReferenceLine, XAxis, YAxis } from 'recharts';
import { quantities, tankFigures, type TankFigure } from '@/core/measurement/quantities';
import type { TankWeeks } from '@/server/quarantine/view';
import { dayClock, dayMonth } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { Plot, quiet } from '@/ui/kit/plot';
import { Table } from '@/ui/kit/table';

const colour: Partial<Record<TankFigure, string>> = {
  tanMgNL: 'var(--c-amm)',
  pH: 'var(--c-co2)',
  tempC: 'var(--c-temp)',
};

/** Where a figure is watched and where it is too much. */
function bandsOf(q: TankWeeks, k: TankFigure): { watch: number | null; stop: number | null; from: number | null } {
  const f = q.foretold;
  const copper = q.water.find((w) => w.medicine.kind === 'copper' || w.medicine.kind === 'bound-copper')?.medicine;
  if (k === 'tanMgNL') return { watch: f ? f.limit / 2 : null, stop: f?.limit ?? null, from: null };
  if (k === 'nitriteMgL') return { watch: q.bands.nitriteWatch, stop: q.bands.nitriteStop, from: null };
  if (k === 'nitrateMgL') return { watch: q.bands.nitrateWatch, stop: null, from: null };
  if (k === 'copperMgL') return { watch: null, stop: copper?.bandToMgL ?? null, from: copper?.bandFromMgL ?? null };
  return { watch: null, stop: null, from: null };
}

function Course({ q, k }: { q: TankWeeks; k: TankFigure }) {
  const { label, unit, digits } = quantities[k];
  const points = q.series[k]!;
  const { watch, stop, from } = bandsOf(q, k);
  const ahead = k === 'tanMgNL' && q.foretold ? q.foretold.curve.map((c) => ({ ms: c.ms, ahead: c.mgNL })) : [];
  const data = [...points.map((p) => ({ ms: p.ms, value: p.value })), ...ahead];
  const values = [...points.map((p) => p.value), ...ahead.map((x) => x.ahead)];
  const zeroed = unit.startsWith('mg');
  const most = Math.max(...values, zeroed ? (stop ?? watch ?? 0) : -Infinity);
  const least = zeroed ? 0 : Math.min(...values);
  const pad = Math.max((most - least) * 0.15, zeroed ? 0 : 0.2);
  const last = points.at(-1)!;
  const stroke = colour[k] ?? 'var(--ink)';
  return (
    <figure
      className="border-b border-rule py-2"
      aria-label={`${label}: ${points.length} tests, last ${last.value.toFixed(digits)} ${unit}.`}
    >
      <figcaption className="flex items-baseline gap-2">
        <b className="font-head text-15">{label}</b>
        {'\u00a0'}
        <span className="u">{unit}</span>
        <b className="num ml-auto text-18" style={{ color: stroke }}>
          {last.value.toFixed(digits)}
        </b>
        <span className="note">{dayMonth(last.ms, q.zone)}</span>
      </figcaption>
      <Plot
        data={data}
        height={points.length > 1 || ahead.length > 0 ? 96 : 60}
        margin={{ top: 6, right: 10, left: 0, bottom: 0 }}
      >
        <XAxis dataKey="ms" type="number" domain={[q.clockMs, Math.max(q.nowMs + 3 * 864e5, last.ms)]} hide />
        <YAxis
          domain={[least - (zeroed ? (most || 1) * 0.06 : pad), most + pad || 1]}
          width={44}
          {...quiet}
          tickCount={3}
          allowDataOverflow
          tickFormatter={(v: number) => v.toFixed(digits)}
        />
        {watch !== null && (
          <ReferenceArea y1={watch} y2={stop ?? most + pad} fill="var(--watch-mark)" fillOpacity={0.1} />
        )}
        {stop !== null && <ReferenceLine y={stop} stroke="var(--stop)" strokeOpacity={0.7} />}
        {from !== null && <ReferenceArea y1={from} y2={stop ?? most + pad} fill="var(--tide)" fillOpacity={0.12} />}
        <ReferenceLine x={q.nowMs} stroke="var(--ink)" />
        <Line
          dataKey="value"
          stroke={stroke}
          strokeWidth={2}
          dot={{ r: 3, fill: 'var(--surface)' }}
          isAnimationActive={false}
          connectNulls
        />
        {ahead.length > 0 && (
          <Line
            dataKey="ahead"
            stroke={stroke}
            strokeWidth={2}
            strokeDasharray="2 4"
            dot={false}
            isAnimationActive={false}
            connectNulls
          />
        )}
      </Plot>
    </figure>
  );
}

/** A figure that stands still needs no curve; ammonia and nitrite always have one. */
const moves = (q: TankWeeks, k: TankFigure): boolean =>
  ['tanMgNL', 'nitriteMgL', 'copperMgL'].includes(k) || new Set(q.series[k]!.map((p) => p.value)).size > 2;

const foremost: readonly TankFigure[] = ['tanMgNL', 'nitriteMgL', 'copperMgL', 'pH'];
const order = [...foremost, ...tankFigures.filter((k) => !foremost.includes(k))];

/** What was measured of the water, one figure under another on one clock; or as a table. */
export function Measured({ q }: { q: TankWeeks }) {
  const [table, setTable] = useState(false);
  const shown = order.filter((k) => q.series[k]);
  const f = q.foretold;
  return (
    <section aria-label="Measured">
      <div className="flex items-baseline gap-3">
        <h2 className="mr-auto">Measured</h2>
        {shown.length > 0 && (
          <Button tone="flat" aria-pressed={table} onClick={() => setTable(!table)}>
            {table ? 'Show curves' : 'Show as table'}
          </Button>
        )}
      </div>
      {shown.length === 0 && (
        <p className="note border-y border-rule py-4">No tests yet. Start with ammonia, nitrite, pH and temperature.</p>
      )}
      {!table && shown.filter((k) => moves(q, k)).map((k) => <Course key={k} q={q} k={k} />)}
      {!table && (
        <dl className="mt-1 grid grid-cols-2 gap-x-6">
          {shown
            .filter((k) => !moves(q, k))
            .map((k) => {
              const last = q.series[k]!.at(-1)!;
              return (
                <div key={k} className="flex items-baseline gap-2 border-b border-rule py-1">
                  <dt>{quantities[k].label}</dt>
                  <dd className="num ml-auto">
                    {last.value.toFixed(quantities[k].digits)} <span className="u">{quantities[k].unit}</span>
                  </dd>
                </div>
              );
            })}
        </dl>
      )}
      {table && (
        <Table
          head={
            <>
              <th>When</th>
              {shown.map((k) => (
                <th key={k} className="text-right">
                  {quantities[k].label}
                </th>
              ))}
            </>
          }
        >
          {q.entries
            .filter((e) => e.kind === 'test' && !e.struck)
            .map((e) => (
              <tr key={e.n}>
                <td>{dayClock(Date.parse(e.at), q.zone)}</td>
                {shown.map((k) => (
                  <td key={k} className="num text-right">
                    {e.kind === 'test' && e.figures[k] !== undefined ? e.figures[k].toFixed(quantities[k].digits) : ''}
                  </td>
                ))}
              </tr>
            ))}
        </Table>
      )}
      {f && <Foretold q={q} f={f} />}
    </section>
  );
}

/** What comes of ammonia, and which change holds it under its criterion. */
function Foretold({ q, f }: { q: TankWeeks; f: NonNullable<TankWeeks['foretold']> }) {
  return (
    <section className="mt-5" aria-label="Ammonia forecast">
      <h2>Ammonia forecast</h2>
      <p className="mt-1">
        {f.plan ? (
          <>
            Change <b className="num text-22">{(f.plan.share * 100).toFixed(0)}</b> %,{' '}
            <b className="num">{f.plan.litres.toFixed(0)}</b> L, every{' '}
            {f.plan.everyDays === 0.5 ? 'half day' : f.plan.everyDays === 1 ? 'day' : `${f.plan.everyDays} days`}: it
            then stays below {f.plan.peakMgNL.toFixed(2)} mg N/L.
          </>
        ) : (
          <b className="text-stop">Not even 90 % twice a day is enough. Fewer fish, more water, or cycled media.</b>
        )}
      </p>
      <p className="note mt-1">
        {f.massG.toFixed(0)} g of fish produce {f.unfedMgD.toFixed(0)} mg N a day unfed;{' '}
        {f.foodTold
          ? `${f.foodG.toFixed(1)} g of food a day as recorded`
          : `${f.foodG.toFixed(1)} g of food a day assumed (1 % of body weight)`}
        . The filter removes {(f.share * 100).toFixed(0)} %, {f.shareFrom}. Chronic criterion {f.limit.toFixed(2)} mg
        N/L at pH {f.pH.toFixed(1)}
        {f.measuredPh ? '' : ' (not measured)'} and {f.tempC.toFixed(0)} °C;{' '}
        {f.reachesH === null ? 'not reached in three days.' : `reached in ${f.reachesH} h without a change.`} Keep{' '}
        {f.readyL} L ready, at {f.tempC.toFixed(0)} °C
        {q.latest.salinity && q.latest.salinity.value > 1
          ? ` and salinity ${q.latest.salinity.value.toFixed(0)}, ${(q.latest.salinity.value * 1.05 * f.readyL).toFixed(0)} g of sea salt`
          : ''}
        .
      </p>
    </section>
  );
}
