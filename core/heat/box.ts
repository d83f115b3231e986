import type { Assumptions } from '@/core/catalogue/assumptions';
import { LATENT_HEAT_ICE_KJ_PER_KG } from './analytic';
import { propagator, systemOf, type ThermalNetwork } from './exponential';
import { boxConductance, type BoxShell } from './insulation';
import { burnStep, lightPacks, OXYGEN_IN_AIR_DRY, type PackCurve } from './pack';

export const WATER_J_PER_KG_K = 4186;
const ICE_J_PER_KG_K = 2100;
const LATENT_J_PER_KG = LATENT_HEAT_ICE_KJ_PER_KG * 1000;

/** A bag as the box feels it. */
export interface BagMass {
  waterL: number;
  /** Water, fish and gas together: its surface meets the air of the box. */
  volumeL: number;
  startC: number;
  /** How much of its side leans on a wall: 0 in the middle … 1 flat against it. */
  atWall: number;
}

export interface HeatPackLoad {
  curve: PackCurve;
  massG: number;
  /** Times the rated power: 1, or what a draw made of it; 0 for a dud. */
  strength: number;
  /** Index of the bag that lies nearest, or −1 when none is near. */
  nearBag: number;
}

export interface ColdPack {
  massKg: number;
  startC: number;
}

export interface BoxLoad {
  shell: BoxShell;
  /** Times the loss of shell and leaks: 1, or what a draw made of it. */
  lossFactor: number;
  /** Fresh air by leaks alone, L/h. */
  leakLPerH: number;
  ventHoles: number;
  bags: readonly BagMass[];
  heatPacks: readonly HeatPackLoad[];
  coldPacks: readonly ColdPack[];
  /** A wrapped bottle of warm water as a stop-gap. */
  bottle: { litres: number; startC: number } | null;
  /** Bottles of plain water among the bags, as thermal mass; none where absent. */
  ballast?: { litres: number; count: number; startC: number } | null;
  startAirC: number;
  /** Hours from sealing until the box is closed and its packs go in; until then bags stand in the air. 0 where absent. */
  closedAtH?: number;
}

export interface BoxCurves {
  airC: Float64Array;
  /** One curve a bag, in the order of the load. */
  bagC: Float64Array[];
  /** Heat given by heat packs less what cold packs take, mean over the step that begins here. */
  packW: Float64Array;
  lossW: Float64Array;
  packOxygen: Float64Array;
  uaWPerK: number;
  /** Energy in, out and stored over the whole time, J; they must agree. */
  energy: { packJ: number; lostJ: number; storedJ: number };
}

/** Room for the curves of one box; may be used again for the next. */
export function boxCurves(bags: number, steps: number): BoxCurves {
  const of = (): Float64Array => new Float64Array(steps);
  return {
    airC: of(),
    bagC: Array.from({ length: bags }, of),
    packW: of(),
    lossW: of(),
    packOxygen: of(),
    uaWPerK: 0,
    energy: { packJ: 0, lostJ: 0, storedJ: 0 },
  };
}

/** Temperature of a water pack from its heat above ice at 0 °C, J. */
function coldPackC(heatJ: number, massKg: number): number {
  if (heatJ < 0) return heatJ / (massKg * ICE_J_PER_KG_K);
  const latent = massKg * LATENT_J_PER_KG;
  return heatJ < latent ? 0 : (heatJ - latent) / (massKg * WATER_J_PER_KG_K);
}

/** Skin of a bag or bottle of so many litres to the air around it, W/K. */
const skinWPerK = (volumeL: number, a: Assumptions): number => a.bagToAirWPerM2K * 6 * (volumeL / 1000) ** (2 / 3);

export const AIR_NODE = 0;
export const WALL_NODE = 1;
const FIRST_BAG = 2;

/**
 * The box as a linear network: air, the middle of the wall, every bag, every heat pack, and the bottle. A bag that
 * leans on a wall gives part of its heat to the wall; the bag nearest a pack takes part of the pack's.
 */
