import { z } from 'zod';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { id, text } from '@/core/quantities/shapes';
import { waterMisfit } from '@/core/fish/water';
import { row } from '@/core/catalogue/row';
import { change, find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { waterOfTankRecord } from './come';
import { tankId } from './residents';

export const intoShape = z.object({ deed: z.literal('into'), code: id(20), bagId: id(8), tank: text(40).min(1) });
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
  if (running) return refuse('tank', `${bag.id} is on its way into a tank: stop its sequence first.`);
  const line = c.lines.find((l) => l.id === bag.animals[0]!.lineId)!;
  const species = row(catalogueOf(c, house).species, line.speciesId, 'species');
  const known = [c.tank, ...(c.otherTanks ?? [])].find((t) => t.name === d.tank);
  const own = known ?? waterOfTankRecord(house, tankId(house, d.tank), species);
  if (!own) return refuse('tank', `There is no tank ${d.tank} here.`);
  const misfit = waterMisfit(species, own.salinity, `tank ${own.name}`);
  if (misfit) return refuse('tank', misfit);
  return house.db.transaction((): Outcome<null> => {
    if (!known) {
      const added = change(house, d.code, null, `tank ${own.name}`, (now) => ({
        ok: true,
        value: { ...now, otherTanks: [...(now.otherTanks ?? []), own] },
      }));
      if (!added.ok) return added;
    }
    house.facts.told(c.id, {
      at,
      subject: { kind: 'bag', id: bag.id },
      quantity: 'into',
      word: own.name,
      method: 'typed',
    });
    house.consignments.journal(c.id, at, 'sent into', `bag ${bag.id}: tank ${own.name}`);
    return { ok: true, value: null };
  })();
}
