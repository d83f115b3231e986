import { withFigures, type LearnedFigure } from '@/core/learning/figures';
import type { Shelves } from '@/server/consignment/result';

/** The shelves with what was learned and accepted; `plain` keeps them as hands have them. */
export const withLearned = (plain: Shelves, learned: readonly { figure: LearnedFigure }[]): Shelves => {
  const figures = learned.map((l) => l.figure);
  return { offered: withFigures(plain.offered, figures), all: withFigures(plain.all, figures) };
};
