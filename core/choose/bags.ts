import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BagType, Catalogue, Species } from '@/core/catalogue/schema';
import { contentsOf, massOfLine } from '@/core/engine/prepare';
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

/**
 * How many to a bag, by the rule of the species for every bag that comes of it: spread evenly, bags hold the most or one
 * less, and of those that are one, or four and more, no bag may come out with two or three.
 */
const groupSizes = (s: Species, count: number, most: number): number[] => {
  if (s.together === 'alone') return [1];
  const up = Math.min(count, most);
  const sizes = Array.from({ length: up }, (_, i) => Math.ceil(count / Math.ceil(count / (up - i))));
  const allowed = (n: number): boolean => s.together !== 'one-or-four' || n === 1 || n >= 4;
  return [...new Set(sizes)].filter((n) => allowed(n) && allowed(Math.floor(count / Math.ceil(count / n))));
};

/** Common shares of water: a third, two fifths, half (the schools of filling). */
const WATER_SHARES = [1 / 3, 0.42, 0.5] as const;

/** Kinds of bag looked at, from the narrowest that takes the fish; more of them where more water is wanted. */
const KINDS = 4;
const KINDS_ROOMY = 7;

interface Trial {
  c: Consignment;
  catalogue: Catalogue;
  a: Assumptions;
  line: OrderLine;
  deadlineH: number;
  openH: number;
  delays: Delays;
  pricePerKg: number;
}

/** Room that every trial uses again. */
let room = bagCurves(1);

/** A trial and how to ask it for its chance, which takes a dozen more computations. */
interface Tried {
  o: Omit<BagPlanOption, 'reason' | 'chance'>;
  chance: () => number;
}

function tryBag(t: Trial, type: BagType, perBag: number, waterShare: number): Tried {
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
  const contents = contentsOf(t.c, bag, t.catalogue, a);
  const longestH = Math.max(t.deadlineH + a.wantedSlackH, t.openH + t.delays.longestH) + BEYOND_H;
  const steps = Math.round(longestH / STEP_H) + 1;
  if (room.pH.length < steps) room = bagCurves(steps);
  const source = waterOfTank(t.c, line.tank);
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
  const central = hoursAt(1);
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
    slackH: central - t.deadlineH,
    worstSlackH: worstH - t.deadlineH,
    factor: worst?.factor ?? null,
    weightKg,
    cost: 2 * bags * (type.cost ?? 0) + weightKg * t.pricePerKg,
  };
  return { o, chance: () => chanceOf(t, hoursAt, central) };
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

function reasonOf(o: Tried['o'], best: boolean, t: Trial, roomy = 1): string {
  const species = row(t.catalogue.species, t.line.speciesId, 'species');
  const mass = massOfLine(t.c, o.lineId, t.catalogue) * o.perBag;
  const what = `${o.perBag} to a ${o.type.name} bag (${mass.toFixed(mass < 10 ? 1 : 0)} g in ${o.waterL} L)`;
  if (roomy > 1)
    return `${species.name}: ${what}, with more water than it needs to breathe: it keeps its warmth longer.`;
  if (o.worstSlackH >= t.a.wantedSlackH)
    return best
      ? `${species.name}: ${what} is the lightest plan, few bags preferred, that stands a day of delay in the worst tenth.`
      : `${species.name}: ${what} stands a day of delay too, at ${o.weightKg.toFixed(1)} kg.`;
  return best
    ? `${species.name}: no bag stands a full day of delay in the worst tenth; ${what} comes nearest, ${o.worstSlackH.toFixed(0)} h.`
    : `${species.name}: ${what} has ${o.worstSlackH.toFixed(0)} h in the worst tenth.`;
}

/** Plans that are told with their chance. */
const TOLD = 24;

/**
 * Bag plans for one order line, best first: fish per bag by the species' rule × the four smallest bags at least as
 * wide as the fish is long × the shares of water. The lightest (a bag more counted as `handsKgPerBag`) that keeps
 * `wantedSlackH` of worst-case slack comes first; below that, the most slack.
 */
export function chooseBags(c: Consignment, line: OrderLine, catalogue: Catalogue): BagPlanOption[] {
  const { t, tried } = rankedTrials(c, line, catalogue);
  return tried.slice(0, TOLD).map((x, i) => ({ ...x.o, chance: x.chance(), reason: reasonOf(x.o, i === 0, t) }));
}

