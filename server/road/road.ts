import { z } from 'zod';
import { keyInstants } from '@/core/calendar/legs';
import { withOverrides } from '@/core/catalogue/assumptions';
import { problemsOf, refuse, type Outcome } from '@/core/consignment/outcome';
import type { Consignment } from '@/core/consignment/schema';
import { plannedRoad, roadAt, type RoadState } from '@/core/duties/road';
import { idText, text } from '@/core/quantities/shapes';
import { MIN } from '@/core/quantities/time';
import { change, find } from '@/server/consignment/change';
import { catalogueOf, hasDraws } from '@/server/consignment/result';
import type { StoredConsignment } from '@/server/db/consignments';
import { practises } from '@/server/devices/devices';
import type { House } from '@/server/house';
import { typedInstant } from '@/server/instants';
import { forecastFor, practiceCarrier } from '@/server/outside';

/** The road is looked at anew this often, and after every change. */
const FRESH_MS = 15 * MIN;

const cache = new Map<string, Outcome<RoadState>>();

/** How a box stands on its way now; null where it is not on its way. */
export function roadOf(house: House, stored: StoredConsignment): Outcome<RoadState> | null {
  const c = stored.document;
  if (!c.actual.handedOverAt || c.actual.openedAt || c.cancelled) return null;
  const at = Math.max(Math.floor(house.nowMs() / FRESH_MS) * FRESH_MS, lastTold(c));
  const key = `${c.id}:${stored.version}:${house.shelfStamp}:${at}`;
  let road = cache.get(key);
  if (!road) {
    if (cache.size > 60) cache.delete(cache.keys().next().value!);
    road = roadAt(c, catalogueOf(c, house), house.calendar(c), at);
    if (road.ok) road = { ok: true, value: inOneVoice(road.value, stored.result) };
    cache.set(key, road);
  }
  return road;
}

/** Where looking changes nothing of the road, its figures are those of the heading, from as many runs. */
function inOneVoice(road: RoadState, result: StoredConsignment['result']): RoadState {
  if (!hasDraws(result) || Math.abs(result.arriveMs - road.arriveMs) > MIN) return road;
  const { bagId, factor, slackH, worstSlackH, state } = result;
  return {
    ...road,
    bagId,
    factor,
    slackH,
    worstSlackH,
    state,
    holdsUntilMs: worstSlackH === null ? null : result.deadlineMs + worstSlackH * 60 * MIN,
  };
}

/** A scan of a moment ago is known at once, and not at the next quarter of an hour. */
const lastTold = (c: Consignment): number =>
  Math.max(Date.parse(c.actual.handedOverAt!), ...(c.actual.scans ?? []).map((s) => Date.parse(s.at)));

const scanInput = z.object({
  code: idText(20),
  /** The leg that has begun; null only tells another hour of arrival. */
  leg: z.int().min(0).max(60).nullable(),
  /** By the clock of the sender, or with its zone; now where empty. */
  at: text(40),
  words: text(120),
  /** When the carrier expects it now, by the clock of the receiver; where empty, what was said stays. */
  due: text(40),
});
export type ScanInput = z.input<typeof scanInput>;

/** The newest weather for the road: hours that have passed as they were; one’s own forecast stays. */
const weatherNow = (house: House, c: Consignment): Consignment['forecast'] =>
  forecastFor(c, keyInstants(c, catalogueOf(c, house), withOverrides(c.assumptions)).sealMs, house.nowMs());

