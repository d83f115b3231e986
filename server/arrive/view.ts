import { wouldDecide } from '@/core/acclimation/deciding-readings';
import { inferred, type Compared } from '@/core/acclimation/compare';
import { isOwnMove, turnKey, turnsOf } from '@/core/acclimation/unboxing';
import { claimDeadlineMs, hasLosses } from '@/core/consignment/losses';
import { withOverrides } from '@/core/catalogue/assumptions';
import { seenOf } from '@/core/consignment/seen-signs';
import { openingOrder, arrivalSigns, signsNow } from '@/core/consignment/signs';
import { COURSE_STEP_MIN } from '@/core/acclimation/methods';
import { burdenMark, shareMark } from '@/core/acclimation/recommend';
import { sampleCurve } from '@/core/quantities/sample';
import { co2OfPh } from '@/core/acclimation/methods';
import { toleranceLimits, mostDelicate } from '@/core/fish/tolerance';
import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Observation } from '@/core/consignment/facts';
import { airIn, unstruck } from '@/core/consignment/project-facts';
import { bagFigures, quantities } from '@/core/measurement/quantities';
import { judgedMs, stepAt } from '@/core/evaluate/opened';
import { assume, type AssumedTank, type AssumedWater } from '@/core/consignment/assume';
import type { Consignment } from '@/core/consignment/schema';
import { tanksOfBag } from '@/core/consignment/arrival-counts';
import { tanksOf, waterOfBag } from '@/core/consignment/waters';
import { catalogueOf } from '@/server/consignment/result';
import type { StoredRun } from '@/server/db/arrivals';
import type { House } from '@/server/house';
import { arrivingBags, methodComparisons } from '@/server/arrive/methods';
import { outcomeOf } from '@/server/arrive/finish';
import { packedAsSeen, sellerBefore } from '@/server/arrive/seller';
import { practises } from '@/server/devices/devices';
import { methodSettingsOf } from '@/server/arrive/method-settings';
import { judgedTanks, laneStops, type LaneStops } from '@/server/concerns/receiving';
import { laneStopWords } from './lane-stop-words';

/** Of more lanes than this nobody asks what else to measure: each asks the comparison six times more. */
const MOST_ASKED = 6;

const asked = new Map<string, string[]>();

/** What nobody read of a lane, where it would decide between ways: told in words, computed once for a water. */
function asksOf(c: Consignment, source: AssumedWater, lane: Compared<AssumedTank>): string[] {
  if (lane.problem || lane.recommendation.ranked.length === 0) return [];
  const readTan = c.actual.bags.some((b) => lane.bagIds.includes(b.bagId) && b.tanMgNL != null);
  const unread = { pH: lane.measured === 0, tan: !readTan, source: source.guessed };
  const key = JSON.stringify([lane.opened, lane.tank, lane.who, unread, c.assumptions]);
  const known = asked.get(key);
  if (known) return known;
  if (asked.size > 200) asked.clear();
  const found = wouldDecide(lane.opened, lane.tank, lane.who, withOverrides(c.assumptions), unread).map((x) => x.words);
  asked.set(key, found);
  return found;
}

/** Ways of a lane that are not ranked: what cannot be used here, and what is for another end. */
const notRanked = (lane: Compared<AssumedTank>, stops: LaneStops) =>
  lane.courses.flatMap((x) =>
    x.refused
      ? [{ id: x.id, name: x.name, why: x.refused, may: false, stopped: false }]
      : x.rescue
        ? [
            {
              id: x.id,
              name: x.name,
              why: 'Gains hours for bags that must wait. Not a transfer method.',
              may: true,
              stopped: laneStopWords(stops, x.id).length > 0,
            },
          ]
        : [],
  );

/** Dissolved solids on both sides, where somebody read them: no other figure tells shrimp as much of a step. */
const solidsOf = (c: Consignment, lane: Compared<AssumedTank>): { bag: number | null; tank: number | null } => ({
  bag: c.actual.bags.find((b) => lane.bagIds.includes(b.bagId) && b.tdsMgL != null)?.tdsMgL ?? null,
  tank: lane.tank.tdsMgL ?? null,
});

