import { doneBySteps } from '@/core/duties/done-by-steps';
import { isPast, scheduleOf, type MomentKind } from '@/core/duties/schedule';
import { dayWords } from '@/core/calendar/calendar';
import type { StoredConsignment, Unread } from '@/server/db/consignments';
import { soundOf } from '@/server/consignment/sound';
import type { StoredQuarantine } from '@/server/db/quarantines';
import { looksOf } from '@/server/arrive/looks';
import type { Consignment } from '@/core/consignment/schema';
import { DAY } from '@/core/quantities/time';
import type { House } from '@/server/house';
import { animalsIn, tankNameOf } from '@/server/quarantine/facts';
import { toldOnly } from '@/server/quarantine/quarantine';
import { catalogueOf } from '@/server/consignment/result';

/** So long after a release somebody looks at it, with a day to spare. */
const LOOKED_MS = 4 * DAY;
/** So long after the weeks of a tank its gear is still dried. */
const AFTER_MS = 5 * DAY;

/** What hands have to do at an instant, of a consignment or of a quarantine tank: the one list behind Bench, week and calendar. */
export interface BenchDuty {
  /** The same for as long as the duty exists, whatever its time. */
  id: string;
  kind: MomentKind | 'quarantine' | 'better-day' | 'look';
  atMs: number;
  /** Put off by hand until then. */
  putOffMs: number | null;
  minutes: number;
  title: string;
  detail: string;
  warning: string | null;
  /** Consignment it belongs to. */
  code: string;
  /** Tank it belongs to. */
  tank: string | null;
  href: string;
  doneAt: string | null;
  /** What ticks it; null where only its own screen does. */
  tick: { kind: 'moment'; code: string; key: string } | { kind: 'duty'; quarantineId: string; key: string } | null;
}

/** When it wants hands: as planned, or when it was put off to. */
export const dueMs = (d: BenchDuty): number => Math.max(d.atMs, d.putOffMs ?? 0);

const stationOf: Partial<Record<MomentKind, string>> = {
  'last-feed': 'fast',
  'water-change': 'fast',
  tub: 'fast',
  seal: 'pack',
  'open-packs': 'pack',
  'close-box': 'pack',
  'prepare-tank': 'receive',
  'mix-salt': 'receive',
  kit: 'receive',
  'be-there': 'receive',
  claim: 'receive',
};

/** Half an hour to take in what was just typed. */
const SETTLE_MS = 30 * 60_000;
/** Nothing waits beyond the opening. */
const lastMs = (c: Consignment): number => Date.parse(c.openingAt);

type PutOff = ReadonlyMap<string, string>;
const putOffMs = (off: PutOff, id: string): number | null => (off.has(id) ? Date.parse(off.get(id)!) : null);

/** The moments of one consignment as duties, done or not; none of what is held back or has happened already. */
function consignmentDuties(house: House, stored: StoredConsignment, off: PutOff): BenchDuty[] {
  const c = stored.document;
  if (c.held) return betterDay(house, stored, off);
  const ticks = house.facts.ticks(c.id);
  const catalogue = catalogueOf(c, house);
  const typedMs = Date.parse(stored.createdAt) + SETTLE_MS;
  return scheduleOf(c, catalogue)
    .filter((m) => ticks.has(`moment:${m.key}`) || !isPast(c, m.kind))
    .map((m): BenchDuty => {
      const id = `${c.id}-${m.key}`;
      return {
        id,
        kind: m.kind,
        // What should have been done before anybody typed it is due then, and not late at once.
        atMs: c.direction === 'outgoing' ? m.atMs : Math.max(m.atMs, Math.min(typedMs, lastMs(c))),
        putOffMs: putOffMs(off, id),
        minutes: m.minutes,
        title: m.title,
        detail: m.detail,
        warning: m.warning ?? null,
        code: c.code,
        tank: m.tank,
        href: `/consignments/${c.code}/${stationOf[m.kind] ?? 'send'}`,
        doneAt: ticks.get(`moment:${m.key}`) ?? doneBySteps(c, catalogue, m.kind, ticks),
        tick: { kind: 'moment', code: c.code, key: m.key },
      };
    });
}

