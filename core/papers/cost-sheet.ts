import type { Costs } from '@/core/supplies/costs';
import type { Paper } from './pages';

/** The sender's own sum, or the one shown to the buyer, who else thinks that freight is padded (handbook W39). */
export function costSheet(
  x: { code: string; who: 'own' | 'buyer'; receiver: string; freightWords: string[] },
  costs: Costs,
  money: (amount: number) => string,
): Paper {
  const own = x.who === 'own';
  const lines = own ? costs.own : costs.asked;
  const total = own ? costs.ownTotal : costs.askedTotal;
  const left = costs.askedTotal - costs.ownTotal;
  return {
    title: `${own ? 'Costs' : 'Amount due'}: ${x.code}`,
    lead: [x.receiver],
    sections: [
      {
        heading: own ? 'Our costs' : 'Items',
        table: [
          ['', 'How', 'Amount'],
          ...lines.map((l) => [l.what, l.detail, money(l.amount)]),
          ['=Total', '', money(total)],
        ],
        lines: [],
      },
      { heading: 'Freight, box by box', lines: x.freightWords },
      ...(own
        ? [
            {
              heading: 'Compared with the price',
              lines: [
                `Charged to the buyer ${money(costs.askedTotal)}; profit ${money(left)}.`,
                ...(costs.unpriced.length > 0 ? [`No price yet: ${costs.unpriced.join(', ')}.`] : []),
              ],
            },
          ]
        : []),
    ],
  };
}
