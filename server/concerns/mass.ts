import type { Group } from '@/core/acclimation/release';
import type { Species } from '@/core/catalogue/schema';

/** What animals weigh, g; null where nobody told the length of some. */
export const massOf = (groups: readonly Group[]): number | null =>
  groups.some((g) => g.lengthCm === null)
    ? null
    : groups.reduce((n, g) => n + g.count * (g.species as Species).gPerCm3 * g.lengthCm! ** 3, 0);
