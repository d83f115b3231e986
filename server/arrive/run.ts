import type { Compared } from '@/core/acclimation/compare';
import { randomUUID } from 'node:crypto';
import { withOverrides } from '@/core/catalogue/assumptions';
import { goesIn, isPause, pauseKey, withExtraRound } from '@/core/acclimation/run';
import { withRelease } from '@/core/acclimation/release';
import type { MethodId } from '@/core/acclimation/vessel';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import { tanksOfBag } from '@/core/consignment/arrival-counts';
import type { Consignment, ReceivingTank } from '@/core/consignment/schema';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredRun } from '@/server/db/arrivals';
import type { House } from '@/server/house';
import { recordEvent } from '@/server/pack/events';
import { storedRunPosition } from './position';
import { groupsOf, residentsOf } from './residents';
import { judgedTanks, laneStops } from '@/server/concerns/receiving';
import { laneStopWords } from './lane-stop-words';

/**
 * Starts the timed sequence of a method for some bags, with the release into their tank; it lives on the server from here
 * on. Into a tank that would harm them it starts only with a reason, which is kept.
 */
export function startRun(
  house: House,
  c: Consignment,
  lane: Compared<ReceivingTank>,
  method: MethodId,
  because = '',
): Outcome<string> {
  const course = lane.courses.find((x) => x.id === method);
  if (!course) return refuse('method', 'This method is unknown.');
  const running = house.arrivals.runsOf(c.id).find((r) => r.bagIds.some((id) => lane.bagIds.includes(id)));
  if (running) return refuse('method', `${running.bagIds.join(', ')} already have a run. Stop it first.`);
  const stops = laneStopWords(laneStops(c, lane, judgedTanks(house, c)), method);
  if (stops.length > 0 && because.trim() === '')
    return refuse(
      'because',
      `Stop. ${stops.map((s) => `${s.harm} ${s.instead}`).join(' ')} Or give a reason to start anyway.`,
    );
  const id = randomUUID();
  const at = house.nowIso();
  const groups = groupsOf(c, catalogueOf(c, house), lane.bagIds);
  const { name } = lane.tank;
  const tanks = tanksOfBag(
    c,
    c.bags.find((b) => b.id === lane.bagIds[0])!,
  );
  const residents = tanks.flatMap((t) => residentsOf(house, t));
  const steps = withRelease(course.steps, groups, { name, residents }, withOverrides(c.assumptions));
  house.db.transaction(() => {
    house.arrivals.insertRun({
      id,
      consignmentId: c.id,
      bagIds: lane.bagIds,
      method,
      steps,
      startedAt: at,
    });
    house.consignments.journal(c.id, at, 'acclimation started', lane.bagIds.join(' '), {
      method,
      ...(stops.length > 0 ? { because: because.trim(), harm: stops.map((s) => s.harm) } : {}),
    });
  })();
  return { ok: true, value: id };
}

/** A sequence that goes on; why it does not. */
function goingOn(house: House, runId: string): Outcome<StoredRun> {
  const run = house.arrivals.run(runId);
  if (!run) return refuse('run', 'This run no longer exists.');
  return house.arrivals.isStopped(runId)
    ? refuse('run', 'This run was stopped. Start another.')
    : { ok: true, value: run };
}

/**
 * A step done by hand (or a timer cut short), at the instant of its press. Only the step that ran then can be finished; a
 * press never comes before the one before it.
 */
export function finishStep(house: House, runId: string, key: string, pressedMs = house.nowMs()): Outcome<null> {
  const there = goingOn(house, runId);
  if (!there.ok) return there;
  const run = there.value;
  const before = Math.max(Date.parse(run.startedAt), ...Object.values(run.done).map((iso) => Date.parse(iso)));
  const at = Math.min(house.nowMs(), Math.max(pressedMs, before));
  // What ran when it was pressed: a timer may have ended by itself while the press was on its way.
  const running = run.steps[storedRunPosition(run, at).index];
  if (!running || running.key !== key) {
    // The other phone was quicker: it is done, and nobody is told off for it.
    if (run.done[key] !== undefined) return { ok: true, value: null };
    const wanted = run.steps.find((s) => s.key === key);
    return refuse(
      'step',
      !wanted
        ? 'This run has no such step.'
        : running
          ? `“${wanted.title}” is not the current step: “${running.title}” is. Do that first.`
          : 'This run is finished.',
    );
  }
  house.db.transaction(() => {
    house.arrivals.finishStep(runId, key, new Date(at).toISOString());
    house.consignments.journal(
      run.consignmentId,
      new Date(at).toISOString(),
      'acclimation step',
      `${run.bagIds.join(' ')}: ${running.title}`,
    );
    if (key === OPENS) firstOpened(house, run, new Date(at).toISOString());
  })();
  return { ok: true, value: null };
}

