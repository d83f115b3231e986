import { madeOf } from '@/core/box/box-construction';
import { layersOf } from '@/core/bag/making';
import { effectsOf, givenTo, unfit } from '@/core/bag/treatments';
import { row } from '@/core/catalogue/row';
import type { Catalogue, Service, Species } from '@/core/catalogue/schema';
import { simulateBag, type BagCurves } from '@/core/bag/simulate';
import { thermalDose } from '@/core/fish/thermal-dose';
import { firstToFail, safeHours, type BagLimits, type Factor, type SafeHours, safeOf, slackOf } from '@/core/bag/slack';
import { standingBagOf, type Arrangement } from '@/core/box/arrange';
import { boxWeights, outsideCm, type BoxWeights } from '@/core/box/weights';
import { chargeable, type Freight } from '@/core/box/freight';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { drivenTooFast, wayOf } from '@/core/calendar/distance';
import { compatibility } from '@/core/fish/compatibility';
import { classAt, longestFastH } from '@/core/fish/fasting';
import { simulateBox, type BoxCurves } from '@/core/heat/box';
import { massOfLine } from './contents';
import type { Clock, Prepared, PreparedBag, PreparedBox } from './prepare';
import type { Box, Consignment } from '@/core/consignment/schema';
import type { Risk } from './risk';
import { identicalBags } from './identical-bags';

export type State = 'fine' | 'watch' | 'stop';

export interface BagResult {
  id: string;
  boxId: string;
  species: Species[];
  animals: number;
  fishG: number;
  tempC: Float64Array;
  /** Dose of temperature so far; 1 is all it bears. */
  dose: Float64Array;
  curves: BagCurves;
  limits: BagLimits;
  easeC: { min: number; max: number };
  /** Along the curves as planned. */
  safe: SafeHours;
  first: { factor: Factor; hours: number } | null;
  /**
   * Hours beyond the deadline: the median of the draws, and their tenth percentile; null when that is more than was
   * computed. Without draws both are the journey as planned.
   */
  slackH: number | null;
  worstSlackH: number | null;
  /** What fails first in most draws; as planned without draws. */
  factor: Factor | null;
  /** Share of draws in which it holds until opening; null without draws. */
  chance: number | null;
  /** Share of its animals that the draws expect alive at opening; null without draws. */
  alive: number | null;
  state: State;
  warnings: string[];
}

export interface BoxResult {
  id: string;
  curves: BoxCurves;
  arrangement: Arrangement;
  weights: BoxWeights;
  freight: Freight;
  outsideCm: [number, number, number];
}

/** The bag that promises least, and what fails first in it. */
export interface Overall {
  bagId: string | null;
  factor: Factor | null;
  safeH: number | null;
  slackH: number | null;
  worstSlackH: number | null;
  state: State;
}

/** The journey as planned, without chance: what every draw varies. */
export interface Forward extends Clock {
  boxes: BoxResult[];
  bags: BagResult[];
  overall: Overall;
  notes: string[];
  assumptions: Assumptions;
}

/** Stop, watch or fine by worst-case slack, and by chance where draws were made. */
export function stateOf(worstSlackH: number | null, a: Assumptions, chance: number | null = null): State {
  const slack = worstSlackH ?? Infinity;
  if (slack < a.stopBelowSlackH || (chance !== null && chance < a.stopBelowChance)) return 'stop';
  return slack < a.watchBelowSlackH || (chance !== null && chance < a.watchBelowChance) ? 'watch' : 'fine';
}

