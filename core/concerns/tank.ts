import { tankStops, type TankState, type TankStop, type Tenant } from '@/core/acclimation/tank-stops';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { DAY, HOUR } from '@/core/quantities/time';
import type { QuarantineFinding } from './quarantine';
import type { Raised } from './severity';

/** What is found of a tank, by what was read of it and who is in it; days. */
export type ResidentFinding =
  | { code: 'harms-animals'; of: TankStop['code']; stop: TankStop }
  | { code: 'tank-mates'; warnings: string[] }
  | { code: 'crowded'; massG: number; volumeL: number; mostGPerL: number }
  | { code: 'over-promised'; of: string; there: number; promised: number; codes: string[] }
  | { code: 'never-read' }
  | { code: 'read-long-ago'; days: number };
export type TankFinding = ResidentFinding | QuarantineFinding;

/** Ammonia and nitrite that were read speak for the water so long. */
const FRESH_MS = 36 * HOUR;

/** A reading older than this speaks no more for a tank in which animals live. */
const READ_MS = 7 * DAY;

/** What was read of a tank, as far as it can harm: °C, pH, salinity, mg N/L of total ammonia, mg/L of nitrite. */
export type ReadWater = Partial<Record<'tempC' | 'pH' | 'salinity' | 'tanMgNL' | 'nitriteMgL', number>>;

/**
 * What of a tank harms these animals by what was read of it, and by nothing that was not: ammonia is judged only where pH
 * and warmth were read too.
 */
export function stopsByReading(
  read: ReadWater,
  animals: readonly Tenant[],
  a: Pick<Assumptions, 'nitriteStopMgL'>,
  volumeL?: number,
): TankStop[] {
  const [tenant] = animals;
  if (!tenant) return [];
  const { tempC, pH, salinity, nitriteMgL } = read;
  const tanMgNL = tempC === undefined || pH === undefined ? undefined : read.tanMgNL;
  const state: TankState = {
    tempC: tempC ?? (tenant.temp.cold24C + tenant.temp.warm24C) / 2,
    pH: pH ?? 7,
    salinity: salinity ?? (tenant.water === 'marine' ? 35 : 0),
    ...(tanMgNL === undefined ? {} : { tanMgNL }),
    ...(nitriteMgL === undefined ? {} : { nitriteMgL }),
    ...(volumeL === undefined ? {} : { volumeL }),
  };
  const by = { sea: salinity, fresh: salinity, cold: tempC, warm: tempC, ammonia: tanMgNL, nitrite: nitriteMgL };
  return tankStops(state, animals, a).filter((s) => by[s.code] !== undefined);
}

/** How many times what is allowed; salinity and warmth have no measure of their own. */
export const timesOver = (s: TankStop): number =>
  s.code === 'ammonia' ? s.tanMgNL / s.limitMgNL : s.code === 'nitrite' ? s.mgL / s.limitMgL : 1;

/** What animals and filters change from day to day. */
const isWaste = (figure: string): boolean => figure === 'tanMgNL' || figure === 'nitriteMgL';

/** A figure of a tank and when it was read, ms. */
type Read = { [K in keyof ReadWater]?: { value: number; ms: number } | undefined };

/** What was read of a tank, as far as it still speaks for the water: a week, what animals change a day and a half. */
export const stillSpeaks = (read: Read, nowMs: number): ReadWater =>
  Object.fromEntries(
    Object.entries(read).flatMap(([k, x]) =>
      x && nowMs - x.ms <= (isWaste(k) ? FRESH_MS : READ_MS) ? [[k, x.value]] : [],
    ),
  );

/**
 * What of a tank harms those who are in it, and whether its water is still known. `judged` says that its quarantine judges
 * ammonia and nitrite already.
 */
export function residentFindings(
  read: Read,
  animals: readonly Tenant[],
  nowMs: number,
  a: Pick<Assumptions, 'nitriteStopMgL'>,
  { volumeL, judged = false }: { volumeL?: number | undefined; judged?: boolean } = {},
): Raised<ResidentFinding>[] {
  if (animals.length === 0) return [];
  const last = Math.max(-Infinity, ...Object.values(read).flatMap((x) => x?.ms ?? []));
  if (last === -Infinity) return [{ finding: { code: 'never-read' }, severity: 'know', sinceMs: null }];
  const still = stillSpeaks(judged ? { ...read, tanMgNL: undefined, nitriteMgL: undefined } : read, nowMs);
  const sinceOf = {
    sea: read.salinity,
    fresh: read.salinity,
    cold: read.tempC,
    warm: read.tempC,
    ammonia: read.tanMgNL,
    nitrite: read.nitriteMgL,
  };
  const days = Math.floor((nowMs - last) / DAY);
  return [
    ...stopsByReading(still, animals, a, volumeL).map((stop): Raised<ResidentFinding> => ({
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
          } satisfies Raised<ResidentFinding>,
        ]
      : []),
  ];
}

/** Animals of a tank as far as they get on with each other and have room. */
export interface TankCrowd {
  /** What speaks against keeping them together, in sentences. */
  warnings: readonly string[];
  /** What they weigh together, g; null where a length is not known. */
  massG: number | null;
  volumeL: number | null;
}

/** Who eats or fights in a tank, and a tank that is too small for all of them. */
export function crowdFindings(c: TankCrowd, mostGPerL: number): Raised<ResidentFinding>[] {
  const out: Raised<ResidentFinding>[] = [];
  if (c.warnings.length > 0)
    out.push({ finding: { code: 'tank-mates', warnings: [...c.warnings] }, severity: 'know', sinceMs: null });
  if (c.massG !== null && c.volumeL && c.massG > mostGPerL * c.volumeL)
    out.push({
      finding: { code: 'crowded', massG: c.massG, volumeL: c.volumeL, mostGPerL },
      severity: 'today',
      sinceMs: null,
      times: c.massG / (mostGPerL * c.volumeL),
    });
  return out;
}

/** Animals of a tank that were promised: more of one lot than are there, or one animal to two. */
export const promisedFindings = (
  lots: readonly { name: string; there: number; promised: readonly { code: string; count: number }[] }[],
): Raised<ResidentFinding>[] =>
  lots.flatMap(({ name, there, promised }): Raised<ResidentFinding>[] => {
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
