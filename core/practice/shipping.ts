import { pillowVolumeL } from '@/core/bag/geometry';
import { arrange, arrangementSentence } from '@/core/box/arrange';
import { freightPrice, tariffTo } from '@/core/box/freight';
import { weekdayOf } from '@/core/calendar/calendar';
import { withOverrides } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { BagType, Catalogue } from '@/core/catalogue/schema';
import { refuse, type Outcome } from '@/core/consignment/outcome';
import type { Bag, Box, Consignment } from '@/core/consignment/schema';
import { letterOf } from '@/core/choose/bags';
import { planConsignment } from '@/core/choose/plan';
import { climatesOf } from '@/core/engine/drawn';
import { weighed } from '@/core/engine/forward';
import { lived, type Hidden, type Lived } from '@/core/engine/simulated-truth';
import { variatesOf, PACK_SLOTS, warmerBy } from '@/core/engine/random-variates';
import { prepare, type Prepared } from '@/core/engine/prepare';
import { costsOf } from '@/core/supplies/costs';
import { DAY, HOUR } from '@/core/quantities/time';
import type { Score, Shipping, ShippingChoices } from './schema';

const STEP_H = 0.25;
/** A third water, two thirds gas (common practice †), as far as the bag holds. */
const GAS_TIMES = 1.9;
const FULLEST = 0.9;
const MOST_BOXES = 6;

/** The narrowest bag that holds so much water under its gas. */
function bagFor(waterL: number, catalogue: Catalogue): BagType {
  const rows = catalogue.bags.filter((b) => !b.breather).sort((x, y) => x.widthCm - y.widthCm);
  return (
    rows.find((b) => pillowVolumeL(b.widthCm, b.heightCm) * FULLEST >= waterL * (1 + GAS_TIMES)) ??
    rows[rows.length - 1]!
  );
}

/** Bags of a line, as even as they come. */
function bagsOf(c: Consignment, ch: ShippingChoices, catalogue: Catalogue): Bag[] {
  const type = bagFor(ch.waterL, catalogue);
  const holds = pillowVolumeL(type.widthCm, type.heightCm) * FULLEST;
  return c.lines.flatMap((line, l) => {
    const n = Math.ceil(line.count / ch.perBag);
    return Array.from({ length: n }, (_, i): Bag => ({
      id: `${letterOf(l)}${i + 1}`,
      boxId: '1',
      bagTypeId: type.id,
      animals: [{ lineId: line.id, count: Math.floor(line.count / n) + (i < line.count % n ? 1 : 0) }],
      waterL: ch.waterL,
      gasL: Math.max(0.1, Math.min(ch.waterL * GAS_TIMES, holds - ch.waterL)),
      oxygenFraction: ch.oxygen ? 0.95 : 0.21,
      sedated: false,
      binderMgN: null,
    }));
  });
}

/** The plan of some choices: as few boxes of that kind as its bags fit into, each with the same packs. Told why where they fit into none. */
export function playedPlan(s: Shipping, ch: ShippingChoices, catalogue: Catalogue): Outcome<Consignment> {
  const base = s.consignment;
  const service = catalogue.services.find((x) => x.id === ch.serviceId);
  if (!service) return refuse('serviceId', 'This service does not exist.');
  const handOverMs = Date.parse(base.handOverAt) + ch.day * DAY;
  const startMs = handOverMs + service.usualH * HOUR;
  const iso = (ms: number): string => new Date(ms).toISOString();
  const plan: Consignment = {
    ...base,
    serviceId: ch.serviceId,
    handOverAt: iso(handOverMs),
    window: { startAt: iso(startMs), endAt: iso(startMs + service.windowH * HOUR) },
    openingAt: iso(startMs + service.windowH * HOUR),
    fasts: [...new Set(base.lines.map((l) => l.tank))].map((tank) => ({ tank, hours: ch.fastH })),
  };
  const bags = bagsOf(plan, ch, catalogue);
  const a = withOverrides(base.assumptions);
  const packs = Object.entries(ch.packs)
    .filter(([, n]) => n > 0)
    .map(([packId, n]) => ({ packId, count: n }));
  let why = 'The bags do not fit into this box.';
  for (let n = 1; n <= MOST_BOXES; n++) {
    const per = Math.ceil(bags.length / n);
    const boxed = bags.map((b, i) => ({ ...b, boxId: String(1 + Math.floor(i / per)) }));
    const boxes = Array.from({ length: Math.ceil(bags.length / per) }, (_, i): Box => ({
      id: String(i + 1),
      boxTypeId: ch.boxTypeId,
      packs,
      ventHoles: ch.vents,
    }));
    const wrong = boxes
      .flatMap(
        (b) =>
          arrange(
            b,
            boxed.filter((x) => x.boxId === b.id),
            catalogue,
            a,
          ).problems,
      )
      .find((p) => !p.gives);
    if (!wrong) return { ok: true, value: { ...plan, bags: boxed, boxes } };
    why = arrangementSentence(wrong);
  }
  return refuse('boxTypeId', `${why} Take a larger box, or less water a bag.`);
}

