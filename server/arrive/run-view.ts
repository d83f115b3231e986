import { methodNames } from '@/core/acclimation/vessel';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { takenNow } from '@/server/room/taken';
import type { Who } from '@/server/room/who';

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
      methodName: methodNames[r.method as keyof typeof methodNames] ?? r.method,
      animals: `${count} ${species.name}`,
      species,
      steps: r.steps,
      startedMs: Date.parse(r.startedAt),
      taken: taken[r.id] ?? null,
      done: Object.fromEntries(Object.entries(r.done).map(([k, v]) => [k, Date.parse(v)])),
    };
  });
  return { code, zone: c.receiver.place.zone, nowMs: house.nowMs(), lanes, shared: house.people.all().length > 0 };
}
export type RunView = NonNullable<ReturnType<typeof runView>>;
