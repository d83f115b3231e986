import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BagType, Catalogue, Species } from '@/core/catalogue/schema';
import { mayShare } from '@/core/fish/sharing';
import { massOfLine } from '@/core/engine/contents';
import type { Bag, Consignment, OrderLine } from '@/core/consignment/schema';

import { trialOf, tryBag, type BagPlanOption, type Trial, type Tried } from './trial';

/**
 * How many to a bag, by the rule of the species for every bag that comes of it: spread evenly, bags hold the most or one
 * less, and of those that are one, or four and more, no bag may come out with two or three.
 */
const groupSizes = (s: Species, { count, lengthCm }: OrderLine, most: number): number[] => {
  const up = Math.min(count, most);
  const sizes = Array.from({ length: up }, (_, i) => Math.ceil(count / Math.ceil(count / (up - i))));
  const allowed = (n: number): boolean => n < 1 || mayShare(s, lengthCm, n);
  return [...new Set(sizes)].filter((n) => allowed(n) && allowed(Math.floor(count / Math.ceil(count / n))));
};

/** Common shares of water: a third, two fifths, half (the schools of filling). */
const WATER_SHARES = [1 / 3, 0.42, 0.5] as const;

/** Kinds of bag looked at, from the narrowest that takes the fish; more of them where more water is wanted. */
const KINDS = 4;
const KINDS_ROOMY = 7;

function reasonOf(o: Tried['o'], best: boolean, t: Trial, roomy = 1): string {
  const species = row(t.catalogue.species, t.line.speciesId, 'species');
  const mass = massOfLine(t.c, o.lineId, t.catalogue) * o.perBag;
  const what = `${o.perBag} to a ${o.type.name} bag (${mass.toFixed(mass < 10 ? 1 : 0)} g in ${o.waterL} L)`;
  if (roomy > 1) return `${species.name}: ${what}, with extra water, which stays warm longer.`;
  if (o.worstSlackH >= t.a.wantedSlackH)
    return best
      ? `${species.name}: ${what} is the lightest plan that allows a day of delay in a bad case.`
      : `${species.name}: ${what} also allows a day of delay, at ${o.weightKg.toFixed(1)} kg.`;
  return best
    ? `${species.name}: no bag allows a full day of delay in a bad case; ${what} is closest, ${o.worstSlackH.toFixed(0)} h.`
    : `${species.name}: ${what} has ${o.worstSlackH.toFixed(0)} h in a bad case.`;
}

/** Plans that are told with their chance. */
const TOLD = 24;

/**
 * Bag plans for one order line, best first: fish per bag by the species' rule × the four smallest bags at least as
 * wide as the fish is long × the shares of water. The lightest (a bag more counted as `handsKgPerBag`) that keeps
 * `wantedSlackH` of worst-case slack comes first; below that, the most slack.
 */
export function chooseBags(
  c: Consignment,
  line: OrderLine,
  catalogue: Catalogue,
  evening = Math.max(1, c.bags.length),
): BagPlanOption[] {
  const { t, tried } = rankedTrials(c, line, catalogue, evening);
  return tried.slice(0, TOLD).map((x, i) => ({ ...x.o, ...x.told(), reason: reasonOf(x.o, i === 0, t) }));
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
  evening: number,
  kinds = KINDS,
): { t: Trial; tried: Tried[] } {
  const t = trialOf(c, line, catalogue, evening);
  const { a } = t;
  const species = row(catalogue.species, line.speciesId, 'species');
  const types = typesFor(line, catalogue, kinds);
  const tried = groupSizes(species, line, a.mostInABag).flatMap((n) =>
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
  const allowed = (n: number): boolean => n <= a.mostInABag && mayShare(species, line.lengthCm, n);
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
  return `${species.name}: ${parts}: the lightest way that allows a day of delay in a bad case.`;
}

/** So much longer on the bench changes no plan, h († ours). */
const SHORT_EVENING_H = 2;

/** A to Z, then AA, AB …: the letter of a line's bags. */
export const letterOf = (i: number): string =>
  (i < 26 ? '' : letterOf(Math.floor(i / 26) - 1)) + String.fromCharCode(65 + (i % 26));

/**
 * The best plan of every line as bags, named A1, A2 … by line, with the reason of each. `roomy` asks for so many times
 * the water of the lightest plan: water keeps its warmth. Many bags take an evening to seal: they are planned again for it.
 */
export function suggestBags(
  c: Consignment,
  catalogue: Catalogue,
  boxId: string,
  wanted: { roomy?: number; goal?: Goal; few?: boolean } = {},
): { bags: Bag[]; reasons: string[] } {
  const a = withOverrides(c.assumptions);
  const first = bagsFor(c, catalogue, boxId, 1, wanted);
  const moreH = ((first.bags.length - 1) * a.packingMinPerBag) / 60 / Math.max(1, a.packers);
  return moreH > SHORT_EVENING_H ? bagsFor(c, catalogue, boxId, first.bags.length, wanted) : first;
}

function bagsFor(
  c: Consignment,
  catalogue: Catalogue,
  boxId: string,
  evening: number,
  { roomy = 1, goal = 'lightest', few = true }: { roomy?: number; goal?: Goal; few?: boolean },
): { bags: Bag[]; reasons: string[] } {
  const a = withOverrides(c.assumptions);
  const bags: Bag[] = [];
  const reasons: string[] = [];
  c.lines.forEach((line, index) => {
    const { t, tried } = rankedTrials(c, line, catalogue, evening, roomy > 1 ? KINDS_ROOMY : KINDS);
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
