import { TZDate } from '@date-fns/tz';
import { withOverrides, type Assumptions } from '@/core/catalogue/assumptions';
import { row } from '@/core/catalogue/row';
import type { Catalogue, Species } from '@/core/catalogue/schema';
import type { Consignment, FastChoice, OrderLine } from '@/core/consignment/schema';
import { assumedWater } from '@/core/consignment/assume';
import { waterOfTank } from '@/core/consignment/waters';
import { classAt, fastingWords, longestFastH, plannedFastH, schools } from '@/core/fish/fasting';
import { atClock, clockWords, sameTimeLater } from './calendar';
import { capital } from '@/core/quantities/words';
import { HOUR } from '@/core/quantities/time';
import { keyInstants } from './legs';

/** Longest stay in a bare tub: some purge in one for the full 24 h (common practice). */
const TUB_H = 24;

/** How the fish of one source tank are fasted before they are sealed. */
export interface Fast {
  tank: string;
  /** Whole hours that the school, the typed figure or the slowest gut asks for. */
  wantedH: number;
  /** Last feed; null where none of them is fasted. */
  feedMs: number | null;
  /** Hours from the last feed to the planned sealing. */
  hours: number;
  /** The kind that decided. */
  slowest: string;
  /** Why so long, in one sentence. */
  why: string;
  /** Kinds that go without food longer than is kind. */
  tooLong: { name: string; longestH: number }[];
  /** Kinds whose gut is not clear by then. */
  tooShort: { name: string; wantsH: number }[];
  /** When they move to a bare tub; null where they empty in their tank. */
  tubMs: number | null;
}

type Planned = Pick<
  Consignment,
  'lines' | 'sender' | 'sourceWater' | 'waters' | 'fasts' | 'assumptions' | 'serviceId' | 'handOverAt'
>;

/** Clock time of an hour of the day, 7.5 as 07:30. */
const clockOf = (hour: number): string =>
  `${String(Math.floor(hour)).padStart(2, '0')}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`;

/** When fish that fast so long go into a bare tub, whatever the hour of the day. */
export const tubExactMs = (wantedH: number, sealMs: number): number =>
  sealMs - Math.min(TUB_H, wantedH || TUB_H) * HOUR;

/** An instant between the hours in which hands work: what falls into the night is done the evening before. */
export function withHands(ms: number, zone: string, a: Assumptions): number {
  const local = new TZDate(ms, zone);
  const hour = local.getHours() + local.getMinutes() / 60 + local.getSeconds() / 3600;
  if (hour > a.handsUntilH) return atClock(ms, clockOf(a.handsUntilH), zone);
  return hour < a.handsFromH ? atClock(sameTimeLater(ms, -1, zone), clockOf(a.handsUntilH), zone) : ms;
}

/** The morning after a night. */
function nextMorning(ms: number, zone: string, a: Assumptions): number {
  const morning = atClock(ms, clockOf(a.handsFromH), zone);
  return morning > ms ? morning : sameTimeLater(morning, 1, zone);
}

export const fastChoice = (c: Pick<Consignment, 'fasts'>, tank: string): FastChoice | undefined =>
  c.fasts?.find((f) => f.tank === tank);

interface Kind {
  line: OrderLine;
  species: Species;
  wantsH: number;
  longestH: number;
}

/** Warmth of a source tank, °C. */
const warmthOf = (c: Planned, tank: string, s: Species, a: Assumptions): number =>
  assumedWater(waterOfTank(c, tank), s, a, Date.parse(c.handOverAt)).tempC;

const kindsOf = (c: Planned, catalogue: Catalogue, a: Assumptions, tank: string): Kind[] =>
  c.lines
    .filter((l) => l.tank === tank)
    .map((line) => {
      const species = row(catalogue.species, line.speciesId, 'species');
      return {
        line,
        species,
        wantsH: plannedFastH(species, line.lengthCm, warmthOf(c, tank, species, a), a),
        longestH: longestFastH(classAt(species, line.lengthCm, a), a),
      };
    });

