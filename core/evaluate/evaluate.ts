import type { Catalogue } from '@/core/catalogue/schema';
import { planFor } from '@/core/choose/alternatives';
import { chooseBags, goals, SURE_H, type BagPlanOption, type Goal } from '@/core/choose/bags';
import { costOfBox } from '@/core/choose/boxes';
import { changesTo } from '@/core/choose/changes';
import { choosePacks, packsCost, type PackOption } from '@/core/choose/packs';
import { chooseDay, type DayOption } from '@/core/choose/days';
import { emptyCalendar } from '@/core/calendar/calendar';
import type { Calendar } from '@/core/calendar/schema';
import { Draws, DRAW_STEP_H } from '@/core/engine/draws';
import type { Risk } from '@/core/engine/risk';
import { type Fan } from '@/core/engine/fan';
import { doorProblems } from '@/core/consignment/door';
import { drain } from '@/core/engine/drain';
import { forward, toldBy, type Forward } from '@/core/engine/forward';
import { BLOCK } from '@/core/engine/random';
import { prepare } from '@/core/engine/prepare';
import type { Outcome } from '@/core/consignment/outcome';
import type { Bag, Box, Consignment, Forecast } from '@/core/consignment/schema';

/** What is ranked beside the plan itself; each is left out where false or null. */
export interface Choosers {
  /** Pack sets, for one box or for all; `part` divides the sets among workers. */
  packs: { boxId: string | null; draws: number; part?: { index: number; of: number } } | null;
  bags: boolean;
  /** Whole plans of bags for several goals, each computed. */
  plans?: boolean;
  days: { fromMs: number; days: number; draws: number; fasted?: readonly string[] | undefined } | null;
}

export const noChoosers: Choosers = { packs: null, bags: false, days: null };

export interface EvaluateOptions {
  /** Step of the central computation, h; up to half an hour. */
  stepH?: number;
  /** Hours computed beyond the deadline. */
  beyondH?: number;
  /** Draws of the whole consignment, from which slack and chance come; a few dozen, the keystroke path, where absent; 0 for the curves alone. */
  draws?: number;
  /** Looks into what loses the lost draws, and what measuring would be worth: some hundred draws more. */
  causes?: boolean;
  seed?: number;
  /** Bag whose water the fans show; the one that fails first where absent. */
  follow?: string;
  choosers?: Choosers;
  calendar?: Calendar;
  /** Packs in stock by id; null for as many as wanted. */
  stock?: Readonly<Record<string, number>> | null;
  /** What-if: an animal of a bag dies at an hour from sealing. */
  deaths?: readonly { bagId: string; atH: number }[];
}

export interface Evaluation extends Forward {
  /** Null where no draws were asked for. */
  risk: Risk | null;
  /** Percentiles over the draws of the bag that fails first, and of what the box stands in. */
  fans: { water: Fan; outside: Fan } | null;
  packs: Record<string, PackOption[]>;
  bagPlans: Record<string, BagPlanOption[]>;
  plans: Alternative[];
  days: DayOption[] | null;
}

/** Bags and boxes planned for one goal, and what comes of them. */
export interface Alternative {
  /** `now`: the plan in use. */
  goal: Goal | 'now';
  /** Further goals that the same plan serves best. */
  also: Goal[];
  bags: Bag[];
  boxes: Box[];
  reasons: string[];
  /** What taking it would change, in sentences. */
  changes: string[];
  /** Of the weakest bag: median of the draws and their tenth percentile; null beyond what was computed. */
  slackH: number | null;
  worstSlackH: number | null;
  animals: number;
  expected: number;
  chance: number;
  kg: number;
  /** Boxes, packs and freight. */
  cost: number;
}

/** How far a long evaluation is, with what there is so far. */
export interface Progress {
  stage: 'draws' | 'packs' | 'bags' | 'plans' | 'days';
  done: number;
  of: number;
  risk?: Risk;
}

/** Draws that answer a keystroke: one block, of which any larger number is the continuation. */
export const KEYSTROKE_DRAWS = BLOCK;

/** Draws between two reports. */
const BATCH = BLOCK;

/**
 * The one evaluation that every screen, command, worker and test calls: heat of the boxes, water of every bag, safe
 * hours, slack and state; with draws the odds and what threatens them; with choosers ranked packs, bag plans and days.
 * Pure: the same inputs give the same answer on every machine. As a generator it reports as it goes and can be left
 * at any report; `evaluate` runs it to its end. Validates at its door and refuses with sentences by field path.
 */
