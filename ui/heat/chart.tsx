import type { Fan } from '@/core/engine/percentiles';
import type { BoxReading } from '@/core/evaluate/box-reading';
import { clock, one, weekday } from '@/ui/format';
import { LEFT, RIGHT, ribbonScale } from '@/ui/ribbon/scale';
import { Looked, scrubbing } from '@/ui/ribbon/scrub';
import { Borne } from './stress-used';
import type { HeatOption, HeatStationProps } from './props';

const TOP = 34;
const H = 190;
const B_TOP = TOP + H + 16;
const B_H = 54;

type Scale = ReturnType<typeof ribbonScale>;

/** A curve of the journey's steps on the ribbon's clock. */
const pathOf = (v: number[], y: (x: number) => number, p: HeatStationProps, s: Scale): string =>
  v.map((t, i) => `${i ? 'L' : 'M'}${s.x(p.clock.sealMs + i * p.stepMs).toFixed(1)} ${y(t).toFixed(1)}`).join('');

/** Names at the ends of lines, none over another, none below the foot. */
function apart<T extends { at: number }>(names: T[], foot: number): T[] {
  const ends = names.map((n) => ({ ...n })).sort((a, b) => a.at - b.at);
  for (let i = 1; i < ends.length; i++) ends[i]!.at = Math.max(ends[i]!.at, ends[i - 1]!.at + 14);
  const over = (ends[ends.length - 1]?.at ?? 0) - foot;
  if (over > 0) for (const e of ends) e.at -= over;
  for (let i = ends.length - 2; i >= 0; i--) ends[i]!.at = Math.min(ends[i]!.at, ends[i + 1]!.at - 14);
  return ends;
}

/** How warm it is outside on each leg, above the chart. */
const HOT_C = 29;
const COLD_C = 4;
const airFill = (l: { minC: number; maxC: number }): string =>
  l.maxC > HOT_C ? '#F4DFD0' : l.minC < COLD_C ? '#DCE6F0' : 'var(--sunk)';

/** The leg whose air is furthest from mild, in words; nothing where every one is mild. */
function worstAir({ legs }: HeatStationProps): string | null {
  const off = (l: { minC: number; maxC: number }): number => Math.max(l.maxC - HOT_C, COLD_C - l.minC);
  const worst = legs.reduce((x, l) => (off(l) > off(x) ? l : x), legs[0]!);
  return off(worst) > 0 ? worst.words : null;
}

function Outside({ p, s, foot }: { p: HeatStationProps; s: Scale; foot: number }) {
  return p.legs.map((l, i) => {
    const a = Math.max(LEFT, s.x(l.startMs));
    const b = Math.min(RIGHT, s.x(l.endMs));
    const words =
      Math.round(l.minC) === Math.round(l.maxC)
        ? `${Math.round(l.minC)}`
        : `${Math.round(l.minC)} to ${Math.round(l.maxC)}`;
    return b > a + 2 ? (
      <g key={i}>
        <title>{l.words}</title>
        <rect x={a + 1} y="8" width={b - a - 2} height="22" rx="2" fill={airFill(l)} />
        {b - a > words.length * 7.5 && (
          <text
            x={(a + b) / 2}
            y="23"
            textAnchor="middle"
            className="rb-fig"
            fill={l.maxC > HOT_C ? 'var(--c-temp)' : l.minC < COLD_C ? 'var(--c-oxy)' : 'var(--ink-2)'}
          >
            {words.replace('-', '−')}
          </text>
        )}
        <path d={`M${a} 30V${foot}`} stroke="var(--rule)" />
      </g>
    ) : null;
  });
}

function NotForecast({ p, s }: { p: HeatStationProps; s: Scale }) {
  if (p.forecast.endsMs === null || s.x(p.forecast.endsMs) >= RIGHT) return null;
  const from = Math.max(LEFT, s.x(p.forecast.endsMs));
  return (
    <g data-testid="not-forecast">
      <rect x={from} y={TOP} width={RIGHT - from} height={H} fill="url(#window-hatch)" fillOpacity=".5" />
      <text x={from + 6} y={TOP + H - 8} className="rb-s">
        no forecast: last day repeated
      </text>
    </g>
  );
}

