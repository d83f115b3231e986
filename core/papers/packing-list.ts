import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import type { Costs } from '@/core/supplies/costs';
import type { Paper } from './pages';
import { lengthIn, type Words } from './words';

/** Animals by line with their bags: labels and this list check each other (handbook W20). Prices where they were given. */
export function packingList(
  c: Consignment,
  catalogue: Catalogue,
  costs: Costs,
  money: (amount: number) => string,
  w: Words,
  head: {
    when: string;
    claimHours: number;
    own: string[];
    /** The carrier’s approval of the packaging, and what it insures. */
    carrier: string[];
  },
): Paper {
  const priced = (c.charges?.prices ?? []).length > 0;
  const lines = c.lines.map((l) => {
    const species = row(catalogue.species, l.speciesId, 'species');
    const bags = c.bags.flatMap((b) => b.animals.filter((x) => x.lineId === l.id).map((x) => `${b.id} (${x.count})`));
    const what = [
      `${species.name} (${species.scientific})`,
      l.variety ?? '',
      l.sex === 'unsexed' ? '' : w.sexes[l.sex],
      lengthIn(l.size ?? `${l.lengthCm} cm`, w),
    ]
      .filter(Boolean)
      .join(', ');
    return { what: `${what}: ${bags.join(', ')}`, count: `${l.count}` };
  });
  const along = c.companions ?? [];
  const animals = c.lines.reduce((n, l) => n + l.count, 0);
  return {
    title: `${w.list.title} ${c.code}`,
    lead: [
      `${w.to} ${c.receiver.name}, ${c.receiver.place.name}${c.receiver.phone ? `, ${c.receiver.phone}` : ''}`,
      `${w.from} ${c.sender.name}, ${c.sender.place.name}${c.sender.phone ? `, ${c.sender.phone}` : ''}`,
      head.when,
      ...(c.booking?.reference ? [c.booking.reference] : []),
      ...(c.booking?.tracking ? [c.booking.tracking] : []),
      ...head.carrier,
    ],
    sections: [
      {
        heading: w.list.what,
        table: [['', w.list.count], ...lines.map((l) => [l.what, l.count]), [`=${w.list.sum}`, `${animals}`]],
        lines: along.map(
          (x) =>
            `${x.vessel === 'parcel' ? w.list.ownParcel : w.list.companions}: ${[x.amount, x.name].filter(Boolean).join(' ')}`,
        ),
      },
      ...(priced
        ? [
            {
              heading: w.list.price,
              table: [
                ['', '', w.list.sum],
                ...costs.asked.map((x) => [
                  x.kind ? w.list[x.kind] : x.what,
                  x.each ? `${x.each.count} × ${money(x.each.price)}` : '',
                  money(x.amount),
                ]),
                [`=${w.list.total}`, '', money(costs.askedTotal)],
              ],
              lines: [],
            },
          ]
        : []),
      { heading: w.list.claimTitle, lines: w.list.claim(head.claimHours), numbered: true },
      { heading: '', lines: [w.list.thanks, ...head.own] },
    ],
  };
}
