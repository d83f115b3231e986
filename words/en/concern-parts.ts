import type { Finding } from '@/core/concerns/concern';
import { durationWords } from '@/core/quantities/words';
import { HOUR } from '@/core/quantities/time';

/** What is said of a concern: what is wrong, its figures, what to do, and the button that leads there. */
export interface Said {
  title: string;
  figures: string;
  todo: string;
  press: string;
}

/** What is said of some findings, by code; instants in the zone given. */
export type SaidOf<F extends Finding> = { [K in F['code']]: (f: Extract<F, { code: K }>, zone: string) => Said };

export const failsBy = {
  oxygen: 'oxygen runs out',
  carbon: 'CO₂ gets too high',
  ammonia: 'ammonia gets too high',
  temperature: 'the water gets too cold or too warm',
} as const;
export const wholeLitres = (l: number): string => `${Math.ceil(l - 1e-9)} L`;
export const hoursWords = (h: number): string => durationWords(h * HOUR);
export const bagsTitle = (ids: readonly string[]): string => `Bag${ids.length === 1 ? '' : 's'} ${ids.join(', ')}`;
export const firstOf = (list: readonly string[]): string =>
  `${list.slice(0, 3).join('; ')}${list.length > 3 ? `; ${list.length - 3} more` : ''}.`;
export const listWords = (list: readonly string[]): string => list.join(', ').replace(/, ([^,]*)$/, ' and $1');
export const hoursLeftWords = (h: number | null): string =>
  h === null
    ? ''
    : h > 0
      ? ` The bags are safe for ${hoursWords(h)} more in a bad case.`
      : ' In a bad case the bags are past their limit.';

export const ofStop = ({ harm, instead }: { harm: string; instead: string }): Omit<Said, 'press'> => {
  const at = harm.indexOf('. ');
  return { title: harm.slice(0, at < 0 ? undefined : at), figures: at < 0 ? '' : harm.slice(at + 2), todo: instead };
};
