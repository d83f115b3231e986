import { TZDate } from '@date-fns/tz';
import { backwardSchedule } from '@/core/journey/schedule';
import type { StoredQuarantine } from '../db/arrivals';
import type { House } from '../house';
import { catalogueOf, type StoredResult } from '../result';
import { positionOf } from '../usecases/arrival';
import { suppliesView } from './supplies';

const HOUR = 3600_000;

export interface BenchTask {
  key: string;
  atMs: number;
  state: 'late' | 'running' | 'due' | 'leave';
  title: string;
  detail: string;
  minutes: number;
  href: string;
  endsAtMs: number | null;
  totalMs: number | null;
  /** What a press does. */
  done: { kind: 'moment'; code: string; key: string } | { kind: 'duty'; quarantineId: string; key: string } | null;
}

export interface BenchConsignment {
  code: string;
  who: string;
  result: StoredResult;
  words: string;
  mark: 'fine' | 'watch' | 'stop';
  travelling: boolean;
}

/** Day 1 is the local day on which the quarantine opened. */
export function dayOf(q: StoredQuarantine, nowMs: number): number {
  const day = (ms: number): number => {
    const d = new TZDate(ms, q.zone);
    return Date.UTC(d.getFullYear(), d.getMonth(), d.getDate()) / 864e5;
  };
  return Math.max(1, day(nowMs) - day(Date.parse(q.startedAt)) + 1);
}

const ago = (ms: number): string =>
  ms < 90 * 60_000 ? `${Math.round(ms / 60_000)} min` : `${(ms / HOUR).toFixed(0)} h`;

/** What runs out first, with the day on which it bites. */
const lowSupplies = (house: House) =>
  suppliesView(house)
    .low.sort((x, y) => ((x.bites?.atIso ?? '9') < (y.bites?.atIso ?? '9') ? -1 : 1))
    .slice(0, 5)
    .map((t) => ({
      key: t.key,
      name: t.name,
      left: Math.round(t.onHand ?? 0),
      bites: t.bites ? { ms: Date.parse(t.bites.atIso), code: t.bites.code } : null,
    }));

/** What hands are needed for, now and in the coming hours; what is on the way; who is in quarantine. */
export function benchView(house: House) {
  const now = house.nowMs();
  const horizon = now + 9 * HOUR;
  const tasks: BenchTask[] = [];
  const onTheWay: BenchConsignment[] = [];
  let doneToday = 0;
  for (const stored of house.consignments.live(new Date(now - 4 * 24 * HOUR).toISOString())) {
    const c = stored.document;
    const ticks = house.consignments.ticks(c.id);
    if (c.direction !== 'incoming' && !c.actual.handedOverAt) {
      for (const m of backwardSchedule(c, catalogueOf(c, house))) {
        const at = ticks.get(`moment:${m.key}`);
        if (at) {
          if (now - Date.parse(at) < 12 * HOUR) doneToday++;
          continue;
        }
        if (m.atMs < now - 24 * HOUR || m.atMs > horizon || m.kind === 'hand-over' || m.kind === 'catch') continue;
        tasks.push({
          key: `${c.code}:${m.key}`,
          atMs: m.atMs,
          state: m.kind === 'leave' ? 'leave' : m.atMs < now ? 'late' : 'due',
          title: m.kind === 'seal' ? `Bag ${c.code}` : m.title,
          detail: `${c.code}. ${m.detail}`,
          minutes: m.minutes,
          href: `/consignments/${c.code}/${m.kind === 'last-feed' || m.kind === 'water-change' ? 'fast' : m.kind === 'open-packs' ? 'heat' : 'send'}`,
          endsAtMs: null,
          totalMs: null,
          done: { kind: 'moment', code: c.code, key: m.key },
        });
      }
    }
    const r = stored.result;
    const quarantined = house.arrivals.quarantineOf(c.id) !== null;
    if (
      r &&
      !quarantined &&
      (c.actual.handedOverAt !== null || c.direction === 'incoming' || r.handOverMs - now < 48 * HOUR)
    ) {
      const incoming = c.direction === 'incoming';
      const travelling = c.actual.handedOverAt !== null;
      const late = now > r.deadlineMs && !c.actual.arrivedAt;
      const words = c.actual.openedAt
        ? 'Opened; going across now'
        : c.actual.arrivedAt
          ? 'Here; measure and choose a method'
          : late
            ? `${ago(now - r.deadlineMs)} past its window. Call them.`
            : travelling
              ? incoming
                ? `Coming to you. Prepare tank ${c.tank.name}`
                : 'On the road, on time'
              : 'Leaves soon';
      onTheWay.push({
        code: c.code,
        who: incoming
          ? `from ${c.sender.name}, ${c.sender.place.name}`
          : `to ${c.receiver.name}, ${c.receiver.place.name}`,
        result: r,
        words,
        mark: late && r.state === 'fine' ? 'watch' : r.state,
        travelling,
      });
    }
  }
  for (const run of house.arrivals.runsSince(new Date(now - 24 * HOUR).toISOString())) {
    const at = positionOf(run, now);
    const step = run.steps[at.index];
    if (!step) continue;
    const code = house.consignments.byId(run.consignmentId)?.document.code ?? '';
    tasks.push({
      key: `run:${run.id}`,
      atMs: at.endsAtMs ?? at.startedAtMs,
      state: 'running',
      title: at.endsAtMs ? `${step.title}, ${run.bagIds.join(' ')}` : `${step.title}: ${run.bagIds.join(' ')}`,
      detail: `${code}. ${step.detail}`,
      minutes: step.minutes,
      href: `/consignments/${code}/run`,
      endsAtMs: at.endsAtMs,
      totalMs: at.endsAtMs ? at.endsAtMs - at.startedAtMs : null,
      done: null,
    });
  }
  const quarantines = house.arrivals
    .quarantinesSince(new Date(now - 30 * 24 * HOUR).toISOString())
    .map((q) => {
      const day = dayOf(q, now);
      const duties = house.arrivals.dutiesOf(q.id);
      return {
        ...q,
        day,
        code: house.consignments.byId(q.consignmentId)?.document.code ?? '',
        duties: duties.map((d) => ({ ...d, dueMs: Date.parse(d.dueAt) })),
      };
    })
    .filter((q) => q.day <= 28);
  for (const q of quarantines)
    for (const d of q.duties) {
      if (d.doneAt) {
        if (now - Date.parse(d.doneAt) < 12 * HOUR) doneToday++;
        continue;
      }
      if (d.dueMs < now - 16 * HOUR || d.dueMs > horizon) continue;
      tasks.push({
        key: `duty:${q.id}:${d.key}`,
        atMs: d.dueMs,
        state: d.dueMs < now ? 'late' : 'due',
        title: `${d.title}, ${q.tank}`,
        detail: `${q.animals}. ${d.detail}`,
        minutes: d.minutes,
        href: `/consignments/${q.code}/quarantine`,
        endsAtMs: null,
        totalMs: null,
        done: { kind: 'duty', quarantineId: q.id, key: d.key },
      });
    }
  const rank = { late: 0, running: 1, due: 2, leave: 2 } as const;
  tasks.sort((a, b) => rank[a.state] - rank[b.state] || a.atMs - b.atMs);
  onTheWay.sort((a, b) => a.result.deadlineMs - b.result.deadlineMs);
  return {
    nowMs: now,
    tasks,
    onTheWay,
    quarantines,
    doneToday,
    low: lowSupplies(house),
    empty: !house.consignments.any(),
  };
}
