'use client';

import { useMemo, useState } from 'react';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { fitTest, readingsFromText, testProblem, type HomeTest as Test, type TestResult } from '@/core/heat/home-test';
import { saveTest } from '@/server/heat/actions';
import { num, NumberField, SelectField } from '@/ui/fields/fields';
import { LARGEST_FILE } from '@/core/consignment/file-size';
import { readFileText } from '@/ui/fields/file';
import { Button } from '@/ui/kit/button';
import { useEvaluation } from '@/ui/use-evaluation';
import type { useSave } from '@/ui/use-save';
import type { HeatStationProps } from './props';

/** As many as behind the chance in the heading. */
const RUNS = 200;

/** Readings as dots, and the curve that was found. */
function Found({ test, r }: { test: Test; r: TestResult }) {
  const last = test.readings[test.readings.length - 1]!.h;
  const all = [...test.readings.flatMap((x) => [x.waterC, x.roomC]), ...r.fittedC];
  const [lo, hi] = [Math.min(...all) - 1, Math.max(...all) + 1];
  const x = (h: number): number => 4 + (392 * h) / last;
  const y = (t: number): number => 116 - (108 * (t - lo)) / (hi - lo);
  const line = (of: (i: number) => number): string =>
    test.readings.map((p, i) => `${i ? 'L' : 'M'}${x(p.h).toFixed(1)} ${y(of(i)).toFixed(1)}`).join('');
  return (
    <svg viewBox="0 0 400 120" className="mt-2 w-full" role="img" aria-label="Readings and the curve that was found">
      <path d={line((i) => test.readings[i]!.roomC)} fill="none" stroke="var(--c-amb)" strokeDasharray="3 3" />
      <path d={line((i) => r.fittedC[i]!)} fill="none" stroke="var(--c-temp)" strokeWidth="2" />
      {test.readings.map((p) => (
        <circle key={p.h} cx={x(p.h)} cy={y(p.waterC)} r="2.2" fill="var(--surface)" stroke="var(--c-temp)" />
      ))}
    </svg>
  );
}

/** Readings typed, or out of the file of a logger. */
function Readings({
  text,
  setText,
  tell,
}: {
  text: string;
  setText: (text: string) => void;
  tell: (words: string) => void;
}) {
  return (
    <>
      <label className="mt-2 block text-13">
        <span className="font-semibold">Readings</span>
        <textarea
          className="in mt-1 !h-28 w-full"
          value={text}
          placeholder={'0, 40.0, 19.5\n0.5, 39.4, 19.5\n1, 38.8, 19.4'}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <label className="btn mt-1 inline-flex cursor-pointer items-center">
        File of a logger
        <input
          type="file"
          accept=".csv,.txt,text/csv,text/plain"
          className="sr-only"
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (!file) return;
            if (file.size > LARGEST_FILE) tell('This file is too large for a logger file.');
            else void readFileText(file).then((t) => setText(t.text));
            e.target.value = '';
          }}
        />
      </label>
    </>
  );
}

/** What keeping a test would do to the odds, shown before it is kept. */
function Lift({
  p,
  what,
  found,
}: {
  p: HeatStationProps;
  what: { kind: 'boxes' | 'packs'; typeId: string };
  found: { factor: number; sigma: number };
}) {
  const { catalogue } = p.job;
  const measured = { ...found, sigma: Math.max(0.001, found.sigma) };
  const of = <T extends { id: string }>(rows: T[]): T[] =>
    rows.map((r) => (r.id === what.typeId ? { ...r, measured } : r));
  const tested =
    what.kind === 'boxes' ? { ...catalogue, boxes: of(catalogue.boxes) } : { ...catalogue, packs: of(catalogue.packs) };
  const { results, problem } = useEvaluation(
    `test ${p.code}:${p.version}:${p.shelf}:${what.typeId}:${found.factor.toFixed(4)}:${found.sigma.toFixed(4)}`,
    [
      {
        ...p.job,
        catalogue: tested,
        options: { stepH: 0.5, draws: RUNS, choosers: { packs: null, bags: false, days: null } },
      },
    ],
  );
  const chance = results[0]?.risk?.chance ?? null;
  if (problem) return <p className="problem mt-1">{problem}</p>;
  if (chance === null || p.chance === null) return <p className="note mt-1">Computing the effect on this shipment…</p>;
  const percent = (x: number): string => `${Math.floor(100 * x + 1e-9)} %`;
  return (
    <p className="mt-1 text-13" data-testid="test-lift">
      If used, the chance of this shipment goes from <b className="num">{percent(p.chance)}</b> to{' '}
      <b className="num">{percent(chance)}</b>: the figure is now known better, and it is less favourable.
    </p>
  );
}

