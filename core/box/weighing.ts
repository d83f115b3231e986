import type { Assumptions } from '@/core/catalogue/assumptions';
import { chargeable, type DimensionRounding, type Freight } from './freight';

export interface BoxWeighing {
  /** What is paid for: by the scale once it told, else by the plan. */
  freight: Freight;
  mark: 'fine' | 'watch' | 'stop';
  /** What booked, planned and weighed say to one another; nothing where they agree. */
  words: string[];
}

/** The plan is doubted where the scale says so much else, kg or as a share († ours). */
const DOUBT = { kg: 0.3, share: 0.03 };

const kg = (x: number): string => `${x.toFixed(2)} kg`;

/**
 * Holds the scale against what was booked and what was planned: a counter refuses a box above its booked weight (handbook
 * W14), and a scale that says much else than the plan tells of water or bags that are other than planned. kg, sides in cm.
 */
export function weighBox(
  x: { plannedKg: number; bookedKg: number | null; scaleKg: number | null },
  box: {
    sides: readonly [number, number, number];
    divisor: number;
    stepKg: number;
    minimumKg: number;
    rounding: DimensionRounding;
  },
  a: Assumptions,
): BoxWeighing {
  const real = x.scaleKg ?? x.plannedKg;
  const freight = chargeable({
    sides: box.sides,
    actual: Math.round(real * 100) / 100,
    divisor: box.divisor,
    step: box.stepKg,
    minimum: box.minimumKg,
    dimensionRounding: box.rounding,
  });
  const words: string[] = [];
  let mark: BoxWeighing['mark'] = 'fine';
  const over = x.bookedKg === null ? 0 : real - x.bookedKg;
  if (over > a.scaleToleranceKg) {
    mark = 'stop';
    words.push(
      `${kg(over)} over the ${kg(x.bookedKg!)} booked. The counter may refuse it. Book ${freight.actualRounded.toFixed(1)} kg, or put a bag into another box.`,
    );
  } else if (over > 0) {
    mark = 'watch';
    words.push(`${kg(over)} over the booked weight. Counters usually accept this, not more.`);
  }
  if (x.scaleKg !== null) {
    const off = x.scaleKg - x.plannedKg;
    if (Math.abs(off) > Math.max(DOUBT.kg, DOUBT.share * x.plannedKg)) {
      if (mark === 'fine') mark = 'watch';
      words.push(
        `The scale shows ${kg(Math.abs(off))} ${off > 0 ? 'more' : 'less'} than the plan: ${off > 0 ? 'too much water, or a bag from another box?' : 'a bag missing, or too little water?'}`,
      );
    }
  }
  return { freight, mark, words };
}
