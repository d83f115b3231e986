import { tripsWords, wholePercent } from '@/core/quantities/words';
import { TZDate } from '@date-fns/tz';
import { row } from '@/core/catalogue/row';
import type { Catalogue, Service } from '@/core/catalogue/schema';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { ambientAlong } from '@/core/weather/ambient';
import { longestFast } from '@/core/calendar/departure';
import { keyInstants, legsOf } from '@/core/calendar/legs';
import { forward, least, weighed } from '@/core/engine/forward';
import { prepare, withBox, type Prepared } from '@/core/engine/prepare';
import type { Consignment, Forecast } from '@/core/consignment/schema';
import { ventHolesFor, type PackSet } from './packs';
import { Draws, DRAW_STEP_H } from '@/core/engine/draws';
import { wayOf } from '@/core/calendar/distance';
import { BLOCK } from '@/core/engine/random';
import { freightPrice, tariffTo } from '@/core/box/freight';
import {
  atClock,
  embargoOn,
  holidayOn,
  lastAcceptance,
  localDate,
  restsOnHolidays,
  sameTimeLater,
  serves,
  weekdayOf,
} from '@/core/calendar/calendar';
import type { Calendar } from '@/core/calendar/schema';
import { HOUR } from '@/core/quantities/time';

export type DayVerdict = 'go' | 'care' | 'hold';

/** One service on one day. */
export interface DayOption {
  /** Local day of the hand-over, as 2026-11-24. */
  date: string;
  serviceId: string;
  serviceName: string;
  /** Instants of the cell; null where the service does not run that day. */
  handOverAt: string | null;
  windowAt: { startAt: string; endAt: string } | null;
  openingAt: string | null;
  verdict: DayVerdict;
  chance: number | null;
  standardError: number | null;
  /** Share of the animals expected alive; null where no draws were made. */
  alive: number | null;
  hoursInBag: number | null;
  slackH: number | null;
  worstSlackH: number | null;
  /** Coldest and warmest outside on the way, °C. */
  outsideC: { min: number; max: number } | null;
  /** Hours from sealing that the forecast reaches, where it does not reach the end; from there its last day is repeated. */
  coveredH: number | null;
  packs: { boxId: string; packs: PackSet }[];
  cost: number | null;
  weightKg: number | null;
  reason: string;
}

export interface ChooseDay {
  draws: number;
  seed: number;
  /** First instant that may be shipped on; usually now. */
  fromMs: number;
  days: number;
  calendar: Calendar;
  /** Tanks that fast already. */
  fasted?: readonly string[] | undefined;
}

/** The same order on another day with another service: hand-over before the cut-off, window by the service's promise. */
export function onDay(
  c: Consignment,
  service: Service,
  dayMs: number,
  a: Assumptions,
  calendar: Calendar,
): { handOverMs: number; startMs: number; endMs: number } {
  const from = c.sender.place;
  const to = c.receiver.place;
  const d = new TZDate(dayMs, from.zone);
  const last = atClock(dayMs, lastAcceptance(service, weekdayOf(dayMs, from.zone)), from.zone);
  const own = service.kind === 'own-car';
  // Own car: leave when the order was to be handed over.
  const wanted = new TZDate(Date.parse(c.handOverAt), from.zone);
  const sameClock = new TZDate(
    d.getFullYear(),
    d.getMonth(),
    d.getDate(),
    wanted.getHours(),
    wanted.getMinutes(),
    0,
    from.zone,
  );
  const handOverMs = own ? sameClock.getTime() : last - a.beforeCutOffMin * 60_000;
  let startMs = handOverMs + wayOf(service, from, to, a).hours * HOUR;
  for (let i = 0; i < 10 && !serves(service, 'delivers', startMs, to, calendar.holidays); i++)
    startMs = sameTimeLater(startMs, 1, to.zone);
  return { handOverMs, startMs, endMs: startMs + service.windowH * HOUR };
}