/** What it costs its sender: what is used up, work and freight. */
export function costOf(c: Consignment, catalogue: Catalogue): number {
  const a = withOverrides(c.assumptions);
  const service = row(catalogue.services, c.serviceId, 'service');
  const tariff = tariffTo(service, c.receiver.place.country);
  const freight = Object.fromEntries(
    c.boxes.map((b) => [b.id, freightPrice(tariff, weighed(c, b, service, catalogue, a).freight.chargeable)]),
  );
  return costsOf(c, catalogue, a, { freight, treatments: {} }).ownTotal;
}

export const preparedCrate = (c: Consignment, catalogue: Catalogue): Outcome<Prepared> =>
  prepare(c, catalogue, c.forecast, { stepH: STEP_H, beyondH: 96 });

/** Delivered on a Friday or a Saturday, it has no next day. */
const beforeWeekend = (c: Consignment): boolean =>
  weekdayOf(Date.parse(c.window?.endAt ?? c.openingAt), c.receiver.place.zone) >= 5;

/**
 * What was hidden in this journey: the truth of the crate, and on top of it, for another try, other luck of the road as the
 * odds draw it. The first try meets the truth alone, so that a crate teaches what it is about.
 */
function hiddenOf(s: Shipping, p: Prepared, seed: number): Hidden {
  const t = s.hidden;
  const late = t.delayH > 0 && (!t.beforeWeekend || beforeWeekend(p.consignment)) ? t.delayH : 0;
  const d = seed > 0 ? variatesOf(p, seed, [], p.consignment.lines.length).draw(0) : null;
  const { a } = p;
  let slot = 0;
  let duds = t.duds;
  const wander = d ? warmerBy(d, p.stepH) : null;
  return {
    loss: p.boxes.map((_, i) => t.lossTimes * (d ? Math.exp(a.boxSigma * d.boxes[i % d.boxes.length]!) : 1)),
    packs: p.boxes.map((b) =>
      b.load.heatPacks.map(() => {
        const own = d ? d.packs[slot++ % PACK_SLOTS]! : 1;
        return duds-- > 0 ? 0 : t.packTimes * own;
      }),
    ),
    use: Object.fromEntries(
      p.consignment.lines.map((l, i) => [
        l.speciesId,
        t.useTimes * (d ? Math.exp(a.metabolismOwnSigma * d.species[i]!) : 1),
      ]),
    ),
    warmerC: (piece) => t.warmerC + (wander ? wander(piece) : 0),
    ...(d ? { climates: (later: Prepared) => climatesOf(later, d) } : {}),
    delayH: late,
    delayAt: t.delayAt,
  };
}

export interface Sent {
  world: Lived;
  planned: Prepared;
  hidden: Hidden;
  score: Score;
  /** What was hidden, in sentences, and what it did. */
  told: string[];
}

const factorWords = {
  temperature: 'temperature',
  oxygen: 'oxygen',
  ammonia: 'ammonia',
  carbon: 'CO₂ and acid',
} as const;

