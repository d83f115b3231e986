import { madeOf } from '@/core/box/made';
import { row } from '@/core/catalogue/row';
import type { BagType, BoxType, Catalogue } from '@/core/catalogue/schema';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { bottleCm, standingBag, type StandingBag } from '@/core/bag/geometry';
import type { PackPlace } from '@/core/catalogue/making';
import { layersOf } from '@/core/bag/making';
import type { Bag, Box, Consignment, Companion } from '@/core/consignment/schema';

/** A bag on its side, or one of film that breathes, flat: as long and as wide as it lies, along the box or across it. */
export interface LyingBag {
  lengthCm: number;
  acrossCm: number;
  highCm: number;
  along: 'x' | 'y';
}

/** A bag standing or lying in a box, seen from above; its middle from the inner left front corner. */
export interface PlacedBag {
  bagId: string;
  xCm: number;
  yCm: number;
  standing: StandingBag;
  lying?: LyingBag;
}

/** A bottle of plain water among the bags. */
export interface PlacedBottle {
  xCm: number;
  yCm: number;
  diameterCm: number;
}

export type ArrangementProblem =
  | { code: 'bottles'; bagId: ''; left: number; litres: number }
  | { code: 'too-tall'; bagId: string; overCm: number; heightCm: number; roomCm: number }
  | { code: 'no-void'; bagId: ''; left: number }
  | { code: 'no-room'; bagId: string }
  | { code: 'too-long'; bagId: string; lengthCm: number; roomCm: number }
  | { code: 'too-wide'; bagId: string; diameterCm: number; roomCm: number };

export interface Arrangement {
  placed: PlacedBag[];
  /** Bottles of plain water, in the gaps the bags leave. */
  bottles: PlacedBottle[];
  /** Packs that stand in the gaps. */
  voids: PlacedBottle[];
  problems: ArrangementProblem[];
  /** Clear height under the packs above the tallest bag; negative when it does not fit. */
  clearCm: number;
  /** Height inside less the packs and what they need to the bags. */
  roomCm: number;
}

interface Circle {
  x: number;
  y: number;
  r: number;
}

const touches = (a: Circle, b: Circle): boolean => Math.hypot(a.x - b.x, a.y - b.y) < a.r + b.r - 1e-6;

/** Where a circle of radius r may lie: in corners, or tangent to a wall and a circle, or to two circles. */
function* candidates(r: number, w: number, d: number, set: readonly Circle[]): Generator<Circle> {
  for (const x of [r, w - r]) for (const y of [r, d - r]) yield { x, y, r };
  for (const c of set) {
    const reach = c.r + r;
    for (const y of [r, d - r]) {
      const dx2 = reach ** 2 - (y - c.y) ** 2;
      if (dx2 >= 0) for (const s of [-1, 1]) yield { x: c.x + s * Math.sqrt(dx2), y, r };
    }
    for (const x of [r, w - r]) {
      const dy2 = reach ** 2 - (x - c.x) ** 2;
      if (dy2 >= 0) for (const s of [-1, 1]) yield { x, y: c.y + s * Math.sqrt(dy2), r };
    }
    for (const o of set) {
      if (o === c) continue;
      const dist = Math.hypot(o.x - c.x, o.y - c.y);
      const r2 = o.r + r;
      if (dist === 0 || dist > reach + r2) continue;
      const along = (reach ** 2 - r2 ** 2 + dist ** 2) / (2 * dist);
      const off2 = reach ** 2 - along ** 2;
      if (off2 < 0) continue;
      const off = Math.sqrt(off2);
      for (const s of [-1, 1])
        yield {
          x: c.x + (along * (o.x - c.x)) / dist + (s * off * (o.y - c.y)) / dist,
          y: c.y + (along * (o.y - c.y)) / dist - (s * off * (o.x - c.x)) / dist,
          r,
        };
    }
  }
}

