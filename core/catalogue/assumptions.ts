/**
 * Every figure that no published table gives stands here, once, with its unit in the name, its default and where it
 * comes from. A consignment file and the user's own settings may override any of them; the screens show the mark where
 * a decision rests on one. Figures without a unit are ratios.
 */
type Provenance = 'published' | 'memory' | 'practice' | 'ours' | 'measured';

export interface Assumption {
  value: number;
  provenance: Provenance;
  why: string;
}

const practice = (value: number, why: string): Assumption => ({ value, provenance: 'practice', why });
const published = (value: number, why: string): Assumption => ({ value, provenance: 'published', why });
const ours = (value: number, why: string): Assumption => ({ value, provenance: 'ours', why });

type Class = 'delicate' | 'ordinary' | 'hardy';
/** One row for each tolerance class, delicate, ordinary, hardy. */
const byClass = <K extends string>(name: K, [d, o, h]: readonly [number, number, number], why: string) =>
  ({
    [`delicate${name}`]: practice(d, `${why}, delicate`),
    [`ordinary${name}`]: practice(o, `${why}, ordinary`),
    [`hardy${name}`]: practice(h, `${why}, hardy`),
  }) as Record<`${Class}${K}`, Assumption>;

/**
 * How the air of a kind of place follows the weather (`core/weather/place-air.ts`): lag h, heated to °C and the share of
 * the cold that is felt there, cooled to °C and the share of the heat, and what an hour of full sun (800 W/m²) adds, K.
 * A share of 1 is a place that nothing heats or cools.
 */
const place = <K extends string>(
  name: K,
  [lagH, heatedToC, coldShare, cooledToC, warmShare, sunK]: readonly [number, number, number, number, number, number],
  why: string,
) =>
  ({
    [`${name}LagH`]: ours(lagH, `${why}: hours it lags the air outdoors`),
    [`${name}HeatedToC`]: ours(heatedToC, `${why}: heated to`),
    [`${name}ColdCoupling`]: ours(coldShare, `${why}: share of the cold below that is felt; 1 is unheated`),
    [`${name}CooledToC`]: ours(cooledToC, `${why}: cooled to`),
    [`${name}WarmCoupling`]: ours(warmShare, `${why}: share of the heat above that is felt; 1 is uncooled`),
    [`${name}SunK`]: ours(sunK, `${why}: what sun of 800 W/m² adds`),
  }) as Record<`${K}${'LagH' | 'HeatedToC' | 'ColdCoupling' | 'CooledToC' | 'WarmCoupling' | 'SunK'}`, Assumption>;

const delay = <K extends string>(name: K, one: number, two: number, weekend: number, why: string) =>
  ({
    [`${name}OneDayLateShare`]: ours(one, why),
    [`${name}TwoDaysLateShare`]: ours(two, why),
    [`${name}LostWeekendShare`]: ours(weekend, `${why}; only where the next day is not served`),
  }) as Record<`${K}${'OneDayLate' | 'TwoDaysLate' | 'LostWeekend'}Share`, Assumption>;

const fast = <K extends string>(name: K, clearingH: number, longestH: number, why: string) =>
  ({
    [`${name}ClearingH`]: practice(clearingH, why),
    [`${name}LongestH`]: ours(longestH, `${why}; longer is flagged`),
  }) as Record<`${K}ClearingH` | `${K}LongestH`, Assumption>;