function whyWords(slowest: Kind, choice: FastChoice | undefined, tempC: number, a: Assumptions): string {
  const { species, line, wantsH } = slowest;
  const gut = `${wantsH} h for digestion of the ${species.name}`;
  if (choice?.hours !== undefined) return `${choice.hours} h as you entered; ${gut}`;
  if (choice?.school) return `${schools[choice.school].words}. ${capital(gut)}`;
  const c = classAt(species, line.lengthCm, a);
  const reasons = [capital(fastingWords[c])];
  const warmer = tempC - species.usualC;
  if (Math.abs(warmer) >= 0.5)
    reasons.push(
      `${warmer > 0 ? 'faster' : 'slower'} at ${Math.round(10 * tempC) / 10} °C than at the usual ${species.usualC}`,
    );
  if (c !== 'fry' && Math.abs(line.lengthCm / species.lengthCm - 1) >= 0.1)
    reasons.push(
      `${line.lengthCm > species.lengthCm ? 'slower in a fish' : 'faster in a fish'} of ${line.lengthCm} cm`,
    );
  return reasons.join(', ');
}

/**
 * The fast of one source tank, backwards from a planned sealing. The slowest gut decides, or the school or hours chosen
 * for the tank. A feed that would fall into the night moves to the evening before; to the morning after where the longer
 * fast would be unkind.
 */
export function fastOfTank(c: Planned, catalogue: Catalogue, a: Assumptions, tank: string, sealMs: number): Fast {
  const { zone } = c.sender.place;
  const kinds = kindsOf(c, catalogue, a, tank);
  const eaters = kinds.filter((k) => k.wantsH > 0);
  const choice = fastChoice(c, tank);
  const slowest = [...kinds].sort((x, y) => y.wantsH - x.wantsH)[0];
  const byGut = slowest?.wantsH ?? 0;
  const wantedH = eaters.length === 0 ? 0 : (choice?.hours ?? (choice?.school ? schools[choice.school].hours : byGut));
  const tubMs = choice?.tub && eaters.length > 0 ? withHands(tubExactMs(wantedH, sealMs), zone, a) : null;
  if (wantedH === 0)
    return {
      tank,
      wantedH: 0,
      feedMs: null,
      hours: 0,
      slowest: slowest?.species.name ?? '',
      why: eaters.length === 0 ? capital(fastingWords.none) : 'No fasting, as you chose',
      tooLong: [],
      tooShort: eaters.map((k) => ({ name: k.species.name, wantsH: k.wantsH })),
      tubMs,
    };
  const exactMs = sealMs - wantedH * HOUR;
  const kindH = Math.max(wantedH, Math.min(...eaters.map((k) => k.longestH)));
  const evening = withHands(exactMs, zone, a);
  const tooEarly = (sealMs - evening) / HOUR > kindH;
  const feedMs = evening === exactMs || !tooEarly ? evening : nextMorning(exactMs, zone, a);
  const hours = (sealMs - feedMs) / HOUR;
  const moved = feedMs !== exactMs ? `, and ${clockWords(exactMs, zone)} is at night` : '';
  return {
    tank,
    wantedH,
    feedMs,
    hours,
    slowest: slowest!.species.name,
    why: `${whyWords(slowest!, choice, warmthOf(c, tank, slowest!.species, a), a)}${moved}`,
    tooLong: eaters
      .filter((k) => hours > k.longestH + 0.01)
      .map((k) => ({ name: k.species.name, longestH: k.longestH })),
    tooShort: eaters
      // Half an hour to an hour more or less is within what a gut is known to.
      .filter((k) => hours < k.wantsH - 1)
      .map((k) => ({ name: k.species.name, wantsH: k.wantsH })),
    tubMs,
  };
}

/** The first sealing as planned, whatever has happened since; `bags` are those of the whole evening. */
export const plannedSealMs = (c: Consignment, catalogue: Catalogue, a: Assumptions, bags = c.bags.length): number =>
  keyInstants({ ...c, actual: { ...c.actual, sealedAt: null, handedOverAt: null } }, catalogue, a, bags).sealMs;

