'use client';

import { useState } from 'react';
import { setPassphrase } from '@/server/room/actions';
import { TextField } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { problemAt, useSave } from '@/ui/use-save';

/** The passphrase of the owner: until there is one, whoever sits at this machine is owner. */
export function Passphrase({ keeper }: { keeper: string | null }) {
  const { save, busy, problems } = useSave();
  const [v, setV] = useState({ name: keeper ?? '', passphrase: '', now: '' });
  const [said, setSaid] = useState('');
  return (
    <form
      noValidate
      className="grid max-w-[560px] gap-3"
      aria-label="Passphrase"
      onSubmit={(e) => {
        e.preventDefault();
        setSaid('');
        void save(
          (press) => setPassphrase(press, v),
          () => {
            setSaid('This computer now asks for it too.');
            setV({ ...v, passphrase: '', now: '' });
          },
        );
      }}
    >
      <p className="note">
        {keeper
          ? 'Everyone who signed in with the present one is signed out.'
          : 'Without one, whoever uses this computer is the owner. Use four or five unrelated words. It is stored as a hash (Argon2id) and cannot be read back.'}
      </p>
      {!keeper && (
        <TextField
          label="Your name"
          path="name"
          problems={problems}
          value={v.name}
          onChange={(name) => setV({ ...v, name })}
        />
      )}
      {keeper && (
        <TextField
          label="Current passphrase"
          path="now"
          type="password"
          problems={problems}
          value={v.now}
          onChange={(now) => setV({ ...v, now })}
        />
      )}
      <TextField
        label="New passphrase"
        path="passphrase"
        type="password"
        problems={problems}
        value={v.passphrase}
        onChange={(passphrase) => setV({ ...v, passphrase })}
      />
      <div className="flex items-center gap-3">
        <Button className="!min-h-11" disabled={busy || v.passphrase === ''}>
          {keeper ? 'Change it' : 'Set the passphrase'}
        </Button>
        <span role="status" className="note">
          {problemAt(problems, '') ?? said}
        </span>
      </div>
    </form>
  );
}