/** What is safe for all in the bag, with its figures at the left. */
function Band({
  p,
  bagId,
  y,
  lo,
  hi,
}: {
  p: HeatStationProps;
  bagId: string;
  y: (t: number) => number;
  lo: number;
  hi: number;
}) {
  return (
    <>
      <text x="32" y={TOP + 22} className="rb-n b">
        Bag water
      </text>
      <text x="32" y={TOP + 38} className="rb-s">
        bag {bagId}; 8 trips in 10
      </text>
      <text x="32" y={TOP + 54} className="rb-s" style={{ fill: 'var(--tide)' }}>
        all tolerate for 24 h:
      </text>
      <text x="32" y={TOP + 69} className="rb-s" style={{ fill: 'var(--tide)' }}>
        {p.band.min} to {p.band.max} °C
      </text>
      <rect
        x={LEFT}
        y={y(p.band.max)}
        width={RIGHT - LEFT}
        height={y(p.band.min) - y(p.band.max)}
        fill="var(--band-safe)"
      />
      <path d={`M${LEFT} ${y(p.band.max)}H${RIGHT}M${LEFT} ${y(p.band.min)}H${RIGHT}`} stroke="var(--tide)" />
      {p.ease.min < p.ease.max && (
        <>
          <rect
            x={LEFT}
            y={y(p.ease.max)}
            width={RIGHT - LEFT}
            height={y(p.ease.min) - y(p.ease.max)}
            fill="var(--tide)"
            fillOpacity=".07"
          />
          <text x="32" y={TOP + 86} className="rb-s">
            comfortable {p.ease.min} to {p.ease.max} °C
          </text>
        </>
      )}
      {[p.band.max, p.band.min, 10, 0]
        .filter((t, i) => t > lo && t < hi && (i < 2 || Math.abs(y(t) - y(p.band.min)) > 14))
        .map((t) => (
          <text key={t} x={LEFT - 8} y={y(t) + 4} textAnchor="end" className="rb-ax">
            {t}
          </text>
        ))}
      {lo < 0 && <path d={`M${LEFT} ${y(0)}H${RIGHT}`} stroke="var(--rule-strong)" strokeDasharray="1 3" />}
    </>
  );
}

/** What the packs give and the walls lose, in watts. */
function Balance({
  set,
  p,
  s,
  end,
  oxygen,
}: {
  set: HeatOption;
  p: HeatStationProps;
  s: Scale;
  end: number;
  /** Of the box's air, as a share of fresh air. */
  oxygen: number[] | null;
}) {
  const maxW = Math.max(4, ...set.packW, ...set.lossW.slice(0, end)) * 1.1;
  const yw = (w: number): number => B_TOP + B_H - (Math.max(0, w) / maxW) * B_H;
  const path = (v: number[]): string => pathOf(v.slice(0, end + 1), yw, p, s);
  return (
    <>
      <path d={`M24 ${B_TOP - 6}H1280`} className="hair" />
      <text x="32" y={B_TOP + 14} className="rb-n b">
        Heat balance
      </text>
      <text x="32" y={B_TOP + 30} className="rb-s">
        watts, whole box
      </text>
      {[0, Math.round(maxW / 2), Math.floor(maxW)].map((w) => (
        <text key={w} x={LEFT - 8} y={yw(w) + 4} textAnchor="end" className="rb-ax">
          {w}
        </text>
      ))}
      <path
        d={`${path(set.packW)}L${s.x(p.clock.sealMs + end * p.stepMs)} ${yw(0)}L${s.x(p.clock.sealMs)} ${yw(0)}Z`}
        fill="var(--c-temp)"
        fillOpacity=".12"
      />
      <path d={path(set.packW)} fill="none" stroke="var(--c-temp)" strokeWidth="1.6" />
      <path d={path(set.lossW)} fill="none" stroke="var(--c-amb)" strokeDasharray="5 3" strokeWidth="1.4" />
      <text x={RIGHT + 12} y={B_TOP + 16} className="rb-s">
        lost through the walls
      </text>
      <text x={RIGHT + 12} y={B_TOP + 34} className="rb-s" style={{ fill: 'var(--c-temp)' }}>
        from the packs
      </text>
      {oxygen && set.packs.length > 0 && (
        <>
          <path
            d={path(oxygen.map((x) => x * maxW))}
            fill="none"
            stroke="var(--c-oxy)"
            strokeDasharray="9 4"
            strokeWidth="1.2"
          />
          <text x={RIGHT + 12} y={B_TOP + 52} className="rb-s" style={{ fill: 'var(--c-oxy)' }}>
            air for packs, top is fresh
          </text>
        </>
      )}
    </>
  );
}

