import { oxygenStep } from '@/core/bag/oxygen';
import { factors, firstBeyond, trailingMean } from '@/core/bag/slack';
import { aliveShare, shareThatDies } from '@/core/bag/survival';
import { defaultAssumptions } from '@/core/catalogue/assumptions';
import { doseOfCurve } from '@/core/fish/thermal-dose';
import { burnStep, lightPacks, OXYGEN_IN_AIR_DRY, ratedPowerW, type PackCurve } from '@/core/heat/pack';
import * as u from '@/core/quantities/units';
import { conditionedC, GAIN_AT_WPERM2, laggedAfter } from '@/core/weather/place-air';
import * as oxygen from '@/core/water/oxygen';

/** Adapters of reference cases that are stepped through time. */
// The files name their inputs and outputs; each adapter knows its own.
// oxlint-disable-next-line typescript/no-explicit-any
export type Values = Record<string, any>;

export function thermalDoseOf(i: Values): Values {
  const r = doseOfCurve(i.tempCurveHC, { cold24C: i.cold24C, warm24C: i.warm24C, zC: i.zC });
  return { dose: r.dose, hourDoseOne: r.fatalH };
}

/** Steps of a minute, up to each hour that is asked for. */
const MINUTE_H = 1 / 60;

export function packAir(i: Values): Values {
  const packs = i.packs.map((p: Values) => ({ curve: { ratedW: p.ratedCurveHW }, strength: p.strength }));
  const a = { ...defaultAssumptions, packBenchMin: 0, packQ10: 1, packRatedC: i.tempC };
  const burning = lightPacks(packs, { ...a, packFactorMin: i.tempFactor, packFactorMax: i.tempFactor });
  const air = { oxygen: i.startO2Fraction, litres: i.airL, freshLPerH: i.freshAirLH, tempC: i.tempC };
  const out = { o2Fraction: [] as number[], powerW: [] as number[], heatKj: [] as number[] };
  let joule = 0;
  let at = 0;
  for (const hour of i.hours) {
    for (; at < Math.round(hour / MINUTE_H); at++) {
      burnStep(burning, air, MINUTE_H);
      joule += burning.powerW.reduce((s, w) => s + w, 0) * MINUTE_H * 3600;
    }
    const factor = (air.oxygen / OXYGEN_IN_AIR_DRY) * i.tempFactor;
    out.o2Fraction.push(air.oxygen);
    out.powerW.push(
      packs.reduce(
        (s: number, p: { curve: PackCurve; strength: number }, q: number) =>
          s + p.strength * ratedPowerW(p.curve, burning.clockH[q]!) * factor,
        0,
      ),
    );
    out.heatKj.push(joule / 1000);
  }
  return out;
}

export function bagOxygen(i: Values): Values {
  const henry = oxygen.oxygenMgLPerKPa(i.tempC, i.S) / 1000 / u.O2_G_PER_MOL;
  const dryKPa = i.pressureKpa - oxygen.vapourPressureAtm(i.tempC) * u.KPA_PER_ATM;
  const litresPerMol = (u.R_L_KPA * (i.tempC + u.ZERO_C_IN_K)) / dryKPa;
  const start = i.gasL / litresPerMol;
  const inert = start * (1 - i.gasO2DryFraction);
  const s = {
    waterMolL: henry * oxygen.OXYGEN_IN_AIR * dryKPa,
    gasMol: start * i.gasO2DryFraction,
    usedMol: 0,
    meanMolL: 0,
  };
  const gasKPa = (): number => (s.gasMol / (s.gasMol + inert)) * dryKPa;
  const steps = Math.round(Math.max(...i.hours) / MINUTE_H) + 1;
  const waterKPa = new Float64Array(steps);
  const out = { waterO2Kpa: [] as number[], gasO2Kpa: [] as number[], gasL: [] as number[] };
  const asked = new Set<number>(i.hours.map((h: number) => Math.round(h / MINUTE_H)));
  for (let step = 0; step < steps; step++) {
    waterKPa[step] = s.waterMolL / henry;
    if (asked.has(step)) {
      out.waterO2Kpa.push(waterKPa[step]!);
      out.gasO2Kpa.push(gasKPa());
      out.gasL.push((s.gasMol + inert) * litresPerMol);
    }
    oxygenStep(s, {
      waterL: i.waterL,
      hours: MINUTE_H,
      refillPerH: (i.kLMH * i.surfaceM2 * 1000) / i.waterL,
      gasKPa: gasKPa(),
      inertShare: inert / (s.gasMol + inert),
      molPerLPerKPa: henry,
      wantsMol: (i.useMgH * MINUTE_H) / 1000 / u.O2_G_PER_MOL,
      halfKPa: i.halfKpa,
      givenMol: 0,
    });
  }
  const mean = trailingMean(waterKPa, steps, Math.round(0.5 / MINUTE_H));
  const judged = mean.subarray(Math.round(0.5 / MINUTE_H));
  const under = firstBeyond(
    judged.map((v) => i.limitKpa - v),
    MINUTE_H,
  );
  return { ...out, minMean30Kpa: Math.min(...judged), hourUnderLimit: under === null ? null : under + 0.5 };
}

