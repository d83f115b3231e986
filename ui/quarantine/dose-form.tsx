'use client';

import { Link } from '@/ui/kit/link';
import { useState } from 'react';
import { amountFor } from '@/core/bag/treatments';
import { massFor } from '@/core/quarantine/water';
import { conflictsOf } from '@/core/quarantine/conflicts';
import { medicines, treatmentKinds } from '@/core/catalogue/treatment';
import type { Problem } from '@/core/consignment/outcome';
import { tellQuarantine } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { NumberField, OtherProblems, SelectField, TextField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { StateMark } from '@/ui/drawings/state-mark';
import { useSave } from '@/ui/use-save';

const units = (unit: string, n: number): string =>
  n === 1 || unit === 'mL' || unit === 'g' ? unit : unit === 'pinch' ? 'pinches' : `${unit}s`;
const tidy = (x: number): string => String(Number(x.toPrecision(3)));

type Reckoning = NonNullable<ReturnType<typeof reckon>>;

/** What to weigh out: for the real litres, to the level of its label, less what is still there. */
function reckon(q: TankWeeks, id: string, times: number) {
  const m = q.shelf.find((t) => t.id === id);
  if (!m) return null;
  const still = q.water.find((w) => w.medicine.id === id)?.now ?? 0;
  const { targetMgL, mgPerUnit } = m;
  const level = mgPerUnit !== undefined && targetMgL !== undefined;
  const amount = level
    ? massFor(still, targetMgL * times, q.waterL) / mgPerUnit
    : Math.max(0, amountFor({ treatment: m, times }, q.waterL) * Math.max(0, 1 - still / times));
  return { m, still, level, amount };
}

/** What the dose is reckoned from, and everything that speaks against it. */
function Reckoned({
  q,
  x: { m, still, level },
  conflicts,
}: {
  q: TankWeeks;
  x: Reckoning;
  conflicts: ReturnType<typeof conflictsOf>;
}) {
  return (
    <>
      <dl className="mt-2">
        {[
          ['Water in the tank', `${q.waterL.toFixed(0)} L${q.waterMeasured ? '' : ', as recorded'}`],
          level
            ? ['To reach', `${m.targetMgL} mg/L`]
            : ['By its label', `${tidy(m.perL)} ${units(m.unit, m.perL)} a litre`],
          ['Still in the water', level ? `${still.toFixed(2)} mg/L` : `${still.toFixed(2)} × the label`],
        ].map(([k, v]) => (
          <div key={k} className="flex border-b border-rule py-1">
            <dt>{k}</dt>
            <dd className="num ml-auto">{v}</dd>
          </div>
        ))}
      </dl>
      {conflicts.map((c) => (
        <p
          key={c.words}
          className={`mt-2 flex gap-2 px-3 py-2 text-15 ${c.grade === 'refuse' ? 'bg-stop-pale' : 'bg-watch-pale'}`}
        >
          <StateMark mark={c.grade === 'refuse' ? 'stop' : 'watch'} size={20} />
          <span>{c.words}</span>
        </p>
      ))}
    </>
  );
}

/** What looks like a slip is asked about once. */
function Sure({
  problems,
  sure,
  setSure,
}: {
  problems: readonly Problem[];
  sure: boolean;
  setSure: (on: boolean) => void;
}) {
  return problems
    .filter((p) => p.path === 'sure')
    .map((p) => (
      <p key={p.message} className="mt-2 bg-watch-pale px-3 py-2 text-15" role="alert">
        {p.message}{' '}
        <label className="inline-flex min-h-12 items-center gap-2">
          <input type="checkbox" className="size-5" checked={sure} onChange={(e) => setSure(e.target.checked)} /> Value
          is right
        </label>
      </p>
    ));
}

/** Batch and date of what is given, and a reason where one is asked for. */
function Batch({
  problems,
  more,
  setMore,
  why,
}: {
  problems: readonly Problem[];
  more: { batch: string; expires: string; reason: string };
  setMore: (more: { batch: string; expires: string; reason: string }) => void;
  why: boolean;
}) {
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      <TextField
        label="Batch"
        path="batch"
        problems={problems}
        value={more.batch}
        onChange={(batch) => setMore({ ...more, batch })}
      />
      <TextField
        label="Good until, 2027-03-31"
        path="expires"
        problems={problems}
        value={more.expires}
        onChange={(expires) => setMore({ ...more, expires })}
      />
      {(why || more.reason || problems.some((p) => p.path === 'reason')) && (
        <TextField
          className="col-span-2"
          label="Reason for giving it anyway"
          path="reason"
          problems={problems}
          value={more.reason}
          onChange={(reason) => setMore({ ...more, reason })}
        />
      )}
    </div>
  );
}

