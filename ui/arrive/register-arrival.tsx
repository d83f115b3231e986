'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { boxHasCome } from '@/server/arrive/actions';
import type { ComeInput, ComeView, ArrivalKind } from '@/server/arrive/register-arrival';
import { NumberField, num, OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { SpeciesCombo } from '@/ui/fields/species-combo';
import { Button, ButtonLink } from '@/ui/kit/button';
import { problemAt, useSave } from '@/ui/use-save';

const ways: readonly (readonly [ArrivalKind, string])[] = [
  ['posted', 'Box by courier or air'],
  ['shop', 'Bought nearby, about an hour ago'],
  ['moved', 'My own fish, brought here'],
];

interface Line {
  speciesId: string;
  count: string;
}

/** What came, with nothing asked that a person at the door does not know. */
export function Come(p: ComeView) {
  const router = useRouter();
  const { save, busy, problems } = useSave();
  const [way, setWay] = useState<ArrivalKind>('posted');
  const [lines, setLines] = useState<Line[]>([{ speciesId: '', count: '' }]);
  const [hours, setHours] = useState('');
  const [tankId, setTank] = useState(p.tanks[0]?.id ?? p.noTank);
  const [from, setFrom] = useState('');
  const set = (i: number, change: Partial<Line>): void =>
    setLines(lines.map((l, n) => (n === i ? { ...l, ...change } : l)));
  const input = (): ComeInput => ({
    way,
    animals: lines.map((l) => ({ speciesId: l.speciesId, count: num(l.count) })),
    hours: hours.trim() === '' ? null : num(hours),
    tankId,
    from,
  });
  return (
    <form
      aria-label="New arrival"
      className="grid max-w-[720px] gap-4"
      onSubmit={(e) => {
        e.preventDefault();
        void save(
          (press) => boxHasCome(press, input()),
          ({ code }) => router.push(`/consignments/${code}/receive`),
        );
      }}
    >
      <fieldset className="flex flex-wrap gap-2">
        <legend className="mb-1 font-head text-15 font-semibold">How they travelled</legend>
        {ways.map(([id, words]) => (
          <Button
            key={id}
            type="button"
            className="min-h-16"
            tone={way === id ? 'go' : 'plain'}
            aria-pressed={way === id}
            onClick={() => setWay(id)}
          >
            {words}
          </Button>
        ))}
      </fieldset>
      {lines.map((l, i) => (
        <div key={i} className="grid grid-cols-[1fr_96px] items-end gap-2">
          <SpeciesCombo
            species={p.species}
            value={l.speciesId}
            label={lines.length > 1 ? `Animals ${i + 1}` : 'Animals'}
            placeholder="Any part of a name"
            error={problemAt(problems, `animals.${i}.speciesId`)}
            onChange={(speciesId) => set(i, { speciesId })}
          />
          <NumberField
            label={lines.length > 1 ? `How many ${i + 1}` : 'How many'}
            path={`animals.${i}.count`}
            problems={problems}
            value={l.count}
            onChange={(count) => set(i, { count })}
          />
        </div>
      ))}
      <p>
        <Button type="button" onClick={() => setLines([...lines, { speciesId: '', count: '' }])}>
          Another kind
        </Button>
      </p>
      <div className="grid gap-3 sm:grid-cols-3">
        <SelectField
          label="Into tank"
          path="tankId"
          problems={problems}
          value={tankId}
          onChange={setTank}
          options={[
            ...p.tanks.map((t): [string, string] => [
              t.id,
              `${t.name}, ${t.volumeL} L${t.use === 'quarantine' ? ', quarantine' : ''}`,
            ]),
            [p.noTank, 'no tank yet: use their box, lined'],
          ]}
        />
        <NumberField
          label="Hours in the bag, if known"
          unit="h"
          path="hours"
          problems={problems}
          expected={String(p.usualHours[way])}
          value={hours}
          onChange={setHours}
        />
        <TextField label="From, if known" path="from" problems={problems} value={from} onChange={setFrom} />
      </div>
      {tankId === p.noTank && (
        <p className="caution">
          Prepare a sound liner, an air stone, dechlorinated water at their temperature, and a cover.{' '}
          <ButtonLink tone="flat" href="/tanks/new">
            Add a tank
          </ButtonLink>
        </p>
      )}
      <OtherProblems
        problems={problems}
        shown={(x) => /^(animals\.\d+\.(speciesId|count)|tankId|hours|from)$/.test(x)}
      />
      <Button tone="go" wet disabled={busy}>
        Box is here
      </Button>
    </form>
  );
}
