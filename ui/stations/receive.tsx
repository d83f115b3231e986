'use client';

import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Species } from '@/core/catalogue/schema';
import type { BagReading, Outcome, WaterReading } from '@/core/consignment/schema';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, OtherProblems, num } from '@/ui/fields/fields';
import { dayClock, one } from '@/ui/format';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import type { LaneView } from './receive-view';

const MethodChart = dynamic(() => import('@/ui/charts/method-chart').then((m) => m.MethodChart), {
  ssr: false,
  loading: () => <div className="h-[190px]" />,
});

export interface ReceiveStationProps {
  code: string;
  version: number;
  zone: string;
  arrivedAt: string | null;
  arrivePlanMs: number;
  bags: {
    id: string;
    species: Species;
    animals: number;
    expectedC: number;
    expectedPh: number;
    reading: BagReading | null;
  }[];
  /** Receiving tanks, the first one first. */
  tanks: (WaterReading & { name: string })[];
  tankMeasured: boolean;
  lanes: LaneView[];
  recordEvent: (code: string, name: 'arrivedAt' | 'openedAt', done: boolean) => Promise<Outcome<null>>;
  saveReadings: (input: unknown) => Promise<Outcome<null>>;
  startRun: (code: string, bagId: string, method: string) => Promise<Outcome<string>>;
}

interface Draft {
  tempC: string;
  pH: string;
  salinity: string;
  alive: string;
  dead: string;
  doubtful: string;
}

const tankKeys = [
  ['tempC', 'Temperature', '°C'],
  ['pH', 'pH', ''],
  ['khDkh', 'KH', '°dKH'],
  ['ghDgh', 'GH', '°dGH'],
  ['salinity', 'Salinity', ''],
  ['tanMgNL', 'Ammonia', 'mg N/L'],
] as const;

/** What was measured, or what is expected where nobody measured yet. */
const measuredOf = (p: ReceiveStationProps) => ({
  bags: Object.fromEntries(
    p.bags.map((b): [string, Draft] => [
      b.id,
      {
        tempC: String(b.reading?.tempC ?? b.expectedC.toFixed(1)),
        pH: String(b.reading?.pH ?? b.expectedPh.toFixed(1)),
        salinity: b.reading?.salinity != null ? String(b.reading.salinity) : b.species.water === 'marine' ? '34' : '',
        alive: String(b.reading?.alive ?? b.animals),
        dead: String(b.reading?.dead ?? 0),
        doubtful: String(b.reading?.doubtful ?? 0),
      },
    ]),
  ),
  tanks: p.tanks.map((t) => ({
    name: t.name,
    water: Object.fromEntries(tankKeys.map(([k]) => [k, String(t[k])])) as Record<string, string>,
  })),
});