export function boxNetwork(
  load: BoxLoad,
  a: Assumptions,
): { net: ThermalNetwork; startC: number[]; uaWPerK: number; airL: number; freshLPerH: number } {
  if (load.bags.some((b) => !(b.waterL > 0))) throw new RangeError('Every bag needs more than 0 L of water.');
  const [l, w, h] = load.shell.insideCm;
  if (!(l > 0 && w > 0 && h > 0 && load.shell.wallCm > 0))
    throw new RangeError('The box needs inside measures and a wall.');
  const shell = boxConductance(load.shell, a);
  const insideL = (l * w * h) / 1000;
  const airL = Math.max(
    0.1 * insideL,
    insideL -
      load.bags.reduce((sum, b) => sum + b.volumeL, 0) -
      (load.ballast ? load.ballast.count * load.ballast.litres : 0),
  );
  const freshLPerH = load.leakLPerH * load.lossFactor + load.ventHoles * a.ventHoleLPerH;
  const heatJPerK = [insideL * a.airHeatPerL, shell.outsideM2 * a.wallHeatJPerKPerM2];
  const startC = [load.startAirC, load.startAirC];
  const links: [number, number, number][] = [[AIR_NODE, WALL_NODE, shell.innerWPerK * load.lossFactor]];
  for (const b of load.bags) {
    const node = heatJPerK.push(b.waterL * WATER_J_PER_KG_K) - 1;
    startC.push(b.startC);
    const skin = skinWPerK(b.volumeL, a);
    const wall = a.bagToWallShare * b.atWall;
    links.push([AIR_NODE, node, skin * (1 - wall)]);
    // Through its own film and then the inner half of the wall.
    if (wall > 0) links.push([WALL_NODE, node, (skin * wall) / (1 + a.bagToAirWPerM2K * shell.halfWallM2KPerW)]);
  }
  for (const p of load.heatPacks) {
    const node = heatJPerK.push(p.massG * a.packHeatJPerGK) - 1;
    // Proved warm on the bench: it enters the box near the temperature it holds in the open.
    startC.push(load.startAirC + a.packProvedAboveC);
    const near = p.nearBag >= 0 ? a.packNearWPerK : 0;
    links.push([AIR_NODE, node, a.packPlateWPerK - near]);
    if (near > 0) links.push([FIRST_BAG + p.nearBag, node, near]);
  }
  const standing = (litres: number, count: number, warmC: number, share: number): void => {
    const node = heatJPerK.push(count * litres * WATER_J_PER_KG_K) - 1;
    startC.push(warmC);
    links.push([AIR_NODE, node, count * skinWPerK(litres, a) * share]);
  };
  if (load.bottle) standing(load.bottle.litres, 1, load.bottle.startC, a.bottleWrapShare);
  if (load.ballast) standing(load.ballast.litres, load.ballast.count, load.ballast.startC, a.ballastWrapShare);
  const toAmbient: [number, number][] = [
    [WALL_NODE, shell.outerWPerK * load.lossFactor],
    [AIR_NODE, (freshLPerH * AIR_J_PER_L_K) / 3600],
  ];
  return { net: { heatJPerK, links, toAmbient }, startC, uaWPerK: shell.uaWPerK * load.lossFactor, airL, freshLPerH };
}

/** Heat that a litre of air carries, J/K (1.2 g, 1.006 J/g K). */
const AIR_J_PER_L_K = 1.2;

/** What a network does over one step of a length. */
interface HeatStep {
  stepH: number;
  E: Float64Array;
  /** What one degree of ambient, and one watt in the air or in each pack, add to every node over a step. */
  fromAmbient: Float64Array;
  fromAir: Float64Array;
  fromPack: Float64Array;
  /** Energy lost over a step, J: of each node's warmth at its start, a degree of ambient, a watt in the air, in each pack. */
  lossOfState: Float64Array;
  lossOfAmbient: number;
  lossOfAir: number;
  lossOfPack: Float64Array;
  /** The air's mean over a step in degree hours, of the same: state, ambient, a watt in the air, in each pack. */
  airOfState: Float64Array;
  airOfAmbient: number;
  airOfAir: number;
  airOfPack: Float64Array;
}

/** A box ready to be stepped: what its network does. Made once, run as often as wanted. */
export interface HeatModel {
  size: number;
  stepH: number;
  startC: Float64Array;
  heatJPerK: Float64Array;
  uaWPerK: number;
  airL: number;
  freshLPerH: number;
  wallToAmbient: number;
  airToAmbient: number;
  /** W/K of every cold pack to the air; they hold their temperature over a step, as the ambient does. */
  coldWPerK: Float64Array;
  whole: HeatStep;
  /** The box is closed inside this step; what is left of it. Null where it is closed at the beginning of a step. */
  closedInStep: number;
  rest: HeatStep | null;
  /** What is left of a bag's distance to the room after a step in the open, and after the part before it is boxed. */
  openFade: Float64Array;
  openFadeOfPart: Float64Array;
}

