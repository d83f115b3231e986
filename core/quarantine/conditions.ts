import type { Assumptions } from '@/core/catalogue/assumptions';
import { medicines } from '@/core/catalogue/treatment';
import { chronicMgNL } from '@/core/water/criteria';
import { DAY } from '@/core/quantities/time';
import { dayNumber } from './duties';
import {
  judgedBy,
  bandOf,
  changeToBeGone,
  standingEntries,
  underTreatment,
  type QuarantineRecord,
  type QuarantineState,
} from './course';
import type { Condition, Entry } from './schema';

/** How a condition stands: so much of what it asks. */
export interface ConditionStatus {
  condition: Condition;
  key: string;
  words: string;
  have: number;
  of: number;
  unit: string;
  holds: boolean;
  /** Somebody waived it, and why. */
  waived: string | null;
}

const conditionKey = (c: Condition, where: string): string => `${where}:${c.kind}`;

/** Tests in a row, newest back, with ammonia and nitrite in their bands; one without both is no test of them. */
export function testsInBand(s: QuarantineState, a: Assumptions): number {
  const tests = s.entries.filter((e): e is Extract<Entry, { kind: 'test' }> => e.kind === 'test').reverse();
  let n = 0;
  for (const t of tests) {
    const { tanMgNL, nitriteMgL } = t.figures;
    if (tanMgNL === undefined && nitriteMgL === undefined) continue;
    const { pH, tempC } = { ...judgedBy(s), ...t.figures };
    const ammonia = tanMgNL === undefined || tanMgNL <= a.changeToShare * chronicMgNL(pH, tempC);
    const nitrite = nitriteMgL === undefined || bandOf('nitriteMgL', nitriteMgL, a) === 'fine';
    if (!ammonia || !nitrite) break;
    if (tanMgNL !== undefined && nitriteMgL !== undefined) n++;
  }
  return n;
}

/** Days in a row, newest back, on which copper was measured in the band of what was given; a day without a test breaks it. */
function copperDays(f: QuarantineRecord, s: QuarantineState): number {
  const copper = s.water.find((w) => w.medicine.kind === 'copper' || w.medicine.kind === 'bound-copper');
  const { bandFromMgL: from, bandToMgL: to } = copper?.medicine ?? {};
  if (from === undefined || to === undefined) return 0;
  const byDay = new Map<number, boolean>();
  for (const e of s.entries) {
    if (e.kind !== 'test' || e.figures.copperMgL === undefined) continue;
    const d = dayNumber(f.openedMs, Date.parse(e.at), f.zone);
    const fits = e.figures.copperMgL >= from && e.figures.copperMgL <= to;
    byDay.set(d, (byDay.get(d) ?? true) && fits);
  }
  let best = 0;
  let run = 0;
  for (const d of [...byDay.keys()].sort((x, y) => x - y)) {
    run = byDay.get(d) ? (byDay.has(d - 1) || run === 0 ? run + 1 : 1) : 0;
    best = Math.max(best, run);
  }
  return best;
}

/** How one condition stands, of a phase that began at an instant or of the release. */
function measure(c: Condition, f: QuarantineRecord, s: QuarantineState, a: Assumptions, fromMs: number, days: number) {
  const n = c.n ?? 0;
  const doses = (ms: number): number =>
    s.entries.filter((e) => e.kind === 'dose' && Date.parse(e.at) >= ms && medicines.includes(e.medicine.kind)).length;
  switch (c.kind) {
    case 'days':
      return {
        words: `${days} days`,
        have: Math.min(days, Math.floor((s.nowMs - fromMs) / DAY + 0.5)),
        of: days,
        unit: 'd',
      };
    case 'no-sign':
      return { words: 'No signs of illness', have: Math.min(n, s.clearDays), of: n, unit: 'd' };
    case 'eating':
      return { words: 'All eating', have: Math.min(n, s.eatenDays), of: n, unit: 'd' };
    case 'tests':
      return { words: 'Ammonia and nitrite in band', have: Math.min(n, testsInBand(s, a)), of: n, unit: 'tests' };
    case 'doses':
      return { words: 'Doses given', have: Math.min(n, doses(fromMs)), of: n, unit: '' };
    case 'copper':
      return { words: 'Copper in its band, day after day', have: Math.min(n, copperDays(f, s)), of: n, unit: 'd' };
    case 'moves':
      return { words: 'Moves done', have: Math.min(n, s.moves), of: n, unit: '' };
    case 'dips':
      return { words: 'Dips done', have: Math.min(n, s.dips), of: n, unit: '' };
    case 'carbon': {
      const since = s.carbonSinceMs === null ? 0 : (s.nowMs - s.carbonSinceMs) / DAY;
      return { words: 'Carbon in the filter', have: Math.min(n, Math.floor(since)), of: n, unit: 'd' };
    }
    case 'kh': {
      const kh = s.latest.khDkh?.value ?? 0;
      const least = c.atLeast ?? 0;
      return { words: `KH at least ${least} °d`, have: Math.min(least, kh), of: least, unit: '°d' };
    }
    case 'gear':
      return { words: 'Own net and siphon', have: s.entries.some((e) => e.kind === 'gear') ? 1 : 0, of: 1, unit: '' };
    case 'duties': {
      const due = f.duties.filter((d) => d.dueMs < s.nowMs && d.kind !== 'lights' && d.kind !== 'decide');
      const done = due.filter((d) => d.doneMs !== null || d.waived !== '').length;
      return { words: 'Tasks done or waived', have: done, of: due.length, unit: '' };
    }
  }
}

