import { refuse, type Outcome } from '@/core/consignment/outcome';
import { confirmation } from '@/core/papers/confirmation';
import type { Paper, Section } from '@/core/papers/pages';
import { stationOf } from '@/server/consignment/station';
import { costsHere, moneyOf } from './costs';
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
  if (c.direction === 'incoming') return refuse('code', 'This is an arrival; the sender confirms it.');
  const catalogue = catalogueOf(c, house);
  const { sentence } = departure(c, catalogue, house.calendar(c), house.nowMs(), fastedTanks(house, c));
  const paper = confirmation(c, catalogue, sentence, profileOf(house).papers);
  const title = c.cancelled ? `Cancelled: ${paper.title}` : paper.title;
  return { ok: true, value: { ...paper, title, sections: [...paper.sections, ...priceSections(house, code)] } };
}

/** What is to pay, where prices were given. */
function priceSections(house: House, code: string): Section[] {
  const s = stationOf(house, code);
  if (!s || (s.c.charges?.prices ?? []).length === 0) return [];
  const { asked, askedTotal } = costsHere(s);
  const money = moneyOf(house);
  return [
    {
      heading: 'Amount due',
      table: [
        ['', 'How', 'Amount'],
        ...asked.map((x) => [x.what, x.detail, money(x.amount)]),
        ['=Total', '', money(askedTotal)],
      ],
      lines: s.c.booking?.paidBy === 'receiver' ? ['The receiver pays freight to the carrier.'] : [],
    },
  ];
}
