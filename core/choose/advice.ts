import { assume } from '@/core/consignment/assume';
import { changeBags, countOf, freeId, splitBag } from '@/core/bag/by-hand';
import { filledBy } from '@/core/bag/filling';
import { mostGasAtGroundL, pillowVolumeL } from '@/core/bag/geometry';
import { givenTo, isFor, usualTimes } from '@/core/bag/treatments';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BagType, Catalogue, Species } from '@/core/catalogue/schema';
import type { Bag, Consignment } from '@/core/consignment/schema';
import { KPA_PER_ATM } from '@/core/quantities/units';
import type { Factor } from '@/core/bag/slack';

/** A change to the bags, in words: what it does is computed by whoever asks. */
export interface PlanChange {
  said: string;
  bags: Bag[];
}

const tenth = (x: number): number => Math.round(x * 10) / 10;
const twentieth = (x: number): number => Math.round(x * 20) / 20;

/** The most gas that fits a bag at cabin altitude, L at the ground, to a tenth below; null where nothing flies. */
function flightRoom(c: Consignment, bag: Bag, type: BagType, catalogue: Catalogue, a: Assumptions): number | null {
  const service = row(catalogue.services, c.serviceId, 'service');
  const flies = service.legs.some((l) => l.kind === 'aircraft-hold');
  const bagL = pillowVolumeL(type.widthCm, type.heightCm);
  if (!flies || type.breather || bag.waterL >= bagL) return null;
  const { moistL } = mostGasAtGroundL({
    bagL,
    waterL: bag.waterL,
    groundKPa: KPA_PER_ATM,
    lowKPa: a.cabinPressureKPa,
    tempC: assume(c, catalogue, a).sourceWater.tempC,
  });
  return Math.floor(moistL * 10) / 10;
}

/** How a bag may be split by the rules of number: never two or three of those that are one, or four and more. */
function splits(b: Bag, speciesOf: (lineId: string) => Species): boolean {
  const n = countOf(b);
  return n >= 2 && b.animals.every((x) => speciesOf(x.lineId).together !== 'one-or-four' || n === 2 || n >= 8);
}

/**
 * What hands could do about a bag that fails first by a factor, and about one that carries more water than it needs. Each
 * is one press; none breaks a rule of number, and none touches a locked bag.
 */
export function changesFor(
  c: Consignment,
  bagId: string,
  factor: Factor | null,
  catalogue: Catalogue,
  a: Assumptions,
): PlanChange[] {
  const bag = c.bags.find((b) => b.id === bagId);
  if (!bag || bag.locked) return [];
  const type = row(catalogue.bags, bag.bagTypeId, 'bag');
  const speciesOf = (lineId: string): Species =>
    row(catalogue.species, c.lines.find((l) => l.id === lineId)!.speciesId, 'species');
  const inside = bag.animals.map((x) => speciesOf(x.lineId));
  const out: PlanChange[] = [];
  const instead = (said: string, next: Partial<Bag>): void =>
    void out.push({ said, bags: [...changeBags(c.bags, [bagId], next).bags] });
  if (splits(bag, speciesOf))
    out.push({
      said: `Bag ${bagId} in two, ${freeId(bagId, new Set(c.bags.map((b) => b.id)))} filled the same.`,
      bags: [...splitBag(c.bags, bagId).bags],
    });
  const holds = bag.waterL + bag.gasL;
  const share = bag.waterL / holds;
  const larger = [...catalogue.bags]
    .filter((t) => !t.breather && t.widthCm > type.widthCm)
    .sort((x, y) => x.widthCm - y.widthCm)[0];
  if (larger && !type.breather) {
    const full = filledBy('third', larger, [], a);
    const all = full.waterL + full.gasL;
    const waterL = twentieth(all * share);
    instead(`Bag ${bagId} in ${larger.name}, filled in the same proportion: ${waterL} L of water.`, {
      bagTypeId: larger.id,
      waterL,
      gasL: tenth(all - waterL),
      school: undefined,
    } as Partial<Bag>);
  }
  if (!type.breather && bag.gasL > 0.4) {
    const waterL = twentieth(bag.waterL * 1.25);
    if (holds - waterL > holds / 3)
      instead(`A quarter more water in bag ${bagId}: ${waterL} L, gas reduced by the same.`, {
        waterL,
        gasL: tenth(holds - waterL),
        school: undefined,
      } as Partial<Bag>);
  }
  const most = flightRoom(c, bag, type, catalogue, a);
  if (most !== null && bag.gasL > most)
    instead(`Less gas in bag ${bagId}, ${most} L: room to expand in the aircraft.`, { gasL: most });
  const less = twentieth(bag.waterL * 0.75);
  if (!type.breather && less >= 0.1)
    instead(`A quarter less water in bag ${bagId}: ${less} L, gas increased by the same.`, {
      waterL: less,
      gasL: tenth(holds - less),
      school: undefined,
    } as Partial<Bag>);
  if (!type.breather && bag.gasL > 0 && bag.oxygenFraction < 0.5)
    instead(`Oxygen instead of air in bag ${bagId}.`, { oxygenFraction: a.purityFlushed });
  if (factor === 'oxygen' && !bag.lies && bag.gasL > 0)
    instead(`Bag ${bagId} laid on its side: more surface for oxygen.`, { lies: true });
  if (factor === 'ammonia') {
    const has = givenTo(c, bag, catalogue);
    const binder = (catalogue.treatments ?? []).find(
      (t) => (t.capacityMgN ?? 0) > 0 && !has.some((g) => g.treatment.id === t.id) && isFor(t, inside),
    );
    if (binder)
      instead(`${binder.name} in bag ${bagId}.`, {
        treatments: [...(bag.treatments ?? []), { id: binder.id, times: usualTimes(binder) }],
      });
  }
  return out;
}