/** All bags of the box, thin; the coldest and the warmest by name at the end of the window. */
function EveryBag({
  reading,
  at,
  x,
  y,
  path,
}: {
  reading: BoxReading;
  at: number;
  x: number;
  y: (t: number) => number;
  path: (v: number[]) => string;
}) {
  const by = [...reading.bags].sort((p, q) => p.tempC[at]! - q.tempC[at]!);
  const [coldest, warmest] = [by[0]!, by[by.length - 1]!];
  return (
    <g aria-hidden="true">
      {reading.bags.map((b) => (
        <path key={b.id} d={path(b.tempC)} fill="none" stroke="var(--c-temp)" strokeOpacity=".35" strokeWidth="1" />
      ))}
      {warmest.tempC[at]! - coldest.tempC[at]! > 0.3 &&
        [coldest, warmest].map((b, i) => (
          <text
            key={b.id}
            x={x + 8}
            y={y(b.tempC[at]!) + (i === 0 ? 16 : -6)}
            className="rb-s"
            style={{ fill: 'var(--c-temp)' }}
          >
            {i === 0 ? 'coldest' : 'warmest'} {b.id}, {one(b.tempC[at]!)}
          </text>
        ))}
    </g>
  );
}

/** What stands at an instant that is looked at. */
function figuresAt(ms: number, p: HeatStationProps, set: HeatOption, reading: BoxReading | null): string {
  const i = Math.round((ms - p.clock.sealMs) / p.stepMs);
  const at = `${weekday(ms, p.zone)} ${clock(ms, p.zone)}`;
  if (i < 0 || i >= set.tempC.length) return at;
  const air = reading?.oxygen[i];
  return [
    at,
    `water ${one(set.tempC[i]!)}`,
    `outside ${one(p.ambientC[i]!)} °C`,
    `packs ${one(set.packW[i]!)} W`,
    ...(air !== undefined && set.packs.length > 0 ? [`air for packs ${Math.round(100 * air)} %`] : []),
  ].join(', ');
}

/** Every line by its name, at its end. */
function Names({
  drawn,
  chosen,
  at,
}: {
  drawn: readonly HeatOption[];
  chosen: HeatOption;
  /** Where the line of a set ends, px; of the outside for null. */
  at: (o: HeatOption | null) => number;
}) {
  const ends = apart(
    [
      ...drawn.map((o) => ({
        name: o.name.length > 22 ? `${o.name.slice(0, 21)}…` : o.name,
        at: at(o),
        bold: o === chosen,
        colour: 'var(--c-temp)',
      })),
      { name: 'outside', at: at(null), bold: false, colour: 'var(--c-amb)' },
    ],
    TOP + H,
  );
  return ends.map((e) => (
    <text key={e.name} x={RIGHT + 12} y={e.at + 4} className={e.bold ? 'rb-n b' : 'rb-s'} style={{ fill: e.colour }}>
      {e.name}
    </text>
  ));
}

