import { refuse, type Outcome } from '@/core/consignment/schema';
import { confirmation, type Paper } from '@/core/consignment/confirmation';
import { departure } from '@/core/journey/departure';
import { profileOf, type House } from '../house';
import { catalogueOf } from '../result';
import { find } from './change';
import { fastedTanks } from './fasted';

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