/** A box, or a pack, tested at home: a bottle of water in the closed box, read for some hours; what comes of it is kept as the house's own figure. */
export function HomeTestPanel({
  p,
  a,
  save,
  busy,
}: {
  p: HeatStationProps;
  a: Assumptions;
} & Pick<ReturnType<typeof useSave>, 'save' | 'busy'>) {
  const [open, setOpen] = useState(false);
  const [what, setWhat] = useState('box');
  const [litres, setLitres] = useState('2');
  const [room, setRoom] = useState('20');
  const [text, setText] = useState('');
  const [told, setTold] = useState<string | null>(null);
  const { crate } = p.boxes[0]!;
  const pack = p.packTypes.find((t) => t.id === what);
  const read = useMemo(() => readingsFromText(text, num(room)), [text, room]);
  const test: Test = {
    shell: {
      insideCm: crate.typeCm,
      wallCm: crate.wallOnlyCm,
      kWPerMK: crate.kWPerMK,
      ...(crate.cartonCm === null ? {} : { cartonCm: crate.cartonCm }),
    },
    leakLPerH: crate.leakLPerH,
    litres: num(litres),
    readings: read.readings,
    ...(pack ? { pack: { curve: { ratedW: pack.ratedW }, massG: pack.massG } } : {}),
    lossFactor: crate.measured?.factor ?? 1,
  };
  const problem = text.trim() === '' ? null : (read.problems[0] ?? testProblem(test));
  const r = text.trim() === '' || problem ? null : fitTest(test, a);
  const figure = (f: number): string =>
    pack ? `× ${f.toFixed(2)}` : `${((r?.reckonedWPerK ?? 0) * f).toFixed(2)} W/K`;
  const keep = (found: { factor: number; sigma: number } | null): void =>
    void save(
      (press) => saveTest(press, { kind: pack ? 'pack' : 'box', typeId: pack ? pack.id : crate.boxTypeId, found }),
      () => {
        setTold(found ? 'Saved. The odds use it.' : 'Removed. The typical figure is used again.');
        setText('');
      },
    );
  const known = pack ? pack.measured : crate.measured;
  if (!open)
    return (
      <p className="mt-2 text-13">
        {crate.measured ? 'Heat loss tested at home. ' : 'Heat loss calculated from its dimensions. '}
        <Button tone="flat" aria-expanded={false} onClick={() => setOpen(true)}>
          Test at home
        </Button>
      </p>
    );
  return (
    <div className="mt-3 border-l-4 border-rule-strong pl-3" role="group" aria-label="Test at home">
      <h3>Test at home</h3>
      <p className="note">
        {pack
          ? 'Put a bottle of water at room temperature and a freshly opened pack in the closed box.'
          : 'Put only a bottle of warm water (about 40 °C) in the closed box.'}{' '}
        Read the water about every half hour, or use a logger, best overnight. One line each: hour, water, room (or date
        and time, water, room).
      </p>
      <div className="mt-2 grid grid-cols-[1fr_84px_84px] gap-2">
        <SelectField
          label="What is tested"
          path="test.what"
          value={what}
          onChange={setWhat}
          options={[
            ['box', crate.name],
            ...p.packTypes.filter((t) => t.kind === 'heat').map((t): [string, string] => [t.id, t.name]),
          ]}
        />
        <NumberField label="Water" unit="L" path="test.litres" value={litres} onChange={setLitres} />
        <NumberField label="Room" unit="°C" path="test.room" value={room} onChange={setRoom} />
      </div>
      <Readings text={text} setText={setText} tell={setTold} />
      {problem && <p className="problem mt-1">{problem}</p>}
      {told && (
        <p className="note mt-1" role="status">
          {told}
        </p>
      )}
      {r && (
        <>
          <Found test={test} r={r} />
          <p className="mt-1 text-13" data-testid="test-found">
            <b className="num">{figure(r.factor)}</b>; 9 times in 10 between <b className="num">{figure(r.low)}</b> and{' '}
            <b className="num">{figure(r.high)}</b>;{' '}
            {pack ? 'its rating gives × 1' : `its dimensions give ${figure(1)}`}. Readings scatter by{' '}
            {r.scatterC.toFixed(1)} °C.
          </p>
          <Lift
            p={p}
            what={pack ? { kind: 'packs', typeId: pack.id } : { kind: 'boxes', typeId: crate.boxTypeId }}
            found={{ factor: r.factor, sigma: r.sigma }}
          />
        </>
      )}
      <p className="mt-2 flex flex-wrap gap-2">
        {r && (
          <Button tone="go" disabled={busy} onClick={() => keep({ factor: r.factor, sigma: r.sigma })}>
            Use as my figure for {pack ? pack.name : crate.name}
          </Button>
        )}
        {known && (
          <Button disabled={busy} onClick={() => keep(null)}>
            Remove my figure
          </Button>
        )}
        <Button tone="flat" onClick={() => setOpen(false)}>
          Cancel
        </Button>
      </p>
      <p className="caution mt-2">Hot water scalds and packs burn. Keep both away from children.</p>
    </div>
  );
}
