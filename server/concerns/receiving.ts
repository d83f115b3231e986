import { conflictsOf } from '@/core/quarantine/conflicts';
import { releaseWarnings } from '@/core/acclimation/release';
import { withOverrides } from '@/core/catalogue/assumptions';
import type { Species } from '@/core/catalogue/schema';
import type { ShipmentState } from '@/core/concerns/shipment';
import { stillSpeaks, stopsByReading, type ReadWater } from '@/core/concerns/tank';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { waterFigures } from '@/core/measurement/quantities';
import { tanksOfBag } from '@/core/consignment/arrival-counts';
import type { Compared } from '@/core/acclimation/compare';
import { isThere, quarantineStateOf } from '@/core/quarantine/course';
import { medicines } from '@/core/catalogue/treatment';
import { groupsOf, residentsOf, tankId } from '@/server/arrive/residents';
import { catalogueOf } from '@/server/consignment/result';
import type { House } from '@/server/house';
import { besideOf, besideOfKinds, factsOf } from '@/server/quarantine/facts';
import { massOf } from './mass';
import { readOf } from './tanks';

type List<T> = T extends readonly (infer X)[] ? X[] : never;
type Judged = Pick<ShipmentState, 'tanks' | 'misfits' | 'inWeeks' | 'tooSmall'> & { unread: ShipmentState['unknown'] };
type Receiving = { [K in keyof Judged]: List<Judged[K]> };

const nothing: Receiving = { tanks: [], misfits: [], inWeeks: [], tooSmall: [], unread: [] };

/** What a tank of this house was read last, as long as it speaks for the water; of another's nothing is known. */
const readHere = (house: House, t: ReceivingTank): ReadWater =>
  stillSpeaks(readOf(house.ledger.latestFigures().get(tankId(house, t.name))), house.nowMs());

/** A tank in its weeks that others are about to join: what is in its water, and what speaks against it. */
function weeksIn(house: House, c: Consignment, t: ReceivingTank, kinds: readonly Species[]): Receiving['inWeeks'] {
  const q = house.quarantines.inTank(tankId(house, t.name));
  if (!q || house.quarantines.members(q.id).some((m) => m.consignmentId === c.id)) return [];
  const f = factsOf(house, q);
  const s = quarantineStateOf(f, house.nowMs());
  const there = s.water.filter((w) => medicines.includes(w.medicine.kind) && isThere(w, s.nowMs));
  const beside = [...besideOf(house, q, f, s), ...besideOfKinds(kinds)];
  const never = there.flatMap((w) => conflictsOf(w.medicine, beside).filter((x) => x.grade === 'refuse'))[0];
  return [{ tank: t.name, medicines: there.map((w) => w.medicine.name), never: never?.words ?? null }];
}

/** What of the receiving tanks of this house speaks against what comes, as long as some of it waits to go in. */
export function receivingOf(house: House, c: Consignment): Receiving {
  const started = new Set(house.arrivals.runsOf(c.id).flatMap((r) => r.bagIds));
  // Opened without a run, all of them may be in.
  if (c.actual.openedAt && started.size === 0) return nothing;
  return judgedTanks(
    house,
    c,
    c.bags.filter((b) => !started.has(b.id)),
  );
}

export type LaneStops = ReturnType<typeof laneStops>;

/** What would stop a lane from being opened into its tanks: by the comparison, by the tank’s own readings, by what is in it. */
export function laneStops(
  c: Consignment,
  lane: Pick<Compared<ReceivingTank>, 'bagIds' | 'stops' | 'tank'>,
  here: Receiving,
) {
  const bag = c.bags.find((b) => b.id === lane.bagIds[0]);
  const names = bag ? tanksOfBag(c, bag) : [lane.tank.name];
  const mine = <T extends { tank: string }>(list: readonly T[]): T[] => list.filter((x) => names.includes(x.tank));
  const read = mine(here.tanks).flatMap((t) => t.stops.map((stop) => ({ stop, tank: t.tank })));
  const compared = lane.stops.map((stop) => ({ stop, tank: lane.tank.name }));
  const known = new Set(compared.map((x) => x.stop.code));
  return {
    water: [...compared, ...read.filter((x) => !known.has(x.stop.code))],
    weeks: mine(here.inWeeks).filter((w) => w.never !== null || w.medicines.length > 0),
  };
}

/** Every receiving tank of this house against what of these bags would go into it; of lines without bags, all of them. */
export function judgedTanks(house: House, c: Consignment, waiting: Consignment['bags'] = c.bags): Receiving {
  if (c.direction === 'outgoing') return nothing;
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  const holds = (b: Consignment['bags'][number], lineId: string): boolean => b.animals.some((x) => x.lineId === lineId);
  const out: Receiving = { tanks: [], misfits: [], inWeeks: [], tooSmall: [], unread: [] };
  for (const t of [c.tank, ...(c.otherTanks ?? [])]) {
    const lines = c.lines
      .filter((l) => (l.into ?? c.tank.name) === t.name)
      .filter((l) => waiting.some((b) => holds(b, l.id)) || !c.bags.some((b) => holds(b, l.id)));
    if (lines.length === 0) continue;
    const kinds = lines.flatMap((l) => catalogue.species.find((s) => s.id === l.speciesId) ?? []);
    const read = { ...told(t), ...readHere(house, t), ...told(c.actual.tanks[t.name] ?? {}) };
    out.tanks.push({ tank: t.name, stops: stopsByReading(read, kinds, a, t.volumeL) });
    const missing = (['tempC', 'pH'] as const).filter((k) => read[k] === undefined);
    if (missing.length > 0) out.unread.push({ tank: t.name, figures: missing });
    out.inWeeks.push(...weeksIn(house, c, t, kinds));
    const bags = waiting.filter((b) => lines.some((l) => holds(b, l.id))).map((b) => b.id);
    const groups = groupsOf(c, catalogue, bags).filter((g) => kinds.includes(g.species as Species));
    const residents = residentsOf(house, t.name);
    const warnings = residents.length > 0 ? releaseWarnings(groups, residents, a) : [];
    if (warnings.length > 0) out.misfits.push({ tank: t.name, warnings });
    // Litres of a tank that is none of this house's are as somebody typed them, or nobody.
    const massG = house.records.byId(tankId(house, t.name)) ? massOf([...groups, ...residents]) : null;
    if (massG !== null && massG > a.crowdedGPerL * t.volumeL)
      out.tooSmall.push({ tank: t.name, massG, volumeL: t.volumeL });
  }
  return out;
}

const figures = [...waterFigures, 'nitriteMgL'] as const;
const told = (t: object): ReadWater =>
  Object.fromEntries(
    figures.flatMap((k) => {
      const v = (t as Partial<Record<string, number>>)[k];
      return v === undefined ? [] : [[k, v]];
    }),
  );
