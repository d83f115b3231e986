import { madeOf } from '@/core/box/box-construction';
import { row } from '@/core/catalogue/row';
import { capital } from '@/core/quantities/words';
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
import { arrange, arrangementSentence, innerCm, misfitName, type Arrangement } from '@/core/box/arrange';
import { companionsIn } from '@/core/box/weights';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Box, Consignment } from '@/core/consignment/schema';
import type { Evaluation } from '@/core/evaluate/evaluate';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';

/** Animals that cannot be right in one warmth do not share a box. */
function apartWords(bags: Evaluation['bags']): string | null {
  if (bags.length === 0) return null;
  const coolest = bags.reduce((x, b) => (b.limits.warm24C < x.limits.warm24C ? b : x));
  const warmest = bags.reduce((x, b) => (b.limits.cold24C > x.limits.cold24C ? b : x));
  if (warmest.limits.cold24C < coolest.limits.warm24C) return null;
  const name = (b: Evaluation['bags'][number]): string => `${b.species[0]!.name.toLowerCase()} (${b.id})`;
  return `${capital(name(coolest))} and ${name(warmest)} tolerate no common temperature. Use separate boxes.`;
}

/** Boxes of the shelf that would take what is in one that does not hold it, the smallest first. */
function wouldFit(c: Consignment, box: Box, catalogue: Catalogue, e: Evaluation) {
  const inside = c.bags.filter((b) => b.boxId === box.id);
  const litres = (t: Catalogue['boxes'][number]): number => t.insideCm.reduce((v, s) => v * s, 1);
  return catalogue.boxes
    .filter((t) => {
      const { own: _, ...other } = { ...box, boxTypeId: t.id };
      return arrange(other, inside, catalogue, e.assumptions).problems.length === 0;
    })
    .sort((x, y) => litres(x) - litres(y))
    .slice(0, 2)
    .map((t) => ({ boxTypeId: t.id, name: t.name }));
}

/** Litres of paper or chips that keep everything from shifting: what bags, bottles and their necks leave of the room. */
function fillingL(
  { placed, bottles, clearCm, roomCm }: Arrangement,
  inside: readonly [number, number, number],
): number {
  const high = Math.max(0, roomCm - Math.max(0, clearCm));
  const taken = placed.reduce(
    (s, b) =>
      s +
      (b.lying
        ? b.lying.lengthCm * b.lying.acrossCm * b.lying.highCm * 0.85
        : Math.PI * (b.standing.diameterCm / 2) ** 2 * b.standing.shoulderCm),
    0,
  );
  const bottled = bottles.reduce((s, b) => s + Math.PI * (b.diameterCm / 2) ** 2 * Math.min(high, 30), 0);
  return Math.max(0, (inside[0] * inside[1] * high - taken - bottled) / 1000);
}

/** One thing that is done while a box is filled, and what its picture shows by then. */
export interface FillStep {
  words: string;
  shows: 'lining' | 'bags' | 'bottles' | 'packs' | 'lid';
}

/** The order of filling a box: heavy ones first and lowest, packs last, nothing can shift. */
function fillSteps(
  c: Consignment,
  box: Box,
  placed: Arrangement['placed'],
  litres: number,
  catalogue: Catalogue,
): FillStep[] {
  const inside = c.bags.filter((x) => x.boxId === box.id);
  const breathers = breathersIn(inside, catalogue);
  const waterL = new Map(inside.map((x) => [x.id, x.waterL]));
  const heavy = [...placed].sort(
    (x, y) => (waterL.get(y.bagId) ?? 0) - (waterL.get(x.bagId) ?? 0) || x.xCm - y.xCm || x.yCm - y.yCm,
  );
  const step = (shows: FillStep['shows'], words: string): FillStep => ({ shows, words });
  return [
    step('lining', [...liningWords(box), linerWords(placed.length, breathers)].map(capital).join('; ')),
    step('bags', `Heaviest first: ${heavy.map((x) => x.bagId).join(', ')}; necks folded`),
    ...breatherWords(breathers).map((x) => step('bags', x)),
    ...ballastWords(box).map((x) => step('bottles', `${x} upright in the gaps between the bags`)),
    ...companionsIn(c, box.id).map((x) =>
      step('bottles', `${[x.amount, x.name].filter(Boolean).join(' ')}, wrapped damp, away from the packs`),
    ),
    step('bottles', `About ${Math.max(1, Math.round(litres))} L of crumpled paper in the gaps. Shake: nothing shifts`),
    step(
      'packs',
      box.packs.length > 0
        ? `Paper over the bags; checked warm: ${packWords(box, catalogue).join('; ')}`
        : box.bottle
          ? `A wrapped bottle of ${box.bottle.litres} L at ${box.bottle.startC} °C among the bags, upright; paper over all`
          : 'Paper over the bags, no pack: tape the joint all around',
    ),
    step(
      'lid',
      ['Papers in the lid pocket', 'lid on', ...closedWords(box), 'tape the long seam, labels on four sides'].join(
        '; ',
      ),
    ),
  ];
}

/** The Box station: drawings, weights, freight, and the order of filling. */
export function boxView(house: House, c: Consignment, e: Evaluation) {
  const catalogue = catalogueOf(c, house);
  const service = row(catalogue.services, c.serviceId, 'service');
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
        misfits: b.arrangement.problems.map((p) => ({
          rule: misfitName(p),
          words: arrangementSentence(p),
          gives: p.gives,
        })),
        takenOn: b.arrangement.takenOn.map((p) => ({ rule: misfitName(p), words: arrangementSentence(p) })),
        wouldFit: b.arrangement.problems.length > 0 ? wouldFit(c, box, catalogue, e) : [],
        insideCm: innerCm(madeOf(catalogue, box), box),
        apart: apartWords(e.bags.filter((x) => x.boxId === b.id)),
        fill: fillSteps(
          c,
          box,
          b.arrangement.placed,
          fillingL(b.arrangement, innerCm(madeOf(catalogue, box), box)),
          catalogue,
        ),
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
  };
}
export type BoxStationView = ReturnType<typeof boxView>;
export type BoxView = BoxStationView['views'][number];
