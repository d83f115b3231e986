import { TZDate } from '@date-fns/tz';
import Papa from 'papaparse';
import { MOST_POINTS } from '@/core/consignment/trace';
import { HOUR } from '@/core/quantities/time';

/** How the columns of a logger's file are to be read; columns are counted from 0. */
export interface LoggerMapping {
  /** Column of date and time, or of the date where `clock` names another for the time. */
  time: number;
  clock: number | null;
  temp: number;
  /** Time zone of its clock. */
  zone: string;
  unit: 'C' | 'F';
  /** How a date such as 03/04/2026 is meant. */
  order: 'ymd' | 'dmy' | 'mdy';
}

/** A file cut into cells, with what its columns are called and what they most likely are. */
export interface LoggerFile {
  columns: string[];
  /** Rows of readings, with the line they stand in (from 1). */
  rows: { line: number; cells: string[] }[];
  decimalComma: boolean;
  guess: Omit<LoggerMapping, 'zone'>;
  /** Whether days and months could be either. */
  unsureOrder: boolean;
  /** Other columns that hold temperatures: a second logger, or a second sensor. */
  otherTemps: number[];
}

type Read<T> = { ok: true; value: T } | { ok: false; why: string };

const DATE = /^\s*(\d{1,4})[-./](\d{1,2})[-./](\d{2,4})/;
const CLOCK = /(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AaPp])?\.?[Mm]?/;
/** Seconds or milliseconds since 1970, of this century. */
const EPOCH = /^\s*1\d{9}(\d{3})?\s*$/;

const isTime = (cell: string): boolean => DATE.test(cell) || EPOCH.test(cell);
const numberOf = (cell: string | undefined, comma: boolean): number => {
  const t = (cell ?? '').replace(/[^\d.,+\-eE]/g, '');
  return t === '' ? NaN : Number(comma ? t.replace(',', '.') : t);
};

/** A reading a minute for six weeks, and more columns than any logger has. */
const MOST_LINES = 60_000;
const MOST_COLUMNS = 100;

