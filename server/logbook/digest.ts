import { freightPrice, tariffTo } from '@/core/box/freight';
import { localDate } from '@/core/calendar/calendar';
import { stoodUnseenMs, type DelayPlace } from '@/core/calendar/legs';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import type { Facts } from '@/core/consignment/facts';
import { projectFacts, unstruck } from '@/core/consignment/project-facts';
import type { Bag, Consignment } from '@/core/consignment/schema';
import type { Trace } from '@/core/consignment/trace';
import { massOfLine } from '@/core/engine/contents';
import { delayPlaceShares } from '@/core/engine/delays';
import { weighed } from '@/core/engine/forward';
import { DRAW_STEP_H } from '@/core/engine/draws';
import { prepare, type Prepared } from '@/core/engine/prepare';
import type { BoxReadings } from '@/core/learning/box-curve';
import { evidenceOfBox, knownFrom, unlearned, type BoxEvidence, type Prior } from '@/core/learning/box-evidence';
import { priorOf } from '@/core/learning/figures';
import { learn } from '@/core/learning/gaussian-posterior';
import { season } from '@/core/learning/brier';
import { legEvidence, tripOf } from '@/core/learning/roads';
import { evidenceOfUse, TELLING } from '@/core/learning/use-evidence';
import { Refusal } from '@/core/quantities/refusal';
import { costsOf } from '@/core/supplies/costs';
import { DAY, HOUR } from '@/core/quantities/time';
import { typeIdOf, type Supply } from '@/records/supply';
import { catalogueOf } from '@/server/consignment/result';
import type { Digest, DigestEvidence, LogbookBag } from '@/server/db/logbook';
import type { House } from '@/server/house';

/** Readings of a bag as it was found: those told up to the opening; what was read in the run is of the same bag later. */
export function asFound(facts: Facts, openedAt: string | null) {
  const before = openedAt === null ? facts.observations : facts.observations.filter((o) => o.at <= openedAt);
  return projectFacts({ observations: before, events: [] }).bags;
}

/** Facts that teach: what a stand-in read is practice. */
const measuredFacts = (house: House, id: string): Facts => {
  const facts = house.facts.of(id);
  return { ...facts, observations: facts.observations.filter((o) => o.method !== 'stand-in') };
};

/** How a bag came out: animals as packed, of whom so many were counted, and how many of those lived. */
export function cameOut(c: Consignment, bag: Bag): { animals: number; counted: number; alive: number } {
  const animals = bag.animals.reduce((n, a) => n + a.count, 0);
  const r = c.actual.bags.find((x) => x.bagId === bag.id);
  if (!r || (r.alive === null && r.dead === null)) return { animals, counted: 0, alive: 0 };
  const dead = r.dead ?? 0;
  // Who counted only the dead has seen that the others live; doubtful ones live until they are told dead.
  const alive = r.alive === null ? Math.max(0, animals - dead) : r.alive + (r.doubtful ?? 0);
  return { animals, counted: alive + dead, alive };
}

const among = (v: number, steps: readonly number[], unit: string): string => {
  const i = steps.findIndex((s) => v < s);
  if (i === 0) return `under ${steps[0]} ${unit}`;
  return i < 0 ? `over ${steps[steps.length - 1]} ${unit}` : `${steps[i - 1]} to ${steps[i]} ${unit}`;
};
const hoursClass = (h: number): string => among(h, [12, 24, 36, 48], 'h');
const densityClass = (gPerL: number): string => among(gPerL, [5, 10, 20, 40], 'g/L');

/** The packs of a box in words: what survival is asked by. */
const packWords = (c: Consignment, boxId: string, catalogue: Catalogue): string => {
  const packs = c.boxes.find((b) => b.id === boxId)?.packs ?? [];
  const words = packs.map((p) => `${p.count} × ${row(catalogue.packs, p.packId, 'pack').name}`).sort();
  return words.join(' + ') || 'no pack';
};

