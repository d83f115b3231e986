'use client';

import { rivalsOf, signIds, arrivalSigns, soWhat, type SignId } from '@/core/consignment/signs';
import type { ReceiveStationProps } from '@/server/arrive/view';
import { FishIcon } from '@/ui/drawings/fish';
import { clock } from '@/ui/format';
import { Button } from '@/ui/kit/button';
import { press } from '@/ui/queue/store';
import { ofDeed, usePresses } from '@/ui/queue/use-queue';

type Looked = ReceiveStationProps['looked'][number];

/** Signs as they stand with what this phone has pressed. */
function withPresses(looked: readonly Looked[], presses: ReturnType<typeof usePresses>, code: string): Looked[] {
  const here = ofDeed(presses, 'sign').filter((x) => x.deed.code === code);
  return looked.map((l) => {
    let now = l.now;
    for (const { deed: d } of here)
      if (d.kind === l.kind && d.id === l.id)
        now = d.on
          ? [...now.filter((s) => s !== d.sign && !rivalsOf(d.sign).includes(s)), d.sign]
          : now.filter((s) => s !== d.sign);
    return { ...l, now };
  });
}

/** Signs of one kind as buttons: those of the animals, or of how they were packed. */
function Signs({ l, packed, toggle }: { l: Looked; packed: boolean; toggle: (s: SignId) => void }) {
  return (
    <div className="flex flex-wrap gap-2 pb-2">
      {signIds
        .filter((s) => arrivalSigns[s].of === l.kind && 'packed' in arrivalSigns[s] === packed)
        .map((s) => (
          <Button
            key={s}
            className="min-h-16"
            tone={l.now.includes(s) ? 'go' : 'plain'}
            aria-pressed={l.now.includes(s)}
            onClick={() => toggle(s)}
          >
            {arrivalSigns[s].words}
          </Button>
        ))}
    </div>
  );
}

/** One bag or box: every sign a press, what it means beside it, slips told as slips. */
function Look({ l, p }: { l: Looked; p: ReceiveStationProps }) {
  const bag = p.bags.find((b) => l.kind === 'bag' && b.id === l.id);
  const toggle = (sign: SignId): void => {
    const on = !l.now.includes(sign);
    press(
      { deed: 'sign', code: p.code, kind: l.kind, id: l.id, sign, on },
      `${l.kind} ${l.id}: ${on ? '' : 'not '}${arrivalSigns[sign].words}`,
    );
  };
  return (
    <details className="border-b border-rule" data-of={l.id} open={l.now.length > 0}>
      <summary className="flex min-h-16 cursor-pointer items-center gap-2">
        <b className="font-head text-16">{l.kind === 'box' ? `Box ${l.id}` : l.id}</b>
        {bag && <FishIcon species={bag.species} width={30} />}
        <span className="min-w-0 flex-1 text-15">
          {l.now.length > 0 ? l.now.map((s) => arrivalSigns[s].words).join(', ') : 'nothing special'}
        </span>
      </summary>
      <Signs l={l} packed={false} toggle={toggle} />
      <p className="mb-1 font-head text-14 font-semibold">How it was packed</p>
      <Signs l={l} packed toggle={toggle} />
      {soWhat(l.now).map((words) => (
        <p key={words} className="caution mb-2">
          {words}
        </p>
      ))}
      {l.seen.length > 0 && (
        <ul className="mb-2 text-13" aria-label={`Signs recorded for ${l.id}`}>
          {l.seen.map((s, i) => (
            <li key={`${s.sign} ${i}`} className={s.struck ? 'line-through opacity-70' : ''}>
              <span className="num">{clock(Date.parse(s.at), p.zone)}</span> {arrivalSigns[s.sign].words} {s.by}
            </li>
          ))}
        </ul>
      )}
    </details>
  );
}

/** The look at everything that is still closed: the box, until the first bag is open, then bag by bag, the weak ones opened first. */
export function Inspect({ p }: { p: ReceiveStationProps }) {
  const closed = new Set(p.outcome.bags.filter((b) => b.state === 'waits').map((b) => b.id));
  const looked = withPresses(p.looked, usePresses(), p.code).filter((l) =>
    l.kind === 'box' ? !p.openedAt : closed.has(l.id),
  );
  const weak = p.openFirst.filter((id) => closed.has(id));
  if (looked.length === 0) return null;
  return (
    <section aria-label="Look before opening" className="mb-4">
      <h2>Look before opening</h2>
      <p className="note">Dim the room, open the lid a crack. Keep every bag closed.</p>
      {weak.length > 0 && (
        <p className="mt-1 text-15">
          Open first: <b>{weak.join(', ')}</b>.
        </p>
      )}
      {looked.map((l) => (
        <Look key={`${l.kind} ${l.id}`} l={l} p={p} />
      ))}
    </section>
  );
}
