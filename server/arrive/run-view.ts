import { bagNames } from '@/core/acclimation/lanes';
import { COURSE_STEP_MIN } from '@/core/acclimation/methods';
import { enoughFrom } from '@/core/acclimation/recommend';
import { methodNames } from '@/core/acclimation/vessel';
import { withOverrides } from '@/core/catalogue/assumptions';
import { actualOf } from '@/core/consignment/standing';
import type { Consignment } from '@/core/consignment/schema';
import { sampled } from '@/core/quantities/sample';
import { catalogueOf } from '@/server/consignment/result';
import { evaluationOf } from '@/server/consignment/view';
import type { StoredConsignment } from '@/server/db/consignments';
import type { StoredRun } from '@/server/db/arrivals';
import type { House } from '@/server/house';
import { takenNow } from '@/server/room/taken';
import type { Who } from '@/server/room/who';
import { methodComparisons } from './methods';

/** A course is computed once for a run, its opening and a state of the plan: every press asks for the page anew. */
const cache = new Map<string, ReturnType<typeof vesselOf>>();

function vesselNow(house: House, stored: StoredConsignment, run: StoredRun): ReturnType<typeof vesselOf> {
  // Before the bag is open there is nothing to tell.
  if (run.done.open === undefined) return null;
  const key = `${run.id} ${run.done.open} ${stored.version} ${house.shelfStamp}`;
  const known = cache.get(key);
  if (known !== undefined) return known;
  if (cache.size > 100) cache.clear();
  const vessel = vesselOf(house, stored, run, run.done.open);
  cache.set(key, vessel);
  return vessel;
}

/** What is computed of the water round the animals, from the opening on, and what was read of it since. */
function vesselOf(house: House, stored: StoredConsignment, run: StoredRun, openedAt: string) {
  const c = stored.document;
  const e = evaluationOf(house, stored);
  if (!e.ok) return null;
  const { observations, events } = house.facts.of(c.id);
  // The course goes on from the water that was opened: what was read later is read of the course, and changes it not.
  const before = actualOf({ observations: observations.filter((o) => o.at <= openedAt), events });
  const then: Consignment = { ...c, actual: { ...c.actual, bags: before.bags } };
  const lane = methodComparisons(house, then, e.value, Date.parse(run.startedAt)).find((l) =>
    l.bagIds.includes(run.bagIds[0]!),
  );
  const course = lane?.courses.find((m) => m.id === run.method);
  if (!lane || !course) return null;
  const read = c.actual.bags.find((b) => run.bagIds.includes(b.bagId) && b.at > openedAt) ?? null;
  const perMinute = (v: Float64Array, decimals: number): number[] =>
    sampled(v, { stepH: COURSE_STEP_MIN / 60, everyH: 1 / 60, decimals });
  return {
    openAtMin: course.openAtMin,
    tempC: perMinute(course.tempC, 2),
    pH: perMinute(course.pH, 2),
    nh3MgNL: perMinute(course.nh3MgNL, 4),
    /** From here on they may go across at once. */
    enoughMin: enoughFrom(course, lane.who, withOverrides(c.assumptions)),
    tank: { name: lane.tank.name, tempC: lane.tank.tempC, pH: lane.tank.pH },
    read: read ? { at: read.at, tempC: read.tempC, pH: read.pH } : null,
  };
}

/** Every timed sequence of a consignment that is not stopped; null where there is no such consignment. */
export function runView(house: House, code: string, who: Who | null = null) {
  const stored = house.consignments.byCode(code);
  if (!stored) return null;
  const c = stored.document;
  const catalogue = catalogueOf(c, house);
  const taken = takenNow(house, 'run:', who);
  const lanes = house.arrivals.runsOf(c.id).map((r) => {
    const bags = c.bags.filter((b) => r.bagIds.includes(b.id));
    const line = c.lines.find((l) => l.id === bags[0]?.animals[0]?.lineId) ?? c.lines[0]!;
    const species = catalogue.species.find((s) => s.id === line.speciesId)!;
    const count = bags.flatMap((b) => b.animals).reduce((n, a) => n + a.count, 0);
    return {
      id: r.id,
      bagIds: r.bagIds,
      title: bagNames(r.bagIds),
      methodName: methodNames[r.method as keyof typeof methodNames] ?? r.method,
      animals: `${count} ${species.name}`,
      species,
      steps: r.steps,
      startedMs: Date.parse(r.startedAt),
      taken: taken[r.id] ?? null,
      done: Object.fromEntries(Object.entries(r.done).map(([k, v]) => [k, Date.parse(v)])),
      vessel: vesselNow(house, stored, r),
    };
  });
  return { code, zone: c.receiver.place.zone, nowMs: house.nowMs(), lanes, shared: house.people.all().length > 0 };
}
export type RunView = NonNullable<ReturnType<typeof runView>>;