export const assumptionTable = {
  // Fish
  stressAtSealing: practice(2.0, 'Oxygen use of a handled fish, times resting'),
  stressSettled: practice(1.3, 'Oxygen use of a bagged fish once it has settled, times resting'),
  stressHalfTimeH: practice(4, 'Half-time of settling'),
  sedatedFactor: practice(0.7, 'Oxygen use of a sedated fish, times unsedated'),
  mealOxygenShare: practice(0.4, 'Extra oxygen use just after a full meal'),
  ammoniaQuotientFasted: practice(0.1, 'mol N excreted per mol O2, long after the last meal'),
  ammoniaQuotientMeal: practice(0.15, 'mol N per mol O2 added just after a full meal'),
  respiratoryQuotient: practice(0.9, 'mol CO2 per mol O2'),
  gutQ10: practice(2, 'A gut clears faster in warm water'),
  gutLengthExponent: ours(0.3, 'A bigger fish of its kind clears its gut slower: hours go with length to this power'),
  fryLengthShare: ours(0.35, 'Shorter than this share of its usual selling length a fish is fry'),
  handsFromH: practice(7, 'Nobody feeds or changes water before this hour of the day'),
  handsUntilH: practice(21, 'Nor after this one: what falls into the night is done the evening before'),
  ammoniaMeanH: practice(1, 'Ammonia is judged as the mean of the last hour: an acute criterion is one itself'),
  oxygenMeanH: practice(0.5, 'Oxygen is judged as the mean of the last half hour'),
  oxygenHalfKPa: practice(0.5, 'At this oxygen pressure fish get half of what they would use'),
  harmZC: practice(2, 'So many degrees beyond a 24 h limit do ten times the harm: 1.5 to 2.5 for fishes, from memory'),
  ...fast('fry', 12, 18, 'Fry fast half a day at most'),
  ...fast('tinyLivebearer', 24, 36, 'Tiny fish and small livebearers, one day'),
  ...fast('smallCommunity', 36, 60, 'Small community fish, a day and a half'),
  ...fast('cichlidLike', 48, 96, 'Cichlids and larger community fish, two days'),
  ...fast('coolWaterLarge', 96, 168, 'Goldfish and large cool-water fish, four days'),
  // A dead animal in the bag
  deadLagH: ours(4, 'Hours until a dead fish begins to spoil its water'),
  deadOxygenMgPerGH: ours(0.3, 'Oxygen that decay takes, per gram of dead fish, once it runs at 25 °C'),
  deadTanMgNPerGH: ours(0.08, 'Ammonia that decay gives, per gram of dead fish, once it runs at 25 °C'),
  deadQ10: ours(2.5, 'Decay runs faster in warm water'),
  // Tolerance: hard limits in the closed bag
  ...byClass('OxygenKPa', [12, 8, 5], 'Least partial pressure of oxygen'),
  ...byClass('Co2MgL', [80, 150, 250], 'Most dissolved carbon dioxide'),
  ...byClass('PhFallSoft', [1.5, 2.0, 2.5], 'Fall of pH from the source that is worth a warning'),
  ...byClass('PhFloor', [6.0, 5.8, 5.5], 'Lowest pH'),
  ...byClass('SeaCo2MgL', [40, 60, 100], 'Most dissolved carbon dioxide in sea water'),
  ...byClass('TimesAcute', [0.25, 0.5, 1], 'Most ammonia, times the acute criterion'),
  doseHalfDies: ours(3, 'Half die at so many times the dose of cold or heat that is borne'),
  oxygenHalfDies: ours(2, 'Half die where oxygen is the least that is borne, divided by this'),
  carbonHalfDies: ours(2, 'Half die at so many times the most carbon dioxide that is borne'),
  ammoniaHalfDies: ours(4, 'Half die at so many times the most ammonia that is borne in the bag'),
  observedLimitSigmaC: ours(0.7, 'How far a 24 h limit that was observed lies from its figure, °C'),
  ruleLimitSigmaC: ours(1.5, 'How far a 24 h limit that follows from a rule lies from its figure, °C'),
  longTermNh3MgNL: published(
    0.025,
    'EIFAC: un-ionized ammonia that fish bear for long; told, never a limit of a journey',
  ),
  phFloorBelowSource: practice(0.3, 'The pH floor never lies above the source pH less this'),
  // Tolerance: weights after opening, each in any five minutes
  ...byClass('PhStep', [0.7, 1.0, 1.5], 'Step of pH that is borne on opening'),
  ...byClass('TempStepC', [2, 3, 4], 'Step of temperature that is borne on opening'),
  ...byClass('PeakNh3MgNL', [0.05, 0.1, 0.2], 'Peak of un-ionized ammonia that is borne on opening, as N'),
  ...byClass('SalinityStep', [3, 5, 8], 'Step of salinity that is borne on opening'),
  ...byClass('GhStepDgh', [4, 8, 12], 'Step of general hardness that is borne on opening'),
  ...byClass('Co2FallMgL', [60, 120, 200], 'Fall of carbon dioxide that is borne on opening'),
  ...byClass('WarmingCPerH', [3, 6, 10], 'Degrees an hour at which a chilled bag is warmed'),
  invertebratePhStep: practice(0.4, 'Step of pH that an invertebrate bears'),
  invertebrateSalinityStep: practice(1.5, 'Step of salinity that an invertebrate bears'),
  invertebrateGhStepDgh: practice(3, 'Step of general hardness that an invertebrate bears'),
  burdenHandsMin: practice(120, 'Hands-on minutes that weigh as much as one tolerable step'),
  weakHandsTimes: ours(4, 'Hands weigh so many times more on animals that are weak when they come'),
  burdenExposureMin: practice(60, 'Criterion-minutes that weigh as much: the one-hour criterion for an hour'),
  // Bag
  gasTransferRestMPerH: ours(
    0.2,
    'Oxygen crosses the free surface of a bag at rest this fast: fish stir it themselves',
  ),
  gasTransferMovingMPerH: practice(0.5, 'The same while it is carried or driven'),
  handledAfterSealingH: practice(0.5, 'So long after sealing a bag is handled, and its water moves'),
  purityFlushed: practice(0.95, 'Oxygen left in a bag whose air was squeezed out well'),
  neckHeightCm: ours(4, 'Twist, bands and folded neck above the filled bag'),
  cabinPressureKPa: practice(75.26, 'Cabin or hold at 8,000 ft, ICAO standard atmosphere'),
  tempRateSoftCPerH: ours(3, 'Water that changes faster than this is told as a warning; most tanks never do'),
  filmCo2MmolPerM2HKPa: practice(0, 'CO2 lost through two layers of ordinary film: none is counted unless asked'),
  breatherOxygenMmolPerM2HKPa: ours(
    0.15,
    'Oxygen through breather film, above thin polyethylene (about 0.09): keeps a few small fish, no more',
  ),
  breatherCo2MmolPerM2HKPa: ours(0.6, 'CO2 through breather film, about four times oxygen'),
  tabletReleaseHalfTimeH: ours(10, 'Half of an oxygen tablet is given off in this time'),
  reducerOxygenMgL: ours(0.5, 'Oxygen that a reducing conditioner takes from the water at once'),
  binderUptakePerH: ours(2, 'Share of the ammonia present that a binder takes up, per hour; 0 takes none'),
  activityCorrection: practice(0, '1 uses Davies activities in fresh water; 0 takes concentrations as they are'),
  // Box
  bagToAirWPerM2K: practice(6, 'Natural convection and radiation around a bag, over 6·V^⅔'),
  bagToWallShare: ours(0.25, 'Of that, what a bag that leans on a wall gives to the wall instead of the air'),
  wallReachCm: ours(4, 'A bag further than this from a wall, edge to edge, does not feel it'),
  filmInsideWPerM2K: practice(6, 'Inner surface of a box'),
  filmOutsideWPerM2K: practice(10, 'Outer surface of a carton'),
  airHeatPerL: ours(4, 'J/K per litre inside: air is 1.2, the rest is paper and film that follow it'),
  wallHeatJPerKPerM2: ours(900, 'Foam (20 kg/m³, 1.3 kJ/kg K) and carton (0.5 kg/m², 1.4 kJ/kg K) of one square metre'),
  ventHoleLPerH: practice(9, 'Fresh air through one 6 mm hole beside a warm pack'),
  cartonAbsorbs: ours(0.6, 'Share of sunlight a brown carton takes up'),
  sunlitShare: ours(0.35, 'Share of the outer surface that the sun sees'),
  clearSkyShare: ours(0.5, 'Sun that gets through an average sky'),
  clearSunWPerM2: practice(950, 'Sun on a surface that faces it, clear sky, sea level'),
  cartonCm: ours(0.5, 'Corrugated carton round the foam'),
  cartonWPerMK: ours(0.06, 'Conductivity of corrugated board, from memory 0.05 to 0.07'),
  liningKgPerM3: practice(30, 'Weight of what lines a box: foam sheet 25 to 35 kg/m³, from memory'),
  ballastWrapShare: ours(1, 'Heat a bottle of plain water gives, as a share of a bare one'),
  // Packs
  packQ10: practice(1.1, 'A colder pack burns slower'),
  packFactorMin: practice(0.3, 'Lower bound of the temperature factor'),
  packFactorMax: practice(1.2, 'Upper bound of the temperature factor'),
  packRatedC: practice(22, 'Air in which a pack is rated'),
  packPlateWPerK: practice(0.2, 'A wrapped pack to the air: about 0.025 m² and 8 W/m²K'),
  packNearWPerK: ours(0.02, 'A pack to the bag nearest to it: 0.012 m² through newspaper and an air gap'),
  packReachCm: ours(25, 'A pack warms the bag whose centre is nearest, if it is within this'),
  packHeatJPerGK: ours(0.9, 'Heat capacity of iron powder, salt and wet filler'),
  packBenchMin: practice(45, 'Packs lie open in air this long before the box is closed'),
  coldPackWPerK: ours(0.9, 'A half-kilogram cold pack: 0.15 m² and 6 W/m²K'),
  towelTakesUpShare: ours(0.45, 'Of what a cold pack in paper takes up, one in a towel: 1 cm of it, 0.05 W/m K'),
  coldPackStartC: ours(-5, 'A cold pack out of the freezer and half an hour in paper'),
  bottleWrapShare: ours(0.5, 'Heat a wrapped bottle gives, as a share of a bare one'),
  // Places on the way
  ...place('room', [12, 21, 0.05, 24, 0.5, 0], 'A heated room that nobody cools'),
  ...place('ownCar', [0.5, 18, 0.1, 24, 0.1, 0], 'A car that is driven, with heater and air conditioning'),
  ...place('parkedCar', [0.4, 15, 1, 25, 1, 22], 'A parked car; McLaren, Null & Quinn 2005, from memory'),
  ...place('counter', [12, 17, 0.15, 25, 1, 2], 'A counter hall or air shed'),
  ...place('vanUnconditioned', [2, 12, 0.6, 25, 1, 8], 'A closed van among parcels from a heated hall'),
  ...place('vanConditioned', [2, 16, 0.25, 25, 0.25, 0], 'A heated and cooled van'),
  ...place('depot', [12, 15, 0.3, 25, 1, 3], 'A heated hall with open doors'),
  ...place('aircraftHold', [0, 12, 0.05, 12, 0.05, 0], 'A hold that carries animals is kept mild'),
  ...place('ramp', [0, 15, 1, 25, 1, 5], 'Out of doors'),
  skyShare: ours(0.75, 'Of clear sun, what an ordinary sky lets through onto the roofs of cars, vans and halls'),
  // Journey
  detourFactor: practice(1.25, 'Road over the great circle'),
  carKmPerH: practice(75, 'Own car, on the way as a whole'),
  carRestEveryH: practice(2, 'Driving between two rests'),
  carRestH: practice(0.25, 'How long a rest takes'),
  carDayH: practice(10, 'Most driving in a day'),
  carNightH: practice(10, 'A night indoors between two days of driving'),
  filledElsewhereAfterH: practice(1, 'From closing a bag over air to the cylinder of a shop'),
  packingMinPerBag: practice(9, 'Catch, count, bag, oxygen, twist, band, second bag'),
  labelMinPerBag: ours(0.5, 'Labels put on with dry hands, a bag'),
  drawingMinPerTank: ours(6, 'Shipping water drawn and treated, a tank'),
  sedationWatchMin: practice(5, 'A sedated bag stays open and is watched this long'),
  leakStandMin: practice(10, 'Closed bags stand this long on paper; film for its seam'),
  packProveMin: ours(20, 'A pack tells whether it is a dud this long after it was opened'),
  lateFromMin: ours(30, 'A box on its way counts as late from here on: windows are no finer'),
  askAfterMin: ours(60, 'A leg that was not seen this long after it should begin is asked about: depots scan in heaps'),
  shelfWarmC: ours(20, 'A shelf in a heated room of a depot'),
  shelfCoolC: ours(15, 'A cool hall of a depot, out of the sun'),
  fetchAfterH: ours(1, 'From a call to somebody who stands at the counter of the depot'),
  worthCallingH: ours(0.5, 'What gains less than this in the worst case is not worth a call'),
  turnBackMin: ours(60, 'From the counter back to the bench, before a limit is met'),
  pacePieces: ours(5, 'The usual minutes of a bag count as so many bags of one’s own'),
  pauseMin: ours(40, 'Between two ticks longer than this lies a pause'),
  shopHours: practice(1, 'In the bag from a shop nearby, where nobody tells'),
  postedHours: practice(24, 'In the bag by post or courier, where nobody tells'),
  movedHours: practice(3, 'In the bag on a move of one’s own, where nobody tells'),
  packers: practice(1, 'Who catch and bag together; more of them are done sooner'),
  guessPh: ours(7.5, 'Shipping water whose pH nobody measured'),
  guessPhSigma: ours(0.35, 'How far such a pH lies from that'),
  guessKhDkh: ours(6, 'Carbonate hardness that nobody measured, °dKH'),
  guessKhSigma: ours(0.55, 'Lognormal spread of such a hardness'),
  guessGhDgh: ours(10, 'General hardness that nobody measured, °dGH'),
  guessGhSigma: ours(0.5, 'Lognormal spread of such a hardness'),
  guessTanMgNL: ours(0.2, 'Ammonia of kept water that nobody measured, mg N/L'),
  guessTanSigma: ours(0.7, 'Lognormal spread of such an ammonia'),
  guessTempSigma: ours(1.5, 'How far a water that nobody measured lies from the usual warmth of its animals, °C'),
  tdsMgLPerDgh: practice(30, 'Dissolved solids of fresh water to a degree of general hardness, mg/L'),
  guessGhFromTdsSigma: ours(0.35, 'Lognormal spread of a hardness that only dissolved solids tell of'),
  readingGoodDays: ours(7, 'Days after which the reading of a tank is only a guess of what its water is'),
  tapeAllRound: ours(0.35, 'Of the leak of a lid whose corners are free, what tape all round leaves'),
  tapeStrips: ours(2, 'Times that leak, where two strips leave the joint open'),
  guessSeaPh: practice(8.1, 'Sea water whose pH nobody measured'),
  guessSeaPhSigma: ours(0.15, 'How far such a pH lies from that'),
  guessSeaKhDkh: practice(8, 'Carbonate hardness of sea water that nobody measured, °dKH'),
  guessSeaKhSigma: ours(0.15, 'Lognormal spread of such a hardness'),
  guessSeaSalinity: practice(34, 'Salinity of sea water that nobody measured, g/kg'),
  guessBrackishSalinity: practice(10, 'Salinity of brackish water that nobody measured, g/kg'),
  guessSeaGhDgh: practice(60, 'General hardness of sea water, as far as drops tell it, °dGH'),
  longBenchH: ours(8, 'Beyond this the first bags wait long for the last'),
  boxingMin: practice(45, 'Standing for leaks, lining and filling the box, closing'),
  beforeCutOffMin: practice(50, 'Be at the counter this long before the cut-off'),
  forecastErrorC: ours(0.9, 'Standard error of an hourly forecast of today'),
  forecastErrorCPerDay: ours(0.35, 'What every day of lead time adds to it'),
  forecastErrorMostC: ours(4.5, 'Beyond a week a forecast is climate: it gets no worse'),
  forecastErrorMemoryH: ours(18, 'An error of the forecast fades into the next with this memory'),
  ...delay('courier', 0.05, 0.01, 0.02, 'Parcels that miss their day; learn your own'),
  ...delay('air', 0.06, 0.01, 0.01, 'A missed flight goes the next day; learn your own'),
  ...delay('ownCar', 0.01, 0, 0, 'A breakdown'),
  // Risk
  metabolismSigma: practice(0.3, 'Spread of oxygen use about the mean for its mass, lognormal'),
  packSigma: practice(0.1, 'Spread from pack to pack of one kind'),
  packKindSigma: practice(0.25, 'What is not known about a kind of pack until it was measured'),
  packDudShare: ours(0.02, 'Packs that stay cold although they were proved warm'),
  boxSigma: practice(0.05, 'Spread of what boxes of one kind lose: joints, damp, wear'),
  boxKindSigma: practice(0.12, 'What is not known about a kind of box until it was measured'),
  metabolismOwnSigma: ours(0.12, 'What of that spread stays from journey to journey once a species was measured here'),
  learnSensorC: ours(0.4, 'How far a logger of the shop reads off as a whole'),
  learnClockMin: ours(15, 'How far the clock of a logger is off'),
  learnWindSigma: ours(0.1, 'What wind and sun do to the loss of a box on one journey, lognormal'),
  learnPackShape: ours(0.2, 'How much longer or shorter a pack rises and fades than its curve says, as a share'),
  learnFloorSigma: ours(0.05, 'No learned figure is surer than this, lognormal: the model itself is wrong by something'),
  learnReadingC: ours(0.4, 'Scatter of an hour of a logger, or of one thermometer reading, about the computed curve'),
  learnPh: ours(0.2, 'How far a pH of a bag lies from the computed one for other reasons than oxygen use'),
  learnTanSigma: ours(0.35, 'The same of its ammonia, lognormal'),
  learnOxygenSigma: ours(0.2, 'The same of its dissolved oxygen, lognormal'),
  learnTrips: ours(20, 'The usual shares of delay count as so many journeys of one’s own'),
  learnPacks: ours(25, 'The usual share of duds counts as so many packs proved'),
  learnForecasts: ours(6, 'The usual error of the forecast counts as so many journeys'),
  learnLegSigma: ours(0.3, 'What is not known of how long a leg of a service takes until it was timed, lognormal'),
  learnLegOwnSigma: ours(0.2, 'How much that differs from journey to journey'),
  placeSigmaC: practice(2, 'Spread of the air of a kind of place on the way about what is computed, °C'),
  placeSunSigma: practice(0.4, 'Spread of what the sun adds there, lognormal'),
  delayAtOriginShare: ours(0.25, 'Delays that are spent in the depot of origin'),
  delayAtHubShare: ours(0.4, 'Delays that are spent in a hub between'),
  delayAtDestinationShare: ours(
    0.3,
    'Delays that are spent in the depot of destination; what is left waits where it was delivered',
  ),
  stopBelowChance: practice(0.8, 'Below this chance a consignment is stopped'),
  watchBelowChance: practice(0.95, 'Below this chance it is watched'),
  stopBelowSlackH: practice(0, 'Below this worst-case slack a consignment is stopped'),
  watchBelowSlackH: practice(10, 'Below this worst-case slack it is watched'),
  // Planning
  wantedSlackH: ours(24, 'Worst-case slack a plan should have: a day late and still safe'),
  softFillShare: practice(0.85, 'Of a full bag, what one that is left soft holds'),
  softYields: practice(0.06, 'How much narrower a soft bag is pressed by its neighbours'),
  bagFillShare: ours(0.66, 'Share of a flat bag that is filled: leaves slack for a flight and a twist'),
  mostInABag: ours(12, 'Most animals that are suggested for one bag'),
  planWarmerC: ours(2, 'A bag over a fresh pack runs this much warmer than the tank for some hours'),
  wantedChance: ours(0.95, 'Chance that a plan should reach: below it a thicker box is looked for'),
  chanceForDouble: ours(0.1, 'Share of chance that a plan of twice the cost must bring'),
  packClearanceCm: practice(1, 'Paper and air between a pack and the bags: they never touch'),
  bottleFloorCm: ours(9, 'Length of the box that a wrapped bottle takes'),
  stopGapBottleL: ours(1, 'Water from the hot tap in a wrapped bottle, as a stop-gap'),
  stopGapBottleC: ours(45, 'Temperature of that water'),
  paperAndLinerKg: ours(0.15, 'Paper, absorbent and liner of a packed box'),
  bandsAndLabelKg: ours(0.004, 'Bands and label of a bag'),
  mouthShare: practice(0.4, 'A fish swallows what is shorter than this share of its own length'),
  evenSizeShare: practice(0.55, 'Of one kind, smaller than this share of the largest is bullied'),
  tooColdToShipC: practice(-20, 'At or below this outside, wait for the better day'),
  forecastOldH: ours(24, 'A forecast older than this is said to be old: the services make a new one every few hours'),
  forecastSaysLittleH: practice(168, 'Further ahead than this a forecast says little'),
  handsKgPerBag: ours(0.5, 'What a bag more costs in hands and film, as kilograms'),
  // Floating and opening
  floatWPerM2K: practice(150, 'A bag afloat in moving water, over its wetted film'),
  floatedToC: practice(0.5, 'Floating ends when the bag is this near the tank'),
  lidCrackedMin: practice(10, 'Minutes with the lid of a box cracked before it is opened further'),
  lidHalfMin: practice(5, 'Minutes with the lid half off before it comes off'),
  computedPhSpread: ours(0.3, 'So far a computed pH of a bag may lie from what a strip reads there'),
  computedTanTimes: ours(1.6, 'So many times more or less ammonia than computed may be in a bag'),
  laneNearC: ours(1, 'Bags of waters this near are opened as one, °C'),
  laneNearPh: ours(0.2, 'The same for pH'),
  laneNearSalinity: ours(1, 'The same for salinity'),
  laneNearMeqL: ours(0.5, 'The same for alkalinity'),
  laneNearDgh: ours(2, 'The same for general hardness'),
  laneNearShare: ours(0.25, 'The same for ammonia and for litres, as a share of the larger'),
  laneSameTanMgNL: ours(0.5, 'Below this nobody tells two ammonias apart'),
  quarantineAwakeTimes: practice(2, 'Oxygen a fish at rest and awake in its tank takes, times the resting use'),
  foodProteinShare: practice(0.45, 'Protein in the food, as a share; what an ordinary dry food tells'),
  foodAmmoniaH: practice(24, 'Hours in which a meal has given nearly all of its ammonia'),
  quarantineFilterShare: ours(
    0.5,
    'Share of the ammonia that a filter with cycled media takes up, until readings tell',
  ),
  nitriteWatchMgL: practice(0.3, 'From here on nitrite is watched'),
  nitriteStopMgL: practice(0.8, 'From here on nitrite is too much'),
  nitrateWatchMgL: practice(40, 'From here on nitrate is watched'),
  phSwingWatch: practice(0.4, 'Between morning and evening the pH should not move more'),
  changeToShare: ours(0.45, 'A change brings ammonia down to this share of the chronic criterion'),
  copperAskTimes: ours(3, 'A reading or dose of copper that is so many times its band is asked about'),
  smallNewcomerShare: practice(0.5, 'Below this share of a resident’s length a newcomer is prey or is chased'),
  liftedByHandCm: practice(18, 'From this length on a fish is lifted by hand and not by net'),
  sampledFromAnimals: ours(40, 'From so many animals on ten are taken as a sample on arrival'),
  fryCm: ours(1.2, 'Up to this length a fish is fry: it is poured under water, and no net touches it'),
  bucketShare: ours(0.15, 'Heat a bucket on the floor exchanges with the room, as a share of a bag afloat'),
  degasLeftAlonePerH: practice(1, 'CO2 leaves an open bag left alone at this rate'),
  degasStirredPerH: practice(2, 'CO2 leaves a dripped or poured bag at this rate (1 to 4)'),
  degasAirStonePerH: practice(8, 'CO2 leaves under an air stone at this rate'),
  aerationStirredPerH: practice(2, 'Oxygen follows the air in dripped or poured water at this rate'),
  aerationAirStonePerH: practice(10, 'Oxygen follows the air under an air stone at this rate'),
  openingBinderShare: ours(0.9, 'Ammonia that a detoxifying dose of binder takes up at once on opening'),
  dropsPerMl: practice(20, 'Drops of an airline valve in a millilitre'),
  dropsPerSMost: practice(10, 'Drops a second that a valve or a clamp on an airline still counts as drops'),
  cupL: practice(0.12, 'Half a cup of tank water'),
  cupEveryMin: practice(5, 'Minutes from cup to cup'),
  cupsARound: practice(4, 'Cups before half is poured off'),
  mixRounds: practice(2, 'Rounds of cups or of doubling by drops, half poured off between them'),
  doubleMin: practice(30, 'Minutes in which the drip doubles the water'),
  vesselL: ours(20, 'Litres that the bucket beside the tank holds'),
  vesselFilledShare: ours(0.9, 'A vessel is filled to this share at most'),
  dripLinesMost: ours(4, 'The most drip lines that one person tends at once'),
  vesselRunsOver: ours(0, '1 where a vessel stands in another and runs over, 0 where it is emptied by hand'),
  binderAtHand: ours(1, '1 where an ammonia binder is at hand on opening, 0 where not'),
  airStoneAtHand: ours(1, '1 where an air stone is at hand, 0 where not'),
  refractometerAtHand: ours(1, '1 where salinity can be measured, 0 where not'),
  oxygenAtHand: ours(0, '1 where the receiver has oxygen, 0 where not'),
  sameSalinity: ours(1, 'Salinities this near need no matching'),
  floatTransferHandsMin: ours(4, 'Hands-on minutes of floating and netting across'),
  cupsHandsMin: ours(14, 'Hands-on minutes of eight cups and a pour'),
  dripHandsMin: ours(9, 'Hands-on minutes of setting, pouring off and netting'),
  scoopHandsMin: ours(8, 'Hands-on minutes of binder, pouring and scooping'),
  degasHandsMin: ours(10, 'Hands-on minutes of an air stone and four additions'),
  stagedHandsMin: ours(6, 'Hands-on minutes of unpacking, looking at a thermometer, floating and netting'),
  regasHandsMin: ours(14, 'Hands-on minutes of pouring off, new water, oxygen, closing and netting'),
  pinholeHandsMin: ours(30, 'Hands-on minutes of sampling and matching a tank'),
  straightHandsMin: ours(3, 'Hands-on minutes of opening and netting'),
  // Supplies
  hourPrice: ours(15, 'An hour of packing, in the money of the house'),
  kmPrice: practice(0.3, 'A kilometre by own car, fuel and wear'),
  oxygenPricePerL: ours(0.01, 'A litre of oxygen out of a cylinder, with its hire'),
  bandPrice: ours(0.02, 'A rubber band, one of the four of a bag'),
  paperPrice: ours(1.2, 'Absorbent, liner, tape, paper and labels of a box'),
  claimHours: practice(24, 'A buyer tells of losses within so many hours of delivery'),
  scaleToleranceKg: ours(0.2, 'So much over the booked weight is let pass at a counter'),
  bandsPerBag: practice(4, 'Bands of a doubled bag: two on each'),
  linersPerBox: practice(1, 'One liner bag round everything in a box'),
  oxygenFlushFactor: ours(1.3, 'Oxygen drawn from the cylinder, times what stays in the bag: flushing loses some'),
} satisfies Record<string, Assumption>;