/** Source tanks in the order of their lines. */
export const sourceTanks = (c: Pick<Consignment, 'lines'>): string[] => [...new Set(c.lines.map((l) => l.tank))];

/** The fasts of all source tanks. */
export function fastsOf(c: Consignment, catalogue: Catalogue): Fast[] {
  const a = withOverrides(c.assumptions);
  const sealMs = plannedSealMs(c, catalogue, a);
  return sourceTanks(c).map((tank) => fastOfTank(c, catalogue, a, tank, sealMs));
}

/** One tank that is fasted for one consignment. */
export interface TankFast {
  code: string;
  tank: string;
  feedMs: number;
  sealMs: number;
  /** From then on the fish that stay may eat again: the others are bagged, or in a tub. */
  freeMs: number;
  /** Longest fast that is kind to all of its fish. */
  longestH: number;
}

export function tankFasts(c: Consignment, catalogue: Catalogue): TankFast[] {
  const a = withOverrides(c.assumptions);
  const sealMs = plannedSealMs(c, catalogue, a);
  return fastsOf(c, catalogue).flatMap((f) =>
    f.feedMs === null
      ? []
      : [
          {
            code: c.code,
            tank: f.tank,
            feedMs: f.feedMs,
            sealMs,
            freeMs: f.tubMs ?? sealMs,
            longestH: Math.min(...kindsOf(c, catalogue, a, f.tank).map((k) => k.longestH)),
          },
        ],
  );
}

/** Two consignments that want one tank fed and fasting at the same time; ms, hours. */
export interface FastConflict {
  tank: string;
  /** The other consignment. */
  code: string;
  /** Unkind as planned, or only to be minded. */
  level: 'stop' | 'mind';
  /** The later one stops the feeding sooner; one last feed serves both; or it cannot. */
  why: 'feeds-no-more' | 'serves-both' | 'breaks-fast';
  /** That is bagged first, and that is bagged after it. */
  first: string;
  second: string;
  /** The last feeds of both. */
  firstFeedMs: number;
  secondFeedMs: number;
  /** So long the fish of whoever goes hungry are without food, and may be at most. */
  hours: number;
  longestH: number;
  /** So many more consignments clash over the same tank. */
  others: number;
}

/**
 * Where a tank feeds the fish of two consignments on different days: a feed for one falls into the fast of the other. Of
 * each tank the clash that leaves its fish hungry for longest beyond what they bear.
 */
export function fastConflicts(mine: readonly TankFast[], others: readonly TankFast[]): FastConflict[] {
  const between = (m: TankFast, o: TankFast): FastConflict | null => {
    const [first, second] = m.sealMs <= o.sealMs ? [m, o] : [o, m];
    if (second.feedMs >= first.freeMs) return null;
    const sooner = second.feedMs < first.feedMs;
    const [fedMs, hungry] = sooner ? [second.feedMs, first] : [first.feedMs, second];
    const hours = Math.round((hungry.sealMs - fedMs) / HOUR);
    const { longestH } = hungry;
    return {
      tank: m.tank,
      code: o.code,
      level: hours > longestH ? 'stop' : 'mind',
      why: sooner ? 'feeds-no-more' : hours > longestH ? 'breaks-fast' : 'serves-both',
      first: first.code,
      second: second.code,
      firstFeedMs: first.feedMs,
      secondFeedMs: second.feedMs,
      hours,
      longestH,
      others: 0,
    };
  };
  return mine.flatMap((m) => {
    const here = others
      .flatMap((o) => (o.tank === m.tank && o.code !== m.code ? (between(m, o) ?? []) : []))
      // Of two alike always the same one, however they were read.
      .sort((x, y) => (x.code < y.code ? -1 : 1));
    const [first, ...more] = here;
    if (!first) return [];
    const worst = more.reduce((x, y) => (y.hours - y.longestH > x.hours - x.longestH ? y : x), first);
    return [{ ...worst, others: more.length }];
  });
}
