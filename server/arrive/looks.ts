import { withHands } from '@/core/calendar/fast';
import { atClock, sameTimeLater } from '@/core/calendar/calendar';
import { isOwnMove } from '@/core/acclimation/unboxing';
import { looksAfter, type LaterLook } from '@/core/acclimation/release';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { tanksOfBag } from '@/core/consignment/arrival-counts';
import { HOUR, MIN } from '@/core/quantities/time';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredRun } from '@/server/db/arrivals';
import type { House } from '@/server/house';
import { groupsOf } from './residents';
import { storedRunPosition } from './position';

/** When lights go low in the evening, and how long before that a release still has its evening look apart († ours). */
const EVENING = '20:00';
const APART_MS = 2 * HOUR;

/** A look at animals that are in their tank, with its instant and the name it is ticked by. */
export interface DueLook {
  /** Of the tick; a moment of the consignment like any other. */
  key: string;
  look: LaterLook;
  title: string;
  atMs: number;
}

function atOf(key: LaterLook['key'], endMs: number, zone: string, a: Assumptions): number {
  if (key === 'half-hour') return endMs + 30 * MIN;
  if (key === 'evening') return Math.max(atClock(endMs, EVENING, zone), endMs + APART_MS);
  const then = sameTimeLater(endMs, key === 'two-days' ? 2 : Number(key.slice('test-'.length)), zone);
  // What would fall into the night is looked at the next morning, not a day too early.
  const awake = withHands(then, zone, a);
  return awake < then ? atClock(sameTimeLater(awake, 1, zone), '09:00', zone) : awake;
}

/**
 * The looks after the releases of a consignment that have ended by now (W51), tank by tank: half an hour after the last
 * that went in, the evening, two days.
 */
export function looksOf(house: House, consignmentId: string): DueLook[] {
  const c = house.consignments.byId(consignmentId)?.document;
  if (!c) return [];
  const a = withOverrides(c.assumptions);
  const tanks = new Map<string, { run: StoredRun; endMs: number; bagIds: string[] }>();
  for (const run of house.arrivals.runsOf(consignmentId)) {
    const at = storedRunPosition(run, house.nowMs());
    const bag = c.bags.find((b) => run.bagIds.includes(b.id));
    if (!at.finished || !bag) continue;
    for (const tank of tanksOfBag(c, bag)) {
      const had = tanks.get(tank);
      const last = !had || at.startedAtMs >= had.endMs ? { run, endMs: at.startedAtMs } : had;
      tanks.set(tank, { ...last, bagIds: [...(had?.bagIds ?? []), ...run.bagIds] });
    }
  }
  const catalogue = catalogueOf(c, house);
  return [...tanks].flatMap(([tank, { run, endMs, bagIds }]) =>
    looksAfter(groupsOf(c, catalogue, bagIds), isOwnMove(c)).map((look) => ({
      // Who goes in later is looked at anew; the evening is one for all.
      key: `look:${look.key === 'half-hour' ? run.id : tank}:${look.key}`,
      look,
      title: `${look.title}, tank ${tank}`,
      atMs: atOf(look.key, endMs, c.receiver.place.zone, a),
    })),
  );
}
