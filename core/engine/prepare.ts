import { holesOf6mm, madeOf, tapeFactor } from '@/core/box/box-construction';
import type { Assumptions } from '@/core/catalogue/assumptions';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BoxType, Catalogue, PackType, Species } from '@/core/catalogue/schema';
import type { BagContents } from '@/core/bag/simulate';
import { limitsFor, type BagLimits } from '@/core/bag/slack';
import { arrange, packSpots, type PlacedBag, innerCm, type Arrangement } from '@/core/box/arrange';
import { mostDelicate, thermalLimitsOf, toleranceLimits } from '@/core/fish/tolerance';
import { SEA_JUDGED_FROM } from '@/core/water/criteria';
import type { BoxLoad, HeatPackLoad } from '@/core/heat/model';
import { ambientAlong, type Ambient } from '@/core/weather/ambient';
import {
  boxSealedAtH,
  keyInstants,
  legsHeldUp,
  legsOf,
  packingOf,
  type DelayPlace,
  type KeyInstants,
  type Leg,
  type Packing,
} from '@/core/calendar/legs';
import { contentsOf, type Sealing } from './contents';
import { assume, guessOf, someFish, type AssumedWater } from '@/core/consignment/assume';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Bag, Box, Consignment, Forecast } from '@/core/consignment/schema';
import { waterOfBag } from '@/core/consignment/waters';

/** A bag ready to be computed as often as wanted. */
export interface PreparedBag {
  bag: Bag;
  species: Species[];
  contents: BagContents;
  limits: BagLimits;
  easeC: { min: number; max: number };
  animals: number;
  fishG: number;
  /** Spread of what nobody measured of its water: of its pH, and of the logarithm of its alkalinity; null where all was. */
  unsure: { pH: number; logKh: number } | null;
}

export interface PreparedBox {
  box: Box;
  type: BoxType;
  load: BoxLoad;
  bags: PreparedBag[];
  arrangement: Arrangement;
}

/** The journey on one clock: points in time from sealing, its legs, and what the box stands in. */
export interface Clock {
  stepH: number;
  /** Number of points in time, and of every curve; the first is the sealing. */
  steps: number;
  instants: KeyInstants;
  deadlineH: number;
  openH: number;
  horizonH: number;
  legs: Leg[];
  ambient: Ambient;
  /** How fast oxygen crosses a free surface over each step: at rest, or moving. */
  gasTransferMPerH: Float64Array;
}

/** A consignment turned into numbers: what the central computation and every draw start from. */
export interface Prepared extends Clock {
  consignment: Consignment;
  catalogue: Catalogue;
  a: Assumptions;
  forecast: Forecast;
  boxes: PreparedBox[];
}

export interface PrepareOptions {
  stepH: number;
  /** Hours computed beyond the deadline. */
  beyondH: number;
  /** What-if: an animal of a bag dies at an hour from sealing. */
  deaths?: readonly { bagId: string; atH: number }[];
  /** The evening they are packed in, where only some boxes of it are computed. */
  packing?: Packing;
  /** Where a box stood that came late and was not seen on its way; in a hub where nobody says. */
  stoodAt?: DelayPlace;
}

/** Longest that is computed from sealing. */
const LONGEST_H = 336;

function unsureOf(w: AssumedWater, a: Assumptions): PreparedBag['unsure'] {
  const pH = w.guessed.includes('pH') ? guessOf('pH', w, someFish, a).sigma : 0;
  const logKh = w.guessed.includes('khDkh') ? guessOf('khDkh', w, someFish, a).sigma : 0;
  return pH > 0 || logKh > 0 ? { pH, logKh } : null;
}

function prepareBag(
  c: Consignment,
  bag: Bag,
  catalogue: Catalogue,
  a: Assumptions,
  at: { sealing: Sealing; deathH: number | null },
): PreparedBag {
  const { species, ...contents } = contentsOf(c, bag, catalogue, a, at.sealing);
  const tolerance = toleranceLimits(mostDelicate(species.map((s) => s.tolerance)), a);
  const heaviest = contents.animals.reduce((x, f, i) => (f.massG > contents.animals[x]!.massG ? i : x), 0);
  const { massG } = contents.animals[heaviest]!;
  return {
    bag,
    species,
    contents: { ...contents, death: at.deathH === null ? null : { atH: at.deathH, massG, kind: heaviest } },
    limits: limitsFor(
      tolerance,
      { pH: contents.pH, sea: contents.salinity >= SEA_JUDGED_FROM },
      thermalLimitsOf(species, a),
      a,
    ),
    easeC: {
      min: Math.max(...species.map((s) => s.temp.easeMinC)),
      max: Math.min(...species.map((s) => s.temp.easeMaxC)),
    },
    animals: bag.animals.reduce((n, x) => n + x.count, 0),
    fishG: contents.animals.reduce((n, x) => n + x.count * x.massG, 0),
    unsure: unsureOf(waterOfBag(assume(c, catalogue, a), bag), a),
  };
}

