import { tankStops, type TankState, type TankStop, type Tenant } from '@/core/acclimation/tank-stops';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Treatment } from '@/core/catalogue/treatment';
import { DAY, HOUR } from '@/core/quantities/time';
import {
  judgedBy,
  figureSeries,
  tanLeft,
  underTreatment,
  type QuarantineRecord,
  type QuarantineState,
} from '@/core/quarantine/course';
import { afterNewWater } from '@/core/quarantine/new-water';
import { quarantineSigns, type QuarantineSign } from '@/core/quarantine/signs';
import { bicarbonateG, shareToReach } from '@/core/quarantine/water';
import { chronicMgNL } from '@/core/water/criteria';
import type { Raised } from './severity';

/** What is found of a tank; litres, mg/L, °dKH, °C, ms. */
export type TankFinding =
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
  | { code: 'ph-swing'; by: number }
  | { code: 'kh-low'; khDkh: number; atLeast: number; bicarbonateG: number; waterL: number }
  | { code: 'reserve'; haveL: number; wantL: number }
  | { code: 'sign'; of: QuarantineSign; part: string | null; many: number | null }
  | { code: 'twin-sign'; of: QuarantineSign; tank: string }
  | { code: 'harms-animals'; of: TankStop['code']; stop: TankStop }
  | { code: 'over-promised'; of: string; there: number; promised: number; codes: string[] }
  | { code: 'never-read' }
  | { code: 'read-long-ago'; days: number };

/** A reading speaks for the water so long. */
const FRESH_MS = 36 * HOUR;
const tens = (share: number): number => Math.min(0.9, Math.ceil(share * 10 - 1e-9) / 10);

