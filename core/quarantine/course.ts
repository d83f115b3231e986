import { medicines, type Treatment } from '@/core/catalogue/treatment';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { amountFor } from '@/core/bag/treatments';
import { DAY, HOUR } from '@/core/quantities/time';
import { dayNumber, followsByItself } from './duties';
import { daysOf } from './templates';
import { afterChange, decayed } from './water';
import { type TankFigure } from '@/core/measurement/quantities';
import type { Entry, QuarantinePhase, QuarantinePlan } from './schema';

/** A quarantine as everything is asked of it: its plan, its water, and what was told. */
export interface QuarantineRecord {
  plan: QuarantinePlan;
  openedMs: number;
  zone: string;
  waterL: number;
  entries: readonly Entry[];
  /** Duties with how each stands; waived ones have their reason. */
  duties: readonly { key: string; kind: string; phase: string; dueMs: number; doneMs: number | null; waived: string }[];
  /** What its water was read for last before the weeks began. */
  before?: QuarantineState['latest'];
}

/** What stands: nothing that was struck out, in the order of its instants. */
export function standingEntries(entries: readonly Entry[]): Entry[] {
  const struck = new Set(entries.flatMap((e) => (e.strikes === null ? [] : [e.strikes])));
  return entries
    .filter((e) => e.strikes === null && !struck.has(e.n))
    .sort((x, y) => Date.parse(x.at) - Date.parse(y.at) || x.n - y.n);
}

const of = <K extends Entry['kind']>(entries: readonly Entry[], kind: K): Extract<Entry, { kind: K }>[] =>
  entries.filter((e): e is Extract<Entry, { kind: K }> => e.kind === kind);

/** A point of what is in the water: ms, mg/L where its label says how much a unit holds, else shares of the label’s dose. */
interface Level {
  ms: number;
  level: number;
  measured: boolean;
}

/** A treatment in the water over time. */
export interface InWater {
  medicine: Treatment;
  /** mg/L, or times the label’s dose. */
  unit: 'mg/L' | '× label';
  levels: Level[];
  now: number;
  /** What may be there at most: what carbon took is no proof, only changes, moves, its half-life and a measurement are. */
  most: number;
  doses: number;
  lastMs: number;
}

/** A dose in the unit its level is told in, for so many litres. */
export const levelOfDose = (t: Treatment, amount: number, waterL: number): number =>
  t.mgPerUnit ? (amount * t.mgPerUnit) / waterL : amount / amountFor({ treatment: t, times: 1 }, waterL);

/** Carbon takes out half of what is dissolved in so many hours († ours, for drawing only: what it leaves is not relied on). */
const CARBON_HALF_H = 12;
/** Below this share of its label a medicine counts as gone. */
const GONE = 0.05;

