import type { Species } from '@/core/catalogue/schema';

/** Least salinity that is the sea’s and not brackish, and most that a freshwater animal lives in (common practice †). */
export const SEA_FROM = 20;
export const FRESH_TO = 10;

/** Why an animal cannot live in water of a salinity; null where it can. Brackish animals go anywhere. */
export function waterMisfit(s: Pick<Species, 'name' | 'water'>, salinity: number, where: string): string | null {
  if (s.water === 'marine' && salinity < SEA_FROM)
    return `${s.name} is a marine species: salinity ${salinity} of ${where} cannot be right.`;
  if (s.water === 'fresh' && salinity > FRESH_TO)
    return `${s.name} is a freshwater species: salinity ${salinity} of ${where} cannot be right.`;
  return null;
}
