import { assumptionTable, type AssumptionName, type Assumptions } from '@/core/catalogue/assumptions';
import type { Catalogue, Service } from '@/core/catalogue/schema';
import { legWords } from '@/core/calendar/legs';
import { usualDelay } from '@/core/engine/delays';
import { evidenceOf, learn, Z90, type Evidence, type Learned } from './gaussian-posterior';
import { learnDelays, type LearnedDelays, type Trip } from './roads';
import { learnSpread, type LearnedSpread } from './shares';

/** A figure in its unit with the ends between which the true one lies nine times in ten. */
interface Told {
  value: number;
  low: number;
  high: number;
}

/** A figure of one's own as it is proposed, accepted and kept. */
export interface LearnedFigure {
  /** "box:box-m", "pack:heat-40h", "species:guppy", "delay:…", "legs:…", "assumption:…". */
  key: string;
  name: string;
  /** What the figure is, such as "loss, times what its measures say". */
  what: string;
  /** How its values are written: a factor, a share in percent, °C, minutes. */
  unit: '×' | '%' | '°C' | 'min';
  before: Told;
  after: Told;
  /** How much of it is own readings, 0…1. */
  weight: number;
  from: number;
  /** What it is from, in words: "9 boxes". */
  fromWords: string;
  notes: string[];
  /** What is put in place of the catalogue's: by the name of each number. */
  values: Record<string, number>;
  /** What the house’s own row said when it was learned: where a hand has changed it since, the hand holds. */
  saw: string;
}

/** Keys of what the readings and the model of a house are off by as a whole, on every journey: learned along, never used. */
export const MODEL_OFF = 'off:';
/** Of what an instrument or a kind's shape may be off, so much is the same on every journey; as much again is each one's own († ours). */
export const SHARED = Math.SQRT1_2;

/** Spread of what is not known of a figure before anybody read it, by its key. */
export const priorOf =
  (a: Assumptions) =>
  (key: string): number =>
    key.startsWith('box:')
      ? a.boxKindSigma
      : key.startsWith('pack:')
        ? a.packKindSigma
        : key.startsWith(MODEL_OFF)
          ? SHARED
          : key.startsWith('leg:')
            ? a.learnLegSigma
            : Math.sqrt(Math.max(0.01, a.metabolismSigma ** 2 - a.metabolismOwnSigma ** 2));

/** Less weight than this of one's own is told and not yet proposed († ours). */
export const PROPOSE_FROM = 0.04;
/** Fewer pieces of evidence than these are called few († ours). */
const FEW = 5;

const whole = (x: { factor: number; low: number; high: number }): Told => ({
  value: x.factor,
  low: x.low,
  high: x.high,
});
const around = (factor: number, sigma: number): Told => ({
  value: factor,
  low: factor * Math.exp(-Z90 * sigma),
  high: factor * Math.exp(Z90 * sigma),
});

/** What is to be said of a figure beside its numbers. */
function notesOf(l: Pick<Learned, 'from' | 'disagree' | 'unbounded' | 'weight'>, kind: string): string[] {
  return [
    ...(l.from < FEW
      ? [`Few data yet: ${Math.round(100 * l.weight)} % is from your readings, the rest from the catalogue.`]
      : []),
    ...(l.disagree ? ['Your readings differ by more than chance, so the range is wider.'] : []),
    ...(l.unbounded !== null
      ? [
          `The readings would make it × ${l.unbounded.toFixed(1)}, which ${kind} is not possible; limited to × ${l.unbounded > 1 ? '2.5' : '0.4'}. Look for another cause.`,
        ]
      : []),
  ];
}

/** What a house has read, ready to be learned from. */
export interface Lessons {
  figures: Evidence[];
  trips: Pick<Trip, 'serviceId' | 'late' | 'trapped'>[];
  /** Mean squares of what the forecast was off, one a journey, K². */
  squaresC: number[];
  /** Minutes that a bag and a box take here, with the spread of one of them and of how many; none where nobody ticked. */
  minutes: { bag: Minutes | null; box: Minutes | null };
}
interface Minutes {
  minutes: number;
  sd: number;
  from: number;
}

const words = {
  box: 'heat loss, × calculated from dimensions',
  pack: 'power, × its rating',
  species: 'oxygen use, × catalogue',
};
const things = { box: 'a box', pack: 'a pack', species: 'a fish' };

