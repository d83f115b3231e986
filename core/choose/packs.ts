import { rankPacks } from './rank';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue, PackType } from '@/core/catalogue/schema';
import { forward, least, stateOf, type BagResult, type Forward, type State } from '@/core/engine/forward';
import { withBox, type Prepared } from '@/core/engine/prepare';
import type { Box } from '@/core/consignment/schema';
import type { Holiday } from '@/core/calendar/schema';
import { Draws } from '@/core/engine/draws';
import { BLOCK } from '@/core/engine/random';

export type PackSet = Box['packs'];

/** A way to heat or cool a box: its packs, the holes they breathe through, or a bottle of warm water. */
export interface HeatPlan {
  packs: PackSet;
  ventHoles: number;
  bottle: NonNullable<Box['bottle']> | null;
}

export interface PackOption extends HeatPlan {
  name: string;
  /** Share of draws in which no bag of this box meets a hard limit before opening; null before any were made. */
  chance: number | null;
  standardError: number | null;
  draws: number;
  lost: number;
  /**
   * Bag water of this box until opening, over all bags, °C: 10th percentile of each draw's coldest and 90th of its
   * warmest; as planned, until the deadline, before any draws were made.
   */
  coldestC: number;
  warmestC: number;
  /** The same as planned. */
  planned: { coldestC: number; warmestC: number };
  slackH: number | null;
  worstSlackH: number | null;
  state: State;
  cost: number;
  massG: number;
  stepH: number;
  /** The first bag's curve: one line for the chart. */
  tempC: Float64Array;
  packW: Float64Array;
  lossW: Float64Array;
  /** The set fits under the lid and between the bags. */
  fits: boolean;
  /** Whole degrees outside the fish's ease: less than that does not buy a pack. */
  missC: number;
  reason: string;
}

/** Two holes of 6 mm beside every heat pack: with fewer they starve one another. */
export const ventHolesFor = (packs: PackSet, catalogue: Catalogue): number =>
  Math.min(
    8,
    2 * packs.reduce((n, p) => n + (row(catalogue.packs, p.packId, 'pack').kind === 'heat' ? p.count : 0), 0),
  );

/** "3 × 72 h + 1 × 40 h (1 side)": what is not at the side lies under the lid. */
export function planName(plan: Pick<HeatPlan, 'packs'> & { bottle?: Box['bottle'] }, catalogue: Catalogue): string {
  const ids = catalogue.packs.map((t) => t.id).filter((id) => countOf(plan.packs, id) > 0);
  const names = ids.reverse().map((id) => {
    const type = row(catalogue.packs, id, 'pack');
    const short = type.name.replace(' heat pack', '').replace('Cold pack, ', 'cold ');
    const sides = plan.packs.reduce((n, p) => n + (p.packId === id && p.at === 'side' ? p.count : 0), 0);
    return `${countOf(plan.packs, id)} × ${short}${sides > 0 ? ` (${sides} side)` : ''}`;
  });
  if (plan.bottle) names.push(`${plan.bottle.litres} L bottle`);
  return names.length > 0 ? names.join(' + ') : 'No pack';
}

const countOf = (set: PackSet, packId: string): number =>
  set.reduce((n, p) => n + (p.packId === packId ? p.count : 0), 0);

/** Sets of up to three things out of a list, repeats allowed, fewest first. */
function setsOfUpTo3<T>(list: readonly T[]): T[][] {
  const out: T[][] = list.map((x) => [x]);
  list.forEach((x, i) => list.slice(i).forEach((y) => out.push([x, y])));
  list.forEach((x, i) => list.slice(i).forEach((y, j) => list.slice(i + j).forEach((z) => out.push([x, y, z]))));
  return out;
}

/**
 * Every sensible set from a stock (null: as many as wanted): nothing; one to three heat packs of any mix, under the
 * lid, or one of them (the shortest-lived) at the side; one or two cold packs; the bottle alone or with one pack; and
 * four of a kind for a large box in hard frost.
 */
