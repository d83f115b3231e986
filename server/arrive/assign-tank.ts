import { tanksOf } from '@/core/consignment/waters';
import { z } from 'zod';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { idText, text } from '@/core/quantities/shapes';
import { waterMisfit } from '@/core/fish/water';
import { row } from '@/core/catalogue/row';
import type { Species } from '@/core/catalogue/schema';
import { unstruck } from '@/core/consignment/project-facts';
import { atomically } from '@/server/answer';
import { change, find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { waterOfTankRecord } from './register-arrival';
import { tankId } from './residents';

export const intoShape = z.object({
  deed: z.literal('into'),
  code: idText(20),
  bagId: idText(8),
  tank: text(40).min(1),
  /** A second tank for half of them; empty: all into one. What is not said stays. */
  half: text(40).optional(),
});
export type Into = Omit<z.infer<typeof intoShape>, 'deed'>;

/**
 * Sends a bag into another receiving tank: a fact of its own. An own tank that the order does not know joins its receiving
 * tanks, with its last reading.
 */
export function sendInto(house: House, d: Into, at: string): Outcome<null> {
  const stored = find(house, d.code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const bag = c.bags.find((b) => b.id === d.bagId);
  if (!bag) return refuse('bag', `There is no bag ${d.bagId} any more.`);
  const running = house.arrivals.runsOf(c.id).some((r) => r.bagIds.includes(bag.id));
  if (running) return refuse('tank', `${bag.id} is being transferred. Stop its run first.`);
  const line = c.lines.find((l) => l.id === bag.animals[0]!.lineId)!;
  const species = row(catalogueOf(c, house).species, line.speciesId, 'species');
  // All or nothing: a second tank that cannot be leaves the first one where it was.
  return atomically(house, (): Outcome<null> => {
    const names = d.half ? [d.tank, d.half] : [d.tank];
    for (const name of names) {
      const joined = joins(house, d.code, name, species);
      if (!joined.ok) return joined;
    }
    const subject = { kind: 'bag' as const, id: bag.id };
    house.facts.told(c.id, { at, subject, quantity: 'into', word: d.tank, method: 'typed' });
    if (d.half !== undefined) {
      for (const o of unstruck(house.facts.of(c.id).observations))
        if (o.quantity === 'half' && o.subject.id === bag.id) house.facts.takeBack(c.id, o, at);
      if (d.half !== '') house.facts.told(c.id, { at, subject, quantity: 'half', word: d.half, method: 'typed' });
    }
    house.consignments.journal(c.id, at, 'sent into', `bag ${bag.id}: tank ${names.join(' and ')}`);
    return { ok: true, value: null };
  });
}

/** A receiving tank of the order, or an own one that joins them with its last reading; why it cannot be. */
function joins(house: House, code: string, name: string, species: Species): Outcome<null> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  const known = tanksOf(c).find((t) => t.name === name);
  const own = known ?? waterOfTankRecord(house, tankId(house, name));
  if (!own) return refuse('tank', `There is no tank ${name} here.`);
  const misfit = own.salinity === undefined ? null : waterMisfit(species, own.salinity, `tank ${own.name}`);
  if (misfit) return refuse('tank', misfit);
  if (known) return { ok: true, value: null };
  const added = change(house, code, null, `tank ${own.name}`, (now) => ({
    ok: true,
    value: { ...now, otherTanks: [...(now.otherTanks ?? []), own] },
  }));
  return added.ok ? { ok: true, value: null } : added;
}
