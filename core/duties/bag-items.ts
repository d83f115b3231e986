import { depthOf, twistCm } from '@/core/bag/filling';
import { makingSteps } from '@/core/bag/making';
import { doseWords, effectsOf, givenTo } from '@/core/bag/treatments';
import { row } from '@/core/catalogue/row';
import type { BagType } from '@/core/catalogue/schema';
import type { Bag, OrderLine } from '@/core/consignment/schema';
import { capital } from '@/core/quantities/words';
import { item, TREATED, type CheckItem, type ChecklistInput } from './item';

const OXYGEN =
  'Compressed oxygen feeds fire: no flame, no smoking, no oil on fittings. Cylinder chained, valve opened slowly, room aired. Stretched bands can hit your eyes: look away.';

const cm = (x: number): string => x.toFixed(x < 3 ? 1 : 0);

/** "3 Neon tetra from tank R4, female, 2.5 cm, Orange line". */
function animalsOf({ c, catalogue }: ChecklistInput, x: Bag['animals'][number]): string {
  const line: OrderLine = c.lines.find((l) => l.id === x.lineId)!;
  const sex = x.males !== undefined ? `${x.males} male, ${x.count - x.males} female` : line.sex;
  return [
    `${x.count} ${row(catalogue.species, line.speciesId, 'species').name} from tank ${line.tank}`,
    ...(line.variety ? [line.variety] : []),
    ...(line.grade ? [`grade ${line.grade}`] : []),
    ...(sex === 'unsexed' ? [] : [sex]),
    `${line.lengthCm} cm`,
  ].join(', ');
}

/** Gas in litres and in centimetres: what a hand sees on the bag while it fills. */
function gasWords(type: BagType, bag: Bag): string[] {
  if (type.breather || bag.gasL <= 0) return [];
  const twist = twistCm(type, bag.waterL + bag.gasL);
  const above = twist - depthOf(type, bag.waterL);
  const mixed = bag.oxygenFraction > 0.5 && bag.oxygenFraction < 0.9;
  return [
    ...(above > 0
      ? [`${bag.gasL} L of gas stand about ${cm(above)} cm above the water: twist ${cm(twist)} cm from the bottom`]
      : []),
    ...(mixed ? [`The gas is ${Math.round(bag.oxygenFraction * 100)} % oxygen in the plan`] : []),
  ];
}

/** A dose that is watched before the bag is closed (handbook W27: open, several minutes; rolling or gasping is too much). */
function sedation(p: ChecklistInput, bag: Bag, water: readonly string[], dosed: readonly string[]): CheckItem[] {
  const what = `bag ${bag.id}`;
  const minutes = p.a.sedationWatchMin;
  return [
    item({
      key: `sedate:${bag.id}`,
      phase: 'bags',
      bagId: bag.id,
      boxId: bag.boxId,
      title: `Sedate ${what}`,
      lines: [...(dosed.length > 0 ? dosed : ['Dose by its label']), ...water, 'The bag stays open'],
      caution: TREATED,
      work: { of: 'bag', share: 0.3 },
    }),
    item({
      key: `watch:${bag.id}`,
      phase: 'bags',
      bagId: bag.id,
      boxId: bag.boxId,
      title: `Look at ${what}: slow and upright?`,
      lines: [
        `Watched for ${minutes} min: slow and upright is right`,
        'One that rolls or gasps has too much: into clean water at once, then start again with less',
        'Clean water wakes them',
      ],
      work: { of: 'bag', share: 0.1 },
      after: { keys: [`sedate:${bag.id}`], minutes, what: 'sedated' },
    }),
  ];
}

/** The steps of one bag, in the order of the hands. `first` is the first of the evening, with the caution of the cylinder. */
export function bagItems(p: ChecklistInput, bag: Bag, first: boolean): CheckItem[] {
  const { c, catalogue, a } = p;
  const type = row(catalogue.bags, bag.bagTypeId, 'bag');
  const dosed = givenTo({}, bag, catalogue).map((g) => `${capital(doseWords(g, bag.waterL))} of ${g.treatment.name}`);
  const sedated = bag.sedated || effectsOf(givenTo(c, bag, catalogue), bag.waterL).sedates;
  const water = [
    `${bag.waterL} L water${type.breather ? '' : ` (${cm(depthOf(type, bag.waterL))} cm in the standing bag)`}`,
    ...bag.animals.map((x) => animalsOf(p, x)),
  ];
  const bottled = givenTo(c, bag, catalogue);
  const binds = bottled.some((g) => (g.treatment.capacityMgN ?? 0) > 0);
  // What the figures assume without a bottle of the shelf.
  const assumed = [
    ...(bag.binderMgN !== null && !binds
      ? [
          `Ammonia ${bag.binderKind === 'ion-exchange' ? 'pad' : 'binder'} that takes up ${bag.binderMgN} mg N, by its label`,
        ]
      : []),
    ...(bag.reducer && !effectsOf(bottled, bag.waterL).reducing ? ['Reducing conditioner, by its label'] : []),
  ];
  const closing = [
    ...makingSteps(type, bag, bag.gasL, bag.oxygenFraction > 0.5, gasWords(type, bag)),
    ...(bag.labelNotes ? [`On its label: ${bag.labelNotes}`] : []),
  ];
  const items = sedated ? sedation(p, bag, [...assumed, ...water], dosed) : [];
  items.push(
    item({
      key: `bag:${bag.id}`,
      phase: 'bags',
      bagId: bag.id,
      boxId: bag.boxId,
      title: `${sedated ? 'Close' : 'Fill and close'} bag ${bag.id}`,
      lines: [
        /^\d/.test(type.name) ? `Bag ${type.name}` : capital(type.name),
        ...(sedated ? [] : [water[0]!, ...dosed, ...assumed, ...water.slice(1)]),
        ...closing,
      ],
      work: { of: 'bag', share: sedated ? 0.6 : 1 },
      ...(sedated ? { after: { keys: [`watch:${bag.id}`], minutes: 0, what: 'watched' } } : {}),
      ...(first ? { caution: OXYGEN } : {}),
    }),
  );
  if (type.breather)
    items.push(
      item({
        key: `seam:${bag.id}`,
        phase: 'stand',
        bagId: bag.id,
        boxId: bag.boxId,
        title: `Seam of bag ${bag.id}: dry?`,
        lines: [
          `Check after ${a.leakStandMin} min on paper: a wet line means a new bag`,
          'Dry: wrapped by itself in a sheet of paper, touching no plastic and no foam',
        ],
        work: { of: 'bag', share: 0.15 },
        after: { keys: [`bag:${bag.id}`], minutes: a.leakStandMin, what: 'sealed' },
      }),
    );
  return items;
}
