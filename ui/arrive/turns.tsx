'use client';

import { useState } from 'react';
import { nextAt, turnKey } from '@/core/acclimation/unboxing';
import type { ReceiveStationProps } from '@/server/arrive/view';
import { clock } from '@/ui/format';
import { NumberField, num } from '@/ui/fields/fields';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';
import { countdown, useNow } from '@/ui/use-now';

/** The air between the bags, read as the lid comes off: the sender learns it. */
function Air({ p, box }: { p: ReceiveStationProps; box: { id: string; tempC: number | null } }) {
  const waits = ofDeed(usePresses(), 'readings').some((x) =>
    x.deed.of.some((o) => o.kind === 'box' && o.id === box.id),
  );
  const [typed, setTyped] = useState('');
  const problem = typed.trim() !== '' && !Number.isFinite(num(typed)) ? 'Give a number.' : '';
  return (
    <form
      className="flex items-end gap-2 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        const of = [{ kind: 'box' as const, id: box.id, figures: { tempC: num(typed) } }];
        press({ deed: 'readings', code: p.code, of, sure: true }, `air of box ${box.id}`);
        setTyped('');
      }}
    >
      <NumberField
        className="flex-1"
        label={`Air in box ${box.id}${box.tempC === null ? '' : `: ${box.tempC} °C`}`}
        unit="°C"
        path={`air.${box.id}`}
        problems={problem ? [{ path: `air.${box.id}`, message: problem }] : []}
        value={typed}
        onChange={setTyped}
      />
      {typed.trim() !== '' && !problem && <Button className="min-h-16">Keep</Button>}
      {waits && <span role="status">…</span>}
    </form>
  );
}

/** What is done in its turn before any bag is opened, each with its press; between two of them a timer where light or glass need one. */
export function Turns({ p }: { p: ReceiveStationProps }) {
  const presses = ofDeed(usePresses(), 'tick').filter((x) => x.deed.code === p.code);
  const now = useNow(p.nowMs, p.fixed);
  const turns = p.turns.map((t) => {
    const last = presses.findLast((x) => x.deed.key === turnKey(t.key));
    return { ...t, doneMs: last ? (last.deed.done ? now : null) : t.at === null ? null : Date.parse(t.at) };
  });
  const next = turns.find((t) => t.doneMs === null);
  const before = turns.findLast((t) => t.doneMs !== null);
  const waits = before?.doneMs ? nextAt(before, before.doneMs) : null;
  const done = turns.filter((t) => t.doneMs !== null);
  const name = p.ownMove ? 'The move, in this order' : 'Open the box, in this order';
  return (
    <section aria-label={name} className="mb-4">
      <h2>{name}</h2>
      {done.map((t) => (
        <p key={t.key} className="flex min-h-9 items-center gap-2 border-b border-rule text-13">
          <span className="num">{clock(t.doneMs!, p.zone)}</span> <span className="flex-1">{t.title}</span>
          {t === before && (
            <Button
              tone="flat"
              onClick={() =>
                press({ deed: 'tick', code: p.code, key: turnKey(t.key), done: false }, `${t.title}: undone`)
              }
            >
              A slip
            </Button>
          )}
        </p>
      ))}
      {(next?.key === 'off' || next === undefined) && !p.ownMove && p.air.map((b) => <Air key={b.id} p={p} box={b} />)}
      {next && (
        <div className="border-b border-rule py-2">
          {waits !== null && waits > now && (
            <p className="num text-28 font-semibold" role="timer" aria-label={`Until: ${next.title}`}>
              {countdown(waits - now)}
            </p>
          )}
          <p className="font-head text-16 font-semibold">{next.title}</p>
          <p className="text-15">{next.detail}</p>
          {next.caution && <p className="caution my-2">{next.caution}</p>}
          <Button
            className="mt-1 min-h-16 w-full"
            onClick={() => press({ deed: 'tick', code: p.code, key: turnKey(next.key), done: true }, next.title)}
          >
            {waits !== null && waits > now
              ? `Done without waiting: ${next.title.toLowerCase()}`
              : `Done: ${next.title.toLowerCase()}`}
          </Button>
        </div>
      )}
    </section>
  );
}
