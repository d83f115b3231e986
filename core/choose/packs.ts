import { byNumber } from '@/core/quantities/words';
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
  /** The boxes as they stand, each with packs of its own: only where several are looked at together. */
  asItIs?: boolean;
  /** Share of draws in which no bag of this box meets a hard limit before opening; null before any were made. */
  chance: number | null;
  standardError: number | null;
  /** Share of the animals of this box expected alive; null before any draws were made. */
  alive: number | null;
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
  /** How many things it takes. */
  things: number;
  reason: string;
}

/** Two holes of 6 mm beside every heat pack: with fewer they starve one another. */
export const ventHolesFor = (packs: PackSet, catalogue: Catalogue): number =>
  Math.min(
    8,
    2 * packs.reduce((n, p) => n + (row(catalogue.packs, p.packId, 'pack').kind === 'heat' ? p.count : 0), 0),
  );

/** Kinds of pack by how long they last, however a shelf or a file orders them: names and sets are the same everywhere. */
function shortestFirst(packs: readonly PackType[]): PackType[] {
  return [...packs].sort((x, y) => hoursOf(x) - hoursOf(y) || byNumber(x.id, y.id));
}

/** Hours for which a planner reaches where nobody says what lies on the shelf. */
const USUAL_H = [20, 40, 72] as const;

const hoursOf = (p: PackType): number => p.ratedW[p.ratedW.length - 1]?.[0] ?? 0;

/**
 * Heat packs that sets are made of: what the shelf has, or, where nobody counted it, the kinds nearest to the usual hours.
 * A dozen kinds in every mix would be thousands of sets, and none of them better.
 */
function offeredHeat(packs: readonly PackType[], stock: Readonly<Record<string, number>> | null): PackType[] {
  const heat = shortestFirst(packs).filter((p) => p.kind === 'heat' && (!stock || (stock[p.id] ?? 0) > 0));
  if (heat.length <= USUAL_H.length) return heat;
  const near = (h: number): PackType =>
    heat.reduce((x, p) => (Math.abs(hoursOf(p) - 1.08 * h) < Math.abs(hoursOf(x) - 1.08 * h) ? p : x));
  const usual = new Set(USUAL_H.map(near));
  return heat.filter((p) => usual.has(p));
}

/** How many things a hand has to bring. */
export const thingsIn = (plan: Pick<HeatPlan, 'packs' | 'bottle'>): number =>
  plan.packs.reduce((n, p) => n + p.count, 0) + (plan.bottle ? 1 : 0);

