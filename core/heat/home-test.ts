import type { Assumptions } from '@/core/catalogue/assumptions';
import { boxCurves, simulateBox } from './box';
import type { PackCurve } from './pack';
import { boxConductance, type BoxShell } from './insulation';
import type { BoxLoad } from './model';

/** What was read while a bottle of warm water stood in a closed box: hours from closing, water and room, °C. */
export interface TestReading {
  h: number;
  waterC: number;
  roomC: number;
}

export interface HomeTest {
  shell: BoxShell;
  leakLPerH: number;
  litres: number;
  readings: readonly TestReading[];
  /** A pack that lay beside the bottle, opened when the box was closed: then its strength is looked for, and the loss is taken as told. */
  pack?: { curve: PackCurve; massG: number };
  /** Times the loss of the shell: what a test of the box found; 1 where absent. */
  lossFactor?: number;
}

export interface TestResult {
  /** Times what is reckoned: of the loss of the box, or of the power of the pack. The true figure lies between these nine times in ten. */
  factor: number;
  low: number;
  high: number;
  /** Spread of its logarithm. */
  sigma: number;
  /** What the measures of the box alone would say. */
  reckonedWPerK: number;
  /** That, times what was found; of a pack test as told. */
  uaWPerK: number;
  /** Scatter of the readings about the fitted curve, °C. */
  scatterC: number;
  /** The fitted curve at the readings. */
  fittedC: number[];
}

const STEP_H = 0.25;
/** Fewest readings, and hours between the first and the last, that tell anything. */
const LEAST_READINGS = 6;
const LEAST_HOURS = 3;

/** Quantile of Student's t with `n` degrees of freedom at 0.95, for an interval of nine in ten: Cornish–Fisher to fourth order, within 0.01 from 3 on (tested against the printed table). */
export function t95(n: number): number {
  const z = 1.6448536;
  const z3 = z ** 3;
  const z5 = z ** 5;
  const z7 = z ** 7;
  return (
    z +
    (z3 + z) / 4 / n +
    (5 * z5 + 16 * z3 + 3 * z) / 96 / n ** 2 +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * z) / 384 / n ** 3
  );
}

/** The water of a bottle in the closed box, °C, at the hours of the readings: the box of the engine with one bag, and the pack that is tested. */
function waterAt(t: HomeTest, factor: number, startC: number, a: Assumptions): number[] {
  const last = t.readings[t.readings.length - 1]!.h;
  const steps = Math.ceil(last / STEP_H) + 2;
  const room = Float64Array.from({ length: steps }, (_, i) => roomAt(t.readings, (i + 0.5) * STEP_H));
  const load: BoxLoad = {
    shell: t.shell,
    lossFactor: t.pack ? (t.lossFactor ?? 1) : factor,
    leakLPerH: t.leakLPerH,
    ventHoles: 0,
    bags: [{ waterL: t.litres, volumeL: t.litres, startC, atWall: 0 }],
    heatPacks: t.pack ? [{ ...t.pack, strength: factor, openedH: 0, nearBag: -1 }] : [],
    coldPacks: [],
    bottle: null,
    startAirC: t.readings[0]!.roomC,
  };
  const water = simulateBox(load, room, steps, STEP_H, a, boxCurves(1, steps), false).bagC[0]!;
  return t.readings.map(({ h }) => {
    const at = h / STEP_H;
    const i = Math.min(steps - 2, Math.floor(at));
    return water[i]! + (at - i) * (water[i + 1]! - water[i]!);
  });
}

/** Room at an hour, straight lines between the readings. */
function roomAt(r: readonly TestReading[], h: number): number {
  if (h <= r[0]!.h) return r[0]!.roomC;
  for (let i = 1; i < r.length; i++) {
    const [p, q] = [r[i - 1]!, r[i]!];
    if (h <= q.h) return p.roomC + ((h - p.h) / (q.h - p.h)) * (q.roomC - p.roomC);
  }
  return r[r.length - 1]!.roomC;
}

/** Why nothing can be said from some readings; null where something can. */
export function testProblem({ litres, readings, pack }: Pick<HomeTest, 'litres' | 'readings' | 'pack'>): string | null {
  if (!(litres > 0)) return 'Enter the litres of warm water in the box.';
  if (readings.some((r) => ![r.h, r.waterC, r.roomC].every(Number.isFinite)))
    return 'Every reading needs its hour, the water and the room.';
  if (readings.length < LEAST_READINGS) return `Give at least ${LEAST_READINGS} readings.`;
  for (let i = 1; i < readings.length; i++)
    if (!(readings[i]!.h > readings[i - 1]!.h)) return 'Readings must be in order of time.';
  if (readings[readings.length - 1]!.h - readings[0]!.h < LEAST_HOURS)
    return `Measure over at least ${LEAST_HOURS} hours.`;
  if (pack) return null;
  const gap = readings[0]!.waterC - readings[0]!.roomC;
  if (Math.abs(gap) < 8) return 'The water must start at least 8 °C warmer than the room.';
  if (Math.abs(gap - (readings[readings.length - 1]!.waterC - readings[readings.length - 1]!.roomC)) < 1)
    return 'The water has hardly changed. Measure over more hours.';
  return null;
}