function toldOf(s: Shipping, world: Lived, hidden: Hidden): string[] {
  const t = s.hidden;
  const lost = world.bags.filter((b) => b.lost);
  const out: string[] = [];
  if (t.warmerC !== 0)
    out.push(`It was ${Math.abs(t.warmerC).toFixed(0)} °C ${t.warmerC < 0 ? 'colder' : 'warmer'} than forecast.`);
  if ((hidden.delayH ?? 0) > 0)
    out.push(
      `It stood ${hidden.delayH!.toFixed(0)} h ${t.delayAt === 'hub' ? 'in a hub' : t.delayAt === 'door' ? 'at the door' : 'in a depot'} on the way.`,
    );
  const cold = hidden.packs?.flat().filter((x) => x === 0).length ?? 0;
  if (cold > 0) out.push(`${cold === 1 ? 'One pack' : `${cold} packs`} never warmed.`);
  if (t.packTimes < 0.95) out.push(`The packs gave ${Math.round(100 * t.packTimes)} % of their rating.`);
  if (t.lossTimes > 1.05) out.push(`The box lost ${Math.round(100 * (t.lossTimes - 1))} % more heat than calculated.`);
  if (t.useTimes > 1.05)
    out.push(`The fish breathed ${Math.round(100 * (t.useTimes - 1))} % more oxygen than average.`);
  const starved = world.f.boxes.some((b) =>
    b.curves.packOxygen.some((x, i) => i > 12 && i * world.f.stepH < world.openH && x > 0 && x < 0.1),
  );
  if (starved) out.push('The packs ran short of air in the box and gave less heat.');
  for (const f of ['temperature', 'oxygen', 'carbon', 'ammonia'] as const) {
    const of = lost.filter((b) => b.lost!.factor === f);
    if (of.length === 0) continue;
    const first = Math.min(...of.map((b) => b.lost!.atH));
    out.push(
      `${of.length === 1 ? `Bag ${of[0]!.id}` : `${of.length} bags`} passed ${of.length === 1 ? 'its limit' : 'their limits'} of ${factorWords[f]}, the first ${first.toFixed(0)} h after sealing${first < world.openH ? `, ${(world.openH - first).toFixed(0)} h before opening` : ''}: ${of.reduce((n, b) => n + b.animals - b.alive, 0)} of ${of.reduce((n, b) => n + b.animals, 0)} died.`,
    );
  }
  if (lost.length === 0) out.push('Every bag was good until opening.');
  return out;
}

/** Sends a plan into what was hidden: the same engine as everywhere. */
export function send(s: Shipping, c: Consignment, catalogue: Catalogue, seed: number): Outcome<Sent> {
  const p = preparedCrate(c, catalogue);
  if (!p.ok) return p;
  const hidden = hiddenOf(s, p.value, seed);
  const world = lived(p.value, hidden);
  const animals = world.bags.reduce((n, b) => n + b.animals, 0);
  const alive = world.bags.reduce((n, b) => n + b.alive, 0);
  const left = world.f.bags.map((b) => (b.first ? b.first.hours - world.openH : world.p.horizonH - world.openH));
  return {
    ok: true,
    value: {
      world,
      planned: p.value,
      hidden,
      told: toldOf(s, world, hidden),
      score: {
        animals,
        alive,
        hours: Math.round(10 * Math.min(...left)) / 10,
        spent: Math.round(100 * costOf(c, catalogue)) / 100,
        lost: Math.round(100 * (animals - alive) * s.animalPrice) / 100,
        won: alive === animals,
      },
    },
  };
}

/** The best that the chooser knows for the days and services that are offered: the cheapest whole plan that is sure enough, else the surest. */
export function bestPlan(
  s: Shipping,
  start: ShippingChoices,
  catalogue: Catalogue,
): { day: number; plan: Consignment; chance: number | null } | null {
  const wanted = withOverrides(s.consignment.assumptions).wantedChance;
  const offered: Catalogue = { ...catalogue, boxes: catalogue.boxes.filter((b) => s.options.boxes.includes(b.id)) };
  let best: { day: number; plan: Consignment; chance: number | null; cost: number } | null = null;
  for (const day of s.options.days)
    for (const serviceId of s.options.services) {
      const first = playedPlan(
        s,
        { ...start, day, serviceId, fastH: Math.max(...s.options.fastH), packs: {} },
        catalogue,
      );
      const base = first.ok ? first.value : { ...s.consignment };
      const planned = planConsignment(
        { consignment: { ...base, bags: [], fasts: [] }, catalogue: offered, holidays: [] },
        100,
      );
      const chance =
        planned.curve.find((o) => o.consignment === planned.consignment)?.chance ?? planned.curve[0]?.chance ?? null;
      const cost = costOf(planned.consignment, catalogue);
      const better =
        !best ||
        ((chance ?? 0) >= wanted && (best.chance ?? 0) >= wanted
          ? cost < best.cost
          : (chance ?? 0) > (best.chance ?? 0) + 0.005);
      if (better) best = { day, plan: planned.consignment, chance, cost };
    }
  return best;
}