/** Lanes of the Receive station: figures of every method with a mark of how heavy each weighs. */
export function laneViews(house: House, c: Consignment, e: Evaluation, runs: readonly StoredRun[], nowMs: number) {
  const thin = (v: Float64Array): number[] =>
    sampleCurve(v, { stepH: COURSE_STEP_MIN / 60, everyH: 1 / 60, decimals: 5 });
  const lanes = methodComparisons(house, c, e, nowMs);
  const assumed = assume(c, catalogueOf(c, house), e.assumptions);
  const sourceOf = (bagId: string): AssumedWater =>
    waterOfBag(
      assumed,
      c.bags.find((b) => b.id === bagId)!,
    );
  const judged = judgedTanks(house, c);
  return lanes.map((lane) => {
    const species = e.bags.find((b) => b.id === lane.bagIds[0])!.species;
    const stops = laneStops(c, lane, judged);
    return {
      bagIds: lane.bagIds,
      title: lane.title,
      tank: lane.tank,
      speciesNames: lane.speciesNames,
      species: species[0]!,
      opened: { ...lane.opened, co2MgL: co2OfPh(lane.opened) },
      path: lane.path,
      tanks: tanksOfBag(
        c,
        c.bags.find((b) => b.id === lane.bagIds[0])!,
      ),
      measured: lane.measured,
      solids: solidsOf(c, lane),
      limitNh3: toleranceLimits(mostDelicate(species.map((s) => s.tolerance)), e.assumptions).peakNh3MgNL,
      /** What of the tank would harm them, and what to do instead; a way that brings the tank to the bag is not stopped by its salinity. */
      stops: laneStopWords(stops),
      reason: lane.recommendation.reason,
      asks: lanes.length <= MOST_ASKED ? asksOf(c, sourceOf(lane.bagIds[0]!), lane) : [],
      either: lane.recommendation.either,
      problem: lane.problem,
      runId: runs.find((r) => r.bagIds.some((id) => lane.bagIds.includes(id)))?.id ?? null,
      refused: notRanked(lane, stops),
      methods: lane.recommendation.ranked.map(({ course: m, burden, parts }) => ({
        id: m.id,
        name: m.name,
        /** The tank would harm them this way: it starts only with a reason. */
        stopped: laneStopWords(stops, m.id).length > 0,
        burden,
        minutes: thin(m.minutes),
        nh3: thin(m.nh3MgNL),
        pH: thin(m.pH),
        openAtMin: m.openAtMin,
        transferAtMin: m.transferAtMin,
        /** What is put back into the tank afterwards; nothing where nothing was taken. */
        putBack: m.steps.find((s) => s.key === 'refill')?.detail ?? '',
        figures: [
          {
            name: 'Ammonia exposure',
            value: m.criterionMin < 10 ? m.criterionMin.toFixed(1) : m.criterionMin.toFixed(0),
            unit: 'min',
            mark: shareMark(parts.ammonia),
            heavy: parts.ammonia,
          },
          {
            name: 'Peak NH₃-N',
            value: m.peakNh3MgNL.toFixed(3),
            unit: 'mg/L',
            mark: shareMark(parts.peak),
            heavy: parts.peak,
          },
          {
            name: 'Least oxygen',
            value: m.leastOxygenKPa.toFixed(0),
            unit: 'kPa',
            mark: shareMark(parts.oxygen),
            heavy: parts.oxygen,
          },
          {
            name: 'pH, any 5 min',
            value: m.phStep.toFixed(1),
            unit: `(${m.bufferStep.toFixed(1)} from hardness)`,
            mark: shareMark(parts.pH),
            heavy: parts.pH,
          },
          {
            name: 'CO₂ falls, any 5 min',
            value: m.co2FallMgL.toFixed(0),
            unit: 'mg/L',
            mark: shareMark(parts.carbon),
            heavy: parts.carbon,
          },
          {
            name: 'Water, any 5 min',
            value: m.tempStepC.toFixed(1),
            unit: '°C',
            mark: shareMark(parts.temperature),
            heavy: parts.temperature,
          },
          {
            name: 'Salinity, any 5 min',
            value: m.salinityStep.toFixed(1),
            unit: '',
            mark: shareMark(parts.salinity),
            heavy: parts.salinity,
          },
          {
            name: 'Hardness, any 5 min',
            value: m.ghStep.toFixed(1),
            unit: '°dGH',
            mark: shareMark(parts.hardness),
            heavy: parts.hardness,
          },
          {
            name: 'Time, hands on',
            value: m.transferAtMin.toFixed(0),
            unit: `min (${m.handsMin} with hands)`,
            mark: shareMark(parts.hands),
            heavy: parts.hands,
          },
          { name: 'Overall stress', value: burden.toFixed(2), unit: '', mark: burdenMark(burden), heavy: burden },
        ],
      })),
    };
  });
}
export type LaneView = ReturnType<typeof laneViews>[number];
export type MethodView = LaneView['methods'][number];

