import { getPosition } from 'suncalc';
import { isaPressureKPa } from '@/core/quantities/atmosphere';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { seriesOf, weatherAt, type WeatherSeries } from './forecast';
import { legClimate, type Leg } from '@/core/calendar/legs';

const HOUR = 3600_000;

/** What the box stands in, one value a step from sealing. */
export interface Ambient {
  /** At each point in time, °C: for drawing. */
  pointC: Float64Array;
  /** Mean over the step that begins there, °C: what the box is stepped with. No jump between legs is smeared. */
  meanC: Float64Array;
  /** How much of an error of the weather at either end reaches the box over that step, 0…1. */
  originShare: Float64Array;
  destinationShare: Float64Array;
  pressureKPa: Float64Array;
  /** Hours from sealing for which some weather had to be repeated because the forecast does not reach. */
  uncoveredFromH: number | null;
}

export interface AmbientTime {
  sealMs: number;
  steps: number;
  stepH: number;
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
  const out: Ambient = {
    pointC: of(),
    meanC: of(),
    originShare: of(),
    destinationShare: of(),
    pressureKPa: of(),
    uncoveredFromH: null,
  };
  const climates = legs.map((l) => legClimate(l.kind, a));
  const groundKPa = {
    origin: isaPressureKPa(ends.origin.altitudeM ?? 0),
    destination: isaPressureKPa(ends.destination.altitudeM ?? 0),
  };
  const stepMs = time.stepH * HOUR;
  const destinationPart = (l: Leg, ms: number): number =>
    l.at === 'origin'
      ? 0
      : l.at === 'destination'
        ? 1
        : Math.min(1, Math.max(0, (ms - l.startMs) / (l.endMs - l.startMs)));
  /** What the box stands in at an instant of a leg, and how far the forecast reaches. */
  const felt = (l: number, ms: number): number => {
    const leg = legs[l]!;
    const { ownC, coupling } = climates[l]!;
    const part = destinationPart(leg, ms);
    const from = part < 1 ? weatherAt(origin, ms) : null;
    const to = part > 0 ? weatherAt(destination, ms) : null;
    const weather = (from ? (1 - part) * from.tempC : 0) + (to ? part * to.tempC : 0);
    const covered = (!from || from.covered) && (!to || to.covered);
    if (!covered && out.uncoveredFromH === null) out.uncoveredFromH = Math.max(0, (ms - time.sealMs) / HOUR);
    return ownC + coupling * (weather - ownC) + sunK(leg, ms, part < 0.5 ? ends.origin : ends.destination, a);
  };
  let l = 0;
  for (let i = 0; i < time.steps; i++) {
    const fromMs = time.sealMs + i * stepMs;
    while (l < legs.length - 1 && fromMs >= legs[l]!.endMs) l++;
    out.pointC[i] = felt(l, fromMs);
    const leg = legs[l]!;
    const ground = groundKPa.origin + destinationPart(leg, fromMs) * (groundKPa.destination - groundKPa.origin);
    out.pressureKPa[i] = leg.flight ? Math.min(ground, a.cabinPressureKPa) : ground;
    // The step piece by piece: a leg may end inside it.
    let at = fromMs;
    const toMs = fromMs + stepMs;
    for (let j = l; j < legs.length && at < toMs; j++) {
      const end = j === legs.length - 1 ? toMs : Math.min(toMs, legs[j]!.endMs);
      if (end <= at) continue;
      const middle = (at + end) / 2;
      const share = (end - at) / stepMs;
      const part = destinationPart(legs[j]!, middle);
      out.meanC[i] = out.meanC[i]! + share * felt(j, middle);
      out.originShare[i] = out.originShare[i]! + share * climates[j]!.coupling * (1 - part);
      out.destinationShare[i] = out.destinationShare[i]! + share * climates[j]!.coupling * part;
      at = end;
    }
  }
  return out;
}
