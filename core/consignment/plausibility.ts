import { SEA_FROM } from '@/core/fish/water';
import { quantities, type BagFigure, type TankFigure } from '@/core/measurement/quantities';

/** A figure that may be right and is asked about once more before it is kept. */
export interface Doubt {
  figure: BagFigure | TankFigure;
  words: string;
}

/** What is expected of a bag or a tank when somebody reads it. */
export interface Expected {
  /** Animals on the label; null for a tank. */
  animals: number | null;
  /** Null where nobody knows who lives in it. */
  marine: boolean | null;
}

/** Breathing holds the pH of a closed bag below this († ours): above it a probe is off, or was read in the tank. */
const BAG_PH_MOST = 8.4;
/** Nobody has read more in a bag that animals came out of alive, mg N/L († common practice). */
const BAG_TAN_MOST = 20;
/** A hydrometer reads like this: 1.024 is no salinity. */
const GRAVITY: readonly [number, number] = [0.99, 1.04];

const outside = (v: number, [low, high]: readonly [number, number]): boolean => v < low || v > high;

/** What is asked about each figure that lies outside what is usual. */
const questions = {
  tempC: (v: number) => `${v} °C: is this the water temperature, in °C?`,
  pH: (v: number) => `pH ${v} is hardly survivable. Measure again.`,
  tanMgNL: (v: number) => `${v} mg N/L of ammonia: was the scale NH₃, or the sample diluted?`,
  nitriteMgL: (v: number) => `Nitrite ${v} mg/L is more than kits measure. Check the decimal point.`,
} satisfies Partial<Record<TankFigure, (v: number) => string>>;

/**
 * What of some figures is asked about again before it is kept: a slip of the finger, another unit, another bag. Units as in
 * `quantities`; figures that nobody gives are not looked at.
 */
export function doubtsOf(f: Partial<Record<BagFigure | TankFigure, number | null>>, e: Expected): Doubt[] {
  const out: Doubt[] = [];
  const bag = e.animals !== null;
  const ask = (figure: Doubt['figure'], when: (v: number) => boolean, words: (v: number) => string): void => {
    const v = f[figure];
    if (v != null && when(v) && !out.some((d) => d.figure === figure)) out.push({ figure, words: words(v) });
  };
  if (bag)
    ask(
      'pH',
      (v) => v > BAG_PH_MOST,
      (v) => `pH ${v} in a closed bag is too high: CO₂ lowers it. Measure again.`,
    );
  for (const k of Object.keys(questions) as (keyof typeof questions)[]) {
    const [from, to] = quantities[k].asked;
    ask(k, (v) => outside(v, [from, bag && k === 'tanMgNL' ? BAG_TAN_MOST : to]), questions[k]);
  }
  if (e.marine)
    ask(
      'salinity',
      (v) => v < SEA_FROM,
      (v) =>
        outside(v, GRAVITY)
          ? `Salinity ${v} for marine animals.`
          : `${v} looks like specific gravity: write “${v} SG”.`,
    );
  else if (e.marine === false)
    ask(
      'salinity',
      (v) => v >= SEA_FROM,
      (v) => `Salinity ${v} for freshwater animals.`,
    );
  const sum = (f.alive ?? 0) + (f.dead ?? 0) + (f.doubtful ?? 0);
  const counted = f.alive != null || f.dead != null || f.doubtful != null;
  if (bag && counted && sum !== e.animals)
    out.push({
      figure: 'alive',
      words:
        sum > e.animals!
          ? `${sum} counted, ${e.animals} on the label: ${sum - e.animals!} more than arrived?`
          : `${sum} counted, ${e.animals} on the label: ${e.animals! - sum} missing?`,
    });
  return out;
}
