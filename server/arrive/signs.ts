import { z } from 'zod';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { seenOf } from '@/core/consignment/seen-signs';
import { rivalsOf, signIds, arrivalSigns, signsNow, type SignId } from '@/core/consignment/signs';
import { unstruck } from '@/core/consignment/project-facts';
import { idText } from '@/core/quantities/shapes';
import { find } from '@/server/consignment/change';
import type { House } from '@/server/house';

export const signShape = z.object({
  deed: z.literal('sign'),
  code: idText(20),
  kind: z.enum(['bag', 'box']),
  id: idText(8),
  sign: z.enum(signIds),
  on: z.boolean(),
});

/** A sign is seen, or was a slip: a fact of its own, and the slip stays told. */
export function tellSign(
  house: House,
  d: { code: string; kind: 'bag' | 'box'; id: string; sign: SignId; on: boolean },
  at: string,
): Outcome<null> {
  const stored = find(house, d.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const there = d.kind === 'bag' ? c.bags.some((b) => b.id === d.id) : c.boxes.some((b) => b.id === d.id);
  if (!there) return refuse('id', `There is no ${d.kind} ${d.id} any more.`);
  if (arrivalSigns[d.sign].of !== d.kind)
    return refuse('sign', `“${arrivalSigns[d.sign].words}” does not apply to a ${d.kind}.`);
  const { observations } = house.facts.of(c.id);
  const is = signsNow(seenOf(observations, d.kind, d.id)).includes(d.sign);
  // The other phone told it already.
  if (is === d.on) return { ok: true, value: null };
  const subject = { kind: d.kind, id: d.id };
  house.db.transaction(() => {
    // What cannot be at once is struck out by what is seen now.
    const gone = d.on ? rivalsOf(d.sign) : [d.sign];
    for (const o of unstruck(observations))
      if (
        o.quantity === 'sign' &&
        (gone as string[]).includes(o.word) &&
        o.subject.kind === d.kind &&
        o.subject.id === d.id
      )
        house.facts.takeBack(c.id, o, at);
    if (d.on) house.facts.told(c.id, { at, subject, quantity: 'sign', word: d.sign, method: 'seen' });
    house.consignments.journal(
      c.id,
      at,
      d.on ? 'seen' : 'struck out',
      `${d.kind} ${d.id}: ${arrivalSigns[d.sign].words}`,
    );
  })();
  return { ok: true, value: null };
}
