import { byNumber } from '@/core/quantities/words';
import { madeOf } from '@/core/box/box-construction';
import { row } from '@/core/catalogue/row';
import type { BagType, BoxType, Catalogue } from '@/core/catalogue/schema';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { bottleCm, standingBag, type StandingBag } from '@/core/bag/geometry';
import type { PackPlace } from '@/core/catalogue/making';
import type { Bag, Box } from '@/core/consignment/schema';
import { circlesOf, lyingOf, overlapCm, placeBags, standAll, type Circle, type LyingBag, type OnFloor } from './stand';

/** A bag standing or lying in a box, seen from above; its middle from the inner left front corner. */
export interface PlacedBag {
  bagId: string;
  xCm: number;
  yCm: number;
  standing: StandingBag;
  lying?: LyingBag;
  /** A hand put it there. */
  byHand?: boolean;
}

/** A bottle of plain water among the bags. */
interface PlacedBottle {
  xCm: number;
  yCm: number;
  diameterCm: number;
}

export type Misfit =
  | { code: 'bottles'; bagId: ''; left: number; litres: number }
  | { code: 'too-tall'; bagId: string; overCm: number; heightCm: number; roomCm: number }
  | { code: 'no-void'; bagId: ''; left: number }
  | { code: 'no-room'; bagId: string }
  | { code: 'overlap'; bagId: string; other: string; cm: number }
  | { code: 'too-long'; bagId: string; lengthCm: number; roomCm: number }
  | { code: 'too-wide'; bagId: string; diameterCm: number; roomCm: number };

/** What does not fit as it stands. Bags give way: where `gives` is true a hand may take it on. */
export type ArrangementProblem = Misfit & { gives: boolean };

export interface Arrangement {
  placed: PlacedBag[];
  /** Bottles of plain water, in the gaps the bags leave. */
  bottles: PlacedBottle[];
  /** Packs that stand in the gaps. */
  voids: PlacedBottle[];
  problems: ArrangementProblem[];
  /** Misfits that a hand took on, since bags give way. */
  takenOn: ArrangementProblem[];
  /** Bags stand pressed together, narrower than they would by themselves. */
  pressed: boolean;
  /** Clear height under the packs above the tallest bag; negative when it does not fit. */
  clearCm: number;
  /** Height inside less the packs and what they need to the bags. */
  roomCm: number;
}

/** How a misfit is named where a hand takes it on. */
export const misfitName = (p: Pick<ArrangementProblem, 'code' | 'bagId'>): string =>
  [p.code, p.bagId].filter(Boolean).join(' ');

/** Clear room inside a box: what its lining leaves. cm. */
export function innerCm(type: BoxType, box: Box): [number, number, number] {
  const lining = 2 * (box.lining ?? []).reduce((s, l) => s + l.thicknessCm, 0);
  return type.insideCm.map((cm) => cm - lining) as [number, number, number];
}

export const standingBagOf = (bag: Bag, type: BagType, a: Assumptions): StandingBag =>
  standingBag({
    widthCm: type.widthCm,
    heightCm: type.heightCm,
    waterL: bag.waterL,
    gasL: bag.gasL,
    neckCm: a.neckHeightCm,
  });

/** Of its height, what a bag that stands a little too tall loses with its neck laid down and the lid pressing on its gas († ours). */
const PRESSED_HEIGHT = 0.08;

interface Standing {
  bag: Bag;
  standing: StandingBag;
  lying: Omit<LyingBag, 'along'> | null;
}

/** Bags as they go on the floor; pressed together they are narrower by what a soft bag gives. */
const onFloor = (list: readonly Standing[], by: number): OnFloor[] =>
  list.map(({ bag, standing, lying }) => ({
    id: bag.id,
    r: ((lying?.acrossCm ?? standing.diameterCm) / 2) * by,
    lying: lying && { ...lying, acrossCm: lying.acrossCm * by, lengthCm: lying.lengthCm * by },
    spot: bag.spot ?? null,
  }));

/** Bags that hands put into one another, and by how much. */
function overlaps(
  list: readonly OnFloor[],
  at: ReturnType<typeof standAll>['at'],
  a: Assumptions,
): ArrangementProblem[] {
  const put = list.filter((x) => x.spot && at.has(x.id));
  return put.flatMap((x, i) =>
    put.slice(i + 1).flatMap((y): ArrangementProblem[] => {
      const cm = overlapCm(circlesOf(x, at.get(x.id)!), circlesOf(y, at.get(y.id)!));
      if (cm <= 0.05) return [];
      return [{ code: 'overlap', bagId: x.id, other: y.id, cm, gives: cm <= 2 * a.softYields * (x.r + y.r) }];
    }),
  );
}

