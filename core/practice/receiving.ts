import { adviseOpening, type TransferGroup, type Judged } from '@/core/acclimation/recommend';
import type { MethodId, OpenedBag, TankWater } from '@/core/acclimation/vessel';
import { shareBeyond } from '@/core/bag/survival';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { streamOf } from '@/core/engine/random';
import { restingOxygenMmolH } from '@/core/fish/metabolism';
import { dkhToMeqL } from '@/core/quantities/units';
import { tanAfter, type Source } from '@/core/quarantine/build-up';
import { chronicMgNL } from '@/core/water/criteria';
import { afterChange, realLitres } from '@/core/quarantine/water';
import type { Dosing, DosingChoices, OpeningCrate, OpeningChoices, Score, WeeksCrate, WeeksChoices } from './schema';

const a = withOverrides({});

/** Half die at so many times what is tolerated of a step on opening, or of a medicine, whose band is narrow († ours). */
const HALF_DIE = { step: 2, medicine: 1.5 } as const;
const lostOf = (animals: number, times: number, of: keyof typeof HALF_DIE): number =>
  Math.round(animals * shareBeyond(times, HALF_DIE[of]));
const money = (x: number): number => Math.round(100 * x) / 100;

export interface OpenedPlay {
  score: Score;
  told: string[];
  chosen: Judged | null;
  best: Judged;
  ranked: Judged[];
  refused: string | null;
}

/** Minutes that measuring one figure takes († common practice). */
const MEASURE_MIN = 2;

/** The bag as it is, and how it would be judged; other luck is another bag of the same kind. */
export function playedBag(
  o: OpeningCrate,
  catalogue: Catalogue,
  seed: number,
): { bag: OpenedBag; tank: TankWater; who: TransferGroup } {
  const s = row(catalogue.species, o.speciesId, 'species');
  const luck = seed > 0 ? streamOf(seed, 1) : null;
  const off = (spread: number): number => (luck ? spread * luck.normal() : 0);
  const tempC = Math.min(34, Math.max(4, o.bag.tempC + off(1)));
  const tan = o.bag.tanMgNL * Math.exp(off(0.2));
  const mmol = o.animals * s.metabolismFactor * restingOxygenMmolH(o.massG, Math.min(35, tempC));
  return {
    bag: {
      waterL: o.waterL,
      tempC,
      pH: Math.min(8.6, Math.max(5.4, o.bag.pH + off(0.1))),
      alkalinityMeqL: dkhToMeqL(o.bag.khDkh),
      tanMgNL: tan,
      salinity: o.bag.salinity,
      ghDgh: o.bag.ghDgh,
      oxygenMgL: o.oxygenMgL ?? 12,
      surfaceM2: 0.03,
      animals: { useMolH: (mmol / 1000) * a.stressAtSealing, ammoniaPerOxygen: a.ammoniaQuotientFasted },
      tolerance: s.tolerance,
      ...(o.copper ? { copper: true } : {}),
    },
    tank: o.tank,
    who: {
      tolerance: s.tolerance,
      invertebrate: s.flags.includes('invertebrate'),
      marine: s.water === 'marine',
    },
  };
}

const partWords: Record<string, string> = {
  ammonia: 'ammonia while it was open',
  peak: 'the peak of ammonia',
  oxygen: 'too little oxygen',
  carbon: 'the fall of CO₂',
  pH: 'the pH step from hardness',
  temperature: 'the temperature step',
  salinity: 'the salinity step',
  hardness: 'the hardness step',
};

/** The heaviest part of a way, hands apart, and how many times what they bear it is. */
export function heaviest(j: Judged): { part: string; times: number } {
  const parts = Object.entries(j.parts).filter(([k]) => k !== 'hands');
  const [part, times] = parts.reduce((x, y) => (y[1] > x[1] ? y : x));
  return { part: partWords[part] ?? part, times };
}

export function open(o: OpeningCrate, ch: OpeningChoices, catalogue: Catalogue, seed: number): OpenedPlay {
  const { bag, tank, who } = playedBag(o, catalogue, seed);
  const { courses, recommendation } = adviseOpening([bag], tank, who, a);
  const { ranked } = recommendation;
  const best = ranked[0]!;
  const course = courses.find((c) => c.id === ch.method);
  const chosen = ranked.find((j) => j.course.id === ch.method) ?? null;
  const refused = course?.refused ?? (chosen ? null : 'This method is not possible here.');
  const hands = (chosen?.course.handsMin ?? 0) + MEASURE_MIN * ch.measured.length;
  const h = chosen ? heaviest(chosen) : { part: '', times: 3 };
  const lost = refused ? o.animals : lostOf(o.animals, h.times, 'step');
  const told = refused
    ? [refused]
    : [
        `Main stress: ${h.part}: ${h.times.toFixed(1)} times what they tolerate.`,
        ...(best.course.id === ch.method
          ? ['This was the gentlest method.']
          : [`Gentler: “${best.course.name}”: ${heaviest(best).part} at ${heaviest(best).times.toFixed(1)} times.`]),
        recommendation.reason,
      ];
  return {
    told,
    chosen,
    best,
    ranked,
    refused,
    score: {
      animals: o.animals,
      alive: o.animals - lost,
      hours: Math.round(hands) / 60,
      spent: 0,
      lost: money(lost * o.animalPrice),
      won: lost === 0,
    },
  };
}

