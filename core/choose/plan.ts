import { tripsWords } from '@/core/quantities/words';
import { suggestBags } from './bags';
import { costOfBox, KEEP_ROOM, makingName, makingsOf, suggestBoxes } from './boxes';
import { bestPacks, LOOKED_AT, packless, plansFor, type HeatPlan, type PackOption } from './packs';
import { sievePlans } from './sieve';
import { companionsIn } from '@/core/box/weights';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { packingOf, type Packing } from '@/core/calendar/legs';
import type { Holiday } from '@/core/calendar/schema';
import type { Box, Consignment } from '@/core/consignment/schema';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { prepare, type Prepared } from '@/core/engine/prepare';
import { BLOCK } from '@/core/engine/random';

/** Draws behind the last round of a plan: enough to tell a fair chance from a good one while an order is saved. */
export const PLAN_DRAWS = 4 * BLOCK;

/** The same behind each of many boxes, so that a first plan of hundreds of bags is made while one waits. */
const MANY_DRAWS = 2 * BLOCK;

/** Water of the bags, times the least that does: what more of it keeps warm is tried where packs alone do not reach. */
const ROOMY = [1, 2, 4] as const;

/** What is tried in turn: the lightest bags of all, few animals shared as it weighs least; then evenly, with more and more water. */
const TRIES: readonly { roomy: number; unequal: boolean }[] = [
  { roomy: 1, unequal: true },
  ...ROOMY.map((roomy) => ({ roomy, unequal: false })),
];

/** Beyond so many boxes more water only makes more boxes. */
const FEW_BOXES = 3;

/** What is to be planned, of what, and when nobody works. */
export interface PlanRequest {
  consignment: Consignment;
  catalogue: Catalogue;
  holidays: readonly Holiday[];
}

/** What bags and boxes an order takes, with so many times the least water. */
interface BagsQuestion {
  kind: 'bags';
  consignment: Consignment;
  catalogue: Catalogue;
  roomy: number;
  /** Few animals of a line may be shared unequally where that is lighter. */
  unequal: boolean;
}
interface BagsAnswer {
  kind: 'bags';
  consignment: Consignment;
  reasons: string[];
}

/** One box with its bags, to be made warm enough. */
export interface BoxQuestion {
  kind: 'box';
  consignment: Consignment;
  catalogue: Catalogue;
  /** The evening of the whole order: it decides when its bags are sealed. */
  packing: Packing;
  /** Days on which nobody delivers: what is late then is later still. */
  holidays: readonly Holiday[];
  draws: number;
  /** The everyday box is looked at first, and where that is fine nothing dearer is. */
  plainFirst: boolean;
  /** What was chosen for a box much like this one: taken where it is fine here too. */
  like: Box | null;
}

/** A question that a plan asks as it goes; each stands by itself, so that it may be answered anywhere. */
export type Question = BagsQuestion | BoxQuestion;
export type PlanAnswer = BagsAnswer | { kind: 'box'; ways: BoxAnswer[] };

/** A box made in one way with its best packs. */
interface BoxAnswer {
  box: Box;
  name: string;
  option: PackOption;
  cost: number;
  kg: number;
}

/** One plan for the whole order: what is chosen, and what else was looked at. */
export interface PlanOption {
  consignment: Consignment;
  name: string;
  /** Chance of the weakest box; null without draws. */
  chance: number | null;
  draws: number;
  cost: number;
  kg: number;
}

export interface ShippingPlan {
  consignment: Consignment;
  reasons: string[];
  /** Everything looked at that nothing else beats in both chance and cost, cheapest first. */
  curve: PlanOption[];
}

/** Of several, those that nothing beats in both: the cheapest first, each next one surer. */
export function frontier<T extends { chance: number | null; cost: number }>(options: readonly T[]): T[] {
  let best = -1;
  return [...options]
    .sort((x, y) => x.cost - y.cost || (y.chance ?? 0) - (x.chance ?? 0))
    .filter((o) => (o.chance ?? 0) > best && ((best = o.chance ?? 0), true));
}

/** Share of chance that a dearer choice must bring to be worth what it costs more. */
const worthIt = (x: { cost: number }, y: { cost: number }, a: Assumptions): number =>
  Math.max(0, a.chanceForDouble * (y.cost / Math.max(1, x.cost) - 1));

/** The cheapest that reaches a chance; where none does the surest, a dearer one only for what it brings. */
export function cheapestSure<T extends { chance: number | null; cost: number }>(
  options: readonly T[],
  a: Assumptions,
): T {
  const sure = (x: T): number => x.chance ?? 0;
  const enough = options.filter((x) => sure(x) >= a.wantedChance);
  return enough.length > 0
    ? enough.reduce((x, y) => (y.cost < x.cost ? y : x))
    : options.reduce((x, y) => (sure(y) > sure(x) + worthIt(x, y, a) ? y : x));
}

