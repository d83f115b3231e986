import { getPosition } from 'suncalc';
import { isaPressureKPa } from '@/core/quantities/atmosphere';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { seriesOf, weatherAt, type WeatherSeries } from './forecast';
import { destinationPart, climateOf, movingKinds, type Leg } from '@/core/calendar/legs';
import { HOUR } from '@/core/quantities/time';

/** A part of a step that lies in one leg: what its climate is made from. */
export interface Piece {
  step: number;
  leg: number;
  /** Of the step. */
  share: number;
  weatherC: number;
  /** Of the destination in that weather, 0…1. */
  toDestination: number;
  sunK: number;
}

/** What the box stands in, one value a step from sealing. */
export interface Ambient {
  /** At each point in time, °C: for drawing. */
  pointC: Float64Array;
  /** Mean over the step that begins there, °C: what the box is stepped with. No jump between legs is smeared. */
  meanC: Float64Array;
  /** What those means are made of: another climate of a leg, or other weather, gives others (`meansOf`). */
  pieces: readonly Piece[];
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

/** How a leg answers the weather: ambient = own + coupling · (weather − own). */
export interface Climate {
  ownC: number;
  coupling: number;
}

/** Means over every step, °C, into `out`: from the climates of the legs, and what the weather is warmer than foretold. */
export function meansOf(
  pieces: readonly Piece[],
  climates: readonly Climate[],
  warmerC: ((piece: Piece) => number) | null,
  out: Float64Array,
): void {
  out.fill(0);
  for (const p of pieces) {
    if (p.step >= out.length) return;
    const { ownC, coupling } = climates[p.leg]!;
    const weatherC = warmerC ? p.weatherC + warmerC(p) : p.weatherC;
    out[p.step] = out[p.step]! + p.share * (ownC + coupling * (weatherC - ownC) + p.sunK);
  }
}

/**
 * Air temperature that would do to the outer surface what air and sun do together (sol-air), K above the air. Sun
 * height by the standard solar formulas; only out of doors.
 */
function sunK(leg: Leg, ms: number, place: { lat: number; lon: number }, a: Assumptions): number {
  if (leg.kind !== 'doorstep' && leg.kind !== 'ramp') return 0;
  const { altitude } = getPosition(new Date(ms), place.lat, place.lon);
  const height = Math.sin((altitude * Math.PI) / 180);
  if (height <= 0) return 0;
  return (a.cartonAbsorbs * a.sunlitShare * a.clearSkyShare * a.clearSunWPerM2 * height) / a.filmOutsideWPerM2K;
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
  const origin = seriesOf(forecast, ends.origin.name);
  const destination = seriesOf(forecast, ends.destination.name);
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
  const pieces: Piece[] = [];
  const out: Ambient = { pointC: of(), meanC: of(), pieces, pressureKPa: of(), moving: of(), uncoveredFromH: null };
  const climates = legs.map((l) => climateOf(l, a));
  const groundKPa = {
    origin: isaPressureKPa(ends.origin.altitudeM ?? 0),
    destination: isaPressureKPa(ends.destination.altitudeM ?? 0),
  };
  const stepMs = time.stepH * HOUR;
  /** The weather at an instant of a leg, and the sun on the box; notes how far the forecast reaches. */
  const felt = (leg: Leg, ms: number): Pick<Piece, 'weatherC' | 'toDestination' | 'sunK'> => {
    const part = destinationPart(leg, ms);
    const from = part < 1 ? weatherAt(origin, ms) : null;
    const to = part > 0 ? weatherAt(destination, ms) : null;
    const covered = (!from || from.covered) && (!to || to.covered);
    if (!covered && out.uncoveredFromH === null) out.uncoveredFromH = Math.max(0, (ms - time.sealMs) / HOUR);
    return {
      weatherC: (from ? (1 - part) * from.tempC : 0) + (to ? part * to.tempC : 0),
      toDestination: part,
      sunK: sunK(leg, ms, part < 0.5 ? ends.origin : ends.destination, a),
    };
  };
  let l = 0;
  for (let i = 0; i < time.steps; i++) {
    const fromMs = time.sealMs + i * stepMs;
    while (l < legs.length - 1 && fromMs >= legs[l]!.endMs) l++;
    const leg = legs[l]!;
    const now = felt(leg, fromMs);
    const { ownC, coupling } = climates[l]!;
    out.pointC[i] = ownC + coupling * (now.weatherC - ownC) + now.sunK;
    const ground = groundKPa.origin + now.toDestination * (groundKPa.destination - groundKPa.origin);
    out.pressureKPa[i] = leg.flight ? Math.min(ground, a.cabinPressureKPa) : ground;
    // The step piece by piece: a leg may end inside it.
    let at = fromMs;
    const toMs = fromMs + stepMs;
    for (let j = l; j < legs.length && at < toMs; j++) {
      const end = j === legs.length - 1 ? toMs : Math.min(toMs, legs[j]!.endMs);
      if (end <= at) continue;
      const share = (end - at) / stepMs;
      pieces.push({ step: i, leg: j, share, ...felt(legs[j]!, (at + end) / 2) });
      if (movingKinds.includes(legs[j]!.kind)) out.moving[i] = out.moving[i]! + share;
      at = end;
    }
  }
  meansOf(pieces, climates, null, out.meanC);
  return out;
}
