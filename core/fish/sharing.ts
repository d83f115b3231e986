import type { Species } from '@/core/catalogue/schema';

/** From this length on those that hold a territory travel one to a bag, cm († common practice). */
const LARGE_CM = 12;

/**
 * Whether so many of one kind may share a bag († common practice): one each; one or a pair; one, or four and more, so that
 * none is bullied by one or two; or any group. Large ones that hold a territory go alone.
 */
export function mayShare(s: Pick<Species, 'together' | 'flags'>, lengthCm: number, count: number): boolean {
  if (count === 1) return true;
  if (s.together === 'alone' || (s.flags.includes('territorial') && lengthCm >= LARGE_CM)) return false;
  if (s.together === 'pair') return count === 2;
  return s.together === 'group' || count >= 4;
}

/** The rule in words, for those whom `mayShare` refuses. */
export function sharingWords(s: Pick<Species, 'name' | 'together' | 'flags'>, lengthCm: number): string {
  if (s.together === 'pair') return `${s.name}: one or a pair per bag, never more.`;
  if (s.together === 'one-or-four' && !mayShare(s, lengthCm, 4))
    return `${s.name} of ${lengthCm} cm: one per bag, they fight.`;
  return s.together === 'one-or-four'
    ? `${s.name}: one, or four and more; never two or three.`
    : `${s.name}: one per bag.`;
}