/** What is in the water of each treatment, from doses, changes, decay, carbon, moves, and what was measured of copper. */
export function inWater(f: QuarantineRecord, nowMs: number): InWater[] {
  const all = standingEntries(f.entries).filter((e) => Date.parse(e.at) <= nowMs);
  const ids = [...new Set(of(all, 'dose').map((d) => d.medicine.id))];
  return ids.map((id) => {
    const medicine = of(all, 'dose').findLast((d) => d.medicine.id === id)!.medicine;
    const isCopper = medicine.kind === 'copper' || medicine.kind === 'bound-copper';
    const levels: Level[] = [];
    let level = 0;
    let most = 0;
    let ms = f.openedMs;
    let carbon = false;
    let doses = 0;
    let lastMs = 0;
    const reach = (to: number): void => {
      const hours = (to - ms) / HOUR;
      level = decayed(level, hours, medicine.halfLifeH);
      most = decayed(most, hours, medicine.halfLifeH);
      if (carbon) level = decayed(level, hours, CARBON_HALF_H);
      ms = to;
    };
    const point = (measured = false): void => void levels.push({ ms, level, measured });
    for (const e of all) {
      const at = Math.max(ms, Date.parse(e.at));
      const touches =
        e.kind === 'change' ||
        e.kind === 'carbon' ||
        e.kind === 'move' ||
        (e.kind === 'dose' && e.medicine.id === id) ||
        (e.kind === 'test' && isCopper && e.figures.copperMgL !== undefined);
      if (!touches) continue;
      reach(at);
      point();
      if (e.kind === 'change') {
        level = afterChange(level, f.waterL, e.litres);
        most = afterChange(most, f.waterL, e.litres);
      }
      if (e.kind === 'move') level = most = 0;
      if (e.kind === 'carbon') carbon = e.in;
      if (e.kind === 'dose') {
        level += levelOfDose(medicine, e.amount, f.waterL);
        most += levelOfDose(medicine, e.amount, f.waterL);
        doses++;
        lastMs = at;
      }
      // What is measured is so, whatever was reckoned.
      if (e.kind === 'test' && isCopper && medicine.mgPerUnit) level = most = e.figures.copperMgL!;
      point(e.kind === 'test');
    }
    reach(nowMs);
    point();
    return { medicine, unit: medicine.mgPerUnit ? 'mg/L' : '× label', levels, now: level, most, doses, lastMs };
  });
}

/** Level of its label, or the most there was. */
const fullOf = (w: InWater): number =>
  w.unit === 'mg/L' ? (w.medicine.targetMgL ?? Math.max(...w.levels.map((l) => l.level), 1e-9)) : 1;

/** From this level on a treatment counts as gone: who changed just as much as was told has changed enough. */
const goneAt = (w: InWater): number => GONE * fullOf(w) * (1 + 1e-9);

/** Share of the water that would have to be changed until a treatment counts as gone whatever carbon did; 0 where it is. */
export const changeToBeGone = (w: InWater): number => (w.most > goneAt(w) ? 1 - goneAt(w) / w.most : 0);

/** Whether a treatment may still be there to speak of. */
export function isThere(w: InWater, nowMs: number): boolean {
  // A reducing conditioner works for two days, whatever is left of it (common practice).
  if (w.medicine.reducing) return nowMs - w.lastMs < 48 * HOUR && w.now > goneAt(w);
  return w.most > goneAt(w);
}

/** A phase with when it began, or will at the earliest. */
export interface PhaseAt {
  phase: QuarantinePhase;
  fromMs: number;
  toMs: number;
  state: 'past' | 'now' | 'ahead';
}

/** The phases in time: what began when it was told, what is ahead after it, not before now. */
export function phasesOf(f: Pick<QuarantineRecord, 'plan' | 'openedMs' | 'entries'>, nowMs: number): PhaseAt[] {
  const told = of(standingEntries(f.entries), 'phase');
  const began = (p: QuarantinePhase, i: number): number | null => {
    const e = told.findLast((x) => x.phase === p.id);
    return e ? Date.parse(e.at) : i === 0 ? f.openedMs : null;
  };
  const starts = f.plan.phases.map(began);
  f.plan.phases.forEach((p, i) => {
    const before = f.plan.phases[i - 1];
    if (starts[i] !== null || !before || starts[i - 1] === null || !followsByItself(before, p)) return;
    const ms = starts[i - 1]! + before.days * DAY;
    if (ms <= nowMs) starts[i] = ms;
  });
  const nowIndex = starts.reduce<number>((at, ms, i) => (ms !== null && ms <= nowMs ? i : at), 0);
  const out: PhaseAt[] = [];
  f.plan.phases.forEach((phase, i) => {
    const before = out.at(-1);
    const fromMs = i <= nowIndex ? (starts[i] ?? before?.toMs ?? f.openedMs) : Math.max(nowMs, before!.toMs);
    const next = starts[i + 1] ?? null;
    const planned = fromMs + phase.days * DAY;
    const toMs = i < nowIndex ? (next ?? planned) : i === nowIndex ? Math.max(planned, nowMs) : planned;
    out.push({ phase, fromMs, toMs, state: i < nowIndex ? 'past' : i === nowIndex ? 'now' : 'ahead' });
  });
  return out;
}

