import {
  ballastWords,
  breathersIn,
  breatherWords,
  closedWords,
  linerWords,
  liningWords,
  packWords,
} from '@/core/box/contents';
import { madeOf } from '@/core/box/box-construction';
import { row } from '@/core/catalogue/row';
import type { Bag, Box } from '@/core/consignment/schema';
import { expectedSurfaceC } from '@/core/heat/proof';
import { capital } from '@/core/quantities/words';
import { crossesBorder } from './border';
import { item, type CheckItem, type ChecklistInput } from './item';

/** Minutes a pack of a box lies open before the lid, as the figures assume. */
const openMin = (p: ChecklistInput, pack: Box['packs'][number]): number => pack.openedMin ?? p.a.packBenchMin;

/** Packs by kind over all boxes: opened together, proved one by one. */
export function packItems(p: ChecklistInput): CheckItem[] {
  const { c, catalogue, a } = p;
  const counts = new Map<string, number>();
  for (const x of c.boxes.flatMap((b) => b.packs)) counts.set(x.packId, (counts.get(x.packId) ?? 0) + x.count);
  return [...counts].flatMap(([packId, count]) => {
    const type = row(catalogue.packs, packId, 'pack');
    const rest = { phase: 'packs' as const, work: { of: 'box' as const, share: 0.1 } };
    if (type.kind !== 'heat')
      return [
        item({
          ...rest,
          key: `pack:${packId}`,
          title: `Take out ${count} × ${type.name}`,
          lines: ['Wrapped in newspaper, never against a bag'],
        }),
      ];
    return [
      item({
        ...rest,
        key: `pack:${packId}`,
        title: `Open ${count} × ${type.name}`,
        lines: ['Shake each, lay it flat in air, dry', 'Number them in the order of the boxes'],
        caution: `This pack can reach ${type.surfaceC} °C: keep it from skin and from children.`,
      }),
      item({
        ...rest,
        key: `prove:${packId}`,
        title: `Check ${count} × ${type.name}`,
        lines: [
          `After ${a.packBenchMin} min in a room of 20 °C each should read about ${expectedSurfaceC(type, a.packBenchMin, 20, a).toFixed(0)} °C before it goes in`,
          'By infrared thermometer, or carefully by hand; a cold one has failed',
        ],
        after: { keys: [`pack:${packId}`], minutes: a.packProveMin, what: 'opened' },
      }),
    ];
  });
}

const madeWords = ({ catalogue }: ChecklistInput, box: Box): string => {
  const made = madeOf(catalogue, box);
  return `${capital(made.name)}, ${made.insideCm.join(' × ')} cm inside, wall ${made.wallCm} cm`;
};

const place = (bag: Bag): string[] => {
  if (!bag.spot) return [];
  const { xCm, yCm, along } = bag.spot;
  const lies = along ? `, along the ${along === 'x' ? 'length' : 'width'}` : '';
  return [`Its middle ${xCm.toFixed(0)} cm from the left, ${yCm.toFixed(0)} cm from the front${lies}`];
};

type OfBox = Pick<CheckItem, 'phase' | 'boxId'>;

/** A carton in one’s own car: nobody reads it or weighs it but who packed it. */
const ownCarton = (rest: OfBox, box: Box, n: string): CheckItem =>
  item({
    ...rest,
    key: `out:${box.id}`,
    title: `Carton${n ? `, box${n}` : ''}, into the car`,
    lines: ['Upright, out of the sun, wedged so that it cannot slide', 'Where you can check it on the way'],
    caution: 'Over 23 kg: lift with two people.',
    needs: [`lid:${box.id}`],
    work: { of: 'box', share: 0.2 },
  });

