import { concernsOf, type Concern, type Finding } from '@/core/concerns/concern';
import { shipmentFindings, type ShipmentState } from '@/core/concerns/shipment';
import { wayOf } from '@/core/calendar/distance';
import type { Service } from '@/core/catalogue/schema';
import { assume } from '@/core/consignment/assume';
import { waterOfTank } from '@/core/consignment/waters';
import { crossesBorder } from '@/core/duties/border';
import { before } from '@/core/duties/clock';
import { DAY, HOUR } from '@/core/quantities/time';
import { withOverrides } from '@/core/catalogue/assumptions';
import { claimDeadlineMs, hasLosses } from '@/core/consignment/losses';
import { miscounts } from '@/core/consignment/rules';
import { unstruck } from '@/core/consignment/project-facts';
import type { Consignment } from '@/core/consignment/schema';
import { forecastAge } from '@/core/weather/forecast';
import { outcomeOf } from '@/server/arrive/finish';
import { storedRunPosition } from '@/server/arrive/position';
import { scaleReadings } from '@/server/box/scale-readings';
import { catalogueOf } from '@/server/consignment/result';
import { tankConflicts } from '@/server/day/fasted';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { FISH_BACK, saidAs } from '@/server/pack/events';
import { stepsOf } from '@/server/pack/steps';
import { roadOf } from '@/server/road/road';
import { usedOf } from '@/server/stock/settle';
import { fadingTwin } from '@/server/road/control-packs';
import { receivingOf } from './receiving';

const msOf = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso));

/** The fish of a cancelled shipment that were bagged, until a hand tells that they are back. */
function baggedOf(house: House, c: Consignment): ShipmentState['bagged'] {
  if (!c.cancelled || c.direction === 'incoming' || house.facts.ticks(c.id).has(FISH_BACK)) return null;
  const used = usedOf(house, c);
  const closed = c.bags.filter((b) => used.bags.has(b.id));
  if (closed.length === 0) return null;
  const lines = new Set(closed.flatMap((b) => b.animals.map((x) => x.lineId)));
  return {
    bagIds: closed.map((b) => b.id),
    tanks: [...new Set(c.lines.filter((l) => lines.has(l.id)).map((l) => l.tank))],
    sinceMs: Date.parse(c.cancelled.at),
  };
}

/** Packing steps that are done: whose words the plan has changed since, and those that rest on something not done. */
function packingOf(house: House, stored: StoredConsignment): Pick<ShipmentState, 'changedSteps' | 'skippedSteps'> {
  const { document: c } = stored;
  const as = house.facts.tickedAs(c.id);
  const over = c.cancelled || c.actual.handedOverAt || c.direction === 'incoming' || c.bags.length === 0;
  if (over || as.size === 0) return { changedSteps: [], skippedSteps: [] };
  const steps = stepsOf(house, [stored]);
  const done = steps.filter((s) => as.has(s.key));
  const rested = new Set(done.flatMap((s) => before(s)));
  return {
    changedSteps: done.filter((s) => as.get(s.key) && as.get(s.key) !== saidAs(s)).map((s) => s.title),
    skippedSteps: steps.filter((s) => rested.has(s.key) && !as.has(s.key)).map((s) => s.title),
  };
}

/** So much sooner than promised a service may be there († ours). */
const EARLY_MS = 2 * HOUR;

/** When its service is there at the earliest, and a day after its window. */
function dueOf(c: Consignment, service: Service | undefined): ShipmentState['due'] {
  if (!service || service.kind === 'own-car' || c.direction !== 'outgoing') return null;
  const { hours } = wayOf(service, c.sender.place, c.receiver.place, withOverrides(c.assumptions));
  const promisedMs = Date.parse(c.handOverAt) + hours * HOUR;
  const [startMs, endMs] = c.window
    ? [Date.parse(c.window.startAt), Date.parse(c.window.endAt)]
    : [promisedMs, promisedMs + service.windowH * HOUR];
  return { fromMs: Math.max(startMs, promisedMs - EARLY_MS), toMs: endMs + DAY };
}

