import { catalogue } from '@/core/catalogue';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import type { Catalogue } from '@/core/catalogue/schema';
import { climatesOf } from '@/core/engine/drawn';
import { Draws } from '@/core/engine/draws';
import { lived } from '@/core/engine/simulated-truth';
import { variatesOf, warmerBy } from '@/core/engine/random-variates';
import { prepare, type Prepared } from '@/core/engine/prepare';
import { streamOf, type Stream } from '@/core/engine/random';
import { priorOf } from '@/core/learning/figures';
import { evidenceOfBox, knownFrom, type Prior } from '@/core/learning/box-evidence';
import { brierScore, type ScoredPrediction } from '@/core/learning/brier';
import { learn, type Evidence } from '@/core/learning/gaussian-posterior';
import { legEvidence, learnDelays, type Trip } from '@/core/learning/roads';
import { learnShare } from '@/core/learning/shares';
import { evidenceOfUse } from '@/core/learning/use-evidence';
import { consignmentOf } from './journeys';
import { winterBoxes } from './reference/trade-boxes';

/**
 * A simulated truth: a house whose boxes, packs, fish and carriers differ from the catalogue by what the assumptions say is not
 * known of them. Sixty boxes are lived through the engine with that truth in them, read as practitioners read (a logger in
 * every second, thermometer and drops on arrival, packs proved, legs timed), and learned from.
 */

const a: Assumptions = withOverrides({});
const STEP_H = 0.5;
const setups = winterBoxes.map((j) => consignmentOf(j));

const preparedOf = (i: number, rows: Catalogue): Prepared => {
  const c = setups[i]!;
  const p = prepare(c, rows, c.forecast, { stepH: STEP_H, beyondH: 100 });
  if (!p.ok) throw new Error(p.problems[0]!.message);
  return p.value;
};
const plain = setups.map((_, i) => preparedOf(i, catalogue));

/** A gamma number of some shape by Marsaglia and Tsang (2000): for shares that are drawn from their prior. */
function gamma(shape: number, s: Stream): number {
  if (shape < 1) return gamma(shape + 1, s) * s.uniform() ** (1 / shape);
  const d = shape - 1 / 3;
  for (;;) {
    const x = s.normal();
    const v = (1 + x / Math.sqrt(9 * d)) ** 3;
    if (v > 0 && Math.log(s.uniform()) < 0.5 * x * x + d - d * v + d * Math.log(v)) return d * v;
  }
}
const beta = (share: number, cases: number, s: Stream): number => {
  const x = gamma(share * cases, s);
  return x / (x + gamma((1 - share) * cases, s));
};

const kindsIn = (of: (p: Prepared) => string[]): string[] => [...new Set(plain.flatMap(of))].sort();
const boxKinds = kindsIn((p) => p.boxes.map((b) => b.box.boxTypeId));
const packKinds = kindsIn((p) => p.boxes.flatMap((b) => b.load.heatPacks.map((h) => h.kindId ?? '')));
const fishKinds = kindsIn((p) => p.boxes.flatMap((b) => b.bags.flatMap((x) => x.species.map((s) => s.id))));
const serviceIds = [...new Set(setups.map((c) => c.serviceId))];

interface Figure {
  key: string;
  truth: number;
  low: number;
  high: number;
}

export interface Seeded {
  figures: Figure[];
  brierBefore: number;
  brierAfter: number;
}

interface Truth {
  factor: Record<string, number>;
  duds: number;
  delays: Record<string, { oneDay: number; twoDays: number }>;
}

function truthOf(s: Stream): Truth {
  const factor: Record<string, number> = {};
  for (const k of boxKinds) factor[`box:${k}`] = Math.exp(a.boxKindSigma * s.normal());
  for (const k of packKinds) factor[`pack:${k}`] = Math.exp(a.packKindSigma * s.normal());
  const fishSigma = Math.sqrt(a.metabolismSigma ** 2 - a.metabolismOwnSigma ** 2);
  for (const k of fishKinds) factor[`species:${k}`] = Math.exp(fishSigma * s.normal());
  for (const k of serviceIds) factor[`leg:${k}:1`] = Math.exp(a.learnLegSigma * s.normal());
  const delays = Object.fromEntries(
    serviceIds.map((id) => [
      id,
      {
        oneDay: beta(a.courierOneDayLateShare, a.learnTrips, s),
        twoDays: beta(a.courierTwoDaysLateShare, a.learnTrips, s),
      },
    ]),
  );
  return { factor, duds: beta(a.packDudShare, a.learnPacks, s), delays };
}

/**
 * What the model leaves out of one journey: as the fit believes it, or another world's, which it does not know: every logger
 * off and late by as much, and packs that all rise slowly.
 */