/** Carton, labels and scale, as a carrier wants them. */
const forCarrier = (rest: OfBox, box: Box, n: string): CheckItem[] => [
  item({
    ...rest,
    key: `out:${box.id}`,
    title: `Carton and labels${n ? `, box${n}` : ''}`,
    lines: [
      'A label on each of four sides: live animals, this way up, both phone numbers',
      'Strike out old ones; carrier’s own mark on lid and base if required',
    ],
    needs: [`lid:${box.id}`],
    work: { of: 'box', share: 0.1 },
  }),
  item({
    ...rest,
    key: `weigh:${box.id}`,
    title: `Box${n} on the scale`,
    lines: [
      box.declaredKg === undefined
        ? 'No weight was booked'
        : `${box.declaredKg} kg booked: heavier is refused at the counter`,
    ],
    caution: 'Over 23 kg: lift with two people.',
    needs: [`out:${box.id}`],
    work: { of: 'box', share: 0.1 },
  }),
];

/** The steps of one box, from the empty one to the scale. */
export function boxItems(p: ChecklistInput, box: Box): CheckItem[] {
  const { c, catalogue } = p;
  const n = c.boxes.length > 1 ? ` ${box.id}` : '';
  const inside = c.bags.filter((b) => b.boxId === box.id);
  const breathers = breathersIn(inside, catalogue);
  const along = (c.companions ?? []).filter((x) => x.boxId === box.id && x.vessel !== 'parcel');
  const rest = { phase: 'boxes' as const, boxId: box.id };
  const work = (share: number): CheckItem['work'] => ({ of: 'box', share });
  const heat = box.packs.filter((x) => row(catalogue.packs, x.packId, 'pack').kind === 'heat');
  const cold = box.packs.filter((x) => !heat.includes(x));
  const opened = Math.max(0, ...heat.map((x) => openMin(p, x)));
  return [
    item({
      ...rest,
      key: `line:${box.id}`,
      title: `Line box${n}`,
      lines: [madeWords(p, box), ...[...liningWords(box), linerWords(inside.length, breathers)].map(capital)],
      work: work(0.15),
    }),
    ...inside.map((bag) =>
      item({
        ...rest,
        key: `in:${bag.id}`,
        bagId: bag.id,
        title: `Bag ${bag.id} into box${n}`,
        lines: [
          breathers.includes(bag.id) || bag.lies ? 'Laid flat' : 'Standing, neck up',
          ...place(bag),
          'Check its number on the label, or scan it',
        ],
        // A bag that leaks shows it on paper, and not in the box.
        after: {
          keys: [`bag:${bag.id}`, breathers.includes(bag.id) ? `seam:${bag.id}` : 'stand'],
          minutes: 0,
          what: 'closed and dry',
        },
        needs: [`line:${box.id}`, ...(crossesBorder(c) ? ['border'] : [])],
        work: work(0.3 / inside.length),
      }),
    ),
    item({
      ...rest,
      key: `fill:${box.id}`,
      title: `Fill the gaps of box${n}`,
      lines: [
        inside.map((b) => b.id).join(', ') || 'No bag',
        ...breatherWords(breathers),
        ...ballastWords(box),
        ...(box.bottle
          ? [`A bottle of ${box.bottle.litres} L at ${box.bottle.startC} °C, wrapped, upright among them`]
          : []),
        ...along.map((x) => [x.amount, x.name].filter(Boolean).join(' ')),
        'Snug, paper in the gaps, nothing shifts',
      ],
      ...(box.bottle ? { caution: 'Hot water scalds: close the bottle in the sink, and dry it.' } : {}),
      needs: [`line:${box.id}`, ...inside.map((b) => `in:${b.id}`)],
      work: work(0.15),
    }),
    item({
      ...rest,
      key: `lid:${box.id}`,
      title: box.packs.length > 0 ? `Packs in, close box${n}` : `Close box${n}`,
      lines: [
        ...packWords(box, catalogue),
        ...closedWords(box),
        ...(box.packs.length === 0 && !box.tape ? ['No pack: tape the joint all around'] : []),
      ],
      needs: [`fill:${box.id}`, ...heat.map((x) => `prove:${x.packId}`), ...cold.map((x) => `pack:${x.packId}`)],
      work: work(0.2),
      ...(opened > 0 ? { after: { keys: heat.map((x) => `pack:${x.packId}`), minutes: opened, what: 'opened' } } : {}),
    }),
    ...(c.direction === 'own-move' ? [ownCarton(rest, box, n)] : forCarrier(rest, box, n)),
  ];
}
