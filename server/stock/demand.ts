import { tankFasts } from '@/core/calendar/fast';
import type { Consignment } from '@/core/consignment/schema';
import { catalogueOf, type Surroundings } from '@/server/consignment/result';
import type { ArrivalRepository } from '@/server/db/arrivals';
import { stageOf, type ConsignmentRepository } from '@/server/db/consignments';
import type { Db } from '@/server/db/db';
import type { DemandRepository } from '@/server/db/demand';

/** What of a house this needs: it is part of opening one. */
interface Asked extends Surroundings {
  db: Db;
  demand: DemandRepository;
  consignments: ConsignmentRepository;
  arrivals: ArrivalRepository;
  nowIso: () => string;
}

const DONE = 'demand of 1';

/** Whether tanks and lots here are asked for by it: planned, and from here. */
const asks = (c: Consignment): boolean => stageOf(c) === 'planned' && c.direction !== 'incoming';

/** Keeps what a consignment asks of tanks and lots; nothing is fasted for what is held back. */
export function keepDemand(house: Asked, c: Consignment): void {
  if (!asks(c)) return house.demand.set(c.id, null);
  const catalogue = catalogueOf(c, house);
  const known = c.lines.every((l) => catalogue.species.some((s) => s.id === l.speciesId));
  house.demand.set(c.id, {
    lines: c.lines,
    fasts: known && !c.held && catalogue.services.some((s) => s.id === c.serviceId) ? tankFasts(c, catalogue) : [],
  });
}

/** Reads it off every plan: once for a house from before it was kept. */
export function askAnew(house: Asked): void {
  if (house.arrivals.setting(DONE)) return;
  house.db.transaction(() => {
    for (const { document } of house.consignments.planned()) keepDemand(house, document);
    house.arrivals.setSetting(DONE, house.nowIso());
  })();
}