/** One figure over time, oldest first. */
export const figureSeries = (
  f: Pick<QuarantineRecord, 'entries'>,
  figure: TankFigure,
): { n: number; ms: number; value: number }[] =>
  of(standingEntries(f.entries), 'test').flatMap((t) => {
    const value = t.figures[figure];
    return value === undefined ? [] : [{ n: t.n, ms: Date.parse(t.at), value }];
  });

/** How a figure stands against what it may be. */
export type Band = 'fine' | 'watch' | 'stop';

/** Where a figure of the water is too much; ammonia is judged by its criterion instead. */
export function bandOf(figure: TankFigure, value: number, a: Assumptions): Band {
  if (figure === 'nitriteMgL')
    return value >= a.nitriteStopMgL ? 'stop' : value >= a.nitriteWatchMgL ? 'watch' : 'fine';
  if (figure === 'nitrateMgL') return value >= a.nitrateWatchMgL ? 'watch' : 'fine';
  return 'fine';
}

/** Everything that is known of a quarantine at an instant: the one evaluation of page, Bench, gate and print. */
export interface QuarantineState {
  nowMs: number;
  day: number;
  ofDays: number;
  endMs: number;
  phases: PhaseAt[];
  now: PhaseAt;
  entries: Entry[];
  water: InWater[];
  carbonIn: boolean;
  carbonSinceMs: number | null;
  /** Prepared water that stands ready, L: as told, less what was changed since; null where nobody told. */
  reserveL: number | null;
  /** Whenever cycled media went in. */
  media: number;
  lastSignMs: number | null;
  /** Days since the last sign, or since the opening. */
  clearDays: number;
  /** Days in a row on which everything given was eaten, newest back. */
  eatenDays: number;
  latest: Partial<Record<TankFigure, { ms: number; value: number }>>;
  moves: number;
  dips: number;
  /** In which tank of a transfer they are now. */
  tankNow: string | null;
  joined: { code: string; ms: number }[];
  /** By the clock of whoever joined last: the weeks begin anew with a newcomer. */
  clockMs: number;
}

function eatenInARow(f: QuarantineRecord, entries: readonly Entry[], nowMs: number): number {
  const looks = of(entries, 'look').filter((l) => l.eaten !== 'not-fed');
  const byDay = new Map<number, boolean>();
  for (const l of looks) {
    const d = dayNumber(f.openedMs, Date.parse(l.at), f.zone);
    byDay.set(d, (byDay.get(d) ?? true) && l.eaten === 'all');
  }
  let n = 0;
  for (let d = dayNumber(f.openedMs, nowMs, f.zone); d >= 1; d--) {
    const ate = byDay.get(d);
    // A day on which nobody wrote anything neither counts nor breaks the row.
    if (ate === undefined) continue;
    if (!ate) break;
    n++;
  }
  return n;
}

function reserveOf(entries: readonly Entry[]): number | null {
  const at = entries.findLastIndex((e) => e.kind === 'reserve');
  const told = entries[at];
  if (told?.kind !== 'reserve') return null;
  const taken = of(entries.slice(at), 'change').reduce((n, c) => n + c.litres, 0);
  return Math.max(0, told.litres - taken);
}

/** How a day looked: nobody looked, all well, a sign, a death. */
export type DaySeen = 'nobody' | 'well' | 'sign' | 'died';

