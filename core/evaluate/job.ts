import { Refusal } from '@/core/quantities/refusal';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Calendar } from '@/core/calendar/schema';
import type { DayOption } from '@/core/choose/days';
import type { PackOption } from '@/core/choose/packs';
import type { Risk } from '@/core/engine/risk';
import type { Fan } from '@/core/engine/percentiles';
import type { BagAdvice, Alternative } from './alternatives';
import type { BagDetail } from './reading';
import type { BoxReading } from './box-reading';
import type { Otherwise } from './what-if';
import { evaluation, type EvaluateOptions, type Progress } from './evaluate';
import type { Problem } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';

/** A long evaluation as it is handed to a worker: in a browser or on a server thread, the same code. */
export interface Job {
  consignment: Consignment;
  catalogue: Catalogue;
  /** The days on which nobody works at either end. */
  calendar: Calendar;
  options: EvaluateOptions;
}

/** A pack set without its curves: what a table needs. */
export type PackRow = Omit<PackOption, 'tempC' | 'packW' | 'lossW'>;

/** What comes back: no curves of the plan itself, which the page has already. */
export interface JobResult {
  risk: Risk | null;
  fans: { water: Fan; outside: Fan } | null;
  packs: Record<string, PackRow[]>;
  /** What speaks against a bag, by its name; bags against which nothing does are left out. */
  warned: Record<string, string[]>;
  /** Plans of bags for several goals. */
  plans: Alternative[];
  advice: BagAdvice[];
  whatIf: Otherwise[];
  reading: BagDetail | null;
  box: BoxReading | null;
  /** Ship days × services, best first; null where they were not asked for. */
  days: DayOption[] | null;
}

export type JobReport =
  | { kind: 'progress'; progress: Progress }
  | { kind: 'done'; result: JobResult }
  | { kind: 'refused'; problems: Problem[] };

const rowOf = ({ tempC: _t, packW: _p, lossW: _l, ...row }: PackOption): PackRow => row;

/** Runs a job and reports as it goes; whoever runs it may leave at any report. What the core refuses becomes its sentence; a fault stays one. */
export function* runJob(job: Job): Generator<JobReport> {
  try {
    const work = evaluation(job.consignment, job.catalogue, job.consignment.forecast, {
      calendar: job.calendar,
      ...job.options,
    });
    let step = work.next();
    while (!step.done) {
      yield { kind: 'progress', progress: step.value };
      step = work.next();
    }
    if (!step.value.ok) return yield { kind: 'refused', problems: step.value.problems };
    const { risk, fans, packs, plans, advice, whatIf, reading, box, days, bags } = step.value.value;
    const warned = Object.fromEntries(bags.flatMap((b) => (b.warnings.length > 0 ? [[b.id, b.warnings]] : [])));
    const rows = Object.fromEntries(Object.entries(packs).map(([id, list]) => [id, list.map(rowOf)]));
    yield { kind: 'done', result: { risk, fans, packs: rows, warned, plans, advice, whatIf, reading, box, days } };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    yield { kind: 'refused', problems: [{ path: '', message: error.message }] };
  }
}
