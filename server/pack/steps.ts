import { withOverrides } from '@/core/catalogue/assumptions';
import { packingChecklist } from '@/core/duties/checklist';
import { type EveningStep } from '@/core/duties/clock';
import { eveningSteps } from '@/core/duties/evening';
import { doneOf, paceOf, type Pace } from '@/core/duties/pace';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { ownAssumptions } from '@/server/settings/assumptions';

/** Consignments that the pace is learned from, the latest first. */
const LOOK_BACK = 16;
/** What was learned is looked up anew this often. */
const FRESH_MS = 10 * 60_000;
const known = new WeakMap<House, { at: number; pace: Pace }>();

/** Minutes that a bag and a box take here, from how the last evenings were ticked. */
export function paceHere(house: House): Pace {
  const kept = known.get(house);
  const now = house.nowMs();
  if (kept && Math.abs(now - kept.at) < FRESH_MS) return kept.pace;
  const done = house.consignments
    .list('all', LOOK_BACK)
    .filter((s) => s.document.direction !== 'incoming' && s.document.actual.sealedAt !== null)
    .flatMap((s) => {
      const c = s.document;
      return doneOf(packingChecklist(c, catalogueOf(c, house)), house.facts.ticks(c.id));
    });
  const pace = paceOf(done, withOverrides(ownAssumptions(house)));
  known.set(house, { at: now, pace });
  return pace;
}

/** The steps of some consignments packed together, in the order of the hands. */
export const stepsOf = (house: House, list: readonly StoredConsignment[], pace = paceHere(house)): EveningStep[] =>
  eveningSteps(
    list.map(({ document: c, result }) => ({
      c,
      catalogue: catalogueOf(c, house),
      slackH: Object.fromEntries((result?.bags ?? []).map((b) => [b.id, b.slackH])),
    })),
    pace,
  );
