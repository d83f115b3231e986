import { byNumber } from '@/core/quantities/words';
import { chronicMgNL } from '@/core/water/criteria';
import { cameInto, tanksOfBag } from '@/core/consignment/arrival-counts';
import {
  changePlan,
  dailyMgNL,
  learnedShare,
  tanAfter,
  unfedMgNH,
  type TestSpan,
  type Meal,
} from '@/core/quarantine/build-up';
import {
  judgedBy,
  seenByDay,
  figureSeries,
  quarantineStateOf,
  tanLeft,
  type QuarantineRecord,
  type QuarantineState,
} from '@/core/quarantine/course';
import { gateHeld, isOpen, phaseHeld, type ConditionStatus } from '@/core/quarantine/conditions';
import { tankFigures, type TankFigure } from '@/core/measurement/quantities';
import type { Entry } from '@/core/quarantine/schema';
import { unstruck } from '@/core/consignment/project-facts';
import { templates } from '@/core/quarantine/templates';
import { DAY, HOUR } from '@/core/quantities/time';
import { storedRunPosition } from '@/server/arrive/position';
import { tankId } from '@/server/arrive/residents';
import { concernsOfTank } from '@/server/concerns';
import type { Station } from '@/server/consignment/station';
import type { StoredDuty, StoredQuarantine } from '@/server/db/quarantines';
import type { House } from '@/server/house';
import { assumptionsHere, besideOf, dwellersOf, factsOf, litresOf, livingIn, tankNameOf } from './facts';
import { plansOf } from './quarantine';
import { copperTopOf } from './tell';

/** The Quarantine station: every receiving tank of a consignment, with its weeks or the way to open them. */
export function quarantineView({ h, c, nowMs, view, home, catalogue }: Station) {
  const name = (id: string): string => catalogue.species.find((s) => s.id === id)?.name ?? id;
  const running = view.runs.filter((r) => !storedRunPosition(r, nowMs).finished).flatMap((r) => r.bagIds);
  const tanks = [c.tank, ...(c.otherTanks ?? [])].flatMap((t) => {
    const id = tankId(h, t.name);
    const q = view.quarantines.find((x) => x.tank === t.name || x.tankId === id);
    const came = cameInto(c, t.name);
    if (!q && came.length === 0) return [];
    const s = q ? quarantineStateOf(factsOf(h, q), nowMs) : null;
    const there = q ? null : h.quarantines.inTank(id);
    return [
      {
        id: q?.id ?? null,
        tank: t.name,
        volumeL: t.volumeL,
        expected: came.map(({ line, alive }) => `${alive} ${name(line.speciesId)}`).join(', '),
        words: q?.animals ?? '',
        startedMs: q ? Date.parse(q.startedAt) : null,
        ended: q?.closedAt != null,
        day: s?.day ?? 0,
        ofDays: s?.ofDays ?? 0,
        phase: s?.now.phase.title ?? '',
        /** Whose weeks go on there already. */
        there: there ? there.animals : null,
        running: running.filter((bagId) => c.bags.some((b) => b.id === bagId && tanksOfBag(c, b).includes(t.name))),
      },
    ];
  });
  return {
    code: c.code,
    zone: view.quarantines[0]?.zone ?? home.zone,
    nowMs,
    tanks,
    plans: [...plansOf(h)].map(([id, p]) => ({ id, name: p.name, twin: p.phases.some((x) => x.moves) })),
    ownTanks: ownTanks(h),
  };
}
export type QuarantineView = ReturnType<typeof quarantineView>;
export type QuarantineTank = QuarantineView['tanks'][number];

const ownTanks = (h: House): string[] => h.records.list('tank', 'active').map((r) => String(r.document.name));

const mealsOf = (s: QuarantineState, fromMs: number): Meal[] =>
  s.entries.flatMap((e) =>
    e.kind === 'look' && e.foodG !== undefined && e.foodG > 0
      ? [{ atH: (Date.parse(e.at) - fromMs) / HOUR, foodG: e.foodG }]
      : [],
  );

/** Readings of ammonia between which no water was changed and nobody was moved. */
function spansOf(f: QuarantineRecord, s: QuarantineState): TestSpan[] {
  const tests = figureSeries(f, 'tanMgNL');
  return tests.slice(1).flatMap((to, i): TestSpan[] => {
    const from = tests[i]!;
    const between = s.entries.some(
      (e) => (e.kind === 'change' || e.kind === 'move') && Date.parse(e.at) > from.ms && Date.parse(e.at) <= to.ms,
    );
    const hours = (to.ms - from.ms) / HOUR;
    return between || hours < 4 ? [] : [{ fromMgNL: from.value, toMgNL: to.value, hours, meals: mealsOf(s, from.ms) }];
  });
}

