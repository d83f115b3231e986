import { assume } from '@/core/consignment/assume';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BagType, Catalogue } from '@/core/catalogue/schema';
import { contentsOf } from '@/core/engine/contents';
import type { Bag, Consignment, OrderLine } from '@/core/consignment/schema';
import { waterOfTank } from '@/core/consignment/waters';
import { mostDelicate, toleranceLimits } from '@/core/fish/tolerance';
import type { Delays } from '@/core/engine/delays';
import { delaysOf } from '@/core/engine/delays';
import { keyInstants } from '@/core/calendar/legs';
import { normalShare } from '@/core/engine/random';
import { pillowVolumeL } from '@/core/bag/geometry';
import { bagCurves, simulateBag } from '@/core/bag/simulate';
import { SEA_JUDGED_FROM } from '@/core/water/criteria';
import { firstToFail, limitsFor, safeHours, type Factor } from '@/core/bag/slack';

/** Bags of one kind filled alike for one order line. */
export interface BagPlanOption {
  lineId: string;
  type: BagType;
  perBag: number;
  bags: number;
  waterL: number;
  gasL: number;
  /** Share of journeys on which none of these bags fails: fish as they vary, delays as they come; warmth as planned. */
  chance: number;
  slackH: number;
  worstSlackH: number;
  /** What fails first in the worst tenth; null when nothing does within the computed time. */
  factor: Factor | null;
  weightKg: number;
  /** Bags and the freight of their weight. */
  cost: number;
  reason: string;
}

const STEP_H = 0.5;
/** The standard normal that one in ten exceeds: one bag in ten of its kind breathes more than this. */
const ONE_IN_TEN = 1.2816;
/** Hours computed beyond what is wanted: slack above that is told as "more". */
const BEYOND_H = 12;

export interface Trial {
  c: Consignment;
  catalogue: Catalogue;
  a: Assumptions;
  line: OrderLine;
  /** Bags of the whole evening: they decide when the first is sealed. */
  evening: number;
  deadlineH: number;
  openH: number;
  delays: Delays;
  pricePerKg: number;
}

/** Room that every trial uses again. */
let room = bagCurves(1);

/** A trial and how to ask it for its usual slack and its chance, which take a dozen more computations. */
export interface Tried {
  o: Omit<BagPlanOption, 'reason' | 'chance' | 'slackH'>;
  told: () => Pick<BagPlanOption, 'chance' | 'slackH'>;
}

