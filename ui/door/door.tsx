'use client';

import { roleName } from '@/words/en/roles';
import { useState, type FormEvent, type ReactNode } from 'react';
import type { DoorView } from '@/server/room/door-view';
import { Button, ButtonLink } from '@/ui/kit/button';
import { goWhole } from '@/ui/go-whole';
import { CrateDrawing } from './crate';
import { Whole } from './phone-setup';

interface Answer {
  ok: boolean;
  problems?: { message: string }[];
}

const LOST = 'Kindly Crate does not answer. Is this phone on its network?';

function Shell({ house, children }: { house: string; children: ReactNode }) {
  return (
    <section className="mx-auto grid min-h-[80vh] w-full max-w-[560px] content-start gap-5 px-4 pb-10 pt-6">
      <header className="flex items-center gap-4">
        <CrateDrawing />
        <div>
          <p className="text-15 text-ink-2">Kindly Crate</p>
          <h1 className="text-28 font-extrabold">{house}</h1>
        </div>
      </header>
      {children}
    </section>
  );
}

/** The door of a house: a phone comes in by a code, the owner by the passphrase; whoever is in sees as whom. */
export function Door(p: DoorView & { code: string; to: string; notYours: boolean }) {
  const [code, setCode] = useState(p.code);
  const [words, setWords] = useState('');
  const [passphrase, setPassphrase] = useState('');
  const [busy, setBusy] = useState(false);

  const enter = async (e: FormEvent, body: { code: string } | { passphrase: string }): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    setWords('');
    const answer = await fetch('/door/enter', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
      .then((r) => r.json() as Promise<Answer>)
      .catch(() => null);
    if (answer?.ok) return goWhole(p.to || '/');
    setBusy(false);
    setWords(answer?.problems?.[0]?.message ?? LOST);
  };

  if (p.me && p.code === '')
    return (
      <Shell house={p.house}>
        {p.notYours && (
          <div className="border-l-[6px] border-l-[var(--watch-mark)] bg-watch-pale p-4" role="alert">
            <h2 className="text-20">This page is for the owner</h2>
            <p>
              You are {p.me.name || 'here'} as {roleName(p.me.role)}: you can use Bench, packing, arrivals, quarantine
              and tanks.
              {p.me.role === 'looker' && ' You can look. To do more, ask the owner.'}
            </p>
          </div>
        )}
        {!p.notYours && (
          <p className="text-18">
            Signed in as <b>{p.me.name || 'the owner at this machine'}</b>
            {p.me.name && `, ${roleName(p.me.role)}`}.
          </p>
        )}
        <ButtonLink href="/" tone="go" wet>
          To the Bench
        </ButtonLink>
        {p.way !== 'here' && <Whole {...p} />}
        {p.me.name && (
          <Button
            className="min-h-16"
            onClick={async () => {
              if (!window.confirm('Sign out? This phone needs a new code to sign in again.')) return;
              await fetch('/door/leave', { method: 'POST' }).catch(() => null);
              goWhole('/door');
            }}
          >
            Sign out this phone
          </Button>
        )}
      </Shell>
    );

  return (
    <Shell house={p.house}>
      <form className="grid gap-3" onSubmit={(e) => void enter(e, { code })} aria-label="Sign in with a code">
        <label className="grid gap-1 text-16" htmlFor="code">
          Code of this phone
          <input
            id="code"
            className="in num min-h-16 text-center !text-28 uppercase tracking-widest"
            value={code}
            maxLength={12}
            autoCapitalize="characters"
            autoComplete="one-time-code"
            spellCheck={false}
            onChange={(e) => setCode(e.target.value)}
          />
        </label>
        <p className="note">
          The owner makes one under Settings, People and phones. It works once, for one phone, for ten minutes.
        </p>
        <Button tone="go" wet disabled={busy || code.trim() === ''}>
          {busy ? 'Signing in …' : 'Sign in'}
        </Button>
      </form>
      {words && (
        <p className="problem !text-16" role="alert">
          {words}
        </p>
      )}
      {p.passphrase && (
        <form
          className="grid gap-3 border-t border-rule pt-5"
          onSubmit={(e) => void enter(e, { passphrase })}
          aria-label="Sign in with the passphrase"
        >
          <label className="grid gap-1 text-16" htmlFor="passphrase">
            Owner’s passphrase
            <input
              id="passphrase"
              type="password"
              className="in min-h-12 !text-16"
              value={passphrase}
              autoComplete="current-password"
              onChange={(e) => setPassphrase(e.target.value)}
            />
          </label>
          <Button className="min-h-16" disabled={busy || passphrase === ''}>
            Sign in as owner
          </Button>
          <p className="note">
            Forgotten? On the computer itself: <code>./kindly passphrase --forget</code>.
          </p>
        </form>
      )}
    </Shell>
  );
}
