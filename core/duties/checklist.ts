import { capital, counted } from '@/core/quantities/words';
import { makingSteps } from '@/core/bag/making';
import { ballastWords, breathersIn, breatherWords, linerWords, liningWords } from '@/core/box/contents';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';

export interface CheckItem {
  key: string;
  title: string;
  detail: string;
  caution?: string;
  /** The bag this item closes, if any. */
  bagId?: string;
}

/** The packing checklist in working order (common practice), with its cautions where they apply. */
export function packingChecklist(c: Consignment, catalogue: Catalogue): CheckItem[] {
  const items: CheckItem[] = [
    { key: 'labels', title: 'Labels on, hands dry', detail: `${counted(c.bags.length, 'bag')} lined up and labelled.` },
    {
      key: 'water',
      title: 'Water drawn and treated',
      detail: `${c.bags.reduce((s, b) => s + b.waterL, 0).toFixed(1)} L at ${c.sourceWater.tempC} °C. Net, bands, scissors, towel.`,
    },
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
    items.push({
      key: `bag:${bag.id}`,
      bagId: bag.id,
      title: `Fill and close bag ${bag.id}`,
      detail: `${[`${bag.waterL} L water, ${what}`, ...steps].join('. ')}.`,
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
      title: `${x.kind === 'food' ? 'Pack' : 'Wrap'} ${[x.amount, x.name].filter(Boolean).join(' ')}`,
      detail:
        x.kind === 'food'
          ? 'Dry, closed, away from wet paper.'
          : `Damp, not under water, with air, in a ${x.vessel} of its own. Away from packs: they cook it.`,
    });
  items.push({ key: 'stand', title: 'Leak stand, ten minutes', detail: 'Bags on paper. A wet ring means a new bag.' });
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
          ? `Shake, lie flat in air, dry. Each one must read 38 °C or more before it goes in.`
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
        title: `Packs under the lid, close box${n}`,
        detail:
          box.packs.length > 0
            ? `Wrapped, taped under the lid, air side inward.${box.ventHoles > 0 ? ` ${box.ventHoles} holes of 6 mm beside the packs.` : ''}`
            : 'No pack: tape the joint all round.',
      },
      {
        key: `out:${box.id}`,
        title: `Carton, labels, weight${n}`,
        detail: 'Live fish, this way up, both phone numbers. Old labels struck out. Weigh it.',
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