/** Boxes, packs and species: one row of the shelf each, with the test at home that a hand may have made. */
function factors(shelf: Catalogue, now: Catalogue, evidence: readonly Evidence[], a: Assumptions): LearnedFigure[] {
  const lists = { box: 'boxes', pack: 'packs', species: 'species' } as const;
  const rowsOf = (
    kind: keyof typeof lists,
    c: Catalogue,
  ): { id: string; name: string; measured?: { factor: number; sigma: number } | undefined }[] => c[lists[kind]];
  const tests = (['box', 'pack'] as const).flatMap((kind) =>
    rowsOf(kind, shelf).flatMap((r) =>
      r.measured ? [evidenceOf(`${kind}:${r.id}`, r.measured.factor, r.measured.sigma)] : [],
    ),
  );
  const prior = priorOf(a);
  return learn([...evidence.filter((e) => !e.keys[0]!.startsWith('leg:')), ...tests], prior, a.learnFloorSigma).flatMap(
    (l): LearnedFigure[] => {
      if (l.key.startsWith(MODEL_OFF)) return [];
      const [kind, id] = [
        l.key.slice(0, l.key.indexOf(':')) as keyof typeof lists,
        l.key.slice(l.key.indexOf(':') + 1),
      ];
      const row = rowsOf(kind, shelf).find((r) => r.id === id);
      const used = rowsOf(kind, now).find((r) => r.id === id);
      // Only what was read of real journeys is proposed: a test alone stands on its row already.
      const read = evidence.filter((e) => e.keys.includes(l.key)).length;
      if (!row || !used || read === 0) return [];
      return [
        {
          key: l.key,
          name: row.name,
          what: words[kind],
          unit: '×',
          before: around(used.measured?.factor ?? 1, used.measured?.sigma ?? prior(l.key)),
          after: whole(l),
          weight: l.weight,
          from: read,
          fromWords: `${read} ${kind === 'species' ? (read === 1 ? 'bag' : 'bags') : read === 1 ? 'box' : 'boxes'}${row.measured ? ' and a test at home' : ''}`,
          notes: notesOf({ ...l, from: read }, things[kind]),
          values: { factor: round(l.factor), sigma: round(Math.max(0.001, l.sigma)) },
          saw: JSON.stringify(row.measured ?? null),
        },
      ];
    },
  );
}

const round = (x: number): number => Math.round(x * 10_000) / 10_000;
const percent = (s: { share: number; low: number; high: number }): Told => ({
  value: 100 * s.share,
  low: 100 * s.low,
  high: 100 * s.high,
});

const late = (d: NonNullable<Service['delay']>): number => 100 * (d.oneDay + d.twoDays);

function delays(shelf: Catalogue, now: Catalogue, trips: Lessons['trips'], a: Assumptions): LearnedFigure[] {
  return shelf.services.flatMap((s): LearnedFigure[] => {
    const own = trips.filter((t) => t.serviceId === s.id);
    if (own.length === 0) return [];
    const usual = usualDelay(s, a);
    const l: LearnedDelays = learnDelays(own as Trip[], usual, a.learnTrips);
    const used = usualDelay(now.services.find((x) => x.id === s.id) ?? s, a);
    const free = own.filter((t) => !t.trapped);
    const anyLate = free.filter((t) => t.late > 0).length;
    const spread = percent({
      share: l.oneDay.share + l.twoDays.share,
      low: l.oneDay.low + l.twoDays.low,
      high: Math.min(1, l.oneDay.high + l.twoDays.high),
    });
    return [
      {
        key: `delay:${s.id}`,
        name: s.name,
        what: 'late by a day or more',
        unit: '%',
        before: { value: late(used), low: late(used), high: late(used) },
        after: spread,
        weight: l.oneDay.weight,
        from: own.length,
        fromWords: `${own.length} ${own.length === 1 ? 'journey' : 'journeys'}, ${anyLate} late`,
        notes: [
          ...(own.length < FEW ? [`Few data yet: ${Math.round(100 * l.oneDay.weight)} % is from your journeys.`] : []),
          `One day late ${(100 * l.oneDay.share).toFixed(1)} %, two and more ${(100 * l.twoDays.share).toFixed(1)} %, over a weekend ${(100 * l.lostWeekend.share).toFixed(1)} %.`,
        ],
        values: {
          oneDay: round(l.oneDay.share),
          twoDays: round(l.twoDays.share),
          lostWeekend: round(Math.max(0, l.lostWeekend.share - l.oneDay.share)),
        },
        saw: JSON.stringify(s.delay ?? null),
      },
    ];
  });
}

function legs(shelf: Catalogue, evidence: readonly Evidence[], a: Assumptions): LearnedFigure[] {
  const all = learn(
    evidence.filter((e) => e.keys[0]!.startsWith('leg:')),
    priorOf(a),
    a.learnFloorSigma,
  );
  return shelf.services.flatMap((s): LearnedFigure[] => {
    const own = s.legs.map((_, i) => all.find((l) => l.key === `leg:${s.id}:${i}`) ?? null);
    const most = own.reduce<Learned | null>((m, l) => (l && (!m || l.weight > m.weight) ? l : m), null);
    if (!most) return [];
    const sum = s.legs.reduce((n, l) => n + l.share, 0);
    const hours = s.legs.map((l) => (l.share / sum) * s.usualH);
    const i = own.indexOf(most);
    return [
      {
        key: `legs:${s.id}`,
        name: s.name,
        what: `time of its legs; “${legWords[s.legs[i]!.kind]}”, × plan`,
        unit: '×',
        before: around(1, a.learnLegSigma),
        after: whole(most),
        weight: most.weight,
        from: most.from,
        fromWords: `${most.from} timed`,
        notes: [
          s.legs
            .map((l, j) =>
              own[j]
                ? `${l.label || legWords[l.kind]} ${hours[j]!.toFixed(1)} → ${(hours[j]! * own[j].factor).toFixed(1)} h`
                : '',
            )
            .filter(Boolean)
            .join('; '),
          ...notesOf(most, 'a leg'),
        ],
        values: Object.fromEntries(s.legs.map((_, j) => [String(j), round(own[j]?.factor ?? 1)])),
        saw: JSON.stringify(s.legs.map((l) => l.share)),
      },
    ];
  });
}

