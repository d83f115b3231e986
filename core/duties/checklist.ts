import { takingDown } from '@/core/acclimation/unboxing';
import { doseWords, drawnWith } from '@/core/bag/treatments';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { waterOfTank } from '@/core/consignment/waters';
import { counted } from '@/core/quantities/words';
import { crossesBorder } from './border';
import { bagItems } from './bag-items';
import { boxItems, packItems } from './box-items';
import { item, TREATED, type CheckItem, type ChecklistInput } from './item';

export type { CheckItem } from './item';

/** Water for the bags of each tank: how much, how warm, and what goes into all of it (one step a tank). */
function waterItems({ c, catalogue }: ChecklistInput): CheckItem[] {
  const tankOf = (b: Bag): string => c.lines.find((l) => l.id === b.animals[0]?.lineId)?.tank ?? '';
  const tanks = [...new Set(c.bags.map(tankOf))];
  const drawn = drawnWith(c, catalogue);
  const one = tanks.length < 2;
  return (one ? [null] : tanks).map((tank, i) => {
    const l = c.bags.filter((b) => tank === null || tankOf(b) === tank).reduce((s, b) => s + b.waterL, 0);
    const warmth = (tank === null ? c.sourceWater : waterOfTank(c, tank)).tempC;
    return item({
      key: tank === null ? 'water' : `water:${tank}`,
      phase: 'water',
      title: tank === null ? 'Water drawn and treated' : `Water for tank ${tank} drawn and treated`,
      lines: [
        `${l.toFixed(1)} L${warmth === undefined ? ', as warm as their tank' : ` at ${warmth} °C`}`,
        ...drawn.map((g) => `Into all of it: ${doseWords(g, l)} of ${g.treatment.name}`),
        ...(i === 0 ? ['Net, bands, scissors, towel'] : []),
      ],
      work: { of: 'tank', share: 1 },
      ...(i === 0 && drawn.length > 0 ? { caution: TREATED } : {}),
    });
  });
}

const nameOf = ({ c, catalogue }: ChecklistInput, lineId: string): string =>
  row(catalogue.species, c.lines.find((l) => l.id === lineId)!.speciesId, 'species').name;

/** What travels along and is no animal. */
const alongItems = ({ c }: ChecklistInput): CheckItem[] =>
  (c.companions ?? []).map((x) => {
    const parcel = x.vessel === 'parcel';
    return item({
      key: `along:${x.id}`,
      phase: 'bags',
      title: `${x.kind === 'food' || parcel ? 'Pack' : 'Wrap'} ${[x.amount, x.name].filter(Boolean).join(' ')}`,
      lines: parcel
        ? ['Separate parcel, not in the box: needs no warmth']
        : x.kind === 'food'
          ? ['Dry, closed, away from wet paper']
          : [`Damp, not under water, with air, in a separate ${x.vessel}`, 'Away from packs: they cook it'],
      work: { of: 'bag', share: 0.3 },
      ...(parcel || x.kind === 'food' ? { mayWait: 'It can follow by parcel tomorrow.' } : {}),
    });
  });

/** Leaks show on paper; each bag has its own ten minutes, so a leaking one starts them anew. */
function standItems({ c, catalogue, a }: ChecklistInput): CheckItem[] {
  const bags = c.bags.filter((b) => !row(catalogue.bags, b.bagTypeId, 'bag').breather);
  if (bags.length === 0) return [];
  return [
    item({
      key: 'stand',
      phase: 'stand',
      title: `Leak stand, ${a.leakStandMin === 10 ? 'ten' : a.leakStandMin} minutes: dry?`,
      lines: ['Bags on paper', 'A wet ring means a new bag'],
      work: { of: 'bag', share: 0.2 },
      after: { keys: bags.map((b) => `bag:${b.id}`), minutes: a.leakStandMin, what: 'closed' },
    }),
  ];
}

const borderItems = ({ c }: ChecklistInput): CheckItem[] =>
  crossesBorder(c)
    ? [
        item({
          key: 'border',
          phase: 'stand',
          title: 'Look through every bag for the border',
          lines: [
            'Nothing but the animals of the order: no snails, no eggs, no plant scraps',
            ...(c.companions ?? [])
              .filter((x) => x.kind === 'plant')
              .map((x) => `${x.name} stays here unless it has a plant passport`),
          ],
          caution: 'Rules differ by country: ask its inspectors.',
          work: { of: 'bag', share: 0.3 },
        }),
      ]
    : [];

/** The tank of an own move: what goes before the net, and what comes after the last bag (W84). */
function takenDown({ c }: ChecklistInput, bagged: boolean): CheckItem[] {
  if (c.direction !== 'own-move') return [];
  const fish = takingDown.findIndex((t) => t.key === 'fish');
  const turns = bagged ? takingDown.slice(fish + 1) : takingDown.slice(0, fish);
  return turns.map((t, i) => {
    const before = i === 0 ? [] : [`down:${turns[i - 1]!.key}`];
    return item({
      key: `down:${t.key}`,
      phase: bagged ? 'stand' : 'water',
      title: t.title,
      lines: [t.detail],
      ...(t.caution ? { caution: t.caution } : {}),
      needs: bagged && i === 0 ? c.bags.map((b) => `bag:${b.id}`) : before,
      work: { of: 'tank', share: 0.5 },
    });
  });
}

/** The packing of one consignment in working order (common practice), with its cautions where they apply. */
export function packingChecklist(c: Consignment, catalogue: Catalogue): CheckItem[] {
  const p: ChecklistInput = { c, catalogue, a: withOverrides(c.assumptions) };
  const bags = c.bags.flatMap((bag, i) => bagItems(p, bag, i === 0));
  return [
    item({
      key: 'labels',
      phase: 'labels',
      title: 'Labels on, hands dry',
      lines: [
        `${counted(c.bags.length, 'bag')} lined up and labelled`,
        ...c.bags.map((b) => `${b.id}: ${b.animals.map((x) => `${x.count} ${nameOf(p, x.lineId)}`).join(', ')}`),
      ],
      work: { of: 'label', share: c.bags.length },
    }),
    ...takenDown(p, false),
    ...waterItems(p),
    ...bags.filter((i) => i.phase === 'bags'),
    ...alongItems(p),
    ...bags.filter((i) => i.phase === 'stand'),
    ...standItems(p),
    ...takenDown(p, true),
    ...borderItems(p),
    ...packItems(p),
    ...c.boxes.flatMap((box) => boxItems(p, box)),
    item({
      key: 'papers',
      phase: 'papers',
      title: 'Papers in the lid pocket',
      lines: ['Packing list, acclimation card, certificates if any'],
      needs: c.boxes.map((b) => `${c.direction === 'own-move' ? 'out' : 'weigh'}:${b.id}`),
      work: { of: 'label', share: 2 },
    }),
  ];
}
