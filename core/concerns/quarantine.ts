import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import { DAY, HOUR } from '@/core/quantities/time';
import { gateHeld, isOpen, testsInBand } from '@/core/quarantine/conditions';
import { conflictsOf, type Beside, type TreatmentConflict } from '@/core/quarantine/conflicts';
import {
  changeToBeGone,
  isThere,
  judgedBy,
  figureSeries,
  tanLeft,
  underTreatment,
  type QuarantineRecord,
  type QuarantineState,
} from '@/core/quarantine/course';
import { afterNewWater, inGoes } from '@/core/quarantine/new-water';
import { quarantineSigns, type QuarantineSign } from '@/core/quarantine/signs';
import { bicarbonateG, shareToReach } from '@/core/quarantine/water';
import { chronicMgNL } from '@/core/water/criteria';
import type { Raised } from './severity';

/** What is found of a tank in its weeks; litres, mg/L, °dKH, °C, ms. */
export type QuarantineFinding =
  | {
      code: 'over-dose';
      of: string;
      level: number;
      unit: 'mg/L' | 'doses';
      harmsFrom: number | null;
      meant: number;
      calculated: boolean;
      changeL: number | null;
      goes: number;
    }
  | { code: 'under-dose'; of: string; level: number; from: number }
  | { code: 'carbon'; of: string }
  | {
      code: 'ammonia';
      tanMgNL: number;
      pH: number;
      measuredPh: boolean;
      tempC: number;
      times: number;
      share: number;
      changeL: number;
    }
  | { code: 'nitrite'; mgL: number; share: number; changeL: number }
  | { code: 'test-again'; of: 'ammonia' | 'nitrite'; mgL: number; testedMs: number }
  | { code: 'ph-swing'; by: number }
  | { code: 'kh-low'; khDkh: number; atLeast: number; bicarbonateG: number; waterL: number }
  | { code: 'reserve'; haveL: number; wantL: number }
  | { code: 'sign'; of: QuarantineSign; part: string | null; many: number | null }
  | { code: 'twin-sign'; of: QuarantineSign; tank: string }
  | { code: 'medicine-harms'; of: string; conflict: TreatmentConflict; changeL: number; goes: number }
  | { code: 'died'; count: number; name: string }
  | { code: 'missing'; of: string; count: number; seenMs: number | null }
  | { code: 'filter-unproven'; testedMs: number | null }
  | { code: 'gate-passed' }
  | { code: 'gate-broken'; open: string[] };

/** A reading speaks for the water so long. */
const FRESH_MS = 36 * HOUR;
const tens = (share: number): number => Math.min(0.9, Math.ceil(share * 10 - 1e-9) / 10);

/** What was too high and was not tested since stays until somebody tests. */
const testAgain = (of: 'ammonia' | 'nitrite', read: { value: number; ms: number }): Raised<QuarantineFinding>[] => [
  {
    finding: { code: 'test-again', of, mgL: read.value, testedMs: read.ms },
    severity: 'today',
    sinceMs: read.ms + FRESH_MS,
  },
];

/** Total ammonia against the chronic criterion of its own pH and temperature, and what a change would do about it. */
function ammonia(s: QuarantineState, waterL: number, a: Assumptions): Raised<QuarantineFinding>[] {
  const tan = s.latest.tanMgNL;
  if (!tan || tan.value <= 0) return [];
  const left = tanLeft(s, waterL);
  const { pH, tempC, measuredPh } = judgedBy(s);
  const limit = chronicMgNL(pH, tempC);
  const times = left / limit;
  if (times <= a.changeToShare) return [];
  if (s.nowMs - tan.ms > FRESH_MS) return times > 1 ? testAgain('ammonia', tan) : [];
  const share = tens(shareToReach(left, a.changeToShare * limit));
  return [
    {
      finding: { code: 'ammonia', tanMgNL: left, pH, measuredPh, tempC, times, share, changeL: share * waterL },
      severity: times > 1 ? 'stop' : 'today',
      sinceMs: tan.ms,
      times,
    },
  ];
}

function nitrite(s: QuarantineState, waterL: number, a: Assumptions): Raised<QuarantineFinding>[] {
  const n = s.latest.nitriteMgL;
  if (!n || n.value < a.nitriteWatchMgL) return [];
  if (s.nowMs - n.ms > FRESH_MS) return n.value >= a.nitriteStopMgL ? testAgain('nitrite', n) : [];
  const share = tens(shareToReach(n.value, 0.8 * a.nitriteWatchMgL));
  return [
    {
      finding: { code: 'nitrite', mgL: n.value, share, changeL: share * waterL },
      severity: n.value >= a.nitriteStopMgL ? 'stop' : 'today',
      sinceMs: n.ms,
      times: n.value / a.nitriteStopMgL,
    },
  ];
}