/** Places one circle as far left, then front, as it goes; null if nowhere. */
function place(r: number, w: number, d: number, set: readonly Circle[]): Circle | null {
  let best: Circle | null = null;
  for (const c of candidates(r, w, d, set)) {
    if (c.x < r - 1e-6 || c.y < r - 1e-6 || c.x > w - r + 1e-6 || c.y > d - r + 1e-6) continue;
    if (set.some((o) => touches(c, o))) continue;
    if (!best || c.x < best.x - 1e-6 || (Math.abs(c.x - best.x) <= 1e-6 && c.y < best.y)) best = c;
  }
  return best;
}

/** How thick a loosely filled bag of breather film lies, and what of its flat size that leaves (common practice †). */
const BREATHER_HIGH_CM = 5;
const BREATHER_FLAT = 0.9;

/** How a bag lies, where it does not stand. */
export function lyingOf(bag: Bag, type: BagType, standing: StandingBag): Omit<LyingBag, 'along'> | null {
  if (type.breather)
    return {
      lengthCm: BREATHER_FLAT * Math.max(type.heightCm, type.widthCm),
      acrossCm: BREATHER_FLAT * Math.min(type.heightCm, type.widthCm),
      highCm: BREATHER_HIGH_CM,
    };
  return bag.lies
    ? {
        lengthCm: Math.max(standing.heightCm, standing.diameterCm),
        acrossCm: standing.diameterCm,
        highCm: standing.diameterCm,
      }
    : null;
}

/** A lying bag is a row of circles, close enough that nothing comes between them. */
function rowOf(first: Circle, lengthCm: number, along: 'x' | 'y'): Circle[] {
  const reach = Math.max(0, lengthCm - 2 * first.r);
  const n = Math.max(1, Math.ceil(reach / first.r) + 1);
  return Array.from({ length: n }, (_, i) => {
    const by = n === 1 ? 0 : (reach * i) / (n - 1);
    return along === 'x' ? { ...first, x: first.x + by } : { ...first, y: first.y + by };
  });
}

/** Lays a bag as far left, then front, as it goes, along the box or across it; null if nowhere. */
function lay(
  size: Omit<LyingBag, 'along'>,
  w: number,
  d: number,
  set: readonly Circle[],
): { row: Circle[]; along: 'x' | 'y' } | null {
  const r = size.acrossCm / 2;
  let best: { row: Circle[]; along: 'x' | 'y' } | null = null;
  for (const along of ['x', 'y'] as const)
    for (const c of candidates(r, w, d, set)) {
      const row = rowOf(c, size.lengthCm, along);
      const last = row[row.length - 1]!;
      if (c.x < r - 1e-6 || c.y < r - 1e-6 || last.x > w - r + 1e-6 || last.y > d - r + 1e-6) continue;
      if (row.some((x) => set.some((o) => touches(x, o)))) continue;
      const first = best?.row[0];
      if (!first || c.x < first.x - 1e-6 || (Math.abs(c.x - first.x) <= 1e-6 && c.y < first.y - 1e-6))
        best = { row, along };
    }
  return best;
}

/** Clear room inside a box: what its lining leaves. cm. */
export function innerCm(type: BoxType, box: Box): [number, number, number] {
  const lining = 2 * (box.lining ?? []).reduce((s, l) => s + l.thicknessCm, 0);
  return type.insideCm.map((cm) => cm - lining) as [number, number, number];
}

export const standingOf = (bag: Bag, type: BagType, a: Assumptions): StandingBag =>
  standingBag({
    widthCm: type.widthCm,
    heightCm: type.heightCm,
    waterL: bag.waterL,
    gasL: bag.gasL,
    neckCm: a.neckHeightCm,
  });

/**
 * Stands bags upright in a box without overlap, and lays those that lie (one layer of them): biggest first, each as far into the corner as it goes. A bag that is
 * too tall under the packs and lid, too wide, or finds no floor is refused with its figures. Lengths in cm.
 */
