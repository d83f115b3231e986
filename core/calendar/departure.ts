import { feltStep } from './perceptible-step';
import { defaultAssumptions, withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { drivenTooFast, wayOf } from './distance';
import { row } from '@/core/catalogue/row';
import type { Catalogue, Service } from '@/core/catalogue/schema';
import type { Consignment } from '@/core/consignment/schema';
import { waterOfTank, tankOfLine } from '@/core/consignment/waters';
import {
  atClock,
  clockWords,
  counterOn,
  dayWords,
  embargoOn,
  holidayOn,
  lastAcceptance,
  localDate,
  restsOnHolidays,
  sameTimeLater,
  serves,
  weekdayOf,
} from './calendar';
import { capital } from '@/core/quantities/words';
import { HOUR, MIN } from '@/core/quantities/time';
import type { Calendar } from './schema';
import { fastOfTank, sourceTanks } from './fast';
import { keyInstants } from './legs';
import { weekdays } from './days';

/** Days ahead that are looked through for a departure. */
const LOOK_AHEAD = 21;

type Planned = Pick<Consignment, 'sender' | 'receiver'>;

/** Why a service cannot take fish at an instant, or would leave them standing; null where nothing stands in the way. */
export function whyNot(service: Service, handOverMs: number, c: Planned, calendar: Calendar): string | null {
  const from = c.sender.place;
  const to = c.receiver.place;
  const day = dayWords(handOverMs, from.zone);
  const holiday = restsOnHolidays(service) ? holidayOn(handOverMs, from, calendar.holidays) : null;
  if (holiday) return `${day} is ${holiday.name} in ${from.name}`;
  if (!serves(service, 'takes', handOverMs, from, calendar.holidays))
    return `${service.name} takes no parcels on ${weekdays[weekdayOf(handOverMs, from.zone) - 1]}`;
  const embargo = embargoOn(service, localDate(handOverMs, from.zone), calendar);
  if (embargo) return `embargo on ${day}: ${embargo.reason}`;
  const dueMs = handOverMs + wayOf(service, from, to, defaultAssumptions).hours * HOUR;
  if (serves(service, 'delivers', dueMs, to, calendar.holidays)) return null;
  const rest = restsOnHolidays(service) ? holidayOn(dueMs, to, calendar.holidays) : null;
  let next = dueMs;
  for (let i = 0; i < 10 && !serves(service, 'delivers', next, to, calendar.holidays); i++)
    next = sameTimeLater(next, 1, to.zone);
  return `dropped off on ${day} it would wait until ${dayWords(next, to.zone)}${rest ? `, for ${rest.name} in ${to.name}` : ''}`;
}

/**
 * Why a plan that has not left yet cannot leave as it stands: a day or an hour at which its service takes nothing, or a day
 * from which it would be left standing. Null where nothing stands in the way, and for what leaves by itself or has left.
 */
export function restsOn(
  c: Pick<Consignment, 'sender' | 'receiver' | 'serviceId' | 'handOverAt' | 'direction' | 'actual' | 'cancelled'>,
  catalogue: Pick<Catalogue, 'services'>,
  calendar: Calendar,
): string | null {
  const service = catalogue.services.find((s) => s.id === c.serviceId);
  const over = c.actual.handedOverAt !== null || c.actual.arrivedAt !== null || c.cancelled;
  if (!service || over || c.direction !== 'outgoing' || service.kind === 'own-car') return null;
  const handOverMs = Date.parse(c.handOverAt);
  const { refused } = wayOf(service, c.sender.place, c.receiver.place, defaultAssumptions);
  if (refused) return refused.replace(/\.$/, '');
  const why = whyNot(service, handOverMs, c, calendar);
  if (why) return `${service.name} does not take it: ${why}`;
  const { zone } = c.sender.place;
  const last = lastAcceptance(service, weekdayOf(handOverMs, zone));
  return handOverMs > atClock(handOverMs, last, zone)
    ? `${service.name} takes live animals until ${last}: ${clockWords(handOverMs, zone)} is too late`
    : null;
}

/** The longest fast that the tanks of a consignment ask for, and whose it is; tanks that fast already are left out. */
export function longestFast(
  c: Consignment,
  catalogue: Catalogue,
  a: Assumptions,
  fasted: ReadonlySet<string> = new Set(),
): { hours: number; name: string; tank: string } | null {
  // While an order is typed, a line may name no fish yet.
  const lines = c.lines.filter((l) => catalogue.species.some((s) => s.id === l.speciesId));
  const known = { ...c, lines };
  return sourceTanks(known)
    .filter((tank) => !fasted.has(tank))
    .map((tank) => fastOfTank(known, catalogue, a, tank, Date.parse(c.handOverAt)))
    .filter((f) => f.wantedH > 0)
    .map((f) => ({ hours: f.wantedH, name: f.slowest, tank: f.tank }))
    .reduce<{ hours: number; name: string; tank: string } | null>(
      (most, f) => (f.hours > (most?.hours ?? 0) ? f : most),
      null,
    );
}

export interface Departure {
  /** The first hand-over that fasting, counter and calendar allow; null where none is found in three weeks. */
  earliestMs: number | null;
  /** For the buyer: "Leaves on …, because …". */
  sentence: string;
}

/**
 * When an order can leave and why then: fasting from now on, then the packing, then the first day on which the counter
 * takes live fish and they would not stand. Own cars leave when the fish are ready. `fasted` names tanks that fast already.
 */
export function departure(
  c: Consignment,
  catalogue: Catalogue,
  calendar: Calendar,
  nowMs: number,
  fasted: ReadonlySet<string> = new Set(),
): Departure {
  const a = withOverrides(c.assumptions);
  const service = row(catalogue.services, c.serviceId, 'service');
  const zone = c.sender.place.zone;
  const fast = longestFast(c, catalogue, a);
  const bare = { ...c, actual: { ...c.actual, sealedAt: null, handedOverAt: null } };
  const k = keyInstants(bare, catalogue, a);
  const waiting = longestFast(c, catalogue, a, fasted);
  const readyMs = nowMs + (waiting?.hours ?? 0) * HOUR + (k.handOverMs - k.sealMs);
  const plannedMs = Date.parse(c.handOverAt);
  const own = service.kind === 'own-car';
  const passed: string[] = [];
  let earliestMs: number | null = own ? readyMs : null;
  for (let day = 0; day < LOOK_AHEAD && earliestMs === null; day++) {
    const dayMs = sameTimeLater(nowMs, day, zone);
    const at = atClock(dayMs, lastAcceptance(service, weekdayOf(dayMs, zone)), zone) - a.beforeCutOffMin * MIN;
    if (at < readyMs) continue;
    const why = whyNot(service, at, c, calendar);
    if (why) passed.push(why);
    else earliestMs = at;
  }
  const later = earliestMs !== null && localDate(plannedMs, zone) > localDate(earliestMs, zone);
  const because: string[] = [];
  if (fast) because.push(`the ${fast.name} of tank ${fast.tank} must fast ${fast.hours} h before bagging`);
  if (earliestMs !== null && localDate(plannedMs, zone) >= localDate(earliestMs, zone))
    because.push(...[...new Set(passed)].slice(0, 2));
  const takes = own
    ? []
    : [`${service.name} takes live animals until ${lastAcceptance(service, weekdayOf(plannedMs, zone))}`];
  const leaves = `Leaves ${c.sender.place.name} on ${dayWords(plannedMs, zone)} at ${clockWords(plannedMs, zone)}`;
  const told = (reasons: readonly string[]): string => (reasons.length > 0 ? `, because ${sentenceOf(reasons)}` : '');
  // A day later than need be was chosen: what holds the earliest day back is told of that day, not of this one.
  return {
    earliestMs,
    sentence: later
      ? `${leaves}${takes.length > 0 ? `; ${takes[0]}` : ''}. ${dayWords(earliestMs!, zone)} would be the earliest${told(because)}.`
      : `${leaves}${told([...because, ...takes])}.`,
  };
}

const sentenceOf = (parts: readonly string[]): string =>
  parts.length < 2 ? (parts[0] ?? '') : `${parts.slice(0, -1).join(', ')} and ${parts[parts.length - 1]}`;

/** Something to mind about an order before it is made; `stop` is refused, `mind` is only said. */
export interface OrderCheck {
  level: 'stop' | 'mind';
  path: string;
  message: string;
}

const stepWords = [
  ['tempC', 'temperature', 1, ' °C'],
  ['pH', 'pH', 1, ''],
  ['ghDgh', 'hardness', 0, ' °dGH'],
  ['salinity', 'salinity', 1, ''],
] as const;
type Stepped = Partial<Record<(typeof stepWords)[number][0], number | undefined>>;

/** The steps that fish feel between two waters, in words, of the figures that both were measured for. */
export const waterSteps = (from: Stepped, to: Stepped): string[] =>
  stepWords.flatMap(([key, what, digits, unit]) => {
    const [a, b] = [from[key], to[key]];
    if (a === undefined || b === undefined || Math.abs(b - a) < feltStep[key]) return [];
    const step = b - a;
    const by = `${step > 0 ? '+' : '−'}${Math.abs(step).toFixed(digits)}`;
    return [`${what} ${a.toFixed(digits)} to ${b.toFixed(digits)}${unit} (${by})`];
  });

/** What a careful shipper would say to an order: service, counter, days, fast, waters. Needs no bags. */
export function orderAdvice(
  c: Consignment,
  catalogue: Catalogue,
  calendar: Calendar,
  nowMs: number,
  fasted: ReadonlySet<string> = new Set(),
): OrderCheck[] {
  const out: OrderCheck[] = [];
  const say = (level: OrderCheck['level'], path: string, message: string): void =>
    void out.push({ level, path, message });
  const a = withOverrides(c.assumptions);
  const service = row(catalogue.services, c.serviceId, 'service');
  const kinds = c.lines.flatMap((l) => catalogue.species.filter((s) => s.id === l.speciesId));
  const zone = c.sender.place.zone;
  const handOverMs = Date.parse(c.handOverAt);
  if (kinds.length > 0 && !service.live)
    say('stop', 'serviceId', `${service.name} does not take live animals. Choose a live service.`);
  if (service.kind !== 'own-car') {
    const day = weekdayOf(handOverMs, zone);
    const why = whyNot(service, handOverMs, c, calendar);
    if (why) say('mind', 'handOverLocal', `${capital(why)}.`);
    if (serves(service, 'takes', handOverMs, c.sender.place, calendar.holidays)) {
      const last = atClock(handOverMs, lastAcceptance(service, day), zone);
      const { opens } = counterOn(service, day);
      if (handOverMs > last)
        say(
          'mind',
          'handOverLocal',
          `Live fish accepted until ${lastAcceptance(service, day)} that day; ${clockWords(handOverMs, zone)} is too late.`,
        );
      else if (handOverMs > last - a.beforeCutOffMin * MIN)
        say(
          'mind',
          'handOverLocal',
          `Be there by ${clockWords(last - a.beforeCutOffMin * MIN, zone)}, to leave time before ${lastAcceptance(service, day)}.`,
        );
      if (opens && handOverMs < atClock(handOverMs, opens, zone))
        say('mind', 'handOverLocal', `The counter opens at ${opens}.`);
    }
    const dueMs = c.window ? Date.parse(c.window.endAt) : Date.parse(c.openingAt);
    if (
      !why &&
      !serves(service, 'delivers', sameTimeLater(dueMs, 1, c.receiver.place.zone), c.receiver.place, calendar.holidays)
    )
      say(
        'mind',
        'openingLocal',
        `Due on ${dayWords(dueMs, c.receiver.place.zone)}. One delay and the fish wait until the next delivery day. Earlier in the week is safer.`,
      );
    if (service.packagingApproved === false)
      say('mind', 'serviceId', `${service.name} has not approved your packaging. Live freight insurance may not pay.`);
  }
  if (c.window && Date.parse(c.openingAt) < Date.parse(c.window.startAt))
    say('mind', 'openingLocal', 'Opening is planned before delivery starts.');
  const way = wayOf(service, c.sender.place, c.receiver.place, a);
  if (way.refused) say('stop', 'serviceId', way.refused);
  const promisedMs = handOverMs + way.hours * HOUR;
  const latestMs = c.window ? Date.parse(c.window.endAt) : Date.parse(c.openingAt);
  const tooFast = drivenTooFast(service, way, c.receiver.place.name, (latestMs - handOverMs) / HOUR);
  if (tooFast) say('stop', 'openingLocal', tooFast);
  if (c.window && Date.parse(c.window.startAt) < promisedMs - 2 * HOUR)
    say('mind', 'windowStartLocal', `${service.name} promises ${way.hours.toFixed(0)} h; this window starts sooner.`);
  if (c.direction !== 'incoming' && c.actual.sealedAt === null) {
    const fast = longestFast(c, catalogue, a, fasted);
    const left = (keyInstants(c, catalogue, a).sealMs - nowMs) / HOUR;
    if (fast && left > 0 && left < fast.hours)
      say(
        'mind',
        'handOverLocal',
        `The ${fast.name} need ${fast.hours} h without food; ${Math.floor(left)} h are left. If they were fed today, choose a later day.`,
      );
  }
  const said = new Set<string>();
  for (const l of c.lines) {
    const into = tankOfLine(c, l.into);
    const steps = waterSteps(waterOfTank(c, l.tank), into);
    const text = `From tank ${l.tank} into ${into.name}: ${steps.join(', ')}.`;
    if (steps.length > 0 && !said.has(text)) {
      said.add(text);
      say('mind', 'tank', text);
    }
  }
  return out;
}
