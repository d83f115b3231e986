import type { Prepared } from '@/core/engine/prepare';
import { Draws } from '@/core/engine/draws';
import { packsCost, thingsIn, withPlan, type HeatPlan, type DrawSeed } from './packs';

/** A plan that came through the sieve, and how many of its last round's draws lost a bag to cold or heat. */
export interface Sieved {
  plan: HeatPlan;
  lost: number;
}

/** The sieve of warmth: a few draws for all, then more for the better ones. */
const SIEVE = { keep: 8, few: 6, draws: 24 } as const;

interface InSieve extends Sieved {
  draws: Draws;
  looked: number;
  dose: number;
  things: number;
  cost: number;
  index: number;
}

/** Better first after so many draws: fewer lost, then fewer tenths of what the fish bear, simpler, cheaper, less of a dose. */
const inSieve =
  (draws: number) =>
  (x: InSieve, y: InSieve): number =>
    x.lost - y.lost ||
    Math.ceil((x.dose / draws) * 10) - Math.ceil((y.dose / draws) * 10) ||
    x.things - y.things ||
    x.cost - y.cost ||
    x.dose - y.dose ||
    x.index - y.index;

/**
 * The best so many after `draws` draws each. Lost draws and dose only grow: what is worse already than the last of the best
 * at their end is not looked at further, and the outcome is as if it had been. The likelier ones go first.
 */
function race(all: readonly InSieve[], keep: number, draws: number): InSieve[] {
  const order = inSieve(draws);
  const look = (x: InSieve, n: number): void => {
    Object.assign(x, x.draws.sieve(n));
    x.looked = n;
  };
  for (const x of all) if (x.looked === 0) look(x, 1);
  const best: InSieve[] = [];
  for (const x of [...all].sort(order)) {
    const beaten = (): boolean => best.length === keep && order(x, best[keep - 1]!) > 0;
    while (x.looked < draws && !beaten()) look(x, x.looked + 1);
    if (x.looked === draws && !beaten()) best.splice(keep - 1, 1, x);
    best.sort(order);
  }
  return best;
}

/**
 * The first rounds of a choice: warmth alone over a few draws, the `keep` best first. Lost draws decide, then tenths of
 * what the fish bear (with a wanted delay on top); ties go to the simplest, then the cheapest. What does not fit under the
 * lid or between the bags is left out.
 */
export function sievePlans(p: Prepared, plans: readonly HeatPlan[], luck: DrawSeed, keep: number): Sieved[] {
  const refused = (at: Prepared): number => at.boxes[0]!.arrangement.problems.length;
  const bare = refused(withPlan(p, { packs: [], ventHoles: 0, bottle: null }));
  const all = plans.flatMap((plan, index): InSieve[] => {
    const here = withPlan(p, plan);
    if (refused(here) > bare) return [];
    const draws = new Draws(here, luck.seed, null, luck.holidays);
    return [
      { plan, draws, looked: 0, lost: 0, dose: 0, things: thingsIn(plan), cost: packsCost(plan, p.catalogue), index },
    ];
  });
  return race(race(all, SIEVE.keep, SIEVE.few), keep, SIEVE.draws).map(({ plan, lost }) => ({ plan, lost }));
}
