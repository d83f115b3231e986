import { withHands } from '@/core/calendar/fast';
import { atClock, sameTimeLater } from '@/core/calendar/calendar';
import { looksAfter, type Look } from '@/core/acclimation/release';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { bagNames } from '@/core/acclimation/lanes';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredRun } from '@/server/db/arrivals';
import type { House } from '@/server/house';
import { groupsOf } from './residents';
import { positionOf } from './position';

const MIN = 60_000;
const HOUR = 60 * MIN;
/** When lights go low in the evening, and how long before that a release still has its evening look apart († ours). */
const EVENING = '20:00';
const APART_MS = 2 * HOUR;

/** A look at animals that are in their tank, with its instant and the name it is ticked by. */
export interface DueLook {
  /** Of the tick; a moment of the consignment like any other. */
  key: string;
  run: StoredRun;
  look: Look;
  title: string;
  atMs: number;
}

function atOf(key: Look['key'], endMs: number, zone: string, a: Assumptions): number {
  if (key === 'half-hour') return endMs + 30 * MIN;
  if (key === 'evening') return Math.max(atClock(endMs, EVENING, zone), endMs + APART_MS);
  const then = sameTimeLater(endMs, 2, zone);
  // What would fall into the night is looked at the next morning, not a day too early.
  const awake = withHands(then, zone, a);
  return awake < then ? atClock(sameTimeLater(awake, 1, zone), '09:00', zone) : awake;
}

/** The looks after every release of a consignment that has ended by now (W51): half an hour, the evening, two days. */
export function looksOf(house: House, consignmentId: string): DueLook[] {
  const c = house.consignments.byId(consignmentId)?.document;
  if (!c) return [];
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  return house.arrivals.runsOf(consignmentId).flatMap((run): DueLook[] => {
    const at = positionOf(run, house.nowMs());
    if (!at.finished) return [];
    const groups = groupsOf(c, catalogue, run.bagIds);
    return looksAfter(groups).map((look) => ({
      key: `look:${run.id}:${look.key}`,
      run,
      look,
      title: `${look.title}: ${bagNames(run.bagIds)}`,
      atMs: atOf(look.key, at.startedAtMs, c.receiver.place.zone, a),
    }));
  });
}