/** Cuts a logger's file into cells, whatever stands above its readings. Told why where it holds none. */
export function openLogger(text: string): Read<LoggerFile> {
  const all = text.split(/\r?\n/).filter((l) => /\d/.test(l));
  const most = (mark: string): boolean => all.filter((l) => l.includes(mark)).length > all.length / 2;
  // A decimal comma must not be taken for what parts the columns.
  const delimiter = most('\t') ? '\t' : most(';') ? ';' : ',';
  if (all.length > MOST_LINES)
    return {
      ok: false,
      why: `This file has ${all.length} lines; ${MOST_LINES} is the limit. Export only the days of this journey.`,
    };
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: false, delimiter });
  const decimalComma = delimiter !== ',' && /\d,\d/.test(text);
  const lines = data.map((cells, i) => ({ line: i + 1, cells: cells.map((c) => c.trim()) }));
  const first = lines.findIndex(
    (l) =>
      l.cells.some(isTime) &&
      l.cells.some((c, j) => !isTime(c) && Number.isFinite(numberOf(c, decimalComma)) && !CLOCK.test(c) && j >= 0),
  );
  if (first < 0) return { ok: false, why: 'No line has a date and a figure. Export it from the logger as CSV.' };
  const rows = lines.slice(first).filter((l) => l.cells.some((c) => c !== ''));
  const width = Math.max(...rows.slice(0, 20).map((r) => r.cells.length));
  if (width > MOST_COLUMNS) return { ok: false, why: `This file has ${width} columns; ${MOST_COLUMNS} is the limit.` };
  const above = first > 0 ? lines[first - 1]!.cells : [];
  const columns = Array.from({ length: width }, (_, i) => above[i] || `Column ${i + 1}`);
  const sample = rows.slice(0, 200);
  const share = (i: number, test: (c: string) => boolean): number =>
    sample.filter((r) => test(r.cells[i] ?? '')).length / sample.length;
  const each = columns.map((_, i) => i);
  const time = each.find((i) => share(i, isTime) > 0.5) ?? 0;
  const hasClock = share(time, (c) => CLOCK.test(c) || EPOCH.test(c)) > 0.5;
  const clock = hasClock ? null : (each.find((i) => i !== time && share(i, (c) => CLOCK.test(c)) > 0.5) ?? null);
  const figures = each.filter(
    (i) =>
      i !== time &&
      i !== clock &&
      share(i, (c) => !isTime(c) && !CLOCK.test(c) && Number.isFinite(numberOf(c, decimalComma))) > 0.5 &&
      !/^\s*(#|no\.?|nr\.?|n|index|record|reading)\s*$/i.test(columns[i]!) &&
      !/hum|rh\b|%|lux|press|batt|dew/i.test(columns[i]!),
  );
  // A column that counts its lines is none of temperatures.
  const counts = (i: number): boolean =>
    sample.length > 2 &&
    sample.every(
      (r, j) => j === 0 || numberOf(r.cells[i], decimalComma) - numberOf(sample[j - 1]!.cells[i], decimalComma) === 1,
    );
  const temps = figures.filter((i) => !counts(i));
  if (temps.length === 0) return { ok: false, why: 'No column has temperatures.' };
  const named = temps.find((i) => /temp|°|celsius|fahrenheit|\b[cf]\b/i.test(columns[i]!)) ?? temps[0]!;
  const values = sample.map((r) => numberOf(r.cells[named], decimalComma)).filter(Number.isFinite);
  const mean = values.reduce((s, v) => s + v, 0) / Math.max(1, values.length);
  const unit =
    /°\s*f|fahrenheit|\bf\b/i.test(columns[named]!) || (!/°\s*c|celsius/i.test(columns[named]!) && mean > 45)
      ? 'F'
      : 'C';
  const parts = rows.map((r) => DATE.exec(r.cells[time] ?? '')).filter((m) => m !== null);
  const ymd = parts.some((m) => m[1]!.length === 4);
  const day = parts.some((m) => Number(m[1]) > 12);
  const month = parts.some((m) => Number(m[2]) > 12);
  const order = ymd ? 'ymd' : month ? 'mdy' : 'dmy';
  return {
    ok: true,
    value: {
      columns,
      rows,
      decimalComma,
      guess: { time, clock, temp: named, unit, order },
      unsureOrder: parts.length > 0 && !ymd && !day && !month && parts.some((m) => m[1] !== m[2]),
      otherTemps: temps.filter((i) => i !== named),
    },
  };
}

/** An instant of a logger's clock, ms; NaN where it is none. */
function instantOf(date: string, clock: string, m: LoggerMapping): number {
  if (EPOCH.test(date)) return Number(date) * (date.trim().length > 10 ? 1 : 1000);
  const zoned = /(?:Z|[+-]\d\d:?\d\d)\s*$/.test(clock) && /T/.test(date) ? Date.parse(date) : NaN;
  if (Number.isFinite(zoned)) return zoned;
  const d = DATE.exec(date);
  const t = CLOCK.exec(clock);
  if (!d || !t) return NaN;
  const [a, b, c] = [Number(d[1]), Number(d[2]), Number(d[3])];
  const [y, mo, day] = m.order === 'ymd' ? [a, b, c] : m.order === 'dmy' ? [c, b, a] : [c, a, b];
  const year = y < 100 ? 2000 + y : y;
  let hour = Number(t[1]);
  const half = t[4]?.toLowerCase();
  if (half === 'p' && hour < 12) hour += 12;
  if (half === 'a' && hour === 12) hour = 0;
  if (mo < 1 || mo > 12 || day < 1 || day > 31 || hour > 24 || year < 2000 || year > 2099) return NaN;
  return new TZDate(year, mo - 1, day, hour, Number(t[2]), Number(t[3] ?? 0), m.zone).getTime();
}

export interface LoggerReading {
  points: [ms: number, tempC: number][];
  /** Lines that were left out, and why. */
  problems: string[];
  /** What is to be known of it. */
  notes: string[];
}

const hours = (ms: number): string => `${(ms / HOUR).toFixed(1)} h`;