/**
 * Stands bags upright in a box without overlap, and lays those that lie (one layer of them): biggest first, where hands put
 * them or as they go best. A bag that is too tall under the packs and lid, too wide, or finds no floor is refused with its
 * figures, unless it gives way and a hand took that on. Lengths in cm.
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
    .map((bag): Standing => {
      const kind = row(catalogue.bags, bag.bagTypeId, 'bag');
      const full = standingBagOf(bag, kind, a);
      // A soft bag gives way to its neighbours.
      const standing = bag.soft ? { ...full, diameterCm: full.diameterCm * (1 - a.softYields) } : full;
      return { bag, standing, lying: lyingOf(bag, kind, standing) };
    })
    .sort((x, y) => y.standing.diameterCm - x.standing.diameterCm || byNumber(x.bag.id, y.bag.id));
  const found: ArrangementProblem[] = [];
  const tall = (x: Standing): number => x.lying?.highCm ?? x.standing.heightCm;
  const tallest = order.reduce((t, x) => Math.max(t, tall(x)), 0);
  const give = 1 - a.softYields;
  const takes = (p: Pick<ArrangementProblem, 'code' | 'bagId'>): boolean =>
    (box.accepted ?? []).some((x) => x.rule === misfitName(p));
  /** One that is too wide or too long and was taken on is pressed by itself; else it has no place here. */
  const pressedBy = (x: Standing, p: ArrangementProblem): Standing[] => {
    found.push(p);
    if (!p.gives || !takes(p)) return [];
    const { standing, lying } = x;
    return [
      {
        ...x,
        standing: { ...standing, diameterCm: standing.diameterCm * give },
        lying: lying && { ...lying, lengthCm: lying.lengthCm * give, acrossCm: lying.acrossCm * give },
      },
    ];
  };
  const stands = order.flatMap((x): Standing[] => {
    const { bag, standing, lying } = x;
    const heightCm = tall(x);
    const overCm = heightCm - roomCm;
    if (overCm > 1e-9)
      found.push({
        code: 'too-tall',
        bagId: bag.id,
        overCm,
        heightCm,
        roomCm,
        gives: overCm <= PRESSED_HEIGHT * heightCm,
      });
    const most = Math.max(w, d);
    if (lying && lying.lengthCm > most) {
      const { lengthCm } = lying;
      return pressedBy(x, { code: 'too-long', bagId: bag.id, lengthCm, roomCm: most, gives: lengthCm * give <= most });
    }
    if (!lying && standing.diameterCm > Math.min(w, d)) {
      const { diameterCm } = standing;
      const least = Math.min(w, d);
      return pressedBy(x, {
        code: 'too-wide',
        bagId: bag.id,
        diameterCm,
        roomCm: least,
        gives: diameterCm * give <= least,
      });
    }
    return [x];
  });
  let floor = onFloor(stands, 1);
  let put = standAll(floor, w, d);
  let pressed = false;
  if (put.left.length > 0) {
    // Pressed together they may all find a floor; it is only done where a hand took it on.
    const narrow = onFloor(stands, give);
    const close = standAll(narrow, w, d);
    for (const id of put.left) found.push({ code: 'no-room', bagId: id, gives: !close.left.includes(id) });
    if (
      close.left.length < put.left.length &&
      put.left.every((bagId) => close.left.includes(bagId) || takes({ code: 'no-room', bagId }))
    ) {
      floor = narrow;
      put = close;
      pressed = true;
    }
  }
  found.push(...overlaps(floor, put.at, a));
  const placed = stands.flatMap(({ bag, standing, lying }): PlacedBag[] => {
    const at = put.at.get(bag.id);
    if (!at) return [];
    const by = pressed ? give : 1;
    const slim = pressed ? { ...standing, diameterCm: standing.diameterCm * by } : standing;
    return [
      {
        bagId: bag.id,
        xCm: at.xCm,
        yCm: at.yCm,
        standing: slim,
        ...(bag.spot ? { byHand: true } : {}),
        ...(lying && at.along
          ? { lying: { ...lying, acrossCm: lying.acrossCm * by, lengthCm: lying.lengthCm * by, along: at.along } }
          : {}),
      },
    ];
  });
  const bottles = standBottles(box, roomCm, w, d, put.set);
  const voids = standPacks(box, catalogue, w, d, put.set);
  const wanted = box.packs.reduce((n, p) => n + (p.at === 'void' ? p.count : 0), 0);
  if (wanted > voids.length) found.push({ code: 'no-void', bagId: '', left: wanted - voids.length, gives: false });
  const left = (box.ballast?.count ?? 0) - bottles.length;
  if (left > 0) found.push({ code: 'bottles', bagId: '', left, litres: box.ballast!.litres, gives: false });
  return {
    placed,
    bottles,
    voids,
    problems: found.filter((p) => !(p.gives && takes(p))),
    takenOn: found.filter((p) => p.gives && takes(p)),
    pressed,
    clearCm: roomCm - tallest,
    roomCm,
  };
}

