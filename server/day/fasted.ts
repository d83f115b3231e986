import type { Consignment } from '@/core/consignment/schema';
import { fastConflicts, tankFasts, type FastConflict } from '@/core/calendar/fast';
import type { House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';

const FED = 'moment:last-feed:';

/** Tanks whose last feed for this consignment is ticked. */
export const fastedTanks = (house: House, c: Consignment): Set<string> =>
  new Set([...house.facts.ticks(c.id).keys()].flatMap((key) => (key.startsWith(FED) ? [key.slice(FED.length)] : [])));

/** Where other planned consignments want the same tanks fed; nothing of what is held back, or comes from elsewhere. */
export function tankConflicts(house: House, c: Consignment): FastConflict[] {
  if (c.held || c.direction === 'incoming') return [];
  const tanks = new Set(c.lines.map((l) => l.tank));
  const others = [...tanks].flatMap((tank) => house.demand.fastsAt(tank, c.id));
  if (others.length === 0) return [];
  const catalogue = catalogueOf(c, house);
  // While an order is typed, a line may name no fish yet.
  const lines = c.lines.filter((l) => catalogue.species.some((s) => s.id === l.speciesId));
  return fastConflicts(tankFasts({ ...c, lines }, catalogue), others);
}