/** Boxes over what their service takes: by the scale, else as booked. */
function tooHeavyOf(house: House, c: Consignment, service: Service | undefined): ShipmentState['tooHeavy'] {
  if (service?.mostKg === undefined || c.actual.handedOverAt) return [];
  const { mostKg, name } = service;
  const read = scaleReadings(house, c.id, false);
  return c.boxes.flatMap((b) => {
    const kg = read.get(b.id)?.kg ?? b.declaredKg ?? 0;
    return kg > mostKg ? [{ boxId: b.id, kg, mostKg, service: name }] : [];
  });
}

/** Own tanks whose water nobody read, with the figures. */
function unreadTanks(house: House, c: Consignment): ShipmentState['unknown'] {
  const assumed = assume(c, catalogueOf(c, house));
  return [...new Set(c.lines.map((l) => l.tank))].flatMap((tank) => {
    const { guessed } = waterOfTank(assumed, tank);
    return guessed.length > 0 ? [{ tank, figures: [...guessed] }] : [];
  });
}

const forecastEnd = (c: Consignment): number | null =>
  c.forecast && c.forecast.places.length > 0
    ? Math.min(...c.forecast.places.map((p) => Date.parse(p.points.at(-1)!.at)))
    : null;

/** Clocks of its acclimation that ran out. */
const waitingOf = (house: House, c: Consignment): ShipmentState['waiting'] =>
  house.arrivals.runsOf(c.id).flatMap((run) => {
    const at = storedRunPosition(run, house.nowMs());
    const step = run.steps[at.index];
    return !at.finished && step && at.endsAtMs !== null && at.endsAtMs < house.nowMs()
      ? [{ runId: run.id, step: step.title, bagIds: run.bagIds, sinceMs: at.endsAtMs }]
      : [];
  });

/** Boxes that the scale found over what was booked; a scale that is simulated judges nothing. */
function overweightOf(house: House, c: Consignment): ShipmentState['overweight'] {
  if (c.actual.handedOverAt || c.boxes.every((b) => b.declaredKg == null)) return [];
  const read = scaleReadings(house, c.id, false);
  const { scaleToleranceKg } = withOverrides(c.assumptions);
  return c.boxes.flatMap((b) => {
    const kg = read.get(b.id)?.kg;
    return kg !== undefined && b.declaredKg != null && kg > b.declaredKg + scaleToleranceKg
      ? [{ boxId: b.id, kg, bookedKg: b.declaredKg }]
      : [];
  });
}

/** Losses of what came that were not ticked as reported. */
function claimOf(house: House, c: Consignment): ShipmentState['claim'] {
  if (c.direction !== 'incoming' || !c.actual.arrivedAt || !hasLosses(c)) return null;
  if (house.facts.ticks(c.id).has('moment:claim')) return null;
  const byMs = claimDeadlineMs(c, withOverrides(c.assumptions).claimHours);
  return { seller: c.sender.name, fromMs: Date.parse(c.actual.arrivedAt), byMs };
}

function roadState(house: House, stored: StoredConsignment): ShipmentState['road'] {
  const c = stored.document;
  if (c.actual.arrivedAt || (c.actual.scans ?? []).length === 0) return null;
  const r = roadOf(house, stored);
  if (!r?.ok || r.value.leg >= r.value.legs.length) return null;
  const { legs, leg, lateMin, unseenSinceMs, holdsUntilMs, helps } = r.value;
  const at = legs[Math.max(0, leg)]?.label ?? 'on the way';
  return { at, lateMin, unseenSinceMs, holdsUntilMs, help: helps[0]?.words ?? null };
}

