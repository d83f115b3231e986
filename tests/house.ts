import { createHash } from 'node:crypto';
import { openHouse, type House } from '@/server/house';
import type { PlanRequest } from '@/core/choose/plan';
import { firstPlan, type FirstPlan, type Thinker } from '@/server/jobs/work';

/** What a worker of the tests made once, for all its files: text and bytes, so that nobody changes what another reads. */
const made = (globalThis as { madeByWorker?: Map<string, string | Buffer> }).madeByWorker ?? new Map<string, string>();

/** Plans as the house does, each order once, and without the odds of every set of packs: those are tried in the core. */
const planned = (order: PlanRequest): FirstPlan => {
  const consignment = { ...order.consignment, id: '' };
  const key = createHash('sha1')
    .update(JSON.stringify({ ...order, consignment }))
    .digest('hex');
  const known = made.get(key);
  if (known) return JSON.parse(known as string) as FirstPlan;
  const plan = firstPlan(order, 0);
  made.set(key, JSON.stringify(plan));
  return plan;
};

/** A new house in memory at an instant that a test turns: its tables are made once a worker. */
export function houseInMemory(clock: () => number, draws = 0, thinker: Thinker | null = null): House {
  const from = (made.get('house') as Buffer | undefined) ?? null;
  const house = openHouse(null, clock, draws, thinker, { from, firstPlan: planned });
  if (!from) made.set('house', house.db.serialize());
  return house;
}
