import { randomUUID } from 'node:crypto';
import { TZDate } from '@date-fns/tz';
import { z } from 'zod';
import { compareMethods, type MethodCourse } from '@/core/acclimation/methods';
import type { MethodId, OpenedBag } from '@/core/acclimation/recipes';
import { recommend, type Recommendation } from '@/core/acclimation/recommend';
import { runPosition } from '@/core/acclimation/run';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/schema';
import type { Evaluation } from '@/core/consignment/evaluate';
import {
  bagReadingSchema,
  measuredTank,
  problemsOf,
  refuse,
  waterOfBag,
  waterSchema,
  type Consignment,
  type Outcome,
  type ReceivingTank,
} from '@/core/consignment/schema';
import { mostDelicate } from '@/core/fish/tolerance';
import { dkhToMeqL } from '@/core/quantities/units';
import { quarantinePlan } from '@/core/quarantine/plan';
import type { StoredRun } from '../db/arrivals';
import type { StoredConsignment } from '../db/consignments';
import type { House } from '../house';
import { catalogueOf } from '../result';
import { change, find } from './change';

const readingsInput = z.object({
  code: z.string(),
  version: z.number(),
  bags: z.array(bagReadingSchema.omit({ at: true })),
  tank: waterSchema,
  otherTanks: z.record(z.string(), waterSchema).optional(),
});

/** Measurements and the look through the film, bag by bag; older readings stay in the journal. */
export function saveReadings(house: House, input: unknown): Outcome<StoredConsignment> {
  const parsed = readingsInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, version, bags, tank, otherTanks } = parsed.data;
  const at = house.nowIso();
  const r = change(house, code, version, 'the arrival readings', (c) => {
    for (const [i, b] of bags.entries()) {
      const bag = c.bags.find((x) => x.id === b.bagId);
      if (!bag) return refuse(`bags.${i}.bagId`, `There is no bag ${b.bagId}.`);
      const animals = bag.animals.reduce((n, x) => n + x.count, 0);
      if (b.alive + b.dead + b.doubtful !== animals)
        return refuse(
          `bags.${i}.alive`,
          `Bag ${b.bagId} left with ${animals} animals; alive, dead and doubtful make ${b.alive + b.dead + b.doubtful}.`,
        );
    }
    return {
      ok: true,
      value: {
        ...c,
        actual: { ...c.actual, bags: bags.map((b) => ({ ...b, at })), tank, ...(otherTanks ? { otherTanks } : {}) },
      },
    };
  });
  if (r.ok) house.consignments.journal(r.value.document.id, at, 'measured', 'arrival', { bags, tank, otherTanks });
  return r;
}

export interface MethodComparison {
  bagIds: string[];
  title: string;
  /** The receiving tank, as measured where it was. */
  tank: ReceivingTank;
  speciesNames: string;
  opened: OpenedBag;
  measured: boolean;
  recommendation: Recommendation;
  courses: MethodCourse[];
  problem: string | null;
}

/** The bag as it would be opened now: measured where measured, computed from the evaluation where not. */
function openedBag(
  house: House,
  c: Consignment,
  e: Evaluation,
  bagId: string,
  nowMs: number,
): OpenedBag & { measured: boolean } {
  const bag = c.bags.find((b) => b.id === bagId)!;
  const result = e.bags.find((b) => b.id === bagId)!;
  const atMs = c.actual.arrivedAt ? Math.min(nowMs, e.instants.sealMs + e.horizonH * 3600_000) : e.instants.openMs;
  const i = Math.min(e.steps - 1, Math.max(0, Math.round((atMs - e.instants.sealMs) / 3600_000 / e.stepH)));
  const reading = c.actual.bags.find((r) => r.bagId === bagId);
  // Excreted ammonia brings one equivalent of alkalinity a mole.
  const tan = result.curves.tanMgNL[i]!;
  const source = waterOfBag(c, bag);
  const alkalinityMeqL = dkhToMeqL(source.khDkh) + Math.max(0, tan - source.tanMgNL) / 14.007;
  return {
    waterL: bag.waterL,
    tempC: reading?.tempC ?? result.tempC[i]!,
    pH: reading?.pH ?? result.curves.pH[i]!,
    alkalinityMeqL,
    tanMgNL: tan,
    salinity: reading?.salinity ?? source.salinity,
    ghDgh: source.ghDgh,
    breather: row(catalogueOf(c, house).bags, bag.bagTypeId, 'bag').breather === true,
    measured: reading?.pH !== undefined && reading?.pH !== null,
  };
}