/** How a shipment stands; `rests` where its page computed it anew. */
function stateOf(house: House, stored: StoredConsignment, rests = stored.result?.rests ?? null): ShipmentState {
  const { document: c, result: r } = stored;
  const { handedOverAt, arrivedAt, openedAt } = c.actual;
  const { species } = catalogueOf(c, house);
  const name = (lineId: string): string => {
    const id = c.lines.find((l) => l.id === lineId)?.speciesId;
    return species.find((s) => s.id === id)?.name ?? id ?? lineId;
  };
  const travelling = handedOverAt !== null && arrivedAt === null;
  const fading = travelling ? fadingTwin(house, c) : null;
  const age = c.forecast && forecastAge(c.forecast.madeAt, house.nowMs(), withOverrides(c.assumptions));
  const opening = c.direction !== 'outgoing' && arrivedAt !== null;
  const outcome = opening ? outcomeOf(house, c) : null;
  const service = catalogueOf(c, house).services.find((x) => x.id === c.serviceId);
  const { unread, ...receiving } = receivingOf(house, c);
  const leaves = c.direction === 'outgoing' && handedOverAt === null && !c.cancelled;
  return {
    incoming: c.direction === 'incoming',
    cancelled: Boolean(c.cancelled),
    bagged: baggedOf(house, c),
    heldMs: c.held ? Date.parse(c.held.at) : null,
    rests,
    miscounts: miscounts(c).map((m) => ({ ...m, name: name(m.lineId) })),
    leaveMs: Date.parse(c.handOverAt),
    openingMs: Date.parse(c.openingAt),
    handedOverMs: msOf(handedOverAt),
    arrivedMs: msOf(arrivedAt),
    openedMs: msOf(openedAt),
    deadlineMs: r?.deadlineMs ?? Date.parse(c.openingAt),
    packsOpen:
      handedOverAt === null &&
      unstruck(house.facts.of(c.id).events).some((e) => e.kind === 'activated' && !e.subject.id.startsWith('twin/')),
    odds: r && {
      bagId: r.bagId,
      factor: r.factor,
      worstSlackH: r.worstSlackH,
      state: r.state,
    },
    road: travelling ? roadState(house, stored) : null,
    fading: fading && { ...fading, ms: Date.parse(fading.at) },
    forecastDays: age?.old ? Math.floor(age.hours / 24) : null,
    forecastEndsMs: forecastEnd(c),
    ...packingOf(house, stored),
    ...receiving,
    due: leaves ? dueOf(c, service) : null,
    tooHeavy: tooHeavyOf(house, c, service),
    borderTo: leaves && crossesBorder(c) && !house.certificates.has(c.id) ? c.receiver.place.country! : null,
    // Once the fish are in their bags no feed of that tank can foul their fast.
    fastConflicts: leaves && !c.actual.sealedAt ? tankConflicts(house, c) : [],
    unknown: leaves ? unreadTanks(house, c) : unread,
    closedBags:
      outcome && outcome.finishedAt === null ? outcome.bags.filter((b) => b.state === 'waits').map((b) => b.id) : [],
    overweight: overweightOf(house, c),
    claim: claimOf(house, c),
    waiting: waitingOf(house, c),
  };
}

/** The station where hands mend each finding. */
const stations: Partial<Record<Finding['code'], string>> = {
  'cannot-leave': 'order',
  miscounted: 'bag',
  held: 'fast',
  'fish-in-bags': 'send',
  'not-handed-over': 'send',
  late: 'send',
  unseen: 'send',
  'pack-fades': 'send',
  'forecast-old': 'heat',
  'forecast-short': 'heat',
  'done-step-changed': 'send',
  'step-skipped': 'pack',
  'opening-off': 'order',
  'too-heavy': 'box',
  'border-papers': 'papers',
  'fast-conflict': 'fast',
  'tank-in-weeks': 'receive',
  'tank-small': 'receive',
  residents: 'receive',
  overdue: 'receive',
  'still-closed': 'receive',
  overweight: 'box',
  claim: 'receive',
  'tank-harms': 'receive',
  timer: 'run',
};

const stationOf = (f: Finding): string =>
  f.code === 'runs-out'
    ? f.factor === 'temperature'
      ? 'heat'
      : 'bag'
    : f.code === 'unknown-water'
      ? f.factor === null
        ? 'receive'
        : 'order'
      : (stations[f.code] ?? '');

/** What a shipment wants. One that is in quarantine, or archived, is told by its tanks. */
export function shipmentConcerns(house: House, stored: StoredConsignment, rests?: string | null): Concern[] {
  const c = stored.document;
  if (stored.archivedAt !== null || house.quarantines.of(c.id).length > 0) return [];
  const who = c.direction === 'incoming' ? `from ${c.sender.name}` : `to ${c.receiver.name}`;
  const subject = { kind: 'shipment', id: c.code, name: `${c.code} ${who}` } as const;
  return shipmentFindings(stateOf(house, stored, rests), house.nowMs()).flatMap((f) =>
    concernsOf(subject, `/consignments/${c.code}/${stationOf(f.finding)}`, [f]),
  );
}
