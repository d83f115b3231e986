import { concernsOf, type Concern, type Finding } from '@/core/concerns/concern';
import { shipmentFindings, type ShipmentState } from '@/core/concerns/shipment';
import { stopsByReading, type ReadWater } from '@/core/concerns/tank';
import { releaseWarnings } from '@/core/acclimation/release';
import { withOverrides } from '@/core/catalogue/assumptions';
import { claimDeadlineMs, hasLosses } from '@/core/consignment/losses';
import { miscounts } from '@/core/consignment/rules';
import { unstruck } from '@/core/consignment/project-facts';
import type { Consignment } from '@/core/consignment/schema';
import { forecastAge } from '@/core/weather/forecast';
import { outcomeOf } from '@/server/arrive/finish';
import { storedRunPosition } from '@/server/arrive/position';
import { groupsOf, residentsOf } from '@/server/arrive/residents';
import { scaleReadings } from '@/server/box/scale-readings';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { FISH_BACK, saidAs } from '@/server/pack/events';
import { stepsOf } from '@/server/pack/steps';
import { roadOf } from '@/server/road/road';
import { usedOf } from '@/server/stock/settle';
import { fadingTwin } from '@/server/road/control-packs';

const msOf = (iso: string | null): number | null => (iso === null ? null : Date.parse(iso));

/** Receiving tanks of this house that would harm what comes, as long as nothing went in. */
function harmfulTanks(house: House, c: Consignment): ShipmentState['tanks'] {
  if (c.direction === 'outgoing' || c.actual.openedAt || house.arrivals.runsOf(c.id).length > 0) return [];
  const { species } = catalogueOf(c, house);
  return [c.tank, ...(c.otherTanks ?? [])].map((t) => {
    const kinds = c.lines
      .filter((l) => (l.into ?? c.tank.name) === t.name)
      .flatMap((l) => species.find((s) => s.id === l.speciesId) ?? []);
    const { tempC, pH, salinity, tanMgNL } = { ...t, ...c.actual.tanks[t.name] };
    const read = Object.fromEntries(
      Object.entries({ tempC, pH, salinity, tanMgNL }).filter(([, v]) => v !== undefined),
    ) as ReadWater;
    return { tank: t.name, stops: stopsByReading(read, kinds, t.volumeL) };
  });
}

/** Residents of this house's tanks that do not go with what comes, as long as none went in. */
function misfitsOf(house: House, c: Consignment): ShipmentState['misfits'] {
  if (c.direction === 'outgoing' || c.actual.openedAt || house.arrivals.runsOf(c.id).length > 0) return [];
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  return [c.tank, ...(c.otherTanks ?? [])].flatMap((t) => {
    const residents = residentsOf(house, t.name);
    if (residents.length === 0) return [];
    const lines = c.lines.filter((l) => (l.into ?? c.tank.name) === t.name).map((l) => l.id);
    const bags = c.bags.filter((b) => b.animals.some((x) => lines.includes(x.lineId))).map((b) => b.id);
    const warnings = releaseWarnings(groupsOf(c, catalogue, bags), residents, a);
    return warnings.length > 0 ? [{ tank: t.name, warnings }] : [];
  });
}

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

/** Packing steps that were done, whose words the plan has changed since. */
function changedSteps(house: House, stored: StoredConsignment): string[] {
  const { document: c } = stored;
  if (c.cancelled || c.actual.handedOverAt || c.direction === 'incoming' || c.bags.length === 0) return [];
  const as = house.facts.tickedAs(c.id);
  if (as.size === 0) return [];
  return stepsOf(house, [stored])
    .filter((s) => as.get(s.key) && as.get(s.key) !== saidAs(s))
    .map((s) => s.title);
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
  return {
    incoming: c.direction === 'incoming',
    cancelled: Boolean(c.cancelled),
    bagged: baggedOf(house, c),
    heldMs: c.held ? Date.parse(c.held.at) : null,
    rests,
    miscounts: miscounts(c).map((m) => ({ ...m, name: name(m.lineId) })),
    leaveMs: Date.parse(c.handOverAt),
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
    changedSteps: changedSteps(house, stored),
    misfits: misfitsOf(house, c),
    closedBags:
      outcome && outcome.finishedAt === null ? outcome.bags.filter((b) => b.state === 'waits').map((b) => b.id) : [],
    tanks: harmfulTanks(house, c),
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
  residents: 'receive',
  overdue: 'receive',
  'still-closed': 'receive',
  overweight: 'box',
  claim: 'receive',
  'tank-harms': 'receive',
  timer: 'run',
};

const stationOf = (f: Finding): string =>
  f.code === 'runs-out' ? (f.factor === 'temperature' ? 'heat' : 'bag') : (stations[f.code] ?? '');

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