/** Makings whose sieve loses this many draws more than the best one's are not looked at closer († ours: of 24 draws). */
const SIEVED_CLOSE = 1;

/** Answers one question of a plan: on a thread, in a test, anywhere. Pure. */
export function answerQuestion(q: Question): PlanAnswer {
  if (q.kind === 'box') return { kind: 'box', ways: answerBox(q) };
  const { bags, reasons } = suggestBags(q.consignment, q.catalogue, '1', {
    roomy: q.roomy,
    few: q.unequal,
  });
  const boxed = suggestBoxes({ ...q.consignment, bags }, q.catalogue, KEEP_ROOM);
  return { kind: 'bags', consignment: { ...q.consignment, ...boxed }, reasons };
}

/** What can be done about one box: its makings with their best packs, cheapest first; only the plain one where that is fine. */
function answerBox(q: BoxQuestion): BoxAnswer[] {
  const { consignment: c, catalogue, draws } = q;
  const first = c.boxes[0]!;
  const luck = { seed: 1, holidays: q.holidays };
  const at = (box: Box): Prepared | null => {
    const p = prepare({ ...c, boxes: [box] }, catalogue, c.forecast, {
      stepH: DRAW_STEP_H,
      beyondH: 72,
      packing: q.packing,
    });
    return p.ok ? p.value : null;
  };
  const bare = at({ ...first, packs: [], ventHoles: 0 });
  if (!bare) return [];
  const answer = (box: Box, name: string, best: PackOption): BoxAnswer => {
    const { packs, ventHoles, bottle } = best;
    const whole: Box = { ...box, packs, ventHoles, ...(bottle ? { bottle } : {}) };
    const { cost, kg } = costOfBox({ ...c, boxes: [whole] }, whole, catalogue);
    return { box: whole, name, option: best, cost: cost + best.cost, kg };
  };
  const { wantedChance } = withOverrides(c.assumptions);
  const enough = (o: PackOption): boolean => (o.chance ?? 0) >= wantedChance;
  const nameOf = (box: Box): string => makingName(box, catalogue);
  if (q.like) {
    const box: Box = { ...q.like, id: first.id };
    const { packs, ventHoles, bottle } = box;
    const p = at(box);
    const same = p && bestPacks(p, [{ packs, ventHoles, bottle: bottle ?? null }], draws, luck);
    if (same && p.boxes[0]!.arrangement.problems.length === 0 && (draws === 0 || enough(same)))
      return [answer(box, nameOf(box), same)];
  }
  // Packs at the side make little difference beside walls and water: they are for the hand.
  const aboveBags = plansFor(bare, null).filter((x) => x.packs.every((p) => p.at !== 'side'));
  const sieved = (p: Prepared, plans: readonly HeatPlan[]): HeatPlan[] =>
    sievePlans(p, plans, luck, LOOKED_AT).map((s) => s.plan);
  // Without draws nothing tells what a thicker box would bring.
  if (draws === 0) {
    const planned = bestPacks(bare, aboveBags, 0, luck);
    return planned ? [answer(first, nameOf(first), planned)] : [];
  }
  const found: BoxAnswer[] = [];
  if (q.plainFirst) {
    const plain = packless(bare, draws, luck) ?? bestPacks(bare, sieved(bare, aboveBags), draws, luck);
    if (plain) found.push(answer(first, nameOf(first), plain));
    if (plain && enough(plain)) return found;
  }
  // Three kinds of pack in one box are tried in the plain box only: among a dozen makings they cost more time than they win.
  const simple = aboveBags.filter((x) => x.packs.length <= 2);
  const makings = makingsOf(c, first, catalogue).flatMap((making) => {
    const p = at(making.box);
    const best = p ? sievePlans(p, simple, luck, 3) : [];
    return p && best.length > 0 ? [{ making, p, best, lost: best[0]!.lost }] : [];
  });
  const least = Math.min(...makings.map((s) => s.lost));
  for (const s of makings) {
    if (s.lost > least + SIEVED_CLOSE) continue;
    const plan = bestPacks(
      s.p,
      s.best.map((x) => x.plan),
      draws,
      luck,
    );
    if (!plan) continue;
    found.push(answer(s.making.box, nameOf(s.making.box), plan));
    // Whatever comes now costs more.
    if (enough(plan)) break;
  }
  return found;
}

/** Boxes alike in everything but their names are asked about once. */
function likeness(c: Consignment, boxId: string): string {
  const bags = c.bags
    .filter((b) => b.boxId === boxId)
    .map((b) => JSON.stringify({ ...b, id: '', boxId: '' }))
    .sort();
  return `${c.boxes.find((b) => b.id === boxId)!.boxTypeId} ${bags.join()}`;
}

