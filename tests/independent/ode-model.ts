import { defaultAssumptions, type Assumptions } from '@/core/catalogue/assumptions';
import type { BagContents } from '@/core/bag/simulate';
import type { BoxLoad } from '@/core/heat/model';
import type { ThermalLimits } from '@/core/fish/thermal-dose';
import { restingOxygenMmolH } from '@/core/fish/metabolism';
import { solveCarbonate } from '@/core/water/carbonate';
import { carbonateConstants } from '@/core/water/carbonate-constants';
import { oxygenMgLPerKPa, vapourPressureAtm } from '@/core/water/oxygen';
import { integrate } from '@/tests/odex';

/**
 * The same box and bags written out as one system of ordinary differential equations and given to a general-purpose
 * integrator: its own right-hand side, its own network of the box, its own packs, its own pH solver (bisection on the
 * formulas, no table), no step of ours.
 */
export interface Ends {
  bagC: number[];
  pH: number[];
  oxygenMgL: number[];
  tanMgNL: number[];
  /** Dose of temperature so far. */
  dose: number[];
}

interface World {
  load: BoxLoad;
  bags: readonly BagContents[];
  /** Smooth between the breaks, °C and kPa. */
  ambientC: (h: number) => number;
  pressureKPa: (h: number) => number;
  breaksH: readonly number[];
  /** Oxygen across a free surface, m/h; at rest where absent. */
  kL?: (h: number) => number;
  bears?: ThermalLimits;
  /** Relative tolerance of the integrator, and the longest stretch it is given at once; finer where absent. */
  tolerance?: number;
  stretchH?: number;
  /** For a fair race: our pH solver instead of this file's own. */
  ourPh?: boolean;
  /** Hours at which the state is wanted, the last of them the end. */
  atH: readonly number[];
}

/** Oxygen in gas, mol, and in water, mol/L; carbon, mol; alkalinity and TAN, mol/L; what the binder has taken, mol; dose. */
const PER_BAG = 7 as const;
const O2 = 31.998;
const R = 8.31446261815324;

let ours = false;

/** What a pack that has lain open on the bench is warmer than the room, °C: its own plate, in seconds. */
function provedAboveC(p: BoxLoad['heatPacks'][number]): number {
  const forS = 3600 * (p.openedH ?? defaultAssumptions.packBenchMin / 60);
  const watts = (h: number): number => {
    const i = p.curve.ratedW.findIndex(([at]) => at >= h);
    const [[h0, w0], [h1, w1]] = [p.curve.ratedW[i - 1] ?? [0, 0], p.curve.ratedW[i] ?? [h, 0]];
    return h1 > h0 ? w0 + ((w1 - w0) * (h - h0)) / (h1 - h0) : w1;
  };
  let above = 0;
  for (let t = 0; t < forS; t++)
    above +=
      (watts(t / 3600) - defaultAssumptions.packPlateWPerK * above) / (p.massG * defaultAssumptions.packHeatJPerGK);
  return above;
}

function phOf(alk: number, tan: number, total: number, gasRatio: number, tempC: number, salinity: number) {
  const k = carbonateConstants(tempC, salinity);
  if (ours) {
    const { pH, co2 } = solveCarbonate(
      alk,
      Math.max(0, tan),
      { total: Math.max(0, total), gasRatio: Math.max(0, gasRatio) },
      k,
    );
    return { pH, co2, k };
  }
  let low = 2;
  let high = 12;
  let co2 = 0;
  let pH = 7;
  for (let i = 0; i < 46; i++) {
    pH = (low + high) / 2;
    const h = 10 ** -pH;
    const b = k.K1 / h;
    const c = (b * k.K2) / h;
    co2 = total / (1 + b + c + gasRatio * k.gasPerWater);
    const borate = k.borate > 0 ? (k.borate * k.KB) / (k.KB + h) : 0;
    const charge = co2 * (b + 2 * c) + borate + k.Kw / h - h + (tan * k.Ka) / (k.Ka + h);
    if (charge > alk) high = pH;
    else low = pH;
  }
  return { pH, co2, k };
}