/** The bag's water for every drawn set on the ribbon's own clock, the odds of the plan in use as a fan, and the heat balance. */
export function HeatChart({
  p,
  box,
  drawn,
  chosen,
  fan,
  reading,
}: {
  p: HeatStationProps;
  box: HeatStationProps['boxes'][number];
  drawn: readonly HeatOption[];
  chosen: HeatOption;
  /** Percentiles of the chosen set's draws; null where it is not the plan in use. */
  fan: { water: Fan; outside: Fan } | null;
  /** Every bag of the plan in use; null where another set is looked at. */
  reading: BoxReading | null;
}) {
  const s = ribbonScale(p.clock);
  const end = Math.min(p.ambientC.length - 1, Math.floor((s.endMs - p.clock.sealMs) / p.stepMs));
  const values = [...drawn.flatMap((o) => o.tempC.slice(0, end)), ...p.ambientC.slice(0, end), p.band.min, p.band.max];
  const lo = Math.min(...values) - 1;
  const hi = Math.max(...values) + 1;
  const y = (t: number): number => TOP + H - ((t - lo) / (hi - lo)) * H;
  const path = (v: number[], yOf: (x: number) => number): string => pathOf(v.slice(0, end + 1), yOf, p, s);
  const between = (low: Float64Array, high: Float64Array): string => {
    const point = (v: number, i: number): string =>
      `${s.x(p.clock.sealMs + i * p.stepMs).toFixed(1)} ${y(Math.min(hi, Math.max(lo, v))).toFixed(1)}`;
    const there = Array.from(low, point);
    const back = Array.from(high, point).reverse();
    return `M${[...there, ...back].join('L')}Z`;
  };
  const deadlineX = s.x(p.clock.deadlineMs);
  const deadlineI = Math.min(end, Math.round((p.clock.deadlineMs - p.clock.sealMs) / p.stepMs));
  return (
    <svg
      viewBox={`0 0 1280 ${B_TOP + B_H + 8}`}
      className="w-full"
      {...scrubbing(s, p.clock.sealMs)}
      role="img"
      aria-label={`Bag water in box ${box.id}: with ${chosen.name} as planned from ${one(chosen.planned.coldestC)} to ${one(chosen.planned.warmestC)} °C until the end of the window. ${chosen.reason}`}
    >
      <text x="32" y="24" className="rb-n b">
        Outside, by leg
      </text>
      <text x="32" y="40" className="rb-s" data-testid="worst-air">
        {worstAir(p)}
      </text>
      <text x={LEFT - 8} y="24" textAnchor="end" className="rb-ax">
        °C
      </text>
      <Outside p={p} s={s} foot={B_TOP + B_H} />
      <NotForecast p={p} s={s} />
      <Band p={p} bagId={box.firstBagId} y={y} lo={lo} hi={hi} />
      {fan && <path d={between(fan.outside.p10, fan.outside.p90)} fill="var(--c-amb)" fillOpacity=".14" />}
      <path d={path(p.ambientC, y)} fill="none" stroke="var(--c-amb)" strokeDasharray="3 3" strokeWidth="1.2" />
      {drawn
        .filter((o) => o !== chosen)
        .map((o) => (
          <path
            key={o.name}
            d={path(o.tempC, y)}
            fill="none"
            stroke="var(--c-temp)"
            strokeOpacity=".42"
            strokeWidth="1.1"
          />
        ))}
      {fan && (
        <>
          <path d={between(fan.water.p10, fan.water.p90)} fill="var(--c-temp)" fillOpacity=".14" />
          <path d={between(fan.water.p25, fan.water.p75)} fill="var(--c-temp)" fillOpacity=".18" />
        </>
      )}
      {reading && <EveryBag reading={reading} at={deadlineI} x={deadlineX} y={y} path={(v) => path(v, y)} />}
      <Borne p={p} set={chosen} s={s} y={y} foot={TOP + H} end={end} deadlineI={deadlineI} />
      <path d={path(chosen.tempC, y)} fill="none" stroke="var(--c-temp)" strokeWidth="2.6" />
      <circle
        cx={deadlineX}
        cy={y(chosen.tempC[deadlineI]!)}
        r="3.6"
        fill="var(--surface)"
        stroke="var(--c-temp)"
        strokeWidth="1.6"
      />
      <text
        x={deadlineX - 8}
        y={y(chosen.tempC[deadlineI]!) + 18}
        textAnchor="end"
        className="rb-fig"
        fill="var(--c-temp)"
      >
        {one(chosen.tempC[deadlineI]!)}
      </text>
      <Names drawn={drawn} chosen={chosen} at={(o) => y((o ? o.tempC[end] : p.ambientC[end]) ?? lo)} />
      <Balance set={chosen} p={p} s={s} end={end} oxygen={reading?.oxygen ?? null} />
      <path d={`M${deadlineX} ${TOP}V${B_TOP + B_H}`} stroke="var(--ink)" strokeDasharray="2 2" />
      {s.x(p.clock.nowMs) > LEFT && (
        <path d={`M${s.x(p.clock.nowMs)} 0V${B_TOP + B_H}`} stroke="var(--ink)" strokeWidth="1.8" />
      )}
      <path d={`M0 ${B_TOP + B_H + 7}H1280`} className="hair" />
      <Looked s={s} from={TOP} to={B_TOP + B_H} words={(ms) => figuresAt(ms, p, chosen, reading)} />
    </svg>
  );
}