/** Boxes that want about the same warmth: their kind, and what their fish bear to a few degrees. */
function warmthOf(c: Consignment, box: Box, catalogue: Catalogue): string {
  const bags = c.bags.filter((b) => b.boxId === box.id);
  const species = bags
    .flatMap((b) => b.animals)
    .map((x) => row(catalogue.species, c.lines.find((l) => l.id === x.lineId)!.speciesId, 'species').temp);
  const few = (c: number): number => Math.round(c / 5);
  const cold = Math.max(...species.map((t) => t.cold24C));
  const warm = Math.min(...species.map((t) => t.warm24C));
  return [box.boxTypeId, few(cold), few(warm)].join(' ');
}

/** Asks about the boxes of an order: of boxes of about the same warmth one first, then the others whether that does for them. */
function* boxesOf(
  boxed: Consignment,
  { catalogue, holidays }: PlanRequest,
  draws: number,
  plainFirst: boolean,
  packing = packingOf(boxed),
): Generator<Question[], BoxAnswer[][], PlanAnswer[]> {
  const keys = boxed.boxes.map((b) => likeness(boxed, b.id));
  const distinct = boxed.boxes.filter((_, i) => keys.indexOf(keys[i]!) === i);
  const warmth = distinct.map((b) => warmthOf(boxed, b, catalogue));
  const ask = (box: Box, like: Box | null): BoxQuestion => ({
    kind: 'box',
    consignment: {
      ...boxed,
      boxes: [box],
      bags: boxed.bags.filter((b) => b.boxId === box.id),
      // What travels along weighs in its own box only.
      companions: companionsIn(boxed, box.id).map((x) => ({ ...x, boxId: box.id })),
    },
    catalogue,
    packing,
    holidays,
    // The luck of many boxes is told by all of them together.
    draws: boxed.boxes.length > FEW_BOXES ? Math.min(draws, MANY_DRAWS) : draws,
    plainFirst,
    like,
  });
  const ways = new Map<string, BoxAnswer[]>();
  const keep = (boxes: Box[], answers: PlanAnswer[]): void =>
    boxes.forEach((b, i) => ways.set(likeness(boxed, b.id), (answers[i] as { ways: BoxAnswer[] }).ways));
  const first = distinct.filter((_, i) => warmth.indexOf(warmth[i]!) === i);
  keep(first, yield first.map((b) => ask(b, null)));
  const rest = distinct.filter((b) => !first.includes(b));
  if (rest.length > 0)
    keep(
      rest,
      yield rest.map((b) => {
        const alike = distinct[warmth.indexOf(warmth[distinct.indexOf(b)]!)]!;
        const found = ways.get(likeness(boxed, alike.id))!;
        return ask(b, found.length > 0 ? cheapestSure(found.map(chanced), withOverrides(boxed.assumptions)).box : null);
      }),
    );
  return keys.map((k) => ways.get(k)!);
}

/**
 * Some boxes of an order with what warms each chosen for it, as for a first plan: walls, lining, bottles and packs. Boxes
 * that nothing can be said of stay bare; the others of the order stay as they are.
 */
export function warmBoxes(order: PlanRequest, ids: readonly string[], draws: number): Box[] {
  const { consignment: c } = order;
  const asked = {
    ...c,
    boxes: c.boxes.filter((b) => ids.includes(b.id)),
    bags: c.bags.filter((b) => ids.includes(b.boxId)),
  };
  if (asked.boxes.length === 0) return c.boxes;
  const questions = boxesOf(asked, order, draws, true, packingOf(c));
  let step = questions.next();
  while (!step.done) step = questions.next(step.value.map(answerQuestion));
  const a = withOverrides(c.assumptions);
  const chosen = new Map(
    asked.boxes.map((b, i) => {
      const found = (step.value as BoxAnswer[][])[i]!;
      const best = found.length > 0 ? cheapestSure(found.map(chanced), a).box : { ...b, packs: [], ventHoles: 0 };
      return [b.id, { ...best, id: b.id }] as const;
    }),
  );
  return c.boxes.map((b) => chosen.get(b.id) ?? b);
}

const chanced = (x: BoxAnswer): BoxAnswer & { chance: number | null } => ({ ...x, chance: x.option.chance });

/**
 * A first plan for an order: water and count of the bags, the boxes that take them, their walls, lining and bottles, and
 * the packs of every box, chosen together: the cheapest that reaches the wanted chance. Asks as it goes; the answers, in
 * the same order, may come from anywhere (`answerQuestion`).
 */
