'use client';

import { Button } from '@/ui/kit/button';
import { Table } from '@/ui/kit/table';
import { feltStep } from '@/core/calendar/perceptible-step';
import type { Species } from '@/core/catalogue/schema';
import type { KeptSpecies } from '@/core/consignment/assume';
import type { Consignment } from '@/core/consignment/schema';
import { toldFigures } from '@/core/measurement/quantities';
import type { Problem } from '@/core/consignment/outcome';
import { NumberField, TextField, num } from '@/ui/fields/fields';
import { countAsMeasured } from '@/server/order/actions';
import { useSave } from '@/ui/use-save';
import { quantities, waterFigures } from '@/core/measurement/quantities';
import { copiedWords, guessedWords, typedOver, waterExpected } from '@/ui/fields/water';
import {
  ownTank,
  tankInto,
  waterOfLine,
  type LineDraft,
  type OrderDraft,
  type TankOption,
  type WaterDraft,
} from './draft';

/** The sender's water above the receiver's, with the step between; one pair for each way fish go. */
export function Waters({
  d,
  species,
  problems,
  ownTanks,
  onChange,
}: {
  d: OrderDraft;
  species: readonly Species[];
  /** Own tanks that things may be received into. */
  ownTanks: readonly TankOption[];
  problems: readonly Problem[];
  onChange: (change: Partial<OrderDraft>) => void;
}) {
  /** The animals by which a water is guessed: the first of those it is for. */
  const keptIn = (of: (l: LineDraft) => boolean): KeptSpecies | undefined =>
    species.find((s) => s.id === (d.lines.find(of) ?? d.lines[0])?.speciesId);
  const own = Object.keys(d.waters);
  const sources = [...new Set(d.lines.map((l) => l.tank).filter(Boolean))];
  const common = sources.filter((t) => !d.waters[t]);
  const setTank = (i: number, change: WaterDraft): void => {
    const was = d.tanks[i]!.name ?? '';
    const own = ownTanks.find((t) => t.name === change.name);
    const all = { ...change, ...(own ? ownTank(own) : {}) };
    const tanks = d.tanks.map((t, j) => (j === i ? ({ ...t, ...all } as WaterDraft) : t));
    // A tank that is renamed keeps its fish.
    const lines =
      change.name !== undefined ? d.lines.map((l) => (l.into === was ? { ...l, into: change.name! } : l)) : d.lines;
    onChange({ tanks, lines });
  };
  const without = (tank: string): Record<string, WaterDraft> =>
    Object.fromEntries(Object.entries(d.waters).filter(([t]) => t !== tank));
  return (
    <section className="min-w-0">
      <h2 className="mb-2">The two waters</h2>
      <Table
        className="rows-at-390 pairs min-w-0"
        head={
          <>
            <th className="min-w-[150px]" />
            {waterFigures.map((k) => (
              <th key={k}>{quantities[k].label}</th>
            ))}
            <th>Litres</th>
            <th />
          </>
        }
      >
        <tr className="align-top">
          <td className="pt-3">
            <b>Shipping water</b>
            {own.length > 0 && common.length > 0 && <span className="note block">tank {common.join(', ')}</span>}
          </td>
          <Cells
            label="Shipping water"
            path="sourceWater"
            w={d.source}
            kept={keptIn((l) => !d.waters[l.tank])}
            problems={problems}
            set={(c) => onChange({ source: { ...d.source, ...c } as WaterDraft })}
          />
          <td />
          <td />
        </tr>
        {own.map((tank, i) => (
          <tr key={tank} className="align-top">
            <td className="pt-3">
              <b>Tank {tank}’s own</b>
            </td>
            <Cells
              label={`Water of tank ${tank}`}
              path={`waters.${i}.water`}
              w={d.waters[tank]!}
              kept={keptIn((l) => l.tank === tank)}
              problems={problems}
              set={(c) => onChange({ waters: { ...d.waters, [tank]: { ...d.waters[tank]!, ...c } as WaterDraft } })}
            />
            <td />
            <td>
              <Button
                type="button"
                tone="flat"
                aria-label={`Send tank ${tank} in the shipping water`}
                onClick={() => onChange({ waters: without(tank) })}
              >
                Remove
              </Button>
            </td>
          </tr>
        ))}
        {d.tanks.map((t, i) => (
          <TankRow
            key={i}
            t={t}
            kept={keptIn((l) => tankInto(d, l.into) === t)}
            i={i}
            d={d}
            problems={problems}
            known={ownTanks.length > 0}
            setTank={setTank}
            onChange={onChange}
          />
        ))}
        <Steps d={d} />
      </Table>
      <Guessed d={d} kept={keptIn((l) => !d.waters[l.tank])} />
      <Choices
        d={d}
        apart={sources.length > 1 ? common : []}
        ownTanks={ownTanks}
        onChange={onChange}
        setTank={setTank}
      />
    </section>
  );
}

