import { capital, counted } from '@/core/quantities/words';
import { depthOf } from '@/core/bag/filling';
import { makingSteps } from '@/core/bag/making';
import { doseWords, drawnWith, effectsOf, givenTo } from '@/core/bag/treatments';
import {
  ballastWords,
  breathersIn,
  breatherWords,
  closedWords,
  linerWords,
  liningWords,
  packWords,
} from '@/core/box/contents';
import { withOverrides } from '@/core/catalogue/assumptions';
import { expectedSurfaceC } from '@/core/heat/proof';
import { madeOf } from '@/core/box/made';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { waterOfTank } from '@/core/consignment/waters';

export interface CheckItem {
  key: string;
  title: string;
  detail: string;
  caution?: string;
  /** The bag this item closes, if any. */
  bagId?: string;
}

/** Water for the bags of each tank: how much, how warm, and what goes into all of it (one step a tank). */
function waterItems(c: Consignment, catalogue: Catalogue): CheckItem[] {
  const tankOf = (b: Bag): string => c.lines.find((l) => l.id === b.animals[0]?.lineId)?.tank ?? '';
  const tanks = [...new Set(c.bags.map(tankOf))];
  const drawn = drawnWith(c, catalogue);
  const caution = drawn.length > 0 ? { caution: TREATED } : {};
  const litres = (bags: readonly Bag[]): number => bags.reduce((s, b) => s + b.waterL, 0);
  const withWhat = (l: number): string =>
    drawn.map((g) => ` Into all of it: ${doseWords(g, l)} of ${g.treatment.name}.`).join('');
  const tools = 'Net, bands, scissors, towel.';
  if (tanks.length < 2) {
    const l = litres(c.bags);
    return [
      {
        key: 'water',
        title: 'Water drawn and treated',
        detail: `${l.toFixed(1)} L at ${c.sourceWater.tempC} °C.${withWhat(l)} ${tools}`,
        ...caution,
      },
    ];
  }
  return tanks.map((tank, i) => {
    const l = litres(c.bags.filter((b) => tankOf(b) === tank));
    return {
      key: `water:${tank}`,
      title: `Water for tank ${tank} drawn and treated`,
      detail: `${l.toFixed(1)} L at ${waterOfTank(c, tank).tempC} °C.${withWhat(l)}${i === 0 ? ` ${tools}` : ''}`,
      ...(i === 0 ? caution : {}),
    };
  });
}

const TREATED =
  'By its label and local law; ask a veterinarian; never for fish that may be eaten. Gloves for dyes; out of the reach of children.';

/** A dose that is watched before the bag is closed (handbook: open, several minutes, rolling or gasping is too much). */
const sedation = (bag: Bag, dosed: readonly string[]): CheckItem => ({
  key: `sedate:${bag.id}`,
  title: `Sedate bag ${bag.id}, and watch`,
  detail: `${dosed.length > 0 ? `${dosed.join('. ')}. ` : 'Dose by its label. '}The bag stays open five minutes: slow and upright is right. One that rolls over or gasps has had too much: into clean water at once, and anew with less. Clean water wakes them.`,
  caution: TREATED,
});

