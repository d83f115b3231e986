import { TZDate } from '@date-fns/tz';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import { HOUR } from '@/core/quantities/time';
import type { QuarantinePhase, QuarantinePlan } from './schema';
import { saltSteps } from './water';

/** A thing to do; day 1 is the day on which the first phase began, the instant is fixed by the tank’s own local clock. */
export interface QuarantineDuty {
  /** The same for as long as the duty exists. */
  key: string;
  phase: string;
  day: number;
  dueMs: number;
  kind: 'lights' | 'feed' | 'test' | 'water' | 'look' | 'dose' | 'move' | 'dip' | 'decide' | 'care';
  title: string;
  detail: string;
  minutes: number;
}

export interface Begun {
  /** When the quarantine was opened, when this phase began, and the zone of the tank. */
  openedMs: number;
  beganMs: number;
  zone: string;
  waterL: number;
  saltGL: number;
  invertebrates: boolean;
  /** The two tanks of a transfer. */
  tanks: readonly [string, string];
  /** The how-manieth time the weeks begin: with a newcomer they begin anew. */
  round: number;
}

/** So many days every water is tested (common practice). */
const FIRST_WEEK = 7;
/** Lights stay low so many days. */
const DIM_DAYS = 2;
/** A tank that was left is dry for a day at least before it is used again (common practice). */
const DRY_H = 24;

/** Days since the opening on the local calendar, 1 on the day itself. */
export function dayNumber(openedMs: number, ms: number, zone: string): number {
  const day = (t: number): number => {
    const d = new TZDate(t, zone);
    return Date.UTC(d.getFullYear(), d.getMonth(), d.getDate()) / 864e5;
  };
  return day(ms) - day(openedMs) + 1;
}

/** An hour of the local calendar so many days after an instant: what is due at 18:00 stays so when clocks change. */
function atHour(fromMs: number, days: number, hour: number, zone: string): number {
  const d = new TZDate(fromMs, zone);
  return new TZDate(d.getFullYear(), d.getMonth(), d.getDate() + days, hour, 0, 0, zone).getTime();
}

/**
 * The instants of a tank transfer: exact spans of hours one after another, whatever the clock on the wall does between.
 * The parasite counts hours.
 */
export const transferInstants = (beganMs: number, moves: number, everyH: number): number[] =>
  Array.from({ length: moves }, (_, k) => beganMs + (k + 1) * everyH * HOUR);

/** Observing goes on by itself where only days were waited for; what is given to animals begins by a hand. */
export const followsByItself = (before: QuarantinePhase, next: QuarantinePhase): boolean =>
  next.kind === 'observe' && before.ends.every((c) => c.kind === 'days');

const prefix = (phase: QuarantinePhase, b: Begun): string => `${b.round > 1 ? `${b.round}:` : ''}${phase.id}`;

const every = (n: number | undefined, day: number): boolean => n !== undefined && n > 0 && day % n === 0;

/** One thing of a day: its hour on the wall, its words, and what tells it from others of its kind. */
interface Item {
  kind: QuarantineDuty['kind'];
  hour: number;
  title: string;
  detail: string;
  minutes: number;
  tag?: string;
}
const item = (
  kind: QuarantineDuty['kind'],
  hour: number,
  minutes: number,
  title: string,
  detail: string,
  tag = '',
): Item => ({
  kind,
  hour,
  minutes,
  title,
  detail,
  tag,
});

/** What every day of the first weeks has: dim light, bacteria, food or none, a look. */
function everyDay(plan: QuarantinePlan, day: number, invertebrates: boolean): Item[] {
  const out: Item[] = [];
  if (day <= DIM_DAYS) out.push(item('lights', 9, 2, 'Keep the lights down', 'Dim room, glass covered. No handling.'));
  if (day <= plan.bacteriaDays)
    out.push(item('care', 9, 2, 'Bottled bacteria', 'The daily dose of its label, into the filter.', '-bacteria'));
  out.push(
    day <= plan.foodlessDays
      ? item('feed', 10, 1, 'No food today', 'They arrive with empty guts: less ammonia.')
      : item('feed', 10, 5, 'Feed a little', 'Eaten within a minute; small food, live or frozen for shy eaters.'),
    item(
      'look',
      17,
      5,
      day === 1 ? 'Look once, from a distance' : 'Look for five minutes',
      invertebrates
        ? 'Moults, fuzz, feeding, flatworms on the glass at night.'
        : 'Breathing, fins, spots, dust, appetite.',
    ),
  );
  return out;
}

/** Tests of the i-th day of a phase. */
function testsOn(phase: QuarantinePhase, i: number, day: number): Item[] {
  const copper = phase.kind === 'copper';
  const out = phase.phTwice
    ? [
        item('test', 8, 3, 'pH in the morning', 'The lowest of the day; note it.', '-am'),
        item('test', 20, 3, 'pH in the evening', 'The highest; if more than 0.4 apart, raise KH.', '-pm'),
      ]
    : [];
  if (phase.testEveryDays && (day <= FIRST_WEEK || every(phase.testEveryDays, i)))
    out.push(
      item(
        'test',
        18,
        8,
        copper ? 'Test copper and ammonia' : 'Test ammonia, nitrite, nitrate, pH',
        copper ? 'Copper in its band, ammonia at 0.' : 'Ammonia and nitrite at 0. Above that, change water now.',
      ),
    );
  return out;
}