/** A dose by its label for this tank’s real water, with everything that speaks against it, before anything is given. */
export function DoseForm({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  // What was given last stands first, then other medicines.
  const rank = (t: TankWeeks['shelf'][number]): number =>
    q.water.some((w) => w.medicine.id === t.id) ? 0 : medicines.includes(t.kind) ? 1 : 2;
  const shelf = [...q.shelf].sort((x, y) => rank(x) - rank(y));
  const [id, setId] = useState(shelf[0]?.id ?? '');
  const [times, setTimes] = useState('1');
  const [amount, setAmount] = useState<string | null>(null);
  const [more, setMore] = useState({ batch: '', expires: '', reason: '' });
  const [sure, setSure] = useState(false);
  if (q.shelf.length === 0)
    return (
      <p className="note py-2">
        No medicine with a label in stock.{' '}
        <Link className="font-semibold text-tide" href="/supplies">
          Add it to Supplies
        </Link>
        , as a treatment, with the figures from its label.
      </p>
    );
  const x = reckon(q, id, num(times) > 0 ? num(times) : 1);
  if (!x) return null;
  const { m } = x;
  const conflicts = conflictsOf(m, q.beside);
  const never = conflicts.some((c) => c.grade === 'refuse');
  const why = conflicts.some((c) => c.grade === 'reason');
  const shown = amount ?? tidy(x.amount);
  return (
    <form
      aria-label="A dose"
      onSubmit={(e) => {
        e.preventDefault();
        void save(
          (press) =>
            tellQuarantine(press, {
              quarantineId: q.id,
              told: {
                kind: 'dose',
                medicine: m,
                amount: num(shown),
                ...(more.batch.trim() ? { batch: more.batch.trim() } : {}),
                ...(more.expires ? { expires: more.expires } : {}),
                ...(more.reason.trim() ? { reason: more.reason.trim() } : {}),
                ...(sure ? { sure } : {}),
              },
            }),
          () => {
            setAmount(null);
            setSure(false);
            setMore({ batch: '', expires: '', reason: '' });
          },
        );
      }}
    >
      <div className="grid grid-cols-[1fr_88px] gap-2">
        <SelectField
          label="What"
          path="medicine"
          problems={problems}
          value={id}
          onChange={(v) => {
            setId(v);
            setAmount(null);
            setSure(false);
          }}
          options={shelf.map((t) => [t.id, `${t.name}, ${treatmentKinds[t.kind]}`] as const)}
        />
        <NumberField
          label="Times"
          path="times"
          unit="×"
          value={times}
          onChange={(v) => {
            setTimes(v);
            setAmount(null);
          }}
        />
      </div>
      <Reckoned q={q} x={x} conflicts={conflicts} />
      {!never && (
        <>
          <div className="mt-2 flex items-end gap-2">
            <NumberField
              className="w-32"
              label="Measured amount"
              unit={m.unit}
              path="amount"
              problems={problems}
              value={shown}
              onChange={setAmount}
            />
            <p className="num pb-2 text-28 font-semibold">
              {shown} <span className="u">{units(m.unit, num(shown))}</span>
            </p>
          </div>
          <Batch problems={problems} more={more} setMore={setMore} why={why} />
          <Sure problems={problems} sure={sure} setSure={setSure} />
          <OtherProblems problems={problems} shown={(p) => /^(sure|reason|amount|medicine|batch|expires)$/.test(p)} />
          <p className="caution my-2">
            Dose by the label. A veterinarian and local law decide on medicines. Never for animals that may be eaten.
            Wear gloves; keep from children.
          </p>
          <Button tone="go" className="min-h-16 w-full" disabled={busy}>
            Given: {shown} {units(m.unit, num(shown))} of {m.name}
          </Button>
        </>
      )}
    </form>
  );
}