/** Bags with the same animals are one lane; each lane's methods are computed on its own worst bag. */
export function methodComparisons(house: House, c: Consignment, e: Evaluation, nowMs: number): MethodComparison[] {
  const a = withOverrides(c.assumptions);
  const lanes = new Map<string, string[]>();
  for (const b of c.bags) {
    const key = b.animals.map((x) => x.lineId).join('+');
    lanes.set(key, [...(lanes.get(key) ?? []), b.id]);
  }
  return [...lanes.values()].map((bagIds) => {
    const opened = bagIds
      .map((id) => openedBag(house, c, e, id, nowMs))
      .reduce((x, o) => (o.tanMgNL > x.tanMgNL ? o : x));
    const species = e.bags.find((b) => b.id === bagIds[0])!.species;
    const speciesNames = [...new Set(species.map((s) => s.name))].join(', ');
    const title = bagIds.length === 1 ? bagIds[0]! : `${bagIds[0]} to ${bagIds[bagIds.length - 1]}`;
    const { into } = c.lines.find((l) => l.id === c.bags.find((b) => b.id === bagIds[0])!.animals[0]!.lineId)!;
    const tank = measuredTank(c, into);
    const base = { bagIds, title, tank, speciesNames, opened, measured: opened.measured };
    try {
      const courses = compareMethods(opened, tank, a);
      const recommendation = recommend(
        courses,
        mostDelicate(species.map((s) => s.tolerance)),
        species.some((s) => s.flags.includes('invertebrate')),
        species.some((s) => s.water === 'marine'),
        a,
      );
      return { ...base, courses, recommendation, problem: null };
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      return {
        ...base,
        courses: [],
        recommendation: { ranked: [], either: false, reason: '' },
        problem: error.message,
      };
    }
  });
}

/** Starts the timed sequence of a method for some bags; it lives on the server from here on. */
export function startRun(house: House, c: Consignment, lane: MethodComparison, method: MethodId): Outcome<string> {
  const course = lane.courses.find((x) => x.id === method);
  if (!course) return refuse('method', 'This method is not known here.');
  const running = house.arrivals.runsOf(c.id).find((r) => r.bagIds.some((id) => lane.bagIds.includes(id)));
  if (running) return refuse('method', `${running.bagIds.join(', ')} already have a sequence. Stop it first.`);
  const id = randomUUID();
  const at = house.nowIso();
  house.db.transaction(() => {
    house.arrivals.insertRun({
      id,
      consignmentId: c.id,
      bagIds: lane.bagIds,
      method,
      steps: course.steps,
      startedAt: at,
    });
    house.consignments.journal(c.id, at, 'acclimation started', lane.bagIds.join(' '), { method });
  })();
  return { ok: true, value: id };
}

export const positionOf = (run: StoredRun, nowMs: number): ReturnType<typeof runPosition> =>
  runPosition(
    {
      startedAtMs: Date.parse(run.startedAt),
      steps: run.steps,
      doneAtMs: Object.fromEntries(Object.entries(run.done).map(([k, v]) => [k, Date.parse(v)])),
    },
    nowMs,
  );