/** Own costs by what the boxes weigh by the plan: no heat is computed for it. */
function costOf(house: House, c: Consignment, catalogue: Catalogue, a: Assumptions): number {
  if (c.direction === 'incoming') return 0;
  const service = row(catalogue.services, c.serviceId, 'service');
  const tariff = tariffTo(service, c.receiver.place.country);
  const freight = Object.fromEntries(
    c.boxes
      .filter((b) => c.bags.some((x) => x.boxId === b.id))
      .map((b) => [b.id, freightPrice(tariff, weighed(c, b, service, catalogue, a).freight.chargeable)]),
  );
  const treatments = Object.fromEntries(
    house.records.list('supply').flatMap((r) => {
      const s = r.document as unknown as Supply;
      return s.kind === 'treatment' && s.price !== undefined ? [[typeIdOf(r.id, s), s.price]] : [];
    }),
  );
  return costsOf(c, catalogue, a, { freight, treatments }).ownTotal;
}

/** What was read in and on each box before it was opened, as the fits want it. */
function readingsOf(
  c: Consignment,
  boxId: string,
  facts: Facts,
  traces: readonly Trace[],
  sealMs: number,
): BoxReadings[] {
  const bags = c.bags.filter((b) => b.boxId === boxId);
  const at = (iso: string | number): number =>
    (Number(typeof iso === 'string' ? Date.parse(iso) : iso) - sealMs) / HOUR;
  const found = asFound(facts, c.actual.openedAt);
  return [
    ...bags.flatMap((b, bag): BoxReadings[] => {
      const r = found.find((x) => x.bagId === b.id);
      if (!r || r.tempC === null) return [];
      return [{ place: 'bag', bag, instrument: 'thermometer', points: [{ h: at(r.at), tempC: r.tempC }] }];
    }),
    ...traces
      .filter((t) => t.boxId === boxId && t.method !== 'stand-in')
      .map((t): BoxReadings => ({
        place: t.place,
        bag: t.place === 'bag' ? bags.findIndex((b) => b.id === t.bagId) : -1,
        instrument: t.id,
        points: t.points.map(([ms, tempC]) => ({ h: at(ms), tempC })),
      })),
  ];
}

/** Mean square of what was foretold at the hand-over of the air outside, against a logger that lay there, K²; null where none did. */
function forecastSquare(house: House, c: Consignment, traces: readonly Trace[], a: Assumptions): number | null {
  const foretold = house.facts.predictions(c.id).find((p) => p.moment === 'hand-over');
  const outside = traces.find((t) => t.place === 'outside' && t.method !== 'stand-in');
  if (!foretold || !outside) return null;
  const upTo = Date.parse(c.actual.arrivedAt ?? c.actual.openedAt ?? c.openingAt);
  const squares = outside.points
    .filter(([ms]) => ms > Date.parse(foretold.at) && ms < upTo)
    .flatMap(([ms, tempC]) => {
      const i = (ms - foretold.sealMs) / HOUR / foretold.everyH;
      const was = foretold.ambientC[Math.round(i)];
      return was === undefined ? [] : [(tempC - was) ** 2];
    });
  if (squares.length < 4) return null;
  return Math.max(0, squares.reduce((s, x) => s + x, 0) / squares.length - a.learnSensorC ** 2 - a.learnReadingC ** 2);
}

