'use client';

import { useRef, useState } from 'react';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Job, PackRow } from '@/core/consignment/job';
import type { Outcome } from '@/core/consignment/schema';
import { rankPacks, type PackSet } from '@/core/heat/choose';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, OtherProblems, num } from '@/ui/fields/fields';
import { one, slackWords } from '@/ui/format';
import { LEFT, RIGHT, ribbonScale } from '@/ui/ribbon/scale';
import { Threats } from '@/ui/stations/threats';
import { useEvaluation } from '@/ui/use-evaluation';
import { useSave } from '@/ui/use-save';

export interface HeatOption extends PackRow {
  tempC: number[];
  packW: number[];
  lossW: number[];
}

export interface HeatStationProps {
  code: string;
  version: number;
  boxes: { id: string; firstBagId: string; ventHoles: number; chosen: string; options: HeatOption[] }[];
  /** What the page's own workers compute the chances from. */
  job: Omit<Job, 'options'>;
  packTypes: { id: string; name: string; kind: 'heat' | 'cold'; surfaceC: number }[];
  clock: { sealMs: number; deadlineMs: number; lastFeedMs: number | null; nowMs: number };
  stepMs: number;
  ambientC: number[];
  legs: { label: string; startMs: number; endMs: number; minC: number; maxC: number }[];
  band: { min: number; max: number };
  shiftC: number;
  forecast: { source: string; madeAt: string };
  openAt: string;
  savePacks: (input: unknown) => Promise<Outcome<null>>;
  importForecast: (code: string, text: string, name: string) => Promise<Outcome<null>>;
  refreshForecast: (code: string) => Promise<Outcome<null>>;
}

/** Runs of every pack set; two workers share the sets. */
const RUNS = 200;
const WORKERS = 2;

/** The sets in their first order by slack, and once the chances are in, in the order of all of it. */
function useChances(p: HeatStationProps, box: HeatStationProps['boxes'][number], stopped: boolean) {
  const jobs = Array.from({ length: WORKERS }, (_, index): Job => ({
    ...p.job,
    options: {
      stepH: 0.5,
      worstCase: false,
      draws: index === 0 ? RUNS : 0,
      follow: box.firstBagId,
      choosers: { packs: { boxId: box.id, draws: RUNS, part: { index, of: WORKERS } }, bags: false, days: null },
    },
  }));
  const key = `${p.code}:${p.version}:${box.id}:${stopped ? 'stopped' : 'running'}`;
  const run = useEvaluation(key, stopped ? [] : jobs);
  const rows = run.results.flatMap((r) => r.packs[box.id] ?? []);
  const known = new Map(rows.map((r) => [r.name, r]));
  const merged = box.options.map((o): HeatOption => {
    const r = known.get(o.name);
    return r ? { ...o, ...r } : o;
  });
  const complete = run.results.length === WORKERS;
  const options = complete ? rankPacks(merged, { a: withOverrides(p.job.consignment.assumptions) }) : merged;
  const at = run.progress.map((x) => (x?.stage === 'packs' ? x.done / x.of : 0));
  const share = complete ? 1 : at.reduce((sum, x) => sum + x, 0) / WORKERS;
  const first = run.results.find((r) => r.fans);
  return { options, complete, share, problem: run.problem, fan: first?.fans ?? null, risk: first?.risk ?? null };
}

