import type { Consignment } from './schema';
import { HOUR } from '@/core/quantities/time';

/** Until when losses have to be told: so many hours after the delivery, by the terms. */
export const claimDeadlineMs = (c: Pick<Consignment, 'actual' | 'window' | 'openingAt'>, claimHours: number): number =>
  Date.parse(c.actual.arrivedAt ?? c.window?.endAt ?? c.openingAt) + claimHours * HOUR;

/** Whether there is something to claim: somebody counted dead or doubtful animals. */
export const hasLosses = (c: Pick<Consignment, 'actual'>): boolean =>
  c.actual.bags.some((b) => (b.dead ?? 0) > 0 || (b.doubtful ?? 0) > 0);
