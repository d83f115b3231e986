import { madeOf } from '@/core/box/box-construction';
import { row } from '@/core/catalogue/row';
import type { BoxType, Catalogue } from '@/core/catalogue/schema';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { layersOf } from '@/core/bag/making';
import type { Box, Companion, Consignment } from '@/core/consignment/schema';

export interface BoxWeights {
  waterKg: number;
  fishKg: number;
  /** Plants, media and food that lie in it. */
  companionsKg: number;
  boxKg: number;
  restKg: number;
  totalKg: number;
}

/** What travels along in a box: bags go into the first one unless they were given another; buckets stand beside. */
export const companionsIn = (c: Pick<Consignment, 'companions' | 'boxes'>, boxId: string): Companion[] =>
  (c.companions ?? []).filter((x) => (x.boxId ?? (x.vessel === 'bag' ? c.boxes[0]?.id : null)) === boxId);

/** What lines a box once, m²: its walls, floor and lid. */
export const liningM2 = ({ insideCm: [l, w, h] }: BoxType): number => (2 * (l * w + l * h + w * h)) / 1e4;

/** Weight of what lines a box, kg, by thickness. */
function liningKg(box: Box, catalogue: Catalogue, a: Assumptions): number {
  const areaM2 = liningM2(madeOf(catalogue, box));
  return (box.lining ?? []).reduce((kg, x) => kg + areaM2 * (x.thicknessCm / 100) * a.liningKgPerM3, 0);
}

/** Weight of a packed box, kg: water, animals, what travels along, foam and carton, packs and bags and paper. */
export function boxWeights(
  c: Consignment,
  box: Box,
  catalogue: Catalogue,
  a: Assumptions,
  massOf: (lineId: string) => number,
): BoxWeights {
  const bags = c.bags.filter((b) => b.boxId === box.id);
  const waterKg = bags.reduce((s, b) => s + b.waterL, 0);
  const fishKg = bags.flatMap((b) => b.animals).reduce((s, x) => s + (x.count * massOf(x.lineId)) / 1000, 0);
  const boxKg = madeOf(catalogue, box).massKg;
  const packsKg = box.packs.reduce((s, p) => s + (p.count * row(catalogue.packs, p.packId, 'pack').massG) / 1000, 0);
  const bottleKg = (box.bottle?.litres ?? 0) + (box.ballast ? box.ballast.litres * box.ballast.count : 0);
  const bagsKg = bags.reduce((s, b) => {
    const type = row(catalogue.bags, b.bagTypeId, 'bag');
    return s + (layersOf(type, b) * type.gramsEach) / 1000 + a.bandsAndLabelKg;
  }, 0);
  const restKg = packsKg + bagsKg + bottleKg + liningKg(box, catalogue, a) + a.paperAndLinerKg;
  const companionsKg = companionsIn(c, box.id).reduce((s, x) => s + x.weightKg, 0);
  return { waterKg, fishKg, companionsKg, boxKg, restKg, totalKg: waterKg + fishKg + companionsKg + boxKg + restKg };
}

export const outsideCm = (type: BoxType): [number, number, number] =>
  type.insideCm.map((s) => Math.round((s + 2 * type.wallCm + 1) * 10) / 10) as [number, number, number];
