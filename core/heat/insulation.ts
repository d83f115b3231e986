import type { Assumptions } from '@/core/catalogue/assumptions';

/** 1 ft²·h·°F/BTU per inch of material as a conductivity, W/(m K). */
const IMPERIAL_R = 0.0254 / 0.176110184;

/** Conductivity, W/(m K), of a material sold by its R value per inch (ASTM C578: EPS 3.6–4.0, XPS 5.0). */
export function conductivityOfR(rPerInch: number): number {
  if (!(rPerInch > 0)) throw new RangeError('The R value per inch must be more than 0.');
  return IMPERIAL_R / rPerInch;
}

export interface Layer {
  thicknessM: number;
  kWPerMK: number;
}

/** A flat wall of layers in series between two surface films. */
export function wallConductance(w: {
  layers: readonly Layer[];
  insideWPerM2K: number;
  outsideWPerM2K: number;
  areaM2: number;
}): { rM2KPerW: number; uWPerM2K: number; uaWPerK: number } {
  const rM2KPerW =
    w.layers.reduce((sum, l) => sum + l.thicknessM / l.kWPerMK, 0) + 1 / w.insideWPerM2K + 1 / w.outsideWPerM2K;
  return { rM2KPerW, uWPerM2K: 1 / rM2KPerW, uaWPerK: w.areaM2 / rM2KPerW };
}

export interface BoxShell {
  insideCm: readonly [length: number, width: number, height: number];
  wallCm: number;
  kWPerMK: number;
  /** Paper, bubble wrap or sheet inside the wall; it takes its room from what `insideCm` says is clear. */
  lining?: readonly { thicknessCm: number; kWPerMK: number }[];
  /** Carton round it; the usual one where absent. */
  cartonCm?: number;
}

/** A wall of layers as one material: the whole thickness, and the conductivity that gives their resistances in series. */
function asOneWall(shell: BoxShell, a: Assumptions): { thicknessM: number; kWPerMK: number } {
  const carton = { thicknessCm: shell.cartonCm ?? a.cartonCm, kWPerMK: a.cartonWPerMK };
  const layers = [carton, { thicknessCm: shell.wallCm, kWPerMK: shell.kWPerMK }, ...(shell.lining ?? [])];
  const thicknessM = layers.reduce((s, l) => s + l.thicknessCm, 0) / 100;
  const resistance = layers.reduce((s, l) => s + l.thicknessCm / 100 / l.kWPerMK, 0);
  return { thicknessM, kWPerMK: thicknessM / resistance };
}

/**
 * Conductance of a closed box by parts, W/K: walls k(A/t), edges 0.54 k per metre, corners 0.15 k t each (the
 * conduction shape factors of a rectangular enclosure, Holman, Heat Transfer, from memory), in series with the
 * surface films. `inner` is film and half the wall from the air inside, `outer` the other half and the film outside.
 */
export function boxConductance(
  shell: BoxShell,
  a: Assumptions,
): {
  uaWPerK: number;
  innerWPerK: number;
  outerWPerK: number;
  insideM2: number;
  outsideM2: number;
  halfWallM2KPerW: number;
} {
  const [l, w, h] = shell.insideCm.map((cm) => cm / 100) as [number, number, number];
  const { thicknessM: t, kWPerMK } = asOneWall(shell, a);
  const area = (x: number, y: number, z: number): number => 2 * (x * y + x * z + y * z);
  const insideM2 = area(l, w, h);
  const outsideM2 = area(l + 2 * t, w + 2 * t, h + 2 * t);
  const wall = kWPerMK * (insideM2 / t + 0.54 * 4 * (l + w + h) + 1.2 * t);
  const half = 1 / (2 * wall);
  const innerWPerK = 1 / (1 / (a.filmInsideWPerM2K * insideM2) + half);
  const outerWPerK = 1 / (1 / (a.filmOutsideWPerM2K * outsideM2) + half);
  return {
    uaWPerK: 1 / (1 / innerWPerK + 1 / outerWPerK),
    innerWPerK,
    outerWPerK,
    insideM2,
    outsideM2,
    halfWallM2KPerW: t / (2 * kWPerMK),
  };
}