/** Food a day where nobody told it: a hundredth of what they weigh (common practice). */
const FOOD_SHARE = 0.01;

/** Ammonia in the days to come, from who lives there, what they are fed and what the filter takes. */
function foretold(house: House, q: StoredQuarantine, f: QuarantineRecord, s: QuarantineState) {
  const a = assumptionsHere(house);
  const living = livingIn(house, q);
  const massG = living.reduce((n, l) => n + l.count * l.massG, 0);
  if (massG === 0) return null;
  const { tempC, pH, measuredPh } = judgedBy(s);
  // Without media there is no filter to speak of.
  const guess = s.media > 0 ? a.quarantineFilterShare : 0;
  const source = { living, tempC, waterL: f.waterL, filterShare: guess };
  const learned = learnedShare(spansOf(f, s), guess, source, a);
  const share = learned?.share ?? guess;
  const fed = mealsOf(s, s.nowMs).filter((m) => m.atH > -7 * 24);
  const fedDays = new Set(fed.map((m) => Math.floor(m.atH / 24))).size;
  const foodG = fedDays > 0 ? fed.reduce((n, m) => n + m.foodG, 0) / fedDays : massG * FOOD_SHARE;
  const now = { ...source, filterShare: share };
  const start = tanLeft(s, f.waterL);
  const meals = Array.from({ length: 4 }, (_, d): Meal => ({ atH: d * 24, foodG }));
  const hours = Array.from({ length: 25 }, (_, i) => i * 3);
  const limit = chronicMgNL(pH, tempC);
  const curve = hours.map((h) => ({ ms: s.nowMs + h * HOUR, mgNL: tanAfter(start, h, meals, now, a) }));
  const daily = dailyMgNL(foodG, now, a);
  return {
    massG,
    foodG,
    foodTold: fedDays > 0,
    unfedMgD: 24 * unfedMgNH(now, a),
    share,
    shareFrom: learned
      ? `learned from ${learned.spans} pair${learned.spans === 1 ? '' : 's'} of tests`
      : s.media > 0
        ? 'your estimate'
        : 'no filter media',
    limit,
    pH,
    tempC,
    measuredPh,
    curve,
    reachesH: hours.find((_, i) => curve[i]!.mgNL > limit) ?? null,
    plan: changePlan(daily, limit, f.waterL),
    readyL: Math.ceil(f.waterL),
  };
}

const heldView = (h: ConditionStatus) => ({
  key: h.key,
  words: h.words,
  have: h.have,
  of: h.of,
  unit: h.unit,
  holds: h.holds,
  waived: h.waived,
});

const series = (f: QuarantineRecord): Partial<Record<TankFigure, { n: number; ms: number; value: number }[]>> =>
  Object.fromEntries(tankFigures.map((k) => [k, figureSeries(f, k)] as const).filter(([, v]) => v.length > 0));

const dutyView = (d: StoredDuty) => ({ ...d, dueMs: Date.parse(d.dueAt) });

/** Pictures taken at the tank since its weeks began, newest first. */
function photosOf(house: House, q: StoredQuarantine): { hash: string; at: string }[] {
  const name = tankNameOf(house, q);
  return house.quarantines
    .members(q.id)
    .flatMap((m) => unstruck(house.facts.of(m.consignmentId).observations))
    .filter((o) => o.photo !== null && o.subject.kind === 'tank' && [q.tank, name].includes(o.subject.id))
    .filter((o) => o.at >= q.startedAt)
    .map((o) => ({ hash: o.photo!, at: o.at }))
    .sort((x, y) => (x.at < y.at ? 1 : -1));
}