/** The looks at animals that went into their tanks. */
function lookDuties(house: House, consignmentId: string, code: string, off: PutOff): BenchDuty[] {
  const ticks = house.facts.ticks(consignmentId);
  return looksOf(house, consignmentId).map(({ key, look, title, atMs }): BenchDuty => {
    const id = `${consignmentId}-${key}`;
    return {
      id,
      kind: 'look',
      atMs,
      putOffMs: putOffMs(off, id),
      minutes: 5,
      title,
      detail: look.detail,
      warning: null,
      code,
      tank: null,
      href: `/consignments/${code}/receive`,
      doneAt: ticks.get(`moment:${key}`) ?? null,
      tick: { kind: 'moment', code, key },
    };
  });
}

/** The one duty of what is held back: to look at the better day that has appeared. */
function betterDay(house: House, { document: c }: StoredConsignment, off: PutOff): BenchDuty[] {
  const look = house.bench.look(c.id);
  if (!look?.found?.handOverAt) return [];
  const id = `${c.id}-better-day`;
  const day = dayWords(Date.parse(look.found.handOverAt), c.sender.place.zone);
  return [
    {
      id,
      kind: 'better-day',
      atMs: Date.parse(look.at),
      putOffMs: putOffMs(off, id),
      minutes: 5,
      title: `A better day for ${c.code}: ${day}`,
      detail: `${look.found.serviceName}. ${look.found.reason}`,
      warning: null,
      code: c.code,
      tank: null,
      href: `/consignments/${c.code}/fast`,
      doneAt: null,
      tick: null,
    },
  ];
}

export function quarantineDuties(house: House, q: StoredQuarantine, code: string, off: PutOff): BenchDuty[] {
  const tank = tankNameOf(house, q);
  const wanted = house.quarantines.dutiesOf(q.id).filter((d) => d.waived === '');
  const animals = animalsIn(house, q);
  return wanted.map((d): BenchDuty => {
    const id = `${q.id}-${d.key}`;
    return {
      id,
      kind: 'quarantine',
      atMs: Date.parse(d.dueAt),
      putOffMs: putOffMs(off, id),
      minutes: d.minutes,
      title: `${d.title}, ${tank}`,
      detail: `${animals}. ${d.detail}`,
      warning: null,
      code,
      tank,
      href: `/quarantine/${q.id}`,
      doneAt: d.doneAt,
      // What has a value is told on its page.
      tick: d.phase !== '' && toldOnly.includes(d.kind) ? null : { kind: 'duty', quarantineId: q.id, key: d.key },
    };
  });
}

/** What is planned, on its way or lately opened: read once, it is a long read; and what of it cannot be worked with. */
export const liveConsignments = (house: House): { sound: StoredConsignment[]; unread: Unread[] } =>
  soundOf(house, house.consignments.live(new Date(house.nowMs() - 4 * DAY).toISOString()));

/** Everything live at this house, with its duties in the order in which they want hands. */
export function allDuties(house: House, live = liveConsignments(house).sound): BenchDuty[] {
  const now = house.nowMs();
  const off = house.bench.putOffs(new Date(now - DAY).toISOString());
  // What follows a release is still to be done.
  const quarantines = house.quarantines.live(new Date(now - AFTER_MS).toISOString());
  const released = new Set(
    house.arrivals.runsSince(new Date(now - LOOKED_MS).toISOString()).map((r) => r.consignmentId),
  );
  return [
    ...live.flatMap((s) => consignmentDuties(house, s, off)),
    ...[...released].flatMap((id) => lookDuties(house, id, house.consignments.codeOf(id) ?? '', off)),
    ...quarantines.flatMap((q) => quarantineDuties(house, q, house.consignments.codeOf(q.consignmentId) ?? '', off)),
  ].sort((x, y) => dueMs(x) - dueMs(y));
}