/** An assumption that is learned: its value, drawn towards the default. */
function assumption(
  name: AssumptionName,
  a: Assumptions,
  what: string,
  unit: LearnedFigure['unit'],
  l: Told & { weight: number; from: number },
  fromWords: string,
): LearnedFigure {
  return {
    key: `assumption:${name}`,
    name: what,
    what: assumptionTable[name].why,
    unit,
    before: { value: a[name], low: a[name], high: a[name] },
    after: l,
    weight: l.weight,
    from: l.from,
    fromWords,
    notes: l.from < FEW ? [`Few data yet: ${Math.round(100 * l.weight)} % is from your data.`] : [],
    values: { value: round(l.value) },
    saw: '',
  };
}

/** Everything that may be proposed, from what was read: `shelf` as hands have it, `now` as it is computed with. */
export function proposals(lessons: Lessons, shelf: Catalogue, now: Catalogue, a: Assumptions): LearnedFigure[] {
  const spread: LearnedSpread | null =
    lessons.squaresC.length > 0
      ? learnSpread(lessons.squaresC, assumptionTable.forecastErrorC.value, a.learnForecasts)
      : null;
  const minutes = (name: AssumptionName, m: Minutes | null, what: string, times: number): LearnedFigure[] => {
    if (!m || m.from < 1) return [];
    const half = (Z90 * m.sd) / Math.sqrt(m.from + a.pacePieces);
    const told = {
      value: m.minutes * times,
      low: Math.max(0.2, m.minutes - half) * times,
      high: (m.minutes + half) * times,
    };
    return [
      assumption(
        name,
        a,
        what,
        'min',
        { ...told, weight: m.from / (m.from + a.pacePieces), from: m.from },
        `${m.from} of them recorded`,
      ),
    ];
  };
  return [
    ...factors(shelf, now, lessons.figures, a),
    ...delays(shelf, now, lessons.trips, a),
    ...legs(shelf, lessons.figures, a),
    ...(spread
      ? [
          assumption(
            'forecastErrorC',
            a,
            'The forecast is off by',
            '°C',
            { value: spread.sigma, low: spread.low, high: spread.high, weight: spread.weight, from: spread.from },
            `${spread.from} outside ${spread.from === 1 ? 'logger' : 'loggers'}`,
          ),
        ]
      : []),
    ...minutes('packingMinPerBag', lessons.minutes.bag, 'Minutes per bag', Math.max(1, a.packers)),
    ...minutes('boxingMin', lessons.minutes.box, 'Minutes per box', 1),
  ];
}

/** The rows as they are computed with: what was accepted stands above the catalogue, unless a hand has changed the row since. */
export function withFigures(shelf: Catalogue, learned: readonly LearnedFigure[]): Catalogue {
  if (learned.length === 0) return shelf;
  const by = new Map(learned.map((f) => [f.key, f]));
  const measured = <T extends { id: string; measured?: unknown }>(kind: string, rows: readonly T[]): T[] =>
    rows.map((r) => {
      const f = by.get(`${kind}:${r.id}`);
      if (!f || f.saw !== JSON.stringify(r.measured ?? null)) return r;
      return { ...r, measured: { factor: f.values.factor!, sigma: f.values.sigma! } };
    });
  return {
    ...shelf,
    boxes: measured('box', shelf.boxes),
    packs: measured('pack', shelf.packs),
    species: measured('species', shelf.species),
    services: shelf.services.map((s) => {
      const d = by.get(`delay:${s.id}`);
      const l = by.get(`legs:${s.id}`);
      return {
        ...s,
        ...(d && d.saw === JSON.stringify(s.delay ?? null)
          ? { delay: { oneDay: d.values.oneDay!, twoDays: d.values.twoDays!, lostWeekend: d.values.lostWeekend! } }
          : {}),
        ...(l && l.saw === JSON.stringify(s.legs.map((x) => x.share))
          ? { legs: s.legs.map((x, i) => ({ ...x, share: x.share * (l.values[String(i)] ?? 1) })) }
          : {}),
      };
    }),
  };
}