/** Why a service does not run or should not be used on a day; null when nothing stands in the way. */
export function blocked(
  service: Service,
  handOverMs: number,
  c: Consignment,
  options: Pick<ChooseDay, 'fromMs' | 'calendar'>,
): string | null {
  const place = c.sender.place;
  const date = localDate(handOverMs, place.zone);
  if (!service.live) return `${service.name} does not take live animals.`;
  const { refused } = wayOf(service, place, c.receiver.place, withOverrides(c.assumptions));
  if (refused) return refused;
  const holiday = restsOnHolidays(service) ? holidayOn(handOverMs, place, options.calendar.holidays) : null;
  if (holiday) return `${holiday.name} in ${place.name}: no carrier takes parcels.`;
  if (!serves(service, 'takes', handOverMs, place, options.calendar.holidays))
    return `${service.name} takes no parcels on this weekday.`;
  if (handOverMs < options.fromMs)
    return service.kind === 'own-car' ? 'This time has passed.' : 'The counter closes before you can be there.';
  const embargo = embargoOn(service, date, options.calendar);
  return embargo ? `Embargo: ${embargo.reason}.` : null;
}

/** A few sets of packs, fewest first: the first with enough worst-case slack, else the one with most. No draws yet. */
function quickPacks(p: Prepared, catalogue: Catalogue): Prepared {
  const heat = catalogue.packs.filter((x) => x.kind === 'heat');
  const cold = catalogue.packs.filter((x) => x.kind === 'cold').slice(0, 1);
  const sets: PackSet[] = [
    [],
    ...[1, 2, 3, 4].flatMap((count) => heat.slice(-2).map((x) => [{ packId: x.id, count }])),
    ...cold.map((x) => [{ packId: x.id, count: 1 }]),
  ];
  let best = p;
  for (const { box } of p.boxes) {
    let most = -Infinity;
    let chosen = best;
    for (const packs of sets) {
      const here = withBox(best, { ...box, packs, ventHoles: ventHolesFor(packs, catalogue), bottle: null });
      const only = { ...here, boxes: here.boxes.filter((b) => b.box.id === box.id) };
      const slack = forward(only).bags.reduce((m, b) => Math.min(m, b.worstSlackH ?? Infinity), Infinity);
      if (Math.min(slack, p.a.wantedSlackH) > most + 0.5) {
        most = Math.min(slack, p.a.wantedSlackH);
        chosen = here;
      }
      if (most >= p.a.wantedSlackH) break;
    }
    best = chosen;
  }
  return best;
}

const HALF_H = 0.5;

/** A cell as far as calendar, clock, weather and freight tell it, and the consignment as it would go that day. */
interface Frame {
  option: DayOption;
  moved: Consignment | null;
}

function frame(
  c: Consignment,
  service: Service,
  dayMs: number,
  catalogue: Catalogue,
  forecast: Forecast,
  options: ChooseDay,
): Frame {
  const a = withOverrides(c.assumptions);
  const at = onDay(c, service, dayMs, a, options.calendar);
  const iso = (ms: number): string => new Date(ms).toISOString();
  const none: DayOption = {
    date: localDate(at.handOverMs, c.sender.place.zone),
    serviceId: service.id,
    serviceName: service.name,
    handOverAt: null,
    windowAt: null,
    openingAt: null,
    verdict: 'hold',
    chance: null,
    standardError: null,
    alive: null,
    hoursInBag: null,
    slackH: null,
    worstSlackH: null,
    outsideC: null,
    coveredH: null,
    packs: [],
    cost: null,
    weightKg: null,
    reason: '',
  };
  const stop = blocked(service, at.handOverMs, c, options);
  if (stop) return { option: { ...none, reason: stop }, moved: null };
  const moved: Consignment = {
    ...c,
    serviceId: service.id,
    handOverAt: iso(at.handOverMs),
    window: { startAt: iso(at.startMs), endAt: iso(at.endMs) },
    openingAt: iso(at.endMs),
    actual: { ...c.actual, sealedAt: null, handedOverAt: null, arrivedAt: null, openedAt: null, bags: [] },
  };
  const k = keyInstants(moved, catalogue, a);
  const hoursInBag = (k.deadlineMs - k.sealMs) / HOUR;
  const steps = Math.ceil(hoursInBag / HALF_H) + 1;
  const legs = legsOf(moved, catalogue, k, k.deadlineMs + HOUR);
  const ambient = ambientAlong(moved, forecast, legs, { sealMs: k.sealMs, steps, stepH: HALF_H }, a);
  if (!ambient.ok) return { option: { ...none, reason: `No forecast for ${ambient.missing}.` }, moved: null };
  const { pieces, uncoveredFromH } = ambient.value;
  const weatherC = pieces.flatMap((x) => [x.fromC, x.toC]);
  const boxes = c.boxes.map((box) => weighed(moved, box, service, catalogue, a));
  const packCost = packsCost(
    c.boxes.flatMap((b) => b.packs),
    catalogue,
  );
  return {
    moved,
    option: {
      ...none,
      handOverAt: moved.handOverAt,
      windowAt: moved.window,
      openingAt: moved.openingAt,
      hoursInBag,
      outsideC: { min: Math.min(...weatherC), max: Math.max(...weatherC) },
      coveredH: uncoveredFromH !== null && uncoveredFromH < hoursInBag ? uncoveredFromH : null,
      cost:
        boxes.reduce((s, b) => s + freightPrice(tariffTo(service, c.receiver.place.country), b.freight.chargeable), 0) +
        packCost,
      weightKg: boxes.reduce((s, b) => s + b.weights.totalKg, 0),
      packs: c.boxes.map((b) => ({ boxId: b.id, packs: b.packs })),
    },
  };
}

