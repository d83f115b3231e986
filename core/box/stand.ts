import type { BagType } from '@/core/catalogue/schema';
import type { StandingBag } from '@/core/bag/geometry';
import type { Bag } from '@/core/consignment/schema';

/** A bag on its side, or one of film that breathes, flat: as long and as wide as it lies, along the box or across it. */
export interface LyingBag {
  lengthCm: number;
  acrossCm: number;
  highCm: number;
  along: 'x' | 'y';
}

export interface Circle {
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

/** Where a circle likes to stand: the least of it comes first. Several ways are tried where the first leaves a bag without a floor. */
type Liking = (c: Circle, w: number, d: number, set: readonly Circle[]) => number;
const FAR = 1e4;
const likings: readonly Liking[] = [
  // As far left, then front, as it goes; then the other way round.
  (c) => c.x * FAR + c.y,
  (c) => c.y * FAR + c.x,
  // Into the nearest corner, along the walls, then diagonally.
  (c, w, d) => Math.hypot(Math.min(c.x, w - c.x), Math.min(c.y, d - c.y)),
  (c, w, d) => Math.min(c.x, w - c.x, c.y, d - c.y) * FAR + Math.min(c.x, w - c.x) + Math.min(c.y, d - c.y),
  (c) => c.x + c.y,
  // Where it touches most.
  (c, w, d, set) => {
    const wall = [c.x - c.r, c.y - c.r, w - c.x - c.r, d - c.y - c.r].filter((x) => x < 0.05).length;
    const round = set.filter((o) => Math.hypot(o.x - c.x, o.y - c.y) - o.r - c.r < 0.05).length;
    return -(wall + round) * FAR + c.x + c.y;
  },
];

/** Places one circle where it likes best; null if nowhere. */
export function placeBags(
  r: number,
  w: number,
  d: number,
  set: readonly Circle[],
  liking: Liking = likings[0]!,
): Circle | null {
  let best: Circle | null = null;
  let least = Infinity;
  for (const c of candidates(r, w, d, set)) {
    if (c.x < r - 1e-6 || c.y < r - 1e-6 || c.x > w - r + 1e-6 || c.y > d - r + 1e-6) continue;
    const score = liking(c, w, d, set);
    if (score >= least - 1e-6 || set.some((o) => touches(c, o))) continue;
    best = c;
    least = score;
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

/** Lays a bag where it likes best, along the box or across it; null if nowhere. */
function lay(
  size: Omit<LyingBag, 'along'>,
  w: number,
  d: number,
  set: readonly Circle[],
  liking: Liking = likings[0]!,
): { row: Circle[]; along: 'x' | 'y' } | null {
  const r = size.acrossCm / 2;
  let best: { row: Circle[]; along: 'x' | 'y' } | null = null;
  let least = Infinity;
  for (const along of ['x', 'y'] as const)
    for (const c of candidates(r, w, d, set)) {
      const row = rowOf(c, size.lengthCm, along);
      const last = row[row.length - 1]!;
      if (c.x < r - 1e-6 || c.y < r - 1e-6 || last.x > w - r + 1e-6 || last.y > d - r + 1e-6) continue;
      const score = liking(c, w, d, set);
      if (score >= least - 1e-6 || row.some((x) => set.some((o) => touches(x, o)))) continue;
      best = { row, along };
      least = score;
    }
  return best;
}

/** Something that stands or lies on the floor of a box, biggest first; where a hand put it, it stays. */
export interface OnFloor {
  id: string;
  r: number;
  lying: Omit<LyingBag, 'along'> | null;
  spot: { xCm: number; yCm: number; along?: 'x' | 'y' | undefined } | null;
}
export interface Stood {
  xCm: number;
  yCm: number;
  along: 'x' | 'y' | null;
}

const within = (v: number, half: number, all: number): number =>
  Math.min(Math.max(v, half), Math.max(half, all - half));

/** What a hand put somewhere, kept between the walls: its circles, and its middle. */
function byHand(x: OnFloor, w: number, d: number): { row: Circle[]; at: Stood } {
  const along = x.lying ? (x.spot!.along ?? 'x') : null;
  const halfX = along === 'x' ? x.lying!.lengthCm / 2 : x.r;
  const halfY = along === 'y' ? x.lying!.lengthCm / 2 : x.r;
  const at = { xCm: within(x.spot!.xCm, halfX, w), yCm: within(x.spot!.yCm, halfY, d), along };
  const first = { x: at.xCm - (halfX - x.r), y: at.yCm - (halfY - x.r), r: x.r };
  return { row: along ? rowOf(first, x.lying!.lengthCm, along) : [first], at };
}

/** One way of putting everything on the floor: hands first, then each where it likes best. */
function standBy(list: readonly OnFloor[], w: number, d: number, liking: Liking) {
  const set: Circle[] = [];
  const at = new Map<string, Stood>();
  const left: string[] = [];
  for (const x of list)
    if (x.spot) {
      const put = byHand(x, w, d);
      set.push(...put.row);
      at.set(x.id, put.at);
    }
  for (const x of list) {
    if (x.spot) continue;
    if (x.lying) {
      const laid = lay(x.lying, w, d, set, liking);
      if (!laid) {
        left.push(x.id);
        continue;
      }
      set.push(...laid.row);
      const [first, last] = [laid.row[0]!, laid.row[laid.row.length - 1]!];
      at.set(x.id, { xCm: (first.x + last.x) / 2, yCm: (first.y + last.y) / 2, along: laid.along });
      continue;
    }
    const spot = placeBags(x.r, w, d, set, liking);
    if (!spot) left.push(x.id);
    else {
      set.push(spot);
      at.set(x.id, { xCm: spot.x, yCm: spot.y, along: null });
    }
  }
  return { set, at, left };
}

/** Circles cover at most this share of any floor (Thue: π/√12). */
const DENSEST = Math.PI / Math.sqrt(12);

function stoodAnew(
  list: readonly OnFloor[],
  w: number,
  d: number,
): { set: Circle[]; at: Map<string, Stood>; left: string[] } {
  let best = standBy(list, w, d, likings[0]!);
  const covered = list.reduce((s, x) => s + (x.lying ? 2 * x.r * x.lying.lengthCm : Math.PI * x.r * x.r), 0);
  if (best.left.length === 0 || covered > DENSEST * w * d) return best;
  for (const liking of likings.slice(1)) {
    const other = standBy(list, w, d, liking);
    if (other.left.length < best.left.length) best = other;
    if (best.left.length === 0) break;
  }
  return best;
}

/** Floors that were looked at last: hundreds of pack sets leave the same bags the same room. */
const KEPT = 64;
const kept = new Map<string, ReturnType<typeof stoodAnew>>();

/**
 * Puts things on a floor of w × d cm without overlap, in one layer; what hands put stays. The first way that leaves
 * nothing over is taken; else the one that leaves the fewest. More than any floor can hold is not tried twice.
 */
export function standAll(
  list: readonly OnFloor[],
  w: number,
  d: number,
): { set: Circle[]; at: Map<string, Stood>; left: string[] } {
  const key = JSON.stringify([w, d, list]);
  let known = kept.get(key);
  if (!known) {
    if (kept.size >= KEPT) kept.delete(kept.keys().next().value!);
    kept.set(key, (known = stoodAnew(list, w, d)));
  }
  // Whoever asks puts bottles among them: what is kept stays as it is.
  return { set: [...known.set], at: known.at, left: known.left };
}

/** How far two of them lie into one another, cm; 0 where they do not. */
export function overlapCm(a: readonly Circle[], b: readonly Circle[]): number {
  let most = 0;
  for (const x of a) for (const y of b) most = Math.max(most, x.r + y.r - Math.hypot(x.x - y.x, x.y - y.y));
  return most > 1e-6 ? most : 0;
}

/** The circles of one that stands or lies somewhere. */
export function circlesOf(x: OnFloor, at: Stood): Circle[] {
  if (!at.along) return [{ x: at.xCm, y: at.yCm, r: x.r }];
  const half = x.lying!.lengthCm / 2 - x.r;
  const first = { x: at.xCm - (at.along === 'x' ? half : 0), y: at.yCm - (at.along === 'y' ? half : 0), r: x.r };
  return rowOf(first, x.lying!.lengthCm, at.along);
}
