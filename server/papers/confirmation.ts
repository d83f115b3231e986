import { refuse, type Outcome } from '@/core/consignment/outcome';
import { confirmation } from '@/core/papers/confirmation';
import type { Paper } from '@/core/papers/pages';
import { departure } from '@/core/calendar/departure';
import { profileOf, type House } from '@/server/house';
import { catalogueOf } from '@/server/consignment/result';
import { find } from '@/server/consignment/change';
import { fastedTanks } from '@/server/day/fasted';

/** What goes to the receiver when the order is placed. */
export function confirmationOf(house: House, code: string): Outcome<Paper> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (c.direction === 'incoming') return refuse('code', 'This consignment comes to you: its sender confirms it.');
  const catalogue = catalogueOf(c, house);
  const { sentence } = departure(c, catalogue, house.calendar(c), house.nowMs(), fastedTanks(house, c));
  return { ok: true, value: confirmation(c, catalogue, sentence, profileOf(house).papers) };
}
