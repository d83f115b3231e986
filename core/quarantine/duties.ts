import { TZDate } from '@date-fns/tz';
import { clockWords, dayWords } from '@/core/calendar/calendar';
import type { Phase, Plan } from './schema';
import { saltSteps } from './water';

/** A thing to do; day 1 is the day on which the first phase began, the instant is fixed by the tank’s own local clock. */
export interface Duty {
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

const HOUR = 3600_000;
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
export const followsByItself = (before: Phase, next: Phase): boolean =>
  next.kind === 'observe' && before.ends.every((c) => c.kind === 'days');

const prefix = (phase: Phase, b: Begun): string => `${b.round > 1 ? `${b.round}:` : ''}${phase.id}`;

const every = (n: number | undefined, day: number): boolean => n !== undefined && n > 0 && day % n === 0;

/** What is to be done in a phase that has begun. */
export function phaseDuties(plan: Plan, phase: Phase, b: Begun): Duty[] {
  const out: Duty[] = [];
  const first = plan.phases[0]?.id === phase.id;
  const next = plan.phases[plan.phases.findIndex((p) => p.id === phase.id) + 1];
  const goesOn = next !== undefined && followsByItself(phase, next);
  const add = (
    k: Duty['kind'],
    i: number,
    hour: number,
    title: string,
    detail: string,
    minutes: number,
    tag = '',
  ): void => {
    const dueMs = atHour(b.beganMs, i - 1, hour, b.zone);
    const day = dayNumber(b.openedMs, dueMs, b.zone);
    out.push({
      key: `${prefix(phase, b)}-${i}-${k}${tag}`,
      phase: phase.id,
      day,
      dueMs,
      kind: k,
      title,
      detail,
      minutes,
    });
  };
  const steps =
    phase.saltToGL === undefined ? [] : saltSteps(b.saltGL, phase.saltToGL, phase.saltStepGL ?? 1, b.waterL);
  const litres = Math.round(b.waterL * (phase.changeShare ?? 0.3));
  for (let i = 1; i <= phase.days; i++) {
    const day = dayNumber(b.openedMs, atHour(b.beganMs, i - 1, 12, b.zone), b.zone);
    if (day <= DIM_DAYS) add('lights', i, 9, 'Keep the lights down', 'Dim room, cover over the glass. No handling.', 2);
    if (first && i === 1)
      add(
        'care',
        i,
        9,
        'Own gear in place',
        'Net, siphon, bucket, heater, thermometer of this tank alone; nothing goes back.',
        5,
      );
    if (day <= plan.bacteriaDays)
      add('care', i, 9, 'Bottled bacteria', 'The day’s measure of its label, into the filter.', 2, '-bacteria');
    if (day <= plan.foodlessDays)
      add('feed', i, 10, 'No food today', 'They arrive empty and stay so: less ammonia.', 1);
    else
      add(
        'feed',
        i,
        10,
        'Feed a little',
        'What they clear in one minute; small food, live or frozen for shy eaters.',
        5,
      );
    if (phase.phTwice) {
      add('test', i, 8, 'pH in the morning', 'The lowest of the day; note it.', 3, '-am');
      add(
        'test',
        i,
        20,
        'pH in the evening',
        'The highest of the day; more than 0.4 apart asks for carbonate.',
        3,
        '-pm',
      );
    }
    if (phase.testEveryDays && (day <= FIRST_WEEK || every(phase.testEveryDays, i)))
      add(
        'test',
        i,
        18,
        phase.kind === 'copper' ? 'Test copper and ammonia' : 'Test ammonia, nitrite, nitrate, pH',
        phase.kind === 'copper'
          ? 'Copper in its band, ammonia at 0.'
          : 'Ammonia and nitrite at 0. Above that, change water now.',
        8,
      );
    if (every(phase.changeEveryDays, i) && !phase.moves)
      add(
        'water',
        i,
        19,
        `Change ${litres} L`,
        `Prepared water, same temperature and salinity; ${Math.round(b.waterL)} L stand ready. Own siphon and bucket.`,
        25,
      );
    if (phase.doseEveryDays && (i - 1) % phase.doseEveryDays === 0)
      add(
        'dose',
        i,
        20,
        'Give the next dose',
        'By its label and for the real litres, after any change. Carbon out of the filter.',
        10,
      );
    if (phase.kind === 'carbon' && i === 1)
      add(
        'care',
        i,
        9,
        'Fresh carbon into the filter',
        'It takes what is left of the medicine; no more doses now.',
        10,
        '-carbon',
      );
    const salt = steps[i - 1];
    if (salt) add('water', i, 11, `Salt to ${(salt.toGL / 10).toFixed(2)} %`, salt.words, 15, '-salt');
    if (phase.dips && (i - 1) % (phase.dipEveryDays ?? 6) === 0 && (i - 1) / (phase.dipEveryDays ?? 6) < phase.dips)
      add(
        'dip',
        i,
        18,
        'Short salt dip',
        'About 30 seconds in 30 g/L at the same temperature, then watch; clean water beside it.',
        10,
      );
    add(
      'look',
      i,
      17,
      day === 1 ? 'Look once, from afar' : 'Look for five minutes',
      b.invertebrates
        ? 'Moults, fuzz, feeding, flatworms on the glass at night.'
        : 'Breathing, fins, spots, dust, appetite.',
      5,
    );
    if (i === phase.days && !goesOn)
      add(
        'decide',
        i,
        20,
        next ? `Decide: ${next.title.toLowerCase()} next?` : 'Decide on release',
        'The page of the tank shows what is still missing.',
        10,
      );
  }
  const all = phase.moves ? [...out, ...moveDuties(phase, b)] : out;
  // What lies before the opening was never to be done.
  return all.filter((d) => d.dueMs > b.beganMs - 12 * HOUR).sort((x, y) => x.dueMs - y.dueMs);
}

/** The moves between two bare tanks, and what is to be bleached and dried before the next. */
function moveDuties(phase: Phase, b: Begun): Duty[] {
  const everyH = phase.everyH ?? 72;
  return transferInstants(b.beganMs, phase.moves ?? 0, everyH).flatMap((dueMs, k): Duty[] => {
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
        detail: `Clean water of the same temperature and salinity; no water, net or stone from ${from} goes along.`,
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
          : `Dry for ${DRY_H} h at least: it is used again on ${dayWords(dueMs + everyH * HOUR, b.zone)} at ${clockWords(dueMs + everyH * HOUR, b.zone)}. Gloves, open windows; never with acid.`,
        minutes: 30,
      },
    ];
  });
}