function warningsOf(p: Prepared, bag: PreparedBag, r: Omit<BagResult, 'warnings' | 'state'>): string[] {
  const { a, stepH } = p;
  const warnings: string[] = [];
  const upTo = Math.min(p.steps - 1, Math.max(0, Math.round(p.openH / stepH)));
  let coldest = Infinity;
  let warmest = -Infinity;
  let fastest = 0;
  const perHour = Math.max(1, Math.round(1 / stepH));
  for (let i = 0; i <= upTo; i++) {
    const t = r.tempC[i]!;
    coldest = Math.min(coldest, t);
    warmest = Math.max(warmest, t);
    if (i >= perHour) fastest = Math.max(fastest, Math.abs(t - r.tempC[i - perHour]!));
  }
  const name = bag.species[0]!.name;
  if (coldest < r.easeC.min)
    warnings.push(`Water falls to ${coldest.toFixed(1)} °C; ${name} is comfortable above ${r.easeC.min} °C.`);
  if (warmest > r.easeC.max)
    warnings.push(`Water rises to ${warmest.toFixed(1)} °C; ${name} is comfortable below ${r.easeC.max} °C.`);
  if (fastest > a.tempRateSoftCPerH) warnings.push(`Water changes by ${fastest.toFixed(1)} °C in one hour.`);
  if (r.curves.pH[upTo]! < r.limits.phSoft)
    warnings.push(
      `pH falls from ${bag.contents.pH.toFixed(1)} to ${r.curves.pH[upTo]!.toFixed(1)} by opening: a large step back up.`,
    );
  const type = row(p.catalogue.bags, bag.bag.bagTypeId, 'bag');
  const { fillShare } = standingBagOf(bag.bag, type, a);
  const { waterL, gasL } = bag.bag;
  if (fillShare > 0.98) warnings.push(`The bag is over-filled: ${(100 * fillShare).toFixed(0)} % of its capacity.`);
  else if (
    p.legs.some((l) => l.flight) &&
    waterL + (gasL * p.ambient.pressureKPa[0]!) / a.cabinPressureKPa > (waterL + gasL) / fillShare
  )
    warnings.push('In the aircraft the gas expands by a third, more than this bag holds: fill it less.');
  bag.species.forEach((s, i) => {
    const fastedH = Math.round(bag.contents.animals[i]!.hoursSinceMeal);
    const line = p.consignment.lines.find((l) => l.id === bag.bag.animals[i]!.lineId)!;
    const longestH = longestFastH(classAt(s, line.lengthCm, a), a);
    if (fastedH > longestH)
      warnings.push(
        `${s.name} fasts ${fastedH} h before sealing, more than the ${longestH} h it should: feed it separately.`,
      );
  });
  if (type.breather && gasL > 0) warnings.push('Fill breathing film with water only, loosely, wrapped in paper.');
  const given = givenTo(p.consignment, bag.bag, p.catalogue);
  const { sedates, dyes } = effectsOf(given, waterL);
  warnings.push(
    ...unfit(given, bag.species),
    ...compatibility(
      bag.bag.animals.map((x, i) => ({
        species: bag.species[i]!,
        count: x.count,
        lengthCm: p.consignment.lines.find((l) => l.id === x.lineId)!.lengthCm,
      })),
      {
        gasL,
        sedated: bag.bag.sedated || sedates,
        breather: type.breather === true,
        dyed: dyes,
        layers: layersOf(type, bag.bag),
        corners: bag.bag.corners,
        cover: bag.bag.cover,
      },
      a,
    ),
  );
  if (r.curves.outsideFromStep >= 0 && r.curves.outsideFromStep * stepH < p.deadlineH)
    warnings.push(
      `The water leaves 0 to 35 °C after ${(r.curves.outsideFromStep * stepH).toFixed(1)} h; its chemistry is unknown after that.`,
    );
  // What somebody took on knowingly is told beside its reason, not again.
  return warnings.filter((w) => !bag.bag.accepted?.some((x) => x.rule === w));
}

function bagResult(p: Prepared, box: PreparedBox, bag: PreparedBag, tempC: Float64Array): BagResult {
  const { a, stepH, steps, gasTransferMPerH } = p;
  const { pressureKPa } = p.ambient;
  const curves = simulateBag(bag.contents, { tempC, steps, stepH, pressureKPa, gasTransferMPerH, oxygenUse: 1 }, a);
  const dose = new Float64Array(steps);
  thermalDose(tempC, steps, stepH, bag.limits, dose);
  const safe = safeHours(curves, tempC, bag.limits, stepH);
  const first = firstToFail(safe);
  const slackH = slackOf(first?.hours ?? null, p.deadlineH);
  const r = {
    id: bag.bag.id,
    boxId: box.box.id,
    species: bag.species,
    animals: bag.animals,
    fishG: bag.fishG,
    tempC,
    dose,
    curves,
    limits: bag.limits,
    easeC: bag.easeC,
    safe,
    first,
    slackH,
    worstSlackH: slackH,
    factor: first?.factor ?? null,
    chance: null,
    alive: null,
  };
  return { ...r, state: stateOf(slackH, a), warnings: warningsOf(p, bag, r) };
}

/** The least of several hours, where null is more than was computed. */
export const least = (values: readonly (number | null)[]): number | null =>
  values.reduce((m, v) => (v === null ? m : m === null ? v : Math.min(m, v)), null);

export function weakest<T extends { slackH: number | null; worstSlackH: number | null }>(
  bags: readonly T[],
): { tightest: T; slackH: number | null; worstSlackH: number | null } {
  const worst = (b: T): number => b.worstSlackH ?? Infinity;
  const tightest = bags.reduce((x, b) =>
    worst(b) < worst(x) || (worst(b) === worst(x) && (b.slackH ?? Infinity) < (x.slackH ?? Infinity)) ? b : x,
  );
  return { tightest, slackH: tightest.slackH, worstSlackH: tightest.worstSlackH };
}

function overallOf(
  bags: readonly BagResult[],
  deadlineH: number,
  a: Assumptions,
  chance: number | null = null,
): Overall {
  const { tightest, slackH, worstSlackH } = weakest(bags);
  return {
    bagId: tightest.factor ? tightest.id : null,
    factor: tightest.factor,
    safeH: safeOf(slackH, deadlineH),
    slackH,
    worstSlackH,
    state: stateOf(worstSlackH, a, chance),
  };
}

