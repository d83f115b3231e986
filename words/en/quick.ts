import { HORIZON_H, type QuickAnswer, type QuickSafe } from '@/core/evaluate/quick';

const ends = {
  oxygen: 'oxygen',
  carbon: 'CO₂',
  ammonia: 'ammonia',
  temperature: 'temperature',
} as const;

/** "58 h", or "over 120 h". */
export const hoursWords = (h: number | null): string =>
  h === null || h > HORIZON_H ? `over ${HORIZON_H} h` : `${Math.max(0, Math.floor(h))} h`;

/** "9 in 10 such bags: 45 h or more; limited by CO₂". */
export const safeDoubt = (s: QuickSafe): string =>
  `9 in 10 such bags: ${hoursWords(s.badH)}${s.badH !== null && s.badH <= HORIZON_H ? ' or more' : ''}${s.factor && s.safeH !== null ? `; limited by ${ends[s.factor]}` : ''}`;

/** Hours to spare beyond those asked for; short of them it is said bluntly. */
export function spareWords(
  s: QuickSafe,
  hours: number,
): { title: string; figure: string; doubt: string; short: boolean } {
  const spare = s.safeH === null ? null : s.safeH - hours;
  const bad = s.badH === null ? null : s.badH - hours;
  const short = bad !== null && bad < 0;
  return {
    title: short ? 'Too short' : 'To spare',
    figure: spare === null ? `over ${Math.floor(HORIZON_H - hours)} h` : `${Math.floor(spare)} h`,
    doubt: short
      ? `1 in 10 such bags fails ${Math.ceil(-bad)} h before opening`
      : `9 in 10 such bags: ${bad === null ? `over ${Math.floor(HORIZON_H - hours)} h` : `${Math.floor(bad)} h or more`}`,
    short,
  };
}

/** The one thing that is wrong or would help; nothing where the bag is well. */
export function quickStop(a: QuickAnswer, name: string, hours: number): { title: string; todo: string } | null {
  if (a.fights) return { title: `${name} fight in one bag`, todo: 'Bag them one by one.' };
  if (!spareWords(a, hours).short) return null;
  return {
    title: `${hoursWords(a.badH)} in a bad case: too short for ${hours} h`,
    todo: a.smallest ? `Use a ${a.smallest.name} bag, or fewer fish.` : 'Use a larger bag, or fewer fish.',
  };
}
