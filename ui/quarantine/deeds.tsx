'use client';

import { useState } from 'react';
import { afterNewWater } from '@/core/quarantine/new-water';
import type { NewEntry } from '@/core/quarantine/schema';
import { tellQuarantine } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { NumberField, TextField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { StateMark } from '@/ui/drawings/state-mark';
import { otherTank } from './duties';
import { Mix } from './mix';
import { useSave } from '@/ui/use-save';

/** Prepared water that stands ready, as it is counted. */
function Reserve({ q }: { q: TankWeeks }) {
  const [litres, setLitres] = useState<string | null>(null);
  const shown = litres ?? (q.reserveL === null ? '' : q.reserveL.toFixed(0));
  return (
    <>
      <NumberField
        className="w-28"
        label="Prepared"
        unit="L"
        path="reserve"
        value={shown}
        expected={q.waterL.toFixed(0)}
        onChange={setLitres}
      />
      <Button
        className="min-h-12"
        disabled={!(num(shown) >= 0) || litres === null}
        onClick={() => {
          press(
            { deed: 'quarantine', quarantineId: q.id, told: { kind: 'reserve', litres: num(shown) } },
            `${shown} L prepared for ${q.tank}`,
          );
          setLitres(null);
        }}
      >
        Ready
      </Button>
    </>
  );
}

/** What a change does to a medicine in the water: how to bring it down where it is over its target, else its dose. */
function Medicated({ w, waterL, litres }: { w: TankWeeks['water'][number]; waterL: number; litres: number }) {
  if (w.now < 0.01) return null;
  const { name, unit } = w.medicine;
  const { left, target, dose, bringDown } = afterNewWater(w.medicine, w.now, waterL, litres);
  const told = (x: number): string => `${x.toFixed(2)} ${w.unit}`;
  if (bringDown)
    return (
      <p className="mt-2 flex gap-2 bg-stop-pale px-3 py-2 text-15" role="alert">
        <StateMark mark="stop" size={20} />
        <span>
          <b>
            Too much {name}: {told(w.now)}, wanted {told(target)}. Change {bringDown.litres.toFixed(0)} L
            {bringDown.goes > 1 ? ` ${bringDown.goes} times` : ''} to reach it. Add none.
          </b>{' '}
          After {litres.toFixed(0)} L {told(left)} are left
          {dose > 0 ? `; then ${Number(dose.toPrecision(3))} ${unit} bring it to ${told(target)}` : ''}.
        </span>
      </p>
    );
  return (
    <p className="note mt-1">
      {name}: after {litres.toFixed(0)} L {told(left)} remain. For the new litres: {Number(dose.toPrecision(3))} {unit}.
    </p>
  );
}

/** Water changed; and what went into or out of the filter, where they moved, what they were dipped in. */
export function Deeds({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const due = q.duties.find(
    (d) => d.kind === 'water' && d.doneAt === null && d.waived === '' && /^Change/.test(d.title),
  );
  const share = q.plan.phases.find((p) => p.id === q.phase.id)?.changeShare ?? 0.3;
  const asked = q.concerns.flatMap(({ finding: f }) => ('changeL' in f && f.changeL !== null ? [f.changeL] : []))[0];
  const [litres, setLitres] = useState<string | null>(null);
  const [reason, setReason] = useState('');
  const shown = litres ?? (asked ?? share * q.waterL).toFixed(0);
  const tell = (told: NewEntry, words: string): void => press({ deed: 'quarantine', quarantineId: q.id, told }, words);
  const transfer = q.plan.phases.some((p) => p.moves);
  const dips = q.plan.phases.some((p) => p.dips);
  const to = otherTank(q);
  const gone = num(shown);
  return (
    <section className="mt-6" aria-label="Done">
      <h2>Done</h2>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <NumberField
          className="w-28"
          label="Changed"
          unit="L"
          path="litres"
          problems={problems}
          value={shown}
          onChange={setLitres}
        />
        <Button
          className="min-h-12"
          onClick={() => {
            if (gone > 0) tell({ kind: 'change', litres: gone }, `${shown} L changed in ${q.tank}`);
            setLitres(null);
          }}
        >
          {((gone / q.waterL) * 100).toFixed(0)} % changed
        </Button>
        <Reserve q={q} />
        <Button
          className="min-h-12"
          aria-pressed={q.carbonIn}
          onClick={() =>
            tell({ kind: 'carbon', in: !q.carbonIn }, `carbon ${q.carbonIn ? 'out of' : 'into'} ${q.tank}`)
          }
        >
          Carbon {q.carbonIn ? 'is out' : 'is in'}
        </Button>
        <Button
          className="min-h-12"
          disabled={busy}
          onClick={() =>
            void save(
              (p) =>
                tellQuarantine(p, {
                  quarantineId: q.id,
                  told: { kind: 'media', ...(reason.trim() ? { reason: reason.trim() } : {}) },
                }),
              () => setReason(''),
            )
          }
        >
          Cycled media in{q.media > 0 ? ` (${q.media} so far)` : ''}
        </Button>
        {transfer && (
          <Button className="min-h-12" onClick={() => tell({ kind: 'move', to }, `moved into ${to}`)}>
            Moved into {to} ({q.moves} so far)
          </Button>
        )}
        {dips && (
          <Button
            className="min-h-12"
            onClick={() => tell({ kind: 'dip', seconds: 30, gPerL: 30 }, `dip in ${q.tank}`)}
          >
            Dipped 30 s ({q.dips} so far)
          </Button>
        )}
      </div>
      {gone > 0 && q.water.map((w) => <Medicated key={w.medicine.id} w={w} waterL={q.waterL} litres={gone} />)}
      {problems.map((p) => (
        <div key={p.message} className="mt-1 flex items-end gap-2">
          <p className="problem flex-1" role="alert">
            {p.message}
          </p>
          {p.path === 'reason' && <TextField label="Why" path="why" value={reason} onChange={setReason} />}
        </div>
      ))}
      <Mix q={q} />
      {due && (
        <p className="note mt-1">
          Planned: {due.title.toLowerCase()}. {due.detail}
        </p>
      )}
    </section>
  );
}