function held(
  list: readonly Condition[],
  where: string,
  f: QuarantineRecord,
  s: QuarantineState,
  a: Assumptions,
  fromMs: number,
  days: number,
): ConditionStatus[] {
  const waived = new Map(
    s.entries.flatMap((e) => (e.kind === 'waive' && Date.parse(e.at) >= fromMs ? [[e.what, e.reason] as const] : [])),
  );
  return list.map((condition) => {
    const key = conditionKey(condition, where);
    const m = measure(condition, f, s, a, fromMs, days);
    return { condition, key, ...m, holds: m.have >= m.of - 1e-9, waived: waived.get(key) ?? null };
  });
}

/** What the phase that is on still waits for. */
export const phaseHeld = (f: QuarantineRecord, s: QuarantineState, a: Assumptions): ConditionStatus[] =>
  held(s.now.phase.ends, s.now.phase.id, f, s, a, s.now.fromMs, s.now.phase.days);

/**
 * What the release waits for: the plan’s gate, that every phase has had its turn, and that no medicine is left in the water
 * after treatment. The last two are asked in every plan.
 */
export function gateHeld(f: QuarantineRecord, s: QuarantineState, a: Assumptions): ConditionStatus[] {
  const total = f.plan.phases.reduce((n, p) => n + p.days, 0);
  const list = held(f.plan.gate, 'gate', f, s, a, s.clockMs, total);
  const last = f.plan.phases.at(-1)!;
  const waived = (key: string): string | null => {
    const e = standingEntries(s.entries).findLast((x) => x.kind === 'waive' && x.what === key);
    return e?.kind === 'waive' ? e.reason : null;
  };
  const extra = (kind: Condition['kind'], key: string, words: string, holds: boolean): ConditionStatus => ({
    condition: { kind },
    key,
    words,
    have: holds ? 1 : 0,
    of: 1,
    unit: '',
    holds,
    waived: waived(key),
  });
  if (f.plan.phases.length > 1)
    list.push(
      extra('days', 'gate:phases', `In the last phase: ${last.title.toLowerCase()}`, s.now.phase.id === last.id),
    );
  if (s.water.some((w) => medicines.includes(w.medicine.kind)))
    list.push(extra('doses', 'gate:treatment', medicineWords(s), underTreatment(s).length === 0));
  return list;
}

/** What would tell that nothing is left of a medicine; what carbon took is not counted. */
function medicineWords(s: QuarantineState): string {
  const left = underTreatment(s)[0];
  if (!left) return 'No medicine left in the water';
  const copper = left.medicine.kind === 'copper' || left.medicine.kind === 'bound-copper';
  const change = `change ${Math.ceil(100 * changeToBeGone(left))} %of the water`;
  return `No medicine left in the water. Carbon is no proof. ${copper ? `Measure the copper, or ${change}` : `${change[0]!.toUpperCase()}${change.slice(1)}`}`;
}

/** A gate is open where each condition holds or was waived with a reason. */
export const isOpen = (list: readonly ConditionStatus[]): boolean => list.every((h) => h.holds || h.waived !== null);