/**
 * What a box really loses, from a bottle of warm water that cooled in it, or what a pack really gives beside one: least squares over the factor and the
 * water at closing (Gauss–Newton with numeric slopes), with the interval that the scatter of the readings leaves. Needs
 * readings without `testProblem`. W/K, °C.
 */
export function fitTest(t: HomeTest, a: Assumptions): TestResult {
  const problem = testProblem(t);
  if (problem) throw new RangeError(problem);
  const measured = t.readings.map((r) => r.waterC);
  let logLoss = 0;
  let startC = measured[0]!;
  const at = (l: number, s: number): number[] => waterAt(t, Math.exp(l), s, a);
  let information = 1;
  let fitted = at(logLoss, startC);
  for (let round = 0; round < 12; round++) {
    const [dl, ds] = [0.01, 0.1];
    const byLoss = at(logLoss + dl, startC).map((x, i) => (x - fitted[i]!) / dl);
    const byStart = at(logLoss, startC + ds).map((x, i) => (x - fitted[i]!) / ds);
    const dot = (x: number[], y: number[]): number => x.reduce((sum, v, i) => sum + v * y[i]!, 0);
    const left = measured.map((x, i) => x - fitted[i]!);
    const [A, B, C] = [dot(byLoss, byLoss), dot(byLoss, byStart), dot(byStart, byStart)];
    const [p, q] = [dot(byLoss, left), dot(byStart, left)];
    const det = A * C - B * B;
    // What the loss alone is told, once the start is taken out.
    information = det / C;
    const stepLoss = Math.max(-0.7, Math.min(0.7, (p * C - q * B) / det));
    logLoss += stepLoss;
    startC += (q * A - p * B) / det;
    fitted = at(logLoss, startC);
    if (Math.abs(stepLoss) < 1e-6) break;
  }
  const free = measured.length - 2;
  const squares = measured.reduce((sum, x, i) => sum + (x - fitted[i]!) ** 2, 0);
  const scatterC = Math.sqrt(squares / free);
  const sigma = scatterC / Math.sqrt(information);
  const reckonedWPerK = boxConductance(t.shell, a).uaWPerK;
  const factor = Math.exp(logLoss);
  const by = Math.exp(t95(free) * sigma);
  return {
    factor,
    low: factor / by,
    high: factor * by,
    sigma,
    reckonedWPerK,
    uaWPerK: reckonedWPerK * (t.pack ? (t.lossFactor ?? 1) : factor),
    scatterC,
    fittedC: fitted,
  };
}

/** Readings out of lines of hour, water and room, or of clock time, water and room; decimal commas are read where the columns are parted by semicolons or tabs. */
export function readingsFromText(text: string, roomC: number | null): { readings: TestReading[]; problems: string[] } {
  const readings: TestReading[] = [];
  const problems: string[] = [];
  let firstMs: number | null = null;
  text.split(/\r?\n/).forEach((line, i) => {
    if (!line.trim()) return;
    const cells = (/[;\t]/.test(line) ? line.split(/[;\t]/) : line.split(/,\s*|\s{2,}|\s+(?=[-\d.])/)).map((x) =>
      x.trim(),
    );
    const number = (x: string | undefined): number => (x === undefined || x === '' ? NaN : Number(x.replace(',', '.')));
    const ms = /^\d{4}-\d\d-\d\d[T ]\d\d:\d\d/.test(cells[0] ?? '')
      ? Date.parse(`${cells[0]!.replace(' ', 'T').replace(/Z?$/, 'Z')}`)
      : NaN;
    if (Number.isFinite(ms)) firstMs ??= ms;
    const h = Number.isFinite(ms) ? (ms - firstMs!) / 3600_000 : number(cells[0]);
    const waterC = number(cells[1]);
    const room = number(cells[2]);
    const at = Number.isFinite(room) ? room : (roomC ?? NaN);
    if (Number.isFinite(h) && Number.isFinite(waterC) && Number.isFinite(at)) readings.push({ h, waterC, roomC: at });
    // A first line of words is a heading.
    else if (i > 0 || readings.length > 0 || !/[a-z]/i.test(line))
      problems.push(`Line ${i + 1} is not a reading: “${line.slice(0, 40)}”. Hour, water, room.`);
  });
  return { readings, problems };
}
