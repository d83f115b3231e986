'use client';

import { saveReadings } from '@/server/arrive/actions';
import type { WaterReading } from '@/core/consignment/schema';
import { FishIcon } from '@/ui/drawings/fish';
import { StateMark } from '@/ui/drawings/state-mark';
import { NumberField, OtherProblems, num } from '@/ui/fields/fields';
import { one } from '@/ui/format';
import { useDraft } from '@/ui/use-draft';
import { useSave } from '@/ui/use-save';
import type { ReceiveStationProps } from '@/server/arrive/view';
import type { LaneView } from '@/server/arrive/view';

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

/** What the eye and the probe find in every bag, through the film, and in every tank. */
export function MeasureForm({ p, done }: { p: ReceiveStationProps; done: () => void }) {
  const { save, busy, problems } = useSave();
  const typed = useDraft(measuredOf(p), p.version);
  const { bags: draft, tanks } = typed.draft;
  const waterAt = (i: number): Record<string, number> =>
    Object.fromEntries(tankKeys.map(([k]) => [k, num(tanks[i]!.water[k]!)]));
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
        saveReadings({
          code: p.code,
          version: typed.version ?? p.version,
          tank: waterAt(0) as unknown as WaterReading,
          otherTanks: Object.fromEntries(tanks.slice(1).map((t, i) => [t.name, waterAt(i + 1) as unknown as WaterReading])),
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
        done();
      },
    );

  return (
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
      <p className="note my-2">Photograph any loss in the unopened bag. Still and pale is not dead: do not poke.</p>
      <button className="btn go min-h-16 w-full" disabled={busy}>
        Save and compare
      </button>
    </form>
  );
}

/** What was found, bag by bag; what is expected where nobody measured. */
export function Found({ p }: { p: ReceiveStationProps }) {
  return (
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
                {b.reading?.pH != null ? one(b.reading.pH) : <span className="mute">{one(b.expectedPh)} ?</span>}
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
  );
}

/** The steps between the water of a bag and that of its tank. */
export function Between({ lane, tankMeasured }: { lane: LaneView; tankMeasured: boolean }) {
  return (
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
      {!tankMeasured && <p className="note mt-2">The tank’s figures are those of the order: measure them now.</p>}
    </>
  );
}