/** The heat of a box with its packs, bags where they stand. */
function loadOf(
  p: { consignment: Consignment; catalogue: Catalogue; a: Assumptions },
  box: Box,
  bags: readonly PreparedBag[],
  arrangement: Arrangement,
  start: { airC: number; sealedAtH: number; closedAtH: number },
): BoxLoad {
  const type = madeOf(p.catalogue, box);
  const [l, w] = innerCm(type, box);
  const at = bags.map((b) => arrangement.placed.find((x) => x.bagId === b.bag.id));
  const heatPacks: HeatPackLoad[] = [];
  const coldPacks: BoxLoad['coldPacks'][number][] = [];
  for (const spot of packSpots(box, type, arrangement)) {
    const pack: PackType = row(p.catalogue.packs, spot.packId, 'pack');
    if (pack.kind === 'cold') {
      coldPacks.push({
        massKg: pack.massG / 1000,
        startC: p.a.coldPackStartC,
        takesUp: spot.inTowel ? p.a.towelTakesUpShare : 1,
      });
      continue;
    }
    let nearBag = -1;
    let reach = p.a.packReachCm;
    at.forEach((b, i) => {
      const d = b ? Math.hypot(b.xCm - spot.x, b.yCm - spot.y) : Infinity;
      if (d < reach) {
        reach = d;
        nearBag = i;
      }
    });
    heatPacks.push({
      kindId: pack.id,
      curve: pack,
      massG: pack.massG,
      strength: pack.measured?.factor ?? 1,
      nearBag,
      ...(spot.openedMin === undefined ? {} : { openedH: spot.openedMin / 60 }),
    });
  }
  return {
    shell: {
      insideCm: innerCm(type, box),
      wallCm: type.wallCm,
      kWPerMK: type.kWPerMK,
      lining: box.lining ?? [],
      ...(type.cartonCm === undefined ? {} : { cartonCm: type.cartonCm }),
    },
    lossFactor: box.own ? 1 : (type.measured?.factor ?? 1),
    leakLPerH: type.leakLPerH * tapeFactor(box.tape, p.a),
    ventHoles: holesOf6mm(box),
    bags: bags.map((b, i) => {
      const placed = at[i];
      const gap = placed ? gapToWall(placed, l, w) : p.a.wallReachCm;
      return {
        waterL: b.bag.waterL + b.fishG / 1000,
        volumeL: b.bag.waterL + b.bag.gasL + b.fishG / 1000,
        startC: waterOfBag(assume(p.consignment, p.catalogue, p.a), b.bag).tempC,
        atWall: Math.min(1, Math.max(0, 1 - gap / p.a.wallReachCm)),
      };
    }),
    heatPacks,
    coldPacks,
    bottle: box.bottle ?? null,
    ballast: box.ballast ? { ...box.ballast, startC: start.airC } : null,
    startAirC: start.airC,
    sealedAtH: start.sealedAtH,
    closedAtH: start.closedAtH,
  };
}

/** Edge to edge, cm. */
function gapToWall({ xCm, yCm, standing, lying }: PlacedBag, l: number, w: number): number {
  const half = (axis: 'x' | 'y'): number =>
    lying ? (lying.along === axis ? lying.lengthCm : lying.acrossCm) / 2 : standing.diameterCm / 2;
  return Math.min(xCm - half('x'), yCm - half('y'), l - xCm - half('x'), w - yCm - half('y'));
}

/** How fast oxygen crosses a free surface over each step: handled after sealing, then by what the box is carried in. */
function transferAlong(moving: Float64Array, stepH: number, a: Assumptions): Float64Array {
  return moving.map((share, i) => {
    const handled = Math.min(1, Math.max(0, (a.handledAfterSealingH - i * stepH) / stepH));
    const moves = Math.max(share, handled);
    return a.gasTransferRestMPerH + moves * (a.gasTransferMovingMPerH - a.gasTransferRestMPerH);
  });
}

/** What the boxes are packed in, and when they are closed. */
const startOf = (c: Pick<Clock, 'ambient' | 'instants'>): { airC: number; closedAtH: number } => ({
  airC: c.ambient.pointC[0]!,
  closedAtH: Math.max(0, (Math.min(c.instants.leaveMs, c.instants.handOverMs) - c.instants.sealMs) / 3600_000),
});

