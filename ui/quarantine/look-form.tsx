'use client';

import { useState } from 'react';
import { bodyParts, signNames, quarantineSigns, type BodyPart, type QuarantineSign } from '@/core/quarantine/signs';
import type { NewEntry } from '@/core/quarantine/schema';
import { NumberField, SelectField, TextField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';

type Look = Extract<NewEntry, { kind: 'look' }>;
const wells = [
  ['all', 'All ate'],
  ['some', 'Some ate'],
  ['none', 'None ate'],
  ['not-fed', 'Not fed'],
] as const;

/** One press for what is so most evenings. */
export const allWell = (id: string, tank: string, eaten: Look['eaten'] = 'all'): void =>
  press({ deed: 'quarantine', quarantineId: id, told: { kind: 'look', signs: [], eaten } }, `all well in ${tank}`);

/** A look at a tank: all well in one press; else what was seen, where and on how many, and who ate. */
export function LookForm({
  id,
  tank,
  invertebrates,
  done,
}: {
  id: string;
  tank: string;
  invertebrates: boolean;
  done?: () => void;
}) {
  const [seen, setSeen] = useState<{ sign: QuarantineSign; part: BodyPart | ''; many: string }[]>([]);
  const [eaten, setEaten] = useState<Look['eaten']>('all');
  const [food, setFood] = useState('');
  const [foodG, setFoodG] = useState('');
  const [note, setNote] = useState('');
  const shown = signNames.filter(
    (s) => quarantineSigns[s].of === 'all' || quarantineSigns[s].of === (invertebrates ? 'invertebrate' : 'fish'),
  );
  const change = (sign: QuarantineSign, by: Partial<(typeof seen)[number]>): void =>
    setSeen((x) => x.map((s) => (s.sign === sign ? { ...s, ...by } : s)));
  const send = (): void => {
    const told: Look = {
      kind: 'look',
      signs: seen.map(({ sign, part, many }) => ({
        sign,
        ...(part ? { part } : {}),
        ...(many.trim() !== '' && Number.isFinite(num(many)) ? { many: Math.max(0, Math.round(num(many))) } : {}),
      })),
      eaten,
      ...(food.trim() ? { food: food.trim() } : {}),
      ...(foodG.trim() !== '' && Number.isFinite(num(foodG)) ? { foodG: num(foodG) } : {}),
      ...(note.trim() ? { note: note.trim() } : {}),
    };
    press(
      { deed: 'quarantine', quarantineId: id, told },
      seen.length > 0
        ? `${seen.map((s) => quarantineSigns[s.sign].words).join(', ')} in ${tank}`
        : `all well in ${tank}`,
    );
    setSeen([]);
    setNote('');
    done?.();
  };
  return (
    <form
      aria-label={`Look at ${tank}`}
      className="mt-2"
      onSubmit={(e) => {
        e.preventDefault();
        send();
      }}
    >
      <div className="flex flex-wrap gap-2" role="group" aria-label="Seen">
        {shown.map((s) => {
          const on = seen.some((x) => x.sign === s);
          return (
            <Button
              key={s}
              type="button"
              className={`min-h-12 ${on ? '!border-[var(--watch-mark)] !bg-watch-pale' : ''}`}
              aria-pressed={on}
              onClick={() =>
                setSeen((x) => (on ? x.filter((y) => y.sign !== s) : [...x, { sign: s, part: '', many: '' }]))
              }
            >
              {quarantineSigns[s].words}
            </Button>
          );
        })}
      </div>
      {seen.map((s) => (
        <div key={s.sign} className="mt-2 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-3 py-2">
          <p className="text-15">
            <b>{quarantineSigns[s.sign].words}</b>. {quarantineSigns[s.sign].so}
          </p>
          <div className="mt-1 flex gap-3">
            <SelectField
              label="Where"
              path={`part.${s.sign}`}
              value={s.part}
              onChange={(part) => change(s.sign, { part: part as BodyPart | '' })}
              options={[['', 'not said'], ...bodyParts.map((b) => [b, b] as const)]}
            />
            <NumberField
              className="w-24"
              label="On how many"
              path={`many.${s.sign}`}
              value={s.many}
              onChange={(many) => change(s.sign, { many })}
            />
          </div>
        </div>
      ))}
      <div className="mt-3 flex flex-wrap gap-2" role="group" aria-label="Appetite">
        {wells.map(([k, words]) => (
          <Button
            key={k}
            type="button"
            className={`min-h-12 flex-1 ${eaten === k ? '!border-tide !bg-[var(--water-pale)]' : ''}`}
            aria-pressed={eaten === k}
            onClick={() => setEaten(k)}
          >
            {words}
          </Button>
        ))}
      </div>
      <div className="mt-2 grid grid-cols-[1fr_96px] gap-2">
        <TextField label="Food" path="food" value={food} onChange={setFood} />
        <NumberField label="How much" unit="g" path="foodG" value={foodG} onChange={setFoodG} />
        <TextField className="col-span-2" label="Note" path="note" value={note} onChange={setNote} />
      </div>
      <Button tone="go" className="mt-3 min-h-16 w-full">
        {seen.length > 0 ? 'Record signs' : 'Record: all well'}
      </Button>
      {seen.length > 0 && <p className="note mt-1">Days to release count from now.</p>}
    </form>
  );
}
