import { assume } from '@/core/consignment/assume';
import { effectsOf, givenTo } from '@/core/bag/treatments';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue, Species } from '@/core/catalogue/schema';
import { massOfLength, oxygenUseOf } from '@/core/catalogue/species';
import { dkhToMeqL } from '@/core/quantities/units';
import type { BagContents } from '@/core/bag/simulate';
import { gutHours } from '@/core/fish/fasting';
import { fastOfTank, plannedSealMs } from '@/core/calendar/fast';
import { ammoniaJudgeOf } from '@/core/fish/tolerance';
import { OXYGEN_IN_AIR } from '@/core/water/oxygen';
import { freeSurfaceM2 } from '@/core/bag/geometry';
import type { Bag, Consignment, OrderLine } from '@/core/consignment/schema';
import { waterOfBag, waterOfTank } from '@/core/consignment/waters';

/** Mean mass of an animal of a line, g: weighed, or from its length. */
export function massOfLine(c: Consignment, lineId: string, catalogue: Catalogue): number {
  const line = c.lines.find((l) => l.id === lineId)!;
  return line.massG ?? massOfLength(row(catalogue.species, line.speciesId, 'species'), line.lengthCm);
}

/** Hours since the fish of a tank ate, when the first bag is sealed: by the plan, and by the sealing that happened. */
function hoursWithout(c: Consignment, catalogue: Catalogue, a: Assumptions, tank: string, bags: number): number {
  const planned = plannedSealMs(c, catalogue, a, bags);
  const fast = fastOfTank(c, catalogue, a, tank, planned);
  if (fast.feedMs === null) return 0;
  return Math.max(0, (Date.parse(c.actual.sealedAt ?? new Date(planned).toISOString()) - fast.feedMs) / 3600_000);
}

/** When a bag is sealed: in an evening of so many bags, so many hours after the first of them. */
export interface Sealing {
  bags: number;
  afterH: number;
}

/** What is in a bag when it is sealed, from the plan. */
export function contentsOf(
  c: Consignment,
  bag: Bag,
  catalogue: Catalogue,
  a: Assumptions,
  sealing: Sealing = { bags: c.bags.length, afterH: 0 },
): BagContents & { species: Species[] } {
  const kinds = bag.animals.map((x) => {
    const line = c.lines.find((l) => l.id === x.lineId)!;
    return { count: x.count, line, species: row(catalogue.species, line.speciesId, 'species') };
  });
  const assumed = assume(c, catalogue, a);
  const water = waterOfBag(assumed, bag);
  const tankC = (line: OrderLine): number => waterOfTank(assumed, line.tank).tempC;
  const type = row(catalogue.bags, bag.bagTypeId, 'bag');
  const breathes = type.breather === true;
  const effects = effectsOf(givenTo(c, bag, catalogue), bag.waterL);
  const capacityMgN = (bag.binderMgN ?? 0) + effects.capacityMgN;
  const elsewhere = bag.filledElsewhere === true && bag.gasL > 0;
  return {
    waterL: bag.waterL,
    gasL: bag.gasL,
    oxygenFraction: elsewhere ? OXYGEN_IN_AIR : bag.oxygenFraction,
    pH: water.pH,
    alkalinityMeqL: dkhToMeqL(water.khDkh),
    tanMgNL: water.tanMgNL,
    salinity: water.salinity,
    animals: kinds.map((k) => ({
      count: k.count,
      massG: massOfLine(c, k.line.id, catalogue),
      metabolismFactor: oxygenUseOf(k.species),
      clearingH: gutHours(k.species, k.line.lengthCm, tankC(k.line), a),
      usualC: tankC(k.line),
      hoursSinceMeal: hoursWithout(c, catalogue, a, k.line.tank, sealing.bags) + sealing.afterH,
    })),
    sedated: bag.sedated || effects.sedates,
    sealedAtH: sealing.afterH,
    judge: ammoniaJudgeOf(kinds.map((k) => k.species)),
    surfaceM2: freeSurfaceM2({
      widthCm: type.widthCm,
      waterL: bag.waterL,
      gasL: bag.gasL,
      lies: bag.lies ?? false,
    }),
    binder:
      capacityMgN > 0
        ? { capacityMgN, kind: bag.binderKind ?? (effects.exchanges ? 'ion-exchange' : 'chemical') }
        : null,
    film: {
      areaM2: (2 * type.widthCm * type.heightCm) / 1e4,
      oxygenMmolPerM2HKPa: breathes ? a.breatherOxygenMmolPerM2HKPa : 0,
      co2MmolPerM2HKPa: breathes ? a.breatherCo2MmolPerM2HKPa : a.filmCo2MmolPerM2HKPa,
    },
    refill: elsewhere
      ? { afterH: bag.filledAfterH ?? a.filledElsewhereAfterH, oxygenFraction: bag.oxygenFraction }
      : null,
    tabletOxygenMg: bag.tabletOxygenMg ?? 0,
    reducer: bag.reducer === true || effects.reducing,
    death: null,
    species: kinds.map((k) => k.species),
  };
}