export function* evaluation(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  options: EvaluateOptions = {},
): Generator<Progress, Outcome<Evaluation>> {
  const { draws = KEYSTROKE_DRAWS, seed = 1, choosers = noChoosers, calendar = emptyCalendar } = options;
  const problems = doorProblems(c, catalogue, options);
  if (problems.length > 0) return { ok: false, problems };
  const prepared = prepare(c, catalogue, forecast, {
    stepH: options.stepH ?? 1 / 12,
    beyondH: options.beyondH ?? 120,
    ...(options.deaths ? { deaths: options.deaths } : {}),
  });
  if (!prepared.ok) return prepared;
  const e = forward(prepared.value);
  const value: Evaluation = { ...e, risk: null, fans: null, packs: {}, bagPlans: {}, plans: [], days: null };

  if (draws > 0) {
    const coarse = prepare(c, catalogue, forecast, {
      stepH: DRAW_STEP_H,
      beyondH: 100,
      ...(options.deaths ? { deaths: options.deaths } : {}),
    });
    if (!coarse.ok) return coarse;
    const follow = options.follow ?? e.overall.bagId ?? e.bags[0]!.id;
    const d = new Draws(coarse.value, seed, follow, calendar.holidays);
    while (d.count < draws) {
      d.more(Math.min(BATCH, draws - d.count));
      yield { stage: 'draws', done: d.count, of: draws, risk: d.result(false) };
    }
    value.risk = d.result(options.causes ?? false);
    value.fans = d.fans();
    Object.assign(value, toldBy(e, value.risk));
  }

  if (choosers.packs) {
    const { boxId, draws: each, part } = choosers.packs;
    for (const box of c.boxes.filter((b) => boxId === null || b.id === boxId)) {
      const bags = c.bags.filter((b) => b.boxId === box.id);
      if (bags.length === 0) continue;
      const only = prepare({ ...c, boxes: [box], bags }, catalogue, forecast, { stepH: DRAW_STEP_H, beyondH: 72 });
      if (!only.ok) return only;
      value.packs[box.id] = yield* staged(
        'packs',
        choosePacks(only.value, {
          draws: each,
          seed,
          stock: options.stock ?? null,
          holidays: calendar.holidays,
          ...(part ? { part } : {}),
        }),
      );
    }
  }
  if (choosers.bags)
    for (const [i, line] of c.lines.entries()) {
      yield { stage: 'bags', done: i, of: c.lines.length };
      value.bagPlans[line.id] = chooseBags(c, line, catalogue);
    }
  if (choosers.plans) value.plans = yield* alternatives(c, catalogue, forecast, options);
  if (choosers.days)
    value.days = yield* staged(
      'days',
      chooseDay(c, catalogue, prepared.value.forecast, { ...choosers.days, seed, calendar }),
    );
  return { ok: true, value };
}

/** Plans for several goals beside the one in use, each evaluated with as many draws as a keystroke takes; the same plan is told once. */
function* alternatives(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  { seed, calendar }: EvaluateOptions,
): Generator<Progress, Alternative[]> {
  const out: Alternative[] = [];
  const seen = new Map<string, Alternative>();
  const candidates = [
    ...(['now', ...goals] as const).map((goal) => ({ goal, roomy: 1 })),
    // The surest by its bags alone may want more boxes than its packs keep warm: more water is tried beside it.
    { goal: 'surest' as const, roomy: 2 },
  ];
  for (const [done, { goal, roomy }] of candidates.entries()) {
    yield { stage: 'plans', done, of: candidates.length };
    const plan = goal === 'now' ? { bags: c.bags, boxes: c.boxes, reasons: [] } : planFor(c, catalogue, goal, roomy);
    const { bags, boxes } = plan;
    const key = JSON.stringify(bags.map(({ id: _, ...b }) => Object.entries(b).sort()).sort());
    if (bags.length === 0) continue;
    const same = seen.get(key);
    if (same) {
      if (goal !== 'now' && goal !== same.goal && !same.also.includes(goal)) same.also.push(goal);
      continue;
    }
    const of = { ...c, bags, boxes };
    const e = evaluate(of, catalogue, forecast, {
      stepH: DRAW_STEP_H,
      ...(seed === undefined ? {} : { seed }),
      ...(calendar ? { calendar } : {}),
    });
    if (!e.ok) continue;
    const { overall, risk } = e.value;
    const each = boxes.map((b) => ({ packs: packsCost(b, catalogue), ...costOfBox(of, b, catalogue) }));
    const found: Alternative = {
      ...plan,
      goal,
      also: [],
      changes: goal === 'now' ? [] : changesTo(c, { bags, boxes }, catalogue),
      slackH: overall.slackH,
      worstSlackH: overall.worstSlackH,
      animals: risk?.animals ?? 0,
      expected: risk?.expected ?? 0,
      chance: risk?.chance ?? 0,
      kg: each.reduce((s, x) => s + x.kg, 0),
      cost: each.reduce((s, x) => s + x.cost + x.packs, 0),
    };
    seen.set(key, found);
    out.push(found);
  }
  // Only the surest of all is called so, whatever it was planned for.
  const sure = (x: Alternative): number => x.chance * 1000 + Math.min(SURE_H, x.worstSlackH ?? SURE_H);
  const surest = [...out].sort((x, y) => sure(y) - sure(x))[0];
  for (const x of out) x.also = x.also.filter((g) => g !== 'surest');
  if (surest && surest.goal !== 'surest') surest.also.push('surest');
  return out.filter((x) => x.goal !== 'surest' || x === surest);
}

function* staged<T>(
  stage: Progress['stage'],
  work: Generator<{ done: number; of: number }, T>,
): Generator<Progress, T> {
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    yield { stage, ...step.value };
  }
}

/** Runs an evaluation to its end. */
export function evaluate(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  options: EvaluateOptions = {},
): Outcome<Evaluation> {
  return drain(evaluation(c, catalogue, forecast, options));
}
