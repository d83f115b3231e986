'use client';

import { useState } from 'react';
import { buildWords, materials, tapeWords } from '@/core/box/box-construction';
import { linings } from '@/core/catalogue/gear';
import { builds, tapes, type Build, type LidTape } from '@/core/catalogue/making';
import type { BoxReading, Without } from '@/core/evaluate/box-reading';
import type { Problem } from '@/core/consignment/outcome';
import type { Box, OwnBox } from '@/core/consignment/schema';
import { judgedR, typedCm } from '@/core/heat/typed';
import { capital } from '@/core/quantities/words';
import { num, NumberField, OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { slackWords } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import type { HeatStationProps } from './props';

type BoxChange = Partial<Record<keyof Box, unknown>>;

/** What a thing of the wall is worth: what would be without it. */
function Worth({ x, now }: { x: Without; now: BoxReading['figures'] }) {
  const by = x.figures.coldestC - now.coldestC;
  const air = x.figures.leastOxygen;
  return (
    <li className="grid grid-cols-[1fr_72px_96px] items-baseline gap-2 border-b border-rule py-1 text-13">
      <span>
        {x.what}
        {air < 0.6 && <span className="mute"> · packs’ oxygen falls to {(100 * air).toFixed(0)} %</span>}
      </span>
      <b className="num text-right">
        {Math.abs(by) < 0.05 ? '0.0' : `${by > 0 ? '+' : '−'}${Math.abs(by).toFixed(1)}`} °C
      </b>
      <span className="num text-right">{slackWords(x.figures.slackH)}</span>
    </li>
  );
}

interface Draft {
  build: Build;
  name: string;
  l: string;
  w: string;
  h: string;
  wall: string;
  k: string;
  r: string;
  kg: string;
}
const draftOf = (own: OwnBox | undefined, crate: HeatStationProps['boxes'][number]['crate']): Draft => ({
  build: own?.build ?? 'moulded',
  name: own?.name ?? '',
  l: String(own?.insideCm[0] ?? crate.typeCm[0]),
  w: String(own?.insideCm[1] ?? crate.typeCm[1]),
  h: String(own?.insideCm[2] ?? crate.typeCm[2]),
  wall: String(own?.wallCm ?? crate.wallOnlyCm),
  k: String(own?.kWPerMK ?? crate.kWPerMK),
  r: '',
  kg: own?.massKg ? String(own.massKg) : '',
});

/** Own measures of a box: units are read, and a stated R that such a thickness cannot have is told. */
function OwnMeasures({
  p,
  box,
  busy,
  problems,
  save,
  leave,
}: {
  p: HeatStationProps;
  box: Box;
  busy: boolean;
  problems: readonly Problem[];
  save: (to: BoxChange) => void;
  leave: () => void;
}) {
  const [d, setDraft] = useState(() => draftOf(box.own, p.boxes[0]!.crate));
  const set = (to: Partial<Draft>): void => setDraft({ ...d, ...to });
  const wallCm = typedCm(d.wall);
  const r = d.r.trim() === '' ? null : judgedR(num(d.r), wallCm.cm);
  const k = r?.kWPerMK ?? num(d.k);
  const cm = (label: string, key: 'l' | 'w' | 'h' | 'wall', path: string) => (
    <TextField label={label} path={path} problems={problems} value={d[key]} onChange={(v) => set({ [key]: v })} />
  );
  const notes = [
    ...(['l', 'w', 'h'] as const).flatMap((x) => typedCm(d[x], 'side').note ?? []),
    wallCm.note,
    r?.note,
  ].filter((x): x is string => Boolean(x));
  return (
    <div className="mt-2" role="group" aria-label="Your own box dimensions">
      <div className="grid grid-cols-3 gap-2">
        <TextField
          className="col-span-3"
          label="What you call it"
          path="own.name"
          value={d.name}
          onChange={(name) => set({ name })}
        />
        {cm('Inside length, cm', 'l', 'own.insideCm.0')}
        {cm('Inside width, cm', 'w', 'own.insideCm.1')}
        {cm('Inside height, cm', 'h', 'own.insideCm.2')}
        <SelectField
          className="col-span-2"
          label="Material"
          path="own.build"
          value={d.build}
          onChange={(v) => set({ build: v as Build, ...(v === 'carton' ? { wall: '0.5', k: '0.06' } : {}) })}
          options={builds.map((b) => [b, capital(buildWords[b])])}
        />
        {cm('Wall, cm', 'wall', 'own.wallCm')}
        <SelectField
          className="col-span-2"
          label="Material"
          path="own.material"
          value={materials.find((m) => String(m.kWPerMK) === d.k)?.name ?? ''}
          onChange={(v) => {
            const found = materials.find((m) => m.name === v);
            if (found) set({ k: String(found.kWPerMK), r: '' });
          }}
          options={[['', `By figures, ${k} W/m K`], ...materials.map((m): [string, string] => [m.name, m.name])]}
        />
        <NumberField
          label="Or R value of the wall"
          path="own.r"
          value={d.r}
          expected="R-4"
          onChange={(v) => set({ r: v })}
        />
        <NumberField
          label="Weight, empty"
          unit="kg"
          path="own.massKg"
          problems={problems}
          value={d.kg}
          expected="from the walls"
          onChange={(v) => set({ kg: v })}
        />
      </div>
      {notes.map((n) => (
        <p key={n} className="problem mt-1">
          {n}
        </p>
      ))}
      <p className="mt-2 flex flex-wrap gap-2">
        <Button
          tone="go"
          disabled={busy}
          onClick={() =>
            save({
              own: {
                name: d.name,
                build: d.build,
                insideCm: [typedCm(d.l).cm, typedCm(d.w).cm, typedCm(d.h).cm],
                wallCm: wallCm.cm,
                kWPerMK: Math.round(k * 10_000) / 10_000,
                ...(d.kg.trim() ? { massKg: num(d.kg) } : {}),
              },
            })
          }
        >
          Use these dimensions
        </Button>
        {box.own && (
          <Button disabled={busy} onClick={() => save({ own: null })}>
            Standard dimensions
          </Button>
        )}
        <Button tone="flat" onClick={leave}>
          Cancel
        </Button>
      </p>
    </div>
  );
}

function Layers({
  lining,
  busy,
  save,
}: {
  lining: NonNullable<Box['lining']>;
  busy: boolean;
  save: (to: BoxChange) => void;
}) {
  if (lining.length === 0) return null;
  return (
    <ul className="mt-1">
      {lining.map((l, i) => (
        <li key={`${l.name} ${i}`} className="flex items-center gap-2 text-13">
          <span className="flex-1">
            {i + 1}. {l.name}, {l.thicknessCm} cm on every side
          </span>
          <Button
            tone="flat"
            disabled={busy}
            aria-label={`Remove ${l.name}`}
            onClick={() => {
              const rest = lining.filter((_, k) => k !== i);
              save({ lining: rest.length > 0 ? rest : null });
            }}
          >
            Remove
          </Button>
        </li>
      ))}
    </ul>
  );
}

function Holes({
  box,
  busy,
  problems,
  save,
}: {
  box: Box;
  busy: boolean;
  problems: readonly Problem[];
  save: (to: BoxChange) => void;
}) {
  const [holes, setHoles] = useState(String(box.ventHoles));
  const [mm, setMm] = useState(String(box.ventMm ?? 6));
  return (
    <form
      className="mt-2 grid grid-cols-[1fr_1fr_auto] items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        save({ ventHoles: num(holes), ventMm: num(mm) === 6 ? null : num(mm) });
      }}
    >
      <NumberField
        label="Holes by the packs"
        path="box.ventHoles"
        problems={problems}
        value={holes}
        onChange={setHoles}
      />
      <NumberField label="Each wide" unit="mm" path="box.ventMm" problems={problems} value={mm} onChange={setMm} />
      <Button disabled={busy}>Use these holes</Button>
    </form>
  );
}