/** The step in which a bag is opened. */
const OPENS = 'open';

/** The first bag that is opened is the opening of the consignment; an instant that somebody told stays. */
function firstOpened(house: House, run: StoredRun, at: string): void {
  const c = house.consignments.byId(run.consignmentId)?.document;
  if (c?.actual.arrivedAt && c.actual.openedAt === null) recordEvent(house, c.code, 'openedAt', at);
}

/** The press that opened the first bag was a slip: so was the opening. */
function closedAgain(house: House, run: StoredRun, at: string): void {
  const c = house.consignments.byId(run.consignmentId)?.document;
  if (c?.actual.openedAt === at) recordEvent(house, c.code, 'openedAt', null);
}

/** Takes the last press back, which is named: what was pressed since stays. A timer that ended by itself stays ended. */
export function undoStep(house: House, runId: string, key?: string): Outcome<null> {
  const there = goingOn(house, runId);
  if (!there.ok) return there;
  const run = there.value;
  const last = Object.entries(run.done)
    .filter(([k]) => !isPause(k))
    .sort((a, b) => (a[1] < b[1] ? 1 : -1))[0];
  if (!last) return refuse('step', 'Nothing has been done yet.');
  if (key !== undefined && last[0] !== key)
    return refuse('step', 'Another step was done meanwhile; the screen shows it now.');
  house.db.transaction(() => {
    house.arrivals.reopenStep(runId, last[0]);
    if (last[0] === OPENS) closedAgain(house, run, last[1]);
    house.consignments.journal(
      run.consignmentId,
      house.nowIso(),
      'acclimation step undone',
      `${run.bagIds.join(' ')}: ${last[0]}`,
    );
  })();
  return { ok: true, value: null };
}

const millis = (done: Record<string, string>): Record<string, number> =>
  Object.fromEntries(Object.entries(done).map(([k, v]) => [k, Date.parse(v)]));

/** Holds the timers of a run, or lets them go on: the press names which, so that a second one of it does nothing. */
export function pauseRun(house: House, runId: string, key: string, pressedMs = house.nowMs()): Outcome<null> {
  const there = goingOn(house, runId);
  if (!there.ok) return there;
  const run = there.value;
  if (run.done[key] !== undefined) return { ok: true, value: null };
  if (key !== pauseKey(millis(run.done)))
    return refuse('pause', 'Someone else paused or continued it; the screen shows it now.');
  const at = new Date(Math.min(house.nowMs(), Math.max(pressedMs, Date.parse(run.startedAt)))).toISOString();
  house.db.transaction(() => {
    house.arrivals.finishStep(runId, key, at);
    house.consignments.journal(
      run.consignmentId,
      at,
      key.startsWith('pause') ? 'acclimation paused' : 'acclimation goes on',
      run.bagIds.join(' '),
    );
  })();
  return { ok: true, value: null };
}

/** More rounds than these bring the water no nearer. */
const MOST_ROUNDS = 20;

/** One round more before they go in; `nth` names it, so that two phones add one. */
export function extraRound(house: House, runId: string, nth: number): Outcome<null> {
  const there = goingOn(house, runId);
  if (!there.ok) return there;
  const run = there.value;
  if (run.steps.some((s) => s.key === `pour+${nth}`)) return { ok: true, value: null };
  if (nth > MOST_ROUNDS)
    return refuse('round', `${MOST_ROUNDS} rounds were added; more do not help. Measure, and continue.`);
  const steps = withExtraRound(run.steps);
  if (!steps) return refuse('round', 'This method has no rounds.');
  const running = run.steps[storedRunPosition(run, house.nowMs()).index];
  if (!running || goesIn(running.key)) return refuse('round', 'They are being transferred already.');
  house.db.transaction(() => {
    house.arrivals.changeSteps(runId, steps);
    house.consignments.journal(run.consignmentId, house.nowIso(), 'one round more', run.bagIds.join(' '));
  })();
  return { ok: true, value: null };
}

export function stopRun(house: House, runId: string): Outcome<null> {
  const there = goingOn(house, runId);
  if (!there.ok) return there;
  const run = there.value;
  house.db.transaction(() => {
    house.arrivals.stopRun(runId, house.nowIso());
    house.consignments.journal(run.consignmentId, house.nowIso(), 'acclimation stopped', run.bagIds.join(' '));
  })();
  return { ok: true, value: null };
}