function trialOf(c: Consignment, line: OrderLine, catalogue: Catalogue): Trial {
  const a = withOverrides(c.assumptions);
  const instants = keyInstants({ ...c, bags: [] }, catalogue, a);
  const hours = (ms: number): number => (ms - instants.sealMs) / 3600_000;
  return {
    c,
    catalogue,
    a,
    line,
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
): (type: BagType, perBag: number, waterShare: number) => Tried['o'] {
  const t = trialOf(c, line, catalogue);
  return (type, perBag, waterShare) => tryBag(t, type, perBag, waterShare).o;
}

/** The narrowest kinds of bag that take a fish; the widest of all where none does. */
function typesFor(line: OrderLine, catalogue: Catalogue, kinds: number): BagType[] {
  const ordinary = catalogue.bags.filter((b) => !b.breather).sort((x, y) => x.widthCm - y.widthCm);
  const wide = ordinary.filter((b) => b.widthCm >= line.lengthCm);
  return wide.length > 0 ? wide.slice(0, kinds) : ordinary.slice(-1);
}

function rankedTrials(
  c: Consignment,
  line: OrderLine,
  catalogue: Catalogue,
  kinds = KINDS,
): { t: Trial; tried: Tried[] } {
  const t = trialOf(c, line, catalogue);
  const { a } = t;
  const species = row(catalogue.species, line.speciesId, 'species');
  const types = typesFor(line, catalogue, kinds);
  const tried = groupSizes(species, line.count, a.mostInABag).flatMap((n) =>
    types.flatMap((type) => WATER_SHARES.map((share) => tryBag(t, type, n, share))),
  );
  const load = (o: Tried['o']): number => o.weightKg + o.bags * a.handsKgPerBag;
  const enough = (o: Tried['o']): boolean => o.worstSlackH >= a.wantedSlackH;
  tried.sort(
    ({ o: x }, { o: y }) =>
      Number(enough(y)) - Number(enough(x)) ||
      (enough(x) ? load(x) - load(y) : y.worstSlackH - x.worstSlackH) ||
      y.perBag - x.perBag ||
      x.waterL - y.waterL,
  );
  return { t, tried };
}

/** What one bag weighs in the hand without its animals, kg, and the trouble of filling it. */
const loadOf = (o: Tried['o'], a: Assumptions): number => o.waterL + (2 * o.type.gramsEach) / 1000 + a.handsKgPerBag;

/** Up to so many animals of a line unequal bags are tried too: four and one may weigh less than five by themselves. */
const FEW = 6;

/** Bags of a line one by one, each with its filling: the lightest of all ways to share few animals, where every bag stands the wanted day. */
function unequal(t: Trial, catalogue: Catalogue): { n: number; o: Tried['o'] }[] | null {
  const { a, line } = t;
  if (line.count > FEW) return null;
  const species = row(catalogue.species, line.speciesId, 'species');
  const types = typesFor(line, catalogue, Infinity);
  const allowed = (n: number): boolean =>
    n <= a.mostInABag &&
    (species.together === 'alone' ? n === 1 : species.together === 'one-or-four' ? n === 1 || n >= 4 : true);
  // The lightest bag for each number, then the lightest sum.
  const best: { load: number; bags: { n: number; o: Tried['o'] }[] }[] = [{ load: 0, bags: [] }];
  const single: ({ load: number; o: Tried['o'] } | null)[] = [null];
  for (let n = 1; n <= line.count; n++) {
    const fit = allowed(n)
      ? types
          .flatMap((type) => WATER_SHARES.map((share) => tryBag(t, type, n, share).o))
          .filter((o) => o.worstSlackH >= a.wantedSlackH)
          .sort((x, y) => loadOf(x, a) - loadOf(y, a))[0]
      : undefined;
    single.push(fit ? { load: loadOf(fit, a), o: fit } : null);
    let least: (typeof best)[0] = { load: Infinity, bags: [] };
    for (let k = n; k >= 1; k--) {
      const one = single[k];
      const rest = best[n - k]!;
      if (one && rest.load + one.load < least.load)
        least = { load: rest.load + one.load, bags: [{ n: k, o: one.o }, ...rest.bags] };
    }
    best.push(least);
  }
  const found = best[line.count]!;
  return Number.isFinite(found.load) ? found.bags.sort((x, y) => y.n - x.n) : null;
}

/** What a plan is made for: the lightest that stands a day, the surest, as few bags as may be, or one animal a bag. */
export const goals = ['lightest', 'surest', 'fewest', 'single'] as const;
export type Goal = (typeof goals)[number];

/** More slack than this in the worst tenth makes a plan no surer, h († ours). */
export const SURE_H = 72;

/** The trial that serves a goal best; trials come lightest first. */
function bestFor(goal: Goal, tried: readonly Tried[], t: Trial): Tried {
  const first = tried[0]!;
  const pick = (of: readonly Tried[], better: (x: Tried['o'], y: Tried['o']) => boolean): Tried =>
    of.length === 0 ? first : of.reduce((x, y) => (better(y.o, x.o) ? y : x));
  switch (goal) {
    case 'lightest':
      return first;
    case 'surest':
      return pick(tried, (x, y) => Math.min(SURE_H, x.worstSlackH) > Math.min(SURE_H, y.worstSlackH) + 0.5);
    case 'fewest': {
      const stands = tried.filter((x) => x.o.worstSlackH >= t.a.wantedSlackH);
      return pick(stands.length > 0 ? stands : tried.slice(0, 1), (x, y) => x.bags < y.bags);
    }
    case 'single':
      return pick(
        tried.filter((x) => x.o.perBag === 1),
        () => false,
      );
  }
}

/** The animals of a line spread evenly over the bags of a plan, the larger bags first. */
function evenly(count: number, o: Tried['o']): { n: number; o: Tried['o'] }[] {
  let left = count;
  return Array.from({ length: o.bags }, (_, i) => {
    const n = Math.ceil(left / (o.bags - i));
    left -= n;
    return { n, o };
  });
}

function mixedReason(mixed: readonly { n: number; o: Tried['o'] }[], t: Trial): string {
  const species = row(t.catalogue.species, t.line.speciesId, 'species');
  const parts = mixed.map(({ n, o }) => `${n} in ${o.type.name}, ${o.waterL} L`).join('; ');
  return `${species.name}: ${parts}: the lightest way to share them that stands a day of delay in the worst tenth.`;
}

/** A to Z, then AA, AB …: the letter of a line's bags. */
export const letterOf = (i: number): string =>
  (i < 26 ? '' : letterOf(Math.floor(i / 26) - 1)) + String.fromCharCode(65 + (i % 26));

/**
 * The best plan of every line as bags, named A1, A2 … by line, with the reason of each. `roomy` asks for so many times
 * the water of the lightest plan: water keeps its warmth.
 */
export function suggestBags(
  c: Consignment,
  catalogue: Catalogue,
  boxId: string,
  { roomy = 1, goal = 'lightest', few = true }: { roomy?: number; goal?: Goal; few?: boolean } = {},
): { bags: Bag[]; reasons: string[] } {
  const a = withOverrides(c.assumptions);
  const bags: Bag[] = [];
  const reasons: string[] = [];
  c.lines.forEach((line, index) => {
    const { t, tried } = rankedTrials(c, line, catalogue, roomy > 1 ? KINDS_ROOMY : KINDS);
    const litres = (x: Tried): number => x.o.bags * x.o.waterL;
    const enough = roomy * litres(tried[0]!);
    // The lightest with the water that is wanted; where none has it, the one that comes nearest.
    const { o: best } =
      roomy === 1
        ? bestFor(goal, tried, t)
        : (tried.find((x) => litres(x) >= 0.9 * enough) ?? tried.reduce((x, y) => (litres(y) > litres(x) ? y : x)));
    const letter = letterOf(index);
    const shared = few && roomy === 1 && goal === 'lightest' ? unequal(t, catalogue) : null;
    const even = evenly(line.count, best);
    const load = (of: readonly { o: Tried['o'] }[]): number => of.reduce((sum, b) => sum + loadOf(b.o, a), 0);
    const mixed = shared && load(shared) < 0.99 * load(even) ? shared : null;
    const each = mixed ?? even;
    each.forEach(({ n, o }, i) =>
      bags.push({
        id: `${letter}${i + 1}`,
        boxId,
        bagTypeId: o.type.id,
        animals: [{ lineId: line.id, count: n }],
        waterL: o.waterL,
        gasL: o.gasL,
        oxygenFraction: a.purityFlushed,
        sedated: false,
        binderMgN: null,
      }),
    );
    reasons.push(mixed ? mixedReason(mixed, t) : reasonOf(best, best === tried[0]!.o, t, roomy));
  });
  return { bags, reasons };
}
