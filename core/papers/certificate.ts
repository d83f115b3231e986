import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import type { Paper } from './pages';

/** How the animals came about, by kind of text; what it proves is for whoever inspects (handbook W41, W65; wording ours). */
export const originKinds = {
  bred: {
    name: 'bred here',
    text: 'were bred in captivity by the sender from parents held in captivity.',
  },
  bought: {
    name: 'bought in, bred elsewhere',
    text: 'were bought in by the sender and, as its own supplier declared, bred in captivity.',
  },
  farmed: {
    name: 'farmed',
    text: 'were raised on a farm and lawfully placed on the market by it.',
  },
  wild: {
    name: 'taken from the wild, with a permit',
    text: 'were taken from the wild under the permit named below.',
  },
} as const;
export type OriginKind = keyof typeof originKinds;

export interface CertificateContent {
  number: string;
  /** "Friday 27 November 2026". */
  day: string;
  kind: OriginKind;
  lineIds: readonly string[];
  licence: string;
  permit: string;
  money: (amount: number) => string;
}

/** A certificate of origin for some lines of a consignment: numbered, with what it proves and what it does not. */
export function certificate(c: Consignment, catalogue: Catalogue, x: CertificateContent): Paper {
  const lines = c.lines.filter((l) => x.lineIds.includes(l.id));
  const price = new Map((c.charges?.prices ?? []).map((p) => [p.lineId, p.each]));
  return {
    title: `Certificate of origin ${x.number}`,
    lead: [`${c.sender.place.name}, ${x.day}. Shipment ${c.code}.`],
    sections: [
      {
        heading: 'Sender',
        lines: [
          c.sender.name,
          ...c.sender.address.split('\n'),
          c.sender.phone,
          x.licence ? `Licence ${x.licence}` : 'No licence number was entered.',
        ].filter(Boolean),
      },
      {
        heading: 'Buyer',
        lines: [c.receiver.name, ...c.receiver.address.split('\n'), c.receiver.place.name, c.receiver.phone].filter(
          Boolean,
        ),
      },
      {
        heading: 'Animals',
        table: [
          ['Species', 'Count', 'Size', 'Price each'],
          ...lines.map((l) => {
            const s = row(catalogue.species, l.speciesId, 'species');
            const each = price.get(l.id);
            return [
              `${s.scientific} (${s.name})`,
              `${l.count}`,
              l.size ?? `${l.lengthCm} cm`,
              each === undefined ? '' : x.money(each),
            ];
          }),
        ],
        lines: [`The animals named above ${originKinds[x.kind].text}`, ...(x.permit ? [`Permit: ${x.permit}`] : [])],
      },
      {
        heading: 'What this paper is',
        lines: [
          'It is the sender’s own declaration of lawful origin. The buyer keeps it and shows it to inspectors.',
          'It is no import, transit or veterinary permit, and it does not by itself allow the animals to be resold.',
          'Rules differ by country and state: ask the authority there, before the animals move.',
        ],
      },
      { heading: '', lines: ['Place, day and signature of the sender: ______________________________________'] },
    ],
  };
}
