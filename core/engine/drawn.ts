import { holds, type BagContents } from '@/core/bag/simulate';
import { climateOf } from '@/core/calendar/legs';
import type { Climate } from '@/core/weather/ambient';
import { LEG_SLOTS, type Drawn } from './luck';
import type { Prepared, PreparedBag } from './prepare';

/** The climates of the legs as this draw has them; out of doors is out of doors. */
export function climatesOf(p: Prepared, d: Drawn): Climate[] {
  const { a } = p;
  return p.legs.map((l, i) => {
    const { ownC, coupling } = climateOf(l, a);
    if (coupling >= 1) return { ownC, coupling };
    const s = i % LEG_SLOTS;
    const follows = coupling + a.legCouplingSigma * d.legCoupling[s]!;
    return { ownC: ownC + a.legOwnSigmaC * d.legOwn[s]!, coupling: Math.min(1, Math.max(0, follows)) };
  });
}

/** Kept water is no more acid and no more alkaline than this. */
const GUESSED_PH = [5.5, 8.8] as const;

/** A bag with its water as this draw has it: where nobody measured it, another each time. */
export function filledAs({ contents, unsure }: PreparedBag, d: Drawn): BagContents {
  if (!unsure) return contents;
  const drawn = {
    ...contents,
    pH: Math.min(GUESSED_PH[1], Math.max(GUESSED_PH[0], contents.pH + unsure.pH * d.water[0]!)),
    alkalinityMeqL: contents.alkalinityMeqL * Math.exp(unsure.logKh * d.water[1]!),
  };
  return holds(drawn) ? drawn : contents;
}
