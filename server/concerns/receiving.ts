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
import { besideOf, factsOf } from '@/server/quarantine/facts';
import { massOf } from './mass';
import { readOf } from './tanks';

type Receiving = Pick<ShipmentState, 'tanks' | 'misfits' | 'inWeeks' | 'tooSmall'> & {
  unread: ShipmentState['unknown'];
};

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
  const coming = [
    ...(kinds.some((k) => k.kind !== 'fish') ? (['invertebrates'] as const) : []),
    ...(kinds.some((k) => k.flags.includes('dye-sensitive')) ? (['scaleless'] as const) : []),
    'unsettled' as const,
  ];
  const beside = [...besideOf(house, q, f, s), ...coming];
  const never = there.flatMap((w) => conflictsOf(w.medicine, beside).filter((x) => x.grade === 'refuse'))[0];
  return [{ tank: t.name, medicines: there.map((w) => w.medicine.name), never: never?.words ?? null }];
}

/** What of the receiving tanks of this house speaks against what comes, as long as nothing went in. */
export const receivingOf = (house: House, c: Consignment): Receiving =>
  c.direction === 'outgoing' || c.actual.openedAt || house.arrivals.runsOf(c.id).length > 0
    ? nothing
    : judgedTanks(house, c);

export type LaneStops = ReturnType<typeof laneStops>;

/** What would stop a lane from being opened into its tanks: by the comparison, by the tank’s own readings, by what is in it. */
export function laneStops(
  house: House,
  c: Consignment,
  lane: Pick<Compared<ReceivingTank>, 'bagIds' | 'stops' | 'tank'>,
) {
  const bag = c.bags.find((b) => b.id === lane.bagIds[0]);
  const names = bag ? tanksOfBag(c, bag) : [lane.tank.name];
  const here = c.direction === 'outgoing' ? nothing : judgedTanks(house, c);
  const mine = <T extends { tank: string }>(list: readonly T[]): T[] => list.filter((x) => names.includes(x.tank));
  const read = mine(here.tanks).flatMap((t) => t.stops.map((stop) => ({ stop, tank: t.tank })));
  const compared = lane.stops.map((stop) => ({ stop, tank: lane.tank.name }));
  const known = new Set(compared.map((x) => x.stop.code));
  return {
    water: [...compared, ...read.filter((x) => !known.has(x.stop.code))],
    weeks: mine(here.inWeeks).filter((w) => w.never !== null || w.medicines.length > 0),
  };
}

function judgedTanks(house: House, c: Consignment): Receiving {
  const catalogue = catalogueOf(c, house);
  const a = withOverrides(c.assumptions);
  const each = [c.tank, ...(c.otherTanks ?? [])].map((t): Receiving => {
    const lines = c.lines.filter((l) => (l.into ?? c.tank.name) === t.name);
    const kinds = lines.flatMap((l) => catalogue.species.find((s) => s.id === l.speciesId) ?? []);
    const read = { ...told(t), ...readHere(house, t), ...told(c.actual.tanks[t.name] ?? {}) };
    const residents = residentsOf(house, t.name);
    const ids = new Set(lines.map((l) => l.id));
    const bags = c.bags.filter((b) => b.animals.some((x) => ids.has(x.lineId))).map((b) => b.id);
    const groups = groupsOf(c, catalogue, bags).filter((g) => kinds.includes(g.species as Species));
    const warnings = residents.length > 0 ? releaseWarnings(groups, residents, a) : [];
    const record = house.records.byId(tankId(house, t.name));
    const massG = record ? massOf([...groups, ...residents]) : null;
    const missing = (['tempC', 'pH'] as const).filter((k) => read[k] === undefined);
    return {
      tanks: [{ tank: t.name, stops: stopsByReading(read, kinds, a, t.volumeL) }],
      misfits: warnings.length > 0 ? [{ tank: t.name, warnings }] : [],
      inWeeks: weeksIn(house, c, t, kinds),
      tooSmall:
        massG !== null && massG > a.crowdedGPerL * t.volumeL ? [{ tank: t.name, massG, volumeL: t.volumeL }] : [],
      unread: missing.length > 0 ? [{ tank: t.name, figures: missing }] : [],
    };
  });
  const all = <K extends keyof Receiving>(k: K): Receiving[K] => each.flatMap((x) => x[k] as unknown[]) as Receiving[K];
  return {
    tanks: all('tanks'),
    misfits: all('misfits'),
    inWeeks: all('inWeeks'),
    tooSmall: all('tooSmall'),
    unread: all('unread'),
  };
}

const figures = [...waterFigures, 'nitriteMgL'] as const;
const told = (t: object): ReadWater =>
  Object.fromEntries(
    figures.flatMap((k) => {
      const v = (t as Partial<Record<string, number>>)[k];
      return v === undefined ? [] : [[k, v]];
    }),
  );
