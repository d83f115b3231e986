import { clockMs, openSteps, type EveningStep, type TickedMs } from './clock';

/** Something that a box would leave without, by name. */
export interface Missing {
  /** The step it belongs to; empty where it is none. */
  key: string;
  words: string;
}

/** What hands told of the packing. */
export interface PackingRecord {
  tickedMs: TickedMs;
  /** Boxes that the scale told a weight of. */
  weighed: ReadonlySet<string>;
}

/** A look that came this much sooner than its clock was meant for it, ms. */
const SOON_MS = 30_000;

/** Looks that were ticked before there was anything to see: a leak shows after minutes, a pack warms up in them. */
const tooSoon = (steps: readonly EveningStep[], tickedMs: TickedMs): Missing[] =>
  steps.flatMap((s) => {
    const [at, endsMs] = [tickedMs(s.code, s.key), clockMs(s, tickedMs)];
    // A lid may be closed over packs that lay open for less: that is no look.
    if (!s.after || s.phase === 'boxes' || at === null || endsMs === null || at >= endsMs - SOON_MS) return [];
    const minutes = Math.max(0, s.after.minutes - (endsMs - at) / 60_000);
    const title = s.title.endsWith('?') ? s.title : `${s.title}.`;
    return [{ key: s.key, words: `${title} Ticked after ${minutes.toFixed(0)} of ${s.after.minutes} min` }];
  });

/** Boxes whose scale was passed over. */
const unweighed = (steps: readonly EveningStep[], { tickedMs, weighed }: PackingRecord): Missing[] =>
  steps.flatMap((s) =>
    s.key.startsWith('weigh:') && tickedMs(s.code, s.key) !== null && !weighed.has(s.boxId!)
      ? [{ key: s.key, words: `${s.title}: no weight` }]
      : [],
  );

/** What hands left out, in the order of the work: what is not done, what was looked at too soon, what was not weighed. */
export const leftOut = (steps: readonly EveningStep[], told: PackingRecord): Missing[] => [
  ...openSteps(steps, (s) => told.tickedMs(s.code, s.key) !== null),
  ...tooSoon(steps, told.tickedMs),
  ...unweighed(steps, told),
];
