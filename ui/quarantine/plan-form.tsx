'use client';

import { useState } from 'react';
import type { Problem } from '@/core/consignment/outcome';
import type { Phase, Plan } from '@/core/quarantine/schema';
import { askLitres, keepQuarantinePlan, setQuarantinePlan } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { NumberField, OtherProblems, SelectField, TextField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { OwnerOnly } from '@/ui/shell/owner-only';
import { useSave } from '@/ui/use-save';

const numbers = [
  ['days', 'Days', 'd'],
  ['testEveryDays', 'Test every', 'd'],
  ['changeEveryDays', 'Change every', 'd'],
  ['changeShare', 'Share changed', ''],
  ['doseEveryDays', 'Dose every', 'd'],
  ['saltToGL', 'Salt to', 'g/L'],
  ['moves', 'Moves', ''],
  ['everyH', 'Every', 'h'],
  ['dips', 'Dips', ''],
  ['dipEveryDays', 'Dip every', 'd'],
] as const;
type Key = (typeof numbers)[number][0];
type Typed = { plan: Plan; figures: Record<string, Partial<Record<Key, string>>> };

const typedOf = (plan: Plan): Typed => ({
  plan,
  figures: Object.fromEntries(
    plan.phases.map((p) => [
      p.id,
      Object.fromEntries(numbers.map(([k]) => [k, p[k] === undefined ? '' : String(p[k])])),
    ]),
  ),
});

/** The plan with the figures as they were typed; what is empty is not asked for. */
const planFrom = (t: Typed): Plan => ({
  ...t.plan,
  phases: t.plan.phases.map((p): Phase => {
    const rest = Object.fromEntries(Object.entries(p).filter(([k]) => !numbers.some(([n]) => n === k)));
    const told = Object.fromEntries(
      numbers.flatMap(([k]) => {
        const text = t.figures[p.id]?.[k] ?? '';
        return text.trim() === '' ? [] : [[k, num(text)]];
      }),
    );
    return { ...rest, ...told } as Phase;
  }),
});

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
          Work it out
        </Button>
      </div>
    </div>
  );
}

/** The figures of a phase. */
function PhaseFields({
  p,
  i,
  t,
  problems,
  setT,
  set,
}: {
  p: Phase;
  i: number;
  t: Typed;
  problems: readonly Problem[];
  setT: (t: Typed) => void;
  set: (phase: string, k: Key, v: string) => void;
}) {
  return (
    <fieldset className="mt-4 border-t border-rule pt-2">
      <legend className="font-head text-15 font-semibold">
        {i + 1}. {p.title}
      </legend>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-5">
        {numbers
          .filter(
            ([k]) => p[k] !== undefined || k === 'testEveryDays' || k === 'changeEveryDays' || k === 'changeShare',
          )
          .map(([k, label, unit]) => (
            <NumberField
              key={k}
              label={label}
              unit={unit}
              path={`plan.phases.${i}.${k}`}
              problems={problems}
              value={t.figures[p.id]?.[k] ?? ''}
              onChange={(v) => set(p.id, k, v)}
            />
          ))}
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={p.phTwice ?? false}
            onChange={(e) =>
              setT({
                ...t,
                plan: {
                  ...t.plan,
                  phases: t.plan.phases.map((x) => (x.id === p.id ? { ...x, phTwice: e.target.checked } : x)),
                },
              })
            }
          />
          pH morning and evening
        </label>
        {t.plan.phases.length > 1 && (
          <Button
            type="button"
            tone="flat"
            onClick={() => setT({ ...t, plan: { ...t.plan, phases: t.plan.phases.filter((x) => x.id !== p.id) } })}
          >
            Leave it out
          </Button>
        )}
      </div>
    </fieldset>
  );
}

/** The plan of a tank: its phases with their figures, its real litres, its twin; a plan of the house or of one’s own put in its place. */
export function PlanForm({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const [t, setT] = useState(() => typedOf(q.plan));
  const [waterL, setWaterL] = useState(q.waterMeasured ? String(q.waterL) : '');
  const [twin, setTwin] = useState(q.twin);
  const [measure, setMeasure] = useState(false);
  const [said, setSaid] = useState('');
  const set = (phase: string, k: Key, v: string): void =>
    setT((x) => ({ ...x, figures: { ...x.figures, [phase]: { ...x.figures[phase], [k]: v } } }));
  const plan = planFrom(t);
  return (
    <form
      aria-label="The plan"
      onSubmit={(e) => {
        e.preventDefault();
        void save(
          (press) =>
            setQuarantinePlan(press, {
              quarantineId: q.id,
              version: q.version,
              plan,
              waterL: waterL.trim() === '' ? null : num(waterL),
              twin,
            }),
          () => setSaid('Kept. What is ahead was made anew; what hands did or moved stays.'),
        );
      }}
    >
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
            label="Water in it"
            unit="L"
            path="waterL"
            problems={problems}
            value={waterL}
            onChange={setWaterL}
            expected={String(q.volumeL)}
          />
          <Button type="button" aria-expanded={measure} onClick={() => setMeasure(!measure)}>
            By measures
          </Button>
        </div>
        <TextField label="Other tank, for moves" path="twin" problems={problems} value={twin} onChange={setTwin} />
      </div>
      {measure && <Litres take={setWaterL} />}
      {t.plan.phases.map((p, i) => (
        <PhaseFields key={p.id} p={p} i={i} t={t} problems={problems} setT={setT} set={set} />
      ))}
      <OtherProblems problems={problems} shown={(p) => /^(plan\.name|plan\.phases\.\d+\.\w+|waterL|twin)$/.test(p)} />
      <div className="mt-3 flex flex-wrap gap-2">
        <Button tone="go" className="min-h-12" disabled={busy}>
          Keep the plan
        </Button>
        <OwnerOnly>
          <Button
            type="button"
            className="min-h-12"
            disabled={busy}
            onClick={() =>
              void save(
                (press) => keepQuarantinePlan(press, plan),
                () => setSaid(`“${plan.name}” is one of your own plans now.`),
              )
            }
          >
            Keep it as one of my own
          </Button>
        </OwnerOnly>
        <span className="note self-center" role="status">
          {said}
        </span>
      </div>
    </form>
  );
}