/** What was seen, day by day of the wall, from the day on which the clock of the weeks began. */
export function seenByDay(s: Pick<QuarantineState, 'entries' | 'clockMs' | 'nowMs'>, zone: string): DaySeen[] {
  const out: DaySeen[] = Array.from({ length: dayNumber(s.clockMs, s.nowMs, zone) }, () => 'nobody');
  for (const e of s.entries) {
    const i = dayNumber(s.clockMs, Date.parse(e.at), zone) - 1;
    const was = out[i];
    if (was === undefined) continue;
    if (e.kind === 'died') out[i] = 'died';
    else if (e.kind === 'look' && was !== 'died') out[i] = e.signs.length > 0 || was === 'sign' ? 'sign' : 'well';
  }
  return out;
}

export function quarantineStateOf(f: QuarantineRecord, nowMs: number): QuarantineState {
  const entries = standingEntries(f.entries).filter((e) => Date.parse(e.at) <= nowMs);
  const joined = of(entries, 'joined').map((j) => ({ code: j.code, ms: Date.parse(j.at) }));
  const clockMs = joined.at(-1)?.ms ?? f.openedMs;
  const phases = phasesOf(
    { ...f, openedMs: clockMs, entries: entries.filter((e) => Date.parse(e.at) >= clockMs) },
    nowMs,
  );
  const now = phases.find((p) => p.state === 'now') ?? phases[0]!;
  // A death is a sign, whatever it was.
  const sign = entries.findLast((e) => (e.kind === 'look' && e.signs.length > 0) || e.kind === 'died');
  const lastSignMs = sign ? Date.parse(sign.at) : null;
  const carbon = of(entries, 'carbon').at(-1);
  const latest: QuarantineState['latest'] = { ...f.before };
  for (const t of of(entries, 'test'))
    for (const [k, value] of Object.entries(t.figures) as [TankFigure, number | undefined][])
      if (value !== undefined) latest[k] = { ms: Date.parse(t.at), value };
  const clear = Math.max(clockMs, lastSignMs ?? 0);
  return {
    nowMs,
    day: dayNumber(clockMs, nowMs, f.zone),
    ofDays: Math.max(daysOf(f.plan), dayNumber(clockMs, phases.at(-1)!.toMs - 1, f.zone)),
    endMs: phases.at(-1)!.toMs,
    phases,
    now,
    entries,
    water: inWater(f, nowMs),
    carbonIn: carbon?.in ?? false,
    carbonSinceMs: carbon?.in ? Date.parse(carbon.at) : null,
    reserveL: reserveOf(entries),
    media: of(entries, 'media').length,
    lastSignMs,
    clearDays: Math.max(0, dayNumber(clear, nowMs, f.zone) - 1),
    eatenDays: eatenInARow(f, entries, nowMs),
    latest,
    moves: of(entries, 'move').length,
    dips: of(entries, 'dip').length,
    tankNow: of(entries, 'move').at(-1)?.to ?? null,
    joined,
    clockMs,
  };
}

/** Where nobody ever read them ammonia is judged as if it were this alkaline and this warm: rather too strictly († ours). */
const STRICT = { pH: 8, tempC: 25 } as const;

/** What ammonia is judged by: as it was read last. */
export const judgedBy = (s: Pick<QuarantineState, 'latest'>): { pH: number; tempC: number; measuredPh: boolean } => ({
  pH: s.latest.pH?.value ?? STRICT.pH,
  tempC: s.latest.tempC?.value ?? STRICT.tempC,
  measuredPh: s.latest.pH !== undefined,
});

/** Total ammonia as it was tested last, less what was changed out since, mg N/L; 0 where nobody tested. */
export function tanLeft(s: QuarantineState, waterL: number): number {
  const tan = s.latest.tanMgNL;
  if (!tan) return 0;
  return s.entries.reduce(
    (c, e) => (e.kind === 'change' && Date.parse(e.at) > tan.ms ? afterChange(c, waterL, e.litres) : c),
    tan.value,
  );
}

/** Medicine was given, and is still there. */
export const underTreatment = (s: QuarantineState): InWater[] =>
  s.water.filter((w) => medicines.includes(w.medicine.kind) && isThere(w, s.nowMs));