/** The readings of a file, °C by instant. Lines that tell none are named; times that run backwards are refused as two loggers. */
export function readLogger(file: LoggerFile, m: LoggerMapping): Read<LoggerReading> {
  const points: [number, number][] = [];
  const problems: string[] = [];
  let dropped = 0;
  for (const { line, cells } of file.rows) {
    const ms = instantOf(cells[m.time] ?? '', m.clock === null ? (cells[m.time] ?? '') : (cells[m.clock] ?? ''), m);
    const raw = numberOf(cells[m.temp], file.decimalComma);
    const tempC = m.unit === 'F' ? ((raw - 32) * 5) / 9 : raw;
    const why = !Number.isFinite(ms)
      ? 'no date and time'
      : !Number.isFinite(raw)
        ? 'no temperature'
        : tempC < -40 || tempC > 60
          ? `${tempC.toFixed(0)} °C cannot be`
          : null;
    if (why) {
      if (problems.length < 8) problems.push(`Line ${line}: ${why}.`);
      dropped++;
      continue;
    }
    const last = points[points.length - 1];
    if (last && ms < last[0])
      return {
        ok: false,
        why: `Times go back at line ${line}: perhaps two loggers in one file, or day and month swapped. Split the file, or choose the other order.`,
      };
    if (last && ms === last[0]) continue;
    points.push([ms, Math.round(tempC * 100) / 100]);
  }
  if (points.length === 0) return { ok: false, why: problems[0] ?? 'No line of it could be read.' };
  if (points.length > MOST_POINTS)
    return { ok: false, why: `It holds ${points.length} readings; ${MOST_POINTS} is the limit.` };
  if (dropped > problems.length) problems.push(`and ${dropped - problems.length} lines more.`);
  const steps = points.slice(1).map((p, i) => p[0] - points[i]![0]);
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  const gaps = steps.filter((s) => s > Math.max(3 * usual, HOUR));
  const notes = [
    ...(gaps.length > 0
      ? [
          `${gaps.length === 1 ? 'A gap' : `${gaps.length} gaps`}, the longest of ${hours(Math.max(...gaps))}: no data there.`,
        ]
      : []),
    ...(file.otherTemps.length > 0
      ? [
          `Another column also has temperatures (${file.otherTemps.map((i) => file.columns[i]).join(', ')}). Import the file again for it.`,
        ]
      : []),
  ];
  return { ok: true, value: { points, problems, notes } };
}

/**
 * How readings lie to a journey: what is said where they begin late, end early, or do not meet it at all; and by how many
 * hours they would have to be moved to meet it, where the clock of the logger was in another zone.
 */
export function againstJourney(
  points: readonly (readonly [number, number])[],
  journey: { closedMs: number; openedMs: number },
): { notes: string[]; shiftH: number | null } {
  const { closedMs, openedMs } = journey;
  const within = (shift: number): number =>
    points.filter(([ms]) => ms + shift >= closedMs && ms + shift <= openedMs).length / points.length;
  const now = within(0);
  const notes: string[] = [];
  const first = points[0]![0];
  const last = points[points.length - 1]![0];
  let shiftH: number | null = null;
  // A logger is started a little before and stopped a little after; most of it lies on the way.
  if (now < 0.5) {
    const best = Array.from({ length: 27 }, (_, i) => i - 13)
      .map((h) => ({ h, share: within(h * HOUR) }))
      .sort((a, b) => b.share - a.share || Math.abs(a.h) - Math.abs(b.h))[0]!;
    if (best.h !== 0 && best.share > now + 0.3) shiftH = best.h;
    notes.push(
      now === 0
        ? 'None of it is between closing and opening of the box. Is the time zone right?'
        : `Only ${Math.round(100 * now)} % of it is between closing and opening of the box. Is the time zone right?`,
    );
  }
  if (first > closedMs + HOUR && first < openedMs)
    notes.push(`It begins ${hours(first - closedMs)} after the box was closed; earlier data are missing.`);
  if (last < openedMs - HOUR && last > closedMs) notes.push(`It ends ${hours(openedMs - last)} before the opening.`);
  return { notes, shiftH };
}