function acidity(f: QuarantineRecord, s: QuarantineState, a: Assumptions): Raised<QuarantineFinding>[] {
  const day = figureSeries(f, 'pH').filter((x) => s.nowMs - x.ms < FRESH_MS);
  const out: Raised<QuarantineFinding>[] = [];
  if (day.length > 1) {
    const by = Math.max(...day.map((x) => x.value)) - Math.min(...day.map((x) => x.value));
    if (by > a.phSwingWatch)
      out.push({ finding: { code: 'ph-swing', by }, severity: 'today', sinceMs: day.at(-1)!.ms, times: by });
  }
  const gate = [...s.now.phase.ends, ...f.plan.gate].find((c) => c.kind === 'kh');
  const kh = s.latest.khDkh;
  if (gate?.atLeast && kh && kh.value < gate.atLeast) {
    const grams = bicarbonateG(kh.value, gate.atLeast, f.waterL);
    out.push({
      finding: { code: 'kh-low', khDkh: kh.value, atLeast: gate.atLeast, bicarbonateG: grams, waterL: f.waterL },
      severity: 'today',
      sinceMs: kh.ms,
      times: gate.atLeast / Math.max(0.1, kh.value),
    });
  }
  return out;
}

/** Where no label says what harms, a medicine is too much from so many times what it is dosed to († ours). */
const OVER_TARGET = 1.5;

const isCopper = ({ kind }: Treatment): boolean => kind === 'copper' || kind === 'bound-copper';
const nameOf = (m: Treatment): string => (isCopper(m) ? 'copper' : m.name);

/**
 * Medicines over what harms, as they are in the water by doses, changes and what was measured, however long ago: an
 * overdose stays one until water was changed. Copper under its band only where that was measured lately.
 */
function medicines(s: QuarantineState, waterL: number): Raised<QuarantineFinding>[] {
  const read = s.latest.copperMgL;
  const fresh = read !== undefined && s.nowMs - read.ms <= FRESH_MS;
  return s.water.flatMap((w): Raised<QuarantineFinding>[] => {
    const { bandFromMgL: from, bandToMgL: to, targetMgL = 1 } = w.medicine;
    const inMgL = w.unit === 'mg/L';
    const harms = (inMgL ? to : undefined) ?? OVER_TARGET * (inMgL ? targetMgL : 1);
    // What carbon may have taken is no proof.
    if (w.most > harms) {
      const down = afterNewWater(w.medicine, w.most, waterL, 0).bringDown;
      return [
        {
          finding: {
            code: 'over-dose',
            of: nameOf(w.medicine),
            level: w.most,
            unit: inMgL ? 'mg/L' : 'doses',
            harmsFrom: (inMgL ? to : undefined) ?? null,
            meant: inMgL ? targetMgL : 1,
            calculated: !(isCopper(w.medicine) && fresh),
            changeL: down?.litres ?? null,
            goes: down?.goes ?? 1,
          },
          severity: 'stop',
          sinceMs: w.lastMs,
          times: w.most / harms,
        },
      ];
    }
    if (isCopper(w.medicine) && fresh && from !== undefined && w.now < from && underTreatment(s).includes(w))
      return [
        {
          finding: { code: 'under-dose', of: nameOf(w.medicine), level: w.now, from },
          severity: 'today',
          sinceMs: read.ms,
        },
      ];
    return [];
  });
}

/** A whole tank of prepared water stands by while medicine is in it or before a change (W56). */
function reserve(f: QuarantineRecord, s: QuarantineState): Raised<QuarantineFinding>[] {
  const soon = f.duties.some(
    (d) =>
      d.kind === 'water' && d.doneMs === null && d.waived === '' && d.dueMs > s.nowMs && d.dueMs < s.nowMs + 24 * HOUR,
  );
  if (s.reserveL === null || s.reserveL >= f.waterL - 1 || !(soon || underTreatment(s).length > 0)) return [];
  return [{ finding: { code: 'reserve', haveL: s.reserveL, wantL: f.waterL }, severity: 'today', sinceMs: null }];
}

/** Signs of the last look: they stay until a look is without them. */
export function signsSeen(s: QuarantineState): { sign: QuarantineSign; ms: number; part?: string; many?: number }[] {
  const look = s.entries.findLast((e) => e.kind === 'look');
  if (look?.kind !== 'look') return [];
  return look.signs.map((x) => ({ ...x, ms: Date.parse(look.at) }));
}

/** A death asks for a test of ammonia for so long († ours). */
const DEATH_MS = 7 * DAY;

/** Who died while nobody tested the water since, and who was not found. */
function lost(s: QuarantineState): Raised<QuarantineFinding>[] {
  const tested = s.latest.tanMgNL?.ms ?? -Infinity;
  const dead = s.entries.findLast((e) => e.kind === 'died');
  const deadMs = dead ? Date.parse(dead.at) : -Infinity;
  const out: Raised<QuarantineFinding>[] = [];
  if (dead?.kind === 'died' && deadMs >= tested && s.nowMs - deadMs < DEATH_MS)
    out.push({ finding: { code: 'died', count: dead.count, name: dead.name }, severity: 'today', sinceMs: deadMs });
  for (const m of missingNow(s))
    out.push({
      finding: { code: 'missing', of: m.name, count: m.count, seenMs: m.seenMs },
      severity: 'today',
      sinceMs: m.ms,
      times: m.count,
    });
  return out;
}

