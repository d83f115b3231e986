import { row } from '@/core/catalogue/row';
import type { Catalogue } from '@/core/catalogue/schema';
import { cameInto } from '@/core/consignment/arrival-counts';
import { claimDeadlineMs, hasLosses } from '@/core/consignment/losses';
import type { Consignment } from '@/core/consignment/schema';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { clockWords, dayWords, lastAcceptance, weekdayOf } from '@/core/calendar/calendar';
import { fastsOf, plannedSealMs, tubExactMs, withHands, type Fast } from '@/core/calendar/fast';
import { keyInstants } from '@/core/calendar/legs';
import { HOUR, MIN } from '@/core/quantities/time';
import { kitWords } from './kit';

export type MomentKind =
  | 'last-feed'
  | 'water-change'
  | 'tub'
  | 'supplies'
  | 'draw-water'
  | 'catch'
  | 'seal'
  | 'open-packs'
  | 'close-box'
  | 'leave'
  | 'hand-over'
  | 'prepare-tank'
  | 'mix-salt'
  | 'kit'
  | 'be-there'
  | 'claim';

/** Something to do at an instant; `tank` where it belongs to one. */
export interface ScheduleMoment {
  key: string;
  kind: MomentKind;
  atMs: number;
  tank: string | null;
  title: string;
  detail: string;
  minutes: number;
  /** Why it is unkind as planned. */
  warning?: string;
}

/** Collects moments, each with a key of its own. */
function moments() {
  const out: ScheduleMoment[] = [];
  return {
    add: (m: Omit<ScheduleMoment, 'key'>): void =>
      void out.push({ ...m, key: m.tank ? `${m.kind}:${m.tank}` : m.kind }),
    inOrder: (): ScheduleMoment[] => out.sort((x, y) => x.atMs - y.atMs),
  };
}

/** A duty that hands do: by day, and it says so where the exact hour would be night. */
const byDay = (
  exactMs: number,
  zone: string,
  a: Assumptions,
  detail: string,
): Pick<ScheduleMoment, 'atMs' | 'detail'> => {
  const atMs = withHands(exactMs, zone, a);
  return { atMs, detail: atMs === exactMs ? detail : `${detail} ${clockWords(exactMs, zone)} would be at night.` };
};

const feedWarning = (f: Fast): string | undefined =>
  [
    ...f.tooLong.map((x) => `${x.name} tolerate ${x.longestH} h at most: feed them separately.`),
    ...f.tooShort.map((x) => `Digestion of the ${x.name} needs ${x.wantsH} h: food left will foul the bag.`),
  ].join(' ') || undefined;

/** What one tank asks for: its last feed, clean water, a tub, the catch. */
function tankMoments(
  c: Consignment,
  catalogue: Catalogue,
  fast: Fast,
  sealMs: number,
  plannedMs: number,
  add: ReturnType<typeof moments>['add'],
): void {
  const a = withOverrides(c.assumptions);
  const { zone } = c.sender.place;
  const { tank } = fast;
  const lines = c.lines.filter((l) => l.tank === tank);
  const animals = lines.reduce((n, l) => n + l.count, 0);
  const names = [...new Set(lines.map((l) => row(catalogue.species, l.speciesId, 'species').name))].join(', ');
  const warning = feedWarning(fast);
  if (fast.feedMs !== null)
    add({
      kind: 'last-feed',
      tank,
      atMs: fast.feedMs,
      minutes: 15,
      title: `Last feed, tank ${tank}`,
      detail: `${animals} ${names}. Then nothing for ${Math.round(fast.hours)} h. ${fast.why}.`,
      ...(warning ? { warning } : {}),
    });
  add({
    kind: 'water-change',
    tank,
    ...byDay(plannedMs - 48 * HOUR, zone, a, 'Clean water before the trip; lowers nitrate.'),
    minutes: 40,
    title: `Large water change, tank ${tank}`,
  });
  if (fast.tubMs !== null)
    add({
      kind: 'tub',
      tank,
      minutes: 30,
      title: `Into a bare tub, from tank ${tank}`,
      ...byDay(
        tubExactMs(fast.wantedH, plannedMs),
        zone,
        a,
        `${animals} ${names}. New water at the same temperature and pH, air, a lid; siphon waste.`,
      ),
    });
  add({
    kind: 'catch',
    tank,
    atMs: sealMs - 30 * MIN,
    minutes: 30,
    title: fast.tubMs === null ? `Catch from tank ${tank}` : `Catch from the tub of tank ${tank}`,
    detail: `${animals} ${names}. ${fast.tubMs === null ? 'Take out stones, wood and filter first; no chasing.' : 'Count them out; the tank stays as it is.'}`,
  });
}