/** The bag's temperature for every pack set on the ribbon's own clock, the heat balance, and the ways ranked. */
export function HeatStation(p: HeatStationProps) {
  const { save, busy, problems, setProblems } = useSave();
  const file = useRef<HTMLInputElement>(null);
  const [boxId, setBoxId] = useState(p.boxes[0]?.id ?? '1');
  const box = p.boxes.find((b) => b.id === boxId) ?? p.boxes[0]!;
  const [looked, setLooked] = useState<string | null>(null);
  const [shift, setShift] = useState(String(p.shiftC));
  const [vents, setVents] = useState(String(box.ventHoles));
  const [all, setAll] = useState(false);
  const [said, setSaid] = useState('');
  const s = ribbonScale(p.clock);
  const [stopped, setStopped] = useState(false);
  const { options, complete, share, problem, fan, risk } = useChances(p, box, stopped);
  const best = options[0]!;
  const inUse = options.find((o) => o.name === box.chosen) ?? best;
  const chosen = options.find((o) => o.name === (looked ?? box.chosen)) ?? best;
  const none = options.find((o) => o.packs.length === 0 && !o.bottle);
  const list = all ? options : options.filter((o, i) => i < 5 || o === chosen || o === none || o === inUse);
  const drawn = list.slice(0, 7);

  const end = Math.min(p.ambientC.length - 1, Math.floor((s.endMs - p.clock.sealMs) / p.stepMs));
  const values = [...drawn.flatMap((o) => o.tempC.slice(0, end)), ...p.ambientC.slice(0, end), p.band.min, p.band.max];
  const lo = Math.min(...values) - 1;
  const hi = Math.max(...values) + 1;
  const TOP = 34;
  const H = 190;
  const y = (t: number): number => TOP + H - ((t - lo) / (hi - lo)) * H;
  const B_TOP = TOP + H + 16;
  const B_H = 54;
  const maxW = Math.max(4, ...chosen.packW, ...chosen.lossW.slice(0, end)) * 1.1;
  const yw = (w: number): number => B_TOP + B_H - (Math.max(0, w) / maxW) * B_H;
  const path = (v: number[], yOf: (x: number) => number): string =>
    v
      .slice(0, end + 1)
      .map((t, i) => `${i ? 'L' : 'M'}${s.x(p.clock.sealMs + i * p.stepMs).toFixed(1)} ${yOf(t).toFixed(1)}`)
      .join('');
  const between = (low: Float64Array, high: Float64Array): string => {
    const point = (v: number, i: number): string =>
      `${s.x(p.clock.sealMs + i * p.stepMs).toFixed(1)} ${y(Math.min(hi, Math.max(lo, v))).toFixed(1)}`;
    const there = Array.from(low, point);
    const back = Array.from(high, point).reverse();
    return `M${[...there, ...back].join('L')}Z`;
  };
  const deadlineX = s.x(p.clock.deadlineMs);
  const deadlineI = Math.min(end, Math.round((p.clock.deadlineMs - p.clock.sealMs) / p.stepMs));
  // Names at the lines' ends, apart from one another.
  const ends = [
    ...drawn.map((o) => ({
      name: o.name.length > 22 ? `${o.name.slice(0, 21)}…` : o.name,
      at: y(o.tempC[end] ?? lo),
      bold: o === chosen,
      colour: 'var(--c-temp)',
    })),
    { name: 'outside', at: y(p.ambientC[end] ?? lo), bold: false, colour: 'var(--c-amb)' },
  ].sort((a, b) => a.at - b.at);
  for (let i = 1; i < ends.length; i++) ends[i]!.at = Math.max(ends[i]!.at, ends[i - 1]!.at + 14);
  const over = (ends[ends.length - 1]?.at ?? 0) - (TOP + H);
  if (over > 0) for (const e of ends) e.at -= over;
  for (let i = ends.length - 2; i >= 0; i--) ends[i]!.at = Math.min(ends[i]!.at, ends[i + 1]!.at - 14);

  const use = (o: HeatOption): void =>
    void save(
      () =>
        p.savePacks({
          code: p.code,
          version: p.version,
          boxId: box.id,
          packs: o.packs,
          ventHoles: o.ventHoles,
          bottle: o.bottle,
          shiftC: num(shift),
        }),
      () => setLooked(null),
    );
  const count = (id: string): number => inUse.packs.reduce((n, x) => n + (x.packId === id ? x.count : 0), 0);
  const add = (id: string, by: number): void => {
    const heats = (x: string): boolean => p.packTypes.find((t) => t.id === x)?.kind === 'heat';
    // One more goes under the lid; one less comes from there first.
    const spot =
      by > 0 ? 'lid' : inUse.packs.some((x) => x.packId === id && (x.at ?? 'lid') === 'lid') ? 'lid' : 'side';
    const here = (x: PackSet[number]): boolean => x.packId === id && (x.at ?? 'lid') === spot;
    const next = inUse.packs
      .map((x) => (here(x) ? { ...x, count: x.count + by } : x))
      .concat(inUse.packs.some(here) || by < 0 ? [] : [{ packId: id, count: 1 }])
      .filter((x) => x.count > 0);
    const heat = next.reduce((n, x) => n + (heats(x.packId) ? x.count : 0), 0);
    void save(() =>
      p.savePacks({
        code: p.code,
        version: p.version,
        boxId: box.id,
        packs: next,
        ventHoles: Math.min(8, 2 * heat),
        bottle: inUse.bottle,
        shiftC: num(shift),
      }),
    );
  };
  const take = async (f: File | undefined): Promise<void> => {
    setSaid('');
    if (!f) return;
    if (f.size > 3_000_000)
      return setProblems([
        {
          path: 'file',
          message: `This file has ${(f.size / 1e6).toFixed(0)} MB; 3 MB is the most that is read. Nothing was changed.`,
        },
      ]);
    const text = await f.text();
    await save(
      () => p.importForecast(p.code, text, f.name),
      () => setSaid(`Forecast taken from ${f.name}.`),
    );
    if (file.current) file.current.value = '';
  };

  return (
    <div
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void take(e.dataTransfer.files[0]);
      }}
    >
      <div className="-mx-6 -mt-4 hidden md:block">
        <svg
          viewBox={`0 0 1280 ${B_TOP + B_H + 8}`}
          className="w-full"
          role="img"
          aria-label={`Bag water in box ${box.id}: with ${chosen.name} from ${one(chosen.coldestC)} to ${one(chosen.warmestC)} °C until the end of the window. ${chosen.reason}`}
        >
          <text x="32" y="24" className="rb-n b">
            Outside, by leg
          </text>
          <text x={LEFT - 8} y="24" textAnchor="end" className="rb-ax">
            °C
          </text>
          {p.legs.map((l, i) => {
            const a = Math.max(LEFT, s.x(l.startMs));
            const b = Math.min(RIGHT, s.x(l.endMs));
            const words =
              Math.round(l.minC) === Math.round(l.maxC)
                ? `${Math.round(l.minC)}`
                : `${Math.round(l.minC)} to ${Math.round(l.maxC)}`;
            return b > a + 2 ? (
              <g key={i}>
                <rect
                  x={a + 1}
                  y="8"
                  width={b - a - 2}
                  height="22"
                  rx="2"
                  fill={l.minC < 4 ? '#DCE6F0' : 'var(--sunk)'}
                />
                {b - a > words.length * 7.5 && (
                  <text
                    x={(a + b) / 2}
                    y="23"
                    textAnchor="middle"
                    className="rb-fig"
                    fill={l.minC < 4 ? 'var(--c-oxy)' : 'var(--ink-2)'}
                  >
                    {words.replace('-', '−')}
                  </text>
                )}
                <path d={`M${a} 30V${B_TOP + B_H}`} stroke="var(--rule)" />
              </g>
            ) : null;
          })}
          <text x="32" y={TOP + 22} className="rb-n b">
            Bag water
          </text>
          <text x="32" y={TOP + 38} className="rb-s">
            bag {box.firstBagId}; P10 to P90
          </text>
          <text x="32" y={TOP + 54} className="rb-s" style={{ fill: 'var(--tide)' }}>
            safe for all in it:
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
          {[p.band.max, p.band.min, 10, 0]
            .filter((t, i) => t > lo && t < hi && (i < 2 || Math.abs(y(t) - y(p.band.min)) > 14))
            .map((t) => (
              <text key={t} x={LEFT - 8} y={y(t) + 4} textAnchor="end" className="rb-ax">
                {t}
              </text>
            ))}
          {lo < 0 && <path d={`M${LEFT} ${y(0)}H${RIGHT}`} stroke="var(--rule-strong)" strokeDasharray="1 3" />}
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
          {fan && chosen === inUse && (
            <>
              <path d={between(fan.water.p10, fan.water.p90)} fill="var(--c-temp)" fillOpacity=".14" />
              <path d={between(fan.water.p25, fan.water.p75)} fill="var(--c-temp)" fillOpacity=".18" />
            </>
          )}
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
          {ends.map((e) => (
            <text
              key={e.name}
              x={RIGHT + 12}
              y={e.at + 4}
              className={e.bold ? 'rb-n b' : 'rb-s'}
              style={{ fill: e.colour }}
            >
              {e.name}
            </text>
          ))}
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
            d={`${path(chosen.packW, yw)}L${s.x(p.clock.sealMs + end * p.stepMs)} ${yw(0)}L${s.x(p.clock.sealMs)} ${yw(0)}Z`}
            fill="var(--c-temp)"
            fillOpacity=".12"
          />
          <path d={path(chosen.packW, yw)} fill="none" stroke="var(--c-temp)" strokeWidth="1.6" />
          <path d={path(chosen.lossW, yw)} fill="none" stroke="var(--c-amb)" strokeDasharray="5 3" strokeWidth="1.4" />
          <text x={RIGHT + 12} y={B_TOP + 16} className="rb-s">
            lost by the walls
          </text>
          <text x={RIGHT + 12} y={B_TOP + 34} className="rb-s" style={{ fill: 'var(--c-temp)' }}>
            given by the packs
          </text>
          <path d={`M${deadlineX} ${TOP}V${B_TOP + B_H}`} stroke="var(--ink)" strokeDasharray="2 2" />
          {s.x(p.clock.nowMs) > LEFT && (
            <path d={`M${s.x(p.clock.nowMs)} 0V${B_TOP + B_H}`} stroke="var(--ink)" strokeWidth="1.8" />
          )}
          <path d={`M0 ${B_TOP + B_H + 7}H1280`} className="hair" />
        </svg>
      </div>
      {p.boxes.length > 1 && (
        <div className="mt-3 flex gap-2" role="group" aria-label="Box">
          {p.boxes.map((b) => (
            <button
              key={b.id}
              className={`btn ${b.id === box.id ? 'go' : ''}`}
              onClick={() => {
                setBoxId(b.id);
                setLooked(null);
                setVents(String(b.ventHoles));
              }}
            >
              Box {b.id}
            </button>
          ))}
        </div>
      )}
      <div className="mt-4 grid gap-8 lg:grid-cols-[328px_1fr]">
        <section>
          <h2 className="mb-2">Pack tray</h2>
          <ul>
            {p.packTypes.map((t) => (
              <li key={t.id} className="flex items-center gap-2 border-b border-rule py-1">
                <svg width="26" height="32" viewBox="0 0 26 32" aria-hidden="true">
                  <path
                    d="M2 4l2-2 2 2 2-2 2 2 2-2 2 2 2-2 2 2 2-2 2 2v24l-2 2-2-2-2 2-2-2-2 2-2-2-2 2-2-2-2 2-2-2Z"
                    fill={count(t.id) > 0 ? (t.kind === 'heat' ? '#E9C3A4' : 'var(--water)') : 'var(--surface)'}
                    stroke={t.kind === 'heat' ? 'var(--c-temp)' : 'var(--water-line)'}
                  />
                </svg>
                <span className="flex-1">{t.name}</span>
                <button
                  className="btn !px-3"
                  aria-label={`One ${t.name} less`}
                  disabled={busy || count(t.id) === 0}
                  onClick={() => add(t.id, -1)}
                >
                  −
                </button>
                <b className="num w-6 text-center" data-testid={`packs-${t.id}`}>
                  {count(t.id)}
                </b>
                <button
                  className="btn !px-3"
                  aria-label={`One ${t.name} more`}
                  disabled={busy || count(t.id) >= 6}
                  onClick={() => add(t.id, 1)}
                >
                  +
                </button>
              </li>
            ))}
          </ul>
          <form
            className="mt-3 grid grid-cols-[1fr_1fr_auto] items-end gap-2"
            onSubmit={(e) => {
              e.preventDefault();
              void save(() =>
                p.savePacks({
                  code: p.code,
                  version: p.version,
                  boxId: box.id,
                  packs: inUse.packs,
                  ventHoles: num(vents),
                  bottle: inUse.bottle,
                  shiftC: num(shift),
                }),
              );
            }}
          >
            <NumberField label="Holes of 6 mm" path="ventHoles" problems={problems} value={vents} onChange={setVents} />
            <NumberField
              label="If it is warmer by"
              unit="°C"
              path="shiftC"
              problems={problems}
              value={shift}
              onChange={setShift}
            />
            <button className="btn" disabled={busy}>
              Compute
            </button>
          </form>
          <p className="note mt-3">
            Open the packs at <b>{p.openAt}</b>, prove each one warm before it goes in. Packs need air: two holes each
            beside them.
          </p>
          <p className="caution mt-2">
            Heat packs can burn: a 20 h pack reaches about 82 °C. Keep from skin and children; never against a bag.
          </p>
          {risk && <Threats risk={risk} />}
        </section>
        <section className="min-w-0">
          <div className="mb-1 flex flex-wrap items-center gap-3">
            <h2>
              {options.length} ways to heat {p.boxes.length > 1 ? `box ${box.id}` : 'this box'}
            </h2>
            <span className="mute mr-auto flex items-center gap-2 text-[13px]" role="status" data-testid="chances">
              {problem ??
                (complete ? (
                  `${RUNS} runs of each, to the end of the window`
                ) : stopped ? (
                  <>
                    by slack alone
                    <button className="btn flat" onClick={() => setStopped(false)}>
                      Run the odds
                    </button>
                  </>
                ) : (
                  <>
                    running the odds
                    <progress className="h-1.5 w-28" max={1} value={share} aria-label="Odds of every set" />
                    <button className="btn flat" onClick={() => setStopped(true)}>
                      Stop
                    </button>
                  </>
                ))}
            </span>
            {chosen.name !== box.chosen ? (
              <button className="btn go" disabled={busy} onClick={() => use(chosen)}>
                Use {chosen.name}
              </button>
            ) : best.name !== box.chosen ? (
              <button className="btn go" disabled={busy} onClick={() => use(best)}>
                Use {best.name}
              </button>
            ) : (
              <span className="note">{best.name} is in use: the best here.</span>
            )}
          </div>
          <div className="overflow-x-auto">
            <table className="tbl min-w-[680px]">
              <thead>
                <tr>
                  <th />
                  <th>Packs</th>
                  <th>Chance</th>
                  <th className="r">Water °C</th>
                  <th className="r">Slack</th>
                  <th className="r">Cost €</th>
                  <th className="r">Weight g</th>
                  <th>Why</th>
                </tr>
              </thead>
              <tbody>
                {list.map((o) => (
                  <tr
                    key={o.name}
                    data-testid={o.name === box.chosen ? 'pack-in-use' : undefined}
                    className={o === chosen ? 'bg-[var(--water-pale)]' : ''}
                  >
                    <td>
                      <StateMark mark={o.state} />
                    </td>
                    <td>
                      <button
                        className="min-h-7 whitespace-nowrap text-left font-semibold"
                        aria-pressed={o === chosen}
                        onClick={() => setLooked(o.name)}
                      >
                        {o.name}
                      </button>
                      <span className="block whitespace-nowrap text-[12px] leading-none text-tide">
                        {[o === best ? 'best' : '', o === inUse ? 'in use' : ''].filter(Boolean).join(', ')}
                      </span>
                    </td>
                    <td>
                      <ChanceBar option={o} />
                    </td>
                    <td className="r num whitespace-nowrap">
                      <span
                        data-testid="coldest"
                        style={{ color: o.coldestC < p.band.min ? 'var(--stop)' : undefined }}
                      >
                        {one(o.coldestC)}
                      </span>
                      {' to '}
                      <span style={{ color: o.warmestC > p.band.max ? 'var(--stop)' : undefined }}>
                        {one(o.warmestC)}
                      </span>
                    </td>
                    <td className="r num whitespace-nowrap font-semibold">
                      {slackWords(o.slackH).replace('over 5 days', '> 3 days')}
                      {o.worstSlackH !== o.slackH && (
                        <span className="block text-[12px] font-normal leading-none text-ink-2">
                          {slackWords(o.worstSlackH).replace('over 5 days', '> 3 days')}
                        </span>
                      )}
                    </td>
                    <td className="r num">{o.cost.toFixed(2)}</td>
                    <td className="r num">{o.massG}</td>
                    <td className="text-[13px]">{o.reason}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {options.length > list.length && (
            <button className="btn flat" onClick={() => setAll(true)}>
              Show all {options.length}
            </button>
          )}
          <div className="mt-3 flex flex-wrap items-center gap-3 border-t border-rule pt-3">
            <p className="note mr-auto">
              Forecast: {p.forecast.source}, made {p.forecast.madeAt}. Drop a CSV with time, place, temperature, zone
              here, or
            </p>
            <label className="btn cursor-pointer">
              Choose a file
              <input
                ref={file}
                type="file"
                accept=".csv,text/csv"
                className="sr-only"
                onChange={(e) => void take(e.target.files?.[0])}
              />
            </label>
            <button
              className="btn"
              disabled={busy}
              onClick={() =>
                save(
                  () => p.refreshForecast(p.code),
                  () => setSaid('Forecast fetched anew.'),
                )
              }
            >
              Fetch anew
            </button>
          </div>
          <p className="note" role="status">
            {said}
          </p>
          <OtherProblems problems={problems} shown={(x) => x === 'ventHoles' || x === 'shiftC'} />
        </section>
      </div>
    </div>
  );
}

/** Share of runs that arrive within limits, as a bar and a figure; a dash until it is known. */
function ChanceBar({ option: o }: { option: HeatOption }) {
  if (o.chance === null) return <span className="mute">–</span>;
  const colour = o.state === 'fine' ? 'var(--fine)' : o.state === 'watch' ? 'var(--watch-mark)' : 'var(--stop)';
  return (
    <span
      className="flex items-center gap-1.5 whitespace-nowrap"
      title={`${o.draws - o.lost} of ${o.draws} runs, standard error ${(100 * (o.standardError ?? 0)).toFixed(1)} points`}
    >
      <svg width="56" height="8" aria-hidden="true">
        <rect x=".5" y=".5" width="55" height="7" fill="var(--surface)" stroke="var(--rule-strong)" />
        <rect x="1" y="1" width={54 * o.chance} height="6" fill={colour} />
      </svg>
      <b className="num">{Math.round(100 * o.chance)}</b>
      <span className="u">%</span>
    </span>
  );
}