export type World = 'as believed' | 'other';
const nuisancesOf = (world: World, s: Stream) => ({
  wind: Math.exp(a.learnWindSigma * s.normal()),
  lateH: world === 'other' ? 1 / 3 : (a.learnClockMin / 60) * s.normal(),
  offC: world === 'other' ? 0.4 : a.learnSensorC * s.normal(),
  slower: world === 'other' ? 1.2 : 1 + a.learnPackShape * Math.max(-2, Math.min(2, s.normal())),
});

/** A pack that rises, and fades at its end, so many times as slowly. */
const slower = (ratedW: readonly (readonly [number, number])[], times: number): [number, number][] =>
  ratedW.map(([h, w], i, all) => {
    const before = all[all.length - 2]![0];
    return [i === 1 ? Math.min(h * times, all[2]![0]) : i === all.length - 1 ? before + (h - before) * times : h, w];
  });

/** One box lived, read and turned into evidence. */
function readBox(i: number, n: number, seed: number, t: Truth, s: Stream, known: Prior, is: World): Evidence[] {
  const p = plain[i]!;
  const off = nuisancesOf(is, s);
  const real: Prepared = {
    ...p,
    boxes: p.boxes.map((b) => ({
      ...b,
      load: {
        ...b.load,
        heatPacks: b.load.heatPacks.map((h) => ({ ...h, curve: { ratedW: slower(h.curve.ratedW, off.slower) } })),
      },
    })),
  };
  const d = variatesOf(p, seed, [], fishKinds.length).draw(n);
  const species = (id: string): number => Math.exp(a.metabolismOwnSigma * s.normal()) * t.factor[`species:${id}`]!;
  const use = Object.fromEntries(p.boxes.flatMap((b) => b.bags.flatMap((x) => x.species)).map((x) => [x.id, 0]));
  for (const id of Object.keys(use)) use[id] = species(id);
  const world = lived(real, {
    loss: p.boxes.map((b) => off.wind * Math.exp(a.boxSigma * s.normal()) * t.factor[`box:${b.box.boxTypeId}`]!),
    // Proved packs: the cold ones stayed at home; what still stays cold does so by the house's own share.
    packs: p.boxes.map((b) =>
      b.load.heatPacks.map((h) =>
        s.uniform() < a.packDudShare ? 0 : Math.exp(a.packSigma * s.normal()) * t.factor[`pack:${h.kindId}`]!,
      ),
    ),
    use,
    warmerC: warmerBy(d, STEP_H),
    climates: (late) => climatesOf(late, d),
  });
  const at = (c: Float64Array, h: number): number => {
    const x = Math.min(c.length - 1.001, Math.max(0, h / STEP_H));
    const k = Math.floor(x);
    return c[k]! + (x - k) * (c[k + 1]! - c[k]!);
  };
  const { f } = world;
  const openH = p.openH;
  const hours = Array.from({ length: Math.floor(openH) }, (_, h) => h + 0.5);
  // Every kind of box has one now and then.
  const logger = (n + Math.floor(n / setups.length)) % 2 === 0;
  const readings = logger
    ? [
        {
          place: 'air' as const,
          bag: -1,
          instrument: 'logger',
          points: hours.map((h) => ({
            h,
            tempC: at(f.boxes[0]!.curves.airC, h - off.lateH) + off.offC + a.learnReadingC * s.normal(),
          })),
        },
      ]
    : [
        {
          place: 'bag' as const,
          bag: 0,
          instrument: 'thermometer',
          points: [{ h: openH, tempC: at(f.bags[0]!.tempC, openH) + off.offC + a.learnReadingC * s.normal() }],
        },
      ];
  const box = evidenceOfBox(p, 0, readings, known);
  const bag = f.bags[0]!;
  const use1 = evidenceOfUse(
    p,
    bag.id,
    {
      pH: at(bag.curves.pH, openH) + a.learnPh * s.normal(),
      tanMgNL: at(bag.curves.tanMgNL, openH) * Math.exp(a.learnTanSigma * s.normal()),
      oxygenMgL: n % 3 === 0 ? at(bag.curves.oxygenMgL, openH) * Math.exp(a.learnOxygenSigma * s.normal()) : null,
    },
    openH,
    box!.bagC[0]!,
  );
  return [...(box ? [box.evidence] : []), ...(use1 ? [use1] : [])];
}