/** Gas and dissolved CO2 of a limp bag at rest: gas volume and carbon shared by turns until they agree. */
function settle(s: readonly number[], bag: BagContents, inert: number, tempC: number, kPa: number) {
  const [oxygen, , carbon, alk, tan] = s as [number, number, number, number, number];
  const dry = kPa - vapourPressureAtm(tempC) * 101.325;
  let co2Gas = 0;
  let r = phOf(alk, tan, carbon / bag.waterL, 0, tempC, bag.salinity);
  let gasL = 0;
  for (let i = 0; i < 12; i++) {
    gasL = ((oxygen + inert + co2Gas) * R * (tempC + 273.15)) / dry;
    r = phOf(alk, tan, carbon / bag.waterL, gasL / bag.waterL, tempC, bag.salinity);
    const next = r.co2 * r.k.gasPerWater * gasL;
    if (Math.abs(next - co2Gas) < 1e-13) break;
    co2Gas = next;
  }
  return { ...r, gasL, oxygenKPa: (oxygen / (oxygen + inert + co2Gas)) * dry };
}

type Link = [from: number, to: number, wPerK: number];

/** The box written down anew: air, wall, bags, packs, bottle and ballast; J/K, W/K and °C. */
function network(load: BoxLoad, a: Assumptions) {
  const { insideCm, wallCm, kWPerMK, lining = [], cartonCm = a.cartonCm } = load.shell;
  const [x, y, z] = [insideCm[0] / 100, insideCm[1] / 100, insideCm[2] / 100];
  const sheets: [number, number][] = [[wallCm / 100, kWPerMK]];
  for (const l of lining) sheets.push([l.thicknessCm / 100, l.kWPerMK]);
  if (cartonCm > 0) sheets.push([cartonCm / 100, a.cartonWPerMK]);
  let thick = 0;
  let rsi = 0;
  for (const [t, k] of sheets) {
    thick += t;
    rsi += t / k;
  }
  const faces = (p: number, q: number, r: number): number => 2 * p * q + 2 * p * r + 2 * q * r;
  const inner = faces(x, y, z);
  const outer = faces(x + 2 * thick, y + 2 * thick, z + 2 * thick);
  // Walls, twelve edges and eight corners of one material that resists as the layers do.
  const alike = thick / rsi;
  const conduction = (alike * inner) / thick + alike * 0.54 * 4 * (x + y + z) + alike * 0.15 * 8 * thick;
  const toMiddle = (film: number): number => load.lossFactor / (1 / film + 1 / (2 * conduction));
  const litres = x * y * z * 1000;
  const skin = (l: number): number => 6 * a.bagToAirWPerM2K * (l / 1000) ** (2 / 3);
  const heat = [litres * a.airHeatPerL, outer * a.wallHeatJPerKPerM2];
  const start = [load.startAirC, load.startAirC];
  const links: Link[] = [[0, 1, toMiddle(a.filmInsideWPerM2K * inner)]];
  const node = (joule: number, startC: number): number => {
    heat.push(joule);
    start.push(startC);
    return heat.length - 1;
  };
  let solid = 0;
  for (const b of load.bags) {
    const n = node(b.waterL * 4186, b.startC);
    const leans = b.atWall * a.bagToWallShare;
    links.push([0, n, skin(b.volumeL) * (1 - leans)]);
    // Film of the bag in series with half the wall, over the same patch.
    links.push([1, n, skin(b.volumeL) * leans * (1 / a.bagToAirWPerM2K / (1 / a.bagToAirWPerM2K + rsi / 2))]);
    solid += b.volumeL;
  }
  for (const p of load.heatPacks) {
    const n = node(p.massG * a.packHeatJPerGK, load.startAirC + provedAboveC(p));
    const near = p.nearBag < 0 ? 0 : a.packNearWPerK;
    links.push([0, n, a.packPlateWPerK - near]);
    if (near > 0) links.push([2 + p.nearBag, n, near]);
  }
  if (load.bottle)
    links.push([0, node(load.bottle.litres * 4186, load.bottle.startC), skin(load.bottle.litres) * a.bottleWrapShare]);
  if (load.ballast) {
    const { litres: each, count, startC } = load.ballast;
    links.push([0, node(count * each * 4186, startC), count * skin(each) * a.ballastWrapShare]);
    solid += count * each;
  }
  const freshLPerH = load.lossFactor * load.leakLPerH + a.ventHoleLPerH * load.ventHoles;
  return {
    heat,
    start,
    links,
    outwards: [
      [1, toMiddle(a.filmOutsideWPerM2K * outer)],
      [0, (1.2 * freshLPerH) / 3600],
    ] as [number, number][],
    airL: Math.max(litres / 10, litres - solid),
    freshLPerH,
    skins: load.bags.map((b) => skin(b.volumeL)),
  };
}

/** A pack’s watts at its own clock, in air and warmth as rated. */
function rated(points: readonly (readonly [number, number])[], clock: number): number {
  const after = points.findIndex(([h]) => h >= clock);
  if (after < 0) return points[points.length - 1]![1];
  if (after === 0) return points[0]![1];
  const [h0, w0] = points[after - 1]!;
  const [h1, w1] = points[after]!;
  return w0 + (w1 - w0) * ((clock - h0) / (h1 - h0));
}