export function openedOxygen(i: Values): Values {
  const SECOND_STEP_H = 1 / 240;
  const henry = oxygen.oxygenMgLPerKPa(i.tempC, i.S);
  const dryKPa = u.KPA_PER_ATM - oxygen.vapourPressureAtm(i.tempC) * u.KPA_PER_ATM;
  const perMol = 1000 * u.O2_G_PER_MOL;
  const s = { waterMolL: i.startMgL / perMol, gasMol: Infinity, usedMol: 0, meanMolL: 0 };
  let volumeL: number = i.volumeL;
  const additions = [...i.additionsHLMgL];
  const last = Math.max(...i.minutes) / 60;
  const asked = new Map<number, number>(i.minutes.map((m: number) => [Math.round(m / 60 / SECOND_STEP_H), m]));
  const o2MgL: number[] = [];
  let under: number | null = null;
  let before = i.startMgL - i.limitMgL;
  for (let step = 0; step * SECOND_STEP_H <= last + 1e-9; step++) {
    const hour = step * SECOND_STEP_H;
    const poured = additions[0] && additions[0][0] <= hour + 1e-9;
    while (additions[0] && additions[0][0] <= hour + 1e-9) {
      const [, litres, mgL] = additions.shift();
      s.waterMolL = (s.waterMolL * volumeL + (litres * mgL) / perMol) / (volumeL + litres);
      volumeL += litres;
    }
    const mgL = s.waterMolL * perMol;
    const over = mgL - i.limitMgL;
    if (under === null && over < 0)
      under =
        step === 0 || poured ? hour * 60 : (hour - SECOND_STEP_H + (SECOND_STEP_H * before) / (before - over)) * 60;
    before = over;
    if (asked.has(step)) o2MgL.push(mgL);
    oxygenStep(s, {
      waterL: volumeL,
      hours: SECOND_STEP_H,
      refillPerH: i.kLaPerH ?? (1000 * i.kLMH * i.surfaceM2) / volumeL,
      gasKPa: oxygen.OXYGEN_IN_AIR * dryKPa,
      inertShare: 0,
      molPerLPerKPa: henry / perMol,
      wantsMol: (i.useMgH * SECOND_STEP_H) / perMol,
      halfKPa: i.halfKpa,
      givenMol: 0,
    });
  }
  return { satMgL: oxygen.oxygenSaturationAt1Atm(i.tempC, i.S), o2MgL, minuteUnderLimit: under };
}

/** A value between corner points of hours, straight lines between; the ends hold on. */
function curveAt(points: readonly (readonly [number, number])[], h: number): number {
  const next = points.findIndex(([at]) => at >= h);
  if (next < 0) return points[points.length - 1]![1];
  if (next === 0) return points[0]![1];
  const [[h0, v0], [h1, v1]] = [points[next - 1]!, points[next]!];
  return v0 + ((v1 - v0) * (h - h0)) / (h1 - h0);
}

/** The air of a place along a leg; null stands for a place that nothing heats or cools. */
export function placeAir(i: Values): Values {
  const place = {
    lagH: i.lagH,
    heatedToC: i.heatedToC ?? 0,
    coldCoupling: i.heatedToC === null ? 1 : i.couplingCold,
    cooledToC: i.cooledToC ?? i.heatedToC ?? 0,
    warmCoupling: i.cooledToC === null ? 1 : i.couplingWarm,
  };
  const corners = i.outdoorHC as [number, number][];
  const airC = (i.hours as number[]).map((hour) => {
    let laggedC: number = i.lagH > 0 ? i.startLaggedC : curveAt(corners, hour);
    let at = corners[0]![0];
    const stops = [...corners.map(([h]) => h).filter((h) => h > at && h < hour), hour];
    for (const to of stops) {
      laggedC = laggedAfter(laggedC, curveAt(corners, at), curveAt(corners, to), to - at, i.lagH);
      at = to;
    }
    const sunWPerM2 = i.sunHWM2.length > 0 ? curveAt(i.sunHWM2, hour) : 0;
    return conditionedC(laggedC, place) + (i.sunGainC * sunWPerM2) / GAIN_AT_WPERM2;
  });
  return { airC };
}

export function survival(i: Values): Values {
  const told = factors.filter((f) => f in i.severity);
  const severity = { ammonia: 0, temperature: 0, carbon: 0, oxygen: 0, ...i.severity };
  return {
    diesOf: Object.fromEntries(told.map((f) => [f, shareThatDies(f, severity[f], defaultAssumptions)])),
    alive: aliveShare(severity, defaultAssumptions),
  };
}
