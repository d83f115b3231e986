import type { Assumptions } from '@/core/catalogue/assumptions';

/** Under this name, which no box has, stand the sets that every box takes alike. */
export const EVERY_BOX = '';

const HALF_A_POINT = 0.005;

/** What of a pack set decides its rank. */
export interface Ranked {
  fits: boolean;
  chance: number | null;
  standardError: number | null;
  /** Share of the animals expected alive; null before any draws were made. */
  alive: number | null;
  worstSlackH: number | null;
  missC: number;
  /** Packs and bottles. */
  things: number;
  cost: number;
  name: string;
}

/**
 * Best first. What fits before what does not; then the chance, where anything within half a standard error of the best
 * is as good (all sets meet the same draws, so that a difference is surer than either chance); then the living, where
 * half a point is no difference; then worst-case slack up
 * to `wantedSlackH`, more buys nothing; then whole degrees outside the fish's ease; then the simplest, with fewest
 * things to bring; then cost. Nothing is first where draws tell that it is within half a point of the best and the fish
 * as much at ease: a pack that gains nothing is not proposed.
 */
export function rankPacks<T extends Ranked>(options: readonly T[], p: { a: Assumptions }): T[] {
  const most = Math.max(0, ...options.filter((o) => o.fits).map((o) => o.chance ?? 0));
  const close = Math.max(0.01, ...options.filter((o) => o.chance === most).map((o) => (o.standardError ?? 0) / 2));
  const chance = (o: T): number => (o.chance === null || o.chance >= most - close ? 1 : o.chance);
  const living = Math.max(0, ...options.filter((o) => o.fits).map((o) => o.alive ?? 0));
  const alive = (o: T): number => (o.alive === null || o.alive >= living - HALF_A_POINT ? 1 : o.alive);
  const slack = (o: T): number => Math.min(p.a.wantedSlackH, o.worstSlackH ?? Infinity);
  const sorted = [...options].sort(
    (x, y) =>
      Number(y.fits) - Number(x.fits) ||
      chance(y) - chance(x) ||
      alive(y) - alive(x) ||
      slack(y) - slack(x) ||
      x.missC - y.missC ||
      x.things - y.things ||
      x.cost - y.cost ||
      (x.name < y.name ? -1 : x.name > y.name ? 1 : 0),
  );
  const [first] = sorted;
  const bare = sorted.find((o) => o.things === 0 && o.fits);
  if (!first || !bare || bare.chance === null || first.chance === null) return sorted;
  const asGood =
    bare.chance >= first.chance - HALF_A_POINT &&
    (bare.alive ?? 0) >= (first.alive ?? 0) - HALF_A_POINT &&
    bare.missC <= first.missC;
  return asGood ? [bare, ...sorted.filter((o) => o !== bare)] : sorted;
}
