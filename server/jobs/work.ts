import { answerQuestion, planConsignment, type PlanAnswer, type PlanRequest, type Question } from '@/core/choose/plan';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Prediction } from '@/core/consignment/prediction';
import type { Bag, Box } from '@/core/consignment/schema';
import { evaluate } from '@/core/evaluate/evaluate';
import { runJob, type Job, type JobResult } from '@/core/evaluate/job';
import { predictionOf } from '@/core/evaluate/prediction';
import { Refusal } from '@/core/quantities/refusal';
import { restsOn } from '@/core/calendar/departure';
import { shortOf, type StoredResult } from '@/server/consignment/result';

/** The first plan of an order, apart from whose it is. */
export interface FirstPlan {
  bags: Bag[];
  boxes: Box[];
  reasons: string[];
}

/** What is heavy, and what comes of it. */
export interface Works {
  evaluate: { asks: Job; gives: JobResult };
  figures: { asks: Job; gives: StoredResult };
  foretell: { asks: Job & { moment: Prediction['moment']; at: string }; gives: Prediction };
  /** One question of a plan. */
  plan: { asks: Question; gives: PlanAnswer };
}
export type WorkKind = keyof Works;

/** A first plan; what the core refuses leaves the order as it is, with the reason. */
export function firstPlan(order: PlanRequest, draws: number): FirstPlan {
  const c = order.consignment;
  try {
    const { consignment, reasons } = planConsignment(order, draws);
    return { bags: consignment.bags, boxes: consignment.boxes, reasons };
  } catch (error) {
    if (error instanceof Refusal) return { bags: c.bags, boxes: c.boxes, reasons: [error.message] };
    throw error;
  }
}

const evaluated = (job: Job) =>
  evaluate(job.consignment, job.catalogue, job.consignment.forecast, { calendar: job.calendar, ...job.options });

/** The work itself: the same on a thread and where there is none. */
const works: { [K in WorkKind]: (asks: Works[K]['asks']) => Outcome<Works[K]['gives']> } = {
  evaluate: (job) => {
    for (const report of runJob(job)) {
      if (report.kind === 'done') return { ok: true, value: report.result };
      if (report.kind === 'refused') return { ok: false, problems: report.problems };
    }
    return refuse('', 'No result.');
  },
  figures: (job) => {
    const e = evaluated(job);
    return e.ok ? { ok: true, value: shortOf(e.value, restsOn(job.consignment, job.catalogue, job.calendar)) } : e;
  },
  foretell: ({ moment, at, ...job }) => {
    const e = evaluated(job);
    return e.ok ? { ok: true, value: predictionOf(e.value, moment, at) } : e;
  },
  plan: (question) => ({ ok: true, value: answerQuestion(question) }),
};

export function doWork<K extends WorkKind>(kind: K, asks: Works[K]['asks']): Outcome<Works[K]['gives']> {
  try {
    return works[kind](asks);
  } catch (error) {
    if (error instanceof Refusal) return refuse('', error.message);
    throw error;
  }
}

/** Who does heavy work: a pool of threads, or in tests anything. */
export interface Thinker {
  run<K extends WorkKind>(kind: K, asks: Works[K]['asks'], name?: string | null): Promise<Outcome<Works[K]['gives']>>;
}
