import { wilson } from '@/core/quantities/wilson';

/** A chance that was foretold at the hand-over, and whether it came so. */
export interface ScoredPrediction {
  chance: number;
  /** Every animal arrived alive. */
  held: boolean;
  atMs: number;
}

/** Mean squared distance of what was foretold from what came (Brier 1950): 0 is perfect, 0.25 is a coin; null without any. */
export const brierScore = (of: readonly ScoredPrediction[]): number | null =>
  of.length === 0 ? null : of.reduce((s, x) => s + (x.chance - (x.held ? 1 : 0)) ** 2, 0) / of.length;

/** Those that were foretold about alike: what was said on average, how often it held, and between what shares the true one lies. */
export interface Bin {
  from: number;
  to: number;
  n: number;
  held: number;
  said: number;
  share: number;
  low: number;
  high: number;
}

/** Ends of the steps of chance, finer where consignments are: from 80 % on they differ by what decides († ours). */
const STEPS = [0, 0.5, 0.8, 0.9, 0.95, 1] as const;

/** What was said against what held, step by step; steps in which nothing lies are left out. */
export function reliability(of: readonly ScoredPrediction[], steps: readonly number[] = STEPS): Bin[] {
  return steps.slice(1).flatMap((to, i) => {
    const from = steps[i]!;
    const last = i === steps.length - 2;
    const in_ = of.filter((x) => x.chance >= from && (x.chance < to || last));
    if (in_.length === 0) return [];
    const held = in_.filter((x) => x.held).length;
    return [
      {
        from,
        to,
        n: in_.length,
        held,
        said: in_.reduce((s, x) => s + x.chance, 0) / in_.length,
        share: held / in_.length,
        ...wilson(held, in_.length),
      },
    ];
  });
}

/**
 * The score in three (Murphy 1973) over groups that were foretold alike: reliability (how far off what was said, smaller is
 * better), resolution (how well the groups differ, larger is better), uncertainty (of the outcome by itself). With one value of
 * chance to a group, score = reliability − resolution + uncertainty exactly.
 */
export function murphy(of: readonly ScoredPrediction[]): {
  reliability: number;
  resolution: number;
  uncertainty: number;
} {
  const n = of.length;
  const base = of.filter((x) => x.held).length / n;
  const groups = new Map<number, ScoredPrediction[]>();
  for (const x of of) groups.set(x.chance, [...(groups.get(x.chance) ?? []), x]);
  let rel = 0;
  let res = 0;
  for (const [chance, g] of groups) {
    const share = g.filter((x) => x.held).length / g.length;
    rel += (g.length / n) * (chance - share) ** 2;
    res += (g.length / n) * (share - base) ** 2;
  }
  return { reliability: rel, resolution: res, uncertainty: base * (1 - base) };
}

export interface Season {
  words: string;
  n: number;
  brier: number;
  said: number;
  share: number;
  low: number;
  high: number;
}

const seasonOf = (ms: number, south: boolean): string => {
  const m = (new Date(ms).getUTCMonth() + (south ? 6 : 0)) % 12;
  return m < 2 || m === 11 ? 'Winter' : m < 5 ? 'Spring' : m < 8 ? 'Summer' : 'Autumn';
};
export const seasons = ['Winter', 'Spring', 'Summer', 'Autumn'] as const;
export type SeasonName = (typeof seasons)[number];
/** Season of an instant where the sender lives: December to February is winter north of the equator. */
export const season = (ms: number, lat: number): SeasonName => seasonOf(ms, lat < 0) as SeasonName;

export function bySeason(of: readonly (ScoredPrediction & { season: SeasonName })[]): Season[] {
  return seasons.flatMap((words) => {
    const in_ = of.filter((x) => x.season === words);
    if (in_.length === 0) return [];
    const held = in_.filter((x) => x.held).length;
    return [
      {
        words,
        n: in_.length,
        brier: brierScore(in_)!,
        said: in_.reduce((s, x) => s + x.chance, 0) / in_.length,
        share: held / in_.length,
        ...wilson(held, in_.length),
      },
    ];
  });
}

/** Fewer than so many of a kind give no verdict († ours). */
export const VERDICT_FROM = 10;

/**
 * Whether what was said lately is off: of the newest `window` the share that held against what was said, told only where the
 * interval of nine in ten leaves what was said out.
 */
export function drift(
  of: readonly ScoredPrediction[],
  window = 30,
): { n: number; said: number; share: number; words: string } | null {
  const last = [...of].sort((a, b) => a.atMs - b.atMs).slice(-window);
  if (last.length < VERDICT_FROM) return null;
  const held = last.filter((x) => x.held).length;
  const said = last.reduce((s, x) => s + x.chance, 0) / last.length;
  const { low, high } = wilson(held, last.length);
  if (said >= low && said <= high) return null;
  const share = held / last.length;
  const p = (x: number): string => `${Math.round(100 * x)} %`;
  return {
    n: last.length,
    said,
    share,
    words: `Of the last ${last.length} boxes ${p(share)} arrived well where ${p(said)} were predicted: predictions are too ${share < said ? 'hopeful' : 'careful'} lately.`,
  };
}