function heatStep(
  A: Float64Array,
  ambientGain: Float64Array,
  perWatt: Float64Array,
  stepH: number,
  x: { firstPack: number; packs: number; wallToAmbient: number; airToAmbient: number },
): HeatStep {
  const size = perWatt.length;
  const { firstPack, packs, wallToAmbient, airToAmbient } = x;
  const { E, hPhi1, hPhi2 } = propagator(A, size, stepH);
  const fromAmbient = new Float64Array(size);
  const fromAir = new Float64Array(size);
  const fromPack = new Float64Array(packs * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) fromAmbient[i] = fromAmbient[i]! + hPhi1[i * size + j]! * ambientGain[j]!;
    fromAir[i] = hPhi1[i * size + AIR_NODE]! * perWatt[AIR_NODE]!;
    for (let q = 0; q < packs; q++) fromPack[q * size + i] = hPhi1[i * size + firstPack + q]! * perWatt[firstPack + q]!;
  }
  // ∫x over a step is h φ1 x + h² φ2 b: as exact as the step itself.
  const lossOfState = new Float64Array(size);
  const lossOfInput = new Float64Array(size);
  const airOfState = hPhi1.slice(AIR_NODE * size, (AIR_NODE + 1) * size);
  const airOfInput = hPhi2.slice(AIR_NODE * size, (AIR_NODE + 1) * size).map((v) => v * stepH);
  for (let m = 0; m < size; m++) {
    const wall = WALL_NODE * size + m;
    const air = AIR_NODE * size + m;
    lossOfState[m] = 3600 * (wallToAmbient * hPhi1[wall]! + airToAmbient * hPhi1[air]!);
    lossOfInput[m] = 3600 * stepH * (wallToAmbient * hPhi2[wall]! + airToAmbient * hPhi2[air]!);
  }
  const ofAmbient = (input: Float64Array): number => input.reduce((sum, v, m) => sum + v * ambientGain[m]!, 0);
  const ofPack = (input: Float64Array): Float64Array =>
    Float64Array.from({ length: packs }, (_, q) => input[firstPack + q]! * perWatt[firstPack + q]!);
  return {
    stepH,
    E,
    fromAmbient,
    fromAir,
    fromPack,
    lossOfState,
    lossOfAmbient: ofAmbient(lossOfInput) - 3600 * stepH * (wallToAmbient + airToAmbient),
    lossOfAir: lossOfInput[AIR_NODE]! * perWatt[AIR_NODE]!,
    lossOfPack: ofPack(lossOfInput),
    airOfState,
    airOfAmbient: ofAmbient(airOfInput),
    airOfAir: airOfInput[AIR_NODE]! * perWatt[AIR_NODE]!,
    airOfPack: ofPack(airOfInput),
  };
}

/** Throws RangeError for a bag without water or an empty shell. */
export function heatModel(load: BoxLoad, stepH: number, a: Assumptions): HeatModel {
  const { net, startC, uaWPerK, airL, freshLPerH } = boxNetwork(load, a);
  const { A, ambientGain, perWatt } = systemOf(net);
  const size = net.heatJPerK.length;
  const coldWPerK = Float64Array.from(load.coldPacks, (c) => a.coldPackWPerK * (c.massKg / 0.5));
  const airAt = AIR_NODE * size + AIR_NODE;
  A[airAt] = A[airAt]! - coldWPerK.reduce((sum, w) => sum + w, 0) * perWatt[AIR_NODE]!;
  const wallToAmbient = net.toAmbient[0]![1];
  const airToAmbient = net.toAmbient[1]![1];
  const firstPack = FIRST_BAG + load.bags.length;
  const x = { firstPack, packs: load.heatPacks.length, wallToAmbient, airToAmbient };
  const closedAt = (load.closedAtH ?? 0) / stepH;
  // A minute is no part of a step.
  const near = Math.round(closedAt);
  const onPoint = Math.abs(closedAt - near) * stepH < 1 / 60;
  const closedInStep = onPoint ? near : Math.floor(closedAt);
  const openPartH = onPoint ? 0 : (closedAt - closedInStep) * stepH;
  const fade = (hours: number): Float64Array =>
    Float64Array.from(load.bags, (b) =>
      Math.exp((-skinWPerK(b.volumeL, a) * hours * 3600) / (b.waterL * WATER_J_PER_KG_K)),
    );
  return {
    size,
    stepH,
    startC: Float64Array.from(startC),
    heatJPerK: Float64Array.from(net.heatJPerK),
    uaWPerK,
    airL,
    freshLPerH,
    wallToAmbient,
    airToAmbient,
    coldWPerK,
    whole: heatStep(A, ambientGain, perWatt, stepH, x),
    closedInStep,
    rest: onPoint ? null : heatStep(A, ambientGain, perWatt, stepH - openPartH, x),
    openFade: fade(stepH),
    openFadeOfPart: fade(openPartH),
  };
}