/** A step done by hand (or a timer cut short). Only the running step can be finished. */
export function finishStep(house: House, runId: string, key: string): Outcome<null> {
  const run = house.arrivals.run(runId);
  if (!run) return refuse('run', 'This sequence is not there any more.');
  const at = house.nowMs();
  const running = run.steps[positionOf(run, at).index];
  if (!running || running.key !== key)
    return refuse('step', 'This step is already done. The screen now shows the next one.');
  house.db.transaction(() => {
    house.arrivals.finishStep(runId, key, new Date(at).toISOString());
    house.consignments.journal(
      run.consignmentId,
      new Date(at).toISOString(),
      'acclimation step',
      `${run.bagIds.join(' ')}: ${running.title}`,
    );
  })();
  return { ok: true, value: null };
}

/** Takes the last press back; a timer that ended by itself stays ended. */
export function undoStep(house: House, runId: string): Outcome<null> {
  const run = house.arrivals.run(runId);
  if (!run) return refuse('run', 'This sequence is not there any more.');
  const last = Object.entries(run.done).sort((a, b) => (a[1] < b[1] ? 1 : -1))[0];
  if (!last) return refuse('step', 'Nothing has been done yet.');
  house.db.transaction(() => {
    house.arrivals.reopenStep(runId, last[0]);
    house.consignments.journal(
      run.consignmentId,
      house.nowIso(),
      'acclimation step taken back',
      `${run.bagIds.join(' ')}: ${last[0]}`,
    );
  })();
  return { ok: true, value: null };
}

export function stopRun(house: House, runId: string): Outcome<null> {
  const run = house.arrivals.run(runId);
  if (!run) return refuse('run', 'This sequence is not there any more.');
  house.arrivals.stopRun(runId, house.nowIso());
  house.consignments.journal(run.consignmentId, house.nowIso(), 'acclimation stopped', run.bagIds.join(' '));
  return { ok: true, value: null };
}

/** Opens day 1: four weeks of daily duties in the receiving tank, due by its own local clock. */
export function openQuarantine(house: House, code: string): Outcome<string> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  const c = stored.value.document;
  if (house.arrivals.quarantineOf(c.id)) return refuse('quarantine', `${code} is in quarantine already.`);
  const catalogue = catalogueOf(c, house);
  const kinds = c.lines.map((l) => row(catalogue.species, l.speciesId, 'species'));
  const zone = c.receiver.place.zone;
  const start = new TZDate(house.nowMs(), zone);
  const id = randomUUID();
  const duties = quarantinePlan({
    volumeL: c.tank.volumeL,
    invertebrates: kinds.every((s) => s.flags.includes('invertebrate')),
    fasting: kinds.some((s) => s.fasting === 'cool-water-large') ? 'long' : 'short',
  }).map((d) => {
    const due = new TZDate(start.getFullYear(), start.getMonth(), start.getDate() + d.day - 1, d.hour, 0, 0, zone);
    return {
      key: d.key,
      day: d.day,
      dueAt: new Date(due.getTime()).toISOString(),
      kind: d.kind,
      title: d.title,
      detail: d.detail,
      minutes: d.minutes,
    };
  });
  const losses = c.actual.bags.reduce((n, b) => n + b.dead, 0);
  const animals = c.lines.reduce((n, l) => n + l.count, 0) - losses;
  house.arrivals.openQuarantine(
    {
      id,
      consignmentId: c.id,
      tank: c.tank.name,
      volumeL: c.tank.volumeL,
      startedAt: house.nowIso(),
      zone,
      animals: `${animals} ${[...new Set(kinds.map((s) => s.name))].join(', ')}`,
    },
    duties.filter((d) => Date.parse(d.dueAt) > house.nowMs() - 12 * 3600_000),
  );
  house.consignments.journal(c.id, house.nowIso(), 'quarantine opened', c.tank.name);
  return { ok: true, value: id };
}

export function setDuty(house: House, quarantineId: string, key: string, done: boolean): Outcome<null> {
  house.arrivals.setDuty(quarantineId, key, done ? house.nowIso() : null);
  return { ok: true, value: null };
}
