/** Closed-form answers: one lump of water in air, a sine ambient, and packs of ice. SI units as named. */

export interface Lump {
  ambientC: number;
  powerW: number;
  uaWPerK: number;
  heatJPerK: number;
  startC: number;
}

/** Where a heated lump settles, °C. */
export const settledC = (l: Lump): number => l.ambientC + l.powerW / l.uaWPerK;

/**
 * Newton's law: temperature after a time in seconds. Capacity above 0; a lump that loses nothing warms in a straight line.
 */
export function lumpC(l: Lump, seconds: number): number {
  if (!(l.uaWPerK >= 0 && l.heatJPerK > 0))
    throw new RangeError('Heat capacity must be more than 0, conductance not below 0.');
  if (l.uaWPerK === 0) return l.startC + (l.powerW * seconds) / l.heatJPerK;
  return settledC(l) + (l.startC - settledC(l)) * Math.exp((-seconds * l.uaWPerK) / l.heatJPerK);
}

/** Seconds until a temperature is reached; 0 if it is the start; null if never. */
export function secondsToReach(l: Lump, targetC: number): number | null {
  if (targetC === l.startC) return 0;
  if (l.uaWPerK === 0) {
    const seconds = ((targetC - l.startC) * l.heatJPerK) / l.powerW;
    return seconds > 0 && Number.isFinite(seconds) ? seconds : null;
  }
  const end = settledC(l);
  const ratio = (targetC - end) / (l.startC - end);
  if (!(ratio > 0 && ratio < 1)) return null;
  return -Math.log(ratio) * (l.heatJPerK / l.uaWPerK);
}

/** A lump in an ambient that swings as a sine. tau = heat/UA. */
export function inSineAmbient(s: {
  meanC: number;
  amplitudeK: number;
  periodS: number;
  phaseRad: number;
  tauS: number;
  startC: number;
  seconds: number;
}): { tempC: number; attenuation: number; lagS: number } {
  const w = (2 * Math.PI) / s.periodS;
  const attenuation = 1 / Math.sqrt(1 + (w * s.tauS) ** 2);
  const lag = Math.atan(w * s.tauS);
  const swing = (t: number): number => s.meanC + s.amplitudeK * attenuation * Math.sin(w * t + s.phaseRad - lag);
  return {
    tempC: swing(s.seconds) + (s.startC - swing(0)) * Math.exp(-s.seconds / s.tauS),
    attenuation,
    lagS: lag / w,
  };
}

export const LATENT_HEAT_ICE_KJ_PER_KG = 334;

/** Water and a frozen pack brought to one temperature without loss. Pack at or below 0 °C. Heats in kJ/(kg K), kJ/kg. */
export function meltInto(c: {
  waterKg: number;
  waterC: number;
  packKg: number;
  packC: number;
  waterKj: number;
  iceKj: number;
  latentKj: number;
}): { tempC: number; meltedShare: number; frozenWaterKg: number } {
  if (!(c.packC <= 0)) throw new RangeError('A frozen pack lies at or below 0 °C.');
  const enthalpy = c.waterKg * c.waterKj * c.waterC + c.packKg * (c.iceKj * c.packC - c.latentKj);
  if (enthalpy >= 0)
    return { tempC: enthalpy / ((c.waterKg + c.packKg) * c.waterKj), meltedShare: 1, frozenWaterKg: 0 };
  const packLatent = c.packKg * c.latentKj;
  if (enthalpy >= -packLatent) return { tempC: 0, meltedShare: 1 + enthalpy / packLatent, frozenWaterKg: 0 };
  const over = -packLatent - enthalpy;
  const frozen = over / c.latentKj;
  if (frozen <= c.waterKg) return { tempC: 0, meltedShare: 0, frozenWaterKg: frozen };
  const cold = enthalpy + packLatent + c.waterKg * c.latentKj;
  return { tempC: cold / ((c.waterKg + c.packKg) * c.iceKj), meltedShare: 0, frozenWaterKg: c.waterKg };
}

/** Hours a melting pack holds a box at a temperature; null where nothing flows in. */
export function meltHours(m: {
  packKg: number;
  ambientC: number;
  holdC: number;
  uaWPerK: number;
  extraW: number;
}): number | null {
  const inflowW = m.uaWPerK * (m.ambientC - m.holdC) + m.extraW;
  return inflowW > 0 ? (m.packKg * LATENT_HEAT_ICE_KJ_PER_KG * 1000) / inflowW / 3600 : null;
}
