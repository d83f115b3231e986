import { getPosition } from 'suncalc';
import { isaPressureKPa } from '@/core/quantities/atmosphere';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { weatherSeries, weatherAt, type WeatherSeries } from './forecast';
import { destinationPart, movingKinds, type Leg } from '@/core/calendar/legs';
import { HOUR } from '@/core/quantities/time';
import { clearSkyWPerM2, climateOf, conditionedC, GAIN_AT_WPERM2, laggedAfter, type PlaceClimate } from './place-air';

/** A part of a step that lies in one leg: what its air is made from. */
export interface AmbientPiece {
  step: number;
  leg: number;
  /** Of the step. */
  share: number;
  hours: number;
  /** Air outdoors at its ends, °C; straight between. */
  fromC: number;
  toC: number;
  /** Of what a place lags behind, the share that is left at its end. */
  fade: number;
  /** Where a place is entered: the temperature outdoors that it has lagged to, °C; NaN where one is in it already. */
  enteredC: number;
  /** Of the destination in that weather, 0…1. */
  toDestination: number;
  /** What the sun adds, K. */
  sunK: number;
}

/** What the box stands in, one value a step from sealing. */
export interface Ambient {
  /** At each point in time, °C: for drawing. */
  pointC: Float64Array;
  /** Mean over the step that begins there, °C: what the box is stepped with. No jump between legs is smeared. */
  meanC: Float64Array;
  /** What those means are made of: another climate of a leg, or other weather, gives others (`meansOf`). */
  pieces: readonly AmbientPiece[];
  /** Mean over the step that begins there. */
  pressureKPa: Float64Array;
  /** Share of the step in which the box is carried or driven. */
  moving: Float64Array;
  /** Hours from sealing for which some weather had to be repeated because the forecast does not reach. */
  uncoveredFromH: number | null;
}

export interface AmbientTime {
  sealMs: number;
  steps: number;
  stepH: number;
}

/** The place of a leg in one draw: its own climate, so much warmer, with so many times the usual sun. */
export interface Climate extends PlaceClimate {
  warmerC: number;
  sunTimes: number;
}

/** The climates of legs as they are planned with. */
export const climatesAsPlanned = (legs: readonly Leg[], a: Assumptions): Climate[] =>
  legs.map((l) => ({ ...climateOf(l, a), warmerC: 0, sunTimes: 1 }));

/** Means over every step, °C, into `out`: from the climates of the legs, and what the weather is warmer than forecast. */
export function meansOf(
  pieces: readonly AmbientPiece[],
  climates: readonly Climate[],
  warmerC: ((piece: AmbientPiece) => number) | null,
  out: Float64Array,
): void {
  out.fill(0);
  let laggedC = 0;
  for (const p of pieces) {
    if (p.step >= out.length) return;
    const k = climates[p.leg]!;
    const more = warmerC ? warmerC(p) : 0;
    const fromC = p.fromC + more;
    const toC = p.toC + more;
    if (!Number.isNaN(p.enteredC)) laggedC = p.enteredC + more;
    // The exact solution of the lag (`laggedAfter`), and its mean: ∫ (T − L) dt = τ (L₁ − L₀).
    const lags = k.lagH / p.hours;
    const behindC = (toC - fromC) * lags;
    const endC = toC - behindC + (laggedC - fromC + behindC) * p.fade;
    const meanC = (fromC + toC) / 2 - lags * (endC - laggedC);
    laggedC = endC;
    out[p.step] = out[p.step]! + p.share * (conditionedC(meanC, k) + k.warmerC + k.sunTimes * p.sunK);
  }
}

/**
 * What the sun adds to the air of a leg at an instant, K; sun height by the standard solar formulas. On a doorstep: the
 * air that would do to the outer surface of the carton what air and sun do together (sol-air).
 */
function sunK(leg: Leg, gainK: number, ms: number, place: { lat: number; lon: number }, a: Assumptions): number {
  if (leg.kind !== 'doorstep' && gainK === 0) return 0;
  const { altitude } = getPosition(new Date(ms), place.lat, place.lon);
  const sine = Math.sin((altitude * Math.PI) / 180);
  if (leg.kind === 'doorstep')
    return (
      (a.cartonAbsorbs * a.sunlitShare * a.clearSkyShare * a.clearSunWPerM2 * Math.max(0, sine)) / a.filmOutsideWPerM2K
    );
  return (gainK * a.skyShare * clearSkyWPerM2(sine)) / GAIN_AT_WPERM2;
}

/** Hours of the day before that tell what a place has lagged to when the box enters it. */
const DAY_BEFORE_H = 24;

/** The mean outdoors over the day before an instant, or, where no forecast reaches back so far, lagged from its first hour on, °C. */
function laggedTo(ms: number, lagH: number, outdoorC: (ms: number) => number, firstMs: number): number {
  const hourly = (fromMs: number, each: (fromC: number, toC: number, hours: number) => void): void => {
    for (let at = fromMs; at < ms; at += HOUR)
      each(outdoorC(at), outdoorC(Math.min(ms, at + HOUR)), Math.min(1, (ms - at) / HOUR));
  };
  let sum = 0;
  if (ms - DAY_BEFORE_H * HOUR >= firstMs) {
    hourly(ms - DAY_BEFORE_H * HOUR, (fromC, toC) => void (sum += (fromC + toC) / 2));
    return sum / DAY_BEFORE_H;
  }
  let laggedC = outdoorC(Math.min(ms, firstMs));
  hourly(firstMs, (fromC, toC, hours) => void (laggedC = laggedAfter(laggedC, fromC, toC, hours, lagH)));
  return laggedC;
}