export function tryBag(t: Trial, type: BagType, perBag: number, waterShare: number): Tried {
  const { a, line } = t;
  const species = row(t.catalogue.species, line.speciesId, 'species');
  const total = a.bagFillShare * pillowVolumeL(type.widthCm, type.heightCm);
  const waterL = Math.round(total * waterShare * 20) / 20;
  const gasL = Math.round((total - waterL) * 10) / 10;
  const bag: Bag = {
    id: 'X',
    boxId: '',
    bagTypeId: type.id,
    animals: [{ lineId: line.id, count: perBag }],
    waterL,
    gasL,
    oxygenFraction: a.purityFlushed,
    sedated: false,
    binderMgN: null,
  };
  const contents = contentsOf(t.c, bag, t.catalogue, a, { bags: t.evening, afterH: 0 });
  const longestH = Math.max(t.deadlineH + a.wantedSlackH, t.openH + t.delays.longestH) + BEYOND_H;
  const steps = Math.round(longestH / STEP_H) + 1;
  if (room.pH.length < steps) room = bagCurves(steps);
  const source = waterOfTank(assume(t.c, t.catalogue, a), line.tank);
  const tempC = new Float64Array(steps).fill(Math.min(35, Math.max(species.usualC, source.tempC) + a.planWarmerC));
  // pH and hardness were measured in the tank: the bag is sealed at its temperature.
  tempC[0] = source.tempC;
  const pressureKPa = new Float64Array(steps).fill(101.325);
  // At rest all the way: what is carried or driven breathes better.
  const gasTransferMPerH = new Float64Array(steps).fill(a.gasTransferRestMPerH);
  const limits = limitsFor(
    toleranceLimits(mostDelicate([species.tolerance]), a),
    { pH: source.pH, sea: source.salinity >= SEA_JUDGED_FROM },
    { cold24C: -99, warm24C: 99, zC: a.harmZC },
    a,
  );
  const firstAt = (oxygenUse: number): { factor: Factor; hours: number } | null => {
    simulateBag(contents, { tempC, steps, stepH: STEP_H, pressureKPa, gasTransferMPerH, oxygenUse }, a, room);
    return firstToFail(safeHours(room, tempC, limits, STEP_H, steps));
  };
  const hoursAt = (use: number): number => firstAt(use)?.hours ?? longestH;
  const worst = firstAt(Math.exp(a.metabolismSigma * ONE_IN_TEN));
  const worstH = worst?.hours ?? longestH;
  const bags = Math.ceil(line.count / perBag);
  const weightKg = bags * (waterL + (2 * type.gramsEach) / 1000) + (line.count * contents.animals[0]!.massG) / 1000;
  const o = {
    lineId: line.id,
    type,
    perBag,
    bags,
    waterL,
    gasL,
    worstSlackH: worstH - t.deadlineH,
    factor: worst?.factor ?? null,
    weightKg,
    cost: 2 * bags * (type.cost ?? 0) + weightKg * t.pricePerKg,
  };
  const told = (): ReturnType<Tried['told']> => {
    const central = hoursAt(1);
    return { slackH: central - t.deadlineH, chance: chanceOf(t, hoursAt, central) };
  };
  return { o, told };
}

/**
 * Safe hours fall as oxygen use rises, and use is lognormal: the chance to last T hours is Φ(ln u/σ) with u the use
 * at which the bag lasts just T (found by halving ln u within four σ). Summed over on time and every delay.
 */
function chanceOf(t: Trial, hoursAt: (use: number) => number, central: number): number {
  const sigma = t.a.metabolismSigma;
  const lasts = (hours: number): number => {
    let low = central >= hours ? 0 : -4;
    let high = central >= hours ? 4 : 0;
    if (hoursAt(Math.exp(sigma * high)) >= hours) return 1;
    for (let i = 0; i < 9; i++) {
      const z = (low + high) / 2;
      if (hoursAt(Math.exp(sigma * z)) >= hours) low = z;
      else high = z;
    }
    return normalShare((low + high) / 2);
  };
  const late = t.delays.list.reduce((s, d) => s + d.share, 0);
  return t.delays.list.reduce((s, d) => s + d.share * lasts(t.openH + d.hours), (1 - late) * lasts(t.openH));
}

export function trialOf(c: Consignment, line: OrderLine, catalogue: Catalogue, evening: number): Trial {
  const a = withOverrides(c.assumptions);
  const instants = keyInstants(c, catalogue, a, evening);
  const hours = (ms: number): number => (ms - instants.sealMs) / 3600_000;
  return {
    c,
    catalogue,
    a,
    line,
    evening,
    deadlineH: hours(instants.deadlineMs),
    openH: hours(instants.openMs),
    delays: delaysOf({ consignment: c, catalogue, a, instants }, []),
    pricePerKg: row(catalogue.services, c.serviceId, 'service').pricePerKg,
  };
}

/** What comes of so many animals of a line to a bag of a kind, with a share of water: the measure by which plans are ranked. */
export function tryFilling(
  c: Consignment,
  line: OrderLine,
  catalogue: Catalogue,
  evening = 1,
): (type: BagType, perBag: number, waterShare: number) => Tried['o'] {
  const t = trialOf(c, line, catalogue, evening);
  return (type, perBag, waterShare) => tryBag(t, type, perBag, waterShare).o;
}