/** The packing checklist in working order (common practice), with its cautions where they apply. */
export function packingChecklist(c: Consignment, catalogue: Catalogue): CheckItem[] {
  const items: CheckItem[] = [
    { key: 'labels', title: 'Labels on, hands dry', detail: `${counted(c.bags.length, 'bag')} lined up and labelled.` },
    ...waterItems(c, catalogue),
  ];
  c.bags.forEach((bag, i) => {
    const what = bag.animals
      .map((x) => {
        const line = c.lines.find((l) => l.id === x.lineId)!;
        return `${x.count} ${row(catalogue.species, line.speciesId, 'species').name} from tank ${line.tank}`;
      })
      .join(', ');
    const type = row(catalogue.bags, bag.bagTypeId, 'bag');
    const steps = makingSteps(type, bag, bag.gasL, bag.oxygenFraction > 0.5);
    const given = givenTo({}, bag, catalogue);
    const cm = depthOf(type, bag.waterL);
    const water = `${bag.waterL} L water${type.breather ? '' : ` (${cm.toFixed(cm < 3 ? 1 : 0)} cm in the standing bag)`}`;
    const dosed = given.map((g) => `${capital(doseWords(g, bag.waterL))} of ${g.treatment.name}`);
    if (bag.sedated || effectsOf(givenTo(c, bag, catalogue), bag.waterL).sedates) items.push(sedation(bag, dosed));
    items.push({
      key: `bag:${bag.id}`,
      bagId: bag.id,
      title: `Fill and close bag ${bag.id}`,
      detail: `${[water, ...dosed, what, ...steps].join('. ')}.`,
      ...(i === 0
        ? {
            caution:
              'Compressed oxygen feeds fire: no flame, no smoking, no oil on fittings. Cylinder chained, valve opened slowly, room aired. Stretched bands fly at eyes: look away.',
          }
        : {}),
    });
  });
  for (const x of c.companions ?? [])
    items.push({
      key: `along:${x.id}`,
      title: `${x.kind === 'food' || x.vessel === 'parcel' ? 'Pack' : 'Wrap'} ${[x.amount, x.name].filter(Boolean).join(' ')}`,
      detail:
        x.vessel === 'parcel'
          ? 'A parcel of its own, beside the boxes: it needs neither warmth nor haste.'
          : x.kind === 'food'
            ? 'Dry, closed, away from wet paper.'
            : `Damp, not under water, with air, in a ${x.vessel} of its own. Away from packs: they cook it.`,
    });
  items.push({ key: 'stand', title: 'Leak stand, ten minutes', detail: 'Bags on paper. A wet ring means a new bag.' });
  const a = withOverrides(c.assumptions);
  const counts = new Map<string, number>();
  for (const p of c.boxes.flatMap((b) => b.packs)) counts.set(p.packId, (counts.get(p.packId) ?? 0) + p.count);
  const packs = [...counts].map(([packId, count]) => ({ packId, count, type: row(catalogue.packs, packId, 'pack') }));
  for (const p of packs)
    items.push({
      key: `pack:${p.packId}`,
      title:
        p.type.kind === 'heat' ? `Open and prove ${p.count} × ${p.type.name}` : `Take out ${p.count} × ${p.type.name}`,
      detail:
        p.type.kind === 'heat'
          ? `Shake, lie flat in air, dry. After ${a.packBenchMin} min in a room of 20 °C each should read about ${expectedSurfaceC(p.type, a.packBenchMin, 20, a).toFixed(0)} °C before it goes in.`
          : 'Wrapped in newspaper, never against a bag.',
      ...(p.type.kind === 'heat'
        ? { caution: `This pack can reach ${p.type.surfaceC} °C: keep it from skin and from children.` }
        : {}),
    });
  for (const box of c.boxes) {
    const n = c.boxes.length > 1 ? ` ${box.id}` : '';
    const inside = c.bags.filter((b) => b.boxId === box.id);
    const bags = inside.map((b) => b.id);
    const breathers = breathersIn(inside, catalogue);
    items.push(
      {
        key: `line:${box.id}`,
        title: `Line box${n}`,
        detail: `${[...liningWords(box), linerWords(bags.length, breathers)].map(capital).join('. ')}.`,
      },
      {
        key: `fill:${box.id}`,
        title: `Bags into box${n}`,
        detail: [
          bags.join(', '),
          ...breatherWords(breathers),
          ...ballastWords(box),
          'Snug, paper in the gaps, nothing can shift.',
        ].join('. '),
      },
      {
        key: `lid:${box.id}`,
        title: box.packs.length > 0 ? `Packs in, close box${n}` : `Close box${n}`,
        detail: `${[
          ...packWords(box, catalogue),
          ...(box.bottle ? [`A bottle of ${box.bottle.litres} L at ${box.bottle.startC} °C, wrapped, upright`] : []),
          ...closedWords(box),
          ...(box.packs.length === 0 && !box.tape ? ['No pack: tape the joint all round'] : []),
        ].join('. ')}.`,
      },
      {
        key: `out:${box.id}`,
        title: `Carton, labels, weight${n}`,
        detail: `${capital(madeOf(catalogue, box).name)}. A label on each of four sides: live fish, this way up, both phone numbers. Old ones struck out; the carrier’s own mark on lid and base where it asks for one. Weigh it.`,
        caution: 'Over 23 kg two people lift.',
      },
    );
  }
  items.push({
    key: 'papers',
    title: 'Papers in the lid pocket',
    detail: 'Packing list, acclimation card, certificates if any.',
  });
  return items;
}
