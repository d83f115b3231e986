import {
  planning,
  PLAN_DRAWS,
  type PlanAnswer,
  type PlanRequest,
  type ShippingPlan,
  type Question,
} from '@/core/choose/plan';
import { planBy } from '@/core/choose/plan-by';
import type { Outcome, Problem } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import type { Thinker } from '@/server/jobs/work';

/** A plan that is being made: how many of its questions are answered. */
interface Running {
  done: number;
  of: number;
  stopped: boolean;
}

/** Plans that are being made, by the press that asked for them. */
const running = new Map<string, Running>();

/** What a house plans an order with: the rows it may choose from, and the days on which nobody works. */
export const toPlan = (house: House, consignment: Consignment): PlanRequest => ({
  consignment,
  catalogue: catalogueOf(consignment, house),
  holidays: house.calendar(consignment).holidays,
});

/** How far a plan is; null where none of this press is being made. */
export const progressOf = (press: string): { done: number; of: number } | null => {
  const r = running.get(press);
  return r ? { done: r.done, of: r.of } : null;
};

/** Leaves the odds of a plan out from here on: it is finished as planned, at once. */
export function stopPlan(press: string): void {
  const r = running.get(press);
  if (r) r.stopped = true;
}

/** What ends a plan that cannot be made: the reason stands in its outcome. */
class Refused extends Error {
  constructor(readonly problems: Problem[]) {
    super('refused');
  }
}
class Stopped extends Error {}

/**
 * Makes a whole plan on the threads of the server, box by box as many at once as there are threads. Told to stop it is
 * made again without odds, which takes no time.
 */
export async function makePlan(
  thinker: Thinker,
  order: PlanRequest,
  draws: number,
  press: string,
): Promise<Outcome<ShippingPlan>> {
  const at: Running = { done: 0, of: 1, stopped: false };
  running.set(press, at);
  const ask = async (q: Question): Promise<PlanAnswer> => {
    if (at.stopped && draws > 0) throw new Stopped();
    const r = await thinker.run('plan', q);
    if (!r.ok) throw new Refused(r.problems);
    return r.value;
  };
  try {
    const value = await planBy(planning(order, Math.min(PLAN_DRAWS, draws)), ask, (done, of) =>
      Object.assign(at, { done, of }),
    );
    return { ok: true, value };
  } catch (error) {
    if (error instanceof Refused) return { ok: false, problems: error.problems };
    if (error instanceof Stopped) return await makePlan(thinker, order, 0, press);
    throw error;
  } finally {
    running.delete(press);
  }
}
