import type { Assumptions } from '@/core/catalogue/assumptions';
import { guessOf, someFish } from '@/core/consignment/assume';
import type { WaterFigure } from '@/core/measurement/quantities';
import { Refusal } from '@/core/quantities/refusal';
import { compareMethods } from './methods';
import { recommend, type TransferGroup } from './recommend';
import { methodNames, type MethodId, type OpenedBag, type TankWater } from './vessel';

/** What nobody read, where it would change what is advised: the figure, and what comes first at both ends of what it may be. */
export interface Ask {
  figure: 'bag pH' | 'bag ammonia' | 'tank pH';
  low: number;
  high: number;
  atLow: MethodId;
  atHigh: MethodId;
  words: string;
}

/** A pH in a bag, a TAN, a tank are looked at no further than anything lives in. */
const PH: readonly [number, number] = [5, 8.4];

const within = (v: number, [low, high]: readonly [number, number]): number => Math.min(high, Math.max(low, v));

/** What comes first on one water; null where its figures contradict each other. */
function first(bag: OpenedBag, tank: TankWater, who: TransferGroup, a: Assumptions): MethodId | null {
  try {
    return recommend(compareMethods(bag, tank, a), who, a).ranked[0]?.course.id ?? null;
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
}

/**
 * Of the figures that nobody read those that would decide between ways of opening: each is moved over what it may be (a
 * computed one by its usual error, a guessed water by its spread), and named where another way then comes first. Nothing is
 * asked for that changes nothing.
 */
export function wouldDecide(
  bag: OpenedBag,
  tank: TankWater & { guessed?: readonly string[] | undefined },
  who: TransferGroup,
  a: Assumptions,
  unread: { pH: boolean; tan: boolean; source?: readonly WaterFigure[] | undefined },
): Ask[] {
  const now = first(bag, tank, who, a);
  if (now === null) return [];
  const out: Ask[] = [];
  const ask = (
    figure: Ask['figure'],
    low: number,
    high: number,
    tool: string,
    at: (v: number) => MethodId | null,
    say: (v: number) => string,
  ): void => {
    const [atLow, atHigh] = [at(low) ?? now, at(high) ?? now];
    if (atLow === now && atHigh === now) return;
    const ends = [
      ...(atLow === now ? [] : [`at ${say(low)} ${methodNames[atLow].toLowerCase()} is recommended`]),
      ...(atHigh === now ? [] : [`at ${say(high)} ${methodNames[atHigh].toLowerCase()} is recommended`]),
    ];
    out.push({ figure, low, high, atLow, atHigh, words: `${tool} would settle it: ${ends.join(', ')}.` });
  };
  const spreadOf = (w: { salinity: number }): number => {
    const { low, high } = guessOf('pH', { salinity: w.salinity }, someFish, a);
    return (high - low) / 2;
  };
  if (unread.pH) {
    const spread = unread.source?.includes('pH') ? spreadOf(bag) : a.computedPhSpread;
    const [low, high] = [within(bag.pH - spread, PH), within(bag.pH + spread, PH)];
    ask(
      'bag pH',
      low,
      high,
      'A pH strip in the bag',
      (pH) => first({ ...bag, pH }, tank, who, a),
      (v) => v.toFixed(1),
    );
  }
  if (unread.tan) {
    const times = a.computedTanTimes;
    ask(
      'bag ammonia',
      bag.tanMgNL / times,
      bag.tanMgNL * times,
      'An ammonia test of the bag',
      (tanMgNL) => first({ ...bag, tanMgNL }, tank, who, a),
      (v) => `${v.toFixed(1)} mg N/L`,
    );
  }
  if (tank.guessed?.includes('pH')) {
    const spread = spreadOf(tank);
    const [low, high] = [within(tank.pH - spread, PH), within(tank.pH + spread, PH)];
    ask(
      'tank pH',
      low,
      high,
      'A pH strip in the tank',
      (pH) => first(bag, { ...tank, pH }, who, a),
      (v) => v.toFixed(1),
    );
  }
  return out;
}