/** "3 × 72 h + 1 × 40 h (1 side)": what is not at the side lies under the lid. */
export function planName(plan: Pick<HeatPlan, 'packs'> & { bottle?: Box['bottle'] }, catalogue: Catalogue): string {
  const ids = shortestFirst(catalogue.packs)
    .map((t) => t.id)
    .filter((id) => countOf(plan.packs, id) > 0);
  const names = ids.reverse().map((id) => {
    const type = row(catalogue.packs, id, 'pack');
    const short = type.name.replace(' heat pack', '').replace('Cold pack, ', 'cold ');
    const at = (place: 'side' | 'void'): number =>
      plan.packs.reduce((n, p) => n + (p.packId === id && p.at === place ? p.count : 0), 0);
    const where = (['side', 'void'] as const).flatMap((x) =>
      at(x) > 0 ? [`${at(x)} ${x === 'void' ? 'between bags' : x}`] : [],
    );
    const towel = plan.packs.some((p) => p.packId === id && p.inTowel) ? ' in a towel' : '';
    return `${countOf(plan.packs, id)} × ${short}${towel}${where.length > 0 ? ` (${where.join(', ')})` : ''}`;
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
 * lid, or one of them (the shortest-lived) at the side; one or two cold packs, in paper or in a towel; the bottle alone or with one pack; and
 * four of a kind for a large box in hard frost.
 */
export function candidatePlans(
  catalogue: Catalogue,
  stock: Readonly<Record<string, number>> | null,
  a: Assumptions,
): HeatPlan[] {
  const stopGap = { litres: a.stopGapBottleL, startC: a.stopGapBottleC };
  const heat = offeredHeat(catalogue.packs, stock);
  const cold = shortestFirst(catalogue.packs).filter((p) => p.kind === 'cold');
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
    ...cold.flatMap((p) => [plan([p], 0), plan([p, p], 0)]).flatMap((x) => [x, inTowels(x)]),
    plan([], 0, stopGap),
    ...heat.map((p) => plan([p], 0, stopGap)),
  ];
  if (!stock) return all;
  return all.filter((p) => catalogue.packs.every((t) => countOf(p.packs, t.id) <= (stock[t.id] ?? 0)));
}

const inTowels = (plan: HeatPlan): HeatPlan => ({ ...plan, packs: plan.packs.map((p) => ({ ...p, inTowel: true })) });

/**
 * The sensible sets for a box on its journey, as planned: a warm bottle only where the water would fall under the fish's
 * ease without; a cold pack only where it would rise above it, and then none that takes it under.
 */
export function plansFor(p: Prepared, stock: Readonly<Record<string, number>> | null): HeatPlan[] {
  const look = (plan: HeatPlan): Forward => forward(withPlan(p, plan));
  const bare = look({ packs: [], ventHoles: 0, bottle: null });
  const easeMinC = Math.max(...bare.bags.map((b) => b.easeC.min));
  const easeMaxC = Math.min(...bare.bags.map((b) => b.easeC.max));
  const { coldestC, warmestC } = extremes(bare);
  const isCold = ({ packs }: HeatPlan): boolean =>
    packs.some((x) => row(p.catalogue.packs, x.packId, 'pack').kind === 'cold');
  return candidatePlans(p.catalogue, stock, p.a).filter((x) =>
    x.bottle
      ? coldestC < easeMinC
      : !isCold(x) || (warmestC > easeMaxC && extremes(look(x)).coldestC >= Math.min(easeMinC, coldestC)),
  );
}

const inOrder = (packs: PackSet): string[] => packs.map((p) => JSON.stringify(Object.entries(p).sort())).sort();
const samePlan = (x: HeatPlan, y: HeatPlan): boolean =>
  JSON.stringify([inOrder(x.packs), x.bottle]) === JSON.stringify([inOrder(y.packs), y.bottle]);

function reasonFor(o: Omit<PackOption, 'reason'>, e: Forward): string {
  const bag = e.bags.reduce((x, b) => ((b.worstSlackH ?? Infinity) < (x.worstSlackH ?? Infinity) ? b : x));
  if (!o.fits) return `Does not fit: bags too tall or too close for ${o.name}.`;
  const { first } = bag;
  if (first?.factor === 'temperature') return tooColdOrHot(bag, first.hours, e);
  const end = Math.round(e.deadlineH / e.stepH);
  const later = o.tempC[Math.min(o.tempC.length - 1, end + Math.round(24 / e.stepH))]!;
  return `As planned the water stays ${o.planned.coldestC.toFixed(1)} to ${o.planned.warmestC.toFixed(1)} °C; a day late it is still ${later.toFixed(1)} °C.`;
}

function tooColdOrHot(bag: BagResult, hours: number, e: Forward): string {
  const at = Math.min(bag.tempC.length - 1, Math.ceil(hours / e.stepH));
  const cold = bag.tempC[at]! < (bag.limits.cold24C + bag.limits.warm24C) / 2;
  const edge = cold
    ? `colder than the ${bag.limits.cold24C} °C tolerated for 24 h`
    : `hotter than the ${bag.limits.warm24C} °C tolerated for 24 h`;
  const when = `${hours.toFixed(0)} h after sealing`;
  return hours < e.deadlineH
    ? `Too ${cold ? 'cold' : 'hot'}: bag ${bag.id}, ${edge}, reaches its limit ${when}.`
    : `Good until ${when}; then bag ${bag.id} is too ${cold ? 'cold' : 'hot'}, ${(hours - e.deadlineH).toFixed(0)} h after delivery.`;
}

export interface DrawSeed {
  seed: number;
  holidays: readonly Holiday[];
}

/** A plan on a prepared journey that holds only this box: what it is as planned, and as many draws as are asked for. */
class Look {
  private readonly here: Prepared;
  private readonly e: Forward;
  private readonly draws: Draws;
  readonly planned: { coldestC: number; warmestC: number };

  constructor(
    private readonly p: Prepared,
    /** Null leaves every box as it stands. */
    private readonly plan: HeatPlan | null,
    luck: DrawSeed,
  ) {
    this.here = plan ? withPlan(p, plan) : p;
    this.e = forward(this.here);
    this.draws = new Draws(this.here, luck.seed, null, luck.holidays, BLOCK);
    this.planned = extremes(this.e);
  }

  /** Draws up to so many in all. */
  upTo(draws: number): this {
    if (draws > this.draws.count) this.draws.more(draws - this.draws.count);
    return this;
  }

  option(): PackOption {
    const { p, plan, e, here, planned } = this;
    const { catalogue, a } = p;
    const r = this.draws.count > 0 ? this.draws.result(false) : null;
    const told = r && r.bags.length > 0 ? r.bags : e.bags;
    const worstSlackH = least(told.map((b) => b.worstSlackH));
    const misfits = (of: Prepared): string[] =>
      of.boxes.flatMap((b) => b.arrangement.problems.map((x) => `${b.box.id} ${x.bagId} ${x.code}`));
    const before = new Set(misfits(p));
    const boxes = here.boxes.map((b) => b.box);
    const sum = (each: (b: Box) => number): number => boxes.reduce((s, b) => s + each(b), 0);
    const gramsOf = (b: Box): number =>
      b.packs.reduce((s, x) => s + x.count * row(catalogue.packs, x.packId, 'pack').massG, 0) +
      (b.bottle?.litres ?? 0) * 1000;
    const easeMinC = Math.max(...e.bags.map((b) => b.easeC.min));
    const easeMaxC = Math.min(...e.bags.map((b) => b.easeC.max));
    const o = {
      ...(plan ?? { packs: [], ventHoles: 0, bottle: null, asItIs: true }),
      name: plan ? planName(plan, catalogue) : 'As planned, box by box',
      chance: r?.chance ?? null,
      standardError: r?.standardError ?? null,
      alive: r && r.animals > 0 ? r.expected / r.animals : null,
      draws: r?.draws ?? 0,
      lost: r?.lost ?? 0,
      coldestC: r?.coldestC ?? planned.coldestC,
      warmestC: r?.warmestC ?? planned.warmestC,
      planned,
      slackH: least(told.map((b) => b.slackH)),
      worstSlackH,
      state: stateOf(worstSlackH, a, r?.chance ?? null),
      cost: sum((b) => packsCost(b, catalogue)),
      massG: sum(gramsOf),
      stepH: e.stepH,
      tempC: e.bags[0]!.tempC,
      packW: e.boxes[0]!.curves.packW,
      lossW: e.boxes[0]!.curves.lossW,
      fits: misfits(here).every((x) => before.has(x)),
      things: sum((b) => thingsIn({ packs: b.packs, bottle: b.bottle ?? null })),
      missC: Math.floor(Math.max(0, easeMinC - planned.coldestC) + Math.max(0, planned.warmestC - easeMaxC)),
    };
    return { ...o, reason: reasonFor(o, e) };
  }
}

/** The same plan in every box of a journey: in one, or in all of them together. */
export const withPlan = (p: Prepared, { packs, ventHoles, bottle }: HeatPlan): Prepared =>
  p.boxes.reduce((q, { box }) => withBox(q, { ...box, packs, ventHoles, bottle }), p);

/** Coldest and warmest water of any bag up to the deadline, as planned, °C. */
function extremes(e: Forward): { coldestC: number; warmestC: number } {
  const end = Math.min(e.steps - 1, Math.round(e.deadlineH / e.stepH));
  let coldestC = Infinity;
  let warmestC = -Infinity;
  for (const b of e.bags)
    for (let i = 0; i <= end; i++) {
      const t = b.tempC[i]!;
      if (t < coldestC) coldestC = t;
      if (t > warmestC) warmestC = t;
    }
  return { coldestC, warmestC };
}

export const packsCost = (plan: Pick<HeatPlan, 'packs'>, catalogue: Catalogue): number =>
  plan.packs.reduce((s, x) => s + x.count * row(catalogue.packs, x.packId, 'pack').cost, 0);

export interface ChoosePacks {
  draws: number;
  seed: number;
  stock?: Readonly<Record<string, number>> | null;
  holidays?: readonly Holiday[];
  /** This share of the sets only: 0-based part of so many, so that several workers divide the work. */
  part?: { index: number; of: number };
}

/**
 * Compares every sensible set for one box, everything else as planned; yields how far it is. `p` holds that box alone
 * (`prepare` on the consignment with only it) on a step up to `DRAW_STEP_H`; or several, and then every one of them takes
 * the set, and the chance is that all of them arrive. What cooks with some packs is not tried
 * with more of them. The box's own plan is always among the options.
 */
export function* choosePacks(p: Prepared, options: ChoosePacks): Generator<{ done: number; of: number }, PackOption[]> {
  const planOf = ({ packs, ventHoles, bottle }: Box): HeatPlan => ({ packs, ventHoles, bottle: bottle ?? null });
  const base = planOf(p.boxes[0]!.box);
  // Boxes that differ have no set in common: they stay as they stand.
  const own = p.boxes.every((b) => JSON.stringify(planOf(b.box)) === JSON.stringify(base)) ? base : null;
  const others = plansFor(p, options.stock ?? null).filter((x) => !own || !samePlan(x, own));
  const { index, of } = options.part ?? { index: 0, of: 1 };
  const mine = others.filter((_, i) => i % of === index);
  const plans = index === 0 ? [own, ...mine] : mine;
  const cooked: HeatPlan[] = [];
  const found: PackOption[] = [];
  const warm24C = Math.min(...p.boxes.flatMap((b) => b.bags.map((x) => x.limits.warm24C)));
  const luck = { seed: options.seed, holidays: options.holidays ?? [] };
  let done = 0;
  for (const plan of plans) {
    yield { done: done++, of: plans.length };
    const hotter = (less: HeatPlan): boolean =>
      plan !== null && less.packs.every((q) => countOf(plan.packs, q.packId) >= countOf(less.packs, q.packId));
    if (plan !== own && cooked.some(hotter)) continue;
    const o = new Look(p, plan, luck).upTo(options.draws).option();
    found.push(o);
    if (plan && o.planned.warmestC > warm24C + 1 && plan.packs.length > 0 && !plan.bottle) cooked.push(plan);
  }
  return rankPacks(found, p);
}

/** Plans that are looked at closer, and how close: the best of many with a few draws, the best of those with more. */
export const LOOKED_AT = 6;
const ROUNDS = [
  { keep: LOOKED_AT, draws: BLOCK },
  { keep: 3, draws: 4 * BLOCK },
] as const;

/** A plan that no other can outrank: nothing to bring, every draw holds, the wanted delay too, and the fish at ease. */
const unbeatable = (o: PackOption, wantedSlackH: number): boolean =>
  o.things === 0 && o.fits && o.lost === 0 && (o.worstSlackH ?? Infinity) >= wantedSlackH && o.missC === 0;

/** A box without any pack, where nothing can be better than that; else null. */
export function packless(p: Prepared, draws: number, luck: DrawSeed): PackOption | null {
  const look = new Look(p, { packs: [], ventHoles: 0, bottle: null }, luck);
  const few = look.upTo(Math.min(draws, BLOCK)).option();
  return unbeatable(few, p.a.wantedSlackH) ? look.upTo(draws).option() : null;
}

/**
 * The best of some plans for one box, the likelier ones first: rounds of whole draws for fewer and fewer. `draws` is the
 * most that any is looked at with; with 0 all are compared as planned. Null where none fits.
 */
export function bestPacks(p: Prepared, plans: readonly HeatPlan[], draws: number, luck: DrawSeed): PackOption | null {
  let left = plans.map((plan) => ({ plan, look: null as Look | null }));
  let best: PackOption | null = null;
  for (const round of draws === 0 ? [{ keep: Infinity, draws: 0 }] : ROUNDS) {
    const each = Math.min(draws, round.draws);
    const looked = left.slice(0, round.keep).map(({ plan, look }) => {
      const l = (look ?? new Look(p, plan, luck)).upTo(each);
      return { plan, look: l, ...l.option() };
    });
    left = rankPacks(looked, p).filter((o) => o.fits);
    best = left.length > 0 ? left[0]!.look!.option() : null;
    if (each === draws) break;
  }
  return best;
}