export function candidatePlans(
  catalogue: Catalogue,
  stock: Readonly<Record<string, number>> | null,
  a: Assumptions,
): HeatPlan[] {
  const stopGap = { litres: a.stopGapBottleL, startC: a.stopGapBottleC };
  const heat = catalogue.packs.filter((p) => p.kind === 'heat');
  const cold = catalogue.packs.filter((p) => p.kind === 'cold');
  const plan = (each: readonly PackType[], sides: number, bottle: HeatPlan['bottle'] = null): HeatPlan => {
    const packs: PackSet = [];
    each.forEach((p, i) => {
      const at = i < sides ? ('side' as const) : undefined;
      const same = packs.find((x) => x.packId === p.id && x.at === at);
      if (same) same.count++;
      else packs.push({ packId: p.id, count: 1, ...(at ? { at } : {}) });
    });
    return { packs, ventHoles: ventHolesFor(packs, catalogue), bottle };
  };
  const sets = setsOfUpTo3(heat);
  const all = [
    plan([], 0),
    ...sets.map((s) => plan(s, 0)),
    ...sets.map((s) => plan(s, 1)),
    ...heat.map((p) => plan([p, p, p, p], 0)),
    ...heat.map((p) => plan([p, p, p, p], 2)),
    ...sets.filter((s) => s.length === 3).map((s) => plan(s, 2)),
    ...cold.flatMap((p) => [plan([p], 0), plan([p, p], 0)]),
    plan([], 0, stopGap),
    ...heat.map((p) => plan([p], 0, stopGap)),
  ];
  if (!stock) return all;
  return all.filter((p) => catalogue.packs.every((t) => countOf(p.packs, t.id) <= (stock[t.id] ?? 0)));
}

const samePlan = (x: HeatPlan, y: HeatPlan): boolean =>
  JSON.stringify([x.packs, x.bottle]) === JSON.stringify([y.packs, y.bottle]);

function reasonFor(o: Omit<PackOption, 'reason'>, e: Forward): string {
  const bag = e.bags.reduce((x, b) => ((b.worstSlackH ?? Infinity) < (x.worstSlackH ?? Infinity) ? b : x));
  if (!o.fits) return `Does not fit: the bags stand too high or too close for ${o.name}.`;
  const { first } = bag;
  if (first?.factor === 'temperature') return tooColdOrHot(bag, first.hours, e);
  const end = Math.round(e.deadlineH / e.stepH);
  const later = o.tempC[Math.min(o.tempC.length - 1, end + Math.round(24 / e.stepH))]!;
  return `As planned the water stays ${o.planned.coldestC.toFixed(1)} to ${o.planned.warmestC.toFixed(1)} °C, and a day late it is still ${later.toFixed(1)} °C.`;
}

function tooColdOrHot(bag: BagResult, hours: number, e: Forward): string {
  const at = Math.min(bag.tempC.length - 1, Math.ceil(hours / e.stepH));
  const cold = bag.tempC[at]! < (bag.limits.cold24C + bag.limits.warm24C) / 2;
  const edge = cold
    ? `colder than the ${bag.limits.cold24C} °C it bears for a day`
    : `hotter than the ${bag.limits.warm24C} °C it bears for a day`;
  const when = `${hours.toFixed(0)} h after sealing`;
  return hours < e.deadlineH
    ? `Too ${cold ? 'cold' : 'hot'}: bag ${bag.id}, ${edge}, has borne all it can ${when}.`
    : `Holds until ${when}; then bag ${bag.id} is too ${cold ? 'cold' : 'hot'}, ${(hours - e.deadlineH).toFixed(0)} h after the window.`;
}

