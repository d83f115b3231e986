import type { Assumptions } from '@/core/catalogue/assumptions';
import type { CheckItem, Work } from './item';

/** Minutes that a piece of work takes here, and from how many of them that was learned. */
export type Pace = Readonly<Record<Work['of'], { minutes: number; from: number }>>;

/** A pause is no work: what lies longer between two presses is not counted, min († ours). */
const PAUSE_MIN = 40;
/** So many pieces weigh as much as the usual figure does († ours): a first evening moves it a little. */
const PRIOR = 5;

/** The usual figures: nothing is known of this house. */
export const usualPace = (a: Assumptions): Pace => ({
  label: { minutes: a.labelMinPerBag, from: 0 },
  tank: { minutes: a.drawingMinPerTank, from: 0 },
  bag: { minutes: a.packingMinPerBag / Math.max(1, a.packers), from: 0 },
  box: { minutes: Math.max(1, a.boxingMin - a.leakStandMin), from: 0 },
});

export const minutesOf = (i: Pick<CheckItem, 'work'>, pace: Pace): number => i.work.share * pace[i.work.of].minutes;

/** One step as it was done: what it was, and minutes since the press before it. */
export interface Done {
  work: Work;
  minutes: number;
}

/** What lies between the presses of one evening, pauses left out; the first press has nothing before it. */
export function doneOf(steps: readonly Pick<CheckItem, 'key' | 'work'>[], ticks: ReadonlyMap<string, string>): Done[] {
  const told = steps
    .flatMap((i) => (ticks.has(i.key) ? [{ work: i.work, ms: Date.parse(ticks.get(i.key)!) }] : []))
    .sort((x, y) => x.ms - y.ms);
  return told.flatMap((t, i) => {
    const minutes = i === 0 ? Infinity : (t.ms - told[i - 1]!.ms) / 60_000;
    return minutes <= PAUSE_MIN ? [{ work: t.work, minutes }] : [];
  });
}

/**
 * Minutes a bag and a box as hands here take them, drawn towards the usual figure while there are few: the mean of all
 * that was done, with the usual one counted as five pieces of it. Presses made in one go (a list ticked off afterwards)
 * take no time and would tell nothing: under a tenth of the usual time they are left out.
 */
export function paceOf(done: readonly Done[], a: Assumptions): Pace {
  const usual = usualPace(a);
  const of = (kind: Work['of']): Pace[Work['of']] => {
    const least = usual[kind].minutes / 10;
    const own = done.filter((d) => d.work.of === kind && d.work.share > 0 && d.minutes >= least * d.work.share);
    const pieces = own.reduce((s, d) => s + d.work.share, 0);
    const minutes = own.reduce((s, d) => s + d.minutes, 0);
    return { minutes: (minutes + PRIOR * usual[kind].minutes) / (pieces + PRIOR), from: Math.round(pieces) };
  };
  return { label: of('label'), tank: of('tank'), bag: of('bag'), box: of('box') };
}