export function arrange(box: Box, bags: readonly Bag[], catalogue: Catalogue, a: Assumptions): Arrangement {
  const type: BoxType = madeOf(catalogue, box);
  const [inside, d, h] = innerCm(type, box);
  const thickest = (at: 'lid' | 'side'): number => {
    const cm = box.packs
      .filter((p) => (p.at ?? 'lid') === at)
      .reduce((t, p) => Math.max(t, row(catalogue.packs, p.packId, 'pack').thicknessCm), 0);
    return cm > 0 ? cm + a.packClearanceCm : 0;
  };
  const w = inside - thickest('side') - (box.bottle ? a.bottleFloorCm : 0);
  const roomCm = h - thickest('lid');
  const order = bags
    .map((bag) => {
      const kind = row(catalogue.bags, bag.bagTypeId, 'bag');
      const full = standingOf(bag, kind, a);
      // A soft bag gives way to its neighbours.
      const standing = bag.soft ? { ...full, diameterCm: full.diameterCm * (1 - a.softYields) } : full;
      return { bag, standing, lying: lyingOf(bag, kind, standing) };
    })
    .sort((x, y) => y.standing.diameterCm - x.standing.diameterCm || (x.bag.id < y.bag.id ? -1 : 1));
  const set: Circle[] = [];
  const placed: PlacedBag[] = [];
  const problems: ArrangementProblem[] = [];
  let tallest = 0;
  for (const { bag, standing, lying } of order) {
    const heightCm = lying ? lying.highCm : standing.heightCm;
    tallest = Math.max(tallest, heightCm);
    if (heightCm > roomCm + 1e-9)
      problems.push({ code: 'too-tall', bagId: bag.id, overCm: heightCm - roomCm, heightCm, roomCm });
    if (lying) {
      if (lying.lengthCm > Math.max(w, d)) {
        problems.push({ code: 'too-long', bagId: bag.id, lengthCm: lying.lengthCm, roomCm: Math.max(w, d) });
        continue;
      }
      const laid = lay(lying, w, d, set);
      if (!laid) {
        problems.push({ code: 'no-room', bagId: bag.id });
        continue;
      }
      set.push(...laid.row);
      const [first, last] = [laid.row[0]!, laid.row[laid.row.length - 1]!];
      const middle = { xCm: (first.x + last.x) / 2, yCm: (first.y + last.y) / 2 };
      placed.push({ bagId: bag.id, ...middle, standing, lying: { ...lying, along: laid.along } });
      continue;
    }
    if (standing.diameterCm > Math.min(w, d)) {
      problems.push({ code: 'too-wide', bagId: bag.id, diameterCm: standing.diameterCm, roomCm: Math.min(w, d) });
      continue;
    }
    const spot = place(standing.diameterCm / 2, w, d, set);
    if (!spot) {
      problems.push({ code: 'no-room', bagId: bag.id });
      continue;
    }
    set.push(spot);
    placed.push({ bagId: bag.id, xCm: spot.x, yCm: spot.y, standing });
  }
  const bottles = standBottles(box, roomCm, w, d, set);
  const voids = standPacks(box, catalogue, w, d, set);
  const wanted = box.packs.reduce((n, p) => n + (p.at === 'void' ? p.count : 0), 0);
  if (wanted > voids.length) problems.push({ code: 'no-void', bagId: '', left: wanted - voids.length });
  const left = (box.ballast?.count ?? 0) - bottles.length;
  if (left > 0) problems.push({ code: 'bottles', bagId: '', left, litres: box.ballast!.litres });
  return { placed, bottles, voids, problems, clearCm: roomCm - tallest, roomCm };
}

/** Stands the bottles of a box in the gaps between its bags, as many as find a place. */
function standBottles(box: Box, roomCm: number, w: number, d: number, set: Circle[]): PlacedBottle[] {
  if (!box.ballast) return [];
  const { diameterCm, heightCm } = bottleCm(box.ballast.litres);
  const bottles: PlacedBottle[] = [];
  // A bottle too tall to stand lies nowhere.
  if (heightCm > roomCm + 1e-9) return bottles;
  for (let i = 0; i < box.ballast.count; i++) {
    const spot = place(diameterCm / 2, w, d, set);
    if (!spot) break;
    set.push(spot);
    bottles.push({ xCm: spot.x, yCm: spot.y, diameterCm });
  }
  return bottles;
}