/** Computes one plan on a prepared journey that holds only this box. */
function tryPlan(
  p: Prepared,
  plan: HeatPlan,
  options: { draws: number; seed: number; holidays: readonly Holiday[] },
): PackOption {
  const { catalogue, a } = p;
  const box: Box = { ...p.boxes[0]!.box, packs: plan.packs, ventHoles: plan.ventHoles, bottle: plan.bottle };
  const here = withBox(p, box);
  const e = forward(here);
  const end = Math.min(e.steps - 1, Math.round(e.deadlineH / e.stepH));
  let coldestC = Infinity;
  let warmestC = -Infinity;
  for (const b of e.bags)
    for (let i = 0; i <= end; i++) {
      const t = b.tempC[i]!;
      if (t < coldestC) coldestC = t;
      if (t > warmestC) warmestC = t;
    }
  const soft = {
    min: Math.max(...e.bags.map((b) => b.easeC.min)),
    max: Math.min(...e.bags.map((b) => b.easeC.max)),
  };
  const risk = options.draws > 0 ? new Draws(here, options.seed, null, options.holidays, BLOCK) : null;
  risk?.more(options.draws);
  const r = risk?.result(false) ?? null;
  const told = r && r.bags.length > 0 ? r.bags : e.bags;
  const worstSlackH = least(told.map((b) => b.worstSlackH));
  const before = new Set(p.boxes[0]!.arrangement.problems.map((x) => `${x.bagId} ${x.code}`));
  const types = plan.packs.map((x) => ({ count: x.count, type: row(catalogue.packs, x.packId, 'pack') }));
  const o = {
    ...plan,
    name: planName(plan, catalogue),
    chance: r?.chance ?? null,
    standardError: r?.standardError ?? null,
    draws: r?.draws ?? 0,
    lost: r?.lost ?? 0,
    coldestC: r?.coldestC ?? coldestC,
    warmestC: r?.warmestC ?? warmestC,
    planned: { coldestC, warmestC },
    slackH: least(told.map((b) => b.slackH)),
    worstSlackH,
    state: stateOf(worstSlackH, a, r?.chance ?? null),
    cost: types.reduce((s, x) => s + x.count * x.type.cost, 0),
    massG: types.reduce((s, x) => s + x.count * x.type.massG, 0) + (plan.bottle?.litres ?? 0) * 1000,
    stepH: e.stepH,
    tempC: e.bags[0]!.tempC,
    packW: e.boxes[0]!.curves.packW,
    lossW: e.boxes[0]!.curves.lossW,
    fits: here.boxes[0]!.arrangement.problems.every((x) => before.has(`${x.bagId} ${x.code}`)),
    missC: Math.floor(Math.max(0, soft.min - coldestC) + Math.max(0, warmestC - soft.max)),
  };
  return { ...o, reason: reasonFor(o, e) };
}

export interface ChoosePacks {
  draws: number;
  seed: number;
  stock?: Readonly<Record<string, number>> | null;
  holidays?: readonly Holiday[];
  /** This share of the sets only: 0-based part of so many, so that several workers divide the work. */
  part?: { index: number; of: number };
  /** Draws only for so many of the best by slack; all where absent. */
  shortlist?: number;
}

/**
 * Compares every sensible set for one box, everything else as planned; yields how far it is. `p` holds that box alone
 * (`prepare` on the consignment with only it) on a step up to `DRAW_STEP_H`. What cooks with some packs is not tried
 * with more of them. The box's own plan is always among the options.
 */
export function* choosePacks(p: Prepared, options: ChoosePacks): Generator<{ done: number; of: number }, PackOption[]> {
  const base = p.boxes[0]!.box;
  const own: HeatPlan = { packs: base.packs, ventHoles: base.ventHoles, bottle: base.bottle ?? null };
  const others = candidatePlans(p.catalogue, options.stock ?? null, p.a).filter((x) => !samePlan(x, own));
  const { index, of } = options.part ?? { index: 0, of: 1 };
  const mine = others.filter((_, i) => i % of === index);
  const plans = index === 0 ? [own, ...mine] : mine;
  const cooked: HeatPlan[] = [];
  const found: PackOption[] = [];
  const warm24C = Math.min(...p.boxes[0]!.bags.map((b) => b.limits.warm24C));
  const luck = { seed: options.seed, holidays: options.holidays ?? [] };
  let done = 0;
  for (const plan of plans) {
    yield { done: done++, of: plans.length };
    const hotter = (less: HeatPlan): boolean =>
      less.packs.every((q) => countOf(plan.packs, q.packId) >= countOf(less.packs, q.packId));
    if (plan !== own && cooked.some(hotter)) continue;
    const o = tryPlan(p, plan, { ...luck, draws: options.shortlist === undefined ? options.draws : 0 });
    found.push(o);
    if (o.planned.warmestC > warm24C + 1 && plan.packs.length > 0 && !plan.bottle) cooked.push(plan);
  }
  const ranked = rankPacks(found, p);
  if (options.shortlist === undefined) return ranked;
  const short = ranked.slice(0, options.shortlist).map((o) => tryPlan(p, o, { ...luck, draws: options.draws }));
  return [...rankPacks(short, p), ...ranked.slice(options.shortlist)];
}
