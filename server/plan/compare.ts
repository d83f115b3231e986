import { z } from 'zod';
import { namesOf } from '@/core/bag/bag-groups';
import { withOverrides } from '@/core/catalogue/assumptions';
import { costOfBox } from '@/core/choose/boxes';
import { changesTo } from '@/core/choose/changes';
import { packsCost } from '@/core/choose/packs';
import { planConsignment, type ShippingPlan, type PlanOption } from '@/core/choose/plan';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import { bagSchema, boxSchema, type Bag, type Box, type Consignment } from '@/core/consignment/schema';
import { idText, version } from '@/core/quantities/shapes';
import { change, find } from '@/server/consignment/change';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { lacking } from '@/server/stock/supplies';
import { makePlan, toPlan } from './plan';

/** A whole plan beside the one in use. */
export interface PlanRow extends Pick<PlanOption, 'name' | 'chance' | 'draws' | 'cost' | 'kg'> {
  bags: Bag[];
  boxes: Box[];
  /** What taking it would change; none where it is the one in use. */
  changes: string[];
  /** What the shelf has too little of for it. */
  lacks: string[];
}

export interface Comparison {
  /** What the plan in use costs and weighs with packs, boxes and freight. */
  now: { cost: number; kg: number };
  wantedChance: number;
  /** Cheapest first, each next one surer. */
  options: PlanRow[];
}

const SEALED = 'The bags are sealed. Change boxes by hand only.';

/** Plans the order anew as a whole, beside what is there; nothing is changed. */
export async function comparePlans(house: House, press: string, code: string): Promise<Outcome<Comparison>> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (c.actual.sealedAt) return refuse('', SEALED);
  const locked = c.bags.filter((b) => b.locked).map((b) => b.id);
  if (locked.length > 0)
    return refuse(
      '',
      `Whole plans bag everything again, but ${namesOf(locked)} ${locked.length === 1 ? 'is' : 'are'} locked. Unlock first.`,
    );
  if (!c.forecast) return refuse('forecast', 'No forecast yet. Load one to compare whole plans.');
  const catalogue = catalogueOf(c, house);
  const bare: Consignment = { ...c, bags: [] };
  const made: Outcome<ShippingPlan> = house.thinker
    ? await makePlan(house.thinker, toPlan(house, bare), house.draws, press)
    : { ok: true, value: planConsignment(toPlan(house, bare), house.draws) };
  if (!made.ok) return made;
  const each = c.boxes.map((b) => ({ packs: packsCost(b, catalogue), ...costOfBox(c, b, catalogue) }));
  return {
    ok: true,
    value: {
      now: { cost: each.reduce((s, x) => s + x.packs + x.cost, 0), kg: each.reduce((s, x) => s + x.kg, 0) },
      wantedChance: withOverrides(c.assumptions).wantedChance,
      options: made.value.curve.map(({ consignment: { bags, boxes }, name, chance, draws, cost, kg }) => ({
        name,
        chance,
        draws,
        cost,
        kg,
        bags,
        boxes,
        changes: changesTo(c, { bags, boxes }, catalogue),
        lacks: lacking(house, { ...c, bags, boxes }),
      })),
    },
  };
}

const taken = z.object({ code: idText(20), version, bags: z.array(bagSchema), boxes: z.array(boxSchema) });
export type TakePlanInput = z.input<typeof taken>;

/** Takes a whole plan: its bags and boxes in place of those there are; undo brings them back. */
export function takePlan(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = taken.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version: seen, bags, boxes } = parsed.data;
  return change(house, code, seen, 'the whole plan', (c) =>
    c.actual.sealedAt ? refuse('', SEALED) : { ok: true, value: { ...c, bags, boxes } },
  );
}