/** Everything of one seed: truth, sixty boxes, what was learned, and boxes to come foretold before and after. */
export function oneSeed(seed: number, boxes = 60, draws = 250, futures = 400, world: World = 'as believed'): Seeded {
  const s = streamOf(900_000 + seed, 7);
  const t = truthOf(s);
  const evidence: Evidence[] = [];
  const trips: Trip[] = [];
  let known = knownFrom(a, []);
  const prior = priorOf(a);
  let proved = 0;
  let duds = 0;
  for (let n = 0; n < boxes; n++) {
    const i = n % setups.length;
    // What was learned so far is what the next box is looked at with.
    if (n % 4 === 0) known = knownFrom(a, learn(evidence, prior, a.learnFloorSigma));
    evidence.push(...readBox(i, n, seed, t, s, known, world));
    for (const b of plain[i]!.boxes)
      for (let k = 0; k < b.load.heatPacks.length; k++) {
        proved++;
        if (s.uniform() < t.duds) duds++;
      }
    const serviceId = setups[i]!.serviceId;
    const { oneDay, twoDays } = t.delays[serviceId]!;
    const u = s.uniform();
    const late = u < oneDay ? 1 : u < oneDay + twoDays ? 2 : 0;
    const plannedH = 8;
    const tookH = plannedH * t.factor[`leg:${serviceId}:1`]! * Math.exp(a.learnLegOwnSigma * s.normal());
    trips.push({
      serviceId,
      late,
      trapped: false,
      lateH: 24 * late,
      legs: late === 0 ? [{ leg: 1, plannedH, tookH }] : [],
    });
  }
  evidence.push(...legEvidence(trips, a));

  const learned = learn(evidence, prior, a.learnFloorSigma);
  const figures: Figure[] = learned
    .filter((l) => l.key in t.factor)
    .map(({ key, low, high }) => ({ key, truth: t.factor[key]!, low, high }));
  const dud = learnShare(duds, proved, a.packDudShare, a.learnPacks);
  figures.push({ key: 'duds', truth: t.duds, low: dud.low, high: dud.high });
  const usual = {
    oneDay: a.courierOneDayLateShare,
    twoDays: a.courierTwoDaysLateShare,
    lostWeekend: a.courierLostWeekendShare,
  };
  const delays = new Map(
    serviceIds.map((id) => [
      id,
      learnDelays(
        trips.filter((x) => x.serviceId === id),
        usual,
        a.learnTrips,
      ),
    ]),
  );
  for (const [id, l] of delays) {
    figures.push({ key: `one day late: ${id}`, truth: t.delays[id]!.oneDay, low: l.oneDay.low, high: l.oneDay.high });
    figures.push({
      key: `two days late: ${id}`,
      truth: t.delays[id]!.twoDays,
      low: l.twoDays.low,
      high: l.twoDays.high,
    });
  }

  const rows = (
    of: (key: string) => { factor: number; sigma: number } | undefined,
    late: (id: string) => UsualShares,
  ) => {
    const with_ = <T extends { id: string }>(kind: string, list: readonly T[]): T[] =>
      list.map((r) => ({ ...r, measured: of(`${kind}:${r.id}`) }));
    return {
      ...catalogue,
      boxes: with_('box', catalogue.boxes),
      packs: with_('pack', catalogue.packs),
      species: with_('species', catalogue.species),
      services: catalogue.services.map((x) =>
        serviceIds.includes(x.id) ? { ...x, delay: { ...late(x.id), lostWeekend: usual.lostWeekend } } : x,
      ),
    } as Catalogue;
  };
  const chances = (c: Catalogue): number[] =>
    setups.map((_, i) => {
      const d = new Draws(preparedOf(i, c), 4711, null, [], 0);
      d.more(draws);
      return d.result(false).chance;
    });
  const after = chances(
    rows(
      (k) => {
        const l = learned.find((x) => x.key === k);
        return l && { factor: l.factor, sigma: l.sigma };
      },
      (id) => ({ oneDay: delays.get(id)!.oneDay.share, twoDays: delays.get(id)!.twoDays.share }),
    ),
  );
  const truly = chances(
    rows(
      (k) => (t.factor[k] === undefined ? undefined : { factor: t.factor[k], sigma: 0.001 }),
      (id) => t.delays[id]!,
    ),
  );
  const outcomes = (said: readonly number[]): ScoredPrediction[] => {
    const u = streamOf(910_000 + seed, 3);
    return said.flatMap((chance, i) =>
      Array.from({ length: futures }, () => ({ chance, held: u.uniform() < truly[i]!, atMs: 0 })),
    );
  };
  before ??= chances(catalogue);
  return { figures, brierBefore: brierScore(outcomes(before))!, brierAfter: brierScore(outcomes(after))! };
}
interface UsualShares {
  oneDay: number;
  twoDays: number;
}
/** Without anything learned every seed foretells the same. */
let before: number[] | null = null;

/** How many of some seeds held each figure, and in how many the score was better after learning. */
export function tally(seeds: readonly Seeded[]): { held: Map<string, [held: number, of: number]>; better: number } {
  const held = new Map<string, [number, number]>();
  for (const s of seeds)
    for (const f of s.figures) {
      const [h, n] = held.get(f.key) ?? [0, 0];
      held.set(f.key, [h + (f.truth >= f.low && f.truth <= f.high ? 1 : 0), n + 1]);
    }
  return { held, better: seeds.filter((s) => s.brierAfter < s.brierBefore).length };
}