export function* planning(order: PlanRequest, draws = PLAN_DRAWS): Generator<Question[], ShippingPlan, PlanAnswer[]> {
  const { consignment: c, catalogue } = order;
  const a = withOverrides(c.assumptions);
  const options: Candidate[] = [];
  let water = '';
  for (const { roomy, unequal } of draws === 0 ? TRIES.slice(0, 1) : TRIES) {
    const [made] = yield [{ kind: 'bags', consignment: c, catalogue, roomy, unequal }];
    const { consignment: boxed, reasons } = made as BagsAnswer;
    const filled = JSON.stringify(boxed.bags.map((b) => [b.waterL, b.bagTypeId, b.animals]));
    if (filled === water) continue;
    water = filled;
    const tooMany = moreThanAnEvening(boxed.bags.length, a);
    const ways = yield* boxesOf(boxed, order, tooMany ? 0 : draws, roomy === 1);
    options.push(...together(boxed, ways, tooMany ? [tooMany, ...reasons] : reasons, roomy, a));
    if (tooMany) break;
    if (options.some((o) => o.plain) || boxed.boxes.length > FEW_BOXES) break;
    // Where walls or bottles were needed a little more water may be the cheaper way; much more is for what nothing else saves.
    if (roomy > 1 && options.some((o) => (o.chance ?? 0) >= a.wantedChance)) break;
  }
  const best = cheapestSure(options, a);
  const curve = frontier(options).map(({ reasons: _, plain: __, ...o }) => o);
  return { consignment: best.consignment, reasons: [...best.reasons, ...becauseOf(best, options[0]!)], curve };
}

/** Evenings of the longest work that is still planned as one. */
const EVENINGS = 2;

/** Why so many bags are no evening's work, for those who pack; null where they are. Odds of such a plan mean nothing. */
function moreThanAnEvening(bags: number, a: Assumptions): string | null {
  const who = Math.max(1, a.packers);
  const hours = (bags * a.packingMinPerBag) / who / 60;
  if (hours <= EVENINGS * a.longBenchH) return null;
  const hands = Math.ceil((who * hours) / a.longBenchH);
  const evenings = Math.ceil(hours / a.longBenchH);
  return `${bags} bags are ${hours.toFixed(0)} h of work for ${who === 1 ? 'one person packing' : `${who} people packing`}: the first fish wait until the last are bagged. Use ${hands} people packing (Settings), or split the order over ${evenings} evenings. Packs are chosen by the forecast only; no trips were simulated.`;
}

/** `plain`: the everyday boxes with the least water do. */
type Candidate = PlanOption & { reasons: string[]; plain: boolean };

/** The plans that the answers for the boxes of an order make together. */
function together(
  boxed: Consignment,
  answers: BoxAnswer[][],
  reasons: string[],
  roomy: number,
  a: Assumptions,
): Candidate[] {
  const priced = (boxes: (BoxAnswer | undefined)[]): Candidate => {
    const chances = boxes.map((b) => b?.option.chance ?? null);
    const names = [...new Set(boxes.flatMap((b) => (b ? [`${b.name} with ${b.option.name}`] : [])))];
    if (roomy > 1) names.push(`${roomy} times the water`);
    return {
      consignment: {
        ...boxed,
        boxes: boxed.boxes.map((b, i) => ({ ...(boxes[i]?.box ?? { ...b, packs: [], ventHoles: 0 }), id: b.id })),
      },
      name: names.join('; '),
      chance: chances.some((x) => x === null) ? null : Math.min(...(chances as number[])),
      draws: boxes[0]?.option.draws ?? 0,
      cost: boxes.reduce((s, b) => s + (b?.cost ?? 0), 0),
      kg: boxes.reduce((s, b) => s + (b?.kg ?? 0), 0),
      reasons,
      plain: roomy === 1 && chances.every((x, i) => (x ?? 0) >= a.wantedChance && answers[i]!.length === 1),
    };
  };
  // One box: each of its makings is a plan. Several: the best of each, and the cheapest of each.
  if (answers.length === 1 && answers[0]!.length > 0) return answers[0]!.map((x) => priced([x]));
  const best = priced(answers.map((w) => (w.length > 0 ? cheapestSure(w.map(chanced), a) : undefined)));
  const least = priced(answers.map((w) => (w.length > 0 ? w.reduce((x, y) => (y.cost < x.cost ? y : x)) : undefined)));
  return [best, least];
}

/** Why the plan is not the plain one. */
function becauseOf(best: PlanOption, plain: PlanOption): string[] {
  if (best === plain || best.chance === null) return [];
  const within = (o: PlanOption): number => Math.round((o.chance ?? 0) * o.draws);
  return [`${best.name}: ${tripsWords(within(best), best.draws)}, ${within(plain)} with ${plain.name.toLowerCase()}.`];
}

/** The same, answered here and now. */
export function planConsignment(order: PlanRequest, draws = PLAN_DRAWS): ShippingPlan {
  const plan = planning(order, draws);
  let step = plan.next();
  while (!step.done) step = plan.next(step.value.map(answerQuestion));
  return step.value;
}
