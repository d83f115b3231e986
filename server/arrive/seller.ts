import { isOwnMove } from '@/core/acclimation/unboxing';
import { packingAsSeen, withSeen } from '@/core/consignment/observed-packing';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { seenOf } from '@/core/consignment/seen-signs';
import { signIds, arrivalSigns, signsNow, type ArrivalSign, type SignId } from '@/core/consignment/signs';
import { change, find } from '@/server/consignment/change';
import type { House } from '@/server/house';

/** What a sender is called whom nobody knows: as it is written now, and as older arrivals have it. */
export const UNKNOWN_SENDER = ['Not recorded', 'Not told'] as const;

/** So many earlier arrivals of a sender are counted, the newest. */
const MOST = 30;

const looker = (house: House, c: Consignment) => {
  const { observations } = house.facts.of(c.id);
  return (kind: 'bag' | 'box', id: string): SignId[] => signsNow(seenOf(observations, kind, id));
};

/** What a look would change of a packing that is only guessed. */
export const packedAsSeen = (house: House, c: Consignment) => packingAsSeen(c, looker(house, c));

/** Takes over how it was packed, as it was seen: an edit like any other, with its undo. */
export function takeAsSeen(house: House, code: string): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const told = packedAsSeen(house, c);
  if (told.length === 0) return refuse('seen', 'Nothing differs from the plan.');
  const done = change(
    house,
    code,
    null,
    'how it was packed',
    (now) => ({ ok: true, value: withSeen(now, looker(house, now)) }),
    { kind: 'mended', subject: 'how it was packed', data: told },
  );
  return done.ok ? { ok: true, value: null } : done;
}

/**
 * How a sender’s boxes came before: arrivals, animals alive of those counted, and how they were packed, each as often as it was
 * seen. Null where nothing came of them yet, or nobody knows who they are.
 */
export function sellerBefore(house: House, c: Consignment) {
  if (c.direction !== 'incoming' || isOwnMove(c) || UNKNOWN_SENDER.some((name) => name === c.sender.name)) return null;
  const before = house.consignments
    .cameFrom(c.sender.name, MOST)
    .filter((x) => x.document.id !== c.id && x.document.actual.arrivedAt);
  if (before.length === 0) return null;
  let [alive, counted] = [0, 0];
  const packed = new Map<SignId, number>();
  for (const { document: d } of before) {
    for (const r of d.actual.bags) {
      if (r.alive === null) continue;
      alive += r.alive;
      counted += r.alive + (r.dead ?? 0) + (r.doubtful ?? 0);
    }
    const seen = looker(house, d);
    const all = [...d.boxes.map((b) => seen('box', b.id)), ...d.bags.map((b) => seen('bag', b.id))].flat();
    for (const s of signIds.filter((x) => 'packed' in (arrivalSigns[x] as ArrivalSign) && all.includes(x)))
      packed.set(s, (packed.get(s) ?? 0) + 1);
  }
  return {
    name: c.sender.name,
    arrivals: before.length,
    alive,
    counted,
    packed: [...packed].sort((x, y) => y[1] - x[1]).map(([s, n]) => ({ words: arrivalSigns[s].words, n })),
  };
}