/** Look and measure through the film, then the methods side by side on this water. */
export function ReceiveStation(p: ReceiveStationProps) {
  const { save, busy, problems } = useSave();
  const router = useRouter();
  const [laneAt, setLane] = useState(0);
  const [editing, setEditing] = useState(p.arrivedAt !== null && p.bags.every((b) => !b.reading));
  const typed = useDraft(measuredOf(p), p.version);
  const { bags: draft, tanks } = typed.draft;
  const waterAt = (i: number): Record<string, number> =>
    Object.fromEntries(tankKeys.map(([k]) => [k, num(tanks[i]!.water[k]!)]));
  const lane = p.lanes[Math.min(laneAt, p.lanes.length - 1)];
  const set = (id: string, change: Partial<Draft>): void =>
    typed.setDraft((x) => ({ ...x, bags: { ...x.bags, [id]: { ...x.bags[id]!, ...change } } }));
  const setTank = (i: number, key: string, value: string): void =>
    typed.setDraft((x) => ({
      ...x,
      tanks: x.tanks.map((t, j) => (j === i ? { ...t, water: { ...t.water, [key]: value } } : t)),
    }));

  const submit = (): void =>
    void save(
      () =>
        p.saveReadings({
          code: p.code,
          version: typed.version ?? p.version,
          tank: waterAt(0),
          otherTanks: Object.fromEntries(tanks.slice(1).map((t, i) => [t.name, waterAt(i + 1)])),
          bags: p.bags.map((b) => {
            const d = draft[b.id]!;
            return {
              bagId: b.id,
              tempC: num(d.tempC),
              pH: d.pH.trim() === '' ? null : num(d.pH),
              salinity: d.salinity.trim() === '' ? null : num(d.salinity),
              alive: num(d.alive),
              dead: num(d.dead),
              doubtful: num(d.doubtful),
              note: '',
            };
          }),
        }),
      () => {
        typed.kept();
        setEditing(false);
      },
    );

  if (!p.arrivedAt)
    return (
      <div className="max-w-[640px] space-y-4">
        <h2>When the box is here</h2>
        <p>
          Planned for {dayClock(p.arrivePlanMs, p.zone)}. Be there; never in sun or frost. Dim the room, crack the lid
          first and let a little light in.
        </p>
        <button
          className="btn hands wet"
          disabled={busy}
          onClick={() => save(() => p.recordEvent(p.code, 'arrivedAt', true))}
        >
          The box is here now
        </button>
        <p className="caution">
          Cut tape only: no long blade near the bags. Leave every bag closed until the method is chosen. Packs may still
          be hot.
        </p>
        {problems[0] && (
          <p className="problem" role="alert">
            {problems[0].message}
          </p>
        )}
      </div>
    );

  return (
    <div className="grid gap-6 lg:grid-cols-[356px_1fr] lg:gap-8">
      <section className="min-w-0">
        <div className="mb-1 flex items-center gap-3">
          <h2>Through the film</h2>
          {!editing && (
            <button className="btn ml-auto" onClick={() => setEditing(true)}>
              {p.bags.some((b) => b.reading) ? 'Change' : 'Measure'}
            </button>
          )}
        </div>
        {editing ? (
          <form
            onSubmit={(e) => {
              e.preventDefault();
              submit();
            }}
            aria-label="Arrival readings"
          >
            {p.bags.map((b, i) => (
              <fieldset key={b.id} className="border-b border-rule py-2">
                <legend className="sr-only">Bag {b.id}</legend>
                <p className="mb-1 flex items-center gap-2 font-head text-[15px] font-semibold">
                  {b.id} <FishIcon species={b.species} />{' '}
                  <span className="mute font-text text-[13px] font-normal">
                    {b.animals} {b.species.name}
                  </span>
                </p>
                <div className="grid grid-cols-3 gap-2">
                  <NumberField
                    label="Water"
                    unit="°C"
                    path={`bags.${i}.tempC`}
                    problems={problems}
                    value={draft[b.id]!.tempC}
                    onChange={(v) => set(b.id, { tempC: v })}
                  />
                  <NumberField
                    label="pH"
                    path={`bags.${i}.pH`}
                    problems={problems}
                    value={draft[b.id]!.pH}
                    onChange={(v) => set(b.id, { pH: v })}
                  />
                  {b.species.water === 'marine' ? (
                    <NumberField
                      label="Salinity"
                      path={`bags.${i}.salinity`}
                      problems={problems}
                      value={draft[b.id]!.salinity}
                      onChange={(v) => set(b.id, { salinity: v })}
                    />
                  ) : (
                    <span />
                  )}
                  <NumberField
                    label="Alive"
                    path={`bags.${i}.alive`}
                    problems={problems}
                    value={draft[b.id]!.alive}
                    onChange={(v) => set(b.id, { alive: v })}
                  />
                  <NumberField
                    label="Dead"
                    path={`bags.${i}.dead`}
                    problems={problems}
                    value={draft[b.id]!.dead}
                    onChange={(v) => set(b.id, { dead: v })}
                  />
                  <NumberField
                    label="Doubtful"
                    path={`bags.${i}.doubtful`}
                    problems={problems}
                    value={draft[b.id]!.doubtful}
                    onChange={(v) => set(b.id, { doubtful: v })}
                  />
                </div>
              </fieldset>
            ))}
            {tanks.map((t, i) => (
              <fieldset key={t.name}>
                <legend className="mt-3 font-head text-[15px] font-semibold">Tank {t.name}</legend>
                <div className="mt-1 grid grid-cols-3 gap-2">
                  {tankKeys.map(([k, label, unit]) => (
                    <NumberField
                      key={k}
                      label={label}
                      unit={unit}
                      path={i === 0 ? `tank.${k}` : `otherTanks.${t.name}.${k}`}
                      problems={problems}
                      value={t.water[k]!}
                      onChange={(v) => setTank(i, k, v)}
                    />
                  ))}
                </div>
              </fieldset>
            ))}
            <OtherProblems
              problems={problems}
              shown={(x) => /^(bags\.\d+\.(tempC|pH|salinity|alive|dead|doubtful)|tank\.|otherTanks\.)/.test(x)}
            />
            <p className="note my-2">
              Photograph any loss in the unopened bag. Still and pale is not dead: do not poke.
            </p>
            <button className="btn go min-h-16 w-full" disabled={busy}>
              Save and compare
            </button>
          </form>
        ) : (
          <>
            <table className="tbl">
              <thead>
                <tr>
                  <th />
                  <th />
                  <th className="r">Water °C</th>
                  <th className="r">pH</th>
                  <th className="r">Alive</th>
                  <th />
                </tr>
              </thead>
              <tbody>
                {p.bags.map((b) => {
                  const bad = (b.reading?.dead ?? 0) > 0 || (b.reading?.doubtful ?? 0) > 0;
                  return (
                    <tr key={b.id} className={bad ? 'bg-watch-pale' : ''}>
                      <td>
                        <b className="font-head">{b.id}</b>
                      </td>
                      <td>
                        <FishIcon species={b.species} width={30} />
                      </td>
                      <td className="r num">
                        {b.reading ? one(b.reading.tempC) : <span className="mute">{one(b.expectedC)} ?</span>}
                      </td>
                      <td className="r num">
                        {b.reading?.pH != null ? (
                          one(b.reading.pH)
                        ) : (
                          <span className="mute">{one(b.expectedPh)} ?</span>
                        )}
                      </td>
                      <td className="r">
                        <b className="num">{b.reading?.alive ?? '?'}</b>
                        <span className="u">of {b.animals}</span>
                      </td>
                      <td className="r">
                        {b.reading && <StateMark mark={(b.reading.dead ?? 0) > 0 ? 'stop' : bad ? 'watch' : 'fine'} />}
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
            {lane && (
              <>
                <h3 className="mb-1 mt-5">Between bag and tank</h3>
                <table className="tbl">
                  <thead>
                    <tr>
                      <th />
                      <th className="r">{lane.title}</th>
                      <th className="r">Tank {lane.tank.name}</th>
                      <th className="r">Step</th>
                    </tr>
                  </thead>
                  <tbody>
                    {(
                      [
                        ['Water', lane.opened.tempC, lane.tank.tempC, '°C', 1],
                        [`pH${lane.measured ? '' : ', computed'}`, lane.opened.pH, lane.tank.pH, '', 1],
                        ...(lane.opened.salinity > 5
                          ? [['Salinity', lane.opened.salinity, lane.tank.salinity, '', 1]]
                          : [['Hardness', lane.opened.ghDgh, lane.tank.ghDgh, '°dGH', 0]]),
                      ] as [string, number, number, string, number][]
                    ).map(([n, a, b, u, d]) => (
                      <tr key={n}>
                        <td>{n}</td>
                        <td className="r num">
                          {a.toFixed(d)}
                          <span className="u">{u}</span>
                        </td>
                        <td className="r num">
                          {b.toFixed(d)}
                          <span className="u">{u}</span>
                        </td>
                        <td className="r num font-semibold">
                          {b - a >= 0 ? '+' : '−'}
                          {Math.abs(b - a).toFixed(d)}
                        </td>
                      </tr>
                    ))}
                    <tr>
                      <td>CO₂</td>
                      <td className="r num">
                        {lane.opened.co2MgL.toFixed(0)}
                        <span className="u">mg/L</span>
                      </td>
                      <td />
                      <td />
                    </tr>
                    <tr>
                      <td>Total ammonia, computed</td>
                      <td className="r num">
                        {lane.opened.tanMgNL.toFixed(1)}
                        <span className="u">mg N/L</span>
                      </td>
                      <td className="r num">
                        {lane.tank.tanMgNL.toFixed(1)}
                        <span className="u">mg N/L</span>
                      </td>
                      <td />
                    </tr>
                  </tbody>
                </table>
                {!p.tankMeasured && (
                  <p className="note mt-2">The tank’s figures are those of the order: measure them now.</p>
                )}
              </>
            )}
          </>
        )}
        <button
          className="btn flat mt-3"
          disabled={busy}
          onClick={() => save(() => p.recordEvent(p.code, 'arrivedAt', false))}
        >
          Arrival at {dayClock(Date.parse(p.arrivedAt), p.zone)} was a slip: take it back
        </button>
      </section>
      <section className="min-w-0">
        {p.lanes.length > 1 && (
          <div
            className="mb-4 grid border border-rule-strong"
            style={{ gridTemplateColumns: `repeat(${p.lanes.length}, 1fr)` }}
            role="group"
            aria-label="Bags"
          >
            {p.lanes.map((l, i) => (
              <button
                key={l.title}
                aria-pressed={i === laneAt}
                className={`flex min-h-12 items-center gap-3 px-3 py-1.5 text-left ${i === laneAt ? 'border-b-[3px] border-tide bg-[var(--water-pale)]' : ''}`}
                onClick={() => setLane(i)}
              >
                <FishIcon species={l.species} width={36} />
                <span>
                  <b className="font-head text-[15px]">{l.title}</b>
                  <br />
                  <span className="mute text-[13px]">
                    {l.speciesNames}
                    {l.runId ? ', running' : ''}
                  </span>
                </span>
              </button>
            ))}
          </div>
        )}
        {lane?.problem && (
          <p className="problem" role="alert">
            {lane.problem}
          </p>
        )}
        {lane && lane.methods.length > 0 && (
          <>
            <p className="mb-3 text-[15px]" data-testid="method-reason">
              {lane.reason}
            </p>
            <div className="grid gap-4 md:grid-cols-3 md:gap-0">
              {lane.methods.slice(0, SIDE_BY_SIDE).map((m, i) => (
                <article
                  key={m.id}
                  className={`flex flex-col p-3 ${i === 0 ? 'border-2 border-t-4 border-ink' : 'border border-rule md:border-l-0'}`}
                >
                  <h3 className="mb-2 flex items-center gap-2">
                    {i === 0 ? (
                      <span className="bg-ink px-2 py-1 text-[13px] text-[var(--on-ink)]">
                        {lane.either ? 'Either' : 'Do this'}
                      </span>
                    ) : (
                      <span className="grid size-6 place-items-center rounded-full border border-rule-strong text-[13px]">
                        {i + 1}
                      </span>
                    )}
                    {m.name}
                  </h3>
                  <MethodChart lanes={lane.methods.slice(0, SIDE_BY_SIDE)} method={m} limit={lane.limitNh3} />
                  <table className="tbl bagtable">
                    <tbody>
                      {m.figures.map((f) => (
                        <tr key={f.name}>
                          <td>{f.name}</td>
                          <td className="r whitespace-nowrap">
                            <StateMark mark={f.mark} size={14} /> <b className="num">{f.value}</b>
                            <span className="u">{f.unit}</span>
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </table>
                  <p className="mt-auto pt-3">
                    {lane.runId ? (
                      <Link className="btn w-full min-h-16" href={`/consignments/${p.code}/run`}>
                        Go to the running sequence
                      </Link>
                    ) : (
                      <button
                        className={`btn min-h-16 w-full ${i === 0 ? 'hands' : ''}`}
                        disabled={busy}
                        onClick={() =>
                          save(
                            () => p.startRun(p.code, lane.bagIds[0]!, m.id),
                            () => {
                              router.push(`/consignments/${p.code}/run`);
                            },
                          )
                        }
                      >
                        {i === 0 ? `Start: ${m.name.toLowerCase()}` : `Use ${m.name.toLowerCase()}`}
                      </button>
                    )}
                  </p>
                </article>
              ))}
            </div>
            <OtherWays
              lane={lane}
              busy={busy}
              start={(id) =>
                save(
                  () => p.startRun(p.code, lane.bagIds[0]!, id),
                  () => router.push(`/consignments/${p.code}/run`),
                )
              }
            />
            <p className="note mt-3">
              Direct transfer takes in the least ammonia and makes the largest pH step; slow mixing the other way round.
              The schools differ in what they weigh; the burden weighs all of it by tolerance class (weights † ours).
              Bag water never goes into the tank.
            </p>
          </>
        )}
      </section>
    </div>
  );
}

/** Figures of a method that is told in one row. */
const IN_SHORT = new Set([
  'Ammonia exposure',
  'pH, any 5 min',
  'Water, any 5 min',
  'Takes, hands on',
  'Burden, in all',
]);
/** Compared in full; the others follow as rows. */
const SIDE_BY_SIDE = 3;

/** The remaining methods on the same footing, a row each, and what cannot be used here with its reason. */
function OtherWays({ lane, busy, start }: { lane: LaneView; busy: boolean; start: (id: string) => unknown }) {
  const shown = (m: LaneView['methods'][number]) => m.figures.filter((f) => IN_SHORT.has(f.name));
  const rest = lane.methods.slice(SIDE_BY_SIDE);
  const heads = rest[0] ? shown(rest[0]).map((f) => f.name) : [];
  return (
    <section className="mt-6" aria-label="Other ways">
      <h2 className="mb-1">Other ways, same water</h2>
      <div className="overflow-x-auto">
        <table className="tbl min-w-[720px]">
          <thead>
            <tr>
              <th>Method</th>
              {heads.map((h) => (
                <th key={h} className="r">
                  {h}
                </th>
              ))}
              <th />
            </tr>
          </thead>
          <tbody>
            {rest.map((m) => (
              <tr key={m.id}>
                <td>
                  <h3 className="whitespace-nowrap text-[14px]">{m.name}</h3>
                </td>
                {shown(m).map((f) => (
                  <td key={f.name} className="r whitespace-nowrap">
                    <StateMark mark={f.mark} size={13} /> <b className="num">{f.value}</b>
                    <span className="u">{f.unit}</span>
                  </td>
                ))}
                <td className="r">
                  {!lane.runId && (
                    <button className="btn" disabled={busy} onClick={() => void start(m.id)}>
                      Use this
                    </button>
                  )}
                </td>
              </tr>
            ))}
            {lane.refused.map((m) => (
              <tr key={m.id}>
                <td>
                  <h3 className="whitespace-nowrap text-[14px] text-ink-3">{m.name}</h3>
                </td>
                <td colSpan={heads.length + 1} className="text-ink-2">
                  {m.why}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
