import { createContext, useContext } from 'react';
import type { CardData } from '@/core/card/data';
import { cardLanguages, type CardWords } from '@/core/card/words';
import { figureIn, wordsOf, type Words } from '@/core/papers/words';
import type { Store } from './store';

/** What every part of the card looks into: its data, what was told, the words of its language, and the time. */
export interface Here extends Store {
  data: CardData;
  w: CardWords;
  /** What the papers say already: names of methods, what not to do. */
  p: Words;
  now: number;
  figure: (v: number, decimals: number) => string;
  clock: (ms: number) => string;
}

export const HereContext = createContext<Here | null>(null);
export const useHere = (): Here => useContext(HereContext)!;

export function hereOf(data: CardData, store: Store, now: number): Here {
  const { language } = store.told;
  const p = wordsOf(language);
  return {
    ...store,
    data,
    now,
    p,
    w: cardLanguages[language],
    figure: (v, decimals) => figureIn(v, p, decimals),
    clock: (ms) =>
      new Intl.DateTimeFormat(p.tag, {
        timeZone: data.receiver.zone,
        weekday: 'short',
        hour: '2-digit',
        minute: '2-digit',
        hourCycle: 'h23',
      }).format(ms),
  };
}