/** Every way of opening by its name, and why it is not open here. */
export function playedMethods(
  o: OpeningCrate,
  catalogue: Catalogue,
  seed: number,
): { id: MethodId; name: string; refused: string | null }[] {
  const { bag, tank, who } = playedBag(o, catalogue, seed);
  return adviseOpening([bag], tank, who, a).courses.map((c) => ({ id: c.id, name: c.name, refused: c.refused }));
}

export interface Day {
  day: number;
  /** Ammonia at its end, before the next change, mg N/L: what a test would say. */
  tanMgNL: number;
  limitMgNL: number;
  alive: number;
  tested: boolean;
}

const sourceOf = (w: WeeksCrate, filterShare: number, alive: number, catalogue: Catalogue): Source => ({
  living: [
    { count: alive, massG: w.massG, metabolismFactor: row(catalogue.species, w.speciesId, 'species').metabolismFactor },
  ],
  tempC: w.tempC,
  waterL: w.waterL,
  filterShare,
});

/** Whoever lives day after day over the chronic criterion is lost at this rate for each time over it († ours, of practice alone). */
const LOST_A_DAY = 0.15;

/** The days so far: the water as it was, told or not. With other luck the filter dies on another day. */
export function live(w: WeeksCrate, ch: WeeksChoices, catalogue: Catalogue, seed: number): Day[] {
  const luck = seed > 0 ? streamOf(seed, 2) : null;
  const crash = luck ? 2 + Math.floor(luck.uniform() * Math.max(1, w.days - 4)) : w.crashDay;
  const limitMgNL = chronicMgNL(w.pH, w.tempC);
  let tan = 0.1;
  let alive: number = w.animals;
  let harmed = 0;
  const out: Day[] = [];
  ch.days.forEach((d, i) => {
    if (d.change > 0) tan = afterChange(tan, w.waterL, d.change * w.waterL);
    const share = i + 1 >= crash ? 0.03 : w.filterShare;
    const food = w.foodGADay * d.feed;
    tan = tanAfter(tan, 24, food > 0 ? [{ atH: 0, foodG: food }] : [], sourceOf(w, share, alive, catalogue), a);
    // A living filter takes what is there too.
    if (share > 0.1) tan *= 1 - 0.6 * share;
    harmed += w.animals * LOST_A_DAY * Math.max(0, tan / limitMgNL - 1);
    alive = Math.max(0, w.animals - Math.round(harmed));
    out.push({ day: i + 1, tanMgNL: tan, limitMgNL, alive, tested: d.test });
  });
  return out;
}

export function weeksScore(w: WeeksCrate, ch: WeeksChoices, days: readonly Day[]): { score: Score; told: string[] } {
  const last = days[days.length - 1]!;
  const over = days.filter((d) => d.tanMgNL > d.limitMgNL);
  const changed = ch.days.reduce((s, d) => s + d.change, 0);
  const tests = ch.days.filter((d) => d.test).length;
  return {
    score: {
      animals: w.animals,
      alive: last.alive,
      hours: Math.round(10 * ((5 * tests + 20 * ch.days.filter((d) => d.change > 0).length) / 60)) / 10,
      spent: money(0.6 * tests + 0.02 * changed * w.waterL),
      lost: money((w.animals - last.alive) * w.animalPrice),
      won: last.alive === w.animals,
    },
    told: [
      over.length === 0
        ? 'Ammonia never passed the long-term limit.'
        : `Ammonia passed the long-term limit on day ${over[0]!.day} and stayed over it ${over.length === 1 ? 'a day' : `${over.length} days`}; its highest was ${Math.max(...days.map((d) => d.tanMgNL)).toFixed(1)} mg N/L.`,
      `${tests} ${tests === 1 ? 'test' : 'tests'}, and ${(100 * changed).toFixed(0)} %of the water changed in all.`,
    ],
  };
}

/** Litres of water that are in the tank of a dosing crate. */
export const litresIn = (d: Dosing): number =>
  realLitres({
    lengthCm: d.insideCm[0],
    widthCm: d.insideCm[1],
    waterCm: d.insideCm[2],
    ornamentsL: d.stonesL,
    bedCm: d.bedCm,
  });

export function dose(d: Dosing, ch: DosingChoices): { score: Score; told: string[]; levelMgL: number; litres: number } {
  const litres = litresIn(d);
  const levelMgL = (ch.ml * d.mgPerMl) / litres;
  const over = levelMgL / d.bandToMgL;
  // A test tells before harm is done: half of what is over is changed out in time.
  const felt = ch.tested && over > 1 ? 1 + (over - 1) / 3 : over;
  const fish = lostOf(d.animals, felt, 'medicine');
  const others = ch.othersMoved || levelMgL < 0.02 ? 0 : d.others;
  const works = levelMgL >= d.bandFromMgL;
  const lost = fish + others;
  return {
    litres,
    levelMgL,
    score: {
      animals: d.animals + d.others,
      alive: d.animals + d.others - lost,
      hours: null,
      spent: ch.tested ? 0.6 : 0,
      lost: money(lost * d.animalPrice),
      won: lost === 0 && works,
    },
    told: [
      `${litres.toFixed(0)} L of water are in it, not ${d.labelL}: ${ch.ml.toFixed(1)} mL make ${levelMgL.toFixed(2)} mg/L, the band is ${d.bandFromMgL} to ${d.bandToMgL}.`,
      ...(others > 0 ? [`${d.othersName} do not tolerate it.`] : []),
      ...(fish > 0 ? [`${fish} fish died of the overdose.`] : []),
      ...(works ? [] : ['Too little cures nothing: the parasite survives.']),
    ],
  };
}