/** What was told of a bag, figure by figure, in the order it was told; what was struck out stays readable. */
function historyOf(observations: readonly Observation[], bagId: string) {
  const stands = new Set(unstruck(observations).map((o) => o.n));
  const read = observations.filter(
    (o) =>
      o.subject.kind === 'bag' &&
      o.subject.id === bagId &&
      o.strikes === null &&
      (o.quantity === 'note' || (bagFigures as readonly string[]).includes(o.quantity)),
  );
  // Of every figure the last that stands counts.
  const last = new Map(read.filter((o) => stands.has(o.n)).map((o) => [o.quantity, o.n]));
  return read.map((o) => ({
    n: o.n,
    at: o.at,
    by: o.by,
    quantity: o.quantity,
    words: o.quantity === 'note' ? o.word : `${o.value} ${quantities[o.quantity].unit}`.trim(),
    counts: last.get(o.quantity) === o.n,
  }));
}

/** The Receive station: what is expected and what was found in every bag and tank, and the methods on it. */
export function receiveView(house: House, c: Consignment, e: Evaluation, runs: readonly StoredRun[]) {
  const { observations } = house.facts.of(c.id);
  const ticks = house.facts.ticks(c.id);
  const like = inferred(arrivingBags(house, c, e, house.nowMs()), e.assumptions);
  const lookedAt = (kind: 'bag' | 'box', id: string) => {
    const seen = seenOf(observations, kind, id);
    return { kind, id, seen, now: signsNow(seen) };
  };
  const bagsSeen = c.bags.map((b) => lookedAt('bag', b.id));
  const nowOf = (id: string) => bagsSeen.find((l) => l.id === id)?.now ?? [];
  const photos = unstruck(observations).filter((o) => o.photo && o.subject.kind === 'bag');
  return {
    zone: c.receiver.place.zone,
    arrivedAt: c.actual.arrivedAt,
    openedAt: c.actual.openedAt,
    /** Until when losses have to be told; null where none were counted. */
    claimByMs: hasLosses(c) ? claimDeadlineMs(c, withOverrides(c.assumptions).claimHours) : null,
    seller: c.sender.name,
    arrivePlanMs: e.instants.arriveMs,
    bags: e.bags.map((b) => {
      const i = stepAt(e, c.actual.arrivedAt ? Date.parse(c.actual.arrivedAt) : judgedMs(c, e, 0));
      const known = like.find((x) => x.id === b.id && x.inferredFrom !== null);
      return {
        id: b.id,
        species: b.species[0]!,
        animals: b.animals,
        /** As computed for its arrival, or as a like bag was read. */
        expectedC: known?.opened.tempC ?? b.tempC[i]!,
        expectedPh: known?.opened.pH ?? b.curves.pH[i]!,
        inferredFrom: known?.inferredFrom ?? null,
        reading: c.actual.bags.find((r) => r.bagId === b.id) ?? null,
        history: historyOf(observations, b.id),
        photos: photos.filter((o) => o.subject.id === b.id).map((o) => o.photo!),
      };
    }),
    /** What was seen before anything was opened: boxes, then bags, with every slip. */
    looked: [...c.boxes.map((b) => lookedAt('box', b.id)), ...bagsSeen],
    /** What is done in its turn before that: the box, or the tank of an own move; when it was done. */
    turns: turnsOf(c, withOverrides(c.assumptions)).map((t) => ({ ...t, at: ticks.get(turnKey(t.key)) ?? null })),
    ownMove: isOwnMove(c),
    /** The air in every box as its lid came off. */
    air: c.boxes.map((b) => ({ id: b.id, tempC: airIn(observations, b.id) })),
    asSeen: packedAsSeen(house, c),
    sellerBefore: sellerBefore(house, c),
    incoming: c.direction === 'incoming',
    sampledFrom: withOverrides(c.assumptions).sampledFromAnimals,
    nowMs: house.nowMs(),
    /** Bags that are weak: they are opened first. */
    openFirst: openingOrder(c.bags, nowOf)
      .filter((b) => nowOf(b.id).some((s) => 'weak' in arrivalSigns[s]))
      .map((b) => b.id),
    /** Receiving tanks, the first one first. */
    tanks: tanksOf(assume(c, catalogueOf(c, house), e.assumptions)),
    /** What was measured of each tank; the rest of its figures are those of the order. */
    measured: c.actual.tanks,
    /** Stand-ins take the place of instruments. */
    practises: practises(house),
    ways: methodSettingsOf(c),
    outcome: outcomeOf(house, c),
    // What leaves goes into tanks of others.
    ownTanks:
      c.direction === 'outgoing' ? [] : house.records.list('tank', 'active', 400).map((r) => String(r.document.name)),
    lanes: laneViews(house, c, e, runs, house.nowMs()),
  };
}
type ReceiveView = ReturnType<typeof receiveView>;
export type ReceiveStationProps = ReceiveView & { code: string; version: number; fixed: boolean };