export type AssumptionName = keyof typeof assumptionTable;

/** Where each group of the table begins, for people who read it. */
export const assumptionGroups: readonly { title: string; from: AssumptionName }[] = [
  { title: 'Fish', from: 'stressAtSealing' },
  { title: 'Fasting', from: 'fryClearingH' },
  { title: 'A dead animal in the bag', from: 'deadLagH' },
  { title: 'What fish bear in the closed bag', from: 'delicateOxygenKPa' },
  { title: 'What they bear on opening', from: 'delicatePhStep' },
  { title: 'Bag', from: 'gasTransferRestMPerH' },
  { title: 'Box', from: 'bagToAirWPerM2K' },
  { title: 'Packs', from: 'packQ10' },
  { title: 'Places on the way', from: 'roomLagH' },
  { title: 'Journey', from: 'packingMinPerBag' },
  { title: 'Risk and state', from: 'metabolismSigma' },
  { title: 'Planning', from: 'wantedSlackH' },
  { title: 'Floating and opening', from: 'floatWPerM2K' },
  { title: 'Money and terms', from: 'hourPrice' },
  { title: 'Supplies', from: 'bandsPerBag' },
];
export type Assumptions = Readonly<Record<AssumptionName, number>>;

export const defaultAssumptions = Object.fromEntries(
  Object.entries(assumptionTable).map(([name, a]) => [name, a.value]),
) as Assumptions;

