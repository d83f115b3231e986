'use client';

import { useState } from 'react';
import type { Problem } from '@/core/consignment/outcome';
import type { Condition, QuarantinePhase, PhaseKind } from '@/core/quarantine/schema';
import { askLitres, dropQuarantinePlan, keepQuarantinePlan, setQuarantinePlan } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { NumberField, OtherProblems, SelectField, TextField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { useSave } from '@/ui/use-save';
import { conditionLabels, planFigures, newPhases, planFrom, typedOf, withPhase, type Typed } from './plan-typed';

/** Litres of water by inner measures, less what is in the tank. */
function Litres({ take }: { take: (litres: string) => void }) {
  const { save, busy, problems } = useSave();
  const [t, setT] = useState({ lengthCm: '', widthCm: '', waterCm: '', ornamentsL: '', bedCm: '' });
  const field = (k: keyof typeof t, label: string, unit: string) => (
    <NumberField
      label={label}
      unit={unit}
      path={k}
      problems={problems}
      value={t[k]}
      onChange={(v) => setT({ ...t, [k]: v })}
    />
  );
  return (
    <div className="mt-2 border-l-4 border-rule-strong pl-3">
      <div className="grid grid-cols-3 gap-2">
        {field('lengthCm', 'Inner length', 'cm')}
        {field('widthCm', 'Inner width', 'cm')}
        {field('waterCm', 'Water, high', 'cm')}
        {field('bedCm', 'Bed, deep', 'cm')}
        {field('ornamentsL', 'Stones, pots', 'L')}
        <Button
          type="button"
          className="self-end"
          disabled={busy}
          onClick={() =>
            void save(
              () =>
                askLitres({
                  lengthCm: num(t.lengthCm),
                  widthCm: num(t.widthCm),
                  waterCm: num(t.waterCm),
                  ...(t.ornamentsL.trim() ? { ornamentsL: num(t.ornamentsL) } : {}),
                  ...(t.bedCm.trim() ? { bedCm: num(t.bedCm) } : {}),
                }),
              (litres) => take(litres.toFixed(1)),
            )
          }
        >
          Calculate
        </Button>
      </div>
    </div>
  );
}

/** What is waited for, as far as it has a figure. */
function Conditions({
  list,
  place,
  path,
  t,
  setT,
  problems,
}: {
  list: readonly Condition[];
  /** Where the figures were typed, and where the server finds them. */
  place: string;
  path: string;
  t: Typed;
  setT: (t: Typed) => void;
  problems: readonly Problem[];
}) {
  return list.map((c, i) => {
    const label = conditionLabels[c.kind];
    if (!label) return null;
    const at = `${place}.${i}`;
    return (
      <NumberField
        key={at}
        label={label[0]}
        unit={label[1]}
        path={`${path}.${i}.${c.kind === 'kh' ? 'atLeast' : 'n'}`}
        problems={problems}
        value={t.text[at] ?? ''}
        onChange={(v) => setT({ ...t, text: { ...t.text, [at]: v } })}
      />
    );
  });
}

/** The figures of a phase, and what it waits for. */
function PhaseFields({
  p,
  i,
  t,
  problems,
  setT,
}: {
  p: QuarantinePhase;
  i: number;
  t: Typed;
  problems: readonly Problem[];
  setT: (t: Typed) => void;
}) {
  const change = (by: Partial<QuarantinePhase>): void =>
    setT({ ...t, plan: { ...t.plan, phases: t.plan.phases.map((x) => (x.id === p.id ? { ...x, ...by } : x)) } });
  const always = ['testEveryDays', 'changeEveryDays', 'changeShare'];
  return (
    <fieldset className="mt-4 border-t border-rule pt-2">
      <legend className="font-head text-15 font-semibold">
        {i + 1}. {p.title}
      </legend>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-6">
        {planFigures
          .filter(([k]) => p[k] !== undefined || always.includes(k))
          .map(([k, label, unit]) => (
            <NumberField
              key={k}
              label={label}
              unit={unit}
              path={`plan.phases.${i}.${k}`}
              problems={problems}
              value={t.text[`${p.id}.${k}`] ?? ''}
              onChange={(v) => setT({ ...t, text: { ...t.text, [`${p.id}.${k}`]: v } })}
            />
          ))}
        <Conditions
          list={p.ends}
          place={`${p.id}.ends`}
          path={`plan.phases.${i}.ends`}
          t={t}
          setT={setT}
          problems={problems}
        />
      </div>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <TextField
          label="Name"
          path={`plan.phases.${i}.title`}
          problems={problems}
          value={p.title}
          onChange={(title) => change({ title })}
        />
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={p.phTwice ?? false}
            onChange={(e) => change({ phTwice: e.target.checked })}
          />
          pH morning and evening
        </label>
        {t.plan.phases.length > 1 && (
          <Button
            type="button"
            tone="flat"
            aria-label={`Leave out: ${p.title}`}
            onClick={() => setT({ ...t, plan: { ...t.plan, phases: t.plan.phases.filter((x) => x.id !== p.id) } })}
          >
            Leave it out
          </Button>
        )}
      </div>
    </fieldset>
  );
}

/** What holds for the whole of it: food, bacteria, what else is in the tank, and what the release waits for. */
function Whole({ t, setT, problems }: { t: Typed; setT: (t: Typed) => void; problems: readonly Problem[] }) {
  const field = (place: 'foodlessDays' | 'bacteriaDays', label: string) => (
    <NumberField
      label={label}
      unit="d"
      path={`plan.${place}`}
      problems={problems}
      value={t.text[place] ?? ''}
      onChange={(v) => setT({ ...t, text: { ...t.text, [place]: v } })}
    />
  );
  const tick = (k: 'plants' | 'foodFish', words: string) => (
    <label className="flex min-h-11 items-center gap-2">
      <input
        type="checkbox"
        className="size-5"
        checked={t.plan[k] ?? false}
        onChange={(e) => setT({ ...t, plan: { ...t.plan, [k]: e.target.checked } })}
      />
      {words}
    </label>
  );
  return (
    <fieldset className="mt-4 border-t border-rule pt-2">
      <legend className="font-head text-15 font-semibold">Release</legend>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-6">
        <Conditions list={t.plan.gate} place="gate" path="plan.gate" t={t} setT={setT} problems={problems} />
        {field('foodlessDays', 'Without food')}
        {field('bacteriaDays', 'Bacteria')}
      </div>
      <div className="flex flex-wrap gap-4">
        {tick('plants', 'Plants grow in it')}
        {tick('foodFish', 'They may be eaten one day')}
      </div>
    </fieldset>
  );
}

/** Plans of one’s own: this one kept under its name, one that is not wanted any more let go. */
function OwnPlans({ q, t, tell }: { q: TankWeeks; t: Typed; tell: (words: string) => void }) {
  const { save, busy, problems } = useSave();
  const plan = planFrom(t);
  const own = q.plans.filter((p) => p.own);
  return (
    <OwnerOnly>
      <Button
        type="button"
        className="min-h-12"
        disabled={busy}
        onClick={() =>
          void save(
            (press) => keepQuarantinePlan(press, plan),
            () => tell(`“${plan.name}” is saved as your own plan.`),
          )
        }
      >
        Save as my own plan
      </Button>
      {own.map((p) => (
        <Button
          key={p.id}
          type="button"
          tone="flat"
          disabled={busy}
          onClick={() =>
            void save(
              (press) => dropQuarantinePlan(press, p.id),
              () => tell(`“${p.id}” is deleted; quarantines using it keep it.`),
            )
          }
        >
          Delete “{p.id}”
        </Button>
      ))}
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </OwnerOnly>
  );
}

/** Which plan it begins from, its name, its litres and its twin. */
function Head({
  q,
  t,
  setT,
  water,
  problems,
}: {
  q: TankWeeks;
  t: Typed;
  setT: (t: Typed) => void;
  water: { waterL: string; twin: string; set: (by: { waterL?: string; twin?: string }) => void };
  problems: readonly Problem[];
}) {
  const [measure, setMeasure] = useState(false);
  return (
    <>
      <div className="grid gap-2 sm:grid-cols-2">
        <SelectField
          label="Begin from"
          path="template"
          value=""
          onChange={(id) => {
            const found = q.plans.find((p) => p.id === id)?.plan;
            if (found) setT(typedOf(found));
          }}
          options={[['', 'this plan'], ...q.plans.map((p) => [p.id, p.plan.name] as const)]}
        />
        <TextField
          label="Name"
          path="plan.name"
          problems={problems}
          value={t.plan.name}
          onChange={(name) => setT({ ...t, plan: { ...t.plan, name } })}
        />
        <div className="flex items-end gap-2">
          <NumberField
            className="flex-1"
            label="Water volume"
            unit="L"
            path="waterL"
            problems={problems}
            value={water.waterL}
            onChange={(waterL) => water.set({ waterL })}
            expected={String(q.volumeL)}
          />
          <Button type="button" aria-expanded={measure} onClick={() => setMeasure(!measure)}>
            By dimensions
          </Button>
        </div>
        <TextField
          label="Other tank, for moves"
          path="twin"
          problems={problems}
          value={water.twin}
          onChange={(twin) => water.set({ twin })}
        />
      </div>
      {measure && <Litres take={(waterL) => water.set({ waterL })} />}
    </>
  );
}

const SHOWN =
  /^(plan\.name|plan\.(foodless|bacteria)Days|plan\.gate\.\d+\.\w+|plan\.phases\.\d+(\.ends\.\d+)?\.\w+|waterL|twin)$/;

/** The plan of a tank: its phases with their figures, its real litres, its twin; a plan of the house or of one’s own put in its place. */
export function PlanForm({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const [t, setT] = useState(() => typedOf(q.plan));
  const [water, setWater] = useState({ waterL: q.waterMeasured ? String(q.waterL) : '', twin: q.twin });
  const [said, setSaid] = useState('');
  return (
    <form
      aria-label="The plan"
      onSubmit={(e) => {
        e.preventDefault();
        const waterL = water.waterL.trim() === '' ? null : num(water.waterL);
        void save(
          (press) =>
            setQuarantinePlan(press, {
              quarantineId: q.id,
              version: q.version,
              plan: planFrom(t),
              waterL,
              twin: water.twin,
            }),
          () => setSaid('Saved. Future tasks were planned again; what you did or moved stays.'),
        );
      }}
    >
      <Head
        q={q}
        t={t}
        setT={setT}
        water={{ ...water, set: (by) => setWater({ ...water, ...by }) }}
        problems={problems}
      />
      {t.plan.phases.map((p, i) => (
        <PhaseFields key={p.id} p={p} i={i} t={t} problems={problems} setT={setT} />
      ))}
      <SelectField
        className="mt-3 max-w-[280px]"
        label="Add a phase"
        path="more"
        value=""
        onChange={(kind) => kind !== '' && setT(withPhase(t, kind as PhaseKind))}
        options={[['', 'Choose'], ...Object.entries(newPhases).map(([k, p]) => [k, p.title] as const)]}
      />
      <Whole t={t} setT={setT} problems={problems} />
      <OtherProblems problems={problems} shown={(p) => SHOWN.test(p)} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button tone="go" className="min-h-12" disabled={busy}>
          Save plan
        </Button>
        <OwnPlans q={q} t={t} tell={setSaid} />
        <span className="note self-center" role="status">
          {said}
        </span>
      </div>
    </form>
  );
}
