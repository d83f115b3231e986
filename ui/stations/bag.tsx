'use client';

import { useState } from 'react';
import dynamic from 'next/dynamic';
import type { BagType } from '@/core/catalogue/schema';
import type { Difference } from '@/core/records/field';
import type { Bag, Outcome, WaterReading } from '@/core/consignment/schema';
import { BagDrawing } from '@/ui/drawings/bag';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, OtherProblems, SelectField, num } from '@/ui/fields/fields';
import { factorColour, factorWords, slackWords } from '@/ui/format';
import { Meanwhile } from '@/ui/records/meanwhile';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import type { BagView } from './bag-view';

const BagHours = dynamic(() => import('@/ui/charts/bag-hours').then((m) => m.BagHours), {
  ssr: false,
  loading: () => <div className="h-[240px]" />,
});

export interface BagStationProps {
  code: string;
  version: number;
  views: BagView[];
  bags: Bag[];
  lines: { id: string; name: string; count: number }[];
  bagTypes: BagType[];
  water: WaterReading;
  deadlineH: number;
  chosen: string | null;
  saveBags: (input: unknown) => Promise<Outcome<null>>;
  replanBags: (code: string, version: number) => Promise<Outcome<string[]>>;
}

interface Draft {
  id: string;
  boxId: string;
  bagTypeId: string;
  counts: Record<string, string>;
  waterL: string;
  gasL: string;
  oxygenPct: string;
  binder: string;
  sedated: boolean;
}

const draftOf = (b: Bag): Draft => ({
  id: b.id,
  boxId: b.boxId,
  bagTypeId: b.bagTypeId,
  counts: Object.fromEntries(b.animals.map((a) => [a.lineId, String(a.count)])),
  waterL: String(b.waterL),
  gasL: String(b.gasL),
  oxygenPct: String(Math.round(b.oxygenFraction * 100)),
  binder: b.binderMgN === null ? '' : String(b.binderMgN),
  sedated: b.sedated,
});

const bagOf = (d: Draft): Partial<Bag> => ({
  id: d.id,
  boxId: d.boxId,
  bagTypeId: d.bagTypeId,
  animals: Object.entries(d.counts)
    .filter(([, n]) => n.trim() !== '' && n.trim() !== '0')
    .map(([lineId, n]) => ({ lineId, count: num(n) })),
  waterL: num(d.waterL),
  gasL: num(d.gasL),
  oxygenFraction: num(d.oxygenPct) / 100,
  binderMgN: d.binder.trim() === '' ? null : num(d.binder),
  sedated: d.sedated,
});

const waterFields: readonly (readonly [keyof WaterReading, string, string])[] = [
  ['tempC', 'Temperature', '°C'],
  ['pH', 'pH', ''],
  ['khDkh', 'Carbonate hardness', '°dKH'],
  ['ghDgh', 'General hardness', '°dGH'],
  ['salinity', 'Salinity', ''],
  ['tanMgNL', 'Ammonia, as N', 'mg/L'],
];

type WaterDraft = Record<keyof WaterReading, string>;

const planOf = (p: BagStationProps): { drafts: Draft[]; water: WaterDraft } => ({
  drafts: p.bags.map(draftOf),
  water: Object.fromEntries(waterFields.map(([k]) => [k, String(p.water[k])])) as WaterDraft,
});

