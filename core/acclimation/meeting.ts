import type { ToleranceLimits } from '@/core/fish/tolerance';
import { dkhToMeqL } from '@/core/quantities/units';

/** Hardness and salt of a water, as far as it can be brought towards another before it is sent. */
export interface Hard {
  ghDgh: number;
  khDkh: number;
  salinity: number;
}

/** One figure that may be brought towards the receiver's, and the days it takes. */
export interface Meeting {
  what: keyof Hard;
  from: number;
  to: number;
  /** A step of so much is borne at once, on opening. */
  borne: number;
  /** Where it is brought to before shipping; null where the step is borne as it is. */
  towards: number | null;
  days: number;
  /** What is done each day to so many litres, in words. */
  daily: string[];
}

/** Grams in a litre for one degree, mEq or part a thousand: calcium sulphate dihydrate, sodium bicarbonate, sea salt. */
const GYPSUM_G_PER_MEQ = 172.17 / 2 / 1000;
const BICARBONATE_G_PER_MEQ = 84.007 / 1000;
/** Dried sea salt holds some water: grams for a gram a kilogram of salinity (†). */
export const SALT_G_PER_L = 1.05;

/** What is brought near beforehand leaves half of what is borne: other steps come with it († ours). */
const LEFT_OF_BORNE = 0.5;
/** And goes by half of what is borne a day, since it is borne at once († ours). */
const DAILY_OF_BORNE = 0.5;

const round = (x: number, to: number): number => Math.round(x / to) * to;
const tidy = (x: number): string => String(Number(x.toPrecision(3)));

const grams: Record<keyof Hard, { of: string; perL: (step: number) => number }> = {
  ghDgh: { of: 'gypsum (calcium sulphate)', perL: (d) => dkhToMeqL(d) * GYPSUM_G_PER_MEQ },
  khDkh: { of: 'sodium bicarbonate', perL: (d) => dkhToMeqL(d) * BICARBONATE_G_PER_MEQ },
  salinity: { of: 'sea salt', perL: (d) => d * SALT_G_PER_L },
};

/**
 * How far a water of so many litres may be brought towards the receiver's before its fish are shipped: each figure whose
 * step is more than is borne at once goes half of that a day, up with salts, down by changing water for soft water, until
 * the step that is left is half of what is borne. Hardness in °d, salinity g/kg; the carbonate hardness counts as the
 * general one does. `least` are the smallest steps of all the animals that are in it.
 */
export function meetingOf(
  from: Hard,
  to: Hard,
  litres: number,
  least: Pick<ToleranceLimits, 'ghStep' | 'salinityStep'>,
): Meeting[] {
  if (!(litres > 0)) throw new RangeError('Litres must be more than 0.');
  const borne: Record<keyof Hard, number> = { ghDgh: least.ghStep, khDkh: least.ghStep, salinity: least.salinityStep };
  return (Object.keys(borne) as (keyof Hard)[]).map((what) => {
    const step = to[what] - from[what];
    const bears = borne[what];
    const plain: Meeting = { what, from: from[what], to: to[what], borne: bears, towards: null, days: 0, daily: [] };
    if (Math.abs(step) <= bears) return plain;
    const way = Math.sign(step);
    const goes = Math.abs(step) - LEFT_OF_BORNE * bears;
    const days = Math.ceil(goes / (DAILY_OF_BORNE * bears) - 1e-9);
    const perDay = (way * goes) / days;
    const towards = from[what] + way * goes;
    const daily = Array.from({ length: days }, (_, i) => {
      const now = from[what] + perDay * i;
      const then = now + perDay;
      if (way > 0) {
        const { of, perL } = grams[what];
        return `Day ${i + 1}: ${tidy(perL(perDay) * litres)} g of ${of}, dissolved first, added over an hour: ${tidy(now)} to ${tidy(then)}`;
      }
      // What is taken out takes its share along: soft water holds none of it.
      return `Day ${i + 1}: ${tidy(litres * (1 - then / now))} L out, same amount of soft water (reverse osmosis) in, over an hour: ${tidy(now)} to ${tidy(then)}`;
    });
    return { ...plain, towards: round(towards, 0.01), days, daily };
  });
}