/** The wall of the box: measures, lining, tape, holes, and what each of them is worth. */
export function Wall({
  p,
  box,
  reading,
  busy,
  problems,
  save,
}: {
  p: HeatStationProps;
  box: Box;
  reading: BoxReading | null;
  busy: boolean;
  problems: readonly Problem[];
  save: (to: BoxChange) => void;
}) {
  const [measuring, setMeasuring] = useState(false);
  const lining = box.lining ?? [];
  const { crate } = p.boxes[0]!;
  return (
    <section className="min-w-0" aria-label="The wall">
      <h2 className="mb-1">The wall</h2>
      <p className="text-13">
        <b>{crate.name}</b>, {crate.insideCm.map((x) => Number(x.toFixed(1))).join(' × ')} cm clear inside, wall{' '}
        <span className="num">{crate.wallOnlyCm}</span> cm.{' '}
        {reading && (
          <>
            It loses <b className="num">{reading.figures.uaWPerK.toFixed(2)}</b> W per °C; its lid joint leaks about{' '}
            {(crate.leakLPerH * crate.tapeFactor).toFixed(1)} L of air an hour.
          </>
        )}{' '}
        <Button tone="flat" onClick={() => setMeasuring(!measuring)} aria-expanded={measuring}>
          Own dimensions
        </Button>
      </p>
      {measuring && (
        <OwnMeasures
          p={p}
          box={box}
          busy={busy}
          problems={problems}
          save={(to) => {
            save(to);
            setMeasuring(false);
          }}
          leave={() => setMeasuring(false)}
        />
      )}
      <div className="mt-2 grid grid-cols-2 items-end gap-2">
        <SelectField
          label="Line it with"
          path="lining"
          value=""
          onChange={(v) => {
            const kind = linings.find((x) => x.name === v);
            if (!kind) return;
            const { name, thicknessCm, kWPerMK } = kind;
            save({ lining: [...lining, { name, thicknessCm, kWPerMK }] });
          }}
          options={[
            ['', lining.length > 0 ? 'Another layer …' : 'Nothing yet …'],
            ...linings.map((x): [string, string] => [x.name, x.name]),
          ]}
        />
        <SelectField
          label="Lid"
          path="tape"
          value={box.tape ?? 'corners'}
          onChange={(v) => save({ tape: v === 'corners' ? null : (v as LidTape) })}
          options={tapes.map((t) => [t, capital(tapeWords[t])])}
        />
      </div>
      <Layers lining={lining} busy={busy} save={save} />
      <Holes box={box} busy={busy} problems={problems} save={save} />
      <OtherProblems problems={problems} shown={(x) => !/lining|own|tape/.test(x)} />
      {reading && reading.without.length > 0 && (
        <>
          <p className="mt-3 grid grid-cols-[1fr_72px_96px] gap-2 border-b border-rule text-12 text-ink-3">
            <span>Alternatives, one at a time</span>
            <span className="text-right">coldest</span>
            <span className="text-right">slack</span>
          </p>
          <ul>
            {reading.without.map((x) => (
              <Worth key={x.what} x={x} now={reading.figures} />
            ))}
          </ul>
        </>
      )}
      {reading && box.packs.length > 0 && reading.figures.leastOxygen < 0.6 && (
        <p className="problem mt-1">
          Oxygen for the packs falls to {(100 * reading.figures.leastOxygen).toFixed(0)} % of fresh air, so they give
          less. Add a hole or two beside them, or leave corners untaped.
        </p>
      )}
    </section>
  );
}
