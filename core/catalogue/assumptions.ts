/**
 * Every figure that no published table gives stands here, once, with its unit in the name, its default and where it
 * comes from. A consignment file may override any of them; the screens show the mark where a decision rests on one.
 */
export type Provenance = 'published' | 'memory' | 'practice' | 'ours' | 'measured';

interface Assumption {
  value: number;
  provenance: Provenance;
  why: string;
}

const practice = (value: number, why: string): Assumption => ({ value, provenance: 'practice', why });
const ours = (value: number, why: string): Assumption => ({ value, provenance: 'ours', why });

export const assumptionTable = {
  // Fish
  stressAtSealing: practice(2.0, 'Oxygen use of a handled fish, times resting'),
  stressSettled: practice(1.3, 'Oxygen use of a bagged fish once it has settled, times resting'),
  stressHalfTimeH: practice(4, 'Half-time of settling'),
  sedatedFactor: practice(0.7, 'Oxygen use of a sedated fish, times unsedated'),
  worstCaseOxygenFactor: practice(1.47, 'One bag in ten uses this much more: lognormal, sigma 0.3'),
  mealOxygenShare: practice(0.4, 'Extra oxygen use just after a full meal'),
  ammoniaQuotientFasted: practice(0.1, 'mol N excreted per mol O2, long after the last meal'),
  ammoniaQuotientMeal: practice(0.15, 'mol N per mol O2 added just after a full meal'),
  respiratoryQuotient: practice(0.9, 'mol CO2 per mol O2'),
  gutQ10: practice(2, 'A gut clears faster in warm water'),
  nh3MeanH: practice(2, 'Ammonia limits hold for the mean over this time'),
  // Bag
  gasTransferMPerH: practice(0.1, 'Oxygen transfer velocity between the gas and still water'),
  purityFlushed: practice(0.95, 'Oxygen left in a bag whose air was squeezed out well'),
  neckHeightCm: ours(4, 'Twist, bands and folded neck above the filled bag'),
  cabinPressureKPa: practice(75.26, 'Cabin or hold at 8,000 ft, ICAO standard atmosphere'),
  tempRateSoftCPerH: ours(3, 'Water that changes faster than this is told as a warning; most tanks never do'),
  // Box
  bagToAirWPerM2K: practice(6, 'Natural convection and radiation around a bag, over 6·V^⅔'),
  filmInsideWPerM2K: practice(6, 'Inner surface of a box'),
  filmOutsideWPerM2K: practice(10, 'Outer surface of a carton'),
  airHeatPerL: ours(4, 'J/K per litre inside: air is 1.2, the rest is paper and film that follow it'),
  wallHeatJPerKPerM2: ours(900, 'Foam (20 kg/m³, 1.3 kJ/kg K) and carton (0.5 kg/m², 1.4 kJ/kg K) of one square metre'),
  ventHoleLPerH: practice(9, 'Fresh air through one 6 mm hole beside a warm pack'),
  // Packs
  packQ10: practice(1.1, 'A colder pack burns slower'),
  packFactorMin: practice(0.3, 'Lower bound of the temperature factor'),
  packFactorMax: practice(1.2, 'Upper bound of the temperature factor'),
  packRatedC: practice(22, 'Air in which a pack is rated'),
  packDormantOxygen: ours(0.02, 'Below this oxygen fraction a pack gives no useful heat and rests'),
  // Floating and opening
  floatWPerM2K: practice(150, 'A bag afloat in moving water, over its wetted film'),
  degasLeftAlonePerH: practice(1, 'CO2 leaves an open bag left alone at this rate'),
  degasStirredPerH: practice(2, 'CO2 leaves a dripped or poured bag at this rate (1 to 4)'),
  dropsPerMl: practice(20, 'Drops of an airline valve in a millilitre'),
} satisfies Record<string, Assumption>;

export type AssumptionName = keyof typeof assumptionTable;
export type Assumptions = Readonly<Record<AssumptionName, number>>;

export const defaultAssumptions = Object.fromEntries(
  Object.entries(assumptionTable).map(([name, a]) => [name, a.value]),
) as Assumptions;

/** Defaults with some of them replaced by a user's or a file's own values. */
export const withOverrides = (overrides: Partial<Record<AssumptionName, number>> = {}): Assumptions => ({
  ...defaultAssumptions,
  ...overrides,
});
