import { expectedSurfaceC } from './proof';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { propagator, systemOf, type ThermalNetwork } from './exponential';
import { boxConductance, type BoxShell } from './insulation';
import type { PackCurve } from './pack';

export const WATER_J_PER_KG_K = 4186;

/** A bag as the box feels it. */
interface BagMass {
  waterL: number;
  /** Water, fish and gas together: its surface meets the air of the box. */
  volumeL: number;
  startC: number;
  /** How much of its side leans on a wall: 0 in the middle … 1 flat against it. */
  atWall: number;
}

export interface HeatPackLoad {
  /** Its kind, where kinds matter. */
  kindId?: string;
  curve: PackCurve;
  massG: number;
  /** Times the rated power: 1, or what a draw made of it; 0 for a dud. */
  strength: number;
  /** Hours it has lain open when the box is closed; the usual ones where absent. */
  openedH?: number;
  /** Index of the bag that lies nearest, or −1 when none is near. */
  nearBag: number;
}

interface ColdPack {
  massKg: number;
  startC: number;
  /** Of what one in paper takes up, the share that it does as it is wrapped; 1 where absent. */
  takesUp?: number;
}

export interface BoxLoad {
  shell: BoxShell;
  /** Times the loss of shell and leaks: 1, or what a draw made of it. */
  lossFactor: number;
  /** Fresh air by leaks alone, L/h. */
  leakLPerH: number;
  /** Holes of 6 mm, or as many of another width as that. */
  ventHoles: number;
  bags: readonly BagMass[];
  heatPacks: readonly HeatPackLoad[];
  coldPacks: readonly ColdPack[];
  /** A wrapped bottle of warm water as a stop-gap. */
  bottle: { litres: number; startC: number } | null;
  /** Bottles of plain water among the bags, as thermal mass; none where absent. */
  ballast?: { litres: number; count: number; startC: number } | null;
  startAirC: number;
  /** Hours until its own bags are sealed: until then they are as warm as their tanks. 0 where absent. */
  sealedAtH?: number;
  /** Hours from sealing until the box is closed and its packs go in; until then bags stand in the air. 0 where absent. */
  closedAtH?: number;
}

/**
 * Bags that the box feels alike (water, size, start, how they lean, none of them beside a pack) are as warm as one another
 * for ever: they are one node of their common heat. For each bag its kind, for each kind one of its bags and their number.
 */
export function bagKinds(load: Pick<BoxLoad, 'bags' | 'heatPacks'>): {
  of: Int32Array;
  first: number[];
  count: number[];
} {
  const kinds = new Map<string, number>();
  const first: number[] = [];
  const count: number[] = [];
  const of = Int32Array.from(load.bags, (b, i) => {
    const apart = load.heatPacks.some((p) => p.nearBag === i) ? ` ${i}` : '';
    const key = `${b.waterL} ${b.volumeL} ${b.startC} ${b.atWall}${apart}`;
    const known = kinds.get(key);
    if (known !== undefined) {
      count[known]!++;
      return known;
    }
    kinds.set(key, first.length);
    first.push(i);
    count.push(1);
    return first.length - 1;
  });
  return { of, first, count };
}

/** Skin of a bag or bottle of so many litres to the air around it, W/K. */
const skinWPerK = (volumeL: number, a: Assumptions): number => a.bagToAirWPerM2K * 6 * (volumeL / 1000) ** (2 / 3);

export const AIR_NODE = 0;
export const WALL_NODE = 1;
export const FIRST_BAG = 2;

/**
 * The box as a linear network: air, the middle of the wall, every kind of bag, every heat pack, and the bottle. A bag that
 * leans on a wall gives part of its heat to the wall; the bag nearest a pack takes part of the pack's.
 */
function boxNetwork(
  load: BoxLoad,
  a: Assumptions,
  kinds = bagKinds(load),
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
  kinds.first.forEach((i, kind) => {
    const b = load.bags[i]!;
    const n = kinds.count[kind]!;
    const node = heatJPerK.push(n * b.waterL * WATER_J_PER_KG_K) - 1;
    startC.push(b.startC);
    const skin = n * skinWPerK(b.volumeL, a);
    const wall = a.bagToWallShare * b.atWall;
    links.push([AIR_NODE, node, skin * (1 - wall)]);
    // Through its own film and then the inner half of the wall.
    if (wall > 0) links.push([WALL_NODE, node, (skin * wall) / (1 + a.bagToAirWPerM2K * shell.halfWallM2KPerW)]);
  });
  for (const p of load.heatPacks) {
    const node = heatJPerK.push(p.massG * a.packHeatJPerGK) - 1;
    // As warm as a good one of its kind is when it has lain open so long.
    const openMin = p.openedH === undefined ? a.packBenchMin : 60 * p.openedH;
    startC.push(expectedSurfaceC({ ratedW: p.curve.ratedW, massG: p.massG }, openMin, load.startAirC, a));
    const near = p.nearBag >= 0 ? a.packNearWPerK : 0;
    links.push([AIR_NODE, node, a.packPlateWPerK - near]);
    if (near > 0) links.push([FIRST_BAG + kinds.of[p.nearBag]!, node, near]);
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
export interface HeatStep {
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
  /** The kind of every bag, and how many kinds there are: each is a node. */
  kindOf: Int32Array;
  kinds: number;
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
  /** From this step its bags stand in the room. */
  sealedInStep: number;
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
  const kinds = bagKinds(load);
  const { net, startC, uaWPerK, airL, freshLPerH } = boxNetwork(load, a, kinds);
  const { A, ambientGain, perWatt } = systemOf(net);
  const size = net.heatJPerK.length;
  const coldWPerK = Float64Array.from(load.coldPacks, (c) => a.coldPackWPerK * (c.massKg / 0.5) * (c.takesUp ?? 1));
  const airAt = AIR_NODE * size + AIR_NODE;
  A[airAt] = A[airAt]! - coldWPerK.reduce((sum, w) => sum + w, 0) * perWatt[AIR_NODE]!;
  const wallToAmbient = net.toAmbient[0]![1];
  const airToAmbient = net.toAmbient[1]![1];
  const firstPack = FIRST_BAG + kinds.first.length;
  const x = { firstPack, packs: load.heatPacks.length, wallToAmbient, airToAmbient };
  const closedAt = (load.closedAtH ?? 0) / stepH;
  // A minute is no part of a step.
  const near = Math.round(closedAt);
  const onPoint = Math.abs(closedAt - near) * stepH < 1 / 60;
  const closedInStep = onPoint ? near : Math.floor(closedAt);
  const openPartH = onPoint ? 0 : (closedAt - closedInStep) * stepH;
  const fade = (hours: number): Float64Array =>
    Float64Array.from(kinds.first, (i) => {
      const b = load.bags[i]!;
      return Math.exp((-skinWPerK(b.volumeL, a) * hours * 3600) / (b.waterL * WATER_J_PER_KG_K));
    });
  return {
    size,
    kindOf: kinds.of,
    kinds: kinds.first.length,
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
    sealedInStep: Math.min(closedInStep, Math.floor((load.sealedAtH ?? 0) / stepH + 1e-6)),
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
