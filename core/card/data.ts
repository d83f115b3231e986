import { strFromU8, strToU8, unzlibSync, zlibSync } from 'fflate';
import type { AnimalKind } from '@/core/acclimation/compare';
import type { Curves, PredictedOpening } from '@/core/acclimation/opened';
import type { Group } from '@/core/acclimation/release';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { fromText, toText } from '@/core/consignment/found-file';
import type { Language } from '@/core/consignment/languages';
import type { AssumedTank } from '@/core/consignment/assume';

/** A kind in a bag, as its opening and its release ask for it. */
export type CardAnimal = AnimalKind & Group['species'] & { scientific: string; count: number; lengthCm: number };

export interface CardBag {
  id: string;
  boxId: string;
  /** The lines of its animals; bags of other lines are not handled together. */
  lines: string;
  into: string[];
  sedated: boolean;
  kinds: CardAnimal[];
  animals: number;
  /** Its curves stand once for all bags that are computed alike. */
  foretold: Omit<PredictedOpening, 'curves'> & { curves: number };
}

/** Everything that the card which comes along knows: the plan as far as its receiver needs it, and the water as it is computed. */
export interface CardData {
  id: string;
  code: string;
  language: Language;
  sender: { name: string; place: string; phone: string };
  receiver: { name: string; place: string; phone: string; zone: string };
  sealMs: number;
  arriveMs: number;
  openMs: number;
  claimHours: number;
  boxes: string[];
  bags: CardBag[];
  tanks: Omit<AssumedTank, 'readAt' | 'inBox'>[];
  curves: Curves[];
  assumptions: Assumptions;
}

/** Steps of each measure that a curve is rounded to: no instrument tells less. */
const fine = { tempC: 1000, pH: 1000, alkalinityMeqL: 10_000, tanMgNL: 1000, oxygenMgL: 100 } as const;
type Measure = keyof typeof fine;
const measures = Object.keys(fine) as Measure[];

/** A curve as whole steps from value to value: waters change slowly, and small numbers pack well. */
const stepsOf = (of: ArrayLike<number>, m: Measure): number[] => {
  const whole = Array.from(of, (v) => Math.round(v * fine[m]));
  return whole.map((v, i) => (i === 0 ? v : v - whole[i - 1]!));
};
const valuesOf = (steps: readonly number[], m: Measure): number[] => {
  let at = 0;
  return steps.map((d) => (at += d) / fine[m]);
};
const each = (c: Curves, of: (x: ArrayLike<number>, m: Measure) => number[]): Curves => ({
  ...c,
  ...(Object.fromEntries(measures.map((m) => [m, of(c[m], m)])) as Record<Measure, number[]>),
});

/** A curve rounded as it is kept. */
export const rounded = (c: Curves): Curves => each(c, (x, m) => valuesOf(stepsOf(x, m), m));

/** The data as the text that stands in the file, and back. */
export const cardText = (d: CardData): string =>
  toText(zlibSync(strToU8(JSON.stringify({ ...d, curves: d.curves.map((c) => each(c, stepsOf)) })), { level: 9 }));
export function cardOf(text: string): CardData {
  const d = JSON.parse(strFromU8(unzlibSync(fromText(text.trim())))) as CardData;
  return { ...d, curves: d.curves.map((c) => each(c, (x, m) => valuesOf(Array.from(x), m))) };
}
