import { bagNames } from '@/core/acclimation/lanes';
import { asOpened, courseNow } from '@/core/acclimation/course-after-reading';
import { methodNames, type MethodId } from '@/core/acclimation/vessel';
import { withOverrides } from '@/core/catalogue/assumptions';
import { projectFacts } from '@/core/consignment/project-facts';
import type { Consignment } from '@/core/consignment/schema';
import { catalogueOf } from '@/server/consignment/result';
import { evaluationOf } from '@/server/consignment/view';
import type { StoredConsignment } from '@/server/db/consignments';
import type { StoredRun } from '@/server/db/arrivals';
import type { House } from '@/server/house';
import { takenNow } from '@/server/room/assignments';
import type { Who } from '@/server/room/who';
import { outcomeOf } from './finish';
import { methodComparisons } from './methods';

/** A course is computed once for a run, its presses and a state of the plan: every press asks for the page anew. */
const cache = new Map<string, ReturnType<typeof vesselOf>>();

function vesselNow(house: House, stored: StoredConsignment, run: StoredRun): ReturnType<typeof vesselOf> {
  // Before the bag is open there is nothing to tell.
  if (run.done.open === undefined) return null;
  const told = house.facts.of(stored.document.id).observations.length;
  const key = `${run.id} ${JSON.stringify(run.done)} ${run.steps.length} ${told} ${stored.version} ${house.shelfStamp}`;
  const known = cache.get(key);
  if (known !== undefined) return known;
  if (cache.size > 100) cache.clear();
  const vessel = vesselOf(house, stored, run, Date.parse(run.done.open));
  cache.set(key, vessel);
  return vessel;
}

/** What is computed of the water round the animals, from the opening on, and from what was read of it since. */
function vesselOf(house: House, stored: StoredConsignment, run: StoredRun, openedMs: number) {
  const c = stored.document;
  const e = evaluationOf(house, stored);
  if (!e.ok) return null;
  const { observations, events } = house.facts.of(c.id);
  const opened = projectFacts({ observations: asOpened(observations, openedMs), events });
  const then: Consignment = { ...c, actual: { ...c.actual, bags: opened.bags } };
  const lane = methodComparisons(house, then, e.value, Date.parse(run.startedAt)).find((l) =>
    l.bagIds.includes(run.bagIds[0]!),
  );
  if (!lane) return null;
  const going = {
    bagIds: run.bagIds,
    method: run.method as MethodId,
    steps: run.steps,
    doneAtMs: Object.fromEntries(Object.entries(run.done).map(([k, v]) => [k, Date.parse(v)])),
  };
  const course = courseNow(lane, going, observations, withOverrides(c.assumptions));
  return course && { ...course, tank: { name: lane.tank.name, tempC: lane.tank.tempC, pH: lane.tank.pH } };
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
  const { bags } = outcomeOf(house, c);
  const shut = bags.filter((b) => b.state === 'waits');
  return {
    code,
    zone: c.receiver.place.zone,
    nowMs: house.nowMs(),
    lanes,
    /** Bags that nobody has opened yet, by name, and how many of how many animals are in them. */
    shut: {
      ids: shut.map((b) => b.id),
      names: bagNames(shut.map((b) => b.id)),
      animals: shut.reduce((n, b) => n + b.animals, 0),
      of: bags.reduce((n, b) => n + b.animals, 0),
    },
    shared: house.people.all().length > 0,
  };
}
export type RunView = NonNullable<ReturnType<typeof runView>>;
