import type { MethodCourse } from '@/core/acclimation/methods';
import type { OpenedBag, TankWater } from '@/core/acclimation/vessel';
import type { Assumptions } from '@/core/catalogue/assumptions';
import type { Section, Paper } from './pages';
import { figureIn, type MethodFigures, type Words } from './words';

/** Bags that are opened alike, with every way computed on the water that is expected in them. */
export interface CardLane {
  bags: readonly string[];
  species: string;
  opened: OpenedBag;
  tank: TankWater & { name: string };
  /** Figures of the tank or the bag's source that nobody measured. */
  guessed: { bag: boolean; tank: boolean };
  recommended: MethodCourse;
  /** The best of the other school; null where there is none. */
  other: MethodCourse | null;
}

/** The numbers of a way of opening, as the card tells them. */
function figuresOf(m: MethodCourse, bag: OpenedBag, w: Words, a: Assumptions): MethodFigures {
  const waited = (key: string): number => m.steps.find((s) => s.key === key)?.minutes ?? 0;
  const mlPerMin = (bag.waterL / a.doubleMin) * 1000;
  const dropsPerS = (mlPerMin * a.dropsPerMl) / 60;
  return {
    openMin: Math.round(m.openAtMin),
    transferMin: Math.round(m.transferAtMin),
    floatMin: Math.round(waited('float')),
    roomMin: Math.round(waited('warm')),
    cupMl: Math.round(a.cupL * 1000),
    everyMin: a.cupEveryMin,
    cups: Math.round(a.cupsARound),
    rounds: Math.round(a.mixRounds),
    doubleMin: a.doubleMin,
    mlPerMin: Math.round(mlPerMin),
    dropsPerS: dropsPerS > a.dropsPerSMost ? '' : figureIn(dropsPerS, w, 1),
    salinity: bag.salinity.toFixed(0),
    film: bag.breather === true,
  };
}

const told = (m: MethodCourse, w: Words): string =>
  `${w.card.openAt(Math.round(m.openAtMin))}, ${w.card.acrossAt(Math.round(m.transferAtMin))}; ${w.card.exposure(
    figureIn(m.criterionMin, w, m.criterionMin < 10 ? 1 : 0),
    figureIn(m.phStep, w, 1),
  )}`;

/** How these fish are opened: for each lane the way that is recommended at the expected water, and the other school in figures. */
export function acclimationCard(
  head: { code: string; receiver: string; phones: string[] },
  lanes: readonly CardLane[],
  w: Words,
  a: Assumptions,
): Paper {
  const guess = lanes.some((l) => l.guessed.bag || l.guessed.tank);
  const sections = lanes.map((l): Section => {
    const q = (unsure: boolean): string => (unsure ? ' ?' : '');
    const salt = l.opened.salinity > 1 || l.tank.salinity > 1;
    const way = w.methods[l.recommended.id];
    const steps = way.steps(figuresOf(l.recommended, l.opened, w, a));
    return {
      heading: `${w.card.bags(l.bags.join(', '))}: ${l.species}`,
      table: [
        ['', w.card.expected, `${w.card.yours}, ${l.tank.name}`],
        [w.card.temperature, figureIn(l.opened.tempC, w, 1), figureIn(l.tank.tempC, w, 1)],
        ['pH', `${figureIn(l.opened.pH, w, 1)}${q(l.guessed.bag)}`, `${figureIn(l.tank.pH, w, 1)}${q(l.guessed.tank)}`],
        ...(salt ? [[w.card.salinity, figureIn(l.opened.salinity, w, 1), figureIn(l.tank.salinity, w, 1)]] : []),
      ],
      bold: [0, ...steps.map((_, i) => i + 2)],
      lines: [
        `${w.card.recommended}: ${way.name}`,
        `${told(l.recommended, w)}.`,
        ...steps.map((s, i) => `${i + 1}  ${s}`),
        ...(l.other ? [`${w.card.other}: ${w.methods[l.other.id].name}. ${told(l.other, w)}.`] : []),
      ],
    };
  });
  return {
    title: `${w.card.title}: ${head.code}`,
    lead: [head.receiver, w.arrival.dim, ...(guess ? [w.card.guess] : [])],
    sections: [
      ...sections,
      { heading: w.card.doNotTitle, lines: w.card.doNot },
      { heading: w.card.call, lines: [...head.phones, w.heed.still, w.card.measuring, w.card.vet] },
    ],
  };
}