/** Litres of oxygen an hour for a watt: 824.2 kJ and 1.5 mol O2 for 2 mol Fe. */
const burns = (tempC: number): number => ((3600 * 1.5) / 824_200) * ((R * (tempC + 273.15)) / 101.325);

export function solve(w: World, a: Assumptions): Ends[] {
  const hours = w.atH[w.atH.length - 1]!;
  const stretchH = w.stretchH ?? 1;
  ours = w.ourPh ?? false;
  const { heat, start: startC, links, outwards, airL, freshLPerH, skins } = network(w.load, a);
  const nodes = heat.length;
  const closedAtH = w.load.closedAtH ?? 0;
  const bears = w.bears ?? { cold24C: 10, warm24C: 35, zC: 2 };
  const packs = w.load.heatPacks;
  const firstPack = 2 + w.load.bags.length;
  const COLD = nodes;
  const CLOCK = COLD + w.load.coldPacks.length;
  const OXYGEN = CLOCK + packs.length;
  const BAG = OXYGEN + 1;
  const MEAL = BAG + PER_BAG * w.bags.length;

  const startK = carbonateConstants(startC[2]!, w.bags[0]!.salinity);
  const inert: number[] = [];
  const bagStart = w.bags.flatMap((b, i) => {
    const t = startC[2 + i]!;
    const h = 10 ** -b.pH;
    const alk = b.alkalinityMeqL / 1000;
    const tan = b.tanMgNL / 14007;
    const borate = startK.borate > 0 ? (startK.borate * startK.KB) / (startK.KB + h) : 0;
    const carbonate = alk - startK.Kw / h + h - borate - (tan * startK.Ka) / (startK.Ka + h);
    const dic =
      (carbonate / (startK.K1 / h + (2 * startK.K1 * startK.K2) / h / h)) *
      (1 + startK.K1 / h + (startK.K1 * startK.K2) / h / h);
    const dry = w.pressureKPa(0) - vapourPressureAtm(t) * 101.325;
    const gasMol = (dry * b.gasL) / (R * (t + 273.15));
    const airCo2 = (0.00042 * (1 - b.oxygenFraction)) / (1 - 0.20946);
    inert.push(gasMol * (1 - b.oxygenFraction - airCo2));
    const water = (oxygenMgLPerKPa(t, b.salinity) * 0.20946 * dry) / 1000 / O2;
    return [gasMol * b.oxygenFraction, water, dic * b.waterL + gasMol * airCo2, alk, tan, 0, 0];
  });
  const coldC = (joule: number, kg: number): number =>
    joule < 0 ? joule / (kg * 2100) : joule < kg * 333550 ? 0 : (joule - kg * 333550) / (kg * 4186);

  const rhs = (h: number, y: number[]): number[] => {
    const d = new Array<number>(y.length).fill(0);
    const outside = w.ambientC(h);
    if (h < closedAtH) skins.forEach((g, i) => (d[2 + i] = (g * (outside - y[2 + i]!) * 3600) / heat[2 + i]!));
    else {
      for (const [i, j, g] of links) {
        const q = g * (y[i]! - y[j]!);
        d[i]! -= q;
        d[j]! += q;
      }
      for (const [i, g] of outwards) d[i]! -= g * (y[i]! - outside);
      const warm = Math.min(a.packFactorMax, Math.max(a.packFactorMin, a.packQ10 ** ((y[0]! - a.packRatedC) / 10)));
      const f = (y[OXYGEN]! / 0.2095) * warm;
      let takes = 0;
      packs.forEach((p, q) => {
        const power = p.strength * rated(p.curve.ratedW, y[CLOCK + q]!) * f;
        d[firstPack + q]! += power;
        d[CLOCK + q] = f;
        takes += power * burns(a.packRatedC);
      });
      if (packs.length > 0) d[OXYGEN] = (freshLPerH * (0.2095 - y[OXYGEN]!) - takes * (1 - 0.2095)) / airL;
      w.load.coldPacks.forEach((c, q) => {
        const taken = a.coldPackWPerK * (c.massKg / 0.5) * (y[0]! - coldC(y[COLD + q]!, c.massKg));
        d[COLD + q] = taken * 3600;
        d[0]! -= taken;
      });
      for (let i = 0; i < nodes; i++) d[i] = (d[i]! * 3600) / heat[i]!;
    }

    const stress = a.stressSettled + (a.stressAtSealing - a.stressSettled) * 2 ** (-h / a.stressHalfTimeH);
    let m = MEAL;
    w.bags.forEach((b, i) => {
      const at = BAG + PER_BAG * i;
      // A trial stage of the integrator may stray outside what water is known for.
      const t = Math.min(35, Math.max(0, y[2 + i]!));
      const s = settle(y.slice(at, at + PER_BAG), b, inert[i]!, t, w.pressureKPa(h));
      let use = 0;
      let ammonia = 0;
      for (const x of b.animals) {
        const meal = y[m]!;
        d[m] = (-3 / x.clearingH) * a.gutQ10 ** ((t - x.usualC) / 10) * meal;
        m++;
        const o =
          ((x.count * x.metabolismFactor * restingOxygenMmolH(x.massG, t)) / 1000) *
          stress *
          (1 + a.mealOxygenShare * meal);
        use += o;
        ammonia += o * (a.ammoniaQuotientFasted + a.ammoniaQuotientMeal * meal);
      }
      const kPa = (y[at + 1]! * 1000 * O2) / oxygenMgLPerKPa(t, b.salinity);
      const breathes = kPa / (kPa + a.oxygenHalfKPa);
      use *= breathes;
      ammonia *= breathes;
      const refill = ((w.kL?.(h) ?? a.gasTransferRestMPerH) * b.surfaceM2 * 1000) / b.waterL; // 1/h
      const saturated = (s.oxygenKPa * oxygenMgLPerKPa(t, b.salinity)) / 1000 / O2;
      const into = refill * (saturated - y[at + 1]!) * b.waterL;
      const left = b.binder ? b.binder.capacityMgN / 14007 - y[at + 5]! : 0;
      const bound = left > 0 ? a.binderUptakePerH * y[at + 4]! * b.waterL : 0;
      d[at] = -into;
      d[at + 1] = (into - use) / b.waterL;
      d[at + 2] = use * a.respiratoryQuotient;
      d[at + 3] = (ammonia - (b.binder?.kind === 'chemical' ? bound : 0)) / b.waterL;
      d[at + 4] = (ammonia - bound) / b.waterL;
      d[at + 5] = bound;
      const beyond = (c: number): number => Math.exp((c / bears.zC) * Math.LN10) / 24;
      d[at + 6] = beyond(y[2 + i]! - bears.warm24C) + beyond(bears.cold24C - y[2 + i]!);
    });
    return d;
  };
  const meals = w.bags.flatMap((b) => b.animals.map((x) => Math.exp((-3 * x.hoursSinceMeal) / x.clearingH)));
  const cold = w.load.coldPacks.map((c) => c.startC * c.massKg * 2100);
  let y = [...startC, ...cold, ...packs.map(() => a.packBenchMin / 60), 0.2095, ...bagStart, ...meals];
  // In stretches that hold no jump, and none of the corners of a pack's curve for long.
  const stops = [
    ...new Set([
      ...Array.from({ length: Math.ceil(hours / stretchH) }, (_, i) => Math.min(hours, (i + 1) * stretchH)),
      ...w.breaksH,
      ...w.atH,
      ...(closedAtH > 0 ? [closedAtH] : []),
    ]),
  ].sort((p, q) => p - q);
  let from = 0;
  const out: Ends[] = [];
  for (const to of stops) {
    y = integrate((h, x) => rhs(Math.min(to - 1e-9, Math.max(from + 1e-9, h)), x), y, from, to, w.tolerance ?? 1e-7);
    from = to;
    if (to === closedAtH) {
      // Boxed in the air of the room, with packs that are warm by then.
      const room = w.ambientC(to - 1e-9);
      y[0] = room;
      y[1] = room;
      packs.forEach((p, q) => (y[firstPack + q] = room + provedAboveC(p)));
    }
    if (!w.atH.includes(to)) continue;
    const ends = w.bags.map((b, i) =>
      settle(y.slice(BAG + PER_BAG * i, BAG + PER_BAG * (i + 1)), b, inert[i]!, y[2 + i]!, w.pressureKPa(to)),
    );
    out.push({
      bagC: w.bags.map((_, i) => y[2 + i]!),
      pH: ends.map((e) => e.pH),
      oxygenMgL: w.bags.map((_, i) => y[BAG + PER_BAG * i + 1]! * 1000 * O2),
      tanMgNL: w.bags.map((_, i) => y[BAG + PER_BAG * i + 4]! * 14007),
      dose: w.bags.map((_, i) => y[BAG + PER_BAG * i + 6]!),
    });
  }
  return out;
}