const preparedAs = (c: Consignment, catalogue: Catalogue, stoodAt: DelayPlace = 'hub'): Prepared | null => {
  try {
    const p = prepare(c, unlearned(catalogue), c.forecast, { stepH: DRAW_STEP_H, beyondH: 24, stoodAt });
    return p.ok ? p.value : null;
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
};

/** What the house has read of boxes and packs so far, taken over or not: a box is looked at around it. */
const knownHere = (house: House, a: Assumptions): Prior =>
  knownFrom(
    a,
    learn(
      house.logbook
        .evidence()
        .flatMap((r) =>
          r.evidence.flatMap((e) => (e.figures && /^(box|pack):/.test(e.figures.keys[0]!) ? [e.figures] : [])),
        ),
      priorOf(a),
      a.learnFloorSigma,
    ),
  );

/** The fit of every box of which something was read, by the id of the box. */
export function fitsOf(
  house: House,
  c: Consignment,
  catalogue: Catalogue,
): { p: Prepared; fits: Map<string, BoxEvidence> } | null {
  const facts = measuredFacts(house, c.id);
  const traces = house.logbook.traces(c.id);
  const p = preparedAs(c, catalogue);
  if (!p) return null;
  // Where it stood that came late and was not seen: every place may have been it.
  const stood = stoodUnseenMs(c, p.instants) > 0;
  const shares = delayPlaceShares(row(catalogue.services, c.serviceId, 'service'), p.a);
  const others = (['origin', 'destination'] as const).flatMap((place) => {
    const went = stood ? preparedAs(c, catalogue, place) : null;
    return went ? [{ p: went, odds: shares[place] / Math.max(0.01, shares.hub) }] : [];
  });
  const fits = new Map<string, BoxEvidence>();
  const known = knownHere(house, p.a);
  p.boxes.forEach((b, i) => {
    // A box of one's own making is no kind.
    if (b.box.own) return;
    const readings = readingsOf(c, b.box.id, facts, traces, p.instants.sealMs);
    const fit = readings.length > 0 ? evidenceOfBox(p, i, readings, known, others) : null;
    if (fit) fits.set(b.box.id, fit);
  });
  return { p, fits };
}

/** What a consignment teaches. Nothing where nobody read anything; nothing is fitted then. */
function evidenceIn(house: House, c: Consignment, catalogue: Catalogue, a: Assumptions): DigestEvidence[] {
  const out: DigestEvidence[] = [];
  const facts = measuredFacts(house, c.id);
  const traces = house.logbook.traces(c.id);
  const found = asFound(facts, c.actual.openedAt);
  const trip = tripOf(c, catalogue, a, house.calendar(c).holidays);
  if (trip) {
    const { serviceId, late, trapped } = trip;
    out.push({
      what: 'trip',
      words: late === 0 ? 'arrived on time' : `${late} ${late === 1 ? 'day' : 'days'} late`,
      trip: { serviceId, late, trapped },
    });
    for (const e of legEvidence([trip], a)) out.push({ what: 'figures', words: 'a leg timed', figures: e });
  }
  const square = forecastSquare(house, c, traces, a);
  if (square !== null) out.push({ what: 'forecast', words: 'a logger outside', squareC: square });
  const tells = found.some((r) => r.tempC !== null || TELLING.some((q) => r[q] != null));
  // How it was packed is only guessed where somebody else packed it: their boxes are no kind of this house.
  if ((!tells && traces.length === 0) || c.direction === 'incoming') return out;
  const fitted = fitsOf(house, c, catalogue);
  if (!fitted) return out;
  const { p, fits } = fitted;
  for (const [boxId, fit] of fits)
    out.push({
      what: 'figures',
      words: `box ${boxId}: ${fit.hours === 1 ? 'one reading' : `${fit.hours} hours read`}${fit.dud ? ', one pack probably failed' : ''}`,
      figures: fit.evidence,
    });
  for (const r of found) {
    const box = p.boxes.findIndex((b) => b.bags.some((x) => x.bag.id === r.bagId));
    const fit = box < 0 ? undefined : fits.get(p.boxes[box]!.box.id);
    const i = box < 0 ? -1 : p.boxes[box]!.bags.findIndex((x) => x.bag.id === r.bagId);
    if (!fit || i < 0) continue;
    const e = evidenceOfUse(p, r.bagId, r, (Date.parse(r.at) - p.instants.sealMs) / HOUR, fit.bagC[i]!);
    if (e) out.push({ what: 'figures', words: `bag ${r.bagId}: its water`, figures: e });
  }
  return out;
}

/** One consignment in short; null where it is not opened, or cannot be read. */
export function digestOf(house: House, id: string): Digest | null {
  const stored = house.consignments.byId(id);
  const c = stored?.document;
  if (!c || c.cancelled || !c.actual.openedAt || c.bags.length === 0) return null;
  let catalogue: Catalogue;
  try {
    catalogue = catalogueOf(c, house);
    row(catalogue.services, c.serviceId, 'service');
    for (const l of c.lines) row(catalogue.species, l.speciesId, 'species');
  } catch (error) {
    if (error instanceof Refusal) return null;
    throw error;
  }
  const a = withOverrides(c.assumptions);
  const openedMs = Date.parse(c.actual.openedAt);
  const sealedMs = Date.parse(c.actual.sealedAt ?? c.actual.handedOverAt ?? c.handOverAt);
  const hours = (openedMs - sealedMs) / HOUR;
  const when = season(Date.parse(c.handOverAt), c.sender.place.lat);
  const incoming = c.direction === 'incoming';
  const end = incoming ? c.sender : c.receiver;
  const runs = house.arrivals.runsOf(c.id);
  const lots = c.bags.map((b): LogbookBag => {
    const kinds = [...new Set(b.animals.map((x) => c.lines.find((l) => l.id === x.lineId)?.speciesId ?? ''))];
    const grams = b.animals.reduce((s, x) => s + x.count * massOfLine(c, x.lineId, catalogue), 0);
    return {
      bagId: b.id,
      boxId: b.boxId,
      speciesId: kinds.length === 1 ? kinds[0]! : '',
      serviceId: c.serviceId,
      season: when,
      hours: hoursClass(hours),
      density: densityClass(grams / b.waterL),
      packs: packWords(c, b.boxId, catalogue),
      method: runs.findLast((r) => r.bagIds.includes(b.id))?.method ?? '',
      seller: incoming ? c.sender.name : '',
      ...cameOut(c, b),
    };
  });
  const sum = (of: (b: LogbookBag) => number): number => lots.reduce((n, b) => n + of(b), 0);
  const [animals, counted, alive] = [sum((b) => b.animals), sum((b) => b.counted), sum((b) => b.alive)];
  // What was counted is the living: before engine 4 only limits were predicted.
  const odds = house.facts.predictions(id).find((p) => p.moment === 'hand-over')?.odds;
  const chance = odds?.allAlive ?? odds?.chance ?? null;
  const lost = counted > alive;
  const later = [
    ...unstruck(house.facts.of(id).observations)
      .filter((o) => o.quantity === 'lostLater' && o.value !== null)
      .map((o) => ({ ms: Date.parse(o.at), n: o.value! })),
    ...house.ledger
      .carriedBy(id)
      .filter((m) => m.to.kind === 'death' && m.from.kind === 'tank')
      .map((m) => ({ ms: Date.parse(m.at), n: m.count })),
  ];
  const within = (days: number): number => later.reduce((n, x) => n + (x.ms <= openedMs + days * DAY ? x.n : 0), 0);
  const trip = tripOf(c, catalogue, a, house.calendar(c).holidays);
  return {
    consignmentId: id,
    code: c.code,
    direction: c.direction,
    handOverAt: c.actual.handedOverAt ?? c.handOverAt,
    openedAt: c.actual.openedAt,
    season: when,
    serviceId: c.serviceId,
    other: end.name,
    town: end.place.name,
    hours,
    lateH: trip?.lateH ?? null,
    boxes: new Set(c.bags.map((b) => b.boxId)).size,
    bags: c.bags.length,
    animals,
    counted,
    alive,
    lost7: within(7),
    lost30: within(30),
    cost: costOf(house, c, catalogue, a),
    chance,
    held: lost ? 0 : lots.every((b) => b.counted >= b.animals) ? 1 : null,
    words: [
      c.code,
      end.name,
      end.place.name,
      localDate(Date.parse(c.handOverAt), c.sender.place.zone),
      ...c.lines.map((l) => row(catalogue.species, l.speciesId, 'species').name),
      c.note,
    ]
      .join(' ')
      .toLowerCase()
      .slice(0, 2000),
    lots,
    evidence: evidenceIn(house, c, catalogue, a),
  };
}

/** Brings the line of one consignment up to date, whatever else is still to be made. */
export function settleOne(house: House, id: string): void {
  if (house.logbook.isDue(id)) house.db.transaction(() => house.logbook.settle(id, digestOf(house, id)))();
}

/** A page answers within this, ms, however much of the logbook is still to be made. */
const BUDGET_MS = 120;

/**
 * Brings the logbook up to date, as much of it as a page has time for; says how many consignments are left. Whatever was told
 * of one made it due, so nothing has to remember to.
 */
export function settleLogbook(house: House, budgetMs = BUDGET_MS): number {
  const from = performance.now();
  while (house.logbook.dueCount() > 0 && performance.now() - from < budgetMs)
    house.db.transaction(() => {
      for (const id of house.logbook.due(8)) {
        if (performance.now() - from > budgetMs) return;
        house.logbook.settle(id, digestOf(house, id));
      }
    })();
  return house.logbook.dueCount();
}
