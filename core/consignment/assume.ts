import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import type { Catalogue, Species } from '@/core/catalogue/schema';
import { SEA_JUDGED_FROM } from '@/core/water/criteria';
import { waterFigures, type WaterFigure } from '@/core/measurement/quantities';
import { DAY } from '@/core/quantities/time';
import type { Consignment, ReceivingTank, Water } from './schema';
import { tankOfLine, waterOfTank } from './waters';

/**
 * The engine's door. It needs a figure for everything; what nobody measured it takes from here, with its spread, and a
 * copy that is too old is taken as a guess around it. Nothing of this is ever kept: it is made anew for every evaluation.
 */

/** What is usual of a figure that nobody measured: nine in ten of waters lie from `low` to `high`. */
export interface Guess {
  value: number;
  /** Standard deviation, of the logarithm where `log` says so. */
  sigma: number;
  log: boolean;
  low: number;
  high: number;
}

/** Animals by which a water is guessed: their kind, and the warmth they are usually kept at, °C. */
export type KeptSpecies = Pick<Species, 'water' | 'usualC'>;
export const someFish: KeptSpecies = { water: 'fresh', usualC: 25 };

/** Nine in ten lie within so many standard deviations on both sides. */
const NINE_IN_TEN = 1.645;

/** How far the salinity of sea and of brackish water lies from what is usual, g/kg († ours; told, not drawn). */
const SEA_SPREAD = 1;
const BRACKISH_SPREAD = 2;

/** What one figure is taken for where it is not known; a meter's dissolved solids tell of the hardness in fresh water. */
export function guessOf(k: WaterFigure, w: Water, kept: KeptSpecies, a: Assumptions): Guess {
  const salt = { fresh: 0, brackish: a.guessBrackishSalinity, marine: a.guessSeaSalinity }[kept.water];
  // From where the engine judges a water as sea it is guessed as one.
  const sea = (w.salinity ?? salt) >= SEA_JUDGED_FROM;
  const guess = (value: number, sigma: number, log = false): Guess => ({
    ...{ value, sigma, log },
    low: log ? value * Math.exp(-NINE_IN_TEN * sigma) : value - NINE_IN_TEN * sigma,
    high: log ? value * Math.exp(NINE_IN_TEN * sigma) : value + NINE_IN_TEN * sigma,
  });
  switch (k) {
    case 'tempC':
      return guess(kept.usualC, a.guessTempSigma);
    case 'pH':
      return sea ? guess(a.guessSeaPh, a.guessSeaPhSigma) : guess(a.guessPh, a.guessPhSigma);
    case 'khDkh':
      return sea ? guess(a.guessSeaKhDkh, a.guessSeaKhSigma, true) : guess(a.guessKhDkh, a.guessKhSigma, true);
    case 'ghDgh':
      if (sea) return guess(a.guessSeaGhDgh, a.guessSeaKhSigma, true);
      return w.tdsMgL === undefined
        ? guess(a.guessGhDgh, a.guessGhSigma, true)
        : guess(Math.min(60, w.tdsMgL / a.tdsMgLPerDgh), a.guessGhFromTdsSigma, true);
    case 'salinity':
      return guess(salt, { fresh: 0, brackish: BRACKISH_SPREAD, marine: SEA_SPREAD }[kept.water]);
    case 'tanMgNL':
      return guess(a.guessTanMgNL, a.guessTanSigma, true);
  }
}

/** A water at the engine's door: every figure is there; `guessed` names those that nobody measured, or too long ago. */
export interface AssumedWater extends Record<WaterFigure, number> {
  tdsMgL?: number | undefined;
  readAt?: Water['readAt'];
  guessed: WaterFigure[];
}
export type AssumedTank = AssumedWater & Omit<ReceivingTank, keyof Water>;

/** A consignment whose waters are all figures: what the engine computes with. */
export type AssumedConsignment = Omit<Consignment, 'sourceWater' | 'waters' | 'tank' | 'otherTanks'> & {
  sourceWater: AssumedWater;
  waters: { tank: string; water: AssumedWater }[];
  tank: AssumedTank;
  otherTanks: AssumedTank[];
};

/** The figures of a water that were measured: what an assumed one adds is left out again. */
const measuredOf = <W extends Water & { guessed?: readonly WaterFigure[] }>(w: W): W => {
  if (!w.guessed) return w;
  const guess = new Set<string>(['guessed', ...w.guessed.filter((k) => w.readAt?.[k] === undefined)]);
  return Object.fromEntries(Object.entries(w).filter(([k]) => !guess.has(k))) as W;
};

/** Any water with what is not known of it; `untilMs` is when it is used, by which a copied figure is too old or not. */
export function assumedWater<W extends Water>(
  water: W,
  kept: KeptSpecies,
  a: Assumptions,
  untilMs: number,
): Omit<W, WaterFigure | 'guessed'> & AssumedWater {
  const w = measuredOf(water);
  const old = (k: WaterFigure): boolean => {
    const at = w.readAt?.[k];
    return at !== undefined && untilMs - Date.parse(at) > a.readingGoodDays * DAY;
  };
  const guessed = waterFigures.filter((k) => w[k] === undefined || old(k));
  const figures = Object.fromEntries(waterFigures.map((k) => [k, w[k] ?? guessOf(k, w, kept, a).value]));
  return { ...w, ...(figures as Record<WaterFigure, number>), guessed };
}

/** What was assumed of a consignment last: documents are never changed in place, and every bag of every try asks. */
const last = new WeakMap<object, { species: readonly Species[]; a: Assumptions; assumed: AssumedConsignment }>();

/** A consignment as the engine takes it. Its species are looked up in the catalogue; one that is not there is some fish. */
export function assume(
  c: Consignment,
  { species }: Pick<Catalogue, 'species'>,
  a = withOverrides(c.assumptions),
): AssumedConsignment {
  const known = last.get(c);
  if (known?.species === species && known.a === a) return known.assumed;
  const assumed = assumedOf(c, species, a);
  last.set(c, { species, a, assumed });
  return assumed;
}

function assumedOf(c: Consignment, species: readonly Species[], a: Assumptions): AssumedConsignment {
  const keptOf = (lines: readonly { speciesId: string }[]): KeptSpecies =>
    species.find((s) => s.id === (lines[0] ?? c.lines[0])?.speciesId) ?? someFish;
  const usedMs = Date.parse(c.actual.sealedAt ?? c.handOverAt);
  const openedMs = Date.parse(c.actual.openedAt ?? c.openingAt);
  // What was measured on arrival is no guess and no old copy any more; what was not stays the copy it was.
  const tank = (t: ReceivingTank): AssumedTank => {
    const measured = c.actual.tanks[t.name] ?? {};
    const readAt = Object.fromEntries(Object.entries(t.readAt ?? {}).filter(([k]) => !(k in measured)));
    const into = c.lines.filter((l) => tankOfLine(c, l.into).name === t.name);
    return assumedWater({ ...t, ...measured, readAt }, keptOf(into), a, openedMs);
  };
  const from = [...new Set([...c.lines.map((l) => l.tank), ...(c.waters ?? []).map((w) => w.tank)])];
  return {
    ...c,
    sourceWater: assumedWater(c.sourceWater, keptOf(c.lines), a, usedMs),
    waters: from.map((name) => ({
      tank: name,
      water: assumedWater(waterOfTank(c, name), keptOf(c.lines.filter((l) => l.tank === name)), a, usedMs),
    })),
    tank: tank(c.tank),
    otherTanks: (c.otherTanks ?? []).map(tank),
  };
}
