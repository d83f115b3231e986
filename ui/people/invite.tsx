'use client';

import { useState } from 'react';
import type { Invited, PeopleView } from '@/server/room/room-view';
import { closeInvitations, invite } from '@/server/room/actions';
import { TextField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { countdown } from '@/ui/use-now';
import { problemAt, useSave } from '@/ui/use-save';
import { roleWords } from './roles';

type Role = 'owner' | 'helper' | 'looker';

/** One phone is let in: a name, a role, and a code that is scanned or typed within ten minutes. */
export function Invite({ open, waiting, now }: { open: boolean; waiting: PeopleView['waiting']; now: number }) {
  const { save, busy, problems } = useSave();
  const [name, setName] = useState('');
  const [role, setRole] = useState<Role>('helper');
  const [made, setMade] = useState<(Invited & { name: string }) | null>(null);
  const left = made ? made.endsMs - now : 0;
  // Once the phone is in, its code waits no more.
  const used = made !== null && !waiting.some((w) => w.endsMs === made.endsMs);
  return (
    <div>
      <h2 className="mb-2">Connect a phone</h2>
      {made && !used && left > 0 ? (
        <div className="border border-rule-strong bg-surface p-4 text-center">
          <p className="mb-2 text-16">
            For <b>{made.name}</b>: scan with the phone’s camera
          </p>
          {made.ways[0] ? (
            <svg
              viewBox={`0 0 ${made.ways[0].qr.size} ${made.ways[0].qr.size}`}
              className="mx-auto w-[300px] bg-white"
              role="img"
              aria-label={`QR of ${made.ways[0].url}`}
              shapeRendering="crispEdges"
            >
              <path d={made.ways[0].qr.d} fill="#000" />
            </svg>
          ) : (
            <p className="problem">Phones cannot connect. Allow it first.</p>
          )}
          <p className="mt-2 break-all text-13 text-ink-2">
            or open {made.ways.map((w) => w.url.split('/door')[0]).join(' or ')} and type
          </p>
          <p className="num text-34 font-semibold tracking-widest" data-testid="code">
            {made.code.slice(0, 4)} {made.code.slice(4)}
          </p>
          <p className="num text-16" role="timer">
            {countdown(left)}
          </p>
          <div className="mt-3 flex justify-center gap-3">
            <Button onClick={() => setMade(null)}>Another phone</Button>
            <Button
              disabled={busy}
              onClick={() =>
                save(
                  (press) => closeInvitations(press),
                  () => setMade(null),
                )
              }
            >
              Cancel this code
            </Button>
          </div>
        </div>
      ) : (
        <form
          noValidate
          className="grid gap-3"
          onSubmit={(e) => {
            e.preventDefault();
            void save(
              (press) => invite(press, { name, role }),
              (told) => {
                if (!told) return;
                setMade({ ...told, name });
                setName('');
              },
            );
          }}
        >
          {used && <p role="status">{made.name} is in.</p>}
          <TextField label="Who uses it" path="name" problems={problems} value={name} onChange={setName} />
          <fieldset className="grid gap-1">
            <legend className="mb-1 text-13 text-ink-2">Role</legend>
            {(Object.keys(roleWords) as Role[]).map((r) => (
              <label key={r} className="flex min-h-9 items-center gap-3">
                <input type="radio" name="role" checked={role === r} onChange={() => setRole(r)} />
                <span>{roleWords[r]}</span>
              </label>
            ))}
          </fieldset>
          {problemAt(problems, 'role') && <p className="problem">{problemAt(problems, 'role')}</p>}
          {problemAt(problems, '') && <p className="problem">{problemAt(problems, '')}</p>}
          <Button tone="go" className="!min-h-11" disabled={busy}>
            {busy ? 'Making a code …' : 'Show a code'}
          </Button>
          {!open && <p className="note">Phones cannot connect yet. The code works once you allow it.</p>}
          <p className="note">Helpers and viewers get no settings, prices, exports or addresses, and cannot delete.</p>
        </form>
      )}
      {waiting.length > 0 && !made && (
        <p className="note mt-3">
          {waiting.length === 1 ? 'One code is' : `${waiting.length} codes are`} open:{' '}
          {waiting.map((w) => `${w.name} (${countdown(w.endsMs - now)})`).join(', ')}.{' '}
          <Button tone="flat" disabled={busy} onClick={() => save((press) => closeInvitations(press))}>
            Close {waiting.length === 1 ? 'it' : 'them'}
          </Button>
        </p>
      )}
    </div>
  );
}