/**
 * The schedule backwards from the hand-over, as moments per tank (common practice). Shrimp, snails and crabs are not
 * fasted; the slowest gut in a tank decides its last feed unless a school was chosen. What would fall into the night is
 * done the evening before, and says so.
 */
export function backwardSchedule(c: Consignment, catalogue: Catalogue): ScheduleMoment[] {
  const a = withOverrides(c.assumptions);
  const k = keyInstants(c, catalogue, a);
  const plannedMs = plannedSealMs(c, catalogue, a);
  const { zone } = c.sender.place;
  const { add, inOrder } = moments();
  const heatPacks = c.boxes
    .flatMap((b) => b.packs)
    .filter((p) => row(catalogue.packs, p.packId, 'pack').kind === 'heat');
  const packCount = heatPacks.reduce((n, p) => n + p.count, 0);

  for (const fast of fastsOf(c, catalogue)) tankMoments(c, catalogue, fast, k.sealMs, plannedMs, add);
  add({
    kind: 'supplies',
    tank: null,
    ...byDay(plannedMs - 24 * HOUR, zone, a, 'Bags, bands, packs, oxygen. Labels while hands are dry.'),
    minutes: 20,
    title: 'Count supplies, print labels',
  });
  add({
    kind: 'draw-water',
    tank: null,
    atMs: k.sealMs - 2 * HOUR,
    minutes: 30,
    title: 'Draw and treat the shipping water',
    detail: 'At the fish’s temperature and pH.',
  });
  add({
    kind: 'seal',
    tank: null,
    atMs: k.sealMs,
    minutes: Math.max(1, c.bags.length) * a.packingMinPerBag,
    title: 'Start bagging',
    detail: `${c.bags.length === 1 ? 'One bag' : `${c.bags.length} bags`}. Hours count from the first bag sealed.`,
  });
  const closeMs = Math.max(k.sealMs, k.leaveMs - 20 * MIN);
  if (packCount > 0)
    add({
      kind: 'open-packs',
      tank: null,
      atMs: closeMs - a.packBenchMin * MIN,
      minutes: 5,
      title: packCount === 1 ? 'Open the heat pack' : `Open ${packCount} heat packs`,
      detail: 'Flat, in air, dry. Check each is warm before it goes in.',
    });
  add({
    kind: 'close-box',
    tank: null,
    atMs: closeMs,
    minutes: 20,
    title: c.boxes.length === 1 ? 'Close the box' : `Close ${c.boxes.length} boxes`,
    detail: 'Pad, lid, carton, labels, weigh.',
  });
  const service = row(catalogue.services, c.serviceId, 'service');
  if (service.kind !== 'own-car') {
    add({
      kind: 'leave',
      tank: null,
      atMs: k.leaveMs,
      minutes: service.driveMin,
      title: 'Leave for the counter',
      detail: `${service.name}. Drive ${service.driveMin} min, live animals accepted until ${lastAcceptance(service, weekdayOf(k.handOverMs, c.sender.place.zone))}.`,
    });
    add({
      kind: 'hand-over',
      tank: null,
      atMs: k.handOverMs,
      minutes: 10,
      title: 'Drop off',
      detail: `${service.name}, ${c.sender.place.name}.`,
    });
  } else
    add({
      kind: 'leave',
      tank: null,
      atMs: k.leaveMs,
      minutes: 10,
      title: 'Drive off',
      detail: `To ${c.receiver.place.name}. Bags out of the sun, car at 20 °C.`,
    });
  return inOrder();
}

/** So long before the delivery it is laid out, h († ours). */
const KIT_H = 2;