/** Says what stands in for figures that nobody measured, and how old those are that were copied. */
function Guessed({ d, kept }: { d: OrderDraft; kept: KeptSpecies | undefined }) {
  const waters = [d.source, ...Object.values(d.waters)];
  const words = [
    waters.map((w) => copiedWords(w, d.sender.zone, Date.parse(`${d.handOver}:00Z`))).find((x) => x !== null),
    waters.map((w) => guessedWords(w, kept)).find((x) => x !== null),
  ].filter(Boolean);
  return words.length > 0 ? <p className="note mt-1">{words.join(' ')}</p> : null;
}

/** The figures of one water, a field each. */
function Cells({
  label,
  path,
  w,
  kept,
  problems,
  set,
}: {
  label: string;
  path: string;
  w: WaterDraft;
  kept: KeptSpecies | undefined;
  problems: readonly Problem[];
  set: (change: WaterDraft) => void;
}) {
  return waterFigures.map((k) => (
    <td key={k} data-head={quantities[k].label} className={k === 'tanMgNL' ? 'min-w-[112px]' : 'min-w-[76px]'}>
      <NumberField
        hideLabel
        label={`${label}, ${quantities[k].label}`}
        unit={quantities[k].unit}
        path={`${path}.${k}`}
        problems={problems}
        value={w[k] ?? ''}
        expected={waterExpected(k, w, kept)}
        onChange={(v) => set(typedOver({}, k, v))}
      />
    </td>
  ));
}

function TankRow({
  t,
  kept,
  i,
  d,
  problems,
  known,
  setTank,
  onChange,
}: {
  t: WaterDraft;
  kept: KeptSpecies | undefined;
  i: number;
  d: OrderDraft;
  problems: readonly Problem[];
  /** There are own tanks to be named. */
  known: boolean;
  setTank: (i: number, change: WaterDraft) => void;
  onChange: (change: Partial<OrderDraft>) => void;
}) {
  const path = i === 0 ? 'tank' : `otherTanks.${i - 1}`;
  const name = i === 0 ? 'Receiving tank' : `Receiving tank ${i + 1}`;
  return (
    <tr className="align-top">
      <td>
        <TextField
          hideLabel
          label={`${name}, name`}
          {...(known ? { list: 'own-receiving-tanks' } : {})}
          path={`${path}.name`}
          problems={problems}
          value={t.name ?? ''}
          onChange={(name) => setTank(i, { name })}
        />
      </td>
      <Cells label={name} path={path} w={t} kept={kept} problems={problems} set={(c) => setTank(i, c)} />
      <td className="min-w-[84px]" data-head="Litres">
        <NumberField
          hideLabel
          label={`${name}, litres`}
          unit="L"
          path={`${path}.volumeL`}
          problems={problems}
          value={t.volumeL ?? ''}
          onChange={(volumeL) => setTank(i, { volumeL })}
        />
      </td>
      <td>
        {i > 0 && (
          <Button
            type="button"
            tone="flat"
            aria-label={`Remove receiving tank ${i + 1}`}
            onClick={() =>
              onChange({
                tanks: d.tanks.filter((_, j) => j !== i),
                lines: d.lines.map((l) => (l.into === t.name ? { ...l, into: '' } : l)),
              })
            }
          >
            Remove
          </Button>
        )}
      </td>
    </tr>
  );
}