/** Bags drawn to scale on a 5 cm mat, a table under them, one bag hour by hour beside. */
export function BagStation(p: BagStationProps) {
  const [chosen, setChosen] = useState(p.chosen ?? p.views[0]?.bag.id ?? '');
  const [editing, setEditing] = useState(p.views.length === 0);
  const [said, setSaid] = useState<string[]>([]);
  const plan = useDraft(planOf(p), p.version);
  const { drafts, water } = plan.draft;
  const setDrafts = (next: Draft[]): void => plan.setDraft((x) => ({ ...x, drafts: next }));
  const setWater = (next: WaterDraft): void => plan.setDraft((x) => ({ ...x, water: next }));
  const { save, busy, problems, conflict } = useSave();
  const view = p.views.find((v) => v.bag.id === chosen) ?? p.views[0];

  const edit = (i: number, change: Partial<Draft>): void =>
    setDrafts(drafts.map((d, j) => (j === i ? { ...d, ...change } : d)));
  const addBag = (): void => {
    const last = drafts[drafts.length - 1];
    const letter = last?.id.replace(/\d+/, '') ?? 'A';
    let n = 1;
    while (drafts.some((d) => d.id === `${letter}${n}`)) n++;
    setDrafts([
      ...drafts,
      last
        ? { ...last, id: `${letter}${n}`, counts: {} }
        : {
            id: 'A1',
            boxId: '1',
            bagTypeId: p.bagTypes[0]!.id,
            counts: {},
            waterL: '1',
            gasL: '2',
            oxygenPct: '95',
            binder: '',
            sedated: false,
          },
    ]);
  };
  // What the table does not show of a bag (tablet, kind of binder) stays as it was.
  const mine = (): Record<string, unknown>[] =>
    drafts.map((d) => ({ ...p.bags.find((b) => b.id === d.id), ...bagOf(d) }));
  const send = (bags: unknown[], sourceWater: unknown, version: number): void =>
    void save(
      () => p.saveBags({ code: p.code, version, bags, sourceWater }),
      () => {
        plan.kept();
        setEditing(false);
      },
    );
  const leave = (): void => {
    plan.reset();
    setEditing(false);
  };
  const suggest = (): void =>
    void save(
      () => p.replanBags(p.code, p.version),
      (reasons) => {
        setSaid(reasons);
        leave();
      },
    );
  const waterNumbers = (): Record<string, number> => Object.fromEntries(waterFields.map(([k]) => [k, num(water[k])]));
  const submit = (): void => send(mine(), waterNumbers(), plan.version ?? p.version);

  // Somebody saved other bags meanwhile: both plans side by side, bag by bag.
  const theirs = conflict?.theirs as { bags: Bag[]; sourceWater: Record<string, number> } | undefined;
  const bagText = (b: Partial<Bag> | undefined): string =>
    b?.animals
      ? `${b.animals.map((a) => `${a.count} of ${a.lineId}`).join(', ')}; ${b.waterL} L water, ${b.gasL} L gas, ${Math.round(100 * (b.oxygenFraction ?? 0))} %; ${b.bagTypeId}`
      : '';
  const waterText = (w: Record<string, number>): string =>
    waterFields.map(([k, label]) => `${label} ${w[k]}`).join(', ');
  const differing = (): Difference[] => {
    if (!theirs) return [];
    const own = mine() as Partial<Bag>[];
    const ids = [...new Set([...own.map((b) => b.id!), ...theirs.bags.map((b) => b.id)])];
    return [
      ...ids.map((id) => ({
        path: id,
        label: `Bag ${id}`,
        mine: bagText(own.find((b) => b.id === id)),
        theirs: bagText(theirs.bags.find((b) => b.id === id)),
      })),
      {
        path: 'water',
        label: 'Shipping water',
        mine: waterText(waterNumbers()),
        theirs: waterText(theirs.sourceWater),
      },
    ].filter((d) => d.mine !== d.theirs);
  };
  const saveChosen = (taken: ReadonlySet<string>): void => {
    const own = mine() as Partial<Bag>[];
    const ids = [...new Set([...own.map((b) => b.id!), ...theirs!.bags.map((b) => b.id)])];
    const bags = ids.flatMap((id) => (taken.has(id) ? theirs!.bags : own).find((b) => b.id === id) ?? []);
    send(bags, taken.has('water') ? theirs!.sourceWater : waterNumbers(), conflict!.version);
  };

  // The mat: as wide as the bags, 5 cm squares.
  const widths = p.views.map((v) => v.standing.diameterCm + 4);
  const totalCm = Math.max(
    40,
    widths.reduce((s, w) => s + w, 0),
  );
  const tallestCm = Math.max(24, ...p.views.map((v) => v.standing.heightCm + 3));
  const LEFT = 92;
  const width = 768;
  const scale = Math.min((width - LEFT) / totalCm, 162 / tallestCm);
  const ground = 180;
  const column = (width - LEFT) / Math.max(1, p.views.length);

  return (
    <div className="grid gap-8 lg:grid-cols-[784px_1fr]">
      <section className="min-w-0">
        {theirs && <Meanwhile rows={differing()} busy={busy} onSave={saveChosen} />}
        <div className="mb-1 flex flex-wrap items-center gap-3">
          <h2>{p.views.length === 1 ? 'One bag' : `${p.views.length} bags`}, drawn to scale</h2>
          <span className="mute mr-auto text-[13px]">one square is 5 cm</span>
          <button className="btn" disabled={busy} onClick={suggest}>
            Suggest bags
          </button>
          {!editing && (
            <button className="btn go" onClick={() => setEditing(true)}>
              Change the plan
            </button>
          )}
        </div>
        {said.length > 0 && (
          <ul className="note mb-2" role="status">
            {said.map((s) => (
              <li key={s}>{s}</li>
            ))}
          </ul>
        )}
        {p.views.length > 0 && (
          <div className="overflow-x-auto">
            <svg
              viewBox={`0 0 ${width} 202`}
              className="w-full min-w-[560px]"
              role="img"
              aria-label={`${p.views.length} bags standing side by side`}
            >
              {Array.from({ length: Math.floor((width - LEFT) / (5 * scale)) + 1 }, (_, i) => (
                <path key={i} d={`M${LEFT + i * 5 * scale} 6V${ground}`} stroke="var(--grid)" />
              ))}
              {Array.from({ length: Math.floor((ground - 6) / (5 * scale)) + 1 }, (_, i) => (
                <g key={i}>
                  <path d={`M${LEFT} ${ground - i * 5 * scale}H${width}`} stroke="var(--grid)" />
                  {i % 2 === 0 && (
                    <text x={LEFT - 8} y={ground - i * 5 * scale + 4} textAnchor="end" className="rb-ax">
                      {i * 5}
                    </text>
                  )}
                </g>
              ))}
              <text x={LEFT - 30} y={14} className="rb-s">
                cm
              </text>
              {p.views.map((v, i) => (
                <g key={v.bag.id} onClick={() => setChosen(v.bag.id)} style={{ cursor: 'pointer' }}>
                  {chosen === v.bag.id && (
                    <rect x={LEFT + i * column} y="0" width={column} height="202" fill="var(--water-pale)" />
                  )}
                  <BagDrawing
                    standing={v.standing}
                    inside={v.inside}
                    x={LEFT + (i + 0.5) * column}
                    ground={ground}
                    scale={scale}
                    chosen={chosen === v.bag.id}
                  />
                  <text
                    x={LEFT + (i + 0.5) * column}
                    y="197"
                    textAnchor="middle"
                    style={{ font: '650 15px var(--face-head)', fill: 'var(--ink)' }}
                  >
                    {v.bag.id}
                  </text>
                </g>
              ))}
              <path d={`M${LEFT} ${ground}H${width}`} stroke="var(--ink)" strokeWidth="1.4" />
            </svg>
            <table className="tbl bagtable" style={{ tableLayout: 'fixed', minWidth: 560 }}>
              <colgroup>
                <col style={{ width: `${(LEFT / width) * 100}%` }} />
                {p.views.map((v) => (
                  <col key={v.bag.id} />
                ))}
              </colgroup>
              <tbody>
                {(
                  [
                    [
                      'Animals',
                      (v: BagView) => (
                        <>
                          <b className="num">{v.inside.reduce((n, s) => n + s.count, 0)}</b>
                          <span className="u">{v.fishG < 10 ? v.fishG.toFixed(1) : v.fishG.toFixed(0)} g in all</span>
                        </>
                      ),
                    ],
                    [
                      'Water',
                      (v: BagView) => (
                        <>
                          <b className="num">{v.bag.waterL}</b>
                          <span className="u">L</span>
                        </>
                      ),
                    ],
                    [
                      'Gas',
                      (v: BagView) => (
                        <>
                          <b className="num">{v.bag.gasL}</b>
                          <span className="u">L {Math.round(v.bag.oxygenFraction * 100)} % O₂</span>
                        </>
                      ),
                    ],
                    [
                      'Safe for',
                      (v: BagView) => (
                        <>
                          <b className="num">{v.safeH === null ? '>120' : Math.round(v.safeH)}</b>
                          <span className="u">h</span>
                        </>
                      ),
                    ],
                    ['Slack', (v: BagView) => <b className="num">{slackWords(v.slackH)}</b>],
                    ['Worst tenth', (v: BagView) => <span className="num">{slackWords(v.worstSlackH)}</span>],
                    [
                      'Fails first',
                      (v: BagView) => (
                        <b style={{ color: v.factor ? factorColour[v.factor] : undefined }}>
                          {v.factor ? factorWords[v.factor] : 'none'}
                        </b>
                      ),
                    ],
                  ] as const
                ).map(([name, cell]) => (
                  <tr key={name}>
                    <th scope="row" className="!border-rule !text-ink">
                      {name}
                    </th>
                    {p.views.map((v) => (
                      <td
                        key={v.bag.id}
                        data-testid={`${name}-${v.bag.id}`}
                        className={`text-center !px-0.5 ${chosen === v.bag.id ? 'bg-[var(--water-pale)]' : ''}`}
                      >
                        {cell(v)}
                      </td>
                    ))}
                  </tr>
                ))}
                <tr className="no-print">
                  <th scope="row" className="sr-only">
                    Show
                  </th>
                  {p.views.map((v) => (
                    <td
                      key={v.bag.id}
                      className={`!border-0 text-center ${chosen === v.bag.id ? 'bg-[var(--water-pale)]' : ''}`}
                    >
                      <button
                        className="btn flat w-full !px-0"
                        aria-pressed={chosen === v.bag.id}
                        onClick={() => setChosen(v.bag.id)}
                        aria-label={`Show bag ${v.bag.id} hour by hour`}
                      >
                        <StateMark mark={v.state} />
                      </button>
                    </td>
                  ))}
                </tr>
              </tbody>
            </table>
          </div>
        )}
        {editing && (
          <form
            className="mt-4 border-t-2 border-ink pt-3"
            onSubmit={(e) => {
              e.preventDefault();
              submit();
            }}
            aria-label="Bag plan"
          >
            <h3 className="mb-2">Bags</h3>
            <div className="overflow-x-auto">
              <table className="tbl min-w-[700px]">
                <thead>
                  <tr>
                    <th>Bag</th>
                    <th className="w-[120px]">Size</th>
                    {p.lines.map((l) => (
                      <th key={l.id}>{l.name}</th>
                    ))}
                    <th>Water L</th>
                    <th>Gas L</th>
                    <th>Oxygen %</th>
                    <th>Binder mg N</th>
                    <th>Sedated</th>
                    <th />
                  </tr>
                </thead>
                <tbody>
                  {drafts.map((d, i) => (
                    <tr key={d.id}>
                      <td>
                        <b>{d.id}</b>
                      </td>
                      <td>
                        <SelectField
                          hideLabel
                          label={`Size of bag ${d.id}`}
                          path={`bags.${i}.bagTypeId`}
                          problems={problems}
                          value={d.bagTypeId}
                          onChange={(v) => edit(i, { bagTypeId: v })}
                          options={p.bagTypes.map((t) => [t.id, t.name])}
                        />
                      </td>
                      {p.lines.map((l) => (
                        <td key={l.id} className="w-[84px]">
                          <NumberField
                            hideLabel
                            label={`${l.name} in bag ${d.id}`}
                            path={`bags.${i}.animals`}
                            value={d.counts[l.id] ?? ''}
                            onChange={(v) => edit(i, { counts: { ...d.counts, [l.id]: v } })}
                          />
                        </td>
                      ))}
                      <td>
                        <NumberField
                          hideLabel
                          label={`Water in bag ${d.id}`}
                          path={`bags.${i}.waterL`}
                          problems={problems}
                          value={d.waterL}
                          onChange={(v) => edit(i, { waterL: v })}
                        />
                      </td>
                      <td>
                        <NumberField
                          hideLabel
                          label={`Gas in bag ${d.id}`}
                          path={`bags.${i}.gasL`}
                          problems={problems}
                          value={d.gasL}
                          onChange={(v) => edit(i, { gasL: v })}
                        />
                      </td>
                      <td>
                        <NumberField
                          hideLabel
                          label={`Oxygen in bag ${d.id}`}
                          path={`bags.${i}.oxygenFraction`}
                          problems={problems}
                          value={d.oxygenPct}
                          onChange={(v) => edit(i, { oxygenPct: v })}
                        />
                      </td>
                      <td>
                        <NumberField
                          hideLabel
                          label={`Binder in bag ${d.id}`}
                          path={`bags.${i}.binderMgN`}
                          problems={problems}
                          value={d.binder}
                          onChange={(v) => edit(i, { binder: v })}
                        />
                      </td>
                      <td className="text-center">
                        <input
                          type="checkbox"
                          className="size-5"
                          aria-label={`Bag ${d.id} sedated`}
                          checked={d.sedated}
                          onChange={(e) => edit(i, { sedated: e.target.checked })}
                        />
                      </td>
                      <td>
                        <button
                          type="button"
                          className="btn flat"
                          aria-label={`Take bag ${d.id} out`}
                          onClick={() => setDrafts(drafts.filter((_, j) => j !== i))}
                        >
                          Remove
                        </button>
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
            <button type="button" className="btn mt-2" onClick={addBag}>
              Add a bag
            </button>
            <h3 className="mb-2 mt-5">Shipping water</h3>
            <div className="grid grid-cols-2 gap-3 sm:grid-cols-6">
              {waterFields.map(([k, label, unit]) => (
                <NumberField
                  key={k}
                  label={label}
                  path={`sourceWater.${k}`}
                  unit={unit}
                  problems={problems}
                  value={water[k]}
                  onChange={(v) => setWater({ ...water, [k]: v })}
                />
              ))}
            </div>
            <p className="caution mt-3">
              Compressed oxygen feeds fire: no flame, no smoking, no oil or grease on fittings; cylinder chained, valve
              opened slowly, room aired. Binders, sedatives and dyes by their own label and local law; ask a
              veterinarian; never for fish that may be eaten.
            </p>
            <OtherProblems
              problems={problems}
              shown={(path) =>
                /^(bags\.\d+\.(waterL|gasL|oxygenFraction|binderMgN|bagTypeId)|sourceWater\.)/.test(path)
              }
            />
            <div className="mt-3 flex gap-3">
              <button className="btn go" disabled={busy}>
                {busy ? 'Computing …' : 'Save and compute'}
              </button>
              {p.views.length > 0 && (
                <button type="button" className="btn" onClick={leave}>
                  Leave it as it was
                </button>
              )}
            </div>
          </form>
        )}
      </section>
      {view && (
        <section className="min-w-0">
          <div className="flex items-baseline gap-3">
            <h2>Bag {view.bag.id}, hour by hour</h2>
            <span className="mute ml-auto text-[13px]">at the end of the window</span>
          </div>
          <BagHours view={view} deadlineH={p.deadlineH} />
          {view.warnings.length > 0 && (
            <ul className="mt-3 border-t border-rule">
              {view.warnings.map((w) => (
                <li key={w} className="flex gap-2 border-b border-rule py-1.5 text-[13px]">
                  <StateMark mark="watch" size={15} />
                  {w}
                </li>
              ))}
            </ul>
          )}
          <p className="note mt-3">
            Safe hours count from sealing to the first hard limit. The limits and the settling of the fish are common
            practice (†), the chemistry is published: Emerson 1975, Benson & Krause 1984, Weiss 1974, Plummer &
            Busenberg 1982, Clarke & Johnston 1999.
          </p>
        </section>
      )}
    </div>
  );
}
