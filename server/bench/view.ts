import { gravest, type Concern } from '@/core/concerns/concern';
import { durationWords } from '@/core/quantities/words';
import { atClock, sameTimeLater } from '@/core/calendar/calendar';
import { stageOf, type StoredConsignment } from '@/server/db/consignments';
import { allDuties, dueMs, liveConsignments, type BenchDuty } from './duties';
import { profileOf, type House } from '@/server/house';
import type { StoredResult } from '@/server/consignment/result';
import { allConcerns } from '@/server/concerns';
import { weeksOf, type TankWeeksInput } from '@/server/concerns/tanks';
import { animalsIn, tankNameOf } from '@/server/quarantine/facts';
import { storedRunPosition } from '@/server/arrive/position';
import type { RoadState } from '@/core/duties/road';
import { leavingTonight } from '@/server/pack/tonight';
import { bagNames } from '@/core/acclimation/lanes';
import { DAY, HOUR } from '@/core/quantities/time';
import { outcomeOf } from '@/server/arrive/finish';
import { roadOf } from '@/server/road/road';
import { suppliesView } from '@/server/stock/supplies';

export interface BenchTask {
  /** Identifier of its duty, or of its running timer. */
  key: string;
  atMs: number;
  state: 'late' | 'running' | 'due' | 'leave';
  /** It can be put off. */
  canWait: boolean;
  /** Tomorrow's stand under their own heading. */
  day: 'today' | 'tomorrow';
  title: string;
  detail: string;
  warning: string | null;
  minutes: number;
  href: string;
  endsAtMs: number | null;
  totalMs: number | null;
  /** Put off by hand: when it was due before. */
  wasMs: number | null;
  /** What a press does; null where only its own screen does. */
  done: BenchDuty['tick'];
  /** The same hands serve these of other shipments: done and put off with it. */
  same: { key: string; done: BenchDuty['tick'] }[];
  /** Late, and nothing alive waits for it. */
  paper: boolean;
}

/** What only a shelf or a desk waits for. */
const onPaper: readonly BenchDuty['kind'][] = ['supplies', 'kit'];
/** What is done to a tank, whatever shipments it is for. */
const ofTank: readonly BenchDuty['kind'][] = ['last-feed', 'water-change', 'tub', 'prepare-tank', 'mix-salt'];

/** Duties of one tank that say the same within an hour are one, by the first of them. */
function asOne(list: readonly BenchDuty[]): (BenchDuty & { same: BenchTask['same'] })[] {
  const out: (BenchDuty & { same: BenchTask['same'] })[] = [];
  for (const d of list) {
    const first = ofTank.includes(d.kind)
      ? out.find(
          (x) =>
            x.kind === d.kind &&
            x.tank === d.tank &&
            x.title === d.title &&
            x.detail === d.detail &&
            Math.abs(dueMs(x) - dueMs(d)) <= HOUR,
        )
      : undefined;
    if (!first) out.push({ ...d, same: [] });
    else {
      first.same.push({ key: d.id, done: d.tick });
      first.code = `${first.code}, ${d.code}`;
    }
  }
  return out;
}

export interface BenchConsignment {
  code: string;
  who: string;
  result: StoredResult;
  words: string;
  mark: 'fine' | 'watch' | 'stop';
  travelling: boolean;
}

/** A tank in quarantine, in short: its day, its phase and its duties. */
function stripOf(house: House, { q, s }: TankWeeksInput) {
  const code = house.consignments.codeOf(q.consignmentId) ?? '';
  const duties = house.quarantines
    .dutiesOf(q.id)
    .filter((d) => d.waived === '')
    .map((d) => ({ ...d, dueMs: Date.parse(d.dueAt) }));
  return {
    id: q.id,
    tank: tankNameOf(house, q),
    animals: animalsIn(house, q),
    startedAt: q.startedAt,
    code,
    day: s.day,
    ofDays: s.ofDays,
    phase: s.now.phase.title,
    duties,
  };
}

/** What runs out first, with the day on which it bites. */
const lowSupplies = (house: House, live: StoredConsignment[], concerns: readonly Concern[]) =>
  suppliesView(
    house,
    live.filter((s) => s.document.direction !== 'incoming' && stageOf(s.document) === 'planned'),
  )
    // What runs out before somebody packs stands at the top already.
    .low.filter(
      (t) => !concerns.some((c) => c.subject.kind === 'house' && 'of' in c.finding && c.finding.of === t.name),
    )
    .sort((x, y) => ((x.bites?.atIso ?? '9') < (y.bites?.atIso ?? '9') ? -1 : 1))
    .slice(0, 5)
    .map((t) => ({
      key: t.key,
      name: t.name,
      left: Math.round(t.onHand ?? 0),
      bites: t.bites ? { ms: Date.parse(t.bites.atIso), code: t.bites.code } : null,
    }));

