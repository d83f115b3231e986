import type { Evaluation } from '@/core/evaluate/evaluate';
import type { Problem } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { factors, usedShare, type Factor, slackOf } from '@/core/bag/slack';
import { SLACK_BEYOND_H } from '@/core/engine/draws';
import { sampleCurve } from '@/core/quantities/sample';
import { stateOf } from '@/core/engine/forward';
import type { PackOption } from '@/core/choose/packs';
import { withOverrides } from '@/core/catalogue/assumptions';
import { packingChecklist } from '@/core/duties/checklist';
import { backwardSchedule, type ScheduleMoment } from '@/core/duties/schedule';
import { restsOn } from '@/core/calendar/departure';
import { keyInstants, packingOf } from '@/core/calendar/legs';
import type { StoredRun } from '@/server/db/arrivals';
import type { StoredQuarantine } from '@/server/db/quarantines';
import type { StoredConsignment } from '@/server/db/consignments';
import type { House } from '@/server/house';
import { asStored, catalogueOf, drawsStillWanted, stepOf, tryEvaluate } from './result';
import { storedRunPosition } from '@/server/arrive/position';

const stations = ['order', 'fast', 'bag', 'heat', 'box', 'send', 'receive', 'quarantine'] as const;
type StationId = (typeof stations)[number];

interface StationState {
  id: StationId;
  mark: 'done' | 'now' | 'ahead';
  words: string;
}

/** What the ribbon draws: plain numbers, ready for either side. */
export interface RibbonData {
  sealMs: number | null;
  deadlineMs: number | null;
  lastFeedMs: number | null;
  handOverMs: number;
  openMs: number;
  windowMs: { start: number; end: number } | null;
  nowMs: number;
  legs: { label: string; startMs: number; endMs: number }[];
  stepMs: number;
  /** Water of the bag that fails first (or the chosen one) and the ambient, one value a step. */
  bagId: string | null;
  tempC: number[];
  ambientC: number[];
  band: { min: number; max: number };
  /** Per factor: its bag, hours, and how much of the limit is used along the way. */
  rows: { factor: Factor; bagId: string | null; slackH: number | null; used: number[] }[];
  measured: { ms: number; tempC: number }[];
}

export interface ConsignmentView {
  stored: StoredConsignment;
  evaluation: Evaluation | null;
  problems: Problem[];
  /** Why it cannot leave on the day and hour of its plan. */
  rests: string | null;
  schedule: ScheduleMoment[];
  ticks: Map<string, string>;
  runs: StoredRun[];
  quarantines: StoredQuarantine[];
  stations: StationState[];
  nowStation: StationId;
}

/** Distance of the ribbon's points, h. */
const RIBBON_H = 0.25;

const cache = new Map<string, ReturnType<typeof tryEvaluate>>();

/** Evaluations are kept by version: a page that is looked at again computes nothing. */
export function evaluationOf(house: House, stored: StoredConsignment): ReturnType<typeof tryEvaluate> {
  const { document: c, result } = stored;
  const key = `${c.id}:${stored.version}:${house.shelfStamp}:${result?.engine}:${result?.draws ?? 0}`;
  let e = cache.get(key);
  if (!e) {
    if (cache.size > 40) cache.delete(cache.keys().next().value!);
    e = tryEvaluate(house, c, { draws: drawsStillWanted(result, c, house.thinker), stepH: stepOf(c) });
    if (e.ok) e = { ok: true, value: asStored(e.value, result) };
    cache.set(key, e);
  }
  return e;
}

const packCache = new Map<string, PackOption[]>();
/** Every sensible way to heat a box, by slack alone: the page's own worker adds the chances. */
export function packOptionsOf(house: House, stored: StoredConsignment, boxId: string): PackOption[] {
  const key = `${stored.document.id}:${stored.version}:${house.shelfStamp}:${boxId}`;
  let options = packCache.get(key);
  if (!options) {
    if (packCache.size > 20) packCache.delete(packCache.keys().next().value!);
    const { document: c } = stored;
    // Packs of one box warm no other: of a large order that box alone is computed.
    const alone = {
      ...c,
      boxes: c.boxes.filter((b) => b.id === boxId),
      bags: c.bags.filter((b) => b.boxId === boxId),
      companions: [],
    };
    const e = tryEvaluate(house, alone, {
      stepH: 0.5,
      beyondH: 0,
      packing: packingOf(c),
      draws: 0,
      choosers: { packs: { boxId, draws: 0 }, bags: false, days: null },
    });
    options = e.ok ? (e.value.packs[boxId] ?? []) : [];
    packCache.set(key, options);
  }
  return options;
}