/** What the draws say, in place of the journey as planned: there is one slack and one worst tenth, and these are they. */
export function toldBy(e: Forward, risk: Risk): Pick<Forward, 'bags' | 'overall'> {
  const bags = e.bags.map((b): BagResult => {
    const r = risk.bags.find((x) => x.id === b.id)!;
    const { slackH, worstSlackH, chance, alive } = r;
    const factor = r.factor ?? b.first?.factor ?? null;
    return { ...b, slackH, worstSlackH, factor, chance, alive, state: stateOf(worstSlackH, e.assumptions, chance) };
  });
  return { bags, overall: overallOf(bags, e.deadlineH, e.assumptions, risk.chance) };
}

/** What a box weighs as packed, and what a service charges for. */
export function weighed(
  c: Consignment,
  box: Box,
  service: Service,
  catalogue: Catalogue,
  a: Assumptions,
): Pick<BoxResult, 'weights' | 'freight'> {
  const weights = boxWeights(c, box, catalogue, a, (id) => massOfLine(c, id, catalogue));
  return {
    weights,
    freight: chargeable({
      sides: outsideCm(madeOf(catalogue, box)),
      actual: Math.round(weights.totalKg * 100) / 100,
      divisor: service.divisor,
      step: service.stepKg,
      minimum: service.minimumKg,
      dimensionRounding: service.dimensionRounding ?? 'up',
    }),
  };
}

/**
 * The central computation: heat of the boxes, then the water of every bag, safe hours, slack and state as planned. Pure:
 * the same numbers everywhere.
 */
export function forward(p: Prepared): Forward {
  const { a, consignment: c, catalogue } = p;
  const service = row(catalogue.services, c.serviceId, 'service');
  const notes: string[] = [];
  const { uncoveredFromH } = p.ambient;
  if (uncoveredFromH !== null && uncoveredFromH < p.deadlineH)
    notes.push(`The forecast ends ${uncoveredFromH.toFixed(0)} h after sealing; after that its last day is repeated.`);
  notes.push(...outOfReach(p, service), ...longBench(p));
  const twins = identicalBags(p);
  const boxes: BoxResult[] = [];
  const bags: BagResult[] = [];
  for (const box of p.boxes) {
    const curves = simulateBox(box.load, p.ambient.meanC, p.steps, p.stepH, a);
    boxes.push({
      id: box.box.id,
      curves,
      arrangement: box.arrangement,
      outsideCm: outsideCm(box.type),
      ...weighed(c, box.box, service, catalogue, a),
    });
    box.bags.forEach((bag, i) => {
      const twin = twins[bags.length]!;
      bags.push(twin < 0 ? bagResult(p, box, bag, curves.bagC[i]!) : { ...bags[twin]!, id: bag.bag.id });
    });
    notes.push(...sharedBand(box));
  }
  return {
    stepH: p.stepH,
    steps: p.steps,
    instants: p.instants,
    deadlineH: p.deadlineH,
    openH: p.openH,
    horizonH: p.horizonH,
    legs: p.legs,
    ambient: p.ambient,
    gasTransferMPerH: p.gasTransferMPerH,
    boxes,
    bags,
    overall: overallOf(bags, p.deadlineH, a),
    notes,
    assumptions: a,
  };
}

/** Says where so many bags are more than an evening's work for those who pack. */
function longBench(p: Prepared): string[] {
  const { a, instants } = p;
  const bagging = (Math.min(instants.leaveMs, instants.handOverMs) - instants.sealMs) / 3600_000 - a.boxingMin / 60;
  if (p.consignment.actual.sealedAt || bagging <= a.longBenchH) return [];
  const hands = Math.ceil((Math.max(1, a.packers) * bagging) / a.longBenchH);
  const who = a.packers > 1 ? `${a.packers} people packing` : 'one person packing';
  return [
    `The first bag is closed ${bagging.toFixed(0)} h before the last, long for ${who}. ${hands} together finish within ${a.longBenchH} h (Settings, “Who catch and bag together”).`,
  ];
}

/** Says where a service does not go, or a car cannot be in the time that is planned. */
function outOfReach(p: Prepared, service: Service): string[] {
  const { sender, receiver, actual } = p.consignment;
  if (actual.arrivedAt) return [];
  const way = wayOf(service, sender.place, receiver.place, p.a);
  const plannedH = (p.instants.deadlineMs - p.instants.handOverMs) / 3600_000;
  const why = way.refused ?? drivenTooFast(service, way, receiver.place.name, plannedH);
  return why ? [why] : [];
}

/** Species that share a box share its temperature: says where their bands do not meet. */
function sharedBand(box: PreparedBox): string[] {
  if (box.bags.length === 0) return [];
  const all = box.bags.flatMap((b) => b.species);
  const warm = all.reduce((x, s) => (s.temp.easeMinC > x.temp.easeMinC ? s : x));
  const cool = all.reduce((x, s) => (s.temp.easeMaxC < x.temp.easeMaxC ? s : x));
  if (warm.temp.easeMinC <= cool.temp.easeMaxC) return [];
  return [
    `Box ${box.box.id} holds ${warm.name}, comfortable above ${warm.temp.easeMinC} °C, and ${cool.name}, comfortable below ${cool.temp.easeMaxC} °C: use separate boxes.`,
  ];
}
