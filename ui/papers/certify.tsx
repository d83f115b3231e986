'use client';

import { useState } from 'react';
import { issueCertificate } from '@/server/papers/actions';
import type { PapersView } from '@/server/papers/view';
import { StateMark } from '@/ui/drawings/state-mark';
import { OtherProblems, SelectField, TextField } from '@/ui/fields/fields';
import { Button, ButtonLink } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** A certificate of origin is given out once: it takes its number here, and stays in the register. */
export function Certify({ code, certify: p }: Pick<PapersView, 'code' | 'certify'>) {
  const { save, busy, problems } = useSave();
  const [kind, setKind] = useState(p.kinds[0]![0]);
  const [lines, setLines] = useState(() => p.lines.map((l) => l.id));
  const [permit, setPermit] = useState('');
  return (
    <section className="mx-6 my-4 max-w-[760px]" aria-label="Certificate of origin">
      <h2 className="mb-1">Certificate of origin</h2>
      <p className="note">
        Protected or farmed species: the buyer keeps it for inspectors. It states lawful origin as you declare it; it is
        not a permit. Ask the authority there first.
      </p>
      {p.licence === '' && (
        <p className="mt-1 flex items-start gap-2 text-13">
          <StateMark mark="watch" size={15} />
          <span>
            No licence number in Settings; the certificate will say so.{' '}
            <ButtonLink tone="flat" href="/settings">
              Enter it
            </ButtonLink>
          </span>
        </p>
      )}
      <form
        className="mt-2 space-y-3"
        onSubmit={(e) => {
          e.preventDefault();
          void save((press) => issueCertificate(press, { code, kind: kind as 'bred', lineIds: lines, permit }));
        }}
      >
        <fieldset>
          <legend className="text-13 font-semibold">For</legend>
          {p.lines.map((l) => (
            <label key={l.id} className="mr-5 inline-flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                className="size-5 accent-[var(--tide)]"
                checked={lines.includes(l.id)}
                onChange={(e) => setLines(e.target.checked ? [...lines, l.id] : lines.filter((x) => x !== l.id))}
              />
              {l.name}
            </label>
          ))}
        </fieldset>
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            label="Origin"
            path="kind"
            value={kind}
            problems={problems}
            onChange={setKind}
            options={p.kinds}
          />
          <TextField label="Permit (if any)" path="permit" value={permit} problems={problems} onChange={setPermit} />
        </div>
        <OtherProblems problems={problems} shown={(x) => x === 'kind' || x === 'permit'} />
        <Button tone="go" disabled={busy}>
          Issue No. {p.next}
        </Button>
      </form>
      {p.given.length > 0 && (
        <ul className="mt-4 border-t border-rule">
          {p.given.map((g) => (
            <li key={g.number} className="flex items-center gap-3 border-b border-rule py-2">
              <b className="num">{g.number}</b> <span className="flex-1">{g.day}</span>
              <ButtonLink target="_blank" href={`/certificates/${g.number}`}>
                PDF
              </ButtonLink>
            </li>
          ))}
        </ul>
      )}
      <p className="mt-3">
        <ButtonLink tone="flat" href="/certificates">
          The whole register
        </ButtonLink>
      </p>
    </section>
  );
}