/** Defaults with some of them replaced by a user's or a file's own values. */
export const withOverrides = (overrides: Partial<Record<AssumptionName, number>> = {}): Assumptions => ({
  ...defaultAssumptions,
  ...overrides,
});

const mayBeNegative = /HeatedToC$|CooledToC$|^coldPackStartC$|^tooColdToShipC$|^stopBelowSlackH$|^watchBelowSlackH$/;
const isShare = /Share$|AtHand$|^vesselRunsOver$|Coupling$|Chance$|^purityFlushed$|^cartonAbsorbs$/;
/** Rates, half-times and reference figures that something is divided by. */
const isDivisor =
  /^dropsPer|^doubleMin$|^cupEveryMin$|HalfTimeH$|ClearingH$|^deadLagH$|^forecastErrorMemoryH$|^vesselFilledShare$|^computedTanTimes$|^filmOutsideWPerM2K$|^filmInsideWPerM2K$|Q10$|^burden|^wallReachCm$|^respiratoryQuotient$|^harmZC$|^carKmPerH$|^carRestEveryH$|^carDayH$|^detourFactor$|HalfDies$|^oxygenHalfKPa$|TimesAcute$|Co2MgL$|Co2FallMgL$|WarmingCPerH$|MeanH$|^cartonWPerMK$/;

/** Why a value cannot be used for an assumption; null when it can. */
export function assumptionProblem(name: AssumptionName, value: number): string | null {
  if (!Number.isFinite(value) || Math.abs(value) > 1e6) return 'Give a number.';
  if (isShare.test(name) && !(value >= 0 && value <= 1)) return 'A share lies between 0 and 1.';
  if (isDivisor.test(name) && !(value > 0)) return 'This must be more than 0.';
  return value < 0 && !mayBeNegative.test(name) ? 'This cannot be less than 0.' : null;
}