/** The receiver's side, backwards from the delivery (common practice): the tank a day ahead, sea water a day ahead, the door. */
export function receivingSchedule(c: Consignment, catalogue: Catalogue): ScheduleMoment[] {
  const a = withOverrides(c.assumptions);
  const { zone } = c.receiver.place;
  const { add, inOrder } = moments();
  const startMs = Date.parse(c.window?.startAt ?? c.openingAt);
  const endMs = Date.parse(c.window?.endAt ?? c.openingAt);
  const marine = c.lines.some((l) => row(catalogue.species, l.speciesId, 'species').water === 'marine');
  // A tank that nothing goes into wants nothing.
  const used = [c.tank, ...(c.otherTanks ?? [])].filter((t) => cameInto(c, t.name).length > 0);
  add({
    kind: 'kit',
    tank: null,
    ...byDay(startMs - KIT_H * HOUR, zone, a, kitWords(marine)),
    minutes: 10,
    title: `Lay out the kit for ${c.code} takes`,
  });
  for (const tank of used) {
    add({
      kind: 'prepare-tank',
      tank: tank.name,
      ...byDay(
        startMs - 24 * HOUR,
        zone,
        a,
        'Ammonia and nitrite 0, temperature steady; about 4 L of spare water for acclimation. In quarantine: cycled media once, cover, guarded heater, no carbon.',
      ),
      minutes: 40,
      title: `Water change and test, tank ${tank.name}`,
    });
    if (marine)
      add({
        kind: 'mix-salt',
        tank: tank.name,
        ...byDay(
          startMs - 26 * HOUR,
          zone,
          a,
          'A day ahead, aerated, same temperature and salinity. Auto top-off off before you draw water.',
        ),
        minutes: 20,
        title: `Mix salt water for tank ${tank.name}`,
      });
  }
  add({
    kind: 'be-there',
    tank: null,
    atMs: startMs,
    minutes: Math.max(10, Math.round((endMs - startMs) / MIN)),
    title: `Be there for ${c.code}`,
    detail: `Due ${clockWords(startMs, zone)}${endMs > startMs ? ` to ${clockWords(endMs, zone)}` : ''}, from ${c.sender.name}, ${c.sender.place.name}. Never in sun or frost. Room dim, top-off off.`,
  });
  if (hasLosses(c))
    add({
      kind: 'claim',
      tank: null,
      // Two hours are left to put it together and to send it.
      atMs: claimDeadlineMs(c, a.claimHours) - 2 * HOUR,
      minutes: 15,
      title: `Report the losses to ${c.sender.name}`,
      detail: `By ${dayWords(claimDeadlineMs(c, a.claimHours), zone)} at ${clockWords(claimDeadlineMs(c, a.claimHours), zone)}: count, readings and the pictures of the closed bags.`,
    });
  return inOrder();
}

/** Everything to be done for a consignment at this house: what it sends it prepares, what comes it receives. */
export const scheduleOf = (c: Consignment, catalogue: Catalogue): ScheduleMoment[] =>
  c.direction === 'incoming' ? receivingSchedule(c, catalogue) : backwardSchedule(c, catalogue);

/** Before the bags are sealed there is a point in these; after it they are past. */
const beforeSealing: readonly MomentKind[] = [
  'last-feed',
  'water-change',
  'tub',
  'supplies',
  'draw-water',
  'catch',
  'seal',
];

/** Whether a moment is past by what has happened, ticked or not: what has left this house, or has come, wants nothing of it. */
export function isPast(c: Pick<Consignment, 'direction' | 'actual'>, kind: MomentKind): boolean {
  const { sealedAt, handedOverAt, arrivedAt } = c.actual;
  if (kind === 'claim') return false;
  if ((c.direction === 'incoming' ? arrivedAt : handedOverAt) !== null) return true;
  return sealedAt !== null && beforeSealing.includes(kind);
}

/** What moved between two schedules, in words: from when to when, what is new, what falls away. */
export function movedWords(
  before: readonly ScheduleMoment[],
  after: readonly ScheduleMoment[],
  zone: string,
): Map<string, string> {
  const when = (ms: number): string => `${dayWords(ms, zone)} ${clockWords(ms, zone)}`;
  const out = new Map<string, string>();
  for (const m of after) {
    const was = before.find((x) => x.key === m.key);
    if (!was) out.set(m.key, `${m.title}: new, ${when(m.atMs)}`);
    else if (was.atMs !== m.atMs) out.set(m.key, `${m.title}: ${when(was.atMs)} to ${when(m.atMs)}`);
  }
  for (const m of before) if (!after.some((x) => x.key === m.key)) out.set(m.key, `${m.title}: no longer needed`);
  return out;
}