const blend = (x: Float64Array, y: Float64Array, f: number): Float64Array => {
  const out = new Float64Array(x.length);
  for (let i = 0; i < out.length; i++) out[i] = x[i]! + f * (y[i]! - x[i]!);
  return out;
};
function stepBetween(x: HeatStep, y: HeatStep, f: number): HeatStep {
  const mid = (p: number, q: number): number => p + f * (q - p);
  return {
    ...x,
    E: blend(x.E, y.E, f),
    fromAmbient: blend(x.fromAmbient, y.fromAmbient, f),
    fromAir: blend(x.fromAir, y.fromAir, f),
    fromPack: blend(x.fromPack, y.fromPack, f),
    airOfState: blend(x.airOfState, y.airOfState, f),
    airOfAmbient: mid(x.airOfAmbient, y.airOfAmbient),
    airOfAir: mid(x.airOfAir, y.airOfAir),
    airOfPack: blend(x.airOfPack, y.airOfPack, f),
  };
}

/**
 * A box that loses a little more than one and less than another of the same network, which lie near each other: what a
 * step does lies on the straight line between them. Without the figures of the energy balance.
 */
export const modelBetween = (x: HeatModel, y: HeatModel, f: number): HeatModel => ({
  ...x,
  freshLPerH: x.freshLPerH + f * (y.freshLPerH - x.freshLPerH),
  whole: stepBetween(x.whole, y.whole, f),
  rest: x.rest && y.rest && stepBetween(x.rest, y.rest, f),
});

/**
 * Heat of a box, stepped exactly by the matrix exponential of its network. `ambientMeanC[i]` is the mean of the
 * ambient over the step that begins at point i, so that no jump between legs is smeared. Until the box is closed bags
 * stand in the room; then packs go in. Packs burn with the oxygen and warmth they find at the start of a step; cold packs
 * take heat by their own temperature then. °C, W, h; step up to 30 min, at which bag water is within 0.1 °C of a
 * five-minute step. Writes into `out` and allocates nothing per step. `withEnergy` adds the balance since the closing,
 * exact by itself.
 */
