'use client';

import { Button } from '@/ui/kit/button';
import { useState } from 'react';
import { leave } from '@/server/quarantine/actions';
import type { TankWeeks } from '@/server/quarantine/view';
import { NumberField, OtherProblems, SelectField, TextField, num } from '@/ui/fields/fields';
import { useSave } from '@/ui/use-save';

type How = 'died' | 'released' | 'sold';
const ways: [How, string][] = [
  ['died', 'died'],
  ['released', 'go to another tank'],
  ['sold', 'are sold'],
];

/** Who lives in the tank, and a way to tell that some died, moved on or were sold. */
export function AnimalMoves({ q }: { q: TankWeeks }) {
  const { save, busy, problems } = useSave();
  const [open, setOpen] = useState(false);
  const [said, setSaid] = useState('');
  const blank = {
    speciesId: q.dwellers[0]?.speciesId ?? '',
    count: '1',
    how: 'died' as How,
    into: '',
    note: '',
  };
  const [draft, setDraft] = useState(blank);
  const living = q.dwellers.filter((a) => a.count > 0);
  if (living.length === 0) return <p className="note">None left.</p>;
  return (
    <div className="min-w-0 basis-full md:flex-1 md:basis-0">
      <p className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
        {living.map((a) => (
          <span key={a.speciesId} className={a.count <= 0 ? 'text-ink-3' : ''}>
            <b className="num text-18">{a.count}</b> {a.name}
          </span>
        ))}
        {living.length > 0 && (
          <Button aria-expanded={open} onClick={() => setOpen(!open)}>
            {open ? 'Close' : 'Record deaths or moves'}
          </Button>
        )}
        {said && (
          <span className="note" role="status">
            {said}
          </span>
        )}
      </p>
      {open && (
        <form
          className="mt-3 flex flex-wrap items-end gap-3 border-y border-rule py-3"
          aria-label="Animals that leave the tank"
          onSubmit={(e) => {
            e.preventDefault();
            void save(
              (press) => leave(press, { ...draft, quarantineId: q.id, count: num(draft.count) }),
              () => {
                setSaid('Recorded. Entries are never changed.');
                setDraft(blank);
                setOpen(false);
              },
            );
          }}
        >
          <NumberField
            className="w-24"
            label="How many"
            path="count"
            problems={problems}
            value={draft.count}
            onChange={(count) => setDraft({ ...draft, count })}
          />
          <SelectField
            label="Which"
            path="speciesId"
            problems={problems}
            value={draft.speciesId}
            onChange={(speciesId) => setDraft({ ...draft, speciesId })}
            options={living.map((a) => [a.speciesId, a.name] as const)}
          />
          <SelectField
            label="What"
            path="how"
            problems={problems}
            value={draft.how}
            onChange={(how) => setDraft({ ...draft, how: how as How })}
            options={ways}
          />
          {draft.how === 'released' && (
            <SelectField
              label="Into"
              path="into"
              problems={problems}
              value={draft.into}
              onChange={(into) => setDraft({ ...draft, into })}
              options={[['', 'Choose a tank'], ...q.ownTanks.filter((t) => t !== q.tank).map((t) => [t, t] as const)]}
            />
          )}
          <TextField
            label="Note, and what was done"
            path="note"
            problems={problems}
            value={draft.note}
            onChange={(note) => setDraft({ ...draft, note })}
          />
          <Button tone="go" disabled={busy}>
            Record
          </Button>
          <OtherProblems problems={problems} shown={(x) => /^(count|speciesId|how|into|note)$/.test(x)} />
        </form>
      )}
    </div>
  );
}