/** Ambient along the legs. Where a place has no forecast its name is given back instead. */
export function ambientAlong(
  c: Consignment,
  forecast: Forecast | null,
  legs: readonly Leg[],
  time: AmbientTime,
  a: Assumptions,
): { ok: true; value: Ambient } | { ok: false; missing: string } {
  const ends = { origin: c.sender.place, destination: c.receiver.place };
  if (!forecast) return { ok: false, missing: ends.origin.name };
  const origin = weatherSeries(forecast, ends.origin.name);
  const destination = weatherSeries(forecast, ends.destination.name);
  if (!origin) return { ok: false, missing: ends.origin.name };
  if (!destination) return { ok: false, missing: ends.destination.name };
  return { ok: true, value: along(ends, origin, destination, legs, time, a) };
}

function along(
  ends: { origin: Consignment['sender']['place']; destination: Consignment['sender']['place'] },
  origin: WeatherSeries,
  destination: WeatherSeries,
  legs: readonly Leg[],
  time: AmbientTime,
  a: Assumptions,
): Ambient {
  const of = (): Float64Array => new Float64Array(time.steps);
  const pieces: AmbientPiece[] = [];
  const out: Ambient = { pointC: of(), meanC: of(), pieces, pressureKPa: of(), moving: of(), uncoveredFromH: null };
  const climates = climatesAsPlanned(legs, a);
  const gainK = legs.map((l) => climateOf(l, a).sunK);
  const groundKPa = {
    origin: isaPressureKPa(ends.origin.altitudeM ?? 0),
    destination: isaPressureKPa(ends.destination.altitudeM ?? 0),
  };
  const stepMs = time.stepH * HOUR;
  const firstMs = Math.max(origin.atMs[0]!, destination.atMs[0]!);
  const mixed = (part: number, ms: number): { tempC: number; covered: boolean } => {
    const from = part < 1 ? weatherAt(origin, ms) : null;
    const to = part > 0 ? weatherAt(destination, ms) : null;
    return {
      tempC: (from ? (1 - part) * from.tempC : 0) + (to ? part * to.tempC : 0),
      covered: (!from || from.covered) && (!to || to.covered),
    };
  };
  /** The air outdoors at an instant of a leg, °C; notes how far the forecast reaches. */
  const outdoorC = (leg: Leg, ms: number): number => {
    const { tempC, covered } = mixed(destinationPart(leg, ms), ms);
    if (!covered && out.uncoveredFromH === null) out.uncoveredFromH = Math.max(0, (ms - time.sealMs) / HOUR);
    return tempC;
  };
  const sunAt = (j: number, ms: number): number =>
    sunK(legs[j]!, gainK[j]!, ms, destinationPart(legs[j]!, ms) < 0.5 ? ends.origin : ends.destination, a);
  /** What the place of a leg has lagged to when it is entered; a van that drives on is no other place. */
  const enteredC = (j: number): number | null => {
    const leg = legs[j]!;
    const before = legs[j - 1];
    if (before?.kind === leg.kind && before.heldC === leg.heldC) return null;
    const part = destinationPart(leg, leg.startMs);
    return laggedTo(leg.startMs, climates[j]!.lagH, (ms) => mixed(part, ms).tempC, firstMs);
  };
  let l = 0;
  let entered = -1;
  let laggedC = 0;
  for (let i = 0; i < time.steps; i++) {
    const fromMs = time.sealMs + i * stepMs;
    while (l < legs.length - 1 && fromMs >= legs[l]!.endMs) l++;
    // The step piece by piece: a leg may end inside it.
    let at = fromMs;
    const toMs = fromMs + stepMs;
    for (let j = l; j < legs.length && at < toMs; j++) {
      const end = j === legs.length - 1 ? toMs : Math.min(toMs, legs[j]!.endMs);
      if (end <= at) continue;
      const share = (end - at) / stepMs;
      const hours = (end - at) / HOUR;
      const here = { step: i, leg: j, share, hours, fromC: outdoorC(legs[j]!, at), toC: outdoorC(legs[j]!, end) };
      const from = j > entered ? enteredC(j) : null;
      entered = Math.max(entered, j);
      if (from !== null) laggedC = from;
      const k = climates[j]!;
      if (at === fromMs) out.pointC[i] = conditionedC(k.lagH > 0 ? laggedC : here.fromC, k) + sunAt(j, fromMs);
      laggedC = laggedAfter(laggedC, here.fromC, here.toC, hours, k.lagH);
      const middle = (at + end) / 2;
      const toDestination = destinationPart(legs[j]!, middle);
      const ground = groundKPa.origin + toDestination * (groundKPa.destination - groundKPa.origin);
      out.pressureKPa[i] =
        out.pressureKPa[i]! + share * (legs[j]!.flight ? Math.min(ground, a.cabinPressureKPa) : ground);
      pieces.push({
        ...here,
        fade: k.lagH > 0 ? Math.exp(-hours / k.lagH) : 0,
        toDestination,
        sunK: sunAt(j, middle),
        enteredC: from ?? NaN,
      });
      if (movingKinds.includes(legs[j]!.kind)) out.moving[i] = out.moving[i]! + share;
      at = end;
    }
  }
  meansOf(pieces, climates, null, out.meanC);
  return out;
}
