import { TZDate } from '@date-fns/tz';
import type { Outcome, Problem } from '@/core/consignment/outcome';
import { zoneSchema, type Forecast } from '@/core/consignment/schema';

/** Rows of a table as read by a CSV library: first row the names. */
export type CsvRows = readonly (readonly string[])[];

const heads = {
  time: ['time', 'at', 'datetime', 'date', 'instant'],
  place: ['place', 'town', 'location', 'station'],
  temp: ['temperature', 'temp', 'temp_c', 'tempc', 'temperature_c', '°c'],
  zone: ['zone', 'timezone', 'time_zone', 'tz'],
  p10: ['p10', 'temperature_p10', 'temp_p10'],
  p90: ['p90', 'temperature_p90', 'temp_p90'],
  min: ['min', 'low', 'temperature_min', 'temp_min', 'lowest'],
  max: ['max', 'high', 'temperature_max', 'temp_max', 'highest'],
} as const;

const MOST_ROWS = 20000;
const MOST_COLUMNS = 400;

/** A day that the calendar has. */
const realDay = (y: string, m: string, d: string): boolean =>
  new Date(Date.UTC(Number(y), Number(m) - 1, Number(d))).toISOString().startsWith(`${y}-${m}-${d}`);

/** An instant with its own offset, or a local time in the row's zone. NaN if neither. */
function instantOf(text: string, zone: string): number {
  const iso = text.trim().replace(' ', 'T');
  const m = /^(20\d{2})-(\d{2})-(\d{2})T(\d{1,2}):(\d{2})/.exec(iso);
  if (!m || !realDay(m[1]!, m[2]!, m[3]!) || Number(m[4]) > 23 || Number(m[5]) > 59) return NaN;
  if (/(Z|[+-]\d{2}:?\d{2})$/.test(iso)) return Date.parse(iso);
  const [y, mo, d, h, mi] = m.slice(1).map(Number) as [number, number, number, number, number];
  return new TZDate(y, mo - 1, d, h, mi, 0, zone).getTime();
}

/** Standard normals between the tenths, and between the lowest and the highest of some dozen runs († common practice). */
const TENTHS_APART = 2.563;
const EXTREMES_APART = 4;

/** The spread that a line tells of itself, and its middle; null where it tells none or its ends are crossed. */
function spreadFrom(
  { p10, p90, min, max }: Record<'p10' | 'p90' | 'min' | 'max', number>,
  runs: readonly number[],
): { spreadC: number; middleC: number } | null {
  if (runs.length > 1) {
    const middleC = runs.reduce((s, x) => s + x, 0) / runs.length;
    return { middleC, spreadC: Math.sqrt(runs.reduce((s, x) => s + (x - middleC) ** 2, 0) / (runs.length - 1)) };
  }
  if (p90 >= p10) return { middleC: (p10 + p90) / 2, spreadC: (p90 - p10) / TENTHS_APART };
  if (max >= min) return { middleC: (min + max) / 2, spreadC: (max - min) / EXTREMES_APART };
  return null;
}

/**
 * Reads an hourly forecast: columns time, place, temperature (°C, or °F with "°F" in the name), zone. Its own spread is
 * taken where it tells one: tenths (p10, p90), lowest and highest of its runs (min, max), or the runs themselves as
 * columns "run 1", "run 2" …, whose mean is the temperature where there is no other. Reading is tolerant about names and order; what cannot be read is told by line, and then nothing is taken.
 */