/** Where the box was seen, or when it is expected now: a fact, with the weather as it is known by then. */
export function recordScan(
  house: House,
  input: unknown,
  method: 'typed' | 'stand-in' = 'typed',
): Outcome<StoredConsignment> {
  const parsed = scanInput.safeParse(input);
  if (!parsed.success) return { ok: false, problems: problemsOf(parsed.error) };
  const { code, leg, words } = parsed.data;
  return change(
    house,
    code,
    null,
    'where the box is',
    (c) => {
      const left = c.actual.handedOverAt;
      const at = parsed.data.at === '' ? house.nowIso() : typedInstant(parsed.data.at, c.sender.place.zone);
      const dueAt = parsed.data.due === '' ? null : typedInstant(parsed.data.due, c.receiver.place.zone);
      if (at === null) return refuse('at', 'Enter a valid date and time.');
      if (dueAt === null && parsed.data.due !== '') return refuse('due', 'Enter a valid date and time.');
      if (dueAt !== null && dueAt < at) return refuse('due', 'It cannot arrive before it was seen there.');
      if (!left) return refuse('code', `${c.code} has not left yet. Record the drop-off first.`);
      if (Date.parse(at) > house.nowMs() + MIN) return refuse('at', 'This is in the future.');
      if (Date.parse(at) < Date.parse(left)) return refuse('at', 'This is before drop-off.');
      const legs = plannedRoad(c, catalogueOf(c, house));
      const scans = c.actual.scans ?? [];
      if (leg !== null) {
        if (leg > legs.length) return refuse('leg', 'This leg is not on the journey.');
        const name = (i: number): string => legs[i]?.label.toLowerCase() ?? 'the door';
        const before = scans.find((s) => s.leg < leg && s.at > at);
        if (before) return refuse('at', `It was seen later at ${name(before.leg)}, which comes before.`);
        const after = scans.find((s) => s.leg > leg && s.at < at);
        if (after) return refuse('at', `It was seen earlier at ${name(after.leg)}, which comes after.`);
      }
      const seen = leg === null ? [] : [{ leg, at, words: words || (legs[leg]?.label ?? 'Delivered'), method }];
      const all = [...scans.filter((s) => s.leg !== leg), ...seen].sort((x, y) => x.leg - y.leg);
      const due = dueAt ?? c.actual.dueAt;
      return {
        ok: true,
        value: {
          ...c,
          forecast: weatherNow(house, c),
          actual: { ...c.actual, ...(all.length > 0 ? { scans: all } : {}), ...(due ? { dueAt: due } : {}) },
        },
      };
    },
    { kind: 'scanned', subject: words || (leg === null ? 'expected at another hour' : `leg ${leg + 1}`) },
  );
}

/** Takes one sighting back. */
export function takeBackScan(house: House, code: string, leg: number): Outcome<StoredConsignment> {
  return change(
    house,
    code,
    null,
    'where the box is',
    (c) => {
      const { scans = [], ...actual } = c.actual;
      const rest = scans.filter((s) => s.leg !== leg);
      return { ok: true, value: { ...c, actual: { ...actual, ...(rest.length > 0 ? { scans: rest } : {}) } } };
    },
    { kind: 'taken back', subject: `leg ${leg + 1}` },
  );
}

/** Asks the carrier: everything it has seen of a box until now and that is not known yet. Only a stand-in answers. */
export function askCarrier(house: House, code: string): Outcome<number> {
  const stored = find(house, code);
  if (!stored.ok) return stored;
  if (!practises(house))
    return refuse(
      'carrier',
      'No carrier connected. Type what the carrier says, or turn on the simulated carrier in Settings.',
    );
  const c = stored.value.document;
  if (!c.actual.handedOverAt) return refuse('code', `${c.code} has not left yet.`);
  if (c.actual.arrivedAt) return { ok: true, value: 0 };
  const legs = plannedRoad(c, catalogueOf(c, house));
  let told = 0;
  return house.db.transaction((): Outcome<number> => {
    for (const s of practiceCarrier(c.id, legs, house.nowMs())) {
      const known = find(house, code);
      const now = known.ok ? known.value.document : c;
      if ((now.actual.scans ?? []).some((x) => x.leg === s.leg)) continue;
      const at = s.at < now.actual.handedOverAt! ? now.actual.handedOverAt! : s.at;
      const r = recordScan(house, { code, leg: s.leg, at, words: s.words, due: '' }, 'stand-in');
      if (r.ok) told++;
    }
    return { ok: true, value: told };
  })();
}

/** Asks after every box that travels with a carrier; true where something new was told. */
export function askAfterAll(house: House): boolean {
  if (!practises(house)) return false;
  return house.consignments
    .travelling()
    .map((s) => askCarrier(house, s.document.code))
    .some((r) => r.ok && r.value > 0);
}

/** How every box that is followed stands, in short: what is late or missed by the passing of time alone shows here. */
export const howRoadsStand = (house: House): string =>
  house.consignments
    .travelling()
    .filter(({ document: c }) => (c.actual.scans ?? []).length > 0)
    .map((s) => {
      const r = roadOf(house, s);
      return r?.ok ? `${s.document.code} ${r.value.state} ${r.value.lateMin} ${r.value.unseenSinceMs ?? ''}` : '';
    })
    .join(';');
