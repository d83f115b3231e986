import type { Assumptions } from '@/core/catalogue/assumptions';
import { LATENT_HEAT_ICE_KJ_PER_KG } from './analytic';
import { AIR_NODE, FIRST_BAG, heatModel, WALL_NODE, WATER_J_PER_KG_K, type BoxLoad, type HeatModel } from './model';
import { burnStep, lightPacks, OXYGEN_IN_AIR_DRY } from './pack';

const ICE_J_PER_KG_K = 2100;
const LATENT_J_PER_KG = LATENT_HEAT_ICE_KJ_PER_KG * 1000;

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

/**
 * Heat of a box, stepped exactly by the matrix exponential of its network. `ambientMeanC[i]` is the mean of the
 * ambient over the step that begins at point i, so that no jump between legs is smeared. From their sealing until the
 * box is closed bags stand in the room; then packs go in. Packs burn with the oxygen and warmth they find at the start of a step; cold packs
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
  const { size, kinds, kindOf, wallToAmbient, airToAmbient, sealedInStep, closedInStep } = model;
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
    for (let k = 0; k < kinds; k++) x[FIRST_BAG + k] = roomC + (x[FIRST_BAG + k]! - roomC) * fade[k]!;
  };

  for (let i = 0; i < steps; i++) {
    let outsideC = ambientMeanC[Math.min(i, ambientMeanC.length - 1)]!;
    const open = i < closedInStep;
    // The room is what the bags stood in until then, and what they are boxed in.
    const roomC = closedInStep === 0 ? load.startAirC : ambientMeanC[Math.max(0, Math.min(i, closedInStep) - 1)]!;
    out.airC[i] = i <= closedInStep && i > 0 ? roomC : x[AIR_NODE]!;
    for (let b = 0; b < bags; b++) out.bagC[b]![i] = x[FIRST_BAG + kindOf[b]!]!;
    out.packOxygen[i] = air.oxygen;
    if (open) {
      out.lossW[i] = 0;
      out.packW[i] = 0;
      if (i >= sealedInStep) towards(outsideC, model.openFade);
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
        x[FIRST_BAG + kinds + q] = roomC + model.startC[FIRST_BAG + kinds + q]! - load.startAirC;
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
