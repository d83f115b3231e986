import type { Assumptions } from '@/core/catalogue/assumptions';
import { advance, propagator, systemOf } from './exponential';
import { boxConductance, type BoxShell } from './insulation';
import { LATENT_HEAT_ICE_KJ_PER_KG } from './analytic';
import { burnStep, type BurningPack, type PackCurve } from './pack';

export const WATER_J_PER_KG_K = 4186;

/** A bag as the box feels it. */
export interface BagMass {
  waterL: number;
  /** Water, fish and gas together: its surface meets the air of the box. */
  volumeL: number;
  startC: number;
}

export interface ColdPack {
  massKg: number;
  startC: number;
}

export interface BoxLoad {
  shell: BoxShell;
  /** Fresh air by leaks alone, L/h. */
  leakLPerH: number;
  ventHoles: number;
  bags: readonly BagMass[];
  heatPacks: readonly PackCurve[];
  /** Hours the packs have burnt in the open before the box is closed. */
  packsOpenedH: number;
  coldPacks: readonly ColdPack[];
  startAirC: number;
}

export interface BoxCurves {
  airC: Float64Array;
  /** One curve a bag, in the order of the load. */
  bagC: Float64Array[];
  packW: Float64Array;
  lossW: Float64Array;
  packOxygen: Float64Array;
  uaWPerK: number;
  /** Energy in, out and stored over the whole time, J; they must agree. */
  energy: { packJ: number; lostJ: number; storedJ: number };
}

const COLD_PACK_WPERK = 0.9; // a half-kilogram slab, 0.15 m² × 6 W/m²K † ours

/** Temperature of a water pack from its heat above ice at 0 °C, J. */
function coldPackC(heatJ: number, massKg: number): number {
  const latent = massKg * LATENT_HEAT_ICE_KJ_PER_KG * 1000;
  if (heatJ < 0) return heatJ / (massKg * 2100);
  return heatJ < latent ? 0 : (heatJ - latent) / (massKg * WATER_J_PER_KG_K);
}

/**
 * Heat of a box: air, wall and every bag as nodes of a linear network, stepped exactly; packs and cold packs as
 * sources that depend on the state at the start of the step. `ambientC` has one value a step (linear between);
 * step up to 5 min. Temperatures in °C, power in W. Throws RangeError for a bag without water or an empty box shell.
 */
export function simulateBox(load: BoxLoad, ambientC: Float64Array, stepH: number, a: Assumptions): BoxCurves {
  if (load.bags.some((b) => !(b.waterL > 0))) throw new RangeError('Every bag needs more than 0 L of water.');
  const [l, w, h] = load.shell.insideCm;
  if (!(l > 0 && w > 0 && h > 0 && load.shell.wallCm > 0))
    throw new RangeError('The box needs inside measures and a wall.');
  const shell = boxConductance(load.shell, a);
  const insideL = (l * w * h) / 1000;
  const airL = Math.max(0.1 * insideL, insideL - load.bags.reduce((sum, b) => sum + b.volumeL, 0));
  const freshLPerH = load.leakLPerH + load.ventHoles * a.ventHoleLPerH;
  const AIR = 0;
  const WALL = 1;
  const net = {
    heatJPerK: [
      insideL * a.airHeatPerL,
      shell.outsideM2 * a.wallHeatJPerKPerM2,
      ...load.bags.map((b) => b.waterL * WATER_J_PER_KG_K),
    ],
    links: [
      [AIR, WALL, shell.innerWPerK] as const,
      ...load.bags.map((b, i) => [AIR, 2 + i, a.bagToAirWPerM2K * 6 * (b.volumeL / 1000) ** (2 / 3)] as const),
    ],
    toAmbient: [[WALL, shell.outerWPerK] as const, [AIR, (freshLPerH * 1.2) / 3600] as const],
  };
  const { A, ambientGain, perWatt } = systemOf(net);
  const size = net.heatJPerK.length;
  const p = propagator(A, size, stepH);
  const n = ambientC.length;
  const out: BoxCurves = {
    airC: new Float64Array(n),
    bagC: load.bags.map(() => new Float64Array(n)),
    packW: new Float64Array(n),
    lossW: new Float64Array(n),
    packOxygen: new Float64Array(n),
    uaWPerK: shell.uaWPerK,
    energy: { packJ: 0, lostJ: 0, storedJ: 0 },
  };
  let x = Float64Array.from([load.startAirC, (load.startAirC + ambientC[0]!) / 2, ...load.bags.map((b) => b.startC)]);
  const first = Float64Array.from(x);
  let next = new Float64Array(size);
  const bStart = new Float64Array(size);
  const bEnd = new Float64Array(size);
  const packs: BurningPack[] = load.heatPacks.map((curve) => ({ curve, clockH: load.packsOpenedH }));
  const coldJ = load.coldPacks.map((c) =>
    c.startC < 0
      ? c.startC * c.massKg * 2100
      : c.massKg * (LATENT_HEAT_ICE_KJ_PER_KG * 1000 + c.startC * WATER_J_PER_KG_K),
  );
  let oxygen = 0.2095;

  for (let i = 0; i < n; i++) {
    out.airC[i] = x[AIR]!;
    for (let b = 0; b < load.bags.length; b++) out.bagC[b]![i] = x[2 + b]!;
    const lossNow = shell.outerWPerK * (x[WALL]! - ambientC[i]!) + net.toAmbient[1]![1] * (x[AIR]! - ambientC[i]!);
    out.lossW[i] = lossNow;
    out.packOxygen[i] = oxygen;
    if (i === n - 1) {
      out.packW[i] = i > 0 ? out.packW[i - 1]! : 0;
      break;
    }
    const burn = burnStep(packs, { oxygen, litres: airL, freshLPerH, tempC: x[AIR]! }, stepH, a);
    oxygen = burn.oxygen;
    let powerW = burn.powerW;
    load.coldPacks.forEach((c, j) => {
      const taken = COLD_PACK_WPERK * (x[AIR]! - coldPackC(coldJ[j]!, c.massKg));
      coldJ[j] = coldJ[j]! + taken * stepH * 3600;
      powerW -= taken;
    });
    out.packW[i] = powerW;
    for (let j = 0; j < size; j++) {
      bStart[j] = ambientGain[j]! * ambientC[i]!;
      bEnd[j] = ambientGain[j]! * ambientC[i + 1]!;
    }
    bStart[AIR] = bStart[AIR]! + powerW * perWatt[AIR]!;
    bEnd[AIR] = bEnd[AIR]! + powerW * perWatt[AIR]!;
    advance(p, x, bStart, bEnd, next);
    out.energy.packJ += powerW * stepH * 3600;
    const lossNext =
      shell.outerWPerK * (next[WALL]! - ambientC[i + 1]!) + net.toAmbient[1]![1] * (next[AIR]! - ambientC[i + 1]!);
    out.energy.lostJ += ((lossNow + lossNext) / 2) * stepH * 3600;
    [x, next] = [next, x];
  }
  for (let j = 0; j < size; j++) out.energy.storedJ += net.heatJPerK[j]! * (x[j]! - first[j]!);
  return out;
}