const packsCost = (packs: PackSet, catalogue: Catalogue): number =>
  packs.reduce((s, x) => s + x.count * row(catalogue.packs, x.packId, 'pack').cost, 0);

/** What a careful shipper would say to a day, beside its chance; `holds` where it alone keeps the fish at home. */
function cautionsOf(
  c: Consignment,
  at: { option: DayOption; sealMs: number; service: Service },
  catalogue: Catalogue,
  forecast: Forecast,
  options: ChooseDay,
): { text: string; holds?: boolean }[] {
  const a = withOverrides(c.assumptions);
  const { option } = at;
  const out: { text: string; holds?: boolean }[] = [];
  // A gut that is not clear fouls the bag: too little time is told, less than half of it holds the fish back.
  const fast = longestFast(c, catalogue, a, new Set(options.fasted));
  const toFastH = (at.sealMs - options.fromMs) / HOUR;
  if (fast && toFastH < fast.hours)
    out.push({
      text: `the ${fast.name} need ${fast.hours} h without food, ${Math.max(0, Math.floor(toFastH))} h are left`,
      holds: toFastH < fast.hours / 2,
    });
  if (weekdayOf(Date.parse(option.openingAt!), c.receiver.place.zone) === 5 && at.service.kind !== 'own-car')
    out.push({ text: 'due on a Friday: one delay and the fish wait over the weekend' });
  if (option.outsideC!.min <= a.tooColdToShipC)
    out.push({ text: `${option.outsideC!.min.toFixed(0)} °C on the way`, holds: true });
  if ((Date.parse(option.handOverAt!) - Date.parse(forecast.madeAt)) / HOUR > a.forecastSaysLittleH)
    out.push({ text: 'the forecast is uncertain this far ahead' });
  if (option.coveredH !== null) out.push({ text: 'the forecast ends earlier; its last day is repeated' });
  return out;
}