export function ribbonOf(
  house: House,
  c: Consignment,
  e: Evaluation | null,
  schedule: readonly ScheduleMoment[],
  nowMs: number,
  chosenBag: string | null,
): RibbonData {
  const k = keyInstants(c, catalogueOf(c, house), withOverrides(c.assumptions));
  const feeds = schedule.filter((m) => m.kind === 'last-feed').map((m) => m.atMs);
  const base = {
    sealMs: k.sealMs,
    deadlineMs: k.deadlineMs,
    lastFeedMs: feeds.length > 0 ? Math.min(...feeds) : null,
    handOverMs: k.handOverMs,
    openMs: k.openMs,
    windowMs: c.window ? { start: Date.parse(c.window.startAt), end: Date.parse(c.window.endAt) } : null,
    nowMs,
    measured: c.actual.bags.flatMap((b) => (b.tempC === null ? [] : [{ ms: Date.parse(b.at), tempC: b.tempC }])),
  };
  if (!e)
    return { ...base, legs: [], stepMs: 1, bagId: null, tempC: [], ambientC: [], band: { min: 0, max: 0 }, rows: [] };
  const bag = e.bags.find((b) => b.id === (chosenBag ?? e.overall.bagId)) ?? e.bags[0]!;
  const rows = factors.map((factor) => {
    const tightest = (chosenBag ? [bag] : e.bags).reduce((x, b) =>
      (b.safe[factor] ?? Infinity) < (x.safe[factor] ?? Infinity) ? b : x,
    );
    const safe = tightest.safe[factor];
    const used = sampleCurve(
      Float64Array.from({ length: e.steps }, (_, i) => Math.min(1.2, usedShare(factor, tightest, i))),
      { stepH: e.stepH, everyH: RIBBON_H, decimals: 3 },
    );
    const slackH = slackOf(safe, e.deadlineH);
    return {
      factor,
      bagId: safe === null ? null : tightest.id,
      // No figure is told further than the draws look.
      slackH: slackH !== null && slackH > SLACK_BEYOND_H ? null : slackH,
      used,
    };
  });
  // What fails first is told by the draws, as in the heading and the table of bags; the other limits as planned.
  const told = chosenBag ? { bagId: bag.id, factor: bag.factor, slackH: bag.slackH } : e.overall;
  const first = rows.find((r) => r.factor === told.factor && told.slackH !== null);
  if (first) Object.assign(first, { bagId: told.bagId, slackH: told.slackH });
  rows.sort((a, b) => Number(b === first) - Number(a === first) || (a.slackH ?? Infinity) - (b.slackH ?? Infinity));
  return {
    ...base,
    legs: e.legs.map((l) => ({ label: l.label, startMs: l.startMs, endMs: l.endMs })),
    stepMs: RIBBON_H * 3600_000,
    bagId: bag.id,
    tempC: sampleCurve(bag.tempC, { stepH: e.stepH, everyH: RIBBON_H, decimals: 2 }),
    ambientC: sampleCurve(e.ambient.pointC, { stepH: e.stepH, everyH: RIBBON_H, decimals: 2 }),
    band: { min: bag.limits.cold24C, max: bag.limits.warm24C },
    rows,
  };
}