/**
 * Turns a consignment into numbers on one clock. Refuses with a sentence where something is missing; up to
 * `LONGEST_H` hours from sealing. Steps up to half an hour.
 */
export function prepare(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast | null,
  options: PrepareOptions,
): Outcome<Prepared> {
  const a = withOverrides(c.assumptions);
  if (c.bags.length === 0) return refuse('bags', 'No bags yet. Make a bag plan first.');
  const packing = options.packing ?? packingOf(c);
  const instants = keyInstants(c, catalogue, a, packing.bags);
  const hours = (ms: number): number => (ms - instants.sealMs) / 3600_000;
  const deadlineH = hours(instants.deadlineMs);
  if (!(deadlineH > 0)) return refuse('openingAt', 'Opening is before sealing. Check drop-off and opening.');
  const horizonH = Math.min(LONGEST_H, deadlineH + options.beyondH);
  const { stepH } = options;
  const steps = Math.round(horizonH / stepH) + 1;
  const legs = legsOf(c, catalogue, instants, instants.sealMs + (horizonH + 1) * 3600_000, options.stoodAt);
  const along = ambientAlong(c, forecast, legs, { sealMs: instants.sealMs, steps, stepH }, a);
  if (!along.ok)
    return refuse('forecast', `No forecast for ${along.missing}. Load one, or import a file that includes it.`);
  const boxes = c.boxes.map((box) => {
    const sealedAtH = boxSealedAtH(instants, packing, box.id, a);
    const deathOf = (b: Bag): number | null => options.deaths?.find((d) => d.bagId === b.id)?.atH ?? null;
    const bags = c.bags
      .filter((b) => b.boxId === box.id)
      .map((b) =>
        prepareBag(c, b, catalogue, a, { sealing: { bags: packing.bags, afterH: sealedAtH }, deathH: deathOf(b) }),
      );
    const arrangement = arrange(
      box,
      bags.map((b) => b.bag),
      catalogue,
      a,
    );
    return {
      box,
      type: madeOf(catalogue, box),
      bags,
      arrangement,
      load: loadOf({ consignment: c, catalogue, a }, box, bags, arrangement, {
        ...startOf({ ambient: along.value, instants }),
        sealedAtH,
      }),
    };
  });
  return {
    ok: true,
    value: {
      consignment: c,
      catalogue,
      a,
      forecast: forecast!,
      stepH,
      steps,
      instants,
      deadlineH,
      openH: hours(instants.openMs),
      horizonH,
      legs,
      ambient: along.value,
      gasTransferMPerH: transferAlong(along.value.moving, stepH, a),
      boxes,
    },
  };
}

/** The same journey with one box changed (other packs, vents, bottle): everything else is kept as computed. */
export function withBox(p: Prepared, box: Box): Prepared {
  return {
    ...p,
    boxes: p.boxes.map((b) => {
      if (b.box.id !== box.id) return b;
      const arrangement = arrange(
        box,
        b.bags.map((x) => x.bag),
        p.catalogue,
        p.a,
      );
      return {
        ...b,
        box,
        arrangement,
        load: loadOf(p, box, b.bags, arrangement, { ...startOf(p), sealedAtH: b.load.sealedAtH ?? 0 }),
      };
    }),
  };
}

/**
 * The same journey, later: it is held up for some hours at a place on the way, and everything after that comes later by
 * as much. Only the air is another; boxes and bags are the same.
 */
export function heldUp(p: Prepared, hours: number, where: DelayPlace): Prepared {
  let made = late.get(p.ambient);
  if (!made) late.set(p.ambient, (made = new Map()));
  const key = `${hours} ${where}`;
  let air = made.get(key);
  if (!air) made.set(key, (air = lateAir(p, hours, where)));
  return { ...p, ...air };
}

type Air = Pick<Clock, 'legs' | 'ambient' | 'gasTransferMPerH'>;
/** Late journeys by the air of the one on time: other packs or boxes meet the same. */
const late = new WeakMap<Ambient, Map<string, Air>>();

function lateAir(p: Prepared, hours: number, where: DelayPlace): Air {
  const { legs: onTime, ambient, gasTransferMPerH, instants, steps, stepH, a } = p;
  const legs = legsHeldUp(onTime, instants, hours * 3600_000, where);
  const along = ambientAlong(p.consignment, p.forecast, legs, { sealMs: instants.sealMs, steps, stepH }, a);
  if (!along.ok) return { legs: onTime, ambient, gasTransferMPerH };
  return { legs, ambient: along.value, gasTransferMPerH: transferAlong(along.value.moving, stepH, a) };
}