function cell(
  c: Consignment,
  service: Service,
  dayMs: number,
  catalogue: Catalogue,
  forecast: Forecast,
  options: ChooseDay,
): DayOption {
  const a = withOverrides(c.assumptions);
  const { option, moved } = frame(c, service, dayMs, catalogue, forecast, options);
  if (!moved) return option;
  const prepared = prepare(moved, catalogue, forecast, { stepH: DRAW_STEP_H, beyondH: 96 });
  if (!prepared.ok) return { ...option, handOverAt: null, reason: prepared.problems[0]!.message };
  const p = quickPacks(prepared.value, catalogue);
  const e = forward(p);
  const draws = new Draws(p, options.seed, null, options.calendar.holidays, BLOCK);
  draws.more(options.draws);
  const r = draws.result(false);
  const cautions = cautionsOf(c, { option, sealMs: p.instants.sealMs, service }, catalogue, forecast, options);
  const slackH = least(r.bags.map((b) => b.slackH));
  const worstSlackH = least(r.bags.map((b) => b.worstSlackH));
  const slack = worstSlackH ?? Infinity;
  const verdict: DayVerdict =
    r.chance < a.stopBelowChance || slack < a.stopBelowSlackH || cautions.some((x) => x.holds)
      ? 'hold'
      : r.chance < a.watchBelowChance || slack < a.watchBelowSlackH || cautions.length > 0
        ? 'care'
        : 'go';
  const slackWords = slack === Infinity ? 'over two days' : `${slack.toFixed(0)} h`;
  const said = cautions.length > 0 ? `; ${cautions.map((x) => x.text).join('; ')}` : '';
  const packCost = packsCost(
    p.boxes.flatMap((b) => b.box.packs),
    catalogue,
  );
  return {
    ...option,
    verdict,
    chance: r.chance,
    standardError: r.standardError,
    alive: r.animals > 0 ? r.expected / r.animals : null,
    slackH,
    worstSlackH,
    packs: p.boxes.map((b) => ({ boxId: b.box.id, packs: b.box.packs })),
    cost:
      e.boxes.reduce((s, b) => s + freightPrice(tariffTo(service, c.receiver.place.country), b.freight.chargeable), 0) +
      packCost,
    weightKg: e.boxes.reduce((s, b) => s + b.weights.totalKg, 0),
    reason: `${tripsWords(r.draws - r.lost, r.draws)} (${wholePercent(r.chance)} %); bad case (1 in 10): ${slackWords} to spare${said}.`,
  };
}

const order: Record<DayVerdict, number> = { go: 0, care: 1, hold: 2 };

/** Points of chance by which a day must be surer to count as better at the same verdict († ours). */
const SURER_POINTS = 5;

/** What a held consignment waits for: the best day there is now, if it is better than what there was. */
export function betterDay(
  cells: readonly DayOption[],
  than: { verdict: DayVerdict; chance: number | null } | null,
): DayOption | null {
  const best = rankDays(cells).find((c) => c.handOverAt !== null);
  if (!best || best.verdict === 'hold') return null;
  if (!than || order[best.verdict] < order[than.verdict]) return best;
  const points = (chance: number | null): number => Math.round(100 * (chance ?? 0));
  const surer = points(best.chance) - points(than.chance) >= SURER_POINTS;
  return best.verdict === than.verdict && surer ? best : null;
}

/** Best first: verdict, then chance and the living, each to the nearest point, then the sooner day, then cost. */
export const rankDays = (cells: readonly DayOption[]): DayOption[] =>
  [...cells].sort(
    (x, y) =>
      order[x.verdict] - order[y.verdict] ||
      Math.round(100 * (y.chance ?? -1)) - Math.round(100 * (x.chance ?? -1)) ||
      Math.round(100 * (y.alive ?? -1)) - Math.round(100 * (x.alive ?? -1)) ||
      (x.date < y.date ? -1 : x.date > y.date ? 1 : 0) ||
      (x.cost ?? Infinity) - (y.cost ?? Infinity),
  );

/** Every day × every service, in order. */
function* grid(c: Consignment, catalogue: Catalogue, options: Pick<ChooseDay, 'fromMs' | 'days'>) {
  for (let day = 0; day < options.days; day++)
    for (const service of catalogue.services)
      yield { service, dayMs: sameTimeLater(options.fromMs, day, c.sender.place.zone) };
}

/**
 * What is known at once of ship days × services, in order: calendar, hours in the bag, weather on the way, price with the
 * packs as they are. `chance` is null and `verdict` says nothing where fish could go.
 */
export const outlineDays = (
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast,
  options: ChooseDay,
): DayOption[] =>
  [...grid(c, catalogue, options)].map((x) => frame(c, x.service, x.dayMs, catalogue, forecast, options).option);

/**
 * Ship days × services: every cell with its own packs, weather, chance, price and verdict; yields how far it is. The
 * forecast must name both places; beyond its end its last day is repeated and the cell says so.
 */
export function* chooseDay(
  c: Consignment,
  catalogue: Catalogue,
  forecast: Forecast,
  options: ChooseDay,
): Generator<{ done: number; of: number }, DayOption[]> {
  const cells: DayOption[] = [];
  const of = options.days * catalogue.services.length;
  for (const { service, dayMs } of grid(c, catalogue, options)) {
    yield { done: cells.length, of };
    cells.push(cell(c, service, dayMs, catalogue, forecast, options));
  }
  return rankDays(cells);
}
