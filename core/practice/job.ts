import { catalogue as shipped } from '@/core/catalogue';
import type { MethodId } from '@/core/acclimation/vessel';
import type { Catalogue } from '@/core/catalogue/schema';
import { meqLToDkh } from '@/core/quantities/units';
import { standingBagOf } from '@/core/box/arrange';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { placeAlong } from './legs-by-hour';
import { dose, heaviest, live, open, playedBag, playedMethods, weeksScore, type Day } from './receiving';
import type { Choices, Crate, DosingChoices, OpeningChoices, Score, ShippingChoices, WeeksChoices } from './schema';
import { bestPlan, costOf, playedPlan, preparedCrate, send } from './shipping';

/** A curve on steps of so many hours from sealing. */
type Curve = number[];

export interface SentBag {
  id: string;
  animals: number;
  tempC: Curve;
  oxygenKPa: Curve;
  co2MgL: Curve;
  tanMgNL: Curve;
  pH: Curve;
  /** What it bears: coldest and warmest for a day. */
  bears: { coldC: number; warmC: number };
  lost: { factor: string; atH: number } | null;
}

/** A journey as it is watched: everything that moves. */
export interface PlayedJourney {
  stepH: number;
  openH: number;
  plannedOpenH: number;
  sealMs: number;
  zone: string;
  legs: { label: string; from: number; to: number }[];
  outsideC: Curve;
  foretoldC: Curve;
  bags: SentBag[];
  score: Score;
  told: string[];
}

/** What a plan costs and weighs before it is sent, and why it cannot be. */
interface Draft {
  bags: number;
  boxes: number;
  perBag: number[];
  cost: number;
  problem: string | null;
  /** What is drawn: a box from the front with one of its bags, cm; null where there is none. */
  look: BoxPreview | null;
}

export interface BoxPreview {
  insideCm: [number, number, number];
  wallCm: number;
  bagsAcross: number;
  bagCm: { diameter: number; height: number; water: number };
  packs: number;
  holes: number;
}

export type PracticeJob =
  | { kind: 'draft'; crate: Crate; choices: ShippingChoices }
  | { kind: 'send'; crate: Crate; choices: ShippingChoices; seed: number }
  | { kind: 'best'; crate: Crate; choices: ShippingChoices; seed: number }
  | { kind: 'open'; crate: Crate; choices: OpeningChoices; seed: number }
  | { kind: 'measure'; crate: Crate; choices: OpeningChoices; seed: number }
  | { kind: 'weeks'; crate: Crate; choices: WeeksChoices; seed: number }
  | { kind: 'dose'; crate: Crate; choices: DosingChoices; seed: number };

/** One way of opening as it would have been. */
interface WayTold {
  id: MethodId;
  name: string;
  /** The heaviest part, and how many times what they bear it is. */
  part: string;
  times: number;
  handsMin: number;
  minutes: Curve;
  nh3MgNL: Curve;
}

export interface OpenedTold {
  score: Score;
  told: string[];
  ways: WayTold[];
  chosen: MethodId;
}

export interface Best {
  words: string[];
  chance: number | null;
  score: Score;
}

export type PracticeAnswer =
  | { kind: 'draft'; draft: Draft }
  | { kind: 'sent'; journey: PlayedJourney }
  | { kind: 'best'; best: Best | null }
  | { kind: 'opened'; opened: OpenedTold }
  | {
      kind: 'measured';
      figures: Record<string, number>;
      ways: { id: MethodId; name: string; refused: string | null }[];
    }
  | { kind: 'lived'; days: Day[]; score: Score | null; told: string[] }
  | { kind: 'dosed'; score: Score; told: string[]; levelMgL: number; litres: number }
  | { kind: 'refused'; why: string };

const every = 2;