export function forecastFromRows(rows: CsvRows, now: { iso: string; source: string }): Outcome<Forecast> {
  const problems: Problem[] = [];
  const header = (rows[0] ?? []).map((h) => h.trim().toLowerCase());
  const fahrenheit = header.some((h) => h.includes('°f') || h.endsWith('_f'));
  const clean = (h: string): string => h.replace(/[\s_]*\(?°?[fc]\)?$/, '');
  const column = (names: readonly string[]): number =>
    header.findIndex((h) => names.includes(h) || names.includes(clean(h)));
  const at = {
    time: column(heads.time),
    place: column(heads.place),
    temp: column(heads.temp),
    zone: column(heads.zone),
  };
  const ends = { p10: column(heads.p10), p90: column(heads.p90), min: column(heads.min), max: column(heads.max) };
  const runs = header.flatMap((h, i) => (/^(run|member|ens)[ _.-]?\d+/.test(h) ? [i] : []));
  const told = runs.length > 1 || (ends.min >= 0 && ends.max >= 0) || (ends.p10 >= 0 && ends.p90 >= 0);
  for (const [name, i] of Object.entries(at))
    if (i < 0 && name !== 'zone' && !(name === 'temp' && told))
      problems.push({ path: 'line 1', message: `There is no column "${heads[name as keyof typeof heads][0]}".` });
  if (problems.length > 0) return { ok: false, problems };
  if (header.length > MOST_COLUMNS)
    return {
      ok: false,
      problems: [
        { path: 'file', message: `A forecast of ${header.length} columns is too wide; ${MOST_COLUMNS} is the limit.` },
      ],
    };
  if (rows.length - 1 > MOST_ROWS)
    return {
      ok: false,
      problems: [
        { path: 'file', message: `A forecast of ${rows.length - 1} lines is too long; ${MOST_ROWS} is the limit.` },
      ],
    };
  const places = new Map<string, Forecast['places'][number]['points']>();
  rows.slice(1).forEach((cells, i) => {
    const line = `line ${i + 2}`;
    if (cells.every((c) => c.trim() === '')) return;
    const place = (cells[at.place] ?? '').trim();
    const zone = at.zone >= 0 ? (cells[at.zone] ?? '').trim() : 'UTC';
    if (!place) return void problems.push({ path: line, message: 'The place is missing.' });
    if (!zoneSchema.safeParse(zone || 'UTC').success)
      return void problems.push({ path: line, message: `The time zone "${zone}" is not known.` });
    const ms = instantOf(cells[at.time] ?? '', zone || 'UTC');
    if (!Number.isFinite(ms))
      return void problems.push({
        path: line,
        message: `"${cells[at.time] ?? ''}" is not a time; write 2026-11-24 18:00.`,
      });
    const figure = (i: number): number => {
      const written = (cells[i] ?? '').trim().replace(',', '.');
      const value = written === '' ? NaN : Number(written);
      return fahrenheit ? ((value - 32) * 5) / 9 : value;
    };
    const own = spreadFrom(
      { p10: figure(ends.p10), p90: figure(ends.p90), min: figure(ends.min), max: figure(ends.max) },
      runs.map(figure).filter(Number.isFinite),
    );
    const tempC = at.temp >= 0 ? figure(at.temp) : (own?.middleC ?? NaN);
    if (!(tempC >= -60 && tempC <= 60))
      return void problems.push({
        path: line,
        message: `"${cells[at.temp] ?? ''}" is not a temperature between -60 and 60 °C.`,
      });
    const points = places.get(place) ?? [];
    points.push({
      at: new Date(ms).toISOString(),
      tempC,
      ...(own ? { spreadC: Math.min(30, Math.round(own.spreadC * 100) / 100) } : {}),
    });
    places.set(place, points);
  });
  if (places.size === 0 && problems.length === 0)
    problems.push({ path: 'file', message: 'There are no lines with figures.' });
  for (const [name, points] of places)
    if (points.length < 2)
      problems.push({ path: 'file', message: `${name} has only one line; a forecast needs two or more.` });
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    value: {
      source: now.source,
      madeAt: now.iso,
      shiftC: 0,
      places: [...places].map(([name, points]) => ({
        name,
        points: points.sort((a, b) => (a.at < b.at ? -1 : 1)),
      })),
    },
  };
}
