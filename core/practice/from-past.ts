import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { nothingYet } from '@/core/consignment/project-facts';
import { CRATE_FORMAT, CRATE_VERSION, hiddenSchema, type Crate, type HiddenTruth } from './schema';

/**
 * A practice crate out of a consignment that was opened: its animals, its way and its weather, what it was like as its hidden
 * truth, and choices around what was done. Names, addresses, prices and notes of people stay behind.
 */
export function crateFrom(
  c: Consignment,
  catalogue: Catalogue,
  what: { id: string; title: string; hidden: Partial<HiddenTruth>; alive: string },
): Crate {
  const animals = c.lines.reduce((n, l) => n + l.count, 0);
  const most = Math.max(1, ...c.bags.map((b) => b.animals.reduce((n, x) => n + x.count, 0)));
  const water = [...new Set(c.bags.map((b) => b.waterL))].sort((x, y) => x - y);
  const box = c.boxes[0]!;
  const boxes = [...new Set([box.boxTypeId, 'box-s', 'box-m', 'box-l', 'box-winter'])].filter((id) =>
    catalogue.boxes.some((b) => b.id === id),
  );
  const person = (p: Consignment['sender'], name: string): Consignment['sender'] => ({
    ...p,
    name,
    address: '',
    phone: '',
  });
  const kinds = [
    ...new Set(c.lines.map((l) => catalogue.species.find((s) => s.id === l.speciesId)?.name ?? l.speciesId)),
  ];
  return {
    format: CRATE_FORMAT,
    version: CRATE_VERSION,
    id: what.id,
    title: what.title,
    story: `${animals} animals (${kinds.join(', ')}) from ${c.sender.place.name} to ${c.receiver.place.name}, as it once was. ${what.alive}`,
    rule: 'The logbook has what happened; here you can try another way.',
    source: `one of your shipments`,
    play: {
      kind: 'shipping',
      consignment: {
        ...c,
        id: '00000000-0000-4000-8000-000000000002',
        code: 'KC-9002',
        direction: 'outgoing',
        note: '',
        sender: person(c.sender, 'You'),
        receiver: person(c.receiver, 'The receiver'),
        receiverId: undefined,
        booking: undefined,
        charges: undefined,
        companions: undefined,
        catalogue: null,
        bags: [],
        boxes: [{ id: '1', boxTypeId: box.boxTypeId, packs: [], ventHoles: 0 }],
        lines: c.lines.map(({ lotId: _, ...l }) => l),
        actual: nothingYet(),
      },
      options: {
        days: [0, 1],
        services: [c.serviceId],
        fastH: [24, 36, 48],
        perBag: [...new Set([most, Math.max(1, Math.ceil(most / 2)), Math.max(1, Math.ceil(most / 4))])],
        waterL: [...new Set([water[0] ?? 1, (water[0] ?? 1) * 1.5, (water[0] ?? 1) * 2])].map(
          (x) => Math.round(10 * Math.min(30, x)) / 10,
        ),
        boxes: boxes.slice(0, 5),
        packs: ['heat-20h', 'heat-40h', 'heat-72h', 'cold-500'],
        vents: [...new Set([box.ventHoles, 0, 2, 4])],
      },
      hidden: hiddenSchema.parse(what.hidden),
      animalPrice: 5,
    },
  };
}
