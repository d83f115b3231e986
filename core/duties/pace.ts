import type { Assumptions } from '@/core/catalogue/assumptions';
import type { CheckItem, WorkPeriod } from './item';

/** Minutes that a piece of work takes here, and from how many of them that was learned. */
export type Pace = Readonly<
  Record<WorkPeriod['of'], { minutes: number; from: number; /** Spread of one piece, min. */ sd?: number }>
>;

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
  work: WorkPeriod;
  minutes: number;
}

/** What lies between the presses of one evening; the first press has nothing before it. */
export function doneOf(steps: readonly Pick<CheckItem, 'key' | 'work'>[], ticks: ReadonlyMap<string, string>): Done[] {
  const told = steps
    .flatMap((i) => (ticks.has(i.key) ? [{ work: i.work, ms: Date.parse(ticks.get(i.key)!) }] : []))
    .sort((x, y) => x.ms - y.ms);
  return told.slice(1).map((t, i) => ({ work: t.work, minutes: (t.ms - told[i]!.ms) / 60_000 }));
}

/**
 * Minutes a bag and a box as hands here take them, drawn towards the usual figure while there are few: the mean of all
 * that was done, with the usual one counted as some pieces of it. Pauses are no work; presses made in one go (a list ticked
 * off afterwards) take no time and would tell nothing: under a tenth of the usual time they are left out.
 */
export function paceOf(done: readonly Done[], a: Assumptions): Pace {
  const usual = usualPace(a);
  const of = (kind: WorkPeriod['of']): Pace[WorkPeriod['of']] => {
    const least = usual[kind].minutes / 10;
    const own = done.filter(
      (d) => d.work.of === kind && d.work.share > 0 && d.minutes >= least * d.work.share && d.minutes <= a.pauseMin,
    );
    const pieces = own.reduce((s, d) => s + d.work.share, 0);
    const minutes = own.reduce((s, d) => s + d.minutes, 0);
    const mean = minutes / Math.max(1e-9, pieces);
    const squares = own.reduce((s, d) => s + d.work.share * (d.minutes / d.work.share - mean) ** 2, 0);
    return {
      minutes: (minutes + a.pacePieces * usual[kind].minutes) / (pieces + a.pacePieces),
      from: Math.round(pieces),
      ...(own.length > 1 ? { sd: Math.sqrt(squares / pieces) } : {}),
    };
  };
  return { label: of('label'), tank: of('tank'), bag: of('bag'), box: of('box') };
}