/** The page of a tank in its weeks; null where there is none. */
export function tankWeeks(house: House, id: string) {
  const q = house.quarantines.byId(id);
  if (!q) return null;
  const a = assumptionsHere(house);
  const f = factsOf(house, q);
  const nowMs = q.closedAt === null ? house.nowMs() : Math.min(house.nowMs(), Date.parse(q.closedAt));
  const s = quarantineStateOf(f, nowMs);
  const gate = gateHeld(f, s, a);
  const phaseGate = phaseHeld(f, s, a);
  const next = q.plan.phases[q.plan.phases.findIndex((p) => p.id === s.now.phase.id) + 1] ?? null;
  const struck = new Set(f.entries.flatMap((e) => (e.strikes === null ? [] : [e.strikes])));
  const { species: _, ...shelves } = house.shelves().all;
  return {
    id: q.id,
    version: q.version,
    tank: tankNameOf(house, q),
    tankId: q.tankId,
    isRecord: house.records.byId(q.tankId) !== null,
    twin: q.twin,
    volumeL: q.volumeL,
    waterL: litresOf(q),
    waterMeasured: q.waterL !== null,
    zone: q.zone,
    nowMs,
    startedMs: Date.parse(q.startedAt),
    closedMs: q.closedAt === null ? null : Date.parse(q.closedAt),
    day: s.day,
    ofDays: s.ofDays,
    endMs: s.endMs,
    clockMs: s.clockMs,
    codes: house.quarantines.members(q.id).flatMap((m) => house.consignments.codeOf(m.consignmentId) ?? []),
    dwellers: dwellersOf(house, q).map(({ species, speciesId, name, count }) => ({ species, speciesId, name, count })),
    plan: q.plan,
    phases: s.phases.map((p) => ({
      id: p.phase.id,
      kind: p.phase.kind,
      title: p.phase.title,
      fromMs: p.fromMs,
      toMs: p.toMs,
      state: p.state,
    })),
    phase: {
      id: s.now.phase.id,
      title: s.now.phase.title,
      kind: s.now.phase.kind,
      held: phaseGate.map(heldView),
      over: isOpen(phaseGate),
    },
    nextPhase: next ? { id: next.id, title: next.title } : null,
    gate: gate.map(heldView),
    gateOpen: isOpen(gate),
    concerns: q.closedAt === null ? concernsOfTank(house, q.tankId) : [],
    beside: besideOf(house, q, f, s),
    water: s.water.map((w) => ({ medicine: w.medicine, unit: w.unit, levels: w.levels, now: w.now, doses: w.doses })),
    carbonIn: s.carbonIn,
    reserveL: s.reserveL,
    seen: seenByDay(s, q.zone),
    media: s.media,
    moves: s.moves,
    dips: s.dips,
    tankNow: s.tankNow ?? tankNameOf(house, q),
    eatenDays: s.eatenDays,
    clearDays: s.clearDays,
    latest: s.latest,
    copperTop: copperTopOf(s),
    copperAskTimes: a.copperAskTimes,
    bands: { nitriteWatch: a.nitriteWatchMgL, nitriteStop: a.nitriteStopMgL, nitrateWatch: a.nitrateWatchMgL },
    series: series(f),
    entries: [...f.entries]
      .sort((x, y) => Date.parse(y.at) - Date.parse(x.at) || y.n - x.n)
      .filter((e) => e.strikes === null)
      .map((e): Entry & { struck: boolean } => ({ ...e, struck: struck.has(e.n) })),
    photos: photosOf(house, q),
    duties: house.quarantines.dutiesOf(q.id).map(dutyView),
    foretold: q.closedAt === null ? foretold(house, q, f, s) : null,
    shelf: shelves.treatments ?? [],
    plans: [...plansOf(house)].map(([id, p]) => ({ id, plan: p, own: !(id in templates) })),
    ownTanks: ownTanks(house),
  };
}
export type TankWeeks = NonNullable<ReturnType<typeof tankWeeks>>;

/** All tanks in their weeks, as one walks through the room: by where they stand, then by name. */
export function roundView(house: House) {
  const nowMs = house.nowMs();
  const a = assumptionsHere(house);
  const tanks = house.quarantines.live().map((q) => {
    const f = factsOf(house, q);
    const s = quarantineStateOf(f, nowMs);
    const where = house.records.byId(q.tankId)?.document.where;
    const duties = house.quarantines.dutiesOf(q.id).map(dutyView);
    const open = duties.filter(
      (d) => d.doneAt === null && d.waived === '' && d.dueMs < nowMs + 6 * HOUR && d.dueMs > nowMs - DAY,
    );
    const looked = s.entries.findLast((e) => e.kind === 'look' && Date.parse(e.at) > nowMs - 6 * HOUR);
    return {
      id: q.id,
      tank: tankNameOf(house, q),
      where: typeof where === 'string' ? where : '',
      code: house.consignments.codeOf(q.consignmentId) ?? '',
      zone: q.zone,
      waterL: f.waterL,
      day: s.day,
      ofDays: s.ofDays,
      phase: s.now.phase.title,
      dwellers: dwellersOf(house, q).map(({ species, speciesId, name, count }) => ({
        species,
        speciesId,
        name,
        count,
      })),
      concerns: concernsOfTank(house, q.tankId),
      open,
      lookedMs: looked ? Date.parse(looked.at) : null,
      copperTop: copperTopOf(s),
    };
  });
  // The well before the sick, those who are long here before the newest, then as one walks.
  const sick = (t: (typeof tanks)[number]): number => Number(t.concerns.some((x) => x.finding.code === 'sign'));
  tanks.sort((x, y) => sick(x) - sick(y) || y.day - x.day || byNumber(x.where, y.where) || byNumber(x.tank, y.tank));
  return { nowMs, tanks, copperAskTimes: a.copperAskTimes };
}
export type RoundView = ReturnType<typeof roundView>;