/** Total ammonia against the chronic criterion of its own pH and temperature, and what a change would do about it. */
function ammonia(s: QuarantineState, waterL: number, a: Assumptions): Raised<TankFinding>[] {
  const tan = s.latest.tanMgNL;
  if (!tan || tan.value <= 0 || s.nowMs - tan.ms > FRESH_MS) return [];
  const left = tanLeft(s, waterL);
  const { pH, tempC, measuredPh } = judgedBy(s);
  const limit = chronicMgNL(pH, tempC);
  const times = left / limit;
  if (times <= a.changeToShare) return [];
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

function nitrite(s: QuarantineState, waterL: number, a: Assumptions): Raised<TankFinding>[] {
  const n = s.latest.nitriteMgL;
  if (!n || n.value < a.nitriteWatchMgL || s.nowMs - n.ms > FRESH_MS) return [];
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

function acidity(f: QuarantineRecord, s: QuarantineState, a: Assumptions): Raised<TankFinding>[] {
  const day = figureSeries(f, 'pH').filter((x) => s.nowMs - x.ms < FRESH_MS);
  const out: Raised<TankFinding>[] = [];
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
function medicines(s: QuarantineState, waterL: number): Raised<TankFinding>[] {
  const read = s.latest.copperMgL;
  const fresh = read !== undefined && s.nowMs - read.ms <= FRESH_MS;
  return s.water.flatMap((w): Raised<TankFinding>[] => {
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
function reserve(f: QuarantineRecord, s: QuarantineState): Raised<TankFinding>[] {
  const soon = f.duties.some(
    (d) =>
      d.kind === 'water' && d.doneMs === null && d.waived === '' && d.dueMs > s.nowMs && d.dueMs < s.nowMs + 24 * HOUR,
  );
  if (s.reserveL === null || s.reserveL >= f.waterL - 1 || !(soon || underTreatment(s).length > 0)) return [];
  return [{ finding: { code: 'reserve', haveL: s.reserveL, wantL: f.waterL }, severity: 'today', sinceMs: null }];
}

/** Signs of the last look, as long as a look speaks for them. */
export function signsSeen(s: QuarantineState): { sign: QuarantineSign; ms: number; part?: string; many?: number }[] {
  const look = s.entries.findLast((e) => e.kind === 'look');
  if (look?.kind !== 'look' || s.nowMs - Date.parse(look.at) > FRESH_MS) return [];
  return look.signs.map((x) => ({ ...x, ms: Date.parse(look.at) }));
}

/** What a tank in its weeks wants of hands. */
export function quarantineFindings(f: QuarantineRecord, s: QuarantineState, a: Assumptions): Raised<TankFinding>[] {
  const under = underTreatment(s)[0];
  const carbon: Raised<TankFinding>[] =
    s.carbonIn && under && s.now.phase.kind !== 'carbon'
      ? [{ finding: { code: 'carbon', of: under.medicine.name }, severity: 'now', sinceMs: null }]
      : [];
  return [
    ...carbon,
    ...ammonia(s, f.waterL, a),
    ...nitrite(s, f.waterL, a),
    ...medicines(s, f.waterL),
    ...acidity(f, s, a),
    ...reserve(f, s),
    ...signsSeen(s).map((x): Raised<TankFinding> => ({
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
export const twinFindings = (tank: string, seen: ReturnType<typeof signsSeen>): Raised<TankFinding>[] =>
  seen
    .filter((x) => CATCHING.includes(x.sign) && quarantineSigns[x.sign])
    .map((x) => ({ finding: { code: 'twin-sign', of: x.sign, tank }, severity: 'now', sinceMs: x.ms }));

/** A reading older than this speaks no more for a tank in which animals live. */
const READ_MS = 7 * DAY;

/** What was read of a tank, as far as it can harm: °C, pH, salinity, mg N/L of total ammonia. */
export type ReadWater = Partial<Record<'tempC' | 'pH' | 'salinity' | 'tanMgNL', number>>;

/**
 * What of a tank harms these animals by what was read of it, and by nothing that was not: ammonia is judged only where pH
 * and warmth were read too.
 */
export function stopsByReading(read: ReadWater, animals: readonly Tenant[], volumeL?: number): TankStop[] {
  const [tenant] = animals;
  if (!tenant) return [];
  const { tempC, pH, salinity } = read;
  const tanMgNL = tempC === undefined || pH === undefined ? undefined : read.tanMgNL;
  const state: TankState = {
    tempC: tempC ?? (tenant.temp.cold24C + tenant.temp.warm24C) / 2,
    pH: pH ?? 7,
    salinity: salinity ?? (tenant.water === 'marine' ? 35 : 0),
    ...(tanMgNL === undefined ? {} : { tanMgNL }),
    ...(volumeL === undefined ? {} : { volumeL }),
  };
  const by = { sea: salinity, fresh: salinity, cold: tempC, warm: tempC, ammonia: tanMgNL };
  return tankStops(state, animals).filter((s) => by[s.code] !== undefined);
}

/** How many times what is allowed; salinity and warmth have no measure of their own. */
export const timesOver = (s: TankStop): number => (s.code === 'ammonia' ? s.tanMgNL / s.limitMgNL : 1);

/** A figure of a tank and when it was read, ms. */
type Read = Partial<Record<keyof ReadWater, { value: number; ms: number }>>;

/**
 * What of a tank harms those who are in it, and whether its water is still known. `judged` says that its quarantine judges
 * its ammonia already.
 */
export function residentFindings(
  read: Read,
  animals: readonly Tenant[],
  nowMs: number,
  { volumeL, judged = false }: { volumeL?: number | undefined; judged?: boolean } = {},
): Raised<TankFinding>[] {
  if (animals.length === 0) return [];
  const last = Math.max(-Infinity, ...Object.values(read).map((x) => x.ms));
  if (last === -Infinity) return [{ finding: { code: 'never-read' }, severity: 'know', sinceMs: null }];
  const still: ReadWater = Object.fromEntries(
    Object.entries(read)
      .filter(([k, x]) => nowMs - x.ms <= (k === 'tanMgNL' ? FRESH_MS : READ_MS) && !(judged && k === 'tanMgNL'))
      .map(([k, x]) => [k, x.value]),
  );
  const sinceOf = {
    sea: read.salinity,
    fresh: read.salinity,
    cold: read.tempC,
    warm: read.tempC,
    ammonia: read.tanMgNL,
  };
  const days = Math.floor((nowMs - last) / DAY);
  return [
    ...stopsByReading(still, animals, volumeL).map((stop): Raised<TankFinding> => ({
      finding: { code: 'harms-animals', of: stop.code, stop },
      severity: 'stop',
      sinceMs: sinceOf[stop.code]?.ms ?? null,
      times: timesOver(stop),
    })),
    ...(nowMs - last > READ_MS
      ? [
          {
            finding: { code: 'read-long-ago', days },
            severity: 'know',
            sinceMs: last + READ_MS,
          } satisfies Raised<TankFinding>,
        ]
      : []),
  ];
}

/** Animals of a tank that were promised: more of one lot than are there, or one animal to two. */
export const promisedFindings = (
  lots: readonly { name: string; there: number; promised: readonly { code: string; count: number }[] }[],
): Raised<TankFinding>[] =>
  lots.flatMap(({ name, there, promised }): Raised<TankFinding>[] => {
    const sum = promised.reduce((n, p) => n + p.count, 0);
    if (sum <= there) return [];
    const finding = {
      code: 'over-promised',
      of: name,
      there,
      promised: sum,
      codes: promised.map((p) => p.code),
    } as const;
    return [
      { finding: { ...finding, codes: [...finding.codes] }, severity: 'today', sinceMs: null, times: sum - there },
    ];
  });