/** Stands packs on edge in the gaps between the bags: each takes a circle a little wider than it is thick. */
function standPacks(box: Box, catalogue: Catalogue, w: number, d: number, set: Circle[]): PlacedBottle[] {
  const out: PlacedBottle[] = [];
  for (const p of box.packs) {
    if (p.at !== 'void') continue;
    const diameterCm = row(catalogue.packs, p.packId, 'pack').thicknessCm + VOID_CLEAR_CM;
    for (let i = 0; i < p.count; i++) {
      const spot = place(diameterCm / 2, w, d, set);
      if (!spot) break;
      set.push(spot);
      out.push({ xCm: spot.x, yCm: spot.y, diameterCm });
    }
  }
  return out;
}

/** Paper round a pack that stands between bags, cm (†). */
const VOID_CLEAR_CM = 2;

/** Where one pack of a box lies, cm from the inner left front corner. */
export interface PackSpot {
  packId: string;
  at: PackPlace;
  /** Which entry of the box's packs it is. */
  entry: number;
  x: number;
  y: number;
  openedMin?: number | undefined;
}

/** Where the packs of a box lie: spread along the lid, down the right-hand side, or in the gaps that were found. */
export function packSpots(box: Box, type: BoxType, arrangement: Pick<Arrangement, 'voids'>): PackSpot[] {
  const [l, w] = innerCm(type, box);
  const each = box.packs.flatMap((p, entry) =>
    Array.from({ length: p.count }, () => ({
      packId: p.packId,
      at: p.at ?? ('lid' as const),
      entry,
      openedMin: p.openedMin,
    })),
  );
  const of = (at: PackPlace): number => each.filter((p) => p.at === at).length;
  const [lids, sides] = [of('lid'), of('side')];
  const seen = { lid: 0, side: 0, void: 0 };
  return each.map((p) => {
    const n = ++seen[p.at];
    if (p.at === 'lid') return { ...p, x: (l * n) / (lids + 1), y: w / 2 };
    if (p.at === 'side') return { ...p, x: l, y: (w * n) / (sides + 1) };
    // One that found no gap is told as such; it is computed in the corner.
    const gap = arrangement.voids[n - 1];
    return { ...p, x: gap?.xCm ?? l, y: gap?.yCm ?? w };
  });
}

/** What to do about it, in words. */
export function arrangementSentence(p: ArrangementProblem): string {
  switch (p.code) {
    case 'too-tall':
      return `Bag ${p.bagId} is ${p.overCm.toFixed(1)} cm too tall for the lid: it stands ${p.heightCm.toFixed(1)} cm and has ${p.roomCm.toFixed(1)} cm. Take less gas, a wider bag or a taller box.`;
    case 'too-wide':
      return `Bag ${p.bagId} is ${p.diameterCm.toFixed(1)} cm across and the box only ${p.roomCm.toFixed(1)} cm. Take a larger box.`;
    case 'too-long':
      return `Bag ${p.bagId} lies ${p.lengthCm.toFixed(1)} cm long and the box has ${p.roomCm.toFixed(1)} cm. Let it stand, or take a larger box.`;
    case 'bottles':
      return `${p.left === 1 ? 'One bottle' : `${p.left} bottles`} of ${p.litres} L ${p.left === 1 ? 'finds' : 'find'} no place among the bags. Take fewer or smaller ones, or a larger box.`;
    case 'no-void':
      return `${p.left === 1 ? 'A pack finds' : `${p.left} packs find`} no gap between the bags. Lay ${p.left === 1 ? 'it' : 'them'} under the lid or at the side.`;
    case 'no-room':
      return `There is no floor left for bag ${p.bagId}. Take a larger box or a second one.`;
  }
}

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
