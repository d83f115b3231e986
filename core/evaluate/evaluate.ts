import type { Catalogue } from '@/core/catalogue/schema';
import { packingOf, type Packing } from '@/core/calendar/legs';
import { chooseBags } from '@/core/choose/bags';
import type { BagPlanOption } from '@/core/choose/trial';
import { choosePacks, type PackOption } from '@/core/choose/packs';
import { EVERY_BOX } from '@/core/choose/rank';
import { chooseDay, type DayOption } from '@/core/choose/days';
import { emptyCalendar } from '@/core/calendar/calendar';
import type { Calendar } from '@/core/calendar/schema';
import { Draws, DRAW_STEP_H } from '@/core/engine/draws';
import type { Risk } from '@/core/engine/risk';
import { type Fan } from '@/core/engine/percentiles';
import { doorProblems } from '@/core/consignment/validate';
import { runToEnd } from '@/core/engine/run-to-end';
import { forward, toldBy, type Forward } from '@/core/engine/forward';
import { BLOCK } from '@/core/engine/random';
import { prepare } from '@/core/engine/prepare';
import { readingOf, type BagDetail } from './reading';
import { boxReadingOf, type BoxReading } from './box-reading';
import { whatIf, type Otherwise } from './what-if';
import { adviceOn, alternatives, type BagAdvice, type Alternative, type MeasurePlan } from './alternatives';
import type { Outcome } from '@/core/consignment/outcome';
import type { Consignment, Forecast } from '@/core/consignment/schema';

/** What is ranked beside the plan itself; each is left out where false or null. */
export interface Choosers {
  /** Pack sets, for one box or for all; `part` divides the sets among workers. */
  packs: {
    boxId: string | null;
    draws: number;
    part?: { index: number; of: number };
    /** The same set in every box, told under the name of no box (`EVERY_BOX`). */
    together?: boolean;
  } | null;
  bags: boolean;
  /** Whole plans of bags for several goals, each computed. */
  plans?: boolean;
  /** What hands could do about the bag that fails first, each computed. */
  advice?: boolean;
  /** A bag whose journey is wanted otherwise, one thing at a time. */
  whatIf?: string;
  /** A bag that is read closely: every limit by itself, with what it is made of. */
  reading?: string;
  /** A box that is read closely: every bag's curve, and what each thing of its wall is worth. */
  box?: string;
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
  /** The evening they are packed in, where only some boxes of it are computed. */
  packing?: Packing;
}

export interface Evaluation extends Forward {
  /** Null where no draws were asked for. */
  risk: Risk | null;
  /** Percentiles over the draws of the bag that fails first, and of what the box stands in. */
  fans: { water: Fan; outside: Fan } | null;
  packs: Record<string, PackOption[]>;
  bagPlans: Record<string, BagPlanOption[]>;
  plans: Alternative[];
  advice: BagAdvice[];
  whatIf: Otherwise[];
  reading: BagDetail | null;
  box: BoxReading | null;
  days: DayOption[] | null;
}

/** How far a long evaluation is, with what there is so far. */
export interface Progress {
  stage: 'draws' | 'packs' | 'bags' | 'plans' | 'advice' | 'days';
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
    ...(options.packing ? { packing: options.packing } : {}),
  });
  if (!prepared.ok) return prepared;
  const e = forward(prepared.value);
  const value: Evaluation = {
    ...e,
    risk: null,
    fans: null,
    packs: {},
    bagPlans: {},
    plans: [],
    advice: [],
    whatIf: [],
    reading: null,
    box: null,
    days: null,
  };

  if (draws > 0) {
    const coarse = prepare(c, catalogue, forecast, {
      stepH: DRAW_STEP_H,
      beyondH: 100,
      ...(options.deaths ? { deaths: options.deaths } : {}),
      ...(options.packing ? { packing: options.packing } : {}),
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
    const { boxId, draws: each, part, together = false } = choosers.packs;
    const how = {
      draws: each,
      seed,
      stock: options.stock ?? null,
      holidays: calendar.holidays,
      ...(part ? { part } : {}),
    };
    if (together) {
      const all = prepare(c, catalogue, forecast, { stepH: DRAW_STEP_H, beyondH: 72 });
      if (!all.ok) return all;
      const p = { ...all.value, boxes: all.value.boxes.filter((b) => b.bags.length > 0) };
      value.packs[EVERY_BOX] = yield* staged('packs', choosePacks(p, how));
    }
    for (const box of together ? [] : c.boxes.filter((b) => boxId === null || b.id === boxId)) {
      const bags = c.bags.filter((b) => b.boxId === box.id);
      if (bags.length === 0) continue;
      const packing = options.packing ?? packingOf(c);
      const only = prepare({ ...c, boxes: [box], bags }, catalogue, forecast, {
        stepH: DRAW_STEP_H,
        beyondH: 72,
        packing,
      });
      if (!only.ok) return only;
      value.packs[box.id] = yield* staged('packs', choosePacks(only.value, how));
    }
  }
  if (choosers.bags)
    for (const [i, line] of c.lines.entries()) {
      yield { stage: 'bags', done: i, of: c.lines.length };
      value.bagPlans[line.id] = chooseBags(c, line, catalogue);
    }
  const other = measure(catalogue, forecast, options);
  if (choosers.plans) value.plans = yield* alternatives(c, catalogue, other, calendar.holidays);
  if (choosers.whatIf) value.whatIf = whatIf(c, catalogue, forecast, choosers.whatIf, options.packing);
  if (choosers.reading)
    value.reading = readingOf(c, catalogue, forecast, choosers.reading, { ...options, calendar, seed });
  if (choosers.box) value.box = boxReadingOf(c, catalogue, forecast, choosers.box, options.packing);
  if (choosers.advice) value.advice = yield* adviceOn(c, catalogue, other, value);
  if (choosers.days)
    value.days = yield* staged(
      'days',
      chooseDay(c, catalogue, prepared.value.forecast, { ...choosers.days, seed, calendar }),
    );
  return { ok: true, value };
}

/** How another plan of the same order is told: by as many draws as a keystroke takes, of the same luck. */
const measure =
  (catalogue: Catalogue, forecast: Forecast | null, { seed, calendar }: EvaluateOptions): MeasurePlan =>
  (c) => {
    const e = evaluate(c, catalogue, forecast, {
      stepH: DRAW_STEP_H,
      ...(seed === undefined ? {} : { seed }),
      ...(calendar ? { calendar } : {}),
    });
    return e.ok ? e.value : null;
  };

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
  return runToEnd(evaluation(c, catalogue, forecast, options));
}