/** Animals that nobody finds, as told last of each kind, less those found dead since; seen last at the look before. */
function missingNow({ entries }: Pick<QuarantineState, 'entries'>) {
  const out = new Map<string, { name: string; count: number; ms: number; seenMs: number | null }>();
  let seenMs: number | null = null;
  for (const e of entries) {
    if (e.kind === 'look') seenMs = Date.parse(e.at);
    if (e.kind === 'missing') out.set(e.name, { name: e.name, count: e.count, ms: Date.parse(e.at), seenMs });
    if (e.kind !== 'died') continue;
    const known = out.get(e.name);
    if (known) out.set(e.name, { ...known, count: known.count - e.count });
  }
  return [...out.values()].filter((m) => m.count > 0);
}

/** Medicines in the water that harm who or what is beside them: a pair of them is told once, by the one given last. */
function clashes(s: QuarantineState, waterL: number, beside: readonly Beside[]): Raised<QuarantineFinding>[] {
  const told = new Set<Beside>();
  return s.water
    .filter((w) => isThere(w, s.nowMs))
    .sort((x, y) => y.lastMs - x.lastMs)
    .flatMap((w): Raised<QuarantineFinding>[] => {
      const conflict = conflictsOf(w.medicine, beside).find((c) => c.grade === 'refuse' && !told.has(c.beside));
      told.add(w.medicine.kind);
      if (w.medicine.reducing) told.add('reducing');
      if (!conflict) return [];
      const { litres: changeL, goes } = inGoes(changeToBeGone(w), waterL);
      const finding = { code: 'medicine-harms', of: nameOf(w.medicine), conflict, changeL, goes } as const;
      return [{ finding, severity: 'stop', sinceMs: w.lastMs }];
    });
}

/** A filter that no tests in a row have proven, of a tank whose ammonia nobody tested lately. */
function filter(s: QuarantineState, a: Assumptions): Raised<QuarantineFinding>[] {
  const tested = s.latest.tanMgNL?.ms ?? null;
  const lately = Math.max(tested ?? 0, s.clockMs);
  return s.media > 0 || s.nowMs - lately <= FRESH_MS || testsInBand(s, a) >= PROVEN_BY
    ? []
    : [{ finding: { code: 'filter-unproven', testedMs: tested }, severity: 'today', sinceMs: lately + FRESH_MS }];
}

/** So many tests of ammonia and nitrite in a row prove a filter (common practice). */
const PROVEN_BY = 3;

/** The release: every point is met, or the days are over and some are not. */
function gate(f: QuarantineRecord, s: QuarantineState, a: Assumptions): Raised<QuarantineFinding>[] {
  const list = gateHeld(f, s, a);
  if (isOpen(list)) return [{ finding: { code: 'gate-passed' }, severity: 'today', sinceMs: null }];
  const overMs = s.clockMs + f.plan.phases.reduce((n, p) => n + p.days, 0) * DAY;
  const open = list.filter((h) => !h.holds && h.waived === null).map((h) => h.words);
  return s.nowMs < overMs ? [] : [{ finding: { code: 'gate-broken', open }, severity: 'today', sinceMs: overMs }];
}

/** What a tank in its weeks wants of hands. */
export function quarantineFindings(
  f: QuarantineRecord,
  s: QuarantineState,
  a: Assumptions,
  beside: readonly Beside[],
): Raised<QuarantineFinding>[] {
  const under = underTreatment(s)[0];
  const carbon: Raised<QuarantineFinding>[] =
    s.carbonIn && under && s.now.phase.kind !== 'carbon'
      ? [{ finding: { code: 'carbon', of: under.medicine.name }, severity: 'now', sinceMs: null }]
      : [];
  return [
    ...carbon,
    ...clashes(s, f.waterL, beside),
    ...ammonia(s, f.waterL, a),
    ...nitrite(s, f.waterL, a),
    ...medicines(s, f.waterL),
    ...acidity(f, s, a),
    ...lost(s),
    ...filter(s, a),
    ...gate(f, s, a),
    ...reserve(f, s),
    ...signsSeen(s).map((x): Raised<QuarantineFinding> => ({
      finding: { code: 'sign', of: x.sign, part: x.part ?? null, many: x.many ?? null },
      severity: 'today',
      sinceMs: x.ms,
      times: x.many ?? 1,
    })),
  ];
}

/** Signs that go from one tank to another with water, net or hand: parasites and what grows on a skin (common practice). */
const CATCHING: readonly QuarantineSign[] = ['flashing', 'spots', 'dust', 'fuzz', 'planaria'];

/** What was seen in a tank that shares water, net or animals with this one. */
export const twinFindings = (tank: string, seen: ReturnType<typeof signsSeen>): Raised<QuarantineFinding>[] =>
  seen
    .filter((x) => CATCHING.includes(x.sign) && quarantineSigns[x.sign])
    .map((x) => ({ finding: { code: 'twin-sign', of: x.sign, tank }, severity: 'now', sinceMs: x.ms }));