/** What the plan does to the water on the i-th day of a phase: a change, salt, a dose, carbon, a dip. */
function doneOn(phase: QuarantinePhase, i: number, b: Begun): Item[] {
  const out: Item[] = [];
  const litres = Math.round(b.waterL * (phase.changeShare ?? 0.3));
  const ready = `Prepared water, same temperature and salinity; ${Math.round(b.waterL)} L ready. Own siphon and bucket.`;
  if (every(phase.changeEveryDays, i) && !phase.moves) out.push(item('water', 19, 25, `Change ${litres} L`, ready));
  if (phase.doseEveryDays && (i - 1) % phase.doseEveryDays === 0)
    out.push(
      item(
        'dose',
        20,
        10,
        'Give the next dose',
        'By its label, for the real litres, after any water change. Carbon out of the filter.',
      ),
    );
  if (phase.kind === 'carbon' && i === 1)
    out.push(
      item(
        'care',
        9,
        10,
        'Fresh carbon into the filter',
        'It removes the remaining medicine; no more doses.',
        '-carbon',
      ),
    );
  const { saltToGL, saltStepGL = 1, dips = 0, dipEveryDays = 6 } = phase;
  const salt = saltToGL === undefined ? undefined : saltSteps(b.saltGL, saltToGL, saltStepGL, b.waterL)[i - 1];
  if (salt) out.push(item('water', 11, 15, `Salt to ${(salt.toGL / 10).toFixed(2)} %`, salt.words, '-salt'));
  if ((i - 1) % dipEveryDays === 0 && (i - 1) / dipEveryDays < dips)
    out.push(
      item(
        'dip',
        18,
        10,
        'Short salt dip',
        'About 30 seconds in 30 g/L at the same temperature, then watch; clean water beside it.',
      ),
    );
  return out;
}

const gear = item('care', 9, 5, 'Own gear in place', 'Net, siphon, bucket, heater, thermometer for this tank only.');

/** What is to be done in a phase that has begun. */
export function phaseDuties(plan: QuarantinePlan, phase: QuarantinePhase, b: Begun): QuarantineDuty[] {
  const at = plan.phases.findIndex((p) => p.id === phase.id);
  const next = plan.phases[at + 1];
  const goesOn = next !== undefined && followsByItself(phase, next);
  const decide = item(
    'decide',
    20,
    10,
    next ? `Decide: ${next.title.toLowerCase()} next?` : 'Decide on release',
    'The tank page shows what is missing.',
  );
  const daily = Array.from({ length: phase.days }, (_, k): QuarantineDuty[] => {
    const i = k + 1;
    const dayOf = (hour: number): number => dayNumber(b.openedMs, atHour(b.beganMs, k, hour, b.zone), b.zone);
    const day = dayOf(12);
    const items = [
      ...everyDay(plan, day, b.invertebrates),
      ...(at === 0 && i === 1 ? [gear] : []),
      ...testsOn(phase, i, day),
      ...doneOn(phase, i, b),
      ...(i === phase.days && !goesOn ? [decide] : []),
    ];
    return items.map(({ hour, tag = '', ...x }) => ({
      ...x,
      key: `${prefix(phase, b)}-${i}-${x.kind}${tag}`,
      phase: phase.id,
      day: dayOf(hour),
      dueMs: atHour(b.beganMs, k, hour, b.zone),
    }));
  });
  const all = phase.moves ? [...daily.flat(), ...moveDuties(phase, b)] : daily.flat();
  // What lies before the opening was never to be done.
  return all.filter((d) => d.dueMs > b.beganMs - 12 * HOUR).sort((x, y) => x.dueMs - y.dueMs);
}

/** The moves between two bare tanks, and what is to be bleached and dried before the next. */
function moveDuties(phase: QuarantinePhase, b: Begun): QuarantineDuty[] {
  const everyH = phase.everyH ?? 72;
  return transferInstants(b.beganMs, phase.moves ?? 0, everyH).flatMap((dueMs, k): QuarantineDuty[] => {
    const from = b.tanks[k % 2]!;
    const to = b.tanks[(k + 1) % 2]!;
    const day = dayNumber(b.openedMs, dueMs, b.zone);
    const last = k + 1 === phase.moves;
    const dryMs = dueMs + HOUR;
    return [
      {
        key: `${prefix(phase, b)}-move-${k + 1}`,
        phase: phase.id,
        day,
        dueMs,
        kind: 'move',
        title: `Move ${k + 1}: from ${from} to ${to}`,
        detail: `Clean water of the same temperature and salinity; no water, net or stone from ${from} goes with them.`,
        minutes: 20,
      },
      {
        key: `${prefix(phase, b)}-dry-${k + 1}`,
        phase: phase.id,
        day,
        dueMs: dryMs,
        kind: 'care',
        title: `Bleach, rinse and dry ${from}`,
        detail: last
          ? `All of ${from}: tank, heater, pipe, net. Gloves and open windows; never with acid.`
          : `Dry for ${DRY_H} h at least. Used again on ${dayWords(dueMs + everyH * HOUR, b.zone)} at ${clockWords(dueMs + everyH * HOUR, b.zone)}. Gloves, open windows; never with acid.`,
        minutes: 30,
      },
    ];
  });
}