/** Its mark is never milder than its gravest concern. */
function markOf(code: string, state: StoredResult['state'], concerns: readonly Concern[]): BenchConsignment['mark'] {
  const worst = gravest(concerns.filter((c) => c.subject.kind === 'shipment' && c.subject.id === code));
  return worst === 'stop' ? 'stop' : worst === 'now' && state === 'fine' ? 'watch' : state;
}

/** Where it was seen last, and how late it is. */
function seenWords(road: RoadState): string {
  if (road.leg >= road.legs.length) return 'Delivered, not opened yet';
  const at = road.legs[Math.max(0, road.leg)]?.label ?? 'on the way';
  if (road.unseenSinceMs !== null) return `${at}; not seen since`;
  return road.lateMin > 0 ? `${at}; ${durationWords(road.lateMin * 60_000)} late` : `${at}; on time`;
}

/** The stored figures as the road has become since: what the tape of the Bench is drawn from. */
const asSeen = (r: StoredResult, road: RoadState): StoredResult => ({
  ...r,
  arriveMs: road.arriveMs,
  deadlineMs: road.deadlineMs,
  legs: road.legs.map(({ label, startMs, endMs }) => ({ label, startMs, endMs })),
  slackH: road.slackH,
  worstSlackH: road.worstSlackH,
  state: road.state,
  bagId: road.bagId,
  factor: road.factor,
});

/** What is on its way or leaves within two days, with the last evaluation in short. */
function onTheWay(house: House, stored: StoredConsignment, concerns: readonly Concern[]): BenchConsignment | null {
  const now = house.nowMs();
  const { document: c, result: r } = stored;
  if (!r || c.held || house.quarantines.of(c.id).length > 0) return null;
  const incoming = c.direction === 'incoming';
  const travelling = c.actual.handedOverAt !== null;
  if (!travelling && !incoming && r.handOverMs - now >= 48 * HOUR) return null;
  const late = now > r.deadlineMs && !c.actual.arrivedAt;
  const road = travelling && !c.actual.arrivedAt ? roadOf(house, stored) : null;
  const seen = road?.ok && (c.actual.scans ?? []).length > 0 ? road.value : null;
  const words = c.actual.openedAt
    ? 'Opened, transferring now'
    : c.actual.arrivedAt
      ? 'Arrived: measure and choose a method'
      : seen
        ? seenWords(seen)
        : !travelling && !incoming && now > r.handOverMs
          ? 'Not dropped off yet'
          : late
            ? 'Past its delivery window'
            : travelling
              ? incoming
                ? `Coming to you. Prepare tank ${c.tank.name}`
                : 'On the way, on time'
              : 'Leaves soon';
  return {
    code: c.code,
    who: incoming ? `from ${c.sender.name}, ${c.sender.place.name}` : `to ${c.receiver.name}, ${c.receiver.place.name}`,
    result: seen ? asSeen(r, seen) : r,
    words,
    mark: markOf(c.code, (seen ?? r).state, concerns),
    travelling,
  };
}

/** Running timers of acclimations. */
function runningTasks(house: House): BenchTask[] {
  const now = house.nowMs();
  return house.arrivals.runsSince(new Date(now - DAY).toISOString()).flatMap((run): BenchTask[] => {
    const at = storedRunPosition(run, now);
    const step = run.steps[at.index];
    if (!step) return [];
    const code = house.consignments.codeOf(run.consignmentId) ?? '';
    return [
      {
        key: `run:${run.id}`,
        atMs: at.endsAtMs ?? at.startedAtMs,
        state: 'running',
        canWait: false,
        day: 'today',
        title: at.endsAtMs ? `${step.title}, ${run.bagIds.join(' ')}` : `${step.title}: ${run.bagIds.join(' ')}`,
        detail: `${code}. ${step.detail}`,
        warning: null,
        minutes: step.minutes,
        href: `/consignments/${code}/run`,
        endsAtMs: at.endsAtMs,
        totalMs: at.endsAtMs ? at.endsAtMs - at.startedAtMs : null,
        wasMs: null,
        done: null,
        same: [],
        paper: false,
      },
    ];
  });
}

