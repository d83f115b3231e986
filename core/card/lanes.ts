import { adviceOf, compareLanes, waterRead, type MethodAdvice, type Compared } from '@/core/acclimation/compare';
import { asOpened, courseNow, type CourseNow } from '@/core/acclimation/course-after-reading';
import { openedFrom, type PredictedOpening } from '@/core/acclimation/opened';
import { seenOf } from '@/core/consignment/seen-signs';
import { copperIn, pathOf, signsNow } from '@/core/consignment/signs';
import { projectFacts } from '@/core/consignment/project-facts';
import type { CardBag, CardData } from './data';
import type { CardRun, CardRecord } from './card-record';

export type CardTank = CardData['tanks'][number];

/** A tank as its holder measured it, as they told the sender where not. */
export function tankNow(data: CardData, told: CardRecord, name: string): CardTank {
  const tank = data.tanks.find((t) => t.name === name) ?? data.tanks[0]!;
  const read = projectFacts(told).tanks[tank.name];
  if (!read) return tank;
  const figures = Object.fromEntries(Object.entries(read).filter(([k]) => k in tank));
  return { ...tank, ...figures, guessed: tank.guessed.filter((k) => !(k in figures)) };
}

export const foretoldOf = (data: CardData, bag: CardBag): PredictedOpening => ({
  ...bag.foretold,
  curves: data.curves[bag.foretold.curves]!,
});

/** Hours from sealing for which bags are judged, on the application’s own grid: now once the box is here, its planned opening before. */
function judgedHours(data: CardData, told: CardRecord, nowMs: number): number {
  const { fromH, stepH, tempC } = data.curves[0]!;
  const ms = projectFacts(told).arrivedAt ? nowMs : data.openMs;
  const hours = Math.round(((ms - data.sealMs) / 3600_000) * 12) / 12;
  return Math.min(fromH + stepH * (tempC.length - 1), Math.max(0, hours));
}

/** The water of a sequence that goes on, from its opening and from what was read since: the application’s own course. */
export function cardCourse(data: CardData, told: CardRecord, run: CardRun): CourseNow | null {
  const openedMs = run.doneAtMs.open;
  if (openedMs === undefined) return null;
  const then = { ...told, observations: asOpened(told.observations, openedMs) };
  const lane = cardLanes(data, then, run.startedMs).find((l) => l.bagIds.includes(run.bagIds[0]!));
  return lane ? courseNow(lane, run, told.observations, data.assumptions) : null;
}

/** What was computed once stays known: the page asks every second, and waters change by the minute. */
const known = new Map<string, MethodAdvice>();

/** The lanes of a card by what its holder read, counted and saw: the application’s own comparison. */
export function cardLanes(data: CardData, told: CardRecord, nowMs: number): Compared<CardTank>[] {
  const a = data.assumptions;
  const hours = judgedHours(data, told, nowMs);
  const actual = projectFacts(told);
  const arriving = data.bags.map((b) => {
    const reading = actual.bags.find((r) => r.bagId === b.id);
    const f = foretoldOf(data, b);
    return {
      id: b.id,
      lines: b.lines,
      into: b.into,
      path: pathOf(signsNow(seenOf(told.observations, 'bag', b.id)), b.sedated),
      kinds: b.kinds,
      opened: openedFrom(f, hours, reading, a),
      computed: openedFrom(f, hours, undefined, a),
      read: waterRead(reading),
      copper: copperIn(signsNow(seenOf(told.observations, 'box', b.boxId))),
    };
  });
  return compareLanes(
    arriving,
    (name) => tankNow(data, told, name),
    a,
    (waters, tank, who) => {
      const key = JSON.stringify([waters, tank, who]);
      const found = known.get(key) ?? adviceOf(waters, tank, who, a);
      if (known.size > 60) known.clear();
      known.set(key, found);
      return found;
    },
  );
}