const places: Record<string, string> = { sourceWater: 'Shipping water', tank: 'Receiving tank' };

/** Figures that an earlier version filled in by itself: they count as unknown until somebody says that they were measured. */
export function Unproven({
  code,
  version,
  unproven = [],
  done,
}: {
  code: string | null;
  version: number | null;
  unproven?: NonNullable<Consignment['unproven']>;
  done: () => void;
}) {
  const { save, busy } = useSave();
  if (unproven.length === 0 || code === null || version === null) return null;
  const measured = (): void => void save((press) => countAsMeasured(press, code, version), done);
  return (
    <div className="my-2 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-3 py-2 text-15" role="note">
      An earlier version filled in figures that may never have been measured. They count as unknown now:{' '}
      {unproven
        .map(
          ({ where, figures }) =>
            `${places[where] ?? 'another water'} ${toldFigures
              .flatMap((k) => (figures[k] === undefined ? [] : [`${quantities[k].label} ${figures[k]}`]))
              .join(', ')}`,
        )
        .join('; ')}
      .{' '}
      <Button type="button" disabled={busy} onClick={measured}>
        They were measured
      </Button>
    </div>
  );
}

/** What the fish will feel, one line for each way they go. */
function Steps({ d }: { d: OrderDraft }) {
  const pairs = new Map<string, { label: string; from: WaterDraft; to: WaterDraft }>();
  for (const l of d.lines) {
    const from = waterOfLine(d, l.tank);
    const to = tankInto(d, l.into);
    const key = `${d.waters[l.tank] ? l.tank : ''} ${to.name}`;
    if (!pairs.has(key))
      pairs.set(key, { label: d.waters[l.tank] ? `${l.tank} to ${to.name}` : `to ${to.name ?? ''}`, from, to });
  }
  return [...pairs.values()].map((p, i) => (
    <tr key={i}>
      <td className="mute">Step {pairs.size > 1 ? p.label : 'between'}</td>
      {waterFigures.map((k) => {
        const { label, digits } = quantities[k];
        const step = num(p.to[k] ?? '') - num(p.from[k] ?? '');
        const felt = Math.abs(step) >= feltStep[k];
        return (
          <td key={k} data-head={label} className={`num ${felt ? 'font-semibold text-watch' : ''}`}>
            {Number.isFinite(step) ? `${step >= 0 ? '+' : '−'}${Math.abs(step).toFixed(digits)}` : ''}
          </td>
        );
      })}
      <td />
      <td />
    </tr>
  ));
}

/** Waters that differ, more tanks, and tanks in which fish live already. */
function Choices({
  d,
  apart,
  ownTanks,
  onChange,
  setTank,
}: {
  d: OrderDraft;
  /** Tanks that could be told apart from the shipping water. */
  apart: readonly string[];
  ownTanks: readonly TankOption[];
  onChange: (change: Partial<OrderDraft>) => void;
  setTank: (i: number, change: WaterDraft) => void;
}) {
  return (
    <p className="mt-2 flex flex-wrap items-center gap-2">
      {apart.map((t) => (
        <Button
          key={t}
          type="button"
          tone="flat"
          onClick={() => onChange({ waters: { ...d.waters, [t]: { ...d.source } } })}
        >
          Tank {t} has other water
        </Button>
      ))}
      <Button
        type="button"

        onClick={() =>
          onChange({ tanks: [...d.tanks, { ...d.tanks[0]!, name: `Tank ${d.tanks.length + 1}`, residents: '' }] })
        }
      >
        Another receiving tank
      </Button>
      {d.tanks.map((t, i) => (
        <label key={i} className="flex min-h-9 items-center gap-2 text-13">
          <input
            type="checkbox"
            className="size-5 accent-[var(--tide)]"
            checked={t.residents === 'yes'}
            onChange={(e) => setTank(i, { residents: e.target.checked ? 'yes' : '' })}
          />
          Fish are already in {t.name || 'the receiving tank'}
        </label>
      ))}
      <datalist id="own-receiving-tanks">
        {ownTanks.map((t) => (
          <option key={t.name} value={t.name} />
        ))}
      </datalist>
    </p>
  );
}