function journeyOf(crate: Crate, ch: ShippingChoices, seed: number, catalogue: Catalogue): Outcome<PlayedJourney> {
  if (crate.play.kind !== 'shipping') return refuse('kind', 'This shipment was not sent.');
  const plan = playedPlan(crate.play, ch, catalogue);
  if (!plan.ok) return plan;
  const sent = send(crate.play, plan.value, catalogue, seed);
  if (!sent.ok) return sent;
  const { world, planned, score, told } = sent.value;
  const { f, openH } = world;
  const last = Math.min(f.steps - 1, Math.ceil((openH + 1) / f.stepH));
  const thin = (c: ArrayLike<number>, places: number): Curve => {
    const out: number[] = [];
    for (let i = 0; i <= last; i += every) out.push(Number(c[i]!.toFixed(places)));
    return out;
  };
  const { sealMs } = f.instants;
  return {
    ok: true,
    value: {
      stepH: f.stepH * every,
      openH,
      plannedOpenH: planned.openH,
      sealMs,
      zone: plan.value.sender.place.zone,
      legs: placeAlong(world.p.legs, sealMs, openH),
      outsideC: thin(world.p.ambient.meanC, 1),
      foretoldC: thin(planned.ambient.meanC, 1),
      bags: f.bags.map((b) => ({
        id: b.id,
        animals: b.animals,
        tempC: thin(b.tempC, 2),
        oxygenKPa: thin(b.curves.oxygenKPa, 1),
        co2MgL: thin(b.curves.co2MgL, 1),
        tanMgNL: thin(b.curves.tanMgNL, 2),
        pH: thin(b.curves.pH, 2),
        bears: { coldC: b.limits.cold24C, warmC: b.limits.warm24C },
        lost: world.bags.find((x) => x.id === b.id)!.lost,
      })),
      score,
      told,
    },
  };
}

/** The first box from the front, with as many of its bags as stand along its length. */
function lookOf(c: Consignment, catalogue: Catalogue): BoxPreview | null {
  const box = c.boxes[0];
  const bag = c.bags.find((b) => b.boxId === box?.id);
  if (!box || !bag) return null;
  const type = row(catalogue.boxes, box.boxTypeId, 'box');
  const stands = standingBagOf(bag, row(catalogue.bags, bag.bagTypeId, 'bag'), withOverrides(c.assumptions));
  const bags = c.bags.filter((b) => b.boxId === box.id).length;
  return {
    insideCm: type.insideCm,
    wallCm: type.wallCm,
    bagsAcross: Math.min(bags, Math.max(1, Math.floor(type.insideCm[0] / stands.diameterCm))),
    bagCm: { diameter: stands.diameterCm, height: stands.heightCm, water: stands.waterDepthCm },
    packs: box.packs.reduce((n, p) => n + p.count, 0),
    holes: box.ventHoles,
  };
}

function draftOf(crate: Crate, ch: ShippingChoices, catalogue: Catalogue): Draft {
  const none = { bags: 0, boxes: 0, perBag: [], cost: 0, look: null };
  if (crate.play.kind !== 'shipping') return { ...none, problem: 'This shipment was not sent.' };
  const plan = playedPlan(crate.play, ch, catalogue);
  if (!plan.ok) return { ...none, problem: plan.problems[0]!.message };
  const can = preparedCrate(plan.value, catalogue);
  return {
    bags: plan.value.bags.length,
    boxes: plan.value.boxes.length,
    perBag: plan.value.bags.map((b) => b.animals.reduce((n, x) => n + x.count, 0)),
    cost: costOf(plan.value, catalogue),
    look: lookOf(plan.value, catalogue),
    problem: can.ok ? null : can.problems[0]!.message,
  };
}

function bestOf(crate: Crate, ch: ShippingChoices, seed: number, catalogue: Catalogue): Best | null {
  const s = crate.play;
  if (s.kind !== 'shipping') return null;
  const best = bestPlan(s, ch, catalogue);
  if (!best) return null;
  const sent = send(s, best.plan, catalogue, seed);
  if (!sent.ok) return null;
  const { plan } = best;
  const box = plan.boxes[0]!;
  const name = (id: string, rows: readonly { id: string; name: string }[]): string =>
    rows.find((r) => r.id === id)?.name ?? id;
  return {
    chance: best.chance,
    score: sent.value.score,
    words: [
      best.day === 0 ? 'the first day' : `${best.day} ${best.day === 1 ? 'day' : 'days'} later`,
      name(plan.serviceId, catalogue.services),
      `${plan.bags.length} ${plan.bags.length === 1 ? 'bag' : 'bags'} of ${plan.bags[0]!.waterL.toFixed(1)} L`,
      `${plan.boxes.length > 1 ? `${plan.boxes.length} × ` : ''}${name(box.boxTypeId, catalogue.boxes)}`,
      box.packs.map((p) => `${p.count} × ${name(p.packId, catalogue.packs)}`).join(' and ') || 'no pack',
      ...(box.ventHoles > 0 ? [`${box.ventHoles} holes`] : []),
      ...(box.ballast ? [`${box.ballast.count} bottles of water`] : []),
    ],
  };
}

