import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row, type Catalogue, type Species } from '@/core/catalogue/schema';
import { massOfLength } from '@/core/catalogue/species';
import { dkhToMeqL } from '@/core/quantities/units';
import { simulateBag, type BagContents, type BagCurves } from '@/core/bag/simulate';
import { firstToFail, limitsFor, safeHours, type BagLimits, type Factor, type SafeHours } from '@/core/bag/slack';
import { arrange, boxWeights, outsideCm, standingOf, type Arrangement, type BoxWeights } from '@/core/box/arrange';
import { chargeable, type Freight } from '@/core/box/freight';
import { plannedFastH } from '@/core/fish/fasting';
import { mostDelicate, toleranceLimits } from '@/core/fish/tolerance';
import { simulateBox, type BoxCurves } from '@/core/heat/box';
import { ambientAlong, keyInstants, legsOf, type KeyInstants, type Leg } from '@/core/journey/legs';
import { PACKS_OPEN_MIN } from '@/core/journey/schedule';
import { refuse, type Bag, type Consignment, type Outcome } from './schema';

export type State = 'fine' | 'watch' | 'stop';

export interface BagResult {
  id: string;
  boxId: string;
  species: Species[];
  animals: number;
  fishG: number;
  tempC: Float64Array;
  curves: BagCurves;
  worst: BagCurves;
  limits: BagLimits;
  softC: { min: number; max: number };
  safe: SafeHours;
  worstSafe: SafeHours;
  first: { factor: Factor; hours: number } | null;
  worstFirst: { factor: Factor; hours: number } | null;
  /** Hours beyond the deadline; null when nothing fails within the computed time. */
  slackH: number | null;
  worstSlackH: number | null;
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

export interface Evaluation {
  stepH: number;
  /** Number of points of every curve; the first is the sealing. */
  steps: number;
  instants: KeyInstants;
  deadlineH: number;
  openH: number;
  horizonH: number;
  legs: Leg[];
  ambientC: Float64Array;
  boxes: BoxResult[];
  bags: BagResult[];
  /** The bag that fails first, and with what. */
  overall: {
    bagId: string | null;
    factor: Factor | null;
    safeH: number | null;
    slackH: number | null;
    worstSlackH: number | null;
    state: State;
  };
  notes: string[];
  assumptions: Assumptions;
}

export interface EvaluateOptions {
  stepH?: number;
  /** Hours computed beyond the deadline. */
  beyondH?: number;
  /** False leaves out the one-in-ten worst case, for quick comparisons. */
  worstCase?: boolean;
}

const WATCH_BELOW_H = 10;
const LONGEST_H = 336;

const stateOf = (worstSlackH: number | null): State =>
  worstSlackH === null ? 'fine' : worstSlackH < 0 ? 'stop' : worstSlackH < WATCH_BELOW_H ? 'watch' : 'fine';

/** Mean mass of an animal of a line, g: weighed, or from its length. */
export function massOfLine(c: Consignment, lineId: string, catalogue: Catalogue): number {
  const line = c.lines.find((l) => l.id === lineId)!;
  return line.massG ?? massOfLength(row(catalogue.species, line.speciesId, 'species'), line.lengthCm);
}

/** What is in a bag when it is sealed, from the plan. */
export function contentsOf(c: Consignment, bag: Bag, catalogue: Catalogue): BagContents & { species: Species[] } {
  const kinds = bag.animals.map((x) => {
    const line = c.lines.find((l) => l.id === x.lineId)!;
    return { count: x.count, line, species: row(catalogue.species, line.speciesId, 'species') };
  });
  return {
    waterL: bag.waterL,
    gasL: bag.gasL,
    oxygenFraction: bag.oxygenFraction,
    pH: c.sourceWater.pH,
    alkalinityMeqL: dkhToMeqL(c.sourceWater.khDkh),
    tanMgNL: c.sourceWater.tanMgNL,
    salinity: c.sourceWater.salinity,
    animals: kinds.map((k) => ({
      count: k.count,
      massG: massOfLine(c, k.line.id, catalogue),
      metabolismFactor: k.species.metabolismFactor,
      clearingH: Math.max(12, plannedFastH(k.species.fasting)),
      usualC: k.species.usualC,
    })),
    hoursSinceMeal: Math.max(...kinds.map((k) => plannedFastH(k.species.fasting))),
    sedated: bag.sedated,
    binder: bag.binderMgN === null ? null : { capacityMgN: bag.binderMgN, kind: 'chemical' },
    species: kinds.map((k) => k.species),
  };
}

function bagWarnings(
  bag: Bag,
  contents: BagContents & { species: Species[] },
  r: Omit<BagResult, 'warnings' | 'state'>,
  upToStep: number,
  fillShare: number,
  cabinKPa: number | null,
  stepH: number,
  tempRateC: number,
): string[] {
  const warnings: string[] = [];
  let coldest = Infinity;
  let warmest = -Infinity;
  let fastest = 0;
  const perHour = Math.max(1, Math.round(1 / stepH));
  for (let i = 0; i <= upToStep; i++) {
    const t = r.tempC[i]!;
    coldest = Math.min(coldest, t);
    warmest = Math.max(warmest, t);
    if (i >= perHour) fastest = Math.max(fastest, Math.abs(t - r.tempC[i - perHour]!));
  }
  const name = contents.species[0]!.name;
  if (coldest < r.softC.min)
    warnings.push(`Water falls to ${coldest.toFixed(1)} °C; ${name} is at ease above ${r.softC.min} °C.`);
  if (warmest > r.softC.max)
    warnings.push(`Water rises to ${warmest.toFixed(1)} °C; ${name} is at ease below ${r.softC.max} °C.`);
  if (fastest > tempRateC) warnings.push(`Water changes by ${fastest.toFixed(1)} °C in one hour.`);
  if (r.curves.pH[upToStep]! < r.limits.phSoft)
    warnings.push(
      `pH falls from ${contents.pH.toFixed(1)} to ${r.curves.pH[upToStep]!.toFixed(1)} by opening: a long step back up.`,
    );
  if (fillShare > 0.98)
    warnings.push(`The bag is over-filled: ${(100 * fillShare).toFixed(0)} % of what its flat size can hold.`);
  else if (cabinKPa !== null && bag.waterL + (bag.gasL * 101.325) / cabinKPa > (bag.waterL + bag.gasL) / fillShare)
    warnings.push('In the aircraft the gas swells by a third, more than this bag can hold: leave slack.');
  for (const s of contents.species) {
    if (s.together === 'alone' && r.animals > 1) warnings.push(`${s.name}: one to a bag.`);
    if (s.together === 'one-or-four' && (r.animals === 2 || r.animals === 3))
      warnings.push(`${s.name}: one, or four and more; never two or three.`);
    if (s.flags.includes('labyrinth') && bag.gasL <= 0)
      warnings.push(`${s.name} breathes at the surface and needs gas over the water.`);
    if (s.flags.includes('spiny') && r.animals > 0 && bag.gasL > 0 && s.kind === 'fish')
      warnings.push(`${s.name} has spines: double or triple the bag.`);
    if (bag.sedated && (s.flags.includes('dye-sensitive') || s.flags.includes('invertebrate')))
      warnings.push(`No sedative for ${s.name}.`);
  }
  return warnings;
}

/**
 * The one evaluation that every screen, command and test calls: heat of the boxes, then the water of every bag, the
 * safe hours, slack and state. Pure: the same inputs give the same answer everywhere. Refuses with a sentence where
 * something it needs is missing; computes up to `LONGEST_H` hours from sealing.
 */
export function evaluate(c: Consignment, catalogue: Catalogue, options: EvaluateOptions = {}): Outcome<Evaluation> {
  const stepH = options.stepH ?? 1 / 12;
  const a = withOverrides(c.assumptions);
  if (c.bags.length === 0) return refuse('bags', 'There are no bags yet: make a bag plan first.');
  const instants = keyInstants(c, catalogue);
  const hours = (ms: number): number => (ms - instants.sealMs) / 3600_000;
  const deadlineH = hours(instants.deadlineMs);
  if (!(deadlineH > 0))
    return refuse('openingAt', 'The box is opened before it is sealed: check the hand-over and the opening.');
  const horizonH = Math.min(LONGEST_H, deadlineH + (options.beyondH ?? 120));
  const steps = Math.round(horizonH / stepH) + 1;
  const legs = legsOf(c, catalogue, instants.sealMs + (horizonH + 1) * 3600_000);
  const flies = legs.some((l) => l.flight);
  const along = ambientAlong(c, legs, { sealMs: instants.sealMs, steps, stepH, cabinKPa: a.cabinPressureKPa });
  if (!along.ok)
    return refuse('forecast', `There is no forecast for ${along.missing}: fetch one, or import a file that names it.`);
  const { tempC: ambientC, pressureKPa, uncoveredFromH } = along.value;
  const service = row(catalogue.services, c.serviceId, 'service');
  const openH = hours(instants.openMs);
  const openStep = Math.min(steps - 1, Math.max(0, Math.round(openH / stepH)));
  const notes: string[] = [];
  if (uncoveredFromH !== null && uncoveredFromH < deadlineH)
    notes.push(`The forecast ends ${uncoveredFromH.toFixed(0)} h after sealing; after that its last day is repeated.`);

  const boxes: BoxResult[] = [];
  const bags: BagResult[] = [];
  for (const box of c.boxes) {
    const inBox = c.bags.filter((b) => b.boxId === box.id);
    const type = row(catalogue.boxes, box.boxTypeId, 'box');
    const packs = box.packs.flatMap((p) =>
      Array.from({ length: p.count }, () => row(catalogue.packs, p.packId, 'pack')),
    );
    const curves = simulateBox(
      {
        shell: type,
        leakLPerH: type.leakLPerH,
        ventHoles: box.ventHoles,
        bags: inBox.map((b) => ({ waterL: b.waterL, volumeL: b.waterL + b.gasL, startC: c.sourceWater.tempC })),
        heatPacks: packs.filter((p) => p.kind === 'heat').map((p) => ({ ratedW: p.ratedW })),
        packsOpenedH: PACKS_OPEN_MIN / 60,
        coldPacks: packs.filter((p) => p.kind === 'cold').map((p) => ({ massKg: p.massG / 1000, startC: -5 })),
        startAirC: ambientC[0]!,
      },
      ambientC,
      stepH,
      a,
    );
    const weights = boxWeights(c, box, catalogue, (id) => massOfLine(c, id, catalogue));
    const outside = outsideCm(type);
    boxes.push({
      id: box.id,
      curves,
      arrangement: arrange(box, inBox, catalogue, a),
      weights,
      outsideCm: outside,
      freight: chargeable({
        sides: outside,
        actual: Math.round(weights.totalKg * 100) / 100,
        divisor: service.divisor,
        step: service.stepKg,
        minimum: service.minimumKg,
        dimensionRounding: 'up',
      }),
    });
    inBox.forEach((bag, i) => {
      const contents = contentsOf(c, bag, catalogue);
      const tempC = curves.bagC[i]!;
      const at = { tempC, stepH, pressureKPa: (s: number): number => pressureKPa[s]! };
      const central = simulateBag(contents, { ...at, oxygenUse: 1 }, a);
      const worst =
        options.worstCase === false ? central : simulateBag(contents, { ...at, oxygenUse: a.worstCaseOxygenFactor }, a);
      const band = {
        hardMinC: Math.max(...contents.species.map((s) => s.temp.hardMinC)),
        hardMaxC: Math.min(...contents.species.map((s) => s.temp.hardMaxC)),
      };
      const limits = limitsFor(
        toleranceLimits[mostDelicate(contents.species.map((s) => s.tolerance))],
        contents.pH,
        band,
      );
      const safe = safeHours(central, tempC, limits, stepH, a.nh3MeanH);
      const worstSafe = safeHours(worst, tempC, limits, stepH, a.nh3MeanH);
      const first = firstToFail(safe);
      const worstFirst = firstToFail(worstSafe);
      const worstSlackH = worstFirst ? worstFirst.hours - deadlineH : null;
      const result = {
        id: bag.id,
        boxId: box.id,
        species: contents.species,
        animals: bag.animals.reduce((n, x) => n + x.count, 0),
        fishG: contents.animals.reduce((n, x) => n + x.count * x.massG, 0),
        tempC,
        curves: central,
        worst,
        limits,
        softC: {
          min: Math.max(...contents.species.map((s) => s.temp.softMinC)),
          max: Math.min(...contents.species.map((s) => s.temp.softMaxC)),
        },
        safe,
        worstSafe,
        first,
        worstFirst,
        slackH: first ? first.hours - deadlineH : null,
        worstSlackH,
      };
      const fill = standingOf(bag, row(catalogue.bags, bag.bagTypeId, 'bag'), a).fillShare;
      bags.push({
        ...result,
        state: stateOf(worstSlackH),
        warnings: bagWarnings(
          bag,
          contents,
          result,
          openStep,
          fill,
          flies ? a.cabinPressureKPa : null,
          stepH,
          a.tempRateSoftCPerH,
        ),
      });
      if (central.outsideFromStep >= 0 && central.outsideFromStep * stepH < deadlineH)
        notes.push(
          `Bag ${bag.id} leaves 0 to 35 °C after ${(central.outsideFromStep * stepH).toFixed(1)} h: its chemistry is not known from there on.`,
        );
    });
  }
  const key = (b: BagResult): number => b.slackH ?? Infinity;
  const tightest = bags.reduce((x, b) => (key(b) < key(x) ? b : x));
  const worstSlack = bags.reduce<number | null>(
    (m, b) => (b.worstSlackH === null ? m : m === null ? b.worstSlackH : Math.min(m, b.worstSlackH)),
    null,
  );
  return {
    ok: true,
    value: {
      stepH,
      steps,
      instants,
      deadlineH,
      openH,
      horizonH,
      legs,
      ambientC,
      boxes,
      bags,
      overall: {
        bagId: tightest.first ? tightest.id : null,
        factor: tightest.first?.factor ?? null,
        safeH: tightest.first?.hours ?? null,
        slackH: tightest.slackH,
        worstSlackH: worstSlack,
        state: stateOf(worstSlack),
      },
      notes,
      assumptions: a,
    },
  };
}