/** Stands the bottles of a box in the gaps between its bags, as many as find a place. */
function standBottles(box: Box, roomCm: number, w: number, d: number, set: Circle[]): PlacedBottle[] {
  if (!box.ballast) return [];
  const { diameterCm, heightCm } = bottleCm(box.ballast.litres);
  const bottles: PlacedBottle[] = [];
  // A bottle too tall to stand lies nowhere.
  if (heightCm > roomCm + 1e-9) return bottles;
  for (let i = 0; i < box.ballast.count; i++) {
    const spot = placeBags(diameterCm / 2, w, d, set);
    if (!spot) break;
    set.push(spot);
    bottles.push({ xCm: spot.x, yCm: spot.y, diameterCm });
  }
  return bottles;
}

/** Stands packs on edge in the gaps between the bags: each takes a circle a little wider than it is thick. */
function standPacks(box: Box, catalogue: Catalogue, w: number, d: number, set: Circle[]): PlacedBottle[] {
  const out: PlacedBottle[] = [];
  for (const p of eachPack(box)) {
    if (p.at !== 'void') continue;
    const diameterCm = row(catalogue.packs, p.packId, 'pack').thicknessCm + VOID_CLEAR_CM;
    const spot = placeBags(diameterCm / 2, w, d, set);
    if (!spot) continue;
    set.push(spot);
    out.push({ xCm: spot.x, yCm: spot.y, diameterCm });
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
  inTowel?: boolean | undefined;
}

/**
 * Every pack of a box by itself, in an order that its list does not decide: by kind, and those opened first before others
 * of it. Where a pack lies follows from this order.
 */
const eachPack = (box: Box): Omit<PackSpot, 'x' | 'y'>[] =>
  box.packs
    .flatMap((p, entry) =>
      Array.from({ length: p.count }, () => ({
        packId: p.packId,
        at: p.at ?? ('lid' as const),
        entry,
        openedMin: p.openedMin,
        inTowel: p.inTowel,
      })),
    )
    .sort(
      (x, y) =>
        byNumber(x.packId, y.packId) ||
        (y.openedMin ?? 0) - (x.openedMin ?? 0) ||
        Number(x.inTowel ?? 0) - Number(y.inTowel ?? 0),
    );

/** Where the packs of a box lie: spread along the lid, down the right-hand side, or in the gaps that were found. */
export function packSpots(box: Box, type: BoxType, arrangement: Pick<Arrangement, 'voids'>): PackSpot[] {
  const [l, w] = innerCm(type, box);
  const each = eachPack(box);
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
export function arrangementSentence(p: Misfit): string {
  switch (p.code) {
    case 'too-tall':
      return `Bag ${p.bagId} is ${p.overCm.toFixed(1)} cm too tall for the lid: it is ${p.heightCm.toFixed(1)} cm and has ${p.roomCm.toFixed(1)} cm. Use less gas, a wider bag or a taller box.`;
    case 'too-wide':
      return `Bag ${p.bagId} is ${p.diameterCm.toFixed(1)} cm across and the box only ${p.roomCm.toFixed(1)} cm. Use a larger box.`;
    case 'too-long':
      return `Bag ${p.bagId} lies ${p.lengthCm.toFixed(1)} cm long and the box has ${p.roomCm.toFixed(1)} cm. Let it stand, or use a larger box.`;
    case 'bottles':
      return `${p.left === 1 ? 'One bottle' : `${p.left} bottles`} of ${p.litres} L ${p.left === 1 ? 'finds' : 'find'} no room between the bags. Use fewer or smaller ones, or a larger box.`;
    case 'no-void':
      return `${p.left === 1 ? 'A pack finds' : `${p.left} packs find`} no gap between the bags. Put ${p.left === 1 ? 'it' : 'them'} under the lid or at the side.`;
    case 'overlap':
      return `Bags ${p.bagId} and ${p.other} stand ${p.cm.toFixed(1)} cm into each other. Move one of them.`;
    case 'no-room':
      return `No floor space left for bag ${p.bagId}. Use a larger box or a second one.`;
  }
}