/** What is here and not open yet, or across and not told to live anywhere: the arrival wants hands until it is finished. */
function arrivalTasks(house: House, live: readonly StoredConsignment[]): BenchTask[] {
  return live.flatMap(({ document: c }): BenchTask[] => {
    const { arrivedAt } = c.actual;
    if (c.direction === 'outgoing' || !arrivedAt) return [];
    const o = outcomeOf(house, c);
    const waiting = o.bags.filter((b) => b.state === 'waits').map((b) => b.id);
    const homeless = o.tanks.some((t) => t.alive > 0 && !t.living);
    const finishes = o.allAcross && o.finishedAt === null && (homeless || o.bags.length > 0);
    if (o.finishedAt !== null || (waiting.length === 0 && !finishes)) return [];
    return [
      {
        key: `arrival:${c.id}`,
        atMs: Date.parse(arrivedAt),
        state: finishes || house.nowMs() < Date.parse(arrivedAt) + HOUR ? 'due' : 'late',
        canWait: false,
        day: 'today',
        title: finishes ? `Finish the arrival of ${c.code}` : `${c.code} arrived: look, measure, open`,
        detail: finishes
          ? 'All transferred: say where they stay, and how they arrived.'
          : `${bagNames(waiting)} ${waiting.length === 1 ? 'is' : 'are'} still closed.`,
        warning: null,
        minutes: finishes ? 5 : 20,
        href: `/consignments/${c.code}/receive`,
        endsAtMs: null,
        totalMs: null,
        wasMs: null,
        done: null,
        same: [],
        paper: false,
      },
    ];
  });
}

/** Late for so long that it is past. */
const tooLate = (d: BenchDuty, now: number): boolean => dueMs(d) < now - (d.kind === 'quarantine' ? 16 : 24) * HOUR;

function taskOf(d: ReturnType<typeof asOne>[number], now: number, midnightMs: number): BenchTask {
  const at = dueMs(d);
  return {
    key: d.id,
    atMs: at,
    state: d.kind === 'leave' && at > now ? 'leave' : at < now && d.kind !== 'better-day' ? 'late' : 'due',
    canWait: !(d.kind === 'leave' && at > now),
    day: at < midnightMs ? 'today' : 'tomorrow',
    title: d.kind === 'seal' ? `Bag ${d.code}` : d.title,
    detail: d.kind === 'quarantine' || d.kind === 'better-day' ? d.detail : `${d.code}. ${d.detail}`,
    warning: d.warning,
    minutes: d.minutes,
    href: d.href,
    endsAtMs: null,
    totalMs: null,
    wasMs: d.putOffMs !== null && d.putOffMs > d.atMs ? d.atMs : null,
    done: d.tick,
    same: d.same,
    paper: at < now && onPaper.includes(d.kind),
  };
}

/** What hands are needed for today and tomorrow, by hour, late first; what is on the way; who is in quarantine. */
export function benchView(house: House) {
  const now = house.nowMs();
  const { zone } = profileOf(house).place;
  const midnight = (days: number): number => atClock(sameTimeLater(now, days, zone), '00:00', zone);
  const { sound: live, unread } = liveConsignments(house);
  const duties = allDuties(house, live);
  const open = duties.filter(
    // The hand-over is told by the hour to leave, and recorded where it happens.
    (d) => d.doneAt === null && d.kind !== 'hand-over' && dueMs(d) < midnight(2) && !tooLate(d, now),
  );
  const concerns = allConcerns(house);
  // Of a clock that ran out hands are waited for at this minute.
  const rank = (t: BenchTask): number =>
    t.state === 'running' ? (t.endsAtMs !== null && t.endsAtMs <= now ? 0 : 2) : t.state === 'late' ? 1 : 3;
  const tasks = [
    ...runningTasks(house),
    ...arrivalTasks(house, live),
    ...asOne(open).map((d) => taskOf(d, now, midnight(1))),
  ].sort((a, b) => rank(a) - rank(b) || a.atMs - b.atMs);
  const weeks = house.quarantines.live().map((q) => weeksOf(house, q));
  return {
    nowMs: now,
    tasks,
    onTheWay: live
      .flatMap((s) => onTheWay(house, s, concerns) ?? [])
      .sort((a, b) => a.result.deadlineMs - b.result.deadlineMs),
    quarantines: weeks.map((w) => stripOf(house, w)),
    /** What is wrong, the gravest first. */
    concerns,
    /** How many leave tonight, and can be packed together. */
    evening: leavingTonight(live, now).length,
    doneToday: duties.filter((d) => d.doneAt !== null && Date.parse(d.doneAt) >= midnight(0)).length,
    low: lowSupplies(house, live, concerns),
    /** Consignments that cannot be read, and why: everything else goes on without them. */
    unread,
    empty: !house.consignments.any(),
  };
}
export type BenchView = ReturnType<typeof benchView>;
