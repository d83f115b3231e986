import { madeOf } from '@/core/box/made';
import { row } from '@/core/catalogue/row';
import { freightPrice, tariffTo } from '@/core/box/freight';
import {
  ballastWords,
  breathersIn,
  breatherWords,
  closedWords,
  linerWords,
  liningWords,
  packWords,
} from '@/core/box/contents';
import { arrangementSentence } from '@/core/box/arrange';
import { companionsIn } from '@/core/box/weights';
import type { Consignment } from '@/core/consignment/schema';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

/** The Box station: drawings, weights, freight, and the order of filling. */
export function boxView(house: House, c: Consignment, e: Evaluation) {
  const catalogue = catalogueOf(c, house);
  const service = row(catalogue.services, c.serviceId, 'service');
  const fill = e.boxes.flatMap((b) => {
    const n = e.boxes.length > 1 ? ` ${b.id}` : '';
    const wide = [...b.arrangement.placed].sort((x, y) => x.xCm - y.xCm || x.yCm - y.yCm).map((x) => x.bagId);
    const packs = c.boxes.find((x) => x.id === b.id)!;
    const breathers = breathersIn(
      c.bags.filter((x) => x.boxId === b.id),
      catalogue,
    );
    return [
      `Box${n}: ${[...liningWords(packs), linerWords(wide.length, breathers)].join('; ')}`,
      `Bags from left to right: ${wide.join(', ')}; necks folded, paper in the gaps`,
      ...breatherWords(breathers),
      ...ballastWords(packs).map((x) => `${x} upright in the gaps between the bags`),
      ...companionsIn(c, b.id).map(
        (x) => `${[x.amount, x.name].filter(Boolean).join(' ')}, wrapped damp, far from the packs`,
      ),
      packs.packs.length > 0
        ? `Paper over the bags; proved warm: ${packWords(packs, catalogue).join('; ')}`
        : packs.bottle
          ? `A wrapped bottle of ${packs.bottle.litres} L at ${packs.bottle.startC} °C among the bags, upright; paper over all`
          : 'Paper over the bags, no pack: tape the joint all round',
      ['Lid on', ...closedWords(packs)].join('; '),
    ];
  });
  return {
    views: e.boxes.map((b) => {
      const box = c.boxes.find((x) => x.id === b.id)!;
      return {
        box,
        type: madeOf(catalogue, box),
        outsideCm: b.outsideCm,
        liningCm: (box.lining ?? []).reduce((cm, x) => cm + x.thicknessCm, 0),
        arrangement: b.arrangement,
        sentences: b.arrangement.problems.map(arrangementSentence),
        weights: b.weights,
        freight: b.freight,
        price: freightPrice(tariffTo(service, c.receiver.place.country), b.freight.chargeable),
        packs: box.packs.map((p) => {
          const t = row(catalogue.packs, p.packId, 'pack');
          return {
            name: t.name,
            count: p.count,
            sizeCm: t.sizeCm,
            thicknessCm: t.thicknessCm,
            at: p.at ?? ('lid' as const),
          };
        }),
        bags: e.bags
          .filter((x) => x.boxId === b.id)
          .map((x) => ({ id: x.id, species: x.species[0]!, count: x.animals })),
        firstToFail: e.overall.bagId,
        firstColour: {
          oxygen: 'var(--c-oxy)',
          carbon: 'var(--c-co2)',
          ammonia: 'var(--c-amm)',
          temperature: 'var(--c-temp)',
        }[e.overall.factor ?? 'ammonia'],
      };
    }),
    boxTypes: catalogue.boxes,
    bagIds: c.bags.map((b) => b.id),
    divisor: service.divisor,
    stepKg: service.stepKg,
    fillOrder: [...fill, 'Papers in the lid pocket, tape the long seam, labels and both phone numbers'],
  };
}
export type BoxStationView = ReturnType<typeof boxView>;
export type BoxView = BoxStationView['views'][number];