/** A bag that has come: what a measurement tells, or how a way of opening was borne. */
function opening(job: Extract<PracticeJob, { kind: 'open' | 'measure' }>, catalogue: Catalogue): PracticeAnswer {
  const o = job.crate.play;
  if (o.kind !== 'opening') return { kind: 'refused', why: 'This shipment was not opened.' };
  if (job.kind === 'measure') {
    const { bag } = playedBag(o, catalogue, job.seed);
    const all = {
      tempC: bag.tempC,
      pH: bag.pH,
      khDkh: meqLToDkh(bag.alkalinityMeqL),
      ghDgh: bag.ghDgh,
      salinity: bag.salinity,
      tanMgNL: bag.tanMgNL,
    };
    const known = [...o.told, ...job.choices.measured];
    return {
      kind: 'measured',
      figures: Object.fromEntries(Object.entries(all).filter(([k]) => known.some((x) => x === k))),
      ways: playedMethods(o, catalogue, job.seed),
    };
  }
  const r = open(o, job.choices, catalogue, job.seed);
  const thin = (c: ArrayLike<number>): Curve => Array.from(c).filter((_, i) => i % 8 === 0);
  return {
    kind: 'opened',
    opened: {
      score: r.score,
      told: r.told,
      chosen: job.choices.method,
      ways: r.ranked.map((j) => ({
        id: j.course.id,
        name: j.course.name,
        ...heaviest(j),
        handsMin: j.course.handsMin,
        minutes: thin(j.course.minutes),
        nh3MgNL: thin(j.course.nh3MgNL),
      })),
    },
  };
}

/** A tank: its days so far, or the dose that went in. */
function tank(job: Extract<PracticeJob, { kind: 'weeks' | 'dose' }>, catalogue: Catalogue): PracticeAnswer {
  const { play } = job.crate;
  if (job.kind === 'dose')
    return play.kind === 'dosing'
      ? { kind: 'dosed', ...dose(play, job.choices) }
      : { kind: 'refused', why: 'No dosing here.' };
  if (play.kind !== 'weeks') return { kind: 'refused', why: 'This one has no quarantine.' };
  const days = live(play, job.choices, catalogue, job.seed);
  const end = days.length >= play.days ? weeksScore(play, job.choices, days) : null;
  return { kind: 'lived', days, score: end?.score ?? null, told: end?.told ?? [] };
}

/** What a worker is asked while somebody practises; always with the rows that are shipped, never with those of a house. */
export function runPractice(job: PracticeJob, catalogue: Catalogue = shipped): PracticeAnswer {
  if (job.kind === 'open' || job.kind === 'measure') return opening(job, catalogue);
  if (job.kind === 'weeks' || job.kind === 'dose') return tank(job, catalogue);
  const { crate, choices } = job;
  if (job.kind === 'draft') return { kind: 'draft', draft: draftOf(crate, choices, catalogue) };
  if (job.kind === 'best') return { kind: 'best', best: bestOf(crate, choices, job.seed, catalogue) };
  const sent = journeyOf(crate, choices, job.seed, catalogue);
  return sent.ok ? { kind: 'sent', journey: sent.value } : { kind: 'refused', why: sent.problems[0]!.message };
}

/** The score of a play, computed anew from what was chosen: what a screen says of it is not believed. */
export function scoreOf(crate: Crate, choices: Choices, seed: number, catalogue: Catalogue = shipped): Outcome<Score> {
  const { play } = crate;
  if (play.kind !== choices.kind) return refuse('choices', 'These choices belong to another kind of practice.');
  if (choices.kind === 'shipping') {
    const j = journeyOf(crate, choices, seed, catalogue);
    return j.ok ? { ok: true, value: j.value.score } : j;
  }
  if (play.kind === 'opening' && choices.kind === 'opening')
    return { ok: true, value: open(play, choices, catalogue, seed).score };
  if (play.kind === 'weeks' && choices.kind === 'weeks') {
    if (choices.days.length !== play.days) return refuse('choices', 'The quarantine is not over yet.');
    return { ok: true, value: weeksScore(play, choices, live(play, choices, catalogue, seed)).score };
  }
  if (play.kind === 'dosing' && choices.kind === 'dosing') return { ok: true, value: dose(play, choices).score };
  return refuse('choices', 'These choices belong to another kind of practice.');
}