function stationStates(
  house: House,
  v: Omit<ConsignmentView, 'stations' | 'nowStation'>,
  nowMs: number,
): { list: StationState[]; now: StationId } {
  const c = v.stored.document;
  const e = v.evaluation;
  const a = c.actual;
  const animals = c.lines.reduce((n, l) => n + l.count, 0);
  const feeds = v.schedule.filter((m) => m.kind === 'last-feed');
  const fed = feeds.every((m) => v.ticks.has(`moment:${m.key}`) || m.atMs < nowMs - 6 * 3600_000);
  const checklist = packingChecklist(c, catalogueOf(c, house));
  const bagged = checklist.filter((i) => i.bagId).every((i) => v.ticks.has(i.key)) || a.sealedAt !== null;
  const running = v.runs.some((r) => !storedRunPosition(r, nowMs).finished);
  const done: Record<StationId, boolean> = {
    order: c.lines.length > 0,
    fast:
      a.sealedAt !== null ||
      (feeds.length > 0 ? fed && feeds.some((m) => v.ticks.has(`moment:${m.key}`)) : nowMs > v.schedule[0]!.atMs),
    bag: bagged && c.bags.length > 0,
    heat: a.handedOverAt !== null || checklist.filter((i) => i.key.startsWith('pack:')).some((i) => v.ticks.has(i.key)),
    box: a.handedOverAt !== null || checklist.filter((i) => i.key.startsWith('lid:')).some((i) => v.ticks.has(i.key)),
    send: a.handedOverAt !== null,
    receive: v.quarantines.length > 0,
    quarantine: false,
  };
  const packs = c.boxes.reduce((n, b) => n + b.packs.reduce((m, p) => m + p.count, 0), 0);
  const incoming = c.direction === 'incoming';
  if (incoming) for (const id of ['order', 'fast', 'bag', 'heat', 'box', 'send'] as const) done[id] = true;
  const now = stations.find((s) => !done[s]) ?? 'quarantine';
  const words: Record<StationId, string> = {
    order: `${animals} animals, ${c.lines.length} kind${c.lines.length === 1 ? '' : 's'}`,
    fast:
      feeds.length === 0
        ? 'no fast needed'
        : `${Math.round((v.schedule.find((m) => m.kind === 'seal')!.atMs - Math.min(...feeds.map((m) => m.atMs))) / 3600_000)} h`,
    bag: c.bags.length === 1 ? '1 bag' : `${c.bags.length} bags`,
    heat: packs === 0 ? 'no pack' : packs === 1 ? '1 pack' : `${packs} packs`,
    box: e
      ? `${e.boxes.reduce((s, b) => s + b.weights.totalKg, 0).toFixed(1)} kg${e.boxes.some((b) => b.arrangement.problems.length > 0) ? ', does not fit' : ''}`
      : 'no plan yet',
    send: a.handedOverAt ? 'dropped off' : a.sealedAt ? 'sealed' : 'packing list',
    receive:
      v.quarantines.length > 0 ? 'in the tank' : running ? 'running' : a.arrivedAt ? 'arrived' : 'choose a method',
    quarantine: v.quarantines.length > 0 ? `tank ${v.quarantines.map((q) => q.tank).join(', ')}` : 'quarantine',
  };
  return {
    now,
    list: stations.map((id) => ({ id, mark: done[id] ? 'done' : id === now ? 'now' : 'ahead', words: words[id] })),
  };
}

/** Everything a consignment page needs, or null when there is none of that code. */
export function consignmentView(house: House, code: string): ConsignmentView | null {
  const stored = house.consignments.byCode(code);
  if (!stored) return null;
  const c = stored.document;
  const e = evaluationOf(house, stored);
  const chance = stored.result?.chance ?? null;
  const rests = restsOn(c, catalogueOf(c, house), house.calendar(c));
  const known = e.ok
    ? {
        ...e.value,
        overall: {
          ...e.value.overall,
          state: rests ? ('stop' as const) : stateOf(e.value.overall.worstSlackH, e.value.assumptions, chance),
        },
      }
    : null;
  const partial = {
    stored,
    evaluation: known,
    problems: e.ok ? [] : e.problems,
    rests,
    schedule: backwardSchedule(c, catalogueOf(c, house)),
    ticks: house.facts.ticks(c.id),
    runs: house.arrivals.runsOf(c.id),
    quarantines: house.quarantines.of(c.id),
  };
  const { list, now } = stationStates(house, partial, house.nowMs());
  return { ...partial, stations: list, nowStation: now };
}