export function simulateBox(
  load: BoxLoad,
  ambientMeanC: Float64Array,
  steps: number,
  stepH: number,
  a: Assumptions,
  out: BoxCurves = boxCurves(load.bags.length, steps),
  withEnergy = true,
  model: HeatModel = heatModel(load, stepH, a),
): BoxCurves {
  const { size, wallToAmbient, airToAmbient, closedInStep } = model;
  out.uaWPerK = model.uaWPerK;
  out.energy = { packJ: 0, lostJ: 0, storedJ: 0 };
  const bags = load.bags.length;
  const packs = load.heatPacks.length;
  let packJ = 0;
  let lostJ = 0;
  let x = Float64Array.from(model.startC);
  let next = new Float64Array(size);
  let first = x;
  const burning = lightPacks(load.heatPacks, a);
  const air = { oxygen: OXYGEN_IN_AIR_DRY, litres: model.airL, freshLPerH: model.freshLPerH, tempC: 0 };
  const cold = load.coldPacks.length;
  const coldKg = Float64Array.from(load.coldPacks, (c) => c.massKg);
  const coldJ = Float64Array.from(load.coldPacks, (c) =>
    c.startC < 0 ? c.startC * c.massKg * ICE_J_PER_KG_K : c.massKg * (LATENT_J_PER_KG + c.startC * WATER_J_PER_KG_K),
  );
  const towards = (roomC: number, fade: Float64Array): void => {
    for (let b = 0; b < bags; b++) x[FIRST_BAG + b] = roomC + (x[FIRST_BAG + b]! - roomC) * fade[b]!;
  };

  for (let i = 0; i < steps; i++) {
    let outsideC = ambientMeanC[Math.min(i, ambientMeanC.length - 1)]!;
    const open = i < closedInStep;
    // The room is what the bags stood in until then, and what they are boxed in.
    const roomC = closedInStep === 0 ? load.startAirC : ambientMeanC[Math.max(0, Math.min(i, closedInStep) - 1)]!;
    out.airC[i] = i <= closedInStep && i > 0 ? roomC : x[AIR_NODE]!;
    for (let b = 0; b < bags; b++) out.bagC[b]![i] = x[FIRST_BAG + b]!;
    out.packOxygen[i] = air.oxygen;
    if (open) {
      out.lossW[i] = 0;
      out.packW[i] = 0;
      towards(outsideC, model.openFade);
      if (i + 1 < steps) continue;
      break;
    }
    let step = model.whole;
    if (i === closedInStep && i + (model.rest ? 1 : 0) > 0) {
      if (model.rest) {
        towards(roomC, model.openFadeOfPart);
        step = model.rest;
        // The mean of the step holds the room too: what is left of it is outside.
        outsideC = (outsideC * stepH - roomC * (stepH - step.stepH)) / step.stepH;
      }
      x[AIR_NODE] = roomC;
      x[WALL_NODE] = roomC;
      for (let q = 0; q < packs; q++)
        x[FIRST_BAG + bags + q] = roomC + model.startC[FIRST_BAG + bags + q]! - load.startAirC;
    }
    if (i === closedInStep) first = Float64Array.from(x);
    const airC = x[AIR_NODE]!;
    out.lossW[i] = wallToAmbient * (x[WALL_NODE]! - outsideC) + airToAmbient * (airC - outsideC);
    if (i === steps - 1) {
      out.packW[i] = i > 0 ? out.packW[i - 1]! : 0;
      break;
    }
    // At the middle of the step, as the air has been going.
    air.tempC = airC + (i > closedInStep + 1 ? (airC - out.airC[i - 1]!) / 2 : 0);
    const h = step.stepH;
    const { E, fromAmbient, fromAir, fromPack } = step;
    let powerW = 0;
    if (packs > 0) burnStep(burning, air, h);
    // Cold packs hold their temperature over the step: what they give in is watts of it, and the air's own pull on
    // them stands in the network, so that no step is too long.
    let coldGivesW = 0;
    for (let q = 0; q < cold; q++) coldGivesW += model.coldWPerK[q]! * coldPackC(coldJ[q]!, coldKg[q]!);
    for (let n = 0; n < size; n++) {
      let sum = fromAmbient[n]! * outsideC + fromAir[n]! * coldGivesW;
      for (let q = 0; q < packs; q++) sum += fromPack[q * size + n]! * burning.powerW[q]!;
      const row = n * size;
      for (let m = 0; m < size; m++) sum += E[row + m]! * x[m]!;
      next[n] = sum;
    }
    for (let q = 0; q < packs; q++) powerW += burning.powerW[q]!;
    let coldW = 0;
    if (cold > 0) {
      let airH = step.airOfAmbient * outsideC + step.airOfAir * coldGivesW;
      for (let m = 0; m < size; m++) airH += step.airOfState[m]! * x[m]!;
      for (let q = 0; q < packs; q++) airH += step.airOfPack[q]! * burning.powerW[q]!;
      for (let q = 0; q < cold; q++) {
        const takenW = model.coldWPerK[q]! * (airH / h - coldPackC(coldJ[q]!, coldKg[q]!));
        coldJ[q] = coldJ[q]! + takenW * h * 3600;
        coldW += takenW;
      }
    }
    // Over the whole step: packs that lie in the box for a part of it give that part.
    out.packW[i] = ((powerW - coldW) * h) / stepH;
    if (withEnergy) {
      packJ += (powerW - coldW) * h * 3600;
      let lost = step.lossOfAmbient * outsideC + step.lossOfAir * coldGivesW;
      for (let m = 0; m < size; m++) lost += step.lossOfState[m]! * x[m]!;
      for (let q = 0; q < packs; q++) lost += step.lossOfPack[q]! * burning.powerW[q]!;
      lostJ += lost;
    }
    const swap = x;
    x = next;
    next = swap;
  }
  if (withEnergy) {
    let storedJ = 0;
    for (let j = 0; j < size; j++) storedJ += model.heatJPerK[j]! * (x[j]! - first[j]!);
    out.energy = { packJ, lostJ, storedJ };
  }
  return out;
}
