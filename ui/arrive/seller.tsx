'use client';

import { takeAsSeen } from '@/server/arrive/actions';
import type { ReceiveStationProps } from '@/server/arrive/view';
import { Button } from '@/ui/kit/button';
import { useSave } from '@/ui/use-save';

/** How the boxes of this sender came before. */
export function SellerBefore({ p }: { p: ReceiveStationProps }) {
  const b = p.sellerBefore;
  if (!b) return null;
  return (
    <p className="note mb-3" data-testid="seller-before">
      {b.name} before: {b.arrivals} {b.arrivals === 1 ? 'arrival' : 'arrivals'}
      {b.counted > 0 && `, ${b.alive} of ${b.counted} counted alive`}.{' '}
      {b.packed.length > 0 && `${b.packed.map((x) => `${x.words} (${x.n})`).join(', ')}.`}
    </p>
  );
}

/** What a look tells of a packing that is only guessed here: shown before it changes anything. */
export function PackedAsSeen({ p }: { p: ReceiveStationProps }) {
  const { save, busy, problems } = useSave();
  if (p.asSeen.length === 0) return null;
  return (
    <div className="my-3 border-l-4 border-[var(--watch-mark)] bg-watch-pale px-4 py-3" role="status">
      <p className="text-15">You saw different packing than assumed here:</p>
      <ul className="my-1 text-15">
        {p.asSeen.map((x) => (
          <li key={`${x.of} ${x.what}`}>
            {x.of}: {x.what} <span className="num">{x.to}</span> instead of <span className="num">{x.from}</span>
          </li>
        ))}
      </ul>
      <Button className="min-h-16" disabled={busy} onClick={() => void save((press) => takeAsSeen(press, p.code))}>
        Use what you saw
      </Button>
      {problems[0] && (
        <p className="problem" role="alert">
          {problems[0].message}
        </p>
      )}
    </div>
  );
}
